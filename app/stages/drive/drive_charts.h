// The charts of the boat under power.
#pragma once

#include "chart/chart_page.h"

namespace plucky::app {

/// Drag over speed and the thrust there is at full throttle; they meet at the working point.
class DragChart : public ChartPage {
  Q_OBJECT

 public:
  DragChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *thrust_, *friction_;
};

/// Speed over the throttle, with the battery's current on the right.
class ThrottleChart : public ChartPage {
  Q_OBJECT

 public:
  ThrottleChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph* current_;
};

/// Winding temperature over time at the throttle limit, without and with cooling water.
class HeatChart : public ChartPage {
  Q_OBJECT

 public:
  HeatChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *wet_, *can_;
};

/// Horn over servo, and where the linkage binds.
class LinkageChart : public ChartPage {
  Q_OBJECT

 public:
  LinkageChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *transmission_, *least_;
};

}  // namespace plucky::app
