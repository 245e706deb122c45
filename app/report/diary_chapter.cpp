// The diary on paper, and the sheet for the pocket.
#include <QPainter>
#include <algorithm>

#include "assessment/diary.h"
#include "assessment/symptoms/symptom.h"
#include "report/book_chapters.h"
#include "session/today.h"
#include "stages/trial/run_words.h"
#include "theme/theme.h"

namespace plucky::app::chapters {

namespace {

QString as_typed(const std::string& words) {
  return QString::fromStdString(words);
}

/// A line in small print under what it belongs to.
void small(Sheet& s, const QString& words, const QColor& colour, double indent = 84) {
  if (words.isEmpty()) return;
  s.room(30);
  s.y() += s.paragraph(Sheet::left + indent, words, ui_font(8.5), colour, book_width - indent) + 1;
}

/// The photo of a run; nothing where its bytes went astray.
void photo(Sheet& s, const Attachment* file) {
  const QImage image = file ? QImage::fromData(QByteArray::fromStdString(file->bytes.bytes())) : QImage();
  if (image.isNull()) return;
  const QSizeF size = QSizeF(image.size()).scaled(180, 120, Qt::KeepAspectRatio);
  s.room(size.height() + 8);
  s.painter().drawImage(QRectF(QPointF(Sheet::left + 128, s.y() + 2), size), image);
  s.y() += size.height() + 6;
}

void troubles(Sheet& s, bool open_only) {
  for (const Trouble& t : s.a().project.trial.diary.troubles) {
    if (open_only && !t.open()) continue;
    s.room(48);
    s.text(Sheet::left, as_typed(t.date), ui_font(9), look().muted, 80);
    s.y() +=
        s.paragraph(Sheet::left + 84,
                    QObject::tr("%1: %2").arg(as_typed(t.words), t.open() ? QObject::tr("open") : QObject::tr("gone")),
                    ui_font(9.5, QFont::DemiBold), t.open() ? look().buoy_text : look().ink, book_width - 84) +
        1;
    for (const Try& x : t.tries)
      small(s, QObject::tr("%1: %2").arg(as_typed(x.what), term(try_name(x.result))), look().ink);
    if (t.open()) {
      // A symptom of a later version of the program is told, not looked into.
      const Symptom* symptom = find_symptom(t.symptom);
      const Diagnosis d = symptom ? diagnose(s.a(), *symptom, &t) : Diagnosis{};
      if (!d.suspects.empty())
        small(s,
              QObject::tr("Look at next: %1. %2")
                  .arg(term(d.suspects.front().cause->name), term(d.suspects.front().cause->test)),
              look().muted);
    }
    s.y() += 4;
  }
}

}  // namespace

void diary(Sheet& s) {
  const Session& session = s.session();
  const Diary& d = s.a().project.trial.diary;
  s.heading(QObject::tr("Days at the water"));
  const TrialRun* before = nullptr;
  for (const Outing& o : d.outings) {
    s.room(70);
    s.text(Sheet::left, as_typed(o.date), ui_font(10, QFont::DemiBold), look().ink, 80);
    QStringList head{term(outing_name(o.kind))};
    if (!o.place.empty()) head << as_typed(o.place);
    if (!o.water.empty()) head << as_typed(o.water);
    head << weather_words(session, o);
    s.y() +=
        s.paragraph(Sheet::left + 84, head.join(", "), ui_font(10, QFont::DemiBold), look().ink, book_width - 84) + 2;
    if (!o.wish.empty()) small(s, QObject::tr("Wished: %1").arg(as_typed(o.wish)), look().muted);
    for (const TrialRun& r : o.runs) {
      if (before) {
        const QString changed = changes_words(session, changes(before->set_up, r.set_up));
        if (!changed.isEmpty()) small(s, QObject::tr("Changed: %1").arg(changed), look().brass_text);
      } else {
        small(s, QObject::tr("Set up: %1").arg(settings_words(session, r.set_up)), look().muted);
      }
      s.room(30);
      s.text(Sheet::left + 84, as_typed(r.begin), ui_font(8.5), look().muted, 40);
      s.y() += s.paragraph(Sheet::left + 128,
                           r.result.empty() ? numbers_words(session, r.numbers)
                                            : as_typed(r.result) + ". " + numbers_words(session, r.numbers),
                           ui_font(8.5), look().ink, book_width - 128) +
               1;
      photo(s, d.attachment(r.photo));
      before = &r;
    }
    if (!o.result.empty()) small(s, QObject::tr("Found: %1").arg(as_typed(o.result)), look().ink);
    s.y() += 6;
  }
  if (!d.troubles.empty()) {
    s.heading(QObject::tr("Troubles and what was tried"));
    troubles(s, false);
  }
}

void run_sheet(Sheet& s) {
  const Session& session = s.session();
  const Assessment& a = s.a();
  s.heading(QObject::tr("Run sheet of %1").arg(as_typed(today())));
  fact(s, QObject::tr("Set up"), settings_words(session, set_up_of(a)));
  const auto changed = changed_since_last_run(a);
  if (!a.project.trial.diary.runs().empty())
    fact(s, QObject::tr("Since the last run"),
         changed.empty() ? QObject::tr("nothing changed") : changes_words(session, changed));
  QStringList spares, due;
  for (const UpkeepItem& u : upkeep_of(a, today())) {
    if (u.state == UpkeepState::fine) continue;
    due << session.said(u.what);
    if (!u.spare.empty()) spares << session.said(u.spare);
  }
  if (!due.isEmpty()) fact(s, QObject::tr("Upkeep due or soon"), due.join(' '));
  if (!spares.isEmpty()) fact(s, QObject::tr("Take along"), spares.join(", "));
  const auto& all = a.project.trial.diary.troubles;
  if (std::any_of(all.begin(), all.end(), [](const Trouble& t) { return t.open(); })) {
    s.heading(QObject::tr("Open: one change at a time"));
    troubles(s, true);
  }
  s.heading(QObject::tr("Runs"));
  blank_lines(s,
              {QObject::tr("Begin, minutes"), QObject::tr("Cells, propeller"), QObject::tr("Speed, A"),
               QObject::tr("Motor"), QObject::tr("ESC, battery"), QObject::tr("What was seen")},
              8);
  s.y() += s.paragraph(Sheet::left,
                       QObject::tr("Stop above 65 degrees at the motor, and let it cool: 40 is comfortable. Lithium "
                                   "batteries rest before they are charged, never unwatched."),
                       ui_font(9), look().buoy_text, book_width);
}

}  // namespace plucky::app::chapters
