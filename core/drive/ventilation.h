// When a propeller draws air from the surface, and how much of it works in water. In: disc, depth, loading. Out:
// shares.
//
// A working disc is a sink in a stream. It draws the surface down where its own inflow would in still water (Craya's
// selective withdrawal, Q = 2.55 sqrt(g h^5), 1949, memory) and where the tube of water that passes the disc reaches
// the surface ahead of it. Both agree with what ventilated propellers showed: none below about three radii at rest,
// none below one and a half radii from an advance ratio of about 0.3 on (Koushan 2006, memory). Tips that break the
// surface take air with them: losses as Minsaas, Faltinsen & Persson (1983) fitted them, thrust 1 - 0.675 (1 - 0.769
// h/R)^1.258 (memory). What is drawn stays a little longer than it takes to begin: a propeller that starts in air
// washes clear only at more depth or less load than it would have begun to draw at.
#pragma once

namespace plucky {

/// What the disc did before: the two answers differ where air once drawn stays.
enum class AirHistory {
  from_rest,  ///< started with air around it, as a standing start near the surface does
  wetted      ///< ran in sound water until now
};

/// Depth of the disc's middle below which its sink draws no air, m. `inflow` is the speed it adds at the disc, m/s.
[[nodiscard]] double drawing_depth(double radius, double speed, double inflow);

/// Inflow of a thrust by momentum, m/s: (sqrt(V^2 + 2 T / (rho A)) - V) / 2; nothing for none.
[[nodiscard]] double inflow_of(double thrust, double radius, double speed, double density);

/// How the disc lies to the surface.
struct DiscPlace {
  double depth = 0.0;    ///< m, of its middle, negative above the water
  double shield = 0.0;   ///< m, that a plate or the hull above adds to the way of the air
  bool surface = false;  ///< made to run half out, its blades in cavities of their own
};

/// Share of the blades' work that is done with air behind them, 0 to 1.
[[nodiscard]] double air_share(const DiscPlace& place, double radius, double speed, double inflow, AirHistory history);

/// Share of a disc of this radius below the water when its middle lies `depth` under it.
[[nodiscard]] double immersed_share(double depth, double radius);

/// Minsaas, Faltinsen & Persson's share of the thrust at a depth (memory); 1 from 1.3 radii on, 0 above -0.48.
[[nodiscard]] double minsaas_share(double depth, double radius);
/// Torque falls as this power of the thrust's share (Minsaas, memory: 0.8 to 0.85).
inline constexpr double minsaas_torque_power = 0.85;

/// What the waves that a disc makes close under the surface leave of its thrust: Minsaas' share down to where its tips
/// break through, 0.89, and that from there on, since the air and the disc's share in the water take the rest.
[[nodiscard]] double near_surface_share(double depth, double radius);

}  // namespace plucky
