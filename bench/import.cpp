#include <benchmark/benchmark.h>

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <assimp/Importer.hpp>

#include "bench.h"
#include "geometry/mesh_check.h"
#include "io/mesh_file.h"

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

BENCHMARK(check_million)->Unit(benchmark::kMillisecond);
BENCHMARK(stl_ours)->Unit(benchmark::kMillisecond);
BENCHMARK(stl_assimp)->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace plucky::bench
