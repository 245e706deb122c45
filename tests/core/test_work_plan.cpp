// Order of work, its critical path, its dates: cases worked by hand, properties of random networks.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "base/error.h"
#include "build/calendar.h"
#include "property.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double an_hour = 3600.0;

WorkTask task(const std::string& key, double hours, const std::vector<std::string>& needs = {}) {
  WorkTask t;
  t.key = key;
  t.text = Text(key);
  t.hands = hours * an_hour;
  for (const std::string& n : needs) t.needs.push_back({n, "because", false, false});
  return t;
}

std::size_t place(const WorkPlan& plan, const std::string& key) {
  for (std::size_t i = 0; i < plan.tasks.size(); ++i)
    if (plan.tasks[i].key == key) return i;
  ADD_FAILURE() << key;
  return 0;
}

/// Tasks that need only earlier ones, in a shuffled order.
std::vector<WorkTask> any_network() {
  const auto n = any::whole<std::size_t>(1, 25);
  std::vector<WorkTask> tasks;
  for (std::size_t i = 0; i < n; ++i) {
    WorkTask t = task("t" + std::to_string(i), 0.25 * any::whole(0, 20));
    if (any::whole(0, 4) == 0) t.product = any::one_of({Product::epoxy_5, Product::epoxy_slow, Product::paint});
    if (any::whole(0, 5) == 0) t.machine = an_hour * any::whole(1, 30);
    t.unbroken = any::either();
    for (std::size_t k = 0; k < i; ++k)
      if (any::whole(0, 4) == 0) t.needs.push_back({"t" + std::to_string(k), "because", any::either(), false});
    tasks.push_back(t);
  }
  for (std::size_t i = n; i > 1; --i) std::swap(tasks[i - 1], tasks[any::whole<std::size_t>(0, i)]);
  return tasks;
}

/// The longest way through the network, by trying all of them from its end.
double longest(const std::vector<WorkTask>& tasks, const WorkTask& t, std::map<std::string, double>& known) {
  if (const auto it = known.find(t.key); it != known.end()) return it->second;
  double start = 0.0;
  for (const WorkNeed& n : t.needs) {
    const WorkTask& before = *std::find_if(tasks.begin(), tasks.end(), [&](const auto& x) { return x.key == n.task; });
    start = std::max(start, longest(tasks, before, known) + wait_after(before, n.full, 20.0));
  }
  return known[t.key] = start + t.hands + t.machine;
}

}  // namespace

TEST(Cure, ClocksAreThoseOfTheTradeAndDoubleForTenDegrees) {
  // Common practice, no source.
  const CureTimes five = *cure_at(Product::epoxy_5, 20.0), cold = *cure_at(Product::epoxy_5, 10.0);
  EXPECT_EQ(five.pot_life, 240.0);
  EXPECT_EQ(five.handle, 1800.0);
  EXPECT_NEAR(cold.handle, 3600.0, 1e-9);
  EXPECT_NEAR(cure_at(Product::epoxy_5, 30.0)->full, 43200.0, 1e-9);
  EXPECT_EQ(cure_at(Product::coating_resin, 20.0)->full, 30 * 86400.0);
  EXPECT_FALSE(cure_at(Product::epoxy_slow, 3.0));
  EXPECT_FALSE(cure_at(Product::epoxy_slow, std::nan("")));
  for (const ProductEntry& p : products()) {
    EXPECT_EQ(product_from_key(p.key), p.value);
    EXPECT_LT(p.at_20.pot_life, p.at_20.full);
    EXPECT_LE(p.at_20.handle, p.at_20.full);
  }
  EXPECT_THROW((void)product_from_key("honey"), InvalidInput);
}

