// Printing, moulding and mending: stances by hand arithmetic, a plug that holds its hull, trouble that moves the plan.
#include <gtest/gtest.h>

#include "assessment/assessment.h"
#include "build/mould_plan.h"
#include "build/overhang.h"
#include "build/thin_places.h"
#include "findings.h"
#include "geometry/thickness.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

double overhang_in(const std::vector<StanceChoice>& all, Stance stance) {
  for (const StanceChoice& c : all)
    if (c.stance == stance) return c.overhang;
  return -1.0;
}

}  // namespace

TEST(Overhang, OfABoxOfWallsIsItsRoofAndOfASolidOneNothing) {
  const Printer printer;
  const TriangleMesh box = box_mesh({0.0, 0.0, 0.0}, {0.1, 0.06, 0.04});
  // A roof of walls hangs inside; the floor lies on the bed.
  const std::vector<StanceChoice> walls = stances_of(box, printer, true);
  EXPECT_NEAR(overhang_in(walls, Stance::flat), 0.1 * 0.06, 1e-12);
  EXPECT_NEAR(overhang_in(walls, Stance::on_end), 0.06 * 0.04, 1e-12);
  EXPECT_EQ(walls.front().stance, Stance::on_end);
  for (const StanceChoice& c : stances_of(box, printer, false)) EXPECT_NEAR(c.overhang, 0.0, 1e-12);
}

TEST(Overhang, TheLimitIsAnAngleFromTheUpright) {
  // A wedge whose slope leans out by 40 degrees.
  const double lean = radians(40), h = 0.05;
  const TriangleMesh wedge = prism({{0.0, 0.0}, {0.02, 0.0}, {0.02 + h * std::tan(lean), h}, {0.0, h}}, 0.1);
  Printer printer;
  printer.overhang = radians(45);
  EXPECT_NEAR(overhang_in(stances_of(wedge, printer, false), Stance::flat), 0.0, 1e-12);
  printer.overhang = radians(35);
  EXPECT_NEAR(overhang_in(stances_of(wedge, printer, false), Stance::flat), 0.1 * h / std::cos(lean), 1e-9);
}

TEST(Overhang, ALevelCeilingIsBridgedBetweenWallsAndNotFromOneAlone) {
  Printer printer;
  printer.bridge = 0.02;
  const auto flat_of = [&](const TriangleMesh& m) {
    for (const StanceChoice& c : stances_of(m, printer, false))
      if (c.stance == Stance::flat) return c;
    return StanceChoice{};
  };
  const auto gate = [](double span) {
    const double leg = 0.005, h = 0.02, top = 0.025;
    return prism({{0.0, 0.0},
                  {leg, 0.0},
                  {leg, h},
                  {leg + span, h},
                  {leg + span, 0.0},
                  {2 * leg + span, 0.0},
                  {2 * leg + span, top},
                  {0.0, top}},
                 0.1);
  };
  EXPECT_NEAR(flat_of(gate(0.015)).bridged, 0.015 * 0.1, 1e-9);
  EXPECT_NEAR(flat_of(gate(0.015)).overhang, 0.0, 1e-9);
  EXPECT_NEAR(flat_of(gate(0.025)).bridged, 0.0, 1e-9);
  EXPECT_NEAR(flat_of(gate(0.025)).overhang, 0.025 * 0.1, 1e-9);
  // A shelf hangs from one wall, however short it is.
  const TriangleMesh shelf =
      prism({{0.0, 0.0}, {0.005, 0.0}, {0.005, 0.02}, {0.015, 0.02}, {0.015, 0.025}, {0.0, 0.025}}, 0.1);
  EXPECT_NEAR(flat_of(shelf).overhang, 0.01 * 0.1, 1e-9);
  // A closed room's ceiling is bridged the short way.
  TriangleMesh room = box_mesh({0.0, 0.0, 0.0}, {0.1, 0.02, 0.03});
  append(room, box_mesh({0.002, 0.002, 0.002}, {0.098, 0.018, 0.028}), true);
  EXPECT_NEAR(flat_of(room).bridged, 0.096 * 0.016, 1e-9);
}

