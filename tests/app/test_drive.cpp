// The Drive stage through the window: faults found and mended, the map, the linkage, the line under the mouse.
#include <QComboBox>
#include <QSignalSpy>
#include <cmath>

#include "bench.h"
#include "drive/drive_table.h"
#include "io/units.h"
#include "ledger/ledger.h"
#include "shelf/shelf.h"
#include "stages/drive/drive_charts.h"
#include "stages/drive/propeller_map.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class DriveBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->choose_stage(Stage::drive);
    settle();
  }
  void take(const char* name) {
    take_demo(name);
    window->choose_stage(Stage::drive);
    settle();
  }
  void choose_part(int data) { choose_card(data); }
  void choose_in(const char* name, int index) {
    auto* box = find<QComboBox>(name);
    box->setCurrentIndex(index);
    emit box->activated(index);
    finish_job();  // a drive is fitted beside the interface
  }
  [[nodiscard]] double ledger_value(const char* key) const {
    for (const LedgerRow& r : plucky::ledger(session.now()))
      if (r.key == key && r.value) return r.value->si;
    return std::nan("");
  }
  template <class P>
  P* shelf_page(const char* tab) {
    window->show_shelf(tab);
    settle();
    return dynamic_cast<P*>(window->findChild<Shelf*>()->page(tab));
  }
};

}  // namespace

TEST_F(DriveBench, AStrutThreeDegreesTailDownIsFoundAndSetLevel) {
  choose_in("mounting", 1);
  choose_part(static_cast<int>(DriveGroup::shaft));
  type(find<QLineEdit>("drive_shaft_strut_angle_rad"), "3");
  const Finding* f = finding("drive.strut");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  EXPECT_NEAR(degrees(f->number.si), 3.0, 1e-9);
  EXPECT_NE(plain(f->text).find("tail-down"), std::string::npos);
  do_it("drive.strut");
  EXPECT_EQ(finding("drive.strut"), nullptr);
  EXPECT_EQ(session.project().drive().shaft.strut_angle, 0.0);
}

TEST_F(DriveBench, AMotorSixTenthsTooLowIsFoundAndRaised) {
  ASSERT_EQ(finding("drive.coupler"), nullptr);
  board()->setFocus();
  session.select(part("Motor").id);
  for (int i = 0; i < 6; ++i) QTest::keyClick(board(), Qt::Key_Down, Qt::AltModifier);
  settle();
  const Finding* f = finding("drive.coupler");
  ASSERT_NE(f, nullptr);
  EXPECT_NEAR(f->number.si, 0.0006 * std::cos(session.now().power.line.shaft_angle), 3e-5);
  ASSERT_TRUE(f->remedy);
  EXPECT_NEAR(test::quantities(f->remedy->label)[0].si,
              0.0006 * std::pow(std::cos(session.now().power.line.shaft_angle), 2), 3e-5);
  window->choose_stage(Stage::drive);
  settle();
  do_it("drive.coupler");
  EXPECT_EQ(finding("drive.coupler"), nullptr);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_NE(finding("drive.coupler"), nullptr);
}

TEST_F(DriveBench, ADiscTwoMillimetresUnderTheSurfaceDrawsAirAndIsLowered) {
  const double speed = session.now().power.full.speed;
  // The running water behind the dry transom: raise the propeller until 2 mm stand over it.
  const double up = *session.now().power.running_depth - 0.002;
  ASSERT_GT(up, 0.005);
  const Part propeller = part("Propeller");
  session.perform({"Raise the propeller", MovePart{propeller.id, propeller.place + Vec3(0.0, 0.0, up)}});
  settle();
  const Finding* f = finding("drive.immersion");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  EXPECT_NEAR(f->number.si, 0.002, 0.0015);
  EXPECT_LT(session.now().power.full.speed, speed);
  EXPECT_LT(session.now().power.full.thrust_kept(), 0.8);
  do_it("drive.immersion");
  EXPECT_EQ(finding("drive.immersion"), nullptr);
}

TEST_F(DriveBench, APylonRaisedFortyMillimetresPushesTheBowDownAndComesBack) {
  take("Mudwren");
  ASSERT_EQ(finding("drive.thrust_line"), nullptr);
  const double offset = session.now().power.working->thrust_offset;
  std::vector<Part> raised;
  for (const char* name : {"Air propeller", "Motor"}) {
    raised.push_back(part(name));
    raised.back().place.z() += 0.040;
  }
  session.perform({"Raise the pylon", ChangeParts{raised}});
  settle();
  const Finding* f = finding("drive.thrust_line");
  ASSERT_NE(f, nullptr);
  EXPECT_NEAR(session.now().power.working->thrust_offset, offset - 0.040, 0.006);
  EXPECT_NE(plain(f->text).find("down"), std::string::npos);
  do_it("drive.thrust_line");
  EXPECT_EQ(finding("drive.thrust_line"), nullptr);
  EXPECT_NEAR(part("Motor").place.z() - part("Air propeller").place.z(), raised[1].place.z() - raised[0].place.z(),
              1e-9);
}

