// A whip on its foot.
#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette aerial_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::plan) {
    s.body.addEllipse(f.box);
    return s;
  }
  block(s.body, f.part(0.0, 0.0, 1.0, 0.15), 1.0);
  polygon(s.body, {f.at(0.40, 0.15), f.at(0.60, 0.15), f.at(0.54, 1.0), f.at(0.46, 1.0)});
  return s;
}

TriangleMesh aerial_solid(const Part& part) {
  return SolidBuilder(part).round(2, {0, 0, 0}, {1, 1, 0.15}).round(2, {0.42, 0.42, 0.15}, {0.58, 0.58, 1}).take();
}

}  // namespace

PartLook aerial_look() {
  return {&aerial_outline, &aerial_solid};
}

}  // namespace plucky::app
