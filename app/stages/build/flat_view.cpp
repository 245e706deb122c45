#include "stages/build/flat_view.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double gap = 0.015;  // m between pieces in the picture

RowsOfBoxes rows(const std::vector<Vec2>& sizes, double width, double between) {
  RowsOfBoxes out;
  Vec2 next = Vec2::Zero();
  double row = 0.0;
  for (const Vec2& size : sizes) {
    if (next.x() > 0.0 && next.x() + size.x() > width) next = Vec2(0.0, next.y() + row + between), row = 0.0;
    out.at.push_back(next);
    next.x() += size.x() + gap;
    row = std::max(row, size.y());
    out.size = out.size.cwiseMax(Vec2(next.x() - gap, next.y() + row));
  }
  return out;
}

}  // namespace

RowsOfBoxes rows_of_boxes(const std::vector<Vec2>& sizes, const QSizeF& room, double over) {
  double widest = 0.0, whole = 0.0;
  for (const Vec2& size : sizes) {
    widest = std::max(widest, size.x());
    whole += size.x() + gap;
  }
  RowsOfBoxes best;
  for (int k = 0; k <= 20; ++k) {
    const double width = widest + (whole - widest) * k / 20.0;
    const auto fitted = [&](double between) {
      RowsOfBoxes r = rows(sizes, width, between);
      r.scale = std::min(room.width() / r.size.x(), room.height() / r.size.y());
      return r;
    };
    RowsOfBoxes now = fitted(gap);
    // Room in pixels is more metres the smaller the picture.
    for (int again = 0; over > 0.0 && again < 4; ++again) now = fitted(std::max(gap, over / now.scale));
    if (now.scale > best.scale) best = now;
  }
  return best;
}

std::vector<Drawing> piece_drawings(const BuildReport& report) {
  std::vector<Drawing> out;
  for (const FlatPiece& p : report.pieces) out.push_back(p.drawing);
  return out;
}

void paint_drawing(QPainter& p, const Drawing& drawing, const QPointF& origin, double scale, const Session& session,
                   double line, double least) {
  const Look& l = look();
  const auto at = [&](const Vec2& v) { return origin + QPointF(scale * v.x(), -scale * v.y()); };
  for (const DrawnLine& d : drawing.lines) {
    QPolygonF path;
    for (const Vec2& v : d.points) path << at(v);
    const bool cut = d.layer == DrawLayer::cut;
    p.setPen(QPen(cut                          ? l.ink
                  : d.layer == DrawLayer::fold ? l.buoy
                                               : l.water_line,
                  cut ? 1.6 * line : 0.8 * line, d.layer == DrawLayer::fold ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(Qt::NoBrush);
    if (d.closed)
      p.drawPolygon(path);
    else
      p.drawPolyline(path);
  }
  for (const DrawnHole& h : drawing.holes) {
    p.setPen(QPen(l.ink, line));
    p.drawEllipse(at(h.centre), 0.5 * scale * h.diameter, 0.5 * scale * h.diameter);
  }
  // Enlarged words must not lie on others; a drawing's own come in the order of their worth.
  std::vector<QPolygonF> written;
  const auto clear = [&written](const QPolygonF& place) {
    return std::none_of(written.begin(), written.end(), [&](const QPolygonF& w) { return w.intersects(place); });
  };
  for (const DrawnText& t : drawing.texts) {
    // What a panel is and what joins it is always told; the fine print only where it can be read.
    const bool matters = t.height >= 0.005;
    const double height = matters ? std::max(least, scale * t.height) : scale * t.height;
    if (height < least) continue;
    QFont font = ui_font(8.0);
    font.setPixelSize(std::max(1, static_cast<int>(height)));
    const QString words = session.said(t.words);
    const double wide = QFontMetricsF(font).horizontalAdvance(words);
    if (t.room > 0.0 && wide > scale * t.room) continue;
    QTransform there = QTransform::fromTranslate(at(t.place).x(), at(t.place).y());
    there.rotate(-degrees(t.turn));
    const QPolygonF place = there.map(QPolygonF(QRectF(-0.5 * wide, -0.5 * height, wide, height)));
    if (height > scale * t.height && !clear(place)) continue;
    written.push_back(place);
    p.setFont(font);
    p.setPen(l.ink);
    p.save();
    p.setTransform(there, true);
    p.drawText(QRectF(-400, -height, 800, 2.0 * height), Qt::AlignCenter, words);
    p.restore();
  }
}

FlatView::FlatView(Session* session, QWidget* parent) : ShelfPage(session, tr("Flat patterns"), parent) {
  setObjectName("flat_view");
  setMinimumHeight(120);
}

void FlatView::refresh() {
  const BuildReport& r = session_->seen().build;
  pieces_ = piece_drawings(r);
  tell(!pieces_.empty()
           ? tr("Outer face up. Numbers along the edges: the panel that joins, and the angle it is turned by.")
       : r.printed ? tr("A printed hull has sections, no panels; \"Made\" in the brief says how it is built.")
                   : session_->said(r.no_panels));
  update();
}

TableRows FlatView::table() const {
  TableRows out{{tr("Piece").toStdString(), tr("Outline").toStdString(), "x mm", "y mm"}};
  for (const FlatPiece& p : session_->seen().build.pieces)
    for (std::size_t i = 0; i < p.shape.loops.size(); ++i)
      for (const Vec2& v : p.shape.loops[i])
        out.push_back({std::to_string(p.number), std::to_string(i + 1),
                       QString::number(1e3 * v.x(), 'f', 3).toStdString(),
                       QString::number(1e3 * v.y(), 'f', 3).toStdString()});
  return out;
}

void FlatView::paintEvent(QPaintEvent* event) {
  QWidget::paintEvent(event);
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), look().card);
  if (pieces_.empty()) {
    p.setPen(look().muted);
    p.setFont(ui_font(9.5));
    p.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap, words());
    return;
  }
  const QRectF room = QRectF(rect()).adjusted(14, 14, -14, -14);
  std::vector<Vec2> sizes;
  for (const Drawing& d : pieces_) sizes.push_back(d.bounds().size());
  const RowsOfBoxes best = rows_of_boxes(sizes, room.size());
  const double scale = best.scale, left = room.left() + 0.5 * (room.width() - scale * best.size.x());
  for (std::size_t i = 0; i < pieces_.size(); ++i)
    paint_drawing(p, pieces_[i], {left + scale * best.at[i].x(), room.top() + scale * (best.at[i].y() + sizes[i].y())},
                  scale, *session_, 1.0, 9.0);
}

}  // namespace plucky::app
