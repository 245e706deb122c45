#include "devices/stick_device.h"

#include <fcntl.h>
#include <linux/joystick.h>
#include <unistd.h>

#include <QDir>
#include <QSocketNotifier>
#include <array>
#include <cerrno>
#include <cmath>
#include <cstring>

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
  part_.clear();
  sticks_ = {};
}

void StickDevice::read_events() {
  bool any = false;
  for (;;) {
    std::array<char, 64 * sizeof(js_event)> bytes{};
    const ssize_t n = ::read(file_, bytes.data(), bytes.size());
    if (n > 0) {
      part_.append(bytes.data(), static_cast<std::size_t>(n));
      std::size_t at = 0;
      for (; at + sizeof(js_event) <= part_.size(); at += sizeof(js_event)) {
        js_event event{};
        std::memcpy(&event, part_.data() + at, sizeof event);
        if ((event.type & ~JS_EVENT_INIT) != JS_EVENT_AXIS || event.number > 1) continue;
        const double moved = static_cast<double>(event.value) / 32767.0;
        const double value = std::abs(moved) < 0.05 ? 0.0 : std::min(1.0, std::max(-1.0, moved));
        // Forward on the stick counts down.
        if (event.number == 0)
          sticks_.helm = value;
        else
          sticks_.throttle = -value;
        any = true;
      }
      part_.erase(0, at);
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
