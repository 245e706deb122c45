#include "stages/build/print_view.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QSignalBlocker>
#include <algorithm>
#include <array>

#include "tables/items.h"
#include "view3d/turning_picture.h"

namespace plucky::app {

PrintView::PrintView(Session* session, QWidget* parent) : ShelfPage(session, tr("Lying on the bed"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* left = new QVBoxLayout;
  section_ = new QComboBox(this);
  section_->setObjectName("print_section");
  section_->setAccessibleName(tr("Section"));
  left->addWidget(section_);
  table_ = make_table(this, "print_stances", title(), {tr("Stance"), tr("Hangs over"), tr("On the bed"), tr("Height")});
  table_->setSortingEnabled(false);
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  left->addWidget(table_, 1);
  row->addLayout(left, 1);
  picture_ = new TurningPicture("print_picture", tr("The section as it lies"), this);
  row->addWidget(picture_, 1);
  connect(section_, &QComboBox::activated, this, &PrintView::refresh);
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) show_chosen();
  });
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
  const std::vector<StanceChoice> all =
      i >= 0 ? r.sections[static_cast<std::size_t>(i)].stances : std::vector<StanceChoice>();
  const int chosen = table_->currentRow();
  table_->setRowCount(static_cast<int>(all.size()));
  for (int row = 0; row < table_->rowCount(); ++row) {
    const StanceChoice& c = all[static_cast<std::size_t>(row)];
    table_->setItem(row, 0, text_item(term(stance_name(c.stance)), static_cast<Id>(c.stance)));
    set_number(table_, *session_, row, 1, true, c.overhang, Dimension::area);
    set_number(table_, *session_, row, 3, true, c.height, Dimension::length);
    QString bed = c.fit.fits ? row == 0 ? tr("least to support") : tr("fits") : tr("no room");
    if (i >= 0 && r.sections[static_cast<std::size_t>(i)].stance.stance == c.stance && c.fit.fits)
      bed += tr(", as planned");
    table_->setItem(row, 2, text_item(bed));
    if (!c.fit.fits)
      for (int k = 0; k < 4; ++k) table_->item(row, k)->setForeground(look().muted);
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
  const SectionPlan& s = a.build.sections[static_cast<std::size_t>(i)];
  if (row >= static_cast<int>(s.stances.size())) return;
  const StanceChoice& c = s.stances[static_cast<std::size_t>(row)];
  const Printer& printer = a.project.build.printer;
  const TriangleMesh part = stretch_of(a.hull->model.skin, s.from, s.to);
  const std::vector<Hang> hangs = hangs_of(part, c.stance, printer, true);
  BedFit as = c.fit;
  as.stance = c.stance;
  const TriangleMesh placed = on_bed(part, as, printer);
  std::array<TriangleMesh, 3> by;
  for (TriangleMesh& m : by) m.vertices = placed.vertices;
  for (std::size_t k = 0; k < hangs.size(); ++k)
    by[static_cast<std::size_t>(hangs[k])].triangles.push_back(placed.triangles[k]);
  const Look& l = look();
  const Box3 box = bounds(placed);
  const double rim = 0.004;
  std::vector<TurningPicture::Body> bodies;
  bodies.push_back({box_mesh({std::min(0.0, box.low.x()), std::min(0.0, box.low.y()), -rim},
                             {std::max(printer.bed.x(), box.high.x()), std::max(printer.bed.y(), box.high.y()), -1e-4}),
                    l.dark ? QColor("#3A4A52") : QColor("#E3DFD2")});
  bodies.push_back({by[0], l.dark ? QColor("#8FA6B0") : QColor("#CFC8B4")});
  bodies.push_back({by[1], l.dark ? QColor("#7FA08C") : QColor("#A9C4B0")});
  bodies.push_back({by[2], l.brass});
  picture_->show_bodies(std::move(bodies));
  tell(tr("%1: %2 lean out by more than %3 and hang over the air (amber), outside or inside. %4 Drag turns it.")
           .arg(term(stance_name(c.stance)), session_->in_words({c.overhang, Dimension::area}),
                session_->in_words(angle_quantity(printer.overhang)),
                c.stance == Stance::on_end
                    ? tr("Layers lie round the hull: weaker when it is bent, but each is a closed ring.")
                    : tr("Layers lie along the hull: stronger when it is bent; the deck needs support from below.")));
}

TableRows PrintView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
