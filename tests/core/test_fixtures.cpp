// Mounts, trays, boxes, jigs: closed, of the volume they say, made round what they hold and inside what they stand in.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/fixtures.h"
#include "build/fixture_shapes.h"
#include "build/plates.h"
#include "findings.h"
#include "geometry/mesh_check.h"
#include "geometry/solid.h"
#include "project/catalogue.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// What a test's fixtures are made for; keeps what they refer to.
struct Bench {
  explicit Bench(const Project& p) : a(assess(p)), site(fixture_site(a, a.power.line)) {
    cuts = {0.2, 0.41};
    holes = {{"Rudder post", {0.0, 0.03}, 0.004}, {"Outlet", {0.04, 0.05}, 0.006}};
    site.cuts = &cuts;
    site.transom = &holes;
  }
  [[nodiscard]] FixtureSolids make(FixtureKind kind, const std::function<void(Fixture&)>& change = {}) const {
    Fixture f = usual_fixture(kind);
    if (const std::vector<Id> ids = could_hold(kind, site, {}); !ids.empty()) f.holds = {ids.front()};
    if (change) change(f);
    return solids_of(f, site);
  }
  Assessment a;
  FixtureSite site;
  std::vector<double> cuts;
  std::vector<TransomHole> holes;
};

Project boat_with_all() {
  Project p = powered_boat();
  p.hull.hatches = {{.id = 900, .name = "Hatch", .x = 0.15, .length = 0.2, .width = 0.09}};
  Part servo{.id = 901,
             .name = "Servo",
             .kind = PartKind::servo,
             .size = {0.041, 0.02, 0.038},
             .place = {0.06, -0.03, 0.07},
             .mass = 0.045};
  Part rudder{.id = 902,
              .name = "Rudder",
              .kind = PartKind::rudder,
              .size = {0.04, 0.006, 0.07},
              .place = {-0.018, 0.0, 0.03},
              .mass = 0.028,
              .outside = true};
  Part aerial{.id = 903,
              .name = "Aerial",
              .kind = PartKind::aerial,
              .size = {0.003, 0.003, 0.12},
              .place = {0.4, 0.02, 0.16},
              .mass = 0.004,
              .outside = true};
  p.layout.parts.insert(p.layout.parts.end(), {servo, rudder, aerial});
  p.next_id = 1000;
  return p;
}

double part_in(const Region& plate, const Vec2& at) {
  return common(plate, disc(at, 0.0005)).area();
}

Region any_shape(const Vec2& about) {
  Region r = rectangle(about, about + Vec2(1e-3 * any::whole(5, 40), 1e-3 * any::whole(5, 40)));
  if (any::either())
    r = without(r, disc(about + Vec2(1e-3 * any::whole(0, 20), 1e-3 * any::whole(0, 20)), 1e-3 * any::whole(2, 12)));
  if (any::either()) r = joined(r, disc(about + Vec2(1e-3 * any::whole(0, 50), 0.01), 0.012));
  return r;
}

}  // namespace

// As a chine comes out of the clipping: corners of one straight line, each a nanometre off it at most.
PROPERTY(Stack, AnAlmostStraightOutlineGivesAClosedBody) {
  const double slope = 0.01 * any::whole(-90, 90), length = 1e-3 * any::whole(20, 200);
  const auto on_grid = [](double v) { return 1e-9 * std::round(1e9 * v); };
  Region shape{{{}}};
  const int corners = any::whole(3, 40);
  for (int i = 0; i <= corners; ++i) {
    const double x = length * i / corners;
    shape.loops.front().emplace_back(on_grid(x), on_grid(slope * x));
  }
  shape.loops.front().emplace_back(0.5 * length, on_grid(0.5 * slope * length + 0.05));
  const TriangleMesh m = mesh_of(
      {.origin = Vec3::Zero(), .u = Vec3::UnitX(), .v = Vec3::UnitY(), .w = Vec3::UnitZ(), .layers = {{shape, 0.01}}});
  HOLDS(check_mesh(m).closed());
  HOLDS(std::abs(signed_volume(m) / (0.01 * shape.area()) - 1.0) < 1e-9);
}

