// What joins the closed forms: absolutes from hand calculations, and laws over random boats, for the places where a
// sign, a unit or a swapped argument would go unnoticed.
#include <gtest/gtest.h>

#include <cmath>
#include <map>

#include "assessment/assessment.h"
#include "assessment/remedies.h"
#include "cooling/heat.h"
#include "drive/fit_chain.h"
#include "drive/power_train.h"
#include "drive/water_jet.h"
#include "findings.h"
#include "geometry/mesh_repair.h"
#include "layout/lead_run.h"
#include "project/edit.h"
#include "property.h"
#include "resistance/friction.h"
#include "running/power.h"
#include "sealing/leak.h"
#include "shapes.h"
#include "trial/weighing.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// The powered boat with other measures and cells, coarse, for properties.
Project any_boat() {
  Project p = powered_boat();
  p.hull.fineness = 0.4;
  p.layout.parts[0].mass *= any::between(0.7, 1.6);
  p.layout.parts[0].place.x() += any::between(-0.03, 0.03);
  drive(p)->battery.cells = any::whole(2u, 7u);
  drive(p)->motor.kv *= any::between(0.6, 1.6);
  drive(p)->screw.diameter = any::between(0.030, 0.050);
  drive(p)->screw.pitch = any::between(0.6, 1.6) * drive(p)->screw.diameter;
  drive(p)->screw.blades = any::whole(2u, 5u);
  drive(p)->screw.blade_area = any::between(0.3, 0.7);
  drive(p)->screw.surface = any::either();
  if (any::either()) {
    Part leads = leads_for(any::between(5.0, 80.0), any::between(5.0, 80.0), {0.2, 0.2});
    leads.place = {0.3, 0.0, 0.03};
    p = apply(p, {"", AddPart{leads}});
  }
  return p;
}

}  // namespace

TEST(Glue, TheDeckRisesToTheBowAsItsSheerSays) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.shape.sheer = 0.030;
  d.shape.camber = 0.0;
  const HullModel hull = build_hull(d);
  const double mid = hull.deck_height(0.45 * hull.length(), 0.0), fore = hull.deck_height(0.9 * hull.length(), 0.0);
  EXPECT_GT(fore, mid + 0.010);
  EXPECT_LT(fore, mid + 0.031);
  // Between two places it lies between their heights.
  double before = hull.deck_height(0.5 * hull.length(), 0.0);
  for (double s = 0.5; s < 0.9; s += 0.0007) {
    const double now = hull.deck_height(s * hull.length(), 0.0);
    EXPECT_GE(now, before - 1e-9) << s;
    before = now;
  }
}

TEST(Glue, DeckAndShellAreWeighedEachByItsOwnThickness) {
  Project p = sample_boat();
  p.layout.parts.clear();
  p.hull.skin.shell_thickness = 0.002;
  p.hull.skin.deck_thickness = 0.001;
  const Assessment thin = assess(p);
  p.hull.skin.deck_thickness = 0.003;
  const Assessment thick = assess(p);
  const double deck = thin.hull->model.deck_area + thin.hull->model.upper_area,
               added = thick.mass.total - thin.mass.total;
  EXPECT_NEAR(added, 0.002 * deck * p.hull.skin.density, 0.15 * added);
  // The shell by its own: its area is far greater.
  p.hull.skin.shell_thickness = 0.003;
  EXPECT_GT(assess(p).mass.total - thick.mass.total, 0.001 * thin.hull->model.shell_area * p.hull.skin.density * 0.85);
}

// A box's centre of volume, off the origin in every axis: no other divisor than four gives it.
TEST(Glue, FoamDisplacesItsWholeVolumeAndAMotorNoMoreThanItsStuff) {
  Project p = sample_boat();
  Part foam{.id = p.take_id(), .name = "Foam", .kind = PartKind::foam, .size = {0.1, 0.05, 0.04}, .mass = 0.007};
  Part lead{.id = p.take_id(), .name = "Lead", .kind = PartKind::ballast, .size = {0.1, 0.05, 0.04}, .mass = 0.1};
  p.layout.parts = {foam, lead};
  const MassBudget b = mass_budget(build_hull(p.hull), p.hull, p.layout);
  std::map<Id, double> solid;
  for (const MassItem& item : b.items) solid[item.part] = item.solid_volume;
  EXPECT_NEAR(solid[foam.id], 200e-6, 1e-12);
  EXPECT_NEAR(solid[lead.id], 50e-6, 1e-12);  // 100 g of twice water's density
}

TEST(Glue, APartMeetsTheDeckByTheDecksThicknessAndTheBottomByTheShells) {
  HullDesign d = usual_hull(HullFamily::flat_bottom);
  d.hatches.clear();
  const HullModel hull = build_hull(d);
  const double x = 0.4 * hull.length();
  Part part{.id = 1, .name = "Block", .size = {0.02, 0.02, 0.01}, .place = {x, 0.0, 0.0}};
  part.place.z() = hull.deck_height(x, 0.0) - 0.5 * part.size.z() - 0.004;  // 4 mm under the outside of the deck
  d.skin.shell_thickness = 0.001;
  d.skin.deck_thickness = 0.006;
  EXPECT_FALSE(fit_to_skin(hull, d.skin, part).inside);
  d.skin.shell_thickness = 0.006;
  d.skin.deck_thickness = 0.001;
  EXPECT_TRUE(fit_to_skin(hull, d.skin, part).inside);
}

