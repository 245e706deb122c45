#include "flotation/equilibrium.h"

#include <Eigen/LU>
#include <algorithm>
#include <cmath>
#include <optional>

#include "base/error.h"
#include "base/tolerance.h"

namespace plucky {

namespace {

/// One water plane with its imbalance: too much volume, and the moments of buoyancy about the CG.
struct Balance {
  WaterPlane plane;
  Immersion immersion;
  double excess_volume = 0.0;  // m3
  double ahead = 0.0;          // m4: (M - V G) . X, positive when buoyancy lies ahead of the CG
  double port = 0.0;           // m4: (M - V G) . Y
};

class Problem {
 public:
  Problem(const ImmersedBody& body, const Loading& loading, double density)
      : body_(body), loading_(loading), target_(loading.mass / density), length_(body.box().size().norm()) {}

  [[nodiscard]] Balance evaluate(const WaterPlane& plane) {
    ++evaluations;
    Balance b{.plane = plane, .immersion = body_.below(plane)};
    const Vec3 about_cg = b.immersion.moment - b.immersion.volume * loading_.cg;
    b.excess_volume = b.immersion.volume - target_;
    b.ahead = about_cg.dot(plane.attitude.ahead());
    b.port = about_cg.dot(plane.attitude.port());
    return b;
  }

  /// Rows: volume, ahead, port. Columns: offset, trim, heel. Exact derivative of evaluate().
  [[nodiscard]] Eigen::Matrix3d jacobian(const Balance& b) const {
    const Immersion& im = b.immersion;
    const Attitude& at = b.plane.attitude;
    const Vec3 n = at.up(), X = at.ahead(), Y = at.port();
    const Vec3 q = im.moment - im.volume * loading_.cg;
    const double A = im.waterplane_area, Sx = im.waterplane_first.x(), Sy = im.waterplane_first.y();
    const double gx = loading_.cg.dot(X), gy = loading_.cg.dot(Y), ct = std::cos(at.trim), st = std::sin(at.trim);
    Eigen::Matrix3d J;
    J.row(0) << A, -Sx, -ct * Sy;
    J.row(1) << Sx - gx * A, -(im.waterplane_xx - gx * Sx) - q.dot(n),
        -ct * (im.waterplane_xy - gx * Sy) - st * q.dot(Y);
    J.row(2) << Sy - gy * A, -(im.waterplane_xy - gy * Sx), -ct * (im.waterplane_yy - gy * Sy) + q.dot(st * X - ct * n);
    return J;
  }

  [[nodiscard]] double lever(const Balance& b) const { return std::hypot(b.ahead, b.port) / target_; }
  [[nodiscard]] bool volume_found(const Balance& b) const {
    return std::abs(b.excess_volume) <= tolerance::volume_relative * target_;
  }
  [[nodiscard]] bool lever_found(double lever_m) const { return lever_m <= tolerance::lever_relative * length_; }
  /// What is promised of an equilibrium.
  [[nodiscard]] bool found(const Balance& b) const { return volume_found(b) && lever_found(lever(b)); }

  /// Lowest and highest offset at which the plane still touches the body's box.
  [[nodiscard]] std::pair<double, double> reach(const Attitude& attitude) const {
    const Vec3 n = attitude.up();
    const double middle = n.dot(body_.box().centre()), half = 0.5 * n.cwiseAbs().dot(body_.box().size());
    return {middle - half, middle + half};
  }

  [[nodiscard]] const Loading& loading() const { return loading_; }
  [[nodiscard]] double target() const { return target_; }
  [[nodiscard]] double length() const { return length_; }
  [[nodiscard]] double total() const { return body_.volume(); }

  int evaluations = 0;

