#include "flotation/tables.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "water/fluid.h"

namespace plucky {

std::vector<HydrostaticRow> hydrostatic_table(const HullModel& hull, const ImmersedBody& body, double density,
                                              std::span<const double> draughts, std::span<const double> trims) {
  std::vector<HydrostaticRow> out;
  const double middle = hull.box.low.x() + 0.5 * hull.length();
  for (const double trim : trims) {
    if (!(std::abs(trim) <= radians(45.0)))
      throw InvalidInput("trim", Text("{0} is not within 45 degrees", angle_quantity(trim)));
    for (const double draught : draughts) {
      if (!std::isfinite(draught)) throw InvalidInput("draught", "is not a number");
      const Attitude attitude{0.0, trim};
      const WaterPlane plane{attitude, attitude.up().dot(Vec3(middle, 0.0, draught))};
      const Immersion im = body.below(plane);
      HydrostaticRow r{.draught = draught, .trim = trim};
      r.volume = im.volume;
      r.mass = density * im.volume;
      r.wetted_area = im.wetted_area;
      if (im.volume > 0.0 && im.waterplane_area > 0.0) {
        const Vec3 b = im.centre_of_buoyancy();
        const double area = im.waterplane_area, xf = im.waterplane_first.x() / area,
                     yf = im.waterplane_first.y() / area;
        const double across = im.waterplane_yy - area * yf * yf, lengthwise = im.waterplane_xx - area * xf * xf;
        r.lcb = b.x() - hull.box.low.x();
        r.kb = b.z();
        r.waterplane_area = area;
        // The centre of the water plane lies in it, so much ahead of where the up direction through the origin meets
        // it.
        r.lcf = (attitude.up() * plane.offset + attitude.ahead() * xf + attitude.port() * yf).x() - hull.box.low.x();
        r.bm_transverse = across / im.volume;
        r.km_transverse = b.z() + *r.bm_transverse;
        r.km_longitudinal = b.z() + lengthwise / im.volume;
        r.mass_per_draught = density * area;
        r.moment_to_trim = density * gravity * lengthwise;
        r.form = form_coefficients(hull, plane, im);
      }
      out.push_back(r);
    }
  }
  return out;
}

std::vector<double> usual_draughts(const HullModel& hull, std::size_t count) {
  double deck = hull.box.high.z();
  for (const Vec3& p : hull.deck_edge) deck = std::min(deck, p.z());
  const double low = hull.box.low.z(), first = low + 0.1 * (deck - low);
  std::vector<double> out;
  for (std::size_t i = 0; i < count; ++i)
    out.push_back(first +
                  (deck - first) * static_cast<double>(i) / static_cast<double>(std::max<std::size_t>(count, 2) - 1));
  return out;
}

}  // namespace plucky
