// SI on an axis in the builder's units, whatever the dimension.
#pragma once

#include "io/units.h"
#include "session/session.h"

namespace plucky::app {

struct AxisScale {
  double unit = 1.0, zero = 0.0;  ///< SI of one of its units, SI where it shows nothing
  QString name;                   ///< of the unit; empty for bare numbers
  [[nodiscard]] double on_axis(double si) const { return (si - zero) / unit; }
  [[nodiscard]] double off_axis(double shown) const { return zero + unit * shown; }
  /// "label, unit".
  [[nodiscard]] QString with(const QString& label) const { return name.isEmpty() ? label : label + ", " + name; }
};

[[nodiscard]] inline AxisScale axis_scale(const Session& session, Dimension dimension) {
  AxisScale s;
  s.zero = parse_quantity("0", dimension, session.units());
  s.unit = parse_quantity("1", dimension, session.units()) - s.zero;
  s.name = QString::fromStdString(show({s.off_axis(1.0), dimension}, session.units()).unit);
  return s;
}

}  // namespace plucky::app
