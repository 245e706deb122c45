// Tables of the shelf: every mass with its share, and what each part costs.
#pragma once

#include "assessment/trade.h"
#include "shelf/shelf_page.h"

class QTableWidget;

namespace plucky::app {

/// The mass budget, sortable; masses can be typed, rows copied to and pasted from a spreadsheet.
class MassTable : public ShelfPage {
  Q_OBJECT

 public:
  MassTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

  /// All parts as tab separated text on the clipboard.
  void copy() const;
  /// Changes or adds parts from a table on the clipboard; refused() tells what is wrong with it.
  void paste();

 private:
  void typed(int row, int column);
  QTableWidget* table_;
  bool filling_ = false;
};

/// Gram by gram: what the boat would be without each part.
class TradeTable : public ShelfPage {
  Q_OBJECT

 public:
  TradeTable(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  QTableWidget* table_;
  std::vector<TradeRow> rows_;
};

}  // namespace plucky::app
