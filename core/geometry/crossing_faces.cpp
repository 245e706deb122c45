#include "geometry/crossing_faces.h"

#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/box_intersection_d.h>

#include <algorithm>
#include <utility>

namespace plucky {

namespace {

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Point = Kernel::Point_3;
using FaceBox = CGAL::Box_intersection_d::Box_with_info_d<double, 3, std::uint32_t>;

Point point(const Vec3& v) {
  return {v.x(), v.y(), v.z()};
}

struct Enough {};

class Finder {
 public:
  Finder(const TriangleMesh& mesh, std::size_t most) : mesh_(mesh), most_(most) {}

  void test(std::uint32_t f, std::uint32_t g) {
    const Triangle &a = mesh_.triangles[f], &b = mesh_.triangles[g];
    int shared = 0, at_a = -1, at_b = -1;
    for (int i = 0; i < 3; ++i)
      for (int j = 0; j < 3; ++j)
        if (a[i] == b[j]) {
          ++shared;
          at_a = i;
          at_b = j;
        }
    bool crosses = false;
    if (shared == 0) crosses = CGAL::do_intersect(triangle(a), triangle(b));
    // Neighbours at one corner cross where the far side of one meets the other.
    else if (shared == 1)
      crosses =
          CGAL::do_intersect(far_side(a, at_a), triangle(b)) || CGAL::do_intersect(far_side(b, at_b), triangle(a));
    else if (shared == 2)
      crosses = folded_over(a, b);
    if (!crosses) return;
    pairs.push_back({f, g});
    if (pairs.size() >= most_) throw Enough{};
  }

  std::vector<CrossingPair> pairs;

 private:
  [[nodiscard]] Point corner(std::uint32_t v) const { return point(mesh_.vertices[v]); }
  [[nodiscard]] Kernel::Triangle_3 triangle(const Triangle& t) const {
    return {corner(t[0]), corner(t[1]), corner(t[2])};
  }
  [[nodiscard]] Kernel::Segment_3 far_side(const Triangle& t, int k) const {
    return {corner(t[(k + 1) % 3]), corner(t[(k + 2) % 3])};
  }
  /// Two faces at one edge share more than it only when they lie flat on each other.
  [[nodiscard]] bool folded_over(const Triangle& a, const Triangle& b) const {
    const auto foreign = [](const Triangle& t, const Triangle& other) {
      for (int i = 0; i < 3; ++i)
        if (t[i] != other[0] && t[i] != other[1] && t[i] != other[2]) return i;
      return 0;
    };
    const int i = foreign(a, b), j = foreign(b, a);
    const Point p = corner(a[(i + 1) % 3]), q = corner(a[(i + 2) % 3]), r = corner(a[i]), s = corner(b[j]);
    return CGAL::coplanar(p, q, r, s) && CGAL::coplanar_orientation(p, q, r, s) == CGAL::POSITIVE;
  }

  const TriangleMesh& mesh_;
  std::size_t most_;
};

}  // namespace

std::vector<CrossingPair> find_crossing_faces(const TriangleMesh& mesh, std::size_t most) {
  // Faces on the same three corners are told elsewhere as doubled; each of them against each would never end.
  std::vector<std::pair<Triangle, std::uint32_t>> by_corners(mesh.triangles.size());
  for (std::uint32_t f = 0; f < mesh.triangles.size(); ++f) {
    Triangle corners = mesh.triangles[f];
    std::sort(corners.begin(), corners.end());
    by_corners[f] = {corners, f};
  }
  std::sort(by_corners.begin(), by_corners.end());
  std::vector<FaceBox> boxes;
  boxes.reserve(mesh.triangles.size());
  for (std::size_t i = 0; i < by_corners.size(); ++i) {
    if (i > 0 && by_corners[i].first == by_corners[i - 1].first) continue;
    const std::uint32_t f = by_corners[i].second;
    const Vec3 &a = mesh.corner(f, 0), &b = mesh.corner(f, 1), &c = mesh.corner(f, 2);
    if (CGAL::collinear(point(a), point(b), point(c))) continue;
    boxes.emplace_back(point(a).bbox() + point(b).bbox() + point(c).bbox(), f);
  }
  Finder finder(mesh, most);
  try {
    CGAL::box_self_intersection_d(boxes.begin(), boxes.end(),
                                  [&](const FaceBox& x, const FaceBox& y) { finder.test(x.info(), y.info()); });
  } catch (const Enough&) {
  }
  return std::move(finder.pairs);
}

}  // namespace plucky
