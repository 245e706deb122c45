// The way a hose takes through the boat. In: hull, layout, shaft line, circuit. Out: per hose its path, length, mass,
// bends, highest point, and what it meets.
//
// A shortest path over a grid of cells inside the skin, clear of parts and shaft; lanes are cheaper, height is dearer.
// The path is pulled tight and its corners rounded with the radius they have room for.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "cooling/circuit.h"
#include "hull/model.h"
#include "running/drive_line.h"

namespace plucky {

/// The space under the deck in cells; belongs to one hull.
class RouteSpace {
 public:
  RouteSpace() = default;
  explicit RouteSpace(const HullModel& hull, double cell = 0.008);
  [[nodiscard]] double cell() const { return cell_; }

 private:
  friend class Router;
  double cell_ = 0.008;
  Vec3 origin_ = Vec3::Zero();
  int nx_ = 0, ny_ = 0, nz_ = 0;
  std::vector<std::vector<Span>> columns_;  // free heights by column, none outside the hull
};

struct HosePath {
  Id hose = 0;
  std::vector<Vec3> points;    ///< m, corners from port to port
  double length = 0.0;         ///< m, along the rounded path
  double mass = 0.0;           ///< kg, with the hose ends that a rigid tube needs
  Vec3 centre = Vec3::Zero();  ///< m, middle of its mass
  double turn = 0.0;           ///< rad, sum of its bends
  double least_radius = 1.0;   ///< m, tightest bend; 1 where it runs straight
  double wanted_radius = 0.0;  ///< m, least its material bears
  Vec3 tightest = Vec3::Zero(), highest = Vec3::Zero();
  std::vector<Id> through;  ///< parts in its way where there is no way round
  std::vector<Id> crosses;  ///< other hoses closer than their skins
  bool by_shaft = false;    ///< touches shaft or coupler
  double in_lanes = 0.0;    ///< share of its length
  [[nodiscard]] bool kinks() const { return least_radius < wanted_radius; }
};

/// Mass of a piece of hose or tube, kg: wall's volume times density; a rigid tube carries two 20 mm ends of silicone
/// hose over it.
[[nodiscard]] double hose_mass(const Hose& hose, double length);

/// Paths of all hoses, in the circuit's order.
[[nodiscard]] std::vector<HosePath> route_hoses(const RouteSpace& space, const Layout& layout, const DriveLine& line,
                                                const CoolingCircuit& circuit);

}  // namespace plucky
