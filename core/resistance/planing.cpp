#include "resistance/planing.h"

#include <fmt/format.h>

#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>
#include <functional>
#include <optional>

#include "base/error.h"
#include "resistance/friction.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double least_trim = radians(0.3), most_trim = radians(16.0), most_ratio = 12.0, least_ratio = 0.02;

/// All forces at one trim, once the wetted length carries what it must.
struct Forces {
  double ratio = 0.0, normal = 0.0, friction = 0.0, thrust = 0.0, appendages = 0.0, air = 0.0, tab = 0.0,
         tab_drag = 0.0, moment = 0.0;
  double pressure_point = 0.0;
};

struct Water {
  double speed, density, viscosity;
  [[nodiscard]] double head() const { return 0.5 * density * speed * speed; }
};

std::optional<double> root(const std::function<double(double)>& f, double low, double high) {
  const double fl = f(low), fh = f(high);
  if (!(fl * fh <= 0.0)) return std::nullopt;
  boost::uintmax_t rounds = 60;
  const auto r =
      boost::math::tools::toms748_solve(f, low, high, fl, fh, boost::math::tools::eps_tolerance<double>(40), rounds);
  return 0.5 * (r.first + r.second);
}

/// The mean speed along the bottom is a little below the boat's: Savitsky's (18).
double bottom_speed(double trim, double ratio, double deadrise, double speed) {
  const double t = std::pow(degrees(trim), 1.1);
  const double dynamic = 0.0120 * std::sqrt(ratio) * t;
  const double held = dynamic - 0.0065 * degrees(deadrise) * std::pow(dynamic, 0.6);
  return speed * std::sqrt(std::max(0.1, 1.0 - held / (ratio * std::cos(trim))));
}

Forces forces_at(const PlaningHull& h, const Water& w, double trim, double ratio) {
  Forces f;
  f.ratio = ratio;
  const double cv = w.speed / std::sqrt(gravity * h.beam), b2 = h.beam * h.beam;
  const double lift = deadrise_lift(flat_lift(degrees(trim), ratio, cv), degrees(h.deadrise)) * w.head() * b2;
  f.normal = lift / std::cos(trim);
  const double along = bottom_speed(trim, ratio, h.deadrise, w.speed);
  const double cf = friction_coefficient(along * ratio * h.beam / w.viscosity) + h.roughness;
  f.friction = 0.5 * w.density * along * along * ratio * b2 / std::cos(h.deadrise) * cf;
  f.appendages = h.appendage_area * w.head();
  f.air = 0.5 * air_density * w.speed * w.speed * h.air_area;
  if (h.tab_chord > 0.0) {  // Savitsky & Brown (1976)
    const double deflection = degrees(h.tab_angle);
    f.tab = 0.046 * h.tab_chord * deflection * h.tab_span * h.beam * w.head();
    f.tab_drag = 0.0052 * f.tab * (degrees(trim) + deflection);
  }
  const double against = f.friction * std::cos(trim) + f.normal * std::sin(trim) + f.appendages + f.air + f.tab_drag;
  f.thrust = against / std::cos(trim + h.thrust_angle);
  f.pressure_point = pressure_centre(ratio, cv) * ratio * h.beam;
  // Bow up positive, about the CG.
  const double tab_arm = h.lcg - 0.6 * h.beam - h.tab_chord * (1.0 - h.tab_span);
  f.moment = f.normal * (f.pressure_point - h.lcg) - f.friction * (h.vcg - 0.25 * h.beam * std::tan(h.deadrise)) +
             f.thrust * h.thrust_offset - f.appendages * h.appendage_depth + f.air * h.air_height - f.tab * tab_arm;
  return f;
}

/// Upward force beyond the weight.
double surplus(const PlaningHull& h, const Forces& f, double trim) {
  return f.normal * std::cos(trim) - f.friction * std::sin(trim) + f.thrust * std::sin(trim + h.thrust_angle) + f.tab -
         h.mass * gravity;
}

std::optional<Forces> carry(const PlaningHull& h, const Water& w, double trim) {
  const auto ratio =
      root([&](double log_ratio) { return surplus(h, forces_at(h, w, trim, std::exp(log_ratio)), trim); },
           std::log(least_ratio), std::log(most_ratio));
  if (!ratio) return std::nullopt;
  return forces_at(h, w, trim, std::exp(*ratio));
}

void check(const PlaningHull& h, const Water& w) {
  for (const auto& [what, value] : {std::pair{"beam", h.beam},
                                    {"mass", h.mass},
                                    {"speed", w.speed},
                                    {"density", w.density},
                                    {"viscosity", w.viscosity}})
    if (!(value > 0.0)) throw InvalidInput(what, fmt::format("is {}; wants more than zero", value));
  if (!(h.deadrise >= 0.0 && h.deadrise <= radians(40.0)))
    throw InvalidInput("deadrise", fmt::format("is {:.3g} degrees; wants 0 to 40", degrees(h.deadrise)));
  if (!(h.lcg >= 0.0 && h.lcg <= 8.0 * h.beam))
    throw InvalidInput("lcg", fmt::format("is {:.3g} m; wants 0 to 8 beams forward of the transom", h.lcg));
}

}  // namespace

