// Enumerations with a key for files and a name for people. In: a table. Out: key, name, and back with the choices
// named.
#pragma once

#include <array>
#include <string>

#include "base/error.h"

namespace plucky {

/// One choice. Tables list every value of the enumeration.
template <class E>
struct KeyRow {
  E value;
  const char* key;
  const char* name;
};

template <class E, std::size_t N>
[[nodiscard]] const KeyRow<E>& row_of(const std::array<KeyRow<E>, N>& table, E value) {
  for (const auto& row : table)
    if (row.value == value) return row;
  throw InvalidInput("choice", "is not in its table");
}

/// Throws InvalidInput naming `what` and all choices when the key is none of them.
template <class Table>
[[nodiscard]] auto value_of(const Table& table, const char* what, const std::string& key) {
  std::string choices;
  for (const auto& row : table) {
    if (key == row.key) return row.value;
    choices += choices.empty() ? row.key : std::string(", ") + row.key;
  }
  throw InvalidInput(what, Text("\"{0}\" is not one of {1}", key, choices));
}

}  // namespace plucky
