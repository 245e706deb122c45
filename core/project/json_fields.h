// One description of each struct's fields serves reading, checking and writing. See json.cpp for the descriptions.
#pragma once

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include "base/error.h"
#include "geometry/vec.h"
#include "project/project.h"

namespace plucky {

using Json = nlohmann::ordered_json;

/// Allowed values of a number.
struct Allowed {
  double low = -1e6, high = 1e6;
};

/// Bytes of a text and entries of a list, at most.
inline constexpr std::size_t longest_text = 100000, longest_list = 5000;

/// The text as JSON. Throws InvalidInput with line and column, and for nesting of more than 64 levels.
[[nodiscard]] Json parse_json(const std::string& text, const std::string& place);

/// A key as one step of a path: "/" and "~" written as in a JSON pointer (RFC 6901), so that no key looks like two.
[[nodiscard]] std::string path_step(const std::string& key);
/// Step of a list's entry: by its permanent number, which stays when others come and go; by its index where entries
/// have none.
template <class T>
[[nodiscard]] std::string item_step(const T& item, std::size_t index) {
  if constexpr (requires { item.id; })
    return "#" + std::to_string(item.id);
  else
    return std::to_string(index);
}
/// Ignored findings are known by what they ignore.
[[nodiscard]] inline std::string item_step(const IgnoredFinding& f, std::size_t) {
  return path_step(f.rule) + "#" + std::to_string(f.id);
}
/// Throws InvalidInput("", reason) unless the value may stand in a file.
void check_number(double value, Allowed allowed);
void check_text(const std::string& text);
void check_list_size(std::size_t size);

/// Fills structs from JSON. Missing fields keep their defaults; wrong types and values outside their range throw
/// InvalidInput with the JSON path; fields nobody asked for are kept in `unknown`.
class JsonReader {
 public:
  JsonReader(const Json& json, std::string path, UnknownFields& unknown);

  void operator()(const char* key, double& value, Allowed allowed = {});
  void operator()(const char* key, bool& value);
  void operator()(const char* key, std::string& value);
  void operator()(const char* key, Id& value);
  void operator()(const char* key, Vec3& value, Allowed allowed = {});
  void operator()(const char* key, std::optional<double>& value, Allowed allowed = {});
  void operator()(const char* key, std::vector<Vec3>& values, Allowed allowed = {});
  void operator()(const char* key, std::vector<Id>& values);

  /// An enumeration through its key functions.
  template <class E>
  void choice(const char* key, E& value, const char* (*)(E), E (*from)(const std::string&)) {
    std::string text;
    (*this)(key, text);
    if (json_.contains(key)) value = guarded(key, [&] { return from(text); });
  }

  /// A nested object or list of objects, each with its own describe() function.
  template <class T>
  void object(const char* key, T& value) {
    if (const Json* child = take(key)) {
      JsonReader reader(*child, path_ + "/" + key, unknown_);
      describe(reader, value);
      reader.keep_rest();
    }
  }
  template <class T>
  void object(const char* key, std::optional<T>& value) {
    if (json_.contains(key)) object(key, value.emplace());
  }
  /// An object that need not be there; `present` tells.
  template <class T>
  void maybe(const char* key, bool& present, T& value) {
    present = json_.contains(key);
    if (present) object(key, value);
  }
  template <class T>
  void list(const char* key, std::vector<T>& values) {
    const Json* child = take(key);
    if (!child) return;
    check_list(key, *child);
    values.clear();
    for (std::size_t i = 0; i < child->size(); ++i) {
      JsonReader reader((*child)[i], item_path(key, (*child)[i], i), unknown_);
      T value;
      describe(reader, value);
      reader.keep_rest();
      values.push_back(std::move(value));
    }
  }

  /// Stores the fields that were not asked for. Call last.
  void keep_rest();

 private:
  const Json* take(const char* key);
  [[nodiscard]] Vec3 point(const char* key, const Json& list, Allowed allowed) const;
  [[noreturn]] void refuse(const char* key, const Text& reason) const;
  void check_list(const char* key, const Json& list) const;
  [[nodiscard]] std::string item_path(const char* key, const Json& item, std::size_t index) const;
  template <class F>
  auto guarded(const char* key, F f) const {
    try {
      return f();
    } catch (const InvalidInput& e) {
      throw e.within(path_ + "/" + key);
    }
  }

