// The stage Build: what is told of sections, joints, walls, panels and sheets, and that what is offered mends it.
#include <gtest/gtest.h>

#include <algorithm>

#include "assessment/assessment.h"
#include "assessment/stages/build/build_stage.h"
#include "build/bending.h"
#include "findings.h"
#include "hull/family.h"
#include "project/json.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Project printed_boat() {
  Project p;
  p.hull.family = HullFamily::deep_v;
  p.hull.shape = default_shape(HullFamily::deep_v);
  p.hull.skin.shell_thickness = 0.0018;
  p.brief.method = BuildMethod::printed;
  return p;
}

Project ply_skiff() {
  Project p;
  p.hull.family = HullFamily::flat_bottom;
  p.hull.shape = default_shape(HullFamily::flat_bottom);
  p.brief.method = BuildMethod::ply;
  return p;
}

const Finding* beginning(const Assessment& a, const std::string& id) {
  for (const Finding& f : a.findings)
    if (f.id.starts_with(id)) return &f;
  return nullptr;
}

}  // namespace

TEST(BuildStage, SectionsFillTheHullAndKeepClearOfBulkheads) {
  Project p = printed_boat();
  const std::vector<double> free = assess(p).build.cuts;
  ASSERT_FALSE(free.empty());
  p.hull.bulkheads.push_back({.id = p.take_id(), .x = free.front()});
  const Assessment a = assess(p);
  ASSERT_EQ(a.build.sections.size(), a.build.cuts.size() + 1);
  EXPECT_GT(std::abs(a.build.cuts.front() - free.front()), 0.008);
  double last = a.hull->model.box.low.x(), material = 0.0;
  for (const SectionPlan& s : a.build.sections) {
    EXPECT_EQ(s.from, last);
    EXPECT_TRUE(s.stance.fits);
    last = s.to;
    material += s.material;
  }
  EXPECT_NEAR(last, a.hull->model.box.high.x(), 1e-12);
  // All walls together are the skin that the mass budget weighs.
  EXPECT_NEAR(material * p.hull.skin.density,
              skin_between(a.hull->model, p.hull.skin, {}).front() * p.hull.skin.density, 1e-12);
  EXPECT_EQ(finding(a, "build.bed").severity, Severity::fine);
}

TEST(BuildStage, ACutByHandThatLeavesASectionTooLargeIsToldAndProposedAnew) {
  Project p = printed_boat();
  p.build.cuts_by_hand = true;
  p.build.cuts = {{.id = p.take_id(), .x = 0.5}};
  const Assessment a = assess(p);
  const Finding* f = beginning(a, "build.bed.");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  ASSERT_TRUE(f->remedy);
  EXPECT_EQ(beginning(assess(apply(p, *f->remedy)), "build.bed."), nullptr);
  p.build.cuts = {{.id = p.take_id(), .x = 0.2}, {.id = p.take_id(), .x = 0.21}};
  EXPECT_NE(beginning(assess(p), "build.cut_close"), nullptr);
  p.build.printer.bed = {0.05, 0.05, 0.05};
  p.build.cuts_by_hand = false;
  EXPECT_EQ(finding(assess(p), "build.sections").severity, Severity::stop);
}

TEST(BuildStage, JointsNeedSomethingThatLinesThemUpAndARimThatHoldsIt) {
  Project p = printed_boat();
  EXPECT_EQ(finding(assess(p), "build.rim").severity, Severity::fine);
  p.build.joints.rim = 0.0005;
  const Finding thin = finding(assess(p), "build.rim");
  EXPECT_EQ(thin.severity, Severity::watch);
  ASSERT_TRUE(thin.remedy);
  EXPECT_EQ(finding(assess(apply(p, *thin.remedy)), "build.rim").severity, Severity::fine);
  p.build.joints.kind = JointKind::butt;
  const Assessment a = assess(p);
  EXPECT_EQ(find_finding(a, "build.rim"), nullptr);
  ASSERT_TRUE(finding(a, "build.joint").remedy);
  EXPECT_EQ(find_finding(assess(apply(p, *finding(a, "build.joint").remedy)), "build.joint"), nullptr);
}

TEST(BuildStage, ARimTooThinForARingHasNone) {
  Project p = printed_boat();
  for (const JointKind kind : {JointKind::lap, JointKind::tabs, JointKind::keys}) {
    p.build.joints.kind = kind;
    p.build.joints.rim = 0.006;
    const Assessment good = assess(p);
    EXPECT_EQ(finding(good, "build.rim").severity, Severity::fine) << joint_key(kind);
    EXPECT_EQ(find_finding(good, "build.no_place.1"), nullptr) << joint_key(kind);
    p.build.joints.rim = 0.0;
    p.hull.skin.shell_thickness = 0.0016;
    const Assessment thin = assess(p);
    EXPECT_EQ(finding(thin, "build.rim").severity, Severity::watch) << joint_key(kind);
    EXPECT_EQ(finding(thin, "build.no_place.1").severity, Severity::watch) << joint_key(kind);
  }
}

TEST(BuildStage, AWallIsAWholeNumberOfLines) {
  Project p = printed_boat();
  EXPECT_EQ(finding(assess(p), "build.wall").severity, Severity::fine);
  p.hull.skin.shell_thickness = 0.0016;  // 3.6 lines of 0.45 mm
  const Finding off = finding(assess(p), "build.wall");
  EXPECT_EQ(off.severity, Severity::note);
  EXPECT_NEAR(off.limit.si, 0.0018, 1e-9);
  p.hull.skin.shell_thickness = 0.0005;
  const Finding thin = finding(assess(p), "build.wall");
  EXPECT_EQ(thin.severity, Severity::stop);
  ASSERT_TRUE(thin.remedy);
  EXPECT_EQ(finding(assess(apply(p, *thin.remedy)), "build.wall").severity, Severity::fine);
}

