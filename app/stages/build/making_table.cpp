#include "stages/build/making_table.h"

#include <algorithm>

#include "stages/build/made_state.h"
#include "tables/items.h"

namespace plucky::app {

MakingTable::MakingTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Sections and panels"), parent) {
  table_ = fill_page(this, "making_table",
                     {tr("Part"), tr("How many"), tr("Length"), tr("Width"), tr("Height, thickness"), tr("Mass"),
                      tr("Strain"), tr("Off the surface"), tr("Lies, joins"), tr("State")});
  table_->sortByColumn(0, Qt::AscendingOrder);
  connect(table_, &QTableWidget::itemChanged, this, [this](QTableWidgetItem* item) {
    if (filling_ || item->column() != 0) return;
    tick_made(*session_, item->data(Qt::UserRole + 1).toString().toStdString(), item->checkState() == Qt::Checked);
  });
}

/// First and last cell of a row: a box to tick, and what became of it.
void MakingTable::set_state(int row, const QString& name, const std::string& key) {
  const MadeState state = made_state(*session_, key, makeables_);
  auto* item = text_item(name);
  item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
  item->setCheckState(state.made ? Qt::Checked : Qt::Unchecked);
  item->setData(Qt::UserRole + 1, QString::fromStdString(key));
  item->setToolTip(tr("Ticked: it is made as it is drawn now"));
  table_->setItem(row, 0, item);
  table_->setItem(row, 9, text_item(state.words));
  if (state.off) table_->item(row, 9)->setForeground(look().buoy_text);
}

void MakingTable::refresh() {
  filling_ = true;
  makeables_ = makeables_of(session_->seen().build);
  {
    const TableFill fill(table_);
    const BuildReport& r = session_->seen().build;
    if (r.printed)
      fill_sections();
    else
      fill_pieces();
  }
  filling_ = false;
}

void MakingTable::fill_sections() {
  const Assessment& a = session_->seen();
  const BuildReport& r = a.build;
  table_->setRowCount(static_cast<int>(r.sections.size()));
  double mass = 0.0;
  for (int row = 0; row < table_->rowCount(); ++row) {
    const SectionPlan& s = r.sections[static_cast<std::size_t>(row)];
    const double grams = s.material * a.project.hull.skin.density;
    mass += grams;
    set_state(row, tr("Section %1").arg(row + 1), "section." + std::to_string(row + 1));
    table_->setItem(row, 1, new NumberItem(1, "1"));
    set_number(table_, *session_, row, 2, true, s.size.x(), Dimension::length);
    set_number(table_, *session_, row, 3, true, s.size.y(), Dimension::length);
    set_number(table_, *session_, row, 4, true, s.size.z(), Dimension::length);
    set_number(table_, *session_, row, 5, true, grams, Dimension::mass);
    set_number(table_, *session_, row, 6, false, 0.0, Dimension::ratio);
    set_number(table_, *session_, row, 7, false, 0.0, Dimension::length);
    table_->setItem(row, 8, text_item(s.stance.fits ? term(stance_name(s.stance.stance)) : tr("no room on the bed")));
  }
  tell(!r.no_sections.empty() ? session_->said(r.no_sections)
                              : tr("%1 of walls in all; rims at the cuts come to it when the solids are worked out.")
                                    .arg(session_->shown({mass, Dimension::mass})));
}

void MakingTable::fill_pieces() {
  const Assessment& a = session_->seen();
  const BuildReport& r = a.build;
  table_->setRowCount(static_cast<int>(r.pieces.size()));
  double area = 0.0;
  for (int row = 0; row < table_->rowCount(); ++row) {
    const FlatPiece& p = r.pieces[static_cast<std::size_t>(row)];
    const auto panel = std::find_if(r.panels.begin(), r.panels.end(), [&](const Panel& x) {
      return p.role == PieceRole::panel && p.key != "net" && x.number == p.number;
    });
    const Vec2 size = p.shape.extent().high;
    const double whole = p.count * p.shape.area();
    area += whole;
    set_state(row, tr("%1 %2").arg(p.number, 2).arg(session_->said(p.name)), p.key);
    table_->setItem(row, 1, new NumberItem(p.count, QString::number(p.count)));
    set_number(table_, *session_, row, 2, true, size.x(), Dimension::length);
    set_number(table_, *session_, row, 3, true, size.y(), Dimension::length);
    set_number(table_, *session_, row, 4, true, p.thickness, Dimension::length);
    set_number(table_, *session_, row, 5, true, whole * p.thickness * a.project.hull.skin.density, Dimension::mass);
    const bool bends = panel != r.panels.end();
    set_number(table_, *session_, row, 6, bends, bends ? panel->strain : 0.0, Dimension::ratio);
    set_number(table_, *session_, row, 7, bends, bends ? panel->off : 0.0, Dimension::length);
    QStringList joins;
    if (bends)
      for (const PanelEdge& e : panel->edges) {
        const QString word = e.mate == panel->number ? tr("its mirror image")
                             : e.mate > 0            ? QString::number(e.mate)
                                                     : QString();
        if (!word.isEmpty() && !joins.contains(word)) joins << word;
      }
    table_->setItem(row, 8,
                    text_item(joins.isEmpty() ? term(piece_role_name(p.role)) : tr("joins %1").arg(joins.join(", "))));
  }
  tell(r.pieces.empty() ? (r.no_panels.empty() ? tr("Nothing to lay flat.") : session_->said(r.no_panels))
                        : tr("%1 of sheet in all, without waste. A tick says that it is made as it is drawn now.")
                              .arg(session_->shown({area, Dimension::area})));
}

TableRows MakingTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