PROPERTY(Stack, AnyLayersGiveAClosedMeshOfTheirVolume) {
  Stack s{.origin = {0.1, -0.2, 0.3}, .u = Vec3(0.6, 0.8, 0.0), .v = Vec3(-0.8, 0.6, 0.0), .w = Vec3::UnitZ()};
  const int n = any::whole(1, 5);
  for (int i = 0; i < n; ++i)
    s.layers.push_back({any_shape({1e-3 * any::whole(-20, 20), 1e-3 * any::whole(-20, 20)}), 1e-3 * any::whole(1, 9)});
  const TriangleMesh m = mesh_of(s);
  // Outlines lie on a grid of a nanometre: where two of them almost meet, the sliver between them may count or not.
  double walls = 0.0;
  for (const StackLayer& l : s.layers)
    for (const auto& loop : l.shape.loops)
      for (std::size_t i = 0; i < loop.size(); ++i) walls += l.height * (loop[i] - loop[(i + 1) % loop.size()]).norm();
  HOLDS(std::abs(signed_volume(m) - s.volume()) < 1e-9 * walls);
  // Each edge has as many faces on one side as on the other: closed, also where two layers touch in a line.
  std::map<std::pair<std::uint32_t, std::uint32_t>, int> edges;
  for (const Triangle& t : m.triangles)
    for (std::size_t k = 0; k < 3; ++k) {
      const std::uint32_t a = t[k], b = t[(k + 1) % 3];
      edges[std::minmax(a, b)] += a < b ? 1 : -1;
    }
  HOLDS(std::all_of(edges.begin(), edges.end(), [](const auto& e) { return e.second == 0; }));
  HOLDS((volume_centroid(m) - s.centroid()).norm() < 1e-9);
  const Box3 box = bounds(m), told = s.box();
  HOLDS((box.low - told.low).norm() < 1e-12 && (box.high - told.high).norm() < 1e-12);
}

TEST(Stack, AWasherHasTheVolumeOfHandArithmetic) {
  Stack s = lying(0.0);
  s.layers = {{without(disc({0.0, 0.0}, 0.02), disc({0.0, 0.0}, 0.01)), 0.002}};
  // Polygons of 48 sides.
  const double sides = 0.5 * 48 * std::sin(2.0 * pi / 48);
  EXPECT_NEAR(signed_volume(mesh_of(s)), sides * (1e-4 - 0.25e-4) * 0.002, 1e-13);
  EXPECT_TRUE(check_mesh(mesh_of(s)).closed());
  EXPECT_TRUE(mesh_of(Stack{}).triangles.empty());
}

TEST(Fixtures, EveryKindIsMadeClosedAndWhole) {
  const Bench b(boat_with_all());
  for (const FixtureType& t : fixture_types()) {
    if (t.value == FixtureKind::intake_frame || t.value == FixtureKind::pylon_foot || t.value == FixtureKind::hose_clip)
      continue;
    const FixtureSolids s = b.make(t.value);
    ASSERT_FALSE(s.bodies.empty()) << t.key << ": " << plain(s.none);
    double sum = 0.0;
    for (const FixtureBody& body : s.bodies) {
      const TriangleMesh m = mesh_of(body.stack);
      EXPECT_TRUE(check_mesh(m).closed()) << t.key << " " << plain(body.name);
      EXPECT_NEAR(signed_volume(m), body.stack.volume(), 1e-9 * s.volume) << t.key;
      // As it is printed it is the same body, not its mirror image.
      const TriangleMesh printed = as_printed(body);
      EXPECT_NEAR(signed_volume(printed), body.stack.volume(), 1e-9 * s.volume) << t.key;
      EXPECT_NEAR(bounds(printed).low.norm(), 0.0, 1e-9) << t.key;
      sum += signed_volume(m) * static_cast<double>(body.count());
    }
    EXPECT_NEAR(sum, s.volume, 1e-9 * s.volume) << t.key;
    EXPECT_FALSE(s.notes.empty()) << t.key;
    EXPECT_TRUE(s.box.grown(1e-9).contains(s.centroid)) << t.key;
  }
}

