#include "stages/build/bill_table.h"

#include <QSignalBlocker>

#include "assessment/stages/build/bill.h"
#include "tables/items.h"

namespace plucky::app {

BillTable::BillTable(Session* session, QWidget* parent) : ShelfPage(session, tr("What it takes"), parent) {
  table_ = fill_page(this, "bill_table",
                     {tr("For"), tr("How many"), tr("What"), tr("Size, and what to mind"), tr("Mass"), tr("Price")});
  table_->setSortingEnabled(false);  // it is in the order of a shopping list
  for (const auto& [column, width] : {std::pair{2, 230}, {3, 260}}) {
    table_->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Interactive);
    table_->setColumnWidth(column, width);
  }
  connect(table_, &QTableWidget::itemChanged, this, [this](QTableWidgetItem* item) {
    const std::vector<BillLine> lines = bill_of(session_->now());
    const auto row = static_cast<std::size_t>(item->row());
    if (row >= lines.size() || (item->column() != 0 && item->column() != 5)) return;
    const BillLine& l = lines[row];
    const BillMark* was = mark_of(session_->project().build, l);
    bool got = was && was->got;
    double price = was ? was->price : 0.0;
    if (item->column() == 0) {
      got = item->checkState() == Qt::Checked;
    } else {
      bool number = false;
      const double typed = item->text().trimmed().replace(',', '.').toDouble(&number);
      if (!item->text().trimmed().isEmpty() && !(number && typed >= 0.0 && typed < 1e7)) {
        session_->refuse(tr("\"%1\" is no price; the old one stays.").arg(item->text()));
        return refresh();
      }
      price = typed;
    }
    session_->perform({Text("Mark on {0}", l.item), ChangeBuild{with_mark(session_->project().build, l, got, price)}});
  });
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    const QTableWidgetItem* item = table_->item(table_->currentRow(), 2);
    const Id subject = item ? item->data(Qt::UserRole).toUInt() : 0;
    if (session_->project().layout.find(subject)) session_->select(subject);
  });
}

void BillTable::refresh() {
  if (session_->dragging()) return;
  const QSignalBlocker quiet(table_);
  const TableFill fill(table_);
  const std::vector<BillLine> lines = bill_of(session_->seen());
  table_->setRowCount(static_cast<int>(lines.size()));
  double mass = 0.0, price = 0.0;
  int at_hand = 0;
  for (int row = 0; row < table_->rowCount(); ++row) {
    const BillLine& l = lines[static_cast<std::size_t>(row)];
    mass += l.mass.value_or(0.0);
    const BillMark* mark = mark_of(session_->seen().project.build, l);
    auto* group = text_item(term(bill_group_name(l.group)));
    group->setFlags(group->flags() | Qt::ItemIsUserCheckable);
    group->setCheckState(mark && mark->got ? Qt::Checked : Qt::Unchecked);
    group->setToolTip(tr("Ticked: bought, cut, at hand"));
    table_->setItem(row, 0, group);
    at_hand += mark && mark->got;
    price += mark ? mark->price : 0.0;
    table_->setItem(row, 1, new NumberItem(static_cast<double>(l.count), QString::number(l.count)));
    table_->setItem(row, 2, text_item(session_->said(l.item), l.subject));
    table_->setItem(row, 3, text_item(l.size.empty() ? QString() : session_->said(l.size)));
    for (const int column : {2, 3}) table_->item(row, column)->setToolTip(table_->item(row, column)->text());
    auto* paid = new QTableWidgetItem(mark && mark->price > 0.0 ? QString::number(mark->price, 'f', 2) : QString());
    paid->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    table_->setItem(row, 5, paid);
    set_number(table_, *session_, row, 4, l.mass.has_value(), l.mass.value_or(0.0), Dimension::mass);
  }
  QString words = tr("%1 lines, %2 ticked as at hand; %3 of them by their known masses.")
                      .arg(lines.size())
                      .arg(at_hand)
                      .arg(session_->in_words({mass, Dimension::mass}));
  if (price > 0.0) words += " " + tr("Prices typed: %1 in all.").arg(price, 0, 'f', 2);
  tell(words);
}

TableRows BillTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
