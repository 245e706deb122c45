// What a print takes, against hand arithmetic; few layers against all.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "geometry/solid.h"
#include "hull/family.h"

using namespace plucky;

namespace {

const Printer printer{.line_width = 0.0005, .layer = 0.0002};

}  // namespace

TEST(PrintEstimate, OfASolidCubeIsItsVolume) {
  const TriangleMesh cube = box_mesh({0, 0, 0}, {0.02, 0.02, 0.02});
  const PrintEstimate full = slice_print(cube, printer, {.perimeters = 2, .infill = 1.0, .density = 1250.0});
  EXPECT_EQ(full.layers, 100u);
  EXPECT_NEAR(full.mass, 0.010, 1e-5);  // 8 cm3 of 1.25 g
  EXPECT_NEAR(full.filament, 8e-6 / (0.25 * pi * 1.75e-3 * 1.75e-3), 5e-3);
  // Two perimeters of 0.5 mm lie 0.25 and 0.75 mm inside: 4 x 19.5 + 4 x 18.5 mm a layer.
  EXPECT_NEAR(full.perimeter_lines, 100 * (4 * 0.0195 + 4 * 0.0185), 1e-6);
  EXPECT_NEAR(full.infill_lines, 100 * 0.018 * 0.018 / 0.0005, 1e-3);
}

TEST(PrintEstimate, OfACubeWithInfillHasSolidFloorAndRoof) {
  const TriangleMesh cube = box_mesh({0, 0, 0}, {0.02, 0.02, 0.02});
  const PrintEstimate e =
      slice_print(cube, printer, {.perimeters = 2, .infill = 0.2, .solid_layers = 4, .density = 1250.0});
  const double inner = 0.018 * 0.018;
  EXPECT_NEAR(e.infill_lines, (8.0 + 0.2 * 92.0) * inner / 0.0005, 1e-3);
}

TEST(PrintEstimate, OfATubeAndACupByHand) {
  // A square tube and cup of 1 mm wall, two lines: all perimeters.
  const TriangleMesh block = box_mesh({0, 0, 0}, {0.03, 0.03, 0.05});
  const Solid tube = combine(block, box_mesh({0.001, 0.001, -0.01}, {0.029, 0.029, 0.06}), Combine::cut);
  const Solid cup = combine(block, box_mesh({0.001, 0.001, 0.0016}, {0.029, 0.029, 0.06}), Combine::cut);
  ASSERT_TRUE(tube.done && cup.done);
  const PrintSettings s{.perimeters = 2, .infill = 0.15, .density = 1270.0};
  const double wall = 0.03 * 0.03 - 0.028 * 0.028;
  // The middle of the outer line's outside corner is square here, so that lines overlap there by a little.
  EXPECT_NEAR(slice_print(tube.mesh, printer, s).mass, wall * 0.05 * 1270.0, 0.02 * wall * 0.05 * 1270.0);
  const double floor = 0.028 * 0.028 * 0.0016;
  EXPECT_NEAR(slice_print(cup.mesh, printer, s).plastic, wall * 0.05 + floor, 0.03 * (wall * 0.05 + floor));
}

TEST(PrintEstimate, AFewLayersTellWhatAllDoWithinATenth) {
  HullDesign design;
  design.family = HullFamily::deep_v;
  design.shape = default_shape(design.family);
  design.skin.shell_thickness = 0.0018;
  design.hatches.push_back({.id = 1, .x = 0.15, .length = 0.2, .width = 0.1});
  const HullModel hull = build_hull(design);
  const PrintedHull p = print_hull(hull, design, {0.2, 0.4}, {}, {});
  ASSERT_TRUE(p.done);
  for (const HullSection& s : {p.sections[2]}) {
    const TriangleMesh placed = on_bed(s.mesh, s.stance, printer);
    EXPECT_NEAR(signed_volume(placed), s.volume, 1e-9 * s.volume);  // turned, not mirrored
    EXPECT_NEAR(bounds(placed).low.z(), 0.0, 1e-12);
    const PrintEstimate all = slice_print(placed, printer, {}), few = quick_print(placed, printer, {});
    EXPECT_NEAR(few.time, all.time, 0.1 * all.time);
    EXPECT_NEAR(few.mass, all.mass, 0.1 * all.mass);
    // Walls of four lines are solid, the rims at the cuts are not.
    EXPECT_LT(all.plastic, s.volume);
    EXPECT_GT(all.plastic, 0.85 * s.volume);
    EXPECT_GT(all.time, 3600.0);
  }
}

TEST(PrintEstimate, RefusesWhatIsOpen) {
  TriangleMesh open = box_mesh({0, 0, 0}, {0.02, 0.02, 0.02});
  open.triangles.pop_back();
  EXPECT_THROW((void)slice_print(open, printer, {}), InvalidInput);
}
