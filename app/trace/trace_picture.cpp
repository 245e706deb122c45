#include "trace/trace_picture.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double reach = 9.0;  // pixels within which a point is met

QPointF qt(const Vec2& v) {
  return {v.x(), v.y()};
}

}  // namespace

TracePicture::TracePicture(QWidget* parent) : QWidget(parent) {
  setObjectName("trace_picture");
  setAccessibleName(tr("Picture of the plan"));
  setMinimumSize(320, 240);
  setFocusPolicy(Qt::StrongFocus);
  setCursor(Qt::CrossCursor);
}

void TracePicture::set_image(const QImage& image) {
  image_ = image;
  fit();
  update();
}

void TracePicture::set_tool(TraceTool tool) {
  tool_ = tool;
  update();
}

void TracePicture::show_trace(const Trace& trace, int section) {
  trace_ = trace;
  if (section != section_) point_ = -1;
  section_ = section;
  if (TraceSection* s = this->section(); !s || point_ >= static_cast<int>(s->points.size())) point_ = -1;
  update();
}

TraceSection* TracePicture::section() {
  return section_ >= 0 && section_ < static_cast<int>(trace_.sections.size())
             ? &trace_.sections[static_cast<std::size_t>(section_)]
             : nullptr;
}

void TracePicture::fit() {
  if (image_.isNull()) return;
  zoom_ = std::min(width() / static_cast<double>(image_.width()), height() / static_cast<double>(image_.height()));
  corner_ = {0.5 * (width() - zoom_ * image_.width()), 0.5 * (height() - zoom_ * image_.height())};
}

QPointF TracePicture::on_screen(const Vec2& pixel) const {
  return corner_ + zoom_ * qt(pixel);
}

Vec2 TracePicture::on_picture(const QPointF& at) const {
  const QPointF p = (at - corner_) / zoom_;
  return {p.x(), p.y()};
}

int TracePicture::point_at(const QPointF& at) const {
  if (section_ < 0 || section_ >= static_cast<int>(trace_.sections.size())) return -1;
  const std::vector<TracePoint>& points = trace_.sections[static_cast<std::size_t>(section_)].points;
  int found = -1;
  double least = reach;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const QPointF off = on_screen(points[i].at) - at;
    if (const double away = std::hypot(off.x(), off.y()); away < least) least = away, found = static_cast<int>(i);
  }
  return found;
}

void TracePicture::draw_section(QPainter& p, const TraceSection& s, bool at_hand) const {
  const Look& l = look();
  QPolygonF line;
  for (const Vec2& v : drawn_line(s)) line << on_screen(v);
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(at_hand ? l.buoy : l.reed, at_hand ? 2.2 : 1.4));
  p.drawPolyline(line);
  if (!at_hand) return;
  for (std::size_t i = 0; i < s.points.size(); ++i) {
    const QPointF at = on_screen(s.points[i].at);
    p.setPen(QPen(l.ink, 1.2));
    p.setBrush(static_cast<int>(i) == point_ ? l.brass : l.paper);
    if (s.points[i].corner)
      p.drawRect(QRectF(at - QPointF(4.5, 4.5), QSizeF(9, 9)));
    else
      p.drawEllipse(at, 4.5, 4.5);
  }
}

void TracePicture::draw_marks(QPainter& p) const {
  const Look& l = look();
  if (trace_.foot) {
    const QPointF foot = on_screen(*trace_.foot);
    p.setPen(QPen(l.water_line, 1.2, Qt::DashDotLine));
    p.drawLine(QPointF(0.0, foot.y()), QPointF(width(), foot.y()));
    p.drawLine(QPointF(foot.x(), 0.0), QPointF(foot.x(), height()));
  }
  p.setPen(QPen(l.brass, 2.0));
  for (const std::optional<Vec2>* end : {&trace_.from, &trace_.to})
    if (*end) {
      const QPointF at = on_screen(**end);
      p.drawLine(at - QPointF(6, 6), at + QPointF(6, 6));
      p.drawLine(at - QPointF(6, -6), at + QPointF(6, -6));
    }
  if (trace_.from && trace_.to) p.drawLine(on_screen(*trace_.from), on_screen(*trace_.to));
}

void TracePicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.setRenderHint(QPainter::SmoothPixmapTransform);
  p.fillRect(rect(), look().paper);
  if (image_.isNull()) {
    p.setPen(look().muted);
    p.drawText(
        rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap,
        tr("Open a picture of the body plan: a scan or a photo taken straight from the front, as large as you have "
           "it."));
    return;
  }
  p.drawImage(QRectF(corner_, zoom_ * QSizeF(image_.size())), image_);
  draw_marks(p);
  for (std::size_t i = 0; i < trace_.sections.size(); ++i)
    draw_section(p, trace_.sections[i], static_cast<int>(i) == section_ && tool_ == TraceTool::sections);
}

void TracePicture::resizeEvent(QResizeEvent*) {
  fit();
}

void TracePicture::wheelEvent(QWheelEvent* event) {
  if (image_.isNull()) return;
  const double by = std::pow(1.2, event->angleDelta().y() / 120.0), next = std::clamp(by * zoom_, 0.05, 20.0);
  corner_ = event->position() - (next / zoom_) * (event->position() - corner_);
  zoom_ = next;
  update();
}

void TracePicture::mousePressEvent(QMouseEvent* event) {
  if (image_.isNull()) return;
  if (event->button() != Qt::LeftButton) {
    held_ = event->position();
    return;
  }
  const Vec2 at = on_picture(event->position());
  switch (tool_) {
    case TraceTool::scale:
      // A third click begins anew.
      if (!trace_.from || trace_.to)
        trace_.from = at, trace_.to.reset();
      else
        trace_.to = at;
      return tell(true);
    case TraceTool::foot:
      trace_.foot = at;
      return tell(true);
    case TraceTool::sections: {
      TraceSection* s = section();
      if (!s) return;
      point_ = point_at(event->position());
      dragging_ = point_ >= 0;
      if (dragging_) return update();
      s->points.push_back({at});
      point_ = static_cast<int>(s->points.size()) - 1;
      return tell(true);
    }
  }
}

void TracePicture::mouseMoveEvent(QMouseEvent* event) {
  if (held_) {
    corner_ += event->position() - *held_;
    held_ = event->position();
    return update();
  }
  if (TraceSection* s = section(); dragging_ && s && point_ >= 0) {
    s->points[static_cast<std::size_t>(point_)].at = on_picture(event->position());
    tell(false);
  }
}

void TracePicture::mouseReleaseEvent(QMouseEvent*) {
  if (dragging_) tell(true);
  dragging_ = false;
  held_.reset();
}

void TracePicture::mouseDoubleClickEvent(QMouseEvent* event) {
  TraceSection* s = section();
  const int at = tool_ == TraceTool::sections ? point_at(event->position()) : -1;
  if (!s || at < 0) return;
  point_ = at;
  s->points[static_cast<std::size_t>(at)].corner = !s->points[static_cast<std::size_t>(at)].corner;
  tell(true);
}

void TracePicture::keyPressEvent(QKeyEvent* event) {
  TraceSection* s = section();
  if (!s || point_ < 0 || tool_ != TraceTool::sections) return QWidget::keyPressEvent(event);
  const double step = event->modifiers() & Qt::ShiftModifier ? 10.0 : 1.0;
  TracePoint& point = s->points[static_cast<std::size_t>(point_)];
  switch (event->key()) {
    case Qt::Key_Left:
      point.at.x() -= step;
      break;
    case Qt::Key_Right:
      point.at.x() += step;
      break;
    case Qt::Key_Up:
      point.at.y() -= step;
      break;
    case Qt::Key_Down:
      point.at.y() += step;
      break;
    case Qt::Key_C:
      point.corner = !point.corner;
      break;
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
      s->points.erase(s->points.begin() + point_);
      point_ = std::min(point_, static_cast<int>(s->points.size()) - 1);
      break;
    default:
      return QWidget::keyPressEvent(event);
  }
  tell(true);
}

}  // namespace plucky::app
