#include "resistance/friction.h"

#include <cmath>

#include "base/error.h"

namespace plucky {

double friction_coefficient(double re) {
  if (!(re > 0.0)) throw InvalidInput("Reynolds number", Text("is {0}; must be more than zero", re));
  constexpr double laminar_below = 2e4, turbulent_above = 1e5;
  if (re <= laminar_below) return 1.328 / std::sqrt(re);
  const double lg = std::log10(re);
  const double turbulent = 0.075 / ((lg - 2.0) * (lg - 2.0));
  if (re >= turbulent_above) return turbulent;
  const double s = (lg - std::log10(laminar_below)) / std::log10(turbulent_above / laminar_below);
  const double weight = s * s * (3.0 - 2.0 * s);
  return (1.0 - weight) * 1.328 / std::sqrt(re) + weight * turbulent;
}

double smooth_friction(double re) {
  const double stimulated = friction_coefficient(re);
  return std::min(stimulated, std::max(1.328 / std::sqrt(re), stimulated - 1700.0 / re));
}

double form_factor(const FormFactorInput& in) {
  for (const auto& [what, value] :
       {std::pair{"length", in.length}, {"beam", in.beam}, {"draught", in.draught}, {"volume", in.volume}})
    if (!(value > 0.0)) throw InvalidInput(what, Text("is {0}; must be more than zero", value));
  if (!(in.prismatic >= 0.3 && in.prismatic <= 0.95))
    throw InvalidInput("prismatic coefficient", Text("is {0}; must be 0.3 to 0.95", in.prismatic));
  // Length of the run over the length.
  const double run = 1.0 - in.prismatic + 0.06 * in.prismatic * 100.0 * in.lcb / (4.0 * in.prismatic - 1.0);
  return 0.93 + 0.487118 * (1.0 + 0.011 * in.stern) * std::pow(in.beam / in.length, 1.06806) *
                    std::pow(in.draught / in.length, 0.46106) * std::pow(1.0 / std::max(run, 0.05), 0.121563) *
                    std::pow(in.length * in.length * in.length / in.volume, 0.36486) *
                    std::pow(1.0 - in.prismatic, -0.604247);
}

}  // namespace plucky
