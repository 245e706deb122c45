#include "report/launch_card.h"

#include <QFile>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>

#include "assessment/checklist.h"
#include "base/error.h"
#include "board/layers.h"
#include "session/today.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// One card being drawn: 96 dots an inch, so that the board's layers have their usual size.
class Card {
 public:
  Card(QPdfWriter& pdf, QPainter& painter, const Session& session) : pdf_(pdf), p_(painter), session_(session) {}

  void draw() {
    head();
    picture();
    numbers();
    masses();
    new_page();
    findings();
    checklist();
    cautions();
    foot();
  }

 private:
  static constexpr double left = 48, right = 746, bottom = 1070;

  [[nodiscard]] const Assessment& a() const { return session_.now(); }

  void text(double x, const QString& words, const QFont& font, const QColor& colour, double width = right - left,
            Qt::Alignment align = Qt::AlignLeft) {
    p_.setFont(font);
    p_.setPen(colour);
    p_.drawText(QRectF(x, y_, width, 30), align | Qt::AlignTop, words);
  }
  /// Words over several lines; gives their height.
  double paragraph(double x, const QString& words, const QFont& font, const QColor& colour, double width) {
    p_.setFont(font);
    p_.setPen(colour);
    const QRectF used = p_.boundingRect(QRectF(x, y_, width, 400), Qt::TextWordWrap, words);
    p_.drawText(QRectF(x, y_, width, used.height() + 2), Qt::TextWordWrap, words);
    return used.height();
  }
  void heading(const QString& words) {
    y_ += 8;
    text(left, words, ui_font(11, QFont::Bold), look().ink);
    y_ += 20;
    p_.setPen(QPen(look().line, 1));
    p_.drawLine(QPointF(left, y_ - 2), QPointF(right, y_ - 2));
    y_ += 3;
  }
  void new_page() {
    foot();
    pdf_.newPage();
    y_ = 40;
    ++page_;
  }
  void room(double height) {
    if (y_ + height > bottom - 20) new_page();
  }

  void head() {
    const Project& project = session_.project();
    text(left, QString::fromStdString(project.name), ui_font(20, QFont::Bold), look().ink);
    text(left, QObject::tr("Launch card, %1").arg(QString::fromStdString(today())), ui_font(10), look().muted,
         right - left, Qt::AlignRight);
    y_ += 34;
    text(left, QString::fromStdString(project.brief.purpose), ui_font(10), look().muted);
    y_ += 20;
  }

  void picture() {
    const QRectF area(left, y_, right - left, 400);
    BoardState state;
    state.stage = Stage::flotation;
    state.overlays = usual_overlays(Stage::flotation);
    const BoardMap map(a(), QSize(548, 400));  // narrow enough for a board without a section card
    p_.save();
    p_.setClipRect(area);
    p_.translate(left + 75, y_);
    const QRectF bounds(0, 0, 548, 400);
    p_.setClipRect(bounds);
    paint_boat(p_, map, session_, state, bounds);
    LabelPlacer none(bounds);
    Canvas c{p_, map, session_, none, state};
    paint_ruler(c);
    p_.restore();
    y_ += 408;
  }

  /// The ledger in two columns.
  void numbers() {
    heading(QObject::tr("Numbers"));
    std::vector<LedgerRow> rows = plucky::ledger(a());
    std::erase_if(rows, [](const LedgerRow& r) { return !r.value; });
    const double top = y_, width = 0.5 * (right - left) - 14;
    const std::size_t half = (rows.size() + 1) / 2;
    for (std::size_t i = 0; i < rows.size(); ++i) {
      y_ = top + 17.0 * static_cast<double>(i % half);
      const double x = i < half ? left : left + width + 28;
      const bool bad = rows[i].severity >= Severity::watch;
      text(x, QString::fromStdString(rows[i].label), ui_font(9), look().ink, width);
      text(x, session_.shown(*rows[i].value), ui_font(9, QFont::DemiBold), bad ? look().buoy_text : look().ink, width,
           Qt::AlignRight);
    }
    y_ = top + 17.0 * static_cast<double>(half);
    const FreeboardReport& f = a().freeboard;
    const auto length = [&](double m) { return session_.shown(length_quantity(m)); };
    if (a().flotation.status == FloatStatus::afloat)
      text(left,
           QObject::tr("Freeboards: bow %1, stern %2, least %3").arg(length(f.bow), length(f.stern), length(f.least)),
           ui_font(9), look().ink);
    y_ += 20;
  }

