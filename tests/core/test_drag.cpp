// A boat that has been dragged about is the boat one would have drawn there: whatever the assessor keeps between two
// assessments must not show.
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <set>

#include "assessment/assessment.h"
#include "project/edit.h"
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
  RC_ASSERT(kept.project == fresh.project);
  RC_ASSERT(kept.mass.total == fresh.mass.total);
  RC_ASSERT((kept.mass.cg - fresh.mass.cg).norm() < 1e-12);
  RC_ASSERT(std::abs(kept.flotation.plane.attitude.trim - fresh.flotation.plane.attitude.trim) < 1e-9);
  RC_ASSERT(std::abs(kept.flotation.gm_transverse - fresh.flotation.gm_transverse) < 1e-9);
  RC_ASSERT(std::abs(kept.freeboard.least - fresh.freeboard.least) < 1e-9);
  // The curve is read to hundredths of a millimetre.
  RC_ASSERT(std::abs(kept.stability.max_arm - fresh.stability.max_arm) < 1e-5);
  RC_ASSERT(std::abs(kept.stability.vanishing_angle.value_or(pi) - fresh.stability.vanishing_angle.value_or(pi)) <
            1e-3);
  RC_ASSERT(kept.spread.trim.low == fresh.spread.trim.low);
  RC_ASSERT(kept.spread.least_freeboard.high == fresh.spread.least_freeboard.high);
  RC_ASSERT(kept.fits.size() == fresh.fits.size());
  for (std::size_t i = 0; i < kept.fits.size(); ++i) {
    RC_ASSERT(kept.fits[i].skin.inside == fresh.fits[i].skin.inside);
    RC_ASSERT(kept.fits[i].overlaps == fresh.fits[i].overlaps);
  }
  RC_ASSERT(rules_broken(kept) == rules_broken(fresh));
}

}  // namespace

RC_GTEST_PROP(Dragging, LeavesNoTraceInTheNumbers, ()) {
  Assessor assessor;
  Project p = coarse_boat();
  (void)assessor.assess(p, Care::in_a_drag);
  for (int step = *rc::gen::inRange(2, 7); step > 0; --step) {
    const auto which = *rc::gen::inRange<std::size_t>(0, p.layout.parts.size());
    const Part& part = p.layout.parts[which];
    const Vec3 by(*rc::gen::inRange(-20, 21) / 1000.0, *rc::gen::inRange(-5, 6) / 1000.0,
                  *rc::gen::inRange(-3, 4) / 1000.0);
    p = apply(p, {"", MovePart{part.id, part.place + by}});
    expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
  }
}

RC_GTEST_PROP(Dragging, AMassThatChangesOnTheWayIsSeen, ()) {
  Assessor assessor;
  Project p = coarse_boat();
  (void)assessor.assess(p, Care::in_a_drag);
  Part part = p.layout.parts[0];
  part.mass = *rc::gen::inRange(50, 900) / 1000.0;
  part.mass_sigma = *rc::gen::inRange(0, 60) / 1000.0;
  if (*rc::gen::arbitrary<bool>()) part.measured_mass = *rc::gen::inRange(50, 900) / 1000.0;
  p = apply(p, {"", ChangePart{part}});
  expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
  p.hull.shape.beam *= *rc::gen::inRange(90, 115) / 100.0;
  expect_same(assessor.assess(p, Care::in_a_drag), Assessor().assess(p, Care::in_a_drag));
}