TEST(Fixtures, WithoutWhatTheyHoldTheySayWhy) {
  const Bench b(boat_with_all());
  for (const FixtureType& t : fixture_types()) {
    if (t.held == Held::hull) continue;
    const FixtureSolids s = b.make(t.value, [](Fixture& f) { f.holds = {4711}; });
    EXPECT_TRUE(s.bodies.empty()) << t.key;
    EXPECT_FALSE(s.none.empty()) << t.key;
  }
}

TEST(Fixtures, AMotorMountStandsOnTheBottomAndLeavesRoomForTheBoss) {
  const Bench b(boat_with_all());
  const FixtureSolids s = b.make(FixtureKind::motor_mount);
  ASSERT_EQ(s.bodies.size(), 1u);
  const Stack& stack = s.bodies[0].stack;
  const Region& plate = stack.layers.back().shape;
  const Part* motor = b.a.project.layout.find(could_hold(FixtureKind::motor_mount, b.site, {}).front());
  ASSERT_TRUE(motor);
  const double can = std::get<Motor>(motor->data).can_diameter;
  // Its own plane has the motor's axis for its origin.
  EXPECT_EQ(part_in(plate, {0.0, 0.0}), 0.0);
  for (int i = 0; i < 4; ++i) {
    const double at = 0.25 * pi + 0.5 * pi * i, r = 0.5 * (can < 0.026 ? 0.66 : 0.68) * can;
    EXPECT_EQ(part_in(plate, {r * std::cos(at), r * std::sin(at)}), 0.0) << "a screw";
  }
  EXPECT_GT(part_in(plate, {0.5 * can + 0.003, 0.0}), 0.0) << "land beside the can";
  // Down to the bottom's inside, and not into the skin.
  const double bottom = b.site.hull.bottom_height(s.centroid.x(), 0.0);
  EXPECT_GT(s.box.low.z(), bottom + 0.9 * b.site.design.skin.shell_thickness);
  EXPECT_LT(s.box.low.z(), bottom + 0.006);
  // The plate meets the can's after face.
  EXPECT_NEAR((stack.at(Vec2::Zero(), stack.height() - 0.004) - motor->place).norm(),
              0.5 * std::get<Motor>(motor->data).can_length, 1e-9);
  EXPECT_LT(stack.at(Vec2::Zero(), stack.height()).x(), motor->place.x());
  // A plate of metal has no gussets.
  EXPECT_EQ(b.make(FixtureKind::motor_mount, [](Fixture& f) { f.material = FixtureMaterial::aluminium; })
                .bodies[0]
                .stack.layers.size(),
            1u);
}

TEST(Fixtures, AMotorMountKeepsAWebBetweenItsOpeningsForEveryMotorOfTheCatalogue) {
  int tried = 0;
  for (const CatalogueEntry& e : builtin_catalogue().parts) {
    const auto* motor = std::get_if<Motor>(&e.part.data);
    if (!motor) continue;
    Project p = boat_with_all();
    Part& now = part_of(p, PartKind::motor);
    // High enough that the plate is not cut by the bottom beside its openings.
    now.data = e.part.data, now.size = e.part.size, now.place.z() += 0.06;
    const Bench b(p);
    const FixtureSolids s =
        b.make(FixtureKind::motor_mount, [](Fixture& f) { f.material = FixtureMaterial::aluminium; });
    ASSERT_EQ(s.bodies.size(), 1u) << e.part.name;
    const Region& plate = s.bodies[0].stack.layers.back().shape;
    // Its outline, the opening round the shaft, four slots and two holes beside it, none of which meet: also when all
    // of them are wider by a half of what aluminium should keep between them.
    EXPECT_EQ(plate.loops.size(), 8u) << e.part.name;
    EXPECT_EQ(grown(plate, -0.0007).loops.size(), 8u) << e.part.name;
    ++tried;
  }
  EXPECT_GT(tried, 5);
}

