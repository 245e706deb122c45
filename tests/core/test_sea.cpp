// The virtual sea trial against closed forms, the steady methods and its own books.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/sea.h"
#include "findings.h"
#include "fleet.h"
#include "layout/lead_run.h"
#include "project/edit.h"
#include "property.h"
#include "shapes.h"
#include "trial/geodesy.h"
#include "trial/recording.h"
#include "trial/standard_trials.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

using S = SeaState;

Project seagoing_boat() {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  return p;
}

/// That boat and its sea.
struct AtSea {
  explicit AtSea(const Project& p = seagoing_boat()) : a(assess(p)), ready(sea_boat_of(a)) {
    if (!ready.boat) throw std::runtime_error("it cannot sail");
  }
  [[nodiscard]] const SeaBoat& boat() const { return *ready.boat; }
  [[nodiscard]] SeaTrial trial(const SeaRules& rules = {}, const SeaWeather& weather = {}) const {
    return {boat(), open, weather, rules};
  }
  Assessment a;
  SeaReady ready;
  Pond open = open_water();
};

SeaRules steady_battery() {
  SeaRules r;
  r.voltage = 1.0;
  r.radio_range = 1e9;
  return r;
}

void hold(SeaTrial& t, const Sticks& sticks, double seconds) {
  for (int i = 0; i < std::lround(seconds / SeaTrial::tick); ++i) t.advance(sticks);
}

}  // namespace

TEST(Sea, CoastingFollowsTheClosedFormOfQuadraticDrag) {
  // A hull whose only drag is that of a plate: V = V0 / (1 + V0 k t / m) and a way of m / k ln(1 + V0 k t / m).
  const Project p = seagoing_boat();
  const Assessment a = assess(p);
  Boat boat = boat_of(a);
  boat.jacket = {};
  RunningHull hull = running_hull(boat);
  hull.planes = false;
  for (std::vector<double>& station : hull.offsets.half) std::fill(station.begin(), station.end(), 0.0);
  hull.wetted_area = 0.0;
  hull.transom_area = 0.0;
  hull.bottom.air_area = 0.0;
  hull.appendage_area = 0.002;
  SeaBoatData data = sea_boat_of(a).boat->data();
  data.steering.by = SteeredBy::none;
  data.bays.clear();
  data.air_area = 0.0;
  const SeaBoat plate(boat, ResistanceCurve(hull, 8.0), data);
  const Pond open = open_water();
  SeaTrial t(plate, open, {}, steady_battery());
  SeaVector s = plate.at_rest();
  const double v0 = 4.0;
  s[S::surge] = v0;
  t.set_state(s);
  // The screw trails as a plate of its own; a tenth of the mass goes along in water.
  const Drive& d = plate.drive();
  const double screw = 0.35 * d.screw.blade_area * 0.25 * pi * d.screw.diameter * d.screw.diameter * d.count;
  const double k = 0.5 * a.density() * (hull.appendage_area + screw), m = 1.1 * a.mass.total;
  for (const double time : {0.5, 1.0, 2.0, 4.0}) {
    hold(t, {}, time - t.now().time);
    EXPECT_NEAR(t.now().surge, v0 / (1.0 + v0 * k * time / m), 0.01 * v0) << time;
    EXPECT_NEAR(t.now().place.norm(), m / k * std::log(1.0 + v0 * k * time / m), 0.02) << time;
  }
}

TEST(Sea, TerminalSpeedIsTheSteadyBalance) {
  const AtSea sea;
  for (const double throttle : {0.4, 0.7, 1.0}) {
    SeaTrial t = sea.trial(steady_battery());
    hold(t, {throttle, 0.0}, 25.0);
    const RunningState steady = sea.boat().powered().at(throttle * sea.boat().drive().throttle);
    ASSERT_TRUE(steady.runs());
    EXPECT_NEAR(t.now().surge, steady.speed, 0.01 * steady.speed) << throttle;
    EXPECT_NEAR(t.now().revolutions, steady.revolutions, 0.01 * steady.revolutions) << throttle;
    EXPECT_NEAR(t.now().current, steady.shaft.battery_current, 0.02 * steady.shaft.battery_current) << throttle;
  }
}

