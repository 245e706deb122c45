// The drive's line, its thrust and the water the boat runs in.
#include <QPainterPath>
#include <cmath>

#include "board/layers.h"
#include "stages/drive/drive_stage.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

QPointF in_profile(const Canvas& c, const Vec3& r) {
  return c.map.profile(r.x(), r.z());
}

/// What was worked out before the drag is drawn faint.
QColor fresh(const Canvas& c, QColor colour) {
  if (c.a().power.stale) colour.setAlpha(90);
  return colour;
}

void paint_running_water(Canvas& c) {
  const PowerReport& power = c.a().power;
  if (!power.full.runs()) return;
  const Box3& box = c.a().hull->model.box;
  const double length = box.size().x();
  QPolygonF line;
  for (int i = 0; i <= 48; ++i) {
    const double x = box.low.x() + (-0.18 + 1.2 * i / 48.0) * length;
    line << c.map.profile(x, power.water_at(x));
  }
  QPainter& p = c.painter;
  p.setPen(QPen(fresh(c, look().water_line), 1.8, Qt::DashDotLine));
  p.setBrush(Qt::NoBrush);
  p.drawPolyline(line);
  p.setFont(ui_font(8.5, QFont::DemiBold));
  const RunningState& s = power.full;
  c.labels.place(
      p, line[36],
      QObject::tr("running %1, trim %2")
          .arg(c.session.in_words({s.speed, Dimension::speed}), c.session.in_words(angle_quantity(s.hull.trim))),
      {{0, 14}, {40, 18}, {-60, 16}, {0, 30}, {80, 30}});
}

void paint_line(Canvas& c, const DriveLine& line) {
  const Look& l = look();
  QPainter& p = c.painter;
  const Drive& d = c.a().fitted_drive;
  const QPointF disc = in_profile(c, line.disc), fore = in_profile(c, line.fore), end = in_profile(c, line.motor_end);
  const double tilt = d.shaft.motor_tilt;
  const Vec3 axis(std::cos(tilt), 0.0, std::sin(tilt));
  const QPointF motor_fore = in_profile(c, line.motor_end + (d.motor.shaft_reach + d.motor.can_length) * axis);
  // The motor's axis.
  p.setPen(QPen(l.ink, 1.2, Qt::DashDotLine));
  p.drawLine(end, motor_fore);
  // Tube and shaft.
  QPainterPath shaft(disc);
  if (line.bend_radius) {
    const double reach = line.tube_length / 3.0, strut = d.shaft.strut_angle;
    shaft.cubicTo(in_profile(c, line.disc + reach * Vec3(std::cos(strut), 0.0, std::sin(strut))),
                  in_profile(c, line.motor_end - reach * axis), end);
  } else {
    shaft.lineTo(fore);
  }
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(l.brass_text, 4.0));
  p.drawPath(shaft);
  p.setPen(QPen(l.brass_fill, 1.6));
  p.drawPath(shaft);
  // The coupler, with both ends where they are.
  const bool off = !line.bend_radius && line.coupler_offset > line.allowance.offset;
  p.setPen(QPen(off ? l.buoy : l.brass_text, 2.0));
  p.setBrush(l.card);
  p.drawEllipse(end, 4.0, 4.0);
  if (off) {
    p.drawLine(end, fore);
    p.drawEllipse(fore, 3.0, 3.0);
    p.setFont(ui_font(8.5, QFont::DemiBold));
    p.setPen(l.buoy_text);
    c.labels.place(p, end, QObject::tr("%1 out of line").arg(c.session.shown(length_quantity(line.coupler_offset))),
                   {{0, -18}, {60, -14}, {-60, -14}, {0, 20}});
  }
}

void paint_disc(Canvas& c, const Working& w) {
  const Drive& d = c.a().fitted_drive;
  if (!drive_kind(d).open_screw && !drive_kind(d).in_air) return;
  QPainter& p = c.painter;
  const double r = 0.5 * d.screw.diameter;
  const Vec3 across(-std::sin(w.thrust_angle), 0.0, std::cos(w.thrust_angle));
  p.setPen(QPen(look().brass_text, 2.6));
  p.drawLine(in_profile(c, w.place - r * across), in_profile(c, w.place + r * across));
  p.drawLine(c.map.plan(w.place.x(), w.place.y() - r), c.map.plan(w.place.x(), w.place.y() + r));
}

