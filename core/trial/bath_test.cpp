#include "trial/bath_test.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

using Unknowns = Vec3;  // offset, heel, trim

WaterPlane plane_of(const Unknowns& u) {
  return {{u[1], u[2]}, u[0]};
}

Eigen::VectorXd misfits(const std::vector<FreeboardReading>& readings, const Unknowns& u) {
  Eigen::VectorXd r(static_cast<Eigen::Index>(readings.size()));
  const WaterPlane plane = plane_of(u);
  for (std::size_t i = 0; i < readings.size(); ++i)
    r[static_cast<Eigen::Index>(i)] = plane.height(readings[i].place) - readings[i].freeboard;
  return r;
}

Eigen::MatrixXd slopes(const std::vector<FreeboardReading>& readings, const Unknowns& u) {
  Eigen::MatrixXd J(static_cast<Eigen::Index>(readings.size()), 3);
  constexpr double h = 1e-6;
  for (int k = 0; k < 3; ++k) {
    Unknowns up = u, down = u;
    up[k] += h;
    down[k] -= h;
    J.col(k) = (misfits(readings, up) - misfits(readings, down)) / (2.0 * h);
  }
  return J;
}

/// Mass, x and y of the CG for a plane; the CG stands over the middle of the displaced water at the given height.
Vec3 loading_of(const ImmersedBody& body, double density, const Unknowns& u, double cg_z) {
  const WaterPlane plane = plane_of(u);
  const Immersion im = body.below(plane);
  const Vec3 b = im.centre_of_buoyancy(), n = plane.attitude.up();
  const Vec3 g = b + (cg_z - b.z()) / n.z() * n;
  return {density * im.volume, g.x(), g.y()};
}

}  // namespace

std::vector<FreeboardReading> bath_points(const HullModel& hull) {
  std::vector<FreeboardReading> points;
  if (hull.shells.empty() || hull.shells.front().deck_edge.empty()) return points;
  const ShellModel& main = hull.shells.front();
  const auto add = [&](const char* name, const Vec3& place) {
    points.push_back({.id = static_cast<Id>(points.size() + 1), .point = name, .place = place});
  };
  const auto best = [&](auto&& score) {
    return *std::max_element(main.deck_edge.begin(), main.deck_edge.end(),
                             [&](const Vec3& l, const Vec3& r) { return score(l) < score(r); });
  };
  const double low = main.box.low.x(), length = main.box.size().x(), beam = main.box.size().y();
  const double middle = low + 0.5 * length;
  for (const double side : {1.0, -1.0})
    add(side > 0 ? "Transom, port" : "Transom, starboard",
        best([&](const Vec3& p) { return -20.0 * std::abs(p.x() - low) / length + side * p.y() / beam; }));
  for (const double side : {1.0, -1.0})
    add(side > 0 ? "Amidships, port" : "Amidships, starboard",
        best([&](const Vec3& p) { return -20.0 * std::abs(p.x() - middle) / length + side * p.y() / beam; }));
  add("Bow", best([&](const Vec3& p) { return p.x() / length - 0.1 * std::abs(p.y()) / beam; }));
  return points;
}

BathAnswer solve_bath_test(const ImmersedBody& body, double density, const std::vector<FreeboardReading>& readings,
                           double reading_sigma, double planned_cg_z, double cg_z_sigma) {
  if (readings.size() < 3)
    throw InvalidInput("freeboards", Text("{0} given; three points are the least", readings.size()));
  if (!(reading_sigma > 0.0)) throw InvalidInput("uncertainty of the readings", "must be more than zero");
  for (const FreeboardReading& r : readings)
    if (!std::isfinite(r.freeboard) || !r.place.allFinite())
      throw InvalidInput(Text("freeboard at {0}", r.point), "is not a number");
  for (std::size_t i = 0; i < readings.size(); ++i)
    for (std::size_t k = 0; k < i; ++k)
      if ((readings[i].place - readings[k].place).norm() < 1e-4)
        throw InvalidInput(Text("freeboard at {0}", readings[i].point),
                           Text("is of the same place as {0}", readings[k].point));

  BathAnswer answer;
  Unknowns u(0.0, 0.0, 0.0);
  for (const FreeboardReading& r : readings) u[0] += (r.place.z() - r.freeboard) / static_cast<double>(readings.size());
  Eigen::MatrixXd J;
  bool converged = false;
  for (int i = 0; i < 30 && !converged; ++i) {
    J = slopes(readings, u);
    const Eigen::JacobiSVD<Eigen::MatrixXd> svd(J, Eigen::ComputeThinU | Eigen::ComputeThinV);
    // Points on one line leave a rotation open: its singular value is that of a lever of millimetres.
    if (svd.singularValues()[2] < 0.004) {
      answer.message = "The points stand almost on one line: take one on each side and one at an end.";
      return answer;
    }
    const Vec3 step = svd.solve(misfits(readings, u));
    u -= step;
    converged = step.norm() < 1e-11;
  }
  if (!converged || std::abs(u[1]) > radians(60) || std::abs(u[2]) > radians(45)) {
    answer.message = "No water plane fits these readings: check their signs and places.";
    return answer;
  }
  answer.plane = plane_of(u);
  answer.misfit = readings.size() > 3 ? misfits(readings, u).cwiseAbs().maxCoeff() : 0.0;
  const double volume = body.below(answer.plane).volume;
  if (!(volume > 1e-4 * body.volume()) || volume > 0.9999 * body.volume()) {
    answer.message = volume > 0.5 * body.volume() ? "By these readings the whole boat is under water."
                                                  : "By these readings the boat hangs above the water.";
    return answer;
  }
  const Vec3 found = loading_of(body, density, u, planned_cg_z);
  const Eigen::Matrix3d spread = reading_sigma * reading_sigma * (J.transpose() * J).inverse();
  Eigen::Matrix3d through;
  const Vec3 h(1e-5, 1e-4, 1e-4);
  for (int k = 0; k < 3; ++k) {
    Unknowns up = u, down = u;
    up[k] += h[k];
    down[k] -= h[k];
    through.col(k) =
        (loading_of(body, density, up, planned_cg_z) - loading_of(body, density, down, planned_cg_z)) / (2.0 * h[k]);
  }
  const Eigen::Matrix3d covariance = through * spread * through.transpose();
  const Vec3 n = answer.plane.attitude.up();
  answer.solved = true;
  answer.mass = found[0];
  answer.mass_sigma = std::sqrt(covariance(0, 0));
  answer.cg = {found[1], found[2], planned_cg_z};
  answer.cg_sigma = {std::hypot(std::sqrt(covariance(1, 1)), n.x() / n.z() * cg_z_sigma),
                     std::hypot(std::sqrt(covariance(2, 2)), n.y() / n.z() * cg_z_sigma), cg_z_sigma};
  return answer;
}

}  // namespace plucky
