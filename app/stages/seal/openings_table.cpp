#include "stages/seal/openings_table.h"

#include <algorithm>

#include "chart/chart_words.h"
#include "tables/items.h"

namespace plucky::app {

OpeningsTable::OpeningsTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Ingress points"), parent) {
  table_ = fill_page(this, "openings_table",
                     {tr("Ingress point"), tr("Sealed by"), tr("Leaks at rest"), tr("driven"), tr("seal failed"),
                      tr("Over water at rest"), tr("driven"), tr("at 30\u00b0"), tr("Bay")});
}

void OpeningsTable::refresh() {
  const SealReport& r = session_->seen().seal;
  {
    const TableFill fill(table_);
    table_->setRowCount(static_cast<int>(r.openings.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
      const SealOpening& o = r.openings[static_cast<std::size_t>(row)];
      table_->setItem(row, 0, text_item(session_->said(o.name)));
      QString sealed = term(method_name(o.method));
      if (o.condition != SealCondition::sound) sealed += ", " + term(condition_name(o.condition)).toLower();
      table_->setItem(row, 1, text_item(sealed));
      set_number(table_, *session_, row, 2, true, o.expected, Dimension::flow);
      set_number(table_, *session_, row, 3, true, o.running, Dimension::flow);
      set_number(table_, *session_, row, 4, true, o.worst, Dimension::flow);
      set_number(table_, *session_, row, 5, true, o.over_standing, Dimension::length);
      set_number(table_, *session_, row, 6, o.over_running < 1.0, o.over_running, Dimension::length);
      set_number(table_, *session_, row, 7, true, o.over_heeled, Dimension::length);
      table_->setItem(row, 8, text_item(session_->said(r.bays[o.compartment].name())));
    }
  }
  tell(tr("%1 ingress points; together %2 at rest, %3 running. Heights are of the point the water must reach; below "
          "the water "
          "they are negative.")
           .arg(r.openings.size())
           .arg(session_->shown({r.expected, Dimension::flow}), session_->shown({r.running, Dimension::flow})));
}

TableRows OpeningsTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
