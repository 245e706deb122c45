#include "build/calendar.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <map>

#include "base/error.h"

namespace plucky {

namespace {

constexpr double day_length = 86400.0;
/// When a task that is ticked off is taken to have ended: in the evening.
constexpr double ticked_at = 21.0 * 3600;

/// The evenings, one after the other.
class Evenings {
 public:
  Evenings(const WorkDesign& design, long first) : design_(design), first_(first) {}

  /// The hours of a day, counted from the first one.
  [[nodiscard]] Stretch on(long day) const {
    const long of_the_week = ((first_ + day + 3) % 7 + 7) % 7;  // 1970-01-01 was a Thursday; 0 is Monday
    const bool free = of_the_week >= 5;
    const double from = day_length * static_cast<double>(day) + (free ? 10.0 : 18.5) * 3600;
    return {from, from + (free ? design_.weekend_hours : design_.weekday_hours)};
  }
  /// What is left of the first evening that does not end before or at t.
  [[nodiscard]] Stretch from(double t) const {
    // An evening may go on after midnight.
    for (long day = static_cast<long>(std::floor(t / day_length)) - 1;; ++day) {
      const Stretch s = on(day);
      if (day >= 0 && s.to > t + 0.5 && s.to > s.from) return {std::max(t, s.from), s.to};
    }
  }
  [[nodiscard]] double longest() const { return std::max(design_.weekday_hours, design_.weekend_hours); }

 private:
  const WorkDesign& design_;
  long first_;
};

class Scheduling {
 public:
  Scheduling(const WorkPlan& plan, const WorkDesign& design, long first)
      : plan_(plan), design_(design), evenings_(design, first) {
    out_.dates.resize(plan.tasks.size());
    full_.resize(plan.tasks.size(), 0.0);
    settled_.resize(plan.tasks.size(), false);
    printers_.assign(static_cast<std::size_t>(std::clamp(std::round(design.printers), 1.0, 100.0)), 0.0);
    for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
      places_[plan.tasks[i].key] = i;
      const WorkDone* done = design.find_done(plan.tasks[i].key);
      if (!done) continue;
      const double at = day_length * static_cast<double>(day_number(done->date).value_or(first) - first) + ticked_at;
      out_.dates[i] = {.done = true, .begin = at, .finish = at};
      settle(i);
    }
  }

  WorkCalendar run() {
    double now = 0.0;
    for (std::size_t open = count_open(); open > 0; --open) {
      const std::size_t next = choose(now);
      work(next, now);
      settle(next);
    }
    for (std::size_t i = 0; i < out_.dates.size(); ++i) {
      out_.end = std::max(out_.end, out_.dates[i].ready);
      if (!out_.dates[i].done) out_.hands_left += plan_.tasks[i].hands;
    }
    return std::move(out_);
  }

 private:
  [[nodiscard]] std::size_t count_open() const {
    return static_cast<std::size_t>(std::count(settled_.begin(), settled_.end(), false));
  }

  void settle(std::size_t i) {
    TaskDates& d = out_.dates[i];
    d.ready = d.finish + wait_after(plan_.tasks[i], false, design_.temperature);
    full_[i] = d.finish + wait_after(plan_.tasks[i], true, design_.temperature);
    settled_[i] = true;
  }

  /// When all it needs is there; infinite while something is not settled yet.
  [[nodiscard]] double may_begin(std::size_t i) const {
    const WorkTask& task = plan_.tasks[i];
    double at = task.machine > 0.0 ? *std::min_element(printers_.begin(), printers_.end()) : 0.0;
    for (const WorkNeed& n : task.needs) {
      const std::size_t before = places_.at(n.task);
      if (!settled_[before]) return INFINITY;
      at = std::max(at, n.full ? full_[before] : out_.dates[before].ready);
    }
    return at;
  }

  /// Does it go into what is left of the evening?
  [[nodiscard]] bool fits(std::size_t i, const Stretch& evening) const {
    const WorkTask& task = plan_.tasks[i];
    return !task.unbroken || task.hands > evenings_.longest() || task.hands <= evening.to - evening.from + 0.5;
  }

