#include "stages/build/templates.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <cmath>

#include "assessment/stages/build/build_stage.h"
#include "base/error.h"
#include "build/outlines.h"
#include "stages/build/flat_view.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

// All in mm: the painter is scaled so that one unit is one.
constexpr double border = 9.0, glue = 10.0, page_head = 9.0;

/// A page of some paper and what of a drawing goes onto it.
struct PaperSize {
  double width, height;
  [[nodiscard]] double tile_width() const { return width - 2.0 * border - glue; }
  [[nodiscard]] double tile_height() const { return height - 2.0 * border - page_head - glue; }
};

int tiles(double size, double tile) {
  return std::max(1, static_cast<int>(std::ceil(size / tile - 1e-9)));
}

QString tile_name(int column, int row) {
  return QString(QChar('A' + column % 26)) + QString::number(row + 1);
}

QFont font_of(double height) {
  QFont f = ui_font(8.0);
  f.setPixelSize(std::max(1, static_cast<int>(std::lround(height))));
  return f;
}

class Pages {
 public:
  Pages(QPdfWriter& pdf, QPainter& painter, const Session& session, const PaperSize& paper)
      : pdf_(pdf), p_(painter), session_(session), paper_(paper) {}

  void cover(const std::vector<Drawing>& drawings) {
    write(border, 14.0, 7.0,
          QObject::tr("%1: templates at full size").arg(QString::fromStdString(session_.project().name)));
    write(border, 24.0, 4.0, QObject::tr("Print without fitting to the page (100 %), then measure the rule: 100 mm."));
    p_.setPen(QPen(Qt::black, 0.25));
    for (int k = 0; k <= 100; ++k) {
      const double x = border + 10.0 + k, tick = k % 10 == 0 ? 6.0 : k % 5 == 0 ? 4.0 : 2.5;
      p_.drawLine(QPointF(x, 40.0), QPointF(x, 40.0 - tick));
    }
    p_.drawLine(QPointF(border + 10.0, 40.0), QPointF(border + 110.0, 40.0));
    write(border + 10.0, 46.0, 4.0, "0");
    write(border + 104.0, 46.0, 4.0, "100 mm");
    double y = 62.0;
    for (std::size_t i = 0; i < drawings.size(); ++i) {
      const Vec2 size = 1e3 * drawings[i].bounds().size();
      const int columns = tiles(size.x(), paper_.tile_width()), rows = tiles(size.y(), paper_.tile_height());
      write(border, y, 4.5, session_.said(drawings[i].title));
      write(120.0, y, 4.0, QObject::tr("%1 by %2 pages").arg(columns).arg(rows));
      for (int r = 0; r < rows; ++r)
        for (int c = 0; c < columns; ++c) {
          const QRectF cell(border + 9.0 * c, y + 3.0 + 6.0 * (rows - 1 - r), 9.0, 6.0);
          p_.setPen(QPen(Qt::black, 0.2));
          p_.drawRect(cell);
          p_.setFont(font_of(3.0));
          p_.drawText(cell, Qt::AlignCenter, tile_name(c, r));
        }
      y += 12.0 + 6.0 * rows;
      if (y > paper_.height - 60.0) next_page(), y = 20.0;
    }
    p_.setFont(font_of(4.0));
    p_.setPen(Qt::black);
    p_.drawText(
        QRectF(border, paper_.height - 48.0, paper_.width - 2.0 * border, 40.0), Qt::TextWordWrap,
        QObject::tr("Cut each page along its right and upper frame, lay it on the marks of the next, glue on the "
                    "strip. Outlines are those of the outer face: bevel inward; an angle along an edge is the whole "
                    "turn, a mitre takes half of it. Knives and sheet edges cut: "
                    "steel rule, gloves, blade away from the hand."));
  }

  void drawing(const Drawing& d, int number) {
    const Box2 box = d.bounds();
    const Vec2 size = 1e3 * box.size();
    const int columns = tiles(size.x(), paper_.tile_width()), rows = tiles(size.y(), paper_.tile_height());
    for (int r = 0; r < rows; ++r)
      for (int c = 0; c < columns; ++c) tile(d, box, number, c, r);
  }

 private:
  void next_page() { pdf_.newPage(); }

  void write(double x, double y, double height, const QString& words) {
    p_.setFont(font_of(height));
    p_.setPen(Qt::black);
    p_.drawText(QPointF(x, y), words);
  }

