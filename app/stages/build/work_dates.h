// The boat's work with its dates, as the window shows it.
#pragma once

#include <QDateTime>
#include <optional>

#include "build/calendar.h"
#include "session/session.h"

namespace plucky::app {

/// From the day the builder set, else from today. Nothing where there is no plan or no hours; `why` tells.
[[nodiscard]] std::optional<WorkCalendar> work_calendar(const Session& session, const Assessment& a,
                                                        QString* why = nullptr);

/// Seconds of a calendar as a moment.
[[nodiscard]] QDateTime moment(const WorkCalendar& calendar, double seconds);
/// "2026-11-28 10:00", as all days are written
[[nodiscard]] QString moment_words(const QDateTime& at);

/// Numbers of tasks in the order of their begin; those that are done first.
[[nodiscard]] std::vector<std::size_t> by_date(const WorkCalendar& calendar);

}  // namespace plucky::app
