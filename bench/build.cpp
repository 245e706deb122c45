// What the boat is made of: solids of a printed hull, panels while a chine is dragged, prints by their layers.
#include <benchmark/benchmark.h>

#include "assessment/fixtures.h"
#include "assessment/stages/build/assembly.h"
#include "assessment/stages/build/work.h"
#include "bench.h"
#include "build/calendar.h"
#include "build/folding.h"
#include "build/mould_plan.h"
#include "build/panels.h"
#include "build/pieces.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "geometry/nest.h"
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

/// A fresh boat's ways, then one part moved by a millimetre, then the plan alone.
void ways_of_a_boat(benchmark::State& state) {
  const Assessment a = assess(powered());
  for (auto _ : state) benchmark::DoNotOptimize(ways_of(a, HullRoom(a.hull->model, a.project.hull)));
}

void ways_after_a_move(benchmark::State& state) {
  Assessment a = assess(powered());
  const HullRoom room(a.hull->model, a.project.hull);
  const std::vector<PartWay> known = ways_of(a, room);
  a.project.layout.parts.front().place.x() += 0.001;
  for (auto _ : state) benchmark::DoNotOptimize(ways_of(a, room, known));
}

void plan_of_a_boat(benchmark::State& state) {
  const Assessment a = assess(powered());
  for (auto _ : state) {
    const WorkPlan plan = order_of_work(tasks_of(a), 20.0);
    benchmark::DoNotOptimize(calendar_of(plan, {}, "2026-11-28"));
  }
}

/// Twenty angles and twenty rectangles on as many sheets as they take.
void nest_of_40(benchmark::State& state) {
  std::vector<Region> shapes;
  for (int i = 0; i < 20; ++i) {
    const double a = 0.06 + 0.004 * i;
    shapes.push_back({{{{0.0, 0.0}, {a, 0.0}, {a, 0.02}, {0.02, 0.02}, {0.02, a}, {0.0, a}}}});
    shapes.push_back(rectangle({0.0, 0.0}, {0.03 + 0.003 * i, 0.05}));
  }
  for (auto _ : state) benchmark::DoNotOptimize(nest(shapes, {{0.6, 0.3, 10}}));
}

/// A launch of ply with a wall, two ribs and rails.
void pieces_of_a_boat(benchmark::State& state) {
  HullDesign design = launch();
  design.bulkheads = {{.id = 2, .x = 0.5},
                      {.id = 3, .x = 0.1, .watertight = false, .rim = 0.01},
                      {.id = 4, .x = 0.3, .watertight = false, .rim = 0.01}};
  design.stringers = {{.id = 5, .x = 0.02, .length = 0.4, .y = 0.03, .height = 0.03}};
  const HullModel hull = build_hull(design);
  const std::vector<Panel> panels = panels_of(design, {.stations = 40});
  for (auto _ : state) benchmark::DoNotOptimize(pieces_of(hull, design, panels, {}));
}

/// Every kind of mount and jig that the boat has something for.
void fixtures_of_a_boat(benchmark::State& state) {
  const Assessment a = assess(powered());
  const FixtureSite site = fixture_site(a, a.power.line);
  std::vector<Fixture> all;
  for (const FixtureType& t : fixture_types()) {
    Fixture f = usual_fixture(t.value);
    f.holds = could_hold(t.value, site, {});
    if (f.holds.size() > 1) f.holds.resize(1);
    if (!f.holds.empty() || t.held == Held::hull) all.push_back(f);
  }
  state.counters["kinds"] = static_cast<double>(all.size());
  for (auto _ : state)
    for (const Fixture& f : all) benchmark::DoNotOptimize(solids_of(f, site));
}

void mould_of_a_hull(benchmark::State& state) {
  const HullModel hull = build_hull(launch());
  for (auto _ : state) benchmark::DoNotOptimize(mould_plan(hull, {}, 20.0));
}

void net_of_a_hull(benchmark::State& state) {
  const std::vector<Panel> panels = panels_of(launch(), {.stations = 60});
  for (auto _ : state) benchmark::DoNotOptimize(fold_net(panels, {}));
}

BENCHMARK(nest_of_40)->Unit(benchmark::kMillisecond);
BENCHMARK(pieces_of_a_boat)->Unit(benchmark::kMillisecond);
BENCHMARK(fixtures_of_a_boat)->Unit(benchmark::kMillisecond);
BENCHMARK(mould_of_a_hull)->Unit(benchmark::kMillisecond);
BENCHMARK(net_of_a_hull)->Unit(benchmark::kMillisecond);
BENCHMARK(ways_of_a_boat)->Unit(benchmark::kMillisecond);
BENCHMARK(ways_after_a_move)->Unit(benchmark::kMillisecond);
BENCHMARK(plan_of_a_boat)->Unit(benchmark::kMillisecond);
BENCHMARK(sections_of_a_launch)->Unit(benchmark::kMillisecond);
BENCHMARK(cuts_proposed)->Unit(benchmark::kMillisecond);
BENCHMARK(panels_of_40_stations)->Unit(benchmark::kMillisecond);
BENCHMARK(print_of_a_section)->Arg(0)->Arg(1)->Unit(benchmark::kMillisecond);

}  // namespace

}  // namespace plucky::bench
