// Mounts, jigs and prints through the window: made for what is aboard, typed, ticked, written; how a section lies;
// trouble that changes the plan; hours told by a finished print.
#include <QCheckBox>
#include <QComboBox>
#include <QMenu>
#include <QTableWidget>
#include <QTreeWidget>

#include "bench.h"
#include "io/mesh_file.h"
#include "stages/build/build_page.h"
#include "stages/build/fixture_view.h"
#include "stages/build/made_solids.h"
#include "stages/build/print_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class FixtureBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    Project p = session.project();
    p.build.fixtures.clear();
    session.adopt(p, {});
    window->choose_stage(Stage::build);
    window->show_shelf("fixtures");
    settle();
    view = window->findChild<FixtureView*>();
    ASSERT_TRUE(view);
  }
  /// Opens the menu and takes an entry.
  void add(const char* kind) {
    auto* menu = find<QMenu>("fixture_menu");
    bool taken = false;
    QTimer::singleShot(0, menu, [&] {
      for (QAction* a : menu->actions())
        if (!taken && a->objectName() == QString("fixture_add_%1").arg(kind)) {
          taken = true;
          QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(a).center());
          return;
        }
      menu->close();
    });
    QTest::mouseClick(find<QPushButton>("fixture_add"), Qt::LeftButton);
    settle();
    EXPECT_TRUE(taken) << kind;
  }
  void type(const char* field, const char* words) {
    auto* edit = find<QLineEdit>(field);
    ASSERT_TRUE(edit->isVisibleTo(window.get())) << field;
    edit->setFocus();
    edit->selectAll();
    QTest::keyClicks(edit, words);
    QTest::keyClick(edit, Qt::Key_Return);
    settle();
  }
  [[nodiscard]] QTableWidget* table() const { return find<QTableWidget>("fixture_table"); }
  FixtureView* view = nullptr;
};

}  // namespace

TEST_F(FixtureBench, AMountIsAddedTypedAndTakenOutAndTheBoatWeighsIt) {
  const double bare = session.now().mass.total;
  add("motor_mount");
  ASSERT_EQ(session.project().build.fixtures.size(), 1u);
  ASSERT_EQ(table()->rowCount(), 1);
  EXPECT_EQ(view->chosen(), session.project().build.fixtures[0].id);
  const double printed = session.now().mass.total - bare;
  EXPECT_GT(printed, 0.004);
  EXPECT_LT(printed, 0.020);
  type("fixture_wall", "8 mm");
  EXPECT_NEAR(session.project().build.fixtures[0].wall, 0.008, 1e-12);
  EXPECT_GT(session.now().mass.total - bare, 1.2 * printed);
  // Out of its range: told, and the old value stays.
  type("fixture_wall", "90 mm");
  EXPECT_NEAR(session.project().build.fixtures[0].wall, 0.008, 1e-12);
  session.undo();
  settle();
  EXPECT_NEAR(session.project().build.fixtures[0].wall, 0.004, 1e-12);
  QTest::mouseClick(find<QPushButton>("fixture_drop"), Qt::LeftButton);
  settle();
  EXPECT_TRUE(session.project().build.fixtures.empty());
  EXPECT_NEAR(session.now().mass.total, bare, 1e-12);
}

TEST_F(FixtureBench, WhatWasMadeIsHeldAgainstTheBoatOfToday) {
  add("tray");
  QTableWidgetItem* name = table()->item(0, 0);
  const QRect cell = table()->visualItemRect(name);
  QTest::mouseClick(table()->viewport(), Qt::LeftButton, {}, QPoint(cell.left() + 10, cell.center().y()));
  settle();
  ASSERT_EQ(session.project().build.made.size(), 1u);
  const std::string designed = table()->item(0, 3)->text().toStdString();
  EXPECT_NE(designed.find("made"), std::string::npos) << designed;
  type("fixture_reach", "14 mm");
  const std::string off = table()->item(0, 3)->text().toStdString();
  EXPECT_NE(off.find("6.0 mm off now"), std::string::npos) << off;
  EXPECT_TRUE(std::any_of(session.now().findings.begin(), session.now().findings.end(), [](const Finding& f) {
    return f.id.starts_with("build.made") && f.severity == Severity::watch;
  }));
}

TEST_F(FixtureBench, PlatesAreReadByTheReaderWithEveryPiece) {
  add("tray");
  add("servo_mount");
  add("coil_former");
  std::size_t pieces = 0;
  double volume = 0.0;
  for (const FixtureSolids& s : session.now().fixtures) {
    for (const FixtureBody& b : s.bodies) pieces += b.count();
    volume += s.volume;
  }
  QTemporaryDir plates;
  const int files = view->write_plates(plates.path());
  ASSERT_GE(files, 1);
  double read = 0.0;
  for (int i = 1; i <= files; ++i) {
    const MeshFile m = read_mesh_file(plates.filePath(QString("plate-%1.3mf").arg(i)).toStdString());
    TriangleMesh mesh = m.mesh;
    for (Vec3& v : mesh.vertices) v *= m.metres_per_unit.value_or(0.001);
    read += signed_volume(mesh);
    EXPECT_LE(bounds(mesh).high.x(), session.project().build.printer.bed.x());
  }
  EXPECT_NEAR(read, volume, 1e-4 * volume);
  EXPECT_GE(pieces, 6u);
}

