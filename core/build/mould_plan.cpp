#include "build/mould_plan.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "hull/frames.h"

namespace plucky {

namespace {

void slice_up(MouldPlan& plan, const HullModel& hull, double thickness) {
  const double first = hull.box.low.x(), last = hull.box.high.x();
  Region after = outside_at(hull, first);
  const int count = static_cast<int>(std::ceil((last - 1e-6 - first) / thickness));
  for (int i = 0; i < count; ++i) {
    const double x = first + i * thickness;
    Region fore = outside_at(hull, x + thickness);
    PlugSlice s{.from = x, .to = x + thickness, .shape = joined(after, fore)};
    plan.board += s.shape.area() * thickness;
    plan.slices.push_back(std::move(s));
    after = std::move(fore);
  }
  plan.planed_off = std::max(0.0, plan.board - hull.volume);
}

/// The hull leaves its mould upward: faces that look up even a little are held.
void judge_draft(MouldPlan& plan, const HullModel& hull, double wished) {
  constexpr double speck = 1e-8;    // m2
  constexpr double upright = 1e-4;  // rad: a wall of one degree's hundredth is upright, not held
  plan.least_draft = 0.5 * pi;
  for (std::size_t i = 0; i < hull.bare_triangles; ++i) {
    if (hull.surface[i] != Surface::shell && hull.surface[i] != Surface::transom) continue;
    const Vec3 &a = hull.skin.corner(i, 0), &b = hull.skin.corner(i, 1), &c = hull.skin.corner(i, 2);
    const Vec3 n = (b - a).cross(c - a);
    const double area = 0.5 * n.norm();
    if (area < speck) continue;
    const double draft = std::asin(std::clamp(-n.normalized().z(), -1.0, 1.0));
    if (draft < plan.least_draft) {
      plan.least_draft = draft;
      plan.steepest = (a + b + c) / 3.0;
    }
    if (draft < -upright)
      plan.undercut += area;
    else if (draft < wished)
      plan.steep += area;
  }
}

}  // namespace

MouldPlan mould_plan(const HullModel& hull, const MouldDesign& design, double celsius) {
  if (!(design.slice > 1e-4)) throw InvalidInput("slice", "the plug's board must have a thickness");
  if (!(design.layers >= 1.0 && design.mould_layers >= 1.0))
    throw InvalidInput("layers", "hull and mould take one layer of cloth at least");
  MouldPlan plan;
  slice_up(plan, hull, design.slice);
  judge_draft(plan, hull, design.draft);
  plan.area = hull.shell_area + hull.transom_area;
  double edge = 0.0;
  for (std::size_t i = 0; i < hull.deck_edge.size(); ++i)
    edge += (hull.deck_edge[(i + 1) % hull.deck_edge.size()] - hull.deck_edge[i]).norm();
  plan.flange_area = edge * design.flange;
  const LaminateWishes wishes{.cloth = design.cloth, .layers = design.layers, .celsius = celsius};
  plan.hull = laminate_of(plan.area, wishes);
  LaminateWishes tool = wishes;
  tool.layers = design.mould_layers;
  plan.mould = laminate_of(plan.area + plan.flange_area, tool);
  return plan;
}

}  // namespace plucky
