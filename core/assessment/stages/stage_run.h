// What a stage gives to an assessment: its name, what it works out, its rules, its numbers. Each stage fills one in its
// own folder; stage_list.cpp lists them in the order in which they run.
#pragma once

#include <any>
#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "assessment/consequence.h"

namespace plucky {

/// The numbers of a boat as they are gathered.
class LedgerRows {
 public:
  explicit LedgerRows(const Assessment& a) : a_(a) {}
  /// A number under its key, told in a line and in a cell; it has no value unless it `exists`. `rule`: the finding that
  /// is about it. `stale`: not worked out anew in the drag that is on.
  void add(const char* key, const char* label, const char* short_label, bool exists, double si, Dimension dimension,
           Sense sense, const char* rule, bool stale = false);
  [[nodiscard]] std::vector<LedgerRow> take() { return std::move(rows_); }

 private:
  const Assessment& a_;
  std::vector<LedgerRow> rows_;
};

struct StageRun {
  Stage stage;
  const char* name;  ///< for people
  /// Works out the stage's part of the assessment from the project and from stages that ran before. What an edit does
  /// not reach it may keep in its memory, a value of a type of its own. Null: nothing to work out. May throw
  /// InvalidInput, with the memory as it was.
  void (*run)(Assessment& a, std::any& memory) = nullptr;
  /// Each rule that applies gives one finding, `fine` when it is passed. Null: no rules.
  void (*rules)(const Assessment& a, std::vector<Finding>& out) = nullptr;
  void (*numbers)(const Assessment& a, LedgerRows& rows) = nullptr;
  /// Keys of the numbers the stage is judged by, the most telling first.
  std::vector<std::string> judged_by;
};

/// A stage's memory as its own type, empty at first.
template <class T>
[[nodiscard]] T& memory_as(std::any& memory) {
  if (!memory.has_value()) memory.emplace<T>();
  return std::any_cast<T&>(memory);
}

}  // namespace plucky
