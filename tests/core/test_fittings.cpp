// Tabs, fins, wings, mixed throttles, water contacts, what lies in a pod: what each does to the boat that has it.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/drive_edits.h"
#include "drive/pod_inside.h"
#include "findings.h"
#include "fleet.h"
#include "property.h"
#include "resistance/planing.h"
#include "shapes.h"
#include "steering/turning.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

PlaningState fast(const PlaningHull& h) {
  return solve_planing(h, 8.0, 998.2, 1.0e-6);
}

Assessment with_fittings(Project p, const std::function<void(Fittings&)>& change) {
  Drive d = p.drive();
  change(d.fittings);
  set_drive(p, d);
  return assess(p);
}

}  // namespace

TEST(Tabs, AHungOneTouchesTheWaterOnlyAsFarAsItReachesDown) {
  EXPECT_EQ(tab_in_water(0.02, radians(5.0), 0.0), 0.02);
  EXPECT_EQ(tab_in_water(0.02, radians(-5.0), 0.0), 0.02);
  // By hand: a hinge 1 mm up and 10 degrees down meets the water 1 / sin(10) = 5.76 mm on.
  EXPECT_NEAR(tab_in_water(0.02, radians(10.0), 0.001), 0.02 - 0.001 / std::sin(radians(10.0)), 1e-12);
  EXPECT_EQ(tab_in_water(0.02, radians(10.0), 0.004), 0.0);
  EXPECT_EQ(tab_in_water(0.02, radians(-2.0), 0.001), 0.0);
}

PROPERTY(Tabs, HungHigherPressTheBowDownLess) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.tab_chord = any::between(0.01, 0.03);
  h.tab_angle = radians(any::between(2.0, 10.0));
  h.tab_span = any::between(0.3, 0.9);
  const PlaningState flush = fast(h);
  h.tab_height = any::between(0.0, 0.003);
  const PlaningState hung = fast(h);
  h.tab_height = 0.05;
  const PlaningState clear = fast(h);
  ONLY_IF(flush.status != PlaningState::Status::no_balance && clear.status != PlaningState::Status::no_balance);
  HOLDS(flush.trim <= hung.trim + 1e-9 && hung.trim <= clear.trim + 1e-9);
  h.tab_chord = 0.0;
  HOLDS(std::abs(fast(h).trim - clear.trim) < 1e-9);
}

TEST(Tabs, ThatHangClearAreToldAndHungFlushAgain) {
  const Assessment a = with_fittings(powered_boat(), [](Fittings& f) {
    f.tab_chord = 0.015;
    f.tab_angle = radians(3.0);
    f.tab_height = 0.005;
  });
  const Finding& f = finding(a, "drive.tabs");
  EXPECT_EQ(f.severity, Severity::note);
  ASSERT_TRUE(f.remedy);
  EXPECT_EQ(apply(a.project, *f.remedy).drive().fittings.tab_height, 0.0);
}

PROPERTY(AirPlanes, CarryPartOfTheWeightAndTheBalanceHolds) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.wings = {{.area = any::between(0.005, 0.04),
              .slope = any::between(1.5, 4.5),
              .ahead = any::between(-0.4, 0.4),
              .angle = radians(any::between(-8.0, 8.0)),
              .above = any::between(-0.02, 0.1),
              .section = true,
              .aspect = any::between(1.0, 6.0)}};
  const PlaningState s = solve_planing(h, any::between(8.0, 16.0), 998.2, 1.0e-6);
  ONLY_IF(s.status != PlaningState::Status::no_balance);
  const double weight = h.mass * gravity;
  HOLDS(std::abs(s.lift + s.wing - s.friction * std::sin(s.trim) + s.thrust * std::sin(s.trim + h.thrust_angle) -
                 weight) < 0.01 * weight);
  // It costs at least its own skin.
  HOLDS(s.air > 0.0);
  HOLDS(std::abs(wing_lift(h.wings[0], 10.0)) <= h.wings[0].slope * radians(14.0) + 1e-12);
}

TEST(AirPlanes, ACanardThatLiftsBringsTheBowUpAndOneThatPressesHoldsIt) {
  PlaningHull h = planing_bottom_of_a_launch();
  const double plain = solve_planing(h, 14.0, 998.2, 1.0e-6).trim;
  h.wings = {{.area = 0.02, .slope = 3.0, .ahead = 0.3, .angle = radians(8.0), .section = true, .aspect = 3.0}};
  const double lifted = solve_planing(h, 14.0, 998.2, 1.0e-6).trim;
  h.wings[0].angle = radians(-12.0);
  const double pressed = solve_planing(h, 14.0, 998.2, 1.0e-6).trim;
  EXPECT_GT(lifted, plain);
  EXPECT_LT(pressed, plain);
}