TEST_F(DriveBench, ACellOfThePropellerMapIsTakenAboardByTheMouse) {
  auto* map = shelf_page<PropellerMap>("propellers");
  ASSERT_TRUE(wait_for([&] { return !map->at_work() && !map->map().cells.empty(); }));
  ASSERT_EQ(map->map().cells.size(), 400u);
  const double speed = ledger_value("speed"), current = ledger_value("current");
  // A larger, steeper one that is allowed.
  const SearchCell& cell = map->map().at(12, 14);
  ASSERT_TRUE(cell.full.runs());
  auto* field = window->findChild<QWidget*>("propeller_field");
  const QPoint at = map->cell_rect(12, 14).center().toPoint();
  QMouseEvent over(QEvent::MouseMove, at, field->mapToGlobal(at), Qt::NoButton, Qt::NoButton, {});
  QApplication::sendEvent(field, &over);
  settle();
  EXPECT_TRUE(shelf_words().contains(session.shown(length_quantity(cell.pitch)))) << shelf_words().toStdString();
  QTest::mouseClick(field, Qt::LeftButton, {}, at);
  settle();
  EXPECT_NEAR(session.project().drive().screw.pitch, cell.pitch, 1e-12);
  EXPECT_NEAR(session.project().drive().screw.diameter, cell.diameter, 1e-12);
  EXPECT_NE(ledger_value("speed"), speed);
  EXPECT_GT(ledger_value("current"), current);
  EXPECT_NEAR(ledger_value("speed"), cell.full.speed, 0.05 * cell.full.speed);
  EXPECT_EQ(map->map().cells.size(), 400u);  // the map stays, its ring has moved
  // By keys as well, and back again.
  field->setFocus();
  QTest::keyClick(field, Qt::Key_Left);
  QTest::keyClick(field, Qt::Key_Return);
  EXPECT_LT(session.project().drive().screw.pitch, cell.pitch);
  session.undo();
  session.undo();
  EXPECT_NEAR(ledger_value("speed"), speed, 1e-9);
  // The best by another aim.
  choose_in("propeller_aim", 3);
  click("propeller_best");
  EXPECT_LE(session.now().power.winding, map->map().at(12, 14).winding);
}

TEST_F(DriveBench, ALinkageThatBindsWithinItsThrowIsFoundAndShown) {
  choose_part(100);
  type(find<QLineEdit>("steering_servo_arm_m"), "16.3 mm");
  type(find<QLineEdit>("steering_horn_arm_m"), "10 mm");
  type(find<QLineEdit>("steering_servo_throw_rad"), "36");
  const Finding* f = finding("steer.linkage");
  ASSERT_NE(f, nullptr);
  EXPECT_NEAR(degrees(f->number.si), 26.5, 0.1);
  EXPECT_TRUE(find<QLabel>("steering_angle")->text().contains("binds at"));
  auto* chart = shelf_page<LinkageChart>("linkage");
  EXPECT_TRUE(shelf_words().contains("binds at")) << shelf_words().toStdString();
  EXPECT_GT(chart->table().size(), 50u);
  do_it("steer.linkage");
  EXPECT_EQ(finding("steer.linkage"), nullptr);
}

TEST_F(DriveBench, AMotorComesFromTheListAndAnOwnOneIsKept) {
  choose_part(static_cast<int>(DriveGroup::motor));
  auto* list = find<QComboBox>("drive_presets");
  const int outrunner = list->findText("Motor 42 x 42 mm outrunner, 800 rpm/V", Qt::MatchStartsWith);
  ASSERT_GT(outrunner, 0);
  const double mass = session.now().mass.total - fixtures_mass(session.now()), old = part("Motor").effective_mass();
  choose_in("drive_presets", outrunner);
  // One edit changes data, size and mass.
  EXPECT_NEAR(session.now().mass.total - fixtures_mass(session.now()), mass - old + 0.190,
              1e-3);  // hoses find another way
  EXPECT_TRUE(session.project().drive().motor.outrunner);
  EXPECT_NEAR(session.project().drive().motor.kv, 800 * pi / 30, 1e-2);
  EXPECT_NEAR(part("Motor 42").size.y(), 0.042, 1e-9);
  // An own one, by name.
  click("drive_keep");
  EXPECT_TRUE(notice().contains("name"));
  type(find<QLineEdit>("drive_motor_resistance_ohm"), "23 mohm");
  find<QLineEdit>("drive_own_name")->setText("42 x 42 rewound");
  click("drive_keep");
  const int own = list->findText("42 x 42 rewound", Qt::MatchStartsWith);
  ASSERT_GT(own, 0);
  session.undo();
  EXPECT_EQ(session.project().drive().motor.resistance, 0.0);
  choose_in("drive_presets", own);
  EXPECT_NEAR(session.project().drive().motor.resistance, 0.023, 1e-12);
}

