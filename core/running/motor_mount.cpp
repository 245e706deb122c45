#include "running/motor_mount.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

/// Usual screw circles of motor fronts by can diameter, m: common practice, no source.
double usual_circle(double can) {
  if (can < 0.024) return 0.012;
  if (can < 0.032) return 0.016;
  if (can < 0.046) return 0.025;
  return 0.032;
}

/// Young's modulus of a skin by its density, N/m2 (memory): prints 2 GPa, ply and glass 8, aluminium 69; balsa and foam
/// below.
double stiffness(double density) {
  if (density > 2300.0) return 69e9;
  if (density > 1400.0) return 10e9;
  if (density > 900.0) return 2e9;
  return density > 400.0 ? 8e9 : 1e9;
}

}  // namespace

MotorMount motor_mount(const HullModel& hull, const Skin& skin, const Motor& motor, const DriveLine& line) {
  MotorMount m;
  m.tilt = line.shaft_angle;
  const Vec3 along(std::cos(m.tilt), 0.0, std::sin(m.tilt));
  const Vec3 face = line.motor_wanted - 0.5 * motor.can_length * along;
  m.plate_x = face.x();
  m.screw_circle = usual_circle(motor.can_diameter);
  m.screw = motor.can_diameter < 0.032 ? 0.0025 : 0.003;
  m.foot = motor.can_length;
  const double bottom = hull.bottom_height(face.x(), face.y()) + skin.shell_thickness;
  m.axis_height = std::max(0.0, face.z() - bottom);
  const double rise = hull.bottom_height(face.x() + m.foot, face.y()) - hull.bottom_height(face.x(), face.y());
  m.shim = std::abs(std::tan(m.tilt) * m.foot - rise);
  return m;
}

double flex_at_coupler(const HullModel& hull, const Skin& skin, const DriveLine& line, double thrust,
                       double thrust_offset) {
  const double x = line.fore.x(), span = std::abs(line.fore.x() - std::max(line.exit.x(), hull.box.low.x()));
  const Section::Extent e = hull.section_near(x).extent();
  if (e.empty() || span <= 0.0) return 0.0;
  const double breadth = e.high.x() - e.low.x(), depth = e.high.y() - e.low.y(), t = skin.shell_thickness;
  // Bottom and two sides, about their own middle; the deck is open by its hatch.
  const double area = breadth * t + 2.0 * depth * t, middle = depth * depth * t / area;
  const double second = breadth * t * middle * middle +
                        2.0 * (t * depth * depth * depth / 12.0 + depth * t * std::pow(0.5 * depth - middle, 2));
  return std::abs(thrust * thrust_offset) * span * span / (8.0 * stiffness(skin.density) * second);
}

}  // namespace plucky
