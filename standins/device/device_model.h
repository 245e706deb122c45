// Devices at the water, played from the log of a run, virtual or real: a GPS receiver, a telemetry logger, a
// tachometer, a thermometer, the sticks of a controller. In: a recording, time that passes, commands. Out: the bytes
// that the device would send.
#pragma once

#include <cstdint>
#include <string>

#include "trial/recording.h"

namespace plucky::standins {

enum class DeviceKind {
  gps,
  telemetry,
  tachometer,
  thermometer,
  sticks  ///< events as the kernel's joystick interface has them: helm across, throttle forward
};

/// Commands: "drop" (nothing comes until "back"), "back", "unit mph" or "unit km/h" (of the telemetry's speed: the
/// heading stays as it was, as with a logger set up wrongly), "jump S" (the clock goes back by S seconds), "nofix" and
/// "fix" of the GPS, "spoil" (the next GPS sentence has a wrong checksum). Telemetry says its heading every five
/// seconds, for whoever begins to listen later.
class DeviceModel {
 public:
  /// `lag` in s by which the telemetry's speed comes late, `noise` as in LoggerFaults.
  DeviceModel(DeviceKind kind, Recording recording, double lag = 0.0, double noise = 0.0, std::uint64_t seed = 1);
  [[nodiscard]] bool command(const std::string& text);
  /// What it sends in the next `dt` s; empty at the end of the recording.
  [[nodiscard]] std::string step(double dt);
  [[nodiscard]] bool ended() const;

 private:
  [[nodiscard]] std::string line_at(std::size_t i);
  [[nodiscard]] std::string sentences(std::size_t i);
  [[nodiscard]] std::string stick_events(std::size_t i) const;
  [[nodiscard]] double value(Channel channel, std::size_t i) const;
  DeviceKind kind_;
  Recording recording_;
  double now_ = 0.0, jumped_ = 0.0, speed_factor_ = 1.0, next_ = 0.0, next_heading_ = 0.0;
  std::size_t at_ = 0;
  bool dropped_ = false, fix_ = true, spoil_ = false;
};

/// "$GPRMC,...*5C" with its checksum and line end.
[[nodiscard]] std::string nmea_sentence(const std::string& body);

}  // namespace plucky::standins
