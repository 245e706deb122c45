#include "board/label_placer.h"

#include <QFontMetricsF>
#include <QHash>
#include <QPainterPath>
#include <QPixmap>
#include <algorithm>
#include <cmath>

#include "theme/theme.h"

namespace plucky::app {

bool LabelPlacer::free(const QRectF& r, bool also_avoided) const {
  const auto hits = [&](const QRectF& t) { return t.intersects(r); };
  return bounds_.contains(r) && std::none_of(taken_.begin(), taken_.end(), hits) &&
         !(also_avoided && std::any_of(avoided_.begin(), avoided_.end(), hits));
}

namespace {

/// A soft rim in the paper's colour keeps a label readable where it crosses a line.
void draw_with_rim(QPainter& painter, const QRectF& r, const QString& text, const QColor& ground) {
  const QFontMetricsF metrics(painter.font());
  QPainterPath path;
  path.addText(r.center().x() - 0.5 * metrics.horizontalAdvance(text),
               r.center().y() + 0.5 * (metrics.ascent() - metrics.descent()), painter.font(), text);
  QColor rim = ground;
  rim.setAlpha(230);
  painter.strokePath(path, QPen(rim, 5.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
  painter.drawText(r, Qt::AlignCenter, text);
}

/// Stroking the rims costs more than all else on the board together. On the screen the text itself, laid around its
/// place in the ground's colour, looks the same; and names, which stay through a drag, are drawn once and kept.
void draw_on_screen(QPainter& painter, const QRectF& r, const QString& text, const QColor& ground) {
  static QHash<QString, QPixmap> kept;
  constexpr double rim = 4.0;
  const double ratio = painter.device()->devicePixelRatioF();
  const QColor ink = painter.pen().color();
  const QString key = QString("%1|%2|%3|%4|%5|%6")
                          .arg(text)
                          .arg(painter.font().pointSizeF())
                          .arg(painter.font().weight())
                          .arg(ink.rgba())
                          .arg(ground.rgba())
                          .arg(ratio);
  auto it = kept.find(key);
  if (it == kept.end()) {
    if (kept.size() > 600) kept.clear();
    QPixmap picture(((r.size() + 2.0 * QSizeF(rim, rim)) * ratio).toSize() + QSize(1, 1));
    picture.setDevicePixelRatio(ratio);
    picture.fill(Qt::transparent);
    QPainter p(&picture);
    p.setFont(painter.font());
    p.setPen(ground);
    const QRectF place(QPointF(rim, rim), r.size());
    for (int i = 0; i < 12; ++i)
      p.drawText(place.translated(2.0 * std::cos(i * M_PI / 6.0), 2.0 * std::sin(i * M_PI / 6.0)), Qt::AlignCenter,
                 text);
    p.setPen(ink);
    p.drawText(place, Qt::AlignCenter, text);
    it = kept.insert(key, picture);
  }
  painter.drawPixmap((r.topLeft() - QPointF(rim, rim)).toPoint(), *it);
}

void draw_label(QPainter& painter, const QRectF& r, const QString& text, const QColor& ground) {
  const int device = painter.device()->devType();
  const bool on_screen = device == QInternal::Widget || device == QInternal::Pixmap || device == QInternal::Image;
  (on_screen ? draw_on_screen : draw_with_rim)(painter, r, text, ground);
}

}  // namespace

QRectF LabelPlacer::place(QPainter& painter, const QPointF& anchor, const QString& text,
                          const std::vector<QPointF>& offsets, bool inside) {
  const QFontMetricsF metrics(painter.font());
  const QSizeF size(metrics.horizontalAdvance(text) + 6.0, metrics.height());
  for (const bool careful : {true, false}) {
    if (careful && inside) continue;
    for (const double further : {0.0, 1.0, -1.0, 2.0, -2.0})
      for (const QPointF& offset : offsets) {
        QRectF r(QPointF(), size);
        r.moveCenter(anchor + offset + QPointF(0.0, further * size.height()));
        // Slide along rather than lose a label at the border.
        r.moveLeft(std::clamp(r.left(), bounds_.left(), std::max(bounds_.left(), bounds_.right() - r.width())));
        if (!free(r, careful)) continue;
        draw_label(painter, r, text, inside ? look().part : look().hull);
        taken_.push_back(r);
        return r;
      }
  }
  return {};
}

}  // namespace plucky::app