TEST(Sea, ASmallHelmTurnsAsTheSteadyTurnDoes) {
  const AtSea sea;
  const SeaBoatData& d = sea.boat().data();
  SeaTrial t = sea.trial(steady_battery());
  hold(t, {0.7, 0.0}, 15.0);
  EXPECT_NEAR(t.now().yaw_rate, 0.0, 1e-9);
  const double helm = 0.02;
  hold(t, {0.7, helm}, 15.0);
  const SeaSample& s = t.now();
  RunningPoint p = sea.boat().curve().at(s.surge);
  p.speed = s.surge;
  const double stream = steering_stream(d.steering, sea.boat().drive(), d.turning.density, s.surge, s.thrust);
  const double force =
      steer_force(d.steering, sea.boat().drive(), d.turning.density, d.turning.viscosity, s.helm, stream, s.thrust)
          .lift;
  const SternFin stern =
      stern_fin(d.steering, sea.boat().drive(), d.turning.density, stream, s.thrust, s.surge, d.steering_lever);
  const auto steady =
      steady_yaw_rate(turn_derivatives(d.turning, p, stern), d.turning.mass, s.surge, force, d.steering_lever);
  ASSERT_TRUE(steady);
  EXPECT_LT(s.yaw_rate, 0.0) << "helm to starboard turns to starboard";
  EXPECT_NEAR(s.yaw_rate, *steady, 0.05 * std::abs(*steady));
}

TEST(Sea, AHelmPutOverTurnsEveryBoatItsWayAndBack) {
  // Near the edge of keeping its course a hull still turns where it is steered.
  for (const std::string name : fleet_boats) {
    const AtSea sea(of_the_fleet(name));
    SeaTrial t = sea.trial(steady_battery());
    hold(t, {0.4, 0.0}, 4.0);
    hold(t, {0.4, -1.0}, 3.0);
    EXPECT_GT(t.now().yaw_rate, 0.0) << name << " to port";
    hold(t, {0.4, 1.0}, 4.0);
    EXPECT_LT(t.now().yaw_rate, 0.0) << name << " to starboard";
  }
}

TEST(Sea, AScrewHeelsTheBoatAgainstItsOwnTurnAndTwoHoldEachOther) {
  const auto heel_of = [](Project p, Turning how) {
    Drive d = p.drive();
    d.turning = how;
    set_drive(p, d);
    const AtSea sea(p);
    SeaTrial t = sea.trial(steady_battery());
    hold(t, {0.5, 0.0}, 3.0);
    return t.now().heel;
  };
  const Project alone = of_the_fleet("dabchick");
  const double right = heel_of(alone, Turning::right), left = heel_of(alone, Turning::left);
  EXPECT_LT(right, left) << "starboard is positive: a screw that turns right heels to port";
  const Project two = of_the_fleet("coot");
  ASSERT_EQ(two.drives.size(), 2u);
  const double held = heel_of(two, Turning::outward), both = heel_of(two, Turning::right);
  EXPECT_NEAR(heel_of(two, Turning::inward), held, 1e-9);
  EXPECT_LT(both, held - 1e-6);
  const Project jet = of_the_fleet("reedling");
  EXPECT_EQ(heel_of(jet, Turning::left), heel_of(jet, Turning::right)) << "its stator takes the torque";
}

