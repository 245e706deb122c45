// Each kind of mount and jig by what a builder would measure on it, and the findings about them.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/fixtures.h"
#include "assessment/rules.h"
#include "assessment/stages/build/bill.h"
#include "findings.h"
#include "hull/frames.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A boat with a jet, a hose, an aerial, a servo, a receiver and a hatch, and what is made for it.
struct Shop {
  Shop() {
    boat = powered_boat();
    boat.hull.hatches = {{.id = 900, .name = "Hatch", .x = 0.15, .length = 0.2, .width = 0.09, .coaming = 0.008}};
    boat.layout.parts.push_back({.id = 901,
                                 .name = "Servo",
                                 .kind = PartKind::servo,
                                 .size = {0.041, 0.02, 0.038},
                                 .place = {0.06, -0.03, 0.07},
                                 .mass = 0.045});
    boat.layout.parts.push_back({.id = 902,
                                 .name = "Rudder",
                                 .kind = PartKind::rudder,
                                 .size = {0.04, 0.006, 0.05},
                                 .place = {-0.018, 0.0, 0.05},
                                 .mass = 0.028,
                                 .outside = true});
    boat.layout.parts.push_back({.id = 903,
                                 .name = "Aerial",
                                 .kind = PartKind::aerial,
                                 .size = {0.003, 0.003, 0.12},
                                 .place = {0.4, 0.02, 0.16},
                                 .mass = 0.004,
                                 .outside = true});
    boat.layout.parts.push_back({.id = 904,
                                 .name = "Jet",
                                 .kind = PartKind::jet,
                                 .size = {0.10, 0.036, 0.036},
                                 .place = {0.25, 0.0, 0.02},
                                 .mass = 0.1,
                                 .outside = true});
    boat.next_id = 1000;
    a = assess(boat);
    path = {.hose = 950, .points = {{0.2, 0.02, 0.04}, {0.3, 0.02, 0.04}, {0.3, 0.02, 0.08}}, .length = 0.14};
    hoses = {path};
  }
  [[nodiscard]] FixtureSite site() const {
    FixtureSite s = fixture_site(a, a.power.line);
    s.hoses = &hoses;
    return s;
  }
  [[nodiscard]] FixtureSolids make(FixtureKind kind, std::vector<Id> holds,
                                   const std::function<void(Fixture&)>& change = {}) const {
    Fixture f = usual_fixture(kind);
    f.holds = std::move(holds);
    if (change) change(f);
    return solids_of(f, site());
  }
  Project boat;
  Assessment a;
  HosePath path;
  std::vector<HosePath> hoses;
};

double stuff_at(const Region& shape, const Vec2& at) {
  return common(shape, disc(at, 0.0004)).area();
}

}  // namespace

TEST(FixtureKinds, ABoxTakesWhatIsInItAndItsScrewsStandOutside) {
  const Shop shop;
  const Part& servo = *shop.a.project.layout.find(901);
  const FixtureSolids box = shop.make(FixtureKind::box, {901});
  ASSERT_EQ(box.bodies.size(), 2u);
  const Stack& walls = box.bodies[0].stack;
  const Box3 load = servo.box();
  for (std::size_t i = 1; i < walls.layers.size(); ++i)
    EXPECT_NEAR(common(walls.layers[i].shape, rectangle(load.low.head<2>(), load.high.head<2>())).area(), 0.0, 1e-12);
  // Floor, room for the servo with its play, and the room asked for over it.
  const Fixture usual = usual_fixture(FixtureKind::box);
  EXPECT_NEAR(walls.height(), usual.wall + servo.size.z() + 2.0 * usual.play + usual.reach, 1e-9);
  EXPECT_NEAR(walls.box().low.z(), load.low.z() - usual.play - usual.wall, 1e-12);
  // The lid lies on the walls and covers them.
  const Stack& lid = box.bodies[1].stack;
  EXPECT_NEAR(lid.box().low.z(), walls.box().high.z(), 1e-9);
  EXPECT_NEAR(without(walls.layers[1].shape, lid.outline()).area(), 4.0 * disc(Vec2::Zero(), 0.0034).area(), 1e-7);
  // The ring's groove is a closed way round: cutting it out leaves an inner and an outer wall.
  EXPECT_GT(walls.layers.back().shape.loops.size(), 2u);
  // Two parts make a box round both.
  const FixtureSolids both = shop.make(FixtureKind::box, {901, 903});
  EXPECT_GT(both.box.size().x(), box.box.size().x() + 0.2);
}

