#include "geometry/mesh_repair.h"

#include <cmath>
#include <set>

#include "geometry/edges.h"

namespace plucky {

namespace {

std::size_t drop_duplicates(TriangleMesh& mesh) {
  std::set<Triangle> seen;
  const std::size_t before = mesh.triangles.size();
  std::erase_if(mesh.triangles, [&](const Triangle& t) {
    Triangle key = t;
    std::sort(key.begin(), key.end());
    const Vec3 &a = mesh.vertices[t[0]], &b = mesh.vertices[t[1]], &c = mesh.vertices[t[2]];
    // Only faces that collapsed to a point or doubled edge may go: a thin sliver still holds its neighbours together.
    return a == b || b == c || c == a || !seen.insert(key).second;
  });
  return before - mesh.triangles.size();
}

std::size_t orient_outward(TriangleMesh& mesh) {
  const Orientation o = propagate_orientation(mesh, sorted_half_edges(mesh));
  const Vec3 origin = bounds(mesh).centre();
  // Signed volume per shell as it would be with its faces agreeing, and the boxes to tell cavities from outer shells.
  std::vector<double> volume(o.shells, 0.0);
  std::vector<Box3> box(o.shells);
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f) {
    const Vec3 a = mesh.corner(f, 0) - origin, b = mesh.corner(f, 1) - origin, c = mesh.corner(f, 2) - origin;
    volume[o.shell[f]] += (o.turn[f] ? -1.0 : 1.0) * a.dot(b.cross(c));
    for (const Vec3& v : {a, b, c}) box[o.shell[f]].include(v);
  }
  const auto is_cavity = [&](std::size_t s) {
    for (std::size_t other = 0; other < o.shells; ++other)
      if (other != s && std::abs(volume[other]) > std::abs(volume[s]) && box[other].contains(box[s].low) &&
          box[other].contains(box[s].high))
        return true;
    return false;
  };
  std::vector<bool> turn_shell(o.shells);
  for (std::size_t s = 0; s < o.shells; ++s) turn_shell[s] = volume[s] < 0.0 && !is_cavity(s);
  std::size_t turned = 0;
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f) {
    if (o.turn[f] == turn_shell[o.shell[f]]) continue;
    std::swap(mesh.triangles[f][1], mesh.triangles[f][2]);
    ++turned;
  }
  return turned;
}

/// Plane of best fit through a loop, as two axes in it; the normal agrees with the loop's own direction.
std::pair<Vec3, Vec3> loop_axes(const std::vector<Vec3>& points) {
  Vec3 area = Vec3::Zero();
  for (std::size_t i = 0; i < points.size(); ++i) area += points[i].cross(points[(i + 1) % points.size()]);
  const Vec3 n = area.norm() > 0.0 ? Vec3(area.normalized()) : Vec3(Vec3::UnitZ());
  const Vec3 u = n.unitOrthogonal();
  return {u, n.cross(u)};
}

std::size_t close_holes(TriangleMesh& mesh, double longest, std::size_t* left) {
  std::size_t closed = 0;
  for (const auto& loop : boundary_loops(sorted_half_edges(mesh))) {
    double outline = 0.0;
    std::vector<Vec3> points;
    for (std::size_t i = 0; i < loop.size(); ++i) {
      points.push_back(mesh.vertices[loop[i]]);
      outline += (mesh.vertices[loop[(i + 1) % loop.size()]] - mesh.vertices[loop[i]]).norm();
    }
    if (outline > longest) {
      ++*left;
      continue;
    }
    const auto [u, v] = loop_axes(points);
    std::vector<Vec2> flat;
    for (const Vec3& p : points) flat.emplace_back(u.dot(p), v.dot(p));
    std::vector<Triangle> fill = triangulate_polygon(flat);
    if (fill.size() + 2 != loop.size()) {
      // The outline folds over itself in plan: a fan from its middle closes it all the same.
      Vec3 middle = Vec3::Zero();
      for (const Vec3& p : points) middle += p / static_cast<double>(points.size());
      const auto hub = static_cast<std::uint32_t>(mesh.vertices.size());
      mesh.vertices.push_back(middle);
      for (std::size_t i = 0; i < loop.size(); ++i)
        mesh.triangles.push_back({loop[i], loop[(i + 1) % loop.size()], hub});
    } else {
      for (const Triangle& t : fill) mesh.triangles.push_back({loop[t[0]], loop[t[1]], loop[t[2]]});
    }
    ++closed;
  }
  return closed;
}

}  // namespace

std::vector<Text> repair(TriangleMesh& mesh, const RepairOptions& options) {
  std::vector<Text> told;
  const double size = bounds(mesh).size().norm();
  if (options.weld)
    if (const std::size_t joined = weld(mesh, options.weld_share * size); joined > 0)
      told.push_back(counted("Joined {0} corner closer than {1}.", "Joined {0} corners closer than {1}.", joined,
                             options.weld_share * size));
  if (options.duplicates)
    if (const std::size_t dropped = drop_duplicates(mesh); dropped > 0)
      told.push_back(counted("Dropped {0} face that was there twice or had no area.",
                             "Dropped {0} faces that were there twice or had no area.", dropped));
  if (options.orient)
    if (const std::size_t turned = orient_outward(mesh); turned > 0)
      told.push_back(
          counted("Turned {0} face so that all look outward.", "Turned {0} faces so that all look outward.", turned));
  if (options.close_small_holes || options.close_large_holes) {
    std::size_t left = 0;
    const double longest = options.close_large_holes ? 1e300 : options.small_hole_share * size;
    const std::size_t closed = close_holes(mesh, longest, &left);
    if (closed > 0) told.push_back(counted("Closed {0} hole.", "Closed {0} holes.", closed));
    if (left > 0)
      told.push_back(counted("Left {0} large hole open: say so if it should be decked over.",
                             "Left {0} large holes open: say so if they should be decked over.", left));
    if (closed > 0 && options.orient) orient_outward(mesh);
  }
  return told;
}

}  // namespace plucky
