// Masses and places are known only so well. In: an equilibrium and normal scatter per item. Out: ranges of trim, heel
// and freeboard.
//
// Method: every sample draws its own masses and places and gets its exact mass and CG; the water plane follows by the
// equilibrium's own Jacobian (first order), the freeboards from that plane exactly. Good while heel and trim scatter by
// a few degrees; `wide` says when it is not.
#pragma once

#include <Eigen/Core>
#include <cstdint>
#include <vector>

#include "base/scatter.h"
#include "flotation/equilibrium.h"

namespace plucky {

/// One item of the mass budget with its uncertainty (standard deviations).
struct UncertainMass {
  double mass = 0.0;                ///< kg
  double mass_sigma = 0.0;          ///< kg
  Vec3 place = Vec3::Zero();        ///< m
  Vec3 place_sigma = Vec3::Zero();  ///< m along each axis
};

struct Spread {
  int samples = 0;
  bool wide = false;      ///< heel or trim scatters by more than 5 degrees: take the ranges as rough
  Range trim;             ///< rad
  Range heel;             ///< rad
  Range mass;             ///< kg
  Range least_freeboard;  ///< m, over the given points
  std::vector<Vec3> cg;   ///< the first few hundred sampled CGs, for drawing the cloud
};

/// What every sample draws: its own masses and misplacements. It does not depend on where things are meant to be, so a
/// drag draws it once.
class MassScatter {
 public:
  MassScatter() = default;
  /// Throws InvalidInput on a negative uncertainty. `seed` makes the samples repeatable.
  explicit MassScatter(const std::vector<UncertainMass>& masses, int samples = 10000, std::uint32_t seed = 1);

  /// Was it drawn for these masses and uncertainties?
  [[nodiscard]] bool is_of(const std::vector<UncertainMass>& masses) const;
  [[nodiscard]] int samples() const { return static_cast<int>(own_.rows()); }

 private:
  friend Spread sample_spread(const Equilibrium&, const MassScatter&, const std::vector<UncertainMass>&, double,
                              const std::vector<Vec3>&);
  std::vector<UncertainMass> of_;
  Eigen::MatrixXd own_;                              // kg, [sample][item]
  Eigen::VectorXd total_;                            // kg, [sample]
  Eigen::Matrix<double, Eigen::Dynamic, 3> moment_;  // kg m, [sample], of the misplacements alone
};

/// `masses` are those of the scatter, at their places. Throws InvalidInput when they are not.
[[nodiscard]] Spread sample_spread(const Equilibrium& e, const MassScatter& scatter,
                                   const std::vector<UncertainMass>& masses, double density,
                                   const std::vector<Vec3>& freeboard_points);

}  // namespace plucky
