// The boat in time and its logs: a minute on the pond, the standard trials, a million rows, the model brought to runs.
#include <benchmark/benchmark.h>

#include <cmath>
#include <filesystem>

#include "assessment/diary.h"
#include "assessment/sea.h"
#include "assessment/symptoms/symptom.h"
#include "bench.h"
#include "io/file.h"
#include "io/log_file.h"
#include "trial/calibrate.h"
#include "trial/standard_trials.h"

namespace plucky::bench {

namespace {

const Assessment& afloat() {
  static const Assessment a = assess(powered());
  return a;
}
const SeaBoat& sea_boat() {
  static const SeaReady ready = sea_boat_of(afloat());
  return *ready.boat;
}

std::string million_rows() {
  std::string text = "Time [s],Speed [km/h],Motor [rpm],Battery [V],Battery current [A]\n";
  for (int i = 0; i < 1000000; ++i)
    text += std::to_string(0.01 * i) + "," + std::to_string(20.0 + 5.0 * std::sin(0.001 * i)) + ",12000,15.2,11.3\n";
  return text;
}

}  // namespace

/// A minute of a lap; 60 s over this is how many times faster than the clock.
void sea_minute(benchmark::State& state) {
  const Pond pond = withy_mere();
  for (auto _ : state) {
    SeaTrial t(sea_boat(), pond);
    benchmark::DoNotOptimize(sail(t, pilot_of(Course::lap, pond, 1.0), 60.0));
  }
}
BENCHMARK(sea_minute)->Unit(benchmark::kMillisecond);

void sea_standard_trials(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(standard_trials(sea_boat()));
}
BENCHMARK(sea_standard_trials)->Unit(benchmark::kMillisecond);

void log_million_rows(benchmark::State& state) {
  const std::string text = million_rows();
  for (auto _ : state) benchmark::DoNotOptimize(read_any_log(text));
}
BENCHMARK(log_million_rows)->Unit(benchmark::kMillisecond);

/// The same from a file, as it is opened.
void log_million_rows_of_a_file(benchmark::State& state) {
  const std::string path = std::filesystem::temp_directory_path() / ("rows" + std::to_string(::getpid()) + ".csv");
  write_file_atomically(path, million_rows());
  for (auto _ : state) benchmark::DoNotOptimize(read_log_file(path));
  std::filesystem::remove(path);
}
BENCHMARK(log_million_rows_of_a_file)->Unit(benchmark::kMillisecond);

/// Three runs of two minutes.
void log_calibrate(benchmark::State& state) {
  const Pond open = open_water();
  std::vector<SteadyMoment> moments;
  for (int run = 0; run < 3; ++run) {
    SeaTrial t(sea_boat(), open);
    const SeaLog log = sail(
        t,
        [&](const SeaSample& s) {
          return Sticks{0.3 + 0.1 * run + 0.2 * std::floor(std::fmod(s.time, 36.0) / 12.0), 0.0};
        },
        120.0);
    const auto more = steady_moments(recording_of(log.samples, open), sea_boat().drive());
    moments.insert(moments.end(), more.begin(), more.end());
  }
  for (auto _ : state) benchmark::DoNotOptimize(calibrate(sea_boat().powered(), moments));
  state.counters["moments"] = static_cast<double>(moments.size());
}
BENCHMARK(log_calibrate)->Unit(benchmark::kMillisecond);

/// All symptoms looked into, one after the other.
void symptoms_of_a_boat(benchmark::State& state) {
  for (auto _ : state)
    for (const Symptom& s : symptoms()) benchmark::DoNotOptimize(diagnose(afloat(), s, nullptr));
}
BENCHMARK(symptoms_of_a_boat)->Unit(benchmark::kMillisecond);

void upkeep_of_a_boat(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(upkeep_of(afloat(), "2026-05-02"));
}
BENCHMARK(upkeep_of_a_boat)->Unit(benchmark::kMicrosecond);

}  // namespace plucky::bench
