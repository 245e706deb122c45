#include "stages/drive/drive_card_words.h"

#include <algorithm>

#include "assessment/drive_edits.h"
#include "board/layers.h"
#include "drive/drive_table.h"

namespace plucky::app {

namespace {

QString detail_of(const Session& session, DriveGroup group, const Drive& d) {
  const auto shown = [&](double si, Dimension dimension) { return session.shown(Quantity{si, dimension}); };
  const QString dot = QString::fromUtf8(" \u00b7 ");
  const PowerReport& power = session.seen().power;
  switch (group) {
    case DriveGroup::battery:
      return QObject::tr("%1 cells").arg(d.battery.cells) + dot + shown(d.battery.voltage(), Dimension::voltage) + dot +
             shown(d.battery.capacity, Dimension::charge) + dot +
             QObject::tr("%1 C").arg(d.battery.discharge_rate, 0, 'f', 0);
    case DriveGroup::leads:
      return QObject::tr("%1 to the battery, %2 to the motor")
                 .arg(shown(d.leads.battery_copper, Dimension::copper),
                      shown(d.leads.motor_copper, Dimension::copper)) +
             (d.leads.fuse > 0.0 ? dot + QObject::tr("fuse %1").arg(shown(d.leads.fuse, Dimension::current))
                                 : QString());
    case DriveGroup::esc:
      return QObject::tr("%1, up to %2 cells")
                 .arg(shown(d.esc.current_limit, Dimension::current))
                 .arg(d.esc.most_cells) +
             dot + QObject::tr("BEC %1").arg(shown(d.esc.bec_current, Dimension::current));
    case DriveGroup::motor:
      return shown(d.motor.kv, Dimension::speed_constant) + dot +
             QObject::tr("%1 no load").arg(shown(d.motor.no_load_current, Dimension::current));
    case DriveGroup::gearing:
      return QObject::tr("%1 to 1").arg(d.gearing.ratio, 0, 'g', 3) + dot +
             shown(d.gearing.efficiency, Dimension::ratio);
    case DriveGroup::coupler: {
      QString words = term(coupler_name(d.coupler.kind)) + dot + shown(d.coupler.bore_motor, Dimension::length) +
                      QString::fromUtf8(" \u2192 ") + shown(d.coupler.bore_shaft, Dimension::length);
      if (power.line.known && !power.line.bend_radius)
        words += dot + QObject::tr("%1 off line").arg(shown(power.line.coupler_offset, Dimension::length));
      return words;
    }
    case DriveGroup::shaft: {
      QString words = shown(d.shaft.diameter, Dimension::length) + " " + term(shaft_kind_name(d.shaft.kind));
      if (power.line.known)
        words += dot + shown(power.line.tube_length, Dimension::length) + dot +
                 shown(power.line.shaft_angle, Dimension::angle);
      return words;
    }
    case DriveGroup::pod:
      return QObject::tr("swings %1 to a side").arg(shown(d.pod.swing, Dimension::angle));
    case DriveGroup::jet:
      return QObject::tr("nozzle %1").arg(shown(d.jet.nozzle, Dimension::length));
    case DriveGroup::screw: {
      QString words = shown(d.screw.diameter, Dimension::length) + QString::fromUtf8(" \u00d7 ") +
                      shown(d.screw.pitch, Dimension::length) + dot + QObject::tr("%1 blades").arg(d.screw.blades);
      if (power.full.runs()) words += dot + QObject::tr("slip %1").arg(shown(power.full.slip, Dimension::ratio));
      return words;
    }
    case DriveGroup::drive:
      return QObject::tr("limit %1, cruising %2")
          .arg(shown(d.throttle, Dimension::ratio), shown(d.cruise_throttle, Dimension::ratio));
    case DriveGroup::fittings: {
      const Fittings& f = d.fittings;
      QStringList has;
      if (f.tab_chord > 0.0) has << QObject::tr("tabs %1").arg(shown(f.tab_angle, Dimension::angle));
      if (f.fins > 0) has << QObject::tr("fins: %1").arg(f.fins);
      if (f.turn_fin_depth > 0.0) has << QObject::tr("turn fin");
      if (f.wing.span > 0.0) has << QObject::tr("wing");
      if (f.canard.span > 0.0) has << QObject::tr("canard");
      return has.isEmpty() ? QObject::tr("none") : has.join(dot);
    }
  }
  return {};
}

DriveCard card_of(const Session& session, DriveGroup group, const Drive& d) {
  DriveCard card{.group = static_cast<int>(group), .title = term(drive_group_name(group)), .detail = {}, .part = {}};
  if (group == DriveGroup::drive) card.title = QObject::tr("Throttle and use");
  const bool component = group != DriveGroup::drive && group != DriveGroup::fittings;
  if (!component || !d.lacks(group)) card.detail = detail_of(session, group, d);
  if (!component) return card;
  card.swaps = true;
  const auto have = components_in_role(session.project(), group);
  if (have.empty() || d.lacks(group)) {
    card.gap = true;
    card.title = have.empty() ? QObject::tr("No %1").arg(term(drive_group_name(group)))
                              : QObject::tr("%1: not known").arg(card.title);
    card.detail = QObject::tr("choose one by the arrow");
    if (group == DriveGroup::gearing)
      card.gap = false, card.title = QObject::tr("No gearing"), card.detail = QObject::tr("direct, 1 to 1");
    return card;
  }
  card.part = *have.front();
  card.title = short_name(card.part);
  if (session.project().drives.size() > 1 && have.size() > 1)
    card.title = QString::number(have.size()) + QString::fromUtf8(" \u00d7 ") + card.title;
  const auto& layout = session.project().layout;
  if (layout.find(card.part.id))
    card.aside = session.shown(Quantity{card.part.effective_mass(), Dimension::mass});
  else if (card.part.inside == 0)
    card.detail = QObject::tr("has no place in the boat yet");
  for (const Finding& f : session.seen().findings)
    if (f.subject != 0 && f.subject == card.part.id && f.stage == Stage::drive && f.ignored.empty())
      card.severity = std::max(card.severity.value_or(Severity::fine), f.severity);
  return card;
}

}  // namespace

std::vector<DriveCard> drive_cards(const Session& session) {
  const QString dot = QString::fromUtf8(" \u00b7 ");
  std::vector<DriveCard> cards;
  const Drive d = session.project().drive();
  for (const DriveGroup g : drive_groups(d)) cards.push_back(card_of(session, g, d));
  // The use of the whole comes after what it is made of.
  if (!cards.empty()) std::rotate(cards.begin(), cards.begin() + 1, cards.end());
  DriveCard steering{.group = steering_group, .title = QObject::tr("Steering"), .detail = {}, .part = {}};
  const SteeringReport& s = session.seen().steering;
  steering.detail = term(steered_by_name(session.project().steering_use.by));
  if (s.turning_radius) steering.detail += dot + QObject::tr("turns in %1 m").arg(*s.turning_radius, 0, 'f', 1);
  const Project& p = session.project();
  for (const Id id : {p.steering_use.parts.servo, p.steering_use.parts.rudder})
    if (const Part* part = p.layout.find(id)) steering.part = *part;
  cards.push_back(steering);
  return cards;
}

}  // namespace plucky::app
