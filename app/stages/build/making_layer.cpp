// Where the printed hull is cut, and which panel is which, over the boat.
#include <QLineF>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "stages/build/build_stage.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void paint_cuts(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const BuildReport& r = c.a().build;
  const HullModel& hull = c.a().hull->model;
  const double beyond = 14.0;
  for (const double x : r.cuts) {
    const Section::Extent e = hull.section_near(x).extent();
    if (e.empty()) continue;
    p.setPen(QPen(l.brass, 2.0, Qt::DashLine));
    p.drawLine(c.map.profile(x, e.high.y()) - QPointF(0, beyond), c.map.profile(x, e.low.y()) + QPointF(0, beyond));
    p.drawLine(c.map.plan(x, e.high.x()) - QPointF(0, beyond), c.map.plan(x, e.low.x()) + QPointF(0, beyond));
    p.setFont(ui_font(8.2, QFont::DemiBold));
    p.setPen(l.ink);
    c.labels.place(p, c.map.profile(x, e.low.y()) + QPointF(0, beyond), c.session.in_words(length_quantity(x)),
                   {{0, 8}, {0, 20}, {30, 8}, {-30, 8}});
  }
  int number = 0;
  for (const SectionPlan& s : r.sections) {
    ++number;
    const double x = 0.5 * (s.from + s.to);
    const QPointF at = c.map.plan(x, 0.0);
    p.setPen(QPen(s.stance.fits ? l.reed : severity_colour(Severity::stop), 2.0));
    p.setBrush(l.card);
    p.drawEllipse(at, 12.0, 12.0);
    p.setPen(s.stance.fits ? l.ink : severity_text_colour(Severity::stop));
    p.setFont(ui_font(9.5, QFont::Bold));
    p.drawText(QRectF(at - QPointF(12, 12), QSizeF(24, 24)), Qt::AlignCenter, QString::number(number));
    c.labels.block(QRectF(at - QPointF(13, 13), QSizeF(26, 26)));
    p.setFont(ui_font(8.2));
    p.setPen(l.ink);
    c.labels.place(p, at,
                   s.stance.fits ? QObject::tr("%1, %2").arg(c.session.in_words(length_quantity(s.to - s.from)),
                                                             term(stance_name(s.stance.stance)))
                                 : QObject::tr("no room on the bed"),
                   {{0, 24}, {0, -24}, {0, 38}});
  }
}

/// Where a panel's middle lies on the boat.
QPointF middle_of(const Canvas& c, const Panel& panel) {
  Vec3 middle = Vec3::Zero();
  for (const Vec3& v : panel.in_space) middle += v / static_cast<double>(panel.in_space.size());
  return panel.role == PanelRole::deck ? c.map.plan(middle.x(), 0.0) : c.map.profile(middle.x(), middle.z());
}

/// Where the panels' numbers stand: at their middles, aside along the boat where another's stands there already.
std::vector<QPointF> places_of_numbers(const Canvas& c, const std::vector<Panel>& panels) {
  constexpr double apart = 26.0;  // pixels
  std::vector<QPointF> places;
  for (const Panel& panel : panels) {
    const QPointF middle = middle_of(c, panel);
    const auto aside = [&](int k) {
      const int steps = (k + 1) / 2;
      return middle + QPointF(apart * (k % 2 == 0 ? steps : -steps), 0.0);
    };
    int k = 0;
    while (std::any_of(places.begin(), places.end(),
                       [&](const QPointF& p) { return QLineF(p, aside(k)).length() < apart - 1.0; }))
      ++k;
    places.push_back(aside(k));
  }
  return places;
}

void paint_panels(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const std::vector<Panel>& panels = c.a().build.panels;
  const std::vector<QPointF> places = places_of_numbers(c, panels);
  // All numbers before the first name, so that no name lies under one.
  for (std::size_t i = 0; i < panels.size(); ++i) {
    const QPointF at = places[i];
    p.setPen(QPen(l.reed, 1.8));
    p.setBrush(l.card);
    p.drawEllipse(at, 11.0, 11.0);
    p.setPen(l.ink);
    p.setFont(ui_font(9.0, QFont::Bold));
    p.drawText(QRectF(at - QPointF(11, 11), QSizeF(22, 22)), Qt::AlignCenter, QString::number(panels[i].number));
    c.labels.block(QRectF(at - QPointF(12, 12), QSizeF(24, 24)));
  }
  p.setFont(ui_font(8.2));
  p.setPen(l.ink);
  for (std::size_t i = 0; i < panels.size(); ++i)
    c.labels.place(p, places[i], term(panel_role_name(panels[i].role)),
                   {{44, 0}, {-44, 0}, {0, 22}, {0, -22}, {56, 16}, {56, -16}});
}