  void masses() {
    heading(QObject::tr("Masses"));
    std::vector<MassItem> items = a().mass.items;
    std::stable_sort(items.begin(), items.end(), [](const auto& l, const auto& r) { return l.mass > r.mass; });
    // What does not fit on the page is told in one line.
    const double top = y_, width = 0.5 * (right - left) - 14;
    const auto most = 2 * static_cast<std::size_t>(std::max(1.0, (bottom - 30 - y_) / 15.0));
    double left_out = 0.0;
    const std::size_t count = items.size();
    while (items.size() > most) {
      left_out += items.back().mass;
      items.pop_back();
    }
    const std::size_t half = (items.size() + 1) / 2;
    const double transom = a().hull->model.box.low.x();
    for (std::size_t i = 0; i < items.size(); ++i) {
      y_ = top + 15.0 * static_cast<double>(i % half);
      const double x = i < half ? left : left + width + 28;
      text(x, QString::fromStdString(items[i].name), ui_font(8.5), look().ink, width - 130);
      text(x,
           (items[i].measured ? QString() : QString::fromUtf8("\u2248 ")) +
               session_.shown({items[i].mass, Dimension::mass}),
           ui_font(8.5), look().ink, width - 70, Qt::AlignRight);
      text(x, QObject::tr("at %1").arg(session_.in_words(length_quantity(items[i].place.x() - transom))), ui_font(8.5),
           look().muted, width, Qt::AlignRight);
    }
    y_ = top + 15.0 * static_cast<double>(half) + 4;
    if (left_out > 0.0)
      text(left,
           QObject::tr("and %1 lighter items, %2")
               .arg(count - items.size())
               .arg(session_.shown({left_out, Dimension::mass})),
           ui_font(8.5), look().muted);
  }

  void findings() {
    heading(QObject::tr("Findings"));
    bool any = false;
    for (const Finding& f : a().findings) {
      if (f.severity == Severity::fine) continue;
      room(34);
      any = true;
      draw_severity(p_, QRectF(left, y_ + 2, 11, 11), f.severity);
      double height = paragraph(left + 20, session_.shown(f.text, f.values), ui_font(9.5, QFont::Medium), look().ink,
                                right - left - 20);
      y_ += height;
      height = paragraph(left + 20,
                         f.ignored.empty() ? severity_word(f.severity) + ", " + QString::fromStdString(f.source)
                                           : QObject::tr("ignored: %1").arg(QString::fromStdString(f.ignored)),
                         ui_font(8), look().muted, right - left - 20);
      y_ += height + 4;
    }
    if (!any) {
      text(left, QObject::tr("Nothing found."), ui_font(9.5), look().ink);
      y_ += 18;
    }
  }

  void checklist() {
    heading(QObject::tr("Checklist"));
    for (const CheckLine& line : launch_checklist(a())) {
      if (line.from_finding) continue;  // they stand above
      room(22);
      const QRectF box(left, y_ + 1, 11, 11);
      p_.setPen(QPen(look().ink, 1.2));
      p_.setBrush(Qt::NoBrush);
      p_.drawRect(box);
      if (!line.done.empty())
        p_.drawPolyline(
            QPolygonF({box.topLeft() + QPointF(2, 6), box.topLeft() + QPointF(5, 9), box.topRight() + QPointF(-1, 2)}));
      const QString words =
          session_.shown(line.text, line.values) +
          (line.done.empty() ? QString() : QObject::tr("  (%1)").arg(QString::fromStdString(line.done)));
      y_ += paragraph(left + 20, words, ui_font(9.5), line.caution ? look().buoy_text : look().ink, right - left - 20) +
            4;
    }
  }

  void cautions() {
    room(90);
    heading(QObject::tr("Cautions"));
    y_ += paragraph(
              left,
              QObject::tr(
                  "Lithium batteries: makers' limits and local rules come first; never charge a swollen, wet or nicked "
                  "pack, never alone. Propellers cut whenever the battery is in. Cold water kills: no wading or "
                  "swimming after a boat. Keep clear of people and wildlife; local rules on radio, waters and "
                  "battery transport apply. All numbers are estimates until they have been measured."),
              ui_font(9), look().buoy_text, right - left) +
          6;
  }

  void foot() {
    const double at = y_;
    y_ = bottom + 6;
    text(left, QObject::tr("Plucky Hull \u00b7 page %1").arg(page_), ui_font(8), look().muted);
    y_ = at;
  }

  QPdfWriter& pdf_;
  QPainter& p_;
  const Session& session_;
  double y_ = 40;
  int page_ = 1;
};

}  // namespace

void write_launch_card(const Project& project, UnitSystem units, const QString& path) {
  const DayLook day;
  Session session;
  session.set_units(units);
  session.adopt(project, {});
  QFile file(path);
  if (!file.open(QIODevice::WriteOnly)) throw InvalidInput(path.toStdString(), file.errorString().toStdString());
  QPdfWriter pdf(&file);
  pdf.setResolution(96);
  pdf.setPageSize(QPageSize(QPageSize::A4));
  pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
  pdf.setTitle(QObject::tr("%1, launch card").arg(QString::fromStdString(project.name)));
  pdf.setCreator("Plucky Hull");
  QPainter painter(&pdf);
  if (!painter.isActive()) throw InvalidInput(path.toStdString(), "no PDF could be begun");
  painter.setRenderHint(QPainter::Antialiasing);
  Card(pdf, painter, session).draw();
  painter.end();
  file.close();
  if (file.error() != QFile::NoError) throw InvalidInput(path.toStdString(), file.errorString().toStdString());
}

}  // namespace plucky::app
