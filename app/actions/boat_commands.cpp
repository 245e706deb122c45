#include "actions/boat_commands.h"

#include <QRegularExpression>

#include "assessment/drive_edits.h"
#include "base/error.h"
#include "drive/drive_table.h"
#include "io/units.h"
#include "layout/component.h"

namespace plucky::app {

namespace {

constexpr std::size_t most = 60;

void add_parts(Session& session, const std::vector<CatalogueEntry>& entries, const QString& typed,
               std::vector<Command>& out) {
  for (const CatalogueEntry& e : entries) {
    const QString name = QString::fromStdString(e.part.name);
    const QString add = QObject::tr("Add %1: %2").arg(term(part_kind_name(e.part.kind)), name);
    if (matches_words(add, typed))
      out.push_back(
          {add, session.shown(Quantity{e.part.mass, Dimension::mass}), [&session, e] { session.put_aboard(e.part); }});
    if (!swap_fits(session.now(), e)) continue;
    const auto old = swapped_for(session.project(), e.part);
    if (old.empty()) continue;
    const QString swap = QObject::tr("Swap %1: %2 for %3")
                             .arg(term(part_kind_name(e.part.kind)), QString::fromStdString(old.front()->name), name);
    if (matches_words(swap, typed))
      out.push_back({swap, session.shown(Quantity{e.part.mass, Dimension::mass}),
                     [&session, e] { session.perform(swap_edit(session.now(), e)); }});
  }
}

void places(Session& session, const QString& typed, std::vector<Command>& out) {
  for (const Part& part : session.project().layout.parts) {
    const QString go = QObject::tr("Go to %1").arg(QString::fromStdString(part.name));
    if (matches_words(go, typed)) out.push_back({go, {}, [&session, id = part.id] { session.select(id); }});
  }
  for (const Finding& f : session.now().findings) {
    if (f.severity == Severity::fine || !f.remedy) continue;
    const QString mend = QObject::tr("Mend: %1").arg(session.said(f.remedy->label));
    if (matches_words(mend, typed)) out.push_back({mend, {}, [&session, edit = *f.remedy] { session.perform(edit); }});
  }
}

/// "set length 600": the words up to the first figure name a number, the rest is its value.
void numbers(Session& session, const QString& typed, std::vector<Command>& out) {
  static const QRegularExpression form(R"(^\s*set\s+(.*?)\s*(?:to\s+)?([-\x{2212}]?[0-9].*)$)",
                                       QRegularExpression::CaseInsensitiveOption);
  const auto match = form.match(typed);
  if (!match.hasMatch()) return;
  const QString name = match.captured(1), value = match.captured(2);
  const auto offer = [&](const QString& label, Dimension dimension, auto edit) {
    if (!matches_words(label, name)) return;
    try {
      const double si = parse_quantity(value.toStdString(), dimension, session.units());
      out.push_back({QObject::tr("Set %1 to %2").arg(label, session.shown(Quantity{si, dimension})),
                     {},
                     [&session, e = edit(si)] { session.perform(e); }});
    } catch (const InvalidInput&) {  // no value of this kind: another number may take it
    }
  };
  for (const HullParameter& h : hull_parameters(session.project().hull.family))
    offer(QObject::tr("Hull: %1").arg(term(h.label)), h.dimension, [&](double si) {
      return Edit{{"{0} of the hull", h.label}, SetHullParameter{h.key, si}};
    });
  const Drive& drive = session.now().fitted_drive;
  for (const DriveNumber& n : drive_numbers()) {
    if (!has_group(drive, n.group) || drive.lacks(n.group) || !matters(drive, n.group, n.key)) continue;
    offer(term(drive_group_name(n.group)) + ": " + term(n.label), n.dimension, [&](double si) {
      Drive changed = drive;
      n.of(changed) = si;
      return Edit{{"{0} of the drive", n.label}, ChangeDrive{changed}};
    });
  }
}

}  // namespace

std::vector<Command> boat_commands(Session& session, const OwnParts& own, const QString& typed) {
  std::vector<Command> out;
  if (typed.trimmed().size() < 2) return out;
  numbers(session, typed, out);
  places(session, typed, out);
  add_parts(session, own.list(), typed, out);
  add_parts(session, builtin_catalogue().parts, typed, out);
  if (out.size() > most) out.resize(most);
  return out;
}

}  // namespace plucky::app