TEST(Sea, RollAndHeaveSwingWithTheirOwnPeriods) {
  const AtSea sea;
  const SeaBoatData& d = sea.boat().data();
  const double mass = d.turning.mass;
  const auto period = [&](S::Index what, double from) {
    SeaTrial t = sea.trial(steady_battery());
    SeaVector s = sea.boat().at_rest();
    s[what] = from;
    t.set_state(s);
    // Two crossings the same way are a period apart.
    std::vector<double> crossings;
    double before = from;
    for (int i = 0; i < 200 && crossings.size() < 3; ++i) {
      t.advance({});
      const double now = t.state()[what];
      if (before < 0.0 && now >= 0.0) crossings.push_back(t.now().time - SeaTrial::tick * now / (now - before));
      before = now;
    }
    return crossings.size() < 2 ? 0.0 : crossings[1] - crossings[0];
  };
  // T = 2 pi sqrt(I / (W GM)), damped by a few parts in a hundred.
  const double gm = sea.boat().righting_arm(0.03) / 0.03;
  const double roll = 2.0 * pi * std::sqrt(1.2 * mass * std::pow(0.35 * d.beam, 2) / (mass * gravity * gm));
  EXPECT_NEAR(period(S::heel, 0.05), roll, 0.06 * roll);
  const double water = 0.125 * pi * d.beam * d.beam * d.turning.waterline_length * d.turning.density;
  const double heave =
      2.0 * pi * std::sqrt((mass + water) / (d.turning.density * gravity * d.waterplane)) / std::sqrt(1.0 - 0.3 * 0.3);
  EXPECT_NEAR(period(S::heave, 0.01), heave, 0.05 * heave);
}

PROPERTY(Sea, KeepsItsBooksWhateverTheSticksDo) {
  static const AtSea plain, wired([] {
    Part leads = leads_for(10.0, 10.0, {0.5, 0.5});
    leads.place = {0.3, 0.0, 0.03};
    return apply(seagoing_boat(), {"", AddPart{leads}});
  }());
  const AtSea& sea = any::either() ? plain : wired;
  SeaWeather weather;
  weather.wind = {0.1 * any::whole(-60, 60), 0.1 * any::whole(-60, 60)};
  weather.current = {0.01 * any::whole(-30, 30), 0.0};
  weather.wave_height = any::either() ? 0.0 : 0.001 * any::whole(5, 60);
  SeaTrial t = sea.trial({}, weather);
  double used = 0.0;
  for (int leg = 0; leg < 6; ++leg) {
    const Sticks sticks{0.01 * any::whole(-100, 100), 0.01 * any::whole(-100, 100)};
    hold(t, sticks, 0.05 * any::whole(10, 60));
    for (const double v : t.state()) HOLDS(std::isfinite(v));
    HOLDS(t.now().used >= used);
    used = t.now().used;
    HOLDS(t.now().winding > 15.0 && t.now().battery > 15.0);
  }
  const SeaTrial::Audit audit = t.audit();
  HOLDS(std::abs(audit.electric) <= 0.01 * audit.turnover + 1e-6);
  HOLDS(std::abs(audit.motion) <= 0.01 * audit.turnover + 1e-6);
}

TEST(Sea, TheSameSticksGiveTheSameLogAndHalfTheToleranceTheSameEnd) {
  const AtSea sea;
  const Pond pond = withy_mere();
  SeaTrial first(sea.boat(), pond);
  const SeaLog log = sail(first, pilot_of(Course::lap, pond, 0.8), 30.0, SeaTrial::tick);
  SeaTrial again(sea.boat(), pond);
  const SeaLog same = sail(again, pilot_by_sticks(sticks_of(log.samples)), 30.0, SeaTrial::tick);
  ASSERT_EQ(log.samples.size(), same.samples.size());
  for (std::size_t i = 0; i < log.samples.size(); i += 20) {
    EXPECT_EQ(log.samples[i].place, same.samples[i].place) << i;
    EXPECT_EQ(log.samples[i].current, same.samples[i].current) << i;
  }
  SeaRules finer;
  finer.tolerance = 0.5e-6;
  SeaTrial fine(sea.boat(), pond, {}, finer);
  const SeaLog close = sail(fine, pilot_by_sticks(sticks_of(log.samples)), 30.0, SeaTrial::tick);
  EXPECT_NEAR(close.samples.back().speed, log.samples.back().speed, 0.01 * log.samples.back().speed);
  EXPECT_LT((close.samples.back().place - log.samples.back().place).norm(), 0.5);
  EXPECT_NEAR(close.samples.back().used, log.samples.back().used, 0.01 * log.samples.back().used);
}

