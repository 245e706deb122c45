// Making a measured mass and CG the boat's own.
#pragma once

#include "session/session.h"

namespace plucky::app {

/// Adds the difference between what was found and the sum of the parts to the mass budget, as an edit. The height of
/// the CG stays as drawn.
void adopt_found(Session& session, const FoundMass& found, const QString& origin);

/// Takes such a difference off again.
void drop_correction(Session& session);

/// Puts another diary into the boat as one edit; `label` in English. False when it is refused.
bool change_diary(Session& session, const char* label, Diary diary);

}  // namespace plucky::app
