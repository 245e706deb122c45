// One propulsor in the water or the air, whatever its kind. In: revolutions, speed. Out: thrust and torque.
#pragma once

#include <string>
#include <vector>

#include "drive/b_series.h"
#include "drive/drive.h"
#include "drive/pitch_and_slip.h"
#include "drive/water_jet.h"

namespace plucky {

struct PropulsorLoad {
  double thrust = 0.0;  ///< N, one drive
  double torque = 0.0;  ///< N m
};

/// Prepared once for a drive, then asked many times.
class Propulsion {
 public:
  /// Three blades and more by the B-series, two by the blade element of drive/pitch_and_slip.h, an air propeller by the
  /// blade element in air, a jet by momentum. Throws InvalidInput for measures outside their range.
  Propulsion(const Drive& drive, double water_density);

  /// `share`: of thrust and torque that is left where the disc is not wholly in sound water (low confidence).
  [[nodiscard]] PropulsorLoad at(double revolutions, double speed, double share = 1.0) const;
  /// What the kind of method cannot promise, empty when it is within its published range.
  [[nodiscard]] const std::string& doubt() const { return doubt_; }

 private:
  [[nodiscard]] PropellerCoefficients blade_element_at(double j) const;

  Propulsor kind_;
  double diameter_, density_;
  OpenWater series_;
  bool by_series_ = false;
  std::vector<PropellerCoefficients> table_;  // over J from 0 in steps of table_step
  WaterJet jet_;
  std::string doubt_;
};

}  // namespace plucky