TEST(Sea, ShoreWeedAndRangeAreMet) {
  const AtSea sea;
  Pond pond = withy_mere();
  // Straight back at the shore behind the start.
  pond.start_heading = pi;
  SeaTrial t(sea.boat(), pond);
  for (int i = 0; i < 1200 && !t.happened(SeaEvent::aground); ++i) t.advance({0.5, 0.0});
  ASSERT_TRUE(t.happened(SeaEvent::aground));
  const Vec2 there = t.now().place;
  EXPECT_LT(pond.depth(there), sea.boat().data().lowest + 0.05);
  hold(t, {0.5, 0.0}, 5.0);
  EXPECT_LT((t.now().place - there).norm(), 0.5) << "it stays where it touched";
  // Astern takes it off again.
  hold(t, {-1.0, 0.0}, 10.0);
  EXPECT_GT((t.now().place - there).norm(), 0.5);

  pond = withy_mere();
  pond.start = {-66, 20};
  SeaTrial weeds(sea.boat(), pond);
  hold(weeds, {0.6, 0.0}, 2.0);
  SeaTrial clear = sea.trial();
  hold(clear, {0.6, 0.0}, 2.0);
  EXPECT_TRUE(weeds.happened(SeaEvent::weed));
  EXPECT_LT(weeds.now().speed, 0.9 * clear.now().speed);
  EXPECT_GT(weeds.now().current, clear.now().current);

  SeaRules near;
  near.radio_range = 30.0;
  SeaTrial far = sea.trial(near);
  hold(far, {1.0, 0.0}, 30.0);
  EXPECT_TRUE(far.happened(SeaEvent::out_of_range));
  EXPECT_LT(far.now().speed, 1.0) << "the failsafe shut the throttle";
}

TEST(Sea, ASmallBatteryCutsOutAndABareMotorBurns) {
  Project p = seagoing_boat();
  drive(p)->battery.cell_resistance = 0.2;
  {
    const AtSea weak(p);
    SeaTrial t = weak.trial();
    hold(t, {1.0, 0.0}, 5.0);
    ASSERT_TRUE(t.happened(SeaEvent::cuts_out));
    EXPECT_EQ(t.now().current, 0.0);
  }
  p = seagoing_boat();
  p.cooling = {};
  drive(p)->screw.pitch *= 2.2;
  drive(p)->motor.resistance = 0.15;
  drive(p)->battery.capacity *= 5.0;
  const AtSea hot(p);
  SeaTrial t = hot.trial();
  double before = 0.0;
  for (int i = 0; i < 6000 && !t.happened(SeaEvent::hot); ++i) {
    t.advance({1.0, 0.0});
    EXPECT_GE(t.now().winding, before - 1e-9);
    before = t.now().winding;
  }
  EXPECT_TRUE(t.happened(SeaEvent::hot));
  EXPECT_GT(t.now().winding, hot.boat().drive().motor.temperature_limit);
}

TEST(Sea, AOpenSeamFillsTheBoatUntilItFloods) {
  AtSea sea;
  SeaBoatData d = sea.boat().data();
  for (SeaBay& b : d.bays) b.rest = b.driven = 2e-5;  // more than a litre a minute
  Boat boat = boat_of(sea.a);
  boat.jacket = {};
  const SeaBoat leaky(boat, sea.a.power.curve, d);
  SeaTrial t(leaky, sea.open, {}, steady_battery());
  hold(t, {0.3, 0.0}, 20.0);
  EXPECT_NEAR(t.now().aboard, 20.0 * 2e-5 * static_cast<double>(d.bays.size()), 1e-6);
  const double dry = sea.boat().powered().at(0.3).speed;
  EXPECT_LT(t.now().surge, dry) << "heavier is slower";
  for (int i = 0; i < 20000 && !t.lost(); ++i) t.advance({0.3, 0.0});
  EXPECT_TRUE(t.happened(SeaEvent::floods));
  EXPECT_TRUE(t.lost());
}

