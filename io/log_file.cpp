#include "io/log_file.h"

#include <fmt/format.h>

#include <cmath>
#include <iterator>
#include <utility>

#include "io/log_units.h"
#include "trial/join_logs.h"

namespace plucky {

ReadLog joined(ReadLog first, const ReadLog& second) {
  JoinedLogs both = join_logs(first.recording, second.recording);
  first.recording = std::move(both.recording);
  for (const std::vector<Text>* notes : {&second.notes, &std::as_const(both.notes)})
    first.notes.insert(first.notes.end(), notes->begin(), notes->end());
  first.notes.push_back(offset_note(both));
  return first;
}

std::string write_log(const Recording& r) {
  fmt::memory_buffer out;
  auto to = std::back_inserter(out);
  fmt::format_to(to, "Time [s]");
  for (const Series& s : r.series) {
    const LogUnit& u = log_units(s.channel).front();
    const char* name = s.channel == Channel::other ? s.label.c_str() : channel_name(s.channel);
    if (*u.name == '\0')
      fmt::format_to(to, ",{}", name);
    else
      fmt::format_to(to, ",{} [{}]", name, u.name);
  }
  fmt::format_to(to, "\n");
  for (std::size_t i = 0; i < r.time.size(); ++i) {
    fmt::format_to(to, "{:.3f}", r.time[i]);
    for (const Series& s : r.series) {
      const LogUnit& u = log_units(s.channel).front();
      if (std::isnan(s.values[i]))
        fmt::format_to(to, ",");
      else
        fmt::format_to(to, ",{:.{}f}", s.values[i] / u.factor - u.offset, u.digits);
    }
    fmt::format_to(to, "\n");
  }
  return fmt::to_string(out);
}

}  // namespace plucky
