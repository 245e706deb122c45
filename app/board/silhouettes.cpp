#include "board/silhouettes.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace plucky::app {

namespace {

/// A box with places told as shares: u from aft to forward (in a section from starboard to port), v from below up.
struct Frame {
  QRectF box;
  [[nodiscard]] QPointF at(double u, double v) const {
    return {box.left() + u * box.width(), box.bottom() - v * box.height()};
  }
  [[nodiscard]] QRectF part(double u0, double v0, double u1, double v1) const {
    return QRectF(at(u0, v1), at(u1, v0)).normalized();
  }
  [[nodiscard]] double round() const { return std::min({3.0, 0.2 * box.width(), 0.2 * box.height()}); }
};

void line(QPainterPath& path, const QPointF& a, const QPointF& b) {
  path.moveTo(a);
  path.lineTo(b);
}

void block(QPainterPath& path, const QRectF& r, double round) {
  path.addRoundedRect(r, round, round);
}

void polygon(QPainterPath& path, std::initializer_list<QPointF> points) {
  QPolygonF p(points);
  path.addPolygon(p);
  path.closeSubpath();
}

Silhouette battery(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  const auto* data = std::get_if<Battery>(&part.data);
  const int cells = data ? static_cast<int>(std::min<std::uint32_t>(data->cells, 12)) : 1;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  if (side == Side::section) {
    for (int i = 1; i < cells; ++i) line(s.lines, f.at(0.06, double(i) / cells), f.at(0.94, double(i) / cells));
    return s;
  }
  for (int i = 1; i < cells; ++i) line(s.lines, f.at(double(i) / cells, 0.08), f.at(double(i) / cells, 0.92));
  // Two leads lie along its after end.
  for (const double v : {0.62, 0.78}) {
    s.lines.moveTo(f.at(0.0, v));
    s.lines.cubicTo(f.at(0.10, v), f.at(0.08, v - 0.45), f.at(0.20, v - 0.40));
  }
  return s;
}

Silhouette esc(const Part&, const Frame& f, Side side) {
  Silhouette s;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  for (int i = 1; i < 6; ++i) {
    const double u = 0.18 + 0.64 * i / 6.0;
    line(s.lines, f.at(u, side == Side::plan ? 0.2 : 0.45), f.at(u, side == Side::plan ? 0.8 : 0.95));
  }
  return s;
}

Silhouette motor(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::section) {
    s.body.addEllipse(f.box);
    const double r = 0.12 * std::min(f.box.width(), f.box.height());
    s.lines.addEllipse(f.box.center(), r, r);
    return s;
  }
  const auto* data = std::get_if<Motor>(&part.data);
  const bool turns = data && data->outrunner;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  line(s.lines, f.at(0.10, 0.02), f.at(0.10, 0.98));
  line(s.lines, f.at(turns ? 0.30 : 0.90, 0.02), f.at(turns ? 0.30 : 0.90, 0.98));
  if (turns)  // magnets behind the slots of the bell
    for (int i = 0; i < 4; ++i) line(s.lines, f.at(0.42 + 0.15 * i, 0.25), f.at(0.42 + 0.15 * i, 0.75));
  line(s.lines, f.at(0.0, 0.5), f.at(0.10, 0.5));
  return s;
}

Silhouette servo(const Part&, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::plan) {
    block(s.body, f.part(0, 0.05, 1, 0.95), f.round());
    for (const double u : {0.12, 0.88}) line(s.lines, f.at(u, 0.05), f.at(u, 0.95));
    s.lines.addEllipse(f.at(0.70, 0.5), 0.10 * f.box.width(), std::min(0.10 * f.box.width(), 0.3 * f.box.height()));
    line(s.lines, f.at(0.70, 0.5), f.at(0.70, 0.98));  // the horn
    return s;
  }
  s.body.setFillRule(Qt::WindingFill);
  block(s.body, f.part(0.12, 0, 0.88, 0.80), f.round());
  block(s.body, f.part(0, 0.56, 1, 0.64), 0.0);
  if (side == Side::profile) {
    block(s.body, f.part(0.62, 0.80, 0.78, 0.90), 0.0);
    block(s.body, f.part(0.45, 0.90, 0.95, 1.0), f.round());
  }
  return s;
}

Silhouette receiver(const Part&, const Frame& f, Side side) {
  Silhouette s;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  for (int i = 0; i < 4; ++i)
    line(s.lines, f.at(0.06, 0.2 + 0.18 * i), f.at(side == Side::section ? 0.94 : 0.22, 0.2 + 0.18 * i));
  // The aerial runs from a corner.
  s.lines.moveTo(f.at(0.40, 0.12));
  s.lines.cubicTo(f.at(0.60, 0.20), f.at(0.70, 0.85), f.at(0.97, 0.92));
  return s;
}

