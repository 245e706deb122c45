// The stage Seal as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule seal_stage();

void paint_openings(Canvas& c);  ///< ways in for water
/// Key of the way in drawn at a point of the board; empty: none.
[[nodiscard]] std::string opening_at(const Session& session, const BoardMap& map, const QPointF& at);
/// Its number, name, seal and leak.
[[nodiscard]] QString opening_words(const Session& session, const std::string& key);
void draw_seal_sheet(Sheet& s);  ///< every way in, its seal, heights and leaks, the budget

}  // namespace plucky::app
