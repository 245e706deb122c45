// The pictures of the page of logs: curves over the time with the model's beside them, the track.
#include <qcustomplot.h>

#include <QComboBox>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <cmath>

#include "assessment/sea.h"
#include "chart/chart_page.h"
#include "chart/thinned.h"
#include "stages/trial/log_view.h"
#include "stages/trial/track_picture.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

void LogView::draw() {
  const Look& l = look();
  ChartPage::restyle_two(plot_);
  plot_->xAxis->setLabel(tr("Time, s"));
  plot_->yAxis->setLabel(tr("km/h"));
  plot_->yAxis2->setLabel(tr("A"));
  plot_->legend->setVisible(run() != nullptr);
  plot_->legend->setFont(ui_font(8.0));
  plot_->legend->setTextColor(l.ink);
  plot_->legend->setBrush(Qt::NoBrush);
  plot_->legend->setBorderPen(Qt::NoPen);
  plot_->graph(0)->setName(tr("Speed"));
  plot_->graph(1)->setName(tr("Turns x pitch"));
  plot_->graph(2)->setName(tr("Current"));
  plot_->graph(0)->setPen(QPen(l.water_line, 2.0));
  plot_->graph(1)->setPen(QPen(l.brass, 1.5));
  plot_->graph(2)->setPen(QPen(l.buoy, 1.0));
  plot_->graph(3)->setName(tr("Model"));
  plot_->graph(3)->setPen(QPen(l.reed, 1.2, Qt::DashLine));
  QColor band = l.reed;
  band.setAlpha(40);
  for (const int i : {4, 5}) {
    plot_->graph(i)->setPen(Qt::NoPen);
    plot_->graph(i)->removeFromLegend();
  }
  plot_->graph(4)->setBrush(band);
  for (int i = 0; i < plot_->graphCount(); ++i) plot_->graph(i)->data()->clear();
  side_->setCurrentIndex(track_->isChecked() ? 1 : 0);
  if (track_->isChecked()) return draw_track();
  if (const Run* r = run(); r && !r->clean.time.empty()) {
    // A new range draws what it shows; here once is enough.
    const QSignalBlocker quiet(plot_->xAxis);
    plot_->xAxis->setRange(r->clean.time.front(), std::max(r->clean.time.back(), r->clean.time.front() + 1.0));
  }
  draw_series();
  // Room for the legend; nothing goes below zero.
  plot_->yAxis->rescale();
  plot_->yAxis2->rescale();
  plot_->yAxis->setRange(0.0, 1.05 * std::max(1e-3, plot_->yAxis->range().upper));
  plot_->yAxis2->setRange(0.0, 1.05 * std::max(1e-3, plot_->yAxis2->range().upper));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

void LogView::draw_series() {
  const Run* r = run();
  if (!r || track_->isChecked()) return;
  const Recording& clean = r->clean;
  const LogBoat boat = log_boat_of(session_->now());
  const QCPRange seen = plot_->xAxis->range();
  const auto points = [&](const std::vector<double>& values, double factor) {
    return thinned(clean.time, values, factor, seen.lower, seen.upper);
  };
  const auto draw_one = [&](int graph, const Series* s, double factor) {
    if (!s) return;
    const ThinnedSeries p = points(s->values, factor);
    plot_->graph(graph)->setData(p.time, p.values, true);
  };
  draw_one(0, clean.find(Channel::speed), 3.6);
  const Series* turns = clean.find(Channel::revolutions);
  const double geared = turns ? 1.0 : 1.0 / boat.gear;
  if (!turns) turns = clean.find(Channel::motor_revolutions);
  if (boat.pitch) draw_one(1, turns, 3.6 * *boat.pitch * geared);
  draw_one(2, clean.find(Channel::current), 1.0);
  if (const Series* s = r->model ? r->model->find(Channel::speed) : nullptr) {
    const ThinnedSeries p = points(s->values, 3.6);
    plot_->graph(3)->setData(p.time, p.values, true);
  } else if (turns) {
    const ThinnedSeries p = points(turns->values, geared);
    draw_model(p.time, p.values);
  }
}

void LogView::draw_model(const QVector<double>& time, const QVector<double>& turns) {
  // The steady run at each number of turns, between those of the sweep; a boat that gathers way lies below it.
  const Assessment& a = session_->now();
  std::vector<std::pair<double, double>> steady{{0.0, 0.0}};
  for (const RunningState& s : a.power.sweep)
    if (s.runs() && s.revolutions > steady.back().first) steady.emplace_back(s.revolutions, s.speed);
  if (steady.size() < 3) return;
  const auto& ranges = a.power.ranges;
  const double full = a.power.full.speed;
  const double low = ranges && full > 0.0 ? ranges->speed.low / full : 1.0;
  const double high = ranges && full > 0.0 ? ranges->speed.high / full : 1.0;
  QVector<double> speed, least, most;
  for (const double n : turns) {
    const auto above = std::find_if(steady.begin() + 1, steady.end(), [&](const auto& x) { return x.first >= n; });
    const bool known = std::isfinite(n) && n >= 0.0 && above != steady.end();
    const auto& [n1, v1] = known ? *(above - 1) : steady.front();
    const auto& [n2, v2] = known ? *above : steady[1];
    const double v = known ? 3.6 * (v1 + (v2 - v1) * (n - n1) / (n2 - n1)) : std::nan("");
    speed << v;
    least << low * v;
    most << high * v;
  }
  plot_->graph(3)->setData(time, speed, true);
  plot_->graph(4)->setData(time, most, true);
  plot_->graph(5)->setData(time, least, true);
}

void LogView::draw_track() {
  const Run* r = run();
  const int kept = colour_->currentData().toInt();
  const QSignalBlocker quiet(colour_);
  colour_->clear();
  if (!r) return track_picture_->show_run({}, Channel::speed);
  for (const Channel c : {Channel::speed, Channel::current, Channel::motor_temperature, Channel::motor_revolutions,
                          Channel::revolutions, Channel::voltage, Channel::trim, Channel::heel})
    if (r->clean.find(c)) colour_->addItem(term(channel_name(c)), static_cast<int>(c));
  colour_->setCurrentIndex(std::max(0, colour_->findData(kept)));
  track_picture_->show_run(r->clean, static_cast<Channel>(colour_->currentData().toInt()));
}

}  // namespace plucky::app
