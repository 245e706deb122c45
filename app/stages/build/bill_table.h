// Everything the boat takes, as a table of the shelf.
#pragma once

#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

class BillTable : public ShelfPage {
  Q_OBJECT

 public:
  BillTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
};

}  // namespace plucky::app
