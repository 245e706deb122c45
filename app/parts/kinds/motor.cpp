// A can with its shaft; an outrunner shows its bell.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette motor_outline(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::section) {
    s.body.addEllipse(f.box);
    const double r = 0.12 * std::min(f.box.width(), f.box.height());
    s.lines.addEllipse(f.box.center(), r, r);
    return s;
  }
  const auto* data = std::get_if<Motor>(&part.data);
  const bool turns = data && data->outrunner;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  line(s.lines, f.at(0.10, 0.02), f.at(0.10, 0.98));
  line(s.lines, f.at(turns ? 0.30 : 0.90, 0.02), f.at(turns ? 0.30 : 0.90, 0.98));
  if (turns)  // magnets behind the slots of the bell
    for (int i = 0; i < 4; ++i) line(s.lines, f.at(0.42 + 0.15 * i, 0.25), f.at(0.42 + 0.15 * i, 0.75));
  line(s.lines, f.at(0.0, 0.5), f.at(0.10, 0.5));
  return s;
}

TriangleMesh motor_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  const Vec3 all = Vec3::Ones();
  return b.round(0, none, {0.1, 1, 1})
      .round(0, {0.12, 0.02, 0.02}, {0.88, 0.98, 0.98})
      .round(0, {0.9, 0, 0}, all)
      .take();
}

}  // namespace

PartLook motor_look() {
  return {&motor_outline, &motor_solid};
}

}  // namespace plucky::app
