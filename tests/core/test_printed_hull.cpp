// Hulls for the printer: sections that fit and add up, joints that line up, every solid closed.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "build/printed_hull.h"
#include "geometry/mesh_check.h"
#include "geometry/solid.h"
#include "hull/family.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullDesign launch() {
  HullDesign d;
  d.family = HullFamily::deep_v;
  d.shape = resized(default_shape(d.family), HullShape{.length = 0.62, .beam = 0.21, .depth = 0.10});
  d.hatches.push_back({.id = 1, .x = 0.12, .length = 0.3, .width = 0.1, .coaming = 0.006});
  return d;
}

}  // namespace

TEST(Printer, LaysAPartStraightAcrossOnEndOrOnItsSide) {
  const Printer p{.bed = {0.22, 0.22, 0.25}, .margin = 0.0};
  EXPECT_EQ(fit_on(p, {0.21, 0.1, 0.1}).stance, Stance::flat);
  EXPECT_EQ(fit_on(p, {0.27, 0.03, 0.1}).stance, Stance::diagonal);
  EXPECT_EQ(fit_on(p, {0.24, 0.2, 0.1}).stance, Stance::on_end);
  EXPECT_EQ(fit_on(p, {0.21, 0.24, 0.21}).stance, Stance::on_side);
  EXPECT_FALSE(fit_on(p, {0.32, 0.1, 0.1}).fits);
}

TEST(PrintedHull, SectionsFitTheBedAndAddUpToTheWhole) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const Printer printer;
  HullJoints joints;
  joints.kind = JointKind::butt;
  const std::vector<double> cuts = propose_cuts(hull, printer, {});
  ASSERT_EQ(cuts.size(), 2u);  // 620 mm on end in 245 mm
  const PrintedHull p = print_hull(hull, design, cuts, joints, printer);
  ASSERT_TRUE(p.done) << plain(p.message);
  ASSERT_EQ(p.sections.size(), 3u);
  double sum = 0.0;
  for (const HullSection& s : p.sections) {
    EXPECT_TRUE(s.stance.fits);
    EXPECT_TRUE(check_mesh(s.mesh).clean()) << plain(describe(check_mesh(s.mesh)).front());
    sum += s.volume;
  }
  EXPECT_NEAR(sum, p.volume, 1e-9 * p.volume);
  // A shell's material is its area times its wall, but for edges, rims and the opening.
  const double shell = (hull.shell_area + hull.transom_area) * design.skin.shell_thickness +
                       (hull.deck_area - 0.3 * 0.1) * design.skin.deck_thickness;
  EXPECT_GT(p.volume, 0.97 * shell);
  EXPECT_LT(p.volume, 1.25 * shell);
}

TEST(PrintedHull, PinsAndPegsMeetTheirSockets) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const Printer printer;
  HullJoints joints;
  const std::vector<double> cuts{0.2, 0.41};
  const PrintedHull pins = print_hull(hull, design, cuts, joints, printer);
  ASSERT_TRUE(pins.done) << plain(pins.message);
  joints.kind = JointKind::pegs;
  joints.pin = 0.003;
  const PrintedHull pegs = print_hull(hull, design, cuts, joints, printer);
  ASSERT_TRUE(pegs.done) << plain(pegs.message);
  for (const PrintedHull* p : {&pins, &pegs})
    for (const HullSection& s : p->sections) EXPECT_TRUE(check_mesh(s.mesh).clean());
  ASSERT_EQ(pins.joints.size(), 2u);
  double sum = 0.0, drilled = 0.0;
  for (const HullSection& s : pins.sections) sum += s.volume;
  for (const JointReport& j : pins.joints) {
    EXPECT_GE(j.pins.size(), 3u);
    EXPECT_GT(j.glue_area, 1e-3);
    EXPECT_GT(j.modulus, 1e-6);
    // None is another's mirror image: the fore part does not go on the wrong way round.
    for (const Vec2& p : j.pins)
      for (const Vec2& q : j.pins) EXPECT_GT((Vec2(-p.x(), p.y()) - q).norm(), joints.pin);
    const double r = 0.5 * 0.00175 + 0.5 * printer.clearance;
    drilled += 2.0 * static_cast<double>(j.pins.size()) * pi * r * r * joints.reach;
  }
  // A cylinder of 48 sides holds 0.3 % less than a round one.
  EXPECT_NEAR(pins.volume - sum, drilled, 0.005 * drilled);
}

TEST(PrintedHull, ARingAndItsTabsGoIntoTheirSocketsWithPlay) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const Printer printer;
  const std::vector<double> cuts{0.2, 0.41};
  std::vector<double> glue, modulus;
  for (const JointKind kind : {JointKind::butt, JointKind::tabs, JointKind::lap}) {
    const HullJoints joints{.kind = kind};
    const PrintedHull p = print_hull(hull, design, cuts, joints, printer);
    ASSERT_TRUE(p.done) << plain(p.message);
    for (const HullSection& s : p.sections)
      EXPECT_TRUE(check_mesh(s.mesh).clean()) << plain(describe(check_mesh(s.mesh)).front());
    glue.push_back(p.joints[0].glue_area);
    modulus.push_back(p.joints[0].modulus);
    if (kind == JointKind::butt) continue;
    for (std::size_t i = 0; i < cuts.size(); ++i) {
      ASSERT_FALSE(p.joints[i].tongue.empty());
      // The after section ends in the ring, short of its socket's floor; the two never share a place.
      EXPECT_NEAR(bounds(p.sections[i].mesh).high.x(), cuts[i] + joints.reach, 0.0006);
      TriangleMesh fore = p.sections[i + 1].mesh;  // a little apart: their faces must not coincide
      for (Vec3& v : fore.vertices) v.x() += 0.0001;
      const Solid both = combine(p.sections[i].mesh, fore, Combine::common);
      ASSERT_TRUE(both.done) << plain(both.message);
      EXPECT_NEAR(both.volume(), 0.0, 1e-12);
      // What of the rim the fore section kept outside is half the wall less half the play, or more.
      const Region outside = without(region_of(sections(p.sections[i + 1].mesh, {cuts[i] + 0.0001}).front()),
                                     grown(p.joints[i].tongue, 0.45 * printer.clearance));
      EXPECT_NEAR(outside.area(), region_of(sections(p.sections[i + 1].mesh, {cuts[i] + 0.0001}).front()).area(), 1e-9);
    }
  }
  EXPECT_GT(glue[1], glue[0]);
  EXPECT_GT(glue[2], glue[1]);
  EXPECT_GE(modulus[2], modulus[1]);
  EXPECT_GE(modulus[1], modulus[0]);
}

