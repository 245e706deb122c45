#include "resistance/planing.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <optional>

#include "base/bracketed.h"
#include "base/error.h"
#include "resistance/porpoising.h"
#include "resistance/surfaces.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double least_trim = radians(0.12), most_trim = radians(16.0);
/// Share of the length up to which a bottom's lift can stand forward of the transom: beyond it the bow has nothing left
/// to carry with (a bottom wet to its stem carries at 0.5 to 0.75).
constexpr double most_forward = 0.6;
constexpr double least_keel = 0.02, most_ratio = 12.0;  // wetted keel, mean wetted length over the beam

/// All forces at one trim, once the wetted length carries what it must.
struct Forces : SurfaceForces {
  HungForces hung;
  double thrust = 0.0, moment = 0.0;
};

std::optional<double> root(const std::function<double(double)>& f, double low, double high) {
  const double fl = f(low), fh = f(high);
  if (!(fl * fh <= 0.0)) return std::nullopt;
  return bracketed_root(f, low, high, fl, fh);
}

Forces forces_at(const PlaningHull& h, const PlaningWater& w, double trim, double keel) {
  Forces f{surface_forces({h.beam, h.deadrise, h.roughness}, w, trim, keel)};
  f.hung = hung_forces(h, w, trim);
  const double against = f.friction * std::cos(trim) + f.normal * std::sin(trim) + f.hung.against();
  f.thrust = against / std::cos(trim + h.thrust_angle);
  // Bow up positive, about the CG.
  f.moment = f.normal * (f.pressure_point - h.lcg) - f.friction * (h.vcg - 0.25 * f.wet.beam * std::tan(h.deadrise)) +
             f.thrust * h.thrust_offset + f.hung.moment;
  return f;
}

/// Of the air that meets it, rad: beyond the greatest the flow has let go. What has no section never lifts downward.
double wing_angle(const AirWing& wing, double trim) {
  constexpr double lets_go = radians(14.0);
  return std::clamp(trim + wing.angle, wing.section ? -lets_go : 0.0, lets_go);
}

/// Upward force beyond the weight.
double surplus(const PlaningHull& h, const Forces& f, double trim) {
  return f.normal * std::cos(trim) - f.friction * std::sin(trim) + f.thrust * std::sin(trim + h.thrust_angle) +
         f.hung.up() - h.mass * gravity;
}

std::optional<Forces> carry(const PlaningHull& h, const PlaningWater& w, double trim) {
  const auto keel =
      root([&](double logarithm) { return surplus(h, forces_at(h, w, trim, std::exp(logarithm)), trim); },
           std::log(least_keel * h.beam), std::log((most_ratio + dry_chine_ratio(h.deadrise, trim)) * h.beam));
  if (!keel) return std::nullopt;
  return forces_at(h, w, trim, std::exp(*keel));
}

void check(const PlaningHull& h, const PlaningWater& w) {
  for (const auto& [what, value] : {std::pair{"beam", h.beam},
                                    {"mass", h.mass},
                                    {"speed", w.speed},
                                    {"density", w.density},
                                    {"viscosity", w.viscosity}})
    if (!(value > 0.0)) throw InvalidInput(what, Text("is {0}; must be more than zero", value));
  if (!(h.deadrise >= 0.0 && h.deadrise <= radians(40.0)))
    throw InvalidInput("deadrise", Text("is {0} degrees; must be 0 to 40", degrees(h.deadrise)));
  if (!(h.lcg >= 0.0 && h.lcg <= 8.0 * h.beam))
    throw InvalidInput("lcg", Text("is {0} m; must be 0 to 8 beams forward of the transom", h.lcg));
}

}  // namespace

HungForces hung_forces(const PlaningHull& h, const PlaningWater& w, double trim) {
  HungForces f;
  f.appendages = h.appendage_area * w.head();
  f.air = 0.5 * air_density * w.speed * w.speed * h.air_area;
  const double chord = tab_in_water(h.tab_chord, h.tab_angle, h.tab_height);
  if (chord > 0.0) {  // Savitsky & Brown (1976)
    const double deflection = degrees(h.tab_angle);
    f.tab = 0.046 * chord * deflection * h.tab_span * h.beam * w.head();
    f.tab_drag = 0.0052 * f.tab * (degrees(trim) + deflection);
  }
  // What a hung tab has in the water lies by its gap further aft.
  const double tab_arm = h.lcg - 0.6 * h.beam - chord * (1.0 - h.tab_span) + (h.tab_chord - chord);
  f.moment = f.air * h.air_height - f.appendages * h.appendage_depth - f.tab * tab_arm;
  for (const AirWing& wing : h.wings) {
    const double head = 0.5 * air_density * w.speed * w.speed * wing.area, lift = wing_lift(wing, trim);
    // Without suction at a leading edge the force is square to the wing; with one it costs what an elliptic load does,
    // and its skin: 0.02 (memory of thin sections at a model's Reynolds numbers).
    const double drag =
        wing.section ? 0.02 + lift * lift / (pi * wing.aspect) : lift * std::tan(std::abs(wing_angle(wing, trim)));
    f.wing += head * lift;
    f.wing_drag += head * drag;
    f.moment += head * (lift * wing.ahead + drag * wing.above);
  }
  return f;
}

