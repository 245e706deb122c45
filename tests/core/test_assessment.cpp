// Assessment, findings, remedies, consequences on whole boats.
#include <gtest/gtest.h>

#include <set>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "assessment/places.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

const Finding* find(const Assessment& a, const std::string& id, Id subject = 0) {
  for (const Finding& f : a.findings)
    if (f.id == id && (subject == 0 || f.subject == subject)) return &f;
  return nullptr;
}

Severity severity(const Assessment& a, const std::string& id) {
  const Finding* f = find(a, id);
  return f ? f->severity : Severity::fine;
}

Project moved(const Project& p, std::size_t part, Vec3 by) {
  return apply(p, {"", MovePart{p.layout.parts[part].id, p.layout.parts[part].place + by}});
}

}  // namespace

TEST(Assessment, OfTheSampleBoatHangsTogether) {
  const Assessment a = assess(sample_boat());
  ASSERT_EQ(a.flotation.status, FloatStatus::afloat);
  EXPECT_NEAR(a.flotation.immersion.volume * a.density(), a.mass.total, 1e-6);
  EXPECT_GT(a.freeboard.least, 0.05);
  EXPECT_GT(a.flotation.gm_transverse, 0.0);
  EXPECT_LE(a.flotation.evaluations, 12);
  EXPECT_EQ(a.fits.size(), a.project.layout.parts.size());
  EXPECT_GT(a.form.block, 0.2);
  EXPECT_LT(a.form.block, 0.7);
  EXPECT_EQ(a.spread.samples, 10000);
}

TEST(Assessor, KeepsWhatAnEditDidNotReachAndGivesTheSameAsAFreshOne) {
  Assessor assessor;
  Project p = sample_boat();
  const Assessment first = assessor.assess(p);
  p = moved(p, 0, {-0.03, 0, 0});
  const Assessment second = assessor.assess(p);
  EXPECT_EQ(first.hull, second.hull);  // the hull was not lofted again
  const Assessment fresh = assess(p);
  EXPECT_EQ(second.findings, fresh.findings);
  EXPECT_EQ(ledger(second), ledger(fresh));
  p.hull.shape.beam = 0.21;
  EXPECT_NE(assessor.assess(p).hull, second.hull);
}

TEST(Assessor, RefusesABrokenHullAndStaysUsable) {
  Assessor assessor;
  const Project good = sample_boat();
  const Assessment before = assessor.assess(good);
  Project bad = good;
  bad.hull.shape.flare = radians(45);
  EXPECT_THROW((void)assessor.assess(bad), InvalidInput);
  EXPECT_EQ(assessor.assess(good).hull, before.hull);
}

TEST(Remedy, OfATrimFindingSlidesTheBatteryAndTheFindingGoes) {
  Project p = moved(sample_boat(), 0, {0.08, 0, 0});
  const Assessment before = assess(p);
  const Finding* f = find(before, "float.trim");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  ASSERT_TRUE(f->remedy.has_value());
  EXPECT_NE(plain(f->remedy->label).find("Slide Battery"), std::string::npos);
  const Assessment after = assess(apply(p, *f->remedy));
  EXPECT_EQ(severity(after, "float.trim"), Severity::fine);
}

TEST(Remedy, OfACgFindingBringsTheCgIntoItsBand) {
  const Project p = moved(sample_boat(), 0, {0.05, 0, 0});
  const Assessment before = assess(p);
  const Finding* f = find(before, "float.cg");
  ASSERT_TRUE(f && f->remedy.has_value());
  EXPECT_GT(f->severity, Severity::note);
  const Assessment after = assess(apply(p, *f->remedy));
  EXPECT_EQ(severity(after, "float.cg"), Severity::fine);
  EXPECT_GE(after.mass.cg.x(), after.cg_band.low);
  EXPECT_LE(after.mass.cg.x(), after.cg_band.high);
}

TEST(Remedy, OfAHeelFindingShiftsAPartAcross) {
  Project p = sample_boat();
  p.layout.parts[2].mass = 0.3;
  p = moved(p, 2, {0, 0.03, 0});
  const Assessment before = assess(p);
  const Finding* f = find(before, "float.heel");
  ASSERT_TRUE(f && f->severity > Severity::note);
  ASSERT_TRUE(f->remedy.has_value());
  EXPECT_EQ(severity(assess(apply(p, *f->remedy)), "float.heel"), Severity::fine);
}

TEST(Remedy, MovesAPartOutOfTheSkin) {
  const Project p = moved(sample_boat(), 1, {0, 0, -0.015});
  const Assessment before = assess(p);
  const Finding* f = find(before, "layout.skin", p.layout.parts[1].id);
  ASSERT_TRUE(f && f->severity == Severity::stop);
  ASSERT_TRUE(f->remedy.has_value());
  EXPECT_EQ(find(assess(apply(p, *f->remedy)), "layout.skin", p.layout.parts[1].id)->severity, Severity::fine);
}

TEST(Findings, NameOverlapsBulkheadsAndHatches) {
  Project p = sample_boat();
  p = moved(p, 2, {0, 0, -0.03});  // the ESC into the battery
  EXPECT_EQ(severity(assess(p), "layout.overlap"), Severity::stop);
  p = sample_boat();
  p.hull.bulkheads.push_back({.id = p.take_id(), .x = 0.3});
  EXPECT_EQ(severity(assess(p), "layout.bulkhead"), Severity::stop);
  p = sample_boat();
  p.hull.hatches[0].length = 0.03;
  p.hull.hatches[0].width = 0.03;
  const Assessment narrow = assess(p);
  EXPECT_EQ(find(narrow, "layout.hatch", p.layout.parts[0].id)->severity, Severity::stop);
  p.hull.hatches.clear();
  EXPECT_EQ(severity(assess(p), "layout.hatch"), Severity::stop);
}

