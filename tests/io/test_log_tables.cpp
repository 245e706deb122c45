// Tables of loggers: guessed by their values where nobody named them, confirmed and read alike the next time, of any
// size and encoding.
#include <gtest/gtest.h>

#include <cmath>
#include <cstdio>
#include <filesystem>
#include <fstream>

#include "base/error.h"
#include "io/log_lines.h"
#include "io/log_presets.h"
#include "io/log_units.h"
#include "property.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class TempFile {
 public:
  explicit TempFile(const std::string& bytes, const char* name = "table.csv")
      : path_(std::filesystem::temp_directory_path() / (std::to_string(::getpid()) + name)) {
    std::ofstream(path_, std::ios::binary) << bytes;
  }
  ~TempFile() { std::filesystem::remove(path_); }
  TempFile(const TempFile&) = delete;
  TempFile& operator=(const TempFile&) = delete;
  [[nodiscard]] std::string path() const { return path_.string(); }

 private:
  std::filesystem::path path_;
};

const LogColumn& column_of(const LogFormat& f, Channel channel) {
  for (const LogColumn& c : f.columns)
    if (c.channel == channel) return c;
  throw std::runtime_error(channel_key(channel));
}

std::string wide(const std::string& text, bool big) {
  std::string out = big ? "\xfe\xff" : "\xff\xfe";
  for (const char c : text) {
    if (big) out += '\0';
    out += c;
    if (!big) out += '\0';
  }
  return out;
}

}  // namespace

TEST(LogTable, WithoutHeadingsIsGuessedByItsValuesAndSaysThatItIsAGuess) {
  std::string text;
  for (int i = 0; i < 20; ++i) {
    char line[120];
    std::snprintf(line, sizeof line, "%.1f,%.2f,%d,54.%07d,-2.%07d,%d\n", 0.1 * i, 11.8 - 0.03 * i, 900 * i,
                  1234567 + 3 * i, 7654321 + 5 * i, 7);
    text += line;
  }
  const LogFormat f = guess_log(text);
  EXPECT_EQ(f.headings, 0u);
  EXPECT_EQ(f.time_column, 0u);
  EXPECT_TRUE(f.doubtful());
  const Recording r = read_any_log(text).recording;
  ASSERT_TRUE(r.find(Channel::motor_revolutions) && r.find(Channel::voltage) && r.find(Channel::latitude) &&
              r.find(Channel::longitude));
  EXPECT_NEAR(r.find(Channel::motor_revolutions)->values[10], 150.0, 1e-9);
  EXPECT_NEAR(r.find(Channel::latitude)->values[0], 54.1234567, 1e-9);
  EXPECT_NEAR(r.find(Channel::longitude)->values[0], -2.7654321, 1e-9);
  EXPECT_EQ(f.columns[5].channel, Channel::other) << "seven sevens may be anything";
}

TEST(LogTable, UnitsThatNobodyWroteAreTakenFromTheValues) {
  const auto guessed = [](const char* values) {
    return column_of(guess_log(std::string("Time [s],Throttle,RPM\n") + values), Channel::throttle);
  };
  EXPECT_NEAR(guessed("0,0,0\n1,0.5,100\n2,1,200\n").factor, 1.0, 1e-12);
  EXPECT_NEAR(guessed("0,0,0\n1,50,100\n2,100,200\n").factor, 0.01, 1e-12);
  const LogColumn pulse = guessed("0,1500,0\n1,1750,100\n2,2000,200\n");
  EXPECT_NEAR(pulse.factor * (1750.0 + pulse.offset), 0.5, 1e-12);
  const LogColumn ahead = guessed("0,1000,0\n1,1500,100\n2,2000,200\n");
  EXPECT_NEAR(ahead.factor * (1500.0 + ahead.offset), 0.5, 1e-12);
  // Words count more than values.
  const LogFormat said = guess_log("Time [s],Throttle [%],Speed [m/s],Voltage [mV]\n0,0.5,3,11800\n1,0.7,4,11700\n");
  EXPECT_FALSE(said.doubtful());
  EXPECT_NEAR(column_of(said, Channel::throttle).factor, 0.01, 1e-12);
  EXPECT_NEAR(column_of(said, Channel::voltage).factor, 1e-3, 1e-12);
  EXPECT_TRUE(guess_log("Time [s],Speed\n0,3\n1,4\n").doubtful());
  // The letters of formulas are guesses too.
  const LogFormat letters = guess_log("t;U bat;I;n\n0;11.8;3.5;9000\n1;11.7;4.5;12000\n");
  EXPECT_TRUE(column_of(letters, Channel::voltage).doubtful && column_of(letters, Channel::current).doubtful);
  EXPECT_NEAR(column_of(letters, Channel::motor_revolutions).factor, 1.0 / 60.0, 1e-12);
  // What this program writes needs no asking.
  Recording r;
  r.time = {0.0, 1.0};
  for (int i = 0; i < static_cast<int>(Channel::other); ++i)
    r.series.push_back({static_cast<Channel>(i), channel_key(static_cast<Channel>(i)), {0.1, 0.2}});
  const LogFormat own = guess_log(write_log(r));
  EXPECT_FALSE(own.doubtful());
  for (std::size_t i = 1; i < own.columns.size(); ++i)
    EXPECT_EQ(own.columns[i].channel, static_cast<Channel>(i - 1)) << i;
}

