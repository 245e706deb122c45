// One propulsor in the water or the air, whatever its kind. In: revolutions, speed, how it lies to the surface. Out:
// thrust and torque.
//
// A water propeller's wetted thrust by its chart (drive/propeller_chart.h), held to what the water lets it have
// (drive/cavitation.h); the share that works with air behind its blades (drive/ventilation.h) by the chart's cavity
// flow; both times the share of the disc that is in the water. Every step mixes loads of one speed and revolutions,
// each of which conserves energy, so the mixture does.
#pragma once

#include <optional>
#include <string>

#include "base/text.h"
#include "drive/cavitation.h"
#include "drive/drive.h"
#include "drive/kind.h"
#include "drive/propeller_chart.h"
#include "drive/ventilation.h"

namespace plucky {

/// How the propulsor lies to the surface.
struct PropulsorWater {
  std::optional<DiscPlace> disc;  ///< of a water propeller; none: as deep as it could wish
  double share = 1.0;             ///< of a jet's intake that is wet
  AirHistory history = AirHistory::from_rest;
};

struct PropulsorLoad {
  double thrust = 0.0;      ///< N, one drive
  double torque = 0.0;      ///< N m
  double air = 0.0;         ///< share of the blades' work done with air behind them
  double immersed = 1.0;    ///< share of disc or intake in the water
  double cavitation = 1.0;  ///< share of the wetted thrust that cavitation leaves
  double sound = 0.0;       ///< N, thrust of the same revolutions and speed in deep water without cavitation
};

/// Prepared once for a drive, then asked many times.
class Propulsion {
 public:
  /// `density` in kg/m3 and kinematic `viscosity` in m2/s are the water's; `charts` are of the drive's blades over
  /// pitch ratios, else its chart is made. Throws InvalidInput for measures outside
  /// their range.
  Propulsion(const Drive& drive, double density, double viscosity, const ChartFan* charts = nullptr);

  [[nodiscard]] PropulsorLoad at(double revolutions, double speed, const PropulsorWater& water = {}) const;
  /// The same with this share of air, whatever would be drawn.
  [[nodiscard]] PropulsorLoad with_air(double revolutions, double speed, const DiscPlace& disc, double air) const;
  /// Share of air that a load would draw at this speed.
  [[nodiscard]] double air_drawn(double thrust, double speed, const DiscPlace& disc, AirHistory history) const;
  [[nodiscard]] const DriveKind& kind() const { return *kind_; }
  [[nodiscard]] const Drive& drive() const { return drive_; }
  /// Of what it works in, kg/m3 and m2/s.
  [[nodiscard]] double density() const { return density_; }
  [[nodiscard]] double viscosity() const { return viscosity_; }
  /// Of a propulsor with open blades.
  [[nodiscard]] const PropellerChart& chart() const { return chart_; }
  /// What the kind of method cannot promise, empty when it is within its published range.
  [[nodiscard]] const Text& doubt() const { return doubt_; }

 private:
  const DriveKind* kind_;
  Drive drive_;
  double density_, viscosity_;
  PropellerChart chart_;
  BladeArea blades_;
  Text doubt_;
};

/// Charts of the drive's blades over a range of pitch ratios; none where they are not in the open.
[[nodiscard]] std::optional<ChartFan> charts_over(const Drive& drive, double low, double high);

}  // namespace plucky
