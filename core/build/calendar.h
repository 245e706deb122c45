// When each task is done: one pair of hands in the evenings, printers day and night, glue that holds while other work
// goes on. In: the order of work, hours, what is done already. Out: stretches of work from a day on.
//
// Method: whoever has least slack goes first whenever hands are free; unbroken work waits for an evening that is long
// enough, and others use what is left of the one that is not.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "build/fault.h"
#include "build/work_plan.h"

namespace plucky {

/// A task that is done.
struct WorkDone {
  Id id = 0;
  std::string task;    ///< its key
  std::string date;    ///< ISO day
  double hands = 0.0;  ///< s it took; 0: not noted
  bool operator==(const WorkDone&) const = default;
};

/// A wish of the builder's: one task before another.
struct WorkWish {
  Id id = 0;
  std::string first, then;  ///< keys
  bool operator==(const WorkWish&) const = default;
};

struct WorkDesign {
  std::string start;                   ///< ISO day of the first evening; empty: not set, whoever asks tells today
  double weekday_hours = 2.0 * 3600;   ///< s of hands on Monday to Friday, from half past six in the evening
  double weekend_hours = 5.0 * 3600;   ///< s on Saturday and Sunday, from ten in the morning
  double temperature = 20.0;           ///< degC of the workshop
  double printers = 1.0;               ///< how many print at once, a whole number
  Product joints = Product::epoxy_30;  ///< what holds sections, panels and bulkheads
  std::vector<WorkDone> done;
  std::vector<WorkWish> wishes;
  std::vector<MetFault> faults;
  bool operator==(const WorkDesign&) const = default;

  [[nodiscard]] const WorkDone* find_done(const std::string& task) const;
};

/// The same with a task done on a day, or not done.
[[nodiscard]] WorkDesign with_done(WorkDesign design, const std::string& task, bool done, const std::string& date);

/// s from midnight of the first day.
struct Stretch {
  double from = 0.0, to = 0.0;
};

struct TaskDates {
  bool done = false;
  std::vector<Stretch> hands;  ///< none of a task that is done or takes no hands
  double begin = 0.0;
  double finish = 0.0;  ///< of hands and machine
  double ready = 0.0;   ///< holds
  bool split = false;   ///< unbroken work that no evening is long enough for
};

struct WorkCalendar {
  std::string first_day;         ///< ISO
  std::vector<TaskDates> dates;  ///< of the plan's tasks
  double end = 0.0;              ///< s, everything is done and holds
  double hands_left = 0.0;       ///< s of tasks that are open
};

/// Throws InvalidInput for a first day that is no ISO day, and for a week without hours.
[[nodiscard]] WorkCalendar calendar_of(const WorkPlan& plan, const WorkDesign& design, const std::string& first_day);

/// A time of a calendar on the clock on the wall, to the minute: a change of the clocks moves no evening.
struct WallTime {
  long day = 0;    ///< as day_number() counts
  int minute = 0;  ///< of that day
};
[[nodiscard]] WallTime wall_time(const WorkCalendar& calendar, double seconds);

/// Days from 1970-01-01 of an ISO day; nothing where it is none. And back.
[[nodiscard]] std::optional<long> day_number(const std::string& iso);
[[nodiscard]] std::string iso_day(long day);

}  // namespace plucky
