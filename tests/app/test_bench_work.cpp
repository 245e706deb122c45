// Weighing, bath test, brief, drive, own parts, 3D and import, each through its widgets.
#include <QCheckBox>
#include <QComboBox>
#include <QListWidget>
#include <QSignalSpy>
#include <QTreeWidget>

#include "bench.h"
#include "devices/weigh_page.h"
#include "drive/drive_table.h"
#include "inspector/quantity_edit.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "stages/hull/import_job.h"
#include "trial/bath_test.h"
#include "view3d/view3d.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// The weighing bench on the stand-in's real pseudo-terminal, its time running fast.
class Scale : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->show_weighing();
    settle();
    page = window->weighing();
    page->practice()->start({"--interval", "5", "--speed", "20"});
    ASSERT_TRUE(wait_for([&] { return page->link()->is_open(); }));
  }
  void put(double grams) { page->practice()->say(QString("put %1").arg(grams)); }
  bool settled_at(double grams) {
    return wait_for([&] {
      const auto kg = page->link()->listener().settled();
      return kg && std::abs(1000 * *kg - grams) < 0.5;
    });
  }
  WeighPage* page = nullptr;
};

}  // namespace

TEST_F(Scale, APartOnTheScaleBecomesItsMeasuredMass) {
  auto* choice = find<QComboBox>("weigh_part");
  choice->setCurrentIndex(choice->findData(part("Servo").id));
  put(46.3);
  ASSERT_TRUE(settled_at(46.3));
  EXPECT_TRUE(find<QLabel>("scale_reading")->text().contains("steady"));
  click("weigh_take");
  EXPECT_NEAR(part("Servo").measured_mass.value_or(0), 0.0463, 0.0002);
  EXPECT_TRUE(session.now().fit(part("Servo").id) != nullptr);
  // The next part that has not been weighed is up.
  EXPECT_NE(choice->currentData().toUInt(), part("Servo").id);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_FALSE(part("Servo").measured_mass);
}

TEST_F(Scale, TakesByItselfOnePartAfterTheOther) {
  auto* choice = find<QComboBox>("weigh_part");
  choice->setCurrentIndex(choice->findData(part("ESC").id));
  find<QCheckBox>("weigh_by_itself")->click();
  put(151.0);
  ASSERT_TRUE(wait_for([&] { return part("ESC").measured_mass.has_value(); }));
  EXPECT_NEAR(*part("ESC").measured_mass, 0.151, 0.0003);
  const Id next = choice->currentData().toUInt();
  ASSERT_NE(next, part("ESC").id);
  EXPECT_FALSE(session.project().layout.find(next)->measured_mass);  // the same thing is not taken twice
  put(47.0);
  ASSERT_TRUE(wait_for([&] { return session.project().layout.find(next)->measured_mass.has_value(); }));
  EXPECT_NEAR(*session.project().layout.find(next)->measured_mass, 0.047, 0.0003);
}

TEST_F(Scale, TareOuncesOverloadAndDriftAreUnderstood) {
  put(120);
  ASSERT_TRUE(settled_at(120));
  click("scale_tare");
  ASSERT_TRUE(settled_at(0));
  page->practice()->say("unit oz");
  put(320);
  ASSERT_TRUE(settled_at(200));
  put(9000);
  EXPECT_TRUE(wait_for([&] { return find<QLabel>("scale_reading")->text() == "too heavy"; }));
  page->practice()->say("unit g");
  page->practice()->say("drift 30");
  put(300);
  QTest::qWait(200);
  EXPECT_FALSE(page->link()->listener().settled());
  click("weigh_take");
  EXPECT_TRUE(notice().contains("not steady"));
}

TEST_F(Scale, BabbleIsNamedAndAPulledPlugEndsTheLine) {
  page->practice()->say("babble");
  ASSERT_TRUE(wait_for([&] { return find<QLabel>("scale_state")->text().contains("no scale's language"); }));
  page->practice()->say("speak");
  put(80);
  ASSERT_TRUE(settled_at(80));
  page->practice()->say("unplug");
  ASSERT_TRUE(wait_for([&] { return !page->link()->is_open(); }));
  EXPECT_TRUE(find<QLabel>("scale_state")->text().contains("unplugged"));
  EXPECT_FALSE(find<QPushButton>("weigh_take")->isEnabled());
}

TEST_F(Bench, AScaleThatIsNotThereIsToldInWords) {
  window->show_weighing();
  settle();
  find<QComboBox>("scale_port")->setCurrentText("/dev/no-such-scale");
  click("scale_connect");
  EXPECT_TRUE(find<QLabel>("scale_state")->text().contains("cannot be opened"));
}

