#include "geometry/mesh_check.h"

#include <array>
#include <cmath>

#include "base/error.h"
#include "geometry/crossing_faces.h"
#include "geometry/edges.h"
#include "geometry/slivers.h"

namespace plucky {

namespace {

Vec3 middle_of(const TriangleMesh& mesh, std::size_t face) {
  return (mesh.corner(face, 0) + mesh.corner(face, 1) + mesh.corner(face, 2)) / 3.0;
}

MeshFault find_duplicates(const TriangleMesh& mesh) {
  std::vector<std::pair<Triangle, std::uint32_t>> sorted;
  sorted.reserve(mesh.triangles.size());
  for (std::uint32_t f = 0; f < mesh.triangles.size(); ++f) {
    Triangle t = mesh.triangles[f];
    std::sort(t.begin(), t.end());
    sorted.emplace_back(t, f);
  }
  std::sort(sorted.begin(), sorted.end());
  MeshFault fault;
  for (std::size_t i = 1; i < sorted.size(); ++i)
    if (sorted[i].first == sorted[i - 1].first) fault.add(middle_of(mesh, sorted[i].second));
  return fault;
}

/// Faces that disagree with the majority of their own shell.
MeshFault find_flipped(const TriangleMesh& mesh, const Orientation& o) {
  std::vector<std::size_t> faces(o.shells, 0), turned(o.shells, 0);
  for (std::size_t f = 0; f < o.shell.size(); ++f) {
    ++faces[o.shell[f]];
    if (o.turn[f]) ++turned[o.shell[f]];
  }
  MeshFault fault;
  for (std::size_t f = 0; f < o.shell.size(); ++f) {
    const auto s = o.shell[f];
    const bool minority_is_turned = 2 * turned[s] <= faces[s];
    if (turned[s] > 0 && o.turn[f] == minority_is_turned) fault.add(middle_of(mesh, f));
  }
  return fault;
}

Text at(const Vec3& p) {
  return {"({0}, {1}, {2})", p.x(), p.y(), p.z()};
}

}  // namespace

MeshReport check_mesh(const TriangleMesh& mesh, bool crossings) {
  MeshReport r;
  r.vertices = mesh.vertices.size();
  r.triangles = mesh.triangles.size();
  r.box = bounds(mesh);
  r.area = surface_area(mesh);
  r.volume = signed_volume(mesh);
  const std::vector<HalfEdge> edges = sorted_half_edges(mesh);
  for_each_edge(edges, [&](const HalfEdge* first, const HalfEdge* last) {
    const Vec3 middle = 0.5 * (mesh.vertices[first->low] + mesh.vertices[first->high]);
    if (last - first == 1) r.open_edges.add(middle);
    if (last - first > 2) r.crowded_edges.add(middle);
  });
  r.holes = boundary_loops(edges).size();
  const Orientation orientation = propagate_orientation(mesh, edges);
  r.shells = orientation.shells;
  r.flipped_faces = find_flipped(mesh, orientation);
  r.inside_out = r.flipped_faces.count == 0 && r.volume < 0.0;
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f)
    if (is_sliver(mesh, f)) r.degenerate_faces.add(middle_of(mesh, f));
  r.duplicate_faces = find_duplicates(mesh);
  if (crossings) {
    for (const CrossingPair& pair : find_crossing_faces(mesh)) r.crossing_faces.add(middle_of(mesh, pair.first));
    r.crossing_checked = true;
  }
  return r;
}

std::vector<Text> describe(const MeshReport& r) {
  std::vector<Text> words;
  if (r.open_edges.count > 0)
    words.push_back({"{0} around {1}, the first at {2}: water would be inside, so the volume is not to be trusted.",
                     counted("{0} open edge", "{0} open edges", r.open_edges.count),
                     counted("{0} hole", "{0} holes", r.holes), at(r.open_edges.where)});
  if (r.crowded_edges.count > 0)
    words.push_back(counted("{0} edge with more than two faces, at {1}.",
                            "{0} edges with more than two faces, the first at {1}.", r.crowded_edges.count,
                            at(r.crowded_edges.where)));
  if (r.flipped_faces.count > 0)
    words.push_back(counted("{0} face looks the other way than the neighbours, at {1}.",
                            "{0} faces look the other way than the neighbours, the first at {1}.",
                            r.flipped_faces.count, at(r.flipped_faces.where)));
  if (r.inside_out) words.emplace_back("All faces look inward: the mesh is inside out.");
  if (r.crossing_faces.count > 0)
    words.push_back(counted("{0} pair of faces cuts through each other, at {1}.",
                            "{0} pairs of faces cut through each other, the first at {1}.", r.crossing_faces.count,
                            at(r.crossing_faces.where)));
  if (r.degenerate_faces.count > 0)
    words.push_back(counted("{0} face without area, at {1}.", "{0} faces without area, the first at {1}.",
                            r.degenerate_faces.count, at(r.degenerate_faces.where)));
  if (r.duplicate_faces.count > 0)
    words.push_back(counted("{0} face is there twice, at {1}.", "{0} faces are there twice, the first at {1}.",
                            r.duplicate_faces.count, at(r.duplicate_faces.where)));
  // Twice volume over area is the mean wall of a thin shell.
  const double wall = r.area > 0.0 ? 2.0 * std::abs(r.volume) / r.area : 0.0;
  if (r.closed() && wall > 0.0 && wall < 0.02 * r.box.size().norm() * 0.5)
    words.push_back(
        Text("The solid is only about {0} thick: a hollow skin, of which only the wall itself displaces "
             "water. Export the outer skin closed by a deck to float it.",
             wall));
  if (words.empty()) words.emplace_back("Closed, all faces outward, none crossing: ready to float.");
  return words;
}

LengthUnit likely_unit(const Box3& box) {
  // Model boats are 0.1 to 3 m long: 3 and less must be metres, up to 48 inches, more millimetres.
  const double longest = box.size().maxCoeff();
  if (longest <= 3.0) return LengthUnit::metre;
  if (longest <= 48.0) return LengthUnit::inch;
  return LengthUnit::millimetre;
}

double metres_per(LengthUnit unit) {
  switch (unit) {
    case LengthUnit::metre:
      return 1.0;
    case LengthUnit::millimetre:
      return 1e-3;
    case LengthUnit::inch:
      return 0.0254;
  }
  return 1.0;
}

const char* unit_key(LengthUnit unit) {
  switch (unit) {
    case LengthUnit::metre:
      return "m";
    case LengthUnit::millimetre:
      return "mm";
    case LengthUnit::inch:
      return "in";
  }
  return "";
}

LengthUnit unit_from_key(const std::string& key) {
  for (const LengthUnit unit : {LengthUnit::metre, LengthUnit::millimetre, LengthUnit::inch})
    if (key == unit_key(unit)) return unit;
  throw InvalidInput("unit", Text("\"{0}\" is not one of m, mm, in", key));
}

}  // namespace plucky
