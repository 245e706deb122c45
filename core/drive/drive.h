// The drive as pitch-and-slip arithmetic sees it. In: motor, battery, propeller, slip. Out: speed, torque, current, run
// time at full throttle.
//
// Speed: V = loaded x Kv x U x pitch x (1 - slip), common practice, no source. Torque: one blade element at 0.7 R with
// the momentum theory's inflow (Betz; Glauert), good to about a third; current from torque by the motor's Kv.
#pragma once

#include <cstdint>
#include <string>

#include "geometry/vec.h"

namespace plucky {

enum class Propulsor { none, propeller, jet, air_propeller };
[[nodiscard]] const char* propulsor_key(Propulsor propulsor);
[[nodiscard]] const char* propulsor_name(Propulsor propulsor);
[[nodiscard]] Propulsor propulsor_from_key(const std::string& key);

struct Drive {
  Propulsor propulsor = Propulsor::none;
  std::uint32_t count = 1;         ///< drives of this kind
  double kv = 200.0;               ///< rad/s per V (rpm/V x 0.10472)
  double no_load_current = 1.5;    ///< A
  double current_limit = 60.0;     ///< A, of each ESC, continuous
  std::uint32_t cells = 3;         ///< in series
  double cell_voltage = 3.7;       ///< V, nominal
  double capacity = 3.0 * 3600.0;  ///< C (A s)
  double discharge_rate = 30.0;    ///< battery's continuous C rating, 1/h
  double usable = 0.8;             ///< share of the capacity that is used
  double diameter = 0.040;         ///< m
  double pitch = 0.048;            ///< m
  std::uint32_t blades = 2;
  double blade_area = 0.35;  ///< of all blades, share of the disc
  double slip = 0.15;        ///< 10-20 % at speed, common practice, no source
  double loaded = 0.8;       ///< revolutions under load, share of Kv x U: common practice, no source
  bool operator==(const Drive&) const = default;
  [[nodiscard]] double voltage() const { return cells * cell_voltage; }
};

/// Slip usually seen with a kind of propulsor; low confidence for jets and air propellers.
[[nodiscard]] double usual_slip(Propulsor propulsor);

/// Thrust and torque coefficients at advance ratio J = V / (n D) by the blade element described above.
struct PropellerCoefficients {
  double kt = 0.0, kq = 0.0;
};
[[nodiscard]] PropellerCoefficients propeller_coefficients(double pitch_ratio, double blade_area, double advance);

struct DriveReport {
  bool fitted = false;
  double revolutions = 0.0;  ///< 1/s under load
  double speed = 0.0;        ///< m/s
  double thrust = 0.0;       ///< N, all drives
  double torque = 0.0;       ///< N m, each
  double current = 0.0;      ///< A, from the battery, all drives
  double power = 0.0;        ///< W, from the battery
  double run_time = 0.0;     ///< s at full throttle
};

/// Throws InvalidInput for measures that are not above zero or a slip outside 0 to 95 %.
void check_drive(const Drive& drive);

/// Throws as check_drive().
[[nodiscard]] DriveReport run_drive(const Drive& drive, double water_density);

}  // namespace plucky
