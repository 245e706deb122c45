#include "steering/linkage.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

Vec2 arm(double length, double angle) {
  return {length * std::sin(angle), length * std::cos(angle)};
}

/// Where the horn's end goes when the rod's other end is at `from`: of the two places the one nearer to `near`.
std::optional<Vec2> follow(const Vec2& from, double rod, const Vec2& axis, double horn, const Vec2& near) {
  const Vec2 between = axis - from;
  const double d = between.norm();
  if (d > rod + horn || d < std::abs(rod - horn) || d < 1e-12) return std::nullopt;
  const double along = (rod * rod - horn * horn + d * d) / (2.0 * d);
  const double across = std::sqrt(std::max(0.0, rod * rod - along * along));
  const Vec2 u = between / d, middle = from + along * u, n(-u.y(), u.x());
  const Vec2 a = middle + across * n, b = middle - across * n;
  return (a - near).norm() < (b - near).norm() ? a : b;
}

double angle_between(const Vec2& a, const Vec2& b) {
  return std::acos(std::clamp(a.normalized().dot(b.normalized()), -1.0, 1.0));
}

}  // namespace

LinkageCourse linkage_course(const Linkage& k, int steps) {
  const auto want = [](const char* what, double value) {
    if (!(value > 0.0)) throw InvalidInput(what, Text("is {0}; must be more than zero", length_quantity(value)));
  };
  want("servo arm", k.servo_arm);
  want("horn arm", k.horn_arm);
  want("distance", k.distance);
  const Vec2 axis(k.distance, k.offset);
  const Vec2 horn_rest = axis + arm(k.horn_arm, k.horn_neutral), servo_rest = arm(k.servo_arm, k.servo_neutral);
  LinkageCourse c;
  c.rod_length = (horn_rest - servo_rest).norm();
  if (c.rod_length < 1e-4) throw InvalidInput("push rod", "would have no length");
  const Vec2 line = (horn_rest - servo_rest) / c.rod_length, wall = servo_rest + k.wall_at * c.rod_length * line;
  double low = 0.0, high = 0.0, sweep = 0.0;
  c.least_leverage = 1e9;
  // Angle above the least transmission at a servo angle, the rod's end sought near a place; below zero it binds.
  const auto free_angle = [&](double turn, const Vec2& near) {
    const Vec2 from = arm(k.servo_arm, k.servo_neutral + turn);
    const auto end = follow(from, c.rod_length, axis, k.horn_arm, near);
    if (!end) return -least_transmission;
    const double between = angle_between(*end - axis, *end - from);
    return std::min(between, pi - between) - least_transmission;
  };
  const auto run = [&](double side, std::vector<LinkageStep>& out) {
    Vec2 at = horn_rest, before = at;
    bool free = true;
    for (int i = 0; i <= steps / 2; ++i) {
      const double turn = side * k.servo_throw * i / (steps / 2), servo_angle = k.servo_neutral + turn;
      const Vec2 from = arm(k.servo_arm, servo_angle);
      const auto end = follow(from, c.rod_length, axis, k.horn_arm, at);
      const auto bind = [&] {
        if (!free) return;
        free = false;
        double low_turn = side * k.servo_throw * std::max(0, i - 1) / (steps / 2), high_turn = turn;
        for (int n = 0; n < 30 && i > 0; ++n) {
          const double middle = 0.5 * (low_turn + high_turn);
          (free_angle(middle, before) < 0.0 ? high_turn : low_turn) = middle;
        }
        if (!c.binds_at || std::abs(high_turn) < *c.binds_at) c.binds_at = std::abs(high_turn);
      };
      if (!end) {
        bind();
        c.stops = true;
        return;
      }
      before = at;
      at = *end;
      const Vec2 horn = at - axis, rod = at - from;
      LinkageStep s;
      s.servo = turn;
      s.horn = std::remainder(std::atan2(horn.x(), horn.y()) - k.horn_neutral, 2.0 * pi);
      const double between = angle_between(horn, rod);
      s.transmission = std::min(between, pi - between);
      const double drive = angle_between(from, rod);
      // Rod force: servo torque over its lever; both levers are the arms' lengths times the sine to the rod.
      s.leverage = k.horn_arm * std::sin(between) / std::max(1e-9, k.servo_arm * std::sin(drive));
      if (s.transmission < least_transmission) bind();
      if (free) {
        (side > 0.0 ? c.horn_starboard : c.horn_port) = s.horn;
        c.least_leverage = std::min(c.least_leverage, s.leverage);
        // Where the rod crosses the wall's plane and how far it has moved along itself.
        const Vec2 u = rod / c.rod_length;
        const double reach = (wall - from).dot(line) / std::max(1e-6, u.dot(line));
        const Vec2 crossing = from + reach * u, across(-line.y(), line.x());
        sweep = std::max(sweep, std::abs((crossing - wall).dot(across)));
        const double along = k.wall_at * c.rod_length - reach;
        low = std::min(low, along);
        high = std::max(high, along);
        c.rod_swing = std::max(c.rod_swing, angle_between(u, line));
      }
      out.push_back(s);
    }
  };
  std::vector<LinkageStep> port, starboard;
  run(-1.0, port);
  run(1.0, starboard);
  c.steps.assign(port.rbegin(), port.rend());
  if (!starboard.empty()) c.steps.insert(c.steps.end(), starboard.begin() + 1, starboard.end());
  c.stroke = high - low;
  c.hole = k.rod_diameter + 2.0 * sweep;
  if (c.least_leverage > 1e8) c.least_leverage = 0.0;
  return c;
}

}  // namespace plucky
