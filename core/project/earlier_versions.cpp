#include "project/earlier_versions.h"

#include <fmt/format.h>

#include "base/error.h"
#include "layout/component.h"
#include "project/drive_fields.h"

namespace plucky {

namespace {

constexpr DriveGroup groups[] = {DriveGroup::battery, DriveGroup::esc,     DriveGroup::motor, DriveGroup::gearing,
                                 DriveGroup::coupler, DriveGroup::shaft,   DriveGroup::pod,   DriveGroup::jet,
                                 DriveGroup::screw,   DriveGroup::fittings};

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
      if (drive.contains(part) && !drive[part].is_object())
        throw InvalidInput(std::string("/drive/") + part, Text("is {0}; allowed: an object", drive[part].type_name()));
      drive[part][key] = drive[key];
      drive.erase(key);
    }
}

/// As versions 1 and 2 told it.
template <class V>
void describe_earlier(V& v, Drive& d) {
  v.choice("propulsor", d.propulsor, propulsor_key, propulsor_from_key);
  v.choice("mounting", d.mounting, mounting_key, mounting_from_key);
  Id count = d.count;
  v("count", count);
  if (count < 1 || count > 4) throw InvalidInput("/drive/count", Text("is {0}; allowed: 1 to 4", count));
  d.count = count;
  DrivePart use{d, DriveGroup::drive};
  describe(v, use);
  for (const DriveGroup group : groups) {
    DrivePart part{d, group};
    v.object(drive_group_key(group), part);
  }
}

/// Where the fields of a part of the drive stand now.
std::string place_now(const Project& p, DriveGroup group) {
  if (group == DriveGroup::fittings) return "/fittings";
  if (p.drives.empty()) return {};
  for (const Id id : p.drives.front().components)
    if (group_of(p.layout.component(id)->kind) == group)
      return fmt::format("/layout/{}/#{}/data", p.layout.find(id) ? "parts" : "unplaced", id);
  return {};
}

}  // namespace

void mark_earlier_aerials(Json& boat) {
  const auto hull = boat.find("hull");
  if (hull == boat.end() || !hull->is_object()) return;
  const auto openings = hull->find("openings");
  if (openings == hull->end() || !openings->is_array()) return;
  for (Json& o : *openings) {
    if (!o.is_object() || o.contains("for_aerial") || !o.contains("name") || !o["name"].is_string()) continue;
    if (o["name"].get<std::string>().find("erial") != std::string::npos) o["for_aerial"] = true;
  }
}

std::optional<Drive> take_earlier_drive(Json& boat, int version, UnknownFields& unknown) {
  if (version >= 3) return std::nullopt;
  if (version < 2) bring_up_from_1(boat);
  Drive drive;
  const auto it = boat.find("drive");
  if (it == boat.end()) return drive;
  const Json json = *it;
  boat.erase("drive");
  JsonReader reader(json, "/drive", unknown);
  describe_earlier(reader, drive);
  reader.keep_rest();
  return drive;
}

std::optional<Steering> take_earlier_steering(Json& boat, int version, UnknownFields& unknown) {
  const auto it = boat.find("steering");
  if (it == boat.end() || !it->is_object()) return std::nullopt;
  Json moved = Json::object();
  const auto take = [&](const char* key) {
    if (!it->contains(key)) return;
    moved[key] = (*it)[key];
    it->erase(key);
  };
  take("rudders");
  for (const SteeringNumber& n : steering_numbers())
    if (n.owner) take(n.key);
  if (moved.empty() && version >= 3) return std::nullopt;
  Steering s;
  JsonReader reader(moved, "/steering", unknown);
  for (const SteeringRole role : {SteeringRole::rudder, SteeringRole::servo}) {
    SteeringPart part{s, role};
    describe(reader, part);
  }
  return s;
}

void adopt_earlier_steering(Project& p, const Steering& steering) {
  Steering s{p.steering_use, steering.rudder, steering.servo};
  set_steering(p, s);
}

void adopt_earlier_drive(Project& p, const Drive& drive) {
  set_drive(p, drive);
  UnknownFields moved;
  for (auto it = p.unknown.begin(); it != p.unknown.end();) {
    const std::string& place = it->first;
    if (place.rfind("/drive/", 0) != 0) {
      ++it;
      continue;
    }
    const std::string rest = place.substr(6);
    std::string now = p.drives.empty() ? "/fittings" + rest : fmt::format("/drives/#{}{}", p.drives.front().id, rest);
    for (const DriveGroup group : groups) {
      const std::string prefix = fmt::format("/{}/", drive_group_key(group));
      if (rest.rfind(prefix, 0) != 0) continue;
      const std::string to = place_now(p, group);
      if (!to.empty()) now = to + rest.substr(prefix.size() - 1);
    }
    moved.emplace(std::move(now), std::move(it->second));
    it = p.unknown.erase(it);
  }
  p.unknown.merge(moved);
}

}  // namespace plucky
