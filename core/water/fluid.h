// Water as the boat meets it. In: nothing. Out: densities, viscosities. Source: 03-physics values, fresh water 20 C and
// sea water 15 C, air 20 C.
#pragma once

namespace plucky {

/// Standard gravity, m/s2.
inline constexpr double gravity = 9.80665;

/// Density of fresh water at 20 C, kg/m3.
inline constexpr double fresh_water_density = 998.2;

/// Density of sea water at 15 C, kg/m3.
inline constexpr double sea_water_density = 1026.0;

/// Kinematic viscosities of the same waters, m2/s.
inline constexpr double fresh_water_viscosity = 1.0034e-6, sea_water_viscosity = 1.19e-6;

/// Density of air at 20 C, kg/m3.
inline constexpr double air_density = 1.204;

/// Kinematic viscosity of air at 20 C, m2/s.
inline constexpr double air_viscosity = 1.51e-5;

}  // namespace plucky
