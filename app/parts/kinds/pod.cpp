// An outboard: bracket, leg, nacelle and propeller.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette pod_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::plan) {
    s.body.addEllipse(f.part(0.12, 0.28, 0.80, 0.72));
    block(s.body, f.part(0.72, 0.18, 1.0, 0.82), f.round());
    return s;
  }
  if (side == Side::section) {
    block(s.body, f.part(0.42, 0.18, 0.58, 0.92), 1.0);
    s.body.addEllipse(f.part(0.25, 0.0, 0.75, 0.30));
    block(s.body, f.part(0.15, 0.82, 0.85, 1.0), f.round());
    return s;
  }
  polygon(s.body, {f.at(0.38, 0.18), f.at(0.62, 0.18), f.at(0.70, 0.86), f.at(0.44, 0.86)});
  s.body.addEllipse(f.part(0.14, 0.05, 0.82, 0.27));
  block(s.body, f.part(0.40, 0.82, 1.0, 1.0), f.round());
  block(s.body, f.part(0.86, 0.50, 1.0, 1.0), 0.0);  // the clamp on the transom
  blade(s.body, f.at(0.10, 0.16), f.at(0.10, 0.32), 0.05 * f.box.width());
  blade(s.body, f.at(0.10, 0.16), f.at(0.10, 0.0), 0.05 * f.box.width());
  return s;
}

TriangleMesh pod_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 all = Vec3::Ones();
  return b.round(0, {0.14, 0.25, 0.05}, {0.82, 0.75, 0.27})
      .block({0.42, 0.4, 0.16}, {0.66, 0.6, 0.86})
      .block({0.40, 0.1, 0.82}, all)
      .block({0.86, 0.1, 0.5}, all)
      .blades(0.1, {0, 0.5, 0.16}, 3, std::min(0.16 * part.size.z(), 0.5 * part.size.y()))
      .take();
}

}  // namespace

PartLook pod_look() {
  return {&pod_outline, &pod_solid};
}

}  // namespace plucky::app
