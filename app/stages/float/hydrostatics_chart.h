// What the hull displaces at each draught, level and trimmed; all numbers of the hydrostatic tables go into the CSV.
#pragma once

#include "chart/chart_page.h"
#include "flotation/tables.h"

namespace plucky::app {

class HydrostaticsChart : public ChartPage {
  Q_OBJECT

 public:
  HydrostaticsChart(Session* session, QWidget* parent);
  void refresh() override;
  /// One row for each draught and trim: level, two degrees bow down, two bow up.
  [[nodiscard]] TableRows table() const override;

 private:
  [[nodiscard]] QString value_words(double x, double y) const override;
  QCPGraph *down_, *up_;
};

}  // namespace plucky::app
