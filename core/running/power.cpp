#include "running/power.h"

#include <algorithm>
#include <cmath>

#include "resistance/friction.h"
#include "running/power_ranges.h"
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

PoweredBoat::PoweredBoat(const Boat& b, const ResistanceCurve& curve) : PoweredBoat(b.drive, b.density, b.viscosity) {
  loading_ = b.loading;
  gm_longitudinal_ = b.rest.gm_longitudinal;
  length_ = b.hull.length();
  curve_ = &curve;
  const WakeShares w = wake_shares(b);
  between_.wake = w.wake;
  between_.thrust_deduction = w.thrust_deduction;
  keel_ = b.hull.transom_keel();
  working_ = working_place(b);
  cooling_.submerged = b.drive.motor.wet && drive_kind(b.drive).motor_in == DriveGroup::pod;
  cooling_.wash = drive_kind(b.drive).in_air;
  cooling_.jacket = b.layout.first(PartKind::hose) != nullptr;
  jacket_ = b.jacket;
  prepare();
  // The drag that runs have told is in the curve.
  Variation motor_and_screw = b.tuned;
  motor_and_screw.drag = 1.0;
  if (!(motor_and_screw == Variation{})) *this = with(motor_and_screw);
}

PoweredBoat PoweredBoat::with(const Drive& drive, const ChartFan* charts) const {
  PoweredBoat other(drive, density_, viscosity_, charts);
  other.loading_ = loading_;
  other.gm_longitudinal_ = gm_longitudinal_;
  other.length_ = length_;
  other.curve_ = curve_;
  other.between_ = between_;
  other.keel_ = keel_;
  other.working_ = working_;
  other.cooling_ = cooling_;
  other.jacket_ = jacket_;
  other.prepare();
  return other;
}

PoweredBoat PoweredBoat::with(const Variation& v) const {
  Drive drive = drive_;
  drive.motor.kv *= v.kv;
  drive.motor.resistance = winding_resistance(drive_.motor) * v.resistance;
  drive.screw.pitch *= v.pitch;
  PoweredBoat other = v.pitch == 1.0 ? *this : with(drive);
  other.drive_ = drive;
  other.prepare();
  other.pickup_ = v.pickup;
  other.between_.drag = [v, nu = viscosity_](const RunningPoint& p) {
    const double reynolds = std::max(1.0, p.speed * p.wetted_length / nu);
    const double laminar = v.smooth ? 1.0 - smooth_friction(reynolds) / friction_coefficient(reynolds) : 0.0;
    return v.drag * (p.drag - laminar * p.friction);
  };
  return other;
}

PoweredBoat PoweredBoat::on_battery(double share) const {
  PoweredBoat other = *this;
  other.train_.voltage *= share;
  return other;
}

void PoweredBoat::prepare() {
  train_ = power_train(drive_);
  if (working_)
    between_.water = [drive = drive_, working = *working_, keel = keel_](const RunningPoint& p) {
      return propulsor_water(drive, working, [&](double x) { return keel + p.water_at(x); });
    };
}

RunningState PoweredBoat::at(double throttle) const {
  return run_steady(train_, propulsion_, drive_.screw.pitch, *curve_, throttle, between_);
}

Driven PoweredBoat::driven(double throttle, const RunningPoint& p, const Supply& supply) const {
  PowerTrain train = train_;
  train.voltage *= supply.voltage;
  train.motor_resistance *= 1.0 + copper_rise * (supply.winding - 20.0);
  Driven out{.open_voltage = train.voltage};
  out.shaft.battery_voltage = train.voltage;
  if (!(throttle > 0.0) || free_revolutions(train, throttle) <= 0.0) return out;
  const HeldThrust held = thrust_at(train, propulsion_, throttle, p.speed * (1.0 - between_.wake),
                                    between_.water ? between_.water(p) : PropulsorWater{}, supply.fouling);
  out.thrust = train.count * held.thrust * (1.0 - between_.thrust_deduction);
  out.revolutions = held.revolutions;
  out.load = held.load;
  out.shaft = shaft_state(train, throttle, held.revolutions);
  return out;
}

double PoweredBoat::iron_loss(const ShaftState& shaft) const {
  return train_.no_load_current * 2.0 * pi * shaft.motor_revolutions / train_.kv;
}

