// Every rule on both sides of its limit.
#include <gtest/gtest.h>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "base/error.h"
#include "findings.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Severity worst(const Project& p, const std::string& id) {
  Severity s = Severity::fine;
  bool found = false;
  for (const Finding& f : assess(p).findings)
    if (f.id == id) {
      s = std::max(s, f.severity);
      found = true;
    }
  EXPECT_TRUE(found) << id << " said nothing";
  return s;
}

/// A boat with its battery where everything about trim is well.
Project trimmed_boat() {
  Project p = sample_boat();
  p.layout.parts[0].place.x() = 0.235;
  return p;
}

}  // namespace

TEST(Rules, ATrimmedBoatHasNothingToFix) {
  const Assessment a = assess(trimmed_boat());
  EXPECT_EQ(a.count(Severity::stop), 0);
  for (const Finding& f : a.findings) {
    EXPECT_LT(f.severity, Severity::stop) << f.id;
  }
}

TEST(Rules, TrimFollowsTheBrief) {
  Project p = trimmed_boat();
  EXPECT_EQ(worst(p, "float.trim"), Severity::fine);
  const double trim = assess(p).flotation.plane.attitude.trim;
  p.brief.trim_low = trim + radians(0.2);
  p.brief.trim_high = trim + radians(4.0);
  EXPECT_EQ(worst(p, "float.trim"), Severity::stop);  // bow lower than wanted
  p.brief.trim_low = trim - radians(4.0);
  p.brief.trim_high = trim - radians(0.2);
  EXPECT_EQ(worst(p, "float.trim"), Severity::watch);
  p.brief.trim_high = trim - radians(2.0);
  EXPECT_EQ(worst(p, "float.trim"), Severity::stop);
}

TEST(Rules, FreeboardFollowsTheBrief) {
  Project p = trimmed_boat();
  const double least = assess(p).freeboard.least;
  p.brief.wanted_freeboard = least - 0.001;
  EXPECT_EQ(worst(p, "float.freeboard"), Severity::fine);
  p.brief.wanted_freeboard = least + 0.001;
  EXPECT_EQ(worst(p, "float.freeboard"), Severity::watch);
  p.brief.wanted_freeboard = 2.0 * least;
  EXPECT_EQ(worst(p, "float.freeboard"), Severity::stop);
}

TEST(Rules, TheLowestOpeningIsWatchedUnlessSealed) {
  Project p = trimmed_boat();
  const Assessment a = assess(p);
  const double water = a.flotation.plane.z_at(0.05);
  p.hull.openings.push_back({.id = p.take_id(), .name = "Vent", .place = {0.05, 0, water + 0.010}});
  EXPECT_EQ(worst(p, "float.opening"), Severity::watch);
  p.hull.openings[0].place.z() = water + 0.002;
  EXPECT_EQ(worst(p, "float.opening"), Severity::stop);
  p.hull.openings[0].sealed = true;
  EXPECT_EQ(worst(p, "float.opening"), Severity::fine);
}

TEST(Rules, DownfloodingIsTheFirstUnsealedOpeningToDip) {
  Project p = trimmed_boat();
  EXPECT_EQ(worst(p, "float.downflooding"), Severity::fine);
  p.hull.hatches[0].width = 0.19;
  p.hull.hatches[0].coaming = 0.0;
  const Assessment wide = assess(p);
  EXPECT_LT(*wide.freeboard.downflood_heel, *assess(trimmed_boat()).freeboard.downflood_heel);
  p.hull.hatches[0].sealed = true;
  EXPECT_FALSE(assess(p).freeboard.downflood_heel.has_value());
}

TEST(Rules, TheCgBandDependsOnTheType) {
  Project p = trimmed_boat();
  EXPECT_EQ(worst(p, "float.cg"), Severity::fine);
  const double length = 0.62;
  for (const auto& [type, low, high] :
       {std::tuple{BoatType::shaft_monohull, 0.31, 0.38}, std::tuple{BoatType::air_sled, 0.30, 0.37},
        std::tuple{BoatType::jet, 0.28, 0.36}}) {
    p.brief.type = type;
    const CgBand band = assess(p).cg_band;
    EXPECT_NEAR(band.low, low * length, 1e-6);
    EXPECT_NEAR(band.high, high * length, 1e-6);
    EXPECT_NE(plain(band.source).find("common practice"), std::string::npos);
  }
  p.brief.type = BoatType::displacement;
  const Assessment a = assess(p);
  // Under the centre of buoyancy of the level boat.
  const Immersion level = a.hull->body.below(solve_sinkage(a.hull->body, a.mass.total / a.density(), {}));
  EXPECT_NEAR(0.5 * (a.cg_band.low + a.cg_band.high), level.centre_of_buoyancy().x(), 1e-9);
}

