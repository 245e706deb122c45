// Logs: lags of made signals, slip and knees of made runs, what the sea trial hid is found back.
#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "assessment/sea.h"
#include "findings.h"
#include "hidden_boat.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"
#include "trial/calibrate.h"
#include "trial/log_numbers.h"
#include "trial/log_reading.h"
#include "trial/logger.h"
#include "trial/pilots.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A signal that moves about as a run does.
double wandering(double t) {
  return 3.0 + std::sin(0.31 * t) + 0.8 * std::sin(0.83 * t + 1.0) + 0.4 * std::sin(2.1 * t);
}

Series series(Channel channel, std::vector<double> values) {
  return {.channel = channel, .label = channel_key(channel), .values = std::move(values)};
}

/// A boat of the closed form V' = a n^2 - b V^2 driven by an uneven hand; propeller revolutions in 1/s.
Recording made_run(double slip, double pitch, double seconds = 120.0) {
  Recording r;
  std::vector<double> speed, turns;
  double v = 0.0;
  constexpr double dt = 0.1;
  // At rest in the balance V = (1 - slip) n pitch.
  const double b = 0.35, a = b * std::pow((1.0 - slip) * pitch, 2);
  for (int i = 0; i < seconds / dt; ++i) {
    const double t = i * dt, n = 100.0 * std::floor(1.0 + std::fmod(t, 60.0) / 15.0) / 4.0 + 20.0;
    for (int k = 0; k < 10; ++k) v += 0.1 * dt * (a * n * n - b * v * v);
    r.time.push_back(t);
    speed.push_back(v);
    turns.push_back(n);
  }
  r.series = {series(Channel::speed, speed), series(Channel::revolutions, turns)};
  return r;
}

}  // namespace

PROPERTY(Lag, OfASignalBehindItselfIsFoundThroughNoise) {
  const double lag = 0.01 * any::whole(-350, 350), noise = 0.01 * any::whole(0, 25);
  std::mt19937_64 random(static_cast<std::uint64_t>(any::whole(1, 1000)));
  std::normal_distribution<double> scatter(0.0, noise);
  std::vector<double> first, second;
  for (int i = 0; i < 1200; ++i) {
    const double t = 0.1 * i;
    first.push_back(wandering(t) + scatter(random));
    second.push_back(2.0 * wandering(t - lag) - 1.0 + scatter(random));
  }
  const Lag found = lag_between(first, second, 0.1);
  HOLDS(found.known);
  HOLDS(std::abs(found.seconds - lag) < 0.05);
}

TEST(Lag, OfWhatDoesNotMoveTogetherIsNotKnown) {
  std::mt19937_64 random(7);
  std::normal_distribution<double> scatter(0.0, 1.0);
  std::vector<double> first, second;
  for (int i = 0; i < 800; ++i) first.push_back(scatter(random)), second.push_back(scatter(random));
  const Lag lag = lag_between(first, second, 0.1);
  EXPECT_FALSE(lag.known);
  EXPECT_FALSE(lag.doubt.empty());
  EXPECT_FALSE(lag_by_motion(first, second, 0.1).known);
}

PROPERTY(Lag, OfABoatIsNotTheTimeItTakesToGatherWay) {
  const double lag = 0.1 * any::whole(-30, 30);
  LoggerFaults faults;
  faults.speed_lag = lag;
  faults.noise = 0.002 * any::whole(0, 4);
  const Recording r = as_logged(made_run(0.2, 0.05), faults, 3);
  const LogReport report = read_off(r, {.pitch = 0.05});
  HOLDS(report.speed_lag.known);
  HOLDS(std::abs(report.speed_lag.seconds - lag) < 0.1);
}

PROPERTY(LogReport, ReadsTheSlipOfAMadeRun) {
  const double slip = 0.01 * any::whole(5, 45), pitch = 0.001 * any::whole(25, 90);
  const LogReport r = read_off(made_run(slip, pitch), {.pitch = pitch});
  const Reading* found = r.find("slip");
  HOLDS(found != nullptr);
  HOLDS(std::abs(found->value.si - slip) < 0.02);
  HOLDS(found->low <= found->value.si && found->value.si <= found->high);
  const double top = (1.0 - slip) * 120.0 * pitch;
  HOLDS(std::abs(r.find("top_speed")->value.si - top) < 0.03 * top);
}

TEST(LogReport, FindsTheKneeWhereTheBoatBeginsToPlane) {
  // Slow rise up to 100 1/s, steep above it.
  Recording r;
  std::vector<double> speed, turns;
  for (int i = 0; i < 2400; ++i) {
    const double n = 20.0 + 140.0 * i / 2400.0;
    r.time.push_back(0.1 * i);
    turns.push_back(n);
    speed.push_back(n < 100.0 ? 0.012 * n : 1.2 + 0.09 * (n - 100.0));
  }
  r.series = {series(Channel::speed, speed), series(Channel::revolutions, turns)};
  const LogReport report = read_off(r, {});
  ASSERT_TRUE(report.find("planing_onset"));
  EXPECT_NEAR(report.find("planing_onset")->value.si, 100.0, 3.0);
  EXPECT_NEAR(report.find("knee_speed")->value.si, 1.2, 0.2);
}