 private:
  const ImmersedBody& body_;
  Loading loading_;
  double target_;
  double length_;
};

/// Safeguarded Newton on the volume alone; stops at the given relative error.
Balance sink_to_volume(Problem& problem, const Attitude& attitude, double guess, double relative) {
  auto [low, high] = problem.reach(attitude);
  double h = std::clamp(guess, low, high);
  Balance b;
  for (int i = 0; i < 80; ++i) {
    b = problem.evaluate({attitude, h});
    if (std::abs(b.excess_volume) <= relative * problem.target()) break;
    (b.excess_volume < 0.0 ? low : high) = h;
    const double area = b.immersion.waterplane_area;
    double next = area > 0.0 ? h - b.excess_volume / area : low;
    if (!(next > low && next < high)) next = 0.5 * (low + high);
    if (next == h) break;
    h = next;
  }
  return b;
}

/// A first offset: the box filled in proportion to the volume.
double guess_offset(const Problem& problem, const Attitude& attitude) {
  const auto [low, high] = problem.reach(attitude);
  return low + (high - low) * std::clamp(problem.target() / problem.total(), 0.0, 1.0);
}

/// Full Newton on offset, trim and heel, not beyond the steepest trim. Empty when it does not arrive.
std::optional<Balance> newton(Problem& problem, const Attitude& start, int max_evaluations,
                              double steepest = radians(80.0)) {
  constexpr double longest_turn = radians(10.0);
  Balance b = sink_to_volume(problem, start, guess_offset(problem, start), 0.05);
  const int limit = problem.evaluations + max_evaluations;
  const auto merit = [&](const Balance& at) {
    return std::abs(at.excess_volume) / problem.target() + problem.lever(at) / problem.length();
  };
  double current = merit(b);
  while (problem.evaluations < limit) {
    if (problem.found(b)) return b;
    const Eigen::Vector3d rhs(-b.excess_volume, -b.ahead, -b.port);
    Eigen::Vector3d step = problem.jacobian(b).partialPivLu().solve(rhs);
    if (!step.allFinite()) return std::nullopt;
    const double turn = std::max(std::abs(step[1]), std::abs(step[2]));
    if (turn > longest_turn) step *= longest_turn / turn;
    bool better = false;
    for (double share = 1.0; share > 0.05 && problem.evaluations < limit; share *= 0.5) {
      WaterPlane next = b.plane;
      next.offset += share * step[0];
      next.attitude.trim += share * step[1];
      next.attitude.heel += share * step[2];
      if (std::abs(next.attitude.trim) > steepest) continue;
      const Balance tried = problem.evaluate(next);
      if (!(tried.immersion.waterplane_area > 0.0)) continue;
      const double value = merit(tried);
      if (value < current || value < 1e-12) {
        b = tried;
        current = value;
        better = true;
        break;
      }
    }
    if (!better) return std::nullopt;
  }
  return std::nullopt;
}

/// The lever ahead of the CG at a held attitude, sunk to the right volume.
Balance settle(Problem& problem, double heel, double trim, double guess) {
  return sink_to_volume(problem, {heel, trim}, guess, 1e-10);
}

/// Root of the trimming moment between two trims of which the lower has buoyancy ahead and the higher astern: stable.
Balance bracket_trim(Problem& problem, double heel, Balance low, Balance high) {
  for (int i = 0; i < 60; ++i) {
    const double t0 = low.plane.attitude.trim, t1 = high.plane.attitude.trim;
    if (t1 - t0 < 1e-11) break;
    const double secant = t0 + (t1 - t0) * low.ahead / (low.ahead - high.ahead);
    const double trim = i % 3 == 2 ? 0.5 * (t0 + t1) : secant;
    const Balance middle = settle(problem, heel, trim, 0.5 * (low.plane.offset + high.plane.offset));
    if (std::abs(middle.ahead) <= tolerance::lever_relative * problem.length() * problem.target()) return middle;
    (middle.ahead > 0.0 ? low : high) = middle;
  }
  return std::abs(low.ahead) < std::abs(high.ahead) ? low : high;
}

/// The stable trim nearest to `start` found by walking outward in steps. Empty when there is none within 85 degrees.
std::optional<Balance> scan_trim(Problem& problem, double heel, double start, double guess) {
  const double step = radians(3.0), limit = radians(85.0);
  Balance below = settle(problem, heel, start, guess), above = below;
  // Buoyancy ahead of the CG lifts the bow: the balance lies at a greater trim, else at a smaller one. A stable balance
  // changes the lever from ahead to astern as trim grows.
  while (below.plane.attitude.trim > -limit || above.plane.attitude.trim < limit) {
    if (above.ahead > 0.0 && above.plane.attitude.trim < limit) {
      const Balance next = settle(problem, heel, above.plane.attitude.trim + step, above.plane.offset);
      if (next.ahead <= 0.0) return bracket_trim(problem, heel, above, next);
      above = next;
    } else if (below.ahead <= 0.0 && below.plane.attitude.trim > -limit) {
      const Balance next = settle(problem, heel, below.plane.attitude.trim - step, below.plane.offset);
      if (next.ahead > 0.0) return bracket_trim(problem, heel, next, below);
      below = next;
    } else {
      return std::nullopt;
    }
  }
  return std::nullopt;
}

std::optional<Balance> newton_held(Problem& problem, double heel, const WaterPlane& start) {
  Balance b = problem.evaluate({{heel, start.attitude.trim}, start.offset});
  for (int i = 0; i < 12; ++i) {
    const Eigen::Matrix3d all = problem.jacobian(b);
    const Eigen::Matrix2d J = all.topLeftCorner<2, 2>();
    if (std::abs(b.excess_volume) <= tolerance::curve_volume_relative * problem.target() &&
        std::abs(b.ahead) <= tolerance::curve_lever_relative * problem.length() * problem.target()) {
      // Stable when more trim moves buoyancy aft at constant volume.
      if (J(0, 0) > 0.0 && J(1, 1) - J(1, 0) * J(0, 1) / J(0, 0) < 0.0) return b;
      return std::nullopt;
    }
    if (!(J(0, 0) > 0.0)) return std::nullopt;
    const Eigen::Vector2d step = J.partialPivLu().solve(Eigen::Vector2d(-b.excess_volume, -b.ahead));
    if (!step.allFinite() || std::abs(step[1]) > radians(8.0)) return std::nullopt;
    // The error after a Newton step is the square of the one before: this close, the step itself is as good as another
    // look, and what it does to the arm is the Jacobian's last row.
    const double near = std::sqrt(0.1 * tolerance::curve_volume_relative);
    if (std::abs(b.excess_volume) <= near * problem.target() &&
        std::abs(b.ahead) <= near * problem.length() * problem.target() &&
        J(1, 1) - J(1, 0) * J(0, 1) / J(0, 0) < 0.0) {
      b.plane.offset += step[0];
      b.plane.attitude.trim += step[1];
      b.port += all(2, 0) * step[0] + all(2, 1) * step[1];
      return b;
    }
    b = problem.evaluate({{heel, b.plane.attitude.trim + step[1]}, b.plane.offset + step[0]});
  }
  return std::nullopt;
}

HeldHeel held(Problem& problem, double heel, const WaterPlane& start) {
  auto found = newton_held(problem, heel, start);
  if (!found) found = scan_trim(problem, heel, start.attitude.trim, start.offset);
  HeldHeel result;
  if (!found) return result;
  result.solved = true;
  result.plane = found->plane;
  result.immersion = found->immersion;
  result.righting_arm = -found->port / problem.target();
  return result;
}

/// Fills metacentric heights from the water plane.
void add_stability(Equilibrium& e, const Loading& loading) {
  const Immersion& im = e.immersion;
  const double over = e.plane.attitude.up().dot(im.centre_of_buoyancy() - loading.cg);
  const double A = im.waterplane_area;
  if (A <= 0.0) return;
  e.gm_longitudinal = (im.waterplane_xx - im.waterplane_first.x() * im.waterplane_first.x() / A) / im.volume + over;
  e.gm_transverse = (im.waterplane_yy - im.waterplane_first.y() * im.waterplane_first.y() / A) / im.volume + over;
}

/// Stable when the balance resists every small heel and trim: the two-by-two stiffness, sinkage eliminated.
bool stable(const Problem& problem, const Balance& b) {
  const Eigen::Matrix3d J = problem.jacobian(b);
  if (!(J(0, 0) > 0.0)) return false;
  const Eigen::Matrix2d K =
      J.bottomRightCorner<2, 2>() - J.bottomLeftCorner<2, 1>() * J.topRightCorner<1, 2>() / J(0, 0);
  const double small = tolerance::righting_arm_relative * problem.length() * problem.target();
  return -K(0, 0) > small && -K(1, 1) > small && K.determinant() > 0.0;
}

/// Rolls from the unstable balance to the side it falls to, until the righting arm holds it.
std::optional<Balance> roll_to_rest(Problem& problem, const Balance& from) {
  const double step = radians(4.0);
  // Buoyancy to port of the weight rolls it to starboard; with neither, starboard does as well as port.
  const double side = from.port >= 0.0 ? 1.0 : -1.0;
  for (const double direction : {side, -side}) {
    WaterPlane plane = from.plane;
    double heel = plane.attitude.heel, last = heel;
    for (int i = 0; i < 46; ++i, last = heel) {
      heel += direction * step;
      const HeldHeel at = held(problem, heel, plane);
      if (!at.solved) break;
      if (at.righting_arm * direction > 0.0) {
        double inner = last, outer = heel;
        WaterPlane near = at.plane;
        for (int k = 0; k < 50 && std::abs(outer - inner) > 1e-10; ++k) {
          const double middle = 0.5 * (inner + outer);
          const HeldHeel m = held(problem, middle, near);
          if (!m.solved) break;
          (m.righting_arm * direction > 0.0 ? outer : inner) = middle;
          near = m.plane;
        }
        return problem.evaluate(near);
      }
      plane = at.plane;
    }
  }
  return std::nullopt;
}

void check_input(const ImmersedBody& body, const Loading& loading, double density) {
  if (!(std::isfinite(loading.mass) && loading.mass > 0.0))
    throw InvalidInput("mass", Text("{0} kg; must be a positive number", loading.mass));
  if (!loading.cg.allFinite()) throw InvalidInput("centre of gravity", "holds a value that is not a number");
  if (!(std::isfinite(density) && density > 0.0))
    throw InvalidInput("density", Text("{0} kg/m3; must be a positive number", density));
  if (!(body.volume() > 0.0))
    throw InvalidInput("body",
                       Text("encloses {0} m3; a hull needs a closed skin with its faces outward", body.volume()));
}

}  // namespace

bool Equilibrium::upright() const {
  return status == FloatStatus::afloat && std::abs(plane.attitude.heel) < radians(45.0) &&
         std::abs(plane.attitude.trim) < radians(45.0);
}

WaterPlane solve_sinkage(const ImmersedBody& body, double volume, const Attitude& attitude) {
  if (!(volume > 0.0 && volume < body.volume()))
    throw InvalidInput("displaced volume", Text("{0} m3; the body offers between 0 and {1} m3", volume, body.volume()));
  Problem problem(body, {volume, Vec3::Zero()}, 1.0);
  return sink_to_volume(problem, attitude, guess_offset(problem, attitude), 1e-12).plane;
}

Equilibrium solve_equilibrium(const ImmersedBody& body, const Loading& loading, double density,
                              const EquilibriumOptions& options) {
  check_input(body, loading, density);
  Equilibrium e;
  Problem problem(body, loading, density);
  if (problem.target() >= body.volume()) {
    e.status = FloatStatus::sinks;
    e.missing_volume = problem.target() - body.volume();
    e.message = "weighs more than the water that the whole boat displaces";
    return e;
  }
  std::optional<Balance> found = newton(problem, options.start, options.max_evaluations);
  if (!found) {
    found = scan_trim(problem, options.start.heel, options.start.trim, guess_offset(problem, options.start));
    // The scan holds heel and sinks the boat only so far; let Newton finish from its trim.
    if (found && !problem.found(*found)) {
      const auto polished = newton(problem, found->plane.attitude, options.max_evaluations);
      if (polished) found = polished;
    }
  }
  bool holds = found && problem.lever_found(problem.lever(*found)) && stable(problem, *found);
  if (found && !holds) {
    const auto rest = roll_to_rest(problem, *found);
    e.message = "does not hold itself upright";
    // Without a place to rest (a body of revolution, say) the balance itself is the honest answer.
    if (rest) found = newton(problem, rest->plane.attitude, options.max_evaluations, radians(89.0)).value_or(*rest);
  }
  e.evaluations = problem.evaluations;
  if (!found || !problem.found(*found)) {
    e.status = FloatStatus::no_equilibrium;
    e.message = "no attitude found in which buoyancy stands over the centre of gravity";
    return e;
  }
  e.status = FloatStatus::afloat;
  e.plane = found->plane;
  e.immersion = found->immersion;
  e.residual = problem.lever(*found);
  e.upright_stable = holds;
  add_stability(e, loading);
  return e;
}

HeldHeel solve_held_heel(const ImmersedBody& body, const Loading& loading, double density, double heel,
                         const WaterPlane& start) {
  check_input(body, loading, density);
  Problem problem(body, loading, density);
  if (problem.target() >= body.volume()) return {};
  return held(problem, heel, start);
}

}  // namespace plucky