TEST(BuildStage, PanelsAreJudgedByTheMaterialAndTheSheets) {
  Project p = ply_skiff();
  p.build.sheets = {{.id = p.take_id(), .length = 0.3, .width = 0.3}};
  const Assessment a = assess(p);
  EXPECT_FALSE(a.build.panels.empty());
  EXPECT_TRUE(a.build.sections.empty());
  EXPECT_EQ(finding(a, "build.strain.transom").severity, Severity::fine);
  EXPECT_NE(beginning(a, "build.sheet."), nullptr);
  p.build.sheets[0].length = 1.2;
  p.build.sheets[0].width = 0.6;
  EXPECT_EQ(beginning(assess(p), "build.sheet."), nullptr);
  // A hull without panels cannot be made of ply.
  p.hull.family = HullFamily::round_bilge;
  p.hull.shape = default_shape(HullFamily::round_bilge);
  EXPECT_EQ(finding(assess(p), "build.panels").severity, Severity::stop);
}

TEST(BuildStage, OffersNothingWhileSomethingIsDraggedAndKeepsWhatDoesNotChange) {
  Project p = printed_boat();
  p.build.joints.kind = JointKind::butt;
  Assessor assessor;
  const Assessment full = assessor.assess(p), drag = assessor.assess(p, Care::in_a_drag);
  EXPECT_TRUE(finding(full, "build.joint").remedy);
  EXPECT_FALSE(finding(drag, "build.joint").remedy);
  EXPECT_EQ(drag.build.cuts, full.build.cuts);
  // Another shape, other panels, also in a drag.
  Project skiff = ply_skiff();
  const double before = assessor.assess(skiff).build.panels.front().area;
  skiff.hull.shape.beam *= 1.1;
  EXPECT_GT(assessor.assess(skiff, Care::in_a_drag).build.panels.front().area, 1.05 * before);
  // Its end is as if there had been none.
  EXPECT_EQ(assessor.assess(skiff).build.panels.front().outline, assess(skiff).build.panels.front().outline);
}

TEST(BuildStage, CutsAreKeptInTheirOrderWithNumbersOfTheirOwn) {
  Project p = printed_boat();
  BuildDesign b = p.build;
  b.cuts_by_hand = true;
  b.cuts = {{.x = 0.4}, {.x = 0.2}};
  p = apply(p, {"Cuts", ChangeBuild{b}});
  ASSERT_EQ(p.build.cuts.size(), 2u);
  EXPECT_EQ(p.build.cuts[0].x, 0.2);
  EXPECT_NE(p.build.cuts[0].id, p.build.cuts[1].id);
  EXPECT_EQ(project_from_json(project_to_json(p)).build, p.build);
  p.build.cuts[1].id = p.build.cuts[0].id;
  EXPECT_THROW(check_project(p), InvalidInput);
}

TEST(BuildStage, ABoatHeldAtItsEndsBendsLikeABeam) {
  // A weight in the middle of a beam: W L / 4; an even load: W L / 8, here of a hundred slices.
  EXPECT_NEAR(sagging_moment({{0.5, 2.0}}, 0.0, 1.0, 0.5), 2.0 * 9.80665 / 4.0, 1e-12);
  std::vector<HeavyPlace> even;
  for (int i = 0; i < 100; ++i) even.emplace_back(0.005 + 0.01 * i, 0.02);
  EXPECT_NEAR(sagging_moment(even, 0.0, 1.0, 0.5), 2.0 * 9.80665 / 8.0, 1e-9);
  EXPECT_EQ(sagging_moment({{1.2, 1.0}}, 0.0, 1.0, 0.5), 0.0);  // beyond the hand
}

TEST(BuildStage, AJointIsJudgedByWhatPullsAtIt) {
  Project p = printed_boat();
  const Assessment light = assess(p);
  ASSERT_EQ(light.build.joints.size(), light.build.cuts.size());
  ASSERT_EQ(light.build.moments.size(), light.build.cuts.size());
  for (const double m : light.build.moments) EXPECT_GT(m, 0.0);
  EXPECT_EQ(finding(light, "build.strength.1").severity, Severity::fine);
  // The same skin with a thinner ring and a load that no such boat carries.
  p.layout.parts.push_back(
      {.id = p.take_id(), .name = "Ingot", .size = {0.1, 0.1, 0.05}, .place = {0.3, 0.0, 0.05}, .mass = 800.0});
  p.build.joints.kind = JointKind::butt;
  p.build.joints.rim = 0.0;
  const Finding heavy = finding(assess(p), "build.strength.1");
  EXPECT_EQ(heavy.severity, Severity::stop);
  EXPECT_GT(heavy.number.si, 100.0 * finding(light, "build.strength.1").number.si);
}

TEST(BuildStage, JointsThatADragLeftOutAreJudgedAtItsEnd) {
  Project p = printed_boat();
  Assessor assessor;
  (void)assessor.assess(p);
  p.build.joints.rim = 0.004;
  EXPECT_TRUE(assessor.assess(p, Care::in_a_drag).build.joints.empty());
  EXPECT_FALSE(assessor.assess(p).build.joints.empty());
}
