// Heat from a wall to water that runs along it. In: channel, flow. Out: conductance, W/K.
//
// Handbook correlations (memory): laminar with the entry's thin layer, Hausen in tubes and parallel plates heated from
// one side in a jacket's gap; turbulent Dittus and Boelter from a Reynolds number of 4000, with a passage from 2300.
// Water at 20 degC. Good to about a quarter; what lies between part and wall is not in it.
#pragma once

namespace plucky {

/// From a tube's wall, W/K; bore and length in m, flow in m3/s. 0 without flow. Throws InvalidInput for measures not
/// above zero.
[[nodiscard]] double tube_film(double bore, double length, double flow);

/// Gap between a motor's can and the jacket round it, m: common practice, no source.
inline constexpr double jacket_gap = 0.001;

/// From a can to the water in a jacket over six tenths of its length, W/K.
[[nodiscard]] double jacket_film(double can_diameter, double can_length, double flow);

}  // namespace plucky
