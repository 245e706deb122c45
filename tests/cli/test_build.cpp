// The command line twin: what the boat is made of.
#include <cmath>
#include <set>

#include "build/drawing.h"
#include "command_line.h"
#include "geometry/vec.h"
#include "io/project_file.h"
#include "io/table.h"

using namespace plucky;
using namespace plucky::test;

namespace {

using CliBuild = CommandLineTest;

/// What another program reads in a DXF file: for each layer its entities and the whole length of their lines.
nlohmann::json read_by_ezdxf(const std::string& path) {
  const std::string script = path + ".py", answer = path + ".json";
  write_file_atomically(script, R"(
import ezdxf, json, math, sys
doc = ezdxf.readfile(sys.argv[1])
out = {'units': doc.header.get('$INSUNITS', 0), 'errors': len(doc.audit().errors), 'layers': {}}
for e in doc.modelspace():
    layer = out['layers'].setdefault(e.dxf.layer, {'count': 0, 'length': 0.0, 'words': []})
    layer['count'] += 1
    if e.dxftype() == 'POLYLINE':
        p = [v.dxf.location for v in e.vertices]
        if e.is_closed: p.append(p[0])
        layer['length'] += sum((b - a).magnitude for a, b in zip(p, p[1:]))
    if e.dxftype() == 'TEXT': layer['words'].append(e.dxf.text)
json.dump(out, open(sys.argv[2], 'w'))
)");
  EXPECT_EQ(std::system(("/usr/bin/python3 " + script + " " + path + " " + answer).c_str()), 0);
  return nlohmann::json::parse(slurp(answer));
}

}  // namespace

