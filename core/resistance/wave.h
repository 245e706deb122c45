// Wave resistance of a slender hull. In: half-breadths below the still water, speed. Out: newtons.
//
// Michell's thin-ship integral (1898), R = (4 rho g^2 / pi V^2) int_1^inf (I^2 + J^2) l^2 / sqrt(l^2 - 1) dl with
// I + iJ = int int df/dx exp(-l^2 k z + i l k x) dx dz, k = g / V^2. The slope df/dx is constant between stations, f is
// linear between depths, and both inner integrals are taken exactly on that. Two like bodies side by side make waves
// that meet: their amplitudes add with the phase of their distance, |1 + e^{i k s l sqrt(l^2 - 1)}|^2 = 4 cos^2(k s l
// sqrt(l^2 - 1) / 2), s between their centre planes; far apart that is twice one body's resistance in the mean.
// Overrates the humps below a Froude number of about 0.35; wants a beam well below the length. Below a Froude number of
// 0.08, where waves are next to nothing, it falls with the sixth power of the speed.
#pragma once

#include <functional>
#include <vector>

#include "hull/model.h"

namespace plucky {

/// Half-breadths below the water line, of one body. Stations increase in x, depths increase from 0 at the water, m.
struct Offsets {
  std::vector<double> x, depth;
  double spacing = 0.0;  ///< m, between the centre planes of two like bodies side by side; 0: there is one
  std::vector<std::vector<double>> half;       ///< [station][depth], m; 0 outside the hull
  [[nodiscard]] double greatest_half() const;  ///< m
};

/// How closely offsets are taken: at every so many of the hull's stations, at so many depths.
struct OffsetGrid {
  std::size_t every = 1;
  int layers = 14;
};
/// Offsets below the water, whose height over a station `water` gives, at the hull's stations and at depths that are
/// closer near the surface; where two bodies stand `spacing` apart, of one of them. In trim each station is measured
/// from its own water line.
[[nodiscard]] Offsets offsets_below(const HullModel& hull, const std::function<double(double)>& water,
                                    double spacing = 0.0, const OffsetGrid& grid = {});

/// Speed in deep water whose waves are as long as those of `speed` (m/s) over a bed `depth` (m) down: what meets the
/// hull is the same (Schlichting 1934). From nine tenths of the speed sqrt(g h) that no long wave passes it goes back
/// to the speed itself, reached a fifth above it, where waves no longer keep up: a hump of that speed is not in it. The
/// speed itself for a depth of 0, deep water.
[[nodiscard]] double speed_in_deep_water(double speed, double depth);

/// Over that critical speed; 0 in deep water.
[[nodiscard]] double depth_froude(double speed, double depth);

/// Within these of the critical speed waves pile up and the drag has a peak that nothing here foretells.
inline constexpr double critical_from = 0.9, critical_to = 1.2;

/// Of all bodies together. Throws InvalidInput for speeds or densities that are not above zero, fewer than three
/// stations or two depths.
[[nodiscard]] double wave_resistance(const Offsets& offsets, double speed, double density);

}  // namespace plucky
