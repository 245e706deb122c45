// Two logs of one run: found together by their clocks or by how they move, joined without inventing anything; and what
// of a model is off, told one cause at a time.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/sea.h"
#include "base/error.h"
#include "findings.h"
#include "hidden_boat.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"
#include "trial/calibrate.h"
#include "trial/join_logs.h"
#include "trial/log_numbers.h"
#include "trial/logger.h"
#include "trial/rerun.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// How hard a boat is driven: steps and ramps, none like another.
double hand(double t) {
  return 0.5 + 0.3 * std::sin(0.21 * t) + 0.2 * std::sin(0.057 * t + 2.0) + 0.1 * std::sin(0.9 * t);
}

/// From `from` s of the run on; the values stand `factor` times the hand.
Recording log_of(Channel channel, double from, double to, double step, double factor) {
  Recording r;
  Series s{.channel = channel, .label = channel_key(channel), .values = {}};
  for (double t = from; t <= to; t += step) {
    r.time.push_back(t - from);
    s.values.push_back(factor * hand(t));
  }
  r.series.push_back(std::move(s));
  return r;
}

struct Driven {
  Assessment assessment = [] {
    Project p = powered_boat();
    set_steering(p, steering_by(SteeredBy::rudder));
    return assess(p);
  }();
  SeaReady ready = sea_boat_of(assessment);
  /// A run of the boat as it really is, logged as it was.
  [[nodiscard]] Recording run_of(const Variation& truth) const { return hidden_run(assessment, truth); }
};
const Driven& driven() {
  static const Driven d;
  return d;
}

}  // namespace

PROPERTY(JoinedLogs, AreFoundTogetherByHowTheyMoveWhereverTheSecondBegins) {
  // Half of the second lies within the first.
  const double begin = any::whole(-99, 139) + 0.1 * any::whole(0, 10);
  const double step = any::one_of({0.1, 0.2, 0.5});
  const Recording turns = log_of(Channel::motor_revolutions, 0.0, 240.0, step, 300.0);
  const Recording current = log_of(Channel::current, begin, begin + 200.0, 0.2, 20.0);
  const JoinedLogs j = join_logs(turns, current);
  HOLDS(std::abs(j.offset - begin) < 0.11);
  HOLDS(!j.by_clock);
  HOLDS(j.correlation > 0.9);
  // Nothing is told of moments that one of the two has not seen.
  const Series& s = *j.recording.find(Channel::current);
  const Series& n = *j.recording.find(Channel::motor_revolutions);
  HOLDS(s.values.size() == j.recording.time.size() && n.values.size() == j.recording.time.size());
  for (std::size_t i = 0; i < s.values.size(); ++i) {
    const double t = j.recording.time[i] + (j.recording.time == turns.time ? 0.0 : j.offset);
    if (t < begin - 0.3 || t > begin + 200.3) HOLDS(std::isnan(s.values[i]));
    if (!std::isnan(s.values[i]) && !std::isnan(n.values[i]))
      HOLDS(std::abs(s.values[i] / 20.0 - n.values[i] / 300.0) < 0.03);
  }
}

TEST(JoinedLogs, GoByTheirClocksWhereBothTellTheTimeAndLoggersKeepOtherZones) {
  Recording turns = log_of(Channel::motor_revolutions, 0.0, 100.0, 0.1, 300.0);
  Recording speed = log_of(Channel::speed, 30.0, 90.0, 1.0, 8.0);
  constexpr double day = 86400.0, noon = 12.0 * 3600.0;
  turns.begin = 20000.0 * day + noon;
  speed.begin = 20000.0 * day + noon + 30.0;
  EXPECT_NEAR(join_logs(turns, speed).offset, 30.0, 1e-9);
  EXPECT_TRUE(join_logs(turns, speed).by_clock);
  // Two hours of summer time, and a receiver that tells no date.
  speed.begin = *speed.begin - 7200.0;
  EXPECT_NEAR(join_logs(turns, speed).offset, 30.0, 1e-9);
  speed.begin = noon + 30.0;
  EXPECT_NEAR(join_logs(turns, speed).offset, 30.0, 1e-9);
  // The speed comes once a second, the turns ten times: it lies between, on the turns' moments.
  const JoinedLogs j = join_logs(turns, speed);
  EXPECT_EQ(j.recording.time.size(), turns.time.size());
  EXPECT_NEAR(j.recording.find(Channel::speed)->values[605], 8.0 * hand(60.5), 0.4);
  EXPECT_TRUE(std::isnan(j.recording.find(Channel::speed)->values[100])) << "ten seconds in, the receiver was not on";
  // The other way round the moments are those of the turns as well.
  const JoinedLogs back = join_logs(speed, turns);
  EXPECT_NEAR(back.offset, -30.0, 1e-9);
  EXPECT_EQ(back.recording.time.size(), turns.time.size());
  EXPECT_NEAR(back.recording.find(Channel::speed)->values[605], 8.0 * hand(60.5), 0.4);
}

