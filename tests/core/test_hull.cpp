// Hull families, model and placement of imported meshes.
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include "base/error.h"
#include "flotation/form.h"
#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "hull/placement.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::string refusal(const HullDesign& d) {
  return refusal_of([&] { return build_hull(d); });
}

}  // namespace

class Family : public testing::TestWithParam<HullFamily> {};
INSTANTIATE_TEST_SUITE_P(All, Family,
                         testing::Values(HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge));

TEST_P(Family, MakesACleanSymmetricalSkinOfItsMeasures) {
  const HullModel m = build_hull(usual_hull(GetParam()));
  const HullShape s = default_shape(GetParam());
  EXPECT_TRUE(check_mesh(m.skin).clean());
  EXPECT_NEAR(m.length(), s.length, 1e-9);
  EXPECT_NEAR(m.beam(), s.beam, 1e-6);
  EXPECT_TRUE(m.symmetrical);
  EXPECT_NEAR(volume_centroid(m.skin).y(), 0.0, 1e-12);
  EXPECT_NEAR(m.deck_height(0.3 * s.length, 0.0), s.depth + s.camber, 1.5e-3);
}

TEST_P(Family, VolumeSettlesAsTheMeshGetsFiner) {
  HullDesign d = usual_hull(GetParam());
  const auto volume = [&](double fineness) {
    d.fineness = fineness;
    return build_hull(d).volume;
  };
  const double coarse = volume(0.5), middle = volume(1.0), fine = volume(2.0);
  EXPECT_LT(std::abs(middle - fine), std::abs(coarse - fine));
  EXPECT_NEAR(middle, fine, 4e-3 * fine);
}

RC_GTEST_PROP(Loft, AnyParametersGiveACleanSkinOrAReason, ()) {
  const auto family = *rc::gen::element(HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge);
  HullDesign d = usual_hull(family);
  d.fineness = 0.4;
  for (const HullParameter& p : hull_parameters(family)) {
    // Around the default, up to the ends of the allowed range.
    const double u = *rc::gen::inRange(-100, 101) / 100.0, middle = d.shape.*p.member;
    d.shape.*p.member =
        u > 0 ? middle + u * u * u * (p.high - middle) : middle + u * u * std::abs(u) * (p.low - middle);
  }
  try {
    const HullModel m = build_hull(d);
    const MeshReport r = check_mesh(m.skin, false);
    RC_ASSERT(r.closed());
    RC_ASSERT(r.flipped_faces.count == 0u);
    RC_ASSERT(m.volume > 0.0);
  } catch (const InvalidInput& e) {
    RC_ASSERT(!e.place().empty());
    RC_ASSERT(!e.reason().empty());
  }
}

TEST(Loft, RefusesWithTheMeasureAndTheReason) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.shape.length = -0.1;
  EXPECT_NE(refusal(d).find("Length: -100 mm is outside"), std::string::npos);
  d = usual_hull(HullFamily::deep_v);
  d.shape.deadrise_midships = radians(49);
  d.shape.beam = 0.3;
  EXPECT_NE(refusal(d).find("lifts the chine above the deck edge"), std::string::npos);
  d = usual_hull(HullFamily::flat_bottom);
  d.shape.flare = radians(44);
  d.shape.depth = 0.1;
  EXPECT_NE(refusal(d).find("no bottom"), std::string::npos);
  d = usual_hull(HullFamily::round_bilge);
  d.shape.rocker = 0.15;
  EXPECT_NE(refusal(d).find("Rocker"), std::string::npos);
}

TEST(HullModel, SealedCabinFloatsAndOpenOneDoesNot) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  const double bare = build_hull(d).volume;
  d.cabins.push_back({.id = 1, .x = 0.2, .length = 0.2, .width = 0.1, .height = 0.05, .lean = 0.0});
  const double sealed = signed_volume(build_hull(d).buoyant.mesh);
  EXPECT_NEAR(sealed - bare, 0.2 * 0.1 * 0.05, 1e-6);
  d.cabins[0].sealed = false;
  EXPECT_NEAR(signed_volume(build_hull(d).buoyant.mesh), bare, 1e-12);
}

TEST(HullModel, FloodChamberTakesItsVolumeFromOneSide) {
  HullDesign d = usual_hull(HullFamily::flat_bottom);
  const double bare = build_hull(d).volume;
  d.chambers.push_back({.id = 1, .x = 0.1, .length = 0.2, .inner = 0.03, .z_low = 0.0, .z_high = 0.3, .port = true});
  const HullModel m = build_hull(d);
  ASSERT_EQ(m.chambers.size(), 1u);
  EXPECT_GT(m.chambers[0].volume, 0.2 * 0.05 * 0.07);
  EXPECT_GT(m.chambers[0].centroid.y(), 0.03);
  EXPECT_NEAR(signed_volume(m.buoyant.mesh), bare - m.chambers[0].volume, 1e-12);
  d.chambers[0].x = 0.9;
  EXPECT_NE(refusal(d).find("outside the hull"), std::string::npos);
}

TEST(Form, OfAWigleyHullIsTheClosedForm) {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(wigley(1.0, 0.1, 0.0625, 0.04, 160, 60));
  const HullModel m = build_hull(d);
  const ImmersedBody body(m.buoyant);
  const WaterPlane plane{};
  const FormCoefficients f = form_coefficients(m, plane, body.below(plane));
  EXPECT_NEAR(f.block, 4.0 / 9.0, 2e-3);
  EXPECT_NEAR(f.waterplane, 2.0 / 3.0, 2e-3);
  EXPECT_NEAR(f.midship, 2.0 / 3.0, 2e-3);
  EXPECT_NEAR(f.prismatic, 2.0 / 3.0, 3e-3);
  EXPECT_NEAR(f.lcb, 0.5, 1e-6);
}

TEST(Form, HullSpeedIsTheOldRule) {
  // A waterline of 0.15 m: about 0.48 m/s, i.e. Fn 0.4 (03 of the design notes).
  EXPECT_NEAR(hull_speed(0.15), 0.48, 0.01);
  EXPECT_NEAR(hull_speed(0.3048), 1.34 * 0.514444, 1e-4);  // one foot: 1.34 knots
}

TEST(Placement, TurnsAnyOrientationIntoBoatAxes) {
  const TriangleMesh boat = build_hull(usual_hull(HullFamily::deep_v)).skin;
  const Box3 wanted = bounds(boat);
  // The same boat as another program might write it: millimetres, y forward, x up, mirrored bow.
  TriangleMesh foreign = boat;
  for (Vec3& v : foreign.vertices) v = 1000.0 * Vec3(v.z(), -v.x(), v.y() * -1.0) + Vec3(7, 8, 9);
  const MeshPlacement p = guess_placement(foreign);
  EXPECT_NEAR(p.metres_per_unit, 0.001, 1e-12);
  EXPECT_EQ(p.forward_axis, 1);
  EXPECT_FALSE(p.forward_positive);
  EXPECT_EQ(p.up_axis, 0);
  EXPECT_TRUE(p.up_positive);
  const TriangleMesh placed = place_mesh(foreign, p);
  EXPECT_NEAR((bounds(placed).high - wanted.high).norm(), 0.0, 1e-9);
  EXPECT_NEAR(std::abs(signed_volume(placed)), signed_volume(boat), 1e-12);
  MeshPlacement same = p;
  same.up_axis = same.forward_axis;
  EXPECT_THROW((void)place_mesh(foreign, same), InvalidInput);
}