TEST(SeaTrials, TellEveryNumberOrWhyNot) {
  const AtSea sea;
  const StandardTrials all = standard_trials(sea.boat());
  ASSERT_EQ(all.results.size(), 11u);
  for (const TrialResult& r : all.results) {
    EXPECT_FALSE(r.numbers.empty()) << plain(r.name);
    for (const TrialNumber& n : r.numbers) {
      EXPECT_TRUE(n.value || !n.why_not.empty()) << plain(r.name) << ": " << plain(n.name);
      EXPECT_TRUE(!n.value || std::isfinite(n.value->si)) << plain(n.name);
    }
  }
  const auto number = [&](StandardTrial trial, std::size_t i) { return all.find(trial)->numbers[i].value->si; };
  // Both ways round are alike; a shut throttle coasts farther than the astern one stops in.
  EXPECT_NEAR(number(StandardTrial::circle_port, 0), number(StandardTrial::circle_starboard, 0), 0.02);
  EXPECT_LT(number(StandardTrial::stop, 1), number(StandardTrial::coast_down, 2));
  EXPECT_GT(number(StandardTrial::hot_soak, 1), number(StandardTrial::hot_soak, 2) - 1e-9);
  int asked = 0;
  const StandardTrials some = standard_trials(sea.boat(), [&](double) { return ++asked < 3; });
  EXPECT_TRUE(some.stopped);
  EXPECT_EQ(some.results.size(), 3u);
}

TEST(Pond, KnowsItsShoreAndRefusesACourseOverLand) {
  const Pond pond = withy_mere();
  EXPECT_EQ(pond.depth({0, -50}), 0.0) << "the jetty";
  EXPECT_EQ(pond.depth({500, 0}), 0.0);
  EXPECT_NEAR(pond.depth({0, 0}), pond.deepest, 1e-12);
  EXPECT_NEAR(pond.depth(pond.start), std::min(pond.deepest, pond.slope * 5.0), 0.3);
  EXPECT_TRUE(pond.weedy({-66, 20}));
  EXPECT_FALSE(pond.weedy({0, 0}));
  for (const Course c : courses())
    EXPECT_NO_THROW(check_course(course_points(c, pond), pond, pond.start)) << course_key(c);
  EXPECT_NE(refusal_of([&] { check_course({{0, 0}, {58, 18}}, pond, pond.start); }).find("point 2"), std::string::npos);
  for (const Course c : courses()) EXPECT_EQ(course_from_key(course_key(c)), c);
}

PROPERTY(Geodesy, APlaneTouchesTheEarthForAPond) {
  const GeoPlace origin{0.1 * any::whole(-700, 700), 0.1 * any::whole(-1799, 1799)};
  const Vec2 a(any::whole(-500, 500), any::whole(-500, 500)), b(any::whole(-500, 500), any::whole(-500, 500));
  const GeoPlace there = geo_place(a, origin);
  HOLDS((local_place(there, origin) - a).norm() < 1e-3);
  HOLDS(std::abs(geo_distance(there, geo_place(b, origin)) - (a - b).norm()) < 1e-3);
}

TEST(Recording, OfASeaTrialIsWhatItDid) {
  const AtSea sea;
  const Pond pond = withy_mere();
  SeaTrial t(sea.boat(), pond);
  const SeaLog log = sail(t, pilot_of(Course::lap, pond, 0.7), 20.0);
  const Recording r = recording_of(log.samples, pond);
  ASSERT_EQ(r.time.size(), log.samples.size());
  EXPECT_NEAR(r.duration(), 20.0, 1e-9);
  const Series *latitude = r.find(Channel::latitude), *longitude = r.find(Channel::longitude);
  ASSERT_TRUE(latitude && longitude);
  const GeoPlace begin{latitude->values.front(), longitude->values.front()},
      end{latitude->values.back(), longitude->values.back()};
  EXPECT_NEAR(geo_distance(begin, end), (log.samples.back().place - log.samples.front().place).norm(), 0.01);
  for (const double c : r.find(Channel::course)->values) EXPECT_TRUE(c >= 0.0 && c < 2.0 * pi);
  EXPECT_EQ(r.find(Channel::heel)->values.size(), r.time.size());
  EXPECT_EQ(r.find(Channel::accuracy), nullptr);
}
