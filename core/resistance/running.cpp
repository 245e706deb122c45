#include "resistance/running.h"

#include <algorithm>
#include <cmath>

#include "base/blend.h"
#include "base/error.h"
#include "resistance/friction.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double displacement_below = 1.2, planing_above = 2.4;
constexpr double most_slender = 100.0;  // of a hull without breadth

RunningPoint displacement(const RunningHull& h, double speed) {
  RunningPoint p;
  const double head = 0.5 * h.density * speed * speed;
  p.holds = true;
  p.friction = head * h.wetted_area * h.form * friction_coefficient(speed * h.waterline_length / h.viscosity);
  p.wave = wave_resistance(h.offsets, speed_in_deep_water(speed, h.depth), h.density);
  if (h.transom_area > 0.0) {  // Holtrop & Mennen (1982): the transom runs dry as the speed grows
    const double froude = speed / std::sqrt(2.0 * gravity * h.transom_area / (h.transom_beam * (1.0 + h.waterplane)));
    if (froude < 5.0) p.pressure = head * h.transom_area * 0.2 * (1.0 - 0.2 * froude);
  }
  p.appendages = head * h.appendage_area;
  p.air = 0.5 * air_density * speed * speed * h.bottom.air_area;
  p.trim = h.rest_trim;
  p.draught = h.rest_draught;
  p.wetted_length = h.waterline_length;
  p.drag = p.friction + p.wave + p.pressure + p.appendages + p.air;
  const double froude = speed / std::sqrt(gravity * h.waterline_length), over_bed = depth_froude(speed, h.depth);
  if (over_bed > critical_from && over_bed < critical_to) {
    p.outside_range = true;
    p.message = Text("waves pile up over this bed near {0}: that peak of the drag is not in it",
                     Quantity{std::sqrt(gravity * h.depth), Dimension::speed});
  } else if (!h.planes && froude > 0.6) {
    p.outside_range = true;
    p.message = Text("thin-ship waves at a Froude number of {0}: squat and trim are not in it", froude);
  } else if (h.offsets.spacing > 0.0 && froude > 0.15 && h.offsets.spacing < 4.0 * h.offsets.greatest_half()) {
    p.outside_range = true;
    p.message =
        "thin-ship waves of two hulls closer than a beam apart: the water between them is dammed, which is not in it";
  } else if (h.joined && froude > 0.15) {
    p.outside_range = true;
    p.message =
        "what joins its two bodies is wet over a part of the length: thin-ship waves of both as if they were one";
  } else if (const double slender = h.slenderness(); slender < 4.0 && froude > 0.15) {
    p.outside_range = true;
    p.message = Text("thin-ship waves on a hull {0} beams long: made for 4 and more", slender);
  }
  return p;
}

RunningPoint planing(const RunningHull& h, double speed) {
  RunningPoint p;
  const PlaningState s = solve_planing(h.bottom, speed, h.density, h.viscosity);
  p.holds = s.status != PlaningState::Status::no_balance;
  p.bow_rises = s.bow_rises;
  p.outside_range = s.status == PlaningState::Status::outside_range;
  p.message = s.message;
  p.friction = s.friction * std::cos(s.trim);
  p.pressure = s.drag - p.friction - s.appendages - s.air;
  p.appendages = s.appendages;
  p.air = s.air;
  p.air_lift = s.wing;
  p.spray = s.spray;
  p.drag = s.drag + s.spray;
  p.trim = s.trim;
  p.wetted_length = s.wetted_length;
  p.draught = s.draught;
  p.porpoising_trim = s.porpoising_trim;
  p.porpoising = s.mode;
  if (h.bottom.bodies > 1) {
    p.outside_range = true;
    if (p.message.empty())
      p.message =
          "two planing surfaces with half the load each; the water in the tunnel is not in it, the lift of the air a "
          "rough one";
  }
  return p;
}

RunningPoint mixed(const RunningPoint& a, const RunningPoint& b, double w) {
  RunningPoint p = b;
  const auto mix = [&](double RunningPoint::*m) { p.*m = (1.0 - w) * a.*m + w * b.*m; };
  for (double RunningPoint::*m :
       {&RunningPoint::drag, &RunningPoint::friction, &RunningPoint::wave, &RunningPoint::pressure,
        &RunningPoint::appendages, &RunningPoint::air, &RunningPoint::spray, &RunningPoint::trim,
        &RunningPoint::wetted_length, &RunningPoint::air_lift, &RunningPoint::draught, &RunningPoint::transom_dry})
    mix(m);
  p.planing_share = w;
  return p;
}

}  // namespace

double RunningHull::slenderness() const {
  const double half = offsets.greatest_half();
  return half > 0.0 ? waterline_length / (2.0 * half) : most_slender;
}

double RunningPoint::water_at(double x) const {
  const double level = draught - x * std::tan(trim);
  return x >= 0.0 ? level : (1.0 - transom_dry) * level + transom_dry * std::min(level, 0.0);
}

