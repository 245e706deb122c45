// A cast weight.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette ballast_outline(const Part&, const Frame& f, Side) {
  Silhouette s;
  polygon(s.body, {f.at(0.0, 0.0), f.at(1.0, 0.0), f.at(0.90, 1.0), f.at(0.10, 1.0)});
  return s;
}

}  // namespace

PartLook ballast_look() {
  return {&ballast_outline, &plain_solid};
}

}  // namespace plucky::app
