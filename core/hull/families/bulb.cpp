#include "hull/families/bulb.h"

#include <algorithm>
#include <cmath>

#include "base/blend.h"
#include "base/error.h"

namespace plucky {

void grow_bulb(TriangleMesh& skin, const HullShape& s, const Master& lines) {
  const double radius = 0.5 * s.bulb_diameter;
  if (const double tip = lines.stem(radius) + s.bulb_length; tip > s.length)
    throw InvalidInput("Length of the bulb", Text("reaches {0} from the transom, past the bow tip at {1}",
                                                  length_quantity(tip), length_quantity(s.length)));
  if (s.bulb_diameter > 0.5 * s.depth)
    throw InvalidInput("Diameter of the bulb", Text("{0} is more than half the depth, {1}",
                                                    length_quantity(s.bulb_diameter), length_quantity(s.depth)));
  const double begins = lines.forefoot() - 2.0 * s.bulb_diameter;
  constexpr double fullest = 0.6;  // share of the way to the tip from which it closes as an ellipsoid does
  for (Vec3& v : skin.vertices) {
    const double off = (v.z() - radius) / radius, round = 1.0 - off * off;
    if (round <= 0.0 || v.x() <= begins) continue;
    const double way = std::clamp((v.x() - begins) / (lines.stem(v.z()) - begins), 0.0, 1.0);
    const double closes = std::max(0.0, (way - fullest) / (1.0 - fullest));
    const double half =
        radius * std::sqrt(round) * smooth_step(std::min(1.0, way / fullest)) * std::sqrt(1.0 - closes * closes);
    // Further out where the hull is full already; the centre plane stays where it is.
    if (v.y() != 0.0) v.y() = std::copysign(std::hypot(v.y(), half), v.y());
    v.x() += s.bulb_length * round * smooth_step(way);
  }
}

}  // namespace plucky
