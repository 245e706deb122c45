#include "chart/water_charts.h"

#include <qcustomplot.h>

#include <cmath>

#include "chart/chart_words.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Coolers and outlets of a circuit in the order they are drawn.
std::vector<Id> branches_of(const CoolingCircuit& c) {
  std::vector<Id> out;
  for (const CoolFitting& f : c.fittings)
    if (is_cooler(f.kind)) out.push_back(f.id);
  for (const CoolFitting& f : c.fittings)
    if (f.kind == FittingKind::outlet) out.push_back(f.id);
  return out;
}

double flow_in(const CircuitFlow& f, Id fitting) {
  if (const CoolerFlow* k = f.cooler(fitting)) return k->flow;
  for (const OutletFlow& o : f.outlets)
    if (o.fitting == fitting) return o.flow;
  return 0.0;
}

/// Lines told apart by colour and by stroke.
QPen branch_pen(std::size_t i) {
  const Look& l = look();
  const QColor colours[] = {l.brass, l.buoy, l.reed, l.muted, l.ink, l.brass_text};
  constexpr Qt::PenStyle strokes[] = {Qt::SolidLine, Qt::DashLine,       Qt::DashDotLine,
                                      Qt::DotLine,   Qt::DashDotDotLine, Qt::DashLine};
  return QPen(colours[i % 6], 1.8, strokes[i % 6]);
}

QString stroke_name(std::size_t i) {
  const QString names[] = {QObject::tr("brass"),       QObject::tr("red dashed"),        QObject::tr("green dash-dot"),
                           QObject::tr("grey dotted"), QObject::tr("dark dash-dot-dot"), QObject::tr("brown dashed")};
  return names[i % 6];
}

}  // namespace

FlowChart::FlowChart(Session* session, QWidget* parent) : ChartPage(session, tr("Water"), "flow_plot", parent) {
  for (QCPGraph*& g : branches_) g = plot_->addGraph();
}

void FlowChart::refresh() {
  restyle();
  const Assessment& a = session_->seen();
  const SpeedUnit unit = speed_unit(*session_);
  const std::vector<Id> branches = branches_of(a.project.cooling);
  QVector<double> v, taken;
  std::array<QVector<double>, 6> by;
  for (const FlowPoint& p : a.water_sweep) {
    if (!p.flow.solved) continue;
    v << p.speed / unit.si;
    taken << p.flow.taken() / ml_min;
    for (std::size_t i = 0; i < branches.size() && i < by.size(); ++i) by[i] << flow_in(p.flow, branches[i]) / ml_min;
  }
  curve_->setData(v, taken);
  QStringList names;
  for (std::size_t i = 0; i < branches_.size(); ++i) {
    branches_[i]->setPen(branch_pen(i));
    branches_[i]->setData(i < branches.size() ? v : QVector<double>{}, by[i]);
    if (i < branches.size())
      names << tr("%1 %2").arg(QString::fromStdString(a.project.cooling.find(branches[i])->name), stroke_name(i));
  }
  tell(v.isEmpty() ? (a.project.cooling.empty() ? tr("No water: there is no circuit.") : no_curve(a.power))
                   : with_state(a.power, tr("Blue: taken in, ml/min. %1.").arg(names.join(", "))));
  const bool runs = a.power.full.runs() && a.water.solved && !v.isEmpty();
  finish(tr("speed, %1").arg(unit.name), tr("ml/min"),
         runs ? QPointF(a.power.full.speed / unit.si, a.water.taken() / ml_min) : QPointF(nothing, nothing));
  plot_->yAxis->setRangeLower(0.0);
}

QString FlowChart::value_words(double x, double y) const {
  return tr("At %1 the circuit takes in %2")
      .arg(session_->shown({x * speed_unit(*session_).si, Dimension::speed}),
           session_->shown({y * ml_min, Dimension::flow}));
}

TableRows FlowChart::table() const {
  const Assessment& a = session_->now();
  const std::vector<Id> branches = branches_of(a.project.cooling);
  TableRows rows{{"throttle", "speed, m/s", "taken in, ml/min"}};
  for (Id id : branches) rows[0].push_back(a.project.cooling.find(id)->name + ", ml/min");
  for (const FlowPoint& p : a.water_sweep) {
    rows.push_back({number(p.throttle), number(p.speed), number(p.flow.taken() / ml_min)});
    for (Id id : branches) rows.back().push_back(number(flow_in(p.flow, id) / ml_min));
  }
  return rows;
}

WarmthChart::WarmthChart(Session* session, QWidget* parent)
    : ChartPage(session, tr("Temperatures"), "warmth_plot", parent) {
  for (Lines& l : parts_) l = {plot_->addGraph(), plot_->addGraph(), plot_->addGraph()};
}

