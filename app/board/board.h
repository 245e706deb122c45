// The board: the boat in profile and plan over one ruler, its parts, fittings and hull measures under the mouse and the
// keys.
#pragma once

#include <QTimer>
#include <QWidget>
#include <map>
#include <optional>

#include "board/board_map.h"
#include "board/layers.h"
#include "board/water_grips.h"
#include "session/session.h"

class QLabel;
class QMenu;
class QSlider;
class QToolButton;

namespace plucky::app {

class Board : public QWidget {
  Q_OBJECT

 public:
  explicit Board(Session* session, QWidget* parent = nullptr);

  void set_stage(Stage stage);
  [[nodiscard]] const BoardMap& map() const { return map_; }
  [[nodiscard]] const BoardState& state() const { return state_; }
  [[nodiscard]] const BoardView& view() const { return view_; }
  [[nodiscard]] double station() const { return state_.station; }
  void set_station(double boat_x);
  /// Selects what a finding is about, moves the station there and brings it into sight.
  void show_subject(const Finding& finding);

  /// Marks the way in that is looked at; none for an empty key.
  void set_opening(const std::string& key);

  /// Moves the selected part along its way into the hull.
  void play_way();

  /// Magnifies about a point of the board.
  void zoom(double by, const QPointF& about);
  void pan(const QPointF& by, BoardPlane plane);
  void fit();
  void set_measuring(bool on);
  /// The section's card one step larger, from the largest back to its own size and place.
  void enlarge_section();
  [[nodiscard]] bool measuring() const { return measuring_; }
  void set_overlay(Overlay overlay, bool on);
  /// Holds the section's view at a heel, rad; 0 shows the boat at rest.
  void set_heel(double heel);
  [[nodiscard]] QSize minimumSizeHint() const override { return {360, 300}; }

 signals:
  void overlays_changed();
  void measuring_changed(bool on);
  void heel_changed(double heel);       ///< rad
  void station_changed(double boat_x);  ///< m
  /// A mark of a stage's layer was clicked.
  void mark_picked(plucky::app::Overlay overlay, const std::string& key);

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  bool event(QEvent* event) override;

 private:
  enum class Hold { none, parts, grip, station, band, pan, measure, hose, water_item, card, card_corner };

  void build_controls();
  void place_controls();
  void remap();
  void update_heeled();
  void keep_pictures();
  [[nodiscard]] BoardPlane plane_at(const QPointF& at) const;
  [[nodiscard]] Vec3 boat_point(const QPointF& at, BoardPlane plane) const;
  [[nodiscard]] const Part* part_at(const QPointF& at, BoardPlane* plane) const;
  [[nodiscard]] std::optional<Grip> grip_under(const QPointF& at) const;
  [[nodiscard]] Vec3 moved(const QPointF& at) const;
  [[nodiscard]] Vec3 snapped(const Part& part, Vec3 place);
  void snap_axis(const Part& part, Vec3& place, int axis);
  void drag_parts(const QPointF& at, bool snap);
  void drag_grip(const QPointF& at);
  bool take_card(const QPointF& at);
  void drag_card(const QPointF& at);
  void put_card(const std::optional<QRectF>& pixels);
  /// The mark of a stage's layer under a point, of the topmost layer that is shown.
  [[nodiscard]] std::optional<std::pair<const BoardLayer*, std::string>> mark_at(const QPointF& at) const;
  bool take_water(const QPointF& at);
  void drag_water(const QPointF& at);
  void drop_hose(const QPointF& at);
  void finish_band(bool add);
  void drop_parts();
  void hover(const QPointF& at);
  void nudge(double dx, double dy);
  void choose_next(bool backwards);
  void take_out();

  Session* session_;
  BoardMap map_;
  BoardView view_;
  BoardState state_;
  QTimer way_;  ///< beats while a part is on its way
  std::map<Stage, Overlays> chosen_overlays_;
  struct {
    std::shared_ptr<const HullStage> hull;
    BoardMap map;
    Overlays overlays;
    QColor paper;
    double station = 0.0, ratio = 0.0;
  } kept_;  // of what the kept pictures in state_ were made
  Hold hold_ = Hold::none;
  BoardPlane plane_ = BoardPlane::profile;  // of what was last held: which way up and down arrows move
  QPointF press_;
  std::vector<Part> grabbed_;  // parts as they were at the press, the one under the hand first
  QRectF card_;                // the section's card as it was at the press
  bool card_left_ = false;     // the left lower corner is held, not the right one
  std::optional<Grip> grip_;
  std::optional<WaterPort> hose_from_;
  Id water_item_ = 0;
  Vec3 water_taken_ = Vec3::Zero();  // on the hose, where the hand closed
  bool measuring_ = false;
  QSlider* heel_slider_ = nullptr;
  QLabel* heel_words_ = nullptr;
  QToolButton *layers_ = nullptr, *fit_ = nullptr, *measure_ = nullptr;
  QMenu* layers_menu_ = nullptr;
};

}  // namespace plucky::app
