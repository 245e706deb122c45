#include "stages/trial/run_words.h"

namespace plucky::app {

namespace {

/// A table of optional numbers, those that are known.
template <class Rows, class Numbers>
QString known_words(const Session& session, const Rows& rows, const Numbers& numbers) {
  QStringList out;
  for (const auto& n : rows)
    if (const auto& v = numbers.*n.member)
      out << QObject::tr("%1 %2").arg(term(n.label), session.in_words({*v, n.dimension}));
  return out.join(", ");
}

}  // namespace

QString numbers_words(const Session& session, const RunNumbers& numbers) {
  return known_words(session, run_numbers(), numbers);
}

QString settings_words(const Session& session, const BoatSettings& settings) {
  return known_words(session, plucky::settings(), settings);
}

QString changes_words(const Session& session, const std::vector<SettingChange>& changes) {
  QStringList out;
  for (const SettingChange& c : changes)
    out << QObject::tr("%1 %2, was %3")
               .arg(term(c.setting->label), session.shown(c.is, c.setting->dimension),
                    session.shown(c.was, c.setting->dimension));
  return out.join("; ");
}

QStringList weather_words(const Session& session, const Outing& outing) {
  QStringList out;
  if (outing.wind) out << QObject::tr("wind %1").arg(session.in_words({*outing.wind, Dimension::speed}));
  if (outing.water_temperature)
    out << QObject::tr("water %1").arg(session.in_words({*outing.water_temperature, Dimension::temperature}));
  return out;
}

}  // namespace plucky::app
