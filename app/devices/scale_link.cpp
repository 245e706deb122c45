#include "devices/scale_link.h"

#include <QSerialPort>

namespace plucky::app {

ScaleLink::ScaleLink(QObject* parent) : QObject(parent), port_(new QSerialPort(this)), words_(tr("not connected")) {
  silence_.setInterval(3000);
  silence_.setSingleShot(true);
  connect(&silence_, &QTimer::timeout, this,
          [this] { tell(tr("Nothing comes in: is the scale switched on and set to send by itself?"), true); });
  connect(port_, &QSerialPort::readyRead, this, &ScaleLink::take_bytes);
  connect(port_, &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
    // After the other end has gone the error comes for ever: the first one closes the line. Settings that a line does
    // not know (a pseudo-terminal has no DTR) are no reason to hang up.
    if (error == QSerialPort::NoError || error == QSerialPort::UnsupportedOperationError || !port_->isOpen()) return;
    port_->close();
    silence_.stop();
    listener_.reset();
    tell(tr("The scale has been unplugged or switched off."), true);
  });
}

ScaleLink::~ScaleLink() {
  port_->disconnect(this);
}

bool ScaleLink::is_open() const {
  return port_->isOpen();
}

void ScaleLink::open(const QString& port, int baud) {
  close();
  listener_.reset();
  port_->setPortName(port);
  port_->setBaudRate(baud);
  if (!port_->open(QIODevice::ReadWrite))
    return tell(tr("%1 cannot be opened: %2.").arg(port, port_->errorString()), true);
  silence_.start();
  tell(tr("listening on %1").arg(port), false);
}

void ScaleLink::close() {
  silence_.stop();
  if (!port_->isOpen()) return;
  port_->close();
  listener_.reset();
  tell(tr("not connected"), false);
}

void ScaleLink::tare() {
  if (port_->isOpen()) port_->write("T\r\n");
}

void ScaleLink::take_bytes() {
  listener_.feed(port_->readAll().toStdString());
  silence_.start();
  if (listener_.babbles())
    tell(tr("What comes in is no scale's language (\"%1\"): check the speed in baud, and that this is the scale.")
             .arg(QString::fromStdString(listener_.last_nonsense())),
         true);
  else if (listener_.last())
    tell(tr("listening on %1").arg(port_->portName()), false);
  emit heard();
}

void ScaleLink::tell(const QString& words, bool trouble) {
  if (words == words_ && trouble == trouble_) return;
  words_ = words;
  trouble_ = trouble;
  emit state_changed();
}

}  // namespace plucky::app
