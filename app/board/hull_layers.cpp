#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "hull/hollows.h"
#include "hull/rims.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Closed outline from one border out and the other back, in profile or plan.
template <class Point>
QPainterPath outline_path(const std::vector<double>& x, const std::vector<double>& there,
                          const std::vector<double>& back, Point point) {
  QPolygonF polygon;
  for (std::size_t i = 0; i < x.size(); ++i) polygon << point(x[i], there[i]);
  for (std::size_t i = x.size(); i-- > 0;) polygon << point(x[i], back[i]);
  QPainterPath path;
  path.addPolygon(polygon);
  path.closeSubpath();
  return path;
}

QPainterPath profile_path(const Canvas& c, const ShellModel& shell) {
  const Outline& o = shell.outline;
  return outline_path(o.x, o.keel, o.top, [&](double x, double z) { return c.map.profile(x, z); });
}

QPainterPath plan_path(const Canvas& c, const ShellModel& shell) {
  const Outline& o = shell.outline;
  std::vector<double> starboard;
  for (const double y : o.half_starboard) starboard.push_back(-y);
  return outline_path(o.x, o.half_port, starboard, [&](double x, double y) { return c.map.plan(x, y); });
}

/// The water's surface across the whole profile: two points on the centre plane.
std::pair<QPointF, QPointF> surface(const Canvas& c) {
  const WaterPlane& w = c.a().flotation.plane;
  const double left = c.map.boat_x(0.0), right = c.map.boat_x(c.map.profile_area().width());
  return {c.map.profile(left, w.z_at(left)), c.map.profile(right, w.z_at(right))};
}

bool water_is_drawable(const Canvas& c) {
  return c.a().flotation.status == FloatStatus::afloat && std::abs(c.a().flotation.plane.attitude.up().z()) > 0.2;
}

QPainterPath water_path(const Canvas& c) {
  const auto [a, b] = surface(c);
  QPainterPath path(a);
  path.lineTo(b);
  path.lineTo(c.map.profile_area().bottomRight());
  path.lineTo(c.map.profile_area().bottomLeft());
  path.closeSubpath();
  return path;
}

/// The part of a shell's profile below the surface.
QPainterPath under_water_path(const Canvas& c, const Outline& o) {
  std::vector<double> keel, top;
  for (std::size_t i = 0; i < o.x.size(); ++i) {
    const double water = c.a().flotation.plane.z_at(o.x[i]);
    keel.push_back(std::min(o.keel[i], water));
    top.push_back(std::min(o.top[i], water));
  }
  return outline_path(o.x, keel, top, [&](double x, double z) { return c.map.profile(x, z); });
}

/// A line across profile and plan as far as a section goes.
void paint_across(Canvas& c, double x, const Section& section) {
  const Section::Extent e = section.extent();
  if (e.empty()) return;
  c.painter.drawLine(c.map.profile(x, e.low.y()), c.map.profile(x, e.high.y()));
  c.painter.drawLine(c.map.plan(x, e.low.x()), c.map.plan(x, e.high.x()));
}

/// Twenty stations across profile and plan.
void paint_stations(Canvas& c) {
  const HullModel& hull = c.a().hull->model;
  c.painter.setPen(QPen(look().line, 1.0));
  for (int i = 1; i < 20; ++i) {
    const double x = hull.box.low.x() + i / 20.0 * hull.length();
    for (const ShellModel& shell : hull.shells)
      if (x > shell.box.low.x() && x < shell.box.high.x()) paint_across(c, x, shell.section_near(x));
  }
}

/// The inner walls of tunnels and between two hulls, under the deck.
void paint_hollows(Canvas& c) {
  c.painter.setPen(QPen(look().muted, 1.0, Qt::DashLine));
  for (const std::vector<Vec2>& edge : hollow_edges(c.a().hull->model)) {
    QPolygonF line;
    for (const Vec2& p : edge) line << c.map.plan(p.x(), p.y());
    c.painter.drawPolyline(line);
  }
}

