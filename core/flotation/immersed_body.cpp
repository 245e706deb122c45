#include "flotation/immersed_body.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "base/error.h"

namespace plucky {

Vec3 Attitude::up() const {
  return {std::sin(trim), std::sin(heel) * std::cos(trim), std::cos(heel) * std::cos(trim)};
}
Vec3 Attitude::ahead() const {
  return {std::cos(trim), -std::sin(heel) * std::sin(trim), -std::cos(heel) * std::sin(trim)};
}
Vec3 Attitude::port() const {
  return {0.0, std::cos(heel), -std::sin(heel)};
}

double WaterPlane::z_at(double x, double y) const {
  const Vec3 n = attitude.up();
  return (offset - n.x() * x - n.y() * y) / n.z();
}

/// Running sums of one plane. Axes u, v lie in the water, n points up; everything relative to the body's origin.
struct ImmersedBody::Sums {
  Vec3 n, u, v;
  double h;
  double volume6 = 0.0;
  Vec3 moment24 = Vec3::Zero();
  double area = 0.0;
  double plane_area2 = 0.0, first_u6 = 0.0, first_v6 = 0.0, uu12 = 0.0, vv12 = 0.0, uv24 = 0.0;
  Box3 waterline;

  void add_face(const Vec3& a, const Vec3& b, const Vec3& c) {
    const double six = a.dot(b.cross(c));
    volume6 += six;
    moment24 += six * (a + b + c);
  }

  /// Edge of the cap from p to q, anticlockwise seen from above.
  void add_waterline(const Vec3& p, const Vec3& q) {
    const double u1 = u.dot(p), v1 = v.dot(p), u2 = u.dot(q), v2 = v.dot(q);
    const double cross = u1 * v2 - u2 * v1;
    plane_area2 += cross;
    first_u6 += (u1 + u2) * cross;
    first_v6 += (v1 + v2) * cross;
    uu12 += (u1 * u1 + u1 * u2 + u2 * u2) * cross;
    vv12 += (v1 * v1 + v1 * v2 + v2 * v2) * cross;
    uv24 += (u1 * (2.0 * v1 + v2) + u2 * (2.0 * v2 + v1)) * cross;
    waterline.include(p);
    waterline.include(q);
  }

