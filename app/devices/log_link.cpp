#include "devices/log_link.h"

#include <QSerialPort>

namespace plucky::app {

namespace {
/// A day at the water of a chatty logger; what is more would be no run.
constexpr std::size_t most_heard = std::size_t{256} << 20;
}  // namespace

LogLink::LogLink(QObject* parent) : QObject(parent), port_(new QSerialPort(this)) {
  second_.setInterval(1000);
  connect(&second_, &QTimer::timeout, this, [this] {
    if (heard_.size() == told_) return;
    told_ = heard_.size();
    emit more();
  });
  silence_.setInterval(3000);
  silence_.setSingleShot(true);
  connect(&silence_, &QTimer::timeout, this,
          [this] { tell(tr("Nothing comes in from %1: is it switched on, at this speed?").arg(name_)); });
  connect(port_, &QSerialPort::readyRead, this, [this] {
    // Taken from the line in any case: what is not read would pile up behind it.
    const QByteArray bytes = port_->readAll();
    if (heard_.size() < most_heard) heard_ += bytes.toStdString();
    silence_.start();
    tell(tr("listening on %1").arg(name_));
  });
  connect(port_, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
    // As with the scale: the first real error closes the line, settings that a line does not know are none.
    if (error == QSerialPort::NoError || error == QSerialPort::UnsupportedOperationError || !port_->isOpen()) return;
    close();
    tell(tr("The line has ended: unplugged or switched off. What came is kept."));
    emit more();
  });
}

LogLink::~LogLink() {
  port_->disconnect(this);
}

bool LogLink::is_open() const {
  return port_->isOpen();
}

bool LogLink::open(const QString& port, int baud) {
  close();
  heard_.clear();
  told_ = 0;
  name_ = port;
  port_->setPortName(port);
  port_->setBaudRate(baud);
  if (!port_->open(QIODevice::ReadOnly)) {
    tell(tr("%1 cannot be opened: %2.").arg(port, port_->errorString()));
    return false;
  }
  second_.start();
  silence_.start();
  tell(tr("listening on %1").arg(port));
  return true;
}

void LogLink::close() {
  second_.stop();
  silence_.stop();
  if (port_->isOpen()) port_->close();
  tell({});
}

void LogLink::tell(const QString& words) {
  if (words == words_) return;
  words_ = words;
  emit state_changed();
}

}  // namespace plucky::app
