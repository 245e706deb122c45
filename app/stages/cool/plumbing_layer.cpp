// Cooling water, over the boat.
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "board/water_grips.h"
#include "stages/cool/cool_stage.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Flow by weight of line and depth of blue; still hoses are grey and dashed.
QPen hose_pen(const Canvas& c, double flow, bool selected) {
  const Look& l = look();
  const double ml = std::abs(flow) / ml_min;
  if (selected) return QPen(l.brass, 4.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
  if (ml < 1.0) return QPen(l.muted, 2.0, Qt::DashLine, Qt::RoundCap, Qt::RoundJoin);
  QColor blue = l.water_line;
  if (c.a().power.stale || c.a().water.stale) blue.setAlpha(110);
  return QPen(blue, std::clamp(1.6 + ml / 250.0, 1.6, 4.2), Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
}

void paint_arrow(QPainter& p, const QPolygonF& line, bool forward) {
  // In the middle of the longest stretch.
  int longest = 1;
  for (int i = 1; i < line.size(); ++i)
    if (QLineF(line[i - 1], line[i]).length() > QLineF(line[longest - 1], line[longest]).length()) longest = i;
  const QLineF stretch(line[longest - 1], line[longest]);
  if (stretch.length() < 14.0) return;
  QPointF along = (stretch.p2() - stretch.p1()) / stretch.length();
  if (!forward) along = -along;
  const QPointF side(-along.y(), along.x()), tip = stretch.center() + 6.0 * along;
  QPolygonF head;
  head << tip << tip - 9.0 * along + 5.0 * side << tip - 9.0 * along - 5.0 * side;
  p.drawPolygon(head);
}

void paint_hoses(Canvas& c, BoardPlane plane) {
  const Assessment& a = c.a();
  QPainter& p = c.painter;
  for (const HosePath& path : a.hoses) {
    const HoseFlow* flow = a.water.hose(path.hose);
    const double q = flow ? flow->flow : 0.0;
    const bool selected = c.session.is_selected(path.hose);
    const QPolygonF line = hose_on_board(c.map, plane, path);
    const QPen pen = hose_pen(c, q, selected);
    // A rim of paper keeps crossing hoses apart.
    p.setPen(QPen(look().card, pen.widthF() + 2.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(line);
    p.setPen(pen);
    p.drawPolyline(line);
    if (std::abs(q) > ml_min) {
      p.setPen(Qt::NoPen);
      p.setBrush(pen.color());
      paint_arrow(p, line, q > 0.0);
    }
    if (path.kinks()) {
      p.setPen(QPen(look().buoy, 2.0));
      p.setBrush(Qt::NoBrush);
      const QPointF at = on_board(c.map, plane, path.tightest);
      p.drawEllipse(at, 7.0, 7.0);
    }
  }
}

/// Each kind has a shape of its own: wedge for what takes water, ring for an outlet, block for a cooler, bar for a
/// joint.
void paint_fitting(Canvas& c, const CoolFitting& f, const QPointF& at) {
  const Look& l = look();
  QPainter& p = c.painter;
  const bool selected = c.session.is_selected(f.id), bad = f.blocked || f.reversed;
  p.setPen(QPen(bad ? l.buoy : selected ? l.brass_text : l.ink, selected ? 2.4 : 1.6));
  p.setBrush(selected ? l.brass_fill : l.card);
  if (f.kind == FittingKind::pump) {
    p.drawEllipse(at, 7.0, 7.0);
    QPolygonF wedge;
    wedge << at + QPointF(5, 0) << at + QPointF(-3, 4.5) << at + QPointF(-3, -4.5);
    p.drawPolygon(wedge);
  } else if (is_pickup(f.kind)) {
    QPolygonF wedge;
    wedge << at + QPointF(7, 0) << at + QPointF(-6, 6) << at + QPointF(-2, 0) << at + QPointF(-6, -6);
    p.drawPolygon(wedge);
  } else if (f.kind == FittingKind::outlet) {
    p.drawEllipse(at, 6.0, 6.0);
    p.drawEllipse(at, 2.5, 2.5);
  } else if (is_cooler(f.kind)) {
    p.drawRoundedRect(QRectF(at - QPointF(6, 5), QSizeF(12, 10)), 3, 3);
  } else {
    p.drawRect(QRectF(at - QPointF(4, 4), QSizeF(8, 8)));
  }
  c.labels.block(QRectF(at - QPointF(8, 8), QSizeF(16, 16)));
}

QString water_words(const Canvas& c, const CoolFitting& f) {
  const CircuitFlow& w = c.a().water;
  const auto flow = [&](double q) { return c.session.shown({q, Dimension::flow}); };
  const QString name = QString::fromStdString(f.name);
  if (!w.solved) return name;
  if (const CoolerFlow* k = w.cooler(f.id)) return name + " " + flow(k->flow);
  for (const OutletFlow& o : w.outlets)
    if (o.fitting == f.id)
      return o.flow > ml_min ? name + " " + flow(o.flow) : QObject::tr("%1 does not run").arg(name);
  for (const PickupFlow& p : w.pickups)
    if (p.fitting == f.id)
      return p.wet ? QObject::tr("%1, climbs %2").arg(name, c.session.in_words(length_quantity(p.head)))
                   : QObject::tr("%1 draws air").arg(name);
  return name;
}

}  // namespace

void paint_plumbing(Canvas& c) {
  QPainter& p = c.painter;
  p.setRenderHint(QPainter::Antialiasing);
  const Project& project = c.project();
  for (const BoardPlane plane : {BoardPlane::profile, BoardPlane::plan}) {
    for (const Lane& lane : project.cooling.lanes) {
      const bool chosen = c.session.is_selected(lane.id);
      p.setPen(QPen(chosen ? look().brass : look().reed, chosen ? 3.0 : 1.6, Qt::DotLine));
      p.drawLine(on_board(c.map, plane, {lane.from, lane.y, lane.z}),
                 on_board(c.map, plane, {lane.to, lane.y, lane.z}));
    }
    paint_hoses(c, plane);
    for (const CoolFitting& f : project.cooling.fittings)
      paint_fitting(c, f, fitting_on_board(c.map, plane, project, f));
    for (const WaterPort& port : water_ports(project)) {
      const QPointF at = port_on_board(c.map, plane, project, port);
      p.setPen(QPen(port.taken ? look().muted : look().buoy, 1.4));
      p.setBrush(port.taken ? look().card : look().brass_fill);
      p.drawEllipse(at, port.taken ? 2.5 : 4.5, port.taken ? 2.5 : 4.5);
      if (!port.taken) c.labels.block(QRectF(at - QPointF(5, 5), QSizeF(10, 10)));
    }
  }
  // Names once, in the view with more room: the plan.
  p.setFont(ui_font(8.2, QFont::DemiBold));
  for (const CoolFitting& f : project.cooling.fittings) {
    if (f.kind == FittingKind::joiner || f.kind == FittingKind::tee) continue;
    p.setPen(f.blocked || f.reversed ? look().buoy_text : look().ink);
    c.labels.place(p, fitting_on_board(c.map, BoardPlane::plan, project, f), water_words(c, f),
                   {{0, 18},
                    {0, -18},
                    {80, 14},
                    {-80, 14},
                    {80, -14},
                    {-80, -14},
                    {0, 34},
                    {0, -34},
                    {90, 32},
                    {-90, 32},
                    {90, -32},
                    {-90, -32},
                    {0, 50},
                    {0, -50}});
  }
  if (c.a().water.stale) {
    p.setPen(look().buoy_text);
    c.labels.place(p, c.map.plan_area().center(),
                   QObject::tr("water as it was: %1").arg(c.session.said(c.a().water.message)),
                   {{0, -40}, {0, 40}, {0, 60}, {0, -60}});
  }
  if (c.state.hose_from && c.state.hose_to) {
    p.setPen(QPen(look().brass, 2.5, Qt::DashLine));
    p.drawLine(*c.state.hose_from, *c.state.hose_to);
  }
}

}  // namespace plucky::app
