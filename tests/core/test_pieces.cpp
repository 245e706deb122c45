// Flat pieces: walls, ribs and stringers against closed forms, slots that leave nothing double, pieces on sheets
// without overlap (Boost.Polygon as the judge), glass and resin by hand arithmetic.
#include <gtest/gtest.h>

#include <algorithm>
#include <boost/polygon/polygon.hpp>
#include <cmath>
#include <set>

#include "assessment/assessment.h"
#include "build/insertion.h"
#include "build/laminate.h"
#include "build/made.h"
#include "build/pieces.h"
#include "build/sheet_layout.h"
#include "findings.h"
#include "geometry/nest.h"
#include "layout/fit.h"
#include "layout/mass.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double skin = 0.002, frame = 0.003;

/// A box of 200 x 100 mm, 500 mm long, as a mesh.
HullDesign box_design() {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<TriangleMesh>(prism({{-0.1, 0.0}, {0.1, 0.0}, {0.1, 0.1}, {-0.1, 0.1}}, 0.5, 20));
  d.skin = {.density = 700.0, .shell_thickness = skin, .deck_thickness = skin, .frame_thickness = frame};
  return d;
}

const FlatPiece& piece_of(const std::vector<FlatPiece>& pieces, Id subject) {
  return *std::find_if(pieces.begin(), pieces.end(), [&](const FlatPiece& p) { return p.subject == subject; });
}

/// An L of two legs.
Region angle_of(double a, double b, double leg) {
  return {{{{0.0, 0.0}, {a, 0.0}, {a, leg}, {leg, leg}, {leg, b}, {0.0, b}}}};
}

using Judge = boost::polygon::polygon_set_data<int>;

/// The outer outline for Boost.Polygon, in micrometres.
Judge judged(const Region& r) {
  std::vector<boost::polygon::point_data<int>> points;
  for (const Vec2& p : r.loops.front())
    points.emplace_back(static_cast<int>(std::lround(1e6 * p.x())), static_cast<int>(std::lround(1e6 * p.y())));
  Judge set;
  set.insert(boost::polygon::polygon_data<int>(points.begin(), points.end()));
  return set;
}

/// Square metres that two shapes share.
double shared(const Region& a, const Region& b) {
  Judge one = judged(a), other = judged(b);
  boost::polygon::operators::operator&=(one, other);
  return 1e-12 * static_cast<double>(boost::polygon::area(one));
}

/// Do all shapes lie on their sheets, apart from one another, each once?
void expect_sound(const std::vector<Region>& shapes, const std::vector<NestSheet>& sheets, const Nest& nest,
                  double gap) {
  std::set<std::size_t> seen(nest.left.begin(), nest.left.end());
  ASSERT_EQ(seen.size(), nest.left.size());
  std::vector<Region> there;
  for (const Nested& n : nest.placed) {
    EXPECT_TRUE(seen.insert(n.shape).second) << "shape " << n.shape << " twice";
    EXPECT_LT(n.copy, sheets[n.sheet].count);
    there.push_back(moved(shapes[n.shape], n.turn, n.move));
    const Section::Extent e = there.back().extent();
    EXPECT_GE(e.low.minCoeff(), -1e-6);
    EXPECT_LE(e.high.x(), sheets[n.sheet].length + 1e-6);
    EXPECT_LE(e.high.y(), sheets[n.sheet].width + 1e-6);
  }
  EXPECT_EQ(seen.size(), shapes.size());
  for (std::size_t i = 0; i < there.size(); ++i)
    for (std::size_t k = 0; k < i; ++k) {
      if (nest.placed[i].sheet != nest.placed[k].sheet || nest.placed[i].copy != nest.placed[k].copy) continue;
      // Moved by the gap in every direction it still meets nothing.
      for (const Vec2& by : {Vec2(0, 0), Vec2(gap, 0), Vec2(-gap, 0), Vec2(0, gap), Vec2(0, -gap)})
        EXPECT_LT(shared(there[i], shifted(there[k], 0.99 * by)), 1e-9) << i << " and " << k;
    }
}

}  // namespace