TEST(FixtureKinds, ALidLiesOverItsCoamingAndCountsOnlyWhatTheDeckHasNot) {
  const Shop shop;
  const Hatch& h = shop.a.project.hull.hatches[0];
  const FixtureSolids lid = shop.make(FixtureKind::lid, {900});
  ASSERT_EQ(lid.bodies.size(), 1u);
  const Box3 box = lid.bodies[0].stack.box();
  EXPECT_GT(box.size().x(), h.length + 0.004);
  EXPECT_GT(box.size().y(), h.width + 0.004);
  const double top = shop.a.hull->model.deck_height(h.x + 0.5 * h.length, h.y) + h.coaming;
  EXPECT_LT(box.low.z(), top);
  EXPECT_GT(box.high.z(), top);
  // Over the opening the rim leaves the way free.
  EXPECT_NEAR(common(lid.bodies[0].stack.layers.front().shape,
                     rectangle({h.x, h.y - 0.5 * h.width}, {h.x + h.length, h.y + 0.5 * h.width}))
                  .area(),
              0.0, 1e-12);
  Fixture f = usual_fixture(FixtureKind::lid);
  f.holds = {900};
  const Skin& skin = shop.a.project.hull.skin;
  EXPECT_NEAR(own_mass(shop.a, f, lid) - fixture_mass(shop.a, f, lid),
              h.length * h.width * skin.deck_thickness * skin.density, 1e-12);
}

TEST(FixtureKinds, BossesStandAllRoundAHatchNoFurtherApartThanItsScrews) {
  const Shop shop;
  const FixtureSolids s = shop.make(FixtureKind::lid_bosses, {900});
  ASSERT_EQ(s.bodies.size(), 1u);
  const FixtureBody& boss = s.bodies[0];
  const Hatch& h = shop.a.project.hull.hatches[0];
  const double round = 2.0 * (h.length + h.width);
  EXPECT_GE(static_cast<double>(boss.count()), round / 0.040);
  EXPECT_LE(static_cast<double>(boss.count()), round / 0.040 + 5.0);
  for (std::size_t i = 0; i < boss.more.size(); ++i) {
    double nearest = 1.0;
    for (std::size_t k = 0; k < boss.more.size(); ++k)
      if (k != i) nearest = std::min(nearest, (boss.more[k] - boss.more[i]).norm());
    EXPECT_LT(std::min(nearest, boss.more[i].norm()), 0.041);
  }
  // The insert's hole goes through.
  const Vec2 middle = boss.stack.layers[0].shape.centroid();
  EXPECT_EQ(stuff_at(boss.stack.layers[0].shape, middle), 0.0);
}

TEST(FixtureKinds, APadBehindTheTransomIsInsideAndCoversTheBracket) {
  const Shop shop;
  const FixtureSolids s = shop.make(FixtureKind::bracket_base, {902});
  ASSERT_EQ(s.bodies.size(), 1u) << plain(s.none);
  const Box3 box = s.bodies[0].stack.box(), rudder = shop.a.project.layout.find(902)->box();
  const double skin = shop.a.project.hull.skin.shell_thickness;
  EXPECT_GE(box.low.x(), shop.a.hull->model.box.low.x() + skin);
  EXPECT_LE(box.low.y(), rudder.low.y());
  EXPECT_GE(box.high.y(), rudder.high.y());
  const Region room = insides(shop.a.hull->model, shop.a.project.hull.skin, {box.high.x()}).front();
  EXPECT_NEAR(without(s.bodies[0].stack.outline(), grown(room, 1e-5)).area(), 0.0, 1e-7);
  EXPECT_FALSE(shop.make(FixtureKind::bracket_base, {903}).none.empty()) << "an aerial amidships meets no transom";
}