double flat_lift(double trim, double ratio, double cv) {
  return std::pow(trim, 1.1) * (0.0120 * std::sqrt(ratio) + 0.0055 * std::pow(ratio, 2.5) / (cv * cv));
}

double deadrise_lift(double flat, double deadrise) {
  return flat - 0.0065 * deadrise * std::pow(flat, 0.60);
}

double pressure_centre(double ratio, double cv) {
  return 0.75 - 1.0 / (5.21 * cv * cv / (ratio * ratio) + 2.39);
}

WhiskerSpray whisker_spray(double beam, double deadrise, double trim, double speed, double density, double viscosity) {
  WhiskerSpray s;
  s.angle = std::atan2(0.5 * pi * std::tan(trim), std::tan(deadrise));
  const double direction = 2.0 * s.angle / std::cos(deadrise);
  if (direction >= 0.5 * pi) return s;
  s.area = beam * beam / (4.0 * std::sin(2.0 * s.angle) * std::cos(deadrise));
  // A streak from the line to the chine is on average as long as the area over the line's own length.
  const double streak = s.area / (beam / std::sin(s.angle));
  s.drag =
      0.5 * density * speed * speed * s.area * std::cos(direction) * friction_coefficient(speed * streak / viscosity);
  return s;
}

PlaningState solve_planing(const PlaningHull& h, double speed, double density, double viscosity) {
  const Water w{speed, density, viscosity};
  check(h, w);
  PlaningState s;
  // Bow-up moment falls as the trim rises: less bottom is wet and its pressure moves aft. A scan finds where it changes
  // sign.
  constexpr int steps = 32;
  std::optional<Forces> before;
  double before_trim = 0.0, first_moment = 0.0;
  bool carried = false;
  std::optional<double> trim;
  for (int i = 0; i <= steps && !trim; ++i) {
    const double t = least_trim + (most_trim - least_trim) * i / steps;
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
    s.message = !carried              ? "the bottom cannot carry the boat at this speed and any trim up to 16 degrees"
                : first_moment <= 0.0 ? "the bow goes under: every trim leaves a moment that presses it down"
                                      : "the bow rises past 16 degrees: nothing brings it down";
    return s;
  }
  const Forces f = *carry(h, w, *trim);
  const double cv = speed / std::sqrt(gravity * h.beam);
  s.trim = *trim;
  s.wetted_ratio = f.ratio;
  s.wetted_length = f.ratio * h.beam;
  s.friction = f.friction;
  s.lift = f.normal * std::cos(s.trim);
  s.pressure = f.normal * std::sin(s.trim);
  s.appendages = f.appendages;
  s.air = f.air;
  s.thrust = f.thrust;
  s.drag = f.thrust * std::cos(s.trim + h.thrust_angle);
  s.pressure_point = f.pressure_point;
  // The chine wets later than the keel: Savitsky's (13), L_k - L_c = b tan(deadrise) / (pi tan(trim)).
  s.keel_length = s.wetted_length + 0.5 * h.beam * std::tan(h.deadrise) / (pi * std::tan(s.trim));
  const WhiskerSpray spray = whisker_spray(h.beam, h.deadrise, s.trim, speed, density, viscosity);
  s.spray_angle = spray.angle;
  // The formula is of bottoms whose line of spray reaches the chine. Below two degrees of trim it does not on hulls as
  // short as these, the area runs away, and fast monohulls would lose a quarter of the speed that common practice sees:
  // it counts from two degrees on, wholly from three, by the share of the line that the wetted keel has room for.
  const double grown = std::clamp(degrees(s.trim) - 2.0, 0.0, 1.0), counts = grown * grown * (3.0 - 2.0 * grown);
  const double room = std::min(1.0, s.keel_length * std::tan(spray.angle) / (0.5 * h.beam));
  s.spray = counts * room * spray.drag;
  s.draught = s.keel_length * std::sin(s.trim);
  const double load = h.mass * gravity / (w.head() * h.beam * h.beam), beta = std::max(8.0, degrees(h.deadrise));
  s.porpoising_trim =
      radians(0.1197 * std::pow(beta, 0.7651) * std::exp(15.7132 * std::sqrt(0.5 * load) * std::pow(beta, -0.2629)));
  s.status = PlaningState::Status::solved;
  const auto outside = [&](bool is, const std::string& words) {
    if (!is) return;
    s.status = PlaningState::Status::outside_range;
    s.message += (s.message.empty() ? "" : "; ") + words;
  };
  outside(cv < 0.6 || cv > 13.0, fmt::format("speed coefficient {:.2g} is outside 0.6 to 13", cv));
  outside(s.trim < radians(2.0) || s.trim > radians(15.0),
          fmt::format("trim {:.2g} degrees is outside 2 to 15", degrees(s.trim)));
  outside(s.wetted_ratio > 4.0, fmt::format("{:.2g} beams of wetted length are more than 4", s.wetted_ratio));
  return s;
}

}  // namespace plucky
