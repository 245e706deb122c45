#include "trial/sea_trial.h"

#include <algorithm>
#include <array>
// odeint looks for these by its own names.
#include <boost/numeric/odeint/integrate/integrate_adaptive.hpp>
#include <boost/numeric/odeint/stepper/controlled_runge_kutta.hpp>
#include <boost/numeric/odeint/stepper/generation.hpp>
#include <boost/numeric/odeint/stepper/runge_kutta_dopri5.hpp>
#include <boost/numeric/odeint/util/bind.hpp>
#include <boost/numeric/odeint/util/unwrap_reference.hpp>
#include <cmath>

#include "base/key_table.h"

namespace plucky {

namespace sea_events {

constexpr std::array<KeyRow<SeaEvent>, 11> rows{{{SeaEvent::planes, "planes", "Planes"},
                                                 {SeaEvent::drives_under, "drives_under", "Drives under"},
                                                 {SeaEvent::flips, "flips", "Turns over"},
                                                 {SeaEvent::floods, "floods", "Floods"},
                                                 {SeaEvent::cuts_out, "cuts_out", "Cuts out"},
                                                 {SeaEvent::hot, "hot", "Too hot"},
                                                 {SeaEvent::burns, "burns", "Burns"},
                                                 {SeaEvent::aground, "aground", "Aground"},
                                                 {SeaEvent::weed, "weed", "In weed"},
                                                 {SeaEvent::out_of_range, "out_of_range", "Out of range"},
                                                 {SeaEvent::battery_empty, "battery_empty", "Battery used up"}}};

}  // namespace sea_events

namespace {

using S = SeaState;

}  // namespace

const char* sea_event_key(SeaEvent event) {
  return row_of(sea_events::rows, event).key;
}
const char* sea_event_name(SeaEvent event) {
  return row_of(sea_events::rows, event).name;
}

SeaTrial::SeaTrial(const SeaBoat& boat, const Pond& pond, const SeaWeather& weather, const SeaRules& rules)
    : boat_(boat), pond_(pond), weather_(weather), rules_(rules), state_(boat.at_rest()) {
  state_[S::x] = pond.start.x();
  state_[S::y] = pond.start.y();
  state_[S::heading] = pond.start_heading;
  set_state(state_);
}

void SeaTrial::set_state(const SeaVector& state) {
  state_ = state;
  for (const S::Index work : {S::from_battery, S::to_heat, S::at_shaft, S::by_thrust, S::by_drag, S::by_side})
    state_[work] = 0.0;
  first_kinetic_ = boat_.kinetic(state_);
  planing_ = boat_.moment(state_, {}).running.planing_share > 0.5;
  happenings_.clear();
  look({});
}

SeaBoat::Wanted SeaTrial::wanted(const Sticks& sticks) const {
  SeaBoat::Wanted w{.throttle = std::clamp(sticks.throttle, -1.0, 1.0),
                    .helm = std::clamp(sticks.helm, -1.0, 1.0),
                    .power = power_,
                    .weedy = weedy_,
                    .voltage = rules_.voltage};
  // The failsafe: throttle shut, helm as it was.
  if (failsafe_) w.throttle = 0.0;
  return w;
}

void SeaTrial::advance(const Sticks& sticks) {
  if (lost_) return;
  namespace ode = boost::numeric::odeint;
  const SeaBoat::Wanted w = wanted(sticks);
  const auto rates = [&](const SeaVector& y, SeaVector& dy, double t) { boat_.rates(y, w, weather_, t, dy); };
  const Vec2 before(state_[S::x], state_[S::y]);
  auto stepper = ode::make_controlled(rules_.tolerance, rules_.tolerance, ode::runge_kutta_dopri5<SeaVector>());
  const double end = time_ + tick;
  double t = time_;
  // The step goes on from tick to tick: its size is part of what the same sticks give again.
  while (t < end - 1e-12) {
    double dt = std::min(step_, end - t);
    const bool cut = dt < step_;
    if (stepper.try_step(rates, state_, t, dt) == ode::success) {
      if (!cut) step_ = std::min(dt, tick);
    } else {
      step_ = std::max(dt, 1e-5);
    }
  }
  time_ = end;
  // Who touches the ground stays; only the way back into deeper water is open.
  const Vec2 at(state_[S::x], state_[S::y]);
  const double depth = pond_.depth(at), needs = boat_.data().lowest;
  aground_ = depth < needs;
  if (aground_ && depth <= pond_.depth(before)) {
    state_[S::x] = before.x(), state_[S::y] = before.y();
    state_[S::surge] = state_[S::sway] = state_[S::yaw_rate] = 0.0;
    first_kinetic_ = boat_.kinetic(state_) -
                     (state_[S::by_thrust] + state_[S::by_drag] + state_[S::by_side]);  // the ground took the rest
  }
  look(sticks);
}

void SeaTrial::note(SeaEvent event, const Text& text) {
  if (!happened(event)) happenings_.push_back({time_, event, text, now_.place});
}

bool SeaTrial::happened(SeaEvent event) const {
  return std::any_of(happenings_.begin(), happenings_.end(), [&](const Happening& h) { return h.event == event; });
}

void SeaTrial::look(const Sticks& sticks) {
  const SeaMoment m = boat_.moment(state_, wanted(sticks));
  const SeaBoatData& data = boat_.data();
  const Drive& drive = boat_.drive();
  SeaSample& n = now_;
  n.time = time_;
  n.place = {state_[S::x], state_[S::y]};
  n.heading = state_[S::heading];
  n.surge = state_[S::surge], n.sway = state_[S::sway], n.yaw_rate = state_[S::yaw_rate];
  const Vec2 along(std::cos(n.heading), std::sin(n.heading)), abeam(-along.y(), along.x());
  const Vec2 over_ground = n.surge * along + n.sway * abeam + weather_.current;
  n.speed = over_ground.norm();
  n.course = n.speed > 0.05 ? std::atan2(over_ground.y(), over_ground.x()) : n.heading;
  n.trim = m.trim, n.heel = state_[S::heel], n.heave = state_[S::heave];
  n.bow_freeboard = m.bow_freeboard;
  n.draught = m.running.draught - state_[S::heave];
  n.sticks = sticks;
  n.throttle = state_[S::throttle], n.helm = state_[S::helm];
  n.revolutions = m.driven.revolutions, n.motor_revolutions = m.driven.shaft.motor_revolutions;
  n.voltage = m.driven.shaft.battery_voltage, n.current = m.driven.shaft.battery_current;
  n.motor_current = m.driven.shaft.motor_current, n.used = state_[S::charge];
  n.winding = state_[S::winding], n.can = state_[S::can], n.esc = state_[S::esc], n.battery = state_[S::battery];
  n.flow = m.motor_flow, n.aboard = water_aboard(state_);
  n.thrust = m.thrust, n.drag = m.drag;
  n.depth = pond_.depth(n.place);
  n.range = (n.place - pond_.pilot).norm();
  n.planing = m.running.planing_share > 0.5;

  const Quantity speed{n.speed, Dimension::speed};
  if (n.planing && !planing_) note(SeaEvent::planes, {"She planes at {0}.", speed});
  planing_ = n.planing;
  if (m.bow_freeboard < 0.0 && n.surge > 0.5)
    note(SeaEvent::drives_under,
         {"The bow goes under at {0} with {1} of throttle.", speed, Quantity{n.throttle, Dimension::ratio}});
  // Past the angle from which her own weight brings her back.
  const double heel = std::remainder(n.heel, 2.0 * pi);
  const bool over =
      (std::abs(heel) > 0.5 * pi && boat_.righting_arm(heel) * heel <= 0.0) || std::abs(m.trim) > radians(80);
  if (over) {
    note(SeaEvent::flips, {"She turns over at {0}.", speed});
    // A screw in the air and a receiver under water.
    if (!data.self_righting) power_ = false, lost_ = true;
  }
  const double reserve = data.least_freeboard * data.waterplane;  // what the boat can take before its deck is awash
  if (n.aboard > reserve && reserve > 0.0) {
    note(SeaEvent::floods,
         {data.swamped_reserve && *data.swamped_reserve < 0.0 ? "{0} aboard: her deck is awash, and she goes down."
                                                              : "{0} aboard: her deck is awash.",
          Quantity{n.aboard, Dimension::volume}});
    power_ = false, lost_ = true;
  }
  if (!rules_.voltage && power_) {
    if (m.cell < cell_cutoff(drive)) {
      note(SeaEvent::cuts_out, {"The ESC cuts out: {0} a cell at {1}.", Quantity{m.cell, Dimension::voltage},
                                Quantity{n.current, Dimension::current}});
      power_ = false;
    }
    if (n.used > drive.battery.ready())
      note(SeaEvent::battery_empty, {"The usable charge is used up after {0}.", Quantity{time_, Dimension::duration}});
  }
  const auto hot = [&](const char* what, double temperature, double most) {
    if (temperature > most)
      note(SeaEvent::hot, {"{0}: {1}; its limit is {2}.", what, Quantity{temperature, Dimension::temperature},
                           Quantity{most, Dimension::temperature}});
  };
  hot("The winding is too hot", n.winding, drive.motor.temperature_limit);
  hot("The ESC is too hot", n.esc, data.esc_limit);
  hot("The battery is too hot", n.battery, data.battery_limit);
  if (n.winding >= burnt) {
    note(SeaEvent::burns, {"The motor burns out after {0}.", Quantity{time_, Dimension::duration}});
    power_ = false;
  }
  if (aground_)
    note(SeaEvent::aground,
         {"Aground in {0} of water; she needs {1}.", length_quantity(n.depth), length_quantity(data.lowest)});
  weedy_ = pond_.weedy(n.place);
  if (weedy_) note(SeaEvent::weed, "Weed in the propeller.");
  failsafe_ = n.range > rules_.radio_range;
  if (failsafe_)
    note(SeaEvent::out_of_range,
         {"Out of the radio's range at {0}: the failsafe shuts the throttle.", Quantity{n.range, Dimension::length}});
}

SeaTrial::Audit SeaTrial::audit() const {
  const SeaVector& s = state_;
  return {s[S::from_battery] - s[S::to_heat] - s[S::at_shaft],
          boat_.kinetic(s) - first_kinetic_ - s[S::by_thrust] - s[S::by_drag] - s[S::by_side],
          std::abs(s[S::from_battery]) + std::abs(s[S::by_thrust]) + std::abs(s[S::by_drag]) + first_kinetic_};
}

double distance_sailed(const std::vector<SeaSample>& samples) {
  double sum = 0.0;
  for (std::size_t i = 1; i < samples.size(); ++i) sum += (samples[i].place - samples[i - 1].place).norm();
  return sum;
}

SeaLog sail(SeaTrial& trial, const Pilot& pilot, double duration, double every,
            const std::function<bool(double)>& go_on) {
  SeaLog log;
  const auto ticks = static_cast<std::size_t>(std::lround(duration / SeaTrial::tick));
  const auto each = std::max<std::size_t>(1, static_cast<std::size_t>(std::lround(every / SeaTrial::tick)));
  log.samples.push_back(trial.now());
  for (std::size_t i = 1; i <= ticks && !trial.lost(); ++i) {
    trial.advance(pilot(trial.now()));
    if (i % each == 0 || trial.lost()) log.samples.push_back(trial.now());
    if (go_on && i % 20 == 0 && !go_on(static_cast<double>(i) / static_cast<double>(ticks))) {
      log.stopped = true;
      log.ended = "stopped";
      break;
    }
  }
  log.happenings = trial.happenings();
  log.lost = trial.lost();
  if (log.lost && !log.happenings.empty()) log.ended = log.happenings.back().text;
  return log;
}

}  // namespace plucky
