#include "cli/water_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "cli/words.h"
#include "io/file.h"
#include "io/network_file.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

double ml(double flow) {
  return flow / ml_min;
}

Json flow_of(const Assessment& a, const CircuitFlow& f) {
  const CoolingCircuit& c = a.project.cooling;
  Json j{{"status", f.solved ? "solved" : "no_answer"}, {"message", f.message}};
  Json flows = Json::object(), pressures = Json::object(), outlets = Json::array(), pickups = Json::array();
  for (std::size_t i = 0; i < f.hoses.size(); ++i) {
    const std::string name = fmt::format("hose {}", f.hoses[i].hose);
    flows[name] = ml(f.hoses[i].flow);
    pressures[name] = {f.hoses[i].pressure_from, f.hoses[i].pressure_to};
  }
  for (const CoolerFlow& k : f.coolers) flows[c.find(k.fitting)->name] = ml(k.flow);
  for (const OutletFlow& o : f.outlets)
    outlets.push_back({{"name", c.find(o.fitting)->name},
                       {"flow_ml_min", ml(o.flow)},
                       {"primed", o.primed},
                       {"height_m", o.height},
                       {"climb_m", when(o.climb < 100.0, o.climb)}});
  for (const PickupFlow& p : f.pickups)
    pickups.push_back(
        {{"name", c.find(p.fitting)->name}, {"flow_ml_min", ml(p.flow)}, {"wet", p.wet}, {"head_m", p.head}});
  j["flow_ml_min"] = flows;
  j["pressure_pa"] = pressures;
  j["pickups"] = pickups;
  j["outlets"] = outlets;
  j["fill_time_s"] = f.fill_time;
  j["imbalance_ml_min"] = ml(f.imbalance);
  return j;
}

Json course_of(const Assessment& a, const FloodCourse& c) {
  Json j{{"message", c.message}};
  j["danger_s"] = known(c.danger());
  j["trim_s"] = known(c.to_trim);
  j["freeboard_s"] = known(c.to_freeboard);
  j["part_s"] = known(c.to_part);
  const Part* part = c.first_part ? a.project.layout.find(c.first_part) : nullptr;
  j["first_part"] = part ? Json(part->name) : Json();
  j["capsizes_s"] = known(c.to_capsize);
  j["sinks_s"] = known(c.to_sink);
  j["pump_starts_s"] = known(c.pump_started);
  if (!c.points.empty()) {
    j["water_aboard_l"] = 1e3 * c.points.back().aboard();
    j["at_s"] = c.points.back().time;
  }
  return j;
}

}  // namespace

Json cool_boat(const std::string& path, const std::string& speeds) {
  const Assessment a = assess(load_project(path));
  Json j{{"name", a.project.name}};
  if (!a.power.full.runs())
    throw InvalidInput(path, a.power.message.empty() ? "the boat does not run" : a.power.message);
  const Boat boat = boat_of(a);
  const CooledBoat cooled(boat, a.project.cooling, a.hoses);
  Json faults = Json::array();
  for (const CircuitFault& f : a.faults) faults.push_back(f.sentence);
  j["faults"] = faults;
  Json hoses = Json::array();
  for (const HosePath& p : a.hoses)
    hoses.push_back({{"name", fmt::format("hose {}", p.hose)},
                     {"length_m", p.length},
                     {"mass_kg", p.mass},
                     {"least_radius_m", p.least_radius},
                     {"highest_z_m", p.highest.z()}});
  j["hoses"] = hoses;
  j["mass_kg"] = a.plumbing.mass;
  Json runs = Json::array();
  const auto add = [&](const RunningState& s) {
    Json r = flow_of(a, cooled.flow(s));
    r["throttle"] = s.throttle;
    r["speed_m_s"] = s.speed;
    runs.push_back(r);
  };
  if (speeds.empty()) {
    for (const RunningState& s : a.power.sweep)
      if (s.runs()) add(s);
  } else {
    for (const std::string& word : split(speeds, ',')) {
      const double v = number(word, "--speed");
      // The throttle that runs this fast, between the sweep's points.
      const auto& sweep = a.power.sweep;
      const RunningState* near = nullptr;
      for (const RunningState& s : sweep)
        if (s.runs() && (!near || std::abs(s.speed - v) < std::abs(near->speed - v))) near = &s;
      double low = 0.0, high = 1.0;
      const PoweredBoat powered(boat, a.power.curve);
      for (int i = 0; i < 30; ++i) {
        const double u = 0.5 * (low + high);
        const RunningState s = powered.at(u);
        (s.runs() && s.speed < v ? low : high) = u;
      }
      const RunningState s = powered.at(high);
      if (!s.runs() || !near || std::abs(s.speed - v) > 0.05 * v + 0.05)
        throw InvalidInput("--speed", Text("{0} m/s is no steady speed of this boat; the nearest is {1}", word,
                                           Quantity{near ? near->speed : 0.0, Dimension::speed}));
      add(s);
    }
  }
  j["runs"] = runs;
  Json parts = Json::array();
  for (const PartHeat& p : a.heat.parts)
    parts.push_back({{"name", p.name},
                     {"loss_w", p.loss},
                     {"limit_c", p.limit},
                     {"flow_ml_min", ml(p.flow)},
                     {"end_c", p.end},
                     {"end_without_water_c", p.dry_end},
                     {"steady_c", known(p.steady_wet)},
                     {"limit_after_s", known(p.time_wet)},
                     {"limit_after_without_water_s", known(p.time_dry)}});
  j["parts"] = parts;
  Json options = Json::array();
  for (const OptionResult& o : compare_options(a.project.cooling, boat, a.power, a.hull->space))
    options.push_back({{"name", o.name},
                       {"motor_ml_min", ml(o.motor_flow)},
                       {"esc_ml_min", ml(o.esc_flow)},
                       {"winding_c", o.winding},
                       {"esc_c", o.esc},
                       {"start_speed_m_s", known(o.start_speed)},
                       {"mass_kg", o.mass},
                       {"cg_shift_m", o.cg_shift}});
  j["options"] = options;
  return j;
}

