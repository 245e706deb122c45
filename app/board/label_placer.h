// Labels that never cover each other. In: wanted places, best first. Out: drawn text at the first free one.
#pragma once

#include <QPainter>
#include <QRectF>
#include <vector>

namespace plucky::app {

class LabelPlacer {
 public:
  explicit LabelPlacer(const QRectF& bounds) : bounds_(bounds) {}

  /// Keeps labels off an area.
  void block(const QRectF& area) { taken_.push_back(area); }

  /// Labels go over such an area only when there is no other place.
  void avoid(const QRectF& area) { avoided_.push_back(area); }

  /// Draws text near the anchor at the first of the offsets (of the text's centre) that is free, nudging further up and
  /// down if need be; draws nothing and returns a null rectangle when there is no room.
  /// `inside`: the label belongs on an avoided area (a part's own body).
  QRectF place(QPainter& painter, const QPointF& anchor, const QString& text, const std::vector<QPointF>& offsets,
               bool inside = false);

 private:
  [[nodiscard]] bool free(const QRectF& r, bool also_avoided) const;
  QRectF bounds_;
  std::vector<QRectF> taken_, avoided_;
};

}  // namespace plucky::app
