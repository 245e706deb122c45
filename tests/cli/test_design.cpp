// Boats worked out from what is wanted, and boats with a number turned, from the shell.
#include <set>

#include "assessment/assessment.h"
#include "command_line.h"
#include "io/project_file.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {
class DesignCli : public CommandLineTest {};
}  // namespace

TEST_F(DesignCli, TurnsNumbersOfABoatAndTellsWhatStrikesWhere) {
  save_project(powered_boat(), file("b.plucky"));
  const auto knobs = run("what-if " + file("b.plucky")).json()["knobs"];
  bool cells = false;
  for (const auto& k : knobs) cells = cells || (k["knob"] == "battery.cells" && k["now"] == 4.0);
  EXPECT_TRUE(cells) << knobs;

  const Outcome r = run("what-if " + file("b.plucky") +
                        " --vary battery.cells=3:5:3 --vary motor.kv_rad_s_v=80:100:2 "
                        "--read speed --read winding");
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  ASSERT_EQ(j["points"].size(), 6u);
  EXPECT_EQ(j["points"][1]["at"], (nlohmann::json{3.0, 100.0}));
  EXPECT_GT(j["points"][5]["numbers"]["speed"].get<double>(), j["points"][0]["numbers"]["speed"].get<double>());
  EXPECT_EQ(j["points"][0]["numbers"].size(), 2u);
}

TEST_F(DesignCli, StowsPartsAgainAndKeepsWhatIsHeld) {
  save_project(sample_boat(), file("b.plucky"));
  const Outcome r = run("stow " + file("b.plucky") + " --hold Receiver -o " + file("stowed"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  EXPECT_GT(j["before"]["leads_m"].get<double>(), 0.0);
  for (const auto& way : j["ways"]) {
    EXPECT_TRUE(std::filesystem::exists(way["boat"].get<std::string>()));
    for (const auto& moved : way["moved"]) EXPECT_NE(moved["part"], "Receiver");
  }
  expect_refusal(run("stow " + file("b.plucky") + " --hold Cork"), "no part of the boat");
}

TEST_F(DesignCli, ProposedBoatsOfOneFamilyAreAFileEach) {
  std::ofstream(file("brief.json")) << R"({"wanted_speed_m_s": 6, "run_time_s": 300, "payload_kg": 0.1})";
  const Outcome r = run("propose " + file("brief.json") + " --family deep-v --count 3 -o " + file("boats"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto boats = r.json()["boats"];
  ASSERT_GT(boats.size(), 1u);
  std::set<std::string> files;
  for (const auto& boat : boats) {
    const std::string path = boat["boat"];
    files.insert(path);
    EXPECT_NEAR(assess(load_project(path)).mass.total, boat["mass_kg"].get<double>(), 1e-6);
  }
  EXPECT_EQ(files.size(), boats.size());
}

TEST_F(DesignCli, RefusesInWords) {
  save_project(powered_boat(), file("b.plucky"));
  const std::string boat = "what-if " + file("b.plucky");
  expect_refusal(run(boat + " --vary battery.colour"), "battery.colour");
  expect_refusal(run(boat + " --vary battery.cells=3-5"), "from:to:count");
  expect_refusal(run(boat + " --vary battery.cells=3:5:3 --read colour"), "colour");
  expect_refusal(run("what-if " + file("nowhere.plucky")), "nowhere.plucky");
  expect_refusal(run("improve " + file("b.plucky") + " --to \"speed soon\""), "should read");
  expect_refusal(run("improve " + file("b.plucky") + " --to \"colour +1\""), "no number of the ledger");
  std::ofstream(file("brief.json")) << R"({"wanted_speed_m_s": 4, "colour": "green"})";
  expect_refusal(run("propose " + file("brief.json")), "colour");
  std::ofstream(file("broken.json")) << "{";
  expect_refusal(run("propose " + file("broken.json")), "broken.json");
}
