// What charts, tables and pages of the running boat say alike.
#pragma once

#include <QString>
#include <cmath>
#include <limits>
#include <string>

#include "session/session.h"

namespace plucky::app {

inline constexpr double nothing = std::numeric_limits<double>::quiet_NaN();

/// What the pages say where there is nothing to show.
[[nodiscard]] inline QString no_curve(const Session& session, const PowerReport& p) {
  return p.message.empty() ? QObject::tr("No curve.") : QObject::tr("No curve: %1.").arg(session.said(p.message));
}

/// Says it when what is shown is from before the drag that is on.
[[nodiscard]] inline QString with_state(bool stale, const QString& words) {
  return stale ? QObject::tr("As it was before the drag. ") + words : words;
}
[[nodiscard]] inline QString with_state(const PowerReport& p, const QString& words) {
  return with_state(p.stale, words);
}

[[nodiscard]] inline std::string number(double value) {
  return std::isfinite(value) ? QString::number(value, 'g', 6).toStdString() : std::string();
}

struct SpeedUnit {
  double si;
  QString name;
};
[[nodiscard]] inline SpeedUnit speed_unit(const Session& session) {
  return session.units() == UnitSystem::metric ? SpeedUnit{1.0 / 3.6, "km/h"} : SpeedUnit{0.44704, "mph"};
}

/// A temperature as the axis shows it.
[[nodiscard]] inline double on_axis(const Session& session, double celsius) {
  return session.units() == UnitSystem::inch ? 1.8 * celsius + 32.0 : celsius;
}
[[nodiscard]] inline double off_axis(const Session& session, double shown) {
  return session.units() == UnitSystem::inch ? (shown - 32.0) / 1.8 : shown;
}
/// A temperature of the axis in words.
[[nodiscard]] inline QString off_axis_words(const Session& session, double shown) {
  return session.shown({off_axis(session, shown), Dimension::temperature});
}
[[nodiscard]] inline QString temperature_name(const Session& session) {
  return QString::fromUtf8(session.units() == UnitSystem::inch ? "\u00b0F" : "\u00b0C");
}

/// A part's temperature; one that ran away is burnt, whatever the number at which the model stopped.
[[nodiscard]] inline QString warmth_words(const Session& session, double celsius) {
  return celsius >= burnt - 1.0 ? QObject::tr("over %1: destroyed").arg(session.shown({burnt, Dimension::temperature}))
                                : session.shown({celsius, Dimension::temperature});
}

}  // namespace plucky::app