PROPERTY(Thickness, OfABoxIsItsSizeAndOfItsHollowTheWall) {
  const Vec3 size(0.001 * any::whole(5, 60), 0.001 * any::whole(5, 60), 0.001 * any::whole(5, 60));
  TriangleMesh box = box_mesh(Vec3::Zero(), size);
  std::vector<double> all = thickness_of(box);
  for (std::size_t i = 0; i < all.size(); ++i) {
    const Vec3 n = (box.corner(i, 1) - box.corner(i, 0)).cross(box.corner(i, 2) - box.corner(i, 0)).normalized();
    HOLDS(std::abs(all[i] - std::abs(n.dot(size))) < 1e-9);
  }
  const double wall = 0.0001 * any::whole(2, 20);
  append(box, box_mesh(Vec3::Constant(wall), size - Vec3::Constant(wall)), true);
  Printer printer;
  const ThinPlaces thin = thin_places(box, printer);
  all = thickness_of(box);
  for (const double t : all) HOLDS(std::abs(t - wall) < 1e-9);
  HOLDS((thin.area > 0.0) == (wall < 2.0 * printer.line_width * 0.95));
  if (thin.area > 0.0) HOLDS(std::abs(thin.area - surface_area(box)) < 1e-9 && std::abs(thin.least - wall) < 1e-9);
}

PROPERTY(Overhang, AStretchOfAHullHasItsAreaAndNoMore) {
  HullDesign d = usual_hull(any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge}));
  const HullModel hull = build_hull(d);
  const double a = hull.box.low.x() + hull.length() * 0.01 * any::whole(5, 50),
               b = a + hull.length() * 0.01 * any::whole(5, 40);
  const TriangleMesh low = stretch_of(hull.skin, -1.0, a), middle = stretch_of(hull.skin, a, b),
                     high = stretch_of(hull.skin, b, 10.0);
  HOLDS(std::abs(surface_area(low) + surface_area(middle) + surface_area(high) - surface_area(hull.skin)) < 1e-9);
  const Box3 box = bounds(middle);
  HOLDS(box.low.x() > a - 1e-9 && box.high.x() < b + 1e-9);
  for (const StanceChoice& c : stances_of(middle, Printer{}, true))
    HOLDS(c.overhang >= 0.0 && c.overhang <= surface_area(middle) + 1e-9);
}

TEST(Mould, OfABoxIsSlicedWithoutWasteAndSticks) {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<TriangleMesh>(prism({{-0.1, 0.0}, {0.1, 0.0}, {0.1, 0.08}, {-0.1, 0.08}}, 0.5, 20));
  const HullModel hull = build_hull(d);
  const MouldPlan plan = mould_plan(hull, {.slice = 0.010}, 20.0);
  EXPECT_EQ(plan.slices.size(), 50u);
  EXPECT_NEAR(plan.board, 0.2 * 0.08 * 0.5, 1e-6);
  EXPECT_NEAR(plan.planed_off, 0.0, 1e-6);
  EXPECT_NEAR(plan.least_draft, 0.0, 1e-9);
  EXPECT_EQ(plan.undercut, 0.0);
  EXPECT_GT(plan.steep, 0.5 * 0.08);
  ASSERT_TRUE(plan.hull && plan.mould);
  // Five layers and a flange against two.
  EXPECT_NEAR(plan.mould->cloth_area / plan.hull->cloth_area, 2.5 * (plan.area + plan.flange_area) / plan.area, 1e-9);
  EXPECT_THROW((void)mould_plan(hull, {.slice = 0.0}, 20.0), InvalidInput);
  EXPECT_FALSE(mould_plan(hull, {}, -30.0).hull);
}

TEST(Mould, AHullThatTurnsInAtTheTopIsHeldAndOneThatFlaresIsNot) {
  const auto hull_of = [](double top) {
    HullDesign d;
    d.family = HullFamily::imported;
    d.mesh = std::make_shared<TriangleMesh>(prism({{-0.1, 0.0}, {0.1, 0.0}, {top, 0.08}, {-top, 0.08}}, 0.5, 20));
    return build_hull(d);
  };
  EXPECT_GT(mould_plan(hull_of(0.09), {}, 20.0).undercut, 0.05);
  const MouldPlan flared = mould_plan(hull_of(0.11), {}, 20.0);
  EXPECT_EQ(flared.undercut, 0.0);
}

