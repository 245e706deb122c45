// What the boat is made of: solids of a printed hull, panels while a chine is dragged, prints by their layers.
#include <benchmark/benchmark.h>

#include "bench.h"
#include "build/panels.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "hull/family.h"

namespace plucky::bench {

namespace {

HullDesign launch() {
  HullDesign d;
  d.family = HullFamily::deep_v;
  d.shape = resized(default_shape(d.family), HullShape{.length = 0.62, .beam = 0.205, .depth = 0.115});
  d.hatches.push_back({.id = 1, .x = 0.13, .length = 0.32, .width = 0.11});
  return d;
}

void sections_of_a_launch(benchmark::State& state) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  for (auto _ : state) benchmark::DoNotOptimize(print_hull(hull, design, {0.2, 0.41}, {}, {}));
}

void cuts_proposed(benchmark::State& state) {
  const HullModel hull = build_hull(launch());
  for (auto _ : state) benchmark::DoNotOptimize(propose_cuts(hull, {}, {0.13, 0.45, 0.5}));
}

void panels_of_40_stations(benchmark::State& state) {
  const HullDesign design = launch();
  for (auto _ : state) benchmark::DoNotOptimize(panels_of(design, {.stations = 40}));
}

void print_of_a_section(benchmark::State& state) {
  const HullDesign design = launch();
  const HullModel hull = build_hull(design);
  const PrintedHull p = print_hull(hull, design, {0.2, 0.41}, {}, {});
  const TriangleMesh part = on_bed(p.sections.front().mesh, p.sections.front().stance, {});
  for (auto _ : state) benchmark::DoNotOptimize(state.range(0) ? slice_print(part, {}, {}) : quick_print(part, {}, {}));
}

BENCHMARK(sections_of_a_launch)->Unit(benchmark::kMillisecond);
BENCHMARK(cuts_proposed)->Unit(benchmark::kMillisecond);
BENCHMARK(panels_of_40_stations)->Unit(benchmark::kMillisecond);
BENCHMARK(print_of_a_section)->Arg(0)->Arg(1)->Unit(benchmark::kMillisecond);

}  // namespace

}  // namespace plucky::bench