TEST(Fixtures, ATrayGoesRoundTheBatteryAndItsRunnersReachTheBottom) {
  const Bench b(boat_with_all());
  const FixtureSolids s = b.make(FixtureKind::tray);
  ASSERT_FALSE(s.bodies.empty()) << plain(s.none);
  const Part& battery = part_of(const_cast<Project&>(b.a.project), PartKind::battery);
  const Box3 in = battery.box();
  const Stack& tray = s.bodies.front().stack;
  EXPECT_NEAR(common(tray.layers.back().shape, rectangle(in.low.head<2>(), in.high.head<2>())).area(), 0.0, 1e-12);
  EXPECT_NEAR(tray.box().low.z() + 0.002, in.low.z(), 1e-9);
  for (std::size_t i = 1; i < s.bodies.size(); ++i) {
    const Box3 box = s.bodies[i].stack.box();
    EXPECT_NEAR(box.high.z(), tray.box().low.z(), 1e-9);
    const double floor = b.site.hull.bottom_height(box.centre().x(), box.centre().y());
    EXPECT_LT(box.low.z() - floor, 0.006);
  }
  // Sunk into the bottom it has no room.
  Project low = b.a.project;
  part_of(low, PartKind::battery).place.z() = low.hull.shape.depth * 0.05;
  EXPECT_FALSE(Bench(low).make(FixtureKind::tray).none.empty());
}

PROPERTY(Fixtures, AStandTakesTheHullWithItsFeltAndNoMore) {
  Project p = sample_boat();
  p.hull.shape.deadrise_midships = radians(any::whole(5, 25));
  p.hull.shape.flare = radians(any::whole(0, 12));
  p.hull.shape.beam = 1e-3 * any::whole(140, 260);
  const HullModel hull = build_hull(p.hull);
  const DriveLine none;
  const FixtureSite site{.hull = hull, .design = p.hull, .layout = p.layout, .line = none};
  const FixtureKind kind = any::one_of({FixtureKind::stand, FixtureKind::carrier, FixtureKind::saddles});
  const Fixture f = usual_fixture(kind);
  const FixtureSolids s = solids_of(f, site);
  HOLDS(!s.bodies.empty());
  for (const FixtureBody& b : s.bodies) {
    const Region& plate = b.stack.layers.front().shape;
    for (const double x : {b.stack.origin.x(), b.stack.origin.x() + f.wall}) {
      const Region hull_there = region_of(sections(hull.skin, {x}, hull.bare_triangles).front());
      HOLDS(common(plate, grown(hull_there, 0.98 * f.play)).area() < 1e-9);
      // It rests: a little nearer and it would touch.
      HOLDS(common(plate, grown(hull_there, f.play + 0.004)).area() > 1e-8);
    }
    HOLDS(std::abs(plate.extent().low.y() - (hull.box.low.z() - f.reach)) < 1e-9);
  }
}

