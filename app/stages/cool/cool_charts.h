// The charts of the stage Cool.
#pragma once

#include <array>

#include "chart/chart_page.h"

namespace plucky::app {

/// Water through coolers and outlets over the boat's speed.
class FlowChart : public ChartPage {
  Q_OBJECT

 public:
  FlowChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  std::array<QCPGraph*, 6> branches_{};
};

/// Motor, ESC and battery over time at the throttle limit, as they are cooled and without water.
class WarmthChart : public ChartPage {
  Q_OBJECT

 public:
  WarmthChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  struct Lines {
    QCPGraph *wet = nullptr, *dry = nullptr, *limit = nullptr;
  };
  std::array<Lines, 3> parts_{};
};

}  // namespace plucky::app
