// Logs as files: any separator, unit, comma and clock; GPX and NMEA; what is no log is refused by a sentence.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "io/log_file.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

const Series& channel(const Recording& r, Channel c) {
  const Series* s = r.find(c);
  if (!s) throw std::runtime_error(channel_key(c));
  return *s;
}

}  // namespace

TEST(LogFile, IsReadWhateverItsColumnsUnitsAndCommas) {
  const std::string commas =
      "Time (ms),GPS Speed (kn),RPM,Volts,Amps,ESC Temp (F)\n"
      "0,0.0,0,16.8,0.1,77\n100,1.0,1200,16.7,3.5,86\n200,2.0,2400,16.6,6.0,95\n";
  Recording r = read_any_log(commas).recording;
  ASSERT_EQ(r.time.size(), 3u);
  EXPECT_NEAR(r.time[2], 0.2, 1e-12);
  EXPECT_NEAR(channel(r, Channel::speed).values[2], 2.0 * 1852.0 / 3600.0, 1e-12);
  EXPECT_NEAR(channel(r, Channel::motor_revolutions).values[1], 20.0, 1e-12);
  EXPECT_NEAR(channel(r, Channel::esc_temperature).values[1], 30.0, 1e-9);
  EXPECT_NEAR(channel(r, Channel::current).values[2], 6.0, 1e-12);

  const std::string semicolons =
      "Logger 3\n\nUhrzeit;Speed [km/h];Strom Curr. [A];Sat\n"
      "13:05:09,5;36,0;7,25;9\n13:05:10,0;18,0;;9\n13:05:10,5;9,0;1,00;8\n";
  // The clock has a decimal comma as well: its seconds are read without.
  const LogFormat f = guess_log(semicolons);
  EXPECT_EQ(f.separator, ';');
  EXPECT_EQ(f.decimal, ',');
  EXPECT_EQ(f.headings, 3u);

  const std::string dates =
      "date time\tspeed m/s\tbattery temp\n2026-05-02 23:59:59.5\t4.0\t25\n"
      "2026-05-03T00:00:00.5Z\t5.0\t26\nbroken line\n2026-05-03 00:00:01.5\t6.0\t27\n";
  const ReadLog read = read_any_log(dates);
  EXPECT_NEAR(read.recording.time[1], 1.0, 1e-6);
  EXPECT_NEAR(read.recording.time[2], 2.0, 1e-6);
  EXPECT_NEAR(channel(read.recording, Channel::speed).values[2], 6.0, 1e-12);
  ASSERT_EQ(read.notes.size(), 1u);
  EXPECT_NE(plain(read.notes[0]).find("line 4"), std::string::npos);
}

TEST(LogFile, WithoutATimeIsCountedAndOneThatGoesBackIsTold) {
  const Recording counted = read_any_log("speed [km/h],rpm\n3.6,60\n1.8,120\n3.6,60\n1.8,30\n").recording;
  EXPECT_NEAR(counted.time[3], 0.3, 1e-9);
  const ReadLog back = read_any_log("time,speed\n0,1\n1,2\n2,3\n1.2,4\n1.6,5\n3,6\n");
  ASSERT_EQ(back.recording.time.size(), 4u);
  ASSERT_EQ(back.notes.size(), 1u);
  EXPECT_NE(plain(back.notes[0]).find("line 5"), std::string::npos);
}

TEST(LogFile, GoesOnPastMidnight) {
  const ReadLog night = read_any_log("clock,speed\n23:59:58,1\n23:59:59,2\n00:00:00,3\n00:00:01,4\n00:00:02,5\n");
  ASSERT_EQ(night.recording.time.size(), 5u);
  EXPECT_NEAR(night.recording.time[4], 4.0, 1e-9);
  EXPECT_TRUE(night.notes.empty());
}

TEST(LogFile, OfWhatIsNoLogIsRefused) {
  for (const std::string& bad :
       {std::string(), std::string("hello\nworld\n"), std::string(4000, '\0'), std::string("a,b\nx,y\n"),
        std::string("time,speed\n1,nan\n"), std::string("<gpx><trk></trk></gpx>"), std::string("<gpx><trk>"),
        std::string("$GPRMC,120000,V,,,,,,,020526*00\n")})
    EXPECT_THROW((void)read_any_log(bad), InvalidInput) << bad.substr(0, 20);
  // A column that nothing measured is left out, not taken for zero.
  const ReadLog empty = read_any_log("time,speed,volts\n0,1,\n1,2,\n2,3,\n");
  EXPECT_EQ(empty.recording.find(Channel::voltage), nullptr);
  EXPECT_EQ(empty.notes.size(), 1u);
}

