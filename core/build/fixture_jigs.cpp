#include <algorithm>
#include <cmath>

#include "build/fixture_shapes.h"
#include "drive/drive.h"
#include "hull/frames.h"

namespace plucky::fixtures {

namespace {

constexpr double rod = 0.008;   // m, of what ties the ends of a stand
constexpr double side = 0.012;  // m of wood beside the hull

/// A plate that a station of the hull lies in, its foot level: what is cut out is the section with felt round it, up to
/// a share of its depth.
FixtureBody cradle_at(const Fixture& f, const FixtureSite& s, double x, double share, const Text& name) {
  // Between both faces the wider one counts, or the hull would stand on an edge.
  const Region hull = grown(joined(outside_at(s.hull, x), outside_at(s.hull, x + f.wall)), f.play);
  const Section::Extent e = hull.extent();
  const double ground = s.hull.box.low.z() - f.reach, top = e.low.y() + share * (e.high.y() - e.low.y());
  const double half = std::max(std::abs(e.low.x()), std::abs(e.high.x())) + side;
  Region plate = rounded({-half, ground}, {half, top}, 0.005);
  // Open above: what lies over the hull's widest place must not hold it.
  plate = without(plate, swept(hull, {0.0, 2.0 * (e.high.y() - e.low.y()) + 0.1}));
  Stack stack = across_boat(x);
  stack.layers = {{plate, f.wall}};
  return {.name = name, .stack = stack};
}

}  // namespace

FixtureSolids stand(const Fixture& f, const FixtureSite& s) {
  const bool carrier = f.kind == FixtureKind::carrier;
  const double length = s.hull.length(), middle = s.hull.box.centre().x(), half = 0.5 * f.at * length;
  FixtureSolids out;
  if (f.reach < 2.0 * rod) return {.none = "Its keel must stand higher than two rods: they go through beneath it."};
  for (const double x : {middle - half, middle + half - f.wall}) {
    FixtureBody b = cradle_at(f, s, x, carrier ? 0.9 : 0.35, x < middle ? "After end" : "Fore end");
    Region& plate = b.stack.layers.front().shape;
    const Section::Extent e = plate.extent();
    const double z = s.hull.box.low.z() - 0.5 * f.reach;
    plate = without(plate, holes({{0.5 * e.low.x(), z}, {0.5 * e.high.x(), z}}, rod + 0.0002));
    if (carrier)
      for (const double at : {e.low.x() + 0.5 * side, e.high.x() - 0.5 * side})
        plate = without(plate, slot({at, z - 0.25 * f.reach}, {at, z + 0.25 * f.reach}, 0.004));
    out.bodies.push_back(b);
  }
  out.notes = {{"Two rods of 8 mm, {0} long; felt glued into the seats.", length_quantity(2.0 * half)}};
  if (carrier)
    out.notes.emplace_back("A strap through the slots over the deck; lithium batteries travel in their own bag.");
  return out;
}

FixtureSolids saddles(const Fixture& f, const FixtureSite& s) {
  std::vector<double> at;
  const Box3& box = s.hull.box;
  if (s.cuts && !s.cuts->empty()) {
    for (const double c : *s.cuts) at.insert(at.end(), {c - f.at - f.wall, c + f.at});
  } else {
    for (const double share : {1.0 / 6.0, 0.5, 5.0 / 6.0}) at.push_back(box.low.x() + share * s.hull.length());
  }
  FixtureSolids out;
  for (std::size_t i = 0; i < at.size(); ++i)
    if (at[i] > box.low.x() && at[i] + f.wall < box.high.x())
      out.bodies.push_back(cradle_at(f, s, at[i], 0.5, {"Saddle at {0}", length_quantity(at[i] - box.low.x())}));
  out.notes = {"Cling film between saddle and glue; elastic tape pulls the sections together.",
               "Glue them square to a flat board at their stations."};
  return out;
}

FixtureSolids drill_jig(const Fixture& f, const FixtureSite& s) {
  if (!s.transom || s.transom->empty()) return {.none = "Nothing goes through the transom."};
  const double x = s.hull.box.low.x();
  const Region outline = outside_at(s.hull, x);
  Stack stack = across_boat(x - f.wall);
  Region plate = outline;
  FixtureSolids out;
  for (const TransomHole& h : *s.transom) {
    plate = without(plate, disc(h.centre, h.diameter + 2.0 * f.play));
    out.notes.emplace_back(Text("{0}: drill {1}", h.name, length_quantity(h.diameter)));
  }
  stack.layers = {{plate, f.wall}};
  out.bodies = {{.name = "Jig", .stack = stack}};
  out.notes.emplace_back("Tape it on flush with the transom's edge; eye protection; back the skin with wood.");
  return out;
}

FixtureSolids seal_mould(const Fixture& f, const FixtureSite& s) {
  const Hatch* h = f.holds.empty() ? nullptr : s.hatch(f.holds.front());
  if (!h) return {.none = "Its hatch is gone."};
  if (!(f.play > 0.0 && f.reach > 0.0)) return {.none = "A seal without width or thickness cannot be cast."};
  const double edge = s.design.skin.deck_thickness;
  const Vec2 low(h->x - edge, h->y - 0.5 * h->width - edge),
      high(h->x + h->length + edge, h->y + 0.5 * h->width + edge);
  const Region outer = rounded(low.array() - f.play - 0.006, high.array() + f.play + 0.006, 0.006);
  const Region groove =
      without(rounded(low.array() - f.play, high.array() + f.play, f.play + 0.002), rounded(low, high, 0.002));
  Stack stack = lying(0.0);
  // Not a slab: the middle is saved.
  const Region middle = rounded(low.array() + 0.006, high.array() - 0.006, 0.004);
  const Region frame = (high - low).minCoeff() > 0.024 ? without(outer, middle) : outer;
  stack.layers = {{frame, f.wall}, {without(frame, groove), f.reach}};
  FixtureSolids out;
  out.bodies = {{.name = "Mould", .stack = stack}};
  out.notes = {"Print it, sand the groove with 400; soap and water, one to one, as release.",
               {"Silicone drawn off level; {0} take a day, thicker ones longer.", length_quantity(f.reach)}};
  return out;
}

FixtureSolids bellows_core(const Fixture& f, const FixtureSite& s) {
  if (f.holds.empty() || !s.layout.find(f.holds.front())) return gone();
  const double neck = f.play + 2.0 * f.wall, fold = f.at;
  if (!(f.play > 0.0 && f.wall > 0.0 && fold > neck)) return {.none = "Its folds must be wider than its neck."};
  // A collar to tie at each end; folds and necks of one thickness between.
  constexpr double collar = 0.006;
  const Region bore = disc(Vec2::Zero(), f.play), thin = disc(Vec2::Zero(), neck), wide = disc(Vec2::Zero(), fold);
  Stack stack = lying(0.0);
  const int folds = std::max(1, static_cast<int>(f.reach / (2.0 * f.wall)));
  stack.layers.push_back({without(thin, bore), collar});
  for (int i = 0; i < folds; ++i) {
    stack.layers.push_back({without(wide, bore), f.wall});
    stack.layers.push_back({without(thin, bore), i + 1 < folds ? f.wall : collar});
  }
  FixtureSolids out;
  out.bodies = {{.name = "Core", .stack = stack}};
  out.notes = {"Sand it smooth, soap and water one to one; three thin coats, a day each where they are thick.",
               "Grease inside, ties round both collars; the rod must run its whole way without pulling it."};
  return out;
}

FixtureSolids coil_former(const Fixture& f, const FixtureSite& s) {
  const Part* motor = f.holds.empty() ? nullptr : s.layout.find(f.holds.front());
  if (!motor) return gone();
  const auto* data = std::get_if<Motor>(&motor->data);
  const double can = data ? data->can_diameter : motor->size.y();
  const double drum = (1.0 - f.at) * can, flange = drum + 4.0 * f.play;
  if (!(drum > 0.0 && f.play > 0.0)) return {.none = "A drum without a diameter cannot be wound on."};
  const Region bore = disc(Vec2::Zero(), std::min(rod, 0.5 * drum) + 0.0002);
  const Region start = disc({0.5 * (drum + f.play), 0.0}, f.play + 0.0004);
  Stack stack = lying(0.0);
  stack.layers = {{without(without(disc(Vec2::Zero(), flange), bore), start), f.wall},
                  {without(disc(Vec2::Zero(), drum), bore), f.reach}};
  Stack cap = lying(f.wall + f.reach);
  cap.layers = {{without(disc(Vec2::Zero(), flange), bore), f.wall}};
  FixtureSolids out;
  out.bodies = {{.name = "Drum", .stack = stack}, {.name = "Flange", .stack = cap}};
  const auto turns = static_cast<std::size_t>(std::max(1.0, std::floor(f.reach / f.play)));
  out.notes = {{"{0} turns; tube {1} long, and 100 mm at each end.", turns,
                length_quantity(static_cast<double>(turns) * pi * (drum + f.play))},
               "Fill the tube with water, close its ends, freeze it, wind it at once."};
  return out;
}

}  // namespace plucky::fixtures
