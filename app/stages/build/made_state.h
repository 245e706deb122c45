// Whether something was made and still is what is drawn, in words; and its tick. In: the boat on the bench. Out: words,
// an edit.
#pragma once

#include <QString>
#include <string>
#include <vector>

#include "build/made.h"
#include "session/session.h"

namespace plucky::app {

struct MadeState {
  bool made = false;
  bool off = false;  ///< it no longer is what is drawn
  QString words;     ///< "designed", "made 2026-05-02, 6.0 mm off now"
};
/// `now`: what can be made of the boat that is seen.
[[nodiscard]] MadeState made_state(const Session& session, const std::string& key, const std::vector<Makeable>& now);

/// Made as it is drawn now, or not made; false where there is nothing of this key to make.
bool tick_made(Session& session, const std::string& key, bool made);

}  // namespace plucky::app