void WarmthChart::refresh() {
  restyle();
  const Assessment& a = session_->seen();
  const Look& l = look();
  const QColor colours[] = {l.buoy, l.brass, l.water_line};
  const QString names[] = {tr("red"), tr("brass"), tr("blue")};
  QStringList words;
  curve_->setData({}, {});
  curve_->setPen(Qt::NoPen);
  for (std::size_t i = 0; i < parts_.size(); ++i) {
    const bool is = i < a.heat.parts.size();
    QVector<double> t, wet, dry;
    if (is) {
      const PartHeat& p = a.heat.parts[i];
      for (std::size_t k = 0; k < p.time.size(); ++k) {
        t << p.time[k] / 60.0;
        wet << on_axis(*session_, p.cooled ? p.wet[k] : p.dry[k]);
        dry << on_axis(*session_, p.dry[k]);
      }
      words << tr("%1 %2").arg(QString::fromStdString(p.name), names[i]);
      if (i == 0) curve_->setData(t, wet);  // values under the pointer are the motor's
    }
    parts_[i].wet->setPen(QPen(colours[i], 2.2));
    parts_[i].dry->setPen(QPen(colours[i], 1.4, Qt::DashLine));
    parts_[i].limit->setPen(QPen(colours[i], 1.0, Qt::DotLine));
    parts_[i].wet->setData(t, wet);
    parts_[i].dry->setData(t, dry);
    if (t.isEmpty())
      parts_[i].limit->setData({}, {});
    else
      parts_[i].limit->setData({0.0, t.back()}, QVector<double>(2, on_axis(*session_, a.heat.parts[i].limit)));
  }
  tell(words.isEmpty() ? no_curve(a.power)
                       : with_state(a.power, tr("%1; dashed without water, dotted its limit.").arg(words.join(", "))));
  finish(tr("minutes at the throttle limit"), temperature_name(*session_), {nothing, nothing});
}

QString WarmthChart::value_words(double x, double y) const {
  const auto& parts = session_->seen().heat.parts;
  return parts.empty()
             ? QString()
             : tr("After %1 %2 has %3")
                   .arg(session_->shown({60.0 * x, Dimension::duration}), QString::fromStdString(parts.front().name),
                        session_->shown({off_axis(*session_, y), Dimension::temperature}));
}

TableRows WarmthChart::table() const {
  TableRows rows{{"part", "time, s", "as cooled, degC", "without water, degC", "limit, degC"}};
  for (const PartHeat& p : session_->now().heat.parts)
    for (std::size_t k = 0; k < p.time.size(); ++k)
      rows.push_back(
          {p.name, number(p.time[k]), number(p.cooled ? p.wet[k] : p.dry[k]), number(p.dry[k]), number(p.limit)});
  return rows;
}

FloodChart::FloodChart(Session* session, QWidget* parent) : ChartPage(session, tr("Flooding"), "flood_plot", parent) {
  plot_->yAxis2->setVisible(true);
  freeboard_ = plot_->addGraph(plot_->xAxis, plot_->yAxis2);
  danger_ = plot_->addGraph();
  driven_ = plot_->addGraph();
}

void FloodChart::refresh() {
  restyle();
  restyle(plot_->yAxis2);
  const Look& l = look();
  freeboard_->setPen(QPen(l.brass, 2.0));
  danger_->setPen(QPen(l.buoy, 1.6, Qt::DashLine));
  driven_->setPen(QPen(l.water_line, 1.6, Qt::DashLine));
  const SealReport& r = session_->seen().seal;
  const auto fill = [](QCPGraph* graph, const FloodCourse& course) {
    QVector<double> t, litres;
    for (const FloodMoment& m : course.points) {
      t << m.time / 60.0;
      litres << 1e3 * m.aboard();
    }
    graph->setData(t, litres);
    return litres.isEmpty() ? 0.0 : litres.back();
  };
  const double most = std::max(fill(curve_, r.course), fill(driven_, r.driven));
  // Freeboard of the course that is in danger sooner.
  const std::optional<double> when = r.danger();
  const FloodCourse& worse = when && r.driven.danger() == when ? r.driven : r.course;
  QVector<double> t, freeboard;
  for (const FloodMoment& m : worse.points) {
    t << m.time / 60.0;
    freeboard << m.freeboard / length_unit();
  }
  freeboard_->setData(t, freeboard);
  if (when && !t.isEmpty())
    danger_->setData({*when / 60.0, *when / 60.0}, {0.0, std::max(1e-3, most)});
  else
    danger_->setData({}, {});
  const QString key = tr("Blue: litres aboard at rest, dashed driven. Brass: least freeboard. ");
  tell(t.isEmpty() ? tr("No course: %1.").arg(QString::fromStdString(r.course.message))
                   : (session_->dragging() ? tr("A moment behind the drag. ") : QString()) + key +
                         (when ? tr("In danger after %1.").arg(session_->shown(when, Dimension::duration))
                               : tr("Nothing in danger within two hours.")));
  plot_->yAxis2->setLabel(tr("freeboard, %1").arg(length_name()));
  finish(tr("minutes afloat"), tr("litres aboard"), {nothing, nothing});
  plot_->yAxis->setRangeLower(0.0);
  if (plot_->yAxis->range().size() < 0.01) plot_->yAxis->setRange(0.0, 0.1);
  freeboard_->rescaleValueAxis();
  plot_->yAxis2->setRangeLower(std::min(0.0, plot_->yAxis2->range().lower));
  plot_->replot();
}

QString FloodChart::value_words(double x, double y) const {
  return tr("After %1 there are %2 aboard")
      .arg(session_->shown({60.0 * x, Dimension::duration}), session_->shown({1e-3 * y, Dimension::volume}));
}

TableRows FloodChart::table() const {
  const SealReport& r = session_->now().seal;
  TableRows rows{{"course", "time, s", "freeboard, m", "trim, deg", "GM, m", "comes in, ml/min", "pumped, ml/min"}};
  for (const Compartment& b : r.bays) rows[0].push_back(b.name() + ", l");
  for (const auto& [name, course] : {std::pair{"at rest", &r.course}, {"driven", &r.driven}})
    for (const FloodMoment& m : course->points) {
      rows.push_back({name, number(m.time), number(m.freeboard), number(degrees(m.trim)), number(m.gm),
                      number(m.inflow / ml_min), number(m.pumped / ml_min)});
      for (double w : m.water) rows.back().push_back(number(1e3 * w));
    }
  return rows;
}

}  // namespace plucky::app
