#include "running/propulsion.h"

#include <cmath>

#include "drive/drive_table.h"
#include "water/fluid.h"

namespace plucky {

namespace {
/// Surface propellers are cupped, rad, and their wedges keep more of a plate's lift: chosen so that the monohulls of
/// common practice (tests/reference) run their known speeds.
constexpr double surface_cup = radians(3.0), surface_slope = 0.55;

BladeForm blade_form(const Drive& d) {
  BladeForm form{d.screw.blades, d.screw.blade_area, d.screw.pitch / d.screw.diameter};
  if (d.screw.surface) form.cup = surface_cup, form.cavity_slope = surface_slope;
  return form;
}
}  // namespace

std::optional<ChartFan> charts_over(const Drive& d, double low, double high) {
  if (d.propulsor == Propulsor::jet || d.propulsor == Propulsor::none) return std::nullopt;
  return ChartFan(blade_form(d), low, high, d.propulsor == Propulsor::air_propeller);
}

Propulsion::Propulsion(const Drive& d, double density, double viscosity, const ChartFan* charts)
    : kind_(d.propulsor), diameter_(d.screw.diameter), density_(density), viscosity_(viscosity) {
  check_drive(d);
  const double pitch_ratio = d.screw.pitch / d.screw.diameter;
  if (kind_ == Propulsor::jet) {
    jet_ = {.diameter = d.screw.diameter, .nozzle = d.jet.nozzle, .pitch_ratio = pitch_ratio};
    doubt_ = "jet by momentum theory with a small pump's usual losses";
    return;
  }
  const bool air = kind_ == Propulsor::air_propeller;
  if (air) density_ = air_density, viscosity_ = air_viscosity;
  chart_ = charts ? charts->at(pitch_ratio) : PropellerChart(blade_form(d), air);
  blades_ = {diameter_, d.screw.blade_area, pitch_ratio};
  if (air) {
    doubt_ = "air propeller by blade element and momentum";
  } else if (d.screw.surface) {
    doubt_ = "surface propeller by blade element with cavities: low confidence";
  } else if (d.screw.blades < 3) {
    doubt_ = "two blades by blade element and momentum";
  } else if (chart_.source() != ChartSource::series) {
    doubt_ = Text(
        "pitch ratio {0} and blade area {1} lie outside or at the edge of the series (0.5 to 1.4, 0.3 to 1.05): "
        "blade element and momentum",
        pitch_ratio, d.screw.blade_area);
  }
}

double Propulsion::air_drawn(double thrust, double speed, const DiscPlace& disc, AirHistory history) const {
  const double radius = 0.5 * diameter_;
  return air_share(disc, radius, speed, inflow_of(thrust, radius, speed, density_), history);
}

PropulsorLoad Propulsion::with_air(double n, double speed, const DiscPlace& disc, double air) const {
  PropulsorLoad load;
  const double j = speed / (n * diameter_), nd2 = density_ * n * n * std::pow(diameter_, 4);
  const PropellerCoefficients wet = chart_.wetted(j, n * diameter_ * diameter_ / viscosity_);
  load.sound = wet.kt * nd2;
  load.immersed = immersed_share(disc.depth, 0.5 * diameter_);
  load.air = air;
  const LimitedLoad held = limited_by_cavitation(
      blades_, {.advance_speed = speed, .revolutions = n, .depth = disc.depth, .density = density_}, load.sound,
      wet.kq * nd2 * diameter_);
  load.cavitation = held.kept;
  load.thrust = held.thrust;
  load.torque = held.torque;
  if (air > 0.0) {
    const PropellerCoefficients dry = chart_.cavity(j);
    load.thrust = (1.0 - air) * load.thrust + air * dry.kt * nd2;
    load.torque = (1.0 - air) * load.torque + air * dry.kq * nd2 * diameter_;
  }
  const double kept = load.immersed * (disc.surface ? 1.0 : near_surface_share(disc.depth, 0.5 * diameter_));
  load.thrust *= kept;
  load.torque *= disc.surface ? kept : std::pow(kept, minsaas_torque_power);
  return load;
}

PropulsorLoad Propulsion::at(double n, double speed, const PropulsorWater& water) const {
  if (n <= 0.0) return {};
  if (kind_ == Propulsor::jet) {
    const JetState s = jet(n, speed);
    return {
        .thrust = water.share * s.thrust, .torque = water.share * s.torque, .immersed = water.share, .sound = s.thrust};
  }
  if (kind_ == Propulsor::air_propeller) {
    const double nd2 = density_ * n * n * std::pow(diameter_, 4);
    const PropellerCoefficients k = chart_.wetted(speed / (n * diameter_), n * diameter_ * diameter_ / viscosity_);
    return {.thrust = k.kt * nd2, .torque = k.kq * nd2 * diameter_, .sound = k.kt * nd2};
  }
  if (!water.disc) return with_air(n, speed, {.depth = 10.0 * diameter_}, 0.0);
  // The share of air follows from the load and the load from the share: more air, less load, less air. One answer.
  const DiscPlace& disc = *water.disc;
  const auto drawn = [&](double air) {
    return air_drawn(with_air(n, speed, disc, air).thrust, speed, disc, water.history);
  };
  double low = 0.0, high = drawn(0.0);
  if (high <= 0.0) return with_air(n, speed, disc, 0.0);
  low = drawn(high);
  for (int i = 0; i < 24 && high - low > 1e-3; ++i) {
    const double middle = 0.5 * (low + high), at = drawn(middle);
    (at > middle ? low : high) = middle;
  }
  return with_air(n, speed, disc, 0.5 * (low + high));
}

}  // namespace plucky
