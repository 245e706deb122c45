#include "stages/build/bill_table.h"

#include <QSignalBlocker>

#include "assessment/stages/build/bill.h"
#include "tables/items.h"

namespace plucky::app {

BillTable::BillTable(Session* session, QWidget* parent) : ShelfPage(session, tr("What it takes"), parent) {
  table_ =
      fill_page(this, "bill_table", {tr("For"), tr("How many"), tr("What"), tr("Size, and what to mind"), tr("Mass")});
  table_->setSortingEnabled(false);  // it is in the order of a shopping list
  for (const auto& [column, width] : {std::pair{2, 230}, {3, 260}}) {
    table_->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Interactive);
    table_->setColumnWidth(column, width);
  }
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    const QTableWidgetItem* item = table_->item(table_->currentRow(), 2);
    const Id subject = item ? item->data(Qt::UserRole).toUInt() : 0;
    if (session_->project().layout.find(subject)) session_->select(subject);
  });
}

void BillTable::refresh() {
  if (session_->dragging()) return;
  const QSignalBlocker quiet(table_);
  const std::vector<BillLine> lines = bill_of(session_->seen());
  table_->setRowCount(static_cast<int>(lines.size()));
  double mass = 0.0;
  for (int row = 0; row < table_->rowCount(); ++row) {
    const BillLine& l = lines[static_cast<std::size_t>(row)];
    mass += l.mass.value_or(0.0);
    table_->setItem(row, 0, text_item(term(bill_group_name(l.group))));
    table_->setItem(row, 1, new NumberItem(static_cast<double>(l.count), QString::number(l.count)));
    table_->setItem(row, 2, text_item(session_->said(l.item), l.subject));
    table_->setItem(row, 3, text_item(l.size.empty() ? QString() : session_->said(l.size)));
    for (const int column : {2, 3}) table_->item(row, column)->setToolTip(table_->item(row, column)->text());
    set_number(table_, *session_, row, 4, l.mass.has_value(), l.mass.value_or(0.0), Dimension::mass);
  }
  tell(tr("%1 lines; %2 of them by their known masses. Export gives a table for the shop.")
           .arg(lines.size())
           .arg(session_->in_words({mass, Dimension::mass})));
}

TableRows BillTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
