// The command line twin: a boat at sea before it is built, its log read off, the model brought to it.
#include <algorithm>
#include <fstream>
#include <sstream>

#include "command_line.h"

using namespace plucky;
using namespace plucky::test;

namespace {

using CliTrial = CommandLineTest;

std::string boat_file(const std::string& name) {
  return std::string(PLUCKY_SOURCE_DIR) + "/data/fleet/" + name + ".json";
}

}  // namespace

TEST_F(CliTrial, ABoatSailsACourseAndItsLogIsReadOff) {
  for (const char* name : {"dabchick", "sedge", "stickleback", "mudwren"}) {
    const Outcome sailed =
        run("trial-run " + boat_file(name) + " --course lap --throttle 0.8 --duration 60 -o " + file("lap.csv"));
    ASSERT_EQ(sailed.code, 0) << sailed.err;
    const auto j = sailed.json();
    EXPECT_NEAR(j["duration_s"], 60.0, 1e-6) << name;
    EXPECT_TRUE(j["ended"].is_null()) << name;
    EXPECT_GT(j["distance_m"].get<double>(), 100.0) << name;
    EXPECT_LT(j["energy_error"].get<double>(), 0.01) << name;
    const Outcome read = run("log " + file("lap.csv") + " --boat " + boat_file(name));
    ASSERT_EQ(read.code, 0) << read.err;
    double top = 0.0, distance = 0.0;
    const auto log = read.json();
    for (const auto& r : log["readings"]) {
      if (r["key"] == "top_speed") top = r["si"];
      if (r["key"] == "distance") distance = r["si"];
      EXPECT_LE(r["low"].get<double>(), r["high"].get<double>());
    }
    EXPECT_NEAR(top, j["top_speed_m_s"].get<double>(), 0.06 * top) << name;
    EXPECT_NEAR(distance, j["distance_m"].get<double>(), 0.03 * distance) << name;
    EXPECT_FALSE(log["segments"].empty());
  }
}

TEST_F(CliTrial, TheStandardTrialsComeWithEveryNumberOrItsReason) {
  const auto trials = run("trial-run " + boat_file("mudwren") + " --standard").json()["trials"];
  ASSERT_EQ(trials.size(), 11u);
  for (const auto& t : trials)
    for (const auto& n : t["numbers"]) EXPECT_TRUE(n["si"].is_number() || !n["words"].is_null()) << n.dump();
}

TEST_F(CliTrial, TheModelIsBroughtToALogOrSaysWhatIsMissing) {
  ASSERT_EQ(
      run("trial-run " + boat_file("dabchick") + " --course survey --throttle 0.4 --duration 90 -o " + file("slow.csv"))
          .code,
      0);
  ASSERT_EQ(run("trial-run " + boat_file("dabchick") + " --course speed-run --throttle 0.7 --duration 90 -o " +
                file("fast.csv"))
                .code,
            0);
  const Outcome fit =
      run("calibrate " + boat_file("dabchick") + " --log " + file("slow.csv") + " --log " + file("fast.csv"));
  ASSERT_EQ(fit.code, 0) << fit.err;
  const auto j = fit.json();
  ASSERT_EQ(j["factors"].size(), 4u);
  // It was the model's own boat: nothing is far from one, and nothing becomes worse.
  for (const auto& f : j["factors"]) EXPECT_NEAR(f["factor"].get<double>(), 1.0, 0.15) << f.dump();
  EXPECT_LE(j["error_after"].get<double>(), j["error_before"].get<double>() + 1e-3);
}

TEST_F(CliTrial, BadInputIsASentence) {
  expect_refusal(run("trial-run " + boat_file("dabchick") + " --course moon"), "figure-of-eight");
  expect_refusal(run("trial-run " + boat_file("dabchick") + " --duration 0"), "1 to 7200");
  write_file_atomically(file("rubbish.csv"), std::string(3000, '\x02'));
  expect_refusal(run("log " + file("rubbish.csv")), "no text");
  write_file_atomically(file("short.csv"), "time,speed,throttle\n0,1,1\n1,1,1\n2,1,1\n");
  expect_refusal(run("calibrate " + boat_file("dabchick") + " --log " + file("short.csv")), "steady");
}

