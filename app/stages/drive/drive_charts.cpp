#include "stages/drive/drive_charts.h"

#include <qcustomplot.h>

#include <cmath>

#include "chart/chart_words.h"
#include "theme/theme.h"

namespace plucky::app {

DragChart::DragChart(Session* session, QWidget* parent) : ChartPage(session, tr("Drag"), "drag_plot", parent) {
  thrust_ = plot_->addGraph();
  friction_ = plot_->addGraph();
}

void DragChart::refresh() {
  restyle();
  const Look& l = look();
  thrust_->setPen(QPen(l.brass, 2.2));
  friction_->setPen(QPen(l.muted, 1.4, Qt::DashLine));
  const PowerReport& p = session_->seen().power;
  const SpeedUnit unit = speed_unit(*session_);
  QVector<double> v, drag, friction, thrust;
  if (p.fitted) {
    const double most = 1.25 * std::max(p.full.runs() ? p.full.speed : 0.0, 1.0);
    for (const RunningPoint& point : p.curve.points()) {
      if (point.speed > most) break;
      v << point.speed / unit.si;
      drag << point.drag;
      friction << point.friction;
    }
    for (const ThrustPoint& t : p.thrust) {
      if (t.speed > most) break;
      thrust << t.thrust;
    }
  }
  curve_->setData(v, drag);
  friction_->setData(v, friction);
  thrust_->setData(v.mid(0, thrust.size()), thrust);
  const RunningState& s = p.full;
  tell(v.isEmpty()
           ? no_curve(*session_, p)
           : with_state(p, s.runs() ? tr("Thrust and drag meet at %1, %2.%3")
                                          .arg(session_->shown({s.speed, Dimension::speed}),
                                               session_->shown({s.hull.drag, Dimension::force}),
                                               s.hull.message.empty() ? QString()
                                                                      : " (" + session_->said(s.hull.message) + ")")
                                    : session_->said(p.message)));
  const auto force = [this](double n) { return session_->shown({n, Dimension::force}); };
  names_.name(curve_, tr("drag"), force);
  names_.name(friction_, tr("friction's share"), force);
  names_.name(thrust_, tr("thrust at the throttle limit"), force);
  finish(tr("speed, %1").arg(unit.name), tr("force, N"),
         s.runs() ? QPointF(s.speed / unit.si, s.hull.drag) : QPointF(nothing, nothing));
  plot_->yAxis->setRangeLower(0.0);
}

QString DragChart::value_words(double x, double y) const {
  const double v = x * speed_unit(*session_).si;
  const RunningPoint p = session_->seen().power.curve.at(v);
  return tr("At %1 the drag is %2, the trim %3")
             .arg(session_->shown({v, Dimension::speed}), session_->shown({y, Dimension::force}),
                  session_->shown(angle_quantity(p.trim))) +
         (p.message.empty() ? QString() : " (" + session_->said(p.message) + ")");
}

TableRows DragChart::table() const {
  TableRows rows{{"speed, m/s", "drag, N", "friction, N", "waves, N", "pressure, N", "appendages, N", "air, N",
                  "spray, N", "trim, deg", "note"}};
  for (const RunningPoint& p : session_->now().power.curve.points())
    rows.push_back({number(p.speed), number(p.drag), number(p.friction), number(p.wave), number(p.pressure),
                    number(p.appendages), number(p.air), number(p.spray), number(degrees(p.trim)),
                    session_->said(p.message).toStdString()});
  return rows;
}

ThrottleChart::ThrottleChart(Session* session, QWidget* parent)
    : ChartPage(session, tr("Throttle"), "throttle_plot", parent) {
  plot_->yAxis2->setVisible(true);
  plot_->xAxis->setRange(0, 102);
  current_ = plot_->addGraph(plot_->xAxis, plot_->yAxis2);
}

void ThrottleChart::refresh() {
  restyle();
  const Look& l = look();
  current_->setPen(QPen(l.brass, 2.0));
  ChartPage::restyle(plot_->yAxis2);
  plot_->yAxis2->setLabel(tr("battery current, A"));
  const PowerReport& p = session_->seen().power;
  const SpeedUnit unit = speed_unit(*session_);
  QVector<double> u, v, amps;
  for (const RunningState& s : p.sweep) {
    u << 100.0 * s.throttle;
    v << (s.runs() ? s.speed / unit.si : nothing);
    amps << (s.runs() ? s.shaft.battery_current : nothing);
  }
  curve_->setData(u, v);
  current_->setData(u, amps);
  names_.name(curve_, tr("speed"));
  names_.name(current_, tr("battery current"), [this](double a) { return session_->shown({a, Dimension::current}); });
  if (p.limit && p.safe_throttle)
    names_.limit(plot_->xAxis, 100.0 * *p.safe_throttle, true, tr("breaks %1").arg(term(p.limit->words)));
  const RunningState& s = p.full;
  tell(u.isEmpty()
           ? no_curve(*session_, p)
           : with_state(p, p.limit ? tr("Above %1 of throttle it breaks %2.")
                                         .arg(session_->shown(p.safe_throttle, Dimension::ratio), term(p.limit->words))
                                   : tr("Every limit is kept up to %1 of throttle.")
                                         .arg(session_->shown(p.safe_throttle, Dimension::ratio))));
  finish(tr("throttle, %"), tr("speed, %1").arg(unit.name),
         s.runs() ? QPointF(100.0 * s.throttle, s.speed / unit.si) : QPointF(nothing, nothing), false);
  plot_->yAxis->setRangeLower(0.0);
  plot_->yAxis2->rescale();
  plot_->yAxis2->setRange(0.0, 1.12 * plot_->yAxis2->range().upper);
}

QString ThrottleChart::value_words(double x, double y) const {
  const auto& sweep = session_->seen().power.sweep;
  if (sweep.empty()) return {};
  const auto i = std::clamp<std::ptrdiff_t>(std::lround(x / 5.0) - 1, 0, std::ssize(sweep) - 1);
  const RunningState& s = sweep[static_cast<std::size_t>(i)];
  if (!s.runs()) return tr("%1 % of throttle: %2").arg(x, 0, 'f', 0).arg(session_->said(s.message));
  return tr("At %1 % of throttle %2 with %3 in the motor, %4 of slip%5")
      .arg(x, 0, 'f', 0)
      .arg(session_->shown({y * speed_unit(*session_).si, Dimension::speed}),
           session_->shown({s.shaft.motor_current, Dimension::current}), session_->shown({s.slip, Dimension::ratio}),
           s.message.empty() ? QString() : "; " + session_->said(s.message));
}

TableRows ThrottleChart::table() const {
  TableRows rows{{"throttle", "speed, m/s", "revolutions, 1/s", "slip", "thrust, N", "battery, A", "battery, V",
                  "motor, A", "efficiency", "note"}};
  for (const RunningState& s : session_->now().power.sweep)
    if (s.runs())
      rows.push_back({number(s.throttle), number(s.speed), number(s.revolutions), number(s.slip), number(s.thrust),
                      number(s.shaft.battery_current), number(s.shaft.battery_voltage), number(s.shaft.motor_current),
                      number(s.efficiency), session_->said(s.message).toStdString()});
    else
      rows.push_back({number(s.throttle), "", "", "", "", "", "", "", "", session_->said(s.message).toStdString()});
  return rows;
}

HeatChart::HeatChart(Session* session, QWidget* parent) : ChartPage(session, tr("Heat"), "heat_plot", parent) {
  wet_ = plot_->addGraph();
  can_ = plot_->addGraph();
}

void HeatChart::refresh() {
  restyle();
  const Look& l = look();
  const PowerReport& p = session_->seen().power;
  const auto shown = [this](double c) { return on_axis(*session_, c); };
  const auto fill = [&](QCPGraph* graph, const HeatCourse& course, const std::vector<double>& y) {
    QVector<double> t, c;
    for (std::size_t i = 0; i < y.size(); ++i) {
      t << course.time[i] / 60.0;
      c << shown(y[i]);
    }
    graph->setData(t, c);
  };
  // Solid as the boat is cooled, dashed the other way.
  const HeatCourse &is = p.water_cooled ? p.wet : p.dry, &other = p.water_cooled ? p.dry : p.wet;
  fill(curve_, is, is.winding);
  fill(wet_, other, other.winding);
  fill(can_, is, is.can);
  curve_->setPen(QPen(l.buoy, 2.2));
  wet_->setPen(QPen(l.buoy, 1.4, Qt::DashLine));
  can_->setPen(QPen(l.muted, 1.6));
  const double limit = session_->seen().fitted_drive.motor.temperature_limit;
  const auto temperature = [this](double y) { return off_axis_words(*session_, y); };
  const QString with = tr("winding with water"), without = tr("winding without water");
  names_.name(curve_, p.water_cooled ? with : without, temperature);
  names_.name(wet_, p.water_cooled ? without : with, temperature);
  names_.name(can_, tr("can"), temperature);
  if (!is.time.empty())
    names_.limit(plot_->yAxis, shown(limit), true,
                 tr("over the limit of %1").arg(session_->shown({limit, Dimension::temperature})));
  const std::optional<double> after = is.time_to(limit);
  tell(is.time.empty()
           ? no_curve(*session_, p)
           : with_state(p, !after ? tr("The winding stays under %1 for the whole run at the throttle limit.")
                                        .arg(session_->shown({limit, Dimension::temperature}))
                                  : tr("The winding passes %1 after %2.")
                                        .arg(session_->shown({limit, Dimension::temperature}),
                                             session_->shown(after, Dimension::duration))));
  finish(tr("minutes at the throttle limit"), tr("temperature, %1").arg(temperature_name(*session_)),
         is.time.empty() ? QPointF(nothing, nothing) : QPointF(is.time.back() / 60.0, shown(is.winding.back())));
}

QString HeatChart::value_words(double x, double y) const {
  return tr("After %1 the winding has %2")
      .arg(session_->shown({60.0 * x, Dimension::duration}), off_axis_words(*session_, y));
}

TableRows HeatChart::table() const {
  const PowerReport& p = session_->now().power;
  TableRows rows{{"cooling", "time, s", "winding, degC", "can, degC"}};
  for (const auto& [name, course] : {std::pair{"without water", &p.dry}, std::pair{"with water", &p.wet}})
    for (std::size_t i = 0; i < course->time.size(); ++i)
      rows.push_back({name, number(course->time[i]), number(course->winding[i]), number(course->can[i])});
  return rows;
}

LinkageChart::LinkageChart(Session* session, QWidget* parent)
    : ChartPage(session, tr("Linkage"), "linkage_plot", parent) {
  transmission_ = plot_->addGraph();
  least_ = plot_->addGraph();
}

void LinkageChart::refresh() {
  restyle();
  const Look& l = look();
  transmission_->setPen(QPen(l.muted, 1.6, Qt::DashLine));
  least_->setPen(QPen(l.brass, 1.4, Qt::DotLine));
  const SteeringReport& r = session_->seen().steering;
  const Linkage& k = session_->seen().project.steering_use.linkage;
  QVector<double> servo, horn, transmission;
  for (const LinkageStep& s : r.linkage.steps) {
    servo << degrees(s.servo);
    horn << degrees(s.horn);
    transmission << degrees(s.transmission);
  }
  curve_->setData(servo, horn);
  transmission_->setData(servo, transmission);
  const double side = degrees(k.servo_throw), least = degrees(least_transmission);
  if (servo.isEmpty())
    least_->setData({}, {});
  else
    least_->setData({-side, side}, {least, least});
  const auto angle = [this](double y) { return session_->shown(angle_quantity(radians(y))); };
  names_.name(curve_, tr("rudder horn"));
  names_.name(transmission_, tr("angle between rod and horn"), angle);
  names_.name(least_, tr("least angle of the rod"));
  if (r.linkage.binds_at) {
    names_.limit(plot_->xAxis, degrees(*r.linkage.binds_at), true, tr("binds"));
    names_.limit(plot_->xAxis, -degrees(*r.linkage.binds_at), false, tr("binds"));
  }
  tell(servo.isEmpty() ? tr("No linkage: %1.").arg(session_->said(r.message))
       : r.linkage.binds_at
           ? tr("The rod should stand at 40\u00b0 or more to the horn. It binds at %1 of the servo's %2.")
                 .arg(session_->shown(angle_quantity(*r.linkage.binds_at)),
                      session_->shown(angle_quantity(k.servo_throw)))
           : tr("The rod should stand at 40\u00b0 or more to the horn. It strokes %1 and sweeps %2.")
                 .arg(session_->shown(length_quantity(r.linkage.stroke)),
                      session_->shown(length_quantity(r.linkage.hole))));
  finish(tr("servo, degrees"), tr("horn and rod, degrees"), {nothing, nothing});
}

QString LinkageChart::value_words(double x, double y) const {
  return tr("Servo %1, horn %2")
      .arg(session_->shown(angle_quantity(radians(x))), session_->shown(angle_quantity(radians(y))));
}

TableRows LinkageChart::table() const {
  TableRows rows{{"servo, deg", "horn, deg", "transmission, deg", "leverage"}};
  for (const LinkageStep& s : session_->now().steering.linkage.steps)
    rows.push_back(
        {number(degrees(s.servo)), number(degrees(s.horn)), number(degrees(s.transmission)), number(s.leverage)});
  return rows;
}

}  // namespace plucky::app
