#include "stages/build/print_view.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QSignalBlocker>
#include <algorithm>
#include <array>

#include "stages/build/made_solids.h"
#include "tables/items.h"
#include "view3d/turning_picture.h"

namespace plucky::app {

PrintView::PrintView(Session* session, QWidget* parent)
    : ShelfPage(session, tr("Lying on the bed"), parent), solids_(SolidsAtHand::of(session)) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* left = new QVBoxLayout;
  section_ = new QComboBox(this);
  section_->setObjectName("print_section");
  section_->setAccessibleName(tr("Section"));
  left->addWidget(section_);
  table_ = make_table(this, "print_stances", title(),
                      {tr("Stance"), tr("On the bed"), tr("Hangs over"), tr("Bridged"), tr("Height")});
  table_->setSortingEnabled(false);
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  left->addWidget(table_, 1);
  row->addLayout(left, 3);
  picture_ = new TurningPicture("print_picture", tr("The section as it lies"), this);
  row->addWidget(picture_, 2);
  connect(section_, &QComboBox::activated, this, &PrintView::refresh);
  connect(solids_, &SolidsAtHand::changed, this, &PrintView::refresh);
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) show_chosen();
  });
}

std::vector<StanceChoice> PrintView::stances(int section) const {
  if (section < 0) return {};
  const auto i = static_cast<std::size_t>(section);
  const Assessment& a = session_->seen();
  const MadeSolids* made = solids_->fresh(a);
  return made ? made->on_bed[i].stances : a.build.sections[i].stances;
}

void PrintView::refresh() {
  if (session_->dragging()) return;
  filling_ = true;
  const BuildReport& r = session_->seen().build;
  const QSignalBlocker quiet(section_);
  const int before = std::max(0, section_->currentIndex());
  section_->clear();
  for (std::size_t i = 0; i < r.sections.size(); ++i) section_->addItem(tr("Section %1").arg(i + 1));
  section_->setCurrentIndex(std::min(before, section_->count() - 1));
  const int i = section_->currentIndex();
  const std::vector<StanceChoice> all = stances(i);
  const int chosen = table_->currentRow();
  table_->setRowCount(static_cast<int>(all.size()));
  for (int row = 0; row < table_->rowCount(); ++row) {
    const StanceChoice& c = all[static_cast<std::size_t>(row)];
    table_->setItem(row, 0, text_item(term(stance_name(c.stance)), static_cast<Id>(c.stance)));
    set_number(table_, *session_, row, 2, true, c.overhang, Dimension::area);
    set_number(table_, *session_, row, 3, true, c.bridged, Dimension::area);
    set_number(table_, *session_, row, 4, true, c.height, Dimension::length);
    QString bed = c.fit.fits ? row == 0 ? tr("least to support") : tr("fits") : tr("no room");
    if (i >= 0 && r.sections[static_cast<std::size_t>(i)].stance.stance == c.stance && c.fit.fits)
      bed += tr(", as planned");
    table_->setItem(row, 1, text_item(bed));
    if (!c.fit.fits)
      for (int k = 0; k < 5; ++k) table_->item(row, k)->setForeground(look().muted);
  }
  if (!all.empty()) table_->setCurrentCell(std::clamp(chosen, 0, static_cast<int>(all.size()) - 1), 0);
  filling_ = false;
  show_chosen();
}

void PrintView::show_chosen() {
  const Assessment& a = session_->seen();
  const int i = section_->currentIndex(), row = table_->currentRow();
  if (i < 0 || row < 0 || i >= static_cast<int>(a.build.sections.size())) {
    picture_->show_bodies({});
    return tell(a.build.printed ? tr("There are no sections to lay down.") : tr("Only a printed hull lies on a bed."));
  }
  const std::vector<StanceChoice> all = stances(i);
  if (row >= static_cast<int>(all.size())) return;
  const StanceChoice& c = all[static_cast<std::size_t>(row)];
  const SectionPlan& s = a.build.sections[static_cast<std::size_t>(i)];
  const Printer& printer = a.project.build.printer;
  // The skin alone shows what the solids will do, both sides of it; the solids show it in full.
  const MadeSolids* made = solids_->fresh(a);
  const TriangleMesh part =
      made ? made->hull.sections[static_cast<std::size_t>(i)].mesh : stretch_of(a.hull->model.skin, s.from, s.to);
  const ThinPlaces* thin = made ? &made->on_bed[static_cast<std::size_t>(i)].thin : nullptr;
  const std::vector<Hang> hangs = hangs_of(part, c.stance, printer, !made);
  BedFit as = c.fit;
  as.stance = c.stance;
  const TriangleMesh placed = on_bed(part, as, printer);
  constexpr std::size_t too_thin = 4;
  std::array<TriangleMesh, 5> by;
  for (TriangleMesh& m : by) m.vertices = placed.vertices;
  for (std::size_t k = 0; k < hangs.size(); ++k)
    by[thin && thin->faces[k] ? too_thin : static_cast<std::size_t>(hangs[k])].triangles.push_back(placed.triangles[k]);
  const Look& l = look();
  const Box3 box = bounds(placed);
  const double rim = 0.004;
  std::vector<TurningPicture::Body> bodies;
  bodies.push_back({box_mesh({std::min(0.0, box.low.x()), std::min(0.0, box.low.y()), -rim},
                             {std::max(printer.bed.x(), box.high.x()), std::max(printer.bed.y(), box.high.y()), -1e-4}),
                    l.dark ? QColor("#3A4A52") : QColor("#E3DFD2")});
  const std::array<QColor, 5> colours{l.dark ? QColor("#8FA6B0") : QColor("#CFC8B4"),
                                      l.dark ? QColor("#7FA08C") : QColor("#A9C4B0"), l.water_line, l.brass, l.buoy};
  for (std::size_t k = 0; k < by.size(); ++k) bodies.push_back({std::move(by[k]), colours[k]});
  picture_->show_bodies(std::move(bodies));
  tell_of(c, thin);
}

void PrintView::tell_of(const StanceChoice& c, const ThinPlaces* thin) {
  const Printer& printer = session_->seen().project.build.printer;
  const auto area = [this](double a) { return session_->in_words({a, Dimension::area}); };
  QString stance = term(stance_name(c.stance));
  stance[0] = stance[0].toUpper();
  QString told =
      tr("%1: %2 lean out by more than %3 and hang over the air (amber), %4 are bridged (blue)")
          .arg(stance, area(c.overhang), session_->in_words(angle_quantity(printer.overhang)), area(c.bridged));
  if (!thin)
    told += tr("; the skin alone: work out the solids for rims, openings and thin places.");
  else if (thin->area > 0.0)
    told += tr(", %1 are thinner than two lines (red), %2 at the least.")
                .arg(area(thin->area), session_->in_words(length_quantity(thin->least)));
  else
    told += tr("; nothing is thinner than two lines.");
  told += " " + (c.stance == Stance::on_end ? tr("Layers lie round the hull: weaker when it is bent.")
                                            : tr("Layers lie along the hull: stronger when it is bent."));
  tell(told);
}

TableRows PrintView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
