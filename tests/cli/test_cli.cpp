// The command line twin: hydrostatics, meshes, assessments, running, cooling, leaks.
#include <gtest/gtest.h>

#include <algorithm>
#include <cstdio>

#include "assessment/assessment.h"
#include "command_line.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

using Cli = CommandLineTest;

}  // namespace

TEST_F(Cli, FloatsABoxByTheBook) {
  const std::string mesh = write_mesh("box.stl", box_mesh({0, -0.15, 0}, {1, 0.15, 0.12}), 0.001);
  const Outcome r = run("float --mesh " + mesh + " --unit mm --mass 15 --cg 0.5,0,0.04 --density 1000 --heel 0,10,20");
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  EXPECT_EQ(j["status"], "afloat");
  EXPECT_NEAR(j["volume_m3"].get<double>(), 0.015, 1e-8);
  for (const char* key : {"water_z_transom_m", "water_z_midships_m", "water_z_bow_m"})
    EXPECT_NEAR(j[key].get<double>(), 0.05, 1e-7);
  EXPECT_NEAR(j["gm_transverse_m"].get<double>(), 0.025 + 0.15 - 0.04, 1e-6);
  EXPECT_NEAR(j["gm_longitudinal_m"].get<double>(), 0.025 + 1.0 / 0.6 - 0.04, 1e-5);
  EXPECT_NEAR(j["wetted_area_m2"].get<double>(), 0.43, 1e-7);
  EXPECT_NEAR(j["centre_of_flotation_m"][0].get<double>(), 0.5, 1e-7);
  EXPECT_NEAR(j["centre_of_flotation_m"][2].get<double>(), 0.05, 1e-7);
  ASSERT_EQ(j["righting_arm"].size(), 3u);
  EXPECT_EQ(j["righting_arm"][1]["heel_deg"], 10.0);
  const double p = 10 * pi / 180;
  EXPECT_NEAR(j["righting_arm"][1]["gz_m"].get<double>(),
              std::sin(p) * (0.135 + 0.5 * 0.15 * std::tan(p) * std::tan(p)), 1e-6);
}

TEST_F(Cli, NeverShiftsTheMesh) {
  const std::string mesh = write_mesh("box.stl", box_mesh({10, -0.15, -3}, {11, 0.15, -2.88}), 1.0);
  const auto j = run("float --mesh " + mesh + " --mass 15 --cg 10.5,0,-2.96 --density 1000").json();
  EXPECT_NEAR(j["water_z_midships_m"].get<double>(), -2.95, 1e-6);
  EXPECT_NEAR(j["centre_of_buoyancy_m"][0].get<double>(), 10.5, 1e-6);
}

TEST_F(Cli, SaysHowMuchVolumeASinkingHullMisses) {
  const std::string mesh = write_mesh("box.stl", box_mesh({0, -0.1, 0}, {0.5, 0.1, 0.1}), 1.0);
  const Outcome r = run("float --mesh " + mesh + " --mass 12 --cg 0.25,0,0.05 --density 1000");
  EXPECT_EQ(r.code, 0);
  EXPECT_EQ(r.json()["status"], "sinks");
  EXPECT_NEAR(r.json()["missing_volume_m3"].get<double>(), 0.002, 1e-8);
}

TEST_F(Cli, RefusesBadMeshesAndOptionsInWords) {
  TriangleMesh open = box_mesh({0, -0.1, 0}, {0.5, 0.1, 0.1});
  open.triangles.pop_back();
  expect_refusal(run("float --mesh " + write_mesh("open.stl", open, 1.0) + " --mass 1 --cg 0,0,0"), "3 open edges");
  TriangleMesh inverted = box_mesh({0, -0.1, 0}, {0.5, 0.1, 0.1});
  flip(inverted);
  expect_refusal(run("float --mesh " + write_mesh("inv.stl", inverted, 1.0) + " --mass 1 --cg 0,0,0"),
                 "inv.stl: All faces look inward");
  write_file_atomically(file("empty.stl"), "");
  expect_refusal(run("float --mesh " + file("empty.stl") + " --mass 1 --cg 0,0,0"), "is empty");
  const std::string good = write_mesh("box.stl", box_mesh({0, -0.1, 0}, {0.5, 0.1, 0.1}), 1.0);
  expect_refusal(run("float --mesh " + good + " --mass -1 --cg 0,0,0"), "mass: \u22121 kg");
  expect_refusal(run("float --mesh " + good + " --mass 1 --cg 0,0"), "three numbers");
  expect_refusal(run("float --mesh " + good + " --mass 1 --cg 0,zero,0"), "not a list of numbers");
  expect_refusal(run("float --mesh " + good + " --unit furlong --mass 1 --cg 0,0,0"), "not one of m, mm, in");
  expect_refusal(run("float --mesh /no/such/file --mass 1 --cg 0,0,0"), "No such file");
  EXPECT_NE(run("sail").code, 0);
}

