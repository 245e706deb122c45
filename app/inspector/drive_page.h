// The drive in pitch and slip: motor, battery, propeller and what they come to.
#pragma once

#include <vector>

#include "inspector/form.h"

namespace plucky::app {

class DrivePage : public Page {
  Q_OBJECT

 public:
  explicit DrivePage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  struct Number {
    double Drive::*member;
    QuantityEdit* edit;
  };
  struct Count {
    std::uint32_t Drive::*member;
    QuantityEdit* edit;
  };
  void change(const QString& what, const std::function<void(Drive&)>& how);
  void number(const QString& label, Dimension dimension, const char* name, double Drive::*member);
  void count(const QString& label, const char* name, std::uint32_t Drive::*member);

  QComboBox* propulsor_;
  std::vector<Number> numbers_;
  std::vector<Count> counts_;
  QLabel *speed_, *revolutions_, *thrust_, *current_, *power_, *run_time_, *caution_;
};

}  // namespace plucky::app
