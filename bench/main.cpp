// Runs all benchmarks and prints the ratios that docs/performance.md is about.
#include <benchmark/benchmark.h>
#include <fmt/format.h>

#include <map>

namespace {

/// Shows the usual table and remembers the time of each benchmark, s.
class Remember : public benchmark::ConsoleReporter {
 public:
  void ReportRuns(const std::vector<Run>& runs) override {
    for (const Run& r : runs) seconds[r.benchmark_name()] = r.real_accumulated_time / static_cast<double>(r.iterations);
    ConsoleReporter::ReportRuns(runs);
  }
  std::map<std::string, double> seconds;
};

}  // namespace

int main(int argc, char** argv) {
  benchmark::Initialize(&argc, argv);
  Remember report;
  benchmark::RunSpecifiedBenchmarks(&report);
  const auto& s = report.seconds;
  const auto ratio = [&](const char* words, const char* over, const char* under) {
    if (s.contains(over) && s.contains(under)) fmt::print("{:<66} {:8.2f}\n", words, s.at(over) / s.at(under));
  };
  const auto frame = [&](const char* words, const char* name, double limit) {
    if (s.contains(name)) fmt::print("{:<66} {:8.2f}\n", words, s.at(name) / limit);
  };
  fmt::print("\nRatios of this run\n");
  ratio("CGAL clip + volume / every triangle once, 20k", "cgal/20000", "every_triangle/20000");
  ratio("CGAL clip + volume / every triangle once, 100k", "cgal/100000", "every_triangle/100000");
  ratio("CGAL clip + volume / tree, 20k", "cgal/20000", "tree/20000");
  ratio("CGAL clip + volume / tree, 100k", "cgal/100000", "tree/100000");
  ratio("every triangle once / plain read of the same arrays, 20k", "every_triangle/20000", "plain_read/20000");
  ratio("every triangle once / plain read of the same arrays, 100k", "every_triangle/100000", "plain_read/100000");
  ratio("tree / plain read of the same arrays, 20k", "tree/20000", "plain_read/20000");
  ratio("tree / plain read of the same arrays, 100k", "tree/100000", "plain_read/100000");
  ratio("every triangle once: 40k / 20k (2.0 is linear)", "every_triangle/40000", "every_triangle/20000");
  ratio("every triangle once: 100k / 20k (5.0 is linear)", "every_triangle/100000", "every_triangle/20000");
  ratio("tree: 100k / 20k", "tree/100000", "tree/20000");
  frame("re-assessment after moving a part, 20k / one 60 Hz frame", "reassess_after_move/real_time", 1.0 / 60.0);
  frame("righting arm of 37 angles, 20k / 50 ms", "righting_arm_37/real_time", 0.050);
  frame("a step that undo keeps, boat of a million triangles / 1 ms", "undo_step_million/iterations:2000", 0.001);
  ratio("Assimp with welding / own STL reader with welding, 1M triangles", "stl_assimp", "stl_ours");
  ratio("check of a million triangles / reading them", "check_million", "stl_ours");
}