double tab_in_water(double chord, double angle, double height) {
  if (chord <= 0.0 || height <= 0.0) return std::max(0.0, chord);
  return angle > 0.0 ? std::max(0.0, chord - height / std::sin(angle)) : 0.0;
}

double wing_lift(const AirWing& wing, double trim) {
  return wing.slope * wing_angle(wing, trim);
}

double wing_slope(double span, double area, double end_plate, double height) {
  const double aspect = span * span / area * (1.0 + 1.9 * end_plate / span);
  const double near = 16.0 * height / span, left = near * near / (1.0 + near * near);
  return 2.0 * pi / (1.0 + 2.0 * left / aspect);
}

double spray_friction(double reynolds) {
  if (reynolds <= 0.0) return 0.0;
  constexpr double turbulent_from = 1.5e6;
  return reynolds < turbulent_from ? 1.328 / std::sqrt(reynolds) : 0.074 / std::pow(reynolds, 0.2) - 4800.0 / reynolds;
}

WhiskerSpray whisker_spray(double beam, double deadrise, double trim, double keel, double speed, double density,
                           double viscosity, double rails) {
  WhiskerSpray s;
  s.angle = std::atan2(0.5 * pi * std::tan(trim), std::tan(deadrise));
  const double direction = 2.0 * s.angle / std::cos(deadrise);
  if (direction >= 0.5 * pi || keel <= 0.0) return s;
  // In plan the sheet lies between the angles a and 2 a from where the keel meets the water, as far as chine and
  // transom.
  const double half = 0.5 * beam, root = std::tan(s.angle), edge = std::tan(2.0 * s.angle);
  const auto under = [&](double slope) {  // area between the keel and a line of this slope, held at the chine
    const double meets = half / slope;
    return keel <= meets ? 0.5 * slope * keel * keel : half * (keel - 0.5 * meets);
  };
  const double side = under(edge) - under(root);
  s.area = 2.0 * side / std::cos(deadrise) / (1.0 + rails);
  // A streak is on average as long as the sheet's area over the breadth it starts from.
  const double streak = side / std::min(half, keel * edge) / std::cos(deadrise) / (1.0 + rails);
  s.drag = 0.5 * density * speed * speed * s.area * std::cos(direction) * spray_friction(speed * streak / viscosity);
  return s;
}

std::optional<double> porpoising_limit(double lift_coefficient, double deadrise) {
  const double load = std::sqrt(0.5 * lift_coefficient);
  if (!(load >= 0.09 && load <= 0.36)) return std::nullopt;
  const double beta = std::clamp(deadrise, 8.0, 30.0);
  return radians(0.1197 * std::pow(beta, 0.7651) * std::exp(15.7132 * load * std::pow(beta, -0.2629)));
}

