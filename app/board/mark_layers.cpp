#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void cross(QPainter& p, const QPointF& at, const QColor& colour) {
  p.setPen(QPen(colour, 2.2));
  p.setBrush(Qt::NoBrush);
  p.drawEllipse(at, 9, 9);
  p.drawLine(at - QPointF(13, 0), at + QPointF(13, 0));
  p.drawLine(at - QPointF(0, 13), at + QPointF(0, 13));
}

void paint_cg(Canvas& c) {
  const Assessment& a = c.a();
  const Look& l = look();
  QPainter& p = c.painter;
  const Vec3& cg = a.mass.cg;
  const Box3& box = a.hull->model.box;
  // The same severity as in findings and ledger.
  const auto f =
      std::find_if(a.findings.begin(), a.findings.end(), [](const Finding& x) { return x.id == "float.cg"; });
  const Severity severity = f == a.findings.end() ? Severity::fine : f->severity;
  const QColor colour = severity_colour(severity);
  const double top = c.map.profile(0, box.high.z()).y();
  if (a.cg_band.high > a.cg_band.low) {
    QColor band = l.reed;
    band.setAlpha(46);
    const QRectF profile(c.map.profile(a.cg_band.low, box.high.z()), c.map.profile(a.cg_band.high, box.low.z()));
    const double half = 0.5 * a.hull->model.beam();
    p.fillRect(profile, band);
    p.fillRect(QRectF(c.map.plan(a.cg_band.low, half), c.map.plan(a.cg_band.high, -half)), band);
    p.setFont(ui_font(8.5, QFont::DemiBold));
    p.setPen(l.reed_text);
    const double length = a.hull->model.length();
    const auto share = [&](double x) { return QString::number(100.0 * (x - box.low.x()) / length, 'f', 0); };
    c.labels.place(p, QPointF(profile.center().x(), top),
                   QObject::tr("CG target %1\u2013%2 %").arg(share(a.cg_band.low), share(a.cg_band.high)),
                   {{0, -32}, {-70, -32}, {70, -32}, {0, -50}, {90, -50}});
  }
  const QPointF at = c.map.profile(cg.x(), cg.z());
  p.setPen(QPen(colour, 1.2, Qt::DashLine));
  p.drawLine(QPointF(at.x(), top - 8), at);
  p.setFont(ui_font(9.5, QFont::Bold));
  p.setPen(severity == Severity::fine ? l.reed_text : severity_text_colour(severity));
  c.labels.place(p, QPointF(at.x(), top),
                 QString("CG %1 \u00b7 %2 %")
                     .arg(c.session.in_words(length_quantity(cg.x() - box.low.x())),
                          QString::number(100.0 * (cg.x() - box.low.x()) / a.hull->model.length(), 'f', 0)),
                 {{0, -16}, {60, -16}, {-60, -16}, {90, -30}, {-90, -30}, {70, -50}});
  cross(p, at, colour);
  cross(p, c.map.plan(cg.x(), cg.y()), colour);
}

void paint_freeboards(Canvas& c) {
  const Assessment& a = c.a();
  if (!a.flotation.upright() || a.hull->model.shells.front().deck_edge.empty()) return;
  QPainter& p = c.painter;
  const Look& l = look();
  const auto& edge = a.hull->model.shells.front().deck_edge;
  const std::size_t last = edge.size() / 2 - 1;
  p.setFont(ui_font(8.5, QFont::DemiBold));
  const auto measure = [&](const Vec3& at, double value, double inset, double label_dx) {
    const double x = at.x() + inset / c.map.scale();
    const QPointF top = c.map.profile(x, at.z()), foot = c.map.profile(x, a.flotation.plane.z_at(x, at.y()));
    p.setPen(QPen(value < a.project.brief.wanted_freeboard ? l.buoy : l.ink, 1.2));
    p.drawLine(top, foot);
    p.drawLine(top - QPointF(4, 0), top + QPointF(4, 0));
    p.drawLine(foot - QPointF(4, 0), foot + QPointF(4, 0));
    p.setPen(value < a.project.brief.wanted_freeboard ? l.buoy_text : l.ink);
    const double middle = 0.5 * (top.y() + foot.y());
    c.labels.place(p, QPointF(top.x(), middle), c.session.in_words(length_quantity(value)),
                   {{label_dx, 0}, {-label_dx, 0}});
  };
  measure(edge[0], a.freeboard.stern, 8.0, 30.0);
  measure(edge[last], a.freeboard.bow, -3.0, 32.0);
  // The least, where it is neither of the two.
  const Vec3& least = a.freeboard.least_place;
  const double length = a.hull->model.length();
  if (least.x() > edge[0].x() + 0.08 * length && least.x() < edge[last].x() - 0.08 * length)
    measure(least, a.freeboard.least, 0.0, 30.0);
}