TEST(Frames, AWallARibAndAStringerOfABoxHaveTheirClosedForms) {
  HullDesign d = box_design();
  d.bulkheads = {{.id = 1, .x = 0.1}, {.id = 2, .x = 0.2, .watertight = false, .rim = 0.010}};
  d.stringers = {{.id = 3, .x = 0.05, .length = 0.3, .y = 0.04, .height = 0.02}};
  const HullModel hull = build_hull(d);
  ASSERT_EQ(hull.frames.size(), 4u);
  const double wide = 0.2 - 2 * skin, high = 0.1 - 2 * skin;
  EXPECT_NEAR(hull.frames[0].shape.area(), wide * high, 1e-7);
  EXPECT_NEAR(hull.frames[1].shape.area(), wide * high - (wide - 0.02) * (high - 0.02), 1e-7);
  EXPECT_NEAR(hull.frames[2].shape.area(), 0.3 * 0.02, 1e-7);
  EXPECT_NEAR(hull.frames[2].centroid.y(), 0.04, 1e-9);
  EXPECT_NEAR(hull.frames[3].centroid.y(), -0.04, 1e-9);
  EXPECT_NEAR(hull.frames[2].centroid.z(), skin + 0.01, 1e-6);
  const MassBudget mass = mass_budget(hull, d, {});
  double walls = 0.0, stringers = 0.0;
  for (const MassItem& item : mass.items) {
    if (item.name == Text("Bulkheads")) walls = item.mass;
    if (item.name == Text("Stringers")) stringers = item.mass;
  }
  EXPECT_NEAR(walls, 700.0 * frame * (hull.frames[0].shape.area() + hull.frames[1].shape.area()), 1e-9);
  EXPECT_NEAR(stringers, 700.0 * frame * 2.0 * 0.3 * 0.02, 1e-6);
}

TEST(Frames, ATemporaryWebWeighsNothingAndHoldsNoWater) {
  HullDesign d = box_design();
  d.bulkheads = {{.id = 1, .x = 0.25, .watertight = true, .temporary = true}};
  const HullModel hull = build_hull(d);
  ASSERT_EQ(hull.frames.size(), 1u);
  for (const MassItem& item : mass_budget(hull, d, {}).items) EXPECT_NE(item.name, Text("Bulkheads"));
}

TEST(Frames, APartStandsFreeInARibsOpeningButNotInAWallOrAStringer) {
  Project p = sample_boat();
  p.layout.parts.resize(1);
  Part& part = p.layout.parts.front();
  const auto fit = [&](Bulkhead b, std::vector<Stringer> s = {}) {
    Project q = p;
    b.x = part.place.x();
    q.hull.bulkheads = {b};
    q.hull.stringers = std::move(s);
    const HullModel hull = build_hull(q.hull);
    return fit_part(hull, q.hull, q.layout, part, fit_to_skin(hull, q.hull.skin, part));
  };
  EXPECT_EQ(fit({.id = 90}).bulkheads, std::vector<Id>{90});
  EXPECT_TRUE(fit({.id = 90, .watertight = false, .rim = 0.004}).bulkheads.empty());
  EXPECT_EQ(fit({.id = 90, .watertight = false, .rim = 0.004},
                {{.id = 91, .x = part.place.x() - 0.05, .length = 0.1, .y = 0.0, .height = 0.06}})
                .stringers,
            std::vector<Id>{91});
}

TEST(Frames, AThingGoesThroughARibsOpeningAndNotThroughAWall) {
  HullDesign d = box_design();
  d.hatches = {{.id = 5, .x = 0.30, .length = 0.15, .width = 0.15}};
  for (const double rim : {0.0, 0.012}) {
    d.bulkheads = {{.id = 1, .x = 0.25, .watertight = rim == 0.0, .rim = rim}};
    const HullModel hull = build_hull(d);
    const HullRoom room(hull, d);
    Box3 part;
    part.include({0.10, -0.03, 0.03});
    part.include({0.18, 0.03, 0.06});
    EXPECT_EQ(room.insertion(part, {.bulkheads = {0.25}}).open(), rim > 0.0) << rim;
  }
}

