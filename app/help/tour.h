// The first tour: six steps on Dabchick, told on a card over the board. Nothing is locked: each step says what to try,
// and the boat answers as it always does.
#pragma once

#include <QFrame>
#include <functional>

#include "assessment/finding.h"

class QLabel;
class QPushButton;

namespace plucky::app {

class Tour : public QFrame {
  Q_OBJECT

 public:
  /// `show_stage` is called at the beginning of each step with the stage that it speaks of.
  Tour(QWidget* parent, std::function<void(Stage)> show_stage);
  void begin();
  [[nodiscard]] int step() const { return step_; }
  [[nodiscard]] static int steps();
 signals:
  void ended();

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  bool eventFilter(QObject* object, QEvent* event) override;

 private:
  void go_to(int step);
  /// Keeps the card in the lower right corner of its parent.
  void take_place();
  void end();

  std::function<void(Stage)> show_stage_;
  QLabel *title_, *words_;
  QPushButton *back_, *next_;
  int step_ = 0;
};

}  // namespace plucky::app
