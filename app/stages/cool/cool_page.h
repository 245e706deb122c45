// The cooling circuit: what it gives, its fittings and hoses one by one, the height test.
#pragma once

#include <functional>
#include <vector>

#include "cooling/options.h"
#include "inspector/form.h"

namespace plucky::app {

class CoolPage : public Page {
  Q_OBJECT

 public:
  explicit CoolPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  void change(const QString& what, const std::function<void(CoolingCircuit&)>& how);
  void change_chosen(const QString& what, const std::function<void(CoolFitting&)>& fitting,
                     const std::function<void(Hose&)>& hose);
  void add_facts();
  void add_items();
  void add_chosen();
  void add_height_test();
  void plumb(int index);
  void add_fitting(FittingKind kind);
  void record_height();
  void fill_facts();
  void fill_items();
  void fill_chosen();
  [[nodiscard]] QString state_words(const CoolFitting& fitting) const;

  QLabel *flow_, *starts_, *motor_, *esc_, *battery_, *dry_, *weight_, *chosen_title_, *path_, *tested_;
  QuantityEdit* lane_[4];  ///< from, to, y, z
  QComboBox *plumbing_, *seen_from_, *material_, *kind_, *pickup_, *sits_on_;
  QTreeWidget* items_;
  QPushButton *remove_, *straight_, *record_;
  QuantityEdit *water_, *air_, *bore_, *wall_, *throttle_, *height_;
  QCheckBox *kinked_, *blocked_, *reversed_, *in_wash_;
  struct NumberField {
    const FittingNumber* number;
    QuantityEdit* edit;
  };
  std::vector<NumberField> numbers_;
  bool filling_ = false;
};

}  // namespace plucky::app
