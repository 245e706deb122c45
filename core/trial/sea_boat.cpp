#include "trial/sea_boat.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "water/fluid.h"

namespace plucky {

namespace sea_facts {

constexpr double roll_radius = 0.35,
                 roll_water = 1.2;  // of the beam; factor on the inertia: common practice, no source
constexpr double roll_damping = 0.12, heave_damping = 0.3, pitch_damping = 0.2;  // of the critical ones
constexpr double planing_damping = 0.25;  // more of the critical one on the plane: common practice, no source
constexpr double backwards_drag = 3.0;    // a transom pushed through the water; common practice, no source
constexpr double trailing_screw = 0.35;   // drag coefficient of the blades of a screw that is dragged along (memory)
constexpr double planing_bank = 0.3;   // of the outward moment, by which a planing bottom banks inward: low confidence
constexpr double stop_turning = 20.0;  // 1/s, by which the yaw rate is brought back to the most a hull can do
constexpr double weed_catch = 0.25, weed_loss = 0.03;  // 1/m of bed, 1/s outside it
constexpr double weed_torque = 3.0, weed_drag = 1.5;   // with a full load of weed: more by these factors
constexpr double hose_drains = 4.0;                    // s
constexpr double fin_stall = 0.35;                     // rad of drift at which what steers lets go
constexpr double standstill = 0.05;                    // m/s

}  // namespace sea_facts

namespace {

using namespace sea_facts;
using S = SeaState;

}  // namespace

double water_aboard(const SeaVector& s) {
  double sum = 0.0;
  for (std::size_t i = S::bays; i < s.size(); ++i) sum += s[i];
  return sum;
}

SeaBoat::SeaBoat(const Boat& boat, const ResistanceCurve& curve, SeaBoatData data)
    : curve_(curve),
      powered_(PoweredBoat(boat, curve_).with(data.truth)),
      data_(std::move(data)),
      mass_(boat.loading.mass),
      length_(boat.hull.length()) {
  // Of the boat at rest, and the same at any speed: with a mass that changed with it energy would come from nowhere.
  RunningPoint slow = curve_.at(standstill);
  slow.speed = standstill;
  beside_ = turn_derivatives(data_.turning, slow);
}

SeaVector SeaBoat::at_rest() const {
  SeaVector s(S::bays + data_.bays.size(), 0.0);
  s[S::winding] = s[S::can] = s[S::esc] = s[S::battery] = data_.air;
  if (data_.submerged_motor) s[S::winding] = s[S::can] = data_.water;
  return s;
}

double SeaBoat::righting_arm(double heel) const {
  const double to = std::remainder(heel, 2.0 * pi);
  const auto& side = to >= 0.0 ? data_.starboard : data_.port;
  const double at = std::abs(to);
  for (std::size_t i = 1; i < side.size(); ++i) {
    const double a = std::abs(side[i - 1].heel), b = std::abs(side[i].heel);
    if (at > b || !(b > a)) continue;
    return side[i - 1].gz + (side[i].gz - side[i - 1].gz) * (at - a) / (b - a);
  }
  return side.empty() ? 0.0 : side.back().gz;
}

SeaBoat::Masses SeaBoat::masses(double mass) const {
  const double half = 0.5 * data_.beam, yaw = mass * std::pow(0.25 * length_, 2);
  // Heave: the water of a half cylinder under the water line.
  const double below = 0.5 * pi * half * half * data_.turning.waterline_length * data_.turning.density;
  return {(1.0 + surge_water) * mass,
          mass + beside_.added_mass,
          yaw + beside_.added_inertia,
          mass + below,
          2.0 * yaw,
          roll_water * mass * std::pow(roll_radius * data_.beam, 2)};
}

SeaWater SeaBoat::circuit_at(double speed) const {
  const auto& all = data_.circuit;
  if (all.empty()) return {};
  if (speed <= all.front().speed) return data_.pumped_when_still ? all.front() : SeaWater{.speed = speed};
  for (std::size_t i = 1; i < all.size(); ++i) {
    if (speed > all[i].speed) continue;
    const SeaWater &a = all[i - 1], &b = all[i];
    const double t = b.speed > a.speed ? (speed - a.speed) / (b.speed - a.speed) : 1.0;
    const auto mix = [t](double from, double to) { return from + t * (to - from); };
    return {speed,
            mix(a.motor_flow, b.motor_flow),
            mix(a.motor_in, b.motor_in),
            mix(a.motor_conductance, b.motor_conductance),
            mix(a.esc_flow, b.esc_flow),
            mix(a.esc_in, b.esc_in),
            mix(a.esc_carried, b.esc_carried),
            mix(a.fill_time, b.fill_time)};
  }
  return all.back();
}

SeaMoment SeaBoat::moment(const SeaVector& s, const Wanted& wanted) const {
  SeaMoment m;
  const double u = s[S::surge], ahead = std::max(0.0, u);
  m.mass = mass_ + data_.turning.density * water_aboard(s);
  m.running = curve_.at(ahead);
  m.running.speed = ahead;
  const double heavier = m.mass / mass_, weed = std::clamp(s[S::weed], 0.0, 1.0);
  m.drag = data_.truth.drag * heavier * (1.0 + weed_drag * weed) *
           (u >= 0.0 ? m.running.drag : -backwards_drag * curve_.at(-u).drag);
  const Drive& d = drive();
  const double throttle = std::clamp(s[S::throttle], -1.0, 1.0);
  const double capacity = d.battery.capacity;
  const Supply supply{.voltage = wanted.voltage.value_or(resting_voltage(d.battery.filled - s[S::charge] / capacity)),
                      .winding = wanted.voltage ? 20.0 : s[S::winding],
                      .fouling = 1.0 + weed_torque * weed};
  if (wanted.power) {
    // Astern the blades stand in water that they throw forward themselves.
    RunningPoint still = m.running;
    if (throttle < 0.0) still.speed = 0.0;
    m.driven = powered_.driven(std::abs(throttle), throttle < 0.0 ? still : m.running, supply);
  } else {
    m.driven.open_voltage = m.driven.shaft.battery_voltage = d.battery.voltage() * supply.voltage;
  }
  m.thrust = throttle < 0.0 ? -astern_thrust * m.driven.thrust : m.driven.thrust;
  if (drive_kind(d).open_screw && !(m.driven.revolutions > 0.0)) {
    const double disc = 0.25 * pi * d.screw.diameter * d.screw.diameter * d.screw.blade_area * d.count;
    m.drag += 0.5 * data_.turning.density * trailing_screw * disc * u * std::abs(u);
  }
  m.cell = m.driven.shaft.battery_voltage / std::max(1u, d.battery.cells);
  m.trim = m.running.trim + s[S::pitch];
  const double sunk = water_aboard(s) / std::max(1e-6, data_.waterplane);
  // The bow goes up with the trim about the middle of the water line; the running boat's own rise is left out on the
  // safe side.
  m.bow_freeboard =
      data_.bow_freeboard - sunk - s[S::heave] + 0.5 * length_ * (std::sin(m.trim) - std::sin(data_.rest_trim));
  m.water = circuit_at(ahead);
  m.motor_flow = m.water.motor_flow * std::clamp(s[S::hoses_filled], 0.0, 1.0) * (1.0 - weed);
  return m;
}

SeaBoat::Steered SeaBoat::steered(const SeaVector& s, const SeaMoment& m, const RunningPoint& slow) const {
  const TurningHull& hull = data_.turning;
  const Steering& by = data_.steering;
  const double ahead = std::max(0.0, s[S::surge]), forward = std::max(0.0, m.thrust);
  const double angle = s[S::helm] + by.set_crooked;
  Steered out;
  out.stern.lever = data_.steering_lever;
  if (by.by == SteeredBy::differential) {
    // One drive gives way: a couple, and its share of the thrust is gone.
    const double share = data_.steering_angle > 0.0 ? s[S::helm] / data_.steering_angle : 0.0;
    out.couple = -share * 0.25 * forward * by.spacing;
    out.brake = 0.5 * std::abs(share) * forward;
  } else if (by.by != SteeredBy::none) {
    const double stream = std::max(standstill, steering_stream(by, drive(), hull.density, ahead, forward));
    const auto force = [&](double at) {
      return steer_force(by, drive(), hull.density, hull.viscosity, at, stream, forward);
    };
    const FoilForce f = force(angle);
    out.angle = angle, out.stream = stream;
    out.stern = stern_fin(by, drive(), hull.density, stream, forward, ahead, data_.steering_lever);
    out.side = f.lift;
    // Its drag at the middle is in the hull's own.
    out.brake = std::max(0.0, f.drag - force(0.0).drag);
    if (by.mixing > 0.0 && drive().count == 2 && data_.steering_angle > 0.0) {
      const double share = std::clamp(s[S::helm] / data_.steering_angle, -1.0, 1.0);
      const double lost = 0.5 * forward * (1.0 - inner_share(by.mixing)) * std::abs(share);
      out.couple = -std::copysign(lost * data_.half_apart, share);
      out.brake += lost;
    }
  }
  if (hull.fins.fins > 0) out.side += toe_force(hull, ahead);
  // More force than holds the tightest turn is let go: rudders draw air, hulls skid.
  const double most = most_yaw_rate(hull, slow.speed);
  const double force_turning = out.side - out.couple / std::max(0.05, data_.steering_lever);
  const auto steady =
      steady_yaw_rate(turn_derivatives(hull, slow, out.stern), m.mass, slow.speed, force_turning, data_.steering_lever);
  // A hull near the edge of keeping its course would turn by any force at all: its force is not let go for that, and
  // what turns it the other way is no steady turn.
  constexpr double least_kept = 0.35;
  if (steady && std::abs(*steady) > most && *steady * force_turning < 0.0) {
    const double keep = std::max(least_kept, most / std::abs(*steady));
    out.side *= keep, out.couple *= keep, out.brake *= keep;
  }
  return out;
}

SeaBoat::Wave SeaBoat::wave_at(const SeaVector& s, const SeaWeather& weather, double time) const {
  if (!(weather.wave_height > 0.0)) return {};
  const double k = 2.0 * pi / (15.0 * weather.wave_height), heading = weather.wave_heading - s[S::heading];
  const double phase = std::sqrt(gravity * k) * time -
                       k * (s[S::x] * std::cos(weather.wave_heading) + s[S::y] * std::sin(weather.wave_heading));
  // A hull longer than half of a wave feels its mean.
  const double half = 0.5 * k * data_.turning.waterline_length * std::abs(std::cos(heading));
  const double felt = 0.5 * weather.wave_height * (half > 1e-6 ? std::abs(std::sin(half) / half) : 1.0);
  return {-felt * std::cos(phase), -felt * k * std::sin(phase) * std::cos(heading)};
}

void SeaBoat::rates(const SeaVector& s, const Wanted& wanted, const SeaWeather& weather, double time,
                    SeaVector& rate) const {
  std::fill(rate.begin(), rate.end(), 0.0);
  const SeaMoment m = moment(s, wanted);
  const TurningHull& hull = data_.turning;
  const double u = s[S::surge], v = s[S::sway], r = s[S::yaw_rate], ahead = std::max(0.0, u);
  RunningPoint slow = m.running;
  slow.speed = std::max(ahead, standstill);
  const TurnDerivatives turn = turn_derivatives(hull, slow);
  const Masses mass = masses(m.mass);
  const Vec2 along(std::cos(s[S::heading]), std::sin(s[S::heading])), abeam(-along.y(), along.x());
  const Steered steer = steered(s, m, slow);

  // Wind on what stands over the water, beyond the still air of the drag curve.
  const Vec2 through = u * along + v * abeam - (weather.wind - weather.current);
  const double ahead_air = through.dot(along), abeam_air = through.dot(abeam),
               head = 0.5 * air_density * data_.air_area;
  const double wind_drag = head * (ahead_air * std::abs(ahead_air) - u * std::abs(u));
  // From the side there is about three times as much to blow on: common practice, no source.
  const double wind_side = -3.0 * head * abeam_air * std::abs(abeam_air);

  // A hull that drifts is a plate across the stream as well. What steers meets the stream under the drift at the stern
  // and lets go where it stalls.
  const double plate = 0.5 * hull.density * turn.length * turn.draught;
  double fin = 0.0;
  if (steer.stream > 0.0) {
    const double across = v - steer.stern.lever * r, stalls = std::max(fin_stall, std::abs(steer.angle));
    const double meets = std::clamp(steer.angle - across / steer.stream, -stalls, stalls);
    fin = steer.stern.slope * steer.stream * (meets - steer.angle);
  }
  // No rudder holds more than the side of the hull does: it draws air down to its tip.
  const double most = most_side * m.mass * gravity;
  fin = std::clamp(steer.side + fin, -most, most) - steer.side;
  const double linear = turn.force_sway * v + turn.force_yaw * r + fin - plate * v * std::abs(v);
  const double hydro_side = std::clamp(linear + steer.side, -most, most) - steer.side;
  double hydro_turn = turn.moment_sway * v + turn.moment_yaw * r - fin * steer.stern.lever -
                      plate * std::pow(turn.length, 3) / 32.0 * r * std::abs(r);
  const double over = std::abs(r) - 1.2 * most_yaw_rate(hull, std::max(slow.speed, 0.5));
  if (over > 0.0) hydro_turn -= std::copysign(stop_turning * mass.yaw * over, r);
  const double side = steer.side, brake = steer.brake;
  const double turning = hydro_turn - side * data_.steering_lever + steer.couple + turn_fin_pull(hull, ahead);

  const double surge = m.thrust - m.drag - brake - wind_drag;
  rate[S::x] = u * along.x() + v * abeam.x() + weather.current.x();
  rate[S::y] = u * along.y() + v * abeam.y() + weather.current.y();
  rate[S::heading] = r;
  rate[S::surge] = (surge + m.mass * v * r) / mass.surge;
  rate[S::sway] = (hydro_side + side + wind_side - m.mass * u * r) / mass.sway;
  rate[S::yaw_rate] = turning / mass.yaw;

  const Wave wave = wave_at(s, weather, time);
  const double weight = m.mass * gravity;
  const double heave_spring = hull.density * gravity * data_.waterplane;
  rate[S::heave] = s[S::heave_speed];
  rate[S::heave_speed] = -(heave_spring * (s[S::heave] - wave.lift) +
                           2.0 * heave_damping * std::sqrt(heave_spring * mass.heave) * s[S::heave_speed]) /
                         mass.heave;
  // Thrust beyond what the running attitude was worked out with lifts or presses the bow.
  const double spare = m.thrust - m.running.planing_share * data_.truth.drag * m.running.drag;
  const double pitch_spring = weight * std::max(1e-3, data_.gm_longitudinal);
  const double p = s[S::pitch] - wave.tilt;
  const double back = weight * std::min(data_.gm_longitudinal * std::abs(p),
                                        std::max(0.02, hull.cg_x) * std::cos(std::min(std::abs(p), 0.5 * pi)));
  rate[S::pitch] = s[S::pitch_speed];
  rate[S::pitch_speed] = (spare * data_.propulsor_lever - std::copysign(back, p) -
                          2.0 * pitch_damping * std::sqrt(pitch_spring * mass.pitch) * s[S::pitch_speed]) /
                         mass.pitch;

  // Heel: the screw's torque the other way round, the turn outward where the hull does not plane and inward where it
  // does: of a planing bottom's own bank no method here knows the size (low confidence).
  const double reaction = drive().turned_right() * m.driven.shaft.torque;
  // A hull that slides is carried by all the water that passes under it.
  const double carried = curve_.at(std::hypot(u, v)).planing_share;
  const double outward = (hydro_side + side) * data_.cg_height * (1.0 - (1.0 + planing_bank) * carried);
  const double gm = std::max(1e-3, std::abs(righting_arm(0.1)) / 0.1);
  rate[S::heel] = s[S::heel_speed];
  rate[S::heel_speed] =
      (-weight * righting_arm(s[S::heel]) - reaction + outward -
       2.0 * (roll_damping + planing_damping * carried) * std::sqrt(weight * gm * mass.roll) * s[S::heel_speed]) /
      mass.roll;

  // Hand, ESC and servo.
  const double opening = std::max(0.02, drive().opening);
  const auto towards = [](double from, double to, double fastest) {
    return std::clamp((to - from) / 0.02, -fastest, fastest);
  };
  rate[S::throttle] = towards(s[S::throttle], wanted.throttle * drive().throttle, 1.0 / opening);
  rate[S::helm] = towards(s[S::helm], wanted.helm * data_.steering_angle,
                          data_.steering_angle / std::max(0.02, data_.steering_time));
  rate[S::charge] = m.driven.shaft.battery_current;
  rate[S::weed] = wanted.weedy ? weed_catch * std::abs(u) * (1.0 - s[S::weed]) : -weed_loss * s[S::weed];
  rate[S::hoses_filled] = m.water.motor_flow + m.water.esc_flow > 1e-9
                              ? (1.0 - s[S::hoses_filled]) * 3.0 / std::max(0.3, m.water.fill_time)
                              : -s[S::hoses_filled] / hose_drains;
  heat(s, m, rate);
  leaks(s, rate);

  const ShaftState& shaft = m.driven.shaft;
  const double lost =
      drive().count * (shaft.motor_heat + shaft.gear_heat + shaft.esc_heat + shaft.lead_heat) + shaft.battery_heat;
  rate[S::from_battery] = m.driven.open_voltage * shaft.battery_current;
  rate[S::to_heat] = lost;
  rate[S::at_shaft] = drive().count * shaft.torque * 2.0 * pi * m.driven.revolutions;
  rate[S::by_thrust] = m.thrust * u;
  rate[S::by_drag] = -(m.drag + brake + wind_drag) * u;
  rate[S::by_side] = (hydro_side + side + wind_side) * v + turning * r;
}

void SeaBoat::heat(const SeaVector& s, const SeaMoment& m, SeaVector& rate) const {
  const Motor& motor = drive().motor;
  const SeaWater& water = m.water;
  const double filled = std::clamp(s[S::hoses_filled], 0.0, 1.0);
  Cooling c{.air = data_.air,
            .water = data_.submerged_motor ? data_.water : water.motor_in,
            .jacket = m.motor_flow > 1e-9,
            .submerged = data_.submerged_motor,
            .wash = data_.washed_motor,
            .flow = m.motor_flow,
            .conductance = water.motor_conductance};
  const MotorHeat body = motor_heat(motor, c);
  const ShaftState& shaft = m.driven.shaft;
  const double iron = std::min(shaft.motor_heat, powered_.iron_loss(shaft));
  const double between = body.winding_to_can * (s[S::winding] - s[S::can]);
  rate[S::winding] = (shaft.motor_heat - iron - between) / body.winding_capacity;
  rate[S::can] = (iron + between - body.can_to_air * (s[S::can] - c.air) - body.can_to_water * (s[S::can] - c.water)) /
                 body.can_capacity;
  const auto lump = [&](const Lump& l, double temperature, double loss, double carried, double in) {
    if (!(l.capacity > 0.0)) return 0.0;
    return (loss - l.to_air * (temperature - data_.air) - carried * (temperature - in)) / l.capacity;
  };
  rate[S::esc] = lump(data_.esc, s[S::esc], shaft.esc_heat, filled * water.esc_carried, water.esc_in);
  rate[S::battery] = lump(data_.battery, s[S::battery], shaft.battery_heat, 0.0, 0.0);
}

void SeaBoat::leaks(const SeaVector& s, SeaVector& rate) const {
  const double share =
      data_.full_speed > 0.0 ? std::min(1.0, std::pow(std::max(0.0, s[S::surge]) / data_.full_speed, 2)) : 0.0;
  for (std::size_t i = 0; i < data_.bays.size(); ++i) {
    const SeaBay& bay = data_.bays[i];
    const double aboard = s[S::bays + i];
    double in = bay.rest + share * (bay.driven - bay.rest);
    if (aboard >= bay.volume) in = std::min(in, 0.0);
    // The pump takes hold over a tenth of what it starts at, so that nothing jumps.
    const double running = std::clamp((aboard - bay.trigger) / std::max(1e-7, 0.1 * bay.trigger), 0.0, 1.0);
    rate[S::bays + i] = in - running * bay.pump;
  }
}

double SeaBoat::kinetic(const SeaVector& s) const {
  const Masses m = masses(mass_ + data_.turning.density * water_aboard(s));
  return 0.5 * (m.surge * s[S::surge] * s[S::surge] + m.sway * s[S::sway] * s[S::sway] +
                m.yaw * s[S::yaw_rate] * s[S::yaw_rate]);
}

}  // namespace plucky
