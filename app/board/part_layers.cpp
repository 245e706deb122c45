#include <cmath>

#include "board/layers.h"
#include "parts/part_look.h"
#include "theme/theme.h"

namespace plucky::app {

QRectF part_in_profile(const BoardMap& map, const Part& part) {
  const Box3 b = part.box();
  return QRectF(map.profile(b.low.x(), b.high.z()), map.profile(b.high.x(), b.low.z()));
}

QRectF part_in_plan(const BoardMap& map, const Part& part) {
  const Box3 b = part.box();
  return QRectF(map.plan(b.low.x(), b.high.y()), map.plan(b.high.x(), b.low.y()));
}

QString short_name(const Part& part) {
  const QString name = QString::fromStdString(part.name);
  return name.size() > 18 ? name.section(',', 0, 0) : name;
}

namespace {

bool in_trouble(const Canvas& c, const Part& part) {
  const PartFit* fit = c.a().fit(part.id);
  return fit && !fit->stands_free();
}

void paint_part(Canvas& c, const Part& part, const QRectF& r, Side side) {
  QPainter& p = c.painter;
  const Look& l = look();
  const bool selected = c.session.is_selected(part.id);
  const bool trouble = in_trouble(c, part);
  p.setBrush(selected ? l.brass_fill : l.part);
  p.setPen(QPen(trouble    ? l.buoy
                : selected ? l.brass
                           : l.ink,
                selected || trouble ? 2.2 : 1.2, trouble ? Qt::DashLine : Qt::SolidLine));
  draw_silhouette(p, part, r, side);
}

/// Tube and shaft from the coupler to the disc, to scale.
void paint_shaft(Canvas& c, const Part& part, const ShaftPlace& at) {
  const Look& l = look();
  const bool selected = c.session.is_selected(part.id);
  const double scale = std::abs(c.map.x(1.0) - c.map.x(0.0));
  const double across = std::max(2.5, scale * part.size.y());
  const auto draw = [&](const QPointF& disc, const QPointF& fore) {
    QPen pen(selected ? l.brass : l.ink, across + 2.0, Qt::SolidLine, Qt::FlatCap);
    c.painter.setPen(pen);
    c.painter.drawLine(disc, fore);
    pen.setColor(selected ? l.brass_fill : l.part);
    pen.setWidthF(across);
    c.painter.setPen(pen);
    c.painter.drawLine(disc, fore);
  };
  draw(c.map.profile(at.disc.x(), at.disc.z()), c.map.profile(at.fore.x(), at.fore.z()));
  draw(c.map.plan(at.disc.x(), at.disc.y()), c.map.plan(at.fore.x(), at.fore.y()));
}

/// The name inside where it fits, else beside the part; the selected part's name always shows.
void label_part(Canvas& c, const Part& part, const QRectF& r) {
  QPainter& p = c.painter;
  const bool selected = c.session.is_selected(part.id);
  p.setFont(ui_font(8.5, selected ? QFont::Bold : QFont::Medium));
  p.setPen(look().ink);
  const QString name = short_name(part);
  const QFontMetricsF m(p.font());
  const bool fits = m.horizontalAdvance(name) + 8 <= r.width() && m.height() <= r.height();
  const double aside = std::max(0.0, 0.5 * (r.width() - m.horizontalAdvance(name)) - 4.0);
  if (fits &&
      !c.labels
           .place(p, r.center(), name,
                  {{0, 0}, {aside, 0}, {-aside, 0}, {0, -0.5 * r.height() + 8}, {0, 0.5 * r.height() - 8}}, true)
           .isNull())
    return;
  const double up = -0.5 * r.height() - 9, down = 0.5 * r.height() + 9;
  c.labels.place(p, r.center(), name, {{0, up}, {0, down}, {24, up}, {-24, up}, {24, down}, {-24, down}});
}

/// In profile and plan at the part's box, a shaft's about the middle of its line.
void label_both(Canvas& c, const Part& part) {
  const auto at = shaft_place(c.a(), part);
  if (!at) {
    label_part(c, part, part_in_profile(c.map, part));
    label_part(c, part, part_in_plan(c.map, part));
    return;
  }
  const Vec3 middle = 0.5 * (at->disc + at->fore);
  for (const QPointF& seat : {c.map.profile(middle.x(), middle.z()), c.map.plan(middle.x(), middle.y())})
    label_part(c, part, QRectF(seat - QPointF(5, 5), QSizeF(10, 10)));
}

}  // namespace

void paint_rails(Canvas& c) {
  const Look& l = look();
  for (const Rail& rail : c.project().layout.rails) {
    c.painter.setPen(QPen(l.brass, 1.2, Qt::DotLine));
    c.painter.drawLine(c.map.profile(rail.from, rail.z), c.map.profile(rail.to, rail.z));
    c.painter.drawLine(c.map.plan(rail.from, rail.y), c.map.plan(rail.to, rail.y));
    c.painter.setPen(QPen(l.brass, 2.0));
    for (const double x : {rail.from, rail.to}) {
      c.painter.drawLine(c.map.profile(x, rail.z) + QPointF(0, -3), c.map.profile(x, rail.z) + QPointF(0, 3));
      c.painter.drawLine(c.map.plan(x, rail.y) + QPointF(0, -4), c.map.plan(x, rail.y) + QPointF(0, 4));
    }
  }
}

void paint_parts(Canvas& c) {
  const auto& parts = c.project().layout.parts;
  const Part* selected = c.project().layout.find(c.session.selection());
  const auto each = [&](auto&& f) {
    for (const Part& part : parts)
      if (&part != selected) f(part);
    if (selected) f(*selected);
  };
  each([&](const Part& part) {
    if (const auto at = shaft_place(c.a(), part)) return paint_shaft(c, part, *at);
    paint_part(c, part, part_in_profile(c.map, part), Side::profile);
    paint_part(c, part, part_in_plan(c.map, part), Side::plan);
  });
}

void label_parts(Canvas& c) {
  const auto& parts = c.project().layout.parts;
  const Part* selected = c.project().layout.find(c.session.selection());
  // The selected part's name first, so that it gets the best place.
  if (selected) {
    label_both(c, *selected);
  }
  for (const Part& part : parts) {
    if (&part == selected) continue;
    label_both(c, part);
  }
  if (!selected || selected->rail == 0) return;
  const Rail* rail = c.project().layout.find_rail(selected->rail);
  if (!rail) return;
  const QRectF plan = part_in_plan(c.map, *selected);
  c.painter.setFont(ui_font(8.5, QFont::DemiBold));
  c.painter.setPen(look().brass_text);
  c.labels.place(c.painter, QPointF(plan.center().x(), plan.bottom()),
                 QObject::tr("%1: %2 aft, %3 forward left")
                     .arg(QString::fromStdString(rail->name),
                          c.session.in_words(length_quantity(selected->place.x() - rail->from)),
                          c.session.in_words(length_quantity(rail->to - selected->place.x()))),
                 {{0, 12}, {0, 24}, {0, -plan.height() - 12}});
}

}  // namespace plucky::app