TEST_F(Cli, ReportsOnAMesh) {
  TriangleMesh crossing = box_mesh({0, 0, 0}, {100, 50, 30});
  append(crossing, box_mesh({50, 20, 10}, {150, 80, 40}));
  const auto j = run("check-mesh " + write_mesh("x.stl", crossing, 1.0)).json();
  EXPECT_GT(j["crossing_faces"]["count"].get<int>(), 0);
  EXPECT_EQ(j["shells"], 2);
  EXPECT_EQ(j["likely_unit"], "mm");
  EXPECT_FALSE(j["ready_to_float"].get<bool>());
  EXPECT_NE(j["report"][0].get<std::string>().find("through each other"), std::string::npos);
  // It may still be floated, with the doubt said beside the numbers.
  const auto afloat = run("float --mesh " + file("x.stl") + " --unit mm --mass 0.05 --cg 0.06,0.03,0.015").json();
  EXPECT_NE(afloat["warnings"][0].get<std::string>().find("through each other"), std::string::npos);
}

TEST_F(Cli, MakesABoatAssessesItAndExportsItsSkin) {
  Outcome r =
      run("new --family round-bilge --set length=540mm --set beam_m=0.17 --set 'rocker=3/4 in' --name Teal -o " +
          file("t.plucky"));
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_NEAR(r.json()["length_m"].get<double>(), 0.54, 1e-9);
  r = run("assess " + file("t.plucky"));
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_EQ(r.json()["status"], "afloat");
  EXPECT_EQ(r.json()["name"], "Teal");
  EXPECT_GT(r.json()["findings"].size(), 5u);
  r = run("hull " + file("t.plucky") + " --export " + file("t.stl"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto report = run("check-mesh " + file("t.stl")).json();
  EXPECT_TRUE(report["ready_to_float"].get<bool>());
  EXPECT_NEAR(report["volume"].get<double>() * 1e-9, r.json()["volume_m3"].get<double>(), 1e-8);
}

TEST_F(Cli, RefusesImpossibleHullsWithTheReason) {
  expect_refusal(run("new --family deep-v --set bow_rake=500mm -o " + file("x")),
                 "Bow rake: 500 mm leaves no straight keel");
  expect_refusal(run("new --family catamaran -o " + file("x")), "is not one of deep-v, flat-bottom, folded");
  expect_refusal(run("new --set wings=2 -o " + file("x")), "is not a measure of this family");
  expect_refusal(run("new --set length=long -o " + file("x")), "is not a length such as");
  EXPECT_FALSE(std::filesystem::exists(file("x")));
}

TEST_F(Cli, TellsTheTruthAboutATopHeavyBox) {
  const std::string mesh = write_mesh("tall.stl", box_mesh({0, -0.1, 0}, {1, 0.1, 0.4}), 1.0);
  const Outcome r = run("float --mesh " + mesh + " --mass 20 --cg 0.5,0,0.30 --density 1000");
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_EQ(r.json()["status"], "afloat");
  EXPECT_FALSE(r.json()["upright_stable"].get<bool>());
  EXPECT_NE(r.json()["message"].get<std::string>().find("upright"), std::string::npos);
  EXPECT_GT(std::abs(r.json()["heel_deg"].get<double>()), 20.0);
}

TEST_F(Cli, UnderstandsInchesAndSeaWater) {
  const std::string mesh = write_mesh("box.stl", box_mesh({0, -4, 0}, {20, 4, 4}), 1.0);
  const auto j = run("float --mesh " + mesh + " --unit in --mass 2 --cg 0.254,0,0.03 --density 1026").json();
  EXPECT_NEAR(j["volume_m3"].get<double>(), 2.0 / 1026.0, 1e-9);
  EXPECT_NEAR(j["water_z_midships_m"].get<double>(), 2.0 / 1026.0 / (20 * 8 * 0.0254 * 0.0254), 1e-6);
}

TEST_F(Cli, GivesTheWholeRightingArmOfASphereUntilItsBeamEnds) {
  const std::string mesh = write_mesh("ball.stl", sphere(0.1, 90, 120), 1.0);
  const double half = 2.0 / 3.0 * pi * 1e-3 * 0.9995;
  const auto j = run("float --mesh " + mesh + " --mass " + std::to_string(1000 * half) +
                     " --cg 0,0,-0.02 --density 1000 --heel 0,30,60")
                     .json();
  for (const auto& p : j["righting_arm"])
    EXPECT_NEAR(p["gz_m"].get<double>(), 0.02 * std::sin(radians(p["heel_deg"].get<double>())), 2e-5);
}

TEST_F(Cli, SolvesAPlaningHullAndSaysWhenItCannot) {
  const auto j =
      run("planing --beam 4.27 --deadrise 10 --mass 27216 --lcg 8.84 --vcg 0.61 --speed 20.58 --thrust-angle 4 "
          "--thrust-offset 0.15 --density 1026 --viscosity 1.19e-6")
          .json();
  EXPECT_EQ(j["status"], "solved");
  // Lift and weight agree but for the thrust's share.
  EXPECT_NEAR(j["lift_n"].get<double>(), 27216 * 9.80665, 0.05 * 27216 * 9.80665);
  EXPECT_GT(j["trim_deg"], 2.0);
  EXPECT_GT(j["drag_n"], j["friction_n"]);
  const auto none =
      run("planing --beam 0.2 --deadrise 15 --mass 2 --lcg 1.4 --vcg 0.05 --speed 9 --thrust-offset -0.4").json();
  EXPECT_EQ(none["status"], "no_balance");
  EXPECT_TRUE(none["drag_n"].is_null());
  EXPECT_NE(none["message"], "");
  expect_refusal(run("planing --beam -1 --deadrise 15 --mass 2 --lcg 0.2 --vcg 0.05 --speed 9"), "beam");
}

TEST_F(Cli, TellsOpenWaterLinkageAndShaft) {
  const auto screw = run("propeller --blades 4 --area-ratio 0.55 --pitch-ratio 1.0 --advance 0.7").json();
  EXPECT_EQ(screw["method"], "B-series");
  EXPECT_NEAR(screw["efficiency"].get<double>(), 0.7 * screw["kt"].get<double>() / (2 * pi * screw["kq"].get<double>()),
              1e-12);
  EXPECT_EQ(run("propeller --blades 4 --pitch-ratio 1.8 --advance 0.7").json()["status"], "outside_range");
  EXPECT_TRUE(run("propeller --advance 1.5").json()["efficiency"].is_null());
  const auto link = run("linkage --servo-arm 0.015 --horn-arm 0.015 --throw 60").json();
  EXPECT_EQ(link["status"], "binds");
  EXPECT_NEAR(link["binds_at_deg"].get<double>(), 50.0, 1.5);
  EXPECT_TRUE(run("linkage --servo-arm 0.012 --horn-arm 0.015 --throw 30").json()["binds_at_deg"].is_null());
  expect_refusal(run("linkage --servo-arm 0"), "servo arm");
  const auto rod = run("shaft --diameter 0.004 --spacing 0.2 --torque 0.3").json();
  EXPECT_NEAR(rod["shear_stress_pa"].get<double>(), 16 * 0.3 / (pi * 64e-9), 1.0);
  EXPECT_TRUE(rod["holds"].get<bool>());
  expect_refusal(run("shaft --diameter 0.004 --spacing 0.2 --material cheese"), "stainless_steel");
}

TEST_F(Cli, RunsABoatAndSearchesItsPropeller) {
  save_project(powered_boat(), file("b.plucky"));
  const auto j = run("run " + file("b.plucky") + " --throttle 0.5,1").json();
  ASSERT_EQ(j["runs"].size(), 2u);
  EXPECT_LT(j["runs"][0]["speed_m_s"], j["runs"][1]["speed_m_s"]);
  EXPECT_NEAR(j["runs"][1]["thrust_n"].get<double>() * 0.98, j["runs"][1]["drag_n"].get<double>(), 0.05);
  EXPECT_EQ(run("run " + file("b.plucky")).json()["runs"].size(), 20u);
  const auto s =
      run("search " + file("b.plucky") + " --diameter 0.03:0.05:4 --pitch 0.03:0.07:5 --aim run_time").json();
  EXPECT_EQ(s["cells"].size(), 20u);
  for (const auto& cell : s["cells"])
    if (cell["breaks"].is_null() && cell["status"] == "solved") {
      EXPECT_LE(cell["run_time_s"].get<double>(), s["best"]["run_time_s"].get<double>());
    }
  expect_refusal(run("run " + file("b.plucky") + " --throttle 1.5"), "0 to 1");
  expect_refusal(run("search " + file("b.plucky") + " --diameter 5 --pitch 0.03:0.07:5"), "low:high:count");
  save_project(sample_boat(), file("none.plucky"));
  expect_refusal(run("run " + file("none.plucky")), "no drive");
}

TEST_F(Cli, ReadsABoatItsOwnWriterMadeAndRefusesADamagedOne) {
  ASSERT_EQ(run("new --family flat-bottom -o " + file("s.plucky")).code, 0);
  std::string bytes = read_file(file("s.plucky"), 1 << 20);
  bytes.resize(bytes.size() / 2);
  write_file_atomically(file("cut.plucky"), bytes);
  expect_refusal(run("assess " + file("cut.plucky")), "cut.plucky");
  expect_refusal(run("hull " + file("cut.plucky")), "not a whole zip archive");
  expect_refusal(run("hull " + file("s.plucky") + " --export /no/such/folder/x.stl"), "cannot be written");
}

TEST_F(Cli, SolvesABareNetworkAndNamesWhatIsWrongInOne) {
  // A square-law split by hand: K 1 and K 4 side by side carry 2 to 1.
  std::ofstream(file("net.json")) << R"({"nodes": [{"name": "tap", "pressure_pa": 5000}, {"name": "tee"},
    {"name": "out", "pressure_pa": 0}], "elements": [{"name": "feed", "from": "tap", "to": "tee", "bore_m": 0.004, "loss": 2},
    {"name": "motor", "from": "tee", "to": "out", "bore_m": 0.004, "loss": 1},
    {"name": "esc", "from": "tee", "to": "out", "bore_m": 0.004, "loss": 4}]})";
  const auto j = run("cool --circuit " + file("net.json")).json();
  EXPECT_EQ(j["status"], "solved");
  const double motor = j["flow_ml_min"]["motor"], esc = j["flow_ml_min"]["esc"], feed = j["flow_ml_min"]["feed"];
  EXPECT_NEAR(motor / esc, 2.0, 1e-6);
  EXPECT_NEAR(feed, motor + esc, 1e-3);
  EXPECT_GT(j["pressure_pa"]["tee"].get<double>(), 0.0);
  EXPECT_TRUE(j["faults"].empty());
  std::ofstream(file("dead.json")) << R"({"nodes": [{"name": "tap", "pressure_pa": 5000}, {"name": "blind"}],
    "elements": [{"name": "hose", "from": "tap", "to": "blind", "length_m": 0.1}]})";
  EXPECT_NE(run("cool --circuit " + file("dead.json")).out.find("blind is a dead end"), std::string::npos);
  const auto refused = [&](const char* text, const char* words) {
    std::ofstream(file("bad.json")) << text;
    expect_refusal(run("cool --circuit " + file("bad.json")), words);
  };
  refused("{", "is not JSON");
  refused(R"({"nodes": 3})", "/nodes: must be a list");
  refused(R"({"nodes": [{"name": "a"}], "elements": [{"name": "h", "from": "a", "to": "b"}]})", "\"b\" is no node");
  refused(R"({"nodes": [{"name": "a"}, {"name": "a"}], "elements": []})", "/nodes/1/name: \"a\" is used twice");
  refused(R"({"nodes": [{"name": "a", "pressure_pa": 1}, {"name": "b", "pressure_pa": 0}],
              "elements": [{"name": "h", "from": "a", "to": "b", "bore_m": 0, "length_m": 1}]})",
          "h: has a bore of 0");
  refused(R"({"nodes": [{"name": "a", "height_m": "high"}], "elements": []})", "is string, must be a number");
}

