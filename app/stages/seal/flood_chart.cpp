#include "stages/seal/flood_chart.h"

#include <qcustomplot.h>

#include <cmath>

#include "chart/chart_words.h"
#include "theme/theme.h"

namespace plucky::app {

FloodChart::FloodChart(Session* session, QWidget* parent) : ChartPage(session, tr("Flooding"), "flood_plot", parent) {
  plot_->yAxis2->setVisible(true);
  freeboard_ = plot_->addGraph(plot_->xAxis, plot_->yAxis2);
  driven_ = plot_->addGraph();
}

void FloodChart::refresh() {
  restyle();
  restyle(plot_->yAxis2);
  const Look& l = look();
  freeboard_->setPen(QPen(l.brass, 2.0));
  driven_->setPen(QPen(l.water_line, 1.6, Qt::DashLine));
  const SealReport& r = session_->seen().seal;
  const auto fill = [](QCPGraph* graph, const FloodCourse& course) {
    QVector<double> t, litres;
    for (const FloodMoment& m : course.points) {
      t << m.time / 60.0;
      litres << 1e3 * m.aboard();
    }
    graph->setData(t, litres);
  };
  fill(curve_, r.course);
  fill(driven_, r.driven);
  // Freeboard of the course that is in danger sooner.
  const std::optional<double> when = r.danger();
  const FloodCourse& worse = when && r.driven.danger() == when ? r.driven : r.course;
  QVector<double> t, freeboard;
  for (const FloodMoment& m : worse.points) {
    t << m.time / 60.0;
    freeboard << m.freeboard / length_unit();
  }
  freeboard_->setData(t, freeboard);
  const auto litres = [this](double y) { return session_->shown({1e-3 * y, Dimension::volume}); };
  names_.name(curve_, tr("aboard at rest"), litres);
  names_.name(driven_, tr("aboard driven"), litres);
  names_.name(freeboard_, tr("least freeboard"),
              [this](double y) { return session_->shown(length_quantity(y * length_unit())); });
  if (when && !t.isEmpty()) names_.limit(plot_->xAxis, *when / 60.0, true, tr("in danger"));
  tell(t.isEmpty() ? tr("No course: %1.").arg(session_->said(r.course.message))
                   : (session_->dragging() ? tr("A moment behind the drag. ") : QString()) +
                         (when ? tr("In danger after %1.").arg(session_->shown(when, Dimension::duration))
                               : tr("Nothing in danger within two hours.")));
  plot_->yAxis2->setLabel(tr("freeboard, %1").arg(length_name()));
  finish(tr("minutes afloat"), tr("water aboard, litres"), {nothing, nothing});
  plot_->yAxis->setRangeLower(0.0);
  if (plot_->yAxis->range().size() < 0.01) plot_->yAxis->setRange(0.0, 0.1);
  freeboard_->rescaleValueAxis();
  const QCPRange range = plot_->yAxis2->range();
  plot_->yAxis2->setRange(std::min(0.0, range.lower), 1.15 * std::max(range.upper, 0.0));
  plot_->replot();
}

QString FloodChart::value_words(double x, double y) const {
  return tr("After %1 there are %2 aboard")
      .arg(session_->shown({60.0 * x, Dimension::duration}), session_->shown({1e-3 * y, Dimension::volume}));
}

TableRows FloodChart::table() const {
  const SealReport& r = session_->now().seal;
  TableRows rows{{"course", "time, s", "freeboard, m", "trim, deg", "GM, m", "comes in, ml/min", "pumped, ml/min"}};
  for (const Compartment& b : r.bays) rows[0].push_back(session_->said(b.name()).toStdString() + ", l");
  for (const auto& [name, course] : {std::pair{"at rest", &r.course}, {"driven", &r.driven}})
    for (const FloodMoment& m : course->points) {
      rows.push_back({name, number(m.time), number(m.freeboard), number(degrees(m.trim)), number(m.gm),
                      number(m.inflow / ml_min), number(m.pumped / ml_min)});
      for (double w : m.water) rows.back().push_back(number(1e3 * w));
    }
  return rows;
}

}  // namespace plucky::app
