#include "trial/weighing.h"

#include <cmath>

#include "base/error.h"

namespace plucky {

FoundMass weigh_boat(const std::vector<SupportReading>& supports, double scale_sigma, double place_sigma, double cg_z) {
  if (supports.size() < 2 || supports.size() > 4)
    throw InvalidInput("supports", Text("{0} given; must be two, three or four", supports.size()));
  FoundMass out;
  Vec3 moment = Vec3::Zero();
  for (std::size_t i = 0; i < supports.size(); ++i) {
    const SupportReading& s = supports[i];
    if (!(s.mass >= 0.0) || !std::isfinite(s.mass))
      throw InvalidInput(Text("support {0}", i + 1), "shows less than nothing: tare the empty scale first");
    for (std::size_t k = 0; k < i; ++k)
      if ((s.place - supports[k].place).head<2>().norm() < 0.02)
        throw InvalidInput(Text("supports {0} and {1}", k + 1, i + 1), "stand closer than 20 mm");
    out.mass += s.mass;
    moment += s.mass * s.place;
  }
  if (out.mass <= 0.0) throw InvalidInput("supports", "all show zero");
  out.cg = moment / out.mass;
  // d(cg)/d(reading i) = (place i - cg) / mass; d(cg)/d(place i) = reading i / mass.
  Vec3 variance = Vec3::Zero();
  for (const SupportReading& s : supports)
    for (int axis = 0; axis < 2; ++axis)
      variance[axis] += std::pow((s.place[axis] - out.cg[axis]) / out.mass * scale_sigma, 2) +
                        std::pow(s.mass / out.mass * place_sigma, 2);
  out.mass_sigma = scale_sigma * std::sqrt(static_cast<double>(supports.size()));
  out.cg_sigma = variance.cwiseSqrt();
  if (supports.size() == 2) out.cg.y() = 0.0;
  out.cg.z() = cg_z;
  out.cg_sigma.z() = 0.005;
  return out;
}

}  // namespace plucky
