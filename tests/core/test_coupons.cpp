// Test pieces: closed, with the volumes of hand arithmetic; the ring is a slice of the hull.
#include <gtest/gtest.h>

#include <cmath>

#include "build/coupons.h"
#include "geometry/mesh_check.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

const Coupon& with_key(const std::vector<Coupon>& all, const std::string& key) {
  for (const Coupon& c : all)
    if (c.key == key) return c;
  throw std::runtime_error(key);
}

/// A rod of 48 sides.
double rod_volume(double diameter, double length) {
  return 0.5 * 48 * std::sin(2.0 * pi / 48) * 0.25 * diameter * diameter * length;
}

}  // namespace

TEST(Coupons, CupsGaugeAndBlockHaveTheirVolumes) {
  const Printer printer{.line_width = 0.0005, .layer = 0.0002};
  const HullJoints joints{.kind = JointKind::pegs, .pin = 0.004};
  const std::vector<Coupon> all = coupons_of(printer, joints);
  ASSERT_EQ(all.size(), 5u);
  for (const int lines : {2, 3, 4}) {
    const double wall = 0.0005 * lines, floor = std::max(0.001, wall), inner = 0.04 - 2.0 * wall;
    EXPECT_NEAR(signed_volume(with_key(all, "cup." + std::to_string(lines)).mesh),
                std::pow(0.04, 3) - inner * inner * (0.04 - floor), 1e-12);
  }
  double gauge = 0.012 * 7 * 0.014 * 0.008 + 0.014 * 0.014 * 0.003 + rod_volume(0.004, 0.006);
  for (int i = 0; i < 7; ++i) gauge -= rod_volume(0.004 + 0.00005 * i, 0.006);
  EXPECT_NEAR(signed_volume(with_key(all, "pegs").mesh), gauge, 1e-12);
  double block = 0.04 * 0.016 * 0.012;
  for (int i = 0; i < 3; ++i) block -= rod_volume(0.0039 + 0.0001 * i, 0.010);
  EXPECT_NEAR(signed_volume(with_key(all, "inserts").mesh), block, 1e-12);
  for (const Coupon& c : all) {
    EXPECT_TRUE(check_mesh(c.mesh).closed()) << c.key;
    EXPECT_NEAR(bounds(c.mesh).low.z(), 0.0, 1e-12) << c.key;
  }
  EXPECT_EQ(coupons_of(printer, {.kind = JointKind::butt}).size(), 4u);
  EXPECT_THROW((void)coupons_of({.line_width = 0.0}, joints), InvalidInput);
  for (const JointKind kind : {JointKind::lap, JointKind::tabs, JointKind::keys}) {
    const HullJoints other{.kind = kind};
    const TriangleMesh trial = with_key(coupons_of(printer, other), "pegs").mesh;
    EXPECT_TRUE(check_mesh(trial).closed()) << joint_key(kind);
    EXPECT_TRUE(joint_socket(other, 0.0).area() > 1e-6 && signed_volume(trial) > 1e-6) << joint_key(kind);
  }
}

TEST(Coupons, TheRingIsASliceOfTheHullAtItsWidest) {
  const Project p = sample_boat();
  const HullModel hull = build_hull(p.hull);
  const PrintedHull printed = print_hull(hull, p.hull, {0.2, 0.41}, {}, {});
  ASSERT_TRUE(printed.done);
  const auto ring = ring_of(printed, hull);
  ASSERT_TRUE(ring);
  const Vec3 size = bounds(ring->mesh).size();
  EXPECT_NEAR(size.z(), 0.010, 1e-6);
  EXPECT_NEAR(size.x(), hull.beam(), 0.002);
  EXPECT_TRUE(check_mesh(ring->mesh).closed());
  // Its walls: less than the solid slice, more than a shell of half the thickness.
  const double slice = 0.010 * hull.section_near(0.3).area();
  EXPECT_LT(signed_volume(ring->mesh), 0.4 * slice);
  EXPECT_GT(signed_volume(ring->mesh), 0.0);
  EXPECT_FALSE(ring_of(PrintedHull{}, hull));
}