  const Json& json_;
  std::string path_;
  UnknownFields& unknown_;
  std::vector<std::string> taken_;
};

/// The same calls, writing.
class JsonWriter {
 public:
  JsonWriter(std::string path, const UnknownFields& unknown) : path_(std::move(path)), unknown_(unknown) {}

  void operator()(const char* key, const double& value, Allowed = {}) { json_[key] = value; }
  void operator()(const char* key, const bool& value) { json_[key] = value; }
  void operator()(const char* key, const std::string& value) { json_[key] = value; }
  void operator()(const char* key, const Id& value) { json_[key] = value; }
  void operator()(const char* key, const Vec3& value, Allowed = {}) { json_[key] = {value.x(), value.y(), value.z()}; }
  void operator()(const char* key, const std::optional<double>& value, Allowed = {}) {
    if (value) json_[key] = *value;
  }
  void operator()(const char* key, const std::vector<Vec3>& values, Allowed = {}) {
    json_[key] = Json::array();
    for (const Vec3& v : values) json_[key].push_back({v.x(), v.y(), v.z()});
  }
  void operator()(const char* key, const std::vector<Id>& values) { json_[key] = values; }
  template <class E>
  void choice(const char* key, const E& value, const char* (*name)(E), E (*)(const std::string&)) {
    json_[key] = name(value);
  }
  template <class T>
  void maybe(const char* key, const bool& present, T& value) {
    if (present) object(key, value);
  }
  template <class T>
  void object(const char* key, T& value) {
    JsonWriter writer(path_ + "/" + key, unknown_);
    describe(writer, value);
    json_[key] = writer.finish();
  }
  template <class T>
  void object(const char* key, std::optional<T>& value) {
    if (value) object(key, *value);
  }
  template <class T>
  void list(const char* key, std::vector<T>& values) {
    Json out = Json::array();
    for (std::size_t i = 0; i < values.size(); ++i) {
      JsonWriter writer(path_ + "/" + key + "/" + item_step(values[i], i), unknown_);
      describe(writer, values[i]);
      out.push_back(writer.finish());
    }
    json_[key] = std::move(out);
  }

  /// The object with its unknown fields put back.
  [[nodiscard]] Json finish();

 private:
  std::string path_;
  const UnknownFields& unknown_;
  Json json_ = Json::object();
};

/// The same calls, checking: what an edit, a paste or a command made must be what a file can hold. Throws InvalidInput
/// with the path.
class FieldCheck {
 public:
  explicit FieldCheck(std::string path) : path_(std::move(path)) {}

  void operator()(const char* key, const double& value, Allowed allowed = {}) const;
  void operator()(const char*, const bool&) const {}
  void operator()(const char* key, const std::string& value) const;
  void operator()(const char* key, const Id& value) const;
  void operator()(const char* key, const Vec3& value, Allowed allowed = {}) const;
  void operator()(const char* key, const std::optional<double>& value, Allowed allowed = {}) const {
    if (value) (*this)(key, *value, allowed);
  }
  void operator()(const char* key, const std::vector<Vec3>& values, Allowed allowed = {}) const;
  void operator()(const char* key, const std::vector<Id>& values) const {
    at(key, [&] { check_list_size(values.size()); });
    for (const Id id : values) (*this)(key, id);
  }
  template <class T>
  void maybe(const char* key, const bool& present, T& value) const {
    if (present) object(key, value);
  }
  template <class E>
  void choice(const char*, const E& value, const char* (*name)(E), E (*)(const std::string&)) const {
    (void)name(value);  // throws for a value that is not in its table
  }
  template <class T>
  void object(const char* key, T& value) const {
    FieldCheck inner(path_ + "/" + key);
    describe(inner, value);
  }
  template <class T>
  void object(const char* key, std::optional<T>& value) const {
    if (value) object(key, *value);
  }
  template <class T>
  void list(const char* key, std::vector<T>& values) const {
    at(key, [&] { check_list_size(values.size()); });
    for (std::size_t i = 0; i < values.size(); ++i) {
      FieldCheck inner(path_ + "/" + key + "/" + item_step(values[i], i));
      describe(inner, values[i]);
    }
  }

 private:
  template <class F>
  void at(const char* key, F check) const {
    try {
      check();
    } catch (const InvalidInput& e) {
      throw e.within(path_ + "/" + key);
    }
  }
  std::string path_;
};

}  // namespace plucky
