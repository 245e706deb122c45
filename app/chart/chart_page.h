// What all charts share: looks, the value under the pointer, the working point.
#pragma once

#include "chart/curve_names.h"
#include "shelf/shelf_page.h"

class QCPAxis;
class QCPGraph;
class QCPItemTracer;
class QCustomPlot;
class QMouseEvent;

namespace plucky::app {

class ChartPage : public ShelfPage {
  Q_OBJECT

 public:
  ChartPage(Session* session, const QString& title, const char* plot_name, QWidget* parent);
  [[nodiscard]] QCustomPlot* plot() const override { return plot_; }
  [[nodiscard]] TableRows table() const override;
  /// Where the boat stands on the curve, in the chart's own units.
  [[nodiscard]] QPointF working_point() const { return working_; }
  [[nodiscard]] const CurveNames& names() const { return names_; }
  /// One axis in the look at hand.
  static void restyle(QCPAxis* axis);
  /// A plot of the shelf's own with an axis on either side.
  static void restyle_two(QCustomPlot* plot);

 signals:
  /// The builder clicked the curve at this place, in the chart's own units.
  void picked(double x);

 protected:
  /// Axes, grid and background in the look at hand. Call at the beginning of refresh().
  void restyle();
  /// Sets axis labels, rescales with a little air, marks the working point and draws.
  void finish(const QString& x_label, const QString& y_label, const QPointF& working, bool rescale_x = true);
  /// Words for the main curve's value under the pointer; the other named curves' values follow by themselves.
  [[nodiscard]] virtual QString value_words(double x, double y) const = 0;
  /// Length in the chart's unit, mm or in.
  [[nodiscard]] double length_unit() const { return session_->units() == UnitSystem::metric ? 1e-3 : 0.0254; }
  [[nodiscard]] QString length_name() const { return session_->units() == UnitSystem::metric ? "mm" : "in"; }

  QCustomPlot* plot_;
  QCPGraph* curve_;   ///< the one that values are read from
  CurveNames names_;  ///< names at the curves, limits as bands; set them in refresh()

 private:
  void follow(QMouseEvent* event);
  QCPItemTracer* pointer_;
  QCPGraph* working_mark_;
  QPointF working_;
};

}  // namespace plucky::app
