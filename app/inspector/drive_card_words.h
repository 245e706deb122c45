// What the cards of a drive say. In: the boat on the bench. Out: cards from battery to water, then use and steering.
#pragma once

#include <vector>

#include "inspector/drive_cards.h"
#include "session/session.h"

namespace plucky::app {

[[nodiscard]] std::vector<DriveCard> drive_cards(const Session& session);

}  // namespace plucky::app
