#include "trial/recording.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/error.h"
#include "trial/geodesy.h"

namespace plucky {

namespace channel_table {

struct Row {
  Channel value;
  const char *key, *name;
  Dimension dimension;
};
using D = Dimension;
constexpr std::array<Row, 20> rows{
    {{Channel::latitude, "latitude", "Latitude", D::none},
     {Channel::longitude, "longitude", "Longitude", D::none},
     {Channel::speed, "speed", "Speed", D::speed},
     {Channel::course, "course", "Course", D::angle},
     {Channel::motor_revolutions, "motor_revolutions", "Motor's revolutions", D::revolutions},
     {Channel::revolutions, "revolutions", "Propeller's revolutions", D::revolutions},
     {Channel::voltage, "voltage", "Battery voltage", D::voltage},
     {Channel::current, "current", "Battery current", D::current},
     {Channel::used, "used", "Charge used", D::charge},
     {Channel::motor_temperature, "motor_temperature", "Motor", D::temperature},
     {Channel::esc_temperature, "esc_temperature", "ESC", D::temperature},
     {Channel::battery_temperature, "battery_temperature", "Battery", D::temperature},
     {Channel::throttle, "throttle", "Throttle", D::ratio},
     {Channel::helm, "helm", "Helm", D::ratio},
     {Channel::trim, "trim", "Trim", D::angle},
     {Channel::heel, "heel", "Heel", D::angle},
     {Channel::flow, "flow", "Cooling water", D::flow},
     {Channel::accuracy, "accuracy", "Accuracy", D::length},
     {Channel::satellites, "satellites", "Satellites", D::none},
     {Channel::other, "other", "Not used", D::none}}};

}  // namespace channel_table

namespace {

/// The table lists every channel.
const channel_table::Row& channel_row(Channel channel) {
  return *std::find_if(channel_table::rows.begin(), channel_table::rows.end(),
                       [&](const channel_table::Row& row) { return row.value == channel; });
}

}  // namespace

const char* channel_key(Channel channel) {
  return channel_row(channel).key;
}
const char* channel_name(Channel channel) {
  return channel_row(channel).name;
}
Channel channel_from_key(const std::string& key) {
  std::string keys;
  for (const auto& row : channel_table::rows) {
    if (key == row.key) return row.value;
    keys += (keys.empty() ? "" : ", ") + std::string(row.key);
  }
  throw InvalidInput("channel", Text("\"{0}\" is not one of {1}", key, keys));
}
Dimension channel_dimension(Channel channel) {
  return channel_row(channel).dimension;
}

const Series* Recording::find(Channel channel) const {
  for (const Series& s : series)
    if (s.channel == channel) return &s;
  return nullptr;
}
Series* Recording::find(Channel channel) {
  return const_cast<Series*>(static_cast<const Recording*>(this)->find(channel));
}

Recording recording_of(const std::vector<SeaSample>& samples, const Pond& pond) {
  Recording r;
  r.name = pond.name;
  const GeoPlace origin{pond.latitude, pond.longitude};
  std::vector<GeoPlace> places;
  places.reserve(samples.size());
  for (const SeaSample& s : samples) places.push_back(geo_place(s.place, origin));
  const double begin = samples.empty() ? 0.0 : samples.front().time;
  for (const SeaSample& s : samples) r.time.push_back(s.time - begin);
  const auto add = [&](Channel channel, const auto& of) {
    Series series{.channel = channel, .label = channel_key(channel)};
    series.values.reserve(samples.size());
    for (std::size_t i = 0; i < samples.size(); ++i) series.values.push_back(of(samples[i], i));
    r.series.push_back(std::move(series));
  };
  using S = SeaSample;
  add(Channel::latitude, [&](const S&, std::size_t i) { return places[i].latitude; });
  add(Channel::longitude, [&](const S&, std::size_t i) { return places[i].longitude; });
  add(Channel::speed, [](const S& s, std::size_t) { return s.speed; });
  add(Channel::course, [](const S& s, std::size_t) {
    const double north = 0.5 * pi - s.course;
    return north - 2.0 * pi * std::floor(north / (2.0 * pi));
  });
  add(Channel::motor_revolutions, [](const S& s, std::size_t) { return s.motor_revolutions; });
  add(Channel::voltage, [](const S& s, std::size_t) { return s.voltage; });
  add(Channel::current, [](const S& s, std::size_t) { return s.current; });
  add(Channel::used, [](const S& s, std::size_t) { return s.used; });
  add(Channel::motor_temperature, [](const S& s, std::size_t) { return s.can; });
  add(Channel::esc_temperature, [](const S& s, std::size_t) { return s.esc; });
  add(Channel::battery_temperature, [](const S& s, std::size_t) { return s.battery; });
  add(Channel::throttle, [](const S& s, std::size_t) { return s.sticks.throttle; });
  add(Channel::helm, [](const S& s, std::size_t) { return s.sticks.helm; });
  add(Channel::trim, [](const S& s, std::size_t) { return s.trim; });
  add(Channel::heel, [](const S& s, std::size_t) { return s.heel; });
  add(Channel::flow, [](const S& s, std::size_t) { return s.flow; });
  return r;
}

}  // namespace plucky
