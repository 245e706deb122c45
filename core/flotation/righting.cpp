#include "flotation/righting.h"

#include <algorithm>
#include <cmath>
#include <future>

#include "base/tolerance.h"

namespace plucky {

std::vector<double> heel_steps(int count) {
  std::vector<double> heels;
  for (int i = 0; i < count; ++i) heels.push_back(pi * i / (count - 1));
  return heels;
}

std::vector<RightingPoint> righting_arms(const ImmersedBody& body, const Loading& loading, double density,
                                         const std::vector<double>& heels, const WaterPlane& upright,
                                         const std::vector<RightingPoint>* near) {
  std::vector<RightingPoint> points;
  WaterPlane last = upright, before = upright;
  bool two = false;
  for (std::size_t i = 0; i < heels.size(); ++i) {
    const double heel = heels[i];
    WaterPlane guess = last;
    const double run = last.attitude.heel - before.attitude.heel;
    const auto known = [&](std::size_t k) {
      return near && k < near->size() && (*near)[k].solved && (*near)[k].heel == heels[k];
    };
    if (i > 0 && points.back().solved && known(i) && known(i - 1)) {
      // As far from the near curve as the point before was.
      const WaterPlane &there = (*near)[i].plane, &from = (*near)[i - 1].plane;
      guess.attitude.trim += there.attitude.trim - from.attitude.trim;
      guess.offset += there.offset - from.offset;
    } else if (two && std::abs(run) > 1e-9) {
      // Straight on from the last two points: saves about one evaluation per heel.
      const double ahead = (heel - last.attitude.heel) / run;
      guess.attitude.trim += ahead * (last.attitude.trim - before.attitude.trim);
      guess.offset += ahead * (last.offset - before.offset);
    }
    const HeldHeel at = solve_held_heel(body, loading, density, heel, guess);
    RightingPoint point{.heel = heel, .gz = at.righting_arm, .plane = at.plane, .solved = at.solved};
    points.push_back(point);
    if (!at.solved) continue;
    before = last;
    last = at.plane;
    two = true;
  }
  return points;
}

namespace {

/// The side seen as rolling away from upright: angle from 0 up, arm positive when it turns back.
struct Side {
  std::vector<double> angle, arm;
};

Side unfold(const std::vector<RightingPoint>& points) {
  Side side;
  for (const RightingPoint& p : points) {
    if (!p.solved) continue;
    side.angle.push_back(std::abs(p.heel));
    side.arm.push_back(p.heel < 0.0 ? -p.gz : p.gz);
  }
  return side;
}

/// What one side says; angles rad from upright.
struct SideReading {
  double max_arm = 0.0, max_at = 0.0, area = 0.0;
  std::optional<double> vanishes;
  std::optional<double> rests;  // next stable balance beyond the vanishing angle
};

SideReading read(const Side& side, double noise) {
  SideReading r;
  for (std::size_t i = 0; i < side.arm.size(); ++i)
    if (side.arm[i] > r.max_arm) {
      r.max_arm = side.arm[i];
      r.max_at = side.angle[i];
    }
  bool risen = false;
  for (std::size_t i = 1; i < side.arm.size(); ++i) {
    const double a = side.arm[i - 1], b = side.arm[i], x0 = side.angle[i - 1], x1 = side.angle[i];
    if (!r.vanishes) {
      risen = risen || a > noise || b > noise;
      const bool falls = risen && b < -noise;
      const double end = falls && a > b ? x0 + (x1 - x0) * std::max(a, 0.0) / (std::max(a, 0.0) - b) : x1;
      r.area += 0.5 * (std::max(a, 0.0) + (falls ? 0.0 : std::max(b, 0.0))) * (end - x0);
      if (falls) r.vanishes = end;
      if (!risen && i == 1 && b < -noise) r.vanishes = 0.0;
    } else if (!r.rests && a < 0.0 && b >= 0.0) {
      r.rests = x0 + (x1 - x0) * a / (a - b);
    }
  }
  // An arm that is still turning it over at 180 degrees leads past it; the other side says where that ends.
  if (r.vanishes && !r.rests) r.rests = pi;
  return r;
}

}  // namespace

Stability assess_stability(const ImmersedBody& body, const Loading& loading, double density, const WaterPlane& rest,
                           int steps, const Stability* near) {
  Stability s;
  const std::vector<double> heels = heel_steps(steps);
  // The two sides know nothing of each other, so each gets a core.
  auto starboard = std::async(std::launch::async, [&body, &loading, density, heels, &rest, near] {
    return righting_arms(body, loading, density, heels, rest, near ? &near->starboard : nullptr);
  });
  std::vector<double> other = heels;
  for (double& h : other) h = -h;
  s.port = righting_arms(body, loading, density, other, rest, near ? &near->port : nullptr);
  s.starboard = starboard.get();
  const double noise = tolerance::righting_arm_relative * body.box().size().norm();
  const SideReading a = read(unfold(s.starboard), noise), b = read(unfold(s.port), noise);
  const SideReading& weaker = a.vanishes.value_or(pi) <= b.vanishes.value_or(pi) ? a : b;
  s.max_arm = weaker.max_arm;
  s.max_arm_heel = weaker.max_at;
  s.vanishing_angle = weaker.vanishes;
  s.area = weaker.area;
  // Upside down it may still lie in a balance that holds: only a roll without any second resting place is
  // self-righting. Passing 180 degrees on one side is fine when the other side carries it on home.
  const bool a_passes = a.vanishes && *a.rests >= pi, b_passes = b.vanishes && *b.rests >= pi;
  const auto unsolved = [](const RightingPoint& p) { return !p.solved; };
  const bool gaps = std::any_of(s.starboard.begin(), s.starboard.end(), unsolved) ||
                    std::any_of(s.port.begin(), s.port.end(), unsolved);
  s.self_righting = !gaps && ((!a.vanishes && !b.vanishes) || (!a.vanishes && b_passes) || (!b.vanishes && a_passes));
  if (!s.self_righting) {
    double where = pi;
    if (a.vanishes && *a.rests < pi)
      where = *a.rests;
    else if (b.vanishes && *b.rests < pi)
      where = *b.rests;
    s.rests_at = where;
  }
  return s;
}

std::optional<double> submersion_heel(const std::vector<RightingPoint>& side, const Vec3& point) {
  std::optional<double> before;
  double before_heel = 0.0;
  for (const RightingPoint& p : side) {
    if (!p.solved) continue;
    const double height = p.plane.height(point);
    if (height <= 0.0) {
      if (!before) return std::abs(p.heel);
      return std::abs(before_heel + (p.heel - before_heel) * *before / (*before - height));
    }
    before = height;
    before_heel = p.heel;
  }
  return std::nullopt;
}

}  // namespace plucky
