// Lists whose entries have numbers of their own. In: a list. Out: the next number, a refusal where one stands twice.
#pragma once

#include <algorithm>
#include <set>

#include "base/error.h"
#include "base/id.h"

namespace plucky {

/// A number that none in the list has yet.
template <class Items>
[[nodiscard]] Id fresh_id(const Items& items) {
  Id next = 1;
  for (const auto& item : items) next = std::max(next, item.id + 1);
  return next;
}

/// Throws InvalidInput naming `what` where a number is 0 or stands in `own` already; it does then.
inline void claim_number(const Text& what, Id id, std::set<Id>& own) {
  if (id == 0 || !own.insert(id).second) throw InvalidInput(what, Text("its number {0} is used twice or is 0", id));
}
/// The same for all of a list, among themselves.
template <class Items>
void claim_numbers(const Text& what, const Items& items) {
  std::set<Id> own;
  for (const auto& item : items) claim_number(what, item.id, own);
}

}  // namespace plucky
