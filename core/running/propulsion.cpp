#include "running/propulsion.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "drive/drive_table.h"
#include "water/fluid.h"

namespace plucky {

namespace {
constexpr double table_step = 0.04;
constexpr std::size_t table_size = 76;  // up to J = 3
}  // namespace

Propulsion::Propulsion(const Drive& d, double water_density)
    : kind_(d.propulsor), diameter_(d.screw.diameter), density_(water_density) {
  check_drive(d);
  const double pitch_ratio = d.screw.pitch / d.screw.diameter;
  if (kind_ == Propulsor::jet) {
    jet_ = {.diameter = d.screw.diameter, .nozzle = d.jet.nozzle, .pitch_ratio = pitch_ratio};
    doubt_ = "jet by momentum theory with a small pump's usual losses";
    return;
  }
  if (kind_ == Propulsor::air_propeller) density_ = air_density;
  by_series_ = kind_ == Propulsor::propeller && d.screw.blades >= 3;
  if (by_series_) {
    series_ = b_series(std::min(d.screw.blades, 7u), d.screw.blade_area, pitch_ratio);
    if (pitch_ratio > 1.4 || pitch_ratio < 0.5 || d.screw.blade_area < 0.3 || d.screw.blade_area > 1.05)
      doubt_ = fmt::format("pitch ratio {:.2f} and blade area {:.2f} lie outside the series (0.5 to 1.4, 0.3 to 1.05)",
                           pitch_ratio, d.screw.blade_area);
  } else {
    doubt_ =
        kind_ == Propulsor::air_propeller ? "air propeller by one blade element" : "two blades by one blade element";
    for (std::size_t i = 0; i < table_size; ++i)
      table_.push_back(propeller_coefficients(pitch_ratio, d.screw.blade_area, table_step * static_cast<double>(i)));
  }
}

PropellerCoefficients Propulsion::blade_element_at(double j) const {
  const double at = std::min(j / table_step, static_cast<double>(table_size - 2));
  const auto i = static_cast<std::size_t>(at);
  const double w = at - static_cast<double>(i);
  return {(1.0 - w) * table_[i].kt + w * table_[i + 1].kt, (1.0 - w) * table_[i].kq + w * table_[i + 1].kq};
}

PropulsorLoad Propulsion::at(double n, double speed, double share) const {
  if (n <= 0.0) return {};
  if (kind_ == Propulsor::jet) {
    const JetState s = jet_state(jet_, n, speed, density_);
    return {share * s.thrust, share * s.torque};
  }
  const double j = speed / (n * diameter_), nd2 = share * density_ * n * n * std::pow(diameter_, 4);
  if (!by_series_) {
    const PropellerCoefficients k = blade_element_at(j);
    return {k.kt * nd2, k.kq * nd2 * diameter_};
  }
  const double held = std::min(j, 1.8);  // far past zero thrust the polynomials mean nothing
  return {series_.thrust(held) * nd2, series_.torque(held) * nd2 * diameter_};
}

}  // namespace plucky
