#include "tables/water_tables.h"

#include <QVBoxLayout>

#include <algorithm>

#include "chart/chart_words.h"
#include "tables/items.h"

namespace plucky::app {

namespace {

/// A table that fills its page.
QTableWidget* fill_page(ShelfPage* page, const char* name, const QStringList& headings) {
  auto* column = new QVBoxLayout(page);
  column->setContentsMargins(0, 0, 0, 0);
  QTableWidget* t = make_table(page, name, page->title(), headings);
  t->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  column->addWidget(t, 1);
  return t;
}

void set_warmth(QTableWidget* t, const Session& session, int row, int column, double celsius) {
  t->setItem(row, column,
             new NumberItem(celsius, celsius > 0.0 ? warmth_words(session, celsius) : QString::fromUtf8("\u2013")));
}

/// A number in its unit, or a dash where there is none.
void set_number(QTableWidget* t, const Session& session, int row, int column, bool is, double si, Dimension d) {
  t->setItem(row, column, new NumberItem(is ? si : -1e9, is ? session.shown({si, d}) : QString::fromUtf8("\u2013")));
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
  table_->setSortingEnabled(false);
  table_->setRowCount(static_cast<int>(options.size()));
  for (int r = 0; r < table_->rowCount(); ++r) {
    const OptionResult& o = options[static_cast<std::size_t>(r)];
    table_->setItem(r, 0, text_item(QString::fromStdString(o.name)));
    set_number(table_, *session_, r, 1, o.motor_flow > 0.0, o.motor_flow, Dimension::flow);
    set_number(table_, *session_, r, 2, o.esc_flow > 0.0, o.esc_flow, Dimension::flow);
    set_warmth(table_, *session_, r, 3, o.winding);
    set_warmth(table_, *session_, r, 4, o.esc);
    set_number(table_, *session_, r, 5, o.start_speed.has_value(), o.start_speed.value_or(0.0), Dimension::speed);
    set_number(table_, *session_, r, 6, true, o.mass, Dimension::mass);
    set_number(table_, *session_, r, 7, true, o.cg_shift, Dimension::length);
  }
  table_->setSortingEnabled(true);
  tell(options.empty() ? tr("No table: the boat does not run.")
                       : tr("Each way in this boat at the throttle limit, warmth at the end of a run. "
                            "Choose a hose on the board to see its run in other kinds."));
}

TableRows PlumbingTable::table() const {
  return rows_of(table_);
}

OpeningsTable::OpeningsTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Ingress points"), parent) {
  table_ = fill_page(this, "openings_table",
                     {tr("Ingress point"), tr("Sealed by"), tr("Leaks at rest"), tr("driven"), tr("seal failed"),
                      tr("Over water at rest"), tr("driven"), tr("at 30\u00b0"), tr("Bay")});
}

void OpeningsTable::refresh() {
  const SealReport& r = session_->seen().seal;
  table_->setSortingEnabled(false);
  table_->setRowCount(static_cast<int>(r.openings.size()));
  for (int row = 0; row < table_->rowCount(); ++row) {
    const SealOpening& o = r.openings[static_cast<std::size_t>(row)];
    table_->setItem(row, 0, text_item(QString::fromStdString(o.name)));
    QString sealed = tr(method_name(o.method));
    if (o.condition != SealCondition::sound) sealed += ", " + tr(condition_name(o.condition)).toLower();
    table_->setItem(row, 1, text_item(sealed));
    set_number(table_, *session_, row, 2, true, o.expected, Dimension::flow);
    set_number(table_, *session_, row, 3, true, o.running, Dimension::flow);
    set_number(table_, *session_, row, 4, true, o.worst, Dimension::flow);
    set_number(table_, *session_, row, 5, true, o.over_standing, Dimension::length);
    set_number(table_, *session_, row, 6, o.over_running < 1.0, o.over_running, Dimension::length);
    set_number(table_, *session_, row, 7, true, o.over_heeled, Dimension::length);
    table_->setItem(row, 8, text_item(QString::fromStdString(r.bays[o.compartment].name())));
  }
  table_->setSortingEnabled(true);
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
