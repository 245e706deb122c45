// A practice device: one of the stand-ins that ship beside the program, started and stopped from the window.
#pragma once

#include <QObject>
#include <QString>

class QProcess;

namespace plucky::app {

class PracticeDevice : public QObject {
  Q_OBJECT

 public:
  /// `program` is the stand-in's file name.
  explicit PracticeDevice(const QString& program, QObject* parent = nullptr);
  ~PracticeDevice() override;
  /// Starts it; `arguments` go to the stand-in. ready() or failed() follow.
  void start(const QStringList& arguments = {});
  void stop();
  [[nodiscard]] bool running() const;
  /// A command of the stand-in, e.g. "put 512.4".
  void say(const QString& command);

 signals:
  void ready(const QString& port);
  void failed(const QString& why);

 private:
  QString program_;
  QProcess* process_;
};

}  // namespace plucky::app
