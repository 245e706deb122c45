// Flotation in numbers, with their ranges, and the questions turned round: trim by sliding, water line by ballast.
#pragma once

#include "inspector/form.h"

class QPushButton;

namespace plucky::app {

class FloatPage : public Page {
  Q_OBJECT

 public:
  explicit FloatPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  void slide();
  void ballast();
  [[nodiscard]] QString range(const Range& r, Dimension d) const;

  QLabel *state_, *trim_, *heel_, *freeboard_, *kb_, *gm_, *gml_, *arm_, *area_, *vanishing_, *righting_, *downflood_,
      *swamped_;
  QuantityEdit *wanted_trim_, *waterline_, *ballast_height_;
};

}  // namespace plucky::app
