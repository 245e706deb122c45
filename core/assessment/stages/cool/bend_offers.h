// What lays a hose so that it keeps the radius its material bears. In: an Assessment, the hose, its path. Out: an edit.
#pragma once

#include <optional>

#include "assessment/assessment.h"
#include "project/edit.h"

namespace plucky {

/// Other nipples, the outlet elsewhere, the ESC elsewhere, else a wider bow; none where the hose bends too much in all
/// of these.
[[nodiscard]] std::optional<Edit> bend_offer(const Assessment& a, const Hose& hose, const HosePath& path);

}  // namespace plucky
