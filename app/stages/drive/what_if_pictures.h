// The two pictures of "What if?": a curve over one number, a map over two.
#pragma once

#include <QWidget>
#include <functional>

#include "stages/drive/what_if_view.h"

class QCPGraph;
class QCPItemText;
class QCustomPlot;

namespace plucky::app {

/// What a picture shows.
struct WhatIfShown {
  const Session* session = nullptr;
  const WhatIf* result = nullptr;
  const StrikeLetters* letters = nullptr;
  const Knob *first = nullptr, *second = nullptr;  ///< second: null for a curve
  std::size_t row = 0;                             ///< of the ledger
  std::size_t selected = static_cast<std::size_t>(-1);
};

/// Values of one knob to the right, the reading upward. Marks by shape: a disc, a triangle to watch, a cross that
/// stops.
class WhatIfCurve : public QWidget {
  Q_OBJECT

 public:
  explicit WhatIfCurve(QWidget* parent);
  void show_points(const WhatIfShown& shown);
  [[nodiscard]] QCustomPlot* plot() const { return plot_; }
  [[nodiscard]] QPointF place_of(std::size_t point) const;

 signals:
  void picked(std::size_t point);
  void taken();

 protected:
  void keyPressEvent(QKeyEvent* event) override;

 private:
  QCustomPlot* plot_;
  QCPGraph *line_, *fine_, *watched_, *stopped_, *now_, *chosen_;
  std::vector<QCPItemText*> texts_;
  std::vector<QPointF> places_;  ///< of the points, in the plot's coordinates
  std::size_t selected_ = 0;
};

/// The first knob upward, the second to the right.
class WhatIfMap : public QWidget {
  Q_OBJECT

 public:
  explicit WhatIfMap(QWidget* parent);
  void show_points(const WhatIfShown& shown);
  [[nodiscard]] QRectF cell(std::size_t point) const;

 signals:
  void picked(std::size_t point);
  void taken();

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  [[nodiscard]] std::size_t columns() const;
  [[nodiscard]] std::size_t lines() const;
  [[nodiscard]] QRectF grid() const;
  [[nodiscard]] std::size_t at(const QPointF& place) const;
  void paint_cell(QPainter& p, std::size_t point, double low, double high) const;
  void paint_axes(QPainter& p) const;

  WhatIfShown shown_;
};

}  // namespace plucky::app