TEST(PrintedHull, ABowTieFitsItsPocketAndCannotBePulledApart) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const Printer printer;
  const HullJoints joints{.kind = JointKind::keys};
  const PrintedHull p = print_hull(hull, design, {0.2, 0.41}, joints, printer);
  ASSERT_TRUE(p.done) << plain(p.message);
  for (const HullSection& s : p.sections) EXPECT_TRUE(check_mesh(s.mesh).clean());
  EXPECT_TRUE(check_mesh(p.key).clean());
  const Vec3 size = bounds(p.key).size();
  EXPECT_NEAR(size.x(), 2.0 * joints.reach - printer.clearance, 1e-4);
  EXPECT_NEAR(size.z(), 0.5 * (design.skin.shell_thickness + joints.rim) - 0.0002, 1e-9);
  // Wider at its ends than at its waist.
  const auto width = [&](double x) {
    const Section::Extent e = sections(p.key, {x}).front().extent();
    return e.high.x() - e.low.x();
  };
  EXPECT_GT(width(bounds(p.key).high.x() - 5e-4), 1.4 * width(1e-5));
  double sum = 0.0;
  std::size_t places = 0;
  for (const HullSection& s : p.sections) sum += s.volume;
  for (const JointReport& j : p.joints) {
    EXPECT_GE(j.pins.size(), 2u);
    EXPECT_EQ(j.pins.size(), j.inward.size());
    places += j.pins.size();
  }
  // Each pocket takes its bow tie's volume out of the rim, a little more for play and the rim's curve.
  const double pockets = p.volume - sum, ties = static_cast<double>(places) * signed_volume(p.key);
  EXPECT_GT(pockets, ties);
  EXPECT_LT(pockets, 1.35 * ties);
}

TEST(PrintedHull, StopsWhenTold) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  int asked = 0;
  const PrintedHull p = print_hull(hull, design, {}, {}, {}, [&](const Text&, double) { return ++asked < 5; });
  EXPECT_FALSE(p.done);
  EXPECT_EQ(plain(p.message), "stopped");
  EXPECT_TRUE(p.sections.empty());
}

TEST(PrintedHull, RefusesCutsThatLeaveNoRoomForTheirJoints) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const HullJoints joints;
  for (const std::vector<double>& cuts : {std::vector{-0.1}, {0.3, 0.31}, {0.615}, {0.005}}) {
    EXPECT_THROW((void)print_hull(hull, design, cuts, joints, {}), InvalidInput) << cuts.front();
  }
}

TEST(ProposedCuts, KeepAwayFromWhatTheyAreTold) {
  const HullModel hull = build_hull(launch());
  const Printer printer{.bed = {0.25, 0.25, 0.25}};
  const std::vector<double> free = propose_cuts(hull, printer, {});
  ASSERT_FALSE(free.empty());
  const std::vector<double> kept = propose_cuts(hull, printer, free);
  ASSERT_EQ(kept.size(), free.size());
  for (const double c : kept)
    for (const double a : free) EXPECT_GT(std::abs(c - a), 0.009);
  EXPECT_TRUE(propose_cuts(hull, {.bed = {0.7, 0.3, 0.2}}, {}).empty());
  EXPECT_THROW((void)propose_cuts(hull, {.bed = {0.08, 0.08, 0.08}}, {}), InvalidInput);
}

// A few boats only: each is cut and drilled in full.
TEST(PrintedHull, OfAnyBoatIsClosedAndWhole) {
  test::try_on(5, [] {
    HullDesign d = any_family_hull();
    d.skin.shell_thickness = 1e-4 * test::any::whole(8, 30);
    d.skin.deck_thickness = 1e-4 * test::any::whole(8, 30);
    d.fineness = 0.7;
    HullModel hull;
    try {
      hull = build_hull(d);
    } catch (const InvalidInput&) {
      test::says_nothing();
    }
    HullJoints joints;
    joints.kind = test::any::one_of(
        {JointKind::butt, JointKind::pins, JointKind::pegs, JointKind::lap, JointKind::tabs, JointKind::keys});
    const Printer printer{.bed = {0.45, 0.45, 0.3}};  // a twin hull across
    const std::vector<double> cuts = propose_cuts(hull, printer, {});
    const PrintedHull p = print_hull(hull, d, cuts, joints, printer);
    HOLDS(p.done);
    HOLDS(p.sections.size() == cuts.size() + 1);
    for (const HullSection& s : p.sections) {
      HOLDS(s.stance.fits);
      const MeshReport report = check_mesh(s.mesh);
      HOLDS(report.closed() && report.flipped_faces.count == 0 && report.crossing_faces.count == 0);
      HOLDS(report.volume > 0.0);
    }
  });
}
