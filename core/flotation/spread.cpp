#include "flotation/spread.h"

#include <fmt/format.h>

#include <Eigen/LU>
#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

/// Small, fast and the same on every machine: xorshift64*, and a normal as the sum of the eight bytes of one draw. Its
/// middle 90 % is that of the normal distribution to half a per cent, and no sample is absurd.
class Scatter {
 public:
  explicit Scatter(std::uint32_t seed) : state_(0x9E3779B97F4A7C15ull ^ (static_cast<std::uint64_t>(seed) << 17)) {}
  double normal() {
    state_ ^= state_ >> 12;
    state_ ^= state_ << 25;
    state_ ^= state_ >> 27;
    const std::uint64_t r = state_ * 0x2545F4914F6CDD1Dull;
    // Adds the bytes pairwise in place.
    const std::uint64_t pairs = (r & 0x00FF00FF00FF00FFull) + ((r >> 8) & 0x00FF00FF00FF00FFull);
    const std::uint64_t sum = (pairs * 0x0001000100010001ull) >> 48;
    constexpr double mean = 8 * 127.5, sigma = 209.0215;  // sigma^2 = 8 (256^2 - 1) / 12
    return (static_cast<double>(sum) - mean) / sigma;
  }

 private:
  std::uint64_t state_;
};

Range range_of(std::vector<double>& values) {
  const auto at = [&](double share) {
    const auto k = static_cast<std::ptrdiff_t>(share * static_cast<double>(values.size() - 1) + 0.5);
    std::nth_element(values.begin(), values.begin() + k, values.end());
    return values[static_cast<std::size_t>(k)];
  };
  return {at(0.05), at(0.5), at(0.95)};
}

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

Spread sample_spread(const Equilibrium& e, const std::vector<UncertainMass>& masses, double density,
                     const std::vector<Vec3>& freeboard_points, int samples, std::uint32_t seed) {
  Spread spread;
  if (e.status != FloatStatus::afloat || masses.empty() || samples < 1) return spread;
  double mass0 = 0.0;
  Vec3 moment0 = Vec3::Zero();
  for (const UncertainMass& m : masses) {
    if (m.mass_sigma < 0.0 || (m.place_sigma.array() < 0.0).any())
      throw InvalidInput("uncertainty", fmt::format("of a {:.1f} g item is negative", 1e3 * m.mass));
    mass0 += m.mass;
    moment0 += m.mass * m.place;
  }
  const Vec3 cg0 = moment0 / mass0;
  const Eigen::Matrix3d inverse = response(e, cg0);
  const Vec3 ahead = e.plane.attitude.ahead(), port = e.plane.attitude.port();
  const double volume = e.immersion.volume;
  Scatter scatter(seed);
  std::vector<double> trims, heels, totals, freeboards;
  for (int i = 0; i < samples; ++i) {
    double mass = 0.0;
    Vec3 moment = Vec3::Zero();
    for (const UncertainMass& m : masses) {
      const double own = std::max(0.0, m.mass_sigma > 0.0 ? m.mass + m.mass_sigma * scatter.normal() : m.mass);
      Vec3 place = m.place;
      for (int axis = 0; axis < 3; ++axis)
        if (m.place_sigma[axis] > 0.0) place[axis] += m.place_sigma[axis] * scatter.normal();
      mass += own;
      moment += own * place;
    }
    const Vec3 shift = moment / mass - cg0;
    const Vec3 change = inverse * Vec3((mass - mass0) / density, volume * shift.dot(ahead), volume * shift.dot(port));
    WaterPlane plane = e.plane;
    plane.offset += change[0];
    plane.attitude.trim += change[1];
    plane.attitude.heel += change[2];
    trims.push_back(plane.attitude.trim);
    heels.push_back(plane.attitude.heel);
    totals.push_back(mass);
    if (i < 400) spread.cg.push_back(moment / mass);
    if (freeboard_points.empty()) continue;
    const Vec3 n = plane.attitude.up();
    double least = 1e300;
    for (const Vec3& p : freeboard_points) least = std::min(least, n.dot(p) - plane.offset);
    freeboards.push_back(least);
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
