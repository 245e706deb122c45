// Glass cloth and resin over a hull of foam board or a mould. In: area, cloth, the resin's clock. Out: how much of
// each, in batches that are used up before they go off.
//
// Cloth takes its own weight of resin laid up by hand, the second coat half of that; a square metre is wetted out in 40
// minutes, coated again in 15; a batch is used up within seven tenths of its pot life: common practice, no source.
#pragma once

#include <optional>

#include "build/cure.h"

namespace plucky {

struct LaminateWishes {
  double cloth = 0.080;   ///< kg/m2
  double layers = 1.0;    ///< of cloth, a whole number
  double overlap = 0.15;  ///< share more for laps at the edges
  double celsius = 20.0;  ///< of the workshop
  Product resin = Product::laminating_epoxy;
};

struct ResinCoat {
  double resin = 0.0;  ///< kg
  double hands = 0.0;  ///< s
  int batches = 1;
  [[nodiscard]] double batch() const { return resin / batches; }  ///< kg each
};

struct Laminate {
  double cloth_area = 0.0, cloth_mass = 0.0;  ///< m2, kg; all layers with their laps
  ResinCoat first, second;                    ///< with the cloth; thinner, after sanding
  double pot_life = 0.0;                      ///< s
};

/// For an area, m2. Nothing where the resin does not harden at that temperature. Throws InvalidInput for an area or a
/// weight of cloth that is negative or no number.
[[nodiscard]] std::optional<Laminate> laminate_of(double area, const LaminateWishes& wishes = {});

}  // namespace plucky
