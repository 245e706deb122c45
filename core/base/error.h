// What goes wrong with input, in words. In: a name, a place, a reason. Out: one exception type for the whole core.
#pragma once

#include <stdexcept>
#include <string>

namespace plucky {

/// Input that cannot be used: a parameter outside its range, a broken file, a mesh that is not a hull.
///
/// `place` says where (a file and line, a JSON path, a parameter's key); `reason` says what was found and what was
/// allowed. what() joins both: "place: reason". Failure of a solver is not an InvalidInput; solvers return a status.
class InvalidInput : public std::runtime_error {
 public:
  InvalidInput(std::string place, std::string reason)
      : std::runtime_error(place.empty() ? reason : place + ": " + reason),
        place_(std::move(place)),
        reason_(std::move(reason)) {}

  [[nodiscard]] const std::string& place() const { return place_; }
  [[nodiscard]] const std::string& reason() const { return reason_; }

  /// The same complaint seen from further out, e.g. with the file's name put before the JSON path.
  [[nodiscard]] InvalidInput within(const std::string& outer) const {
    return {place_.empty() ? outer : outer + ": " + place_, reason_};
  }

 private:
  std::string place_;
  std::string reason_;
};

}  // namespace plucky
