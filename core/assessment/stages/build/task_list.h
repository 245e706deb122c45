// Tasks as they are gathered: the hull's, then what is fitted into it.
#pragma once

#include <algorithm>
#include <deque>
#include <map>
#include <set>
#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

inline constexpr double minute = 60.0, hour = 3600.0;

// Cautions that several tasks show.
inline constexpr const char* hot_bed = "Hot nozzle and bed: let the part come off by itself; edges are sharp.";
inline constexpr const char* saws = "Saws and blades; wood dust: mask.";
inline constexpr const char* dust = "Dust: mask, sand wet where you can.";
inline constexpr const char* sheet_edges = "Sheet edges cut: gloves; deburr every edge at once.";

class TaskList {
 public:
  /// The reference holds while the list does.
  WorkTask& add(const std::string& key, WorkKind kind, double hands, const Text& text, Id subject = 0) {
    tasks_.push_back({.key = key, .text = text, .kind = kind, .subject = subject, .hands = hands});
    return tasks_.back();
  }
  /// `task` comes after `first`; either may be added later, and what names no task is forgotten.
  void need(const std::string& task, const std::string& first, const Text& why, bool full = false,
            bool yields = false) {
    needs_[task].push_back({first, why, full, yields});
  }
  /// It holds by a product: what is mixed is used up the same evening.
  static void glue(WorkTask& task, Product product) {
    task.product = product;
    task.unbroken = product_entry(product).mixed;
    task.caution = product_entry(product).caution;
    task.takes.emplace_back(product_entry(product).name);
  }

  [[nodiscard]] bool has(const std::string& key) const { return find(key) != nullptr; }
  /// Whatever waits for a task waits for another one too.
  void also(const std::string& task, const std::string& more, const Text& why) {
    for (auto& [key, needs] : needs_) {
      if (key == more) continue;
      const bool waits = std::any_of(needs.begin(), needs.end(), [&](const WorkNeed& n) { return n.task == task; });
      if (waits) needs.push_back({more, why, false, false});
    }
  }
  [[nodiscard]] const WorkTask* find(const std::string& key) const {
    for (const WorkTask& t : tasks_)
      if (t.key == key) return &t;
    return nullptr;
  }

  [[nodiscard]] std::vector<WorkTask> take() {
    std::vector<WorkTask> out(tasks_.begin(), tasks_.end());
    for (WorkTask& t : out) t.needs = needs_[t.key];
    return out;
  }

  std::string shell;       ///< key of the task that makes the hull one piece
  std::string open_shell;  ///< key of the one after which both hands reach its inside
  std::string last_coat;   ///< key

 private:
  std::deque<WorkTask> tasks_;
  std::map<std::string, std::vector<WorkNeed>> needs_;
};

/// Drive, steering, cooling, electrics, seals, tests.
void fit_out_work(const Assessment& a, TaskList& list);
/// Mounts, trays, boxes, lids, and what helps on the bench. `early`: parts that come in before the hull is closed.
void fixture_work(const Assessment& a, TaskList& list, const std::set<Id>& early);
/// The mending of what was met while building, between the task it was met at and those that wait for that.
void fault_work(const Assessment& a, TaskList& list);

}  // namespace plucky