std::vector<ThrustPoint> PoweredBoat::thrust_curve(double throttle) const {
  std::vector<ThrustPoint> out;
  for (const RunningPoint& p : curve_->points()) {
    const HeldThrust t = thrust_at(train_, propulsion_, throttle, p.speed * (1.0 - between_.wake),
                                   between_.water ? between_.water(p) : PropulsorWater{});
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
    c.flow = pickup_ * w.flow;
    c.conductance = w.conductance;
    c.jacket = c.flow > 1e-9;
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
  return heat_course(motor_heat(drive_.motor, c), c, s.shaft.motor_current, train_.motor_resistance, iron_loss(s.shaft),
                     std::clamp(duration, 1.0, 7200.0));
}

StandingStart PoweredBoat::standing_start(double throttle) const {
  StandingStart start;
  constexpr int steps = 120;
  const double follows = drive_.opening + 1.5;  // s: by then it has gathered way or gone over
  const double dt = follows / steps, mass = (1.0 + surge_water) * loading_.mass;
  const double weight = loading_.mass * gravity, lever = working_ ? working_->thrust_offset : 0.0;
  const double inertia = 2.0 * loading_.mass * std::pow(0.25 * length_, 2);
  const double damping = 0.4 * std::sqrt(std::max(0.0, weight * gm_longitudinal_ * inertia));
  double speed = 0.0, lift = 0.0, swing = 0.0;  // m/s, rad, rad/s
  for (int i = 1; i <= steps; ++i) {
    const double open = throttle * std::min(1.0, i * dt / drive_.opening);
    const RunningPoint p = curve_->at(speed);
    const HeldThrust held = thrust_at(train_, propulsion_, open, speed * (1.0 - between_.wake),
                                      between_.water ? between_.water(p) : PropulsorWater{});
    const double thrust = train_.count * held.thrust;
    const ShaftState shaft = shaft_state(train_, open, held.revolutions);
    start.motor_current = std::max(start.motor_current, shaft.motor_current);
    start.battery_voltage = std::min(shaft.battery_voltage, start.battery_voltage.value_or(shaft.battery_voltage));
    if (thrust > start.thrust) {
      start.thrust = thrust;
      start.air = held.load.air;
    }
    if (const double moment = thrust * lever; moment > 0.0) {
      const double hold = weight * loading_.cg.x() / moment;
      start.hold = std::min(hold, start.hold.value_or(hold));
    }
    const double back = weight * std::min(gm_longitudinal_ * lift, loading_.cg.x() * std::cos(lift));
    swing += dt * (thrust * lever - back - damping * swing) / inertia;
    lift = std::min(0.5 * pi, lift + dt * swing);
    start.trim = std::max(start.trim, lift);
    speed = std::max(0.0, speed + dt * (thrust * (1.0 - between_.thrust_deduction) - p.drag) / mass);
  }
  if (gm_longitudinal_ > 0.0) start.tilt = start.thrust * lever / (weight * gm_longitudinal_);
  return start;
}

double PoweredBoat::winding_after(const RunningState& s, double duration) const {
  const HeatCourse c = heat(s, duration > 0.0 ? duration : 7200.0, true);
  return c.winding.back();
}

double PoweredBoat::run_time(double battery_current) const {
  return battery_current > 0.0 ? drive_.battery.ready() / battery_current : 0.0;
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
  double low = 0.0, high = powered.drive().throttle;
  r.safe_throttle = high;
  r.limit = breaks(high);
  if (!r.limit) return;
  for (int i = 0; i < 8; ++i) {
    const double middle = 0.5 * (low + high);
    (breaks(middle) ? high : low) = middle;
  }
  r.safe_throttle = low;
}

/// Highest throttle of the steady runs below the limit that has none, and what happens above it, in words.
void find_end_of_runs(const PoweredBoat& powered, PowerReport& r) {
  r.message = r.full.message;
  double low = 0.0, high = powered.drive().throttle;
  for (const RunningState& s : r.sweep)
    if (s.runs() && s.throttle < high) low = std::max(low, s.throttle);
  if (low == 0.0) return;
  for (int i = 0; i < 7; ++i) {
    const double middle = 0.5 * (low + high);
    (powered.at(middle).runs() ? low : high) = middle;
  }
  r.runs_up_to = low;
  r.message = {"above {0} of throttle {1}", Quantity{low, Dimension::ratio}, r.full.message};
}

std::optional<DutyRun> duty_run(const PoweredBoat& powered, const RunningState& full) {
  const Drive& d = powered.drive();
  const RunningState cruise = powered.at(std::min(d.cruise_throttle, d.throttle));
  if (!full.runs() || !cruise.runs()) return std::nullopt;
  const double f = d.full_share;
  DutyRun run;
  run.current = f * full.shaft.battery_current + (1.0 - f) * cruise.shaft.battery_current;
  run.run_time = powered.run_time(run.current);
  run.range = run.run_time * (f * full.speed + (1.0 - f) * cruise.speed);
  return run;
}

/// Moment of the weight about the transom over that of the air under a bow that lifts to twice the running trim. The
/// deck and bottom together as a wing of low aspect (slope pi A / 2, Jones), wing and canard with them; low confidence.
/// None where nothing lifts it.
std::optional<double> blow_over_margin(const Boat& b, const std::vector<AirWing>& wings, const RunningState& s) {
  if (s.speed < 10.0) return std::nullopt;
  const double area = b.hull.deck_area, aspect = b.hull.beam() * b.hull.beam() / area;
  const double angle = std::max(radians(6.0), 2.0 * s.hull.trim);
  const double head = 0.5 * air_density * s.speed * s.speed;
  double over = head * area * 0.5 * pi * aspect * angle * 0.6 * b.hull.length();
  for (const AirWing& wing : wings)
    if (wing.section) over += head * wing.area * wing_lift(wing, angle) * (b.loading.cg.x() + wing.ahead);
  if (!(over > 0.0)) return std::nullopt;
  return b.loading.mass * gravity * b.loading.cg.x() / over;
}

}  // namespace