RunningPoint run_at(const RunningHull& h, double speed) {
  if (!(speed > 0.0)) throw InvalidInput("speed", Text("is {0} m/s; must be more than zero", speed));
  const double number = speed / std::sqrt(gravity * std::cbrt(h.volume));
  RunningPoint p;
  if (!h.planes || number <= displacement_below) {
    p = displacement(h, speed);
  } else if (number >= planing_above) {
    p = planing(h, speed);
    p.regime = Regime::planing;
    p.planing_share = 1.0;
  } else {
    const double w = smooth_step((number - displacement_below) / (planing_above - displacement_below));
    const RunningPoint slow = displacement(h, speed), fast = planing(h, speed);
    p = fast.holds || fast.bow_rises ? mixed(slow, fast, w) : slow;
    p.holds = true;
    p.regime = Regime::semi_planing;
    p.outside_range = true;
    p.message = fast.holds ? "between displacement and planing: a blend of both methods"
                           : Text("not on the plane yet ({0}): the displacement method beyond its range", fast.message);
  }
  p.speed = speed;
  p.volumetric_froude = number;
  // A transom runs dry at a Froude number of its draught near 2.5 (common practice in ship hydrodynamics, memory).
  const double transom = speed / std::sqrt(gravity * std::max(h.rest_draught, 1e-3));
  p.transom_dry = smooth_step((transom - 1.5) / 2.0);
  return p;
}

namespace {

/// Speeds of the curve by the hull alone: close in Froude number where waves make humps, by shares above.
std::vector<double> curve_speeds(const RunningHull& h, double most) {
  const double wave_speed = std::sqrt(gravity * h.waterline_length);
  const double planes_from = planing_above * std::sqrt(gravity * std::cbrt(h.volume));
  std::vector<double> out;
  for (double v = 0.14 * wave_speed; out.empty() || out.back() < most;) {
    out.push_back(v);
    v += v < 0.52 * wave_speed ? 0.03 * wave_speed : !h.planes || v < planes_from ? 0.07 * wave_speed : 0.10 * v;
  }
  return out;
}

/// Where the value in the middle of three points is missed by more than this share of it by a line through its
/// neighbours, the curve wants points between.
constexpr double bends = 0.05;

/// Drag at `b` as its neighbours would have it, over the square of the speed.
double foreseen(const RunningPoint& a, const RunningPoint& b, const RunningPoint& c) {
  const double w = (b.speed * b.speed - a.speed * a.speed) / (c.speed * c.speed - a.speed * a.speed);
  return (1.0 - w) * a.drag + w * c.drag;
}

/// Adds points towards the speed where nothing carries any more; `fails` is known to be past it.
void seek_end(const RunningHull& hull, double fails, std::vector<RunningPoint>& points, Text& why) {
  if (points.empty()) return;
  for (int i = 0; i < 6; ++i) {
    const double middle = 0.5 * (points.back().speed + fails);
    RunningPoint p = run_at(hull, middle);
    if (p.holds) {
      points.push_back(std::move(p));
    } else {
      fails = middle;
      why = p.message;
    }
  }
}

}  // namespace

ResistanceCurve::ResistanceCurve(const RunningHull& hull, double most) {
  if (!(most > 0.0)) throw InvalidInput("speed", Text("is {0} m/s; must be above zero", most));
  for (double v : curve_speeds(hull, most)) {
    RunningPoint p = run_at(hull, v);
    if (!p.holds) {
      ends_because_ = p.message;
      seek_end(hull, v, points_, ends_because_);
      break;
    }
    points_.push_back(std::move(p));
  }
  std::vector<double> between;
  for (std::size_t i = 1; i + 1 < points_.size(); ++i) {
    const RunningPoint &a = points_[i - 1], &b = points_[i], &c = points_[i + 1];
    if (std::abs(foreseen(a, b, c) - b.drag) < bends * b.drag) continue;
    for (const RunningPoint* other : {&a, &c}) {
      const double v = 0.5 * (b.speed + other->speed);
      if (between.empty() || between.back() < v - 1e-9) between.push_back(v);
    }
  }
  for (double v : between)
    if (RunningPoint p = run_at(hull, v); p.holds) points_.push_back(std::move(p));
  std::sort(points_.begin(), points_.end(), [](const auto& a, const auto& b) { return a.speed < b.speed; });
}

namespace {

constexpr double RunningPoint::*forces[] = {&RunningPoint::drag,     &RunningPoint::friction,   &RunningPoint::wave,
                                            &RunningPoint::pressure, &RunningPoint::appendages, &RunningPoint::air,
                                            &RunningPoint::spray};

}  // namespace

ResistanceCurve ResistanceCurve::times(double factor) const {
  if (!(factor > 0.0)) throw InvalidInput("drag", "must be times more than nothing");
  ResistanceCurve out = *this;
  for (RunningPoint& p : out.points_)
    for (double RunningPoint::*m : forces) p.*m *= factor;
  return out;
}

double ResistanceCurve::drag(double speed) const {
  return at(speed).drag;
}

RunningPoint ResistanceCurve::at(double speed) const {
  if (points_.empty()) return {};
  const auto after = std::lower_bound(points_.begin(), points_.end(), speed,
                                      [](const RunningPoint& p, double v) { return p.speed < v; });
  if (after == points_.begin() || after == points_.end()) {
    // Outside: the nearest point with its forces by the square of the speed.
    RunningPoint p = after == points_.begin() ? points_.front() : points_.back();
    const double by = speed * speed / (p.speed * p.speed);
    for (double RunningPoint::*m : forces) p.*m *= by;
    p.speed = speed;
    return p;
  }
  const RunningPoint &b = *after, &a = *(after - 1);
  const double w = (speed * speed - a.speed * a.speed) / (b.speed * b.speed - a.speed * a.speed);
  RunningPoint p = mixed(a, b, w);
  p.planing_share = (1.0 - w) * a.planing_share + w * b.planing_share;
  if (a.porpoising_trim && b.porpoising_trim)
    p.porpoising_trim = (1.0 - w) * *a.porpoising_trim + w * *b.porpoising_trim;
  p.holds = a.holds && b.holds;
  p.speed = speed;
  return p;
}

}  // namespace plucky
