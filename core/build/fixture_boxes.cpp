#include <algorithm>
#include <cmath>

#include "build/fixture_shapes.h"

namespace plucky::fixtures {

namespace {

constexpr double strap_wide = 0.018, strap_thick = 0.004;  // m, a strap's slot
constexpr double runner = 0.004;                           // m, thickness of a tray's runners
constexpr double ring = 0.0022, ring_deep = 0.0015;        // m, groove for a ring of 2 mm
constexpr double gasket = 0.004, gasket_deep = 0.0012;     // m, groove for a flat gasket

/// All that a fixture holds together; empty when one of them is gone.
Box3 box_of(const Fixture& f, const FixtureSite& s) {
  Box3 out;
  for (const Id id : f.holds) {
    const Part* p = s.layout.find(id);
    if (!p) return {};
    out.include(p->box().low);
    out.include(p->box().high);
  }
  return out;
}

}  // namespace

FixtureSolids tray(const Fixture& f, const FixtureSite& s) {
  const Box3 load = box_of(f, s);
  if (load.empty()) return gone();
  const Vec2 in_low = flat(load.low).array() - f.play, in_high = flat(load.high).array() + f.play;
  const Vec2 low = in_low.array() - f.wall, high = in_high.array() + f.wall;
  const double floor = load.low.z() - f.wall;
  Region plate = rounded(low, high, 0.003);
  // Two straps across, each through a slot on either side.
  const double length = high.x() - low.x();
  Region slots;
  for (const double share : {0.25, 0.75})
    for (const double y : {in_low.y() + 0.002, in_high.y() - 0.002 - strap_thick}) {
      const double x = low.x() + share * length, half = std::min(0.5 * strap_wide, 0.12 * length);
      slots = joined(slots, rectangle({x - half, y}, {x + half, y + strap_thick}));
    }
  Stack stack = lying(floor);
  stack.layers = {{without(plate, slots), f.wall}};
  if (f.reach > 0.0) stack.layers.push_back({without(plate, rectangle(in_low, in_high)), f.reach});
  FixtureSolids out;
  out.bodies = {{.name = "Tray", .stack = stack}};
  const double wide = high.y() - low.y();
  for (const double y : {low.y() + 0.2 * wide, high.y() - 0.2 * wide - runner})
    if (const auto strip = strip_along(s, low.x() + 0.004, high.x() - 0.004, y, runner, floor))
      out.bodies.push_back({.name = "Runner", .stack = *strip});
  const Region room = inside_between(s, low.x(), high.x());
  const Region across = rectangle({low.y(), floor}, {high.y(), load.low.z()});
  if (without(across, room).area() > 1e-7)
    out.none = "It would stand in the skin: the bottom is too high or too narrow there.";
  if (!out.none.empty()) out.bodies.clear();
  out.notes = {"Runners glued to bottom and tray; a strap of 16 mm in each pair of slots.",
               "Lithium: it must come out in one move; nothing sharp under it."};
  return out;
}

FixtureSolids box(const Fixture& f, const FixtureSite& s) {
  const Box3 load = box_of(f, s);
  if (load.empty()) return gone();
  constexpr double boss = 0.004;  // m, radius of a screw's boss
  const Vec2 in_low = flat(load.low).array() - f.play, in_high = flat(load.high).array() + f.play;
  const double wall = std::max(f.wall, ring + 0.0016), groove = 0.5 * (wall - ring);
  const Vec2 low = in_low.array() - wall, high = in_high.array() + wall;
  const Region outer = rounded(low, high, 0.002), hollow = rectangle(in_low, in_high);
  // Bosses stand outside, so that no screw opens the box.
  const std::vector<Vec2> at = corners(low, high, -0.7 * boss);
  const Region bosses = holes(at, 2.0 * boss), whole = joined(outer, bosses);
  const double inside = load.size().z() + 2.0 * f.play + f.reach, deep = std::min(0.008, 0.8 * inside);
  constexpr double core_hole = 0.0025;  // m, M3 cuts its own thread
  Stack stack = lying(load.low.z() - f.play - f.wall);
  const Region walls = without(whole, hollow);
  const Region drilled = without(walls, holes(at, core_hole));
  const Region channel = without(rounded(low.array() + groove, high.array() - groove, 0.002),
                                 rounded(low.array() + groove + ring, high.array() - groove - ring, 0.001));
  stack.layers = {
      {whole, f.wall}, {walls, inside - deep}, {drilled, deep - ring_deep}, {without(drilled, channel), ring_deep}};
  Stack lid = lying(stack.origin.z() + stack.height());
  lid.layers = {{without(whole, holes(at, screw_hole)), f.wall}};
  FixtureSolids out;
  out.bodies = {{.name = "Box", .stack = stack}, {.name = "Lid", .stack = lid}};
  out.notes = {"Four screws M3 x 8; a ring of 2 mm with petroleum jelly in the groove.",
               "Drill for the leads, pull 100 mm through, close with glue; mark minus and the channels outside."};
  return out;
}

FixtureSolids lid(const Fixture& f, const FixtureSite& s) {
  const Hatch* h = f.holds.empty() ? nullptr : s.hatch(f.holds.front());
  if (!h) return {.none = "Its hatch is gone."};
  const double coaming = s.design.skin.deck_thickness + f.play;
  const Vec2 low(h->x, h->y - 0.5 * h->width), high(h->x + h->length, h->y + 0.5 * h->width);
  // The rim goes round the coaming's outside.
  const Vec2 in_low = low.array() - coaming, in_high = high.array() + coaming;
  const Region outer = rounded(in_low.array() - f.wall, in_high.array() + f.wall, 0.004);
  const Region hollow = rectangle(in_low, in_high);
  double top = s.hull.deck_height(h->x + 0.5 * h->length, h->y) + h->coaming;
  const double skirt = std::min(f.reach, std::max(h->coaming - 0.001, 0.0));
  const Region land =
      without(rounded(in_low, in_high, 0.002), rounded(in_low.array() + gasket, in_high.array() - gasket, 0.001));
  Stack stack = lying(top - skirt);
  if (skirt > 0.0) stack.layers.push_back({without(outer, hollow), skirt});
  if (f.wall > gasket_deep + 0.0004) {
    stack.layers.push_back({without(outer, land), gasket_deep});
    stack.layers.push_back({outer, f.wall - gasket_deep});
  } else {
    stack.layers.push_back({outer, f.wall});
  }
  FixtureSolids out;
  out.bodies = {{.name = "Lid", .stack = stack}};
  out.notes = {"Gasket in its groove, its ends cut square and butted; printed with the outside down."};
  return out;
}

FixtureSolids lid_bosses(const Fixture& f, const FixtureSite& s) {
  const Hatch* h = f.holds.empty() ? nullptr : s.hatch(f.holds.front());
  if (!h) return {.none = "Its hatch is gone."};
  const double radius = 0.5 * insert_hole + f.wall, out_by = radius + s.design.skin.deck_thickness;
  const Vec2 low(h->x - out_by, h->y - 0.5 * h->width - out_by),
      high(h->x + h->length + out_by, h->y + 0.5 * h->width + out_by);
  std::vector<Vec2> at;
  const std::vector<Vec2> ring_of = corners(low, high, 0.0);
  for (std::size_t i = 0; i < 4; ++i) {
    const Vec2 a = ring_of[i], b = ring_of[(i + 1) % 4];
    const int n = std::max(1, static_cast<int>(std::ceil((b - a).norm() / s.screw_spacing)));
    for (int k = 0; k < n; ++k) at.push_back(a + (b - a) * k / n);
  }
  const auto under = [&](const Vec2& p) {
    return s.hull.deck_height(p.x(), p.y()) - s.design.skin.deck_thickness - f.reach;
  };
  // One body where the deck is level between them as seen from the first; each hangs from the deck where it is.
  Stack stack = lying(under(at.front()));
  stack.layers = {{without(disc(at.front(), 2.0 * radius), disc(at.front(), insert_hole)), f.reach}};
  FixtureBody body{.name = "Boss", .stack = stack};
  for (std::size_t i = 1; i < at.size(); ++i)
    body.more.emplace_back(at[i].x() - at[0].x(), at[i].y() - at[0].y(), under(at[i]) - under(at[0]));
  FixtureSolids out;
  out.bodies = {body};
  out.notes = {"Inserts M3 set straight with a soldering iron, then drilled through: the melt blocks the hole."};
  return out;
}

}  // namespace plucky::fixtures