TEST(Glue, ATabCarriesWhatSavitskyAndBrownSayAtItsPlace) {
  // 0.046 chord deflection span (rho V^2 / 2): the hull under it trims as one of less weight with its CG moved so.
  PlaningHull h = planing_bottom_of_a_launch();
  const double speed = 7.0, head = 0.5 * fresh_water_density * speed * speed;
  const double lift = 0.046 * 0.02 * 4.0 * 0.6 * h.beam * head, at = 0.6 * h.beam + 0.02 * (1.0 - 0.6);
  PlaningHull relieved = h;
  relieved.mass = h.mass - lift / gravity;
  relieved.lcg = (h.mass * gravity * h.lcg - lift * at) / (relieved.mass * gravity);
  h.tab_chord = 0.02;
  h.tab_span = 0.6;
  h.tab_angle = radians(4.0);
  const auto trim = [&](const PlaningHull& x) {
    return solve_planing(x, speed, fresh_water_density, fresh_water_viscosity).trim;
  };
  const double with_tab = trim(h), by_hand = trim(relieved), without = trim(planing_bottom_of_a_launch());
  EXPECT_LT(with_tab, without);
  EXPECT_NEAR(with_tab, by_hand, 0.15 * (without - with_tab));
}

TEST(Glue, ACentroidLiesInTheMiddle) {
  const Vec3 c = volume_centroid(box_mesh({1.0, 2.0, 3.0}, {1.4, 2.2, 3.6}));
  EXPECT_NEAR(c.x(), 1.2, 1e-12);
  EXPECT_NEAR(c.y(), 2.1, 1e-12);
  EXPECT_NEAR(c.z(), 3.3, 1e-12);
}

// Holtrop & Mennen (1984): the run's length L_R / L = 1 - Cp + 0.06 Cp lcb / (4 Cp - 1), lcb in per cent; with Cp
// 0.5833 it is 0.3637 for 2.02 % aft and 0.4697 as much forward, so that k goes as (0.4697 / 0.3637)^0.121563.
TEST(Glue, TheFormFactorTakesItsCentreInPerCent) {
  FormFactorInput in{.length = 205.0, .beam = 32.0, .draught = 10.0, .volume = 37500.0, .prismatic = 0.5833};
  in.lcb = -0.0202;
  const double aft = form_factor(in) - 0.93;
  in.lcb = 0.0202;
  EXPECT_NEAR(aft / (form_factor(in) - 0.93), std::pow(0.4697 / 0.3637, 0.121563), 2e-4);
}

// By hand from the fit: load 0.08 is sqrt(0.04) = 0.2; at 20 degrees of deadrise 0.1197 x 20^0.7651 x exp(15.7132 x 0.2
// x 20^-0.2629) = 4.95 degrees.
TEST(Glue, ThePorpoisingLimitByHandAndOnlyWhereItWasPublished) {
  ASSERT_TRUE(porpoising_limit(0.08, 20.0));
  EXPECT_NEAR(degrees(*porpoising_limit(0.08, 20.0)), 4.95, 0.03);
  EXPECT_FALSE(porpoising_limit(1.0, 20.0));
  EXPECT_FALSE(porpoising_limit(0.0005, 20.0));
}

TEST(Glue, AirThatHoldsTheCabinBackLiftsTheBow) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.air_area = 0.02;
  h.air_height = -0.10;
  const double low = solve_planing(h, 10.0, fresh_water_density, fresh_water_viscosity).trim;
  h.air_height = 0.10;
  EXPECT_GT(solve_planing(h, 10.0, fresh_water_density, fresh_water_viscosity).trim, low + radians(0.05));
}

TEST(Glue, ALossyNozzleCostsFlowAndThrust) {
  WaterJet good, bad;
  bad.nozzle_loss = good.nozzle_loss + 0.2;
  const JetState a = jet_state(good, 300.0, 5.0, 1000.0), b = jet_state(bad, 300.0, 5.0, 1000.0);
  EXPECT_LT(b.flow, a.flow);
  EXPECT_LT(b.thrust, a.thrust);
  // Bernoulli at rest by hand: n^2 D^2 (a - b phi^2) = (1 + m) Vj^2 / 2 with a = 0.5 (0.7 pi)^2 and the pitch's own
  // flow.
  const JetState still = jet_state(good, 200.0, 0.0, 1000.0);
  const double tip = 0.5 * std::pow(0.7 * pi, 2), free_flow = 0.25 * pi * 0.84 * good.pitch_ratio;
  const double phi = still.flow / (200.0 * std::pow(good.diameter, 3));
  const double head = std::pow(200.0 * good.diameter, 2) * tip * (1.0 - std::pow(phi / free_flow, 2));
  EXPECT_NEAR(head, 0.5 * (1.0 + good.nozzle_loss) * still.jet_speed * still.jet_speed, 1e-6 * head);
}