namespace {

PlaningState solve_one(const PlaningHull& h, double speed, double density, double viscosity) {
  const PlaningWater w{speed, density, viscosity};
  check(h, w);
  PlaningState s;
  // Bow-up moment falls as the trim rises: less bottom is wet and its pressure moves aft. A scan finds where it changes
  // sign.
  constexpr int steps = 40;
  std::optional<Forces> before;
  double before_trim = 0.0, first_moment = 0.0;
  bool carried = false;
  std::optional<double> trim;
  for (int i = 0; i <= steps && !trim; ++i) {
    const double t = least_trim * std::pow(most_trim / least_trim, static_cast<double>(i) / steps);
    const std::optional<Forces> now = carry(h, w, t);
    if (now && !carried) first_moment = now->moment;
    carried = carried || now.has_value();
    if (now && before && before->moment > 0.0 && now->moment <= 0.0)
      trim = root(
          [&](double at) {
            const auto f = carry(h, w, at);
            return f ? f->moment : 0.0;
          },
          before_trim, t);
    before = now;
    before_trim = t;
  }
  if (!trim) {
    s.bow_rises = carried && first_moment > 0.0 && before && before->moment > 0.0;
    s.message = !carried              ? "the bottom cannot carry the boat at this speed and any trim up to 16 degrees"
                : first_moment <= 0.0 ? "the bow goes under: every trim leaves a moment that presses it down"
                : !h.wings.empty()
                    ? "the bow rises past 16 degrees: the air under it lifts it and nothing brings it down"
                    : "the bow rises past 16 degrees: nothing brings it down";
    if (!s.bow_rises) return s;
    trim = most_trim;
  }
  const std::optional<Forces> carried_there = carry(h, w, *trim);
  if (!carried_there) {  // between two trims that carry lies one that does not
    s.message = "no steady trim: the bottom carries the boat only in steps";
    return s;
  }
  const Forces& f = *carried_there;
  if (h.length > 0.0 && f.pressure_point > most_forward * h.length) {
    s.message = {"the bow goes under: the bottom would have to carry {0} forward of the transom",
                 length_quantity(f.pressure_point)};
    return s;
  }
  const double cv = speed / std::sqrt(gravity * h.beam);
  s.trim = *trim;
  s.wetted_ratio = f.wet.ratio;
  s.wetted_beam = f.wet.beam;
  s.chines_dry = f.wet.chines_dry;
  s.wetted_length = f.wet.ratio * f.wet.beam;
  s.keel_length = f.wet.keel;
  s.friction = f.friction;
  s.lift = f.normal * std::cos(s.trim);
  s.pressure = f.normal * std::sin(s.trim);
  s.appendages = f.hung.appendages;
  s.air = f.hung.air + f.hung.wing_drag;
  s.wing = f.hung.wing;
  s.thrust = f.thrust;
  s.drag = f.thrust * std::cos(s.trim + h.thrust_angle);
  s.pressure_point = f.pressure_point;
  const WhiskerSpray spray =
      whisker_spray(h.beam, h.deadrise, s.trim, s.keel_length, speed, density, viscosity, h.rails);
  s.spray_angle = spray.angle;
  s.spray = spray.drag;
  s.draught = s.keel_length * std::sin(s.trim);
  s.porpoising_trim = porpoising_limit(h.mass * gravity / (w.head() * h.beam * h.beam), degrees(h.deadrise));
  if (s.bow_rises) return s;
  s.status = PlaningState::Status::solved;
  if (!s.porpoising_trim) s.mode = porpoising_mode(h, s, speed, density, viscosity);
  const auto outside = [&](bool is, const char* words) {
    if (!is) return;
    s.status = PlaningState::Status::outside_range;
    s.message = s.message.empty() ? Text(words) : Text("{0}; {1}", s.message, words);
  };
  outside(cv < 0.6 || cv > 13.0, "speed coefficient outside 0.6 to 13");
  outside(s.trim < radians(2.0) || s.trim > radians(15.0), "trim outside 2 to 15 degrees");
  outside(h.length > 0.0 && s.keel_length > h.length,
          "more wetted keel than the hull has: its bow's curve carries, which is not in the method");
  outside(s.wetted_ratio > 4.0, "more than 4 beams of wetted length");
  return s;
}

}  // namespace

PlaningState solve_planing(const PlaningHull& h, double speed, double density, double viscosity) {
  if (!h.surfaces.empty()) {
    check(h, {speed, density, viscosity});
    return solve_surfaces(h, speed, density, viscosity);
  }
  if (h.bodies <= 1) return solve_one(h, speed, density, viscosity);
  // What holds for the whole boat holds for each body with its share: forces and moments alike are divided.
  const auto share = static_cast<double>(h.bodies);
  PlaningHull one = h;
  one.bodies = 1;
  for (double PlaningHull::*m : {&PlaningHull::mass, &PlaningHull::appendage_area, &PlaningHull::air_area})
    one.*m /= share;
  for (AirWing& wing : one.wings) wing.area /= share;
  PlaningState s = solve_one(one, speed, density, viscosity);
  for (double PlaningState::*m : {&PlaningState::lift, &PlaningState::drag, &PlaningState::friction,
                                  &PlaningState::pressure, &PlaningState::appendages, &PlaningState::air,
                                  &PlaningState::thrust, &PlaningState::spray, &PlaningState::wing})
    s.*m *= share;
  return s;
}

}  // namespace plucky