/// Full walls as lines right across, ribs as their rim, temporary ones dashed; stringers as they stand.
void paint_frames(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const HullModel& hull = c.a().hull->model;
  const double thickness = c.project().hull.skin.frame_thickness;
  for (const Frame& f : hull.frames) {
    const Section::Extent e = f.outline.extent();
    if (f.along) {
      QPolygonF side;
      for (const Vec2& v : f.shape.loops.front()) side << c.map.profile(v.x(), v.y());
      p.setPen(QPen(l.muted, 1.0));
      p.setBrush(Qt::NoBrush);
      p.drawPolygon(side);
      p.drawRect(QRectF(c.map.plan(e.low.x(), f.at + thickness), c.map.plan(e.high.x(), f.at)));
      continue;
    }
    p.setPen(QPen(l.muted, 1.2, f.temporary ? Qt::DashLine : Qt::SolidLine));
    const Section shape = section_of(f.shape);
    const auto stretches = [&](int axis, double at, const std::function<QPointF(double)>& place) {
      std::vector<double> ends = shape.crossings(axis, at);
      std::sort(ends.begin(), ends.end());
      for (std::size_t i = 1; i < ends.size(); i += 2) p.drawLine(place(ends[i - 1]), place(ends[i]));
    };
    stretches(0, 0.0, [&](double z) { return c.map.profile(f.at, z); });
    stretches(1, 0.5 * (e.low.y() + e.high.y()), [&](double y) { return c.map.plan(f.at, y); });
  }
}

/// Bulwarks over the deck edge, bumpers round it.
void paint_rims(Canvas& c) {
  const std::vector<RimRun> runs = rim_runs(c.a().hull->model, c.project().hull);
  for (std::size_t i = 0; i < runs.size(); ++i) {
    const EdgeRim& rim = c.project().hull.rims[i];
    const double low = rim.bumper ? -0.5 * rim.height : 0.0, high = low + rim.height;
    QPolygonF side, port, starboard;
    for (const Vec3& p : runs[i].port) {
      side << c.map.profile(p.x(), p.z() + low);
      port << c.map.plan(p.x(), p.y());
      starboard << c.map.plan(p.x(), -p.y());
    }
    for (std::size_t k = runs[i].port.size(); k-- > 0;)
      side << c.map.profile(runs[i].port[k].x(), runs[i].port[k].z() + high);
    c.painter.setPen(QPen(look().ink, 1.2));
    c.painter.setBrush(rim.bumper ? look().part : look().hull);
    c.painter.drawPolygon(side);
    c.painter.setBrush(Qt::NoBrush);
    c.painter.setPen(QPen(look().ink, rim.bumper ? 3.0 : 1.8));
    c.painter.drawPolyline(port);
    c.painter.drawPolyline(starboard);
  }
}

void paint_fittings(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const HullModel& hull = c.a().hull->model;
  const HullDesign& design = c.project().hull;
  for (const Hatch& h : design.hatches) {
    const QRectF plan(c.map.plan(h.x, h.y + 0.5 * h.width), c.map.plan(h.x + h.length, h.y - 0.5 * h.width));
    p.setPen(QPen(l.reed, 1.6, Qt::DashLine));
    p.setBrush(Qt::NoBrush);
    p.drawRoundedRect(plan, 3, 3);
    const QPointF a = c.map.profile(h.x, hull.deck_height(h.x, h.y) + h.coaming);
    const QPointF b = c.map.profile(h.x + h.length, hull.deck_height(h.x + h.length, h.y) + h.coaming);
    p.setPen(QPen(l.reed, 4.0, Qt::SolidLine, Qt::FlatCap));
    p.drawLine(a, b);
  }
  for (const Cabin& k : design.cabins) {
    const double z0 = hull.deck_height(k.x, 0.0), z1 = hull.deck_height(k.x + k.length, 0.0);
    const double in = 0.5 * k.lean * k.length;
    const QPolygonF side({c.map.profile(k.x, z0), c.map.profile(k.x + in, z0 + k.height),
                          c.map.profile(k.x + k.length - in, z1 + k.height), c.map.profile(k.x + k.length, z1)});
    p.setPen(QPen(l.ink, 1.4));
    p.setBrush(l.hull);
    p.drawPolygon(side);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(l.muted, 1.0));
    p.drawRect(QRectF(c.map.plan(k.x, 0.5 * k.width), c.map.plan(k.x + k.length, -0.5 * k.width)));
  }
  for (const FloodChamber& f : design.chambers) {
    const double far = 0.5 * hull.beam();
    const QRectF plan(c.map.plan(f.x, f.port ? far : -f.inner), c.map.plan(f.x + f.length, f.port ? f.inner : -far));
    p.fillRect(plan, QBrush(l.water_line, Qt::BDiagPattern));
    p.setPen(QPen(l.water_line, 1.0));
    p.drawRect(plan);
  }
  paint_frames(c);
  paint_rims(c);
}

}  // namespace

