#include "stages/build/flat_view.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double gap = 0.015;  // m between panels in the picture

/// Rows of panels, the tall ones first, as wide as the picture likes; lower left corners, m.
struct Arranged {
  std::vector<Vec2> at;
  Vec2 size = Vec2::Zero();
};

Arranged arranged(const std::vector<Drawing>& panels, double width) {
  Arranged out;
  Vec2 next = Vec2::Zero();
  double row = 0.0;
  for (const Drawing& d : panels) {
    const Vec2 size = d.bounds().size();
    if (next.x() > 0.0 && next.x() + size.x() > width) next = Vec2(0.0, next.y() + row + gap), row = 0.0;
    out.at.push_back(next);
    next.x() += size.x() + gap;
    row = std::max(row, size.y());
    out.size = out.size.cwiseMax(Vec2(next.x() - gap, next.y() + row));
  }
  return out;
}

}  // namespace

std::vector<Drawing> panel_drawings(const BuildReport& report) {
  std::vector<Drawing> out;
  for (const Panel& p : report.panels) {
    out.push_back(drawing_of(p));
    out.back().shift(-out.back().bounds().low);
  }
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
  for (const DrawnText& t : drawing.texts) {
    // What a panel is and what joins it is always told; the fine print only where it can be read.
    const bool matters = t.height >= 0.005;
    const double height = matters ? std::max(least, scale * t.height) : scale * t.height;
    if (height < least) continue;
    QFont font = ui_font(8.0);
    font.setPixelSize(std::max(1, static_cast<int>(height)));
    const QString words = session.said(t.words);
    if (t.room > 0.0 && QFontMetricsF(font).horizontalAdvance(words) > scale * t.room) continue;
    p.setFont(font);
    p.setPen(l.ink);
    p.save();
    p.translate(at(t.place));
    p.rotate(-degrees(t.turn));
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
  panels_ = panel_drawings(r);
  tell(!r.panels.empty()
           ? tr("Outer face up. Numbers along the edges: the panel that joins, and the angle it is turned by.")
       : r.printed ? tr("A printed hull has sections, no panels; \"Made\" in the brief says how it is built.")
                   : session_->said(r.no_panels));
  update();
}

TableRows FlatView::table() const {
  TableRows out{{tr("Panel").toStdString(), "x mm", "y mm"}};
  for (const Panel& p : session_->seen().build.panels)
    for (const Vec2& v : p.outline)
      out.push_back({std::to_string(p.number), QString::number(1e3 * v.x(), 'f', 3).toStdString(),
                     QString::number(1e3 * v.y(), 'f', 3).toStdString()});
  return out;
}

void FlatView::paintEvent(QPaintEvent* event) {
  QWidget::paintEvent(event);
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), look().card);
  if (panels_.empty()) {
    p.setPen(look().muted);
    p.setFont(ui_font(9.5));
    p.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap, words());
    return;
  }
  const QRectF room = QRectF(rect()).adjusted(14, 14, -14, -14);
  // The width of rows that lets the picture be drawn largest.
  double widest = 0.0, whole = 0.0;
  for (const Drawing& d : panels_) {
    widest = std::max(widest, d.bounds().size().x());
    whole += d.bounds().size().x() + gap;
  }
  Arranged best;
  double scale = 0.0;
  for (int k = 0; k <= 20; ++k) {
    const Arranged now = arranged(panels_, widest + (whole - widest) * k / 20.0);
    const double fits = std::min(room.width() / now.size.x(), room.height() / now.size.y());
    if (fits > scale) scale = fits, best = now;
  }
  const double left = room.left() + 0.5 * (room.width() - scale * best.size.x());
  for (std::size_t i = 0; i < panels_.size(); ++i) {
    const double height = panels_[i].bounds().size().y();
    paint_drawing(p, panels_[i], {left + scale * best.at[i].x(), room.top() + scale * (best.at[i].y() + height)}, scale,
                  *session_, 1.0, 9.0);
  }
}

}  // namespace plucky::app
