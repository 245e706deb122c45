// The work of a boat for a calendar program: iCalendar (RFC 5545). In: plan, dates, a way to say words. Out: text.
#pragma once

#include <functional>
#include <string>

#include "build/calendar.h"

namespace plucky {

/// An event for each stretch of hands and one that ends when glue or a print is ready, with a reminder; times are local
/// to whoever reads them ("floating"). `stamp`: UTC of writing, like 20261127T190000Z.
[[nodiscard]] std::string write_icalendar(const WorkPlan& plan, const WorkCalendar& calendar, const std::string& boat,
                                          const std::string& stamp, const std::function<std::string(const Text&)>& say);

}  // namespace plucky
