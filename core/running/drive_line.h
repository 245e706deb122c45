// Does the drive line up, and how deep does its propulsor work? In: hull, layout, drive, the water at rest and running.
// Out: angles, offsets, clearances and immersion.
//
// Where things are comes from the components the drive lists. The motor's axis runs through its middle with the drive's
// motor tilt.
#pragma once

#include <functional>
#include <optional>
#include <string>

#include "base/text.h"
#include "drive/shafting.h"
#include "hull/model.h"
#include "layout/part.h"
#include "running/propulsion.h"

namespace plucky {

/// Parts of the layout that the drive lists; null where it has none that stands in the boat.
struct DriveParts {
  const Part* motor = nullptr;
  const Part* propulsor = nullptr;     ///< propeller, pod, jet unit or air propeller
  const Part* second_motor = nullptr;  ///< of a boat with two drives, where the layout has one for each
  const Part* second_propulsor = nullptr;
};
[[nodiscard]] DriveParts drive_parts(const Layout& layout, const Drive& drive);

/// Middle of the propeller disc (of a pod: at its foot; of a jet: the nozzle), m.
[[nodiscard]] Vec3 disc_centre(const Part& bearer, const Drive& drive);

/// The line from motor to propeller. All in boat axes; angles are positive with the after end down.
struct DriveLine {
  bool known = false;
  Text missing;                   ///< what the layout lacks, in words
  Vec3 disc = Vec3::Zero();       ///< middle of the propeller disc
  Vec3 exit = Vec3::Zero();       ///< where the line leaves the bottom
  Vec3 fore = Vec3::Zero();       ///< the shaft's fore end, at the coupler
  Vec3 motor_end = Vec3::Zero();  ///< after end of the motor's shaft
  double shaft_angle = 0.0;       ///< rad
  double tube_length = 0.0;       ///< m, from the coupler to the disc
  double coupler_offset = 0.0;    ///< m, between the axes at the coupler
  double coupler_angle = 0.0;     ///< rad, between the axes
  CouplerAllowance allowance;
  Vec3 motor_wanted = Vec3::Zero();   ///< middle of the motor with its axis on the line
  double free_length = 0.0;           ///< m, greatest between two bearings
  double whirling = 0.0;              ///< 1/s; 0 for a flex cable
  std::optional<double> bend_radius;  ///< m, of a flex cable, tightest
};

/// What any propulsor has.
struct Working {
  Vec3 place = Vec3::Zero();   ///< where thrust acts
  Vec3 inlet = Vec3::Zero();   ///< fore end of a jet's intake rim
  double thrust_angle = 0.0;   ///< rad, the thrust points upward ahead
  double thrust_offset = 0.0;  ///< m, from the CG square to the thrust line, positive when it passes below the CG
  double rest_depth = 0.0;     ///< m, of the disc's top (of a jet: the intake's rim) under the water at rest
  double wanted_depth = 0.0;   ///< m, that keeps air away
  double tip_clearance = 0.0;  ///< m, from the disc to the bottom (of an air propeller: to the deck)
  double shield = 0.0;         ///< m, by which a plate or the hull above makes the way of the air longer
  bool plate = false;          ///< an anti-ventilation plate lies above it
  double below_keel = 0.0;     ///< m, by which its lowest point stands below the keel
};

[[nodiscard]] DriveLine drive_line(const HullModel& hull, const Layout& layout, const Drive& drive);

/// `water` gives the height of the water at x in boat axes, m.
using WaterLevel = std::function<double(double)>;
[[nodiscard]] std::optional<Working> working_place(const HullModel& hull, const Layout& layout, const Drive& drive,
                                                   const Vec3& cg, const WaterLevel& at_rest);

/// How the propulsor lies in this water, started from rest.
[[nodiscard]] PropulsorWater propulsor_water(const Drive& drive, const Working& working, const WaterLevel& water);

}  // namespace plucky
