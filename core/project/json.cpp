#include "project/json.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/error.h"
#include "project/drive_fields.h"

namespace plucky {

// Each describe() lists a struct's fields once, for reading, checking and writing alike. Keys carry the unit.

constexpr Allowed positive{0.0, 1e6};
constexpr Allowed place_m{-100.0, 100.0};
constexpr Allowed size_m{0.0, 100.0};
constexpr Allowed share{0.0, 1.0};

template <class V>
void describe(V& v, Brief& b) {
  v("purpose", b.purpose);
  v.choice("type", b.type, boat_type_key, boat_type_from_key);
  v.choice("water", b.water, water_kind_key, water_kind_from_key);
  v.choice("method", b.method, build_method_key, build_method_from_key);
  v("salt_water", b.salt_water);
  v("payload_kg", b.payload, {0.0, 1000.0});
  v("wanted_speed_m_s", b.wanted_speed, {0.0, 100.0});
  v("run_time_s", b.run_time, positive);
  v("most_length_m", b.most_length, size_m);
  v("longest_piece_m", b.longest_piece, size_m);
  v("wanted_freeboard_m", b.wanted_freeboard, size_m);
  v("trim_low_rad", b.trim_low, {-pi / 2, pi / 2});
  v("trim_high_rad", b.trim_high, {-pi / 2, pi / 2});
  v("swamped_reserve", b.swamped_reserve, {0.0, 10.0});
}

template <class V>
void describe(V& v, HullShape& s) {
  for (const HullParameter& p : all_hull_parameters()) v(p.key, s.*p.member, {-100.0, 100.0});
}

template <class V>
void describe(V& v, Skin& s) {
  v("material", s.material);
  v("density_kg_m3", s.density, {1.0, 30000.0});
  v("shell_thickness_m", s.shell_thickness, {0.0, 0.1});
  v("deck_thickness_m", s.deck_thickness, {0.0, 0.1});
  v("frame_thickness_m", s.frame_thickness, {0.0, 0.1});
}

template <class V>
void describe(V& v, Hatch& h) {
  v("id", h.id);
  v("name", h.name);
  v("x_m", h.x, place_m);
  v("y_m", h.y, place_m);
  v("length_m", h.length, size_m);
  v("width_m", h.width, size_m);
  v("coaming_m", h.coaming, size_m);
  v("sealed", h.sealed);
}

template <class V>
void describe(V& v, Cabin& c) {
  v("id", c.id);
  v("name", c.name);
  v("x_m", c.x, place_m);
  v("length_m", c.length, size_m);
  v("width_m", c.width, size_m);
  v("height_m", c.height, size_m);
  v("lean", c.lean, share);
  v("sealed", c.sealed);
}

template <class V>
void describe(V& v, FloodChamber& c) {
  v("id", c.id);
  v("name", c.name);
  v("x_m", c.x, place_m);
  v("length_m", c.length, size_m);
  v("inner_m", c.inner, place_m);
  v("z_low_m", c.z_low, place_m);
  v("z_high_m", c.z_high, place_m);
  v("port", c.port);
}

template <class V>
void describe(V& v, Bulkhead& b) {
  v("id", b.id);
  v("name", b.name);
  v("x_m", b.x, place_m);
  v("watertight", b.watertight);
}

template <class V>
void describe(V& v, Opening& o) {
  v("id", o.id);
  v("name", o.name);
  v("place_m", o.place, place_m);
  v("sealed", o.sealed);
}

template <class V>
void describe(V& v, HullDesign& h) {
  v.choice("family", h.family, family_key, family_from_key);
  v.object("shape", h.shape);
  v.object("skin", h.skin);
  v("fineness", h.fineness, {0.2, 20.0});
  v("mesh_source", h.mesh_source);
  v.list("hatches", h.hatches);
  v.list("cabins", h.cabins);
  v.list("flood_chambers", h.chambers);
  v.list("bulkheads", h.bulkheads);
  v.list("openings", h.openings);
}

template <class V>
void describe(V& v, Part& p) {
  v("id", p.id);
  v("name", p.name);
  v.choice("kind", p.kind, part_kind_key, part_kind_from_key);
  v.choice("shape", p.shape, part_shape_key, part_shape_from_key);
  v("size_m", p.size, size_m);
  v("place_m", p.place, place_m);
  v("mass_kg", p.mass, {0.0, 1000.0});
  v("mass_sigma_kg", p.mass_sigma, positive);
  v("measured_mass_kg", p.measured_mass, {0.0, 1000.0});
  v("measured_sigma_kg", p.measured_sigma, positive);
  v("place_sigma_m", p.place_sigma, size_m);
  v("may_get_wet", p.may_get_wet);
  v("outside", p.outside);
  v("lithium", p.lithium);
  v("rail", p.rail);
}

template <class V>
void describe(V& v, Rail& r) {
  v("id", r.id);
  v("name", r.name);
  v("from_m", r.from, place_m);
  v("to_m", r.to, place_m);
  v("y_m", r.y, place_m);
  v("z_m", r.z, place_m);
}

template <class V>
void describe(V& v, MassCorrection& c) {
  v("mass_kg", c.mass, {-1000.0, 1000.0});
  v("moment_kg_m", c.moment, {-1e5, 1e5});
  v("mass_sigma_kg", c.mass_sigma, positive);
  v("cg_sigma_m", c.cg_sigma, size_m);
  v("origin", c.origin);
}

template <class V>
void describe(V& v, Layout& l) {
  v.list("rails", l.rails);
  v.list("parts", l.parts);
  v.object("correction", l.correction);
}

template <class V>
void describe(V& v, Drive& d) {
  v.choice("propulsor", d.propulsor, propulsor_key, propulsor_from_key);
  v.choice("mounting", d.mounting, mounting_key, mounting_from_key);
  DrivePart itself{d, DriveGroup::drive};
  describe(v, itself);
  for (auto group : {DriveGroup::battery, DriveGroup::esc, DriveGroup::motor, DriveGroup::gearing, DriveGroup::coupler,
                     DriveGroup::shaft, DriveGroup::pod, DriveGroup::jet, DriveGroup::screw, DriveGroup::fittings}) {
    DrivePart part{d, group};
    v.object(drive_group_key(group), part);
  }
}

template <class V>
void describe(V& v, Steering& s) {
  v.choice("by", s.by, steered_by_key, steered_by_from_key);
  v("rudders", s.blades);
  for (const SteeringNumber& n : steering_numbers()) v(n.key, n.of(s), {n.low, n.high});
  v("in_wash", s.in_wash);
  v("under_hull", s.under_hull);
  v("pull_pull", s.pull_pull);
}

template <class V>
void describe(V& v, CoolFitting& f) {
  v("id", f.id);
  v("name", f.name);
  v.choice("kind", f.kind, fitting_key, fitting_from_key);
  v("part", f.part);
  v("place_m", f.place, place_m);
  for (const FittingNumber& n : fitting_numbers()) v(n.key, f.*n.member, {std::min(0.0, n.low), n.high});
  v("in_wash", f.in_wash);
  v("reversed", f.reversed);
  v("blocked", f.blocked);
  v("calibration", f.calibration, {1e-3, 100.0});
}

template <class V>
void describe(V& v, Hose& h) {
  v("id", h.id);
  v("from", h.from);
  v("from_port", h.from_port);
  v("to", h.to);
  v("to_port", h.to_port);
  v.choice("material", h.material, hose_key, hose_from_key);
  v("bore_m", h.bore, {0.0, 0.03});
  v("wall_m", h.wall, {0.0, 0.01});
  v("via_m", h.via, place_m);
  v("kinked", h.kinked);
}

template <class V>
void describe(V& v, Lane& l) {
  v("id", l.id);
  v("name", l.name);
  v("from_m", l.from, place_m);
  v("to_m", l.to, place_m);
  v("y_m", l.y, place_m);
  v("z_m", l.z, place_m);
}

template <class V>
void describe(V& v, HeightTest& t) {
  v("id", t.id);
  v("pickup", t.pickup);
  v("throttle", t.throttle, share);
  v("height_m", t.height, {0.0, 100.0});
  v("recovery", t.recovery, {0.0, 100.0});
  v("date", t.date);
}

template <class V>
void describe(V& v, CoolingCircuit& c) {
  v("water_c", c.water, {-5.0, 60.0});
  v("air_c", c.air, {-30.0, 80.0});
  v.choice("seen_from", c.seen_from, driving_side_key, driving_side_from_key);
  v.list("fittings", c.fittings);
  v.list("hoses", c.hoses);
  v.list("lanes", c.lanes);
  v.list("height_tests", c.tests);
}

template <class V>
void describe(V& v, SealChoice& c) {
  v("id", c.id);
  v("opening", c.opening);
  v.choice("method", c.method, method_key, method_from_key);
  v.choice("condition", c.condition, condition_key, condition_from_key);
  v("clearance_m", c.clearance, size_m);
  v("length_m", c.length, size_m);
  v("grease_interval_s", c.grease_interval, positive);
  v("spring_to_water", c.spring_to_water);
  v("pair", c.pair);
  v("ring_section_m", c.ring_section, size_m);
  v("groove_depth_m", c.groove_depth, size_m);
  v("groove_width_m", c.groove_width, size_m);
  v("screws_apart_m", c.screw_spacing, size_m);
}

template <class V>
void describe(V& v, PartShield& s) {
  v("id", s.id);
  v("part", s.part);
  v.choice("shield", s.shield, shield_key, shield_from_key);
}

template <class V>
void describe(V& v, Bilge& b) {
  v("trigger_m", b.trigger, size_m);
  v("flow_m3_s", b.flow, {0.0, 0.01});
  v("head_m", b.head, size_m);
  v("current_a", b.current, {0.0, 1000.0});
}

template <class V>
void describe(V& v, LeakResult& r) {
  v("id", r.id);
  v("opening", r.opening);
  v.choice("round", r.round, round_key, round_from_key);
  v("passed", r.passed);
  v("note", r.note);
}

template <class V>
void describe(V& v, LeakTest& t) {
  v("id", t.id);
  v("date", t.date);
  v("duration_s", t.duration, positive);
  v("mass_before_kg", t.mass_before, {0.0, 1000.0});
  v("mass_after_kg", t.mass_after, {0.0, 1000.0});
  v.list("results", t.results);
}

template <class V>
void describe(V& v, Sealing& s) {
  v("perimeters", s.perimeters);
  v("coat_inside", s.coat_inside);
  v("coat_outside", s.coat_outside);
  v.object("bilge", s.bilge);
  v.list("openings", s.choices);
  v.list("shields", s.shields);
  v.list("bath_tests", s.tests);
}

/// Version 1 kept the drive's numbers side by side; version 2 keeps them by part.
void bring_up_from_1(Json& boat) {
  if (!boat.contains("drive") || !boat["drive"].is_object()) return;
  static constexpr std::pair<const char*, const char*> moved[] = {{"kv_rad_s_v", "motor"},
                                                                  {"no_load_current_a", "motor"},
                                                                  {"current_limit_a", "esc"},
                                                                  {"cells", "battery"},
                                                                  {"cell_voltage_v", "battery"},
                                                                  {"capacity_c", "battery"},
                                                                  {"discharge_rate_per_h", "battery"},
                                                                  {"usable", "battery"},
                                                                  {"diameter_m", "screw"},
                                                                  {"pitch_m", "screw"},
                                                                  {"blades", "screw"},
                                                                  {"blade_area", "screw"}};
  Json& drive = boat["drive"];
  for (const auto& [key, part] : moved)
    if (drive.contains(key)) {
      drive[part][key] = drive[key];
      drive.erase(key);
    }
}

template <class V>
void describe(V& v, FoundMass& f) {
  v("mass_kg", f.mass, {0.0, 1000.0});
  v("mass_sigma_kg", f.mass_sigma, positive);
  v("cg_m", f.cg, place_m);
  v("cg_sigma_m", f.cg_sigma, size_m);
  v("planned_mass_kg", f.planned_mass, {0.0, 1000.0});
  v("planned_cg_m", f.planned_cg, place_m);
}

template <class V>
void describe(V& v, ChecklistTick& t) {
  v("id", t.id);
  v("key", t.key);
  v("date", t.date);
}

template <class V>
void describe(V& v, FreeboardReading& r) {
  v("id", r.id);
  v("point", r.point);
  v("place_m", r.place, place_m);
  v("freeboard_m", r.freeboard, {-10.0, 10.0});
}

template <class V>
void describe(V& v, BathTest& t) {
  v("id", t.id);
  v("date", t.date);
  v("note", t.note);
  v("reading_sigma_m", t.reading_sigma, {1e-6, 0.1});
  v.list("readings", t.readings);
  v.object("found", t.found);
}

template <class V>
void describe(V& v, SupportReading& s) {
  v("id", s.id);
  v("place_m", s.place, place_m);
  v("mass_kg", s.mass, {0.0, 1000.0});
}

template <class V>
void describe(V& v, BoatWeighing& b) {
  v("id", b.id);
  v("date", b.date);
  v.list("supports", b.supports);
  v.object("found", b.found);
}

template <class V>
void describe(V& v, TrialLog& t) {
  v.list("checklist", t.ticks);
  v.list("bath_tests", t.bath_tests);
  v.list("weighings", t.weighings);
}

template <class V>
void describe(V& v, IgnoredFinding& f) {
  v("rule", f.rule);
  v("subject", f.id);
  double severity = f.severity;
  v("severity", severity, {0.0, 3.0});
  f.severity = static_cast<int>(severity);
  v("reason", f.reason);
  v("date", f.date);
}

template <class V>
void describe(V& v, Project& p) {
  v("name", p.name);
  v("notes", p.notes);
  v("next_id", p.next_id);
  v.object("brief", p.brief);
  v.object("hull", p.hull);
  v.object("drive", p.drive);
  v.object("steering", p.steering);
  v.object("layout", p.layout);
  v.object("cooling", p.cooling);
  v.object("sealing", p.sealing);
  v.object("trial", p.trial);
  v.list("ignored_findings", p.ignored);
}

std::string project_to_json(const Project& project) {
  Project copy = project;  // describe() takes fields by reference for both directions
  JsonWriter writer("", project.unknown);
  describe(writer, copy);
  Json body = writer.finish();
  Json out = Json::object();
  out["format"] = "plucky-hull";
  out["version"] = project_format_version;
  for (auto& [key, value] : body.items()) out[key] = value;
  return out.dump(1) + "\n";
}

Project project_from_json(const std::string& text) {
  Json json;
  try {
    json = Json::parse(text);
  } catch (const nlohmann::json::exception& e) {
    throw InvalidInput("boat.json", std::string("is not JSON: ") + e.what());
  }
  if (!json.is_object() || !json.contains("format") || json["format"] != "plucky-hull")
    throw InvalidInput("boat.json", "is not a boat of this program: the field \"format\" is missing");
  const auto version = json.find("version");
  if (version == json.end() || !version->is_number_integer()) throw InvalidInput("boat.json", "has no version number");
  if (version->get<int>() > project_format_version)
    throw InvalidInput("boat.json",
                       fmt::format("is of version {}; this program reads up to version {}: use a newer one",
                                   version->get<int>(), project_format_version));
  if (version->get<int>() < 1) throw InvalidInput("boat.json", fmt::format("has version {}", version->get<int>()));
  if (version->get<int>() < 2) bring_up_from_1(json);
  json.erase("format");
  json.erase("version");
  Project project;
  JsonReader reader(json, "", project.unknown);
  describe(reader, project);
  reader.keep_rest();
  check_project(project);
  return project;
}

}  // namespace plucky
