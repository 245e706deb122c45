// Can the hull be trusted as a floating body?
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/hull/hull_stage.h"
#include "hull/family.h"

namespace plucky {

namespace {

/// What joins two hulls should stay over the water at rest.
void bridge(const Assessment& a, std::vector<Finding>& out) {
  const HullDesign& h = a.project.hull;
  const auto dry_from = family_of(h.family).dry_from;
  if (!dry_from || !a.flotation.upright()) return;
  const double height = dry_from(h.shape), clear = height - a.form.draught, wanted = 0.25 * height;
  Finding f{.id = "hull.bridge", .stage = Stage::hull, .source = "common practice, no source"};
  f.number = length_quantity(clear);
  f.limit = length_quantity(wanted);
  f.severity = clear <= 0.0 ? Severity::stop : clear < wanted ? Severity::watch : Severity::fine;
  f.text.words =
      clear <= 0.0 ? "The water stands {0} over the underside of the bridge: it is one wide hull then."
      : clear < wanted
          ? "The bridge stands {0} over the water at rest; {1}, a quarter of its height, keeps the waves off it."
          : "The bridge stands {0} over the water at rest; at least {1} is wanted.";
  f.text.values = {length_quantity(std::abs(clear)), f.limit};
  out.push_back(f);
}

/// What the methods take a mesh for: found by its shape, or said by its builder.
void reading(const Assessment& a, std::vector<Finding>& out) {
  const HullModel& hull = a.hull->model;
  if (!hull.reading) return;
  const BottomForm found = hull.reading->bottom, said = a.project.hull.bottom;
  Finding f{.id = "hull.reading", .stage = Stage::hull, .source = "sections of the imported mesh"};
  f.number = {hull.reading->agree, Dimension::ratio};
  const bool confirmed = said != BottomForm::unknown;
  if (!confirmed && found == BottomForm::unknown) {
    f.severity = Severity::watch;
    f.text = {"No method here fits this bottom: {0}. No speed, trim or turning is given until its form is chosen.",
              hull.reading->why_unknown};
  } else if (!confirmed) {
    f.severity = Severity::watch;
    f.text = {"Its bottom is taken as \"{1}\", as {0} of its sections tell; look at it and confirm.", f.number,
              Text(bottom_form_name(found))};
    HullDesign agreed = a.project.hull;
    agreed.bottom = found;
    f.remedy = Edit{{"Take the bottom as \"{0}\"", Text(bottom_form_name(found))}, ChangeHull{std::move(agreed)}};
  } else if (found != BottomForm::unknown && found != said) {
    f.severity = Severity::note;
    f.text = {"{0} of its sections look like \"{2}\"; you take its bottom as \"{1}\".", f.number,
              Text(bottom_form_name(said)), Text(bottom_form_name(found))};
  } else {
    f.text = {"Its bottom is taken as \"{1}\", as confirmed; {0} of its sections agree on one form.", f.number,
              Text(bottom_form_name(said))};
  }
  out.push_back(f);
}

}  // namespace

void hull_rules(const Assessment& a, std::vector<Finding>& out) {
  bridge(a, out);
  reading(a, out);
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