  /// The task to do next; moves the clock to when it can be begun.
  [[nodiscard]] std::size_t choose(double& now) const {
    for (;;) {
      const Stretch evening = evenings_.from(now);
      std::optional<std::size_t> best;
      double soonest = INFINITY;
      for (std::size_t i = 0; i < plan_.tasks.size(); ++i) {
        if (settled_[i]) continue;
        const double at = may_begin(i);
        if (at > evening.from + 0.5) {
          soonest = std::min(soonest, at);
          continue;
        }
        if (!fits(i, evening)) {
          soonest = std::min(soonest, evening.to);
          continue;
        }
        if (!best || plan_.times[i].latest < plan_.times[*best].latest - 0.5) best = i;
      }
      now = best ? evening.from : soonest;
      if (best) return *best;
    }
  }

  void work(std::size_t i, double& now) {
    const WorkTask& task = plan_.tasks[i];
    TaskDates& d = out_.dates[i];
    d.begin = now;
    d.split = task.unbroken && task.hands > evenings_.longest();
    for (double left = task.hands; left > 0.5;) {
      const Stretch evening = evenings_.from(now);
      const double to = std::min(evening.to, evening.from + left);
      if (d.hands.empty()) d.begin = evening.from;
      d.hands.push_back({evening.from, to});
      left -= to - evening.from;
      now = to;
    }
    d.finish = now + task.machine;
    if (task.machine > 0.0) *std::min_element(printers_.begin(), printers_.end()) = d.finish;
  }

  const WorkPlan& plan_;
  const WorkDesign& design_;
  Evenings evenings_;
  std::map<std::string, std::size_t> places_;
  std::vector<double> full_, printers_;
  std::vector<bool> settled_;
  WorkCalendar out_;
};

}  // namespace

const WorkDone* WorkDesign::find_done(const std::string& task) const {
  const auto it = std::find_if(done.begin(), done.end(), [&](const WorkDone& d) { return d.task == task; });
  return it == done.end() ? nullptr : &*it;
}

WorkDesign with_done(WorkDesign design, const std::string& task, bool done, const std::string& date) {
  std::erase_if(design.done, [&](const WorkDone& d) { return d.task == task; });
  if (done) design.done.push_back({.task = task, .date = date});
  return design;
}

std::optional<long> day_number(const std::string& iso) {
  int year = 0, end = 0;
  unsigned month = 0, day = 0;
  if (std::sscanf(iso.c_str(), "%4d-%2u-%2u%n", &year, &month, &day, &end) != 3 ||
      static_cast<std::size_t>(end) != iso.size())
    return std::nullopt;
  const std::chrono::year_month_day date{std::chrono::year{year}, std::chrono::month{month}, std::chrono::day{day}};
  if (!date.ok()) return std::nullopt;
  return std::chrono::sys_days{date}.time_since_epoch().count();
}

std::string iso_day(long day) {
  const std::chrono::year_month_day date{std::chrono::sys_days{std::chrono::days{day}}};
  char text[16];
  std::snprintf(text, sizeof text, "%04d-%02u-%02u", static_cast<int>(date.year()), static_cast<unsigned>(date.month()),
                static_cast<unsigned>(date.day()));
  return text;
}

WallTime wall_time(const WorkCalendar& calendar, double seconds) {
  constexpr long minutes_a_day = 1440;
  const long minutes = std::lround(seconds / 60.0);
  const long day = (minutes >= 0 ? minutes : minutes - (minutes_a_day - 1)) / minutes_a_day;
  return {day_number(calendar.first_day).value_or(0) + day, static_cast<int>(minutes - day * minutes_a_day)};
}

WorkCalendar calendar_of(const WorkPlan& plan, const WorkDesign& design, const std::string& first_day) {
  const auto first = day_number(first_day);
  if (!first) throw InvalidInput("start", Text("\"{0}\" is no day like 2026-05-02", first_day));
  const auto hours = [](double h) { return h >= 0.0 && h <= 16.0 * 3600; };
  if (!hours(design.weekday_hours) || !hours(design.weekend_hours) ||
      std::max(design.weekday_hours, design.weekend_hours) < 600.0)
    throw InvalidInput("hours", "should be 10 minutes to 16 hours on some day of the week");
  WorkCalendar out = Scheduling(plan, design, *first).run();
  out.first_day = first_day;
  return out;
}

}  // namespace plucky
