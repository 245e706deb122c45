#include "project/json.h"

#include "base/error.h"
#include "project/earlier_versions.h"
#include "project/project_fields.h"

namespace plucky {

void check_fields(const Project& project) {
  Project copy = project;  // describe() takes fields by reference for both directions
  FieldCheck check("");
  describe(check, copy);
}

std::string project_to_json(const Project& project) {
  check_project(project);
  Project copy = project;
  JsonWriter writer("", project.unknown);
  describe(writer, copy);
  Json body = writer.finish();
  Json out = Json::object();
  out["format"] = "plucky-hull";
  out["version"] = project_format_version;
  for (auto& [key, value] : body.items()) out[key] = value;
  return out.dump(1) + "\n";
}

namespace {

void check_version(const Json& json) {
  const auto version = json.find("version");
  if (version == json.end() || !version->is_number_integer()) throw InvalidInput("boat.json", "has no version number");
  const bool beyond = version->is_number_unsigned() && version->get<std::uint64_t>() > project_format_version;
  if (beyond)
    throw InvalidInput("boat.json", Text("is of version {0}; this program reads up to version {1}: use a newer one",
                                         version->get<std::uint64_t>(), project_format_version));
  if (version->get<std::int64_t>() < 1)
    throw InvalidInput("boat.json", Text("has version {0}", version->get<std::int64_t>()));
}

}  // namespace

Project project_from_json(const std::string& text) {
  Json json = parse_json(text, "boat.json");
  if (!json.is_object() || !json.contains("format") || json["format"] != "plucky-hull")
    throw InvalidInput("boat.json", "is not a boat of this program: the field \"format\" is missing");
  check_version(json);
  const int version = json["version"].get<int>();
  json.erase("format");
  json.erase("version");
  Project project;
  mark_earlier_aerials(json);
  const auto earlier = take_earlier_drive(json, version, project.unknown);
  const auto earlier_steering = take_earlier_steering(json, version, project.unknown);
  JsonReader reader(json, "", project.unknown);
  describe(reader, project);
  reader.keep_rest();
  if (earlier) adopt_earlier_drive(project, *earlier);
  if (earlier_steering) adopt_earlier_steering(project, *earlier_steering);
  check_project(project);
  // What putting an earlier boat in order took out leaves its unknown fields nowhere to stand: those that a file keeps
  // stay.
  if (earlier || earlier_steering) project.unknown = project_from_json(project_to_json(project)).unknown;
  return project;
}

}  // namespace plucky