TEST(Mould, AMouldedBoatHasSlicesToCutClothToBuyAndTasks) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::moulded;
  const Assessment a = assess(p);
  ASSERT_TRUE(a.build.mould);
  EXPECT_EQ(static_cast<std::size_t>(std::count_if(a.build.pieces.begin(), a.build.pieces.end(),
                                                   [](const FlatPiece& f) { return f.role == PieceRole::slice; })),
            a.build.mould->slices.size());
  for (const char* key : {"cut.slices", "glue.slices", "make.plug", "lay.mould", "lay.shell"})
    EXPECT_TRUE(a.build.work.find(key)) << key;
  EXPECT_TRUE(find_finding(a, "build.draft"));
  EXPECT_EQ(finding(a, "build.lay_up").severity, Severity::fine);
}

TEST(Prints, SpoolsHoursAndMoneyFollowWhatIsPrinted) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::printed;
  const PrintTotals one = assess(p).build.prints;
  ASSERT_GT(one.mass, 0.1);
  EXPECT_FALSE(one.cost);
  EXPECT_NEAR(one.spools, 1.1 * one.mass, 1e-9);
  // 1.75 mm of PETG: a kilogramme is about 327 m long.
  EXPECT_NEAR(one.filament / (1.1 * one.mass), 327.0, 2.0);
  EXPECT_NEAR(one.queue, one.time, 1e-9);
  p.build.printer.price = 20.0;
  p.build.printer.mass_factor = 1.2;
  p.build.work.printers = 2;
  const PrintTotals two = assess(p).build.prints;
  EXPECT_NEAR(two.mass, 1.2 * one.mass, 1e-9);
  ASSERT_TRUE(two.cost);
  EXPECT_NEAR(*two.cost, 20.0 * two.spools, 1e-9);
  EXPECT_LT(two.queue, one.queue);
  EXPECT_GE(two.queue, 0.5 * one.time - 1e-9);
}

TEST(Faults, AreMendedBetweenTheTaskAndWhatWaitsForIt) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::printed;
  const Assessment before = assess(p);
  ASSERT_TRUE(before.build.work.find("test.leaks"));
  p.build.work.faults = {{.id = 700, .kind = FaultKind::seam_leak, .task = "test.leaks", .date = "2026-05-02"}};
  const Assessment after = assess(p);
  const WorkPlan& w = after.build.work;
  const auto place = [&](const std::string& key) {
    for (std::size_t i = 0; i < w.tasks.size(); ++i)
      if (w.tasks[i].key == key) return static_cast<int>(i);
    return -1;
  };
  ASSERT_GE(place("mend.700"), 0);
  EXPECT_LT(place("test.leaks"), place("mend.700"));
  EXPECT_LT(place("mend.700"), place("again.700"));
  EXPECT_LT(place("again.700"), place("launch"));
  // Slow epoxy and a second test take their time.
  EXPECT_GT(w.length, before.build.work.length + 6 * 3600.0);
  EXPECT_EQ(finding(after, "build.fault.700").severity, Severity::watch);
  p.build.work = with_done(p.build.work, "mend.700", true, "2026-05-03");
  EXPECT_FALSE(find_finding(assess(p), "build.fault.700"));
}

TEST(Faults, EachKindIsMetSomewhereInThePlanOfSomeBoat) {
  std::set<FaultKind> met;
  for (const BuildMethod m : {BuildMethod::printed, BuildMethod::ply, BuildMethod::sheet_metal}) {
    Project p = powered_boat();
    p.brief.method = m;
    const Assessment a = assess(p);
    for (const WorkTask& t : a.build.work.tasks)
      for (const FaultType& f : fault_types())
        if (is_met_at(f.value, t.key)) met.insert(f.value);
  }
  EXPECT_EQ(met.size(), fault_types().size());
}

