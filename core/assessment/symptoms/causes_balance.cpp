// What goes wrong with balance and steering.
#include <algorithm>
#include <cmath>

#include "assessment/stages/drive/drive_stage.h"
#include "assessment/symptoms/cause.h"
#include "drive/kind.h"
#include "water/fluid.h"

namespace plucky {

namespace balance_cause {

bool steered(const Assessment& a) {
  return a.fitted_steering.by != SteeredBy::none;
}
bool has_rudder(const Assessment& a) {
  return a.fitted_steering.by == SteeredBy::rudder || a.fitted_steering.by == SteeredBy::air_rudder;
}
bool has_rod(const Assessment& a) {
  return steered(a) && a.fitted_steering.by != SteeredBy::differential && !a.fitted_steering.pull_pull;
}
bool has_servo(const Assessment& a) {
  return needs(a.fitted_steering.by, SteeringRole::servo);
}
bool water_drive(const Assessment& a) {
  return a.fitted_drive.propulsor != Propulsor::none && !drive_kind(a.fitted_drive).in_air;
}
bool has_tabs(const Assessment& a) {
  return a.fitted_drive.fittings.tab_chord > 0.0;
}
bool is_jet(const Assessment& a) {
  return a.fitted_drive.propulsor == Propulsor::jet;
}
bool one_screw(const Assessment& a) {
  return a.fitted_drive.propulsor != Propulsor::none && a.fitted_drive.count == 1 && !is_jet(a);
}
bool planes_fast(const Assessment& a) {
  return a.hull->model.planes;
}

/// CG from the transom against its band; positive ahead of it.
double cg_ahead(const Assessment& a) {
  const double x = a.mass.cg.x() - a.hull->model.box.low.x();
  return x > a.cg_band.high ? x - a.cg_band.high : x < a.cg_band.low ? x - a.cg_band.low : 0.0;
}
double trim_at_rest(const Assessment& a) {
  return a.flotation.plane.attitude.trim;
}

Evidence bow_heavy(const Assessment& a) {
  const double share = cg_ahead(a) / std::max(0.1, a.hull->model.length());
  const double trim = a.project.brief.trim_low - trim_at_rest(a);
  const double w = odds(share, 0.005, 0.06, 8.0, 0.35) * odds(trim, 0.0, radians(1.5), 4.0, 0.6);
  return {w, share > 0.005 ? Text{"The CG lies {0} ahead of its band; at rest it trims {1}.",
                                  length_quantity(cg_ahead(a)), angle_quantity(trim_at_rest(a))}
             : trim > 0.0  ? Text{"At rest it trims {0}; {1} is the least wanted.", angle_quantity(trim_at_rest(a)),
                                 angle_quantity(a.project.brief.trim_low)}
                           : Text()};
}

Evidence stern_heavy(const Assessment& a) {
  const double share = -cg_ahead(a) / std::max(0.1, a.hull->model.length());
  const double trim = trim_at_rest(a) - a.project.brief.trim_high;
  const double w = odds(share, 0.005, 0.06, 8.0, 0.35) * odds(trim, 0.0, radians(1.5), 4.0, 0.6);
  return {w, share > 0.005 ? Text{"The CG lies {0} behind its band; at rest it trims {1}.",
                                  length_quantity(-cg_ahead(a)), angle_quantity(trim_at_rest(a))}
             : trim > 0.0  ? Text{"At rest it trims {0}; {1} is the most wanted.", angle_quantity(trim_at_rest(a)),
                                 angle_quantity(a.project.brief.trim_high)}
                           : Text()};
}

Evidence pushed_down(const Assessment& a) {
  const auto tilt = thrust_tilt(a);
  if (!tilt) return {};
  return {odds(*tilt, radians(0.8), radians(2.0), 8.0, 0.25),
          *tilt > 0.0 ? Text{"Full thrust acts {0} above the CG and tilts the bow down by {1}.",
                             length_quantity(std::abs(a.power.working->thrust_offset)), angle_quantity(*tilt)}
                      : Text()};
}

Evidence pushed_up(const Assessment& a) {
  const auto tilt = thrust_tilt(a);
  if (!tilt) return {};
  return {odds(-*tilt, radians(1.5), radians(6.0), 8.0, 0.25),
          *tilt < 0.0 ? Text{"Full thrust acts {0} below the CG and tilts the bow up by {1}.",
                             length_quantity(std::abs(a.power.working->thrust_offset)), angle_quantity(-*tilt)}
                      : Text()};
}

Evidence opens_fast(const Assessment& a) {
  if (!a.power.fitted) return {};
  const double swing = a.power.start.trim;
  return {odds(swing, radians(8.0), radians(30.0), 8.0, 0.4),
          {"A standing start lifts the bow to {0} when the throttle opens in {1}.", angle_quantity(swing),
           Quantity{a.fitted_drive.opening, Dimension::duration}}};
}

Evidence tabs_down(const Assessment& a) {
  const double angle = a.fitted_drive.fittings.tab_angle;
  return {odds(angle, radians(2.0), radians(6.0), 6.0, 0.4),
          angle > radians(2.0) ? Text{"The trim tabs stand {0} down.", angle_quantity(angle)} : Text()};
}

Evidence nozzle_down(const Assessment& a) {
  const double angle = -a.fitted_drive.jet.nozzle_pitch;
  return {
      odds(angle, radians(1.0), radians(5.0), 6.0, 0.4),
      angle > radians(1.0) ? Text{"The nozzle points {0} down and lifts the stern.", angle_quantity(angle)} : Text()};
}

Evidence porpoises(const Assessment& a) {
  if (const auto& mode = a.power.full.hull.porpoising; mode && a.power.full.runs() && !a.power.porpoising_margin)
    return {mode->growth > 0.0 ? 3.0 : 0.6, {}};
  if (!a.power.porpoising_margin) return {};
  const double over = -*a.power.porpoising_margin;
  return {odds(over, -radians(1.0), radians(0.5), 6.0, 0.4), {}};
}

Evidence top_heavy(const Assessment& a) {
  const double beam = a.hull->model.beam(), gm = a.flotation.gm_transverse;
  if (beam <= 0.0 || !std::isfinite(gm)) return {};
  const double share = gm / beam;
  return {odds(0.5 - share, 0.15, 0.42, 8.0, 0.3),
          {"The metacentric height is {0}, {1} of the beam.", length_quantity(gm), Quantity{share, Dimension::ratio}}};
}

Evidence off_centre(const Assessment& a) {
  const double heel = std::abs(a.flotation.plane.attitude.heel);
  return {odds(heel, radians(0.8), radians(3.0), 8.0, 0.3),
          heel > radians(0.8) ? Text{"It heels {0} at rest.", angle_quantity(heel)} : Text()};
}

/// Heel under the propeller's torque at full throttle.
Evidence torque_leans(const Assessment& a) {
  const double gm = a.flotation.gm_transverse;
  if (!a.power.full.runs() || gm <= 0.0) return {};
  const double heel = std::abs(a.power.full.shaft.torque) / (a.mass.total * gravity * gm);
  return {odds(heel, radians(2.0), radians(8.0), 8.0, 0.4),
          {"The propeller's torque heels it by {0} at full throttle.", angle_quantity(heel)}};
}

Evidence crooked(const Assessment& a) {
  const double toe = std::abs(a.fitted_drive.fittings.fins > 0 ? a.fitted_drive.fittings.fin_toe : 0.0);
  const double set = std::abs(a.fitted_steering.set_crooked);
  const double worst = std::max(toe, set);
  return {odds(worst, radians(0.5), radians(2.0), 8.0, 0.6),
          worst > radians(0.2) ? Text{"They stand {0} off the centre line.", angle_quantity(worst)} : Text()};
}

Evidence no_fins(const Assessment& a) {
  return a.fitted_drive.fittings.fins == 0 ? Evidence{1.8, "There are no fins at the transom."} : Evidence{0.5, {}};
}

Evidence beside_wash(const Assessment& a) {
  return a.fitted_steering.in_wash ? Evidence{0.3, {}}
                                   : Evidence{8.0, "The rudder stands beside the propeller's wash."};
}

/// Area of the rudder against the side of the hull under water; 3 to 5 % is common practice, no source. In the air it
/// is the circle that tells.
Evidence small_rudder(const Assessment& a) {
  const Steering& s = a.fitted_steering;
  const double side = a.hull->model.length() * a.form.draught;
  if (s.by == SteeredBy::rudder && side > 0.0) {
    const double share = s.rudder.blades * s.rudder.chord * s.rudder.span / side;
    return {
        odds(0.04 - share, 0.005, 0.025, 8.0, 0.4),
        {"The rudder has {0} of the hull's side under water; 3 to 5 % is usual.", Quantity{share, Dimension::ratio}}};
  }
  const auto& r = a.steering.turning_radius;
  if (!r) return {};
  const double lengths = *r / std::max(0.1, a.hull->model.length());
  return {odds(lengths, 8.0, 20.0, 8.0, 0.4),
          {"It turns in {0} of radius at full speed, {1} lengths.", length_quantity(*r),
           std::round(10.0 * lengths) / 10.0}};
}

Evidence little_angle(const Assessment& a) {
  const auto& angle = a.steering.angle;
  if (!angle) return {};
  return {odds(radians(30.0) - *angle, radians(8.0), radians(20.0), 6.0, 0.4),
          {"The linkage gives {0} to each side.", angle_quantity(*angle)}};
}

Evidence much_angle(const Assessment& a) {
  const auto& angle = a.steering.angle;
  if (!angle) return {};
  return {odds(*angle, radians(22.0), radians(40.0), 6.0, 0.4),
          {"The linkage gives {0} at full speed too.", angle_quantity(*angle)}};
}

Evidence servo_short(const Assessment& a) {
  const auto& margin = a.steering.servo_margin;
  if (!margin || *margin <= 0.0) return {};
  return {odds(1.0 / *margin, 0.6, 1.2, 8.0, 0.4), {}};
}

Evidence uneven(const Assessment& a) {
  const double d = std::abs(a.steering.linkage.horn_port - a.steering.linkage.horn_starboard);
  return {odds(d, radians(2.0), radians(8.0), 8.0, 0.5),
          d > radians(2.0) ? Text{"The linkage gives {0} more to one side.", angle_quantity(d)} : Text()};
}

Evidence rises(const Assessment& a) {
  if (!a.power.blow_over) return {0.4, {}};
  return {odds(1.0 / std::max(0.05, *a.power.blow_over), 0.6, 1.2, 8.0, 0.4), {}};
}

Evidence deep(const Assessment& a) {
  const double wanted = a.project.brief.wanted_freeboard, has = a.freeboard.least;
  if (wanted <= 0.0) return {};
  return {odds(wanted / std::max(0.001, has), 0.7, 1.3, 8.0, 0.4),
          {"{0} of freeboard at the lowest place; {1} is wanted.", length_quantity(has), length_quantity(wanted)}};
}

}  // namespace balance_cause

std::span<const Cause> balance_causes() {
  using namespace balance_cause;
  static const char* wade = "Cold water: never wade or swim after a boat.";
  static const std::vector<Cause> all{
      {"cg_forward",
       "CG too far forward",
       "Does sliding the battery aft by a finger's width change it?",
       "Slide the battery aft until it trims as wanted, then measure again.",
       {},
       bow_heavy,
       nullptr,
       "",
       {"float.cg", "float.trim"}},
      {"cg_aft",
       "CG too far aft",
       "Does sliding the battery forward by a finger's width change it?",
       "Slide the battery forward until it trims as wanted.",
       {},
       stern_heavy,
       nullptr,
       "",
       {"float.cg", "float.trim"}},
      {"thrust_high",
       "Thrust pushes the bow down: it acts high over the CG",
       "Does it come with the throttle and go with it, at any speed?",
       "Lower the motor, a smaller propeller, less throttle until it runs; or weight aft, which others dispute.",
       {},
       pushed_down,
       nullptr,
       "",
       {"drive.thrust_line"}},
      {"thrust_low",
       "Thrust lifts the bow: it acts deep under the CG",
       "Does the bow drop the moment the throttle is shut?",
       "Flatten the shaft, level strut, tabs a degree down.",
       {},
       pushed_up,
       nullptr,
       "",
       {"drive.thrust_line", "drive.strut"}},
      {"opens_fast",
       "The throttle opens too quickly for this thrust",
       "Does a slow hand at the stick prevent it?",
       "Slow the opening at the radio, less throttle; bars astern and to the sides for a flat boat.",
       {"drive.flip"},
       opens_fast,
       nullptr,
       wade},
      {"tabs_down",
       "Trim tabs press the bow down",
       "Does a degree less of tab change it?",
       "Set the tabs level with the bottom and begin anew from there.",
       {},
       tabs_down,
       has_tabs},
      {"nozzle_down",
       "The nozzle lifts the stern",
       "Does the nozzle point downward?",
       "Set the nozzle level.",
       {},
       nozzle_down,
       is_jet},
      {"porpoising",
       "It runs at more trim than it can hold",
       "Does a little down tab or less speed stop it at once?",
       "CG forward, tabs a degree down, or less throttle.",
       {"drive.porpoising"},
       porpoises,
       planes_fast},
      {"blow_over",
       "Air under the bow lifts it",
       "Does it come against the wind, at top speed only?",
       "CG forward, tabs down, less speed into the wind.",
       {"drive.blow_over"},
       rises,
       nullptr,
       wade},
      {"hook_rocker",
       "The bottom's last third is not straight",
       "Does a straight edge along the keel line rock on the last third?",
       "Fill and sand until it is straight to the after edge, which stays sharp.",
       {"build.fault"},
       nullptr,
       planes_fast},
      {"top_heavy",
       "Weight stands too high for the beam",
       "Does it come upright slowly when pressed down at the side?",
       "Heavy things lower, nothing on deck that may lie in the bottom.",
       {"float.gm", "float.vanishing"},
       top_heavy},
      {"loose_ballast",
       "Battery or ballast can slide",
       "Can the battery be moved with a finger when strapped?",
       "Strap, wedge or hook tape under and over it.",
       {},
       nullptr},
      {"off_centre",
       "Weight lies to one side",
       "Does it lie over at rest already?",
       "Move what is heavy to the middle until it floats level.",
       {"float.heel"},
       off_centre},
      {"torque_roll",
       "The propeller's torque leans it over",
       "Does it lean only under throttle, always to the same side?",
       "Battery a little to the other side, a smaller propeller, or two that turn opposite ways.",
       {},
       torque_leans,
       one_screw},
      {"crooked",
       "Fins or rudder stand out of line",
       "Do fins and rudder's middle differ from the keel by eye and rule?",
       "Set them along the keel's line with a straight edge.",
       {"steer.crooked", "steer.fins"},
       crooked},
      {"no_fins",
       "Nothing at the stern holds its course",
       "Does it slide sideways in a turn at speed?",
       "A pair of small fins at the transom, true to the keel.",
       {},
       no_fins,
       planes_fast},
      {"chine_walk",
       "Rocks from one side of the V to the other",
       "Does it begin at one speed and grow?",
       "Tabs a touch down, CG forward, weight lower, or less speed.",
       {},
       top_heavy,
       planes_fast},
      {"beside_wash",
       "The rudder stands outside the propeller's wash",
       "Does it steer well coasting and badly under power, or the other way?",
       "Move the rudder into the wash, or make it larger.",
       {},
       beside_wash,
       has_rudder},
      {"rudder_small",
       "The rudder is too small",
       "Does a blade twice as large by tape and card steer better?",
       "More depth rather than more length of blade.",
       {},
       small_rudder,
       has_rudder},
      {"rudder_stalls",
       "The rudder stalls at full throw",
       "Does it turn tighter with less throw?",
       "Limit the throw at the radio a little below the stall.",
       {"steer.stall"},
       nullptr,
       has_rudder},
      {"little_throw",
       "The linkage gives too little throw",
       "Does the rudder stand at less than 25 degrees at full stick?",
       "A longer horn at the servo or a shorter one at the rudder.",
       {"steer.linkage"},
       little_angle,
       has_rod},
      {"much_throw",
       "Too much throw for this speed",
       "Does a smaller throw at speed prevent it?",
       "Less throw at the radio for full throttle, or part of the stick's curve.",
       {},
       much_angle,
       steered},
      {"uneven_throw",
       "More throw to one side than to the other",
       "Do the angles to both sides differ when measured with card and pencil?",
       "Centre servo and horn at right angles to the rod, then the travel of both sides.",
       {},
       uneven,
       has_rod},
      {"rod_hole",
       "Hole or bellows too small for the rod's way",
       "Does the rod touch its hole at full throw?",
       "A larger or longer hole; bellows with more stroke.",
       {"steer.hole", "steer.boot"},
       nullptr,
       has_rod},
      {"rod_bends",
       "The rod bends or its joints are stiff",
       "Does the servo hum at neutral, or the rod bow?",
       "A straighter, thicker rod; joints free, locknut a little loose.",
       {"steer.linkage"},
       nullptr,
       has_rod},
      {"servo_weak",
       "The servo is too weak",
       "Does the rudder come back when pressed by a finger at full stick?",
       "A stronger servo, or more balance before the rudder's stock.",
       {"steer.servo"},
       servo_short,
       has_servo},
      {"servo_slow",
       "The servo is too slow",
       "Does the boat answer late, though it answers?",
       "A faster servo.",
       {"steer.speed"},
       nullptr,
       has_servo},
      {"servo_reversed",
       "The servo's way is reversed",
       "Does the rudder's after edge go to port for starboard stick?",
       "Reverse the channel at the radio; try it before every outing.",
       {},
       nullptr,
       steered},
      {"servo_worn",
       "A worn or wet servo",
       "Does it twitch with the motor off and everything dry around it?",
       "Exchange it; box or coat the new one.",
       {"seal.part"},
       nullptr,
       has_servo},
      {"horn_slips",
       "Horn or tiller slips",
       "Can the rudder be turned while the servo holds?",
       "Flats at both ends of the stock, grub screws on them with thread lock.",
       {},
       nullptr,
       has_rudder},
      {"needs_throttle",
       "It steers by the stream of its propeller alone",
       "Does a touch of throttle bring the helm back?",
       "Keep a little throttle on in turns and when landing; a small fixed rudder helps.",
       {"steer.throttle"},
       nullptr,
       steered},
      {"wind_side",
       "Wind on high sides",
       "Is it gone with the wind astern or in still air?",
       "Less above the water, or less wind.",
       {},
       nullptr},
      {"freeboard_small",
       "Too little freeboard for this water",
       "Does spray run over the deck while it lies still?",
       "Less mass, a coaming, smoother water.",
       {"float.freeboard", "float.opening"},
       deep},
      {"heel_out",
       "It leans outward in turns",
       "Does a wider turn or less speed keep it flat?",
       "Weight lower, less throw at speed; fins not too deep.",
       {},
       top_heavy},
      {"spray_bow",
       "The bow throws water over itself",
       "Does a strip of tape under the chine at the bow change it?",
       "Spray rails at the bow, or the CG a little aft.",
       {},
       bow_heavy,
       water_drive}};
  return all;
}

}  // namespace plucky
