#include "device/device_model.h"

#include <linux/joystick.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdio>
#include <cstring>
#include <numbers>
#include <sstream>

#include "io/log_file.h"
#include "trial/logger.h"

namespace plucky::standins {

namespace {

/// s between what is sent: five fixes a second, ten rows of telemetry, two readings of a meter.
double interval_of(DeviceKind kind) {
  switch (kind) {
    case DeviceKind::gps:
      return 0.2;
    case DeviceKind::telemetry:
      return 0.1;
    case DeviceKind::sticks:
      return 0.05;
    case DeviceKind::tachometer:
    case DeviceKind::thermometer:
      break;
  }
  return 0.5;
}

template <class... Values>
std::string written(const char* format, Values... values) {
  char text[200];
  std::snprintf(text, sizeof text, format, values...);
  return text;
}

/// ddmm.mmmm
std::string degrees_minutes(double degrees, int width) {
  const double all = std::abs(degrees), whole = std::floor(all);
  return written("%0*d%08.5f", width, static_cast<int>(whole), 60.0 * (all - whole));
}

}  // namespace

std::string nmea_sentence(const std::string& body) {
  return "$" + body + written("*%02X\r\n", nmea_checksum(body));
}

DeviceModel::DeviceModel(DeviceKind kind, Recording recording, double lag, double noise, std::uint64_t seed)
    : kind_(kind), recording_(std::move(recording)) {
  if (lag != 0.0 || noise > 0.0) {
    LoggerFaults faults;
    faults.speed_lag = lag;
    faults.noise = noise;
    recording_ = as_logged(recording_, faults, seed);
  }
}

bool DeviceModel::ended() const {
  return at_ >= recording_.time.size();
}

bool DeviceModel::command(const std::string& text) {
  std::istringstream in(text);
  std::string word;
  in >> word;
  double number = 0.0;
  if (word == "drop")
    dropped_ = true;
  else if (word == "back")
    dropped_ = false;
  else if (word == "nofix")
    fix_ = false;
  else if (word == "fix")
    fix_ = true;
  else if (word == "spoil")
    spoil_ = true;
  else if (word == "jump" && in >> number)
    jumped_ += number;
  else if (word == "unit" && in >> word && (word == "mph" || word == "km/h"))
    speed_factor_ = word == "mph" ? 1.0 / 1.609344 : 1.0;
  else
    return false;
  return true;
}

double DeviceModel::value(Channel channel, std::size_t i) const {
  const Series* s = recording_.find(channel);
  return s && i < s->values.size() ? s->values[i] : std::nan("");
}

std::string DeviceModel::sentences(std::size_t i) {
  const double latitude = value(Channel::latitude, i), longitude = value(Channel::longitude, i);
  const double speed = value(Channel::speed, i);
  double course = value(Channel::course, i) * 180.0 / std::numbers::pi;
  const double clock = 10.0 * 3600.0 + recording_.time[i] - jumped_;
  const std::string time = written("%02d%02d%05.2f", static_cast<int>(clock / 3600.0),
                                   static_cast<int>(std::fmod(clock, 3600.0) / 60.0), std::fmod(clock, 60.0));
  const bool known = fix_ && std::isfinite(latitude) && std::isfinite(longitude);
  if (!std::isfinite(course)) course = 0.0;
  const std::string place = known ? degrees_minutes(latitude, 2) + (latitude < 0.0 ? ",S," : ",N,") +
                                        degrees_minutes(longitude, 3) + (longitude < 0.0 ? ",W" : ",E")
                                  : std::string(",,,");
  std::string rmc =
      nmea_sentence("GPRMC," + time + (known ? ",A," : ",V,") + place +
                    (known ? written(",%.2f,%.1f", (std::isfinite(speed) ? speed : 0.0) * 3600.0 / 1852.0, course)
                           : std::string(",,")) +
                    ",020526,,");
  if (spoil_) rmc[8] = rmc[8] == '1' ? '2' : '1', spoil_ = false;
  const std::string gga =
      nmea_sentence("GPGGA," + time + "," + place + (known ? ",1,09,0.9,0.0,M,,M,," : ",0,00,,,M,,M,,"));
  return rmc + gga;
}

std::string DeviceModel::stick_events(std::size_t i) const {
  std::string out;
  const auto axis = [&](Channel channel, unsigned char number, double sign) {
    const double at = value(channel, i);
    if (!std::isfinite(at)) return;
    const js_event event{.time = static_cast<__u32>(1000.0 * recording_.time[i]),
                         .value = static_cast<__s16>(std::lround(32767.0 * std::clamp(sign * at, -1.0, 1.0))),
                         .type = JS_EVENT_AXIS,
                         .number = number};
    std::array<char, sizeof event> bytes{};
    std::memcpy(bytes.data(), &event, sizeof event);
    out.append(bytes.data(), bytes.size());
  };
  // Forward on a stick counts down.
  axis(Channel::helm, 0, 1.0);
  axis(Channel::throttle, 1, -1.0);
  return out;
}

std::string DeviceModel::line_at(std::size_t i) {
  switch (kind_) {
    case DeviceKind::gps:
      return sentences(i);
    case DeviceKind::sticks:
      return stick_events(i);
    case DeviceKind::tachometer: {
      double turns = value(Channel::motor_revolutions, i);
      if (!std::isfinite(turns)) turns = value(Channel::revolutions, i);
      return std::isfinite(turns) ? written("%.0f rpm\r\n", 60.0 * turns) : "---- rpm\r\n";
    }
    case DeviceKind::thermometer: {
      const double warm = value(Channel::motor_temperature, i);
      return std::isfinite(warm) ? written("%.1f C\r\n", warm) : "---- C\r\n";
    }
    case DeviceKind::telemetry:
      break;
  }
  // One row of the log as a file of it would have.
  Recording one;
  one.time = {recording_.time[i] - jumped_};
  for (const Series& s : recording_.series) {
    one.series.push_back({s.channel, s.label, {s.values[i]}});
    if (s.channel == Channel::speed) one.series.back().values[0] *= speed_factor_;
  }
  std::string text = write_log(one);
  constexpr double heading_every = 5.0;  // s
  if (recording_.time[i] < next_heading_)
    text.erase(0, text.find('\n') + 1);
  else
    next_heading_ = recording_.time[i] + heading_every;
  return text;
}

std::string DeviceModel::step(double dt) {
  now_ += dt;
  std::string out;
  while (!ended() && recording_.time[at_] <= now_) {
    if (recording_.time[at_] >= next_ - 1e-9) {
      const std::string line = line_at(at_);
      if (!dropped_) out += line;
      next_ = recording_.time[at_] + interval_of(kind_);
    }
    ++at_;
  }
  return out;
}

}  // namespace plucky::standins