TEST(FixtureKinds, AnIntakeFrameLiesOnTheBottomRoundTheJet) {
  const Shop shop;
  const FixtureSolids s = shop.make(FixtureKind::intake_frame, {904});
  ASSERT_GE(s.bodies.size(), 2u) << plain(s.none);
  const Box3 jet = shop.a.project.layout.find(904)->box();
  for (const FixtureBody& b : s.bodies) {
    const Box3 box = b.stack.box();
    EXPECT_FALSE(box.low.x() < jet.high.x() - 1e-6 && box.high.x() > jet.low.x() + 1e-6 &&
                 box.low.y() < jet.high.y() - 1e-6 && box.high.y() > jet.low.y() + 1e-6)
        << plain(b.name) << " lies in the way of the jet";
    const double floor = shop.a.hull->model.bottom_height(box.centre().x(), box.centre().y());
    EXPECT_GT(box.low.z(), floor - 1e-6);
    EXPECT_LT(box.low.z(), floor + 0.012);
  }
  // A jet that ends before the transom has a seat for its plate behind it; one that reaches it has none.
  const bool before = jet.low.x() > shop.a.hull->model.box.low.x() + 0.02;
  EXPECT_EQ(std::count_if(s.bodies.begin(), s.bodies.end(),
                          [](const FixtureBody& b) { return plain(b.name) == "Seat of the ride plate"; }),
            before ? 1 : 0);
}

TEST(FixtureKinds, AFootHasASocketForItsTubeOnTheDeck) {
  const Shop shop;
  const FixtureSolids s = shop.make(FixtureKind::aerial_foot, {903});
  ASSERT_EQ(s.bodies.size(), 1u);
  const Stack& foot = s.bodies[0].stack;
  const Part& aerial = *shop.a.project.layout.find(903);
  const Vec2 at = aerial.place.head<2>();
  for (const StackLayer& l : foot.layers) EXPECT_EQ(stuff_at(l.shape, at), 0.0) << "the lead goes through";
  EXPECT_NEAR(foot.box().low.z(), shop.a.hull->model.deck_height(at.x(), at.y()), 1e-9);
  // Its bore is the tube with play on both sides.
  const Fixture usual = usual_fixture(FixtureKind::aerial_foot);
  const Region bore = without(disc(at, 0.02), foot.layers[1].shape);
  EXPECT_NEAR(common(bore, disc(at, usual.at + 2.0 * usual.play)).area(), disc(at, usual.at + 2.0 * usual.play).area(),
              1e-9);
}

TEST(FixtureKinds, AClipSitsOnItsHoseWithAGapThatIsNarrowerThanTheHose) {
  const Shop shop;
  for (const double share : {0.2, 0.5, 0.9}) {
    const FixtureSolids s = shop.make(FixtureKind::hose_clip, {950}, [&](Fixture& f) { f.at = share; });
    ASSERT_EQ(s.bodies.size(), 1u) << plain(s.none);
    const Stack& clip = s.bodies[0].stack;
    const Vec3 middle = clip.at(Vec2::Zero(), 0.5 * clip.height());
    // On the hose: on one of its legs.
    double off = 1.0;
    for (std::size_t i = 1; i < shop.path.points.size(); ++i) {
      const Vec3 a = shop.path.points[i - 1], leg = shop.path.points[i] - a;
      const double t = std::clamp((middle - a).dot(leg) / leg.squaredNorm(), 0.0, 1.0);
      off = std::min(off, (middle - a - t * leg).norm());
    }
    EXPECT_LT(off, 1e-9) << share;
    const double hose = shop.site().hose_outside(950);
    EXPECT_EQ(stuff_at(clip.layers[0].shape, Vec2::Zero()), 0.0);
    EXPECT_EQ(stuff_at(clip.layers[0].shape, {0.0, 0.5 * hose + 0.001}), 0.0) << "the gap";
    EXPECT_GT(stuff_at(clip.layers[0].shape, {0.5 * hose + 0.001, 0.0}), 0.0) << "it holds at its sides";
  }
  EXPECT_FALSE(shop.make(FixtureKind::hose_clip, {951}).none.empty());
}

