// Forms beyond the plain boat of a family: what to begin with, steps, keels, runners, bulbs, hulls folded from one
// sheet; scaling; hydrostatic tables.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "build/folding.h"
#include "build/panels.h"
#include "flotation/tables.h"
#include "geometry/crossing_faces.h"
#include "geometry/mesh_check.h"
#include "hull/family.h"
#include "hull/model.h"
#include "hull/morph.h"
#include "property.h"
#include "running/boat.h"
#include "shapes.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullDesign begun(HullFamily family, std::size_t start) {
  HullDesign d = usual_hull(family);
  d.shape = started(family, start);
  return d;
}

double volume_of(const HullDesign& d) {
  return build_hull(d).volume;
}

std::string form_refusal(const HullDesign& d) {
  return refusal_of([&] { return build_hull(d); });
}

HullDesign round_with(const std::function<void(HullShape&)>& change) {
  HullDesign d = usual_hull(HullFamily::round_bilge);
  change(d.shape);
  return d;
}

}  // namespace

TEST(HullStart, EachIsACleanSymmetricalHullOfItsOwn) {
  std::size_t count = 0;
  for (const Family& f : hull_families())
    for (std::size_t i = 1; i <= f.starts.size(); ++i, ++count) {
      const HullDesign d = begun(f.id, i);
      const HullModel m = build_hull(d);
      EXPECT_TRUE(check_mesh(m.skin).clean()) << f.starts[i - 1].name;
      EXPECT_TRUE(find_crossing_faces(m.skin, 1).empty()) << f.starts[i - 1].name;
      EXPECT_TRUE(m.symmetrical);
      EXPECT_NEAR(m.length(), d.shape.length, 1e-9);
      EXPECT_FALSE(d.shape == default_shape(f.id));
    }
  EXPECT_GE(count, 8u);
}

TEST(Steps, TakeTheirHeightFromAllThatLiesBehindThem) {
  HullDesign d = begun(HullFamily::deep_v, 2);
  const HullModel stepped = build_hull(d);
  const double place = d.shape.step_place, height = d.shape.step_height;
  EXPECT_NEAR(stepped.bottom_height(0.5 * place, 0.0) - stepped.bottom_height(place + 0.02, 0.0), height, 1e-4);
  d.shape.steps = 0.0;
  const HullModel plain = build_hull(d);
  const double bottom = planing_bottom(plain).beam * place;
  EXPECT_NEAR(plain.volume - stepped.volume, bottom * height, 0.15 * bottom * height);
  // Two steps: the after one divides what is behind the first, and the transom is two heights up.
  d.shape.steps = 2.0;
  const HullModel two = build_hull(d);
  ASSERT_EQ(two.surfaces.size(), 3u);
  EXPECT_DOUBLE_EQ(two.surfaces[1].x, 0.5 * place);
  EXPECT_NEAR(two.surfaces[2].z, 2.0 * height, 1e-9);
  EXPECT_FALSE(two.surfaces[0].in_wake);
  EXPECT_TRUE(two.surfaces[1].in_wake && two.surfaces[2].in_wake);
  d.shape.step_place = 0.6;
  EXPECT_NE(form_refusal(d).find("is not between"), std::string::npos);
  d.shape.step_place = 0.28, d.shape.step_height = 0.02;
  EXPECT_NE(form_refusal(d).find("more than a quarter of the depth"), std::string::npos);
}

TEST(Keel, AddsAsMuchAsABladeDisplaces) {
  const auto hull = [](double keel, double skeg) {
    return round_with(
        [=](HullShape& s) { s.rocker = 0.0, s.keel_depth = keel, s.skeg_depth = skeg, s.keel_end = 0.1; });
  };
  const HullShape s = hull(0, 0).shape;
  const double added = volume_of(hull(0.02, 0.0)) - volume_of(hull(0.0, 0.0));
  // Full from its after end to a tenth of the length before the forefoot, then fading.
  const double forefoot = s.length - s.bow_rake, area = 0.02 * (forefoot - 0.1 - 0.05 * s.length);
  EXPECT_NEAR(added, area * s.keel_width, 0.08 * area * s.keel_width);
  const double skeg = volume_of(hull(0.0, 0.02)) - volume_of(hull(0.0, 0.0));
  EXPECT_NEAR(skeg, 0.5 * 0.02 * 0.5 * s.length * s.keel_width, 0.12 * 0.005 * s.length * s.keel_width);
  EXPECT_NEAR(build_hull(hull(0.005, 0.01)).box.low.z(), -0.015, 1e-3);
  HullDesign d = hull(0.01, 0.0);
  d.shape.keel_end = 0.5;
  EXPECT_NE(form_refusal(d).find("Keel ends at"), std::string::npos);
}

