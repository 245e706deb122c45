// A field for one number with its unit. Takes any unit as typed; a wrong entry says what was expected and keeps the old
// value.
#pragma once

#include <QLineEdit>

#include "session/session.h"

namespace plucky::app {

class QuantityEdit : public QLineEdit {
  Q_OBJECT

 public:
  QuantityEdit(Session* session, Dimension dimension, const QString& name, QWidget* parent = nullptr);
  /// Shows a value; does not emit entered().
  void set_value(double si);
  /// Shows nothing but a hint: there is no value yet. A field that has a hint can be emptied again.
  void set_nothing(const QString& hint);
  [[nodiscard]] bool has_value() const { return !nothing_; }
  [[nodiscard]] double value() const { return value_; }

 signals:
  void entered(double si);
  void cleared();  ///< emptied, where that is allowed

 protected:
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void finish();
  void show_value();

  Session* session_;
  Dimension dimension_;
  double value_ = 0.0;
  bool nothing_ = false;
};

}  // namespace plucky::app
