// Runs and their set-up in words, for the screen and for paper. In: numbers, settings. Out: one line.
#pragma once

#include <QString>

#include "session/session.h"
#include "trial/diary.h"

namespace plucky::app {

/// What was measured, one after the other; empty where nothing was.
[[nodiscard]] QString numbers_words(const Session& session, const RunNumbers& numbers);
/// The settings that are known.
[[nodiscard]] QString settings_words(const Session& session, const BoatSettings& settings);
/// What each is now and what it was; empty where nothing differs.
[[nodiscard]] QString changes_words(const Session& session, const std::vector<SettingChange>& changes);
/// Wind and water of an outing, as far as they are known.
[[nodiscard]] QStringList weather_words(const Session& session, const Outing& outing);

}  // namespace plucky::app
