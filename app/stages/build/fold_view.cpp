#include "stages/build/fold_view.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QSlider>
#include <QVBoxLayout>
#include <algorithm>

#include "theme/theme.h"
#include "view3d/turning_picture.h"

namespace plucky::app {

FoldView::FoldView(Session* session, QWidget* parent) : ShelfPage(session, tr("Folding"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  picture_ = new TurningPicture("fold_picture", tr("The sheet while it is folded"), this);
  column->addWidget(picture_, 1);
  auto* row = new QHBoxLayout;
  play_ = new QPushButton(tr("Play the folding"), this);
  play_->setObjectName("fold_play");
  slider_ = new QSlider(Qt::Horizontal, this);
  slider_->setObjectName("fold_share");
  slider_->setAccessibleName(tr("How far it is folded"));
  slider_->setRange(0, 100);
  slider_->setPageStep(10);
  slider_->setValue(100);
  row->addWidget(play_);
  row->addWidget(slider_, 1);
  column->addLayout(row);
  connect(slider_, &QSlider::valueChanged, this, &FoldView::show_share);
  connect(play_, &QPushButton::clicked, this, &FoldView::play);
  timer_.setInterval(40);
  connect(&timer_, &QTimer::timeout, this, [this] {
    slider_->setValue(slider_->value() + 2);
    if (slider_->value() >= 100) timer_.stop();
  });
}

double FoldView::share() const {
  return 0.01 * slider_->value();
}

void FoldView::play() {
  slider_->setValue(0);
  timer_.start();
}

void FoldView::refresh() {
  if (session_->dragging()) return;
  const BuildReport& r = session_->seen().build;
  const bool there = r.net.has_value();
  play_->setEnabled(there);
  slider_->setEnabled(there);
  tell(there ? tr("%1 folds, in the order of their numbers; folded all the way it lies %2 off the hull. Drag turns it.")
                   .arg(r.net->folds.size())
                   .arg(session_->in_words(length_quantity(off_the_hull(*r.net, r.panels))))
       : !r.no_net.empty()
           ? session_->said(r.no_net)
           : tr("Only a hull of sheet metal is folded, where the page of this stage says from one sheet."));
  show_share();
}

void FoldView::show_share() {
  const BuildReport& r = session_->seen().build;
  const Look& l = look();
  const QColor colours[] = {l.dark ? QColor("#8FA3AB") : QColor("#B9C4C8"),
                            l.dark ? QColor("#7D939C") : QColor("#A9B7BC")};
  std::vector<TurningPicture::Body> bodies;
  if (r.net) {
    const auto at = bent(*r.net, r.panels, share());
    for (std::size_t k = 0; k < at.size(); ++k) {
      TriangleMesh mesh{.vertices = at[k], .triangles = {}};
      for (const auto& f : r.panels[r.net->leaves[k].panel].faces)
        mesh.triangles.push_back(
            {static_cast<std::uint32_t>(f[0]), static_cast<std::uint32_t>(f[1]), static_cast<std::uint32_t>(f[2])});
      bodies.push_back({std::move(mesh), colours[k % 2]});
    }
  }
  picture_->show_bodies(std::move(bodies));
}

TableRows FoldView::table() const {
  TableRows out{{tr("Fold").toStdString(), tr("Seam").toStdString(), "length mm", "from deg", "to deg", "taken in mm",
                 "cut apart mm"}};
  const BuildReport& r = session_->seen().build;
  const auto number = [](double v) { return QString::number(v, 'f', 2).toStdString(); };
  if (r.net)
    for (const NetFold& f : r.net->folds)
      out.push_back({std::to_string(f.order), term(seam_name(f.seam)).toStdString(), number(1e3 * f.length),
                     number(degrees(f.low)), number(degrees(f.high)), number(1e3 * f.deduction),
                     number(1e3 * f.cut_apart)});
  return out;
}

}  // namespace plucky::app
