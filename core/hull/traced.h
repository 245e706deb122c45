// A hull from sections drawn over a picture of a plan. In: points on the picture, what they stand for. Out: a table of
// offsets, as if somebody had measured it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/blob.h"
#include "hull/from_offsets.h"

namespace plucky {

struct TracePoint {
  Vec2 at = Vec2::Zero();  ///< pixels of the picture, right and down
  bool corner = false;     ///< a chine: the curve ends here and another begins
  bool operator==(const TracePoint&) const = default;
};

/// Half of a section, drawn on either side of the centre line from the keel outward and up to the deck edge.
struct TraceSection {
  double x = 0.0;  ///< m from the transom
  std::vector<TracePoint> points;
  bool operator==(const TraceSection&) const = default;
};

/// What the picture shows, as far as it has been said.
struct Trace {
  std::optional<Vec2> from, to;  ///< pixels, two points whose distance is known
  double distance = 0.1;         ///< m, on the finished boat
  std::optional<Vec2> foot;      ///< pixels, where the centre line meets the base line
  std::vector<TraceSection> sections;
  bool operator==(const Trace&) const = default;

  /// m a pixel; none without two points apart, or a distance not above zero.
  [[nodiscard]] std::optional<double> scale() const;
};

/// What a hull was drawn over, kept with it so that the drawing can go on another day.
struct DrawnHull {
  Trace trace;
  std::string picture_name;       ///< of its file
  Blob picture;                   ///< JPEG; empty where the boat came without its archive
  Vec3 stretched = Vec3::Ones();  ///< by what the hull was scaled since it was drawn, along each axis
  bool operator==(const DrawnHull&) const = default;
};
/// Its skin, stretched as it is. Throws InvalidInput as traced_stations() and skin_from_offsets().
[[nodiscard]] TriangleMesh skin_of(const DrawnHull& drawn);

/// The section as drawn: through its points by centripetal Catmull-Rom curves from corner to corner, in pixels.
[[nodiscard]] std::vector<Vec2> drawn_line(const TraceSection& section, int steps_each = 12);

/// Stations in order of x. Every one has as many points as the others where all have as many corners: chines stay
/// chines. Throws InvalidInput naming what is not said yet or the section that is no half section.
[[nodiscard]] std::vector<OffsetStation> traced_stations(const Trace& trace);

}  // namespace plucky
