#include "devices/practice_scale.h"

#include <QCoreApplication>
#include <QDir>
#include <QProcess>

namespace plucky::app {

PracticeScale::PracticeScale(QObject* parent) : QObject(parent), process_(new QProcess(this)) {
  connect(process_, &QProcess::readyReadStandardOutput, this, [this] {
    while (process_->canReadLine()) {
      const QString line = QString::fromUtf8(process_->readLine()).trimmed();
      if (line.startsWith("port ")) emit ready(line.mid(5));
    }
  });
  connect(process_, &QProcess::errorOccurred, this, [this](QProcess::ProcessError error) {
    if (error == QProcess::FailedToStart)
      emit failed(tr("The practice scale is not installed beside the program: %1.").arg(process_->errorString()));
  });
}

PracticeScale::~PracticeScale() {
  process_->disconnect(this);
  stop();
}

void PracticeScale::start(const QStringList& arguments) {
  stop();
  process_->start(QDir(QCoreApplication::applicationDirPath()).filePath("plucky-standin-scale"), arguments);
}

void PracticeScale::stop() {
  if (process_->state() == QProcess::NotRunning) return;
  process_->closeWriteChannel();  // the stand-in ends with its input
  if (!process_->waitForFinished(1000)) process_->kill();
  process_->waitForFinished(1000);
}

bool PracticeScale::running() const {
  return process_->state() == QProcess::Running;
}

void PracticeScale::say(const QString& command) {
  process_->write(command.toUtf8() + "\n");
}

}  // namespace plucky::app
