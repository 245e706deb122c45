#include "trial/weighing.h"

#include <cmath>

#include <Eigen/Dense>

#include "base/error.h"

namespace plucky {

FoundMass weigh_boat(const std::vector<SupportReading>& supports, double scale_sigma, double place_sigma, double cg_z) {
  if (supports.size() < 2 || supports.size() > 4)
    throw InvalidInput("supports", Text("{0} given; must be two, three or four", supports.size()));
  FoundMass out;
  Vec3 moment = Vec3::Zero();
  for (std::size_t i = 0; i < supports.size(); ++i) {
    const SupportReading& s = supports[i];
    if (!(s.mass >= 0.0) || !std::isfinite(s.mass))
      throw InvalidInput(Text("support {0}", i + 1), "shows less than nothing: tare the empty scale first");
    for (std::size_t k = 0; k < i; ++k)
      if ((s.place - supports[k].place).head<2>().norm() < 0.02)
        throw InvalidInput(Text("supports {0} and {1}", k + 1, i + 1), "stand closer than 20 mm");
    out.mass += s.mass;
    moment += s.mass * s.place;
  }
  if (out.mass <= 0.0) throw InvalidInput("supports", "all show zero");
  out.cg = moment / out.mass;
  // d(cg)/d(reading i) = (place i - cg) / mass; d(cg)/d(place i) = reading i / mass.
  Vec3 variance = Vec3::Zero();
  for (const SupportReading& s : supports)
    for (int axis = 0; axis < 2; ++axis)
      variance[axis] += std::pow((s.place[axis] - out.cg[axis]) / out.mass * scale_sigma, 2) +
                        std::pow(s.mass / out.mass * place_sigma, 2);
  out.mass_sigma = scale_sigma * std::sqrt(static_cast<double>(supports.size()));
  out.cg_sigma = variance.cwiseSqrt();
  if (supports.size() == 2) out.cg.y() = 0.0;
  out.cg.z() = cg_z;
  out.cg_sigma.z() = 0.005;
  return out;
}

FoundMass weigh_hung(const std::vector<SupportReading>& hangings, double scale_sigma, double tilt_sigma, double cg_z) {
  if (hangings.empty()) throw InvalidInput("hangings", "none given; must be one or more");
  FoundMass out;
  double least = 10.0, most = -10.0;
  for (std::size_t i = 0; i < hangings.size(); ++i) {
    const SupportReading& h = hangings[i];
    const Text place{"hanging {0}", i + 1};
    if (!h.tilt) throw InvalidInput(place, "has no tilt");
    if (!(std::abs(*h.tilt) < pi / 3.0))
      throw InvalidInput(place, "tilts by 60 degrees or more: hang it nearer its CG");
    if (!(h.mass > 0.0) || !std::isfinite(h.mass))
      throw InvalidInput(place, "shows nothing: tare the empty scale first");
    out.mass += h.mass / static_cast<double>(hangings.size());
    least = std::min(least, *h.tilt), most = std::max(most, *h.tilt);
  }
  out.mass_sigma = scale_sigma / std::sqrt(static_cast<double>(hangings.size()));
  // Down is (-sin, -cos) of the tilt in the boat's x and z; across that line the CG lies where the hook does:
  // cos x - sin z is the same for both.
  if (hangings.size() == 1) {
    const SupportReading& h = hangings.front();
    const double above = h.place.z() - cg_z;
    out.cg = {h.place.x() - above * std::tan(*h.tilt), 0.0, cg_z};
    const double slope = above / std::pow(std::cos(*h.tilt), 2);
    constexpr double height_sigma = 0.005;  // m, of the height that is taken from the drawing
    out.cg_sigma = {std::hypot(slope * tilt_sigma, std::tan(*h.tilt) * height_sigma), 0.0, height_sigma};
    return out;
  }
  if (most - least < 5.0 * pi / 180.0)
    throw InvalidInput("hangings", "tilt within 5 degrees of one another: hang it from points farther apart");
  Eigen::MatrixX2d lines(static_cast<Eigen::Index>(hangings.size()), 2);
  Eigen::VectorXd at(lines.rows());
  for (Eigen::Index i = 0; i < lines.rows(); ++i) {
    const SupportReading& h = hangings[static_cast<std::size_t>(i)];
    lines.row(i) << std::cos(*h.tilt), -std::sin(*h.tilt);
    at[i] = lines.row(i).dot(Eigen::Vector2d(h.place.x(), h.place.z()));
  }
  const Eigen::Matrix2d normal = lines.transpose() * lines;
  const Eigen::Vector2d cg = normal.ldlt().solve(lines.transpose() * at);
  // A tilt that is off by sigma shifts its line by sigma times the CG's distance from the hook.
  Eigen::VectorXd scatter(lines.rows());
  for (Eigen::Index i = 0; i < lines.rows(); ++i) {
    const Vec3& hook = hangings[static_cast<std::size_t>(i)].place;
    scatter[i] = tilt_sigma * std::hypot(hook.x() - cg.x(), hook.z() - cg.y());
  }
  const Eigen::MatrixXd gain = normal.inverse() * lines.transpose();
  const Eigen::Matrix2d spread = gain * scatter.cwiseAbs2().asDiagonal() * gain.transpose();
  out.cg = {cg.x(), 0.0, cg.y()};
  out.cg_sigma = {std::sqrt(spread(0, 0)), 0.0, std::sqrt(spread(1, 1))};
  return out;
}

}  // namespace plucky