// Switching is 1.5 % of what passes, resistance 0.1 V at the rating: a 100 A ESC at 50 A and 14 V loses 2.5 W and 10.5
// W.
TEST(Glue, TheEscLosesWhatTheBatteryDelivers) {
  PowerTrain t{.voltage = 14.0, .battery_resistance = 0.0, .esc_resistance = 0.001, .kv = 100.0};
  t.motor_resistance = 0.02;
  const double n = (14.0 - 50.0 * 0.021) * 100.0 / (2.0 * pi);  // turns at which it draws 50 A
  const ShaftState s = shaft_state(t, 1.0, n);
  EXPECT_NEAR(s.motor_current, 50.0, 1e-6);
  EXPECT_NEAR(s.esc_heat, 2.5 + 0.015 * 14.0 * 50.0, 1e-6);
  EXPECT_NEAR(s.battery_current, 50.75, 1e-6);
}

TEST(Glue, ARangeIsItsSharesOfTwoSpeeds) {
  Project p = powered_boat();
  drive(p)->full_share = 0.2;
  drive(p)->cruise_throttle = 0.4;
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.duty);
  const RunningState cruise = PoweredBoat(boat_of(a), a.power.curve).at(0.4);
  EXPECT_NEAR(a.power.duty->range, a.power.duty->run_time * (0.2 * a.power.full.speed + 0.8 * cruise.speed), 1e-6);
  EXPECT_NEAR(a.power.duty->current, 0.2 * a.power.full.shaft.battery_current + 0.8 * cruise.shaft.battery_current,
              1e-9);
}

TEST(Glue, ABowLiftsAsAWingOfLowAspect) {
  // Jones (1946): lift slope pi A / 2; the bow up by twice the running trim, 6 degrees at least, 0.6 of the length
  // ahead.
  Project p = powered_boat();
  drive(p)->battery.cells = 8;
  drive(p)->screw.pitch = 0.060;
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.full.runs());
  ASSERT_TRUE(a.power.blow_over) << a.power.full.speed;
  const double v = a.power.full.speed, b = a.hull->model.beam();
  const double angle = std::max(radians(6.0), 2.0 * a.power.full.hull.trim);
  const double moment = 0.5 * 1.204 * v * v * b * b * 1.5708 * angle * 0.6 * a.hull->model.length();
  EXPECT_NEAR(*a.power.blow_over, a.mass.total * 9.80665 * a.mass.cg.x() / moment, 0.01 * *a.power.blow_over);
}

TEST(Glue, ARudderDragsAsAThinFoilWhereItHangs) {
  Project p = sample_boat();
  const Assessment bare = assess(p);
  Part rudder{.id = p.take_id(),
              .name = "Rudder",
              .kind = PartKind::rudder,
              .size = {0.03, 0.003, 0.05},
              .place = {-0.03, 0.0, -0.02},
              .outside = true};
  p.layout.parts.push_back(rudder);
  const Assessment with = assess(p);
  const RunningHull hull = running_hull(boat_of(with));
  // A thin foil's drag is 0.010 to 0.016 of its plan area (memory); on the plane it stands in the water to the keel.
  const double wet = -0.02 + 0.025 < 0.0 ? 0.05 : 0.045;
  EXPECT_NEAR(hull.bottom.appendage_area / (0.03 * wet), 0.013, 0.004);
  EXPECT_NEAR(hull.bottom.appendage_depth, with.mass.cg.z() + 0.0225, 0.004);
  EXPECT_EQ(running_hull(boat_of(bare)).bottom.appendage_area, 0.0);
}

TEST(Glue, IronLossesAreTheIdleCurrentAtTheTurningVoltage) {
  Project p = powered_boat();
  drive(p)->motor.resistance = 1e-5;  // no copper loss to speak of
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.full.runs());
  ASSERT_FALSE(a.power.water_cooled);
  const MotorHeat body = motor_heat(drive(p)->motor, {});
  const double loss = drive(p)->motor.no_load_current * a.power.full.shaft.motor_voltage;
  EXPECT_NEAR(a.power.dry.steady_can.value(), 25.0 + loss / body.can_to_air, 0.02 * loss / body.can_to_air);
}

TEST(Glue, TwoDrivesPushTogetherAndSlipIsWhatTheScrewFallsBehind) {
  Project p = powered_boat();
  const Assessment one = assess(p);
  drive(p)->count = 2;
  const Assessment two = assess(p);
  for (const Assessment* a : {&one, &two}) {
    const RunningState& s = a->power.full;
    ASSERT_TRUE(s.runs());
    EXPECT_NEAR(s.thrust, s.hull.drag, 0.03 * s.hull.drag);  // a planing hull's thrust deduction is 2 %
    EXPECT_GT(s.slip, 0.02);
    EXPECT_LT(s.slip, 0.6);
  }
  EXPECT_GT(two.power.full.speed, one.power.full.speed);
}