TEST(Runners, AddTheirOwnVolumeAndLeaveTheBottomFlat) {
  HullDesign d = usual_hull(HullFamily::flat_bottom);
  const HullModel bare = build_hull(d);
  d.shape.runner_height = 0.006, d.shape.runner_width = 0.01;
  const HullModel m = build_hull(d);
  const double each = (m.volume - bare.volume) / 2.0 / (0.006 * 0.01);  // m of runner
  EXPECT_GT(each, 0.6 * d.shape.length);
  EXPECT_LT(each, d.shape.length);
  EXPECT_NEAR(m.box.low.z(), -0.006, 1e-9);
  EXPECT_NEAR(m.transom_keel(), bare.transom_keel(), 1e-9);
  EXPECT_NEAR(planing_bottom(m).deadrise, 0.0, 1e-12);
  EXPECT_NEAR(planing_bottom(m).beam, planing_bottom(bare).beam, 2e-3);
}

TEST(Bulb, LiesAheadOfTheStemAndIsAsWideAsItsDiameter) {
  HullDesign d = begun(HullFamily::round_bilge, 2);
  const HullModel with = build_hull(d);
  const HullShape s = d.shape;
  d.shape.bulb_length = 0.0;
  const HullModel without = build_hull(d);
  const double z = 0.5 * s.bulb_diameter;
  const auto tip = [&](const HullModel& m) {
    double x = 0.0;
    for (const Vec3& v : m.skin.vertices)
      if (std::abs(v.z() - z) < 0.15 * s.bulb_diameter) x = std::max(x, v.x());
    return x;
  };
  EXPECT_NEAR(tip(with) - tip(without), s.bulb_length, 0.2 * s.bulb_length);
  EXPECT_LE(with.box.high.x(), s.length + 1e-9);
  EXPECT_GT(with.volume, without.volume);
  // A third of a full ellipsoid's length behind its tip it is about as wide as it is high.
  const Section cut = sections(with.skin, {tip(with) - 0.4 * s.bulb_length}).front();
  double wide = 0.0;
  for (const SectionLoop& loop : cut.loops)
    for (const Vec2& p : loop.points)
      if (p.y() < s.bulb_diameter) wide = std::max(wide, 2.0 * p.x());
  EXPECT_GT(wide, 0.5 * s.bulb_diameter);
  EXPECT_LT(wide, 1.3 * s.bulb_diameter);
  d.shape.bulb_length = 0.3;
  EXPECT_NE(form_refusal(d).find("past the bow tip"), std::string::npos);
  d.shape.bulb_length = 0.01, d.shape.bulb_diameter = 0.08;
  EXPECT_NE(form_refusal(d).find("more than half the depth"), std::string::npos);
}

TEST(Stern, AFullOneClosesInARoundAndACounterClearsThePropeller) {
  const HullModel lean = build_hull(round_with([](HullShape& s) { s.transom_width = 0.06; }));
  const HullModel full = build_hull(round_with([](HullShape& s) { s.transom_width = 0.06, s.stern_fullness = 0.6; }));
  const auto half = [](const HullModel& m, double x) { return m.section_near(x).extent().high.x(); };
  EXPECT_GT(half(full, 0.06), 1.4 * half(lean, 0.06));
  EXPECT_NEAR(half(full, 0.0), half(lean, 0.0), 1e-3);
  const HullModel counter =
      build_hull(round_with([](HullShape& s) { s.rocker = 0.0, s.counter_rise = 0.05, s.counter_length = 0.12; }));
  EXPECT_NEAR(counter.transom_keel(), 0.05, 1e-3);
  EXPECT_NEAR(counter.bottom_height(0.14, 0.0), 0.0, 1e-3);
}

PROPERTY(Folded, LiesFlatWithoutStrainAndClosesAgain) {
  HullDesign d = usual_hull(HullFamily::folded);
  HullShape& s = d.shape;
  s.length = any::whole(300, 900) / 1000.0;
  s.beam = s.length * any::whole(25, 45) / 100.0;
  s.depth = s.length * any::whole(9, 14) / 100.0;
  s.bow_rake = s.length * any::whole(15, 35) / 100.0;
  s.bow_rise = s.depth * any::whole(50, 88) / 100.0;
  s.bow_width = any::whole(55, 101) / 100.0;
  s.flare = radians(any::whole(0, 18));
  s.rocker = s.depth * any::whole(0, 20) / 100.0;
  try {
    HOLDS(build_hull(d).volume > 0.0);
  } catch (const InvalidInput&) {
    ONLY_IF(false);
  }
  // Sides are planes, the bottom is a cylinder: what a sheet can do without stretching.
  for (const Panel& p : panels_of(d)) {
    if (p.role != PanelRole::bottom && p.role != PanelRole::side) continue;
    HOLDS(p.strain < 1e-4);
    HOLDS(p.off < 1e-4 * s.length);
  }
}

