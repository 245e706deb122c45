// What outlines of components are made of: blocks, lines, blades, told as shares of the box that holds them.
#pragma once

#include <QPainterPath>
#include <QRectF>
#include <initializer_list>

#include "layout/part.h"

namespace plucky::app {

enum class Side { profile, plan, section };

struct Silhouette {
  QPainterPath body;   ///< filled and outlined
  QPainterPath lines;  ///< drawn on it, thin
};

/// A box with places told as shares: u from aft to forward (in a section from starboard to port), v from below up.
struct Frame {
  QRectF box;
  [[nodiscard]] QPointF at(double u, double v) const {
    return {box.left() + u * box.width(), box.bottom() - v * box.height()};
  }
  [[nodiscard]] QRectF part(double u0, double v0, double u1, double v1) const {
    return QRectF(at(u0, v1), at(u1, v0)).normalized();
  }
  /// Radius of its corners.
  [[nodiscard]] double round() const;
};

void line(QPainterPath& path, const QPointF& a, const QPointF& b);
void block(QPainterPath& path, const QRectF& r, double round);
void polygon(QPainterPath& path, std::initializer_list<QPointF> points);
/// A blade from the hub outward, `across` wide at its widest.
void blade(QPainterPath& path, const QPointF& hub, const QPointF& tip, double across);

/// A turned thing: round from ahead, these blocks from the side (u0, v0, u1, v1, rounding).
struct Turned {
  double u0, v0, u1, v1, round;
};
[[nodiscard]] Silhouette turned(const Frame& f, Side side, std::initializer_list<Turned> blocks);

/// A box, or round where the part is.
[[nodiscard]] Silhouette plain_outline(const Part& part, const Frame& f, Side side);

}  // namespace plucky::app