TEST(Glue, TheRaceAtThePickupsIsWhatTheThrustMakesOfTheWater) {
  // Momentum through the disc: T = rho A (race^2 - V^2) / 2.
  const Assessment a = assess(powered_boat());
  const RunningState& s = a.power.full;
  ASSERT_TRUE(s.runs());
  const Boat boat = boat_of(a);
  const Stream stream = stream_of(boat, s);
  const double disc = 0.25 * pi * std::pow(a.fitted_drive.screw.diameter, 2);
  EXPECT_NEAR(0.5 * a.density() * disc * (stream.race * stream.race - s.speed * s.speed), s.thrust, 1e-6 * s.thrust);
  // A jet's flow fills its impeller's disc before the nozzle squeezes it.
  Project p = powered_boat();
  drive(p)->propulsor = Propulsor::jet;
  drive(p)->jet.nozzle = 0.021;
  drive(p)->screw.diameter = 0.028;
  RunningState jet = s;
  jet.thrust = 6.0;
  jet.speed = 5.0;
  const Assessment b = assess(p);
  const double nozzle = 0.25 * pi * 0.021 * 0.021, wide = 0.25 * pi * 0.028 * 0.028;
  const double race = stream_of(boat_of(b), jet).race, out = race * wide / nozzle;
  EXPECT_NEAR(a.density() * nozzle * out * (out - 5.0), 6.0, 1e-6);
}

TEST(Glue, FitsFollowTheHullAndACgFarOutOfItsBandStopsTheBoat) {
  Project p = sample_boat();
  Assessor assessor;
  (void)assessor.assess(p);
  p.hull.shape.depth *= 0.7;
  p.hull.skin.deck_thickness = 0.004;
  const Assessment kept = assessor.assess(p), fresh = assess(p);
  ASSERT_EQ(kept.fits.size(), fresh.fits.size());
  for (std::size_t i = 0; i < fresh.fits.size(); ++i) {
    EXPECT_EQ(kept.fits[i].skin.inside, fresh.fits[i].skin.inside);
    EXPECT_EQ(kept.fits[i].skin.clearance, fresh.fits[i].skin.clearance);
  }
  // The band ends at 38 % of the length: 2 % beyond is watched, 6 % is not to be sailed.
  p = sample_boat();
  const double length = assess(p).hull->model.length();
  const auto severity_at = [&](double share) {
    Part& battery = p.layout.parts[0];
    battery.rail = 0;
    const Assessment a = assess(p);
    battery.place.x() += (share * length - a.mass.cg.x()) * a.mass.total / battery.mass;
    return finding(assess(p), "float.cg").severity;
  };
  EXPECT_EQ(severity_at(0.37), Severity::fine);
  EXPECT_EQ(severity_at(0.40), Severity::watch);
  EXPECT_EQ(severity_at(0.44), Severity::stop);
}

