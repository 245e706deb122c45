// What lies on the board, one function per layer, painted in this order. Layers read the session and draw; they keep
// nothing.
#pragma once

#include <QPainter>

#include "board/board_map.h"
#include "board/label_placer.h"
#include "session/session.h"

namespace plucky::app {

/// All a layer needs.
struct Canvas {
  QPainter& painter;
  const BoardMap& map;
  const Session& session;
  LabelPlacer& labels;
  Stage stage;
  double station;  ///< m, of the sliding section
  QPointF guide;   ///< snapping guide in boat metres (x, other), NaN when off

  [[nodiscard]] const Assessment& a() const { return session.now(); }
};

void paint_water(Canvas& c);    ///< behind everything
void paint_hull(Canvas& c);     ///< outlines, chine, deck edge, hatches, cabins, bulkheads
void label_hatches(Canvas& c);  ///< last, with the place that is left
void paint_rails(Canvas& c);
void paint_parts(Canvas& c);
void paint_water_front(Canvas& c);  ///< translucent over the hull's underwater part, and the water line
void paint_marks(Canvas& c);        ///< CG, its band, freeboards
void paint_ruler(Canvas& c);
void paint_section(Canvas& c);  ///< the station line and its card

/// Corners of a part's outline in both views.
[[nodiscard]] QRectF part_in_profile(const BoardMap& map, const Part& part);
[[nodiscard]] QRectF part_in_plan(const BoardMap& map, const Part& part);

}  // namespace plucky::app
