// Meshes the benchmarks share.
#pragma once

#include <benchmark/benchmark.h>

#include <memory>

#include "geometry/triangle_mesh.h"
#include "project/project.h"

namespace plucky::bench {

/// A deep-V hull of about the given number of triangles.
const TriangleMesh& hull_mesh(int triangles);

/// Dabchick's kind of boat on a hull of about 20k triangles.
Project boat();

/// The same with motor and propeller.
Project powered();

/// Moves the first part to and fro by a millimetre and assesses as a drag does.
void reassess_in_a_drag(benchmark::State& state, Project project);

/// CGAL clip + volume on its own copy of a mesh, prepared outside the clock.
class CgalMesh {
 public:
  explicit CgalMesh(const TriangleMesh& mesh);
  ~CgalMesh();
  /// Copies, clips below z = height and measures the volume, m3.
  double clip_and_measure(double height) const;

 private:
  struct Impl;
  std::unique_ptr<Impl> impl_;
};

}  // namespace plucky::bench
