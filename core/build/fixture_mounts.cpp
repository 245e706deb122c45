#include <algorithm>
#include <cmath>

#include "build/fixture_shapes.h"
#include "drive/drive.h"

namespace plucky::fixtures {

namespace {

constexpr double land = 0.008;          // m of plate beside a can
constexpr double over = 0.003;          // m of plate over it
constexpr double web = 0.0016;          // m of plate that stays between two openings
constexpr double clear_of_can = 0.002;  // m, gussets beside a can that may turn
constexpr double far_down = 1.0;        // m: cut off by the hull
constexpr double shaft_tube = 2.0;      // a shaft's tube is twice as thick

const Part* held(const Fixture& f, const FixtureSite& s) {
  return f.holds.empty() ? nullptr : s.layout.find(f.holds.front());
}

/// The hull's inside seen in the plane of a stack that stands across and leans, at a distance along its axis.
Region leaning_inside(const FixtureSite& s, const Stack& stack, double along) {
  const Vec3 at = stack.at(Vec2::Zero(), along);
  // The plane meets the bottom where it stands, which is what counts: the section there, seen along the boat.
  double x = at.x();
  for (int i = 0; i < 3; ++i) {
    const double bottom = s.hull.bottom_height(x, at.y());
    x = at.x() + stack.v.x() / stack.v.z() * (bottom - at.z());
  }
  Section seen;
  const Region room = inside_between(s, x - 1e-5, x + 1e-5);
  for (const auto& loop : room.loops) {
    SectionLoop& out = seen.loops.emplace_back();
    for (const Vec2& p : loop) out.points.emplace_back((p.x() - at.y()) / stack.u.y(), (p.y() - at.z()) / stack.v.z());
  }
  return region_of(seen);
}

}  // namespace

FixtureSolids motor_mount(const Fixture& f, const FixtureSite& s) {
  const Part* motor = held(f, s);
  if (!motor) return gone();
  const auto* data = std::get_if<Motor>(&motor->data);
  const double can = data ? data->can_diameter : std::min(motor->size.y(), motor->size.z());
  const double length = data ? data->can_length : motor->size.x();
  const double boss = 2.2 * (data ? data->shaft_diameter : 0.1 * can);
  const double tilt = s.motor_tilt;
  const Vec3 aft(-std::cos(tilt), 0.0, -std::sin(tilt));
  Stack stack{.u = -Vec3::UnitY(), .v = Vec3(-std::sin(tilt), 0.0, std::cos(tilt)), .w = aft};
  const double gussets = f.material == FixtureMaterial::print ? f.reach : 0.0;
  stack.origin = motor->place + aft * (0.5 * length - gussets);
  // At both faces, or it would stand in the skin.
  const auto room = [&](double from, double to) {
    return common(leaning_inside(s, stack, from), leaning_inside(s, stack, to));
  };
  const double half = 0.5 * can + land;
  // Beside the can it carries gussets; over it nothing needs a land, and a battery may lie there.
  const double top = 0.5 * can + over;
  Region plate = common(rounded({-half, -far_down}, {half, top}, land), room(gussets, gussets + f.wall));
  if (plate.empty()) return {.none = "It does not stand inside the hull."};
  // Circles of 16 mm on cans of 24, 19 on 28, 25 on 36.
  const double m3 = can < 0.026 ? 0.0024 : 0.0032, circle = can < 0.026 ? 0.66 : 0.68;
  const double opening = std::max(boss, 0.34 * can) + f.play;
  plate = without(plate, disc(Vec2::Zero(), opening));
  // From the least circle on that leaves a web beside the opening.
  const double first = std::max(0.5 * circle * can - 0.001, 0.5 * (opening + m3) + web);
  const double last = std::max(0.5 * circle * can + 0.0015, first + 0.0005);
  for (int i = 0; i < 4; ++i) {
    const double angle = 0.25 * pi + 0.5 * pi * i;
    const Vec2 out(std::cos(angle), std::sin(angle));
    plate = without(plate, slot(first * out, last * out, m3));
  }
  for (const double side : {-1.0, 1.0}) plate = without(plate, disc({side * 0.38 * can, 0.0}, 0.15 * can));
  if (gussets > 0.0) {
    const double inner = 0.5 * can + clear_of_can, outer = std::max(half, inner + 0.003);
    Region beside = joined(rectangle({-outer, -far_down}, {-inner, -0.2 * can}),
                           rectangle({inner, -far_down}, {outer, -0.2 * can}));
    beside = common(beside, room(0.0, gussets));
    stack.layers.push_back({beside, gussets});
  }
  stack.layers.push_back({plate, f.wall});
  FixtureSolids out;
  out.bodies = {{.name = "Mount", .stack = stack}};
  out.notes = {{"Screws M{0} in slots, their length: plate and 5 mm; thread lock.", can < 0.026 ? 2 : 3},
               "Thickened epoxy under it, a fillet on both sides; sand the bottom first."};
  return out;
}

FixtureSolids servo_mount(const Fixture& f, const FixtureSite& s) {
  const Part* servo = held(f, s);
  if (!servo) return gone();
  const Box3 box = servo->box();
  const double ears = box.low.z() + f.at * servo->size.z();
  FixtureSolids out;
  const bool along = servo->size.x() >= servo->size.y();
  const int axis = along ? 0 : 1;
  for (const bool high : {false, true}) {
    const double from = high ? box.high[axis] + f.play : box.low[axis] - f.play - f.wall, to = from + f.wall;
    FixtureBody b{.name = "Post", .stack = {}};
    if (along) {
      const Region post =
          common(rectangle({box.low.y(), -far_down}, {box.high.y(), ears}), inside_between(s, from, to));
      b.stack = across_boat(from);
      b.stack.layers = {{post, f.wall}};
    } else if (const auto strip = strip_along(s, box.low.x(), box.high.x(), from, f.wall, ears)) {
      b.stack = *strip;
    }
    out.bodies.push_back(b);
  }
  out.notes = {"Two screws in each post, drilled 1.5 mm; grommets under the ears.", "Glue to the sanded bottom."};
  return out;
}

FixtureSolids tube_cradle(const Fixture& f, const FixtureSite& s) {
  // A shaft need have no place of its own: its drive's line has.
  const Part* shaft = f.holds.empty() ? nullptr : s.layout.component(f.holds.front());
  const auto* data = shaft ? std::get_if<Shaft>(&shaft->data) : nullptr;
  if (!data) return gone();
  if (!s.line.known) return {.none = s.line.missing};
  const Vec3 at = s.line.exit + f.at * (s.line.fore - s.line.exit);
  const double tube = shaft_tube * data->diameter, wide = tube + 0.010, y = shaft->place.y();
  const Region room = inside_between(s, at.x() - 0.5 * f.wall, at.x() + 0.5 * f.wall);
  Region shape = common(rectangle({y - 0.5 * wide, -far_down}, {y + 0.5 * wide, at.z()}), room);
  shape = without(shape, disc({y, at.z()}, tube + 2.0 * f.play));
  Stack stack = across_boat(at.x() - 0.5 * f.wall);
  stack.layers = {{shape, f.wall}};
  FixtureSolids out;
  out.bodies = {{.name = "Cradle", .stack = stack}};
  out.notes = {"Slide the tube in, true it with the motor in place, then glue."};
  return out;
}

FixtureSolids bracket_base(const Fixture& f, const FixtureSite& s) {
  const Part* part = held(f, s);
  if (!part) return gone();
  const double from = s.hull.box.low.x() + s.design.skin.shell_thickness + 1e-5, to = from + f.wall;
  const Box3 box = part->box();
  const double transom = s.hull.box.low.x();
  if (box.low.x() > transom || box.high.x() < transom - 0.05) return {.none = "It does not meet the transom."};
  const Vec2 low(box.low.y(), box.low.z()), high(box.high.y(), box.high.z());
  Region pad = common(rounded(low.array() - f.reach, high.array() + f.reach, f.reach), inside_between(s, from, to));
  const Section::Extent e = pad.extent();
  if (pad.empty()) return {.none = "It does not meet the transom."};
  pad = without(pad, holes(corners(e.low, e.high, std::min(0.008, 0.3 * (e.high - e.low).minCoeff())), screw_hole));
  Stack stack = across_boat(from);
  stack.layers = {{pad, f.wall}};
  FixtureSolids out;
  out.bodies = {{.name = "Pad", .stack = stack}};
  out.notes = {"Four screws M3 through transom and pad; sealing compound under their heads."};
  return out;
}

FixtureSolids intake_frame(const Fixture& f, const FixtureSite& s) {
  const Part* jet = held(f, s);
  if (!jet) return gone();
  const Box3 box = jet->box().grown(f.play);
  const double front = std::min(box.high.x(), s.hull.box.high.x()),
               back = std::max(box.low.x(), s.hull.box.low.x() + 0.003);
  FixtureSolids out;
  const auto top = [&](double x, double y) { return floor_under(s, x, y, y + 1e-4).value_or(-far_down) + f.wall; };
  for (const double y : {box.low.y() - f.reach, box.high.y()}) {
    const double high = std::max(top(front, y), top(0.5 * (front + back), y));
    if (auto strip = strip_along(s, back, front, y, f.reach, high))
      out.bodies.push_back({.name = "Strip along", .stack = *strip});
  }
  const auto across = [&](double x, const char* name) {
    const Region room = inside_between(s, x, x + f.reach);
    const auto floor = floor_under(s, x, box.low.y(), box.high.y());
    if (!floor || room.empty()) return;
    Stack cross = across_boat(x);
    cross.layers = {
        {common(rectangle({box.low.y() - f.reach, -far_down}, {box.high.y() + f.reach, *floor + f.wall}), room),
         f.reach}};
    out.bodies.push_back({.name = name, .stack = cross});
  };
  across(front, "Strip across");
  // Where the jet ends before the transom its plate ends there too; else the strips along reach to it.
  if (back - f.reach > s.hull.box.low.x() + s.design.skin.shell_thickness)
    across(back - f.reach, "Seat of the ride plate");
  out.notes = {
      "Glue first, then drill for the flange's screws: two on each side; the ride plate's after end gets two more."};
  return out;
}

FixtureSolids socket_foot(const Fixture& f, const FixtureSite& s) {
  const Part* part = held(f, s);
  if (!part) return gone();
  const double tube = f.at, side = std::max(3.0 * tube, 0.012);
  const Vec2 at = flat(part->place);
  const double deck = s.hull.deck_height(at.x(), at.y());
  Stack stack = lying(deck);
  Region plate = rounded(at.array() - 0.5 * side, at.array() + 0.5 * side, 0.003);
  const Region bore = disc(at, tube + 2.0 * f.play);
  const double hole = side > 0.020 ? screw_hole : 0.0022;
  plate = without(plate, holes(corners(at.array() - 0.5 * side, at.array() + 0.5 * side, hole), hole));
  if (f.kind == FixtureKind::aerial_foot) plate = without(plate, bore);
  stack.layers = {{plate, f.wall},
                  {without(disc(at, tube + 2.0 * f.play + 2.0 * std::max(f.wall, 0.0012)), bore), f.reach}};
  FixtureSolids out;
  out.bodies = {{.name = "Foot", .stack = stack}};
  out.notes = {f.kind == FixtureKind::aerial_foot
                   ? "Glue the tube in; petroleum jelly or a drop of silicone closes its top."
                   : "Tube glued in with thirty-minute epoxy; four screws into a doubler under the deck."};
  return out;
}

FixtureSolids hose_clip(const Fixture& f, const FixtureSite& s) {
  const HosePath* path = nullptr;
  if (s.hoses && !f.holds.empty())
    for (const HosePath& p : *s.hoses)
      if (p.hose == f.holds.front()) path = &p;
  if (!path || path->points.size() < 2) return gone();
  double left = 0.0;
  for (std::size_t i = 1; i < path->points.size(); ++i) left += (path->points[i] - path->points[i - 1]).norm();
  left *= f.at;
  std::size_t leg = 1;
  while (leg + 1 < path->points.size() && left > (path->points[leg] - path->points[leg - 1]).norm())
    left -= (path->points[leg] - path->points[leg - 1]).norm(), ++leg;
  const Vec3 run = path->points[leg] - path->points[leg - 1];
  if (!(run.norm() > 1e-9)) return {.none = "The hose has no length there."};
  const Vec3 w = run.normalized(), middle = path->points[leg - 1] + left * w;
  // Its foot points down, or forward where the hose stands.
  const Vec3 up = std::abs(w.z()) < 0.9 ? Vec3::UnitZ() : Vec3::UnitX();
  const Vec3 u = up.cross(w).normalized();
  Stack stack{.origin = middle - 0.5 * f.reach * w, .u = u, .v = w.cross(u), .w = w};
  const double bore = s.hose_outside(path->hose) + 2.0 * f.play, outer = bore + 2.0 * f.wall;
  Region ring =
      joined(disc(Vec2::Zero(), outer), rectangle({-0.7 * outer, -0.5 * outer - f.wall}, {0.7 * outer, -0.4 * outer}));
  ring = without(ring, disc(Vec2::Zero(), bore));
  // The gap takes the hose at seven tenths of its width.
  ring = without(ring, rectangle({-0.35 * bore, 0.0}, {0.35 * bore, outer}));
  stack.layers = {{ring, f.reach}};
  FixtureSolids out;
  out.bodies = {{.name = "Clip", .stack = stack}};
  out.notes = {"Glue its foot to the nearest wall; the hose must not be pinched."};
  return out;
}

}  // namespace plucky::fixtures
