// Where a run went: its places in plain metres, north up, coloured by a channel. In: a recording. Out: a picture.
#pragma once

#include <QWidget>

#include "trial/recording.h"

namespace plucky::app {

class Session;

class TrackPicture : public QWidget {
  Q_OBJECT

 public:
  explicit TrackPicture(const Session* session, QWidget* parent = nullptr);
  /// Nothing is drawn of a recording without places.
  void show_run(const Recording& recording, Channel colour);
  /// m, east and north of the first place; not a number where none was told.
  [[nodiscard]] const std::vector<Vec2>& places() const { return places_; }

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  const Session* session_;
  std::vector<Vec2> places_;
  std::vector<double> values_;
  Channel colour_ = Channel::speed;
};

}  // namespace plucky::app