/// Distance between figures on the ruler, m, at least about 44 pixels, and how many small steps make it.
std::pair<double, int> ruler_step(bool metric, double scale) {
  struct Step {
    double unit;
    int parts;
  };
  static constexpr Step mm[] = {{0.010, 5}, {0.020, 4}, {0.050, 5}, {0.100, 5}, {0.200, 4}, {0.500, 5}, {1.0, 5}};
  static constexpr Step inches[] = {{0.25, 4}, {0.5, 4}, {1, 4}, {2, 4}, {3, 3}, {6, 6}, {12, 6}, {24, 6}, {48, 8}};
  if (metric) {
    for (const Step& s : mm)
      if (s.unit * scale >= 44.0) return {s.unit, s.parts};
    return {2.0, 4};
  }
  for (const Step& s : inches)
    if (s.unit * 0.0254 * scale >= 44.0) return {s.unit * 0.0254, s.parts};
  return {96 * 0.0254, 8};
}

}  // namespace

void paint_marks(Canvas& c) {
  if (c.shows(Overlay::freeboards)) paint_freeboards(c);
  if (c.shows(Overlay::cg)) paint_cg(c);
}

void paint_ruler(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const QRectF area = c.map.ruler_area();
  p.fillRect(area, l.paper);
  const Box3& box = c.a().hull->model.box;
  const double length = box.size().x(), zero = box.low.x();
  const bool metric = c.session.units() == UnitSystem::metric;
  const double unit = metric ? 0.001 : 0.0254;
  const auto [step, parts] = ruler_step(metric, c.map.scale());
  const double y = area.top() + 21;
  p.setPen(QPen(l.ink, 1.4));
  p.drawLine(QPointF(c.map.x(zero), y), QPointF(c.map.x(zero + length), y));
  p.setFont(ui_font(8.5, QFont::DemiBold));
  for (int i = 0; i * step / parts <= length + 1e-9; ++i) {
    const double x = zero + i * step / parts;
    const bool major = i % parts == 0;
    p.drawLine(QPointF(c.map.x(x), y), QPointF(c.map.x(x), y + (major ? 8 : 4)));
    if (major)
      p.drawText(QRectF(c.map.x(x) - 30, y + 8, 60, 15), Qt::AlignCenter,
                 QString::number(i / parts * step / unit, 'g', 4));
  }
  p.setFont(ui_font(8));
  p.setPen(l.muted);
  for (const int percent : {0, 25, 50, 75, 100}) {
    const double x = c.map.x(zero + 0.01 * percent * length);
    p.drawLine(QPointF(x, y - 5), QPointF(x, y));
    if (std::abs(x - c.map.x(c.state.station)) > 26)
      p.drawText(QRectF(x - 30, y - 19, 60, 13), Qt::AlignCenter, QString("%1 %").arg(percent));
  }
  // The unit keeps its place at the edge, however far the boat was moved or magnified.
  const QRectF unit_place(4, y - 9, 26, 18);
  p.fillRect(unit_place, l.paper);
  p.drawText(unit_place, Qt::AlignCenter, metric ? "mm" : "in");
}

}  // namespace plucky::app
