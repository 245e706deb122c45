#include "drive/water_film.h"

#include <algorithm>
#include <cmath>

#include "base/blend.h"
#include "base/positive.h"
#include "geometry/vec.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double water_conductivity = 0.60, prandtl = 7.0;  // W/mK

/// Nusselt number of a channel: `still` where the layer fills it, `entry` and `spread` how its beginning adds.
double nusselt(double reynolds, double over_length, double still, double entry, double spread) {
  const double graetz = reynolds * prandtl * over_length;
  const double laminar = still + entry * graetz / (1.0 + spread * std::pow(graetz, 2.0 / 3.0));
  const double turbulent = 0.023 * std::pow(std::max(reynolds, 2300.0), 0.8) * std::pow(prandtl, 0.4);
  const double w = smooth_step((reynolds - 2300.0) / 1700.0);
  return (1.0 - w) * laminar + w * std::max(laminar, turbulent);
}

}  // namespace

double tube_film(double bore, double length, double flow) {
  want_positive({{"bore", bore}, {"length", length}});
  if (!(flow > 0.0)) return 0.0;
  const double reynolds = 4.0 * flow / (pi * bore * fresh_water_viscosity);
  const double film = nusselt(reynolds, bore / length, 3.66, 0.0668, 0.04) * water_conductivity / bore;
  return film * pi * bore * length;
}

double jacket_film(double can_diameter, double can_length, double flow) {
  want_positive({{"can's diameter", can_diameter}, {"can's length", can_length}});
  if (!(flow > 0.0)) return 0.0;
  const double across = 2.0 * jacket_gap, length = 0.6 * can_length;  // hydraulic diameter of a narrow gap
  const double speed = flow / (pi * can_diameter * jacket_gap), reynolds = speed * across / fresh_water_viscosity;
  const double film = nusselt(reynolds, across / length, 4.86, 0.03, 0.016) * water_conductivity / across;
  return film * pi * can_diameter * length;
}

}  // namespace plucky