TEST_F(DriveBench, TheExitIsDraggedAndTheShaftTurns) {
  const DriveLine before = session.now().power.line;
  const QPoint at = board()->map().profile(before.exit.x(), before.exit.z()).toPoint();
  const int right = static_cast<int>(std::lround(0.02 * board()->map().scale()));
  press(at);
  move_to(at + QPoint(right / 2, 0));
  move_to(at + QPoint(right, 0));
  // Under the hand the line follows; speed and current wait and say so.
  EXPECT_LT(session.now().power.line.shaft_angle, before.shaft_angle);
  EXPECT_TRUE(session.now().power.stale);
  EXPECT_TRUE(find<QWidget>("ledger_strip")->accessibleDescription().contains("before the drag"));
  release(at + QPoint(right, 0));
  EXPECT_NEAR(session.project().drive().shaft.exit_x, before.exit.x() + 0.02, 0.002);
  EXPECT_FALSE(session.now().power.stale);
  EXPECT_FALSE(find<QWidget>("ledger_strip")->accessibleDescription().contains("before the drag"));
}

TEST_F(DriveBench, ChartsShowTheRunAndExportIt) {
  auto* drag = shelf_page<DragChart>("drag");
  const RunningState& s = session.now().power.full;
  EXPECT_NEAR(drag->working_point().x(), 3.6 * s.speed, 1e-9);
  EXPECT_NEAR(drag->working_point().y(), s.hull.drag, 1e-9);
  EXPECT_EQ(drag->table().size(), session.now().power.curve.points().size() + 1);
  auto* throttle = shelf_page<ThrottleChart>("throttle");
  EXPECT_EQ(throttle->table().size(), 21u);
  auto* heat = shelf_page<HeatChart>("heat");
  EXPECT_GT(heat->table().size(), 200u);
  EXPECT_TRUE(shelf_words().contains("winding", Qt::CaseInsensitive));
  for (const char* suffix : {"csv", "png", "svg"}) {
    const QString path = folder.filePath(QString("heat.%1").arg(suffix));
    EXPECT_TRUE(window->findChild<Shelf*>()->export_to(path));
    EXPECT_GT(QFileInfo(path).size(), 500);
  }
}

TEST_F(DriveBench, EveryBoatOfTheFleetRunsAndSaysWhatLimitsIt) {
  for (const Project& p : demo_fleet()) {
    take(p.name.c_str());
    const PowerReport& power = session.now().power;
    EXPECT_TRUE(power.full.runs()) << p.name << ": " << power.message;
    EXPECT_GE(power.full.speed, p.brief.wanted_speed) << p.name;
    EXPECT_TRUE(session.now().steering.fitted) << p.name;
    EXPECT_GT(session.now().steering.turning_radius, 0.0) << p.name;
    EXPECT_TRUE(find<QLabel>("drive_safe")->text().contains("throttle")) << p.name;
  }
}

TEST_F(DriveBench, EveryNumberOfEveryPartTakesItsUnitAndRefusesNonsense) {
  const DriveGroup groups[] = {DriveGroup::drive,   DriveGroup::battery, DriveGroup::esc,   DriveGroup::motor,
                               DriveGroup::gearing, DriveGroup::coupler, DriveGroup::shaft, DriveGroup::screw};
  int typed = 0;
  for (const DriveGroup g : groups) {
    choose_part(static_cast<int>(g));
    for (const DriveNumber& n : drive_numbers()) {
      if (n.group != g || !matters(session.project().drive(), g, n.key)) continue;
      auto* edit = find<QLineEdit>(QStringLiteral("drive_%1_%2").arg(drive_group_key(g), n.key).toUtf8().constData());
      ASSERT_TRUE(edit->isVisible()) << n.key;
      const Project before = session.project();
      type(edit, "nonsense");
      EXPECT_EQ(session.project(), before) << n.key;
      EXPECT_FALSE(notice().isEmpty()) << n.key;
      // A number of its range, typed as it is shown.
      const double wanted = n.low > 0.0 ? std::sqrt(n.low * n.high) : 0.5 * (n.low + n.high);
      const double old = n.in(before.drive());
      const Quantity shown{wanted, n.dimension};
      QString words = QString::fromStdString(show(shown, UnitSystem::metric).number);
      words.replace(QString::fromUtf8("\u2212"), "-");
      type(edit, words.toUtf8().constData());
      // Taken, or refused by the boat's own rules with a word; never something else.
      const double now = n.in(session.project().drive());
      EXPECT_TRUE(std::abs(now - wanted) <= 0.02 * std::abs(wanted) + 1e-3 * (n.high - n.low) || now == old) << n.key;
      ++typed;
      session.adopt(before, {});
      window->choose_stage(Stage::drive);
      settle();
    }
  }
  EXPECT_GT(typed, 35);
}

