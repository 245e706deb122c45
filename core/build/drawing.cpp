#include "build/drawing.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

constexpr double label_height = 0.005, small_height = 0.003;

/// A place on the outline's edge by share of its points, and the direction of the edge there.
struct Spot {
  Vec2 place, along;
};

Spot spot_on(const Panel& p, const PanelEdge& e, double share) {
  const std::size_t n = p.outline.size();
  const double wanted = share * e.length;
  double so_far = 0.0;
  for (std::size_t i = e.first; i < e.last; ++i) {
    const Vec2 &a = p.outline[i % n], &b = p.outline[(i + 1) % n];
    const double step = (b - a).norm();
    if (step > 0.0 && so_far + step >= wanted) return {a + (b - a) * ((wanted - so_far) / step), (b - a) / step};
    so_far += step;
  }
  const Vec2 &a = p.outline[(e.last + n - 1) % n], &b = p.outline[e.last % n];
  return {b, (b - a).normalized()};
}

/// Words along an edge, a little inside it, never upside down.
void write_along(Drawing& d, const Spot& s, double height, double inside, const Text& words, double room) {
  const Vec2 in(-s.along.y(), s.along.x());  // the outline runs anticlockwise
  double turn = std::atan2(s.along.y(), s.along.x());
  if (std::abs(turn) > pi / 2) turn += turn > 0.0 ? -pi : pi;
  d.texts.push_back({DrawLayer::engrave, s.place + inside * in, height, turn, words, room});
}

}  // namespace

const char* layer_key(DrawLayer layer) {
  constexpr std::array<const char*, 4> keys{"CUT", "FOLD", "MARK", "ENGRAVE"};
  return keys[static_cast<std::size_t>(layer)];
}

Box2 Drawing::bounds() const {
  Box2 box;
  for (const DrawnLine& l : lines)
    for (const Vec2& p : l.points) box.include(p);
  for (const DrawnHole& h : holes) {
    box.include(h.centre - Vec2::Constant(0.5 * h.diameter));
    box.include(h.centre + Vec2::Constant(0.5 * h.diameter));
  }
  return box;
}

void Drawing::shift(const Vec2& by) {
  for (DrawnLine& l : lines)
    for (Vec2& p : l.points) p += by;
  for (DrawnHole& h : holes) h.centre += by;
  for (DrawnText& t : texts) t.place += by;
}

void Drawing::turn(double by) {
  const double c = std::cos(by), s = std::sin(by);
  const auto turned = [&](Vec2& v) { v = Vec2(c * v.x() - s * v.y(), s * v.x() + c * v.y()); };
  for (DrawnLine& l : lines)
    for (Vec2& p : l.points) turned(p);
  for (DrawnHole& h : holes) turned(h.centre);
  for (DrawnText& t : texts) {
    turned(t.place);
    t.turn = std::remainder(t.turn + by, 2.0 * pi);
    if (std::abs(t.turn) > 0.5 * pi + 1e-9) t.turn = std::remainder(t.turn + pi, 2.0 * pi);  // never upside down
  }
}

void Drawing::add(const Drawing& other) {
  lines.insert(lines.end(), other.lines.begin(), other.lines.end());
  holes.insert(holes.end(), other.holes.begin(), other.holes.end());
  texts.insert(texts.end(), other.texts.begin(), other.texts.end());
}

Drawing drawing_of(const Panel& panel) {
  Drawing d;
  d.title = panel.count == 2 ? Text("{0} {1}, cut two: one turned over", panel.number, panel_role_name(panel.role))
                             : Text("{0} {1}", panel.number, panel_role_name(panel.role));
  d.lines.push_back({DrawLayer::cut, panel.outline, true});
  const Box2 box = d.bounds();
  Vec2 middle = 0.5 * (box.low + box.high);
  // Clear of the centre line and of the station in the middle.
  middle += Vec2(0.025, 1.2 * label_height);
  d.texts.push_back({DrawLayer::engrave, middle, label_height, 0.0, d.title, box.size().x()});
  for (const PanelMark& m : panel.marks) {
    d.lines.push_back({DrawLayer::mark, m.line, false});
    if (m.kind == PanelMark::Kind::station && !m.line.empty())
      d.texts.push_back({DrawLayer::engrave, 0.85 * m.line.front() + 0.15 * m.line.back(), small_height, 0.0,
                         Text("{0}", length_quantity(m.at))});
    if (m.kind == PanelMark::Kind::waterline && m.line.size() > 1)
      d.texts.push_back({DrawLayer::engrave, m.line[m.line.size() / 3], small_height, 0.0, "water line"});
  }
  for (const PanelEdge& e : panel.edges) {
    if (e.mate > 0)
      write_along(d, spot_on(panel, e, 0.5), label_height, 1.2 * label_height,
                  e.mate == panel.number ? Text("its mirror image") : Text("to {0}", e.mate), e.length);
    if (e.fold.empty()) continue;
    for (const double share : {0.1, 0.3, 0.7, 0.9}) {
      const auto i = static_cast<std::size_t>(std::lround(share * static_cast<double>(e.fold.size() - 1)));
      write_along(d, spot_on(panel, e, share), small_height, small_height, Text("{0}", angle_quantity(e.fold[i])),
                  0.2 * e.length);
    }
  }
  return d;
}

}  // namespace plucky
