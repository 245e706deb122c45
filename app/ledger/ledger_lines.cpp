#include "ledger/ledger_lines.h"

#include "theme/theme.h"

namespace plucky::app {

std::vector<LedgerLine> ledger_lines(const Session& session) {
  const Assessment& seen = session.seen();
  const Assessment* before = session.peeking() ? &session.now() : session.before();
  const std::vector<LedgerRow> now = plucky::ledger(seen);
  const std::vector<LedgerRow> old = before ? plucky::ledger(*before) : std::vector<LedgerRow>{};
  const std::vector<LedgerRow> pinned =
      session.pins().empty() ? std::vector<LedgerRow>{} : plucky::ledger(*session.pins().back().state);
  const std::vector<Change> changes = before ? consequences(*before, seen) : std::vector<Change>{};
  std::vector<LedgerLine> lines;
  for (std::size_t i = 0; i < now.size(); ++i) {
    LedgerLine line{.now = now[i], .before = {}, .pinned = {}};
    if (!old.empty()) line.before = old[i].value;
    if (!pinned.empty()) line.pinned = pinned[i].value;
    if (!line.now.value && !line.before && !line.pinned) continue;
    for (const Change& c : changes)
      if (c.key == line.now.key) {
        line.moved = true;
        line.better = c.better;
        line.worse = c.worse;
      }
    lines.push_back(std::move(line));
  }
  return lines;
}

QString spoken(const std::vector<LedgerLine>& lines, const Session& session) {
  QString words;
  for (const LedgerLine& line : lines)
    if (line.now.value)
      words += term(line.now.label) + " " + session.shown(*line.now.value) +
               (line.now.stale ? QObject::tr(" (before the drag)") : QString()) + ". ";
  return words;
}

QColor number_colour(const LedgerLine& line) {
  const Look& l = look();
  if (line.now.stale) return l.muted;  // what waits for the end of a drag says so
  if (line.now.severity >= Severity::watch) return severity_text_colour(line.now.severity);
  return line.moved && line.better ? l.reed_text : l.ink;
}

}  // namespace plucky::app