TEST(Findings, SayHowMuchVolumeASinkingBoatMisses) {
  Project p = sample_boat();
  p.layout.parts[1].mass = 9.0;
  const Assessment a = assess(p);
  EXPECT_EQ(a.flotation.status, FloatStatus::sinks);
  const Finding* f = find(a, "float.afloat");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  EXPECT_NEAR(a.flotation.missing_volume, a.mass.total / a.density() - a.hull->body.volume(), 1e-9);
}

TEST(Findings, ATopHeavyBoatIsSaidToLeanOrFall) {
  Project p = sample_boat();
  Part mast{.id = p.take_id(),
            .name = "Mast",
            .kind = PartKind::payload,
            .size = {0.05, 0.05, 0.5},
            .place = {0.22, 0, 0.45},
            .mass = 0.9,
            .outside = true};
  p.layout.parts.push_back(mast);
  const Assessment a = assess(p);
  EXPECT_FALSE(a.flotation.upright_stable);
  EXPECT_EQ(severity(a, "float.upright"), Severity::stop);
}

TEST(Findings, AOneSidedFloodChamberOnTheWrongSideIsCaughtOut) {
  // Battery, ESC and chamber all to port: the boat stays over, and the finding says so as a stop since righting was
  // meant.
  Project p = sample_boat();
  p.hull.chambers.push_back({.id = p.take_id(), .x = 0.1, .length = 0.1, .inner = 0.06, .z_low = 0.05, .z_high = 0.2});
  const Assessment a = assess(p);
  EXPECT_FALSE(a.stability.self_righting);
  EXPECT_EQ(severity(a, "float.self_righting"), Severity::stop);
}

TEST(Findings, CarryLimitSourceAndASentenceWithoutHoles) {
  const Assessment a = assess(moved(sample_boat(), 0, {0.08, 0, 0}));
  EXPECT_GT(a.findings.size(), 10u);
  for (const Finding& f : a.findings) {
    EXPECT_FALSE(f.text.empty()) << f.id;
    EXPECT_FALSE(f.source.empty()) << f.id;
    EXPECT_EQ(plain(f.text).find('{'), std::string::npos) << f.id << ": " << f.text;
  }
  for (std::size_t i = 1; i < a.findings.size(); ++i) EXPECT_GE(a.findings[i - 1].severity, a.findings[i].severity);
}

TEST(Consequences, ListWhatAnEditDidAndNothingElse) {
  const Assessment before = assess(sample_boat());
  EXPECT_TRUE(consequences(before, before).empty());
  const Assessment after = assess(moved(sample_boat(), 0, {-0.02, 0, 0}));
  bool trim = false;
  for (const Change& c : consequences(before, after)) {
    EXPECT_NE(c.key, "mass");
    if (c.key == "trim") {
      trim = true;
      EXPECT_GT(c.after->si, c.before->si);  // battery aft, bow up
    }
  }
  EXPECT_TRUE(trim);
  Project heavier = sample_boat();
  heavier.layout.parts[1].mass += 0.1;
  std::set<std::string> worse;
  for (const Change& c : consequences(before, assess(heavier)))
    if (c.worse) worse.insert(c.key);
  EXPECT_TRUE(worse.contains("mass"));
  EXPECT_TRUE(worse.contains("freeboard"));
}

TEST(FindPlace, PutsANewPartWhereItIsFree) {
  const Assessment a = assess(sample_boat());
  Part part{.name = "Pump", .size = {0.045, 0.024, 0.024}};
  const Vec3 place = find_place(a, part);
  EXPECT_TRUE(place_is_free(a, part, place));
  // Free by boxes alone: clear of every other part, under the deck and over the bottom at its middle.
  part.place = place;
  for (const Part& other : a.project.layout.parts) EXPECT_GT(part.box().distance(other.box()), 0.0) << other.name;
  EXPECT_LT(part.box().high.z(), a.hull->model.deck_height(place.x(), place.y()));
  EXPECT_GT(part.box().low.z(), a.hull->model.bottom_height(place.x(), place.y()));
}

PROPERTY(Assessment, AnyBatteryPlaceKeepsForceAndMomentInBalance) {
  static Assessor assessor;
  Project p = sample_boat();
  p = moved(p, 0, {any::whole(-200, 120) / 1000.0, 0, 0});
  p.layout.parts[1].place.y() = any::whole(-20, 21) / 1000.0;
  const Assessment a = assessor.assess(p, Care::in_a_drag);
  HOLDS(a.flotation.status == FloatStatus::afloat);
  HOLDS(a.flotation.residual < 1e-6);
  // Every point of the righting arm displaces the boat's weight.
  for (std::size_t i = 0; i < a.stability.starboard.size(); i += 6) {
    const RightingPoint& r = a.stability.starboard[i];
    HOLDS(r.solved);
    HOLDS(std::abs(a.hull->body.below(r.plane).volume * a.density() - a.mass.total) < 1e-5 * a.mass.total);
  }
}