  /// A triangle that the plane cuts; `sa` is the height of the corner that stands alone on its side.
  void add_cut(const Vec3& a, const Vec3& b, const Vec3& c, double sa, double sb, double sc, double skin) {
    // From the lower end, so that both triangles at an edge compute the same point.
    const auto on_edge = [](const Vec3& from, const Vec3& to, double low, double high) {
      return Vec3(from + (to - from) * (low / (low - high)));
    };
    if (sa < 0.0) {
      const Vec3 ab = on_edge(a, b, sa, sb), ac = on_edge(a, c, sa, sc);
      add_face(a, ab, ac);
      area += skin * (sa / (sa - sb)) * (sa / (sa - sc));
      add_waterline(ac, ab);
    } else {
      const Vec3 ab = on_edge(b, a, sb, sa), ac = on_edge(c, a, sc, sa);
      add_face(ab, b, c);
      add_face(ab, c, ac);
      area += skin * (1.0 - (sa / (sa - sb)) * (sa / (sa - sc)));
      add_waterline(ab, ac);
    }
  }
};

ImmersedBody::ImmersedBody(const BuoyantSolid& solid, std::size_t leaf_size) {
  const TriangleMesh& mesh = solid.mesh;
  if (mesh.triangles.empty()) throw InvalidInput("body", "has no triangles, so nothing can float");
  if (!solid.wetted.empty() && solid.wetted.size() != mesh.triangles.size())
    throw InvalidInput("body", "needs one skin mark per triangle");
  for (const Triangle& t : mesh.triangles)
    for (auto i : t) box_.include(mesh.vertices.at(i));
  origin_ = box_.centre();
  std::vector<Corners> all;
  all.reserve(mesh.triangles.size());
  for (const Triangle& t : mesh.triangles)
    all.push_back({mesh.vertices[t[0]] - origin_, mesh.vertices[t[1]] - origin_, mesh.vertices[t[2]] - origin_, 0.0});
  for (std::size_t i = 0; i < all.size(); ++i)
    if (solid.wetted.empty() || solid.wetted[i]) all[i].skin_area = triangle_area(all[i].a, all[i].b, all[i].c);
  std::vector<std::uint32_t> order(all.size());
  std::iota(order.begin(), order.end(), 0u);
  corners_.reserve(all.size());
  nodes_.reserve(2 * all.size() / std::max<std::size_t>(1, leaf_size) + 1);
  build(order, 0, static_cast<std::uint32_t>(all.size()), all, std::max<std::size_t>(1, leaf_size));
  volume_ = nodes_[0].volume6 / 6.0;
  if (volume_ != 0.0) centroid_ = origin_ + nodes_[0].moment24 / (24.0 * volume_);
}

std::uint32_t ImmersedBody::build(std::vector<std::uint32_t>& order, std::uint32_t first, std::uint32_t count,
                                  const std::vector<Corners>& all, std::size_t leaf_size) {
  const auto index = static_cast<std::uint32_t>(nodes_.size());
  nodes_.emplace_back();
  Node node;
  node.first = first;
  node.count = count;
  Box3 box, centres;
  for (std::uint32_t i = first; i < first + count; ++i) {
    const Corners& t = all[order[i]];
    box.include(t.a);
    box.include(t.b);
    box.include(t.c);
    centres.include(t.a + t.b + t.c);
    const double six = t.a.dot(t.b.cross(t.c));
    node.volume6 += six;
    node.moment24 += six * (t.a + t.b + t.c);
    node.area += t.skin_area;
  }
  node.centre = box.centre();
  node.half = 0.5 * box.size();
  if (count <= leaf_size) {
    for (std::uint32_t i = first; i < first + count; ++i) corners_.push_back(all[order[i]]);
  } else {
    int axis = 0;
    centres.size().maxCoeff(&axis);
    const std::uint32_t half = count / 2;
    const auto key = [&](std::uint32_t t) { return all[t].a[axis] + all[t].b[axis] + all[t].c[axis]; };
    std::nth_element(order.begin() + first, order.begin() + first + half, order.begin() + first + count,
                     [&](std::uint32_t l, std::uint32_t r) { return key(l) < key(r); });
    build(order, first, half, all, leaf_size);
    node.right = build(order, first + half, count - half, all, leaf_size);
  }
  nodes_[index] = node;
  return index;
}

void ImmersedBody::add_cut_leaf(const Node& node, Sums& sums) const {
  for (std::uint32_t i = node.first; i < node.first + node.count; ++i) {
    const Corners& t = corners_[i];
    const double sa = sums.n.dot(t.a) - sums.h, sb = sums.n.dot(t.b) - sums.h, sc = sums.n.dot(t.c) - sums.h;
    const int below = (sa < 0.0) | ((sb < 0.0) << 1) | ((sc < 0.0) << 2);
    const double skin = t.skin_area;
    switch (below) {
      case 0:
        break;
      case 7:
        sums.add_face(t.a, t.b, t.c);
        sums.area += skin;
        break;
      case 1:
      case 6:
        sums.add_cut(t.a, t.b, t.c, sa, sb, sc, skin);
        break;
      case 2:
      case 5:
        sums.add_cut(t.b, t.c, t.a, sb, sc, sa, skin);
        break;
      default:
        sums.add_cut(t.c, t.a, t.b, sc, sa, sb, skin);
        break;
    }
  }
}

Immersion ImmersedBody::below(const WaterPlane& plane) const {
  Sums sums{.n = plane.attitude.up(), .u = plane.attitude.ahead(), .v = plane.attitude.port(), .h = 0.0};
  sums.h = plane.offset - sums.n.dot(origin_);
  const Vec3 reach = sums.n.cwiseAbs();
  std::uint32_t stack[64];
  int depth = 0;
  if (!nodes_.empty()) stack[depth++] = 0;
  while (depth > 0) {
    const std::uint32_t index = stack[--depth];
    const Node& node = nodes_[index];
    const double middle = sums.n.dot(node.centre) - sums.h, half = reach.dot(node.half);
    if (middle - half >= 0.0) continue;
    if (middle + half < 0.0) {
      sums.volume6 += node.volume6;
      sums.moment24 += node.moment24;
      sums.area += node.area;
    } else if (node.right == 0) {
      add_cut_leaf(node, sums);
    } else {
      stack[depth++] = node.right;
      stack[depth++] = index + 1;
    }
  }
  // Close with the cap: a cone from the origin over the water plane at height h.
  Immersion result;
  const double area = sums.plane_area2 / 2.0, first_u = sums.first_u6 / 6.0, first_v = sums.first_v6 / 6.0;
  result.volume = (sums.volume6 / 6.0) + sums.h * area / 3.0;
  const Vec3 local =
      sums.moment24 / 24.0 + (sums.h / 4.0) * (first_u * sums.u + first_v * sums.v + area * sums.h * sums.n);
  result.moment = local + result.volume * origin_;
  result.wetted_area = sums.area;
  // From the body's origin to the origin of the boat axes.
  const double du = sums.u.dot(origin_), dv = sums.v.dot(origin_);
  result.waterplane_area = area;
  result.waterplane_first = {first_u + area * du, first_v + area * dv};
  result.waterplane_xx = sums.uu12 / 12.0 + 2.0 * du * first_u + area * du * du;
  result.waterplane_yy = sums.vv12 / 12.0 + 2.0 * dv * first_v + area * dv * dv;
  result.waterplane_xy = sums.uv24 / 24.0 + du * first_v + dv * first_u + area * du * dv;
  if (!sums.waterline.empty()) result.waterline = {sums.waterline.low + origin_, sums.waterline.high + origin_};
  return result;
}

}  // namespace plucky
