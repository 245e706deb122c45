// The register of ways in, as a table of the shelf.
#pragma once

#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

/// The register of ways in with heights and leaks.
class OpeningsTable : public ShelfPage {
  Q_OBJECT

 public:
  OpeningsTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
};

}  // namespace plucky::app