TEST(Pieces, WhereTwoCrossEachGivesHalfAndNothingIsDouble) {
  HullDesign d = box_design();
  d.bulkheads = {{.id = 1, .x = 0.1, .watertight = true}, {.id = 2, .x = 0.2, .watertight = false, .rim = 0.012}};
  d.stringers = {{.id = 3, .x = 0.05, .length = 0.3, .y = 0.04, .height = 0.02}};
  const std::vector<FlatPiece> pieces = pieces_of(build_hull(d), d, {}, {.slot_play = 0.0002, .limber = 0.004});
  const double slot = frame + 0.0002, wide = 0.2 - 2 * skin, high = 0.1 - 2 * skin;
  // The full wall drops onto the stringers: a slot of half the stringer's height at each.
  EXPECT_NEAR(piece_of(pieces, 1).shape.area(), wide * high - 2.0 * slot * 0.010, 1e-7);
  // Each stringer drops onto the rib and takes the wall: half of the rim's height there, half of its own here.
  const FlatPiece& stringer = piece_of(pieces, 3);
  EXPECT_EQ(stringer.count, 2);
  EXPECT_NEAR(stringer.shape.area(), 0.3 * 0.02 - slot * 0.010 - slot * 0.006, 1e-7);
  // The rib: two slots of half its rim, three half discs along the bottom that let water by.
  const double whole = wide * high - (wide - 0.024) * (high - 0.024), discs = 3.0 * 0.5 * pi * 0.002 * 0.002;
  EXPECT_NEAR(piece_of(pieces, 2).shape.area(), whole - 2.0 * slot * 0.006 - discs, 1e-6);
}

PROPERTY(Pieces, WhatIsCutOutOfOneAtACrossingStaysInTheOther) {
  HullDesign d = box_design();
  const bool rib = any::either();
  const double rim = 1e-3 * any::whole(4, 30), height = 1e-3 * any::whole(5, 40), y = 1e-3 * any::whole(10, 80);
  d.bulkheads = {{.id = 1, .x = 0.2, .watertight = !rib, .rim = rib ? rim : 0.0}};
  d.stringers = {{.id = 3, .x = 0.05, .length = 0.3, .y = y, .height = height}};
  const HullModel hull = build_hull(d);
  const std::vector<FlatPiece> pieces = pieces_of(hull, d, {}, {.slot_play = 0.0, .limber = 1e-6});
  const double crossing = rib ? std::min(rim, height) : height;
  const double from_wall = hull.frames[0].shape.area() - piece_of(pieces, 1).shape.area(),
               from_stringer = hull.frames[1].shape.area() - piece_of(pieces, 3).shape.area();
  // A rib higher than its stringer loses what lies over the crossing to its open slot as well.
  HOLDS(from_wall > 0.0 && from_stringer > 0.0);
  if (!rib || rim >= height) HOLDS(std::abs(0.5 * from_wall + from_stringer - frame * crossing) < 2e-7);
}

TEST(Pieces, ARibIsNotchedForAPartAndDrilledForATube) {
  HullDesign d = box_design();
  d.bulkheads = {{.id = 1, .x = 0.2, .watertight = false, .rim = 0.020}, {.id = 2, .x = 0.3}};
  const HullModel hull = build_hull(d);
  PieceWishes w{.limber = 1e-6};
  const double before = piece_of(pieces_of(hull, d, {}, w), 1).shape.area();
  Box3 battery;
  battery.include({0.15, -0.02, 0.010});
  battery.include({0.25, 0.02, 0.050});
  w.parts = {battery};
  w.holes = {{.wall = 2, .centre = {0.0, 0.03}, .diameter = 0.008}};
  const std::vector<FlatPiece> pieces = pieces_of(hull, d, {}, w);
  // From a millimetre under it to the rim's edge at 22 mm over the keel, a millimetre wider on each side.
  EXPECT_NEAR(before - piece_of(pieces, 1).shape.area(), 0.042 * (0.022 - 0.009), 1e-7);
  ASSERT_EQ(piece_of(pieces, 2).drawing.holes.size(), 1u);
  EXPECT_NEAR(piece_of(pieces, 2).drawing.holes[0].diameter, 0.008, 1e-12);
  EXPECT_NEAR(hull.frames[1].shape.area() - piece_of(pieces, 2).shape.area(), 0.25 * pi * 0.008 * 0.008, 2e-7);
}

TEST(Pieces, ADoublerLiesRoundWhatPullsAtTheTransomInsideTheSkin) {
  const HullDesign d = box_design();
  const HullModel hull = build_hull(d);
  PieceWishes w;
  w.loads = {{.part = 7, .low = {-0.02, 0.03}, .high = {0.02, 0.12}}};
  const std::vector<FlatPiece> pieces = pieces_of(hull, d, {}, w);
  ASSERT_EQ(pieces.size(), 1u);
  // 15 mm round it, up to the skin under the deck.
  EXPECT_NEAR(pieces[0].shape.area(), 0.07 * (0.1 - skin - 0.015), 1e-7);
}

