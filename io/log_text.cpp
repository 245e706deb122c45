#include "io/log_text.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <chrono>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

std::string_view trimmed_cell(std::string_view s) {
  while (!s.empty() && (s.front() == ' ' || s.front() == '"' || s.front() == '\t')) s.remove_prefix(1);
  while (!s.empty() && (s.back() == ' ' || s.back() == '"' || s.back() == '\r' || s.back() == '\t')) s.remove_suffix(1);
  return s;
}

}  // namespace

std::vector<std::string_view> cells_of(std::string_view line, char separator) {
  std::vector<std::string_view> out;
  std::size_t from = 0;
  bool quoted = false;
  for (std::size_t i = 0; i <= line.size(); ++i) {
    if (i < line.size() && line[i] == '"') quoted = !quoted;
    if (i < line.size() && (line[i] != separator || quoted)) continue;
    out.push_back(trimmed_cell(line.substr(from, i - from)));
    from = i + 1;
  }
  return out;
}

std::string_view next_line(std::string_view text, std::size_t& at) {
  const std::size_t end = std::min(text.find('\n', at), text.size());
  std::string_view line = text.substr(at, end - at);
  at = end + 1;
  if (!line.empty() && line.back() == '\r') line.remove_suffix(1);
  return line;
}

double log_number(std::string_view s, char decimal) {
  if (s.empty()) return unread;
  std::array<char, 40> plain{};
  if (s.size() >= plain.size()) return unread;
  std::size_t n = 0;
  for (const char c : s) plain[n++] = c == decimal ? '.' : c;
  const char* first = plain.data();
  if (*first == '+') ++first;
  double value = unread;
  const auto [end, error] = std::from_chars(first, plain.data() + n, value);
  if (error != std::errc() || end == first) return unread;
  const auto rest = static_cast<std::size_t>(plain.data() + n - end);
  return rest <= 5 && (rest == 0 || !std::isdigit(static_cast<unsigned char>(*end))) && *end != ':' && *end != '-'
             ? value
             : unread;
}

void refuse_no_text(std::string_view text) {
  std::size_t odd = 0;
  const std::size_t looked = std::min<std::size_t>(text.size(), 65536);
  for (const char c : text.substr(0, looked)) {
    const auto u = static_cast<unsigned char>(c);
    if (u < 32 && c != '\n' && c != '\r' && c != '\t') ++odd;
  }
  if (text.empty()) throw InvalidInput("log", "is empty");
  if (odd * 50 > looked) throw InvalidInput("log", "is no text: its bytes are of something else");
}

double time_of_day(std::string_view s) {
  int part = 0;
  double value = 0.0, sum = 0.0;
  std::size_t i = 0;
  while (part < 3) {
    const char* first = s.data() + i;
    const auto [end, error] = std::from_chars(first, s.data() + s.size(), value);
    if (error != std::errc() || value < 0.0 || (part > 0 && value >= 60.0)) return unread;
    sum = sum * 60.0 + value;
    i = static_cast<std::size_t>(end - s.data());
    ++part;
    if (i >= s.size() || s[i] != ':') break;
    ++i;
  }
  if (part < 2) return unread;
  return part == 2 ? sum * 60.0 : sum;  // hours and minutes, or hours, minutes and seconds
}

double date_time(std::string_view s) {
  if (s.size() < 16 || s[4] != '-' || s[7] != '-' || (s[10] != 'T' && s[10] != ' ')) return unread;
  const auto digits = [s](std::size_t from, std::size_t count) {
    int value = -1;
    std::from_chars(s.data() + from, s.data() + from + count, value);
    return value;
  };
  const std::chrono::year_month_day day{std::chrono::year(digits(0, 4)), std::chrono::month(digits(5, 2)),
                                        std::chrono::day(digits(8, 2))};
  std::string_view clock = s.substr(11);
  if (const std::size_t zone = clock.find_first_of("Z+"); zone != std::string_view::npos) clock = clock.substr(0, zone);
  const double time = time_of_day(clock);
  if (!day.ok() || std::isnan(time)) return unread;
  return 86400.0 * std::chrono::sys_days{day}.time_since_epoch().count() + time;
}

}  // namespace plucky
