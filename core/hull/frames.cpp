#include "hull/frames.h"

#include <algorithm>
#include <map>
#include <optional>

#include "base/error.h"

namespace plucky {

namespace {

constexpr double station_step = 0.01;  // m between a stringer's

/// The inside of the hull at stations, each cut once.
class Inside {
 public:
  Inside(const HullModel& model, const HullDesign& design) : model_(model), skin_(design.skin) {
    for (const Bulkhead& b : design.bulkheads) ask(b.x), ask(b.x + skin_.frame_thickness);
    for (const Stringer& s : design.stringers)
      for (const double x : stations_of(s)) ask(x);
    std::vector<double> at;
    for (const auto& [x, region] : regions_) at.push_back(x);
    std::vector<Region> rooms = insides(model, skin_, at);
    for (std::size_t i = 0; i < rooms.size(); ++i) regions_[at[i]] = std::move(rooms[i]);
  }

  [[nodiscard]] static std::vector<double> stations_of(const Stringer& s) {
    std::vector<double> out;
    const int n = std::max(1, static_cast<int>(std::ceil(s.length / station_step)));
    for (int i = 0; i <= n; ++i) out.push_back(s.x + s.length * i / n);
    return out;
  }

  [[nodiscard]] const Region& at(double x) const { return regions_.at(within(x)); }

  /// Bottom and deck over a line along the boat, where it lies inside.
  [[nodiscard]] std::optional<Span> upright(double x, double y) const {
    const std::vector<Span> spans = section_of(at(x)).spans(0, y);
    return spans.empty() ? std::nullopt : std::optional(spans.front());
  }

 private:
  /// Ends of the hull are no sections.
  [[nodiscard]] double within(double x) const {
    const double least = std::max(1e-6, 0.5 * skin_.shell_thickness);
    return std::clamp(x, model_.box.low.x() + least, model_.box.high.x() - least);
  }
  void ask(double x) { regions_[within(x)]; }

  const HullModel& model_;
  const Skin& skin_;
  std::map<double, Region> regions_;
};

void finish(Frame& f, double thickness) {
  f.volume = f.shape.area() * thickness;
  const Vec2 c = f.shape.centroid();
  const double middle = f.at + 0.5 * thickness;
  f.centroid = f.along ? Vec3(c.x(), middle, c.y()) : Vec3(middle, c.x(), c.y());
}

Region stringer_shape(const Inside& inside, const Stringer& s, double y, double thickness) {
  std::vector<Vec2> bottom, deck;
  for (const double x : Inside::stations_of(s)) {
    const auto one = inside.upright(x, y - 0.5 * thickness), other = inside.upright(x, y + 0.5 * thickness);
    if (!one || !other) continue;
    bottom.emplace_back(x, std::max(one->low, other->low));
    deck.emplace_back(x, std::min(one->high, other->high));
  }
  if (bottom.size() < 2) return {};
  double lowest = bottom.front().y();
  for (const Vec2& p : bottom) lowest = std::min(lowest, p.y());
  const double top = lowest + s.height;
  std::vector<Vec2> ring;
  ring.reserve(bottom.size() + deck.size());
  for (const Vec2& p : bottom) ring.emplace_back(p.x(), std::min(p.y(), top));
  for (std::size_t i = deck.size(); i-- > 0;)
    ring.emplace_back(deck[i].x(), std::clamp(deck[i].y(), std::min(bottom[i].y(), top), top));
  // What lies above the top line has no height, and goes; so do the points of straight stretches.
  return simplified(joined({{ring}}, {}), 1e-5);
}

}  // namespace

std::vector<Region> insides(const HullModel& model, const Skin& skin, const std::vector<double>& stations) {
  std::vector<Region> out;
  for (const Section& cut : sections(model.skin, stations, model.bare_triangles)) {
    const Region whole = region_of(cut);
    out.push_back(common(grown(whole, -skin.shell_thickness), shifted(whole, {0.0, -skin.deck_thickness})));
  }
  return out;
}

Region outside_at(const HullModel& model, double x) {
  const double within = std::clamp(x, model.box.low.x() + 1e-5, model.box.high.x() - 1e-5);
  return region_of(sections(model.skin, {within}, model.bare_triangles).front());
}

void add_frames(HullModel& model, const HullDesign& design) {
  if (design.bulkheads.empty() && design.stringers.empty()) return;
  const double thickness = design.skin.frame_thickness;
  const Inside inside(model, design);
  for (const Bulkhead& b : design.bulkheads) {
    Frame f{.id = b.id, .at = b.x, .temporary = b.temporary};
    f.outline = common(inside.at(b.x), inside.at(b.x + thickness));
    f.shape = b.is_rib() ? without(f.outline, grown(f.outline, -b.rim)) : f.outline;
    if (f.shape.empty()) continue;
    finish(f, thickness);
    model.frames.push_back(std::move(f));
  }
  for (const Stringer& s : design.stringers) {
    if (!(s.length > 0.0 && s.height > 0.0)) throw InvalidInput(s.name, "needs length and height above zero");
    for (const double y : {s.y, -s.y}) {
      if (y != s.y && !s.is_pair()) continue;
      Frame f{.id = s.id, .along = true, .at = y - 0.5 * thickness};
      f.outline = f.shape = stringer_shape(inside, s, y, thickness);
      if (f.shape.empty()) continue;
      finish(f, thickness);
      model.frames.push_back(std::move(f));
    }
  }
}

}  // namespace plucky