/// A blade from the hub outward, `across` wide at its widest.
void blade(QPainterPath& path, const QPointF& hub, const QPointF& tip, double across) {
  const QPointF along = tip - hub, side(-along.y(), along.x());
  const double length = std::hypot(along.x(), along.y());
  if (length < 1e-6) return;
  const QPointF w = across / length * side;
  path.moveTo(hub);
  path.cubicTo(hub + 0.35 * along + w, hub + 0.95 * along + w, tip);
  path.cubicTo(hub + 0.95 * along - w, hub + 0.35 * along - w, hub);
  path.closeSubpath();
}

Silhouette screw(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  const auto* data = std::get_if<Screw>(&part.data);
  const int blades = data ? static_cast<int>(data->blades) : 2;
  const bool guard = data && data->guard_radius > 0.0;
  const double radius =  // share of the box, from its middle
      guard ? 0.25 * data->diameter / std::max(data->guard_radius, 0.5 * data->diameter) : 0.5;
  const QPointF middle = f.box.center();
  if (side == Side::section) {
    const double r = radius * std::min(f.box.width(), f.box.height());
    for (int i = 0; i < blades; ++i) {
      const double turn = 2.0 * pi * i / blades + 0.5 * pi;
      blade(s.body, middle, middle + r * QPointF(std::cos(turn), -std::sin(turn)), 0.34 * r);
    }
    s.body.addEllipse(middle, 0.16 * r, 0.16 * r);
    if (guard) s.lines.addEllipse(f.box);
    return s;
  }
  const double wide = guard ? 0.16 : 0.30;  // of the length: blades stand thin in a deep guard
  block(s.body, f.part(guard ? 0.3 : 0.0, 0.5 - 0.10 * radius, guard ? 0.7 : 1.0, 0.5 + 0.10 * radius), 1.0);
  for (const double end : {0.5 - radius, 0.5 + radius})
    blade(s.body, f.at(0.5, 0.5), f.at(0.5, end), wide * f.box.width());
  if (guard)
    for (const double v : {0.0, 1.0}) line(s.lines, f.at(0.0, v), f.at(1.0, v));
  return s;
}

/// A foil seen from above, blunt ahead, between two shares of the breadth.
void foil(QPainterPath& path, const Frame& f, double low, double high) {
  const double middle = 0.5 * (low + high), over = 0.1 * (high - low);
  path.moveTo(f.at(0.0, middle));
  path.cubicTo(f.at(0.5, high), f.at(1.0, high + over), f.at(1.0, middle));
  path.cubicTo(f.at(1.0, low - over), f.at(0.5, low), f.at(0.0, middle));
}

Silhouette rudder(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  // Wider than any blade is thick: a pair.
  const bool pair = part.size.y() > 0.5 * part.size.x();
  if (pair && side == Side::plan) {
    foil(s.body, f, 0.01, 0.13);
    foil(s.body, f, 0.87, 0.99);
    line(s.lines, f.at(0.7, 0.1), f.at(0.7, 0.9));  // the rod that joins them
    return s;
  }
  if (pair && side == Side::section) {
    for (const double u : {0.0, 0.92}) block(s.body, f.part(u, 0.0, u + 0.08, 1.0), 0.0);
    line(s.lines, f.at(0.08, 0.1), f.at(0.92, 0.1));
    return s;
  }
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::profile) {
    polygon(s.body, {f.at(0.0, 0.0), f.at(0.85, 0.06), f.at(1.0, 0.72), f.at(0.0, 0.72)});
    block(s.body, f.part(0.66, 0.70, 0.76, 1.0), 0.0);
    return s;
  }
  if (side == Side::plan) {
    foil(s.body, f, 0.0, 1.0);
    return s;
  }
  block(s.body, f.part(0.2, 0.0, 0.8, 1.0), f.round());
  return s;
}