TEST(FixtureKinds, ADrillJigGuidesEveryHoleOfTheTransom) {
  const Shop shop;
  FixtureSite site = shop.site();
  const std::vector<TransomHole> holes{{"Rudder post", {0.0, 0.05}, 0.004}, {"Outlet", {0.03, 0.06}, 0.006}};
  site.transom = &holes;
  const FixtureSolids s = solids_of(usual_fixture(FixtureKind::drill_jig), site);
  ASSERT_EQ(s.bodies.size(), 1u);
  const Region& plate = s.bodies[0].stack.layers[0].shape;
  for (const TransomHole& h : holes) {
    EXPECT_EQ(stuff_at(plate, h.centre), 0.0);
    EXPECT_GT(stuff_at(plate, h.centre + Vec2(0.5 * h.diameter + 0.001, 0.0)), 0.0);
  }
  EXPECT_EQ(s.notes.size(), 3u);
  site.transom = nullptr;
  EXPECT_FALSE(solids_of(usual_fixture(FixtureKind::drill_jig), site).none.empty());
}

TEST(FixtureKinds, SaddlesStandOnBothSidesOfEveryJointOnOneBoard) {
  const Shop shop;
  FixtureSite site = shop.site();
  const std::vector<double> cuts{0.2, 0.41};
  site.cuts = &cuts;
  const FixtureSolids s = solids_of(usual_fixture(FixtureKind::saddles), site);
  ASSERT_EQ(s.bodies.size(), 4u);
  for (const FixtureBody& b : s.bodies) {
    const Box3 box = b.stack.box();
    EXPECT_NEAR(box.low.z(), s.box.low.z(), 1e-9) << "all on one board";
    for (const double c : cuts)
      EXPECT_FALSE(box.low.x() < c + 0.010 && box.high.x() > c - 0.010) << "clear of the glue";
  }
}

TEST(FixtureKinds, ADrumWindsACoilThatSpringsOpenToTheCan) {
  const Shop shop;
  const Id motor = could_hold(FixtureKind::coil_former, shop.site(), {}).front();
  const FixtureSolids s = shop.make(FixtureKind::coil_former, {motor});
  ASSERT_EQ(s.bodies.size(), 2u);
  const double can = std::get<Motor>(shop.a.project.layout.find(motor)->data).can_diameter;
  const Section::Extent drum = s.bodies[0].stack.layers[1].shape.extent();
  EXPECT_NEAR(drum.high.x() - drum.low.x(), 0.96 * can, 1e-4);
  // Six turns of 4 mm fill 24 mm; their length is told.
  ASSERT_FALSE(s.notes.empty());
  const std::vector<Quantity> told = quantities(s.notes[0]);
  ASSERT_FALSE(told.empty());
  EXPECT_NEAR(told.back().si, 6.0 * pi * (0.96 * can + 0.004), 1e-9);
}

TEST(FixtureKinds, ABellowsCoreHasItsFoldsAndASealMouldItsGroove) {
  const Shop shop;
  const FixtureSolids core = shop.make(FixtureKind::bellows_core, {901});
  ASSERT_EQ(core.bodies.size(), 1u);
  EXPECT_EQ(core.bodies[0].stack.layers.size(), 11u) << "five folds, necks between, a collar at each end";
  EXPECT_FALSE(shop.make(FixtureKind::bellows_core, {901}, [](Fixture& f) { f.at = 0.004; }).none.empty());
  const FixtureSolids mould = shop.make(FixtureKind::seal_mould, {900});
  ASSERT_EQ(mould.bodies.size(), 1u);
  const Stack& m = mould.bodies[0].stack;
  const double seal = (m.layers[0].shape.area() - m.layers[1].shape.area()) * m.layers[1].height;
  const Hatch& h = shop.a.project.hull.hatches[0];
  EXPECT_NEAR(seal, 2.0 * (h.length + h.width) * 0.004 * 0.003, 0.1 * seal);
}

