// The brief: what the boat is for, how it should lie in the water, and the smallest hulls that would do.
#pragma once

#include "brief/sizing.h"
#include "inspector/form.h"

class QListWidget;
class QPushButton;

namespace plucky::app {

class BriefPage : public Page {
  Q_OBJECT

 public:
  explicit BriefPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 signals:
  /// A new boat of this hull and brief is wanted on the bench.
  void boat_wanted(const plucky::Project& boat);

 private:
  void change(const QString& what, const std::function<void(Brief&)>& how);
  void work_out();
  void show_answers(const std::vector<SizeAnswer>& answers, HullFamily best);
  void make_boat();
  void advise();

  QLineEdit *name_, *purpose_;
  QComboBox *type_, *salt_, *water_, *method_;
  QuantityEdit *depth_, *payload_, *speed_, *run_time_, *most_length_, *piece_, *freeboard_, *trim_low_, *trim_high_,
      *reserve_, *load_;
  QListWidget* sizes_;
  QPushButton* make_;
  QLabel *recommended_, *advice_;
  std::vector<SizeAnswer> answers_;
  bool load_typed_ = false;
};

}  // namespace plucky::app