TEST(LogReport, ABatterysResistanceIsTheSlopeOfItsVoltage) {
  Recording r;
  std::vector<double> volts, amps;
  double used = 0.0;
  for (int i = 0; i < 1500; ++i) {
    const double a = 10.0 + 8.0 * std::sin(0.05 * i);
    used += 0.1 * a;
    r.time.push_back(0.1 * i);
    amps.push_back(a);
    volts.push_back(16.6 - 0.023 * a - 0.00002 * used);
  }
  r.series = {series(Channel::voltage, volts), series(Channel::current, amps)};
  const LogReport report = read_off(r, {});
  ASSERT_TRUE(report.find("battery_resistance"));
  EXPECT_NEAR(report.find("battery_resistance")->value.si, 0.023, 0.001);
  EXPECT_NEAR(report.find("charge")->value.si, used, 0.002 * used);
  EXPECT_EQ(report.find("slip"), nullptr);
  EXPECT_FALSE(report.speed_lag.known);
}

TEST(LogReport, CoastingTellsTheDragAreaOfAPlate) {
  // V = V0 / (1 + V0 k t / m): a coast after ten seconds under way.
  const double mass = 2.0, area = 0.0008, k = 0.5 * 998.2 * area, v0 = 6.0;
  Recording r;
  std::vector<double> speed, throttle;
  for (int i = 0; i < 300; ++i) {
    const double t = 0.1 * i, coasted = std::max(0.0, t - 10.0);
    r.time.push_back(t);
    throttle.push_back(t < 10.0 ? 1.0 : 0.0);
    speed.push_back(v0 / (1.0 + v0 * k * coasted / (1.1 * mass)));
  }
  r.series = {series(Channel::speed, speed), series(Channel::throttle, throttle)};
  const LogReport report = read_off(r, {.mass = mass});
  ASSERT_TRUE(report.find("coast_drag"));
  EXPECT_NEAR(report.find("coast_drag")->value.si, area, 0.05 * area);
}

TEST(Spikes, GoAndWhatIsRealStays) {
  std::vector<double> v;
  for (int i = 0; i < 400; ++i) v.push_back(wandering(0.1 * i));
  std::vector<double> spoiled = v;
  for (const std::size_t i : {50u, 120u, 121u, 300u}) spoiled[i] = 40.0;
  EXPECT_EQ(drop_spikes(spoiled), 4u);
  for (std::size_t i = 0; i < v.size(); ++i) EXPECT_TRUE(std::isnan(spoiled[i]) || spoiled[i] == v[i]) << i;
  EXPECT_EQ(drop_spikes(v), 0u);
}

TEST(Logs, WhatALoggerHidTheReadingFindsBack) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  const Assessment a = assess(p);
  const SeaReady ready = sea_boat_of(a);
  ASSERT_TRUE(ready.boat);
  const Pond pond = withy_mere();
  SeaTrial trial(*ready.boat, pond);
  // An uneven hand on a lap.
  Pilot lap = pilot_of(Course::lap, pond, 1.0);
  const SeaLog log = sail(
      trial,
      [&](const SeaSample& s) {
        Sticks sticks = lap(s);
        sticks.throttle = 0.35 + 0.3 * std::floor(std::fmod(s.time, 24.0) / 8.0);
        return sticks;
      },
      150.0);
  const Recording truth = recording_of(log.samples, pond);
  LoggerFaults faults;
  faults.speed_lag = 2.4;
  faults.current_lag = 0.6;
  faults.noise = 0.004;
  faults.gap_from = 60.0, faults.gap = 4.0;
  faults.spikes = 0.003;
  const LogBoat boat = log_boat_of(a);
  const LogReport plain_report = read_off(truth, boat), report = read_off(as_logged(truth, faults, 11), boat);
  ASSERT_TRUE(report.speed_lag.known);
  EXPECT_NEAR(report.speed_lag.seconds - plain_report.speed_lag.seconds, 2.4, 0.1);
  EXPECT_NEAR(plain_report.speed_lag.seconds, 0.0, 0.25);
  ASSERT_TRUE(report.current_lag.known);
  EXPECT_NEAR(report.current_lag.seconds - plain_report.current_lag.seconds, 0.6, 0.15);
  for (const char* key : {"top_speed", "slip", "distance", "charge"}) {
    ASSERT_TRUE(report.find(key)) << key;
    const double was = plain_report.find(key)->value.si;
    EXPECT_NEAR(report.find(key)->value.si, was, 0.06 * was) << key;
  }
  bool turns = false, planes = false;
  for (const Segment& s : report.segments) {
    EXPECT_LE(s.from, s.to);
    turns = turns || s.kind == SegmentKind::turn;
    planes = planes || s.kind == SegmentKind::planing;
  }
  EXPECT_TRUE(turns && planes);
}

