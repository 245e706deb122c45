// What can be done to this boat, found by its words: add a part, swap a component, set a number, go to a part or a
// finding. In: what was typed. Out: commands.
#pragma once

#include "actions/action_list.h"
#include "own_parts/own_parts.h"
#include "session/session.h"

namespace plucky::app {

/// Nothing for less than two letters, and at most sixty commands.
[[nodiscard]] std::vector<Command> boat_commands(Session& session, const OwnParts& own, const QString& typed);

}  // namespace plucky::app
