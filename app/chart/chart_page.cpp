#include "chart/chart_page.h"

#include <qcustomplot.h>

#include <QVBoxLayout>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

ChartPage::ChartPage(Session* session, const QString& title, const char* plot_name, QWidget* parent)
    : ShelfPage(session, title, parent), plot_(new QCustomPlot(this)), curve_(plot_->addGraph()), names_(plot_) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  plot_->setObjectName(plot_name);
  plot_->setAccessibleName(title);
  column->addWidget(plot_, 1);
  working_mark_ = plot_->addGraph();
  working_mark_->setLineStyle(QCPGraph::lsNone);
  pointer_ = new QCPItemTracer(plot_);
  pointer_->setInterpolating(true);
  pointer_->setStyle(QCPItemTracer::tsCircle);
  pointer_->setVisible(false);
  connect(plot_, &QCustomPlot::mouseMove, this, &ChartPage::follow);
  // An axis' label stands within its axis, however low the shelf is.
  connect(plot_, &QCustomPlot::beforeReplot, this, [this] {
    for (QCPAxis* axis : {plot_->yAxis, plot_->yAxis2})
      axis->setLabelFont(fitted(ui_font(8.5), axis->label(), {plot_->height() - 50.0, 40.0}));
  });
  connect(plot_, &QCustomPlot::mousePress, this,
          [this](QMouseEvent* event) { emit picked(plot_->xAxis->pixelToCoord(event->pos().x())); });
}

void ChartPage::restyle(QCPAxis* axis) {
  const Look& l = look();
  axis->setBasePen(QPen(l.muted));
  axis->setTickPen(QPen(l.muted));
  axis->setSubTickPen(Qt::NoPen);
  axis->setTickLabelColor(l.ink);
  axis->setLabelColor(l.muted);
  axis->setTickLabelFont(ui_font(8.5));
  axis->setLabelFont(ui_font(8.5));
}

void ChartPage::restyle_two(QCustomPlot* plot) {
  const Look& l = look();
  plot->setBackground(l.card);
  for (QCPAxis* axis : {plot->xAxis, plot->yAxis, plot->yAxis2}) {
    restyle(axis);
    axis->grid()->setPen(QPen(l.line, 1, Qt::DotLine));
    axis->ticker()->setTickCount(plot->height() > 160 ? 6 : 3);
  }
  plot->yAxis2->setVisible(true);
  plot->yAxis2->grid()->setVisible(false);
}

void ChartPage::restyle() {
  const Look& l = look();
  plot_->setBackground(l.paper);
  names_.clear_limits();
  for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) {
    restyle(axis);
    axis->grid()->setPen(QPen(l.line, 1, Qt::DotLine));
    axis->grid()->setZeroLinePen(QPen(l.ink, 1.2));
  }
  curve_->setPen(QPen(l.water_line, 2.2));
  working_mark_->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssCircle, QPen(l.buoy, 2.2), l.card, 9));
  pointer_->setPen(QPen(l.brass, 2));
  pointer_->setBrush(l.brass_fill);
}

void ChartPage::finish(const QString& x_label, const QString& y_label, const QPointF& working, bool rescale_x) {
  working_ = working;
  if (std::isfinite(working.x()) && std::isfinite(working.y()))
    working_mark_->setData({working.x()}, {working.y()});
  else
    working_mark_->setData({}, {});
  plot_->xAxis->setLabel(x_label);
  plot_->yAxis->setLabel(y_label);
  if (rescale_x) plot_->xAxis->rescale();
  plot_->yAxis->rescale();
  plot_->yAxis->scaleRange(1.15);
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

void ChartPage::follow(QMouseEvent* event) {
  if (curve_->dataCount() == 0) return;
  const double x = plot_->xAxis->pixelToCoord(event->pos().x());
  bool found = false;
  const QCPRange keys = curve_->data()->keyRange(found);
  pointer_->setVisible(found && keys.contains(x));
  if (!pointer_->visible()) return;
  pointer_->setGraph(curve_);
  pointer_->setGraphKey(x);
  pointer_->updatePosition();
  const QString others = names_.reading(x, curve_);
  tell(value_words(x, pointer_->position->value()) +
       (others.isEmpty() ? QString() : QString::fromUtf8(" \u00b7 ") + others));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

TableRows ChartPage::table() const {
  TableRows rows{{plot_->xAxis->label().toStdString(), plot_->yAxis->label().toStdString()}};
  for (const QCPGraphData& d : *curve_->data())
    rows.push_back({QString::number(d.key, 'g', 8).toStdString(), QString::number(d.value, 'g', 8).toStdString()});
  return rows;
}

}  // namespace plucky::app
