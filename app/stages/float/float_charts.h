// The charts of the shelf.
#pragma once

#include "chart/chart_page.h"

class QCPCurve;

namespace plucky::app {

/// Righting arm over heel; the working point is the heel the board's section is held at.
class RightingChart : public ChartPage {
  Q_OBJECT

 public:
  RightingChart(Session* session, QWidget* parent);
  void refresh() override;
  void set_heel(double heel);  ///< rad

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *port_, *reserve_, *floor_;
  double heel_ = 0.0;
};

/// Curve of sectional areas below the floating water line; the working point is the sliding station.
class AreasChart : public ChartPage {
  Q_OBJECT

 public:
  AreasChart(Session* session, QWidget* parent);
  void refresh() override;
  void set_station(double x);  ///< m in boat axes
  [[nodiscard]] double boat_x(double chart_x) const;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph* floor_;
  double station_ = 0.0;
};

/// Where the CG may be and where it is, with the cloud of what is not known exactly.
class CgChart : public ChartPage {
  Q_OBJECT

 public:
  CgChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Corners of the envelope in the chart's units: aft low, aft high, forward high, forward low.
  [[nodiscard]] const std::vector<QPointF>& envelope() const { return corners_; }

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPCurve* area_;
  QCPGraph *band_, *edge_;
  std::vector<QPointF> corners_;
};

/// Trim at rest against the place of the part a builder slides.
class TrimChart : public ChartPage {
  Q_OBJECT

 public:
  TrimChart(Session* session, QWidget* parent);
  void refresh() override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *low_, *high_;
};

}  // namespace plucky::app
