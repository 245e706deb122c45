#include "geometry/nest.h"

#include <algorithm>
#include <cmath>
#include <iostream>  // the library writes to it in what it never calls here

#include "base/error.h"

#define LIBNEST2D_THREADING_std
#define LIBNEST2D_GEOMETRIES_clipper
#define LIBNEST2D_OPTIMIZER_nlopt
#include <libnest2d/common.hpp>

namespace libnest2d {
// C++20 finds two ways to compare angles otherwise.
inline bool operator!=(const Radians& a, const Radians& b) {
  return static_cast<double>(a) != static_cast<double>(b);
}
}  // namespace libnest2d

#include <libnest2d/backends/clipper/geometries.hpp>
#include <libnest2d/geometry_traits_nfp.hpp>

// The library's own no-fit polygon is of convex shapes alone: concave ones would overlap.
namespace libnest2d::nfp {

struct ByMinkowski {
  NfpResult<PolygonImpl> operator()(const PolygonImpl& fixed, const PolygonImpl& orbiting) const {
    ClipperLib::Path mirrored;
    for (const ClipperLib::IntPoint& p : orbiting.Contour) mirrored.emplace_back(-p.X, -p.Y);
    ClipperLib::Paths sum;
    ClipperLib::MinkowskiSum(mirrored, fixed.Contour, sum, true);
    PolygonImpl out;
    double most = 0.0;
    for (ClipperLib::Path& p : sum)
      if (const double area = std::abs(ClipperLib::Area(p)); area > most) most = area, out.Contour = p;
    if (ClipperLib::Orientation(out.Contour)) ClipperLib::ReversePath(out.Contour);  // the library's runs clockwise
    if (!out.Contour.empty()) out.Contour.push_back(out.Contour.front());
    return {out, rightmostUpVertex(out)};
  }
};
template <>
struct MaxNfpLevel<PolygonImpl> {
  static const NfpLevel value = NfpLevel::BOTH_CONCAVE;
};
template <>
struct NfpImpl<PolygonImpl, NfpLevel::BOTH_CONCAVE> : ByMinkowski {};
template <>
struct NfpImpl<PolygonImpl, NfpLevel::ONE_CONVEX> : ByMinkowski {};

}  // namespace libnest2d::nfp

#include <libnest2d/libnest2d.hpp>

namespace plucky {

namespace {

namespace lib = libnest2d;

constexpr double grid = 1e6;        // to a metre
constexpr double detail = 0.00015;  // m of outline that makes no difference to where a shape finds room

/// The outline round a shape and half the gap, without detail and openings, clockwise and closed.
lib::Item item_of(const Region& shape, double gap) {
  const Region round = simplified(grown(shape, 0.5 * gap + 2.0 * detail), detail);
  const std::vector<Vec2>* outer = nullptr;
  for (const auto& loop : round.loops)
    if (!outer || loop_area(loop) > loop_area(*outer)) outer = &loop;
  ClipperLib::Path path;
  if (outer)
    for (auto it = outer->rbegin(); it != outer->rend(); ++it)
      path.emplace_back(std::llround(grid * it->x()), std::llround(grid * it->y()));
  if (!path.empty()) path.push_back(path.front());
  return lib::Item(lib::PolygonImpl(path));
}

class Nesting {
 public:
  Nesting(const std::vector<Region>& shapes, const std::vector<NestSheet>& sheets, const NestWishes& wishes)
      : shapes_(shapes), sheets_(sheets), wishes_(wishes) {}

  Nest take() {
    for (std::size_t i = 0; i < shapes_.size(); ++i) out_.left.push_back(i);
    for (std::size_t i = 0; i < sheets_.size() && !out_.stopped; ++i) fill(i);
    return std::move(out_);
  }

