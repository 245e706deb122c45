#include "project/json_fields.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {
constexpr std::size_t longest_text = 100000;
constexpr std::size_t longest_list = 5000;
}  // namespace

JsonReader::JsonReader(const Json& json, std::string path, UnknownFields& unknown)
    : json_(json), path_(std::move(path)), unknown_(unknown) {
  if (!json_.is_object())
    throw InvalidInput(path_.empty() ? "/" : path_, fmt::format("is {}, wants an object", json_.type_name()));
}

void JsonReader::refuse(const char* key, const std::string& reason) const {
  throw InvalidInput(path_ + "/" + key, reason);
}

const Json* JsonReader::take(const char* key) {
  taken_.emplace_back(key);
  const auto it = json_.find(key);
  return it == json_.end() ? nullptr : &*it;
}

void JsonReader::operator()(const char* key, double& value, Allowed allowed) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_number()) refuse(key, fmt::format("is {}, wants a number", child->type_name()));
  const double number = child->get<double>();
  if (!(std::isfinite(number) && number >= allowed.low && number <= allowed.high))
    refuse(key, fmt::format("is {}, wants {} to {}", number, allowed.low, allowed.high));
  value = number;
}

void JsonReader::operator()(const char* key, std::optional<double>& value, Allowed allowed) {
  double number = 0.0;
  const bool given = json_.contains(key);
  (*this)(key, number, allowed);
  if (given) value = number;
}

void JsonReader::operator()(const char* key, bool& value) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_boolean()) refuse(key, fmt::format("is {}, wants true or false", child->type_name()));
  value = child->get<bool>();
}

void JsonReader::operator()(const char* key, std::string& value) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_string()) refuse(key, fmt::format("is {}, wants text", child->type_name()));
  value = child->get<std::string>();
  if (value.size() > longest_text)
    refuse(key, fmt::format("is {} bytes long, wants at most {}", value.size(), longest_text));
}

void JsonReader::operator()(const char* key, Id& value) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_number_unsigned() || child->get<std::uint64_t>() > 1'000'000'000u)
    refuse(key, "wants a whole number from 0 to 1000000000");
  value = child->get<Id>();
}

Vec3 JsonReader::point(const char* key, const Json& list, Allowed allowed) const {
  if (!list.is_array() || list.size() != 3) refuse(key, "wants a list of three numbers");
  Vec3 value;
  for (int axis = 0; axis < 3; ++axis) {
    const Json& item = list[static_cast<std::size_t>(axis)];
    if (!item.is_number()) refuse(key, fmt::format("holds {}, wants three numbers", item.type_name()));
    const double number = item.get<double>();
    if (!(std::isfinite(number) && number >= allowed.low && number <= allowed.high))
      refuse(key, fmt::format("holds {}, wants {} to {}", number, allowed.low, allowed.high));
    value[axis] = number;
  }
  return value;
}

void JsonReader::operator()(const char* key, Vec3& value, Allowed allowed) {
  if (const Json* child = take(key)) value = point(key, *child, allowed);
}

void JsonReader::operator()(const char* key, std::vector<Vec3>& values, Allowed allowed) {
  const Json* child = take(key);
  if (!child) return;
  check_list(key, *child);
  values.clear();
  for (const Json& item : *child) values.push_back(point(key, item, allowed));
}

void JsonReader::check_list(const char* key, const Json& list) const {
  if (!list.is_array()) refuse(key, fmt::format("is {}, wants a list", list.type_name()));
  if (list.size() > longest_list)
    refuse(key, fmt::format("has {} entries, wants at most {}", list.size(), longest_list));
}

std::string JsonReader::item_path(const char* key, const Json& item, std::size_t index) const {
  const auto id = item.is_object() ? item.find("id") : item.end();
  if (item.is_object() && id != item.end() && id->is_number_unsigned())
    return fmt::format("{}/{}/#{}", path_, key, id->get<std::uint64_t>());
  return fmt::format("{}/{}/{}", path_, key, index);
}

void JsonReader::keep_rest() {
  for (const auto& [key, value] : json_.items())
    if (std::find(taken_.begin(), taken_.end(), key) == taken_.end())
      unknown_[path_ + "/" + key] = nlohmann::json(value);
}

Json JsonWriter::finish() {
  // Unknown fields of exactly this object: one step below its path.
  for (auto it = unknown_.lower_bound(path_ + "/"); it != unknown_.end(); ++it) {
    if (it->first.compare(0, path_.size() + 1, path_ + "/") != 0) break;
    const std::string key = it->first.substr(path_.size() + 1);
    if (key.find('/') == std::string::npos && !json_.contains(key)) json_[key] = Json(it->second);
  }
  return std::move(json_);
}

}  // namespace plucky
