// The list of stages: the one place where a stage is told to the window, the menus, the shelf, the board, the sheets
// and the command line.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

/// All stages, in the order in which builders work.
[[nodiscard]] const std::vector<StageModule>& stage_modules();
/// The module of a stage.
[[nodiscard]] const StageModule* stage_module(Stage stage);

/// A page of the shelf with the stage that offers it.
struct ShelfEntry {
  const ShelfOffer* offer;
  Stage stage;
};
/// All pages of the shelf in the order of their tabs: each stage's own, the ones of the boat at rest together, at the
/// end those that stand everywhere.
[[nodiscard]] const std::vector<ShelfEntry>& shelf_entries();

}  // namespace plucky::app