TEST(Glue, ATetrahedronsCentroidIsTheMeanOfItsCorners) {
  TriangleMesh m;
  m.vertices = {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
  m.triangles = {{0, 2, 1}, {0, 1, 3}, {0, 3, 2}, {1, 2, 3}};
  EXPECT_NEAR(signed_volume(m), 1.0 / 6.0, 1e-12);
  EXPECT_NEAR((volume_centroid(m) - Vec3(0.25, 0.25, 0.25)).norm(), 0.0, 1e-12);
}

TEST(Glue, ACavityStaysACavityWhenAMeshIsRepaired) {
  TriangleMesh m = box_mesh(Vec3(0, 0, 0), Vec3(2, 2, 2));
  const TriangleMesh inner = box_mesh(Vec3(0.5, 0.5, 0.5), Vec3(1.5, 1.5, 1.5));
  const auto first = static_cast<std::uint32_t>(m.vertices.size());
  m.vertices.insert(m.vertices.end(), inner.vertices.begin(), inner.vertices.end());
  for (const Triangle& t : inner.triangles) m.triangles.push_back({first + t[0], first + t[2], first + t[1]});
  std::swap(m.triangles[0][1], m.triangles[0][2]);  // one face of the outside is turned
  RepairOptions options;
  options.orient = true;
  (void)repair(m, options);
  EXPECT_NEAR(signed_volume(m), 8.0 - 1.0, 1e-9);
}

TEST(Glue, TheAreaUnderTheRightingArmIsItsIntegral) {
  const Assessment a = assess(sample_boat());
  double area = 0.0;
  const auto& points = a.stability.starboard;
  for (std::size_t i = 1; i < points.size() && points[i].gz > 0.0; ++i)
    area += 0.5 * (points[i].gz + points[i - 1].gz) * (points[i].heel - points[i - 1].heel);
  ASSERT_GT(area, 0.0);
  EXPECT_NEAR(a.stability.area, area, 0.05 * area);
}

TEST(Glue, TheBatteryIsJudgedByItsOwnCurrentAndTheHeelInDegrees) {
  Project p = powered_boat();
  drive(p)->throttle = 0.5;
  const Assessment a = assess(p);
  const Finding f = finding(a, "drive.battery");
  EXPECT_NEAR(f.number.si, a.power.full.shaft.battery_current, 1e-9);
  EXPECT_LT(f.number.si, 0.7 * a.power.full.shaft.motor_current);  // half throttle draws half of the motor's
  // Two degrees of heel are a warning, four a stop.
  for (const auto& [heel, severity] : {std::pair{2.0, Severity::watch}, {4.0, Severity::stop}}) {
    Project q = sample_boat();
    const Assessment level = assess(q);
    const double shift = level.flotation.gm_transverse * std::tan(radians(heel)) * level.mass.total;
    Part& battery = part_of(q, PartKind::battery);
    battery.place.y() += shift / battery.mass;
    const Finding leaning = finding(assess(q), "float.heel");
    EXPECT_EQ(leaning.severity, severity) << degrees(leaning.number.si);
  }
}

TEST(Glue, AGuardStandsItsRadiusToEachSideOfTheShaft) {
  Project p = powered_boat();
  Drive d = p.drive();
  d.propulsor = Propulsor::air_propeller;
  d.screw.diameter = 0.15;
  d.screw.pitch = 0.08;
  d.screw.guard_radius = 0.09;
  p = apply(p, {"", ChangeDrive{d}});
  EXPECT_DOUBLE_EQ(part_of(p, PartKind::propeller).size.y(), 0.18);
  EXPECT_DOUBLE_EQ(part_of(p, PartKind::propeller).size.z(), 0.18);
}

TEST(Glue, NumbersAreNeverGivenTwiceWhateverIsAdopted) {
  const Project early = powered_boat();
  const Project later = apply(early, {"", AddPart{Part{.name = "Lead"}}});
  const Id taken = later.layout.parts.back().id;
  const Project back = apply(later, {"", ReplaceBoat{std::make_shared<const Project>(early)}});
  EXPECT_FALSE(exists(back, taken));
  EXPECT_GT(apply(back, {"", AddPart{Part{.name = "Anchor"}}}).layout.parts.back().id, taken);
}

TEST(Glue, GearsPassTheirShareAndKeepTheRestAsHeat) {
  Drive d = powered_boat().drive();
  d.gearing = {.ratio = 2.0, .efficiency = 0.9};
  const ShaftState s = shaft_state(power_train(d), 0.8, 40.0);
  const double motor = (s.motor_current - d.motor.no_load_current) / d.motor.kv;
  ASSERT_GT(motor, 0.0);
  EXPECT_NEAR(s.torque, motor * 2.0 * 0.9, 1e-12);
  EXPECT_NEAR(s.gear_heat, 0.1 * motor * 2.0 * pi * 40.0 * 2.0, 1e-9);
}

// Rudder behind the disc: the stream there by momentum. Turn: Clarke, Gedling & Hine's derivatives (1982, memory) in
// two equations, side force and turning moment, solved here in newtons.
TEST(Glue, ARudderStandsInTheRaceAndTurnsTheBoatByTheHeadOfItsSpeed) {
  Project p = powered_boat();
  steering(p)->by = SteeredBy::rudder;
  steering(p)->in_wash = true;
  drive(p)->throttle = 0.35;
  steering(p)->linkage.servo_throw = 0.12;  // a wide turn, within what the derivatives hold for
  const Assessment a = assess(p);
  const RunningState& run = a.power.full;
  ASSERT_TRUE(run.runs() && a.steering.stream && a.steering.turning_radius);
  const double rho = fresh_water_density, disc = 0.25 * pi * std::pow(drive(p)->screw.diameter, 2);
  EXPECT_NEAR(*a.steering.stream, std::sqrt(run.speed * run.speed + 2.0 * run.thrust / (rho * disc)), 0.01);
  const double l = std::min(run.hull.wetted_length, a.form.waterline_length), b = a.form.waterline_beam, v = run.speed;
  const double wedge = std::max(0.005, 0.5 * std::max(run.hull.draught, l * std::tan(std::max(0.0, run.hull.trim))));
  const double t = a.form.draught + run.hull.planing_share * (wedge - a.form.draught), k = pi * t * t / (l * l),
               cb = a.form.block, q = 0.5 * rho * l * l * v * v;
  const double lever = a.mass.cg.x() - a.power.working->place.x();  // no rudder is drawn: it stands at the disc
  ASSERT_GT(lever, 0.0);
  // (side force, moment) of drift and of turning, per unit of v' and r'.
  Eigen::Matrix2d m;
  m << -q * k * (1.0 + 0.4 * cb * b / t), -q * k * (-0.5 + 2.2 * b / l - 0.08 * b / t) - a.mass.total * v * v / l,
      -q * l * k * (0.5 + 2.4 * t / l), -q * l * k * (0.25 + 0.039 * b / t - 0.56 * b / l);
  // The rudder itself is a fin in the race: it meets the stream under v - x r.
  const Foil foil = a.fitted_steering.foil();
  const double fin = 0.5 * rho * *a.steering.stream * foil.area() * lift_slope(foil.aspect()) * v;
  Eigen::Matrix2d held;
  held << -fin, fin * lever / l, fin * lever, -fin * lever * lever / l;
  m += held;
  const double force = *a.steering.side_force;
  const Eigen::Vector2d turn = m.inverse() * Eigen::Vector2d(-force, force * lever);
  const double by_hand = l / std::abs(turn.y());
  ASSERT_GT(by_hand, a.hull->model.length());
  ASSERT_GT(by_hand, v * v / (1.5 * gravity));
  EXPECT_NEAR(*a.steering.turning_radius, by_hand, 0.02 * by_hand);
}

TEST(Glue, HowMuchComesInAndHowSoonDecidesHowLoudItIsTold) {
  Project p = powered_boat();
  p.hull.openings.push_back({.id = p.take_id(), .name = "Drain", .place = Vec3(0.2, 0.0, 0.004)});
  const Assessment a = assess(p);
  int torrents = 0, soon = 0;
  for (const Finding& f : a.findings) {
    if (f.id.rfind("seal.opening:", 0) == 0 && f.number.si > 100.0 * ml_min) {
      ++torrents;
      EXPECT_EQ(f.severity, Severity::stop) << f.text;
    }
    if ((f.id == "seal.time" || f.id == "seal.driven") && f.number.si > 5.0 && f.number.si < 300.0) {
      ++soon;
      EXPECT_EQ(f.severity, Severity::stop) << f.text;
    }
  }
  EXPECT_GT(torrents, 0);
  EXPECT_GT(soon, 0);
}

TEST(Glue, ErrorsOfSeveralScalesAddAsTheirSquares) {
  const std::vector<SupportReading> three{
      {1, Vec3(0.05, 0.04, 0.0), 0.3}, {2, Vec3(0.05, -0.04, 0.0), 0.3}, {3, Vec3(0.5, 0.0, 0.0), 0.6}};
  EXPECT_NEAR(weigh_boat(three, 0.001, 0.0, 0.05).mass_sigma, 0.001732, 1e-6);
}

TEST(Glue, ADisplacementHullGivesWakeAndTakesThrust) {
  Project p = powered_boat();
  p.hull = usual_hull(HullFamily::round_bilge);
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.full.runs()) << a.power.message;
  const WakeShares w = wake_shares(boat_of(a));
  // Taylor (memory): w = 0.5 Cb - 0.05, t = 0.6 w.
  EXPECT_NEAR(w.wake, std::max(0.0, 0.5 * a.form.block - 0.05), 1e-12);
  EXPECT_NEAR(w.thrust_deduction, 0.6 * w.wake, 1e-12);
  ASSERT_GT(w.wake, 0.02);
  const RunningState& s = a.power.full;
  EXPECT_NEAR(s.thrust * (1.0 - w.thrust_deduction), s.hull.drag, 1e-3 * s.hull.drag);
  const double water = s.speed * (1.0 - w.wake), n = s.revolutions, d = drive(p)->screw.diameter;
  EXPECT_NEAR(s.load.sound,
              PropellerChart({drive(p)->screw.blades, drive(p)->screw.blade_area, drive(p)->screw.pitch / d})
                      .wetted(water / (n * d), n * d * d / fresh_water_viscosity)
                      .kt *
                  a.density() * n * n * std::pow(d, 4),
              1e-6);
}

