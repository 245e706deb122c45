// What shows only while the hand is at work, and the order of the layers.
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "board/grips.h"
#include "board/layers.h"
#include "stages/stages.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

Overlays usual_overlays(Stage stage) {
  const StageModule* module = stage_module(stage);
  return module ? module->overlays : boat_overlays | Overlay::freeboards;
}

QString overlay_name(Overlay overlay) {
  switch (overlay) {
    case Overlay::water:
      return QObject::tr("Water");
    case Overlay::parts:
      return QObject::tr("Parts");
    case Overlay::names:
      return QObject::tr("Names");
    case Overlay::cg:
      return QObject::tr("CG and its band");
    case Overlay::freeboards:
      return QObject::tr("Freeboards");
    case Overlay::fittings:
      return QObject::tr("Hatches, rails, bulkheads, stringers");
    case Overlay::handles:
      return QObject::tr("Hull handles");
    case Overlay::drive:
      return QObject::tr("Drive line and running water");
    case Overlay::plumbing:
      return QObject::tr("Cooling water");
    case Overlay::openings:
      return QObject::tr("Water ingress points");
    case Overlay::making:
      return QObject::tr("Cuts and panels");
    case Overlay::lines:
      break;
  }
  return QObject::tr("Hull lines");
}

namespace {

void paint_stage_layers(Canvas& c, BoardLayer::Lies lies) {
  for (const StageModule& module : stage_modules())
    for (const BoardLayer& layer : module.layers)
      if (layer.lies == lies && c.shows(layer.overlay)) layer.paint(c);
}

}  // namespace

void paint_boat(QPainter& painter, const BoardMap& map, const Session& session, const BoardState& state,
                const QRectF& area) {
  LabelPlacer labels(area);
  if (!map.section_area().isNull()) labels.block(map.section_area());
  labels.block(map.ruler_area());
  if (!state.controls.isNull()) labels.block(state.controls);
  Canvas c{painter, map, session, labels, state};
  const Vec3& cg = c.a().mass.cg;
  if (c.shows(Overlay::cg))
    for (const QPointF& at : {map.profile(cg.x(), cg.z()), map.plan(cg.x(), cg.y())})
      labels.block(QRectF(at - QPointF(11, 11), QSizeF(22, 22)));
  if (c.shows(Overlay::fittings))
    for (const Hatch& h : c.project().hull.hatches) {
      const double z = c.a().hull->model.deck_height(h.x, h.y) + h.coaming;
      labels.avoid(QRectF(map.profile(h.x, z), map.profile(h.x + h.length, z)).adjusted(0, -4, 0, 4));
    }
  if (c.shows(Overlay::parts))
    for (const Part& part : c.project().layout.parts) {
      labels.avoid(part_in_profile(map, part));
      labels.avoid(part_in_plan(map, part));
    }
  if (c.shows(Overlay::water)) paint_water(c);
  painter.setFont(ui_font(8.5, QFont::DemiBold));
  painter.setPen(look().muted);
  labels.place(painter, QPointF(40, 14), QObject::tr("Profile"), {{0, 0}});
  labels.place(painter, QPointF(40, map.plan_area().top() + 12), QObject::tr("Plan"), {{-6, 0}});
  paint_hull(c);
  if (c.shows(Overlay::fittings)) paint_rails(c);
  if (c.shows(Overlay::parts)) paint_parts(c);
  if (c.shows(Overlay::water)) paint_water_front(c);
  paint_stage_layers(c, BoardLayer::Lies::under_names);
  if (c.shows(Overlay::parts) && c.shows(Overlay::names)) label_parts(c);
  paint_stage_layers(c, BoardLayer::Lies::over_names);
  paint_marks(c);
  if (c.shows(Overlay::fittings) && c.shows(Overlay::names)) label_hatches(c);
  paint_hands(c);
}

