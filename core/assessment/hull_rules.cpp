// Can the hull be trusted as a floating body, and what is still guessed?
#include <fmt/format.h>

#include "assessment/rules.h"

namespace plucky {

void hull_rules(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.hull.family == HullFamily::imported) {
    const MeshReport& m = a.hull->mesh;
    Finding f{.id = "hull.mesh", .stage = Stage::hull, .source = "check of the imported mesh"};
    f.number = {static_cast<double>(m.open_edges.count + m.crowded_edges.count), Dimension::none};
    if (m.clean())
      f.text = "The imported skin is closed and looks outward everywhere.";
    else {
      f.severity = m.closed() ? Severity::watch : Severity::stop;
      f.text = describe(m).front();
    }
    out.push_back(f);
  }
  Finding f{.id = "mass.measured", .stage = Stage::layout, .source = "masses weighed so far"};
  f.number = {a.mass.measured_share, Dimension::ratio};
  f.limit = {0.5, Dimension::ratio};
  f.values = {f.number};
  f.severity = a.mass.measured_share < 0.5 ? Severity::note : Severity::fine;
  f.text = "{0} of the mass has been weighed; the rest is estimated.";
  out.push_back(f);
}

}  // namespace plucky