TEST_F(Scale, TheBoatOnTwoSupportsGivesItsCgAndAdoptsIt) {
  // 1100 g at 100 mm, 900 g at 500 mm: 2000 g at 280 mm.
  type(find<QLineEdit>("support_x_0"), "100");
  type(find<QLineEdit>("support_x_1"), "500");
  put(1100);
  ASSERT_TRUE(settled_at(1100));
  click("support_take_0");
  put(900);
  ASSERT_TRUE(settled_at(900));
  click("support_take_1");
  EXPECT_TRUE(find<QLabel>("whole_boat")->text().contains("2000"));
  click("whole_adopt");
  EXPECT_NEAR(session.now().mass.total, 2.0, 0.001);
  EXPECT_NEAR(session.now().mass.cg.x() - session.now().hull->model.box.low.x(), 0.28, 0.0005);
  ASSERT_EQ(session.project().trial.weighings.size(), 1u);
}

TEST_F(Bench, TheBathTestGivesMassAndCgBackAndAdoptsThem) {
  // A boat that came out 140 g heavier aft than drawn.
  Project built = session.project();
  for (Part& p : built.layout.parts)
    if (p.name.starts_with("Motor")) p.measured_mass = p.effective_mass() + 0.140;
  const Assessment real = assess(built);
  QTest::keyClick(window.get(), Qt::Key_B, Qt::ControlModifier);
  settle();
  const auto points = bath_points(session.now().hull->model);
  ASSERT_EQ(points.size(), 5u);
  for (const int i : {0, 1, 4}) {
    const double freeboard = real.flotation.plane.height(points[static_cast<std::size_t>(i)].place);
    type(find<QLineEdit>(QString("bath_%1").arg(i).toUtf8().constData()),
         QString::number(1000 * freeboard, 'f', 2).toUtf8().constData());
  }
  EXPECT_TRUE(find<QLabel>("bath_answer")->text().contains(QString::fromUtf8("\u00b1")));
  click("bath_adopt");
  EXPECT_NEAR(session.now().mass.total, real.mass.total, 0.004);
  EXPECT_NEAR(session.now().flotation.plane.attitude.trim, real.flotation.plane.attitude.trim, radians(0.1));
  ASSERT_EQ(session.project().trial.bath_tests.size(), 1u);
  EXPECT_EQ(find<QTreeWidget>("trial_log")->topLevelItemCount(), 1);
  const QString path = folder.filePath("bath.plucky");
  ASSERT_TRUE(session.save(path));
  ASSERT_TRUE(session.open(path));
  EXPECT_EQ(session.project().trial.bath_tests.size(), 1u);
  EXPECT_NEAR(session.now().mass.total, real.mass.total, 0.004);
  window->choose_stage(Stage::trial);
  settle();
  click("drop_correction");
  EXPECT_FALSE(session.project().layout.correction);
}

TEST_F(Bench, ChecklistLinesAreTickedByKeyAndDated) {
  window->choose_stage(Stage::trial);
  settle();
  auto* list = find<QListWidget>("checklist");
  list->setFocus();
  list->setCurrentRow(list->count() - 1);
  QTest::keyClick(list, Qt::Key_Space);
  settle();
  ASSERT_EQ(session.project().trial.ticks.size(), 1u);
  EXPECT_EQ(session.project().trial.ticks[0].date.size(), 10u);
  EXPECT_EQ(list->item(list->count() - 1)->checkState(), Qt::Checked);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_TRUE(session.project().trial.ticks.empty());
}

TEST_F(Bench, TheBriefWorksOutSizesAndMakesTheBoat) {
  QTest::keyClick(window.get(), Qt::Key_1, Qt::AltModifier);
  settle();
  type(find<QLineEdit>("size_load"), "2 kg");
  type(find<QLineEdit>("wanted_freeboard"), "40 mm");
  type(find<QLineEdit>("longest_piece"), "150 mm");
  click("work_out");
  finish_job();
  auto* sizes = find<QListWidget>("sizes");
  ASSERT_EQ(sizes->count(), 8);
  EXPECT_TRUE(sizes->item(0)->text().contains("pieces"));
  EXPECT_FALSE(find<QLabel>("advice")->text().isEmpty());
  for (int i = 0; i < sizes->count(); ++i)
    if (sizes->item(i)->text().contains("round", Qt::CaseInsensitive)) sizes->setCurrentRow(i);
  click("make_boat");
  EXPECT_EQ(session.project().hull.family, HullFamily::round_bilge);
  EXPECT_TRUE(session.project().layout.parts.empty());
  session.undo();
  EXPECT_FALSE(session.project().layout.parts.empty());
  window->choose_stage(Stage::brief);
  settle();
  type(find<QLineEdit>("payload"), "-3 g");
  EXPECT_TRUE(notice().contains("zero or more"));
}

