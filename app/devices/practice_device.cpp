#include "devices/practice_device.h"

#include <QCoreApplication>
#include <QDir>
#include <QProcess>

namespace plucky::app {

PracticeDevice::PracticeDevice(const QString& program, QObject* parent)
    : QObject(parent), program_(program), process_(new QProcess(this)) {
  connect(process_, &QProcess::readyReadStandardOutput, this, [this] {
    while (process_->canReadLine()) {
      const QString line = QString::fromUtf8(process_->readLine()).trimmed();
      if (line.startsWith("port ")) emit ready(line.mid(5));
    }
  });
  connect(process_, &QProcess::errorOccurred, this, [this](QProcess::ProcessError error) {
    if (error == QProcess::FailedToStart)
      emit failed(
          tr("The practice device %1 is not installed beside the program: %2.").arg(program_, process_->errorString()));
  });
}

PracticeDevice::~PracticeDevice() {
  process_->disconnect(this);
  stop();
}

void PracticeDevice::start(const QStringList& arguments) {
  stop();
  process_->start(QDir(QCoreApplication::applicationDirPath()).filePath(program_), arguments);
}

void PracticeDevice::stop() {
  if (process_->state() == QProcess::NotRunning) return;
  process_->closeWriteChannel();  // the stand-in ends with its input
  if (!process_->waitForFinished(1000)) process_->kill();
  process_->waitForFinished(1000);
}

bool PracticeDevice::running() const {
  return process_->state() == QProcess::Running;
}

void PracticeDevice::say(const QString& command) {
  process_->write(command.toUtf8() + "\n");
}

}  // namespace plucky::app