TEST_F(Cli, CoolsABoatAndTellsItsLeaks) {
  Project p = powered_boat();
  p.brief.method = BuildMethod::printed;
  save_project(p, file("bare.plucky"));
  const Assessment a = assess(p);
  p = apply(p, {"", ChangeCooling{plumbed(Plumbing::series, boat_of(a), p.cooling, p.next_id)}});
  save_project(p, file("boat.plucky"));
  const auto cool = run("cool " + file("boat.plucky")).json();
  EXPECT_GT(cool["runs"].back()["flow_ml_min"]["Motor jacket"].get<double>(), 50.0);
  EXPECT_LT(cool["runs"].back()["imbalance_ml_min"].get<double>(), 0.01);
  EXPECT_GE(cool["options"].size(), 8U);
  const double top = cool["runs"].back()["speed_m_s"];
  const auto half = run("cool " + file("boat.plucky") + " --speed " + std::to_string(0.8 * top)).json();
  EXPECT_NEAR(half["runs"][0]["speed_m_s"].get<double>(), 0.8 * top, 0.1 * top);
  expect_refusal(run("cool " + file("boat.plucky") + " --speed 99"), "no steady speed");
  expect_refusal(run("cool"), "boat or --circuit");

  const auto sound = run("leak " + file("boat.plucky")).json();
  const auto worn = run("leak " + file("boat.plucky") + " --worn shaft_tube --perimeters 2").json();
  EXPECT_GT(worn["at_rest_ml_min"].get<double>(), sound["at_rest_ml_min"].get<double>() + 0.5);
  EXPECT_TRUE(worn["at_rest"].contains("danger_s"));
  expect_refusal(run("leak " + file("boat.plucky") + " --missing cork"), "none of the openings");
}

