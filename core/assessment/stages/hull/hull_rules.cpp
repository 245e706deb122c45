// Can the hull be trusted as a floating body?
#include "assessment/rules.h"
#include "assessment/stages/hull/hull_stage.h"

namespace plucky {

void hull_rules(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.hull.family == HullFamily::imported) {
    const MeshReport& m = a.hull->mesh;
    Finding f{.id = "hull.mesh", .stage = Stage::hull, .source = "check of the imported mesh"};
    f.number = {static_cast<double>(m.open_edges.count + m.crowded_edges.count), Dimension::none};
    if (m.clean())
      f.text.words = "The imported skin is closed and looks outward everywhere.";
    else {
      f.severity = m.closed() ? Severity::watch : Severity::stop;
      f.text = describe(m).front();
    }
    out.push_back(f);
  }
}

}  // namespace plucky