void label_hatches(Canvas& c) {
  c.painter.setFont(ui_font(8.5, QFont::Medium));
  c.painter.setPen(look().reed_text);
  for (const Hatch& h : c.project().hull.hatches) {
    const double x = h.x + h.length;
    const QPointF end = c.map.profile(x, c.a().hull->model.deck_height(x, h.y) + h.coaming);
    const QString text = QString("%1 %2 \u00d7 %3")
                             .arg(QString::fromStdString(h.name), c.session.in_words(length_quantity(h.length)),
                                  c.session.in_words(length_quantity(h.width)));
    c.labels.place(c.painter, end, text, {{-60, -13}, {-140, -13}, {40, -13}});
  }
}

void paint_water(Canvas& c) {
  c.painter.fillRect(QRectF(0, 0, c.map.profile_area().width(), c.map.plan_area().bottom()), look().paper);
  if (!water_is_drawable(c)) return;
  c.painter.save();
  c.painter.setClipRect(c.map.profile_area());
  c.painter.fillPath(water_path(c), look().water);
  c.painter.restore();
}

void paint_hull(Canvas& c) {
  QPainter& p = c.painter;
  if (!c.state.hull_picture.isNull()) return p.drawPixmap(QPoint(0, 0), c.state.hull_picture);
  const Look& l = look();
  const HullModel& hull = c.a().hull->model;
  p.setBrush(l.hull);
  p.setPen(QPen(l.ink, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
  // The main shell last: in profile it hides what stands beside it.
  for (auto shell = hull.shells.rbegin(); shell != hull.shells.rend(); ++shell) p.drawPath(profile_path(c, *shell));
  for (const ShellModel& shell : hull.shells) p.drawPath(plan_path(c, shell));
  paint_hollows(c);
  // Deck edges in profile: where the freeboard is measured.
  p.setPen(QPen(l.muted, 1.0));
  for (const ShellModel& shell : hull.shells) {
    QPolygonF edge;
    for (std::size_t i = 0; i < shell.deck_edge.size() / 2; ++i)
      edge << c.map.profile(shell.deck_edge[i].x(), shell.deck_edge[i].z());
    p.drawPolyline(edge);
  }
  // Centre line and the water line's shape in plan.
  p.setPen(QPen(l.muted, 1.0, Qt::DashDotLine));
  p.drawLine(QPointF(12, c.map.plan(0, 0).y()), QPointF(c.map.plan_area().width() - 12, c.map.plan(0, 0).y()));
  if (c.shows(Overlay::lines)) paint_stations(c);
  if (c.shows(Overlay::fittings)) paint_fittings(c);
}

void paint_water_front(Canvas& c) {
  if (!water_is_drawable(c)) return;
  QPainter& p = c.painter;
  const Look& l = look();
  QColor veil = l.water;
  veil.setAlpha(veil.alpha() / 2);
  QPainterPath under;
  under.setFillRule(Qt::WindingFill);  // shells that lie over one another in profile are veiled once
  for (const ShellModel& shell : c.a().hull->model.shells) under.addPath(under_water_path(c, shell.outline));
  p.fillPath(under, veil);
  p.save();
  p.setClipRect(c.map.profile_area());
  const auto [a, b] = surface(c);
  p.setPen(QPen(l.water_line, 2.0));
  p.drawLine(a, b);
  if (const double band = c.project().hull.boot_top; band > 0.0) {
    // On the hull alone, where it is painted.
    QPainterPath hull;
    for (const ShellModel& shell : c.a().hull->model.shells) hull.addPath(profile_path(c, shell));
    p.setClipPath(hull, Qt::IntersectClip);
    const QPointF up(0.0, c.map.profile(0.0, band).y() - c.map.profile(0.0, 0.0).y());
    p.setPen(QPen(l.water_line, 1.0, Qt::DashLine));
    p.drawLine(a + up, b + up);
  }
  p.restore();
  const Attitude& at = c.a().flotation.plane.attitude;
  const QString side = at.trim < 0.0 ? QObject::tr("bow down") : QObject::tr("bow up");
  p.setFont(ui_font(8.5, QFont::DemiBold));
  p.setPen(l.water_line);
  const double right = c.map.x(c.a().hull->model.box.high.x());
  const QPointF anchor(right - 10, c.map.profile(0, c.a().flotation.plane.z_at(c.map.boat_x(right))).y());
  c.labels.place(
      p, anchor,
      QObject::tr("water at rest, trim %1 %2").arg(c.session.in_words(angle_quantity(std::abs(at.trim))), side),
      {{0, 14}, {0, 28}, {-60, 42}});
}

}  // namespace plucky::app