/// Mounts, trays, boxes, lids where they stand: seen along an axis as they are, from the side as their outer measures.
void paint_fixtures(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  p.setPen(QPen(l.reed, 1.3));
  QColor fill = l.reed;
  fill.setAlphaF(0.18F);
  p.setBrush(fill);
  for (std::size_t i = 0; i < c.a().fixtures.size(); ++i) {
    if (!type_of(c.project().build.fixtures[i].kind).aboard) continue;
    for (const FixtureBody& b : c.a().fixtures[i].bodies) {
      std::vector<Vec3> places = b.more;
      places.push_back(Vec3::Zero());
      for (const Vec3& by : places) {
        Box3 box = b.stack.box();
        box = {box.low + by, box.high + by};
        const auto shape = [&](bool plan) {
          QPainterPath path;
          path.setFillRule(Qt::OddEvenFill);
          const Region outline = b.stack.layers.back().shape;
          for (const auto& loop : outline.loops) {
            QPolygonF ring;
            for (const Vec2& v : loop) {
              const Vec3 at = b.stack.at(v, 0.0) + by;
              ring << (plan ? c.map.plan(at.x(), at.y()) : c.map.profile(at.x(), at.z()));
            }
            path.addPolygon(ring);
            path.closeSubpath();
          }
          p.drawPath(path);
        };
        const bool lies = std::abs(b.stack.w.z()) > 0.9, along = std::abs(b.stack.w.y()) > 0.9;
        if (lies)
          shape(true);
        else
          p.drawRect(QRectF(c.map.plan(box.low.x(), box.high.y()), c.map.plan(box.high.x(), box.low.y())).normalized());
        if (along)
          shape(false);
        else
          p.drawRect(
              QRectF(c.map.profile(box.low.x(), box.high.z()), c.map.profile(box.high.x(), box.low.z())).normalized());
      }
    }
  }
}

/// The selected part's insertion path: its middle's path, its outline at a few places, and where it is now.
void paint_way(Canvas& c) {
  const Part* part = c.project().layout.find(c.session.selection());
  if (!part) return;
  const PartWay* it = c.a().build.way_of(part->id);
  if (!it || it->way.size() < 2) return;
  QPainter& p = c.painter;
  const Look& l = look();
  const Vec3 half = 0.5 * part->size;
  QPolygonF path;
  for (const Pose& pose : it->way) path << c.map.profile(pose.place.x(), pose.place.z());
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(l.brass, 1.4, Qt::DotLine));
  p.drawPolyline(path);
  const auto outline = [&](const Pose& pose) {
    QPolygonF box;
    for (const auto& [u, v] : {std::pair{-1.0, -1.0}, {1.0, -1.0}, {1.0, 1.0}, {-1.0, 1.0}}) {
      const double x = u * half.x(), z = v * half.z();
      box << c.map.profile(pose.place.x() + x * std::cos(pose.tilt) - z * std::sin(pose.tilt),
                           pose.place.z() + x * std::sin(pose.tilt) + z * std::cos(pose.tilt));
    }
    p.drawPolygon(box);
  };
  constexpr std::size_t ghosts = 5;
  p.setPen(QPen(l.brass, 1.0));
  for (std::size_t k = 0; k < ghosts; ++k) outline(it->way[k * (it->way.size() - 1) / ghosts]);
  p.setPen(QPen(l.brass, 2.0));
  outline(it->way.back());
  if (c.state.way < 1.0) {
    const double at = c.state.way * static_cast<double>(it->way.size() - 1);
    const auto i = std::min(static_cast<std::size_t>(at), it->way.size() - 2);
    const double t = at - static_cast<double>(i);
    const Pose &a = it->way[i], &b = it->way[i + 1];
    p.setPen(QPen(l.brass, 2.4));
    p.setBrush(l.brass_fill);
    outline({a.place + t * (b.place - a.place), a.tilt + t * (b.tilt - a.tilt)});
  }
}

}  // namespace

void paint_making(Canvas& c) {
  c.painter.setRenderHint(QPainter::Antialiasing);
  paint_fixtures(c);
  paint_way(c);
  paint_cuts(c);
  paint_panels(c);
}

}  // namespace plucky::app
