// A crate.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette payload_outline(const Part&, const Frame& f, Side) {
  Silhouette s;
  block(s.body, f.box, f.round());
  line(s.lines, f.at(0.0, 0.82), f.at(1.0, 0.82));
  line(s.lines, f.at(0.42, 0.82), f.at(0.42, 0.62));
  line(s.lines, f.at(0.58, 0.82), f.at(0.58, 0.62));
  line(s.lines, f.at(0.42, 0.62), f.at(0.58, 0.62));
  return s;
}

}  // namespace

PartLook payload_look() {
  return {&payload_outline, &plain_solid};
}

}  // namespace plucky::app
