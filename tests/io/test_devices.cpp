// The stand-ins of the water side: what they send is read as that of real devices is, and their faults are told.
#include <gtest/gtest.h>

#include "device/device_model.h"
#include "io/log_file.h"
#include "shapes.h"
#include "trial/geodesy.h"
#include "trial/log_numbers.h"

using namespace plucky;
using namespace plucky::test;
using namespace plucky::standins;

namespace {

/// A minute of a boat that circles at 5 m/s, ten times a second.
Recording circle() {
  Recording r;
  const GeoPlace pond{52.5, -1.25};
  std::vector<double> lat, lon, speed, course, turns, warm;
  for (int i = 0; i < 600; ++i) {
    const double t = 0.1 * i, a = t * 0.25;
    r.time.push_back(t);
    const GeoPlace at = geo_place({20.0 * std::sin(a), 20.0 * (1.0 - std::cos(a))}, pond);
    lat.push_back(at.latitude), lon.push_back(at.longitude);
    speed.push_back(5.0), course.push_back(std::fmod(pi / 2 - a + 4.0 * pi, 2.0 * pi));
    turns.push_back(200.0), warm.push_back(20.0 + 0.3 * t);
  }
  r.series = {
      {Channel::latitude, "", lat},  {Channel::longitude, "", lon},           {Channel::speed, "", speed},
      {Channel::course, "", course}, {Channel::motor_revolutions, "", turns}, {Channel::motor_temperature, "", warm}};
  return r;
}

std::string all_of(DeviceModel& d) {
  std::string out;
  for (int i = 0; i < 2000 && !d.ended(); ++i) out += d.step(0.05);
  return out;
}

}  // namespace

TEST(Devices, AReceiversSentencesAreReadBackWhereTheBoatWas) {
  // The standard's own example has its checksum.
  EXPECT_EQ(nmea_sentence("GPGLL,5300.97914,N,00259.98174,E,125926,A"),
            "$GPGLL,5300.97914,N,00259.98174,E,125926,A*28\r\n");
  DeviceModel d(DeviceKind::gps, circle());
  const ReadLog read = read_any_log(all_of(d));
  const Recording &r = read.recording, was = circle();
  EXPECT_NEAR(r.duration(), 59.8, 0.3);
  const Series *lat = r.find(Channel::latitude), *lon = r.find(Channel::longitude), *speed = r.find(Channel::speed);
  ASSERT_TRUE(lat && lon && speed);
  for (std::size_t i = 0; i < r.time.size(); i += 10) {
    const auto at = static_cast<std::size_t>(std::lround(10.0 * r.time[i]));
    EXPECT_LT(geo_distance({lat->values[i], lon->values[i]}, {was.series[0].values[at], was.series[1].values[at]}),
              0.05);
    EXPECT_NEAR(speed->values[i], 5.0, 0.01);
  }
}

TEST(Devices, WrongChecksumsLostFixesAndDropoutsAreToldAndDoNoHarm) {
  DeviceModel d(DeviceKind::gps, circle());
  std::string out = d.step(5.0);
  ASSERT_TRUE(d.command("spoil"));
  out += d.step(5.0);
  ASSERT_TRUE(d.command("nofix"));
  out += d.step(5.0);
  ASSERT_TRUE(d.command("fix"));
  ASSERT_TRUE(d.command("drop"));
  out += d.step(5.0);
  ASSERT_TRUE(d.command("back"));
  out += all_of(d);
  const ReadLog read = read_any_log(out);
  std::string notes;
  for (const Text& n : read.notes) notes += plain(n) + " ";
  EXPECT_NE(notes.find("checksum"), std::string::npos) << notes;
  EXPECT_NE(notes.find("no fix"), std::string::npos) << notes;
  double longest = 0.0;
  for (std::size_t i = 1; i < read.recording.time.size(); ++i)
    longest = std::max(longest, read.recording.time[i] - read.recording.time[i - 1]);
  EXPECT_GT(longest, 9.0);
  EXPECT_FALSE(d.command("dance"));
}

TEST(Devices, TelemetryIsATable) {
  DeviceModel d(DeviceKind::telemetry, circle());
  std::string out = d.step(30.0);
  // Whoever begins to listen in the middle of a line waits for the next heading.
  const std::string late = out.substr(1000);
  const std::string_view heard = from_heading(late);
  EXPECT_TRUE(heard.starts_with("Time")) << heard.substr(0, 40);
  EXPECT_NEAR(read_any_log(heard).recording.duration(), 24.9, 2.5);
  EXPECT_EQ(from_heading("12.5,33\n12.6,34\n"), "");
  EXPECT_TRUE(from_heading("P,1*00\n$GPRMC,100000,A\n").ends_with("A\n"));
  const ReadLog fair = read_any_log(out);
  EXPECT_NEAR(median_of(fair.recording.find(Channel::speed)->values), 5.0, 0.05);
  // A wrong unit under the old heading: the numbers are what they are.
  ASSERT_TRUE(d.command("unit mph"));
  const std::string rest = all_of(d);
  const ReadLog wrong = read_any_log(out.substr(0, out.find('\n') + 1) + rest);
  EXPECT_NEAR(median_of(wrong.recording.find(Channel::speed)->values), 5.0 / 1.609344, 0.05);
  // A clock that jumps back ends what is read; what came before is kept.
  DeviceModel jumping(DeviceKind::telemetry, circle());
  std::string text = jumping.step(30.0);
  ASSERT_TRUE(jumping.command("jump 10"));
  text += all_of(jumping);
  const ReadLog read = read_any_log(text);
  EXPECT_GT(read.recording.duration(), 25.0);
  EXPECT_FALSE(read.notes.empty());
}

TEST(Devices, MetersSayOneNumberALine) {
  DeviceModel tacho(DeviceKind::tachometer, circle()), thermo(DeviceKind::thermometer, circle());
  EXPECT_EQ(tacho.step(0.2), "12000 rpm\r\n");
  EXPECT_EQ(thermo.step(0.2), "20.0 C\r\n");
  Recording bare = circle();
  bare.series.resize(3);
  DeviceModel none(DeviceKind::thermometer, bare);
  EXPECT_EQ(none.step(0.2), "---- C\r\n") << "not measured is not zero";
}

TEST(Devices, LagAndNoiseAreAsAsked) {
  DeviceModel late(DeviceKind::telemetry, circle(), 2.4, 0.01);
  const ReadLog read = read_any_log(all_of(late));
  EXPECT_TRUE(std::isnan(read.recording.find(Channel::speed)->values.front())) << "nothing has come yet";
}