TEST(Fixtures, TheirMassIsTheBoats) {
  Project p = boat_with_all();
  const Assessment before = assess(p);
  p.build = with_fixture(before, FixtureKind::motor_mount,
                         could_hold(FixtureKind::motor_mount, fixture_site(before, before.power.line), {}).front());
  p.build.fixtures.back().id = 990;
  const Assessment after = assess(p);
  ASSERT_EQ(after.fixtures.size(), 1u);
  const double mass = after.fixtures[0].stuff * p.hull.skin.density;
  ASSERT_GT(mass, 0.001);
  EXPECT_NEAR(after.mass.total - before.mass.total, mass, 1e-9);
  const Vec3 cg = (before.mass.total * before.mass.cg + mass * after.fixtures[0].centroid) / after.mass.total;
  EXPECT_NEAR((after.mass.cg - cg).norm(), 0.0, 1e-9);
  // Weighed, it counts as it was weighed; a stand never counts.
  p.build.fixtures[0].measured_mass = 0.1;
  EXPECT_NEAR(assess(p).mass.total - before.mass.total, 0.1, 1e-9);
  Project stood = boat_with_all();
  stood.build = with_fixture(before, FixtureKind::stand, 0);
  stood.build.fixtures.back().id = 990;
  EXPECT_NEAR(assess(stood).mass.total, before.mass.total, 1e-12);
}

TEST(Fixtures, ComeIntoPiecesTasksAndFindings) {
  Project p = boat_with_all();
  const Assessment bare = assess(p);
  for (const FixtureKind kind : {FixtureKind::motor_mount, FixtureKind::stand}) {
    const std::vector<Id> ids = could_hold(kind, fixture_site(bare, bare.power.line), {});
    Assessment now = bare;
    now.project = p;
    p.build = with_fixture(now, kind, ids.empty() ? 0 : ids.front());
    p.build.fixtures.back().id = 990 + static_cast<Id>(p.build.fixtures.size());
  }
  p.build.fixtures[1].material = FixtureMaterial::ply;
  const Assessment a = assess(p);
  // Cut from ply: two ends to lay out on a sheet.
  EXPECT_EQ(std::count_if(a.build.pieces.begin(), a.build.pieces.end(),
                          [](const FlatPiece& f) { return f.role == PieceRole::fixture; }),
            2);
  const WorkTask* set = a.build.work.find("set.fixture.991");
  ASSERT_TRUE(set);
  EXPECT_TRUE(a.build.work.find("make.fixture.991"));
  const WorkTask* fit = a.build.work.find(fit_task(p.build.fixtures[0].holds.front()));
  ASSERT_TRUE(fit);
  EXPECT_TRUE(
      std::any_of(fit->needs.begin(), fit->needs.end(), [](const WorkNeed& n) { return n.task == "set.fixture.991"; }));
  // The motor is gone: it cannot be made, and says so.
  Project gone = p;
  std::erase_if(gone.layout.parts, [&](const Part& x) { return x.id == p.build.fixtures[0].holds.front(); });
  for (DriveUnit& d : gone.drives) std::erase(d.components, p.build.fixtures[0].holds.front());
  const Assessment without_motor = assess(gone);
  EXPECT_EQ(finding(without_motor, "build.fixture").severity, Severity::watch);
  // A print of one line is no wall.
  p.build.fixtures[0].wall = 0.0006;
  const Assessment thin = assess(p);
  const Finding wall = finding(thin, "build.fixture_wall");
  EXPECT_EQ(wall.severity, Severity::watch);
  ASSERT_TRUE(wall.remedy);
  const Assessment mended = assess(apply(p, *wall.remedy));
  EXPECT_FALSE(find_finding(mended, "build.fixture_wall"));
}

