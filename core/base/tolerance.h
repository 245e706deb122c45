// Every tolerance of the core with its reason, in one place.
#pragma once

namespace plucky::tolerance {

/// Points of a mesh closer than this are one point. A tenth of a micrometre: far below what any printer or file holds.
inline constexpr double weld_m = 1e-7;

/// Relative error of the displaced volume at which an equilibrium counts as found; 1e-9 of a 2 l boat is 2 mm3.
inline constexpr double volume_relative = 1e-9;

/// Horizontal distance between centre of buoyancy and centre of gravity at which moments count as balanced,
/// relative to the body's length. 1e-8 of a 0.6 m boat is 6 nm: noise of double arithmetic, nothing a scale could see.
inline constexpr double lever_relative = 1e-8;

/// The same two for points of a righting-arm curve, which is drawn and read to hundredths of a millimetre.
inline constexpr double curve_volume_relative = 1e-7;
inline constexpr double curve_lever_relative = 2e-7;

/// A righting arm below this share of the body's length is taken as zero when its sign decides about stability.
inline constexpr double righting_arm_relative = 1e-7;

}  // namespace plucky::tolerance
