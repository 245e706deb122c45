#include <benchmark/benchmark.h>

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <assimp/Importer.hpp>

#include <malloc.h>

#include <memory>
#include <vector>

#include "bench.h"
#include "geometry/mesh_check.h"
#include "io/mesh_file.h"
#include "project/edit.h"

namespace plucky::bench {
namespace {

const std::string& million() {
  static const std::string bytes = write_stl(hull_mesh(1'000'000));
  return bytes;
}

void stl_ours(benchmark::State& state) {
  const std::string& bytes = million();
  for (auto _ : state) benchmark::DoNotOptimize(read_stl(bytes));
}

void stl_assimp(benchmark::State& state) {
  const std::string& bytes = million();
  for (auto _ : state) {
    Assimp::Importer importer;
    benchmark::DoNotOptimize(
        importer.ReadFileFromMemory(bytes.data(), bytes.size(), aiProcess_JoinIdenticalVertices, "stl"));
  }
}

/// What the import page waits for after reading: welds, holes, crossing faces.
void check_million(benchmark::State& state) {
  const TriangleMesh mesh = read_stl(million()).mesh;
  for (auto _ : state) benchmark::DoNotOptimize(check_mesh(mesh, true));
}

/// A part moved in a boat whose hull is such a mesh: time and memory of a step that undo keeps.
void undo_step_million(benchmark::State& state) {
  Project p = boat();
  p.hull.family = HullFamily::imported;
  p.hull.mesh = std::make_shared<TriangleMesh>(hull_mesh(1'000'000));
  const MovePart to{p.layout.parts[0].id, p.layout.parts[0].place + Vec3(0.001, 0.0, 0.0)};
  std::vector<Project> steps;
  steps.reserve(1 << 20);
  const std::size_t before = mallinfo2().uordblks + mallinfo2().hblkhd;
  for (auto _ : state) steps.push_back(apply(p, {"Move", to}));
  const std::size_t after = mallinfo2().uordblks + mallinfo2().hblkhd;
  state.counters["kB"] =
      (static_cast<double>(after - before) / static_cast<double>(steps.size()) + sizeof(Project)) / 1e3;
}

BENCHMARK(undo_step_million)->Iterations(2000)->Unit(benchmark::kMicrosecond);
BENCHMARK(check_million)->Unit(benchmark::kMillisecond);
BENCHMARK(stl_ours)->Unit(benchmark::kMillisecond);
BENCHMARK(stl_assimp)->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace plucky::bench
