// The boat driven round the pond: by keys, by a course, by sticks that were recorded. In: the boat on the bench. Out: a
// page of the shelf with plan, attitude, instruments; its log.
#pragma once

#include <QTimer>
#include <array>
#include <memory>
#include <vector>

#include "shelf/shelf_page.h"
#include "trial/pilots.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSlider;

namespace plucky::app {

class AttitudePicture;
class PondPicture;
class StickDevice;

class PondView : public ShelfPage {
  Q_OBJECT

 public:
  PondView(Session* session, QWidget* parent);
  ~PondView() override;
  void refresh() override;
  /// The log, a line a tenth of a second.
  [[nodiscard]] TableRows table() const override;
  /// Goes on by so many seconds at once, whatever the clock says.
  void sail_on(double seconds);
  /// A lap of the buoys for so many seconds, from the jetty.
  void sail_lap(double seconds);
  [[nodiscard]] const std::vector<SeaSample>& log() const { return log_; }
  [[nodiscard]] const std::vector<Happening>& happenings() const;
  /// Drives by a controller; false where it cannot be opened.
  bool use_controller(const QString& device);
  [[nodiscard]] bool running() const { return timer_.isActive(); }

 private:
  void start_or_pause();
  void back_to_the_jetty();
  /// The boat as it is now on the jetty, where none is out; false where it cannot sail, and tells why.
  bool put_out();
  /// From its first point on.
  void take_course();
  void tick();
  void show_moment();
  void fill_instruments(const SeaSample& s);
  void tell_state();

  [[nodiscard]] Sticks hand() const;

  PondPicture* picture_;
  StickDevice* controller_;
  AttitudePicture* attitude_;
  QPushButton *start_, *back_;
  QComboBox *course_, *pace_;
  QSlider* moment_;
  struct Instrument {
    QLabel* value;
    QString (*words)(const Session& session, const PondView& view, const SeaSample& s);
  };
  std::vector<Instrument> instruments_;
  Pond pond_;
  std::shared_ptr<const Assessment> of_;  ///< the boat that is out
  std::shared_ptr<const SeaBoat> boat_;
  std::unique_ptr<SeaTrial> trial_;
  Pilot pilot_;
  std::vector<SeaSample> log_;
  std::vector<StickMark> before_;  ///< what was done with the sticks on the run before this one
  double throttle_ = 0.0;          ///< of the keys, as last heard
  QTimer timer_;
};

}  // namespace plucky::app
