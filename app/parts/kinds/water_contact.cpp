// Two pins under a small board.
#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette contact_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::plan) {
    block(s.body, f.part(0.0, 0.0, 1.0, 1.0), f.round());
    s.lines.addEllipse(f.part(0.2, 0.35, 0.4, 0.65));
    s.lines.addEllipse(f.part(0.6, 0.35, 0.8, 0.65));
    return s;
  }
  block(s.body, f.part(0.0, 0.4, 1.0, 1.0), f.round());
  block(s.body, f.part(0.2, 0.0, 0.35, 0.45), 0.0);
  block(s.body, f.part(0.65, 0.0, 0.8, 0.45), 0.0);
  return s;
}

TriangleMesh contact_solid(const Part& part) {
  return SolidBuilder(part)
      .block({0, 0, 0.4}, {1, 1, 1})
      .block({0.2, 0.3, 0}, {0.35, 0.7, 0.4})
      .block({0.65, 0.3, 0}, {0.8, 0.7, 0.4})
      .take();
}

}  // namespace

PartLook water_contact_look() {
  return {&contact_outline, &contact_solid};
}

}  // namespace plucky::app