PROPERTY(FixtureKinds, AMountStaysInsideAnyHullItStandsIn) {
  Project p = powered_boat();
  p.hull.shape.deadrise_midships = p.hull.shape.deadrise_transom = radians(any::whole(4, 24));
  p.hull.shape.beam = 1e-3 * any::whole(150, 240);
  Part& motor = part_of(p, PartKind::motor);
  motor.place.x() += 1e-3 * any::whole(-30, 60);
  motor.place.z() += 1e-3 * any::whole(0, 15);
  const HullModel hull = build_hull(p.hull);
  const DriveLine none;
  const FixtureSite site{.hull = hull, .design = p.hull, .layout = p.layout, .line = none};
  Fixture f = usual_fixture(FixtureKind::motor_mount);
  f.holds = {motor.id};
  const FixtureSolids s = solids_of(f, site);
  ONLY_IF(!s.bodies.empty());
  const Stack& mount = s.bodies[0].stack;
  double along = 0.0;
  for (const StackLayer& l : mount.layers) {
    for (const double at : {along, along + l.height}) {
      const double x = mount.at(Vec2::Zero(), at).x();
      const Region room = insides(hull, p.hull.skin, {x}).front();
      Section seen;
      for (const auto& loop : l.shape.loops) {
        SectionLoop& out = seen.loops.emplace_back();
        for (const Vec2& v : loop) {
          const Vec3 w = mount.at(v, at);
          out.points.emplace_back(w.y(), w.z());
        }
      }
      HOLDS(without(region_of(seen), grown(room, 2e-5)).area() < 1e-8);
    }
    along += l.height;
  }
}

TEST(FixtureRules, WhatClashesIsTooLargeOrTooEmptyIsTold) {
  Shop shop;
  Project& p = shop.boat;
  p.brief.method = BuildMethod::printed;
  p.build.fixtures = {usual_fixture(FixtureKind::box), usual_fixture(FixtureKind::stand)};
  p.build.fixtures[0].id = 990;
  p.build.fixtures[0].holds = {901};
  p.build.fixtures[0].infill = 0.15;
  p.build.fixtures[1].id = 991;
  p.build.printer.bed = {0.12, 0.12, 0.12};
  // Something else stands where the box's wall would be.
  p.layout.parts.push_back({.id = 905,
                            .name = "Lamp",
                            .kind = PartKind::lamp,
                            .size = {0.01, 0.01, 0.01},
                            .place = {0.06 + 0.0205 + 0.004, -0.03, 0.07},
                            .mass = 0.005});
  const Assessment a = assess(p);
  const Finding clash = finding(a, "build.fixture_clash.905");
  EXPECT_EQ(clash.severity, Severity::watch);
  EXPECT_GT(clash.number.si, 0.001);
  ASSERT_TRUE(clash.remedy) << "the lamp finds another place";
  const Assessment moved = assess(apply(p, *clash.remedy));
  EXPECT_FALSE(find_finding(moved, "build.fixture_clash.905"));
  EXPECT_TRUE(moved.fit(905)->stands_free());
  const Finding empty = finding(a, "build.fixture_infill");
  ASSERT_TRUE(empty.remedy);
  EXPECT_FALSE(find_finding(assess(apply(p, *empty.remedy)), "build.fixture_infill"));
  const Finding large = finding(a, "build.fixture_bed.0");
  ASSERT_TRUE(large.remedy) << "an end of a stand is cut from ply as well";
  const Assessment cut = assess(apply(p, *large.remedy));
  EXPECT_FALSE(find_finding(cut, "build.fixture_bed.0"));
  EXPECT_GT(cut.build.pieces.size(), a.build.pieces.size());
}

