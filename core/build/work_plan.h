// The order of work: tasks, what each waits for, the longest chain through them. In: tasks with their needs, the
// workshop's temperature. Out: an order in which every need is met, earliest and latest times, the critical path.
//
// Method: the critical path method on the tasks' network. A task is done when the hands are; what follows it may have
// to wait longer, for a machine to finish or glue to hold.
#pragma once

#include <optional>
#include <set>
#include <string>
#include <vector>

#include "base/id.h"
#include "base/text.h"
#include "build/cure.h"

namespace plucky {

enum class WorkKind { print, cut, prepare, glue, coat, fit, solder, test };
[[nodiscard]] const char* work_kind_key(WorkKind kind);
[[nodiscard]] const char* work_kind_name(WorkKind kind);

/// Key of the task that puts a part into the boat.
[[nodiscard]] inline std::string fit_task(Id part) {
  return "fit." + std::to_string(part);
}

/// What must be done before.
struct WorkNeed {
  std::string task;
  Text why;
  bool full = false;    ///< its glue or coat must have its full strength, not just hold
  bool yields = false;  ///< a wish, or one of two orders that both are hard: left out where it makes a circle
};

struct WorkTask {
  std::string key;  ///< stays the same while what it is about is there, e.g. "glue.joint.2"
  Text text;        ///< what to do, one sentence
  WorkKind kind = WorkKind::fit;
  Id subject = 0;                  ///< part or feature of the hull; 0 for none
  double hands = 0.0;              ///< s of the builder's own time
  double machine = 0.0;            ///< s that a printer goes on alone
  std::optional<Product> product;  ///< what hardens afterwards
  bool unbroken = false;           ///< once begun it is finished the same evening
  std::vector<WorkNeed> needs;
  std::vector<Text> takes;  ///< tools and what is used up
  std::vector<Text> hints;  ///< how it is done well, a sentence each
  Text caution;             ///< someone can be hurt
};

/// Times in s from the begin of all work, as if hands were always free.
struct WorkTimes {
  double start = 0.0;   ///< earliest
  double finish = 0.0;  ///< earliest, of hands and machine
  double ready = 0.0;   ///< earliest, holds
  double full = 0.0;    ///< earliest, has its full strength
  double latest = 0.0;  ///< start that makes nothing late
  [[nodiscard]] double slack() const { return latest - start; }
  /// Does all work end later when this task does?
  [[nodiscard]] bool critical() const { return slack() < 1.0; }
};

struct WorkPlan {
  std::vector<WorkTask> tasks;   ///< each after all that it needs
  std::vector<WorkTimes> times;  ///< of the tasks
  double length = 0.0;           ///< s until the last task holds
  double hands = 0.0;            ///< s of hands in all
  /// Circles in which a need that yields was left out: the tasks of each, in its order, the first again at its end.
  std::vector<std::vector<std::string>> circles;
  /// Products that do not harden at the workshop's temperature: what waits for them is not timed.
  std::set<Product> not_hardening;

  [[nodiscard]] const WorkTask* find(const std::string& key) const;
};

/// Orders the tasks: whatever may be done is done in the given order. Needs that name no task are left out. A circle of
/// needs none of which yields throws InvalidInput that names its tasks; so do tasks of the same key and times that are
/// negative or no numbers.
[[nodiscard]] WorkPlan order_of_work(std::vector<WorkTask> tasks, double celsius);

/// s from the end of hands and machine until what follows may begin.
[[nodiscard]] double wait_after(const WorkTask& task, bool full, double celsius);

}  // namespace plucky