TEST(Calibration, FindsWhatABoatHidAndForetellsItsNextRun) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  const Assessment a = assess(p);
  const SeaReady ready = sea_boat_of(a);
  ASSERT_TRUE(ready.boat);
  // The boat as it really is: more drag, a softer screw, another Kv.
  Variation hidden;
  hidden.drag = 1.08;
  hidden.pitch = 0.95;
  hidden.kv = 1.02;
  const SeaBoat real = hidden_boat(a, hidden);
  const Pond open = open_water();
  SeaRules far;
  far.radio_range = 1e9;
  const auto run = [&](const SeaBoat& of, const std::vector<double>& throttles, double each) {
    SeaTrial t(of, open, {}, far);
    return sail(
        t,
        [&](const SeaSample& s) {
          const auto i = std::min(throttles.size() - 1, static_cast<std::size_t>(s.time / each));
          return Sticks{throttles[i], 0.0};
        },
        each * static_cast<double>(throttles.size()));
  };
  LoggerFaults faults;
  faults.speed_lag = 2.4;
  faults.noise = 0.002;
  faults.gap_from = 40.0, faults.gap = 3.0;
  const Recording logged =
      as_logged(recording_of(run(real, {0.3, 0.5, 0.7, 1.0, 0.4, 0.8, 0.6, 0.9}, 14.0).samples, open), faults, 5);
  const LogReport report = read_off(logged, log_boat_of(a));
  EXPECT_NEAR(report.speed_lag.seconds, 2.4, 0.25);
  const std::vector<SteadyMoment> moments = steady_moments(cleaned(logged, report), ready.boat->drive());
  ASSERT_GE(moments.size(), 6u);
  const Calibration c = calibrate(ready.boat->powered(), moments);
  ASSERT_TRUE(c.done) << plain(c.message);
  EXPECT_LT(c.after, 0.5 * c.before);
  EXPECT_LT(c.after, 0.02);
  for (const TunedFactor& f : c.factors) {
    const double truth = f.key == "drag" ? 1.08 : f.key == "screw" ? 0.95 : f.key == "kv" ? 1.02 : 1.0;
    EXPECT_NEAR(f.factor, truth, 3.0 * f.sigma + 0.02) << f.key;
    EXPECT_GT(f.sigma, 0.0);
  }
  // A run that it has not seen.
  const SeaBoat model = hidden_boat(a, c.variation);
  const std::vector<double> other{0.45, 0.85, 0.65, 1.0};
  const SeaLog was = run(real, other, 20.0), says = run(model, other, 20.0);
  ASSERT_EQ(was.samples.size(), says.samples.size());
  for (const double SeaSample::*what : {&SeaSample::speed, &SeaSample::current, &SeaSample::winding}) {
    double off = 0.0, sum = 0.0;
    for (std::size_t i = 0; i < was.samples.size(); ++i) {
      off += std::abs(was.samples[i].*what - says.samples[i].*what);
      sum += std::abs(was.samples[i].*what);
    }
    EXPECT_LT(off / sum, 0.05);
  }
}

TEST(Calibration, OfTooLittleSaysSoAndWhatIsNotToldStaysAsItWas) {
  const Assessment a = assess(powered_boat());
  const SeaReady ready = sea_boat_of(a);
  EXPECT_FALSE(calibrate(ready.boat->powered(), {}).message.empty());
  // Speeds alone do not tell motor from screw.
  std::vector<SteadyMoment> moments;
  for (const double u : {0.5, 0.7, 0.9}) {
    const RunningState s = ready.boat->powered().at(u);
    ASSERT_TRUE(s.runs());
    moments.push_back({.throttle = u, .speed = 0.95 * s.speed, .duration = 5.0});
  }
  const Calibration c = calibrate(ready.boat->powered(), moments);
  ASSERT_TRUE(c.done);
  EXPECT_LT(c.after, c.before);
  for (const TunedFactor& f : c.factors) EXPECT_FALSE(f.key == "resistance" && f.known);
}

TEST(Calibration, ThatIsAdoptedGoesIntoEveryPredictionAndTheFileKeepsIt) {
  Project p = powered_boat();
  const Assessment drawn = assess(p);
  p.trial.tuning = Tuning{.drag = 1.2, .pitch = 0.95, .date = "2026-05-02", .source = "run.csv"};
  const Assessment tuned = assess(p);
  ASSERT_TRUE(drawn.power.full.runs() && tuned.power.full.runs());
  EXPECT_LT(tuned.power.full.speed, drawn.power.full.speed);
  EXPECT_NEAR(tuned.power.curve.drag(3.0), 1.2 * drawn.power.curve.drag(3.0), 1e-9);
  // The sea trial runs at the same speed as the balance does.
  const SeaReady ready = sea_boat_of(tuned);
  ASSERT_TRUE(ready.boat);
  EXPECT_NEAR(ready.boat->powered().at(1.0).speed, tuned.power.full.speed, 1e-6);
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
}
