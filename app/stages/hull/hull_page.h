// The hull: family, its measures, skin, form at the floating water line.
#pragma once

#include <optional>
#include <vector>

#include "inspector/form.h"

namespace plucky::app {

class HullPage : public Page {
  Q_OBJECT

 public:
  explicit HullPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  [[nodiscard]] QString water_line_marks() const;
  void add_measures(MeasureGroup group);
  void change(const QString& what, const std::function<void(HullDesign&)>& how);

  QLabel* title_;
  QComboBox *family_, *start_, *material_, *bottom_;
  std::optional<HullFamily> starts_of_;  ///< whose starts are listed
  struct Measure {
    const HullParameter* parameter;
    QuantityEdit* edit;
  };
  std::vector<Measure> measures_;
  std::map<MeasureGroup, SectionHeading*> groups_;
  QuantityEdit *shell_, *deck_, *density_, *boot_top_;
  QLabel *volume_, *coefficients_, *centre_, *waterline_, *speed_, *marks_, *source_, *read_;
};

}  // namespace plucky::app
