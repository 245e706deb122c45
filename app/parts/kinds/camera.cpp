// A camera, on a mast where it is tall.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette camera_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  const bool mast = f.box.height() > 1.6 * f.box.width() && side != Side::plan;
  const double low = mast ? 0.62 : 0.0;
  block(s.body, f.part(0.0, low, side == Side::section ? 1.0 : 0.84, 1.0), f.round());
  if (mast) block(s.body, f.part(0.38, 0.0, 0.48, low + 0.02), 0.0);
  if (side == Side::section) {
    const double r = 0.25 * std::min(f.box.width(), (1.0 - low) * f.box.height());
    s.lines.addEllipse(f.at(0.5, 0.5 * (1.0 + low)), r, r);
  } else {
    block(s.body, f.part(0.82, low + 0.25 * (1.0 - low), 1.0, low + 0.75 * (1.0 - low)), 0.0);
  }
  return s;
}

TriangleMesh camera_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  return b.block(none, {0.84, 1, 1}).round(0, {0.84, 0.25, 0.25}, {1, 0.75, 0.75}).take();
}

}  // namespace

PartLook camera_look() {
  return {&camera_outline, &camera_solid};
}

}  // namespace plucky::app
