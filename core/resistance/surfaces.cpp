#include "resistance/surfaces.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "base/bracketed.h"
#include "resistance/planing_surface.h"
#include "resistance/porpoising.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double lowest_trim = radians(-4.0), highest_trim = radians(14.0), trim_step = radians(0.3);
constexpr double least_angle = radians(0.12);  // a surface that is flatter carries nothing

/// All forces at one trim and height.
struct Pose {
  double trim = 0.0, draught = 0.0;              ///< rad; m, of the base line at the transom
  double lift = 0.0, along = 0.0, moment = 0.0;  ///< N up, N against the way, N m bow up about the CG
  double friction = 0.0, thrust = 0.0;
  HungForces hung;
  std::vector<double> carried, keel, mean, pressure_point;  ///< of each kind of surface: N, m, m, m from the transom
};

class Surfaces {
 public:
  Surfaces(const PlaningHull& h, const PlaningWater& w) : h_(h), w_(w) {}

  [[nodiscard]] Pose at(double trim, double draught) const {
    Pose p{.trim = trim, .draught = draught};
    double hollow = 0.0;
    for (const RunningSurface& s : h_.surfaces) {
      add(s, s.in_wake ? hollow : 0.0, p);
      hollow = std::max(hollow, draught - s.x * std::tan(trim) - s.z);
    }
    p.hung = hung_forces(h_, w_, trim);
    p.along += p.hung.against();
    p.thrust = p.along / std::cos(trim + h_.thrust_angle);
    p.lift += p.thrust * std::sin(trim + h_.thrust_angle) + p.hung.up();
    p.moment += p.thrust * h_.thrust_offset + p.hung.moment;
    return p;
  }

  /// The height at which it carries the weight; none where it cannot at this trim.
  [[nodiscard]] std::optional<Pose> carried(double trim) const {
    const double weight = h_.mass * gravity;
    double high = -1e300, low = 1e300;
    for (const RunningSurface& s : h_.surfaces) {
      const double dry = s.x * std::tan(trim) + s.z;
      low = std::min(low, dry);
      high = std::max(high, dry + s.length * std::sin(std::max(least_angle, trim + s.angle)) / std::cos(trim));
    }
    const auto surplus = [&](double draught) { return at(trim, draught).lift - weight; };
    const double at_low = surplus(low), at_high = surplus(high);
    if (!(at_low < 0.0 && at_high >= 0.0)) return std::nullopt;
    return at(trim, bracketed_root(surplus, low, high, at_low, at_high));
  }

 private:
  /// `hollow` is how far the water lies below the undisturbed level, m: behind a step it goes on level from its edge.
  void add(const RunningSurface& s, double hollow, Pose& p) const {
    const double angle = p.trim + s.angle, count = static_cast<double>(s.count);
    const double deep = (p.draught - hollow - s.x * std::tan(p.trim) - s.z) * std::cos(p.trim);
    const double keel = angle < least_angle ? 0.0 : std::min(s.length, deep / std::sin(angle));
    if (keel <= 1e-9 * s.beam) {
      for (auto* of : {&p.carried, &p.keel, &p.mean, &p.pressure_point}) of->push_back(0.0);
      return;
    }
    const SurfaceForces f = surface_forces({s.beam, s.deadrise, h_.roughness}, w_, angle, keel);
    const double up = count * (f.normal * std::cos(angle) - f.friction * std::sin(angle));
    const double against = count * (f.normal * std::sin(angle) + f.friction * std::cos(angle));
    // Of where they act, from the CG: in the boat's axes first, then along the water. Friction acts on the mean bottom.
    const double ahead = s.x + f.pressure_point * std::cos(s.angle) - h_.lcg;
    const double above = s.z + f.pressure_point * std::sin(s.angle) - h_.vcg;
    const double bottom = 0.25 * f.wet.beam * std::tan(s.deadrise);
    p.moment += count * (f.normal * (ahead * std::cos(s.angle) + above * std::sin(s.angle)) +
                         f.friction * ((above + bottom) * std::cos(s.angle) - ahead * std::sin(s.angle)));
    p.lift += up;
    p.along += against;
    p.friction += count * f.friction;
    p.carried.push_back(up);
    p.keel.push_back(f.wet.keel);
    p.mean.push_back(f.wet.ratio * f.wet.beam);
    p.pressure_point.push_back(s.x + f.pressure_point * std::cos(s.angle));
  }

