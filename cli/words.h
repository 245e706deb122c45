// Words of the command line into numbers and lists, and answers that may not exist.
#pragma once

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include "io/units.h"

namespace plucky {

/// In English and metric units.
template <class Json>
void to_json(Json& json, const Text& text) {
  json = say(text, UnitSystem::metric);
}

}  // namespace plucky

namespace plucky::cli {

[[nodiscard]] inline std::string english(const Text& text) {
  return say(text, UnitSystem::metric);
}

/// A number that is known, else null.
[[nodiscard]] inline nlohmann::ordered_json known(const std::optional<double>& value) {
  return value ? nlohmann::ordered_json(*value) : nlohmann::ordered_json();
}

/// An answer that does not exist is null, never a number.
[[nodiscard]] inline nlohmann::ordered_json when(bool exists, double value) {
  return exists ? nlohmann::ordered_json(value) : nlohmann::ordered_json();
}
/// Throws InvalidInput naming `where` for what is no finite number.
[[nodiscard]] double number(const std::string& text, const std::string& where);
[[nodiscard]] std::vector<std::string> split(const std::string& text, char by);

}  // namespace plucky::cli
