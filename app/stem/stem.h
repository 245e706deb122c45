// The stem with its draught marks: the nine stages, each with the count of things wrong.
#pragma once

#include <QWidget>
#include <array>
#include <vector>

#include "session/session.h"

namespace plucky::app {

/// What the stem shows of a stage.
struct StageMark {
  Stage stage;
  QString name;
};
[[nodiscard]] std::array<StageMark, 9> stage_marks();

class Stem : public QWidget {
  Q_OBJECT

 public:
  Stem(Session* session, QWidget* parent = nullptr);
  [[nodiscard]] Stage stage() const { return stage_; }
  void set_stage(Stage stage);
  /// Where a stage's mark lies, in widget coordinates.
  [[nodiscard]] QRect mark_rect(Stage stage) const;
  [[nodiscard]] QSize sizeHint() const override { return {104, 600}; }

 signals:
  void stage_chosen(plucky::Stage stage);

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  bool event(QEvent* event) override;

 private:
  Session* session_;
  Stage stage_ = Stage::flotation;
  std::vector<int> counts_;  // as painted
};

}  // namespace plucky::app
