#include "flotation/form.h"

#include <algorithm>
#include <cmath>

namespace plucky {

double hull_speed(double waterline_length) {
  constexpr double feet_per_m = 1.0 / 0.3048, m_s_per_knot = 1852.0 / 3600.0;
  return 1.34 * std::sqrt(std::max(0.0, waterline_length) * feet_per_m) * m_s_per_knot;
}

FormCoefficients form_coefficients(const HullModel& hull, const WaterPlane& plane, const Immersion& im) {
  FormCoefficients f;
  if (!(im.volume > 0.0) || im.waterline.empty()) return f;
  f.waterline_length = im.waterline.size().x();
  f.waterline_beam = im.waterline.size().y();
  for (const Section& s : hull.sections) f.midship_area = std::max(f.midship_area, s.area_below(plane.z_at(s.x)));
  for (std::size_t i = 0; i < hull.outline.x.size(); ++i)
    f.draught = std::max(f.draught, plane.z_at(hull.outline.x[i]) - hull.outline.keel[i]);
  const double L = f.waterline_length, B = f.waterline_beam, T = f.draught;
  f.block = im.volume / (L * B * T);
  f.prismatic = im.volume / (f.midship_area * L);
  f.midship = f.midship_area / (B * T);
  f.waterplane = im.waterplane_area / (L * B);
  f.lcb = im.centre_of_buoyancy().x() - hull.box.low.x();
  f.hull_speed = hull_speed(L);
  return f;
}

}  // namespace plucky
