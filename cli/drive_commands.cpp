#include "cli/drive_commands.h"

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "cli/words.h"
#include "drive/b_series.h"
#include "drive/fit_chain.h"
#include "drive/pitch_and_slip.h"
#include "io/project_file.h"
#include "running/search.h"

namespace plucky::cli {

namespace {

const char* status_key(PlaningState::Status status) {
  return status == PlaningState::Status::solved          ? "solved"
         : status == PlaningState::Status::outside_range ? "outside_range"
                                                         : "no_balance";
}

const char* status_key(RunningState::Status status) {
  return status == RunningState::Status::solved       ? "solved"
         : status == RunningState::Status::under_hump ? "under_hump"
                                                      : "no_answer";
}

Json limit_of(const std::optional<BrokenLimit>& limit) {
  if (!limit) return {};
  return {{"key", limit->key}, {"what", limit->words}, {"number", limit->number.si}, {"limit", limit->limit.si}};
}

Json state_of(const RunningState& s) {
  const bool runs = s.runs();
  Json j{{"throttle", s.throttle}, {"status", status_key(s.status)}};
  j["speed_m_s"] = when(runs, s.speed);
  j["revolutions_per_s"] = when(runs, s.revolutions);
  j["slip"] = when(runs, s.slip);
  j["thrust_n"] = when(runs, s.thrust);
  j["drag_n"] = when(runs, s.hull.drag);
  j["trim_deg"] = when(runs, degrees(s.hull.trim));
  j["share_of_disc"] = when(runs, s.share);
  j["battery_current_a"] = when(runs, s.shaft.battery_current);
  j["battery_voltage_v"] = when(runs, s.shaft.battery_voltage);
  j["motor_current_a"] = when(runs, s.shaft.motor_current);
  j["shaft_torque_nm"] = when(runs, s.shaft.torque);
  j["battery_power_w"] = when(runs, s.battery_power());
  j["efficiency"] = when(runs, s.efficiency);
  j["outside_range"] = runs && s.hull.outside_range;
  j["message"] = s.message.empty() ? s.hull.message : s.message;
  return j;
}

std::vector<double> range(const std::string& text, const std::string& where) {
  const std::vector<std::string> parts = split(text, ':');
  if (parts.size() != 3) throw InvalidInput(where, "\"" + text + "\" wants the form low:high:count");
  try {
    return steps_between(number(parts[0], where), number(parts[1], where), static_cast<int>(number(parts[2], where)));
  } catch (const InvalidInput& e) {
    throw InvalidInput(where, e.reason());
  }
}

}  // namespace

Json planing(const PlaningOptions& o) {
  PlaningHull h;
  h.beam = o.beam;
  h.deadrise = radians(o.deadrise);
  h.mass = o.mass;
  h.lcg = o.lcg;
  h.vcg = o.vcg;
  h.thrust_angle = radians(o.thrust_angle);
  h.thrust_offset = o.thrust_offset;
  const PlaningState s = solve_planing(h, o.speed, o.density, o.viscosity);
  const bool holds = s.status != PlaningState::Status::no_balance;
  Json j{{"status", status_key(s.status)}, {"message", s.message}};
  j["trim_deg"] = when(holds, degrees(s.trim));
  j["wetted_length_ratio"] = when(holds, s.wetted_ratio);
  j["lift_n"] = when(holds, s.lift);
  j["drag_n"] = when(holds, s.drag);
  j["friction_n"] = when(holds, s.friction);
  j["spray_n"] = when(holds, s.spray);
  j["thrust_n"] = when(holds, s.thrust);
  j["lcp_m"] = when(holds, s.pressure_point);
  j["porpoising_trim_deg"] = when(holds && s.porpoising_trim > 0.0, degrees(s.porpoising_trim));
  return j;
}

Json propeller(const PropellerOptions& o) {
  if (!(o.advance >= 0.0 && o.pitch_ratio > 0.0 && o.area_ratio > 0.0))
    throw InvalidInput("propeller", "wants advance, pitch ratio and area ratio not below zero");
  double kt = 0.0, kq = 0.0;
  const bool series = o.blades >= 3;
  if (series) {
    const OpenWater w = b_series(o.blades, o.area_ratio, o.pitch_ratio);
    kt = w.thrust(o.advance);
    kq = w.torque(o.advance);
  } else {
    const PropellerCoefficients k = propeller_coefficients(o.pitch_ratio, o.area_ratio, o.advance);
    kt = k.kt;
    kq = k.kq;
  }
  Json j{{"method", series ? "B-series" : "blade element"}};
  const bool inside =
      !series || (o.pitch_ratio >= 0.5 && o.pitch_ratio <= 1.4 && o.area_ratio >= 0.3 && o.area_ratio <= 1.05);
  j["status"] = inside ? "solved" : "outside_range";
  j["kt"] = kt;
  j["kq"] = kq;
  // Efficiency means nothing where the screw no longer drives.
  j["efficiency"] = when(kt > 0.0 && kq > 0.0, o.advance * kt / (2.0 * pi * kq));
  return j;
}

namespace {

/// Assessment of a boat that must have a drive which can be answered for.
Assessment powered(const std::string& path) {
  Assessment a = assess(load_project(path));
  if (!a.power.fitted) throw InvalidInput(path, a.power.message);
  return a;
}

}  // namespace

Json run_boat(const std::string& path, const std::string& throttles) {
  const Assessment a = powered(path);
  const PowerReport& p = a.power;
  Json j{{"name", a.project.name}, {"confidence", p.doubt.empty() ? "within published ranges" : p.doubt}};
  j["pitch_and_slip_speed_m_s"] = a.drive.speed;
  Json runs = Json::array();
  if (throttles.empty()) {
    for (const RunningState& s : p.sweep) runs.push_back(state_of(s));
  } else {
    const PoweredBoat powered_boat(boat_of(a), p.curve);
    for (const std::string& t : split(throttles, ',')) {
      const double u = number(t, "--throttle");
      if (u < 0.0 || u > 1.0) throw InvalidInput("--throttle", "wants 0 to 1, not " + t);
      runs.push_back(state_of(powered_boat.at(u)));
    }
  }
  j["runs"] = runs;
  j["thrust_standing_n"] = p.thrust_most;
  j["run_time_s"] = p.run_time;
  j["duty"] = {{"current_a", p.duty.current}, {"run_time_s", p.duty.run_time}, {"range_m", p.duty.range}};
  j["winding_c"] = p.winding;
  j["can_c"] = p.can;
  j["water_cooled"] = p.water_cooled;
  j["throttle_within_limits"] = p.safe_throttle;
  j["limit"] = limit_of(p.limit);
  return j;
}

Json search_boat(const std::string& path, const std::string& diameter, const std::string& pitch,
                 const std::string& aim) {
  const Assessment a = powered(path);
  static constexpr std::pair<const char*, Aim> aims[] = {
      {"speed", Aim::speed}, {"run_time", Aim::run_time}, {"efficiency", Aim::efficiency}, {"coolness", Aim::coolness}};
  const auto wanted = std::find_if(std::begin(aims), std::end(aims), [&](const auto& x) { return aim == x.first; });
  if (wanted == std::end(aims))
    throw InvalidInput("--aim", "\"" + aim + "\" is not one of speed, run_time, efficiency, coolness");
  const SearchMap map = search_propellers(boat_of(a), range(diameter, "--diameter"), range(pitch, "--pitch"));
  const auto cell = [](const SearchCell& c) {
    Json j{{"diameter_m", c.diameter}, {"pitch_m", c.pitch}};
    j["status"] = status_key(c.full.status);
    j["speed_m_s"] = when(c.full.runs(), c.full.speed);
    j["battery_current_a"] = when(c.full.runs(), c.full.shaft.battery_current);
    j["winding_c"] = when(c.full.runs(), c.winding);
    j["run_time_s"] = when(c.full.runs(), c.run_time);
    j["efficiency"] = when(c.full.runs(), c.full.efficiency);
    j["breaks"] = limit_of(c.broken);
    return j;
  };
  Json j{{"name", a.project.name}, {"aim", aim}};
  const SearchCell* best = map.best(wanted->second);
  j["best"] = best ? cell(*best) : Json();
  Json cells = Json::array();
  for (const SearchCell& c : map.cells) cells.push_back(cell(c));
  j["cells"] = cells;
  return j;
}

Json linkage(const Linkage& in) {
  Linkage k = in;
  k.servo_neutral = radians(in.servo_neutral);
  k.horn_neutral = radians(in.horn_neutral);
  k.servo_throw = radians(in.servo_throw);
  const LinkageCourse c = linkage_course(k);
  Json j{{"status", c.stops ? "stops" : c.binds_at ? "binds" : "free"}};
  j["binds_at_deg"] = c.binds_at ? Json(degrees(*c.binds_at)) : Json();
  j["rod_length_m"] = c.rod_length;
  j["horn_to_port_deg"] = degrees(c.horn_port);
  j["horn_to_starboard_deg"] = degrees(c.horn_starboard);
  j["least_leverage"] = c.least_leverage;
  j["stroke_m"] = c.stroke;
  j["hole_m"] = c.hole;
  Json steps = Json::array();
  for (const LinkageStep& s : c.steps)
    steps.push_back({{"servo_deg", degrees(s.servo)},
                     {"horn_deg", degrees(s.horn)},
                     {"transmission_deg", degrees(s.transmission)},
                     {"leverage", s.leverage}});
  j["steps"] = steps;
  return j;
}

Json shaft(const ShaftOptions& o) {
  const ShaftMaterial material = shaft_material_from_key(o.material);
  const ShaftStock stock = stock_of(material);
  const double whirling = whirling_speed(o.diameter, o.bore, o.spacing, stock);
  const double stress = torsion_stress(o.torque, o.diameter, o.bore);
  return {{"whirling_per_s", whirling},
          {"whirling_rpm", 60.0 * whirling},
          {"keep_under_rpm", 0.7 * 60.0 * whirling},
          {"shear_stress_pa", stress},
          {"shear_strength_pa", stock.shear_strength},
          {"holds", stress <= stock.shear_strength}};
}

}  // namespace plucky::cli