PowerReport power_report(const Boat& b, bool with_ranges) {
  PowerReport r;
  if (b.drive.propulsor == Propulsor::none) {
    r.message = "the boat has no drive yet";
    return r;
  }
  r.line = drive_line(b.hull, b.layout, b.drive);
  if (b.drive.lacks(DriveGroup::screw)) {
    r.message = drive_gap(b.drive);
    return r;
  }
  r.working = working_place(b);
  if (!r.working) {
    r.message = {"no {0} stands in the layout", propulsor_name(b.drive.propulsor)};
    return r;
  }
  if (b.drive.gaps != 0 || b.drive.unlike) {
    r.message = drive_gap(b.drive);
    return r;
  }
  if (!b.rest.upright() || b.form.waterline_length <= 0.0) {
    r.message = "the boat does not float upright";
    return r;
  }
  if (const double least = least_freeboard(b); least <= 0.0) {
    r.message = {"the deck is awash at rest by {0}: it takes water, it does not run", length_quantity(-least)};
    return r;
  }
  if (b.hull.bottom == BottomForm::unknown) {
    r.message = {"no method here fits this bottom: {0}",
                 b.hull.reading ? b.hull.reading->why_unknown : Text("nobody has said what it is")};
    return r;
  }
  if (const WettedBodies bodies = wetted_bodies(b); b.hull.surfaces.empty() && !bodies.known()) {
    r.message = {
        "the hull meets the water in {0} pieces side by side that are not two alike, and no method here takes them "
        "together",
        bodies.pieces};
    return r;
  }
  r.fitted = true;
  r.keel = b.hull.transom_keel();
  const RunningHull hull = running_hull(b);
  r.curve = ResistanceCurve(hull, greatest_speed(b.drive)).times(b.tuned.drag);
  const PoweredBoat powered(b, r.curve);
  for (int i = 1; i <= 20; ++i) r.sweep.push_back(powered.at(0.05 * i));
  r.full = powered.at(b.drive.throttle);
  r.thrust = powered.thrust_curve(b.drive.throttle);
  r.doubt = powered.doubt();
  r.start = powered.standing_start(b.drive.throttle);
  if (!r.full.runs()) {
    find_end_of_runs(powered, r);
    return r;
  }
  r.water_cooled = powered.water_cooled(r.full);
  r.run_time = powered.run_time(r.full.shaft.battery_current);
  r.dry = powered.heat(r.full, *r.run_time, false);
  r.wet = powered.heat(r.full, *r.run_time, true);
  const HeatCourse& course = r.water_cooled ? r.wet : r.dry;
  r.winding = course.winding.back();
  r.can = course.can.back();
  r.duty = duty_run(powered, r.full);
  find_safe_throttle(powered, r);
  if (with_ranges) r.ranges = power_ranges(powered, r, {hull, b.mass_sigma});
  if (r.full.hull.porpoising_trim) r.porpoising_margin = *r.full.hull.porpoising_trim - r.full.hull.trim;
  r.blow_over = blow_over_margin(b, hull.bottom.wings, r.full);
  if (const auto depth = drive_kind(b.drive).depth)
    r.running_depth = depth(b.drive, *r.working, [&](double x) { return r.water_at(x); });
  return r;
}

}  // namespace plucky
