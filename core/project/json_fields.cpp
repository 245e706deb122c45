#include "project/json_fields.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

constexpr Id greatest_id = 1'000'000'000u;
/// Deeper nesting than any boat has; what prints or compares JSON goes down as far on the stack.
constexpr int deepest = 64;

/// Is the text well-formed UTF-8? JSON holds nothing else, and its library decides.
bool is_utf8(const std::string& text) {
  try {
    (void)Json(text).dump();
    return true;
  } catch (const Json::type_error&) {
    return false;
  }
}

}  // namespace

Json parse_json(const std::string& text, const std::string& place) {
  const auto shallow = [&](int depth, Json::parse_event_t, Json&) {
    if (depth > deepest) throw InvalidInput(place, Text("is nested more than {0} levels deep", deepest));
    return true;
  };
  try {
    return Json::parse(text, shallow);
  } catch (const Json::exception& e) {
    const auto* parse_error = dynamic_cast<const Json::parse_error*>(&e);
    const std::size_t at = std::min(parse_error && parse_error->byte > 0 ? parse_error->byte - 1 : 0, text.size());
    const auto here = text.begin() + static_cast<std::ptrdiff_t>(at);
    const auto line_start = std::find(std::reverse_iterator(here), text.rend(), '\n').base();
    throw InvalidInput(
        Text("{0}, line {1}, column {2}", place, 1 + std::count(text.begin(), here, '\n'), 1 + (here - line_start)),
        "is not JSON here");
  }
}

std::string path_step(const std::string& key) {
  std::string out;
  for (const char c : key) out += c == '~' ? std::string("~0") : c == '/' ? std::string("~1") : std::string(1, c);
  return out;
}

void check_number(double number, Allowed allowed) {
  if (!(std::isfinite(number) && number >= allowed.low && number <= allowed.high))
    throw InvalidInput("", Text("is {0}; allowed: {1} to {2}", number, allowed.low, allowed.high));
}

void check_text(const std::string& text) {
  if (text.size() > longest_text)
    throw InvalidInput("", Text("is {0} bytes long; allowed: at most {1}", text.size(), longest_text));
  if (!is_utf8(text)) throw InvalidInput("", "is not text in UTF-8");
}

void check_list_size(std::size_t size) {
  if (size > longest_list) throw InvalidInput("", Text("has {0} entries; allowed: at most {1}", size, longest_list));
}

void FieldCheck::operator()(const char* key, const double& value, Allowed allowed) const {
  at(key, [&] { check_number(value, allowed); });
}

void FieldCheck::operator()(const char* key, const std::string& value) const {
  at(key, [&] { check_text(value); });
}

void FieldCheck::operator()(const char* key, const Id& value) const {
  at(key, [&] { check_number(value, {0.0, greatest_id}); });
}

void FieldCheck::operator()(const char* key, const Vec3& value, Allowed allowed) const {
  at(key, [&] {
    for (const double v : value) check_number(v, allowed);
  });
}

void FieldCheck::operator()(const char* key, const std::vector<Vec3>& values, Allowed allowed) const {
  at(key, [&] { check_list_size(values.size()); });
  for (const Vec3& v : values) (*this)(key, v, allowed);
}

JsonReader::JsonReader(const Json& json, std::string path, UnknownFields& unknown)
    : json_(json), path_(std::move(path)), unknown_(unknown) {
  if (!json_.is_object())
    throw InvalidInput(path_.empty() ? "/" : path_, Text("is {0}, must be an object", json_.type_name()));
}

void JsonReader::refuse(const char* key, const Text& reason) const {
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
  if (!child->is_number()) refuse(key, Text("is {0}, must be a number", child->type_name()));
  const double number = child->get<double>();
  guarded(key, [&] { check_number(number, allowed); });
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
  if (!child->is_boolean()) refuse(key, Text("is {0}, must be true or false", child->type_name()));
  value = child->get<bool>();
}

void JsonReader::operator()(const char* key, std::string& value) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_string()) refuse(key, Text("is {0}, must be text", child->type_name()));
  value = child->get<std::string>();
  guarded(key, [&] { check_text(value); });
}

void JsonReader::operator()(const char* key, Id& value) {
  const Json* child = take(key);
  if (!child) return;
  if (!child->is_number_unsigned() || child->get<std::uint64_t>() > greatest_id)
    refuse(key, "must be a whole number from 0 to 1000000000");
  value = child->get<Id>();
}

void JsonReader::operator()(const char* key, std::vector<Id>& values) {
  const Json* child = take(key);
  if (!child) return;
  check_list(key, *child);
  values.clear();
  for (const Json& item : *child) {
    if (!item.is_number_unsigned() || item.get<std::uint64_t>() > greatest_id)
      refuse(key, "must be whole numbers from 0 to 1000000000");
    values.push_back(item.get<Id>());
  }
}

Vec3 JsonReader::point(const char* key, const Json& list, Allowed allowed) const {
  if (!list.is_array() || list.size() != 3) refuse(key, "must be a list of three numbers");
  Vec3 value;
  for (int axis = 0; axis < 3; ++axis) {
    const Json& item = list[static_cast<std::size_t>(axis)];
    if (!item.is_number()) refuse(key, Text("holds {0}, must be three numbers", item.type_name()));
    const double number = item.get<double>();
    guarded(key, [&] { check_number(number, allowed); });
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
  if (!list.is_array()) refuse(key, Text("is {0}, must be a list", list.type_name()));
  guarded(key, [&] { check_list_size(list.size()); });
}

std::string JsonReader::item_path(const char* key, const Json& item, std::size_t index) const {
  const auto number = [&](const char* name) -> std::optional<std::uint64_t> {
    const auto it = item.is_object() ? item.find(name) : item.end();
    if (!item.is_object() || it == item.end() || !it->is_number_unsigned()) return std::nullopt;
    return it->get<std::uint64_t>();
  };
  if (const auto id = number("id")) return fmt::format("{}/{}/#{}", path_, key, *id);
  if (const auto subject = number("subject"); subject && item.contains("rule") && item["rule"].is_string())
    return fmt::format("{}/{}/{}#{}", path_, key, path_step(item["rule"].get<std::string>()), *subject);
  return fmt::format("{}/{}/{}", path_, key, index);
}

void JsonReader::keep_rest() {
  for (const auto& [key, value] : json_.items())
    if (std::find(taken_.begin(), taken_.end(), key) == taken_.end())
      unknown_[path_ + "/" + path_step(key)] = nlohmann::json(value);
}

namespace {

/// Back from path_step().
std::string key_of(const std::string& step) {
  std::string key;
  for (std::size_t i = 0; i < step.size(); ++i)
    if (step[i] == '~' && i + 1 < step.size())
      key += step[++i] == '1' ? '/' : '~';
    else
      key += step[i];
  return key;
}

}  // namespace

Json JsonWriter::finish() {
  // Unknown fields of exactly this object: one step below its path.
  for (auto it = unknown_.lower_bound(path_ + "/"); it != unknown_.end(); ++it) {
    if (it->first.compare(0, path_.size() + 1, path_ + "/") != 0) break;
    const std::string step = it->first.substr(path_.size() + 1);
    if (step.find('/') != std::string::npos) continue;
    const std::string key = key_of(step);
    if (!json_.contains(key)) json_[key] = Json(it->second);
  }
  return std::move(json_);
}

}  // namespace plucky