TEST(Folded, AStraightOneIsBentFromOneSheetWithStraightFolds) {
  HullDesign d = usual_hull(HullFamily::folded);
  const std::vector<Panel> panels = panels_of(d);
  const FoldedNet net = fold_net(panels, {});
  EXPECT_LT(net.overlap, 1e-6);
  EXPECT_LT(off_the_hull(net, panels), 1e-6);
  std::size_t chines = 0;
  for (const NetFold& f : net.folds) {
    if (f.seam != Seam::chine) continue;
    ++chines;
    EXPECT_LT(f.bow, 1e-4);
    EXPECT_NEAR(f.length, d.shape.length - d.shape.bow_rake, 0.03);
    // Bottom to side by a quarter turn less the flare.
    EXPECT_NEAR(f.high, radians(90) - d.shape.flare, radians(2));
  }
  EXPECT_EQ(chines, 2u);
  EXPECT_TRUE(net.ears.empty());
  // With ears the whole chine is one sheet: nothing is cut apart, the pattern gains the sheet between the edges.
  const FoldedNet whole = fold_net(panels, {.ears = true});
  ASSERT_EQ(whole.ears.size(), 2u);
  double cut = 0.0, more = 0.0;
  for (const NetFold& f : whole.folds)
    if (f.parent != f.child) cut += f.cut_apart;
  for (const NetEar& e : whole.ears) more += e.length * e.length * std::sin(0.5 * e.angle);
  EXPECT_NEAR(cut, 0.0, 1e-6);
  EXPECT_NEAR(whole.outline.area() - net.outline.area(), more, 0.1 * more);
  for (const NetEar& e : whole.ears) {
    // Its two halves are alike, so they lie on one another when it is folded.
    EXPECT_NEAR((e.middle - e.on_parent).norm(), (e.middle - e.on_child).norm(), 1e-3);
    EXPECT_NEAR((e.on_parent - e.tip).norm(), (e.on_child - e.tip).norm(), 1e-3);
  }
  EXPECT_LT(off_the_hull(whole, panels), 1e-6);
  d.shape.flare = radians(44);
  EXPECT_NE(form_refusal(d).find("leaves a bottom"), std::string::npos);
  d = usual_hull(HullFamily::folded);
  d.shape.bow_rise = 0.068;
  EXPECT_NE(form_refusal(d).find("to the deck edge"), std::string::npos);
}

PROPERTY(Morph, AMeshGrowsByTheProductOfItsFactors) {
  HullDesign d;
  d.family = HullFamily::imported;
  static const auto mesh = std::make_shared<const TriangleMesh>(wigley(0.6, 0.1, 0.06, 0.05, 60, 20));
  d.mesh = mesh;
  const auto factor = [] { return any::whole(60, 170) / 100.0; };
  const Vec3 by(factor(), factor(), factor());
  HOLDS(std::abs(signed_volume(*scaled(d, by).mesh) / signed_volume(*mesh) - by.prod()) < 1e-9);
  for (const GivesWay gives : {GivesWay::length, GivesWay::beam, GivesWay::depth})
    HOLDS(std::abs(factors_keeping_displacement(by, gives).prod() - 1.0) < 1e-12);
}

PROPERTY(Morph, AnyLoftedHullKeepsNearlyItsFormWhenStretched) {
  std::vector<HullFamily> lofted;
  for (const Family& f : hull_families())
    if (f.loft) lofted.push_back(f.id);
  HullDesign d = usual_hull(lofted[static_cast<std::size_t>(any::whole(0, static_cast<int>(lofted.size())))]);
  d.fineness = 0.5;
  const double before = volume_of(d);
  const auto factor = [] { return any::whole(85, 118) / 100.0; };
  const Vec3 by(factor(), factor(), factor());
  HOLDS(std::abs(volume_of(scaled(d, by)) / (before * by.prod()) - 1.0) < 0.03);
  const HullShape back = scaled(scaled(d, by), by.cwiseInverse()).shape;
  for (const HullParameter& p : hull_parameters(d.family)) HOLDS(std::abs(back.*p.member - d.shape.*p.member) < 1e-9);
}