TEST_F(Bench, TheDriveTellsSpeedAndCurrentAndRefusesHalfACell) {
  window->choose_stage(Stage::drive);
  settle();
  const auto choose = [&](DriveGroup group) { choose_card(static_cast<int>(group)); };
  const double slip_speed = session.now().drive.speed, speed = session.now().power.full.speed,
               current = session.now().power.full.shaft.battery_current;
  choose(DriveGroup::screw);
  type(find<QLineEdit>("drive_screw_pitch_m"), "60 mm");
  EXPECT_NEAR(session.now().drive.speed, slip_speed * 60.0 / 50.0, 1e-9);
  EXPECT_GT(session.now().power.full.shaft.battery_current, current);
  EXPECT_NE(session.now().power.full.speed, speed);
  EXPECT_FALSE(find<QLineEdit>("drive_esc_current_limit_a")->isVisible());
  choose(DriveGroup::battery);
  type(find<QLineEdit>("drive_battery_cells"), "4.5");
  EXPECT_TRUE(notice().contains("whole number"));
  EXPECT_EQ(session.project().drive().battery.cells, 4u);
  choose(DriveGroup::esc);
  type(find<QLineEdit>("drive_esc_current_limit_a"), "5 A");
  ASSERT_NE(finding("drive.esc"), nullptr);
  EXPECT_EQ(finding("drive.esc")->severity, Severity::stop);
  auto* kind = find<QComboBox>("propulsor");
  kind->setCurrentIndex(0);
  emit kind->activated(0);
  settle();
  EXPECT_FALSE(session.now().drive.fitted);
  EXPECT_FALSE(find<QLineEdit>("drive_esc_current_limit_a")->isVisible());
}

TEST_F(Bench, OwnPartsAreKeptAcrossBoats) {
  session.select(part("Servo").id);
  settle();
  type(find<QLineEdit>("part_name"), "My old servo");
  type(find<QLineEdit>("part_measured"), "43.2 g");
  click("part_keep");
  session.adopt(demo_fleet()[2], {});
  window->choose_stage(Stage::layout);
  settle();
  QTest::keyClicks(find<QLineEdit>("catalogue_search"), "own old servo");
  ASSERT_EQ(find<QListWidget>("catalogue")->count(), 1);
  click("add_part");
  EXPECT_NEAR(part("My old servo").measured_mass.value_or(0), 0.0432, 1e-12);
  // Another start of the program finds them in the file.
  OwnParts again;
  EXPECT_NE(again.find("My old servo"), nullptr);
  window->choose_stage(Stage::layout);
  settle();
  click("forget_part");
  EXPECT_EQ(OwnParts().find("My old servo"), nullptr);
  EXPECT_FALSE(find<QPushButton>("forget_part")->isVisible());  // nothing is left to forget
}

TEST(OwnPartsFile, ADamagedOneIsSetAsideAndTold) {
  QTemporaryDir dir;
  const QString path = dir.filePath("own.json");
  write_file_atomically(path.toStdString(), "{\"parts\": 5}");
  const OwnParts own(path);
  EXPECT_TRUE(own.list().empty());
  EXPECT_TRUE(own.trouble().contains("set aside"));
  EXPECT_TRUE(QFile::exists(path + ".damaged"));
}

TEST_F(Bench, TheRoundViewTurnsMagnifiesAndSelects) {
  QTest::keyClick(window.get(), Qt::Key_V);
  settle();
  View3D* view = window->view3d();
  ASSERT_TRUE(view->isVisible());
  const QImage first = view->grab().toImage();
  view->setFocus();
  QTest::keyClick(view, Qt::Key_Right);
  settle();
  EXPECT_GT(pixels_apart(view->grab().toImage(), first), 50);
  // From above, the sonar puck is found under the pointer somewhere.
  view->turn(0.0, 0.5 * pi);
  bool found = false;
  for (int x = 0; x < view->width() && !found; x += 4)
    for (int y = 0; y < view->height() && !found; y += 4)
      if (view->part_at({x, y}) == part("Sonar").id) {
        QTest::mouseClick(view, Qt::LeftButton, {}, {x, y});
        found = true;
      }
  ASSERT_TRUE(found);
  EXPECT_EQ(session.selection(), part("Sonar").id);
  QTest::keyClick(window.get(), Qt::Key_V);
  EXPECT_TRUE(board()->isVisible());
}

TEST_F(Bench, AnImportedMeshIsShownWithItsFaults) {
  TriangleMesh tub = sphere(0.1, 24, 36);
  tub.triangles.resize(tub.triangles.size() - 30);
  const QString path = folder.filePath("tub.stl");
  write_file_atomically(path.toStdString(), write_stl(tub));
  QSignalSpy done(window->findChild<ImportJob*>(), &ImportJob::finished);
  window->import_hull(path);
  ASSERT_TRUE(wait_for([&] { return !done.isEmpty(); }));
  settle();
  ASSERT_TRUE(window->view3d()->isVisible());
  // Rings in buoy orange lie round the open edges.
  const QImage with = window->view3d()->grab().toImage();
  int orange = 0;
  for (int x = 0; x < with.width(); ++x)
    for (int y = 0; y < with.height(); ++y) orange += with.pixelColor(x, y).name() == "#e4572e";
  EXPECT_GT(orange, 50);
  // Other axes turn the picture.
  auto* up = find<QComboBox>("import_up");
  up->setCurrentIndex(up->currentIndex() ^ 1);  // upside down
  emit up->activated(up->currentIndex());
  settle();
  EXPECT_GT(pixels_apart(window->view3d()->grab().toImage(), with), 50);
  click("import_dismiss");
  EXPECT_TRUE(board()->isVisible());
}
