// The order of work as a table of the shelf: ticked off there, each task with its dates and what it waits for.
#pragma once

#include "build/calendar.h"
#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

class WorkList : public ShelfPage {
  Q_OBJECT

 public:
  WorkList(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
  std::vector<std::string> keys_;  ///< of the rows
  bool filling_ = false;
};

}  // namespace plucky::app
