#include "stages/cool/plumbing_table.h"

#include <QVBoxLayout>

#include <algorithm>

#include "chart/chart_words.h"
#include "tables/items.h"

namespace plucky::app {

namespace {

void set_warmth(QTableWidget* t, const Session& session, int row, int column, double celsius) {
  t->setItem(row, column,
             new NumberItem(celsius, celsius > 0.0 ? warmth_words(session, celsius) : QString::fromUtf8("\u2013")));
}

}  // namespace

PlumbingTable::PlumbingTable(Session* session, QWidget* parent)
    : ShelfPage(session, tr("Compare cooling layouts"), parent) {
  table_ = fill_page(this, "plumbing_table",
                     {tr("Way"), tr("Motor"), tr("ESC"), tr("Winding"), tr("ESC warmth"), tr("Last outlet from"),
                      tr("Hose, fittings"), tr("CG moves")});
  connect(session_, &Session::selection_changed, this, [this] {
    if (isVisible()) refresh();
  });
}

void PlumbingTable::refresh() {
  // Several boats' worth of work: not in a drag, and once for each state.
  if (session_->dragging()) return tell(tr("As it was before the drag."));
  const Id hose = session_->project().cooling.find_hose(session_->selection()) ? session_->selection() : 0;
  if (shown_ == session_->state() && hose == hose_) return;
  shown_ = session_->state();
  hose_ = hose;
  const Assessment& a = *shown_;
  std::vector<OptionResult> options = compare_options(a.project.cooling, boat_of(a), a.power, a.hull->space);
  const std::vector<OptionResult> runs = compare_hose(a.project.cooling, hose, boat_of(a), a.power, a.hull->space);
  options.insert(options.begin() + std::min<std::ptrdiff_t>(1, static_cast<std::ptrdiff_t>(options.size())),
                 runs.begin(), runs.end());
  {
    const TableFill fill(table_);
    table_->setRowCount(static_cast<int>(options.size()));
    for (int r = 0; r < table_->rowCount(); ++r) {
      const OptionResult& o = options[static_cast<std::size_t>(r)];
      table_->setItem(r, 0, text_item(session_->said(o.name)));
      set_number(table_, *session_, r, 1, o.motor_flow > 0.0, o.motor_flow, Dimension::flow);
      set_number(table_, *session_, r, 2, o.esc_flow > 0.0, o.esc_flow, Dimension::flow);
      set_warmth(table_, *session_, r, 3, o.winding);
      set_warmth(table_, *session_, r, 4, o.esc);
      set_number(table_, *session_, r, 5, o.start_speed.has_value(), o.start_speed.value_or(0.0), Dimension::speed);
      set_number(table_, *session_, r, 6, true, o.mass, Dimension::mass);
      set_number(table_, *session_, r, 7, true, o.cg_shift, Dimension::length);
    }
  }
  tell(options.empty() ? tr("No table: the boat does not run.")
                       : tr("Each way in this boat at the throttle limit, warmth at the end of a run. "
                            "Choose a hose on the board to see its run in other kinds."));
}

TableRows PlumbingTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
