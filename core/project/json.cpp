#include "project/json.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/error.h"
#include "project/json_fields.h"

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
  v("salt_water", b.salt_water);
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
void describe(V& v, Layout& l) {
  v.list("rails", l.rails);
  v.list("parts", l.parts);
}

template <class V>
void describe(V& v, Project& p) {
  v("name", p.name);
  v("notes", p.notes);
  v("next_id", p.next_id);
  v.object("brief", p.brief);
  v.object("hull", p.hull);
  v.object("layout", p.layout);
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