TEST(AirPlanes, OfAWholeBoatMoveItsTrimAndStandInItsFile) {
  const Project p = of_the_fleet("whirligig");
  const Assessment plain = assess(p);
  ASSERT_TRUE(plain.power.full.runs());
  const Assessment winged = with_fittings(
      p, [](Fittings& f) { f.canard = {.span = 0.2, .chord = 0.05, .x = 0.42, .z = 0.08, .angle = radians(-6.0)}; });
  ASSERT_TRUE(winged.power.full.runs()) << winged.power.message.words;
  EXPECT_LT(winged.power.full.hull.trim, plain.power.full.hull.trim);
  EXPECT_EQ(project_from_json(project_to_json(winged.project)).drive().fittings, winged.project.drive().fittings);
  if (plain.power.blow_over && winged.power.blow_over) {
    EXPECT_GT(*winged.power.blow_over, *plain.power.blow_over);
  }
}

TEST(TurnFin, TightensTheTurnAndPullsToItsSide) {
  const Project p = powered_boat();
  Project steered = p;
  Part rudder{.id = steered.take_id(), .name = "Rudder", .kind = PartKind::rudder, .size = {0.03, 0.004, 0.06}};
  rudder.place = {-0.03, 0.0, -0.01};
  rudder.outside = true;
  Part servo{.id = steered.take_id(), .name = "Servo", .kind = PartKind::servo, .place = {0.06, 0.03, 0.06}};
  steered.layout.parts.push_back(rudder);
  steered.layout.parts.push_back(servo);
  steering(steered)->by = SteeredBy::rudder;
  const Assessment plain = assess(steered);
  ASSERT_TRUE(plain.power.full.runs() && plain.steering.turning_radius);
  const auto finned = [&](double y) {
    return with_fittings(steered, [&](Fittings& f) {
      f.turn_fin_depth = 0.02;
      f.turn_fin_chord = 0.02;
      f.turn_fin_x = 0.35;
      f.turn_fin_y = y;
    });
  };
  const Assessment a = finned(-0.09);
  // Foil drag times its arm, by hand, and the other way on the other side.
  const TurningHull hull = turning_hull(boat_of(a));
  const double v = a.power.full.speed, pull = turn_fin_pull(hull, v);
  EXPECT_LT(pull, 0.0);
  EXPECT_NEAR(turn_fin_pull(turning_hull(boat_of(finned(0.09))), v), -pull, 1e-9);
  EXPECT_EQ(turn_fin_pull(turning_hull(boat_of(plain)), v), 0.0);
  EXPECT_TRUE(a.steering.own_radius);
  EXPECT_NE(find_finding(a, "steer.turn_fin"), nullptr);
  // Ahead of the CG it turns with the boat; it costs speed.
  EXPECT_LT(*a.steering.turning_radius, *plain.steering.turning_radius);
  EXPECT_LT(a.power.full.speed, plain.power.full.speed);
}

PROPERTY(CourseKeeping, MoreFinAtTheSternNeverMakesTheBoatWander) {
  TurningHull h{
      .hull_length = any::between(0.4, 1.2), .mass = any::between(0.8, 4.0), .density = 998.2, .viscosity = 1.0e-6};
  h.waterline_length = 0.9 * h.hull_length;
  h.waterline_beam = h.hull_length * any::between(0.18, 0.35);
  h.draught = h.hull_length * any::between(0.03, 0.08);
  h.block = any::between(0.4, 0.7);
  h.cg_x = h.hull_length * any::between(0.3, 0.5);
  const RunningPoint p{.speed = any::between(0.5, 3.0), .holds = true, .wetted_length = h.waterline_length};
  const auto growth = [&](double slope) {
    return course_keeping(turn_derivatives(h, p, {.slope = slope, .lever = h.cg_x}), h, p.speed).growth;
  };
  const double slope = any::between(0.1, 10.0);
  HOLDS(growth(slope) <= growth(0.0) + 1e-9);
  // What holds it lies further aft with a fin there.
  HOLDS(course_keeping(turn_derivatives(h, p, {.slope = slope, .lever = h.cg_x}), h, p.speed).side_centre >
        course_keeping(turn_derivatives(h, p), h, p.speed).side_centre);
}

TEST(SpotTurn, IsTheBalanceOfACoupleAndTheWaterAcross) {
  TurningHull h{.waterline_length = 0.5, .draught = 0.03, .density = 1000.0};
  // 0.8 x 500 x 0.03 x 0.5^4 / 32 = 0.0234375; 0.2 N m over that is 8.5333, whose root is 2.9212.
  EXPECT_NEAR(spot_turn(h, 0.2), 2.9212, 1e-3);
  EXPECT_EQ(spot_turn(h, 0.0), 0.0);
  EXPECT_EQ(inner_share(0.0), 1.0);
  EXPECT_EQ(inner_share(0.5), 0.0);
  EXPECT_NEAR(inner_share(1.0), -astern_thrust, 1e-12);
}