Json cool_network(const std::string& path) {
  const NetworkFile file = read_network(read_file(path, 4 << 20), path);
  Json j;
  const NetSolution s = solve_network(file.network, file.density, file.viscosity);
  j["status"] = s.solved ? "solved" : "no_answer";
  j["message"] = s.message;
  Json flows = Json::object(), pressures = Json::object(), faults = Json::array();
  for (const NetFault& f : network_faults(file.network)) faults.push_back(f.sentence);
  if (s.solved) {
    for (std::size_t i = 0; i < s.flow.size(); ++i) flows[plain(file.network.elements[i].name)] = ml(s.flow[i]);
    for (std::size_t i = 0; i < s.pressure.size(); ++i) pressures[plain(file.network.nodes[i].name)] = s.pressure[i];
  }
  j["faults"] = faults;
  j["flow_ml_min"] = flows;
  j["pressure_pa"] = pressures;
  j["imbalance_ml_min"] = ml(s.imbalance);
  j["rounds"] = s.rounds;
  return j;
}

Json leak_boat(const std::string& path, const std::string& worn, const std::string& missing, unsigned perimeters) {
  Project project = load_project(path);
  if (perimeters > 0) project.sealing.perimeters = perimeters;
  Assessment a = assess(project);
  if (!a.flotation.upright()) throw InvalidInput(path, "the boat does not float upright");
  // A scenario is an edit like any other.
  Sealing sealing = project.sealing;
  for (const auto& [list, condition, option] :
       {std::tuple{worn, SealCondition::worn, "--worn"}, {missing, SealCondition::missing, "--missing"}})
    for (const std::string& key : split(list, ',')) {
      if (key.empty()) continue;
      const SealOpening* o = a.seal.find(key);
      if (!o) {
        std::string known;
        for (const SealOpening& other : a.seal.openings) known += (known.empty() ? "" : ", ") + other.key;
        throw InvalidInput(option, Text("\"{0}\" is none of the openings {1}", key, known));
      }
      auto choice =
          std::find_if(sealing.choices.begin(), sealing.choices.end(), [&](const auto& c) { return c.opening == key; });
      if (choice == sealing.choices.end()) {
        SealChoice fresh;
        fresh.opening = key;
        fresh.method = o->method;
        choice = sealing.choices.insert(choice, fresh);
      }
      choice->condition = condition;
    }
  if (!(sealing == project.sealing)) a = assess(apply(project, {"scenario", ChangeSealing{sealing}}));
  Json j{{"name", a.project.name}}, list = Json::array();
  for (const SealOpening& o : a.seal.openings)
    list.push_back({{"key", o.key},
                    {"name", o.name},
                    {"method", method_key(o.method)},
                    {"condition", condition_key(o.condition)},
                    {"over_water_m", o.over_standing},
                    {"over_running_water_m", o.over_running},
                    {"expected_ml_min", ml(o.expected)},
                    {"worst_ml_min", ml(o.worst)},
                    {"running_ml_min", ml(o.running)},
                    {"bay", a.seal.bays[o.compartment].name()}});
  j["openings"] = list;
  j["at_rest_ml_min"] = ml(a.seal.expected);
  j["driven_ml_min"] = ml(a.seal.running);
  j["at_rest"] = course_of(a, a.seal.course);
  j["driven"] = course_of(a, a.seal.driven);
  Json pumps = Json::array();
  for (const PumpPlace& p : a.seal.pumps)
    pumps.push_back({{"x_m", p.x},
                     {"water_gathers_at_m", p.low_standing},
                     {"starts_with_l", 1e3 * p.before_trigger},
                     {"could_start_with_l", 1e3 * p.least_before},
                     {"lifts_ml_min", ml(p.flow)}});
  j["pumps"] = pumps;
  return j;
}

void WaterCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* cool = app.add_subcommand("cool", "Cooling water of a boat, or flow in a bare network");
  CLI::Option* boat = cool->add_option("boat", boat_, "boat file");
  cool->add_option("--speed", speeds_, "m/s, e.g. 2,5");
  CLI::Option* circuit = cool->add_option("--circuit", circuit_, "JSON of a bare network instead of a boat");
  boat->excludes(circuit);
  cool->callback([this, &run] {
    if (boat_.empty() && circuit_.empty()) throw CLI::RequiredError("boat or --circuit");
    run = [this] { return circuit_.empty() ? cool_boat(boat_, speeds_) : cool_network(circuit_); };
  });

  CLI::App* leak = app.add_subcommand("leak", "Water ingress points, and how long the boat bears them");
  leak->add_option("boat", boat_, "boat file")->required();
  leak->add_option("--worn", worn_, "openings taken as worn, by key");
  leak->add_option("--missing", missing_, "openings taken without their seal, by key");
  leak->add_option("--perimeters", perimeters_, "of the printed walls")->check(CLI::Range(0, 20));
  leak->callback([this, &run] { run = [this] { return leak_boat(boat_, worn_, missing_, perimeters_); }; });
}

}  // namespace plucky::cli
