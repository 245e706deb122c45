#include "report/launch_card.h"

#include <QPainter>
#include <algorithm>

#include "assessment/checklist.h"
#include "report/sheet.h"
#include "stages/stages.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// The ledger in two columns.
void numbers(Sheet& s) {
  s.heading(QObject::tr("Numbers"));
  std::vector<LedgerRow> rows = plucky::ledger(s.a());
  std::erase_if(rows, [](const LedgerRow& r) { return !r.value; });
  const double top = s.y(), width = 0.5 * (Sheet::right - Sheet::left) - 14;
  const std::size_t half = (rows.size() + 1) / 2;
  for (std::size_t i = 0; i < rows.size(); ++i) {
    s.y() = top + 17.0 * static_cast<double>(i % half);
    const double x = i < half ? Sheet::left : Sheet::left + width + 28;
    const bool bad = rows[i].severity >= Severity::watch;
    s.text(x, term(rows[i].label), ui_font(9), look().ink, width);
    s.text(x, s.session().shown(*rows[i].value), ui_font(9, QFont::DemiBold), bad ? look().buoy_text : look().ink,
           width, Qt::AlignRight);
  }
  s.y() = top + 17.0 * static_cast<double>(half);
  const FreeboardReport& f = s.a().freeboard;
  const auto length = [&](double m) { return s.session().shown(length_quantity(m)); };
  if (s.a().flotation.status == FloatStatus::afloat)
    s.text(Sheet::left,
           QObject::tr("Freeboards: bow %1, stern %2, least %3").arg(length(f.bow), length(f.stern), length(f.least)),
           ui_font(9), look().ink);
  s.y() += 20;
}

void masses(Sheet& s) {
  s.heading(QObject::tr("Masses"));
  std::vector<MassItem> items = s.a().mass.items;
  std::stable_sort(items.begin(), items.end(), [](const auto& l, const auto& r) { return l.mass > r.mass; });
  // What does not fit on the page is told in one line.
  const double top = s.y(), width = 0.5 * (Sheet::right - Sheet::left) - 14;
  const auto most = 2 * static_cast<std::size_t>(std::max(1.0, (Sheet::bottom - 30 - s.y()) / 15.0));
  double left_out = 0.0;
  const std::size_t count = items.size();
  while (items.size() > most) {
    left_out += items.back().mass;
    items.pop_back();
  }
  const std::size_t half = (items.size() + 1) / 2;
  const double transom = s.a().hull->model.box.low.x();
  for (std::size_t i = 0; i < items.size(); ++i) {
    s.y() = top + 15.0 * static_cast<double>(i % half);
    const double x = i < half ? Sheet::left : Sheet::left + width + 28;
    s.text(x, s.session().said(items[i].name), ui_font(8.5), look().ink, width - 130);
    s.text(x,
           (items[i].measured ? QString() : QString::fromUtf8("\u2248 ")) +
               s.session().shown({items[i].mass, Dimension::mass}),
           ui_font(8.5), look().ink, width - 70, Qt::AlignRight);
    s.text(x, QObject::tr("at %1").arg(s.session().in_words(length_quantity(items[i].place.x() - transom))),
           ui_font(8.5), look().muted, width, Qt::AlignRight);
  }
  s.y() = top + 15.0 * static_cast<double>(half) + 4;
  if (left_out > 0.0)
    s.text(Sheet::left,
           QObject::tr("and %1 lighter items, %2")
               .arg(count - items.size())
               .arg(s.session().shown({left_out, Dimension::mass})),
           ui_font(8.5), look().muted);
}

void findings(Sheet& s) {
  s.heading(QObject::tr("Findings"));
  bool any = false;
  for (const Finding& f : s.a().findings) {
    // At the water nobody needs notes about the making.
    if (f.stage == Stage::build && f.severity == Severity::note) continue;
    if (f.severity == Severity::fine) continue;
    s.room(34);
    any = true;
    draw_severity(s.painter(), QRectF(Sheet::left, s.y() + 2, 11, 11), f.severity);
    double height = s.paragraph(Sheet::left + 20, s.session().said(f.text), ui_font(9.5, QFont::Medium), look().ink,
                                Sheet::right - Sheet::left - 20);
    s.y() += height;
    height = s.paragraph(Sheet::left + 20,
                         f.ignored.empty() ? severity_word(f.severity) + ", " + s.session().said(f.source)
                                           : QObject::tr("ignored: %1").arg(QString::fromStdString(f.ignored)),
                         ui_font(8), look().muted, Sheet::right - Sheet::left - 20);
    s.y() += height + 4;
  }
  if (!any) {
    s.text(Sheet::left, QObject::tr("Nothing found."), ui_font(9.5), look().ink);
    s.y() += 18;
  }
}

void checklist(Sheet& s) {
  s.heading(QObject::tr("Checklist"));
  for (const CheckLine& line : launch_checklist(s.a())) {
    if (line.from_finding) continue;  // they stand above
    s.room(22);
    const QRectF box(Sheet::left, s.y() + 1, 11, 11);
    s.painter().setPen(QPen(look().ink, 1.2));
    s.painter().setBrush(Qt::NoBrush);
    s.painter().drawRect(box);
    if (!line.done.empty())
      s.painter().drawPolyline(
          QPolygonF({box.topLeft() + QPointF(2, 6), box.topLeft() + QPointF(5, 9), box.topRight() + QPointF(-1, 2)}));
    const QString words =
        s.session().said(line.text) +
        (line.done.empty() ? QString() : QObject::tr("  (%1)").arg(QString::fromStdString(line.done)));
    s.y() += s.paragraph(Sheet::left + 20, words, ui_font(9.5), line.caution ? look().buoy_text : look().ink,
                         Sheet::right - Sheet::left - 20) +
             4;
  }
}

void launch_card_and_foot(Sheet& s) {
  draw_launch_card(s);
  s.foot();
}

void stage_sheets(Sheet& s) {
  bool first = true;
  for (const StageModule& module : stage_modules()) {
    if (!module.sheet) continue;
    if (!first) s.new_page();
    first = false;
    module.sheet(s);
  }
  s.cautions();
  s.foot();
}

}  // namespace

void draw_launch_card(Sheet& s) {
  s.head(QObject::tr("Launch card"));
  s.picture(Stage::flotation);
  numbers(s);
  masses(s);
  s.new_page();
  findings(s);
  checklist(s);
  s.cautions();
}

void write_launch_card(const Project& project, UnitSystem units, const QString& path) {
  write_pdf(project, units, path, QObject::tr("launch card"), &launch_card_and_foot);
}

void write_water_sheets(const Project& project, UnitSystem units, const QString& path) {
  write_pdf(project, units, path, QObject::tr("water sheets"), &stage_sheets);
}

}  // namespace plucky::app
