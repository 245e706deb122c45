#include "resistance/porpoising.h"

#include <Eigen/Eigenvalues>
#include <array>
#include <cmath>

#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double flattest = radians(0.05);

/// A moment of the motion: attitude, and how fast it changes.
struct Motion {
  double trim = 0.0, draught = 0.0;  ///< rad; m, of the base line at the transom
  double pitching = 0.0;             ///< rad/s, bow up
  double sinking = 0.0;              ///< m/s, of the CG
};

struct Lift {
  double up = 0.0, bow_up = 0.0;                ///< N; N m about the CG
  double heave = 0.0, both = 0.0, pitch = 0.0;  ///< kg, kg m, kg m2, of water carried along
};

std::vector<RunningSurface> surfaces_of(const PlaningHull& h) {
  if (!h.surfaces.empty()) return h.surfaces;
  return {
      {.beam = h.beam, .deadrise = h.deadrise, .length = h.length > 0.0 ? h.length : 12.0 * h.beam, .count = h.bodies}};
}

Lift lift_at(const PlaningHull& h, const std::vector<RunningSurface>& all, const PlaningWater& w, const Motion& m) {
  Lift sum;
  double hollow = 0.0;
  for (const RunningSurface& s : all) {
    const double under = s.in_wake ? hollow : 0.0, lies = m.trim + s.angle;
    hollow = std::max(hollow, m.draught - s.x * std::tan(m.trim) - s.z);
    const double deep = (m.draught - under - s.x * std::tan(m.trim) - s.z) * std::cos(m.trim);
    if (lies < flattest || deep <= 1e-9 * s.beam) continue;
    const double keel = std::min(s.length, deep / std::sin(lies)), count = static_cast<double>(s.count);
    const Wetted wet = wetted_part({s.beam, s.deadrise}, lies, keel);
    const double after = s.x - h.lcg, middle = after + 0.5 * keel;
    const auto forces = [&](double at) {  // where it goes down the water meets it steeper
      const double meets = lies + (m.sinking - m.pitching * at) / w.speed;
      return surface_forces({s.beam, s.deadrise, h.roughness}, w, std::max(flattest, meets), keel);
    };
    // Water that a strip has taken along is left at the after edge: how fast that goes down tells the lift, the mean
    // over the wet length its moment about that edge.
    const SurfaceForces edge = forces(after), mean = forces(middle);
    sum.up += count * (edge.normal * std::cos(lies) - edge.friction * std::sin(lies));
    const double above = s.z - h.vcg + 0.25 * wet.beam * std::tan(s.deadrise);
    sum.bow_up += count * (edge.normal * after + mean.normal * mean.pressure_point + edge.friction * above);
    const double water = count * w.density * pi / 8.0 * wet.beam * wet.beam * wet.ratio * wet.beam;
    sum.heave += water;
    sum.both += water * middle;
    sum.pitch += water * middle * middle;
  }
  const HungForces hung = hung_forces(h, w, m.trim);
  sum.up += hung.up();
  sum.bow_up += hung.moment;
  return sum;
}

}  // namespace

std::optional<PorpoisingMode> porpoising_mode(const PlaningHull& h, const PlaningState& s, double speed, double density,
                                              double viscosity) {
  if (s.status == PlaningState::Status::no_balance || !(s.draught > 0.0)) return std::nullopt;
  const PlaningWater w{speed, density, viscosity};
  const std::vector<RunningSurface> all = surfaces_of(h);
  const Motion steady{.trim = s.trim, .draught = s.draught};
  const Lift rest = lift_at(h, all, w, steady);
  // About the steady attitude: z sinks the CG, t lifts the bow. The draught at the transom follows both.
  const auto moved = [&](double z, double t, double zs, double ts) {
    return lift_at(h, all, w, {s.trim + t, s.draught + z + h.lcg * (std::tan(s.trim + t) - std::tan(s.trim)), ts, zs});
  };
  const double dz = 1e-3 * s.draught, dt = 1e-4, dzs = 1e-3 * speed, dts = 1e-3 * speed / std::max(h.lcg, 1e-3);
  Eigen::Matrix2d stiffness, damping, mass;
  const auto column = [&](Eigen::Matrix2d& m, int of, const Lift& a, const Lift& b, double step) {
    m(0, of) = (a.up - b.up) / (2.0 * step);
    m(1, of) = (a.bow_up - b.bow_up) / (2.0 * step);
  };
  column(stiffness, 0, moved(dz, 0, 0, 0), moved(-dz, 0, 0, 0), dz);
  column(stiffness, 1, moved(0, dt, 0, 0), moved(0, -dt, 0, 0), dt);
  column(damping, 0, moved(0, 0, dzs, 0), moved(0, 0, -dzs, 0), dzs);
  column(damping, 1, moved(0, 0, 0, dts), moved(0, 0, 0, -dts), dts);
  // Lift acts against sinking: m z'' = -lift, I t'' = +moment.
  stiffness.row(0) *= -1.0;
  damping.row(0) *= -1.0;
  const double length = h.length > 0.0 ? h.length : 4.0 * h.beam;
  mass << h.mass + rest.heave, -rest.both, -rest.both, h.mass * std::pow(0.25 * length, 2) + rest.pitch;
  const Eigen::Matrix2d by_mass = mass.inverse();
  Eigen::Matrix4d system = Eigen::Matrix4d::Zero();
  system.topRightCorner<2, 2>().setIdentity();
  system.bottomLeftCorner<2, 2>() = by_mass * stiffness;
  system.bottomRightCorner<2, 2>() = by_mass * damping;
  // What does not swing is the balance of trim itself, which was found where moments bring it back.
  std::optional<PorpoisingMode> swings;
  std::optional<double> settles;
  for (const std::complex<double>& e : system.eigenvalues()) {
    if (std::abs(e.imag()) < 1e-6)
      settles = std::max(settles.value_or(e.real()), e.real());
    else if (!swings || e.real() > swings->growth)
      swings = {e.real(), 2.0 * pi / std::abs(e.imag())};
  }
  return swings.value_or(PorpoisingMode{std::min(0.0, settles.value_or(0.0)), 0.0});
}

}  // namespace plucky
