#include "trial/pond.h"

#include <algorithm>
#include <cmath>

#include "base/quantity.h"
#include "geometry/plane_cut.h"

namespace plucky {

namespace {

double distance_to(const std::vector<Vec2>& outline, const Vec2& at) {
  double least = 1e300;
  for (std::size_t i = 0; i < outline.size(); ++i) {
    const Vec2 &a = outline[i], &b = outline[(i + 1) % outline.size()];
    const Vec2 d = b - a;
    const double t = std::clamp((at - a).dot(d) / std::max(1e-12, d.squaredNorm()), 0.0, 1.0);
    least = std::min(least, (a + t * d - at).norm());
  }
  return least;
}

bool holds(const std::vector<Vec2>& outline, const Vec2& at) {
  return Section{.x = 0.0, .loops = {{outline, true}}}.contains(at);
}

std::vector<Vec2> blob(const Vec2& middle, double radius, int corners = 10) {
  std::vector<Vec2> out;
  for (int i = 0; i < corners; ++i) {
    const double turn = 2.0 * pi * i / corners, r = radius * (1.0 + 0.15 * std::sin(3.0 * turn));
    out.push_back(middle + r * Vec2(std::cos(turn), std::sin(turn)));
  }
  return out;
}

}  // namespace

double Pond::depth(const Vec2& at) const {
  if (shore.empty()) return deepest;
  if (!holds(shore, at)) return 0.0;
  double far = distance_to(shore, at);
  for (const auto& l : land) {
    if (holds(l, at)) return 0.0;
    far = std::min(far, distance_to(l, at));
  }
  const double deep = std::min(deepest, slope * far);
  for (const auto& s : shoal)
    if (holds(s, at)) return std::min(deep, shoal_depth);
  return deep;
}

bool Pond::weedy(const Vec2& at) const {
  return std::any_of(weed.begin(), weed.end(), [&](const auto& w) { return holds(w, at); });
}

Pond withy_mere() {
  Pond p;
  p.name = "Withy Mere";
  p.shore = {{-92, -20}, {-80, -44}, {-52, -55}, {-18, -52}, {12, -58}, {46, -50}, {78, -34}, {94, -8},
             {88, 20},   {66, 38},   {38, 46},   {10, 42},   {-14, 49}, {-44, 46}, {-74, 34}, {-90, 10}};
  p.land = {{{-3, -60}, {3, -60}, {3, -38}, {-3, -38}}, blob({58, 18}, 7.0)};
  p.weed = {blob({-66, 20}, 11.0), blob({-30, -42}, 6.0)};
  p.shoal = {blob({66, -18}, 8.0)};
  p.buoys = {{-45, -15}, {45, -15}, {45, 15}, {-45, 15}};
  p.pilot = {0, -39};
  p.start = {0, -33};
  p.start_heading = 0.5 * pi;
  p.latitude = 48.0;
  p.longitude = -20.0;
  return p;
}

Pond open_water() {
  Pond p;
  p.name = "Open water";
  p.deepest = 100.0;
  return p;
}

}  // namespace plucky
