#include "project/catalogue.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/error.h"
#include "project/drive_fields.h"

namespace plucky {

namespace embedded {
extern const char* const catalogue_json;
}

namespace {

const Json& list_at(const Json& json, const char* key) {
  const auto it = json.find(key);
  if (it == json.end() || !it->is_array()) throw InvalidInput(std::string("catalogue/") + key, "wants a list");
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
  v("size_m", e.part.size, {1e-4, 10.0});
  v("mass_kg", e.part.mass, {0.0, 100.0});
  v("mass_sigma_kg", e.part.mass_sigma, {0.0, 100.0});
  v("measured_mass_kg", e.part.measured_mass, {0.0, 100.0});
  v("may_get_wet", e.part.may_get_wet);
  v("outside", e.part.outside);
  v("lithium", e.part.lithium);
}

Drive with_preset(const Drive& drive, const DrivePreset& preset) {
  Drive out = drive;
  DrivePart part{out, preset.group};
  UnknownFields unknown;
  JsonReader v(preset.numbers, preset.name, unknown);
  describe(v, part);
  v.keep_rest();
  if (!unknown.empty()) throw InvalidInput(unknown.begin()->first, "is not a number of this part");
  check_drive(out);
  return out;
}

DrivePreset preset_of(const Drive& drive, DriveGroup group, const std::string& name) {
  Drive copy = drive;
  DrivePart part{copy, group};
  const UnknownFields none;
  JsonWriter v("", none);
  describe(v, part);
  return {name, group, v.finish()};
}

namespace {

DrivePreset read_preset(const Json& item, const std::string& where) {
  UnknownFields unknown;
  JsonReader v(item, where, unknown);
  DrivePreset p;
  v("name", p.name);
  v.choice("part", p.group, drive_group_key, drive_group_from_key);
  if (item.contains("numbers")) p.numbers = item["numbers"];
  if (!p.numbers.is_object()) throw InvalidInput(where + "/numbers", "wants an object");
  try {
    (void)with_preset({}, p);
  } catch (const InvalidInput& e) {
    throw e.within(where + "/numbers");
  }
  return p;
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
      catalogue.drive_parts.push_back(read_preset(item, fmt::format("catalogue/drive_parts/{}", index++)));
  if (!json.contains("materials")) return catalogue;  // the builder's own parts come without
  index = 0;
  for (const Json& item : list_at(json, "materials")) {
    JsonReader v(item, fmt::format("catalogue/materials/{}", index++), unknown);
    Material m;
    v("name", m.name);
    v("density_kg_m3", m.density, {1.0, 30000.0});
    v("shell_thickness_m", m.shell_thickness, {0.0, 0.1});
    v("deck_thickness_m", m.deck_thickness, {0.0, 0.1});
    catalogue.materials.push_back(std::move(m));
  }
  return catalogue;
}

std::string parts_to_json(std::vector<CatalogueEntry> parts, const std::vector<DrivePreset>& drive_parts) {
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
  out["drive_parts"] = Json::array();
  for (const DrivePreset& p : drive_parts)
    out["drive_parts"].push_back({{"name", p.name}, {"part", drive_group_key(p.group)}, {"numbers", p.numbers}});
  return out.dump(1) + "\n";
}

const Catalogue& builtin_catalogue() {
  static const Catalogue catalogue = catalogue_from_json(embedded::catalogue_json);
  return catalogue;
}

const CatalogueEntry* Catalogue::find(const std::string& name) const {
  const auto it = std::find_if(parts.begin(), parts.end(), [&](const auto& e) { return e.part.name == name; });
  return it == parts.end() ? nullptr : &*it;
}

const Material* Catalogue::find_material(const std::string& name) const {
  const auto it = std::find_if(materials.begin(), materials.end(), [&](const auto& m) { return m.name == name; });
  return it == materials.end() ? nullptr : &*it;
}

}  // namespace plucky
