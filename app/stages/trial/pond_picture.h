// A pond from above with a boat on it, and the boat's attitude beside its water line. In: pond, samples, hull. Out:
// pictures; the plan takes the sticks from the keyboard.
#pragma once

#include <QWidget>
#include <memory>
#include <span>
#include <vector>

#include "hull/model.h"
#include "trial/sea_trial.h"

namespace plucky::app {

class PondPicture : public QWidget {
  Q_OBJECT

 public:
  PondPicture(const QString& accessible, QWidget* parent);
  void show_pond(const Pond& pond);
  /// `trail` up to the moment that is shown, its last; it must stay until the next call.
  void show_boat(std::span<const SeaSample> trail, double length, const SeaWeather& weather);
  /// What the hand does: arrows; the helm goes back when the key is let go, the throttle stays.
  [[nodiscard]] const Sticks& sticks() const { return sticks_; }
  void let_go() { sticks_ = {}; }
  [[nodiscard]] QPointF on_screen(const Vec2& place) const;

 signals:
  void sticks_moved();
  void pause_wanted();

 protected:
  void paintEvent(QPaintEvent*) override;
  void keyPressEvent(QKeyEvent* event) override;
  void keyReleaseEvent(QKeyEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;
  void mousePressEvent(QMouseEvent*) override { setFocus(); }

 private:
  [[nodiscard]] double scale() const;
  void paint_water(QPainter& p) const;
  void paint_boat(QPainter& p) const;
  Pond pond_;
  std::span<const SeaSample> trail_;
  SeaWeather weather_;
  double length_ = 0.6;
  Sticks sticks_;
};

/// The boat from starboard and from astern, each with the water as it lies.
class AttitudePicture : public QWidget {
  Q_OBJECT

 public:
  explicit AttitudePicture(QWidget* parent);
  void show_boat(std::shared_ptr<const HullModel> hull, const SeaSample& sample);
  void clear();

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  std::shared_ptr<const HullModel> hull_;
  SeaSample sample_;
};

}  // namespace plucky::app
