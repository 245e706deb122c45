// Cells and frames that all tables of the shelf share.
#pragma once

#include <QHeaderView>
#include <QTableWidget>
#include <QVBoxLayout>

#include "hull/design.h"
#include "io/table.h"
#include "shelf/shelf_page.h"
#include "theme/theme.h"

namespace plucky::app {

/// Sorts by its number, shows it in words.
class NumberItem : public QTableWidgetItem {
 public:
  NumberItem(double value, const QString& text) : QTableWidgetItem(text), value_(value) {
    setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled);
  }
  bool operator<(const QTableWidgetItem& other) const override {
    return value_ < static_cast<const NumberItem&>(other).value_;
  }

 private:
  double value_;
};

inline QTableWidgetItem* text_item(const QString& text, Id id = 0) {
  auto* item = new QTableWidgetItem(text);
  item->setFlags(Qt::ItemIsSelectable | Qt::ItemIsEnabled);
  item->setData(Qt::UserRole, id);
  return item;
}

/// While a table is filled nothing of it is sorted and no column measured: once at the end instead of for each cell.
class TableFill {
 public:
  explicit TableFill(QTableWidget* table) : table_(table), sorted_(table->isSortingEnabled()) {
    table_->setSortingEnabled(false);
    for (int c = 0; c < table_->columnCount(); ++c) modes_.push_back(header()->sectionResizeMode(c));
    header()->setSectionResizeMode(QHeaderView::Fixed);
  }
  ~TableFill() {
    for (int c = 0; c < table_->columnCount(); ++c)
      header()->setSectionResizeMode(c, modes_[static_cast<std::size_t>(c)]);
    table_->setSortingEnabled(sorted_);
  }
  TableFill(const TableFill&) = delete;
  TableFill& operator=(const TableFill&) = delete;

 private:
  [[nodiscard]] QHeaderView* header() const { return table_->horizontalHeader(); }

  QTableWidget* table_;
  std::vector<QHeaderView::ResizeMode> modes_;
  bool sorted_;
};

inline QTableWidget* make_table(QWidget* parent, const char* name, const QString& accessible,
                                const QStringList& headings) {
  auto* t = new QTableWidget(0, static_cast<int>(headings.size()), parent);
  t->setObjectName(name);
  t->setAccessibleName(accessible);
  t->setHorizontalHeaderLabels(headings);
  t->verticalHeader()->hide();
  t->verticalHeader()->setDefaultSectionSize(22);
  t->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
  t->horizontalHeader()->setStretchLastSection(true);
  t->horizontalHeader()->setHighlightSections(false);
  t->setSelectionBehavior(QAbstractItemView::SelectRows);
  t->setShowGrid(false);
  t->setAlternatingRowColors(true);
  t->setFont(ui_font(8.8));
  t->setSortingEnabled(true);
  t->sortByColumn(1, Qt::DescendingOrder);
  t->setTabKeyNavigation(false);
  return t;
}

/// The whole table as it is sorted, for CSV.
[[nodiscard]] inline TableRows rows_of(const QTableWidget* t) {
  TableRows out(1);
  for (int c = 0; c < t->columnCount(); ++c) out[0].push_back(t->horizontalHeaderItem(c)->text().toStdString());
  for (int r = 0; r < t->rowCount(); ++r) {
    out.emplace_back();
    for (int c = 0; c < t->columnCount(); ++c) out.back().push_back(t->item(r, c)->text().toStdString());
  }
  return out;
}

/// A table that fills its page.
inline QTableWidget* fill_page(ShelfPage* page, const char* name, const QStringList& headings) {
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  QTableWidget* t = make_table(page, name, page->title(), headings);
  t->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  column->addWidget(t, 1);
  return t;
}

/// A number in its unit, or a dash where there is none.
inline void set_number(QTableWidget* t, const Session& session, int row, int column, bool is, double si, Dimension d) {
  t->setItem(row, column, new NumberItem(is ? si : -1e9, is ? session.shown({si, d}) : QString::fromUtf8("\u2013")));
}

}  // namespace plucky::app
