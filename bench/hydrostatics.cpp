#include <benchmark/benchmark.h>

#include <cmath>
#include <map>

#include "bench.h"
#include "flotation/immersed_body.h"
#include "hull/model.h"

namespace plucky::bench {

namespace {

/// Every triangle as four.
TriangleMesh split(const TriangleMesh& mesh) {
  TriangleMesh out;
  for (const Triangle& t : mesh.triangles) {
    const Vec3 &a = mesh.vertices[t[0]], &b = mesh.vertices[t[1]], &c = mesh.vertices[t[2]];
    const auto n = static_cast<std::uint32_t>(out.vertices.size());
    for (const Vec3& v : {a, b, c, Vec3(0.5 * (a + b)), Vec3(0.5 * (b + c)), Vec3(0.5 * (c + a))})
      out.vertices.push_back(v);
    for (const Triangle& part :
         {Triangle{n, n + 3, n + 5}, {n + 3, n + 1, n + 4}, {n + 5, n + 4, n + 2}, {n + 3, n + 4, n + 5}})
      out.triangles.push_back(part);
  }
  weld(out, 0.0);
  return out;
}

}  // namespace

const TriangleMesh& hull_mesh(int triangles) {
  static std::map<int, TriangleMesh> meshes;
  auto it = meshes.find(triangles);
  if (it == meshes.end()) {
    const double fineness = std::sqrt(triangles / 4560.0);
    if (fineness > 10.0) return meshes.emplace(triangles, split(hull_mesh(triangles / 4))).first->second;
    it = meshes.emplace(triangles, loft(HullFamily::deep_v, default_shape(HullFamily::deep_v), fineness).mesh).first;
  }
  return it->second;
}

namespace {

constexpr double waterline = 0.045;

/// The arrays the integration reads: nine coordinates and an area per triangle.
struct Row {
  double v[10];
};

void plain_read(benchmark::State& state) {
  std::vector<Row> rows(hull_mesh(static_cast<int>(state.range(0))).triangles.size());
  for (std::size_t i = 0; i < rows.size(); ++i)
    for (double& d : rows[i].v) d = static_cast<double>(i);
  for (auto _ : state) {
    double sum = 0.0;
    for (const Row& r : rows)
      for (const double d : r.v) sum += d;
    benchmark::DoNotOptimize(sum);
  }
}

void every_triangle(benchmark::State& state) {
  const ImmersedBody body(BuoyantSolid{hull_mesh(static_cast<int>(state.range(0))), {}}, std::size_t{1} << 40);
  for (auto _ : state) benchmark::DoNotOptimize(body.below({{0.0, 0.02}, waterline}));
}

void tree(benchmark::State& state) {
  const ImmersedBody body(BuoyantSolid{hull_mesh(static_cast<int>(state.range(0))), {}});
  for (auto _ : state) benchmark::DoNotOptimize(body.below({{0.0, 0.02}, waterline}));
}

void cgal(benchmark::State& state) {
  const CgalMesh mesh(hull_mesh(static_cast<int>(state.range(0))));
  for (auto _ : state) benchmark::DoNotOptimize(mesh.clip_and_measure(waterline));
}

BENCHMARK(plain_read)->Arg(20000)->Arg(100000);
BENCHMARK(every_triangle)->Arg(20000)->Arg(40000)->Arg(100000);
BENCHMARK(tree)->Arg(20000)->Arg(100000);
BENCHMARK(cgal)->Arg(20000)->Arg(100000)->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace plucky::bench
