// What the bath told against what was planned.
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/trial/trial_stage.h"
#include "base/written.h"

namespace plucky {

void trial_rules(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.trial.bath_tests.empty()) return;
  const BathTest& last = a.project.trial.bath_tests.back();
  const double difference = last.found.mass - a.mass.total;
  const double sure = 2.0 * std::hypot(last.found.mass_sigma, 0.01 * a.mass.total);
  Finding f{.id = "trial.bath_mass", .stage = Stage::trial};
  f.number = {last.found.mass, Dimension::mass};
  f.limit = {a.mass.total, Dimension::mass};
  f.text.values = {{std::abs(difference), Dimension::mass}, f.number, f.limit};
  f.source = {"flotation test of {0}", last.date};
  if (std::abs(difference) > sure) {
    f.severity = std::abs(difference) > 0.1 * a.mass.total ? Severity::watch : Severity::note;
    f.text.words = difference > 0 ? "{0} heavier in the bath than drawn: {1} against {2}."
                                  : "{0} lighter in the bath than drawn: {1} against {2}.";
    MassCorrection c = correction_to(a.mass, last.found.mass, last.found.cg);
    c.mass_sigma = last.found.mass_sigma;
    c.cg_sigma = std::max(last.found.cg_sigma.x(), last.found.cg_sigma.y());
    c.origin = written({"flotation test of {0}", last.date});
    Layout layout = a.project.layout;
    layout.correction = c;
    f.remedy = Edit{"Adopt mass and CG of the flotation test", ChangeLayout{layout}};
  } else {
    f.text.words = "The boat weighs what was drawn: {1} in the bath, {2} planned.";
  }
  out.push_back(f);
}

}  // namespace plucky