  const PlaningHull& h_;
  const PlaningWater& w_;
};

/// The pose of the least trim that carries, by bisection between one that does not and one that does.
Pose least_carried(const Surfaces& surfaces, double not_at, const Pose& at) {
  Pose least = at;
  for (int i = 0; i < 16; ++i) {
    const double middle = 0.5 * (not_at + least.trim);
    if (const std::optional<Pose> p = surfaces.carried(middle))
      least = *p;
    else
      not_at = middle;
  }
  return least;
}

}  // namespace

PlaningState solve_surfaces(const PlaningHull& h, double speed, double density, double viscosity) {
  const PlaningWater w{speed, density, viscosity};
  const Surfaces surfaces(h, w);
  PlaningState s;
  // The bow-up moment falls as the trim rises: what is ahead lifts off, what is behind is pressed in.
  std::optional<Pose> before, found;
  double first = 0.0;
  bool any = false, crossed = false;
  for (double trim = lowest_trim; trim <= highest_trim && !crossed; trim += trim_step) {
    const std::optional<Pose> now = surfaces.carried(trim);
    // The least trim that carries lies between this one and the last: there the foremost surface is wet to its end.
    if (now && !any && trim > lowest_trim) before = least_carried(surfaces, trim - trim_step, *now);
    if (now && !any) first = before ? before->moment : now->moment;
    any = any || now.has_value();
    if (now && before && before->moment > 0.0 && now->moment <= 0.0) {
      const auto moment = [&](double t) {
        const auto p = surfaces.carried(t);
        return p ? p->moment : 0.0;
      };
      crossed = true;
      found = surfaces.carried(bracketed_root(moment, before->trim, now->trim, before->moment, now->moment));
    }
    before = now;
  }
  if (!found) {
    s.bow_rises = any && !crossed && first > 0.0 && before && before->moment > 0.0;
    s.message = !any      ? "its running surfaces cannot carry the boat at this speed and any trim up to 14 degrees"
                : crossed ? "no steady trim: its surfaces carry the boat only in steps"
                : first <= 0.0 ? "the bow goes under: every trim leaves a moment that presses it down"
                               : "the bow rises past 14 degrees: nothing brings it down";
    if (!s.bow_rises) return s;
    found = before;
  }
  const Pose& p = *found;
  s.trim = p.trim;
  s.draught = p.draught;
  s.friction = p.friction;
  s.appendages = p.hung.appendages;
  s.air = p.hung.air + p.hung.wing_drag;
  s.wing = p.hung.wing;
  s.thrust = p.thrust;
  s.drag = p.along;
  s.pressure = p.along - p.friction * std::cos(p.trim) - p.hung.against();
  for (std::size_t i = 0; i < h.surfaces.size(); ++i) {
    const RunningSurface& of = h.surfaces[i];
    s.lift += p.carried[i];
    s.pressure_point += p.carried[i] * p.pressure_point[i];
    s.keel_length = std::max(s.keel_length, p.keel[i]);
    s.wetted_length = std::max(s.wetted_length, p.mean[i]);
    if (p.keel[i] > 0.0)
      s.spray += static_cast<double>(of.count) *
                 whisker_spray(of.beam, of.deadrise, p.trim + of.angle, p.keel[i], speed, density, viscosity).drag;
  }
  if (s.lift > 0.0) s.pressure_point /= s.lift;
  for (const double carried : p.carried) s.carried.push_back(s.lift > 0.0 ? carried / s.lift : 0.0);
  if (s.bow_rises) return s;
  s.status = PlaningState::Status::outside_range;
  s.mode = porpoising_mode(h, s, speed, density, viscosity);
  const bool steps = h.surfaces.back().in_wake;
  s.message =
      steps ? "steps: behind each the water goes on level from its edge, which is a rough picture of the hollow"
            : "several planing surfaces, each as in still water: neither their wakes nor the lift of the screw is "
              "in it, that of the air is a rough one";
  return s;
}

}  // namespace plucky
