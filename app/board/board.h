// The board: the boat in profile and plan over one ruler, its parts under the mouse and the arrow keys.
#pragma once

#include <QWidget>
#include <limits>

#include "board/board_map.h"
#include "session/session.h"

namespace plucky::app {

class Board : public QWidget {
  Q_OBJECT

 public:
  explicit Board(Session* session, QWidget* parent = nullptr);

  void set_stage(Stage stage);
  [[nodiscard]] const BoardMap& map() const { return map_; }
  [[nodiscard]] double station() const { return station_; }
  void set_station(double boat_x);
  /// Selects what a finding is about and moves the station there.
  void show_subject(const Finding& finding);
  [[nodiscard]] QSize minimumSizeHint() const override { return {360, 300}; }

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override { remap(); }
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  bool event(QEvent* event) override;

 private:
  enum class Hold { nothing, part_in_profile, part_in_plan, station };

  void remap();
  [[nodiscard]] const Part* part_at(const QPointF& at, Hold* where) const;
  [[nodiscard]] Vec3 snapped(const Part& part, Vec3 place);
  void drag_part(const QPointF& at, bool snap);
  void nudge(double dx, double dy);
  void choose_next(bool backwards);
  static constexpr double off = std::numeric_limits<double>::quiet_NaN();

  Session* session_;
  BoardMap map_;
  Stage stage_ = Stage::flotation;
  double station_ = 0.3;
  Hold hold_ = Hold::nothing;
  Hold last_view_ = Hold::part_in_profile;  // which way up and down arrows move
  QPointF press_;
  Vec3 grabbed_ = Vec3::Zero();  // part's place at the press
  QPointF guide_{off, off};
};

}  // namespace plucky::app
