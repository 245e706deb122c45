// The board's hands: zoom, bands, handles, fittings, measure, heel, guides, arranging.
#include <QSlider>
#include <QToolButton>
#include <QWheelEvent>
#include <cmath>

#include <QMenuBar>

#include "actions/action_list.h"
#include "bench.h"
#include "board/grips.h"

using namespace plucky;
using namespace plucky::test;

namespace {

void wheel(QWidget* w, const QPoint& at, int steps) {
  QWheelEvent event(at, w->mapToGlobal(at), {}, {0, 120 * steps}, Qt::NoButton, {}, Qt::NoScrollPhase, false);
  QApplication::sendEvent(w, &event);
}

}  // namespace

TEST_F(Bench, TheWheelMagnifiesAboutThePointerAndFitGoesBack) {
  const QPoint at = in_profile(part("Sonar"));
  const double scale = board()->map().scale(), x = board()->map().boat_x(at.x()), z = board()->map().boat_z(at.y());
  wheel(board(), at, 5);
  EXPECT_GT(board()->map().scale(), 2.0 * scale);
  EXPECT_NEAR(board()->map().boat_x(at.x()), x, 1e-9);
  EXPECT_NEAR(board()->map().boat_z(at.y()), z, 1e-9);
  // The ruler's figures belong to what is seen, and dragging still follows the hand.
  const Vec3 before = part("Sonar").place;
  drag(at, QPoint(-80, 0), Qt::AltModifier);
  EXPECT_NEAR(part("Sonar").place.x(), before.x() - 80.0 / board()->map().scale(), 1e-6);
  board()->setFocus();
  const double left = board()->map().boat_x(0);
  QTest::keyClick(board(), Qt::Key_Right, Qt::ControlModifier);
  EXPECT_GT(board()->map().boat_x(0), left);
  QTest::keyClick(board(), Qt::Key_0);
  EXPECT_NEAR(board()->map().scale(), scale, 1e-9);
  QTest::keyClick(board(), Qt::Key_Plus);
  EXPECT_GT(board()->map().scale(), scale);
  click("fit");
  EXPECT_TRUE(board()->view().fits());
}

TEST_F(Bench, ABandSelectsAndAllMoveTogetherAsOneStep) {
  const QRectF servo = part_in_plan(board()->map(), part("Servo")),
               receiver = part_in_plan(board()->map(), part("Receiver"));
  const QRectF both = servo.united(receiver).adjusted(-3, -3, 3, 3);
  press(both.topLeft().toPoint());
  move_to(both.center().toPoint());
  move_to(both.bottomRight().toPoint());
  EXPECT_TRUE(board()->state().band.has_value());
  release(both.bottomRight().toPoint());
  EXPECT_TRUE(session.is_selected(part("Servo").id));
  EXPECT_TRUE(session.is_selected(part("Receiver").id));
  EXPECT_FALSE(session.is_selected(part("Battery").id));
  EXPECT_TRUE(find<QLabel>("part_state")->text().contains("Moves together with"));
  const Project start = session.project();
  const Vec3 s = part("Servo").place, r = part("Receiver").place;
  drag(in_plan(part("Receiver")), QPoint(24, 0), Qt::AltModifier);
  const double moved = part("Receiver").place.x() - r.x();
  EXPECT_GT(moved, 0.01);
  EXPECT_NEAR(part("Servo").place.x() - s.x(), moved, 1e-12);
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Left);
  EXPECT_NEAR(part("Servo").place.x() - s.x(), moved - 0.001, 1e-12);
  session.undo();
  session.undo();
  EXPECT_EQ(session.project(), start);
  // Shift takes one out of the selection again.
  QTest::mouseClick(board(), Qt::LeftButton, Qt::ShiftModifier, in_plan(part("Servo")));
  EXPECT_FALSE(session.is_selected(part("Servo").id));
  EXPECT_TRUE(session.is_selected(part("Receiver").id));
}