TEST_F(DriveBench, AStrutIsTurnedByItsGripAndTheLayerCanBeHidden) {
  choose_in("mounting", 1);
  const auto grips = drive_grips(session.now());
  ASSERT_EQ(grips.size(), 1u);
  EXPECT_EQ(grips[0].kind, Grip::Kind::strut);
  const QPoint at = board()->map().profile(grips[0].place.x(), grips[0].place.z()).toPoint();
  drag(at, QPoint(0, -8));
  EXPECT_GT(session.project().drive().shaft.strut_angle, radians(3.0));
  EXPECT_TRUE(QString(session.undo_label()).startsWith("Strut"));
  session.undo();
  const QImage with = board()->grab().toImage();
  board()->set_overlay(Overlay::drive, false);
  settle();
  EXPECT_GT(pixels_apart(with, board()->grab().toImage()), 300);
}

TEST_F(DriveBench, TheMountIsDrawnWithItsMeasures) {
  choose_part(static_cast<int>(DriveGroup::shaft));
  auto* drawing = find<QWidget>("mount_drawing");
  ASSERT_TRUE(drawing->isVisible());
  drawing->grab();
  EXPECT_TRUE(drawing->accessibleName().contains("tilt 13.8")) << drawing->accessibleName().toStdString();
  choose_part(static_cast<int>(DriveGroup::screw));
  EXPECT_FALSE(drawing->isVisible());
  EXPECT_TRUE(find<QLabel>("joints")->text().contains("motor shaft"));
}

TEST_F(DriveBench, TheMapStopsWhenItIsLeftAndBeginsAnewForOtherWaters) {
  auto* map = shelf_page<PropellerMap>("propellers");
  window->show_shelf("heat");
  settle();
  EXPECT_FALSE(map->at_work());
  window->show_shelf("propellers");
  settle();
  ASSERT_TRUE(wait_for([&] { return !map->at_work() && map->map().cells.size() == 400; }));
  const double speed = map->map().at(8, 8).full.speed;
  Part battery = part("Battery");
  battery.measured_mass = 0.9;
  session.perform({"Heavier", ChangePart{battery}});
  settle();
  ASSERT_TRUE(wait_for([&] { return !map->at_work() && map->map().cells.size() == 400; }));
  EXPECT_NE(map->map().at(8, 8).full.speed, speed);
  // Without a drive there is nothing to try, and it says why.
  choose_in("propulsor", 0);
  EXPECT_TRUE(shelf_words().contains("Nothing to try")) << shelf_words().toStdString();
}

TEST_F(DriveBench, TheScrewsCardSaysWhichWayItTurnsAndTwoTurnAgainstEachOther) {
  choose_part(static_cast<int>(DriveGroup::screw));
  auto* alone = find<QComboBox>("drive_screw_turns");
  auto* together = find<QComboBox>("drive_screw_turn");
  ASSERT_TRUE(alone->isVisible());
  EXPECT_FALSE(together->isVisible());
  EXPECT_EQ(alone->currentText(), "to the right");
  ASSERT_TRUE(session.now().handling.torque);
  EXPECT_TRUE(session.now().handling.to_port);
  QTest::keyClick(alone, Qt::Key_Down);
  settle();
  EXPECT_FALSE(session.now().handling.to_port);
  EXPECT_EQ(alone->currentText(), "to the left");
  session.undo();
  settle();
  EXPECT_EQ(alone->currentText(), "to the right");

  click("drive_second");
  finish_job();
  choose_part(static_cast<int>(DriveGroup::screw));
  ASSERT_TRUE(together->isVisible());
  EXPECT_FALSE(alone->isVisible());
  EXPECT_EQ(together->currentText(), "outward on top");
  EXPECT_FALSE(session.now().handling.torque);
  choose_in("drive_screw_turn", 2);
  ASSERT_TRUE(session.now().handling.torque) << "both turn right: nothing holds them";
  EXPECT_EQ(together->currentText(), "to the right");
}
