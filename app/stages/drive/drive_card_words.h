// What the cards of a drive say. In: the boat on the bench. Out: cards from battery to water, then use and steering.
#pragma once

#include <vector>

#include "session/session.h"
#include "stages/drive/drive_cards.h"

namespace plucky::app {

[[nodiscard]] std::vector<DriveCard> drive_cards(const Session& session);

}  // namespace plucky::app
