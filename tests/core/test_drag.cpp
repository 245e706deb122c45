// A boat that has been dragged about is the boat one would have drawn there: whatever the assessor keeps between two
// assessments must not show.
#include <gtest/gtest.h>

#include <set>

#include "assessment/assessment.h"
#include "project/edit.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Project coarse_boat() {
  Project p = sample_boat();
  p.hull.fineness = 0.35;
  return p;
}

std::set<std::string> rules_broken(const Assessment& a) {
  std::set<std::string> out;
  for (const Finding& f : a.findings)
    // What runs waits for the end of the drag, and says so.
    if (f.severity != Severity::fine && f.stage != Stage::drive) out.insert(f.id + "#" + std::to_string(f.subject));
  return out;
}

void expect_same(const Assessment& kept, const Assessment& fresh) {
  HOLDS(kept.project == fresh.project);
  HOLDS(kept.mass.total == fresh.mass.total);
  HOLDS((kept.mass.cg - fresh.mass.cg).norm() < 1e-12);
  HOLDS(std::abs(kept.flotation.plane.attitude.trim - fresh.flotation.plane.attitude.trim) < 1e-9);
  HOLDS(std::abs(kept.flotation.gm_transverse - fresh.flotation.gm_transverse) < 1e-9);
  HOLDS(std::abs(kept.freeboard.least - fresh.freeboard.least) < 1e-9);
  // The curve is read to hundredths of a millimetre.
  HOLDS(std::abs(kept.stability.max_arm - fresh.stability.max_arm) < 1e-5);
  HOLDS(std::abs(kept.stability.vanishing_angle.value_or(pi) - fresh.stability.vanishing_angle.value_or(pi)) < 1e-3);
  HOLDS(kept.spread.trim.low == fresh.spread.trim.low);
  HOLDS(kept.spread.least_freeboard.high == fresh.spread.least_freeboard.high);
  HOLDS(kept.fits.size() == fresh.fits.size());
  for (std::size_t i = 0; i < kept.fits.size(); ++i) {
    HOLDS(kept.fits[i].skin.inside == fresh.fits[i].skin.inside);
    HOLDS(kept.fits[i].overlaps == fresh.fits[i].overlaps);
  }
  HOLDS(rules_broken(kept) == rules_broken(fresh));
}

}  // namespace

PROPERTY(Dragging, LeavesNoTraceInTheNumbers) {
  Assessor assessor;
  Project p = coarse_boat();
  (void)assessor.assess(p, Care::in_a_drag);
  for (int step = any::whole(2, 7); step > 0; --step) {
    const auto which = any::whole<std::size_t>(0, p.layout.parts.size());
    const Part& part = p.layout.parts[which];
    const Vec3 by(any::whole(-20, 21) / 1000.0, any::whole(-5, 6) / 1000.0, any::whole(-3, 4) / 1000.0);
    p = apply(p, {"", MovePart{part.id, part.place + by}});
    expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
  }
}

PROPERTY(Dragging, AMassThatChangesOnTheWayIsSeen) {
  Assessor assessor;
  Project p = coarse_boat();
  (void)assessor.assess(p, Care::in_a_drag);
  Part part = p.layout.parts[0];
  part.mass = any::whole(50, 900) / 1000.0;
  part.mass_sigma = any::whole(0, 60) / 1000.0;
  if (any::either()) part.measured_mass = any::whole(50, 900) / 1000.0;
  p = apply(p, {"", ChangePart{part}});
  expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
  p.hull.shape.beam *= any::whole(90, 115) / 100.0;
  expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
}
