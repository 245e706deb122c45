// Hydrostatics against CGAL: volume, centroid and clip by random planes on the same meshes (property tests).
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/clip.h>
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Polygon_mesh_processing/orientation.h>
#include <CGAL/Polygon_mesh_processing/self_intersections.h>
#include <CGAL/Surface_mesh.h>
#include <gtest/gtest.h>

#include "base/error.h"
#include "hull/family.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;
namespace PMP = CGAL::Polygon_mesh_processing;
using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

namespace {

Mesh to_cgal(const TriangleMesh& mesh) {
  Mesh out;
  std::vector<Mesh::Vertex_index> v;
  for (const Vec3& p : mesh.vertices) v.push_back(out.add_vertex(Kernel::Point_3(p.x(), p.y(), p.z())));
  for (const Triangle& t : mesh.triangles) out.add_face(v[t[0]], v[t[1]], v[t[2]]);
  return out;
}

/// Centre of volume from the clipped mesh's tetrahedra, with CGAL's own numbers.
Vec3 centroid_of(const Mesh& mesh) {
  const auto c = PMP::centroid(mesh);
  return {c.x(), c.y(), c.z()};
}

TriangleMesh hull_of(HullFamily family) {
  HullDesign d;
  d.family = family;
  d.shape = default_shape(family);
  d.fineness = 0.4;
  return build_hull(d).skin;
}

void compare_on_a_random_plane(const TriangleMesh& mesh) {
  static const auto turn = [](int limit) { return any::whole(-limit, limit + 1) / 1000.0; };
  const Attitude attitude{turn(3141), turn(1200)};
  const Vec3 n = attitude.up();
  const Box3 box = bounds(mesh);
  const double middle = n.dot(box.centre()), half = 0.5 * n.cwiseAbs().dot(box.size());
  const WaterPlane plane{attitude, middle + 0.9 * half * turn(1000)};
  const Immersion ours = body_of(mesh).below(plane);
  Mesh theirs = to_cgal(mesh);
  const bool clipped =
      PMP::clip(theirs, Kernel::Plane_3(n.x(), n.y(), n.z(), -plane.offset), CGAL::parameters::clip_volume(true));
  HOLDS(clipped);
  const double volume = CGAL::to_double(PMP::volume(theirs));
  const double scale = signed_volume(mesh);
  HOLDS(std::abs(ours.volume - volume) < 1e-9 * scale);
  if (volume > 1e-3 * scale) HOLDS((ours.centre_of_buoyancy() - centroid_of(theirs)).norm() < 1e-7);
  // Clip for chambers: same solid, other way of capping.
  HOLDS(std::abs(signed_volume(clip_for_integrals(mesh, n, plane.offset)) - volume) < 1e-9 * scale);
}

}  // namespace

TEST(Cgal, MeasuresTheSameVolumeOfEveryFamilyAndOfEveryBoatToBeginWith) {
  for (const Family& f : hull_families())
    for (std::size_t start = 0; f.loft && start <= f.starts.size(); ++start) {
      const TriangleMesh mesh = f.loft(started(f.id, start), 0.5).mesh;
      const Mesh theirs = to_cgal(mesh);
      ASSERT_TRUE(CGAL::is_closed(theirs)) << f.name << start;
      EXPECT_FALSE(PMP::does_self_intersect(theirs)) << f.name << start;
      EXPECT_TRUE(PMP::is_outward_oriented(theirs)) << f.name << start;
      EXPECT_NEAR(signed_volume(mesh), CGAL::to_double(PMP::volume(theirs)), 1e-12);
      EXPECT_NEAR(surface_area(mesh), CGAL::to_double(PMP::area(theirs)), 1e-12);
      EXPECT_NEAR((volume_centroid(mesh) - centroid_of(theirs)).norm(), 0.0, 1e-9);
    }
}

PROPERTY(Cgal, AnyMeasuresOfAnyFamilyEncloseTheSameVolume) {
  const auto families = hull_families();
  const Family& f = families[static_cast<std::size_t>(any::whole(0, static_cast<int>(families.size())))];
  ONLY_IF(f.loft != nullptr);
  HullShape s = started(f.id, static_cast<std::size_t>(any::whole(0, static_cast<int>(f.starts.size()) + 1)));
  for (const HullParameter& p : f.measures) s.*p.member *= any::whole(85, 116) / 100.0;
  TriangleMesh mesh;
  try {
    mesh = loft(f.id, s, 0.4).mesh;
  } catch (const InvalidInput&) {
    ONLY_IF(false);
  }
  const Mesh theirs = to_cgal(mesh);
  HOLDS(CGAL::is_closed(theirs));
  HOLDS(PMP::is_outward_oriented(theirs));
  HOLDS(std::abs(signed_volume(mesh) - CGAL::to_double(PMP::volume(theirs))) < 1e-9 * signed_volume(mesh));
}

PROPERTY(Cgal, ClipsADeepVToTheSameVolumeAndCentre) {
  static const TriangleMesh mesh = hull_of(HullFamily::deep_v);
  compare_on_a_random_plane(mesh);
}

PROPERTY(Cgal, ClipsARoundBilgeHullToTheSameVolumeAndCentre) {
  static const TriangleMesh mesh = hull_of(HullFamily::round_bilge);
  compare_on_a_random_plane(mesh);
}

PROPERTY(Cgal, ClipsASphereToTheSameVolumeAndCentre) {
  static const TriangleMesh mesh = sphere(0.3, 24, 36);
  compare_on_a_random_plane(mesh);
}