TEST_F(FixtureBench, SectionsLieWithLeastSupportWhenAskedAndThePictureTellsWhy) {
  window->show_shelf("print");
  settle();
  auto* stances = find<QTableWidget>("print_stances");
  ASSERT_GE(stances->rowCount(), 2);
  EXPECT_EQ(static_cast<Stance>(stances->item(0, 0)->data(Qt::UserRole).toUInt()), Stance::on_end);
  EXPECT_TRUE(window->findChild<PrintView*>()->words().contains("hang over"));
  EXPECT_EQ(session.now().build.sections[0].stance.stance, Stance::flat);
  auto* box = find<QCheckBox>("least_support");
  QTest::mouseClick(box, Qt::LeftButton, {}, QPoint(9, box->height() / 2));
  settle();
  EXPECT_TRUE(session.project().build.least_support);
  EXPECT_EQ(session.now().build.sections[0].stance.stance, Stance::on_end);
  EXPECT_EQ(find<QTreeWidget>("build_sections")->topLevelItem(0)->text(0), QString("1: standing on its after end"));
  // What hung over by a lot hangs over by little now.
  EXPECT_LT(session.now().build.sections[1].stances.front().overhang, 0.002);
}

TEST_F(FixtureBench, TheSolidsShowWhatOfThemIsTooThinForTheNozzle) {
  window->show_shelf("print");
  settle();
  auto* lying = window->findChild<PrintView*>();
  EXPECT_TRUE(lying->words().contains("work out the solids"));
  click("work_out_solids");
  finish_job();
  EXPECT_TRUE(lying->words().contains("two lines"));
  EXPECT_FALSE(lying->words().contains("work out the solids"));
  const MadeSolids* made = SolidsAtHand::of(&session)->fresh(session.now());
  ASSERT_NE(made, nullptr);
  EXPECT_EQ(made->on_bed.size(), made->hull.sections.size());
  // Walls of 1.6 mm are less than two lines of a wide nozzle.
  type("print_line", "0.9 mm");
  settle();
  EXPECT_TRUE(lying->words().contains("work out the solids")) << "another nozzle makes other solids";
  click("work_out_solids");
  finish_job();
  made = SolidsAtHand::of(&session)->fresh(session.now());
  ASSERT_NE(made, nullptr);
  EXPECT_GT(made->on_bed[0].thin.area, 1e-3);
  EXPECT_TRUE(lying->words().contains("thinner than two lines (red)")) << lying->words().toStdString();
}

TEST_F(FixtureBench, AFinishedPrintTellsHoursAndGramsOfAllOthers) {
  const PrintTotals before = session.now().build.prints;
  const SectionPlan first = session.now().build.sections[0];
  const double planned = session.project().build.printer.time_for(first.material);
  auto* hours = find<QLineEdit>("print_real_time");
  hours->setFocus();
  hours->selectAll();
  QTest::keyClicks(hours, QString("%1 min").arg(2.0 * planned / 60.0, 0, 'f', 1));
  QTest::keyClick(hours, Qt::Key_Return);
  settle();
  EXPECT_NEAR(session.now().build.prints.time, 2.0 * before.time, 0.002 * before.time);
  EXPECT_NEAR(session.now().build.prints.mass, before.mass, 1e-12);
  auto* mass = find<QLineEdit>("print_real_mass");
  mass->setFocus();
  mass->selectAll();
  QTest::keyClicks(mass, "350 g");
  QTest::keyClick(mass, Qt::Key_Return);
  settle();
  EXPECT_NEAR(session.now().build.prints.mass / before.mass,
              0.350 / (first.material * session.project().hull.skin.density), 0.01);
}

TEST_F(FixtureBench, TroubleAtATaskIsMendedBeforeWhatWaitsForIt) {
  // On to the first task at which something of this kind is met: a section that comes off the bed.
  auto* trouble = find<QComboBox>("work_trouble");
  for (int i = 0; i < 12 && trouble->findData("warped_section") < 0; ++i) {
    QTest::mouseClick(find<QPushButton>("work_done"), Qt::LeftButton);
    settle();
  }
  const double before = session.now().build.work.length;
  ASSERT_TRUE(trouble->isVisibleTo(window.get()));
  ASSERT_EQ(trouble->findData("warped_section"), 1);
  trouble->setFocus();
  QTest::keyClick(trouble, Qt::Key_Down);
  settle();
  ASSERT_EQ(session.project().build.work.faults.size(), 1u);
  const MetFault met = session.project().build.work.faults[0];
  const WorkPlan& plan = session.now().build.work;
  const std::string mend = "mend." + std::to_string(met.id);
  ASSERT_TRUE(plan.find(mend));
  bool waits = false;
  for (const WorkTask& t : plan.tasks)
    for (const WorkNeed& n : t.needs) waits = waits || (n.task == mend && t.key != mend);
  EXPECT_TRUE(waits);
  EXPECT_GE(plan.length, before);
  EXPECT_TRUE(std::any_of(session.now().findings.begin(), session.now().findings.end(), [](const Finding& f) {
    return f.id.starts_with("build.fault.") && f.severity == Severity::watch;
  }));
}
