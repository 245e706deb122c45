// Two leads of a loom with a plug at the end.
#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette leads_outline(const Part&, const Frame& f, Side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  block(s.body, f.part(0.62, 0.10, 1.0, 0.90), f.round());
  block(s.body, f.part(0.0, 0.14, 0.66, 0.42), f.round());
  block(s.body, f.part(0.0, 0.58, 0.66, 0.86), f.round());
  line(s.lines, f.at(0.80, 0.10), f.at(0.80, 0.90));
  return s;
}

TriangleMesh leads_solid(const Part& part) {
  return SolidBuilder(part)
      .block({0.62, 0.1, 0}, {1, 0.9, 1})
      .block({0, 0.14, 0.2}, {0.62, 0.42, 0.8})
      .block({0, 0.58, 0.2}, {0.62, 0.86, 0.8})
      .take();
}

}  // namespace

PartLook leads_look() {
  return {&leads_outline, &leads_solid};
}

}  // namespace plucky::app
