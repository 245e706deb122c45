// The heading of a section of a page, which folds the section's rows away and unfolds them.
#pragma once

#include <QLabel>

namespace plucky::app {

class SectionHeading : public QLabel {
  Q_OBJECT

 public:
  /// `body` has the section's rows; whether it is folded is remembered under `key`.
  SectionHeading(const QString& words, const char* key, QWidget* body, QWidget* parent);
  [[nodiscard]] bool folded() const { return folded_; }
  void fold(bool folded);
  /// Takes the whole section out of sight where there is nothing to show, folded or not.
  void show_section(bool on);

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void show_state();
  QString key_;
  QWidget* body_;
  bool folded_, on_ = true;
};

}  // namespace plucky::app
