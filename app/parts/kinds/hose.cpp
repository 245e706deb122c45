// A hose.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette hose_outline(const Part&, const Frame& f, Side) {
  Silhouette s;
  const double round = 0.5 * std::min(f.box.width(), f.box.height());
  block(s.body, f.box, round);
  line(s.lines, f.at(0.0, 0.5), f.at(1.0, 0.5));
  return s;
}

}  // namespace

PartLook hose_look() {
  return {&hose_outline, &plain_solid};
}

}  // namespace plucky::app