TEST(Plates, EveryBodyLiesOnAPlateClearOfTheOthers) {
  const Bench b(boat_with_all());
  std::vector<FixtureSolids> all;
  std::size_t bodies = 0;
  for (const FixtureKind kind : {FixtureKind::motor_mount, FixtureKind::tray, FixtureKind::servo_mount,
                                 FixtureKind::lid_bosses, FixtureKind::box}) {
    all.push_back(b.make(kind));
    for (const FixtureBody& x : all.back().bodies) bodies += x.count();
  }
  const Printer printer{.bed = {0.12, 0.12, 0.12}};
  const Plates plates = arranged(all, printer);
  EXPECT_EQ(plates.prints.size() + plates.left.size(), bodies);
  EXPECT_EQ(plates.left.size(), 3u) << "tray and runners of 144 mm on a bed of 120";
  ASSERT_GE(plates.count, 1u);
  for (std::size_t i = 0; i < plates.prints.size(); ++i) {
    const Box3 box = bounds(plates.prints[i].mesh);
    EXPECT_NEAR(box.low.z(), 0.0, 1e-12);
    EXPECT_TRUE((box.low.array() > -1e-9).all() && (box.high.array() <= printer.bed.array() + 1e-9).all());
    EXPECT_GT(signed_volume(plates.prints[i].mesh), 0.0);
    for (std::size_t k = 0; k < i; ++k) {
      if (plates.prints[k].plate != plates.prints[i].plate) continue;
      if (!box.overlaps(bounds(plates.prints[k].mesh))) continue;
      const Solid both = combine(plates.prints[i].mesh, plates.prints[k].mesh, Combine::common);
      EXPECT_TRUE(both.done);
      EXPECT_EQ(both.volume(), 0.0);
    }
  }
}

TEST(Fixtures, APrintTakesLessPlasticThanItsVolumeUnlessItIsThin) {
  // A cube of 20 mm: walls of 1.8 mm, floors of 0.8 mm, the rest by a quarter.
  Stack cube = lying(0.0);
  cube.layers = {{rectangle({0.0, 0.0}, {0.02, 0.02}), 0.02}};
  const double hollow = 0.0164 * 0.0164 * (0.02 - 0.0016);
  EXPECT_NEAR(fixtures::plastic_in(cube, 0.25), 8e-6 - 0.75 * hollow, 1e-12);
  EXPECT_NEAR(fixtures::plastic_in(cube, 1.0), 8e-6, 1e-15);
  // The same in two layers is the same cube.
  Stack halves = cube;
  halves.layers = {{cube.layers[0].shape, 0.012}, {cube.layers[0].shape, 0.008}};
  EXPECT_NEAR(fixtures::plastic_in(halves, 0.25), fixtures::plastic_in(cube, 0.25), 1e-12);
  // A plate of three lines has nothing inside.
  Stack plate = lying(0.0);
  plate.layers = {{rectangle({0.0, 0.0}, {0.05, 0.0014}), 0.03}};
  EXPECT_NEAR(fixtures::plastic_in(plate, 0.1), plate.volume(), 1e-15);
}

TEST(Fixtures, AreCarriedInADragAndFittedAtItsEnd) {
  Project p = boat_with_all();
  const Assessment bare = assess(p);
  const Id battery = could_hold(FixtureKind::tray, fixture_site(bare, bare.power.line), {}).front();
  p.build = with_fixture(bare, FixtureKind::tray, battery);
  p.build.fixtures.back().id = 990;
  Assessor assessor;
  const Assessment before = assessor.assess(p);
  ASSERT_FALSE(before.fixtures[0].bodies.empty());
  p.layout.find(battery)->place.x() += 0.012;
  const Assessment held = assessor.assess(p, Care::in_a_drag);
  EXPECT_NEAR(held.fixtures[0].centroid.x() - before.fixtures[0].centroid.x(), 0.012, 1e-12);
  EXPECT_NEAR(held.mass.total, before.mass.total, 1e-12);
  const Assessment after = assessor.assess(p);
  const Assessment anew = assess(p);
  EXPECT_NEAR((after.fixtures[0].centroid - anew.fixtures[0].centroid).norm(), 0.0, 1e-12);
  EXPECT_NEAR(after.mass.total, anew.mass.total, 1e-12);
  // A hull that changes in a drag and stays so: fitted to it at the end as well.
  p.hull.shape.deadrise_midships += radians(3);
  (void)assessor.assess(p, Care::in_a_drag);
  EXPECT_NEAR(assessor.assess(p).mass.total, assess(p).mass.total, 1e-12);
}