TEST(LogFile, StopsWhenTold) {
  std::string long_log = "time,speed\n";
  for (int i = 0; i < 120000; ++i) long_log += std::to_string(i) + ",1\n";
  int asked = 0;
  EXPECT_THROW((void)read_log(long_log, guess_log(long_log), [&](double) { return ++asked < 2; }), InvalidInput);
}

PROPERTY(LogFile, ComesBackAsItWasWritten) {
  Recording r;
  const int n = any::whole(3, 60);
  Series speed{.channel = Channel::speed, .label = "speed", .values = {}},
      temperature{.channel = Channel::motor_temperature, .label = "motor", .values = {}},
      turns{.channel = Channel::motor_revolutions, .label = "rpm", .values = {}};
  for (int i = 0; i < n; ++i) {
    r.time.push_back(0.25 * i);
    speed.values.push_back(0.01 * any::whole(0, 2000));
    temperature.values.push_back(any::whole(0, 4) == 0 && i > 0 ? std::nan("") : any::whole(-20, 150));
    turns.values.push_back(any::whole(0, 500));
  }
  r.series = {speed, temperature, turns};
  const Recording back = read_any_log(write_log(r)).recording;
  HOLDS(back.time.size() == r.time.size());
  for (const Channel c : {Channel::speed, Channel::motor_temperature, Channel::motor_revolutions})
    for (std::size_t i = 0; i < r.time.size(); ++i) {
      const double was = r.find(c)->values[i], is = back.find(c) ? back.find(c)->values[i] : std::nan("");
      HOLDS(std::isnan(was) == std::isnan(is) && (std::isnan(was) || std::abs(was - is) < 1e-3));
    }
}

TEST(Nmea, TheStandardsExamplesAreReadAndWrongChecksumsAreNot) {
  // Example sentences of NMEA 0183 (memory).
  EXPECT_TRUE(nmea_sound("$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47\r"));
  EXPECT_TRUE(nmea_sound("$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A"));
  EXPECT_FALSE(nmea_sound("$GPRMC,123519,A,4807.038,N,01131.000,E,022.5,084.4,230394,003.1,W*6A"));
  const ReadLog log = read_any_log(
      "$GPRMC,123519,A,4807.038,N,01131.000,E,022.4,084.4,230394,003.1,W*6A\r\n"
      "$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47\r\n"
      "$GPRMC,123520,A,4807.038,N,01131.000,E,010.0,084.4,230394,003.1,W*00\r\n"
      "$GPRMC,123521,A,4807.040,N,01131.010,E,010.0,090.0,230394,003.1,W\r\n");
  const Recording& r = log.recording;
  ASSERT_EQ(r.time.size(), 2u);
  EXPECT_NEAR(r.time[1], 2.0, 1e-9);
  EXPECT_NEAR(channel(r, Channel::latitude).values[0], 48.0 + 7.038 / 60.0, 1e-9);
  EXPECT_NEAR(channel(r, Channel::longitude).values[0], 11.0 + 31.0 / 60.0, 1e-9);
  EXPECT_NEAR(channel(r, Channel::speed).values[0], 22.4 * 1852.0 / 3600.0, 1e-9);
  EXPECT_NEAR(channel(r, Channel::satellites).values[0], 8.0, 1e-9);
  ASSERT_EQ(log.notes.size(), 1u);
  EXPECT_NE(plain(log.notes[0]).find("checksum"), std::string::npos);
}

TEST(Gpx, TracksTellSpeedFromTheirPlacesAndEntitiesAreNotFollowed) {
  std::string track =
      "<?xml version=\"1.0\"?><!DOCTYPE gpx [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;\">]>"
      "<gpx version=\"1.1\"><trk><name>&b;</name><trkseg>";
  const GeoPlace origin{48.0, -20.0};
  for (int i = 0; i < 20; ++i) {
    const GeoPlace p = geo_place({3.0 * i, 0.0}, origin);
    char line[200];
    std::snprintf(line, sizeof line, "<trkpt lat=\"%.9f\" lon=\"%.9f\"><time>2026-05-02T10:00:%02dZ</time></trkpt>",
                  p.latitude, p.longitude, i);
    track += line;
  }
  track += "<trkpt lat=\"1\" lon=\"2\"></trkpt></trkseg></trk></gpx>";
  const ReadLog log = read_any_log(track);
  ASSERT_EQ(log.recording.time.size(), 20u);
  for (std::size_t i = 1; i + 1 < 20; ++i) EXPECT_NEAR(channel(log.recording, Channel::speed).values[i], 3.0, 0.01);
  ASSERT_EQ(log.notes.size(), 1u);
}
