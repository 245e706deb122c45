#include "report/sheet.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

#include "base/error.h"
#include "board/layers.h"
#include "io/file.h"
#include "session/today.h"
#include "theme/theme.h"

namespace plucky::app {

void Sheet::head(const QString& what) {
  const Project& project = session_.project();
  text(left, QString::fromStdString(project.name), ui_font(20, QFont::Bold), look().ink);
  text(left, QObject::tr("%1, %2").arg(what, QString::fromStdString(today())), ui_font(10), look().muted, right - left,
       Qt::AlignRight);
  y_ += 34;
  text(left, QString::fromStdString(project.brief.purpose), ui_font(10), look().muted);
  y_ += 20;
}

void Sheet::heading(const QString& words) {
  y_ += 8;
  text(left, words, ui_font(11, QFont::Bold), look().ink);
  y_ += 20;
  p_.setPen(QPen(look().line, 1));
  p_.drawLine(QPointF(left, y_ - 2), QPointF(right, y_ - 2));
  y_ += 3;
}

void Sheet::text(double x, const QString& words, const QFont& font, const QColor& colour, double width,
                 Qt::Alignment align) {
  p_.setFont(font);
  p_.setPen(colour);
  p_.drawText(QRectF(x, y_, width, 30), align | Qt::AlignTop, words);
}

double Sheet::paragraph(double x, const QString& words, const QFont& font, const QColor& colour, double width) {
  p_.setFont(font);
  p_.setPen(colour);
  const QRectF used = p_.boundingRect(QRectF(x, y_, width, 400), Qt::TextWordWrap, words);
  p_.drawText(QRectF(x, y_, width, used.height() + 2), Qt::TextWordWrap, words);
  return used.height();
}

void Sheet::table_row(const QStringList& cells, const std::vector<double>& at, const QFont& font,
                      const QColor& colour) {
  room(16);
  for (int i = 0; i < cells.size(); ++i) {
    const auto k = static_cast<std::size_t>(i);
    const double end = k + 1 < at.size() ? at[k + 1] - 6 : right;
    text(at[k], QFontMetricsF(font).elidedText(cells[i], Qt::ElideRight, end - at[k]), font, colour, end - at[k],
         i < 2 ? Qt::AlignLeft : Qt::AlignRight);
  }
  y_ += 15;
}

void Sheet::picture(Stage stage) {
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

void Sheet::cautions() {
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

void Sheet::room(double height) {
  if (y_ + height > bottom - 20) new_page();
}

void Sheet::new_page() {
  foot();
  next_page_();
  y_ = 40;
  ++page_;
}

void Sheet::foot() {
  const double at = y_;
  y_ = bottom + 6;
  text(left, QObject::tr("Plucky Hull \u00b7 page %1").arg(page_), ui_font(8), look().muted);
  y_ = at;
}

QByteArray pdf_of(const Project& project, UnitSystem units, const QString& path, const QString& title,
                  const std::function<void(Sheet& sheet)>& draw) {
  const DayLook day;
  Session session;
  session.set_units(units);
  session.adopt(project, {});
  QBuffer drawn;
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
  Sheet sheet([&pdf] { pdf.newPage(); }, painter, session);
  draw(sheet);
  painter.end();
  return drawn.data();
}

void write_pdf(const Project& project, UnitSystem units, const QString& path, const QString& title,
               const std::function<void(Sheet& sheet)>& draw) {
  // Written as a whole: a sheet that fails must not take the place of an earlier one.
  const QByteArray pdf = pdf_of(project, units, path, title, draw);
  write_file_atomically(path.toStdString(), pdf.toStdString());
}

}  // namespace plucky::app