TEST_F(CliTrial, ATroubleIsToldByTheBoatsOwnNumbersAndTheAnswers) {
  const Outcome r = run("symptom " + boat_file("dabchick") + " --is nose-under");
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  ASSERT_GT(j["causes"].size(), 3u);
  EXPECT_EQ(j["causes"][0]["cause"], "cg_forward");
  EXPECT_FALSE(j["causes"][0]["because"].is_null());
  EXPECT_FALSE(j["causes"][0]["offer"].is_null()) << "the battery may slide";
  double sum = 0.0, last = 1.0;
  for (const auto& c : j["causes"]) {
    sum += c["share"].get<double>();
    EXPECT_LE(c["share"].get<double>(), last);
    last = c["share"];
  }
  EXPECT_NEAR(sum, 1.0, 1e-6);
  const auto told =
      run("symptom " + boat_file("dabchick") + " --is nose-under --answer cg_forward=no --answer loose_ballast=yes")
          .json();
  EXPECT_EQ(told["causes"][0]["cause"], "loose_ballast");
  EXPECT_GE(run("symptom " + boat_file("dabchick")).json()["symptoms"].size(), 40u);
  expect_refusal(run("symptom " + boat_file("dabchick") + " --is slow"), "half-speed");
  expect_refusal(run("symptom " + boat_file("dabchick") + " --is nose-under --answer cg_forward=perhaps"), "=yes");
}

TEST_F(CliTrial, ABoatMayOrMayNotLaunchAndSaysWhy) {
  const Outcome r = run("launch " + boat_file("mudwren") + " --day 2026-05-02 --wind 9m/s --water 12C");
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  EXPECT_EQ(j["verdict"], "no go");
  EXPECT_NE(j["against"].dump().find("wind"), std::string::npos);
  EXPECT_FALSE(j["upkeep"].empty());
  expect_refusal(run("launch " + boat_file("mudwren") + " --day tomorrow"), "tomorrow");
}

TEST_F(CliTrial, TwoLogsOfOneRunAreJoinedAndColumnsMayBeNamed) {
  ASSERT_EQ(
      run("trial-run " + boat_file("dabchick") + " --course lap --throttle 0.8 --duration 60 -o " + file("lap.csv"))
          .code,
      0);
  // One device has the turns, another the speed, in metres a second under a name that tells nothing.
  std::ifstream in(file("lap.csv"));
  std::string line, turns = "Time [s],Motor [rpm]\n", speed = "Time [s],S1\n";
  std::getline(in, line);
  std::vector<std::string> heading;
  std::stringstream cells(line);
  for (std::string c; std::getline(cells, c, ',');) heading.push_back(c);
  const auto column = [&](const char* name) {
    return static_cast<std::size_t>(
        std::find_if(heading.begin(), heading.end(), [&](const auto& h) { return h.rfind(name, 0) == 0; }) -
        heading.begin());
  };
  const std::size_t v = column("Speed"), n = column("Motor's revolutions");
  ASSERT_LT(std::max(v, n), heading.size());
  while (std::getline(in, line)) {
    std::vector<std::string> row;
    std::stringstream all(line);
    for (std::string c; std::getline(all, c, ',');) row.push_back(c);
    turns += row[0] + "," + row[n] + "\n";
    if (std::stod(row[0]) >= 7.0)
      speed += std::to_string(std::stod(row[0]) - 7.0) + "," + std::to_string(std::stod(row[v]) / 3.6) + "\n";
  }
  std::ofstream(file("turns.csv")) << turns;
  std::ofstream(file("speed.csv")) << speed;
  const Outcome one = run("log " + file("speed.csv") + " --column S1=speed:m/s");
  ASSERT_EQ(one.code, 0) << one.err;
  EXPECT_EQ(one.json()["columns"][1]["is"], "speed");
  EXPECT_FALSE(one.json()["columns"][1]["guessed"].get<bool>());
  EXPECT_NE(run("log " + file("speed.csv") + " --column S1=speed:furlongs").err.find("km/h, m/s"), std::string::npos);
  EXPECT_NE(run("log " + file("speed.csv") + " --column S2=speed").err.find("S2"), std::string::npos);
  EXPECT_NE(run("log " + file("speed.csv") + " --column S1=sped").err.find("latitude"), std::string::npos);
  // Headings that say enough are found without a word.
  std::ofstream(file("speed.csv")) << "Time [s],Speed [m/s]\n" << speed.substr(speed.find('\n') + 1);
  const Outcome both =
      run("log " + file("turns.csv") + " --join " + file("speed.csv") + " --boat " + boat_file("dabchick"));
  ASSERT_EQ(both.code, 0) << both.err;
  bool slip = false, told = false;
  const auto j = both.json();
  for (const auto& r : j["readings"]) slip = slip || r["key"] == "slip";
  for (const auto& note : j["notes"]) told = told || note.dump().find("second log begins") != std::string::npos;
  EXPECT_TRUE(slip && told) << j.dump();
}
