// What goes wrong while a boat is built, and what is done about it. In: what was met, at which task. Out: the mending,
// as tasks of the order of work.
#pragma once

#include <array>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "base/id.h"
#include "base/text.h"
#include "build/cure.h"

namespace plucky {

enum class FaultKind { worn_thread, gap, warped_section, seam_leak, blocked_insert, pushed_bearing, coupler_bind };

/// A fault that was met while building.
struct MetFault {
  Id id = 0;
  FaultKind kind = FaultKind::gap;
  std::string task;  ///< key of the one at which it was met
  std::string date;  ///< ISO day
  bool operator==(const MetFault&) const = default;
};

struct FaultType {
  FaultKind value;
  const char* key;
  const char* name;
  const char* mending;  ///< what to do, a sentence
  double hands;         ///< s; common practice, no source
  std::optional<Product> product;
  const char* caution;
  bool test_again;                   ///< the test at which it showed is done once more
  std::array<const char*, 4> tasks;  ///< beginnings of the keys of tasks at which it is met; empty ones end the list
};
[[nodiscard]] std::span<const FaultType> fault_types();
[[nodiscard]] const FaultType& type_of(FaultKind kind);
[[nodiscard]] const char* fault_key(FaultKind kind);
/// Throws InvalidInput with the choices.
[[nodiscard]] FaultKind fault_from_key(const std::string& key);

/// Is it met at a task of this key?
[[nodiscard]] bool is_met_at(FaultKind kind, const std::string& task);

}  // namespace plucky