TEST_F(Bench, SelectedPartsAlignMirrorAndCentre) {
  session.select_all({part("Receiver").id, part("Servo").id});
  action("Align after ends")->trigger();
  EXPECT_NEAR(part("Servo").box().low.x(), part("Receiver").box().low.x(), 1e-12);
  const double y = part("Servo").place.y();
  ASSERT_NE(y, 0.0);
  action("Mirror to the other side")->trigger();
  EXPECT_NEAR(part("Servo").place.y(), -y, 1e-12);
  QTest::keyClick(window.get(), Qt::Key_E, Qt::ControlModifier);
  EXPECT_EQ(part("Servo").place.y(), 0.0);
  session.select(part("Servo").id);
  action("Align undersides")->trigger();
  EXPECT_TRUE(notice().contains("two parts"));
}

TEST_F(Bench, HullHandlesFollowTheHandAndTheirTypedTwin) {
  window->choose_stage(Stage::hull);
  settle();
  int tried = 0;
  for (const HullHandle& h : hull_handles(session.now().hull->model, session.project().hull)) {
    if (std::string(h.key) == "bow_rake_m") continue;  // its forefoot is found to the nearest station
    const auto at = [&] {
      return (h.plane == BoardPlane::profile ? board()->map().profile(h.place.x(), h.place.z())
                                             : board()->map().plan(h.place.x(), h.place.y()))
          .toPoint();
    };
    const double before = h.coordinate(session.now().hull->model);
    // Inward or up by ten pixels.
    const QPoint by = h.axis == 0 ? QPoint(-10, 0) : h.plane == BoardPlane::profile ? QPoint(0, -10) : QPoint(0, 10);
    const double wanted = (h.axis == 0 ? by.x() : -by.y()) / board()->map().scale();
    drag(at(), by, Qt::AltModifier);
    const double moved = h.coordinate(session.now().hull->model) - before;
    EXPECT_NEAR(moved, wanted, 0.2 * std::abs(wanted) + 0.0007) << h.key;
    const auto* twin = window->findChild<QLineEdit*>(h.key);
    ASSERT_NE(twin, nullptr) << h.key;
    for (const HullParameter& p : all_hull_parameters())
      if (std::string(p.key) == h.key) {
        EXPECT_EQ(twin->text(), session.shown({session.project().hull.shape.*p.member, p.dimension})) << h.key;
      }
    session.undo();
    settle();
    ++tried;
  }
  EXPECT_GE(tried, 7);
}

TEST_F(Bench, BulkheadsRailsAndHatchesAreDragged) {
  window->choose_stage(Stage::layout);
  settle();
  const BoardMap& m = board()->map();
  const double scale = m.scale();
  const Bulkhead& bulkhead = session.project().hull.bulkheads[0];
  const double x = bulkhead.x;
  // Under the deck, where no part stands in front.
  const QPoint wall(static_cast<int>(m.x(x)), static_cast<int>(m.profile(0, 0.1).y()));
  drag(wall, QPoint(12, 0));
  EXPECT_NEAR(session.project().hull.bulkheads[0].x, x + 12 / scale, 1.2 / scale);
  EXPECT_EQ(session.selection(), bulkhead.id);
  session.undo();
  const Rail rail = session.project().layout.rails[0];
  const QPoint end = board()->map().plan(rail.from, rail.y).toPoint();
  drag(end, QPoint(15, 0));
  EXPECT_NEAR(session.project().layout.rails[0].from, rail.from + 15 / scale, 1.2 / scale);
  EXPECT_EQ(session.project().layout.rails[0].to, rail.to);
  session.undo();
  const Hatch hatch = session.project().hull.hatches[0];
  const QPoint edge = board()->map().plan(hatch.x + hatch.length, 0.45 * hatch.width).toPoint();
  drag(edge, QPoint(-20, 0));
  EXPECT_NEAR(session.project().hull.hatches[0].length, hatch.length - 20 / scale, 1.2 / scale);
  EXPECT_EQ(session.project().hull.hatches[0].x, hatch.x);
  // Arrow keys move the selected fitting, too.
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Right);
  EXPECT_NEAR(session.project().hull.hatches[0].x, hatch.x + 0.001, 1e-9);
}

