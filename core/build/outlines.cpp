#include "build/outlines.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/region.h"

namespace plucky {

namespace {

class Outlines {
 public:
  Outlines(const HullModel& hull, const HullDesign& design, const OutlineWishes& wishes)
      : hull_(hull), design_(design), w_(wishes) {
    const double length = hull.length();
    for (int k = 1; k * w_.step < length - 1e-6; ++k) stations_.push_back(hull.box.low.x() + k * w_.step);
  }

  std::vector<Drawing> take() {
    profile();
    plan();
    for (const Hatch& h : design_.hatches) opening(h);
    transom();
    for (const BottomCut& c : w_.cuts) drill_chain(c);
    sections_at();
    return std::move(out_);
  }

 private:
  void finish(Drawing d, const Vec2& words) {
    d.texts.push_back({DrawLayer::engrave, words, 0.005, 0.0, d.title, 0.0});
    d.shift(-d.bounds().low);
    out_.push_back(std::move(d));
  }

  void profile() {
    const Outline& o = hull_.outline;
    std::vector<Vec2> ring;
    for (std::size_t i = 0; i < o.x.size(); ++i) ring.emplace_back(o.x[i], o.keel[i]);
    for (std::size_t i = o.x.size(); i-- > 0;) ring.emplace_back(o.x[i], o.top[i]);
    Drawing d{.title = "Profile"};
    d.lines.push_back({DrawLayer::cut, ring, true});
    for (const double x : stations_) mark(d, x, hull_.box.low.z(), hull_.box.high.z());
    finish(std::move(d), {hull_.box.centre().x(), hull_.box.centre().z()});
  }

  void plan() {
    const Outline& o = hull_.outline;
    std::vector<Vec2> ring;
    for (std::size_t i = 0; i < o.x.size(); ++i) ring.emplace_back(o.x[i], -o.half_starboard[i]);
    for (std::size_t i = o.x.size(); i-- > 0;) ring.emplace_back(o.x[i], o.half_port[i]);
    Drawing d{.title = "Plan, with the hatch openings"};
    d.lines.push_back({DrawLayer::cut, ring, true});
    d.lines.push_back({DrawLayer::mark, {{hull_.box.low.x(), 0.0}, {hull_.box.high.x(), 0.0}}, false});
    for (const double x : stations_) mark(d, x, hull_.box.low.y(), hull_.box.high.y());
    for (const Hatch& h : design_.hatches)
      d.lines.push_back({DrawLayer::cut,
                         rectangle({h.x, h.y - 0.5 * h.width}, {h.x + h.length, h.y + 0.5 * h.width}).loops[0], true});
    finish(std::move(d), {hull_.box.low.x() + 0.7 * hull_.length(), 0.006});
  }

  static void mark(Drawing& d, double x, double low, double high) {
    d.lines.push_back({DrawLayer::mark, {{x, low}, {x, high}}, false});
    d.texts.push_back({DrawLayer::engrave, {x, low + 0.004}, 0.003, 0.0, Text("{0}", length_quantity(x)), 0.0});
  }

  void opening(const Hatch& h) {
    Drawing d{
        .title = {"Opening of {0}, after edge {1} from the transom", h.name, length_quantity(h.x - hull_.box.low.x())}};
    d.lines.push_back({DrawLayer::cut, rectangle({0.0, -0.5 * h.width}, {h.length, 0.5 * h.width}).loops[0], true});
    d.lines.push_back({DrawLayer::mark, {{0.0, -h.y}, {h.length, -h.y}}, false});
    finish(std::move(d), {0.5 * h.length, 0.006 - h.y});
  }

  /// A section's outer face with its centre line.
  [[nodiscard]] Drawing section(const Section& s, const Text& title) const {
    Drawing d{.title = title};
    for (const auto& loop : region_of(s).loops) d.lines.push_back({DrawLayer::cut, loop, true});
    const Section::Extent e = s.extent();
    d.lines.push_back({DrawLayer::mark, {{0.0, e.low.y()}, {0.0, e.high.y()}}, false});
    return d;
  }

  void transom() {
    const double x = hull_.box.low.x() + 1e-4;
    const Section s = plucky::sections(hull_.skin, {x}, hull_.bare_triangles).front();
    if (s.extent().empty()) return;
    Drawing d = section(s, "Transom seen from ahead, with its holes");
    for (const TransomHole& h : w_.holes) {
      d.holes.push_back({DrawLayer::cut, h.centre, h.diameter});
      const double arm = 0.5 * h.diameter + 0.003;
      d.lines.push_back({DrawLayer::mark, {h.centre - Vec2(arm, 0.0), h.centre + Vec2(arm, 0.0)}, false});
      d.lines.push_back({DrawLayer::mark, {h.centre - Vec2(0.0, arm), h.centre + Vec2(0.0, arm)}, false});
      d.texts.push_back({DrawLayer::engrave,
                         h.centre + Vec2(0.0, arm + 0.002),
                         0.003,
                         0.0,
                         {"{0}, {1}", h.name, length_quantity(h.diameter)},
                         0.0});
    }
    finish(std::move(d), {0.0, s.extent().low.y() + 0.4 * (s.extent().high.y() - s.extent().low.y())});
  }

  /// Holes of 2 mm close together inside the line; what is left is filed away.
  void drill_chain(const BottomCut& c) {
    constexpr double drill = 0.002, apart = 0.0026, corner = 0.004;  // m; common practice, no source
    Drawing d{.title = {"{0}: drill {1}, break out, file to the line; fore end {2} from the transom", c.name,
                        length_quantity(drill), length_quantity(c.high.x() - hull_.box.low.x())}};
    const double r = std::min(corner, 0.4 * (c.high - c.low).minCoeff());
    const Region line = grown(rectangle(c.low.array() + r, c.high.array() - r), r);
    for (const auto& loop : line.loops) d.lines.push_back({DrawLayer::cut, loop, true});
    d.lines.push_back({DrawLayer::mark, {{c.low.x() - 0.01, 0.0}, {c.high.x() + 0.01, 0.0}}, false});
    for (const auto& loop : grown(line, -0.6 * drill).loops) {
      double left = 0.0;
      for (std::size_t i = 0; i < loop.size(); ++i) {
        const Vec2 a = loop[i], leg = loop[(i + 1) % loop.size()] - a;
        for (; left < leg.norm(); left += apart)
          d.holes.push_back({DrawLayer::mark, a + leg * (left / leg.norm()), drill});
        left -= leg.norm();
      }
    }
    finish(std::move(d), {0.5 * (c.low.x() + c.high.x()), c.high.y() + 0.006});
  }

  void sections_at() {
    const std::vector<Section> all = plucky::sections(hull_.skin, stations_, hull_.bare_triangles);
    for (const Section& s : all) {
      const Section::Extent e = s.extent();
      if (e.empty()) continue;
      finish(section(s, {"Section at {0}, outer face; {1} of skin", length_quantity(s.x - hull_.box.low.x()),
                         length_quantity(design_.skin.shell_thickness)}),
             {0.0, 0.5 * (e.low.y() + e.high.y())});
    }
  }

  const HullModel& hull_;
  const HullDesign& design_;
  const OutlineWishes& w_;
  std::vector<double> stations_;
  std::vector<Drawing> out_;
};

}  // namespace

std::vector<Drawing> outline_templates(const HullModel& hull, const HullDesign& design, const OutlineWishes& wishes) {
  if (!(wishes.step >= 0.005 && wishes.step <= 10.0)) throw InvalidInput("step", "should be 5 mm to 10 m");
  return Outlines(hull, design, wishes).take();
}

}  // namespace plucky
