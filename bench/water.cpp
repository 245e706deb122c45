// Cooling water and leaks: a network over many speeds, hoses finding their way, a boat that fills, all of it in a drag.
#include <benchmark/benchmark.h>

#include "assessment/assessment.h"
#include "bench.h"

namespace plucky::bench {

namespace {

/// Ten rungs of three hoses between a pickup and an outlet: thirty elements.
Network ladder(double pressure) {
  Network n;
  n.nodes = {{"in", 0.0, pressure}, {"out", 0.05, 0.0}};
  std::size_t left = 0, right = 1;
  for (int i = 0; i < 10; ++i) {
    n.nodes.push_back({"left", 0.01 * i, {}});
    n.nodes.push_back({"right", 0.01 * i, {}});
    const std::size_t a = n.nodes.size() - 2, b = a + 1;
    for (const auto& [from, to] : {std::pair{left, a}, {b, right}, {a, b}})
      n.elements.push_back({.name = "hose", .from = from, .to = to, .bore = 0.003, .length = 0.2, .loss = 2.0});
    left = a, right = b;
  }
  return n;
}

void network_30_elements_40_speeds(benchmark::State& state) {
  for (auto _ : state)
    for (int i = 1; i <= 40; ++i)
      benchmark::DoNotOptimize(solve_network(ladder(400.0 * (0.25 * i) * (0.25 * i)), 998.2, 1.0034e-6));
}

Project cooled() {
  Project p = powered();
  p.brief.method = BuildMethod::printed;
  const Assessment a = assess(p);
  return apply(p, {"", ChangeCooling{plumbed(Plumbing::separate, boat_of(a), p.cooling, p.next_id)}});
}

void hoses_find_their_way(benchmark::State& state) {
  const Assessment a = assess(cooled());
  for (auto _ : state)
    benchmark::DoNotOptimize(route_hoses(a.hull->space, a.project.layout, a.power.line, a.project.cooling));
}

void flooding_30_minutes(benchmark::State& state) {
  const Assessment a = assess(cooled());
  const std::vector<Inlet> leak{{"hole", {0.1, 0.0, 0.0}, 0, [](double) { return 5e-7; }}};
  for (auto _ : state)
    benchmark::DoNotOptimize(flood(a.hull->body, a.hull->model, a.seal.bays, a.loading(), a.density(), leak, {}, {},
                                   {.trim_low = -1.0, .trim_high = 1.0, .duration = 1800.0}));
}

void water_reassess_in_a_drag(benchmark::State& state) {
  reassess_in_a_drag(state, cooled());
}

BENCHMARK(network_30_elements_40_speeds)->Unit(benchmark::kMillisecond);
BENCHMARK(hoses_find_their_way)->Unit(benchmark::kMillisecond);
BENCHMARK(flooding_30_minutes)->Unit(benchmark::kMillisecond);
BENCHMARK(water_reassess_in_a_drag)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace plucky::bench
