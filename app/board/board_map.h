// Where metres lie on the board: profile above, plan below, one ruler between, one scale for both.
#pragma once

#include <QPointF>
#include <QRectF>
#include <QSize>
#include <optional>

#include "assessment/assessment.h"

namespace plucky::app {

/// How the builder looks at it: magnification over the fit, and shifts in pixels.
struct BoardView {
  double zoom = 1.0;
  double shift_x = 0.0;        ///< both views, they share the ruler
  double shift_profile = 0.0;  ///< downwards
  double shift_plan = 0.0;
  /// Where the builder has put the section's card, in shares of the board's width and height; empty: at its own place.
  std::optional<QRectF> card;
  [[nodiscard]] bool fits() const { return zoom == 1.0 && shift_x == 0.0 && shift_profile == 0.0 && shift_plan == 0.0; }
};

class BoardMap {
 public:
  BoardMap() = default;
  BoardMap(const Assessment& a, const QSize& size, const BoardView& view = {});

  bool operator==(const BoardMap&) const = default;
  [[nodiscard]] double scale() const { return scale_; }  ///< pixels per metre
  /// What stays where it is when only the scale changes: pixels of x in both views, of y in profile, of y in plan.
  [[nodiscard]] Vec3 anchor() const { return {left_, profile_base_, plan_middle_}; }
  [[nodiscard]] double x(double boat_x) const { return left_ + (boat_x - x_low_) * scale_; }
  [[nodiscard]] QPointF profile(double boat_x, double boat_z) const {
    return {x(boat_x), profile_base_ - (boat_z - z_low_) * scale_};
  }
  [[nodiscard]] QPointF plan(double boat_x, double boat_y) const { return {x(boat_x), plan_middle_ - boat_y * scale_}; }
  [[nodiscard]] double boat_x(double px) const { return x_low_ + (px - left_) / scale_; }
  [[nodiscard]] double boat_z(double py) const { return z_low_ + (profile_base_ - py) / scale_; }
  [[nodiscard]] double boat_y(double py) const { return (plan_middle_ - py) / scale_; }

  [[nodiscard]] const QRectF& profile_area() const { return profile_area_; }
  [[nodiscard]] const QRectF& ruler_area() const { return ruler_area_; }
  [[nodiscard]] const QRectF& plan_area() const { return plan_area_; }
  [[nodiscard]] const QRectF& section_area() const { return section_area_; }
  /// The least size of the section's card, pixels.
  static constexpr double least_card_width = 136.0, least_card_height = 150.0;

 private:
  double scale_ = 1000.0, left_ = 0.0, x_low_ = 0.0, z_low_ = 0.0, profile_base_ = 0.0, plan_middle_ = 0.0;
  QRectF profile_area_, ruler_area_, plan_area_, section_area_;
};

}  // namespace plucky::app
