// Questions turned round: what must I move, add or foam to get the water line I want? In: body, loading, wish. Out: a
// distance, a mass with its place, a volume; with a status that says when the wish cannot be met.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "flotation/equilibrium.h"

namespace plucky {

/// How far a part of the given mass must move along the boat (m, positive forward) so that the boat rests at the wanted
/// trim. Exact: one balance at that trim tells where the CG must be.
struct SlideAnswer {
  bool solved = false;
  double distance = 0.0;
  Text message;
};
[[nodiscard]] SlideAnswer slide_for_trim(const ImmersedBody& body, const Loading& loading, double density,
                                         double part_mass, double wanted_trim);

/// The least ballast whose middle stands at height z, so that the boat floats level with the water at `waterline_z`
/// above the baseline: mass and the place that keeps trim and heel at zero.
struct BallastAnswer {
  bool solved = false;
  double mass = 0.0;           ///< kg
  Vec3 place = Vec3::Zero();   ///< m
  double gm_transverse = 0.0;  ///< m, with the ballast in
  Text message;
};
[[nodiscard]] BallastAnswer ballast_for_waterline(const ImmersedBody& body, const Loading& loading, double density,
                                                  double waterline_z, double ballast_z);

/// A thing that still displaces water when the hull is full: its mass and the volume of its solid stuff.
struct SolidMass {
  double mass = 0.0;    ///< kg
  double volume = 0.0;  ///< m3 of solid material and sealed spaces
};

/// Foam needed so that the flooded boat still floats with `reserve` (share of its mass) in hand; `foam` is its density,
/// kg/m3.
struct SwampedAnswer {
  double buoyant_volume = 0.0;  ///< m3 that stays dry without more foam
  double floats_mass = 0.0;     ///< kg that this volume carries
  double foam_volume = 0.0;     ///< m3 of further foam; 0 when it floats already
};
[[nodiscard]] SwampedAnswer swamped_flotation(const std::vector<SolidMass>& things, double water_density, double foam,
                                              double reserve);

}  // namespace plucky
