#include "chart/righting_chart.h"

#include <qcustomplot.h>

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

RightingChart::RightingChart(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("righting_chart");
  setAttribute(Qt::WA_StyledBackground);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(10, 6, 10, 6);
  auto* head = new QHBoxLayout;
  auto* title = new QLabel(tr("Righting arm, free to sink and trim"), this);
  title->setFont(ui_font(10.5, QFont::Bold));
  words_ = new QLabel(this);
  words_->setProperty("muted", true);
  words_->setObjectName("righting_words");
  auto* close = new QPushButton(tr("Close"), this);
  close->setProperty("quiet", true);
  head->addWidget(title);
  head->addSpacing(10);
  head->addWidget(words_, 1);
  head->addWidget(close);
  column->addLayout(head);
  plot_ = new QCustomPlot(this);
  plot_->setObjectName("righting_plot");
  plot_->setAccessibleName(tr("Righting arm over heel"));
  column->addWidget(plot_, 1);
  plot_->addGraph();
  plot_->addGraph();
  plot_->addGraph();
  pointer_ = new QCPItemTracer(plot_);
  pointer_->setInterpolating(true);
  pointer_->setStyle(QCPItemTracer::tsCircle);
  pointer_->setVisible(false);
  connect(plot_, &QCustomPlot::mouseMove, this, &RightingChart::follow);
  connect(close, &QPushButton::clicked, this, &RightingChart::closed);
  connect(session_, &Session::changed, this, [this] {
    if (isVisible()) refresh();
  });
}

void RightingChart::restyle() {
  const Look& l = look();
  plot_->setBackground(l.paper);
  for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) {
    axis->setBasePen(QPen(l.muted));
    axis->setTickPen(QPen(l.muted));
    axis->setSubTickPen(Qt::NoPen);
    axis->setTickLabelColor(l.ink);
    axis->setLabelColor(l.muted);
    axis->setTickLabelFont(ui_font(8.5));
    axis->setLabelFont(ui_font(8.5));
    axis->grid()->setPen(QPen(l.line, 1, Qt::DotLine));
    axis->grid()->setZeroLinePen(QPen(l.ink, 1.2));
  }
  plot_->graph(0)->setPen(QPen(l.water_line, 2.2));
  QColor fill = l.reed;
  fill.setAlpha(50);
  plot_->graph(0)->setBrush(Qt::NoBrush);
  plot_->graph(1)->setPen(QPen(l.muted, 1.6, Qt::DashLine));
  plot_->graph(2)->setPen(Qt::NoPen);
  plot_->graph(2)->setBrush(fill);
  pointer_->setPen(QPen(l.brass, 2));
  pointer_->setBrush(l.brass_fill);
}

void RightingChart::refresh() {
  restyle();
  const Stability& s = session_->now().stability;
  const bool metric = session_->units() == UnitSystem::metric;
  const double unit = metric ? 1e-3 : 0.0254;
  const auto curve = [&](const std::vector<RightingPoint>& side) {
    QPair<QVector<double>, QVector<double>> xy;
    for (const RightingPoint& p : side) {
      if (!p.solved) continue;
      xy.first << std::abs(degrees(p.heel));
      xy.second << (p.heel < 0.0 ? -p.gz : p.gz) / unit;
    }
    return xy;
  };
  const auto starboard = curve(s.starboard), port = curve(s.port);
  plot_->graph(0)->setData(starboard.first, starboard.second);
  double apart = 0.0;
  for (int i = 0; i < std::min(starboard.second.size(), port.second.size()); ++i)
    apart = std::max(apart, std::abs(starboard.second[i] - port.second[i]));
  const bool two = apart > 0.02;
  plot_->graph(1)->setData(two ? port.first : QVector<double>{}, two ? port.second : QVector<double>{});
  // The reserve: area up to the vanishing angle.
  QVector<double> ax, ay;
  const double end = s.vanishing_angle ? degrees(*s.vanishing_angle) : 180.0;
  for (int i = 0; i < starboard.first.size() && starboard.first[i] <= end; ++i) {
    ax << starboard.first[i];
    ay << std::max(0.0, starboard.second[i]);
  }
  plot_->graph(2)->setData(ax, ay);
  plot_->xAxis->setLabel(two ? tr("heel, degrees (solid to starboard, dashed to port)") : tr("heel, degrees"));
  plot_->yAxis->setLabel(metric ? tr("righting arm, mm") : tr("righting arm, in"));
  plot_->xAxis->setRange(0, 180);
  QSharedPointer<QCPAxisTickerFixed> ticks(new QCPAxisTickerFixed);
  ticks->setTickStep(20);
  plot_->xAxis->setTicker(ticks);
  plot_->yAxis->rescale();
  plot_->yAxis->scaleRange(1.15);
  words_->setText(
      s.starboard.empty()
          ? tr("no curve: the boat does not float")
          : tr("peak %1 at %2, %3, %4")
                .arg(session_->shown(length_quantity(s.max_arm)), session_->shown(angle_quantity(s.max_arm_heel)),
                     s.vanishing_angle ? tr("vanishes at %1").arg(session_->shown(angle_quantity(*s.vanishing_angle)))
                                       : tr("never vanishes"),
                     s.self_righting ? tr("rights itself")
                                     : tr("stays over at %1").arg(session_->shown(angle_quantity(s.rests_at)))));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

void RightingChart::follow(QMouseEvent* event) {
  const double heel = plot_->xAxis->pixelToCoord(event->pos().x());
  pointer_->setVisible(heel >= 0.0 && heel <= 180.0);
  if (plot_->graph(0)->dataCount() == 0) return;
  pointer_->setGraph(plot_->graph(0));
  pointer_->setGraphKey(heel);
  pointer_->updatePosition();
  const bool metric = session_->units() == UnitSystem::metric;
  words_->setText(tr("at %1: %2")
                      .arg(session_->shown(angle_quantity(radians(heel))),
                           session_->shown(length_quantity(pointer_->position->value() * (metric ? 1e-3 : 0.0254)))));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

}  // namespace plucky::app