// A soaked hatch or an open gap: no opening passes more than the hole without friction, whatever its kind, method,
// wear.
PROPERTY(Leaks, NothingPassesMoreThanTheFrictionlessHole) {
  SealOpening o;
  o.kind = any::one_of({OpeningKind::shaft_tube, OpeningKind::pushrod, OpeningKind::rudder_post, OpeningKind::jet_shaft,
                        OpeningKind::hatch_edge, OpeningKind::seam, OpeningKind::pickup, OpeningKind::hole});
  o.width = any::between(0.002, 0.010);
  o.method = any::one_of(methods_for(o.kind));
  o.condition = any::one_of({SealCondition::sound, SealCondition::worn, SealCondition::missing});
  o.numbers.clearance = any::between(2e-5, 0.0015);
  o.numbers.length = any::between(0.005, 0.05);
  o.numbers.ring_section = 0.002;
  o.numbers.groove_depth = any::between(0.0012, 0.0019);
  o.numbers.groove_width = 0.0026;
  o.numbers.screw_spacing = any::between(0.02, 0.15);
  const double head = any::between(1e-4, 0.1), clearance = o.numbers.clearance + bush_wear;
  const bool joint = o.kind == OpeningKind::hatch_edge || o.kind == OpeningKind::seam;
  const bool ring = !joint && o.kind != OpeningKind::pickup && o.kind != OpeningKind::hole;
  const double area = joint  ? o.width * 5e-4
                      : ring ? pi * (o.width + clearance) * clearance
                             : 0.25 * pi * o.width * o.width;
  const double flow = leak_of(o, fresh_water_density, fresh_water_viscosity)(head);
  HOLDS(flow >= 0.0);
  HOLDS(flow <= area * std::sqrt(2.0 * gravity * head) * (1.0 + 1e-9));
  HOLDS(leak_of(o, fresh_water_density, fresh_water_viscosity)(1.1 * head) >= flow);
}

