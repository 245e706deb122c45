// Tracks that another program wrote: gpsbabel turns a made track into GPX, NMEA and a table; all three must say the
// same.
#include <gtest/gtest.h>

#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <optional>

#include "io/log_lines.h"
#include "io/log_presets.h"
#include "trial/geodesy.h"

using namespace plucky;

namespace {

constexpr int seconds = 120;
constexpr double radius = 40.0, turn = 2.0 * pi / 60.0;  // m, rad/s: a lap a minute
const GeoPlace middle{54.0, -2.5};

GeoPlace place_at(int second) {
  return geo_place({radius * std::cos(turn * second), radius * std::sin(turn * second)}, middle);
}

std::string made_track() {
  std::string out =
      "<?xml version=\"1.0\"?><gpx version=\"1.1\" creator=\"test\" "
      "xmlns=\"http://www.topografix.com/GPX/1/1\"><trk><trkseg>";
  for (int i = 0; i < seconds; ++i) {
    char point[200];
    const GeoPlace p = place_at(i);
    std::snprintf(point, sizeof point,
                  "<trkpt lat=\"%.8f\" lon=\"%.8f\"><ele>3</ele><time>2026-05-02T10:%02d:%02dZ</time>"
                  "<fix>3d</fix><sat>9</sat></trkpt>",
                  p.latitude, p.longitude, i / 60, i % 60);
    out += point;
  }
  return out + "</trkseg></trk></gpx>";
}

struct Writing {
  const char* name;
  double place;  ///< m, as near as it writes places
};
void PrintTo(const Writing& w, std::ostream* to) {
  *to << w.name;
}

class Elsewhere : public testing::TestWithParam<Writing> {
 protected:
  Elsewhere()
      : folder_(std::filesystem::temp_directory_path() / ("tracks" + std::to_string(::getpid()) + GetParam().name)) {
    std::filesystem::create_directories(folder_);
  }
  ~Elsewhere() override { std::filesystem::remove_all(folder_); }
  std::filesystem::path folder_;
};

}  // namespace

TEST_P(Elsewhere, ATrackSaysTheSameInEveryWriting) {
  const std::filesystem::path from = folder_ / "made.gpx", to = folder_ / "out";
  std::ofstream(from) << made_track();
  const std::string command = "gpsbabel -t -i gpx -f " + from.string() + " -x track,speed,course -o " +
                              GetParam().name + " -F " + to.string() + " 2>/dev/null";
  ASSERT_EQ(std::system(command.c_str()), 0) << command;
  std::optional<LogFormat> format;
  if (const std::string head = log_head(to.string()); log_kind(head) == LogKind::table) {
    format = guess_log(head);
    // Its heading says "Speed" and means metres a second: nobody can know, so it is a guess until it is confirmed.
    EXPECT_TRUE(format->doubtful());
    for (std::size_t i = 0; i < format->columns.size(); ++i)
      if (format->columns[i].channel == Channel::speed) format = with_column(*format, i, Channel::speed, 1);
  }
  const ReadLog read = read_log_file(to.string(), format);
  const Recording& r = read.recording;
  ASSERT_EQ(r.time.size(), static_cast<std::size_t>(seconds));
  EXPECT_NEAR(r.duration(), seconds - 1.0, 1e-6);
  const Series *latitude = r.find(Channel::latitude), *longitude = r.find(Channel::longitude);
  ASSERT_TRUE(latitude && longitude);
  for (int i = 0; i < seconds; ++i) {
    const auto k = static_cast<std::size_t>(i);
    EXPECT_LT(geo_distance(place_at(i), {latitude->values[k], longitude->values[k]}), GetParam().place) << i;
  }
  const Series* speed = r.find(Channel::speed);
  ASSERT_TRUE(speed);
  // 4.19 m/s round the circle; along the chords of a second a little less.
  double sum = 0.0;
  for (int i = 5; i < seconds - 5; ++i) sum += speed->values[static_cast<std::size_t>(i)];
  EXPECT_NEAR(sum / (seconds - 10), radius * turn, 0.03 * radius * turn);
  // By its clock two such logs can be joined.
  ASSERT_TRUE(r.begin);
  EXPECT_NEAR(std::fmod(*r.begin, 86400.0), 36000.0, 1e-6);
}

INSTANTIATE_TEST_SUITE_P(Writings, Elsewhere,
                         testing::Values(Writing{"gpx", 0.01}, Writing{"nmea", 1.2}, Writing{"unicsv", 0.1}));