TEST(Rules, SwampedFlotationWantsFoamUntilThereIsEnough) {
  Project p = trimmed_boat();
  ASSERT_EQ(worst(p, "float.swamped"), Severity::watch);
  const double wanted = assess(p).swamped.foam_volume;
  Part foam{.id = p.take_id(),
            .name = "Foam",
            .kind = PartKind::foam,
            .size = {0.2, 0.1, 0.0},
            .place = {0.5, 0, 0.09},
            .outside = true};
  foam.size.z() = wanted / (0.2 * 0.1);
  foam.mass = wanted * foam_density;
  p.layout.parts.push_back(foam);
  // The foam's own weight wants a little more of it: the answer counts that by the foam's density.
  const SwampedAnswer after = assess(p).swamped;
  EXPECT_LT(after.foam_volume, 0.01 * wanted);
}

TEST(Rules, WeighingShrinksTheRangeAndTheNote) {
  Project p = trimmed_boat();
  for (Part& part : p.layout.parts) part.mass_sigma = 0.2 * part.mass;
  EXPECT_EQ(worst(p, "mass.measured"), Severity::note);
  const Spread before = assess(p).spread;
  for (Part& part : p.layout.parts) {
    part.measured_mass = part.mass;
    part.measured_sigma = 0.0005;
  }
  const Assessment after = assess(p);
  EXPECT_LT(after.spread.trim.high - after.spread.trim.low, 0.7 * (before.trim.high - before.trim.low));
  EXPECT_LT(after.spread.mass.high - after.spread.mass.low, before.mass.high - before.mass.low);
  EXPECT_EQ(worst(p, "mass.measured"), Severity::fine);
}

TEST(Rules, AnUncertainBatteryNearTheLimitIsWatched) {
  Project p = trimmed_boat();
  const double trim = assess(p).flotation.plane.attitude.trim;
  p.brief.trim_low = trim - radians(0.05);
  p.layout.parts[0].mass_sigma = 0.1;
  EXPECT_EQ(worst(p, "float.range"), Severity::watch);
  p.layout.parts[0].mass_sigma = 0.0;
  p.brief.trim_low = trim - radians(2.0);
  EXPECT_EQ(worst(p, "float.range"), Severity::fine);
}

TEST(Rules, APartOffItsRailIsPutBack) {
  Project p = trimmed_boat();
  p.layout.parts[0].place.y() = 0.004;
  const Assessment a = assess(p);
  const auto f =
      std::find_if(a.findings.begin(), a.findings.end(), [](const Finding& x) { return x.id == "layout.rail"; });
  ASSERT_NE(f, a.findings.end());
  ASSERT_TRUE(f->remedy.has_value());
  EXPECT_EQ(apply(p, *f->remedy).layout.parts[0].place.y(), 0.0);
}

TEST(Rules, AnImportedHullWithHolesIsNotTrusted) {
  Project p = trimmed_boat();
  TriangleMesh skin = build_hull(p.hull).skin;
  p.hull.family = HullFamily::imported;
  p.hull.hatches.clear();
  p.hull.mesh = std::make_shared<const TriangleMesh>(skin);
  skin.triangles.erase(skin.triangles.begin() + 40);
  Project holed = p;
  holed.hull.mesh = std::make_shared<const TriangleMesh>(skin);
  EXPECT_EQ(worst(holed, "hull.mesh"), Severity::stop);
}

TEST(Ledger, HasTheSameRowsWhetherTheBoatFloatsOrNot) {
  const auto keys = [](const Project& p) {
    std::vector<std::string> k;
    for (const LedgerRow& row : ledger(assess(p))) k.push_back(row.key);
    return k;
  };
  Project heavy = sample_boat();
  heavy.layout.parts[1].mass = 20.0;
  EXPECT_EQ(keys(sample_boat()), keys(heavy));
  int missing = 0;
  for (const LedgerRow& row : ledger(assess(heavy))) missing += !row.value.has_value();
  EXPECT_GT(missing, 5);  // no numbers are made up for a boat that sinks
}