TEST(WorkPlan, TheCriticalPathOfAHandWorkedCase) {
  // A 3 h; B 4 h and C 2 h after A; D 1 h after both; glue of C holds after 12 h: A C D is the long way.
  std::vector<WorkTask> tasks{task("D", 1, {"B", "C"}), task("A", 3), task("B", 4, {"A"}), task("C", 2, {"A"})};
  WorkPlan plain = order_of_work(tasks, 20.0);
  EXPECT_NEAR(plain.length, 8 * an_hour, 1e-9);
  EXPECT_TRUE(plain.times[place(plain, "B")].critical());
  EXPECT_NEAR(plain.times[place(plain, "C")].slack(), 2 * an_hour, 1e-9);
  tasks[3].product = Product::epoxy_slow;
  const WorkPlan glued = order_of_work(tasks, 20.0);
  EXPECT_NEAR(glued.length, (3 + 2 + 12 + 1) * an_hour, 1e-9);
  EXPECT_TRUE(glued.times[place(glued, "C")].critical());
  EXPECT_NEAR(glued.times[place(glued, "B")].slack(), 10 * an_hour, 1e-9);
  EXPECT_NEAR(glued.hands, 10 * an_hour, 1e-9);
  // Colder: its wait doubles. Too cold: nobody knows, and it is told.
  EXPECT_NEAR(order_of_work(tasks, 10.0).length, (3 + 2 + 24 + 1) * an_hour, 1e-6);
  EXPECT_EQ(order_of_work(tasks, 2.0).not_hardening.count(Product::epoxy_slow), 1u);
  // Full strength where it is asked for: 7 days.
  tasks[0].needs[1].full = true;
  EXPECT_NEAR(order_of_work(tasks, 20.0).length, (3 + 2 + 7 * 24 + 1) * an_hour, 1e-6);
}

TEST(WorkPlan, ACircleIsNamedAndTheBuildersWishYields) {
  std::vector<WorkTask> tasks{task("mask", 1), task("coat", 1, {"mask"}), task("fit", 1, {"coat"})};
  tasks[0].needs.push_back({"fit", "your own wish", false, true});
  const WorkPlan plan = order_of_work(tasks, 20.0);
  ASSERT_EQ(plan.circles.size(), 1u);
  for (const char* key : {"mask", "coat", "fit"})
    EXPECT_NE(std::find(plan.circles[0].begin(), plan.circles[0].end(), key), plan.circles[0].end()) << key;
  EXPECT_EQ(plan.circles[0].front(), plan.circles[0].back());
  EXPECT_LT(place(plan, "mask"), place(plan, "coat"));
  EXPECT_LT(place(plan, "coat"), place(plan, "fit"));
  tasks[0].needs.back().yields = false;
  try {
    (void)order_of_work(tasks, 20.0);
    FAIL() << "a circle passed";
  } catch (const InvalidInput& e) {
    const std::string words = e.what();
    for (const char* key : {"mask", "coat", "fit"}) EXPECT_NE(words.find(key), std::string::npos) << words;
  }
  EXPECT_THROW((void)order_of_work({task("a", 1), task("a", 1)}, 20.0), InvalidInput);
  EXPECT_THROW((void)order_of_work({task("a", -1)}, 20.0), InvalidInput);
  EXPECT_EQ(order_of_work({task("a", 1, {"gone", "a"})}, 20.0).tasks[0].needs.size(), 0u);
}

PROPERTY(WorkPlan, EveryNeedIsMetAndTheLengthIsTheLongestWay) {
  const std::vector<WorkTask> tasks = any_network();
  const WorkPlan plan = order_of_work(tasks, 20.0);
  HOLDS(plan.tasks.size() == tasks.size());
  std::map<std::string, double> known;
  double length = 0.0;
  bool chain = false;
  for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
    const WorkTask& t = plan.tasks[i];
    const double finish = longest(tasks, t, known);
    length = std::max(length, finish + wait_after(t, false, 20.0));
    HOLDS(std::abs(plan.times[i].finish - finish) < 1e-6);
    HOLDS(plan.times[i].slack() > -1e-6 || std::any_of(tasks.begin(), tasks.end(), [&](const WorkTask& later) {
            return std::any_of(later.needs.begin(), later.needs.end(),
                               [&](const WorkNeed& n) { return n.task == t.key && n.full; });
          }));
    chain = chain || plan.times[i].critical();
    for (const WorkNeed& n : t.needs) {
      const std::size_t k = place(plan, n.task);
      HOLDS(k < i);
      HOLDS(plan.times[i].start >= (n.full ? plan.times[k].full : plan.times[k].ready) - 1e-6);
    }
  }
  HOLDS(std::abs(plan.length - length) < 1e-6);
  HOLDS(chain);
}

