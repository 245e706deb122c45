#include "stages/build/work_dates.h"

#include <algorithm>
#include <numeric>

#include "base/error.h"
#include "session/today.h"

namespace plucky::app {

std::optional<WorkCalendar> work_calendar(const Session& session, const Assessment& a, QString* why) {
  const auto tell = [&](const Text& words) {
    if (why) *why = session.said(words);
  };
  if (!a.build.no_work.empty()) {
    tell(a.build.no_work);
    return std::nullopt;
  }
  const WorkDesign& w = a.project.build.work;
  try {
    return calendar_of(a.build.work, w, w.start.empty() ? today() : w.start);
  } catch (const InvalidInput& e) {
    tell(e.sentence());
    return std::nullopt;
  }
}

QDateTime moment(const WorkCalendar& calendar, double seconds) {
  const WallTime at = wall_time(calendar, seconds);
  return {QDate::fromString(QString::fromStdString(iso_day(at.day)), Qt::ISODate),
          QTime(at.minute / 60, at.minute % 60)};
}

QString moment_words(const QDateTime& at) {
  return at.toString(QStringLiteral("yyyy-MM-dd HH:mm"));
}

std::vector<std::size_t> by_date(const WorkCalendar& calendar) {
  std::vector<std::size_t> out(calendar.dates.size());
  std::iota(out.begin(), out.end(), std::size_t{0});
  std::stable_sort(out.begin(), out.end(), [&](std::size_t l, std::size_t r) {
    const TaskDates &a = calendar.dates[l], &b = calendar.dates[r];
    return a.done != b.done ? a.done : a.begin < b.begin;
  });
  return out;
}

}  // namespace plucky::app
