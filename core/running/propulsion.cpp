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

bool bladed(const DriveKind& kind) {
  return kind.open_screw || kind.in_air;
}
}  // namespace

std::optional<ChartFan> charts_over(const Drive& d, double low, double high) {
  const DriveKind& kind = drive_kind(d);
  if (!bladed(kind)) return std::nullopt;
  return ChartFan(blade_form(d), low, high, kind.in_air);
}

Propulsion::Propulsion(const Drive& d, double density, double viscosity, const ChartFan* charts)
    : kind_(&drive_kind(d)), drive_(d), density_(density), viscosity_(viscosity) {
  check_drive(d);
  if (kind_->in_air) density_ = air_density, viscosity_ = air_viscosity;
  if (bladed(*kind_)) {
    const double pitch_ratio = d.screw.pitch / d.screw.diameter;
    chart_ = charts ? charts->at(pitch_ratio) : chart_of(blade_form(d), kind_->in_air);
    blades_ = {d.screw.diameter, d.screw.blade_area, pitch_ratio};
  }
  if (kind_->doubt) doubt_ = kind_->doubt(*this);
}

double Propulsion::air_drawn(double thrust, double speed, const DiscPlace& disc, AirHistory history) const {
  const double radius = 0.5 * drive_.screw.diameter;
  return air_share(disc, radius, speed, inflow_of(thrust, radius, speed, density_), history);
}

PropulsorLoad Propulsion::with_air(double n, double speed, const DiscPlace& disc, double air) const {
  PropulsorLoad load;
  const double diameter = drive_.screw.diameter;
  const double j = speed / (n * diameter), nd2 = density_ * n * n * std::pow(diameter, 4);
  const PropellerCoefficients wet = chart_.wetted(j, n * diameter * diameter / viscosity_);
  load.sound = wet.kt * nd2;
  load.immersed = immersed_share(disc.depth, 0.5 * diameter);
  load.air = air;
  const LimitedLoad held = limited_by_cavitation(
      blades_, {.advance_speed = speed, .revolutions = n, .depth = disc.depth, .density = density_}, load.sound,
      wet.kq * nd2 * diameter);
  load.cavitation = held.kept;
  load.thrust = held.thrust;
  load.torque = held.torque;
  if (air > 0.0) {
    const PropellerCoefficients dry = chart_.cavity(j);
    load.thrust = (1.0 - air) * load.thrust + air * dry.kt * nd2;
    load.torque = (1.0 - air) * load.torque + air * dry.kq * nd2 * diameter;
  }
  const double kept = load.immersed * (disc.surface ? 1.0 : near_surface_share(disc.depth, 0.5 * diameter));
  load.thrust *= kept;
  load.torque *= disc.surface ? kept : std::pow(kept, minsaas_torque_power);
  return load;
}

PropulsorLoad Propulsion::at(double n, double speed, const PropulsorWater& water) const {
  return n > 0.0 && kind_->load ? kind_->load(*this, n, speed, water) : PropulsorLoad{};
}

}  // namespace plucky
