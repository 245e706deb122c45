#include "cli/design_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <filesystem>

#include "assessment/improve.h"
#include "assessment/propose.h"
#include "assessment/stow.h"
#include "assessment/what_if.h"
#include "base/error.h"
#include "cli/words.h"
#include "drive/kind.h"
#include "hull/family.h"
#include "io/file.h"
#include "io/project_file.h"
#include "project/json.h"

namespace plucky::cli {

namespace {

/// A brief by itself, or a boat's.
Brief brief_of(const std::string& path) {
  constexpr std::size_t most = std::size_t{1} << 20;
  if (!path.ends_with(".json")) return load_project(path).brief;
  const Json file = [&] {
    try {
      return Json::parse(read_file(path, most));
    } catch (const Json::exception& e) {
      throw InvalidInput(path, Text("is no JSON: {0}", std::string(e.what())));
    }
  }();
  if (!file.is_object()) throw InvalidInput(path, "should be an object of what is wanted");
  if (file.contains("format")) return load_project(path).brief;
  const Json boat{{"format", "plucky-hull"}, {"version", project_format_version}, {"brief", file}};
  const Project read = project_from_json(boat.dump());
  // What is not known here would be wished in vain.
  const Json brief = Json::parse(project_to_json(Project{}))["brief"];
  for (const auto& [key, value] : file.items())
    if (!brief.contains(key)) throw InvalidInput(path, Text("\"{0}\" is no part of a brief", key));
  return read.brief;
}

Json boat_json(const Proposal& p) {
  const Drive d = p.project.drive();
  Json j{{"name", p.project.name},
         {"merit", merit_name(p.merit)},
         {"family", family_key(p.project.hull.family)},
         {"propulsor", propulsor_key(d.propulsor)},
         {"mounting", mounting_key(d.mounting)},
         {"length_m", p.length},
         {"mass_kg", p.mass},
         {"speed_m_s", known(p.speed)},
         {"run_time_s", known(p.run_time)},
         {"gm_m", known(p.gm)},
         {"hours", p.hours},
         {"stops", p.stops},
         {"watches", p.watches},
         {"reasons", Json::array()},
         {"misses", Json::array()}};
  for (const Text& t : p.reasons) j["reasons"].push_back(Json(t));
  for (const Text& t : p.misses) j["misses"].push_back(Json(t));
  return j;
}

/// "knob=from:to:count", or a knob alone.
Turned turned_from(const std::vector<Knob>& knobs, const std::string& words) {
  const std::size_t equals = words.find('=');
  const Knob& knob = knob_of(knobs, words.substr(0, equals));
  if (equals == std::string::npos) return usual_turn(knob, 9);
  double low = 0.0, high = 0.0;
  int count = 0;
  char rest = 0;
  if (std::sscanf(words.c_str() + equals + 1, "%lf:%lf:%d%c", &low, &high, &count, &rest) != 3)
    throw InvalidInput(words, "should read knob=from:to:count");
  return turn_between(knob, low, high, count);
}

Json point_json(const WhatIf& found, const WhatIfPoint& p, const std::vector<std::size_t>& rows) {
  Json j{{"at", p.at}};
  if (!p.refused.empty()) {
    j["refused"] = Json(p.refused);
    return j;
  }
  for (const std::size_t r : rows) j["numbers"][found.now[r].key] = p.numbers[r] ? Json(p.numbers[r]->si) : Json();
  j["stops"] = p.stops;
  j["watches"] = p.watches;
  j["strikes"] = Json::array();
  for (const Finding& f : p.strikes)
    j["strikes"].push_back({{"finding", f.id}, {"stops", f.severity == Severity::stop}, {"text", Json(f.text)}});
  return j;
}

/// The boat in a folder that is made where there is none; its path.
std::string saved(const Project& boat, const std::string& folder, const std::string& name) {
  make_folder(folder);
  std::string path = (std::filesystem::path(folder) / (name + ".plucky")).string();
  save_project(boat, path);
  return path;
}

}  // namespace

Json turned_boats(const WhatIfOptions& o) {
  const Assessment boat = assess(load_project(o.boat));
  const std::vector<Knob> knobs = knobs_of(boat);
  Json j;
  if (o.vary.empty()) {
    for (const Knob& k : knobs)
      j["knobs"].push_back({{"knob", k.key}, {"name", k.label}, {"now", k.now}, {"low", k.low}, {"high", k.high}});
    return j;
  }
  std::vector<Turned> over;
  for (const std::string& words : o.vary) over.push_back(turned_from(knobs, words));
  const WhatIf found = what_if(boat, over);
  std::vector<std::size_t> rows;
  for (const std::string& key : o.read) rows.push_back(found.row(key));
  for (std::size_t r = 0; o.read.empty() && r < found.now.size(); ++r) rows.push_back(r);
  for (const Turned& t : over) j["knobs"].push_back(t.knob);
  for (const std::size_t r : rows)
    j["now"][found.now[r].key] = found.now[r].value ? Json(found.now[r].value->si) : Json();
  j["points"] = Json::array();
  for (const WhatIfPoint& p : found.points) j["points"].push_back(point_json(found, p, rows));
  return j;
}

Json propose_boats(const ProposeOptions& o) {
  ProposalWish wish{.brief = brief_of(o.brief), .at_hand = o.at_hand, .count = o.count};
  if (!o.family.empty()) wish.family = family_from_key(o.family);
  if (!o.propulsor.empty()) wish.propulsor = propulsor_from_key(o.propulsor);
  if (!o.mounting.empty()) wish.mounting = mounting_from_key(o.mounting);
  if (!o.hull.empty()) {
    const HullDesign fixed = load_project(o.hull).hull;
    wish.family = fixed.family, wish.shape = fixed.shape;
  }
  const Proposals found = propose(wish, builtin_catalogue());
  Json j{{"boats", Json::array()}, {"message", found.message.empty() ? Json() : Json(found.message)}};
  for (const Proposal& p : found.boats) {
    Json boat = boat_json(p);
    if (!o.folder.empty())
      boat["boat"] =
          saved(p.project, o.folder,
                fmt::format("{}-{}-{}", j["boats"].size() + 1, merit_key(p.merit), family_key(p.project.hull.family)));
    j["boats"].push_back(boat);
  }
  return j;
}

Json improved_boats(const ImproveOptions& o) {
  const Assessment boat = assess(load_project(o.boat));
  const Improvements found = improve(boat, goal_from(o.goal, boat), builtin_catalogue());
  Json j{{"goal", {{"number", found.goal.row}, {"value", found.goal.value}, {"at_least", found.goal.at_least}}},
         {"ways", Json::array()},
         {"message", found.message.empty() ? Json() : Json(found.message)}};
  for (const Improvement& w : found.ways) {
    Json way{{"change", Json(w.what)}, {"reaches", w.reaches}, {"number", w.number.si}, {"watches", Json::array()}};
    for (const Finding& f : w.strikes) way["watches"].push_back(Json(f.text));
    for (const Change& c : w.effects)
      way["effects"][c.key] = {c.before ? Json(c.before->si) : Json(), c.after ? Json(c.after->si) : Json()};
    if (!o.folder.empty())
      way["boat"] = saved(w.assessed->project, o.folder, "way-" + std::to_string(j["ways"].size() + 1));
    j["ways"].push_back(way);
  }
  return j;
}

Json stowed_boats(const StowOptions& o) {
  const Assessment boat = assess(load_project(o.boat));
  std::vector<Id> held;
  for (const std::string& name : o.hold) {
    const auto& parts = boat.project.layout.parts;
    const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.name == name; });
    if (it == parts.end()) throw InvalidInput("--hold", Text("\"{0}\" is no part of the boat", name));
    held.push_back(it->id);
  }
  const auto measures = [](const StowMeasures& m) {
    return Json{
        {"cg_off_m", m.cg_off}, {"cg_side_m", m.cg_side},      {"cg_height_m", m.cg_height},    {"leads_m", m.leads},
        {"hoses_m", m.hoses},   {"aerial_m", known(m.aerial)}, {"out_of_reach", m.out_of_reach}};
  };
  const StowAnswer found = stow_again(boat, held);
  Json j{{"before", measures(found.before)},
         {"ways", Json::array()},
         {"message", found.message.empty() ? Json() : Json(found.message)}};
  for (const Stowing& s : found.ways) {
    Json way{{"merit", stow_merit_name(s.merit)}, {"after", measures(s.measures)}, {"moved", Json::array()}};
    for (const Id id : s.moved) {
      const Part* p = s.assessed->project.layout.find(id);
      way["moved"].push_back({{"part", p->name}, {"place_m", {p->place.x(), p->place.y(), p->place.z()}}});
    }
    way["stops"] = s.assessed->count(Severity::stop), way["watches"] = s.assessed->count(Severity::watch);
    if (!o.folder.empty())
      way["boat"] = saved(s.assessed->project, o.folder, "stowed-" + std::to_string(j["ways"].size() + 1));
    j["ways"].push_back(way);
  }
  return j;
}

void DesignCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* sub = app.add_subcommand("propose", "Whole boats from a brief: hull, drive, parts, water, assessed");
  sub->add_option("brief", propose_.brief, "brief as JSON (the keys of a boat's brief), or a boat whose brief is taken")
      ->required();
  sub->add_option("--count", propose_.count, "how many boats are wanted")->capture_default_str();
  sub->add_option("-o,--out", propose_.folder, "folder for the boats");
  sub->add_option("--family", propose_.family, "hull that is decided");
  sub->add_option("--propulsor", propose_.propulsor, "propulsor that is decided");
  sub->add_option("--mounting", propose_.mounting, "mounting that is decided");
  sub->add_option("--hull-of", propose_.hull, "boat file whose hull is fixed, family and measures");
  sub->add_option("--have", propose_.at_hand, "a motor, battery or ESC that is there, by its name in the catalogue");
  sub->callback([&] { run = [this] { return propose_boats(propose_); }; });
  sub = app.add_subcommand("what-if", "One or two numbers of a boat turned: what comes of it, what strikes it where");
  sub->add_option("boat", what_if_.boat, "boat file")->required();
  sub->add_option("--vary", what_if_.vary, "knob=from:to:count in SI, or a knob alone; without: all knobs are listed");
  sub->add_option("--read", what_if_.read, "keys of the ledger to tell; without: all");
  sub->callback([&] { run = [this] { return turned_boats(what_if_); }; });
  sub = app.add_subcommand("stow", "Better places for battery, ESC, receiver, payload and ballast");
  sub->add_option("boat", stow_.boat, "boat file")->required();
  sub->add_option("--hold", stow_.hold, "name of a part that stays");
  sub->add_option("-o,--out", stow_.folder, "folder for the boats");
  sub->callback([&] { run = [this] { return stowed_boats(stow_); }; });
  sub = app.add_subcommand("improve", "The smallest changes that bring a number of a boat where it is wanted");
  sub->add_option("boat", improve_.boat, "boat file")->required();
  sub->add_option("--to", improve_.goal, "\"speed >= 11\", \"mass -0.05\", \"run_time +600\": key of the ledger, SI")
      ->required();
  sub->add_option("-o,--out", improve_.folder, "folder for the boats");
  sub->callback([&] { run = [this] { return improved_boats(improve_); }; });
}

}  // namespace plucky::cli