Silhouette pod(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::plan) {
    s.body.addEllipse(f.part(0.12, 0.28, 0.80, 0.72));
    block(s.body, f.part(0.72, 0.18, 1.0, 0.82), f.round());
    return s;
  }
  if (side == Side::section) {
    block(s.body, f.part(0.42, 0.18, 0.58, 0.92), 1.0);
    s.body.addEllipse(f.part(0.25, 0.0, 0.75, 0.30));
    block(s.body, f.part(0.15, 0.82, 0.85, 1.0), f.round());
    return s;
  }
  polygon(s.body, {f.at(0.38, 0.18), f.at(0.62, 0.18), f.at(0.70, 0.86), f.at(0.44, 0.86)});
  s.body.addEllipse(f.part(0.14, 0.05, 0.82, 0.27));
  block(s.body, f.part(0.40, 0.82, 1.0, 1.0), f.round());
  block(s.body, f.part(0.86, 0.50, 1.0, 1.0), 0.0);  // the clamp on the transom
  blade(s.body, f.at(0.10, 0.16), f.at(0.10, 0.32), 0.05 * f.box.width());
  blade(s.body, f.at(0.10, 0.16), f.at(0.10, 0.0), 0.05 * f.box.width());
  return s;
}

Silhouette jet(const Part&, const Frame& f, Side side) {
  Silhouette s;
  if (side == Side::section) {
    block(s.body, f.part(0, 0, 1, 1), f.round());
    const double r = 0.36 * std::min(f.box.width(), f.box.height());
    s.lines.addEllipse(f.box.center(), r, r);
    return s;
  }
  const double low = side == Side::plan ? 0.25 : 0.30, high = side == Side::plan ? 0.75 : 0.70;
  s.body.moveTo(f.at(0.0, low + 0.02));
  s.body.lineTo(f.at(0.0, high - 0.02));
  s.body.lineTo(f.at(0.22, 0.92));
  s.body.lineTo(f.at(0.55, 0.92));
  s.body.lineTo(f.at(1.0, side == Side::plan ? 0.80 : 0.10));
  s.body.lineTo(f.at(1.0, side == Side::plan ? 0.20 : 0.0));
  s.body.lineTo(f.at(0.55, side == Side::plan ? 0.08 : 0.0));
  if (side == Side::profile) s.body.lineTo(f.at(0.50, 0.08));
  s.body.lineTo(f.at(0.22, 0.08));
  s.body.closeSubpath();
  line(s.lines, f.at(0.22, 0.08), f.at(0.22, 0.92));
  line(s.lines, f.at(0.34, 0.30), f.at(0.34, 0.70));  // the impeller
  if (side == Side::plan)
    for (const double v : {0.36, 0.5, 0.64}) line(s.lines, f.at(0.62, v), f.at(0.95, v));  // the grate
  return s;
}

/// A turned thing: round from ahead, these blocks from the side (u0, v0, u1, v1, rounding).
struct Turned {
  double u0, v0, u1, v1, round;
};
Silhouette turned(const Frame& f, Side side, std::initializer_list<Turned> blocks) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::section) s.body.addEllipse(f.box);
  if (side != Side::section)
    for (const Turned& b : blocks) block(s.body, f.part(b.u0, b.v0, b.u1, b.v1), b.round);
  return s;
}

Silhouette coupler(const Part&, const Frame& f, Side side) {
  return turned(f, side, {{0.0, 0.0, 0.46, 1.0, 1.0}, {0.54, 0.0, 1.0, 1.0, 1.0}, {0.40, 0.25, 0.60, 0.75, 0.0}});
}

Silhouette gearing(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::section) {
    s.body.addEllipse(f.part(0.0, 0.0, 1.0, 0.66));
    s.body.addEllipse(f.part(0.3, 0.66, 0.7, 1.0));
    return s;
  }
  block(s.body, f.part(0.15, 0.0, 0.85, 0.66), 1.0);
  block(s.body, f.part(0.15, 0.68, 0.85, 1.0), 1.0);
  line(s.lines, f.at(0.0, 0.33), f.at(1.0, 0.33));
  return s;
}

Silhouette shaft(const Part&, const Frame& f, Side side) {
  return turned(f, side, {{0.04, 0.0, 0.92, 1.0, 1.0}, {0.0, 0.28, 1.0, 0.72, 0.0}});
}

Silhouette hose(const Part&, const Frame& f, Side) {
  Silhouette s;
  const double round = 0.5 * std::min(f.box.width(), f.box.height());
  block(s.body, f.box, round);
  line(s.lines, f.at(0.0, 0.5), f.at(1.0, 0.5));
  return s;
}

Silhouette pump(const Part&, const Frame& f, Side side) {
  return turned(f, side,
                {{0.30, 0.10, 1.0, 0.90, f.round()}, {0.08, 0.0, 0.34, 1.0, 1.0}, {0.0, 0.40, 0.10, 0.60, 0.0}});
}

