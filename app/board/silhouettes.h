// What a component looks like: simple outlines by kind, to the scale of the box they fill. In: a part, its box on the
// screen, the side it is seen from. Out: what is filled and what is drawn on it.
#pragma once

#include <QPainterPath>
#include <QRectF>

#include "layout/part.h"

namespace plucky::app {

enum class Side { profile, plan, section };

struct Silhouette {
  QPainterPath body;   ///< filled and outlined
  QPainterPath lines;  ///< drawn on it, thin
};

/// Forward is to the right, up or port is up; `box` holds all of it.
[[nodiscard]] Silhouette silhouette(const Part& part, const QRectF& box, Side side);

/// Paints it with the painter's pen and brush; thin lines in the pen's colour.
void draw_silhouette(QPainter& painter, const Part& part, const QRectF& box, Side side);

}  // namespace plucky::app
