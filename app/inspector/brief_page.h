// The brief: what the boat is for and how it should lie in the water.
#pragma once

#include "inspector/form.h"

namespace plucky::app {

class BriefPage : public Page {
  Q_OBJECT

 public:
  explicit BriefPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  void change(const QString& what, const std::function<void(Brief&)>& how);

  QLineEdit *name_, *purpose_;
  QComboBox *type_, *water_;
  QuantityEdit *freeboard_, *trim_low_, *trim_high_, *reserve_;
};

}  // namespace plucky::app
