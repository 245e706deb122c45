#include "stages/build/making_table.h"

#include <algorithm>

#include "tables/items.h"

namespace plucky::app {

MakingTable::MakingTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Sections and panels"), parent) {
  table_ = fill_page(this, "making_table",
                     {tr("Part"), tr("How many"), tr("Length"), tr("Width"), tr("Height, thickness"), tr("Mass"),
                      tr("Strain"), tr("Off the surface"), tr("Lies, joins")});
  table_->sortByColumn(0, Qt::AscendingOrder);
}

void MakingTable::refresh() {
  table_->setSortingEnabled(false);
  const BuildReport& r = session_->seen().build;
  if (r.printed)
    fill_sections();
  else
    fill_panels();
  table_->setSortingEnabled(true);
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
    table_->setItem(row, 0, text_item(tr("Section %1").arg(row + 1)));
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

void MakingTable::fill_panels() {
  const Assessment& a = session_->seen();
  const BuildReport& r = a.build;
  table_->setRowCount(static_cast<int>(r.panels.size()));
  double area = 0.0;
  for (int row = 0; row < table_->rowCount(); ++row) {
    const Panel& p = r.panels[static_cast<std::size_t>(row)];
    const double thickness = p.thickness(a.project.hull.skin);
    area += p.count * p.area;
    table_->setItem(row, 0, text_item(QString("%1 %2").arg(p.number).arg(term(panel_role_name(p.role)))));
    table_->setItem(row, 1, new NumberItem(p.count, QString::number(p.count)));
    set_number(table_, *session_, row, 2, true, p.size().x(), Dimension::length);
    set_number(table_, *session_, row, 3, true, p.size().y(), Dimension::length);
    set_number(table_, *session_, row, 4, true, thickness, Dimension::length);
    set_number(table_, *session_, row, 5, true, p.count * p.area * thickness * a.project.hull.skin.density,
               Dimension::mass);
    set_number(table_, *session_, row, 6, true, p.strain, Dimension::ratio);
    set_number(table_, *session_, row, 7, true, p.off, Dimension::length);
    QStringList joins;
    for (const PanelEdge& e : p.edges) {
      const QString word = e.mate == p.number ? tr("its mirror image")
                           : e.mate > 0       ? QString::number(e.mate)
                                              : QString();
      if (!word.isEmpty() && !joins.contains(word)) joins << word;
    }
    table_->setItem(row, 8, text_item(tr("joins %1").arg(joins.join(", "))));
  }
  tell(r.panels.empty() ? (r.no_panels.empty() ? tr("Nothing to lay flat.") : session_->said(r.no_panels))
                        : tr("%1 of sheet in all, without waste.").arg(session_->shown({area, Dimension::area})));
}

TableRows MakingTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
