// What is to be made, as a table of the shelf: sections of a printed hull or flat pieces, each ticked when it is made.
#pragma once

#include "build/made.h"
#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

class MakingTable : public ShelfPage {
  Q_OBJECT

 public:
  MakingTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  void fill_sections();
  void fill_pieces();
  void set_state(int row, const QString& name, const std::string& key);
  QTableWidget* table_;
  std::vector<Makeable> makeables_;  ///< of the boat that is shown
  bool filling_ = false;
};

}  // namespace plucky::app
