#include "report/launch_card.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>

#include "assessment/checklist.h"
#include "base/error.h"
#include "board/layers.h"
#include "io/file.h"
#include "session/today.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// One card being drawn: 96 dots an inch, so that the board's layers have their usual size.
class Card {
 public:
  Card(QPdfWriter& pdf, QPainter& painter, const Session& session) : pdf_(pdf), p_(painter), session_(session) {}

  void draw_launch_card() {
    head(QObject::tr("Launch card"));
    picture(Stage::flotation);
    numbers();
    masses();
    new_page();
    findings();
    checklist();
    cautions();
    foot();
  }

  void draw_water_sheets() {
    head(QObject::tr("Keeping it dry"));
    picture(Stage::seal);
    openings();
    new_page();
    head(QObject::tr("Keeping it cool"));
    picture(Stage::cool);
    circuit();
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

  void head(const QString& what) {
    const Project& project = session_.project();
    text(left, QString::fromStdString(project.name), ui_font(20, QFont::Bold), look().ink);
    text(left, QObject::tr("%1, %2").arg(what, QString::fromStdString(today())), ui_font(10), look().muted,
         right - left, Qt::AlignRight);
    y_ += 34;
    text(left, QString::fromStdString(project.brief.purpose), ui_font(10), look().muted);
    y_ += 20;
  }

  void picture(Stage stage) {
    const QRectF area(left, y_, right - left, 400);
    BoardState state;
    state.stage = stage;
    state.overlays = usual_overlays(stage);
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

  /// A row of a table: words at the columns' left edges, numbers from the second column on to the right.
  void table_row(const QStringList& cells, const std::vector<double>& at, const QFont& font, const QColor& colour) {
    room(16);
    for (int i = 0; i < cells.size(); ++i) {
      const auto k = static_cast<std::size_t>(i);
      const double end = k + 1 < at.size() ? at[k + 1] - 6 : right;
      text(at[k], QFontMetricsF(font).elidedText(cells[i], Qt::ElideRight, end - at[k]), font, colour, end - at[k],
           i < 2 ? Qt::AlignLeft : Qt::AlignRight);
    }
    y_ += 15;
  }

  void openings() {
    const SealReport& r = a().seal;
    const auto flow = [&](double q) { return session_.shown({q, Dimension::flow}); };
    const auto over = [&](double m) { return session_.in_words(length_quantity(m)); };
    heading(QObject::tr("Water ingress points"));
    const std::vector<double> at{left, left + 200, left + 370, left + 450, left + 530, left + 615};
    table_row({QObject::tr("Ingress point"), QObject::tr("Sealed by"), QObject::tr("at rest"), QObject::tr("driven"),
               QObject::tr("seal failed"), QObject::tr("over the water")},
              at, ui_font(8, QFont::DemiBold), look().muted);
    int number = 0;
    for (const SealOpening& o : r.openings) {
      QString sealed = QObject::tr(method_name(o.method));
      if (o.condition != SealCondition::sound) sealed += ", " + QObject::tr(condition_name(o.condition)).toLower();
      table_row({QString("%1  %2").arg(++number).arg(QString::fromStdString(o.name)), sealed, flow(o.expected),
                 flow(o.running), flow(o.worst), over(o.over_standing)},
                at, ui_font(8.5), look().ink);
    }
    y_ += 6;
    const auto danger = [&](const FloodCourse& c) {
      return c.danger() ? QObject::tr("in danger after %1").arg(session_.shown(c.danger(), Dimension::duration))
                        : QObject::tr("nothing in danger within two hours");
    };
    y_ += paragraph(left,
                    QObject::tr("Together %1 at rest, %2; %3 driven, %4. Leaks go with the third power of a gap: read "
                                "them as sizes.")
                        .arg(flow(r.expected), danger(r.course), flow(r.running), danger(r.driven)),
                    ui_font(9), look().ink, right - left) +
          4;
  }

  void circuit() {
    const auto flow = [&](double q) { return session_.shown({q, Dimension::flow}); };
    const CoolingCircuit& c = a().project.cooling;
    heading(QObject::tr("Hoses"));
    if (c.empty()) {
      text(left, QObject::tr("No cooling circuit."), ui_font(9), look().ink);
      y_ += 18;
    }
    const std::vector<double> at{left, left + 260, left + 400, left + 480, left + 560, left + 630};
    for (std::size_t i = 0; i < c.hoses.size(); ++i) {
      const Hose& h = c.hoses[i];
      const HoseFlow* f = a().water.hose(h.id);
      table_row({QString::fromUtf8("%1 \u2192 %2")
                     .arg(QString::fromStdString(c.find(h.from)->name), QString::fromStdString(c.find(h.to)->name)),
                 QObject::tr(hose_name(h.material)), session_.shown(length_quantity(h.bore)),
                 session_.shown(length_quantity(a().hoses[i].length)),
                 session_.shown({a().hoses[i].mass, Dimension::mass}), f ? flow(std::abs(f->flow)) : QString()},
                at, ui_font(8.5), look().ink);
    }
    heading(QObject::tr("Temperatures at the end of a run at the throttle limit"));
    for (const PartHeat& p : a().heat.parts)
      table_row({QString::fromStdString(p.name), p.cooled ? QObject::tr("with water") : QObject::tr("in air"),
                 session_.shown({p.end, Dimension::temperature}),
                 QObject::tr("dry %1").arg(session_.shown({p.dry_end, Dimension::temperature})),
                 QObject::tr("limit %1").arg(session_.shown({p.limit, Dimension::temperature})),
                 session_.shown({p.loss, Dimension::power})},
                at, ui_font(8.5), look().ink);
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

namespace {

void write_pdf(const Project& project, UnitSystem units, const QString& path, const QString& title,
               void (Card::*draw)()) {
  const DayLook day;
  Session session;
  session.set_units(units);
  session.adopt(project, {});
  QBuffer drawn;  // written as a whole: a sheet that fails must not take the place of an earlier one
  drawn.open(QIODevice::WriteOnly);
  QPdfWriter pdf(&drawn);
  pdf.setResolution(96);
  pdf.setPageSize(QPageSize(QPageSize::A4));
  pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
  pdf.setTitle(QString::fromStdString(project.name) + ", " + title);
  pdf.setCreator("Plucky Hull");
  QPainter painter(&pdf);
  if (!painter.isActive()) throw InvalidInput(path.toStdString(), "no PDF could be begun");
  painter.setRenderHint(QPainter::Antialiasing);
  Card card(pdf, painter, session);
  (card.*draw)();
  painter.end();
  write_file_atomically(path.toStdString(), drawn.data().toStdString());
}

}  // namespace

void write_launch_card(const Project& project, UnitSystem units, const QString& path) {
  write_pdf(project, units, path, QObject::tr("launch card"), &Card::draw_launch_card);
}

void write_water_sheets(const Project& project, UnitSystem units, const QString& path) {
  write_pdf(project, units, path, QObject::tr("water sheets"), &Card::draw_water_sheets);
}

}  // namespace plucky::app