PROPERTY(Assessment, NeverShowsANumberThatIsNone) {
  const auto family = any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
  Project p = sample_boat();
  p.hull.family = family;
  p.hull.shape = default_shape(family);
  p.hull.hatches.clear();
  p.hull.fineness = 0.2;
  p.layout.parts.resize(2);
  for (const HullParameter& h : hull_parameters(family)) {
    const double u = any::whole(-70, 71) / 100.0, middle = p.hull.shape.*h.member;
    p.hull.shape.*h.member = u > 0 ? middle + u * u * (h.high - middle) * 0.5 : middle - u * u * (middle - h.low);
  }
  for (Part& part : p.layout.parts) {
    part.mass = any::whole(0, 900) / 1000.0;
    part.place.x() = any::whole(0, 700) / 1000.0;
    part.place.z() = any::whole(-50, 400) / 1000.0;
    part.rail = 0;
  }
  try {
    const Assessment a = assess(p);
    for (const LedgerRow& row : ledger(a)) {
      HOLDS((!row.value || std::isfinite(row.value->si)));
    }
    for (const Finding& f : a.findings) {
      HOLDS(std::isfinite(f.number.si) && std::isfinite(f.limit.si));
      for (const Quantity& q : test::quantities(f.text)) HOLDS(std::isfinite(q.si));
      // What a remedy offers can be done, and a part that it moves no longer stands where it must not.
      if (!f.remedy) continue;
      const Project after = apply(p, *f.remedy);
      HOLDS(!(after == p));
      if (f.id != "layout.skin") continue;
      const Assessment moved = assess(after);
      const Finding* left = find_finding(moved, f.id, f.subject);
      HOLDS((!left || left->severity == Severity::fine));
    }
  } catch (const InvalidInput& e) {
    HOLDS(!e.reason().empty());
  }
}

TEST(Rules, AServoFarUnderTheDeckAndACouplerBehindTheHatchAreFoundAndTheHatchIsMadeLonger) {
  Project p = powered_boat();
  p.layout.parts.push_back({.id = p.take_id(),
                            .name = "Servo",
                            .kind = PartKind::servo,
                            .size = {0.02, 0.012, 0.024},
                            .place = {0.11, -0.04, 0.06},
                            .mass = 0.01});
  p.hull.hatches[0].x = 0.12;
  EXPECT_EQ(finding(assess(p), "layout.reach").severity, Severity::fine);
  p.hull.hatches[0].x = 0.22;  // 100 mm ahead of the servo's fore face
  p.hull.hatches[0].length = 0.20;
  const Assessment a = assess(p);
  const Finding servo = finding(a, "layout.reach");
  EXPECT_EQ(servo.severity, Severity::watch);
  EXPECT_NEAR(servo.number.si, 0.100, 1e-9);
  ASSERT_TRUE(servo.remedy);
  EXPECT_EQ(finding(assess(apply(p, *servo.remedy)), "layout.reach").severity, Severity::fine);
  // The coupler lies behind the motor, further from the hatch than a driver's way.
  const Finding coupler = finding(a, "layout.coupler");
  EXPECT_EQ(coupler.severity, Severity::watch);
  EXPECT_NEAR(coupler.number.si, 0.22 - std::max(a.power.line.fore.x(), a.power.line.motor_end.x()), 1e-9);
  p.hull.hatches.clear();
  EXPECT_EQ(find_finding(assess(p), "layout.reach"), nullptr);  // no hatch: told once, elsewhere
}

TEST(Rules, PorpoisingIsAStopOnlyWhereTheCurvesAreSureOfIt) {
  // By the running trim against the limit of its load: half a degree either side nobody can tell.
  Assessment a = assess(powered_boat());
  ASSERT_TRUE(a.power.full.runs());
  a.power.full.hull.porpoising_trim = radians(3.0);
  for (const auto& [margin, wanted] : {std::pair{0.7, Severity::fine},
                                       {0.3, Severity::note},
                                       {-0.3, Severity::note},
                                       {-0.7, Severity::watch},
                                       {-1.2, Severity::stop}}) {
    a.power.porpoising_margin = radians(margin);
    a.findings.clear();
    drive_rules(a, a.findings);
    EXPECT_EQ(finding(a, "drive.porpoising").severity, wanted) << margin;
  }
}
