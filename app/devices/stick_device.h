// A game controller or joystick as the kernel tells it (joydev). In: its device file. Out: sticks, and that it is gone.
#pragma once

#include <QObject>
#include <QString>
#include <memory>
#include <string>

#include "trial/sea_trial.h"

class QSocketNotifier;

namespace plucky::app {

class StickDevice : public QObject {
  Q_OBJECT

 public:
  explicit StickDevice(QObject* parent = nullptr);
  ~StickDevice() override;
  /// False where it cannot be opened. One that was open is closed.
  bool open(const QString& path);
  void close();
  [[nodiscard]] bool is_open() const { return file_ >= 0; }
  /// The first axis is the helm, the second the throttle, forward ahead; a twentieth round the middle is none.
  [[nodiscard]] const Sticks& sticks() const { return sticks_; }
  /// Device files of the controllers there are.
  [[nodiscard]] static QStringList there();

 signals:
  void moved();
  void gone();  ///< pulled out: the sticks are let go

 private:
  void read_events();
  int file_ = -1;
  std::unique_ptr<QSocketNotifier> notifier_;
  Sticks sticks_;
  std::string part_;  ///< of an event that has not come in whole
};

}  // namespace plucky::app
