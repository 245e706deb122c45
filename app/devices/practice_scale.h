// The practice scale: the stand-in that ships beside the program, started and stopped from the weighing bench.
#pragma once

#include <QObject>

class QProcess;

namespace plucky::app {

class PracticeScale : public QObject {
  Q_OBJECT

 public:
  explicit PracticeScale(QObject* parent = nullptr);
  ~PracticeScale() override;
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
  QProcess* process_;
};

}  // namespace plucky::app
