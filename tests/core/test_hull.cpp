// Hull families, model and placement of imported meshes.
#include <gtest/gtest.h>

#include <set>

#include "base/error.h"
#include "flotation/form.h"
#include "geometry/mesh_check.h"
#include "hull/family.h"
#include "hull/model.h"
#include "hull/placement.h"
#include "project/project.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::string refusal(const HullDesign& d) {
  return refusal_of([&] { return build_hull(d); });
}

}  // namespace

class EachFamily : public testing::TestWithParam<HullFamily> {};
INSTANTIATE_TEST_SUITE_P(All, EachFamily,
                         testing::Values(HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge,
                                         HullFamily::twin_hull, HullFamily::tunnel, HullFamily::scow,
                                         HullFamily::folded, HullFamily::hydroplane));

TEST_P(EachFamily, MakesACleanSymmetricalSkinOfItsMeasures) {
  const HullModel m = build_hull(usual_hull(GetParam()));
  const HullShape s = default_shape(GetParam());
  EXPECT_TRUE(check_mesh(m.skin).clean());
  EXPECT_NEAR(m.length(), s.length, 1e-9);
  EXPECT_NEAR(m.beam(), s.beam, 1e-6);
  EXPECT_TRUE(m.symmetrical);
  EXPECT_NEAR(volume_centroid(m.skin).y(), 0.0, 1e-12);
  EXPECT_NEAR(m.deck_height(0.5 * s.length, 0.0), s.depth + s.camber, 1.5e-3);
}

TEST_P(EachFamily, VolumeSettlesAsTheMeshGetsFiner) {
  HullDesign d = usual_hull(GetParam());
  const auto volume = [&](double fineness) {
    d.fineness = fineness;
    return build_hull(d).volume;
  };
  const double coarse = volume(0.5), middle = volume(1.0), fine = volume(2.0);
  EXPECT_LT(std::abs(middle - fine), std::abs(coarse - fine));
  EXPECT_NEAR(middle, fine, 4e-3 * fine);
}

PROPERTY(Loft, AnyParametersGiveACleanSkinOrAReason) {
  const auto family =
      any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge, HullFamily::twin_hull,
                   HullFamily::tunnel, HullFamily::scow, HullFamily::hydroplane, HullFamily::folded});
  HullDesign d = usual_hull(family);
  d.fineness = 0.4;
  for (const HullParameter& p : hull_parameters(family)) {
    // Around the default, up to the ends of the allowed range.
    const double u = any::whole(-100, 101) / 100.0, middle = d.shape.*p.member;
    d.shape.*p.member =
        u > 0 ? middle + u * u * u * (p.high - middle) : middle + u * u * std::abs(u) * (p.low - middle);
  }
  try {
    const HullModel m = build_hull(d);
    const MeshReport r = check_mesh(m.skin, false);
    HOLDS(r.closed());
    HOLDS(r.flipped_faces.count == 0u);
    HOLDS(m.volume > 0.0);
  } catch (const InvalidInput& e) {
    HOLDS(!e.place().empty());
    HOLDS(!e.reason().empty());
  }
}

TEST(Loft, RefusesWithTheMeasureAndTheReason) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.shape.length = -0.1;
  EXPECT_NE(refusal(d).find("Length: -0.1 m is outside"), std::string::npos);
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

/// The 24 ways a box can lie on its axes.
std::vector<Eigen::Matrix3d> all_turns() {
  std::vector<Eigen::Matrix3d> out;
  for (int f = 0; f < 6; ++f)
    for (int u = 0; u < 6; ++u) {
      if (f / 2 == u / 2) continue;
      const Vec3 x = (f % 2 ? -1.0 : 1.0) * Vec3::Unit(f / 2), z = (u % 2 ? -1.0 : 1.0) * Vec3::Unit(u / 2);
      Eigen::Matrix3d m;
      m << x, z.cross(x), z;
      out.push_back(m);
    }
  return out;
}

/// A file's mesh: the boat in millimetres, turned and moved.
TriangleMesh foreign(const TriangleMesh& boat, const Eigen::Matrix3d& turn) {
  TriangleMesh out = boat;
  for (Vec3& v : out.vertices) v = 1000.0 * (turn * v) + Vec3(7, 8, 9);
  return out;
}

