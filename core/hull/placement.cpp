#include "hull/placement.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/plane_cut.h"

namespace plucky {

namespace {

/// The mesh with its length along x and its depth along z, told along both ways at once.
struct Laid {
  Box3 box;
  std::vector<Section> cuts;
  double flat_aft = 0.0,
         flat_fore = 0.0;  ///< faces across the length within its last twentieths, share of breadth x depth
  double flat_down = 0.0, flat_up = 0.0;  ///< level faces, share of length x breadth
};

constexpr int stations = 21;

Laid lay(const TriangleMesh& mesh, int forward, int across, int up) {
  Laid l;
  TriangleMesh turned = mesh;
  for (Vec3& v : turned.vertices) v = Vec3(v[forward], v[across], v[up]);
  // Swapping axes may mirror, and some files come inside out: faces have to look outward here.
  if (signed_volume(turned) < 0.0)
    for (auto& t : turned.triangles) std::swap(t[1], t[2]);
  l.box = bounds(turned);
  const Vec3 size = l.box.size();
  std::vector<double> at;
  at.reserve(stations);
  for (int i = 0; i < stations; ++i) at.push_back(l.box.low.x() + size.x() * (0.02 + 0.96 * i / (stations - 1)));
  l.cuts = sections(turned, at);
  constexpr double level = 0.97, transom_rake = 0.9;  // cosines: a cambered deck, a raked transom
  for (const auto& t : turned.triangles) {
    const Vec3 a = turned.vertices[t[0]], b = turned.vertices[t[1]], c = turned.vertices[t[2]];
    const Vec3 area = 0.5 * (b - a).cross(c - a);
    const double whole = area.norm();
    if (!(whole > 0.0)) continue;
    const Vec3 n = area / whole, middle = (a + b + c) / 3.0;
    const double along = (middle.x() - l.box.low.x()) / size.x();
    if (along < 0.08 && n.x() < -transom_rake) l.flat_aft += whole / (size.y() * size.z());
    if (along > 0.92 && n.x() > transom_rake) l.flat_fore += whole / (size.y() * size.z());
    if (n.z() > level) l.flat_up += whole / (size.x() * size.y());
    if (n.z() < -level) l.flat_down += whole / (size.x() * size.y());
  }
  return l;
}

/// (a - b) over their sum, 0 where both vanish.
double more(double a, double b) {
  return a + b > 0.0 ? (a - b) / (a + b) : 0.0;
}

/// Above zero where the end at the greater x looks like the bow.
double bow_signs(const Laid& l) {
  double area[2] = {}, width[2] = {};
  for (int i = 0; i < 3; ++i)
    for (int end = 0; end < 2; ++end) {
      const Section& s = l.cuts[end == 0 ? i : stations - 1 - i];
      const Section::Extent e = s.extent();
      if (e.empty()) continue;
      area[end] += std::abs(s.area_below(l.box.high.z() + l.box.size().z()));
      width[end] += e.high.x() - e.low.x();
    }
  return (more(area[0], area[1]) + more(width[0], width[1]) + std::clamp(l.flat_aft - l.flat_fore, -1.0, 1.0)) / 3.0;
}

/// Above zero where the greater z looks like the deck.
double up_signs(const Laid& l, bool bow_ahead, bool both_ends) {
  const double depth = l.box.size().z();
  double widest = 0.0;
  int cuts = 0;
  for (int i = stations / 5; i < stations * 4 / 5; ++i) {
    const Section::Extent e = l.cuts[i].extent();
    if (e.empty() || !(e.high.y() > e.low.y())) continue;
    double sum = 0.0;
    int count = 0;
    for (const SectionLoop& loop : l.cuts[i].loops)
      for (const Vec2& q : loop.points)
        if (std::min(q.x() - e.low.x(), e.high.x() - q.x()) <= 0.01 * (e.high.x() - e.low.x())) {
          sum += (2.0 * q.y() - e.low.y() - e.high.y()) / (e.high.y() - e.low.y());
          ++count;
        }
    if (count == 0) continue;
    widest += sum / count;
    ++cuts;
  }
  if (cuts > 0) widest /= cuts;
  // How far the lower and the upper profile close in over the last quarter, where no house stands any more.
  const auto closing = [&](int from, int end) {
    const Section::Extent at = l.cuts[from].extent(), e = l.cuts[end].extent();
    if (at.empty() || e.empty()) return 0.0;
    const double rises = ((e.low.y() - at.low.y()) - (at.high.y() - e.high.y())) / depth;
    return std::clamp(2.0 * rises, -1.0, 1.0);
  };
  const double fore = closing(stations * 3 / 4, stations - 1), aft = closing(stations / 4, 0);
  const double keel = both_ends ? 0.5 * (fore + aft) : bow_ahead ? fore : aft;
  const double flat = std::clamp(l.flat_up - l.flat_down, -1.0, 1.0);
  return 0.2 * widest + 0.55 * keel + 0.25 * flat;
}

}  // namespace

PlacementGuess guess_placement(const TriangleMesh& mesh, double metres_per_unit) {
  PlacementGuess guess;
  MeshPlacement& p = guess.placement;
  const Box3 box = bounds(mesh);
  p.metres_per_unit = metres_per_unit > 0.0 ? metres_per_unit : metres_per(likely_unit(box));
  box.size().maxCoeff(&p.forward_axis);
  // A boat is alike on both sides, so its volume lies in the middle of its breadth and seldom of its depth. Where
  // neither axis stands out, the shorter is the depth; when they are alike too, file z if it is free.
  const int a = (p.forward_axis + 1) % 3, b = (p.forward_axis + 2) % 3;
  const Vec3 aside = ((volume_centroid(mesh) - box.centre()).array() / box.size().array()).abs();
  if (std::abs(aside[a] - aside[b]) > 0.02)
    p.up_axis = aside[a] > aside[b] ? a : b;
  else if (std::abs(box.size()[a] - box.size()[b]) < 0.05 * box.size()[a] && p.forward_axis != 2)
    p.up_axis = 2;
  else
    p.up_axis = box.size()[a] < box.size()[b] ? a : b;
  const Laid laid = lay(mesh, p.forward_axis, 3 - p.forward_axis - p.up_axis, p.up_axis);
  const double bow = bow_signs(laid);
  p.forward_positive = bow >= 0.0;
  guess.bow_certainty = std::min(1.0, std::abs(bow));
  const double up = up_signs(laid, p.forward_positive, !guess.sure_of_bow());
  p.up_positive = up >= 0.0;
  guess.up_certainty = std::min(1.0, std::abs(up));
  return guess;
}

TriangleMesh place_mesh(const TriangleMesh& mesh, const MeshPlacement& placement) {
  if (placement.forward_axis == placement.up_axis || placement.forward_axis < 0 || placement.forward_axis > 2 ||
      placement.up_axis < 0 || placement.up_axis > 2)
    throw InvalidInput("axes", "forward and up must be two different axes");
  if (!(placement.metres_per_unit > 0.0)) throw InvalidInput("scale", "must be more than zero");
  const Vec3 x = (placement.forward_positive ? 1.0 : -1.0) * Vec3::Unit(placement.forward_axis);
  const Vec3 z = (placement.up_positive ? 1.0 : -1.0) * Vec3::Unit(placement.up_axis);
  const Vec3 y = z.cross(x);  // a rotation, so faces keep their outside
  TriangleMesh out = mesh;
  for (Vec3& v : out.vertices) v = placement.metres_per_unit * Vec3(v.dot(x), v.dot(y), v.dot(z));
  const Box3 box = bounds(out);
  const Vec3 shift(-box.low.x(), -box.centre().y(), -box.low.z());
  for (Vec3& v : out.vertices) v += shift;
  return out;
}

HullDesign with_skin(HullDesign d, std::shared_ptr<const TriangleMesh> skin, std::string source) {
  d.family = HullFamily::imported;
  d.bottom = BottomForm::unknown;
  d.mesh = std::move(skin);
  d.mesh_source = std::move(source);
  d.drawn.reset();
  d.hatches.clear();
  d.cabins.clear();
  d.chambers.clear();
  d.bulkheads.clear();
  d.stringers.clear();
  d.openings.clear();
  d.rims.clear();
  return d;
}

}  // namespace plucky