TEST(Morph, NoMeasureIsForgotten) {
  HullShape s;
  for (const HullParameter& p : all_hull_parameters()) s.*p.member = 0.1;
  const HullShape twice = scaled(s, Vec3::Constant(2.0));
  for (const HullParameter& p : all_hull_parameters())
    EXPECT_NEAR(twice.*p.member, p.dimension == Dimension::length ? 0.2 : 0.1, 1e-12) << p.key;
}

TEST(Morph, CarriesHatchesWallsAndFloatsAndRefusesNonsense) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.hatches.push_back({.id = 1, .x = 0.2, .y = 0.01, .length = 0.1, .width = 0.08});
  d.bulkheads.push_back({.id = 2, .x = 0.3});
  d.openings.push_back({.id = 3, .place = {0.1, 0.02, 0.05}});
  const HullDesign twice = scaled(d, {2.0, 1.5, 1.0});
  EXPECT_DOUBLE_EQ(twice.hatches[0].x, 0.4);
  EXPECT_DOUBLE_EQ(twice.hatches[0].width, 0.12);
  EXPECT_DOUBLE_EQ(twice.hatches[0].coaming, d.hatches[0].coaming);
  EXPECT_DOUBLE_EQ(twice.bulkheads[0].x, 0.6);
  EXPECT_TRUE(twice.openings[0].place.isApprox(Vec3(0.2, 0.03, 0.05)));
  EXPECT_NEAR(build_hull(twice).length(), 1.2, 1e-9);
  EXPECT_NE(refusal_of([&] { return scaled(d, {0.1, 1.0, 1.0}); }).find("20 %"), std::string::npos);
}

TEST(HydrostaticTable, OfABoxIsTheClosedForm) {
  // Length 1, beam 0.3, depth 0.1 m.
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(box_mesh({0.0, -0.15, 0.0}, {1.0, 0.15, 0.1}));
  const HullModel m = build_hull(d);
  const ImmersedBody body(m.buoyant);
  const double draughts[] = {0.02, 0.05}, trims[] = {0.0, radians(1.0)};
  const std::vector<HydrostaticRow> rows = hydrostatic_table(m, body, 998.2, draughts, trims);
  ASSERT_EQ(rows.size(), 4u);
  for (const HydrostaticRow& r : rows) {
    const double t = r.draught;
    EXPECT_NEAR(r.volume, 0.3 * t, 1e-9) << "trim about the middle keeps the volume of a box";
    EXPECT_NEAR(*r.mass_per_draught, 998.2 * 0.3 / std::cos(r.trim), 1e-6);
    EXPECT_NEAR(*r.lcf, 0.5, 1e-9);
    if (r.trim != 0.0) {
      // The wedge's moment over the volume: tan(trim) L^2 / 12 T, aft where the bow is up.
      EXPECT_NEAR(*r.lcb, 0.5 - std::tan(r.trim) / (12.0 * t), 1e-9);
      continue;
    }
    EXPECT_NEAR(*r.kb, 0.5 * t, 1e-9);
    EXPECT_NEAR(*r.lcb, 0.5, 1e-9);
    EXPECT_NEAR(*r.bm_transverse, 0.09 / (12.0 * t), 1e-9);
    EXPECT_NEAR(*r.km_longitudinal, 0.5 * t + 1.0 / (12.0 * t), 1e-9);
    EXPECT_NEAR(*r.moment_to_trim, 998.2 * gravity * 0.3 / 12.0, 1e-6);
    EXPECT_NEAR(r.form.block, 1.0, 1e-6);
  }
}

TEST(HydrostaticTable, TellsNothingOfAHullThatIsDryAndRefusesNonsense) {
  const HullModel m = build_hull(usual_hull(HullFamily::round_bilge));
  const ImmersedBody body(m.buoyant);
  const double high[] = {-0.1}, level[] = {0.0}, steep[] = {1.0};
  const HydrostaticRow dry = hydrostatic_table(m, body, 998.2, high, level).at(0);
  EXPECT_EQ(dry.volume, 0.0);
  EXPECT_FALSE(dry.lcb || dry.km_transverse || dry.mass_per_draught);
  EXPECT_NE(refusal_of([&] { return hydrostatic_table(m, body, 998.2, high, steep); }).find("45"), std::string::npos);
  // Displacement grows with draught by what the table says of the water plane.
  const std::vector<double> draughts = usual_draughts(m, 40);
  const auto rows = hydrostatic_table(m, body, 998.2, draughts, level);
  for (std::size_t i = 1; i < rows.size(); ++i) {
    const double mean = 0.5 * (*rows[i].mass_per_draught + *rows[i - 1].mass_per_draught);
    EXPECT_NEAR(rows[i].mass - rows[i - 1].mass, mean * (draughts[i] - draughts[i - 1]), 0.01 * rows[i].mass);
  }
}
