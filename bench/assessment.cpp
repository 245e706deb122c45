#include <benchmark/benchmark.h>

#include "assessment/assessment.h"
#include "bench.h"

namespace plucky::bench {

Project boat() {
  Project p;
  p.hull.shape = default_shape(HullFamily::deep_v);
  p.hull.fineness = 2.1;
  p.hull.hatches.push_back({.id = p.take_id(), .x = 0.12, .length = 0.3, .width = 0.1});
  const auto part = [&](const char* name, Vec3 size, Vec3 place, double mass) {
    p.layout.parts.push_back(
        {.id = p.take_id(), .name = name, .size = size, .place = place, .mass = mass, .mass_sigma = 0.03 * mass});
  };
  part("Battery", {0.138, 0.048, 0.034}, {0.30, 0, 0.043}, 0.512);
  part("Motor", {0.060, 0.036, 0.036}, {0.105, 0, 0.034}, 0.245);
  part("ESC", {0.060, 0.030, 0.018}, {0.30, 0, 0.080}, 0.058);
  part("Receiver", {0.042, 0.022, 0.012}, {0.10, 0.03, 0.080}, 0.010);
  part("Servo", {0.041, 0.020, 0.038}, {0.05, -0.03, 0.060}, 0.045);
  part("Payload", {0.060, 0.060, 0.045}, {0.44, 0, 0.060}, 0.092);
  return p;
}

namespace {

void equilibrium_evaluations(benchmark::State& state) {
  const Assessment a = assess(boat());
  int evaluations = 0;
  for (auto _ : state) {
    const Equilibrium e = solve_equilibrium(a.hull->body, a.loading(), a.density());
    evaluations = e.evaluations;
    benchmark::DoNotOptimize(e);
  }
  state.counters["planes"] = evaluations;
  state.counters["triangles"] = static_cast<double>(a.hull->body.triangle_count());
}

void righting_arm_37(benchmark::State& state) {
  const Assessment a = assess(boat());
  for (auto _ : state)
    benchmark::DoNotOptimize(righting_arms(a.hull->body, a.loading(), a.density(), heel_steps(37), a.flotation.plane));
}

/// Everything that follows a drag of a part by a millimetre: mass, equilibrium, both righting arms, 10,000 samples,
/// fits, findings.
void reassess_after_move(benchmark::State& state) {
  Assessor assessor;
  Project p = boat();
  benchmark::DoNotOptimize(assessor.assess(p, Care::in_a_drag));
  double by = 0.001;
  for (auto _ : state) {
    p.layout.parts[0].place.x() += by;
    by = -by;
    benchmark::DoNotOptimize(assessor.assess(p, Care::in_a_drag));
  }
}

BENCHMARK(equilibrium_evaluations);
BENCHMARK(righting_arm_37)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(reassess_after_move)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace plucky::bench
