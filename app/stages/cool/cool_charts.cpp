#include "stages/cool/cool_charts.h"

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
  const auto flow = [this](double y) { return session_->shown({y * ml_min, Dimension::flow}); };
  names_.name(curve_, tr("taken in"), flow);
  for (std::size_t i = 0; i < branches_.size(); ++i) {
    branches_[i]->setPen(branch_pen(i));
    branches_[i]->setData(i < branches.size() ? v : QVector<double>{}, by[i]);
    names_.name(branches_[i],
                i < branches.size() ? QString::fromStdString(a.project.cooling.find(branches[i])->name) : QString(),
                flow);
  }
  tell(v.isEmpty() ? (a.project.cooling.empty() ? tr("No water: there is no circuit.") : no_curve(*session_, a.power))
                   : with_state(a.power, tr("Water that the circuit takes in, and where it goes.")));
  const bool runs = a.power.full.runs() && a.water.solved && !v.isEmpty();
  finish(tr("speed, %1").arg(unit.name), tr("water, ml/min"),
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
  const auto temperature = [this](double y) { return off_axis_words(*session_, y); };
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
      if (i == 0) curve_->setData(t, wet);  // values under the pointer are the motor's
    }
    parts_[i].wet->setPen(QPen(colours[i], 2.2));
    parts_[i].dry->setPen(QPen(colours[i], 1.4, Qt::DashLine));
    parts_[i].limit->setPen(QPen(colours[i], 1.0, Qt::DotLine));
    parts_[i].wet->setData(t, wet);
    parts_[i].dry->setData(t, dry);
    if (!is || t.isEmpty()) {
      parts_[i].limit->setData({}, {});
      continue;
    }
    const PartHeat& p = a.heat.parts[i];
    const QString name = QString::fromStdString(p.name);
    parts_[i].limit->setData({0.0, t.back()}, QVector<double>(2, on_axis(*session_, p.limit)));
    names_.name(parts_[i].wet, name, temperature);
    names_.name(parts_[i].dry, p.cooled ? tr("%1 without water").arg(name) : QString(), temperature);
    names_.name(parts_[i].limit, tr("limit of %1").arg(name));
  }
  tell(a.heat.parts.empty() ? no_curve(*session_, a.power)
                            : with_state(a.power, tr("As the boat is cooled, and dashed without water.")));
  finish(tr("minutes at the throttle limit"), tr("temperature, %1").arg(temperature_name(*session_)),
         {nothing, nothing});
}

QString WarmthChart::value_words(double x, double y) const {
  const auto& parts = session_->seen().heat.parts;
  return parts.empty() ? QString()
                       : tr("After %1 %2 has %3")
                             .arg(session_->shown({60.0 * x, Dimension::duration}),
                                  QString::fromStdString(parts.front().name), off_axis_words(*session_, y));
}

TableRows WarmthChart::table() const {
  TableRows rows{{"part", "time, s", "as cooled, degC", "without water, degC", "limit, degC"}};
  for (const PartHeat& p : session_->now().heat.parts)
    for (std::size_t k = 0; k < p.time.size(); ++k)
      rows.push_back(
          {p.name, number(p.time[k]), number(p.cooled ? p.wet[k] : p.dry[k]), number(p.dry[k]), number(p.limit)});
  return rows;
}

}  // namespace plucky::app