TEST(JoinedLogs, OfWhatIsNotOneRunAreRefusedAndAChannelOfBothIsTheFirstOnes) {
  const Recording turns = log_of(Channel::motor_revolutions, 0.0, 100.0, 0.1, 300.0);
  Recording other = log_of(Channel::current, 0.0, 100.0, 0.1, 20.0);
  for (std::size_t i = 0; i < other.time.size(); ++i) other.series[0].values[i] = std::sin(1.7 * other.time[i]);
  EXPECT_THROW((void)join_logs(turns, other), InvalidInput);
  EXPECT_THROW((void)join_logs(turns, turns, 500.0), InvalidInput) << "nothing overlaps";
  EXPECT_THROW((void)join_logs(turns, {}), InvalidInput);
  const JoinedLogs same = join_logs(turns, turns);
  EXPECT_NEAR(same.offset, 0.0, 0.02);
  EXPECT_EQ(same.recording.series.size(), 1u);
  ASSERT_EQ(same.notes.size(), 1u);
  EXPECT_NE(plain(same.notes[0]).find("in both"), std::string::npos);
}

TEST(LoneCauses, ThePlantedOneTellsTheMostAndSaysWhatToMeasure) {
  struct Plant {
    const char* key;
    Variation truth;
    double factor;
  };
  Variation drag, screw, kv;
  drag.drag = 1.25, screw.pitch = 0.85, kv.kv = 0.93;
  for (const Plant& plant : {Plant{"drag", drag, 1.25}, Plant{"screw", screw, 0.85}, Plant{"kv", kv, 0.93}}) {
    const Recording log = driven().run_of(plant.truth);
    const auto moments = steady_moments(log, driven().ready.boat->drive());
    const auto causes = lone_causes(driven().ready.boat->powered(), moments);
    ASSERT_FALSE(causes.empty()) << plant.key;
    EXPECT_EQ(causes.front().key, plant.key);
    EXPECT_NEAR(causes.front().factor, plant.factor, 0.05) << plant.key;
    EXPECT_GT(causes.front().explains, 0.8) << plant.key;
    ASSERT_FALSE(causes.front().look_at.empty());
    EXPECT_FALSE(plain(causes.front().look_at.front().next).empty());
    for (std::size_t i = 1; i < causes.size(); ++i) EXPECT_LE(causes[i].explains, causes[i - 1].explains);
  }
}

TEST(LoneCauses, OfABoatThatDoesAsForetoldThereAreNone) {
  const Recording log = driven().run_of({});
  EXPECT_TRUE(lone_causes(driven().ready.boat->powered(), steady_moments(log, driven().ready.boat->drive())).empty());
}

TEST(Rerun, TheSameSticksGiveTheSameRunAndAnotherBoatsRunIsApart) {
  const Recording same = driven().run_of({});
  const Recording model = rerun(*driven().ready.boat, same);
  ASSERT_EQ(model.time.size(), same.time.size());
  for (const ChannelDeviation& d : deviations(same, model)) EXPECT_NEAR(d.share, 0.0, 0.01) << channel_key(d.channel);
  Variation heavy;
  heavy.drag = 1.3;
  bool slower = false, more = false;
  const Recording dragged = driven().run_of(heavy);
  for (const ChannelDeviation& d : deviations(dragged, rerun(*driven().ready.boat, dragged))) {
    if (d.channel == Channel::speed) slower = d.share < -0.03;
    if (d.channel == Channel::current) more = d.share > 0.01;
  }
  EXPECT_TRUE(slower && more);
  Recording blind = same;
  std::erase_if(blind.series, [](const Series& s) { return s.channel == Channel::throttle; });
  EXPECT_THROW((void)rerun(*driven().ready.boat, blind), InvalidInput);
}