TEST(Mixing, OfTwoThrottlesTightensTheTurn) {
  Project p = with_second_drive(assess(of_the_fleet("grebe")));
  const Assessment plain = assess(p);
  ASSERT_TRUE(plain.power.full.runs() && plain.steering.turning_radius);
  ASSERT_TRUE(plain.steering.spot_turn);
  EXPECT_FALSE(plain.steering.mixed_couple);
  steering(p)->mixing = 0.5;
  const Assessment mixed = assess(p);
  ASSERT_TRUE(mixed.steering.mixed_couple);
  const double apart = half_apart(mixed.fitted_steering, mixed.fitted_drive, mixed.project.layout);
  // The inner one stopped: half of all thrust at half of the distance.
  EXPECT_NEAR(*mixed.steering.mixed_couple, 0.5 * mixed.power.full.thrust * apart, 1e-9);
  EXPECT_LT(*mixed.steering.turning_radius, *plain.steering.turning_radius);
  EXPECT_NE(find_finding(mixed, "steer.two_drives"), nullptr);
}

TEST(WaterContact, WarnsWhereWaterComesFirstAndIsMovedThereWhereItComesLate) {
  Project p = powered_boat();
  p.brief.method = BuildMethod::printed;
  Part contact{.id = p.take_id(), .name = "Contact", .kind = PartKind::water_contact, .size = {0.012, 0.01, 0.006}};
  contact.mass = 0.002;
  contact.place = {0.25, 0.03, 0.085};
  contact.may_get_wet = true;
  p.layout.parts.push_back(contact);
  SealChoice open;
  open.id = p.take_id();
  open.opening = "shaft_tube";
  open.method = SealMethod::greased_tube;
  open.condition = SealCondition::worn;
  p.sealing.choices.push_back(open);
  const Assessment high = assess(p);
  const Finding& late = finding(high, "seal.contact");
  EXPECT_EQ(late.subject, contact.id);
  Project low_boat = p;
  Part& moved = *low_boat.layout.find(contact.id);
  moved.place.z() = high.hull->model.bottom_height(0.25, 0.0) + 0.006;
  moved.place.y() = 0.0;
  const Assessment low = assess(low_boat);
  ASSERT_TRUE(low.seal.course.warned) << low.seal.course.message.words;
  EXPECT_EQ(low.seal.course.first_contact, contact.id);
  if (high.seal.course.warned) {
    EXPECT_LT(*low.seal.course.warned, *high.seal.course.warned);
  }
  // What wets a contact is no harm.
  EXPECT_EQ(low.seal.course.to_part.has_value(), high.seal.course.to_part.has_value());
}

TEST(PodInside, HoldsItsPiecesOneAfterAnother) {
  Drive d = of_the_fleet("sedge").drive();
  d.motor.wet = true;
  d.gearing = {};
  const PodInside in = pod_inside(d, 0.1);
  EXPECT_FALSE(in.motor_on_top);
  EXPECT_EQ(in.shaft, 0.0);
  EXPECT_EQ(in.grease, 0.0);
  double reach = 0.0;
  for (const PodPiece& piece : in.pieces) {
    EXPECT_TRUE((piece.high.array() > piece.low.array()).all()) << pod_piece_name(piece.kind);
    reach = std::max(reach, piece.high.x());
    EXPECT_LE(2.0 * piece.high.y(), in.across + 1e-9 + (piece.kind == PodPieceKind::screw ? 1.0 : 0.0));
  }
  EXPECT_GE(in.length, reach);
  // The shaft ends with the screw, whose middle is the disc.
  EXPECT_GE(in.length + 0.5 * d.screw.length, d.motor.can_length + d.motor.shaft_reach);
  // On top, with gears and a shaft down the leg.
  d.motor.wet = false;
  d.gearing = {.ratio = 1.5, .efficiency = 0.92};
  const PodInside geared = pod_inside(d, 0.1);
  EXPECT_TRUE(geared.motor_on_top);
  EXPECT_GT(geared.grease, 0.0);
  EXPECT_NEAR(geared.shaft, 0.1, 0.03);
  EXPECT_LT(geared.across, in.across);
}

PROPERTY(PodInside, OfAnyMotorAndShaftIsLongEnough) {
  Drive d;
  d.motor.wet = any::either();
  d.motor.can_length = any::between(0.01, 0.08);
  d.motor.can_diameter = any::between(0.01, 0.05);
  d.motor.shaft_diameter = d.pod.shaft_diameter = any::between(0.0015, 0.006);
  d.motor.shaft_reach = any::between(0.0, 0.03);
  d.gearing.ratio = any::either() ? 1.0 : any::between(1.0, 3.0);
  const double leg = any::between(0.0, 0.2);
  const PodInside in = pod_inside(d, leg);
  std::vector<PodPiece> stack;
  for (const PodPiece& piece : in.pieces) {
    HOLDS(piece.high.x() >= piece.low.x() - 1e-12 && piece.high.y() >= piece.low.y() - 1e-12);
    HOLDS(in.motor_on_top || piece.high.x() <= in.length + 1e-12);
  }
  HOLDS(in.across > 0.0 && in.length > 0.0);
}