 private:
  void fill(std::size_t sheet) {
    const NestSheet& s = sheets_[sheet];
    const std::vector<std::size_t> of = out_.left;
    std::vector<lib::Item> items;
    std::vector<double> first;  // rad: the library takes out what does not fit as it comes
    for (const std::size_t i : of) {
      const Section::Extent e = shapes_[i].extent();
      const Vec2 size = e.high - e.low, room(s.length - 2.0 * wishes_.margin, s.width - 2.0 * wishes_.margin);
      const bool lies = size.x() <= room.x() && size.y() <= room.y();
      first.push_back(lies || wishes_.grain ? 0.0 : 0.5 * pi);
      items.push_back(item_of(moved(shapes_[i], first.back(), Vec2::Zero()), wishes_.gap));
    }
    using Placer = lib::NfpPlacer;
    lib::NestConfig<Placer, lib::FirstFitSelection> how;
    auto& place = how.placer_config;
    place.rotations = {0.0, pi};
    if (!wishes_.grain) place.rotations = {0.0, 0.5 * pi, pi, 1.5 * pi};
    place.alignment = place.starting_point = Placer::Config::Alignment::BOTTOM_LEFT;
    lib::NestControl control;
    control.stopcond = [this] { return out_.stopped; };
    control.progressfn = [this](unsigned left) { out_.stopped = wishes_.go_on && !wishes_.go_on(left); };
    // The half gap round each shape may hang over the edge.
    const double edge = wishes_.margin - 0.5 * wishes_.gap;
    const auto length = std::llround(grid * (s.length - 2.0 * edge)),
               width = std::llround(grid * (s.width - 2.0 * edge)), low = std::llround(grid * edge);
    if (items.empty() || length <= 0 || width <= 0) return;
    lib::nest(items, lib::Box(length, width, {low + length / 2, low + width / 2}), 0, how, control);
    for (std::size_t k = 0; k < items.size(); ++k) take_in(sheet, of[k], first[k], items[k]);
  }

  /// Takes a place that is as good as it says.
  void take_in(std::size_t sheet, std::size_t shape, double first, const lib::Item& item) {
    const NestSheet& s = sheets_[sheet];
    if (item.binId() < 0 || static_cast<std::size_t>(item.binId()) >= s.count) return;
    const auto at = item.translation();
    const Nested now{shape, sheet, static_cast<std::size_t>(item.binId()), first + static_cast<double>(item.rotation()),
                     Vec2(static_cast<double>(at.X), static_cast<double>(at.Y)) / grid};
    const Region there = moved(shapes_[shape], now.turn, now.move);
    const Section::Extent e = there.extent();
    const double edge = wishes_.margin - 1e-6;
    if (e.low.x() < edge || e.low.y() < edge || e.high.x() > s.length - edge || e.high.y() > s.width - edge) return;
    for (const Nested& p : out_.placed)
      if (p.sheet == sheet && p.copy == now.copy &&
          !keep_apart(moved(shapes_[p.shape], p.turn, p.move), there, wishes_.gap))
        return;
    out_.placed.push_back(now);
    std::erase(out_.left, shape);
  }

  const std::vector<Region>& shapes_;
  const std::vector<NestSheet>& sheets_;
  const NestWishes& wishes_;
  Nest out_;
};

}  // namespace

Region moved(Region shape, double turn, const Vec2& by) {
  const double c = std::cos(turn), s = std::sin(turn);
  for (auto& loop : shape.loops)
    for (Vec2& p : loop) p = Vec2(c * p.x() - s * p.y(), s * p.x() + c * p.y()) + by;
  return shape;
}

bool keep_apart(const Region& a, const Region& b, double distance) {
  const Section::Extent one = a.extent(), other = b.extent();
  if ((one.low.array() > other.high.array() + distance).any() ||
      (other.low.array() > one.high.array() + distance).any())
    return true;
  return common(grown(a, std::max(0.0, distance - 1e-6)), b).area() < 1e-12;
}

Nest nest(const std::vector<Region>& shapes, const std::vector<NestSheet>& sheets, const NestWishes& wishes) {
  if (!(wishes.gap >= 0.0 && wishes.gap < 1.0 && wishes.margin >= 0.0 && wishes.margin < 1.0))
    throw InvalidInput("gap", "should be from 0 to below 1 m");
  for (std::size_t i = 0; i < shapes.size(); ++i)
    if (!(shapes[i].area() > 1e-9)) throw InvalidInput(Text("shape {0}", i + 1), "has no area");
  for (std::size_t i = 0; i < sheets.size(); ++i)
    if (!(sheets[i].length > 0.0 && sheets[i].width > 0.0 && sheets[i].length < 1e3 && sheets[i].width < 1e3))
      throw InvalidInput(Text("sheet {0}", i + 1), "needs length and width above zero");
  return Nesting(shapes, sheets, wishes).take();
}

}  // namespace plucky
