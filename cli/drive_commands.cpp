#include "cli/drive_commands.h"

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "cli/words.h"
#include "drive/fit_chain.h"
#include "drive/propeller_chart.h"
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
  const bool jet = s.jet_speed.has_value();
  j["slip"] = when(runs && !jet, s.slip);
  if (runs && jet) {
    j["jet_speed_m_s"] = *s.jet_speed;
    j["jet_velocity_ratio"] = s.speed / *s.jet_speed;
    j["jet_slip"] = s.slip;  // 1 - boat over jet, as builders count it
  }
  j["thrust_n"] = when(runs, s.thrust);
  j["drag_n"] = when(runs, s.hull.drag);
  j["trim_deg"] = when(runs, degrees(s.hull.trim));
  j["share_of_disc"] = when(runs, s.load.immersed);
  j["air_share"] = when(runs, s.load.air);
  j["cavitation_leaves"] = when(runs, s.load.cavitation);
  j["thrust_kept"] = when(runs, s.thrust_kept());
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

Text confidence(const Text& doubt) {
  return doubt.empty() ? Text("within published ranges") : doubt;
}

std::vector<double> range(const std::string& text, const std::string& where) {
  const std::vector<std::string> parts = split(text, ':');
  if (parts.size() != 3) throw InvalidInput(where, Text("\"{0}\" must have the form low:high:count", text));
  try {
    const double count = number(parts[2], where);
    if (count != std::floor(count)) throw InvalidInput(where, Text("\"{0}\" is no whole number of steps", parts[2]));
    return steps_between(number(parts[0], where), number(parts[1], where), static_cast<int>(count));
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
  j["porpoising_trim_deg"] = s.porpoising_trim ? Json(degrees(*s.porpoising_trim)) : Json();
  j["wetted_beam_m"] = when(holds, s.wetted_beam);
  j["chines_dry"] = holds && s.chines_dry;
  return j;
}

Json propeller(const PropellerOptions& o) {
  const PropellerChart chart({o.blades, o.area_ratio, o.pitch_ratio});
  const PropellerCoefficients k = chart.wetted(o.advance, o.reynolds);
  const double share = series_share(chart.form(), o.advance);
  Json j{{"method", share > 0.999 ? "B-series" : share > 0.0 ? "B-series and blade element" : "blade element"}};
  j["status"] = share > 0.999 ? "solved" : "outside_range";
  j["kt"] = k.kt;
  j["kq"] = k.kq;
  // Efficiency means nothing where the screw no longer drives.
  j["efficiency"] = when(k.kt > 0.0 && k.kq > 0.0, o.advance * k.kt / (2.0 * pi * k.kq));
  return j;
}

namespace {

/// Assessment of a boat that must have a drive which can be answered for.
Assessment powered(const std::string& path) {
  Assessment a = assess(load_project(path));
  if (!a.power.fitted) throw InvalidInput(path, a.power.message);
  return a;
}

/// Middle 90 % of what comes out with the boat's data as uncertain as they are; null without a steady run.
Json ranges_of(const std::optional<PowerRanges>& r) {
  if (!r) return {};
  Json j;
  for (const auto& [key, range] : {std::pair<const char*, const Range&>{"speed_m_s", r->speed},
                                   {"battery_current_a", r->battery_current},
                                   {"motor_current_a", r->motor_current},
                                   {"winding_c", r->winding},
                                   {"can_c", r->can},
                                   {"run_time_s", r->run_time}})
    j[key] = {range.low, range.high};
  j["smooth_speed_m_s"] = known(r->smooth_speed);
  for (const PowerRanges::Cause& c : r->causes) j["speed_by"][c.words] = c.share;
  j["may_not_run"] = r->open;
  return j;
}

}  // namespace

Json run_boat(const std::string& path, const std::string& throttles) {
  const Assessment a = powered(path);
  const PowerReport& p = a.power;
  Json j{{"name", a.project.name}, {"confidence", confidence(p.doubt)}};
  j["pitch_and_slip_speed_m_s"] = a.drive.speed;
  Json runs = Json::array();
  if (throttles.empty()) {
    for (const RunningState& s : p.sweep) runs.push_back(state_of(s));
  } else {
    const PoweredBoat powered_boat(boat_of(a), p.curve);
    for (const std::string& t : split(throttles, ',')) {
      const double u = number(t, "--throttle");
      if (u < 0.0 || u > 1.0) throw InvalidInput("--throttle", Text("must be 0 to 1, not {0}", t));
      runs.push_back(state_of(powered_boat.at(u)));
    }
  }
  j["runs"] = runs;
  j["standing_start"] = {{"thrust_n", p.start.thrust},
                         {"motor_current_a", p.start.motor_current},
                         {"air_share", p.start.air},
                         {"held_times", known(p.start.hold)}};
  j["run_time_s"] = known(p.run_time);
  j["duty"] = p.duty
                  ? Json{{"current_a", p.duty->current}, {"run_time_s", p.duty->run_time}, {"range_m", p.duty->range}}
                  : Json();
  if (p.duty)
    for (const PartHeat& h : a.heat.parts) {
      const Part* part = a.project.layout.find(h.part);
      if (part->kind == PartKind::motor) j["duty"]["winding_c"] = h.duty_end, j["duty"]["can_c"] = known(h.duty_can);
      if (part->kind == PartKind::esc) j["duty"]["esc_c"] = h.duty_end;
    }
  j["winding_c"] = known(p.winding);
  j["can_c"] = known(p.can);
  j["water_cooled"] = p.water_cooled;
  j["ranges"] = ranges_of(p.ranges);
  j["throttle_within_limits"] = known(p.safe_throttle);
  j["limit"] = limit_of(p.limit);
  return j;
}

Json resistance(const std::string& path) {
  const Assessment a = powered(path);
  Json points = Json::array();
  for (const RunningPoint& p : a.power.curve.points())
    points.push_back({{"speed_m_s", p.speed},
                      {"regime", p.regime == Regime::displacement   ? "displacement"
                                 : p.regime == Regime::semi_planing ? "semi_planing"
                                                                    : "planing"},
                      {"drag_n", p.drag},
                      {"friction_n", p.friction},
                      {"wave_n", p.wave},
                      {"pressure_n", p.pressure},
                      {"spray_n", p.spray},
                      {"appendages_n", p.appendages},
                      {"air_n", p.air},
                      {"trim_deg", degrees(p.trim)},
                      {"wetted_length_m", p.wetted_length},
                      {"outside_range", p.outside_range},
                      {"message", p.message}});
  return {{"name", a.project.name},
          {"mass_kg", a.mass.total},
          {"ends_because", a.power.curve.ends_because()},
          {"points", points}};
}

Json search_boat(const std::string& path, const std::string& diameter, const std::string& pitch,
                 const std::string& aim) {
  const Assessment a = powered(path);
  static constexpr std::pair<const char*, Aim> aims[] = {
      {"speed", Aim::speed}, {"run_time", Aim::run_time}, {"efficiency", Aim::efficiency}, {"coolness", Aim::coolness}};
  const auto wanted = std::find_if(std::begin(aims), std::end(aims), [&](const auto& x) { return aim == x.first; });
  if (wanted == std::end(aims))
    throw InvalidInput("--aim", Text("\"{0}\" is not one of speed, run_time, efficiency, coolness", aim));
  const SearchMap map = search_propellers(boat_of(a), range(diameter, "--diameter"), range(pitch, "--pitch"));
  const auto cell = [](const SearchCell& c) {
    Json j{{"diameter_m", c.diameter}, {"pitch_m", c.pitch}};
    j["status"] = status_key(c.full.status);
    j["speed_m_s"] = when(c.full.runs(), c.full.speed);
    j["battery_current_a"] = when(c.full.runs(), c.full.shaft.battery_current);
    j["winding_c"] = known(c.winding);
    j["run_time_s"] = known(c.run_time);
    j["efficiency"] = when(c.full.runs(), c.full.efficiency);
    j["confidence"] = confidence(c.doubt);
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
