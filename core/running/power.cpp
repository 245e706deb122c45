#include "running/power.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "water/fluid.h"

namespace plucky {

std::optional<BrokenLimit> broken_limit(const Drive& d, const RunningState& s, double winding) {
  std::optional<BrokenLimit> worst;
  double by = 1.0;
  const auto hold = [&](const char* key, const char* words, double number, double limit, Dimension dimension) {
    if (!(limit > 0.0) || number <= by * limit) return;
    by = number / limit;
    worst = {key, words, {number, dimension}, {limit, dimension}};
  };
  hold("esc", "the ESC's continuous rating", s.shaft.motor_current, d.esc.current_limit, Dimension::current);
  hold("battery", "the battery's C rating", s.shaft.battery_current, d.battery.current_limit(), Dimension::current);
  hold("motor", "the motor's rating", s.shaft.motor_current, d.motor.current_limit, Dimension::current);
  hold("heat", "the winding's temperature", winding, d.motor.temperature_limit, Dimension::temperature);
  if (d.has_shaft_line()) {
    const double motor_torque = std::max(0.0, s.shaft.torque / d.gearing.ratio);
    hold("coupler", "what the coupler holds", motor_torque, coupler_strength(d.coupler), Dimension::torque);
    hold("shaft", "the shaft in torsion", std::max(0.0, s.shaft.torque), shaft_strength(d.shaft), Dimension::torque);
  }
  return worst;
}

double greatest_speed(const Drive& d) {
  const double spin = free_revolutions(power_train(d), 1.0);
  return std::clamp(1.05 * spin * d.screw.pitch, 1.0, 60.0);
}

PoweredBoat::PoweredBoat(const Boat& b, const ResistanceCurve& curve) : PoweredBoat(b.drive, b.density) {
  curve_ = &curve;
  const WakeShares w = wake_shares(b);
  between_.wake = w.wake;
  between_.thrust_deduction = w.thrust_deduction;
  keel_ = b.hull.outline.keel.front();
  working_ = working_place(b);
  cooling_.submerged = b.drive.motor.wet && b.drive.mounting == Mounting::pod;
  cooling_.wash = b.drive.propulsor == Propulsor::air_propeller;
  cooling_.jacket =
      std::any_of(b.layout.parts.begin(), b.layout.parts.end(), [](const Part& p) { return p.kind == PartKind::hose; });
  jacket_ = b.jacket;
  prepare();
}

PoweredBoat PoweredBoat::with(const Drive& drive) const {
  PoweredBoat other(drive, density_);
  other.curve_ = curve_;
  other.between_ = between_;
  other.keel_ = keel_;
  other.working_ = working_;
  other.cooling_ = cooling_;
  other.jacket_ = jacket_;
  other.prepare();
  return other;
}

void PoweredBoat::prepare() {
  train_ = power_train(drive_);
  if (working_)
    between_.working_share = [drive = drive_, working = *working_, keel = keel_](const RunningPoint& p) {
      return plucky::working_share(drive, working, [&](double x) { return keel + p.water_at(x); });
    };
}

RunningState PoweredBoat::at(double throttle) const {
  return run_steady(train_, propulsion_, drive_.screw.pitch, *curve_, throttle, between_);
}

std::vector<ThrustPoint> PoweredBoat::thrust_curve(double throttle) const {
  std::vector<ThrustPoint> out;
  for (const RunningPoint& p : curve_->points()) {
    const double share = between_.working_share ? between_.working_share(p) : 1.0;
    const HeldThrust t = thrust_at(train_, propulsion_, throttle, p.speed * (1.0 - between_.wake), share);
    out.push_back({p.speed, train_.count * t.thrust * (1.0 - between_.thrust_deduction)});
  }
  return out;
}

Cooling PoweredBoat::cooling(const RunningState& s, bool water) const {
  Cooling c = cooling_;
  if (jacket_) {
    const JacketWater w = jacket_(drive_, s);
    c.air = w.air;
    c.water = c.submerged ? c.water : w.temperature;
    c.flow = w.flow;
    c.conductance = w.conductance;
    c.jacket = w.flow > 1e-9;
  }
  if (!water) c.jacket = false;
  return c;
}

bool PoweredBoat::water_cooled(const RunningState& s) const {
  const Cooling c = cooling(s, true);
  return c.jacket || c.submerged;
}

HeatCourse PoweredBoat::heat(const RunningState& s, double duration, bool water) const {
  const Cooling c = cooling(s, water);
  const double iron = train_.no_load_current * 2.0 * pi * s.shaft.motor_revolutions / train_.kv;
  return heat_course(motor_heat(drive_.motor, c), c, s.shaft.motor_current, train_.motor_resistance, iron,
                     std::clamp(duration, 1.0, 7200.0));
}

StandingStart PoweredBoat::standing_start(double throttle) const {
  const HeldThrust held = thrust_at(train_, propulsion_, throttle, 0.0);
  return {train_.count * held.thrust, shaft_state(train_, throttle, held.revolutions).motor_current};
}

double PoweredBoat::winding_after(const RunningState& s, double duration) const {
  const HeatCourse c = heat(s, duration > 0.0 ? duration : 7200.0, true);
  return c.winding.back();
}

double PoweredBoat::run_time(double battery_current) const {
  return battery_current > 0.0 ? drive_.battery.usable * drive_.battery.capacity / battery_current : 0.0;
}

namespace {

/// Highest throttle up to the drive's limit that breaks nothing, by bisection; what breaks just above it.
void find_safe_throttle(const PoweredBoat& powered, PowerReport& r) {
  const auto breaks = [&](double u) {
    const RunningState s = powered.at(u);
    return s.runs()
               ? broken_limit(powered.drive(), s, powered.winding_after(s, powered.run_time(s.shaft.battery_current)))
               : std::nullopt;
  };
  r.safe_throttle = powered.drive().throttle;
  r.limit = breaks(r.safe_throttle);
  if (!r.limit) return;
  double low = 0.0, high = r.safe_throttle;
  for (int i = 0; i < 8; ++i) {
    const double middle = 0.5 * (low + high);
    (breaks(middle) ? high : low) = middle;
  }
  r.safe_throttle = low;
}

DutyRun duty_run(const PoweredBoat& powered, const RunningState& full) {
  const Drive& d = powered.drive();
  const RunningState cruise = powered.at(std::min(d.cruise_throttle, d.throttle));
  if (!full.runs() || !cruise.runs()) return {};
  const double f = d.full_share;
  DutyRun run;
  run.current = f * full.shaft.battery_current + (1.0 - f) * cruise.shaft.battery_current;
  run.run_time = powered.run_time(run.current);
  run.range = run.run_time * (f * full.speed + (1.0 - f) * cruise.speed);
  return run;
}

/// Moment of the weight about the transom over that of the air under a bow that lifts to twice the running trim. The
/// deck and bottom together as a wing of low aspect (slope pi A / 2, Jones); low confidence.
double blow_over_margin(const Boat& b, const RunningState& s) {
  if (s.speed < 10.0) return 0.0;
  const double area = b.hull.deck_area, aspect = b.hull.beam() * b.hull.beam() / area;
  const double angle = std::max(radians(6.0), 2.0 * s.hull.trim);
  const double lift = 0.5 * air_density * s.speed * s.speed * area * 0.5 * pi * aspect * angle;
  return b.loading.mass * gravity * b.loading.cg.x() / (lift * 0.6 * b.hull.length());
}

}  // namespace

PowerReport power_report(const Boat& b) {
  PowerReport r;
  if (b.drive.propulsor == Propulsor::none) {
    r.message = "the boat has no drive yet";
    return r;
  }
  r.line = drive_line(b.hull, b.layout, b.drive);
  r.working = working_place(b);
  if (!r.working) {
    r.message = fmt::format("no {} stands in the layout", propulsor_name(b.drive.propulsor));
    return r;
  }
  if (!b.rest.upright() || b.form.waterline_length <= 0.0) {
    r.message = "the boat does not float upright";
    return r;
  }
  r.fitted = true;
  r.keel = b.hull.outline.keel.front();
  r.curve = ResistanceCurve(running_hull(b), greatest_speed(b.drive));
  const PoweredBoat powered(b, r.curve);
  for (int i = 1; i <= 20; ++i) r.sweep.push_back(powered.at(0.05 * i));
  r.full = powered.at(b.drive.throttle);
  r.thrust = powered.thrust_curve(b.drive.throttle);
  r.doubt = powered.doubt();
  const StandingStart start = powered.standing_start(b.drive.throttle);
  r.thrust_most = start.thrust;
  r.start_current = start.motor_current;
  if (const double lift = start.thrust * r.working->thrust_offset; lift > 0.0) {
    const double weight = b.loading.mass * gravity;
    r.start_hold = weight * b.loading.cg.x() / lift;
    r.start_trim = lift / (weight * b.rest.gm_longitudinal);
  }
  if (!r.full.runs()) {
    r.message = r.full.message;
    return r;
  }
  r.water_cooled = powered.water_cooled(r.full);
  r.run_time = powered.run_time(r.full.shaft.battery_current);
  r.dry = powered.heat(r.full, r.run_time, false);
  r.wet = powered.heat(r.full, r.run_time, true);
  const HeatCourse& course = r.water_cooled ? r.wet : r.dry;
  r.winding = course.winding.back();
  r.can = course.can.back();
  r.duty = duty_run(powered, r.full);
  find_safe_throttle(powered, r);
  if (r.full.hull.porpoising_trim > 0.0) r.porpoising_margin = r.full.hull.porpoising_trim - r.full.hull.trim;
  r.blow_over = blow_over_margin(b, r.full);
  const double radius = 0.5 * b.drive.screw.diameter;
  r.running_depth = b.drive.propulsor == Propulsor::jet
                        ? r.water_at(r.working->inlet.x()) - r.working->inlet.z()
                        : r.water_at(r.working->place.x()) - r.working->place.z() - radius;
  return r;
}

}  // namespace plucky