TEST(Nesting, ConcaveShapesShareSheetsWithoutOverlap) {
  std::vector<Region> shapes;
  for (int i = 0; i < 12; ++i) shapes.push_back(angle_of(0.10 + 0.005 * i, 0.08, 0.015));
  for (int i = 0; i < 6; ++i) shapes.push_back(disc(Vec2::Zero(), 0.02 + 0.004 * i));
  const std::vector<NestSheet> sheets{{0.4, 0.3, 2}};
  const Nest n = nest(shapes, sheets, {.gap = 0.003});
  EXPECT_TRUE(n.left.empty());
  expect_sound(shapes, sheets, n, 0.003);
  // Angles lie in one another: as their boxes they would take more than both sheets.
  double boxes = 0.0;
  for (const Region& r : shapes) boxes += (r.extent().high - r.extent().low).prod();
  EXPECT_GT(boxes, 0.12);
  const Nest again = nest(shapes, sheets, {.gap = 0.003});
  ASSERT_EQ(again.placed.size(), n.placed.size());
  for (std::size_t i = 0; i < n.placed.size(); ++i) EXPECT_EQ(again.placed[i].move, n.placed[i].move);
}

PROPERTY(Nesting, WhateverItIsGivenEachShapeLiesOnceOrIsLeft) {
  std::vector<Region> shapes;
  const int count = any::whole(1, 9);
  for (int i = 0; i < count; ++i)
    shapes.push_back(any::either() ? angle_of(1e-3 * any::whole(20, 160), 1e-3 * any::whole(20, 160), 0.012)
                                   : disc(Vec2::Zero(), 1e-3 * any::whole(5, 60)));
  const std::vector<NestSheet> sheets{
      {1e-3 * any::whole(50, 300), 1e-3 * any::whole(50, 300), any::whole<std::size_t>(1, 3)}, {0.12, 0.2, 1}};
  const double gap = 1e-3 * any::whole(0, 6);
  const Nest n = nest(shapes, sheets, {.gap = gap, .grain = any::either()});
  expect_sound(shapes, sheets, n, gap);
  HOLDS(!::testing::Test::HasFailure());
}

TEST(Nesting, KeepsTheGrainLeavesWhatIsTooLargeAndStopsWhenAsked) {
  const std::vector<Region> shapes{rectangle({0, 0}, {0.25, 0.05}), rectangle({0, 0}, {0.05, 0.25})};
  const Nest n = nest(shapes, {{0.3, 0.1, 1}}, {.grain = true});
  ASSERT_EQ(n.placed.size(), 1u);
  EXPECT_EQ(n.left, std::vector<std::size_t>{1});
  EXPECT_LT(std::abs(std::sin(n.placed[0].turn)), 1e-9);
  EXPECT_EQ(nest(shapes, {{0.3, 0.2, 1}}).placed.size(), 2u);
  const Nest stopped = nest(shapes, {{0.3, 0.2, 1}}, {.go_on = [](std::size_t) { return false; }});
  EXPECT_TRUE(stopped.stopped);
  EXPECT_THROW((void)nest({Region{}}, {{0.3, 0.2, 1}}), InvalidInput);
  EXPECT_THROW((void)nest(shapes, {{0.0, 0.2, 1}}), InvalidInput);
  EXPECT_THROW((void)nest(shapes, {{0.3, 0.2, 1}}, {.gap = -1.0}), InvalidInput);
}

namespace {

/// The sample boat of ply with ribs, rails and sheets for them.
Project ply_boat() {
  Project p = sample_boat();
  p.brief.method = BuildMethod::ply;
  p.hull.skin = {.density = 680.0, .shell_thickness = 0.0015, .deck_thickness = 0.0015, .frame_thickness = 0.003};
  p.hull.hatches = {{.id = p.take_id(), .x = 0.10, .length = 0.36, .width = 0.13}};
  p.hull.bulkheads = {{.id = p.take_id(), .name = "Rib", .x = 0.09, .watertight = false, .rim = 0.010}};
  p.hull.stringers = {{.id = p.take_id(), .name = "Rails", .x = 0.01, .length = 0.2, .y = 0.05, .height = 0.016}};
  p.build.sheets = {{.id = p.take_id(), .length = 0.8, .width = 0.3, .thickness = 0.0015, .count = 4},
                    {.id = p.take_id(), .length = 0.4, .width = 0.2, .thickness = 0.003, .count = 2}};
  return p;
}

}  // namespace

