// The virtual pond through the real window: driven by keys, looked back at, trials by one press.
#include <gtest/gtest.h>

#include <fcntl.h>
#include <linux/joystick.h>
#include <sys/stat.h>
#include <unistd.h>

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QTableWidget>
#include <QTemporaryDir>
#include <cmath>

#include "bench.h"
#include "stages/trial/pond_picture.h"
#include "stages/trial/pond_view.h"
#include "stages/trial/sea_trials_view.h"

using namespace plucky;
using namespace plucky::app;
using namespace plucky::test;

namespace {

class PondBench : public Bench {
 protected:
  void go_to_pond() {
    window->choose_stage(Stage::trial);
    window->show_shelf("pond");
    settle();
    view = window->findChild<PondView*>();
    picture = find<PondPicture>("pond_picture");
    picture->setFocus();
  }
  void take(const std::string& name) {
    take_demo(name);
    settle();
    go_to_pond();
  }
  /// Keys as a hand would press them to come to a place.
  void steer_to(const Vec2& place) {
    const SeaSample& s = view->log().back();
    const Vec2 to = place - s.place;
    const double error = std::remainder(std::atan2(to.y(), to.x()) - s.heading, 2.0 * pi);
    const int wanted = std::abs(error) < 0.12 ? 0 : error > 0.0 ? Qt::Key_Left : Qt::Key_Right;
    if (wanted == held) return;
    if (held) QTest::keyRelease(picture, static_cast<Qt::Key>(held));
    if (wanted) QTest::keyPress(picture, static_cast<Qt::Key>(wanted));
    held = wanted;
  }
  int held = 0;
  PondView* view = nullptr;
  PondPicture* picture = nullptr;
};

}  // namespace

TEST_F(PondBench, EachBoatOfTheFleetIsDrivenRoundTheBuoysByKeys) {
  const Pond pond = withy_mere();
  const std::vector<Vec2> round = course_points(Course::lap, pond);
  for (const Project& boat : demo_fleet()) {
    take(boat.name);
    if (find<QPushButton>("pond_back")->isEnabled()) click("pond_back");
    click("pond_start");
    EXPECT_TRUE(view->running());
    click("pond_start");
    EXPECT_FALSE(view->running());
    picture->setFocus();
    held = 0;
    // As fast as her circle leaves room between the buoys; what hardly runs gets more.
    const int presses = boat.name == "Whirligig" || boat.name == "Coot" ? 4 : boat.name == "Grebe" ? 9 : 6;
    for (int i = 0; i < presses; ++i) QTest::keyClick(picture, Qt::Key_Up);
    EXPECT_TRUE(view->running()) << "the throttle puts her to sea";
    QTest::keyClick(picture, Qt::Key_Space);
    EXPECT_FALSE(view->running());
    EXPECT_NEAR(picture->sticks().throttle, 0.1 * presses, 1e-12);
    std::size_t passed = 0;
    for (int step = 0; step < 4500 && passed < round.size(); ++step) {
      steer_to(round[passed]);
      view->sail_on(0.2);
      if ((view->log().back().place - round[passed]).norm() < 8.0) ++passed;
    }
    if (held) QTest::keyRelease(picture, static_cast<Qt::Key>(held));
    const SeaSample& last = view->log().back();
    EXPECT_EQ(passed, round.size()) << boat.name << " at " << last.place.transpose() << " after " << last.time << " s, "
                                    << view->words().toStdString();
    for (const Happening& h : view->happenings())
      EXPECT_TRUE(h.event != SeaEvent::flips && h.event != SeaEvent::floods && h.event != SeaEvent::aground)
          << boat.name << ": " << sea_event_key(h.event);
    QTest::keyClick(picture, Qt::Key_Backspace);
    view->sail_on(15.0);
    EXPECT_LT(view->log().back().speed, 0.6) << boat.name << " coasts";
    EXPECT_EQ(view->table().size(), view->log().size() + 1);
  }
}

