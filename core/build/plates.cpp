#include "build/plates.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "geometry/nest.h"

namespace plucky {

namespace {

/// The stack standing on its larger end, at the origin.
Stack upended(const Stack& s) {
  Stack out = lying(0.0);
  out.layers = s.layers;
  if (!s.layers.empty() && s.layers.front().shape.area() < s.layers.back().shape.area()) {
    // Turned over about the upright of its own plane: a mirror image would be another part.
    std::reverse(out.layers.begin(), out.layers.end());
    for (StackLayer& l : out.layers)
      for (auto& loop : l.shape.loops) {
        for (Vec2& p : loop) p.x() = -p.x();
        std::reverse(loop.begin(), loop.end());
      }
  }
  const Section::Extent e = out.outline().extent();
  for (StackLayer& l : out.layers) l.shape = shifted(std::move(l.shape), -e.low);
  return out;
}

}  // namespace

TriangleMesh as_printed(const FixtureBody& body) {
  return mesh_of(upended(body.stack));
}

Plates arranged(const std::vector<FixtureSolids>& solids, const Printer& printer, double gap) {
  Plates out;
  std::vector<PlacedPrint> wanted;
  std::vector<Stack> stacks;
  std::vector<Region> shapes;
  for (std::size_t i = 0; i < solids.size(); ++i)
    for (std::size_t k = 0; k < solids[i].bodies.size(); ++k) {
      const FixtureBody& b = solids[i].bodies[k];
      const Stack stack = upended(b.stack);
      const Section::Extent e = stack.outline().extent();
      if (!fit_on(printer, {e.high.x(), e.high.y(), stack.height()}).fits || stack.height() > printer.room().z()) {
        out.left.push_back(b.name);
        continue;
      }
      for (std::size_t c = 0; c < b.count(); ++c) {
        wanted.push_back({.of = i, .body = k, .copy = c});
        stacks.push_back(stack);
        shapes.push_back(stack.outline());
      }
    }
  if (shapes.empty()) return out;
  std::vector<std::size_t> open(shapes.size());
  std::iota(open.begin(), open.end(), std::size_t{0});
  // What the nesting leaves over comes onto plates of its own, while any finds room.
  while (!open.empty()) {
    std::vector<Region> now;
    for (const std::size_t i : open) now.push_back(shapes[i]);
    const Nest laid =
        nest(now, {{printer.bed.x(), printer.bed.y(), now.size()}}, {.gap = gap, .margin = printer.margin});
    if (laid.placed.empty()) break;
    const std::size_t first = out.count;
    for (const Nested& n : laid.placed) {
      PlacedPrint p = wanted[open[n.shape]];
      p.plate = first + n.copy;
      p.mesh = mesh_of(stacks[open[n.shape]]);
      const double c = std::cos(n.turn), s = std::sin(n.turn);
      for (Vec3& v : p.mesh.vertices)
        v = {c * v.x() - s * v.y() + n.move.x(), s * v.x() + c * v.y() + n.move.y(), v.z()};
      out.count = std::max(out.count, p.plate + 1);
      out.prints.push_back(std::move(p));
    }
    std::vector<std::size_t> still;
    for (const std::size_t i : laid.left) still.push_back(open[i]);
    open = std::move(still);
  }
  for (const std::size_t i : open) out.left.push_back(solids[wanted[i].of].bodies[wanted[i].body].name);
  return out;
}

}  // namespace plucky
