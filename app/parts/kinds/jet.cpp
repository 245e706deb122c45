// A jet unit: intake, impeller, nozzle.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette jet_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::section) {
    block(s.body, f.part(0, 0, 1, 1), f.round());
    const double r = 0.36 * std::min(f.box.width(), f.box.height());
    s.lines.addEllipse(f.box.center(), r, r);
    return s;
  }
  const double low = side == Side::plan ? 0.25 : 0.30, high = side == Side::plan ? 0.75 : 0.70;
  s.body.moveTo(f.at(0.0, low + 0.02));
  s.body.lineTo(f.at(0.0, high - 0.02));
  s.body.lineTo(f.at(0.22, 0.92));
  s.body.lineTo(f.at(0.55, 0.92));
  s.body.lineTo(f.at(1.0, side == Side::plan ? 0.80 : 0.10));
  s.body.lineTo(f.at(1.0, side == Side::plan ? 0.20 : 0.0));
  s.body.lineTo(f.at(0.55, side == Side::plan ? 0.08 : 0.0));
  if (side == Side::profile) s.body.lineTo(f.at(0.50, 0.08));
  s.body.lineTo(f.at(0.22, 0.08));
  s.body.closeSubpath();
  line(s.lines, f.at(0.22, 0.08), f.at(0.22, 0.92));
  line(s.lines, f.at(0.34, 0.30), f.at(0.34, 0.70));  // the impeller
  if (side == Side::plan)
    for (const double v : {0.36, 0.5, 0.64}) line(s.lines, f.at(0.62, v), f.at(0.95, v));  // the grate
  return s;
}

TriangleMesh jet_solid(const Part& part) {
  SolidBuilder b(part);
  return b.round(0, {0, 0.26, 0.3}, {0.22, 0.74, 0.7})
      .round(0, {0.22, 0.05, 0.08}, {0.6, 0.95, 0.92})
      .block({0.6, 0.2, 0}, {1, 0.8, 0.4})
      .take();
}

}  // namespace

PartLook jet_look() {
  return {&jet_outline, &jet_solid};
}

}  // namespace plucky::app
