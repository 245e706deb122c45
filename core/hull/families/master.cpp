#include "hull/families/master.h"

#include <algorithm>
#include <cmath>

#include "base/tolerance.h"

namespace plucky {

namespace {

/// Smooth lesser of two values: rounds the corner over a width k.
double softer_min(double a, double b, double k) {
  return 0.5 * (a + b - std::sqrt((a - b) * (a - b) + k * k));
}

/// By which power of the way the bottom rises to the bow: a flat one, a stem.
constexpr double flat_bow = 1.7, rounded_stem = 2.2;

}  // namespace

Master::Master(const HullShape& s, const MonohullForm& form) : form_(form), s_(s) {
  widest_ = s.widest * s.length;
  forefoot_ = s.length - s.bow_rake;
  if (const auto count = form.steps ? std::lround(s.steps) : 0; count > 0)
    for (auto i = count; i > 0; --i)
      steps_.push_back(s.step_place * static_cast<double>(i) / static_cast<double>(count));
  const std::vector<double> x = control_stations();
  sheer_z_ = spline(x, [&](double at) { return sheer_height(at); });
  keel_z_ = spline(x, [&](double at) { return keel_height(at); });
  half_beam_ = spline(x, [&](double at) { return deck_half_beam(at); });
  deadrise_ = Curve({0.0, 0.5 * s.length, 0.8 * s.length, s.length},
                    {form.deadrise_aft, form.deadrise_amid,
                     form.deadrise_amid + 0.45 * (form.deadrise_bow - form.deadrise_amid), form.deadrise_bow});
  if (has_runners()) runner_end_ = runner_end();
}

double Master::keel(double x) const {
  double keel = keel_z_(x);
  for (const double step : steps_)
    if (x < step) keel += s_.step_height;
  const double top = sheer_z_(x);
  return top - keel < tolerance::weld_m ? top : keel;
}

double Master::half_beam(double x) const {
  const double half = half_beam_(x);
  return half < tolerance::weld_m ? 0.0 : half;
}

double Master::camber(double x) const {
  const double share = half_beam(x) / (0.5 * s_.beam);
  return s_.camber * share * share;
}

double Master::stem(double z) const {
  return forefoot_ + s_.bow_rake * std::pow(std::clamp(z / sheer_height(s_.length), 0.0, 1.0), 1.0 / rounded_stem);
}

Master::Corner Master::corner(double x) const {
  const double bs = half_beam(x), zk = keel(x), height = sheer(x) - zk;
  if (bs <= 1e-12 || height <= 1e-12) return {0.0, zk, false};
  const double rise = std::tan(deadrise_(x)), strip = chine_flat(x);
  // Flare takes at most part of the half beam; near the stem it fades with it.
  const double taken = softer_min(std::tan(s_.flare) * height, 0.6 * bs, 0.12 * bs);
  const double lean = taken / height;
  // From the pad to the strip at the bottom's angle, over the strip at its own.
  const double lifted = strip * std::tan(form_.chine_angle) - (half_pad(x) + strip) * rise;
  const double plain_y = (bs - taken + lean * lifted) / (1.0 - lean * rise);
  const double plain_z = plain_y * rise + lifted;
  const double top = 0.78 * height;
  const double z = form_.flat ? 0.0 : softer_min(plain_z, top, 0.08 * height);
  const double y = std::max(0.0, bs - lean * (height - z));
  return {y, zk + std::max(0.0, z), std::tan(s_.flare) * height > 0.75 * bs || plain_z > 0.92 * height};
}

HalfSection Master::half_section(double x, const Stretches& n) const {
  const double zk = keel(x), zs = sheer(x), bs = half_beam(x);
  const Vec2 edge(bs, zs);
  Vec2 foot(0.0, zk);
  const Corner c = corner(x);
  Vec2 corner(c.y, c.z);
  if (bs <= 1e-12) corner = Vec2(0.0, form_.flat ? zk : zk + 0.6 * (zs - zk));
  HalfSection points;
  if (has_strips()) {
    const Vec2 pad(std::min(half_pad(x), 0.5 * corner.x()), zk);
    const double strip = std::min(chine_flat(x), 0.4 * (corner.x() - pad.x()));
    // What the strip rises is left out where the section has no room for it.
    const double under = std::min(corner.y() - strip * std::tan(form_.chine_angle), edge.y());
    const Vec2 inner(corner.x() - strip, std::max(under, zk));
    add_straight(points, foot, pad, 2);
    add_straight(points, pad, inner, n.bottom);
    add_straight(points, inner, corner, 2);
    add_straight(points, corner, edge, n.side);
    points.push_back(edge);
    return points;
  }
  if (has_keel() || has_runners()) {
    const Blade b = blade(x, corner.x());
    add_blade(points, foot, corner, b);
    if (corner.x() > 0.0) foot += (corner - foot) * (b.out / corner.x());
  }
  // Without a bilge the corner stays one.
  add_rounded(points, foot, corner, edge, n.bilge > 0 ? s_.bilge_radius : 0.0, {n.bottom, n.bilge, n.side});
  points.push_back(edge);
  return points;
}

int Master::points(const Stretches& n) const {
  if (has_strips()) return n.bottom + n.side + 4;
  return n.bottom + n.bilge + n.side + (has_keel() ? 2 : has_runners() ? 5 : 0);
}

Master::Blade Master::blade(double x, double half_bottom) const {
  if (has_keel()) {
    const double deep =
        x < s_.keel_end ? 0.0
                        : s_.keel_depth + s_.skeg_depth * std::max(0.0, 1.0 - (x - s_.keel_end) / (0.5 * s_.length));
    const double fades = std::clamp((forefoot_ - x) / (0.1 * s_.length), 0.0, 1.0);
    return {0.0, std::min(0.5 * s_.keel_width, 0.3 * half_bottom), deep * fades};
  }
  const double fades = std::clamp((runner_end_ - x) / (0.08 * s_.length), 0.0, 1.0);
  const double in = runner_place() - 0.5 * s_.runner_width;
  return {std::min(in, 0.85 * half_bottom), std::min(in + s_.runner_width, 0.95 * half_bottom),
          s_.runner_height * fades};
}

void Master::add_blade(HalfSection& to, const Vec2& foot, const Vec2& corner, const Blade& b) const {
  const auto on = [&](double y) { return corner.x() > 0.0 ? Vec2(foot + (corner - foot) * (y / corner.x())) : foot; };
  const Vec2 from = on(b.in), until = on(b.out);
  const Vec2 low(from.x(), from.y() - b.deep);
  const Vec2 across(until.x(), b.deep > 0.0 ? std::min(low.y(), until.y()) : until.y());
  if (has_runners()) {
    add_straight(to, foot, from, 2);
    to.push_back(from);
  }
  to.push_back(low);
  to.push_back(across);
}

double Master::runner_end() const {
  // Up to where the bottom has no room for it, or half way up the bow.
  const double most = forefoot_ + 0.5 * s_.bow_rake, wanted = runner_place() + s_.runner_width;
  for (int i = 0; i <= 200; ++i)
    if (const double x = most * i / 200.0; 0.95 * corner(x).y < wanted) return x;
  return most;
}

std::vector<double> Master::exact_places() const {
  // Greatest beam and stem come out exactly.
  std::vector<double> x{widest_, forefoot_};
  const std::vector<double> upright = upright_places();
  x.insert(x.end(), upright.begin(), upright.end());
  return x;
}

std::vector<double> Master::upright_places() const {
  std::vector<double> x(steps_.rbegin(), steps_.rend());
  if (has_keel()) x.push_back(s_.keel_end);
  return x;
}

std::vector<double> Master::control_stations() const {
  std::vector<double> x;
  x.reserve(64);
  for (int i = 0; i < 8; ++i) x.push_back(widest_ * i / 8.0);
  for (int i = 0; i <= 20; ++i) x.push_back(widest_ + (s_.length - widest_) * i / 20.0);
  x.push_back(forefoot_);
  if (form_.stern_rise > 0.0)
    for (int i = 1; i <= 10; ++i) x.push_back(form_.stern_run * i / 10.0);
  if (form_.stern_fullness > 0.0)
    for (int i = 1; i <= 10; ++i) x.push_back(0.2 * widest_ * i / 10.0);
  for (int i = 1; i < 10; ++i) x.push_back(forefoot_ + s_.bow_rake * i / 10.0);
  std::sort(x.begin(), x.end());
  x.erase(std::unique(x.begin(), x.end(), [&](double a, double b) { return std::abs(a - b) < 1e-6 * s_.length; }),
          x.end());
  x.back() = s_.length;
  return x;
}

Curve Master::spline(const std::vector<double>& x, const std::function<double(double)>& y) {
  std::vector<double> values;
  values.reserve(x.size());
  for (double at : x) values.push_back(y(at));
  return {x, values};
}

double Master::sheer_height(double x) const {
  const double middle = 0.5 * s_.length;
  const double u = std::max(0.0, (x - middle) / (s_.length - middle));
  return s_.depth + s_.sheer * u * u;
}

double Master::keel_height(double x) const {
  const double middle = 0.55 * s_.length;
  const double back = std::max(0.0, 1.0 - x / middle);
  const double top = form_.flat ? s_.bow_rise : sheer_height(s_.length);
  const double w = std::max(0.0, (x - forefoot_) / s_.bow_rake);
  const double aft = form_.stern_rise > 0.0 ? std::max(0.0, 1.0 - x / form_.stern_run) : 0.0;
  return s_.rocker * back * back + form_.stern_rise * std::pow(aft, flat_bow) +
         top * std::pow(w, form_.flat ? flat_bow : rounded_stem);
}

double Master::deck_half_beam(double x) const {
  const double half = 0.5 * s_.beam;
  if (x < widest_) {
    const double u = 1.0 - x / widest_;
    return half * (1.0 - (1.0 - s_.transom_width) * std::pow(u, 2.0 + 8.0 * form_.stern_fullness));
  }
  const double u = (x - widest_) / (s_.length - widest_);
  return half * (1.0 - (1.0 - s_.bow_width) * std::pow(u, 1.7 + 2.5 * s_.bow_fullness));
}

}  // namespace plucky
