// The calendar of a boat's work, read by another library.
#include <gtest/gtest.h>
#include <libical/ical.h>

#include <sstream>

#include "io/calendar_file.h"
#include "io/units.h"

using namespace plucky;

namespace {

WorkTask step(const char* key, const std::string& text, double hands) {
  WorkTask t;
  t.key = key;
  t.text = Text(text);
  t.hands = hands;
  return t;
}

}  // namespace

TEST(CalendarFile, IsReadByAnotherLibraryWithAllItsTimesAndWords) {
  const std::string hard =
      "Glue \"bow\"; stern, keel \\ and a deck whose name goes on for so long that a line must fold: "
      "\u00e4\u00f6\u00fc \u00e4\u00f6\u00fc \u00e4\u00f6\u00fc";
  WorkTask glue = step("glue", hard, 3600.0);
  glue.product = Product::epoxy_30;
  glue.caution = "Gloves, open window";
  WorkTask saw = step("saw", "Saw", 7 * 3600.0);
  saw.needs.push_back({"glue", "because", false, false});
  const WorkPlan plan = order_of_work({glue, saw}, 20.0);
  const WorkCalendar c = calendar_of(plan, {}, "2026-11-28");
  const std::string text = write_icalendar(plan, c, "Dabchick", "20261127T190000Z",
                                           [](const Text& t) { return say(t, UnitSystem::metric); });
  std::istringstream lines(text);
  for (std::string line; std::getline(lines, line);) {
    ASSERT_FALSE(line.empty());
    EXPECT_EQ(line.back(), '\r');
    EXPECT_LE(line.size(), 76u) << line;
  }
  icalcomponent* all = icalparser_parse_string(text.c_str());
  ASSERT_NE(all, nullptr);
  EXPECT_EQ(icalcomponent_count_errors(all), 0);
  EXPECT_TRUE(icalrestriction_check(all));
  struct Event {
    std::string summary;
    icaltimetype from, to;
  };
  std::vector<Event> events;
  int alarms = 0;
  for (icalcomponent* e = icalcomponent_get_first_component(all, ICAL_VEVENT_COMPONENT); e;
       e = icalcomponent_get_next_component(all, ICAL_VEVENT_COMPONENT)) {
    events.push_back({icalcomponent_get_summary(e), icalcomponent_get_dtstart(e), icalcomponent_get_dtend(e)});
    alarms += icalcomponent_count_components(e, ICAL_VALARM_COMPONENT);
  }
  icalcomponent_free(all);
  // Glue on Saturday at ten; saw once it holds at three in the afternoon is past the evening: Sunday, then Monday.
  ASSERT_EQ(events.size(), 4u);
  EXPECT_EQ(events[0].summary, "Dabchick: " + hard);
  EXPECT_EQ(events[0].from.day, 28);
  EXPECT_EQ(events[0].from.hour, 10);
  EXPECT_EQ(events[0].to.hour, 11);
  EXPECT_EQ(events[1].to.hour, 15);  // holds four hours later
  EXPECT_EQ(alarms, 1);
  EXPECT_EQ(events[2].from.day, 29);
  EXPECT_EQ(events[2].to.hour, 15);
  EXPECT_EQ(events[3].from.day, 30);
  EXPECT_EQ(events[3].from.hour, 18);
  EXPECT_EQ(events[3].from.minute, 30);
  EXPECT_EQ(events[3].to.hour, 20);
}