// A 6 mm hole 19 mm under with a 2 mm rod: at most 1036 ml/min without friction; laminar alone would give eight times
// that.
TEST(Leaks, AWideGapIsNoFasterThanFreeFall) {
  const double laminar = annular_leak(0.004, 0.002, 0.04, 1.0, 1.0016e-3, 1.0), area = pi * 0.004 * 0.002;
  const double flow = gap_leak(laminar, area, 0.019, 998.2) / ml_min;
  EXPECT_LT(flow, 1036.0);
  EXPECT_GT(flow, 300.0);
  EXPECT_GT(laminar * 998.2 * gravity * 0.019 / ml_min, 5000.0);
  // Narrow, it is the laminar law.
  const double narrow = annular_leak(0.004, 3e-5, 0.04, 1.0, 1.0016e-3);
  EXPECT_NEAR(gap_leak(narrow, pi * 0.004 * 3e-5, 0.019, 998.2), narrow * 998.2 * gravity * 0.019,
              0.01 * narrow * 998.2 * gravity * 0.019);
}

// Over random boats: what the battery gives is what moves the boat and what gets warm; no number is less than none.
TEST(PoweredBoats, PowerInIsPowerOutAndEveryThrottleIsAnswered) {
  try_on(25, [] {
    const Project p = any_boat();
    const Assessment a = assess(p);
    ONLY_IF(a.power.fitted);
    double before = 0.0;
    for (const RunningState& s : a.power.sweep) {
      HOLDS((s.runs() || !s.message.empty()));
      if (!s.runs()) continue;
      const ShaftState& e = s.shaft;
      const double in = e.battery_current * drive(p)->battery.voltage(), shaft = 2.0 * pi * s.revolutions * e.torque;
      HOLDS(std::abs(in - shaft - e.motor_heat - e.esc_heat - e.gear_heat - e.lead_heat - e.battery_heat) < 0.01 * in);
      HOLDS(s.efficiency > 0.0);
      HOLDS(s.efficiency < 0.9);
      HOLDS(s.load.thrust * s.speed <= shaft * 1.001);
      HOLDS(s.speed >= before - 1e-6);
      before = s.speed;
      for (double v : {s.speed, s.revolutions, s.thrust, s.hull.drag, s.slip, e.motor_current}) HOLDS(std::isfinite(v));
    }
    // Without a run nothing is told as if there were one.
    const bool runs = a.power.full.runs();
    HOLDS(runs == a.power.run_time.has_value());
    HOLDS(runs == a.power.winding.has_value());
    HOLDS(runs == a.power.safe_throttle.has_value());
  });
}

// Half the error allowed in a step, the same flood: what comes when changes by less than a hundredth.
TEST(Floods, DoNotHangOnTheStep) {
  static const Assessment a = assess(powered_boat());
  for (double hole : {0.002, 0.020}) {
    const std::vector<Inlet> in{{"hole", {0.1, 0.0, 0.0}, compartment_at(a.seal.bays, 0.1), [hole](double head) {
                                   return orifice_leak(0.25 * pi * hole * hole, head);
                                 }}};
    const std::vector<Wettable> parts{{1, "Motor", 0.1, 0.016, compartment_at(a.seal.bays, 0.1)}};
    FloodLimits limits{.duration = 3600.0};
    const FloodCourse coarse =
        flood(a.hull->body, a.hull->model, a.seal.bays, a.loading(), a.density(), in, {}, parts, limits);
    limits.tolerance *= 0.1;
    const FloodCourse fine =
        flood(a.hull->body, a.hull->model, a.seal.bays, a.loading(), a.density(), in, {}, parts, limits);
    ASSERT_TRUE(coarse.to_part && fine.to_part);
    EXPECT_NEAR(*coarse.to_part / *fine.to_part, 1.0, 0.01) << hole;
    ASSERT_EQ(coarse.danger().has_value(), fine.danger().has_value());
    EXPECT_NEAR(*coarse.danger() / *fine.danger(), 1.0, 0.01) << hole;
  }
}