Silhouette camera(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  const bool mast = f.box.height() > 1.6 * f.box.width() && side != Side::plan;
  const double low = mast ? 0.62 : 0.0;
  block(s.body, f.part(0.0, low, side == Side::section ? 1.0 : 0.84, 1.0), f.round());
  if (mast) block(s.body, f.part(0.38, 0.0, 0.48, low + 0.02), 0.0);
  if (side == Side::section) {
    const double r = 0.25 * std::min(f.box.width(), (1.0 - low) * f.box.height());
    s.lines.addEllipse(f.at(0.5, 0.5 * (1.0 + low)), r, r);
  } else {
    block(s.body, f.part(0.82, low + 0.25 * (1.0 - low), 1.0, low + 0.75 * (1.0 - low)), 0.0);
  }
  return s;
}

Silhouette crate(const Part&, const Frame& f, Side) {
  Silhouette s;
  block(s.body, f.box, f.round());
  line(s.lines, f.at(0.0, 0.82), f.at(1.0, 0.82));
  line(s.lines, f.at(0.42, 0.82), f.at(0.42, 0.62));
  line(s.lines, f.at(0.58, 0.82), f.at(0.58, 0.62));
  line(s.lines, f.at(0.42, 0.62), f.at(0.58, 0.62));
  return s;
}

Silhouette ballast(const Part&, const Frame& f, Side) {
  Silhouette s;
  polygon(s.body, {f.at(0.0, 0.0), f.at(1.0, 0.0), f.at(0.90, 1.0), f.at(0.10, 1.0)});
  return s;
}

Silhouette foam(const Part&, const Frame& f, Side) {
  Silhouette s;
  block(s.body, f.box, f.round());
  // Beads.
  const double r = std::clamp(0.06 * std::min(f.box.width(), f.box.height()), 0.6, 2.0);
  for (int i = 0; i < 5; ++i)
    for (int j = 0; j < 3; ++j) s.lines.addEllipse(f.at(0.12 + 0.19 * i, 0.2 + 0.3 * j + (i % 2 ? 0.08 : 0.0)), r, r);
  return s;
}

Silhouette plain(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  const bool round = (side == Side::section && part.shape == PartShape::cylinder_x) ||
                     (side == Side::profile && part.shape == PartShape::cylinder_y) ||
                     (side == Side::plan && part.shape == PartShape::cylinder_z);
  if (round)
    s.body.addEllipse(f.box);
  else
    block(s.body, f.box, f.round());
  return s;
}

}  // namespace

Silhouette silhouette(const Part& part, const QRectF& box, Side side) {
  const Frame f{box};
  switch (part.kind) {
    case PartKind::battery:
      return battery(part, f, side);
    case PartKind::esc:
      return esc(part, f, side);
    case PartKind::motor:
      return motor(part, f, side);
    case PartKind::servo:
      return servo(part, f, side);
    case PartKind::receiver:
      return receiver(part, f, side);
    case PartKind::propeller:
      return screw(part, f, side);
    case PartKind::rudder:
      return rudder(part, f, side);
    case PartKind::pod:
      return pod(part, f, side);
    case PartKind::jet:
      return jet(part, f, side);
    case PartKind::coupler:
      return coupler(part, f, side);
    case PartKind::gearing:
      return gearing(part, f, side);
    case PartKind::shaft:
      return shaft(part, f, side);
    case PartKind::hose:
      return hose(part, f, side);
    case PartKind::pump:
      return pump(part, f, side);
    case PartKind::camera:
      return camera(part, f, side);
    case PartKind::payload:
      return crate(part, f, side);
    case PartKind::ballast:
      return ballast(part, f, side);
    case PartKind::foam:
      return foam(part, f, side);
    case PartKind::drive_line:
    case PartKind::other:
      break;
  }
  return plain(part, f, side);
}

void draw_silhouette(QPainter& painter, const Part& part, const QRectF& box, Side side) {
  const Silhouette s = silhouette(part, box, side);
  painter.drawPath(s.body);
  const QPen outline = painter.pen();
  QPen thin(outline);
  thin.setWidthF(std::min(1.0, outline.widthF()));
  QColor soft = outline.color();
  soft.setAlphaF(0.55);
  thin.setColor(soft);
  painter.setPen(thin);
  const QBrush fill = painter.brush();
  painter.setBrush(Qt::NoBrush);
  if (!s.lines.isEmpty()) painter.drawPath(s.lines);  // an empty path spoils a PDF
  painter.setBrush(fill);
  painter.setPen(outline);
}

}  // namespace plucky::app