namespace {

void paint_handles(Canvas& c) {
  const Look& l = look();
  QPainter& p = c.painter;
  for (const HullHandle& h : hull_handles(c.a().hull->model, c.project().hull)) {
    const QPointF at = on_board(c.map, h.plane, h.place);
    QPainterPath diamond(at + QPointF(0, -6));
    for (const QPointF& corner : {QPointF(6, 0), QPointF(0, 6), QPointF(-6, 0)}) diamond.lineTo(at + corner);
    diamond.closeSubpath();
    c.labels.block(QRectF(at - QPointF(7, 7), QSizeF(14, 14)));
    p.setPen(QPen(l.brass_text, 1.4));
    p.setBrush(l.brass_fill);
    p.drawPath(diamond);
  }
}

/// Name and value of each handle; after all diamonds, so that no name lies on one.
void name_handles(Canvas& c) {
  c.painter.setFont(ui_font(8, QFont::Medium));
  c.painter.setPen(look().brass_text);
  for (const HullHandle& h : hull_handles(c.a().hull->model, c.project().hull)) {
    const QPointF at = on_board(c.map, h.plane, h.place);
    for (const HullParameter& p : hull_parameters(c.project().hull.family)) {
      if (std::string(p.key) != h.key) continue;
      const QString text =
          QString("%1 %2").arg(term(p.label), c.session.in_words({c.project().hull.shape.*p.member, p.dimension}));
      c.labels.place(c.painter, at, text, {{0, -15}, {0, 16}, {62, -12}, {-62, -12}, {62, 14}, {-62, 14}});
    }
  }
}

void paint_measure(Canvas& c, const Measure& m) {
  const Look& l = look();
  QPainter& p = c.painter;
  const QPointF a = on_board(c.map, m.plane, m.from), b = on_board(c.map, m.plane, m.to);
  p.setPen(QPen(l.brass_text, 1.6));
  p.drawLine(a, b);
  for (const QPointF& end : {a, b}) p.drawEllipse(end, 3.0, 3.0);
  p.setPen(QPen(l.brass_text, 1.0, Qt::DotLine));
  p.drawLine(a, QPointF(b.x(), a.y()));
  p.drawLine(QPointF(b.x(), a.y()), b);
  const Vec3 way = m.to - m.from;
  const auto words = [&](double v) { return c.session.shown(length_quantity(std::abs(v))); };
  p.setFont(ui_font(9, QFont::Bold));
  p.setPen(l.brass_text);
  c.labels.place(p, 0.5 * (a + b),
                 QObject::tr("%1  (%2 along, %3 %4)")
                     .arg(words(way.norm()), words(way.x()), words(m.plane == BoardPlane::profile ? way.z() : way.y()),
                          m.plane == BoardPlane::profile ? QObject::tr("up") : QObject::tr("across")),
                 {{0, -14}, {0, 16}, {0, -30}, {0, 32}});
}

void paint_guide(Canvas& c, const Guide& g) {
  QPainter& p = c.painter;
  p.setPen(QPen(look().brass, 1.2, Qt::DashLine));
  QPointF label;
  if (g.axis == 0) {
    const double x = c.map.x(g.at);
    p.drawLine(QPointF(x, 0), QPointF(x, c.map.plan_area().bottom()));
    label = QPointF(x, c.map.ruler_area().top() - 12);
  } else {
    const double y = g.axis == 1 ? c.map.plan(0, g.at).y() : c.map.profile(0, g.at).y();
    p.drawLine(QPointF(0, y), QPointF(c.map.plan_area().width(), y));
    label = QPointF(80, y);
  }
  p.setFont(ui_font(8, QFont::DemiBold));
  p.setPen(look().brass_text);
  c.labels.place(p, label, g.to, {{0, -9}, {70, -9}, {0, 10}});
}

}  // namespace

void paint_hands(Canvas& c) {
  if (c.shows(Overlay::handles)) {
    paint_handles(c);
    name_handles(c);
  }
  for (const Guide& g : c.state.guides) paint_guide(c, g);
  if (c.state.measure) paint_measure(c, *c.state.measure);
  if (c.state.band) {
    QColor fill = look().brass;
    fill.setAlpha(36);
    c.painter.setPen(QPen(look().brass, 1.2, Qt::DashLine));
    c.painter.setBrush(fill);
    c.painter.drawRect(*c.state.band);
  }
}

}  // namespace plucky::app
