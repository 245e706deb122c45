// The families by their files.
#pragma once

#include "hull/family.h"

namespace plucky {

[[nodiscard]] Family deep_v_family();
[[nodiscard]] Family flat_bottom_family();
[[nodiscard]] Family round_bilge_family();
[[nodiscard]] Family twin_hull_family();
[[nodiscard]] Family tunnel_family();
[[nodiscard]] Family hydroplane_family();
[[nodiscard]] Family scow_family();
[[nodiscard]] Family folded_family();
[[nodiscard]] Family imported_family();

}  // namespace plucky