TEST(FixtureRules, WhatIsNotHeldIsOfferedAMountOnceSomethingIsMade) {
  const Shop shop;
  EXPECT_FALSE(find_finding(shop.a, "build.unheld.motor_mount"));
  Project p = shop.boat;
  p.build = with_fixture(shop.a, FixtureKind::stand, 0);
  p.build.fixtures.back().id = 990;
  const Assessment a = assess(p);
  const Finding bare = finding(a, "build.unheld.motor_mount");
  ASSERT_TRUE(bare.remedy);
  const Assessment held = assess(apply(p, *bare.remedy));
  EXPECT_FALSE(find_finding(held, "build.unheld.motor_mount"));
  EXPECT_EQ(held.fixtures.size(), 2u);
  EXPECT_GT(held.mass.total, a.mass.total);
}

TEST(FixtureRules, APrintedMountOnAHotMotorIsToBeOfMetal) {
  Shop shop;
  Project& p = shop.boat;
  p.build.fixtures = {usual_fixture(FixtureKind::motor_mount)};
  p.build.fixtures[0].id = 990;
  p.build.fixtures[0].holds = could_hold(FixtureKind::motor_mount, shop.site(), {});
  Assessment a = assess(p);
  ASSERT_FALSE(a.heat.parts.empty());
  // The same boat with its can at 75 degC.
  for (PartHeat& h : a.heat.parts) h.duty_can = 75.0;
  const auto told = [](const Assessment& x) {
    for (const Finding& f : run_rules(x))
      if (f.id == "build.fixture_heat") return f;
    return Finding{};
  };
  const Finding hot = told(a);
  EXPECT_EQ(hot.severity, Severity::watch);
  ASSERT_TRUE(hot.remedy);
  EXPECT_EQ(apply(p, *hot.remedy).build.fixtures[0].material, FixtureMaterial::aluminium);
  for (PartHeat& h : a.heat.parts) h.duty_can = 40.0;
  EXPECT_EQ(told(a).severity, Severity::fine);
}

TEST(FixtureRules, TheTrimThatIsAskedForIsReachedWithTheTrayOnTheBattery) {
  Project p = sample_boat();
  const Assessment bare = assess(p);
  const Id battery = part_of(p, PartKind::battery).id;
  p.build = with_fixture(bare, FixtureKind::tray, battery);
  p.build.fixtures.back().id = 990;
  p.build.fixtures.back().measured_mass = 0.150;
  p.next_id = 1000;
  const Assessment a = assess(p);
  ASSERT_FALSE(a.fixtures[0].bodies.empty()) << plain(a.fixtures[0].none);
  const double wanted = a.flotation.plane.attitude.trim + radians(0.3);
  const auto slide = slide_edit(a, wanted);
  ASSERT_TRUE(slide);
  EXPECT_NEAR(degrees(assess(apply(p, *slide)).flotation.plane.attitude.trim), degrees(wanted), 0.02);
}

TEST(FixtureBill, HasWhatIsMadeWithItsMassOnce) {
  Project p = sample_boat();
  const Assessment bare = assess(p);
  p.build = with_fixture(bare, FixtureKind::stand, 0);
  p.build.fixtures.back().id = 990;
  p.build.fixtures.back().material = FixtureMaterial::ply;
  const Assessment a = assess(p);
  int lines = 0;
  for (const BillLine& l : bill_of(a))
    if (l.subject == 990) {
      ++lines;
      EXPECT_EQ(l.group, BillGroup::made);
      ASSERT_TRUE(l.mass);
      EXPECT_NEAR(*l.mass, a.fixtures[0].volume * 680.0, 1e-9);
    }
  EXPECT_EQ(lines, 1);
}