// The boat loses its stability at the same water aboard, whichever hole let it in.
TEST(Floods, CapsizeAtTheSameWaterByAnyHole) {
  const Assessment a = assess(powered_boat());
  std::vector<double> aboard;
  for (double rate : {2e-6, 2e-5, 2e-4}) {
    // Pumped in, so that it does not end where inside and outside are level.
    const std::vector<Inlet> in{
        {"hose", {0.2, 0.0, 0.0}, compartment_at(a.seal.bays, 0.2), [](double) { return 0.0; }, rate}};
    const FloodCourse c = flood(a.hull->body, a.hull->model, a.seal.bays, a.loading(), a.density(), in, {}, {},
                                {.trim_low = -1.0, .trim_high = 1.0, .freeboard = -1.0, .duration = 7200.0});
    ASSERT_TRUE(c.to_capsize || c.to_sink) << rate;
    aboard.push_back(c.points.back().aboard());
  }
  EXPECT_NEAR(aboard[1], aboard[0], 0.01 * aboard[0]);
  EXPECT_NEAR(aboard[2], aboard[0], 0.01 * aboard[0]);
}

// An offer is worth taking only if the boat it makes answers the finding better and gains no stop.
TEST(Remedies, AreTriedBeforeTheyAreOffered) {
  Project p = powered_boat();
  part_of(p, PartKind::propeller).place.z() = -0.022;
  const Assessment a = assess(p);
  const Finding shallow = finding(a, "drive.immersion");
  ASSERT_TRUE(shallow.remedy);
  const Assessment lowered = assess(apply(p, *shallow.remedy));
  EXPECT_TRUE(betters(shallow, a, lowered));
  EXPECT_FALSE(betters(shallow, a, a));  // nothing changed: nothing bettered
  // A boat that answers the finding and cannot carry its ESC's current any more is no remedy.
  Project worse = apply(p, *shallow.remedy);
  drive(worse)->esc.current_limit = 1.0;
  EXPECT_FALSE(betters(shallow, a, assess(worse)));
  const std::vector<Finding> tried = with_tried_remedies(a);
  ASSERT_EQ(tried.size(), a.findings.size());
  for (std::size_t i = 0; i < tried.size(); ++i) {
    EXPECT_EQ(tried[i].text, a.findings[i].text);
    if (tried[i].remedy) {
      EXPECT_TRUE(betters(tried[i], a, assess(apply(p, *tried[i].remedy)))) << tried[i].id;
    }
  }
}

// An air propeller on a high pylon comes down with it, and its blades never meet the deck: then a smaller one is
// offered.
TEST(Remedies, AnAirPropellerIsLoweredOrMadeSmallerAndNeverSentThroughTheDeck) {
  for (double height : {0.20, 0.30, 0.55}) {
    Project p = powered_boat();
    drive(p)->propulsor = Propulsor::air_propeller;
    drive(p)->screw = {.diameter = 0.24, .pitch = 0.14, .blades = 2, .blade_area = 0.10, .bore = 0.005};
    part_of(p, PartKind::propeller).place = {0.02, 0.0, height};
    part_of(p, PartKind::propeller).size = {0.02, 0.24, 0.24};
    const Assessment a = assess(p);
    const Finding f = finding(a, "drive.thrust_line");
    ASSERT_NE(f.severity, Severity::fine) << height;
    ASSERT_TRUE(f.remedy) << height;
    const Assessment after = assess(apply(p, *f.remedy));
    EXPECT_GT(after.power.working->tip_clearance, std::min(0.0, a.power.working->tip_clearance)) << height;
    EXPECT_LT(finding(after, "drive.thrust_line").number.si, f.number.si) << height;
  }
}

TEST(Findings, WaitUntilWhatTheyJudgeIsThere) {
  Project p = sample_boat();
  p.layout.parts.clear();
  const Assessment empty = assess(p);
  EXPECT_EQ(finding(empty, "float.cg").severity, Severity::note);
  EXPECT_NE(plain(finding(empty, "float.cg").text).find("Nothing stands in the hull yet"), std::string::npos);
  EXPECT_EQ(find_finding(empty, "float.trim"), nullptr);
  EXPECT_EQ(find_finding(empty, "float.heel"), nullptr);
}

TEST(Findings, TheBoatsOwnDriveAndHullSayWhatItIs) {
  Project p = powered_boat();
  p.brief.type = BoatType::displacement;  // a wish, not the boat
  EXPECT_NE(plain(finding(assess(p), "float.cg").source).find("a third"), std::string::npos);
  p.hull = usual_hull(HullFamily::round_bilge);
  EXPECT_NE(plain(finding(assess(p), "float.cg").source).find("centre of buoyancy"), std::string::npos);
}

TEST(FitChain, ABevelLegOfOneToOneIsGeared) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.mounting = Mounting::pod;
  d.motor.shaft_diameter = 0.005;
  d.pod.shaft_diameter = d.screw.bore = 0.003;
  EXPECT_EQ(fit_chain(d).front().fit, Joint::Fit::misfit);  // the motor's own shaft carries the propeller
  d.gearing = {.ratio = 1.0, .efficiency = 0.93};
  EXPECT_EQ(fit_chain(d).front().fit, Joint::Fit::matched);
  EXPECT_EQ(fit_chain(d).front().inner, "the leg's shaft");
}
