// What is to be made, as a table of the shelf: sections of a printed hull or panels.
#pragma once

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
  void fill_panels();
  QTableWidget* table_;
};

}  // namespace plucky::app
