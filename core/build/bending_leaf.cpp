#include "build/bending_leaf.h"

#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

/// A triangle's corner that is none of two others.
std::size_t third(const std::array<std::size_t, 3>& face, std::size_t u, std::size_t v) {
  for (const std::size_t i : face)
    if (i != u && i != v) return i;
  return face[0];
}

bool has(const std::array<std::size_t, 3>& face, std::size_t i) {
  return face[0] == i || face[1] == i || face[2] == i;
}

/// `out`: which way its normal looks where the corners u, v, q run.
Hinge hinge(const Vec3& u, const Vec3& v, const Vec3& q, double out) {
  const Vec3 axis = (v - u).normalized();
  Vec3 to = q - u;
  to -= to.dot(axis) * axis;
  const Vec3 away = -to.normalized();
  return {u, v, away, out * axis.cross(-away)};
}

/// By how much the neighbour with this corner is bent from the triangle's plane, towards its normal, rad.
double bend_at(const Hinge& h, const Vec3& w) {
  const Vec3 axis = (h.v - h.u).normalized();
  Vec3 to = w - h.u;
  to -= to.dot(axis) * axis;
  return std::atan2(to.dot(h.outward), to.dot(h.away));
}

/// The neighbour's corner when it is bent by an angle: its place along the side and its distance come from the flat.
Vec3 corner(const Hinge& h, const Vec2& u, const Vec2& v, const Vec2& w, double angle) {
  const Vec2 flat_axis = (v - u).normalized(), to = w - u;
  const double at = to.dot(flat_axis), off = std::abs(flat_axis.x() * to.y() - flat_axis.y() * to.x());
  const Vec3 axis = (h.v - h.u).normalized();
  return h.u + at * axis + off * (std::cos(angle) * h.away + std::sin(angle) * h.outward);
}

}  // namespace

std::vector<Vec3> panel_in_space(const Panel& p, bool mirrored) {
  std::vector<Vec3> out = p.in_space;
  if (mirrored)
    for (Vec3& v : out) v.y() = -v.y();
  return out;
}

BendingLeaf::BendingLeaf(const Panel& panel, bool mirrored, double share)
    : p_(panel),
      space_(panel_in_space(panel, mirrored)),
      share_(share),
      way_(mirrored ? -1.0 : 1.0),
      at_(panel.outline.size(), Vec3::Zero()) {}

void BendingLeaf::lay_down() {
  for (const std::size_t i : p_.faces.front()) at_[i] = Vec3(p_.outline[i].x(), way_ * p_.outline[i].y(), 0.0);
  spread(0);
}

void BendingLeaf::hang(std::size_t u, std::size_t v, const Hinge& pose, const Hinge& space) {
  const std::size_t root = face_with(u, v), w = third(p_.faces[root], u, v);
  at_[u] = pose.u, at_[v] = pose.v;
  at_[w] = corner(pose, p_.outline[u], p_.outline[v], p_.outline[w], share_ * bend_at(space, space_[w]));
  spread(root);
}

Hinge BendingLeaf::pose_at(std::size_t u, std::size_t v) const {
  return hinge_of(at_, u, v, third(p_.faces[face_with(u, v)], u, v));
}

Hinge BendingLeaf::space_at(std::size_t u, std::size_t v) const {
  return hinge_of(space_, u, v, third(p_.faces[face_with(u, v)], u, v));
}

std::size_t BendingLeaf::face_with(std::size_t u, std::size_t v) const {
  for (std::size_t f = 0; f < p_.faces.size(); ++f)
    if (has(p_.faces[f], u) && has(p_.faces[f], v)) return f;
  throw InvalidInput("panel", "has an edge without a face");
}

Hinge BendingLeaf::hinge_of(const std::vector<Vec3>& at, std::size_t u, std::size_t v, std::size_t q) const {
  // Seen from outside the outline of a port panel runs anticlockwise.
  const Vec2 a = p_.outline[v] - p_.outline[u], b = p_.outline[q] - p_.outline[u];
  const double out = way_ * (a.x() * b.y() - a.y() * b.x()) > 0.0 ? 1.0 : -1.0;
  return hinge(at[u], at[v], at[q], out);
}

void BendingLeaf::spread(std::size_t root) {
  for (std::size_t f = root + 1; f < p_.faces.size(); ++f) go_on(f - 1, f);
  for (std::size_t f = root; f-- > 0;) go_on(f + 1, f);
}

void BendingLeaf::go_on(std::size_t from, std::size_t to) {
  std::vector<std::size_t> common;
  for (const std::size_t i : p_.faces[to])
    if (has(p_.faces[from], i)) common.push_back(i);
  if (common.size() != 2) throw InvalidInput("panel", "has faces that do not hang together");
  const std::size_t u = common[0], v = common[1], q = third(p_.faces[from], u, v), w = third(p_.faces[to], u, v);
  const double angle = share_ * bend_at(hinge_of(space_, u, v, q), space_[w]);
  at_[w] = corner(hinge_of(at_, u, v, q), p_.outline[u], p_.outline[v], p_.outline[w], angle);
}

}  // namespace plucky
