// The space between two watertight bulkheads and the water in it. In: hull, stations, skin. Out: how water lies there.
//
// Sections of the hull between the bulkheads, clipped exactly by the water's level plane in any trim and heel.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "flotation/immersed_body.h"
#include "hull/model.h"

namespace plucky {

class Compartment {
 public:
  Compartment() = default;
  /// From x to x, m, in a shell; `skin` is the thickness that takes from the room.
  Compartment(const HullModel& hull, std::size_t shell, double from, double to, double skin, Text name);
  [[nodiscard]] std::size_t shell() const { return shell_; }
  [[nodiscard]] const Text& name() const { return name_; }
  [[nodiscard]] double from() const { return from_; }
  [[nodiscard]] double to() const { return to_; }
  [[nodiscard]] double volume() const { return volume_; }  ///< m3
  /// Water of a volume under a plane parallel to the outside water.
  struct Water {
    double offset = 0.0;          ///< of its surface, as WaterPlane::offset
    Vec3 centre = Vec3::Zero();   ///< m
    double surface_second = 0.0;  ///< m4, of its surface about its own middle line, across
    double lowest_x = 0.0;        ///< m, station of its deepest point
    double depth = 0.0;           ///< m, there
    bool full = false;
  };
  /// `near` is an offset to begin the search at, e.g. that of a moment before.
  [[nodiscard]] Water holding(double volume, const Attitude& attitude, const double* near = nullptr) const;
  /// Depth of that water at a place along the boat, m; 0 where it is dry.
  [[nodiscard]] double depth_at(const Water& water, const Attitude& attitude, double x) const;

 private:
  struct Slice {
    double x = 0.0, width = 0.0, room = 1.0;  ///< m, station, its share of the length, share that is not skin
    double low = 0.0, high = 0.0;             ///< m, heights of its lowest and highest point
    std::vector<std::vector<Vec2>> loops;
  };
  struct Part {
    double volume = 0.0, surface = 0.0;                                ///< m3, m2 that a rise of the plane fills
    double breadths = 0.0, surface_first = 0.0, surface_second = 0.0;  ///< m2, m3, m4 of the surface, skin and all
    Vec3 moment = Vec3::Zero();
  };
  [[nodiscard]] Part below(double offset, const Attitude& attitude) const;
  Text name_;
  std::size_t shell_ = 0;
  double from_ = 0.0, to_ = 0.0, volume_ = 0.0;
  std::vector<Slice> slices_;
};

/// One per space between watertight bulkheads of the main shell, from the transom forward; then each further shell
/// whole.
[[nodiscard]] std::vector<Compartment> compartments_of(const HullModel& hull, const HullDesign& design);
/// The one of a shell that holds x.
[[nodiscard]] std::size_t compartment_at(const std::vector<Compartment>& all, double x, std::size_t shell = 0);

/// Height of a plane of this offset over a station on the centre line, m.
[[nodiscard]] double level_at(double offset, const Attitude& attitude, double x);

}  // namespace plucky