PROPERTY(Developable, AnOfferMakesTwistedPanelsTakeTheirShape) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::ply;
  p.hull = usual_hull(HullFamily::flat_bottom);
  p.hull.shape.bow_rake = 1e-3 * any::whole(120, 220);
  p.hull.shape.flare = radians(any::whole(8, 13));
  p.hull.shape.bow_width = 0.0;
  p.layout.parts.clear();
  p.drives.clear();
  const Assessment a = assess(p);
  for (const Finding& f : a.findings) {
    if (!f.id.starts_with("build.strain") || !f.remedy) continue;
    HOLDS(f.severity != Severity::fine);
    const Assessment better = assess(apply(p, *f.remedy));
    HOLDS(finding(better, f.id).severity == Severity::fine);
  }
}

TEST(Developable, ASkiffWithARakedBowIsOfferedAnother) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::ply;
  p.hull = usual_hull(HullFamily::flat_bottom);
  p.hull.shape = {.length = 0.54,
                  .beam = 0.2,
                  .depth = 0.085,
                  .widest = 0.42,
                  .transom_width = 0.86,
                  .bow_fullness = 0.35,
                  .bow_rake = 0.2,
                  .bow_rise = 0.03,
                  .rocker = 0.004,
                  .flare = radians(10),
                  .sheer = 0.02,
                  .camber = 0.003};
  p.layout.parts.clear();
  p.drives.clear();
  const Finding twisted = finding(assess(p), "build.strain.side");
  EXPECT_NE(twisted.severity, Severity::fine);
  ASSERT_TRUE(twisted.remedy);
  EXPECT_EQ(finding(assess(apply(p, *twisted.remedy)), "build.strain.side").severity, Severity::fine);
}

TEST(Islands, AreWhereASolidBeginsInTheAir) {
  const Printer printer;
  // A T that lies on its side stands on its arm's end alone; upright its arms begin in the air.
  TriangleMesh table = box_mesh({0.0, 0.0, 0.0}, {0.02, 0.02, 0.05});
  EXPECT_TRUE(islands_of(table, Stance::flat, printer).empty());
  append(table, box_mesh({0.05, 0.0, 0.03}, {0.07, 0.02, 0.05}));
  const std::vector<Vec3> found = islands_of(table, Stance::flat, printer);
  ASSERT_EQ(found.size(), 1u);
  EXPECT_NEAR(found[0].z(), 0.03, 1e-12);
  EXPECT_TRUE(islands_of(table, Stance::on_side, printer).empty());
  EXPECT_EQ(islands_of(table, Stance::on_end, printer).size(), 1u);
  // A hollow's floor looks up: there is stuff beneath it.
  TriangleMesh cup = box_mesh({0.0, 0.0, 0.0}, {0.04, 0.04, 0.04});
  append(cup, box_mesh({0.002, 0.002, 0.002}, {0.038, 0.038, 0.038}), true);
  EXPECT_TRUE(islands_of(cup, Stance::flat, printer).empty());
}

TEST(Screws, OfAServoAreReachedThroughItsHatchOrBeforeTheDeck) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::ply;
  p.hull.hatches = {{.id = 900, .name = "Hatch", .x = 0.20, .length = 0.2, .width = 0.12}};
  Part servo{.id = 901,
             .name = "Servo",
             .kind = PartKind::servo,
             .size = {0.041, 0.02, 0.038},
             .place = {0.3, 0.0, 0.06},
             .mass = 0.045};
  p.layout.parts = {servo};
  p.layout.rails.clear();
  p.drives.clear();
  p.next_id = 1000;
  const Assessment under = assess(p);
  EXPECT_EQ(finding(under, "build.key").severity, Severity::fine);
  p.layout.parts[0].place.x() = 0.05;
  const Assessment away = assess(p);
  EXPECT_EQ(finding(away, "build.reach").severity, Severity::note);
  const WorkTask* deck = away.build.work.find("glue.deck");
  ASSERT_TRUE(deck);
  EXPECT_TRUE(
      std::any_of(deck->needs.begin(), deck->needs.end(), [](const WorkNeed& n) { return n.task == fit_task(901); }));
}
