// A servo on its ears, with its horn.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette servo_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::plan) {
    block(s.body, f.part(0, 0.05, 1, 0.95), f.round());
    for (const double u : {0.12, 0.88}) line(s.lines, f.at(u, 0.05), f.at(u, 0.95));
    s.lines.addEllipse(f.at(0.70, 0.5), 0.10 * f.box.width(), std::min(0.10 * f.box.width(), 0.3 * f.box.height()));
    line(s.lines, f.at(0.70, 0.5), f.at(0.70, 0.98));  // the horn
    return s;
  }
  s.body.setFillRule(Qt::WindingFill);
  block(s.body, f.part(0.12, 0, 0.88, 0.80), f.round());
  block(s.body, f.part(0, 0.56, 1, 0.64), 0.0);
  if (side == Side::profile) {
    block(s.body, f.part(0.62, 0.80, 0.78, 0.90), 0.0);
    block(s.body, f.part(0.45, 0.90, 0.95, 1.0), f.round());
  }
  return s;
}

TriangleMesh servo_solid(const Part& part) {
  SolidBuilder b(part);
  return b.block({0.12, 0, 0}, {0.88, 1, 0.8})
      .block({0, 0, 0.56}, {1, 1, 0.64})
      .round(2, {0.60, 0.3, 0.8}, {0.80, 0.7, 0.9})
      .block({0.45, 0.35, 0.9}, {0.95, 0.65, 1})
      .take();
}

}  // namespace

PartLook servo_look() {
  return {&servo_outline, &servo_solid};
}

}  // namespace plucky::app
