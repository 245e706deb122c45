#include "devices/stick_device.h"

#include <fcntl.h>
#include <linux/joystick.h>
#include <unistd.h>

#include <QDir>
#include <QSocketNotifier>
#include <cerrno>
#include <cmath>

namespace plucky::app {

StickDevice::StickDevice(QObject* parent) : QObject(parent) {}

StickDevice::~StickDevice() {
  close();
}

QStringList StickDevice::there() {
  QStringList out;
  for (const QString& name : QDir("/dev/input").entryList({"js*"}, QDir::System | QDir::Files))
    out << "/dev/input/" + name;
  return out;
}

bool StickDevice::open(const QString& path) {
  close();
  file_ = ::open(path.toLocal8Bit().constData(), O_RDONLY | O_NONBLOCK | O_CLOEXEC);
  if (file_ < 0) return false;
  notifier_ = std::make_unique<QSocketNotifier>(file_, QSocketNotifier::Read);
  connect(notifier_.get(), &QSocketNotifier::activated, this, &StickDevice::read_events);
  return true;
}

void StickDevice::close() {
  notifier_.reset();
  if (file_ >= 0) ::close(file_);
  file_ = -1;
  sticks_ = {};
}

void StickDevice::read_events() {
  bool any = false;
  for (;;) {
    js_event event{};
    const ssize_t n = ::read(file_, &event, sizeof event);
    if (n == static_cast<ssize_t>(sizeof event)) {
      if ((event.type & ~JS_EVENT_INIT) != JS_EVENT_AXIS || event.number > 1) continue;
      const double at = static_cast<double>(event.value) / 32767.0;
      const double value = std::abs(at) < 0.05 ? 0.0 : std::min(1.0, std::max(-1.0, at));
      // Forward on the stick counts down.
      if (event.number == 0)
        sticks_.helm = value;
      else
        sticks_.throttle = -value;
      any = true;
      continue;
    }
    if (n < 0 && (errno == EAGAIN || errno == EINTR)) break;
    close();
    emit gone();
    return;
  }
  if (any) emit moved();
}

}  // namespace plucky::app