  void tile(const Drawing& d, const Box2& box, int number, int column, int row) {
    next_page();
    const QRectF frame(border, border + page_head + glue, paper_.tile_width(), paper_.tile_height());
    const QRectF with_glue(frame.left(), frame.top() - glue, paper_.tile_width() + glue, paper_.tile_height() + glue);
    write(border, border + 5.0, 4.5,
          QObject::tr("%1 %2   %3").arg(number).arg(tile_name(column, row), session_.said(d.title)));
    p_.save();
    p_.setClipRect(with_glue);
    const double x = frame.left() - column * paper_.tile_width() - 1e3 * box.low.x();
    const double y = frame.bottom() + row * paper_.tile_height() + 1e3 * box.low.y();
    paint_drawing(p_, d, {x, y}, 1e3, session_, 0.22, 2.0);
    p_.restore();
    p_.setPen(QPen(Qt::gray, 0.15, Qt::DashLine));
    p_.drawRect(frame);
    p_.setPen(QPen(Qt::black, 0.2));
    for (const QPointF& corner : {frame.topLeft(), frame.topRight(), frame.bottomLeft(), frame.bottomRight()}) {
      p_.drawLine(corner - QPointF(4, 0), corner + QPointF(4, 0));
      p_.drawLine(corner - QPointF(0, 4), corner + QPointF(0, 4));
    }
  }

  QPdfWriter& pdf_;
  QPainter& p_;
  const Session& session_;
  PaperSize paper_;
};

}  // namespace

const QStringList& paper_names() {
  static const QStringList names{"A4", "Letter", "A3", "A2", "A1", "A0"};
  return names;
}

void write_templates(const std::vector<Drawing>& drawings, const Session& session, const QString& path,
                     const QString& paper) {
  constexpr QPageSize::PageSizeId ids[] = {QPageSize::A4, QPageSize::Letter, QPageSize::A3,
                                           QPageSize::A2, QPageSize::A1,     QPageSize::A0};
  const auto chosen = paper_names().indexOf(paper);
  if (chosen < 0)
    throw InvalidInput("paper",
                       as_said(QObject::tr("%1 is none of %2").arg(paper, paper_names().join(QStringLiteral(", ")))));
  const DayLook day;  // paper is white
  QBuffer drawn;
  drawn.open(QIODevice::WriteOnly);
  QPdfWriter pdf(&drawn);
  pdf.setResolution(254);
  const QPageSize size(ids[chosen]);
  pdf.setPageSize(size);
  pdf.setPageMargins(QMarginsF(0, 0, 0, 0));
  pdf.setTitle(QString::fromStdString(session.project().name) + ", " + QObject::tr("templates"));
  pdf.setCreator("Plucky Hull");
  QPainter painter(&pdf);
  if (!painter.isActive()) throw InvalidInput(path.toStdString(), "no PDF could be begun");
  painter.setRenderHint(QPainter::Antialiasing);
  painter.scale(pdf.resolution() / 25.4, pdf.resolution() / 25.4);
  const QSizeF mm = size.size(QPageSize::Millimeter);
  Pages pages(pdf, painter, session, {mm.width(), mm.height()});
  pages.cover(drawings);
  for (std::size_t i = 0; i < drawings.size(); ++i) pages.drawing(drawings[i], static_cast<int>(i) + 1);
  painter.end();
  write_file_atomically(path.toStdString(), drawn.data().toStdString());
}

std::vector<Drawing> outlines_of(const Assessment& a) {
  return outline_templates(a.hull->model, a.project.hull, {.holes = transom_holes(a), .cuts = bottom_cuts(a)});
}

void write_piece_templates(const Project& project, UnitSystem units, const QString& path, const QString& paper) {
  Session session;
  session.set_units(units);
  session.adopt(project, {});
  const BuildReport& r = session.now().build;
  if (!r.printed) {
    if (r.pieces.empty()) throw InvalidInput("templates", r.no_panels);
    return write_templates(piece_drawings(r), session, path, paper);
  }
  std::vector<Drawing> panels;
  for (const Panel& p : panels_of(project.hull)) {
    panels.push_back(drawing_of(p));
    panels.back().shift(-panels.back().bounds().low);
  }
  write_templates(panels, session, path, paper);
}

}  // namespace plucky::app
