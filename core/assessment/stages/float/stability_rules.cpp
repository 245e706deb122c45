// Does it stay upright, and come back? Limits: common practice for small open-water models, no source.
#include <algorithm>
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/float/float_stage.h"

namespace plucky {

namespace {

void metacentre(const Assessment& a, std::vector<Finding>& out) {
  if (!a.flotation.upright_stable) return;  // float.upright says it already
  Finding f{.id = "float.gm", .stage = Stage::flotation, .source = "common practice: a twentieth of the beam"};
  f.number = length_quantity(a.flotation.gm_transverse);
  f.limit = length_quantity(0.05 * a.hull->model.beam());
  f.text.values = {f.number, f.limit};
  if (f.number.si >= f.limit.si)
    f.text.words = "Metacentric height {0}.";
  else {
    f.severity = Severity::watch;
    f.text.words = "Metacentric height only {0}; required: {1}: it will wobble. Put weight lower or widen the hull.";
  }
  out.push_back(f);
}

void vanishing(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "float.vanishing", .stage = Stage::flotation, .source = "common practice"};
  const double vanishes = a.stability.vanishing_angle.value_or(pi);
  f.number = angle_quantity(vanishes);
  // A sled stands on its breadth and carries its motor high, two hulls and a scow do so with their load: less is usual
  // (common practice, no source).
  const HullModel& hull = a.hull->model;
  const bool broad = hull.bottom == BottomForm::twin || (hull.bottom == BottomForm::flat && !hull.planes);
  f.limit = angle_quantity(radians(broad ? 50.0 : type_of(a.project) == BoatType::air_sled ? 60.0 : 80.0));
  f.text.values = {angle_quantity(a.stability.max_arm_heel), f.number, f.limit};
  if (!a.stability.vanishing_angle)
    f.text.words = "The righting arm never vanishes on the weaker side.";
  else if (vanishes >= f.limit.si)
    f.text.words = "Righting arm peaks at {0}; angle of vanishing stability {1}.";
  else {
    f.severity = Severity::watch;
    f.text.words = "Righting arm peaks at {0}; angle of vanishing stability {1}; required: {2}.";
  }
  out.push_back(f);
}

void self_righting(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "float.self_righting", .stage = Stage::flotation, .source = "computed"};
  const bool asked = !a.project.hull.chambers.empty();
  f.number = angle_quantity(a.stability.rests_at);
  f.limit = angle_quantity(0.0);
  f.text.values = {f.number};
  if (a.stability.self_righting)
    f.text.words = "Rights itself from every angle.";
  else {
    f.severity = asked ? Severity::stop : Severity::note;
    f.text.words =
        asked ? "Stays over at {0} in spite of its flood chamber: move weight low and to the chamber's side, or "
                "enlarge it."
              : "Inverted equilibrium at {0}; it will not right itself.";
  }
  out.push_back(f);
}

void downflooding(const Assessment& a, std::vector<Finding>& out) {
  if (a.freeboard.openings.empty()) return;
  Finding f{.id = "float.downflooding", .stage = Stage::flotation, .source = "common practice"};
  f.limit = angle_quantity(radians(40.0));
  if (!a.freeboard.downflood_heel) {
    f.text.words = "No open ingress point goes under at any heel.";
    out.push_back(f);
    return;
  }
  const auto first =
      std::min_element(a.freeboard.openings.begin(), a.freeboard.openings.end(), [](const auto& l, const auto& r) {
        const auto key = [](const auto& o) { return o.sealed ? 1e300 : o.downflood_heel.value_or(1e299); };
        return key(l) < key(r);
      });
  f.subject = first->id;
  f.number = angle_quantity(*a.freeboard.downflood_heel);
  f.text.values = {f.number, f.limit, first->name};
  if (f.number.si >= f.limit.si)
    f.text.words = "{2} is the first opening to go under, at {0} of heel.";
  else {
    f.severity = f.number.si < radians(20.0) ? Severity::stop : Severity::watch;
    f.text.words = "{2} dips under at {0} of heel; required: {1}. Seal it or raise its coaming.";
  }
  out.push_back(f);
}

}  // namespace

void stability_rules(const Assessment& a, std::vector<Finding>& out) {
  metacentre(a, out);
  vanishing(a, out);
  self_righting(a, out);
  downflooding(a, out);
}

}  // namespace plucky
