#include "report/trial_report.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>

#include "report/book_chapters.h"
#include "report/sheet.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Speed and trim over the time, in a box at the right of the page.
void course_picture(Sheet& s, const TrialResult& r, const QRectF& box) {
  if (r.course.size() < 2) return;
  QPainter& p = s.painter();
  p.save();
  p.setPen(QPen(look().line, 1));
  p.setBrush(Qt::NoBrush);
  p.drawRect(box);
  const double from = r.course.front().time, to = r.course.back().time;
  const auto curve = [&](auto of, const QColor& colour, double least) {
    double low = least, high = least + 1e-9;
    for (const SeaSample& x : r.course) low = std::min(low, of(x)), high = std::max(high, of(x));
    QPainterPath path;
    for (std::size_t i = 0; i < r.course.size(); ++i) {
      const QPointF at(box.left() + box.width() * (r.course[i].time - from) / std::max(1e-9, to - from),
                       box.bottom() - 0.94 * box.height() * (of(r.course[i]) - low) / std::max(1e-9, high - low));
      i == 0 ? path.moveTo(at) : path.lineTo(at);
    }
    p.setPen(QPen(colour, 1.2));
    p.drawPath(path);
    return high;
  };
  const double trim = curve([](const SeaSample& x) { return x.trim; }, look().brass, 0.0);
  const double speed = curve([](const SeaSample& x) { return x.speed; }, look().water_line, 0.0);
  p.restore();
  const double at = s.y();
  s.y() = box.bottom() + 2;
  s.text(box.left(),
         QObject::tr("up to %1, bow up to %2, %3")
             .arg(s.session().in_words({speed, Dimension::speed}), s.session().in_words({trim, Dimension::angle}),
                  s.session().in_words({to - from, Dimension::duration})),
         ui_font(7.5), look().muted, box.width());
  s.y() = at;
}

void one_trial(Sheet& s, const TrialResult& r, const TrialResult* old) {
  constexpr double box_height = 62, box_width = 230, line = 15;
  const double height =
      std::max(box_height + 18, 20 + line * static_cast<double>(r.numbers.size() + r.happenings.size()));
  s.room(height + 10);
  const double top = s.y();
  s.text(Sheet::left, s.session().said(r.name), ui_font(10, QFont::DemiBold), look().ink);
  s.y() += 18;
  const double words = chapters::book_width - box_width - 20;
  const auto said = [&](const TrialNumber& n) {
    return n.value ? s.session().shown(*n.value) : s.session().said(n.why_not);
  };
  for (std::size_t i = 0; i < r.numbers.size(); ++i) {
    s.text(Sheet::left, s.session().said(r.numbers[i].name), ui_font(9), look().ink, 0.5 * words);
    s.text(Sheet::left, said(r.numbers[i]), ui_font(9, QFont::Medium), look().ink, 0.76 * words, Qt::AlignRight);
    if (old && i < old->numbers.size())
      s.text(Sheet::left, said(old->numbers[i]), ui_font(9), look().muted, words, Qt::AlignRight);
    s.y() += line;
  }
  for (const Happening& h : r.happenings) {
    s.text(Sheet::left,
           QObject::tr("%1: %2").arg(s.session().in_words({h.time, Dimension::duration}), s.session().said(h.text)),
           ui_font(8.5), h.event == SeaEvent::planes ? look().muted : look().buoy_text, words);
    s.y() += line;
  }
  course_picture(s, r, {Sheet::right - box_width, top + 4, box_width, box_height});
  s.y() = top + height + 6;
}

}  // namespace

void write_trial_report(const Project& project, UnitSystem units, const QString& path, const StandardTrials& now,
                        const StandardTrials* before) {
  write_pdf(project, units, path, QObject::tr("sea trials"), [&](Sheet& s) {
    s.head(QObject::tr("sea trials"));
    s.y() +=
        s.paragraph(Sheet::left,
                    QObject::tr("In still water without wind, of the boat as drawn: what the methods make of it, not "
                                "a measurement. Right of each number the one before the last change."),
                    ui_font(9), look().muted, chapters::book_width) +
        6;
    const Brief& b = s.a().project.brief;
    s.text(Sheet::left,
           QObject::tr("Wished: %1, %2 of run")
               .arg(s.session().in_words({b.wanted_speed, Dimension::speed}),
                    s.session().in_words({b.run_time, Dimension::duration})),
           ui_font(9.5, QFont::DemiBold), look().ink);
    s.y() += 20;
    for (const TrialResult& r : now.results) one_trial(s, r, before ? before->find(r.trial) : nullptr);
    s.cautions();
    s.foot();
  });
}

void write_run_sheet(const Project& project, UnitSystem units, const QString& path) {
  write_pdf(project, units, path, QObject::tr("run sheet"), [](Sheet& s) {
    s.head(QObject::tr("run sheet"));
    chapters::run_sheet(s);
    s.foot();
  });
}

}  // namespace plucky::app