TEST(LogTable, ThatWasConfirmedIsReadAlikeTheNextTime) {
  const std::string table = "Clock;v;T1\n0,0;3,6;20,5\n0,5;7,2;21,0\n1,0;7,2;22,5\n";
  const LogFormat guess = guess_log(table);
  LogFormat f = with_column(guess, 1, Channel::speed);
  f = with_column(f, 2, Channel::esc_temperature);
  LogPresets presets;
  EXPECT_EQ(presets.find(guess), nullptr);
  presets.keep(f);
  const LogPresets again = LogPresets::from_json(presets.to_json());
  ASSERT_NE(again.find(guess), nullptr);
  const Recording r = read_log(table, *again.find(guess)).recording;
  EXPECT_NEAR(r.find(Channel::speed)->values[1], 2.0, 1e-12);
  EXPECT_NEAR(r.find(Channel::esc_temperature)->values[2], 22.5, 1e-12);
  // Another device's table is none of it, and a second confirmation takes the first one's place.
  EXPECT_EQ(again.find(guess_log("Clock;v;T2\n0,0;3,6;20,5\n0,5;7,2;21,0\n")), nullptr);
  presets.keep(with_column(f, 2, Channel::motor_temperature, 1));
  EXPECT_EQ(presets.all().size(), 1u);
  EXPECT_NEAR(presets.find(guess)->columns[2].factor, 5.0 / 9.0, 1e-12);
  presets.forget(guess);
  EXPECT_TRUE(presets.all().empty());
}

TEST(LogTable, ChoosingAColumnTakesTheChannelFromAnotherAndTheTimeFromNone) {
  const LogFormat f = guess_log("Time [s],Speed [km/h],RPM\n0,1,2\n1,2,3\n2,3,4\n");
  const LogFormat moved = with_column(f, 2, Channel::speed, 1);
  EXPECT_EQ(moved.columns[1].channel, Channel::other);
  EXPECT_EQ(moved.columns[2].channel, Channel::speed);
  EXPECT_NEAR(moved.columns[2].factor, 1.0, 1e-12);
  EXPECT_EQ(with_column(f, 0, Channel::current).clock, LogClock::counted);
  const LogFormat minutes = with_clock(f, 1, LogClock::seconds, 60.0);
  EXPECT_EQ(minutes.columns[1].channel, Channel::other);
  EXPECT_NEAR(read_log("Time [s],Speed [km/h],RPM\n0,1,2\n1,2,3\n2,3,4\n", minutes).recording.time[2], 120.0, 1e-9);
}

