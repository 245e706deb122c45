// Tasks as they are gathered: the hull's, then what is fitted into it.
#pragma once

#include <deque>
#include <map>
#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

inline constexpr double minute = 60.0, hour = 3600.0;

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

}  // namespace plucky