/// `surely` false: it may ask.
void expect_read_right(const TriangleMesh& boat, bool surely = true) {
  const Box3 box = bounds(boat);
  TriangleMesh settled = boat;
  for (Vec3& v : settled.vertices) v -= Vec3(box.low.x(), box.centre().y(), box.low.z());
  for (const Eigen::Matrix3d& turn : all_turns()) {
    const TriangleMesh file = foreign(boat, turn);
    const PlacementGuess guess = guess_placement(file);
    EXPECT_TRUE(guess.sure_of_bow()) << guess.bow_certainty;
    EXPECT_TRUE(guess.sure_of_up() || !surely) << guess.up_certainty;
    const TriangleMesh placed = place_mesh(file, guess.placement);
    double apart = 0.0;
    for (std::size_t i = 0; i < placed.vertices.size(); ++i)
      apart = std::max(apart, (placed.vertices[i] - settled.vertices[i]).norm());
    EXPECT_LT(apart, 1e-9) << turn;
    EXPECT_NEAR(signed_volume(placed), signed_volume(boat), 1e-12);  // a mirrored boat would turn its sign
  }
}

TEST(Placement, EveryFamilyInEveryAttitudeComesInRight) {
  for (const HullFamily family : {HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge}) {
    SCOPED_TRACE(static_cast<int>(family));
    expect_read_right(build_hull(usual_hull(family)).skin);
  }
}

TEST(Placement, FullerUnderWaterOrUnderACabinItStillStandsUpright) {
  for (const HullFamily family : {HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge}) {
    SCOPED_TRACE(static_cast<int>(family));
    const TriangleMesh plain = build_hull(usual_hull(family)).skin;
    const Box3 box = bounds(plain);
    TriangleMesh tumblehome = plain;  // sides fall in towards the deck
    for (Vec3& v : tumblehome.vertices) v.y() *= 1.0 - 0.45 * (v.z() - box.low.z()) / box.size().z();
    expect_read_right(tumblehome);
    TriangleMesh housed = plain;  // the middle of the deck stands up as a house
    for (Vec3& v : housed.vertices) {
      const double along = (v.x() - box.low.x()) / box.size().x();
      if (along > 0.3 && along < 0.65 && v.z() > 0.85 * box.high.z() && std::abs(v.y()) < 0.3 * box.size().y())
        v.z() += 0.6 * box.size().z();
    }
    expect_read_right(housed, family != HullFamily::round_bilge);  // as tall as it is wide: asks
  }
}

TEST(Placement, AsksWhereTheShapeDoesNotTell) {
  const PlacementGuess block = guess_placement(prism({{-30, 0}, {30, 0}, {30, 40}, {-30, 40}}, 300.0, 4));
  EXPECT_FALSE(block.sure_of_bow());
  EXPECT_FALSE(block.sure_of_up());
  const PlacementGuess pointed = guess_placement(wigley(900.0, 120.0, 60.0, 40.0, 40, 16));
  EXPECT_FALSE(pointed.sure_of_bow());
}

TEST(Placement, RefusesAxesThatAreNotTwo) {
  MeshPlacement same;
  same.up_axis = same.forward_axis;
  EXPECT_THROW((void)place_mesh(cylinder(10.0, 50.0, 8), same), InvalidInput);
}

TEST(HullFamilies, EachStandsOnceInTheListAndLoftsTheBoatItBeginsWith) {
  std::set<std::string> keys;
  std::set<HullFamily> ids;
  for (const Family& f : hull_families()) {
    EXPECT_TRUE(keys.insert(f.key).second) << f.key;
    EXPECT_TRUE(ids.insert(f.id).second) << f.key;
    EXPECT_EQ(family_from_key(f.key), f.id);
    EXPECT_EQ(f.loft == nullptr, f.measures.empty()) << f.key;
    if (!f.loft) continue;
    const HullShape shape = default_shape(f.id);
    for (const HullParameter& m : f.measures) {
      EXPECT_GE(shape.*m.member, m.low) << f.key << ", " << m.key;
      EXPECT_LE(shape.*m.member, m.high) << f.key << ", " << m.key;
    }
    HullDesign design;
    design.family = f.id;
    design.shape = shape;
    const HullModel model = build_hull(design);
    EXPECT_TRUE(check_mesh(model.skin, true).clean()) << f.key;
    EXPECT_NEAR(model.length(), shape.length, 1e-9) << f.key;
    EXPECT_NEAR(model.beam(), shape.beam, 1e-6) << f.key;
    EXPECT_EQ(type_of(boat_of_family(f.id)) == BoatType::displacement, !f.planes) << f.key;
  }
  EXPECT_EQ(ids.size(), static_cast<std::size_t>(HullFamily::imported) + 1);
}
