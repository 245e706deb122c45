#include "build/fixture_shapes.h"

#include <algorithm>
#include <cmath>

#include "hull/frames.h"

namespace plucky::fixtures {

namespace {

constexpr double along_step = 0.005;  // m between places where a strip is fitted to the bottom

}  // namespace

Region rounded(const Vec2& low, const Vec2& high, double radius) {
  const double r = std::min(radius, 0.49 * (high - low).minCoeff());
  if (!(r > 0.0)) return rectangle(low, high);
  return grown(rectangle(low.array() + r, high.array() - r), r);
}

Region slot(const Vec2& from, const Vec2& to, double width) {
  return from == to ? disc(from, width) : swept(disc(from, width), to - from);
}

Region holes(const std::vector<Vec2>& at, double diameter) {
  Region out;
  for (const Vec2& p : at) out = joined(out, disc(p, diameter));
  return out;
}

std::vector<Vec2> corners(const Vec2& low, const Vec2& high, double inward) {
  const Vec2 a = low.array() + inward, b = high.array() - inward;
  return {a, {b.x(), a.y()}, b, {a.x(), b.y()}};
}

Vec2 flat(const Vec3& v) {
  return {v.x(), v.y()};
}

Region inside_between(const FixtureSite& site, double from, double to) {
  const Box3& box = site.hull.box;
  if (!(from > box.low.x() && to < box.high.x() && from < to)) return {};
  const std::vector<Region> rooms = insides(site.hull, site.design.skin, {from, to});
  return common(rooms[0], rooms[1]);
}

std::optional<double> floor_under(const FixtureSite& site, double x, double y_low, double y_high) {
  const Box3& box = site.hull.box;
  if (!(x > box.low.x() && x < box.high.x())) return std::nullopt;
  const Section room = section_of(insides(site.hull, site.design.skin, {x}).front());
  std::optional<double> out;
  for (const double y : {y_low, 0.5 * (y_low + y_high), y_high}) {
    const std::vector<Span> spans = room.spans(0, y);
    if (spans.empty()) return std::nullopt;
    out = std::max(out.value_or(spans.front().low), spans.front().low);
  }
  return out;
}

std::optional<Stack> strip_along(const FixtureSite& site, double x_low, double x_high, double y, double thickness,
                                 double top) {
  const Box3& box = site.hull.box;
  if (!(x_low > box.low.x() && x_high < box.high.x() && x_low < x_high)) return std::nullopt;
  std::vector<double> at;
  const int n = std::max(1, static_cast<int>(std::ceil((x_high - x_low) / along_step)));
  for (int i = 0; i <= n; ++i) at.push_back(x_low + (x_high - x_low) * i / n);
  const std::vector<Region> rooms = insides(site.hull, site.design.skin, at);
  std::vector<Vec2> ring;
  double highest = 0.0;
  for (std::size_t i = 0; i < at.size(); ++i) {
    const Section room = section_of(rooms[i]);
    double low = -1e300;
    for (const double side : {y, y + thickness}) {
      const std::vector<Span> spans = room.spans(0, side);
      if (spans.empty()) return std::nullopt;
      low = std::max(low, spans.front().low);
    }
    highest = std::max(highest, top - low);
    ring.emplace_back(at[i], std::min(low, top));
  }
  if (highest < least_stand) return std::nullopt;
  ring.emplace_back(x_high, top);
  ring.emplace_back(x_low, top);
  Stack out = along_boat(y + thickness);
  out.layers = {{region_of({0.0, {{ring, true}}}), thickness}};
  return out;
}

FixtureSolids gone() {
  return {.none = "What it was made for does not stand in the boat any more."};
}

double plastic_in(const Stack& stack, double infill) {
  constexpr double lines = 4 * 0.00045, layers = 4 * 0.0002;  // m
  double out = 0.0;
  const auto inner = [&](std::size_t i) { return grown(stack.layers[i].shape, -lines); };
  for (std::size_t i = 0; i < stack.layers.size(); ++i) {
    const StackLayer& l = stack.layers[i];
    const Region room = inner(i);
    // Under and over it there is as much room as both layers have: the rest of its floor and roof is solid.
    const double below = i == 0 ? 0.0 : common(room, inner(i - 1)).area();
    const double above = i + 1 == stack.layers.size() ? 0.0 : common(room, inner(i + 1)).area();
    const double solid = std::min(layers, 0.5 * l.height) * (2.0 * room.area() - below - above);
    const double hollow = std::max(0.0, room.area() * l.height - solid);
    out += l.shape.area() * l.height - (1.0 - infill) * hollow;
  }
  return out;
}

void finish(FixtureSolids& out, const Fixture& fixture) {
  Vec3 moment = Vec3::Zero();
  out.volume = out.stuff = 0.0;
  out.box = {};
  std::erase_if(out.bodies, [](const FixtureBody& b) { return !(b.stack.volume() > 0.0); });
  for (const FixtureBody& b : out.bodies) {
    const double volume = b.stack.volume();
    const Box3 box = b.stack.box();
    std::vector<Vec3> places = b.more;
    places.push_back(Vec3::Zero());
    const double stuff = fixture.material == FixtureMaterial::print ? plastic_in(b.stack, fixture.infill) : volume;
    for (const Vec3& by : places) {
      out.stuff += stuff;
      moment += volume * (b.stack.centroid() + by);
      out.volume += volume;
      out.box.include(box.low + by);
      out.box.include(box.high + by);
    }
  }
  if (out.volume > 0.0)
    out.centroid = moment / out.volume;
  else if (out.none.empty())
    out.none = "There is no room for it where it would stand.";
}

}  // namespace plucky::fixtures
