#include "project/catalogue.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <mutex>
#include <set>

#include "base/error.h"
#include "base/written.h"
#include "layout/kind.h"
#include "project/drive_fields.h"

namespace plucky {

namespace embedded {
extern const char* const catalogue_json;
}

namespace {

const Json& list_at(const Json& json, const char* key) {
  const auto it = json.find(key);
  if (it == json.end() || !it->is_array()) throw InvalidInput(std::string("catalogue/") + key, "must be a list");
  return *it;
}

}  // namespace

/// Fields of one entry, for reading and writing alike.
template <class V>
void describe(V& v, CatalogueEntry& e) {
  v("name", e.part.name);
  v("note", e.note);
  v.choice("kind", e.part.kind, part_kind_key, part_kind_from_key);
  v.choice("shape", e.part.shape, part_shape_key, part_shape_from_key);
  describe_data(v, e.part, {1e-4, 10.0});
  v("mass_kg", e.part.mass, {0.0, 100.0});
  v("mass_sigma_kg", e.part.mass_sigma, {0.0, 100.0});
  v("measured_mass_kg", e.part.measured_mass, {0.0, 100.0});
  v("may_get_wet", e.part.may_get_wet);
  v("outside", e.part.outside);
  v("lithium", e.part.lithium);
}

namespace {

/// Own collections of earlier versions kept the numbers of drive parts apart from the parts.
void take_earlier_numbers(Catalogue& catalogue, const Json& item, const std::string& where) {
  UnknownFields unknown;
  JsonReader v(item, where, unknown);
  CatalogueEntry e;
  DriveGroup group = DriveGroup::motor;
  v("name", e.part.name);
  v.choice("part", group, drive_group_key, drive_group_from_key);
  e.part.kind = kind_of(group);
  Drive drive;
  DrivePart numbers{drive, group};
  v.object("numbers", numbers);
  if (!unknown.empty()) throw InvalidInput(unknown.begin()->first, "is not a number of this part");
  e.part.data = data_of(drive, group);
  for (CatalogueEntry& known : catalogue.parts)
    if (known.part.name == e.part.name && known.part.kind == e.part.kind) {
      known.part.data = e.part.data;
      return take_size_from_data(known.part);
    }
  if (group != DriveGroup::battery && group != DriveGroup::esc) e.part.shape = PartShape::cylinder_x;
  take_size_from_data(e.part);
  catalogue.parts.push_back(std::move(e));
}

/// What ships with the program is said in the builder's language; a builder's own parts are called as they were typed.
Catalogue named_in(const LanguageOfNames& language, Catalogue catalogue) {
  const auto said = [&language](const std::string& english) {
    // Texts keep their words by address: those of the catalogue stay for good.
    static std::set<std::string> words;
    return language.written(words.insert(english).first->c_str());
  };
  for (CatalogueEntry& e : catalogue.parts) {
    e.key = e.part.name;
    e.part.name = said(e.key);
  }
  for (Material& m : catalogue.materials) m.name = said(m.key);
  return catalogue;
}

}  // namespace

Catalogue catalogue_from_json(const std::string& text) {
  const Json json = parse_json(text, "catalogue");
  if (!json.is_object()) throw InvalidInput("catalogue", "should be an object");
  Catalogue catalogue;
  UnknownFields unknown;
  std::size_t index = 0;
  for (const Json& item : list_at(json, "parts")) {
    JsonReader v(item, fmt::format("catalogue/parts/{}", index++), unknown);
    CatalogueEntry e;
    describe(v, e);
    catalogue.parts.push_back(std::move(e));
  }
  index = 0;
  if (json.contains("drive_parts"))
    for (const Json& item : list_at(json, "drive_parts"))
      take_earlier_numbers(catalogue, item, fmt::format("catalogue/drive_parts/{}", index++));
  // A number that a component does not have is a slip, not something of a later version.
  for (const auto& [place, value] : unknown)
    if (place.find("/data/") != std::string::npos) throw InvalidInput(place, "is not a number of this component");
  if (!json.contains("materials")) return catalogue;  // the builder's own parts come without
  index = 0;
  for (const Json& item : list_at(json, "materials")) {
    JsonReader v(item, fmt::format("catalogue/materials/{}", index++), unknown);
    Material m;
    v("name", m.name);
    m.key = m.name;
    v("density_kg_m3", m.density, {1.0, 30000.0});
    v("shell_thickness_m", m.shell_thickness, {0.0, 0.1});
    v("deck_thickness_m", m.deck_thickness, {0.0, 0.1});
    v("softens_c", m.softens, {0.0, 2000.0});
    catalogue.materials.push_back(std::move(m));
  }
  return catalogue;
}

std::string parts_to_json(std::vector<CatalogueEntry> parts) {
  Json list = Json::array();
  const UnknownFields none;
  for (CatalogueEntry& e : parts) {
    FieldCheck check(e.part.name);
    describe(check, e);
    JsonWriter writer("", none);
    describe(writer, e);
    list.push_back(writer.finish());
  }
  Json out = Json::object();
  out["about"] = "Own parts, kept across boats.";
  out["parts"] = std::move(list);
  return out.dump(1) + "\n";
}

const Catalogue& builtin_catalogue() {
  static std::mutex guard;
  static std::map<std::string, Catalogue> by_language;
  const LanguageOfNames language = language_of_names();
  const std::scoped_lock lock(guard);
  auto known = by_language.find(language.code);
  if (known == by_language.end())
    known = by_language.emplace(language.code, named_in(language, catalogue_from_json(embedded::catalogue_json))).first;
  return known->second;
}

const CatalogueEntry* Catalogue::find(const std::string& name) const {
  const auto it = std::find_if(parts.begin(), parts.end(),
                               [&](const auto& e) { return e.part.name == name || (!e.key.empty() && e.key == name); });
  return it == parts.end() ? nullptr : &*it;
}

Part swapped(const Part& part, const CatalogueEntry& entry) {
  Part now = entry.part;
  now.id = part.id;
  now.rail = part.rail;
  now.inside = part.inside;
  now.place_sigma = part.place_sigma;
  now.outside = part.outside;
  now.place = part.place;
  // A propeller keeps its shaft; what stands on the bottom keeps standing on it.
  if (!traits_of(part.kind).turns_in_line) now.place.z() += 0.5 * (now.size.z() - part.size.z());
  if (now.mass == 0.0) now.mass = part.mass, now.mass_sigma = part.mass_sigma;
  // Where a shaft, pod or jet lies is the boat's, what it is the catalogue's.
  if (auto* shaft = std::get_if<Shaft>(&now.data))
    if (const auto* was = std::get_if<Shaft>(&part.data)) {
      shaft->exit_x = was->exit_x;
      shaft->motor_tilt = was->motor_tilt;
      shaft->strut_angle = was->strut_angle;
      shaft->common_plate = was->common_plate;
    }
  return now;
}

const Material* Catalogue::find_material(const std::string& key) const {
  const auto it = std::find_if(materials.begin(), materials.end(), [&](const auto& m) { return m.key == key; });
  return it == materials.end() ? nullptr : &*it;
}

}  // namespace plucky
