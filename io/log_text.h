// What all readers of logs need of a text: its lines, their cells, its clocks. In: text. Out: pieces of it, seconds.
#pragma once

#include <limits>
#include <string_view>
#include <vector>

namespace plucky {

/// What could not be read as a number.
inline constexpr double unread = std::numeric_limits<double>::quiet_NaN();

/// The line that begins at `at`, without its end; `at` then is the next one's begin.
[[nodiscard]] std::string_view next_line(std::string_view text, std::size_t& at);
/// Without blanks and quotes round them; a separator within quotes parts nothing.
[[nodiscard]] std::vector<std::string_view> cells_of(std::string_view line, char separator);
/// A number, or not a number. Anything after it but a unit of few letters is none.
[[nodiscard]] double log_number(std::string_view text, char decimal);
/// Throws InvalidInput where the bytes are no text at all.
void refuse_no_text(std::string_view text);
/// s since midnight of 13:05:09.25 or 13:05.
[[nodiscard]] double time_of_day(std::string_view text);
/// s since 1970 of 2026-05-02 13:05:09.25, also with a T; a zone of its own is not in it: a log's times are compared
/// among themselves.
[[nodiscard]] double date_time(std::string_view text);

}  // namespace plucky
