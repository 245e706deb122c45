// Battery, ESC, motor and gear. In: throttle and revolutions. Out: torque at the propeller, currents, voltages, heat.
//
// Motor: U = I R + w / Kv, torque (I - I0) / Kv. ESC: takes the throttle's share of the battery voltage and passes the
// same power, less its resistance; its switching takes a share of what passes from the battery besides. Battery: sags
// by its cells' resistance. Leads, where they are told, take their share on either side of the ESC.
#pragma once

#include <cstdint>

#include "drive/drive.h"

namespace plucky {

struct PowerTrain {
  double voltage = 11.1;            ///< V, open circuit
  double battery_resistance = 0.0;  ///< ohm, whole pack with its plugs, and with usual leads where none are told
  double esc_resistance = 0.0;      ///< ohm
  double battery_leads = 0.0;       ///< ohm, of each drive's leads to the battery, both ways
  double motor_leads = 0.0;         ///< ohm, of the two of its motor leads that carry at a time
  double kv = 200.0;                ///< rad/s per V
  double motor_resistance = 0.02;   ///< ohm
  double no_load_current = 1.0;     ///< A
  double switching = 0.015;         ///< share of what passes that the ESC's switching takes: common practice, no source
  double gear_ratio = 1.0;          ///< motor revolutions to one of the propeller
  double gear_efficiency = 1.0;     ///< 0.9 to 0.97 for gears, common practice, no source
  std::uint32_t count = 1;          ///< equal drives on the battery
};

/// One drive of the train at a throttle and propeller speed.
struct ShaftState {
  double torque = 0.0;             ///< N m, at the propeller
  double motor_current = 0.0;      ///< A
  double motor_voltage = 0.0;      ///< V
  double battery_current = 0.0;    ///< A, of all drives
  double battery_voltage = 0.0;    ///< V, sagged
  double motor_revolutions = 0.0;  ///< 1/s
  double motor_heat = 0.0;         ///< W, winding and iron
  double esc_heat = 0.0;           ///< W, resistance and switching
  double battery_heat = 0.0;       ///< W
  double lead_heat = 0.0;          ///< W, of this drive's leads
  double gear_heat = 0.0;          ///< W
};

/// `revolutions` of the propeller in 1/s, `throttle` 0 to 1. Above the free-running speed the torque is negative.
[[nodiscard]] ShaftState shaft_state(const PowerTrain& train, double throttle, double revolutions);

/// Propeller revolutions at which no torque is left, 1/s.
[[nodiscard]] double free_revolutions(const PowerTrain& train, double throttle);

/// A winding resistance for a motor whose maker tells none, ohm: copper of the usual filling for the can's volume and
/// Kv. From can diameter and length in m and Kv in rad/s per V; outrunners give more torque for their volume. An
/// estimate to about a factor of two: common practice, no source.
[[nodiscard]] double likely_resistance(double diameter, double length, double kv, bool outrunner = false);

/// Of one cell, ohm, from its capacity in C: 12 mohm at 1 Ah, falling with the capacity. Common practice, no source;
/// half to twice is possible, and cold or old cells have more.
[[nodiscard]] double likely_cell_resistance(double capacity);

/// Of an ESC, ohm, from its continuous rating in A: about 0.1 V lost at the rating. Common practice, no source.
[[nodiscard]] double likely_esc_resistance(double current_limit);

/// Open-circuit voltage of a cell at a share of its charge, over its nominal one: lithium polymer at rest (memory).
/// Falls steadily; clamped to 0 and 1.
[[nodiscard]] double resting_voltage(double charged);

/// V of a cell under load at which the ESC stops the motor: told, else 3.2 of 3.7 V, common practice, no source.
[[nodiscard]] double cell_cutoff(const Drive& drive);

/// The drive's train; what its makers do not tell is taken from the functions above. Throttle limit not in it.
[[nodiscard]] PowerTrain power_train(const Drive& drive);

/// Of a whole battery, told by its maker or estimated, ohm.
[[nodiscard]] double battery_resistance(const Battery& battery);
/// Winding resistance told or estimated, ohm.
[[nodiscard]] double winding_resistance(const Motor& motor);

}  // namespace plucky
