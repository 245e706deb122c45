#include "flotation/spread.h"

#include <Eigen/LU>
#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

/// Change of (offset, trim, heel) per unit of (displaced volume, lever ahead, lever to port) at constant rest. At the
/// equilibrium buoyancy stands over the CG, so the Jacobian needs only the water plane and the height of B over G.
Eigen::Matrix3d response(const Equilibrium& e, const Vec3& cg) {
  const Immersion& im = e.immersion;
  const Attitude& at = e.plane.attitude;
  const double over = im.volume * at.up().dot(im.centre_of_buoyancy() - cg);
  const double A = im.waterplane_area, Sx = im.waterplane_first.x(), Sy = im.waterplane_first.y();
  const double gx = cg.dot(at.ahead()), gy = cg.dot(at.port()), ct = std::cos(at.trim);
  Eigen::Matrix3d J;
  J << A, -Sx, -ct * Sy,                                                                      //
      Sx - gx * A, -(im.waterplane_xx - gx * Sx) - over, -ct * (im.waterplane_xy - gx * Sy),  //
      Sy - gy * A, -(im.waterplane_xy - gy * Sx), -ct * (im.waterplane_yy - gy * Sy) - ct * over;
  return J.inverse();
}

}  // namespace

MassScatter::MassScatter(const std::vector<UncertainMass>& masses, int samples, std::uint32_t seed)
    : of_(masses), own_(samples, masses.size()), total_(samples), moment_(samples, 3) {
  for (const UncertainMass& m : masses)
    if (m.mass_sigma < 0.0 || (m.place_sigma.array() < 0.0).any())
      throw InvalidInput("uncertainty", Text("of a {0} g item is negative", 1e3 * m.mass));
  Scatter scatter(seed);
  for (int i = 0; i < samples; ++i) {
    Vec3 moment = Vec3::Zero();
    for (std::size_t k = 0; k < masses.size(); ++k) {
      const UncertainMass& m = masses[k];
      const double own = std::max(0.0, m.mass_sigma > 0.0 ? m.mass + m.mass_sigma * scatter.normal() : m.mass);
      for (int axis = 0; axis < 3; ++axis)
        if (m.place_sigma[axis] > 0.0) moment[axis] += own * m.place_sigma[axis] * scatter.normal();
      own_(i, static_cast<Eigen::Index>(k)) = own;
    }
    moment_.row(i) = moment.transpose();
    total_[i] = own_.row(i).sum();
  }
}

bool MassScatter::is_of(const std::vector<UncertainMass>& masses) const {
  return std::equal(masses.begin(), masses.end(), of_.begin(), of_.end(), [](const auto& l, const auto& r) {
    return l.mass == r.mass && l.mass_sigma == r.mass_sigma && l.place_sigma == r.place_sigma;
  });
}

Spread sample_spread(const Equilibrium& e, const MassScatter& scatter, const std::vector<UncertainMass>& masses,
                     double density, const std::vector<Vec3>& freeboard_points) {
  Spread spread;
  const int samples = scatter.samples();
  if (e.status != FloatStatus::afloat || masses.empty() || samples < 1) return spread;
  if (!scatter.is_of(masses)) throw InvalidInput("scatter", "was drawn for other masses");
  Eigen::Matrix<double, Eigen::Dynamic, 3> places(masses.size(), 3);
  double mass0 = 0.0;
  Vec3 moment0 = Vec3::Zero();
  for (std::size_t k = 0; k < masses.size(); ++k) {
    places.row(static_cast<Eigen::Index>(k)) = masses[k].place.transpose();
    mass0 += masses[k].mass;
    moment0 += masses[k].mass * masses[k].place;
  }
  const Eigen::Matrix<double, Eigen::Dynamic, 3> moments = scatter.own_ * places + scatter.moment_;
  const Vec3 cg0 = moment0 / mass0;
  const Eigen::Matrix3d inverse = response(e, cg0);
  const Vec3 ahead = e.plane.attitude.ahead(), port = e.plane.attitude.port();
  const double volume = e.immersion.volume;
  std::vector<double> trims, heels, totals(scatter.total_.begin(), scatter.total_.end());
  Eigen::ArrayX3d up(samples, 3);
  Eigen::ArrayXd offset(samples);
  for (int i = 0; i < samples; ++i) {
    const double mass = scatter.total_[i];
    const Vec3 cg = moments.row(i).transpose() / mass, shift = cg - cg0;
    const Vec3 change = inverse * Vec3((mass - mass0) / density, volume * shift.dot(ahead), volume * shift.dot(port));
    const Attitude attitude{e.plane.attitude.heel + change[2], e.plane.attitude.trim + change[1]};
    trims.push_back(attitude.trim);
    heels.push_back(attitude.heel);
    up.row(i) = attitude.up().transpose().array();
    offset[i] = e.plane.offset + change[0];
    if (i < 400) spread.cg.push_back(cg);
  }
  std::vector<double> freeboards;
  if (!freeboard_points.empty()) {
    // Point by point over all samples: long plain loops.
    Eigen::ArrayXd least = Eigen::ArrayXd::Constant(samples, 1e300);
    for (const Vec3& p : freeboard_points) least = least.min(up.col(0) * p.x() + up.col(1) * p.y() + up.col(2) * p.z());
    least -= offset;
    freeboards.assign(least.begin(), least.end());
  }
  spread.samples = samples;
  spread.trim = range_of(trims);
  spread.heel = range_of(heels);
  spread.mass = range_of(totals);
  if (!freeboards.empty()) spread.least_freeboard = range_of(freeboards);
  const double widest = std::max(spread.trim.high - spread.trim.low, spread.heel.high - spread.heel.low);
  spread.wide = !(widest < radians(10.0));
  return spread;
}

}  // namespace plucky
