#include "board/label_placer.h"

#include <QFontMetricsF>
#include <QHash>
#include <QPaintEngine>
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

/// A label as it will be asked for again.
struct LabelKey {
  QString text;
  double points, ratio;
  int weight;
  QRgb ink, ground;
  bool operator==(const LabelKey&) const = default;
};
std::size_t qHash(const LabelKey& k, std::size_t seed) {
  return qHashMulti(seed, k.text, k.points, k.ratio, k.weight, k.ink, k.ground);
}

struct KeptLabel {
  QSizeF size;
  QPixmap picture;
};

constexpr double rim = 4.0;

/// Stroking the rims costs more than all else on the board together. On the screen the text itself, laid around its
/// place in the ground's colour, looks the same; and names, which stay through a drag, are measured and drawn once and
/// kept.
const KeptLabel& kept_label(const QPainter& painter, const QString& text, const QColor& ground) {
  static QHash<LabelKey, KeptLabel> kept;
  const double ratio = painter.device()->devicePixelRatioF();
  const QFont& font = painter.font();
  const LabelKey key{text, font.pointSizeF(), ratio, font.weight(), painter.pen().color().rgba(), ground.rgba()};
  const auto it = kept.constFind(key);
  if (it != kept.cend()) return *it;
  if (kept.size() > 600) kept.clear();
  const QFontMetricsF metrics(font);
  KeptLabel label{QSizeF(metrics.horizontalAdvance(text) + 6.0, metrics.height()), {}};
  label.picture = QPixmap(((label.size + 2.0 * QSizeF(rim, rim)) * ratio).toSize() + QSize(1, 1));
  label.picture.setDevicePixelRatio(ratio);
  label.picture.fill(Qt::transparent);
  QPainter p(&label.picture);
  p.setFont(font);
  p.setPen(ground);
  const QRectF place(QPointF(rim, rim), label.size);
  for (int i = 0; i < 12; ++i)
    p.drawText(place.translated(2.0 * std::cos(i * M_PI / 6.0), 2.0 * std::sin(i * M_PI / 6.0)), Qt::AlignCenter, text);
  p.setPen(painter.pen());
  p.drawText(place, Qt::AlignCenter, text);
  p.end();
  return *kept.insert(key, label);
}

/// Vector devices want the text itself; a widget that is drawn into one passes for a widget still, its engine does not.
bool keeps_pictures(const QPainter& painter) {
  return painter.paintEngine()->type() == QPaintEngine::Raster;
}

}  // namespace

QRectF LabelPlacer::place(QPainter& painter, const QPointF& anchor, const QString& text,
                          const std::vector<QPointF>& offsets, bool inside) {
  const QColor ground = inside ? look().part : look().hull;
  const KeptLabel* kept = keeps_pictures(painter) ? &kept_label(painter, text, ground) : nullptr;
  const QFontMetricsF metrics(painter.font());
  const QSizeF size = kept ? kept->size : QSizeF(metrics.horizontalAdvance(text) + 6.0, metrics.height());
  for (const bool careful : {true, false}) {
    if (careful && inside) continue;
    for (const double further : {0.0, 1.0, -1.0, 2.0, -2.0})
      for (const QPointF& offset : offsets) {
        QRectF r(QPointF(), size);
        r.moveCenter(anchor + offset + QPointF(0.0, further * size.height()));
        // Slide along rather than lose a label at the border.
        r.moveLeft(std::clamp(r.left(), bounds_.left(), std::max(bounds_.left(), bounds_.right() - r.width())));
        if (!free(r, careful)) continue;
        if (kept)
          painter.drawPixmap((r.topLeft() - QPointF(rim, rim)).toPoint(), kept->picture);
        else
          draw_with_rim(painter, r, text, ground);
        taken_.push_back(r);
        return r;
      }
  }
  return {};
}

}  // namespace plucky::app
