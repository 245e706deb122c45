// The boat under power: the curve of drag, the sweep over the throttle, the search of propellers.
#include <benchmark/benchmark.h>

#include "assessment/assessment.h"
#include "bench.h"
#include "running/search.h"

namespace plucky::bench {

Project powered() {
  Project p = boat();
  p.layout.parts[1].kind = PartKind::motor;
  p.layout.parts.push_back({.id = p.take_id(),
                            .name = "Propeller",
                            .kind = PartKind::propeller,
                            .size = {0.014, 0.040, 0.040},
                            .place = {-0.07, 0.0, -0.034},
                            .mass = 0.02,
                            .outside = true});
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.motor.kv = 94.2;
  d.battery.cells = 4;
  d.battery.capacity = 18000.0;
  d.esc.current_limit = 20.0;
  set_drive(p, d);
  return p;
}

void reassess_in_a_drag(benchmark::State& state, Project p) {
  Assessor assessor;
  benchmark::DoNotOptimize(assessor.assess(p));
  double by = 0.001;
  for (auto _ : state) {
    p.layout.parts[0].place.x() += by;
    by = -by;
    benchmark::DoNotOptimize(assessor.assess(p, Care::in_a_drag));
  }
}

namespace {

void drag_curve_40(benchmark::State& state) {
  const Assessment a = assess(powered());
  for (auto _ : state) {
    const RunningHull hull = running_hull(boat_of(a));
    benchmark::DoNotOptimize(ResistanceCurve(hull, greatest_speed(a.fitted_drive)));
  }
}

void throttle_sweep_21(benchmark::State& state) {
  const Assessment a = assess(powered());
  const PoweredBoat boat(boat_of(a), a.power.curve);
  for (auto _ : state)
    for (int i = 0; i <= 20; ++i) benchmark::DoNotOptimize(boat.at(0.05 * i));
}

void power_report_whole(benchmark::State& state) {
  const Assessment a = assess(powered());
  for (auto _ : state) benchmark::DoNotOptimize(power_report(boat_of(a)));
}

void search_20_by_20(benchmark::State& state) {
  const Assessment a = assess(powered());
  for (auto _ : state)
    benchmark::DoNotOptimize(
        search_propellers(boat_of(a), steps_between(0.028, 0.056, 20), steps_between(0.03, 0.08, 20)));
}

void powered_reassess_in_a_drag(benchmark::State& state) {
  reassess_in_a_drag(state, powered());
}

BENCHMARK(drag_curve_40)->Unit(benchmark::kMillisecond);
BENCHMARK(throttle_sweep_21)->Unit(benchmark::kMillisecond);
BENCHMARK(power_report_whole)->Unit(benchmark::kMillisecond);
BENCHMARK(search_20_by_20)->Unit(benchmark::kMillisecond);
BENCHMARK(powered_reassess_in_a_drag)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace plucky::bench