TEST_F(PondBench, ARunIsLookedBackAtAndBeginsAnewAtTheJetty) {
  take("Dabchick");
  auto* course = find<QComboBox>("pond_course");
  course->setCurrentIndex(1);
  view->sail_on(20.0);
  const double speed = view->log().back().speed;
  EXPECT_GT(speed, 2.0);
  const QString now = find<QLabel>("pond_speed")->text();
  EXPECT_EQ(now, session.shown({speed, Dimension::speed}));
  auto* moment = find<QSlider>("pond_moment");
  EXPECT_TRUE(moment->isEnabled());
  moment->setFocus();
  QTest::keyClick(moment, Qt::Key_Home);
  settle();
  EXPECT_EQ(find<QLabel>("pond_speed")->text(), session.shown({view->log().front().speed, Dimension::speed}));
  // A hand on the keys takes over from the course.
  picture->setFocus();
  QTest::keyPress(picture, Qt::Key_Left);
  EXPECT_EQ(course->currentIndex(), 0);
  QTest::keyRelease(picture, Qt::Key_Left);
  click("pond_back");
  EXPECT_TRUE(view->log().empty());
  view->sail_on(1.0);
  EXPECT_NEAR(view->log().back().time, 1.0, 0.051);
}

TEST_F(PondBench, AControllerDrivesAndOneThatIsPulledOutShutsTheThrottle) {
  take("Sedge");
  // A pipe stands in for the kernel's device: the same events.
  const QTemporaryDir devices;
  const QByteArray path = devices.filePath("js0").toLocal8Bit();
  ASSERT_EQ(mkfifo(path.constData(), 0600), 0);
  ASSERT_TRUE(view->use_controller(path));
  const int kernel = ::open(path.constData(), O_WRONLY);
  ASSERT_GE(kernel, 0);
  const auto tell = [&](std::uint8_t axis, std::int16_t value) {
    const js_event event{0, value, JS_EVENT_AXIS, axis};
    EXPECT_EQ(::write(kernel, &event, sizeof event), static_cast<ssize_t>(sizeof event));
    settle();
  };
  tell(1, -32767);  // forward
  view->sail_on(5.0);
  const SeaSample straight = view->log().back();
  EXPECT_GT(straight.speed, 2.0);
  EXPECT_NEAR(straight.sticks.throttle, 1.0, 1e-12);
  tell(0, 32767);  // to starboard
  view->sail_on(1.0);
  EXPECT_LT(view->log().back().yaw_rate, -0.1);
  QString said;
  QObject::connect(&session, &Session::refused, &session, [&](const QString& why) { said = why; });
  ::close(kernel);
  for (int i = 0; i < 50 && said.isEmpty(); ++i) settle();
  EXPECT_TRUE(said.contains("controller is gone")) << said.toStdString();
  view->sail_on(1.0);
  EXPECT_EQ(view->log().back().sticks.throttle, 0.0);
  EXPECT_FALSE(view->use_controller(devices.filePath("none")));
}

TEST_F(PondBench, ABoatWithoutADriveSaysWhyItCannotSail) {
  Project p = demo_fleet().front();
  p.drives.clear();
  session.adopt(p, {});
  settle();
  go_to_pond();
  QString said;
  QObject::connect(&session, &Session::refused, &session, [&](const QString& why) { said = why; });
  click("pond_start");
  EXPECT_TRUE(said.contains("cannot sail")) << said.toStdString();
  EXPECT_FALSE(view->running());
}

TEST_F(PondBench, TheStandardTrialsAreRunByOnePressAndStandBesideTheNextOnes) {
  take("Mudwren");
  window->show_shelf("sea_trials");
  settle();
  auto* trials = window->findChild<SeaTrialsView*>();
  auto* table = find<QTableWidget>("sea_trials");
  EXPECT_EQ(table->rowCount(), 0);
  click("run_sea_trials");
  finish_job();
  ASSERT_NE(trials->trials(), nullptr);
  EXPECT_EQ(trials->trials()->results.size(), 11u);
  EXPECT_GT(table->rowCount(), 30);
  const QString top = table->item(0, 2)->text();
  EXPECT_TRUE(table->item(0, 3)->text().isEmpty());
  // A heavier boat is slower, and both stand side by side.
  Project heavier = session.project();
  for (Part& p : heavier.layout.parts)
    if (p.kind == PartKind::battery) p.mass *= 1.4, p.measured_mass.reset();
  session.adopt(heavier, {});
  settle();
  EXPECT_TRUE(trials->words().contains("run them again"));
  click("run_sea_trials");
  finish_job();
  EXPECT_EQ(table->item(0, 3)->text(), top);
  EXPECT_NE(table->item(0, 2)->text(), top);
}
