// The chart of a boat that fills.
#pragma once

#include "chart/chart_page.h"

namespace plucky::app {

/// Water aboard and the least freeboard over two hours, at rest and driven.
class FloodChart : public ChartPage {
  Q_OBJECT

 public:
  FloodChart(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *freeboard_, *driven_;
};

}  // namespace plucky::app
