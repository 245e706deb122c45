// A pack of cells in a sleeve, with its leads.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette battery_outline(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  const auto* data = std::get_if<Battery>(&part.data);
  const int cells = data ? static_cast<int>(std::min<std::uint32_t>(data->cells, 12)) : 1;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  if (side == Side::section) {
    for (int i = 1; i < cells; ++i) line(s.lines, f.at(0.06, double(i) / cells), f.at(0.94, double(i) / cells));
    return s;
  }
  for (int i = 1; i < cells; ++i) line(s.lines, f.at(double(i) / cells, 0.08), f.at(double(i) / cells, 0.92));
  // Two leads lie along its after end.
  for (const double v : {0.62, 0.78}) {
    s.lines.moveTo(f.at(0.0, v));
    s.lines.cubicTo(f.at(0.10, v), f.at(0.08, v - 0.45), f.at(0.20, v - 0.40));
  }
  return s;
}

TriangleMesh battery_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  return b.block(none, {1, 1, 0.94})
      .block({0.0, 0.42, 0.94}, {0.3, 0.48, 1})
      .block({0.0, 0.54, 0.94}, {0.3, 0.6, 1})
      .take();
}

}  // namespace

PartLook battery_look() {
  return {&battery_outline, &battery_solid};
}

}  // namespace plucky::app
