#include "io/calendar_file.h"

#include <fmt/format.h>

namespace plucky {

namespace {

/// Commas, semicolons, backslashes and ends of lines mean something in a calendar.
std::string escaped(const std::string& words) {
  std::string out;
  for (const char c : words) {
    if (c == '\\' || c == ',' || c == ';')
      (out += '\\') += c;
    else if (c == '\n')
      out += "\\n";
    else if (static_cast<unsigned char>(c) >= 0x20)
      out += c;
  }
  return out;
}

/// Lines of at most 75 bytes, the next one goes on after a space; a character of several bytes stays whole.
void line(std::string& out, const std::string& text) {
  constexpr std::size_t most = 75;
  std::size_t done = 0;
  bool first = true;
  while (done < text.size()) {
    std::size_t take = std::min(text.size() - done, first ? most : most - 1);
    while (done + take < text.size() && (static_cast<unsigned char>(text[done + take]) & 0xC0) == 0x80) --take;
    if (!first) out += ' ';
    out.append(text, done, take).append("\r\n");
    done += take;
    first = false;
  }
}

class Writer {
 public:
  Writer(const std::string& boat, const std::string& stamp, const WorkCalendar& calendar)
      : boat_(boat), stamp_(stamp), calendar_(calendar) {
    line(out_, "BEGIN:VCALENDAR");
    line(out_, "VERSION:2.0");
    line(out_, "PRODID:-//Plucky Hull//Order of work//EN");
    line(out_, "CALSCALE:GREGORIAN");
  }

  void event(const std::string& key, const Stretch& when, const std::string& summary, const std::string& more,
             bool reminder) {
    line(out_, "BEGIN:VEVENT");
    line(out_, fmt::format("UID:{}@plucky-hull", key));
    line(out_, "DTSTAMP:" + stamp_);
    line(out_, "DTSTART:" + time(when.from));
    line(out_, "DTEND:" + time(when.to));
    line(out_, "SUMMARY:" + escaped(boat_ + ": " + summary));
    if (!more.empty()) line(out_, "DESCRIPTION:" + escaped(more));
    if (reminder) {
      line(out_, "BEGIN:VALARM");
      line(out_, "ACTION:DISPLAY");
      line(out_, "DESCRIPTION:" + escaped(summary));
      line(out_, "TRIGGER;RELATED=END:PT0S");
      line(out_, "END:VALARM");
    }
    line(out_, "END:VEVENT");
  }

  std::string take() {
    line(out_, "END:VCALENDAR");
    return std::move(out_);
  }

 private:
  [[nodiscard]] std::string time(double s) const {
    const WallTime at = wall_time(calendar_, s);
    std::string date = iso_day(at.day);
    std::erase(date, '-');
    return fmt::format("{}T{:02}{:02}00", date, at.minute / 60, at.minute % 60);
  }

  std::string boat_, stamp_, out_;
  const WorkCalendar& calendar_;
};

}  // namespace

std::string write_icalendar(const WorkPlan& plan, const WorkCalendar& calendar, const std::string& boat,
                            const std::string& stamp, const std::function<std::string(const Text&)>& say) {
  Writer w(boat, stamp, calendar);
  for (std::size_t i = 0; i < plan.tasks.size() && i < calendar.dates.size(); ++i) {
    const WorkTask& task = plan.tasks[i];
    const TaskDates& dates = calendar.dates[i];
    if (dates.done) continue;
    const std::string words = say(task.text);
    std::string more = task.caution.empty() ? "" : say(task.caution);
    for (const Text& t : task.takes) more += (more.empty() ? "" : "\n") + say(t);
    for (std::size_t k = 0; k < dates.hands.size(); ++k)
      w.event(fmt::format("{}.{}", task.key, k + 1), dates.hands[k], words, more, false);
    const double hands_end = dates.hands.empty() ? dates.begin : dates.hands.back().to;
    if (dates.ready > hands_end + 60.0)
      w.event(task.key + ".ready", {hands_end, dates.ready}, say({"{0} Ready.", task.text}), "", true);
  }
  return w.take();
}

}  // namespace plucky