TEST(SheetLayout, EveryPieceOfAPlyBoatLiesOnASheetOfItsThickness) {
  Project p = ply_boat();
  const Assessment a = assess(p);
  const LaidOut laid = lay_out(a.build.pieces, p.build, true);
  EXPECT_TRUE(laid.left.empty());
  p.build.laid = laid.laid;
  const Assessment b = assess(p);
  EXPECT_TRUE(b.build.layout.sound());
  EXPECT_TRUE(b.build.layout.not_laid.empty());
  double area = 0.0, sheets = 0.0;
  for (const FlatPiece& piece : b.build.pieces) area += piece.count * piece.shape.area();
  for (const SheetUse& use : b.build.layout.sheets) sheets += use.area;
  EXPECT_NEAR(b.build.layout.waste(), 1.0 - area / sheets, 1e-9);
  EXPECT_EQ(finding(b, "build.laid").severity, Severity::fine);
  // One pushed onto its neighbour is told, and so is one that hangs over the edge.
  p.build.laid[1].x = p.build.laid[0].x, p.build.laid[1].y = p.build.laid[0].y;
  p.build.laid[1].sheet = p.build.laid[0].sheet, p.build.laid[1].copy = p.build.laid[0].copy;
  const Assessment c = assess(p);
  EXPECT_FALSE(c.build.layout.sound());
  EXPECT_EQ(finding(c, "build.laid").severity, Severity::watch);
}

TEST(SheetLayout, WithoutRoomOrThicknessPiecesAreLeftAndTold) {
  Project p = ply_boat();
  p.build.sheets[1].thickness = 0.006;
  const Assessment a = assess(p);
  const LaidOut laid = lay_out(a.build.pieces, p.build, true);
  EXPECT_FALSE(laid.left.empty());
  for (const PieceCopy& c : laid.left) EXPECT_NEAR(a.build.pieces[c.piece].thickness, 0.003, 1e-12);
  EXPECT_TRUE(std::any_of(a.findings.begin(), a.findings.end(),
                          [](const Finding& f) { return f.id.starts_with("build.no_sheet"); }));
}

TEST(SheetLayout, ARibThatFallsApartIsAStop) {
  Project p = ply_boat();
  p.hull.bulkheads[0].rim = 0.003;
  p.hull.stringers.clear();
  const Assessment whole = assess(p);
  const auto said = [](const Assessment& a, const std::string& id) {
    return std::any_of(a.findings.begin(), a.findings.end(),
                       [&](const Finding& f) { return f.id.starts_with(id) && f.severity == Severity::stop; });
  };
  EXPECT_FALSE(said(whole, "build.apart"));
  // The battery across a low rib parts it at the bottom.
  Part& battery = *std::find_if(p.layout.parts.begin(), p.layout.parts.end(),
                                [](const Part& x) { return x.kind == PartKind::battery; });
  p.hull.bulkheads[0].x = battery.place.x();
  const double bottom = whole.hull->model.bottom_height(battery.place.x(), 0.0);
  battery.rail = 0;
  battery.place.z() = bottom + 0.004 + 0.5 * battery.size.z();
  battery.size.y() = 0.3;
  EXPECT_TRUE(said(assess(p), "build.apart"));
}

TEST(WorkOrder, StringersGoOnRibsWallsOnStringersAndWebsOutBeforeTheCoat) {
  Project p = ply_boat();
  const Id rib = p.hull.bulkheads[0].id, rails = p.hull.stringers[0].id;
  p.hull.bulkheads.push_back({.id = p.take_id(), .name = "Wall", .x = 0.15});
  p.hull.bulkheads.push_back({.id = p.take_id(), .name = "Web", .x = 0.3, .watertight = false, .temporary = true});
  const Id wall = p.hull.bulkheads[1].id, web = p.hull.bulkheads[2].id;
  p.layout.parts.clear();
  p.drives.clear();
  p.cooling = {};
  const Assessment a = assess(p);
  ASSERT_TRUE(a.build.no_work.empty());
  const auto step = [&](const std::string& key) {
    const auto& t = a.build.work.tasks;
    const auto it = std::find_if(t.begin(), t.end(), [&](const WorkTask& x) { return x.key == key; });
    EXPECT_NE(it, t.end()) << key;
    return it - t.begin();
  };
  const auto key = [](const char* what, Id id) { return what + std::to_string(id); };
  EXPECT_LT(step(key("glue.bulkhead.", rib)), step(key("glue.stringer.", rails)));
  EXPECT_LT(step(key("glue.stringer.", rails)), step(key("glue.bulkhead.", wall)));
  EXPECT_LT(step(key("make.bulkhead.", web)), step("join.shell"));
  EXPECT_LT(step("join.shell"), step(key("cut_out.", web)));
  EXPECT_LT(step(key("cut_out.", web)), step("glue.deck"));
}

