// What goes wrong with input, in words. In: a name, a place, a reason. Out: one exception type for the whole core.
#pragma once

#include <stdexcept>
#include <string>

#include "base/text.h"

namespace plucky {

/// Input that cannot be used: a parameter outside its range, a broken file, a mesh that is not a hull.
///
/// `place` says where (a file and line, a JSON path, a parameter's name); `reason` says what was found and what was
/// allowed. what() joins both in English and SI: "place: reason"; sentence() is for people. Failure of a solver is not
/// an InvalidInput; solvers return a status.
class InvalidInput : public std::runtime_error {
 public:
  InvalidInput(Text place, Text reason)
      : std::runtime_error(plain(joined(place, reason))), place_(std::move(place)), reason_(std::move(reason)) {}
  InvalidInput(std::string place, Text reason) : InvalidInput(Text(std::move(place)), std::move(reason)) {}
  InvalidInput(const char* place, Text reason) : InvalidInput(Text(place), std::move(reason)) {}

  [[nodiscard]] const Text& place() const { return place_; }
  [[nodiscard]] const Text& reason() const { return reason_; }
  [[nodiscard]] Text sentence() const { return joined(place_, reason_); }

  /// The same complaint seen from further out, e.g. with the file's name put before the JSON path.
  [[nodiscard]] InvalidInput within(const Text& outer) const { return {joined(outer, place_), reason_}; }
  [[nodiscard]] InvalidInput within(const std::string& outer) const { return within(Text(outer)); }
  [[nodiscard]] InvalidInput within(const char* outer) const { return within(Text(outer)); }

 private:
  static Text joined(const Text& place, const Text& reason) {
    return place.empty() ? reason : reason.empty() ? place : Text("{0}: {1}", place, reason);
  }

  Text place_;
  Text reason_;
};

}  // namespace plucky
