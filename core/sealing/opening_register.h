// Collects the openings of one boat: what stands in it adds its own.
#pragma once

#include <string>
#include <vector>

#include "sealing/openings.h"

namespace plucky {

struct OpeningRegister {
  const SealInput& in;
  std::vector<SealOpening> all;

  /// Adds one with its inner end where it is; `width` and `place` in m. The reference lasts until the next one.
  SealOpening& add(OpeningKind kind, const std::string& key, const Text& name, const Vec3& place, double width,
                   Id subject = 0, std::uint32_t count = 1);
  [[nodiscard]] static std::string keyed(OpeningKind kind, Id id);
};

}  // namespace plucky