TEST(Glass, OfASmallHullByHandArithmetic) {
  const auto l = laminate_of(0.30, {.cloth = 0.080, .overlap = 0.15});
  ASSERT_TRUE(l);
  EXPECT_NEAR(l->cloth_area, 0.345, 1e-12);
  EXPECT_NEAR(l->first.resin, 0.0276, 1e-12);
  EXPECT_NEAR(l->second.resin, 0.0138, 1e-12);
  EXPECT_NEAR(l->first.hands, 0.345 * 2400.0, 1e-9);
  EXPECT_EQ(l->first.batches, 1);  // 14 minutes of hands, seven tenths of half an hour
  const auto warm = laminate_of(0.30, {.celsius = 30.0});
  ASSERT_TRUE(warm);
  EXPECT_NEAR(warm->pot_life, 0.5 * l->pot_life, 1e-9);
  EXPECT_EQ(warm->first.batches, 2);
  EXPECT_FALSE(laminate_of(0.30, {.celsius = 2.0}));
  EXPECT_THROW((void)laminate_of(-1.0), InvalidInput);
  EXPECT_THROW((void)laminate_of(1.0, {.cloth = 0.0}), InvalidInput);
}

PROPERTY(Glass, MoreAreaOrWarmerNeverTakesFewerBatchesAndEachFitsItsPotLife) {
  const double area = 0.01 * any::whole(1, 500), celsius = any::whole(5, 36);
  const auto one = laminate_of(area, {.celsius = celsius}), more = laminate_of(1.3 * area, {.celsius = celsius}),
             warmer = laminate_of(area, {.celsius = celsius + 4.0});
  HOLDS(one && more && warmer);
  HOLDS(more->first.batches >= one->first.batches && warmer->first.batches >= one->first.batches);
  HOLDS(one->first.hands / one->first.batches <= 0.7 * one->pot_life + 1e-6);
  HOLDS(std::abs(one->first.batch() * one->first.batches - one->first.resin) < 1e-12);
}

TEST(Made, WhatWasMadeIsHeldAgainstTheBoatAsItIsDrawnNow) {
  Project p = ply_boat();
  const Assessment then = assess(p);
  const std::vector<Makeable> all = makeables_of(then.build);
  ASSERT_EQ(all.size(), then.build.pieces.size());
  for (const Makeable& m : all) p.build = with_made(p.build, m, true, "2026-11-28");
  const auto told = [](const Assessment& a) {
    return std::count_if(a.findings.begin(), a.findings.end(),
                         [](const Finding& f) { return f.id.starts_with("build.made"); });
  };
  EXPECT_EQ(told(assess(p)), 0);
  // A rib's rim changes its outline alone, the rails' height their width by so much.
  Project rim = p;
  rim.hull.bulkheads[0].rim = 0.014;
  const Assessment changed = assess(rim);
  EXPECT_TRUE(find_finding(changed, "build.made.wall." + std::to_string(p.hull.bulkheads[0].id)));
  Project rails = p;
  rails.hull.stringers[0].height += 0.004;
  const Assessment higher = assess(rails);
  EXPECT_NEAR(finding(higher, "build.made.stringer." + std::to_string(p.hull.stringers[0].id)).number.si, 0.004, 1e-4);
  // Taken out of the boat it is told by name, not made any more it is not.
  Project gone = p;
  gone.hull.stringers.clear();
  EXPECT_GE(told(assess(gone)), 1);
  for (const Makeable& m : all) gone.build = with_made(gone.build, m, false, {});
  EXPECT_EQ(told(assess(gone)), 0);
  EXPECT_EQ(made_by("print.section.3", then.build), std::vector<std::string>{"section.3"});
  EXPECT_EQ(made_by("cut.panels", then.build).size(), then.build.panels.size());
  EXPECT_TRUE(made_by("fit.7", then.build).empty());
}
