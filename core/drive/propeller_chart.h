// Thrust and torque of one propeller over advance and Reynolds number, prepared once. In: its form. Out: KT, KQ.
//
// Three blades and more inside the range of the Wageningen B-series by its polynomials, corrected from their Reynolds
// number of 2e6 to the blade's own as ITTC 1978 does; everything else by blade element and momentum. Near the edges of
// the range both are mixed, and since a mixture of two that conserve energy at one advance conserves it too, no cell of
// the chart gives more than it takes.
#pragma once

#include <vector>

#include "drive/blade_element.h"

namespace plucky {

/// Where the numbers of a chart come from.
enum class ChartSource { series, both, blade_element };

class PropellerChart {
 public:
  PropellerChart() = default;
  /// `in_air`: cambered sections, never the series. Throws InvalidInput as blade_element() does.
  explicit PropellerChart(const BladeForm& form, bool in_air = false);
  /// The chart of a pitch ratio between two near ones of the same blades.
  PropellerChart(const PropellerChart& low, const PropellerChart& high, double pitch_ratio);

  /// `advance` J = V / (n D), not below zero; `disc_reynolds` n D^2 / nu, held at 4e4 below and 4e6 above.
  [[nodiscard]] PropellerCoefficients wetted(double advance, double disc_reynolds) const;
  /// With air or vapour behind the blades.
  [[nodiscard]] PropellerCoefficients cavity(double advance) const;
  [[nodiscard]] ChartSource source() const { return source_; }
  [[nodiscard]] const BladeForm& form() const { return form_; }

 private:
  using Row = std::vector<PropellerCoefficients>;  // over the advance
  [[nodiscard]] PropellerCoefficients at(const Row& row, double advance) const;

  BladeForm form_;
  ChartSource source_ = ChartSource::blade_element;
  double step_ = 0.0;        // of the advance
  std::vector<Row> wetted_;  // by Reynolds number
  Row cavity_;
};

/// The same as the constructor gives; of the screws asked for last by this thread the charts are kept, since a boat is
/// mostly assessed again with the screw that it had.
[[nodiscard]] PropellerChart chart_of(const BladeForm& form, bool in_air);

/// Charts of the same blades over a range of pitch ratios, 5 % apart, for those who try many.
class ChartFan {
 public:
  ChartFan(const BladeForm& form, double low, double high, bool in_air);
  /// Held at the range's ends.
  [[nodiscard]] PropellerChart at(double pitch_ratio) const;

 private:
  std::vector<PropellerChart> charts_;
};

/// How far the series speaks for a form at an advance: 1 well inside its range, 0 outside and at its edges.
[[nodiscard]] double series_share(const BladeForm& form, double advance);

}  // namespace plucky