TEST_F(Cli, AScenarioNeverMakesABoatDrier) {
  Project p = powered_boat();
  p.brief.method = BuildMethod::printed;
  p.brief.longest_piece = 0.3;
  save_project(p, file("b.plucky"));
  const auto sound = run("leak " + file("b.plucky")).json();
  ASSERT_GE(sound["openings"].size(), 4U);
  std::string all;
  double sum = 0.0;
  for (const auto& o : sound["openings"]) {
    sum += o["expected_ml_min"].get<double>();
    all += (all.empty() ? "" : ",") + o["key"].get<std::string>();
  }
  EXPECT_NEAR(sum, sound["at_rest_ml_min"].get<double>(), 1e-6 + 1e-9 * sum);
  const auto worn = run("leak " + file("b.plucky") + " --worn " + all).json();
  const auto gone = run("leak " + file("b.plucky") + " --missing " + all).json();
  EXPECT_GT(worn["at_rest_ml_min"], sound["at_rest_ml_min"]);
  EXPECT_GT(gone["at_rest_ml_min"], worn["at_rest_ml_min"]);
  EXPECT_GT(gone["driven_ml_min"], sound["driven_ml_min"]);
  for (const auto& o : gone["openings"]) {
    if (o["method"] != "nothing") {
      EXPECT_EQ(o["condition"], "missing") << o["key"];
    }
  }
  // The more comes in the sooner it is dangerous.
  ASSERT_TRUE(gone["at_rest"]["danger_s"].is_number());
  if (worn["at_rest"]["danger_s"].is_number()) {
    EXPECT_LE(gone["at_rest"]["danger_s"], worn["at_rest"]["danger_s"]);
  }
}