TEST_F(Bench, PartsSnapToOthersWithAGuideThatNamesThem) {
  session.perform({"", MovePart{part("Receiver").id, {0.25, 0.03, 0.03}}});
  const Part other = part("Servo");
  const double scale = board()->map().scale();
  const QPoint from = in_plan(part("Receiver"));
  // Its forward end comes within a few pixels of the servo's after end.
  const double wanted = other.box().low.x() - 0.5 * part("Receiver").size.x();
  const QPoint to = from + QPoint(static_cast<int>(std::lround((wanted - 0.25) * scale)) + 3, 0);
  press(from);
  move_to(to);
  ASSERT_FALSE(board()->state().guides.empty());
  bool named = false;
  for (const Guide& g : board()->state().guides) named = named || g.to == QString::fromStdString(other.name);
  EXPECT_TRUE(named);
  EXPECT_NEAR(part("Receiver").box().high.x(), other.box().low.x(), 1e-9);
  release(to);
  EXPECT_TRUE(board()->state().guides.empty());
}

TEST_F(Bench, TheMeasureReadsDistancesInTheBoat) {
  QTest::keyClick(window.get(), Qt::Key_M);
  ASSERT_TRUE(board()->measuring());
  const QPoint from = board()->map().profile(0.1, 0.02).toPoint(), to = board()->map().profile(0.4, 0.06).toPoint();
  drag(from, to - from);
  ASSERT_TRUE(board()->state().measure);
  EXPECT_NEAR((board()->state().measure->to - board()->state().measure->from).norm(), std::hypot(0.3, 0.04), 2e-3);
  EXPECT_FALSE(session.can_undo());  // nothing was moved
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Escape);
  EXPECT_FALSE(board()->measuring());
  EXPECT_FALSE(board()->state().measure);
}

TEST_F(Bench, TheHeelSliderShowsTheBoatAtThatHeelWithItsArm) {
  auto* slider = find<QSlider>("heel_slider");
  const QImage upright = board()->grab().toImage();
  slider->setFocus();
  for (int i = 0; i < 4; ++i) QTest::keyClick(slider, Qt::Key_PageUp);  // 40 degrees
  settle();
  ASSERT_TRUE(board()->state().heeled);
  const auto& points = session.now().stability.starboard;
  const auto p =
      std::find_if(points.begin(), points.end(), [](const auto& q) { return std::abs(q.heel - radians(40)) < 1e-6; });
  ASSERT_NE(p, points.end());
  EXPECT_NEAR(board()->state().heeled->righting_arm, p->gz, 2e-5);
  EXPECT_TRUE(find<QLabel>("heel_words")->text().contains(session.shown(length_quantity(p->gz))));
  EXPECT_GT(pixels_apart(board()->grab().toImage(), upright), 50);
  slider->setValue(180);
  ASSERT_TRUE(board()->state().heeled);
  EXPECT_NEAR(board()->state().heeled->plane.attitude.up().z(), -1.0, 0.05);  // keel up
  slider->setValue(0);
  EXPECT_FALSE(board()->state().heeled);
}

TEST_F(Bench, LayersAreSwitchedPerStage) {
  window->choose_stage(Stage::layout);
  settle();
  const QImage with = board()->grab().toImage();
  for (const NamedAction& a : all_actions(window->menuBar()))
    if (a.path == "View: Layers of this stage: Parts") a.action->trigger();
  settle();
  EXPECT_GT(pixels_apart(board()->grab().toImage(), with), 50);
  // What is not shown cannot be taken.
  press(in_plan(part("Servo")));
  release(in_plan(part("Servo")));
  EXPECT_EQ(session.selection(), 0u);
  window->choose_stage(Stage::flotation);
  EXPECT_TRUE(board()->state().overlays.testFlag(Overlay::parts));
  window->choose_stage(Stage::layout);
  EXPECT_FALSE(board()->state().overlays.testFlag(Overlay::parts));
}