PROPERTY(Calendar, HandsDoOneThingAtATimeInTheirHoursAndNothingBeforeWhatItNeeds) {
  const WorkPlan plan = order_of_work(any_network(), 20.0);
  WorkDesign d;
  d.weekday_hours = 0.5 * an_hour * any::whole(0, 7);
  d.weekend_hours = 0.5 * an_hour * any::whole(1, 17);
  d.printers = any::whole(1, 3);
  const long first = *day_number("2026-11-23") + any::whole(0, 7);
  const WorkCalendar c = calendar_of(plan, d, iso_day(first));
  std::vector<Stretch> all, prints;
  for (std::size_t i = 0; i < plan.tasks.size(); ++i) {
    const WorkTask& t = plan.tasks[i];
    double hands = 0.0;
    for (const Stretch& s : c.dates[i].hands) {
      hands += s.to - s.from;
      all.push_back(s);
      const long day = static_cast<long>(std::floor(s.from / 86400.0));
      const bool weekend = ((first + day) % 7 + 7) % 7 == 2 || ((first + day) % 7 + 7) % 7 == 3;  // day 0: Thursday
      const double from = 86400.0 * static_cast<double>(day) + (weekend ? 10.0 : 18.5) * an_hour;
      HOLDS(s.from > from - 1.0 && s.to < from + (weekend ? d.weekend_hours : d.weekday_hours) + 1.0);
    }
    HOLDS(std::abs(hands - t.hands) < 1.0);
    HOLDS(!t.unbroken || c.dates[i].split || c.dates[i].hands.size() <= 1);
    HOLDS(std::abs(c.dates[i].finish - t.machine -
                   (c.dates[i].hands.empty() ? c.dates[i].begin : c.dates[i].hands.back().to)) < 1.0);
    for (const WorkNeed& n : t.needs) {
      const std::size_t k = place(plan, n.task);
      HOLDS(c.dates[i].begin > c.dates[k].finish + wait_after(plan.tasks[k], n.full, 20.0) - 1.0);
    }
    if (t.machine > 0.0) prints.push_back({c.dates[i].finish - t.machine, c.dates[i].finish});
  }
  std::sort(all.begin(), all.end(), [](const Stretch& l, const Stretch& r) { return l.from < r.from; });
  for (std::size_t i = 1; i < all.size(); ++i) HOLDS(all[i].from > all[i - 1].to - 1.0);
  for (const Stretch& p : prints)
    HOLDS(std::count_if(prints.begin(), prints.end(), [&](const Stretch& q) {
            return q.from <= p.from + 1.0 && q.to > p.from + 1.0;
          }) <= static_cast<long>(d.printers));
  HOLDS(c.end > plan.length - 1.0);
}

TEST(Calendar, ADayOffAndAnEveningTooShortMoveUnbrokenWork) {
  // Saturday 28 November 2026: five hours from ten. Six hours of sawing go on on Sunday; two hours of glue do not fit
  // into Monday's hour and wait for the next Saturday.
  WorkTask glue = task("glue", 2, {"saw"});
  glue.unbroken = true;
  const WorkPlan plan = order_of_work({task("saw", 8), glue}, 20.0);
  WorkDesign d;
  d.weekday_hours = an_hour;
  d.weekend_hours = 5 * an_hour;
  const WorkCalendar c = calendar_of(plan, d, "2026-11-28");
  ASSERT_EQ(c.dates[0].hands.size(), 2u);
  EXPECT_NEAR(c.dates[0].hands[0].from, 10 * an_hour, 1.0);
  EXPECT_NEAR(c.dates[0].hands[1].to, (24 + 13) * an_hour, 1.0);
  ASSERT_EQ(c.dates[1].hands.size(), 1u);
  EXPECT_NEAR(c.dates[1].hands[0].from, (24 + 13) * an_hour, 1.0);
  d.weekend_hours = 4 * an_hour;
  EXPECT_NEAR(calendar_of(plan, d, "2026-11-28").dates[1].hands[0].from, (7 * 24 + 10) * an_hour, 1.0);
  // Done already: what follows begins when its day is over.
  d.done = {{1, "saw", "2026-11-27", 0.0}};
  const WorkCalendar later = calendar_of(plan, d, "2026-11-28");
  EXPECT_TRUE(later.dates[0].done);
  EXPECT_NEAR(later.dates[1].begin, 10 * an_hour, 1.0);
  EXPECT_NEAR(later.hands_left, 2 * an_hour, 1.0);
  EXPECT_THROW((void)calendar_of(plan, d, "2026-02-30"), InvalidInput);
  EXPECT_THROW((void)calendar_of(plan, d, "tomorrow"), InvalidInput);
  d.weekday_hours = d.weekend_hours = 0.0;
  EXPECT_THROW((void)calendar_of(plan, d, "2026-11-28"), InvalidInput);
}

PROPERTY(Calendar, DaysComeBack) {
  const long day = any::whole<long>(-20000, 60000);
  HOLDS(day_number(iso_day(day)) == day);
}