TEST_F(Cli, PerimetersAreCountedDownToALeak) {
  Project p = powered_boat();
  p.brief.method = BuildMethod::printed;
  save_project(p, file("b.plucky"));
  double before = 1e9;
  for (int lines = 1; lines <= 5; ++lines) {
    const auto j = run("leak " + file("b.plucky") + " --perimeters " + std::to_string(lines)).json();
    double wall = -1.0;
    for (const auto& o : j["openings"])
      if (o["key"] == "wall") wall = o["expected_ml_min"];
    ASSERT_GE(wall, 0.0);
    EXPECT_LT(wall, before) << lines;
    before = wall;
  }
}

TEST_F(Cli, WaterCommandsRefuseInWords) {
  save_project(powered_boat(), file("b.plucky"));
  expect_refusal(run("cool " + file("nowhere.plucky")), "nowhere.plucky");
  expect_refusal(run("cool " + file("b.plucky") + " --speed fast"), "fast");
  expect_refusal(run("cool " + file("b.plucky") + " --circuit " + file("b.plucky")), "--circuit");
  expect_refusal(run("cool --circuit " + file("nowhere.json")), "nowhere.json");
  expect_refusal(run("leak"), "boat");
  expect_refusal(run("leak " + file("b.plucky") + " --perimeters many"), "many");
  expect_refusal(run("leak " + file("b.plucky") + " --worn shaft_tube,cork"), "\"cork\" is none of the openings");
  expect_refusal(run("leak " + file("b.plucky") + " --dry"), "--dry");
}

