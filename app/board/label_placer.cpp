#include "board/label_placer.h"

#include <QFontMetricsF>
#include <QPainterPath>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

bool LabelPlacer::free(const QRectF& r, bool also_avoided) const {
  const auto hits = [&](const QRectF& t) { return t.intersects(r); };
  return bounds_.contains(r) && std::none_of(taken_.begin(), taken_.end(), hits) &&
         !(also_avoided && std::any_of(avoided_.begin(), avoided_.end(), hits));
}

namespace {

/// A soft rim in the paper's colour keeps a label readable where it crosses a line.
void draw_halo(QPainter& painter, const QRectF& r, const QString& text, const QColor& ground) {
  const QFontMetricsF metrics(painter.font());
  QPainterPath path;
  path.addText(r.center().x() - 0.5 * metrics.horizontalAdvance(text),
               r.center().y() + 0.5 * (metrics.ascent() - metrics.descent()), painter.font(), text);
  QColor rim = ground;
  rim.setAlpha(230);
  painter.strokePath(path, QPen(rim, 5.0, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
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
        draw_halo(painter, r, text, inside ? look().part : look().hull);
        painter.drawText(r, Qt::AlignCenter, text);
        taken_.push_back(r);
        return r;
      }
  }
  return {};
}

}  // namespace plucky::app