TEST(LogTable, DamagedPresetsAreRefusedByThePlace) {
  for (const char* bad : {"", "{", "[]", R"({"version":9,"tables":[]})", R"({"version":1,"tables":[{}]})",
                          R"({"version":1,"tables":[{"separator":",,","decimal":".","headings":1,"clock":"seconds",
                              "time_column":0,"per_s":1,"columns":[]}]})",
                          R"({"version":1,"tables":[{"separator":",","decimal":".","headings":1,"clock":"sundial",
                              "time_column":0,"per_s":1,"columns":[]}]})",
                          R"({"version":1,"tables":[{"separator":",","decimal":".","headings":1,"clock":"seconds",
                              "time_column":3,"per_s":1,"columns":[]}]})",
                          R"({"version":1,"tables":[{"separator":",","decimal":".","headings":1,"clock":"seconds",
                              "time_column":0,"per_s":0,"columns":[]}]})"})
    EXPECT_THROW((void)LogPresets::from_json(bad), InvalidInput) << bad;
}

TEST(LogTable, OfTwoBytesALetterOrAnOldEncodingIsReadLikeAnyOther) {
  const std::string table = "Time [s],Speed [km/h],Motor temp [degC]\n0,3.6,20\n1,7.2,21\n2,10.8,22\n";
  for (const bool big : {false, true}) {
    const TempFile file(wide(table, big));
    const Recording r = read_log_file(file.path()).recording;
    ASSERT_EQ(r.time.size(), 3u);
    EXPECT_NEAR(r.find(Channel::speed)->values[2], 3.0, 1e-12);
  }
  // Latin-1: a degree sign of one byte.
  const TempFile old(
      "Time [s];Mot [\xb0"
      "C]\n0;20\n1;21\n");
  const LogFormat f = guess_log(log_head(old.path()));
  EXPECT_EQ(f.columns[1].label, "Mot [\u00b0C]");
  EXPECT_EQ(f.columns[1].channel, Channel::motor_temperature);
  EXPECT_FALSE(f.doubtful());
  EXPECT_EQ(as_utf8("plain \u00b0"), "plain \u00b0");
}

PROPERTY(LogTable, OfAFileSaysWhatTheSameTextSays) {
  std::string text = "Time [s],Speed [km/h],Current [A]\n";
  const int lines = any::whole(2, 60000);
  for (int i = 0; i < lines; ++i) {
    text += std::to_string(0.1 * i) + "," + std::to_string(i % 40) + ",";
    if (i % 7 != 0) text += std::to_string(i % 13);
    text += any::either() && i % 1000 == 0 ? "\r\n" : "\n";
  }
  const TempFile file(text);
  HOLDS(read_log_file(file.path()).recording.time == read_any_log(text).recording.time);
  LogLines lines_of(text);
  std::string_view line;
  double before = 0.0;
  while (lines_of.next(line)) {
    HOLDS(lines_of.share() >= before);
    before = lines_of.share();
  }
  HOLDS(before == 1.0);
}

TEST(LogTable, OfMoreMomentsThanAreKeptIsThinnedEvenly) {
  std::string text = "Time [s],RPM\n";
  for (int i = 0; i < 10000; ++i) text += std::to_string(i) + "," + std::to_string(60 * i) + "\n";
  LogFormat f = guess_log(text);
  f.most_moments = 1000;
  const ReadLog read = read_log(text, f);
  ASSERT_GT(read.recording.time.size(), 500u);
  ASSERT_LE(read.recording.time.size(), 1000u);
  const double step = read.recording.time[1];
  EXPECT_NEAR(step, 16.0, 1e-9);
  for (std::size_t i = 0; i < read.recording.time.size(); ++i) {
    EXPECT_NEAR(read.recording.time[i], step * static_cast<double>(i), 1e-9);
    EXPECT_NEAR(read.recording.series[0].values[i], read.recording.time[i], 1e-9);
  }
  ASSERT_FALSE(read.notes.empty());
  EXPECT_NE(plain(read.notes[0]).find("10000"), std::string::npos);
}

TEST(LogTable, TellsItsClockForLogsThatAreToBeJoined) {
  EXPECT_NEAR(read_any_log("time,speed\n13:05:10,1\n13:05:11,2\n").recording.begin.value_or(0.0), 47110.0, 1e-9);
  EXPECT_NEAR(read_any_log("time,speed\n1970-01-02 00:00:10,1\n1970-01-02 00:00:11,2\n").recording.begin.value_or(0.0),
              86410.0, 1e-6);
  EXPECT_FALSE(read_any_log("time,speed\n5,1\n6,2\n").recording.begin);
}