TEST_F(Cli, EveryCommandTellsItsOptions) {
  const std::string help = run("--help").out;
  for (const char* command : {"float", "check-mesh", "new", "hull", "assess", "planing", "propeller", "run", "search",
                              "linkage", "shaft", "cool", "leak"}) {
    EXPECT_NE(help.find(std::string("  ") + command), std::string::npos) << command;
    const Outcome r = run(std::string(command) + " --help");
    EXPECT_EQ(r.code, 0) << command;
    EXPECT_NE(r.out.find("Usage"), std::string::npos) << command;
  }
}

TEST_F(Cli, MakesABoatFromAStartTabulatesItAndScalesIt) {
  const std::string boat = file("coaster.plucky"), longer = file("longer.plucky"), csv = file("tables.csv");
  ASSERT_EQ(run("new --family round-bilge --start 'coaster with a bulb' -o " + boat).code, 0);
  const auto tables = run("hydrostatics " + boat + " --draughts 0.02,0.04,0.06 --trims -1,0 --csv " + csv).json();
  ASSERT_EQ(tables["rows"].size(), 6u);
  const auto at = [&](std::size_t row, const char* key) { return tables["rows"][row][key].get<double>(); };
  EXPECT_GT(at(5, "displaced_kg"), at(4, "displaced_kg"));
  EXPECT_NEAR(at(4, "displaced_kg"), 998.2 * at(4, "displaced_m3"), 1e-3 * at(4, "displaced_kg"));
  EXPECT_NEAR(at(4, "km_m"), at(4, "kb_m") + at(4, "bm_m"), 1e-6);
  const std::string text = read_file(csv, 1 << 20);
  EXPECT_EQ(std::count(text.begin(), text.end(), '\n'), 7);
  // Longer at the same displacement, the beam gives way; the file that was is as it was.
  const auto j = run("scale " + boat + " --by 1.2,1,1 --keep-displacement-by beam -o " + longer).json();
  EXPECT_NEAR(j["length_m"].get<double>(), 1.2 * 0.9, 1e-6);
  EXPECT_NEAR(j["volume_m3"].get<double>(), j["volume_before_m3"].get<double>(),
              0.02 * j["volume_before_m3"].get<double>());
  EXPECT_NEAR(run("hull " + boat).json()["length_m"].get<double>(), 0.9, 1e-9);
  expect_refusal(run("new --family round-bilge --start sled -o " + boat), "tug");
  expect_refusal(run("scale " + boat + " --by 1.2,1 -o " + longer), "three factors");
  expect_refusal(run("scale " + boat + " --by 1.2,1,9 -o " + longer), "500 %");
  expect_refusal(run("scale " + boat + " --by 1,1,1 --keep-displacement-by hope -o " + longer), "free, length");
  expect_refusal(run("hydrostatics " + boat + " --trims 80"), "45 degrees");
}