TEST_F(CliBuild, PanelsOfASkiffAreReadByAnotherProgramAtFullSize) {
  const std::string boat = file("skiff.json");
  ASSERT_EQ(run("new --family flat-bottom --set length=540mm -o " + boat).code, 0);
  const Outcome r = run("panels " + boat + " --out " + file("flat"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  ASSERT_EQ(j["panels"].size(), 5u);
  for (const auto& p : j["panels"]) {
    const auto dxf = read_by_ezdxf(p["file"]);
    EXPECT_EQ(dxf["units"], 4);
    EXPECT_EQ(dxf["errors"], 0);
    double round = 0.0;
    for (const auto& e : p["edges"]) round += e["length_m"].get<double>();
    EXPECT_NEAR(dxf["layers"]["CUT"]["length"].get<double>(), 1e3 * round, 0.01) << p["role"];
    EXPECT_EQ(dxf["layers"]["CUT"]["count"], 1);
    EXPECT_GE(dxf["layers"]["ENGRAVE"]["words"].size(), 1u);
  }
  // The same as SVG: width and height in millimetres.
  const Outcome svg = run("panels " + boat + " --out " + file("flat") + " --format svg");
  ASSERT_EQ(svg.code, 0) << svg.err;
  const std::string text = slurp(svg.json()["panels"][0]["file"]);
  EXPECT_NE(text.find("mm\" height="), std::string::npos);
  expect_refusal(run("panels " + boat + " --format png"), "png is not dxf or svg");
  const std::string round_boat = file("round.json");
  ASSERT_EQ(run("new --family round-bilge -o " + round_boat).code, 0);
  expect_refusal(run("panels " + round_boat), "has no panels");
}

TEST_F(CliBuild, UnrollsAConeFromItsEdges) {
  std::string a, b;
  for (int i = 0; i <= 200; ++i) {
    const double u = pi * i / 200;
    a += (i ? "," : "") + ("[" + std::to_string(0.1 * std::cos(u)) + "," + std::to_string(0.1 * std::sin(u)) + ",0]");
    b += (i ? "," : "") +
         ("[" + std::to_string(0.06 * std::cos(u)) + "," + std::to_string(0.06 * std::sin(u)) + ",0.08]");
  }
  write_file_atomically(file("cone.json"), "{\"a\": [" + a + "], \"b\": [" + b + "]}");
  const Outcome r = run("unroll --edges " + file("cone.json"));
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_NEAR(r.json()["a"]["length_m"].get<double>(), 0.1 * pi, 2e-5);
  EXPECT_NEAR(r.json()["b"]["length_m"].get<double>(), 0.06 * pi, 2e-5);
  EXPECT_LT(r.json()["strain_max"].get<double>(), 1e-6);
  write_file_atomically(file("bad.json"), "{\"a\": [[0,0]], \"b\": []}");
  expect_refusal(run("unroll --edges " + file("bad.json")), "a/0: should be a point");
  write_file_atomically(file("bad.json"), "{\"a\": [[0,0,0],[1,0,0]], \"b\": [[0,1,0]]}");
  expect_refusal(run("unroll --edges " + file("bad.json")), "second edge");
  expect_refusal(run("unroll"), "needs --edges or --mesh");
  expect_refusal(run("unroll --mesh " + write_mesh("box.stl", box_mesh(Vec3::Zero(), Vec3::Ones()), 1.0)), "is closed");
}

TEST_F(CliBuild, NestsAPlyBoatOnSheetsThatAnotherProgramReads) {
  const std::string boat = file("skiff.json");
  ASSERT_EQ(run("new --family flat-bottom --set length=500mm --set beam=180mm -o " + boat).code, 0);
  Project project = load_project(boat);
  project.brief.method = BuildMethod::ply;
  Skin& skin = project.hull.skin;
  skin.shell_thickness = skin.deck_thickness = 0.0015;
  skin.frame_thickness = 0.003;
  const Id rib = project.take_id();
  project.hull.bulkheads = {{.id = rib, .name = "Rib", .x = 0.2, .watertight = false, .rim = 0.010}};
  save_project(project, boat);
  const Outcome r = run("nest " + boat + " --sheet 600x300 --gap 2mm --out " + file("sheets"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  EXPECT_TRUE(j["left"].empty());
  std::set<std::string> once;
  double area = 0.0, sheets = 0.0;
  for (const auto& sheet : j["sheets"]) {
    sheets += sheet["length_m"].get<double>() * sheet["width_m"].get<double>();
    for (const auto& piece : sheet["pieces"]) {
      EXPECT_TRUE(once.insert(piece["piece"]).second);
      area += piece["area_m2"].get<double>();
    }
    const auto dxf = read_by_ezdxf(sheet["file"]);
    EXPECT_EQ(dxf["errors"], 0);
    EXPECT_GE(dxf["layers"]["CUT"]["count"].get<std::size_t>(), sheet["pieces"].size());
    EXPECT_GT(dxf["layers"]["MARK"]["length"].get<double>(), 1800.0 - 0.1);  // the sheet's own edge and more
  }
  EXPECT_TRUE(once.contains("panel.side/2") && once.contains("wall." + std::to_string(rib)));
  EXPECT_NEAR(j["waste"].get<double>(), 1.0 - area / sheets, 1e-9);
  // A sheet smaller than a panel leaves it, and lays out the rest.
  const Outcome small = run("nest " + boat + " --sheet 300x200");
  ASSERT_EQ(small.code, 0) << small.err;
  EXPECT_FALSE(small.json()["left"].empty());
  EXPECT_FALSE(small.json()["sheets"].empty());
  expect_refusal(run("nest " + boat + " --sheet 600"), "--sheet");
  expect_refusal(run("nest " + boat), "sheets");
  expect_refusal(run("nest " + boat + " --sheet 600x300 --gap 90mm"), "--gap");
}

TEST_F(CliBuild, WritesTestPiecesForThePrinter) {
  const std::string boat = file("boat.json");
  ASSERT_EQ(run("new --family deep-v -o " + boat).code, 0);
  const Outcome r = run("coupons " + boat + " --out " + file("tests"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  for (const auto& piece : j["pieces"]) {
    EXPECT_GT(piece["volume_m3"].get<double>(), 1e-7) << piece["key"];
    EXPECT_TRUE(std::filesystem::exists(piece["file"].get<std::string>())) << piece["key"];
  }
  expect_refusal(run("coupons " + boat + " --format obj"), "obj");
}

TEST_F(CliBuild, TellsTheSheetInAFold) {
  const Outcome r = run("bend --thickness 1mm --radius 2mm --angle 90 --k 0.42");
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_NEAR(r.json()["allowance_m"].get<double>(), 3.8013e-3, 1e-7);  // as in a handbook's formula, by hand
  expect_refusal(run("bend --thickness 0 --radius 2mm"), "thickness");
}

TEST_F(CliBuild, CutsAPrintedHullIntoSectionsThatOthersRead) {
  const std::string boat = file("launch.json");
  ASSERT_EQ(run("new --family deep-v --set length=480mm --set beam=180mm -o " + boat).code, 0);
  for (const std::string format : {"stl", "3mf"}) {
    const Outcome r = run("sections " + boat + " --bed 220x220x250 --out " + file("print") + " --format " + format);
    ASSERT_EQ(r.code, 0) << r.err;
    const auto j = r.json();
    ASSERT_EQ(j["sections"].size(), 2u);
    double sum = 0.0;
    for (const auto& s : j["sections"]) {
      EXPECT_TRUE(s["fits"].get<bool>());
      EXPECT_GT(s["hours"].get<double>(), 0.5);
      const MeshFile read = read_mesh_file(s["file"]);
      const Outcome check = run("check-mesh " + s["file"].get<std::string>());
      ASSERT_EQ(check.code, 0) << check.err;
      EXPECT_NEAR(1e-9 * signed_volume(read.mesh), s["volume_m3"].get<double>(), 1e-5 * s["volume_m3"].get<double>());
      EXPECT_GE(bounds(read.mesh).low.minCoeff(), -1e-6);
      EXPECT_LE(bounds(read.mesh).high.x(), 220.0);
      EXPECT_LE(bounds(read.mesh).high.z(), 250.0);
      sum += s["volume_m3"].get<double>();
    }
    EXPECT_NEAR(sum, j["volume_m3"].get<double>(), 0.01 * sum);  // less the pins' holes
  }
  expect_refusal(run("sections " + boat + " --bed 30x30x30"), "no cut makes a hull");
  expect_refusal(run("sections " + boat + " --bed 220"), "--bed");
  expect_refusal(run("sections " + boat + " --cuts 200mm,205mm"), "a joint needs");
  expect_refusal(run("sections " + boat + " --joint glue"), "joint");
}

TEST_F(CliBuild, CutsSectionsAsTheBoatHasThemUnlessItIsTold) {
  const std::string boat = file("wide.json");
  ASSERT_EQ(run("new --family twin-hull -o " + boat).code, 0);  // 320 mm wide: no bed of 220 mm takes it
  expect_refusal(run("sections " + boat), "320 mm");
  Project p = load_project(boat);
  p.build.printer.bed = {0.35, 0.35, 0.30};
  p.build.joints.kind = JointKind::lap;
  p.build.cuts_by_hand = true;
  p.build.cuts = {{.id = p.next_id++, .x = 0.21}, {.id = p.next_id++, .x = 0.40}};
  save_project(p, boat);
  const Outcome own = run("sections " + boat);
  ASSERT_EQ(own.code, 0) << own.err;
  const auto j = own.json();
  ASSERT_EQ(j["sections"].size(), 3u);
  EXPECT_EQ(j["sections"][1]["from_m"].get<double>(), 0.21);
  EXPECT_EQ(j["sections"][1]["to_m"].get<double>(), 0.40);
  EXPECT_GT(j["joints"][0]["ring_m2"].get<double>(), 0.0);  // a lap ring
  const Outcome told = run("sections " + boat + " --joint butt --cuts 250mm");
  ASSERT_EQ(told.code, 0) << told.err;
  EXPECT_EQ(told.json()["sections"].size(), 2u);
  EXPECT_EQ(told.json()["joints"][0]["ring_m2"].get<double>(), 0.0);
  expect_refusal(run("sections " + boat + " --bed 8x300x300"), "margins of 5.0 mm");
}

TEST_F(CliBuild, EstimatesACubeByItsLines) {
  const std::string cube = write_mesh("cube.stl", box_mesh({0, 0, 0}, {0.02, 0.02, 0.02}), 0.001);
  const Outcome r = run("estimate --mesh " + cube + " --perimeters 2 --infill 1 --line 0.5 --layer 0.2 --density 1250");
  ASSERT_EQ(r.code, 0) << r.err;
  EXPECT_NEAR(r.json()["mass_kg"].get<double>(), 0.010, 1e-5);
  EXPECT_EQ(r.json()["layers"], 100);
  expect_refusal(run("estimate --mesh " + cube + " --layer 0"), "--layer");
}

TEST_F(CliBuild, PlansTheWorkAndWritesACalendar) {
  const std::string boat = file("skiff.json");
  ASSERT_EQ(run("new --family flat-bottom --set length=540mm -o " + boat).code, 0);
  const Outcome r = run("plan " + boat + " --start 2026-11-28 --ics " + file("skiff.ics"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  EXPECT_EQ(j["start"], "2026-11-28");
  std::map<std::string, double> ready;
  for (const auto& t : j["tasks"]) ready[t["key"]] = t["ready_hours"].get<double>();
  ASSERT_GT(ready.size(), 4u);
  for (const auto& t : j["tasks"]) {
    EXPECT_GE(t["begin_hours"].get<double>(), 10.0);  // Saturday from ten
    for (const auto& n : t["needs"])
      EXPECT_GE(t["begin_hours"].get<double>(), ready.at(n["task"]) - 1e-3) << t["key"] << n["task"];
  }
  const std::string calendar = slurp(file("skiff.ics"));
  EXPECT_TRUE(calendar.starts_with("BEGIN:VCALENDAR\r\n"));
  EXPECT_NE(calendar.find("DTSTART:20261128T1"), std::string::npos);
  expect_refusal(run("plan " + boat + " --start 2026-13-01"), "is no day");
  expect_refusal(run("plan " + file("none.json")), "none.json");
}

TEST_F(CliBuild, TellsWhatABoatTakesAsATableToo) {
  const std::string boat = file("launch.json");
  ASSERT_EQ(run("new --family deep-v --set length=480mm -o " + boat).code, 0);
  const Outcome r = run("bom " + boat + " --csv " + file("bom.csv"));
  ASSERT_EQ(r.code, 0) << r.err;
  const auto j = r.json();
  double mass = 0.0;
  for (const auto& l : j["lines"])
    if (!l["mass_kg"].is_null()) mass += l["mass_kg"].get<double>();
  EXPECT_NEAR(j["known_mass_kg"].get<double>(), mass, 1e-9);
  const TableRows rows = read_table(slurp(file("bom.csv")));
  EXPECT_EQ(rows.size(), j["lines"].size() + 1);
  for (const auto& row : rows) EXPECT_EQ(row.size(), 7u);
  EXPECT_EQ(rows[1][2], j["lines"][0]["item"].get<std::string>());
  expect_refusal(run("bom " + boat + " --csv /nowhere/at/all.csv"), "/nowhere");
}

TEST_F(CliBuild, ASolidIsMadeOfAKindOrByNameAndWrittenClosed) {
  const std::string boat = std::string(PLUCKY_SOURCE_DIR) + "/data/fleet/dabchick.json";
  const Outcome all = run("solid " + boat);
  ASSERT_EQ(all.code, 0) << all.err;
  const auto listed = all.json();
  ASSERT_GE(listed["fixtures"].size(), 4u);
  for (const auto& f : listed["fixtures"]) EXPECT_GT(f["volume_m3"].get<double>(), 0.0) << f["name"];
  const Outcome tray = run("solid " + boat + " --part \"Battery tray\" -o " + file("tray.stl"));
  ASSERT_EQ(tray.code, 0) << tray.err;
  const auto told = tray.json();
  ASSERT_EQ(told["fixtures"].size(), 1u);
  // As this program reads it back: closed, and of the volume that was told.
  const Outcome mesh = run("check-mesh " + file("tray.stl"));
  ASSERT_EQ(mesh.code, 0) << mesh.err;
  const auto checked = mesh.json();
  EXPECT_EQ(checked["open_edges"]["count"], 0);
  const Outcome stand = run("solid " + boat + " --kind stand --out " + file("plates"));
  ASSERT_EQ(stand.code, 0) << stand.err;
  EXPECT_EQ(stand.json()["fixtures"][0]["kind"], "stand");
}

TEST_F(CliBuild, ASolidThatIsNoneIsRefusedInASentence) {
  const std::string boat = std::string(PLUCKY_SOURCE_DIR) + "/data/fleet/dabchick.json";
  const Outcome unknown = run("solid " + boat + " --part Nothing");
  EXPECT_NE(unknown.code, 0);
  EXPECT_NE(unknown.err.find("nothing that is made"), std::string::npos) << unknown.err;
  const Outcome kind = run("solid " + boat + " --kind chair");
  EXPECT_NE(kind.code, 0);
  EXPECT_NE(kind.err.find("motor_mount"), std::string::npos) << kind.err;
  const Outcome of = run("solid " + boat + " --kind tray --of Elephant");
  EXPECT_NE(of.code, 0);
  EXPECT_NE(of.err.find("Elephant"), std::string::npos) << of.err;
  const Outcome format = run("solid " + boat + " --part \"Battery tray\" -o " + file("tray.step"));
  EXPECT_NE(format.code, 0);
  EXPECT_NE(format.err.find(".3mf"), std::string::npos) << format.err;
}