/// How deep the disc's top lies, with the running water where the boat runs.
void paint_depth(Canvas& c, const Working& w) {
  const Assessment& a = c.a();
  const Drive& d = a.fitted_drive;
  if (!drive_kind(d).open_screw) return;
  const double x = w.place.x(), top = w.place.z() + 0.5 * d.screw.diameter;
  const bool running = a.power.full.runs();
  const double water = running ? a.power.water_at(x) : a.flotation.plane.z_at(x);
  const QPointF from = c.map.profile(x, top), to = c.map.profile(x, water);
  QPainter& p = c.painter;
  p.setPen(QPen(fresh(c, look().ink), 1.2));
  p.drawLine(from, to);
  for (const QPointF& end : {from, to}) p.drawLine(end - QPointF(5, 0), end + QPointF(5, 0));
  p.setFont(ui_font(8.5, QFont::DemiBold));
  c.labels.place(p, 0.5 * (from + to),
                 water >= top ? QObject::tr("disc %1 under").arg(c.session.in_words(length_quantity(water - top)))
                              : QObject::tr("disc %1 out").arg(c.session.in_words(length_quantity(top - water))),
                 {{-80, 0}, {80, -18}, {-70, -24}, {-70, 24}, {0, -40}});
}

void paint_thrust(Canvas& c, const Working& w) {
  const PowerReport& power = c.a().power;
  if (!power.full.runs()) return;
  const Look& l = look();
  QPainter& p = c.painter;
  // The length stands for the thrust over the weight.
  const double share = std::min(1.0, power.full.thrust / (c.a().mass.total * 9.81));
  const double length = 36.0 + 60.0 * share;
  const QPointF along(std::cos(w.thrust_angle), -std::sin(w.thrust_angle)), side(-along.y(), along.x());
  const QPointF from = in_profile(c, w.place), to = from + length * along;
  p.setPen(QPen(fresh(c, l.buoy), 2.2));
  p.setBrush(fresh(c, l.buoy));
  p.drawLine(from, to - 6.0 * along);
  QPolygonF head;
  head << to << to - 9.0 * along + 4.0 * side << to - 9.0 * along - 4.0 * side;
  p.drawPolygon(head);
  p.setFont(ui_font(8.5, QFont::DemiBold));
  p.setPen(fresh(c, l.buoy_text));
  c.labels.place(p, to, c.session.in_words({power.full.thrust, Dimension::force}),
                 {{26, 10}, {26, -12}, {0, 20}, {0, -22}});
}

void paint_grip(Canvas& c, const QPointF& at, const QString& name) {
  const Look& l = look();
  QPainter& p = c.painter;
  QPainterPath diamond(at + QPointF(0, -6));
  for (const QPointF& corner : {QPointF(6, 0), QPointF(0, 6), QPointF(-6, 0)}) diamond.lineTo(at + corner);
  diamond.closeSubpath();
  p.setPen(QPen(l.brass_text, 1.4));
  p.setBrush(l.brass_fill);
  p.drawPath(diamond);
  c.labels.block(QRectF(at - QPointF(7, 7), QSizeF(14, 14)));
  p.setFont(ui_font(8, QFont::Medium));
  p.setPen(l.brass_text);
  c.labels.place(p, at, name, {{0, 18}, {50, 14}, {-50, 14}, {0, 30}});
}

}  // namespace

void paint_drive(Canvas& c) {
  const PowerReport& power = c.a().power;
  QPainter& p = c.painter;
  p.setRenderHint(QPainter::Antialiasing);
  if (c.shows(Overlay::water)) paint_running_water(c);
  paint_fitting_marks(c);
  if (power.line.known) paint_line(c, power.line);
  if (!power.working) return;
  paint_disc(c, *power.working);
  paint_thrust(c, *power.working);
  paint_depth(c, *power.working);
  const Shaft& s = c.a().fitted_drive.shaft;
  for (const DriveGrip& g : drive_grips(c.a()))
    paint_grip(c, in_profile(c, g.place),
               g.kind == Grip::Kind::exit
                   ? QObject::tr("leaves the hull at %1, %2")
                         .arg(c.session.in_words(length_quantity(s.exit_x)),
                              c.session.in_words(angle_quantity(power.line.shaft_angle)))
                   : QObject::tr("strut %1").arg(c.session.in_words(angle_quantity(s.strut_angle))));
}

}  // namespace plucky::app
