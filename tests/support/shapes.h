// Bodies whose properties are known in closed form, and small projects for tests.
#pragma once

#include <functional>

#include "base/error.h"
#include "flotation/immersed_body.h"
#include "project/project.h"
#include "resistance/planing.h"

namespace plucky::test {

inline constexpr double test_water = 1000.0;  ///< kg/m3

/// Prism along x from 0 to length with the given section (anticlockwise seen from +x: y to the right, z up).
TriangleMesh prism(const std::vector<Vec2>& section, double length, int slices = 1);

/// Circular cylinder along x with its axis at z = 0.
TriangleMesh cylinder(double radius, double length, int sides);

/// Sphere about the origin by latitude and longitude.
TriangleMesh sphere(double radius, int rings, int sectors);

/// Wigley hull: y = B/2 (1 - (2x/L)^2)(1 - (z/T)^2) below the water at z = 0, wall-sided above up to `height`. x from
/// -L/2 to L/2.
TriangleMesh wigley(double L, double B, double T, double height, int nx, int nz);

/// A small complete boat: deep-V hull of 620 mm with battery on a rail, motor, ESC and receiver, floating upright.
Project sample_boat();

/// A drive under the hand of a test: what is changed through it goes into the boat's components at the end of the
/// statement.
class DriveInHand {
 public:
  explicit DriveInHand(Project& p) : project_(p), before_(p.drive()), drive_(before_) {}
  DriveInHand(const DriveInHand&) = delete;
  DriveInHand& operator=(const DriveInHand&) = delete;
  ~DriveInHand() {
    if (!(drive_ == before_)) set_drive(project_, drive_);
  }
  Drive* operator->() { return &drive_; }
  Drive& operator*() { return drive_; }

 private:
  Project& project_;
  Drive before_, drive_;
};
inline DriveInHand drive(Project& project) {
  return DriveInHand(project);
}
/// The same, to look at.
class DriveInSight {
 public:
  explicit DriveInSight(Drive d) : drive_(std::move(d)) {}
  const Drive* operator->() const { return &drive_; }

 private:
  Drive drive_;
};
inline DriveInSight drive(const Project& project) {
  return DriveInSight(project.drive());
}

/// The steering under the hand of a test.
class SteeringInHand {
 public:
  explicit SteeringInHand(Project& p) : project_(p), steering_(p.steering()) {}
  SteeringInHand(const SteeringInHand&) = delete;
  SteeringInHand& operator=(const SteeringInHand&) = delete;
  ~SteeringInHand() { set_steering(project_, steering_); }
  Steering* operator->() { return &steering_; }
  Steering& operator*() { return steering_; }

 private:
  Project& project_;
  Steering steering_;
};
inline SteeringInHand steering(Project& project) {
  return SteeringInHand(project);
}
/// Steering of a kind with usual components.
inline Steering steering_by(SteeredBy by) {
  Steering s;
  s.by = by;
  return s;
}

/// The sample boat with motor and 40 mm propeller on one straight shaft through the bottom, the disc deep enough.
Project powered_boat();

/// Bottom of a launch of 1.4 kg, 170 mm over the chines.
PlaningHull planing_bottom_of_a_launch();

/// The first part of a kind. Throws std::runtime_error when there is none.
Part& part_of(Project& project, PartKind kind);

/// A hull of a family's usual measures.
HullDesign usual_hull(HullFamily family);
/// The plain boat of a family that is lofted, drawn at random, its length, beam and depth within a third of the usual.
HullDesign any_family_hull();

ImmersedBody body_of(const TriangleMesh& mesh, std::size_t leaf = 12);

/// What the refusal of something says; empty when it was not refused.
template <class F>
std::string refusal_of(F f) {
  try {
    (void)f();
  } catch (const InvalidInput& e) {
    return e.what();
  }
  return {};
}

}  // namespace plucky::test
