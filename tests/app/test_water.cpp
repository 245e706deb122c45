// The stages Cool and Seal through the window: hoses drawn by mouse, the height test, seals that fail, the bath.
#include <cmath>

#include "stages/cool/cool_charts.h"
#include "stages/cool/plumbing_table.h"
#include "stages/seal/flood_chart.h"
#include "stages/seal/openings_table.h"
#include "water_bench.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(WaterBench, AHoseDrawnFromPickupToEscToMotorToOutletRunsAndFollowsTheMotor) {
  leave_loose_ends();
  EXPECT_GE(std::count_if(session.now().findings.begin(), session.now().findings.end(),
                          [](const Finding& f) { return f.id == "cool.circuit"; }),
            4);
  draw(FittingKind::rudder_nose, 0, FittingKind::esc_cooler, 0);
  draw(FittingKind::esc_cooler, 1, FittingKind::motor_jacket, 0);
  EXPECT_LT(session.now().water.taken() * 6e7, 0.1);  // no way out yet
  draw(FittingKind::motor_jacket, 1, FittingKind::outlet, 0);
  ASSERT_EQ(session.project().cooling.hoses.size(), 3U);
  EXPECT_EQ(finding("cool.circuit"), nullptr);
  EXPECT_GT(session.now().water.taken() * 6e7, 100.0);
  EXPECT_EQ(session.last_edit(), "Hose from Motor jacket to Motor outlet");

  // The motor takes its hoses along.
  const Assessment before = session.now();
  const Part& motor = part("Motor 36");
  const QPoint hold = in_plan(motor) + QPoint(-6, 14);
  ASSERT_EQ(water_item_at(session.now(), board()->map(), BoardPlane::plan, hold), 0U);
  drag(hold, {46, 0}, Qt::AltModifier);
  const Assessment& after = session.now();
  ASSERT_GT(part("Motor 36").place.x(), before.project.layout.find(part("Motor 36").id)->place.x() + 0.01);
  EXPECT_GT((after.hoses[1].points.back() - before.hoses[1].points.back()).norm(), 0.01);
  EXPECT_NE(after.plumbing.length, before.plumbing.length);
  EXPECT_NEAR(after.mass.total - before.mass.total,
              after.plumbing.mass - before.plumbing.mass + fixtures_mass(after) - fixtures_mass(before), 1e-12);
  EXPECT_NE(after.mass.cg.x(), before.mass.cg.x());
  session.undo();
  session.undo();
  settle();
  EXPECT_EQ(session.project().cooling.hoses.size(), 2U);
}

TEST_F(WaterBench, AHoseEndsOnlyOnAFreePortOfAnotherFitting) {
  leave_loose_ends();
  drag(port(FittingKind::rudder_nose, 0), {60, 120});
  EXPECT_TRUE(notice().contains("free port")) << notice().toStdString();
  draw(FittingKind::esc_cooler, 0, FittingKind::esc_cooler, 1);
  EXPECT_TRUE(notice().contains("feed itself")) << notice().toStdString();
  EXPECT_TRUE(session.project().cooling.hoses.empty());
}

TEST_F(WaterBench, AHoseIsLaidAnotherWayAndTakenOutByTheKeys) {
  const HosePath path = session.now().hoses[0];
  const QPolygonF line = hose_on_board(board()->map(), BoardPlane::plan, path);
  int longest = 1;
  for (int i = 1; i < line.size(); ++i)
    if (QLineF(line[i - 1], line[i]).length() > QLineF(line[longest - 1], line[longest]).length()) longest = i;
  const QPoint middle = (0.5 * (line[longest - 1] + line[longest])).toPoint();
  drag(middle, {0, -24});
  ASSERT_EQ(session.project().cooling.hoses[0].via.size(), 1U);
  EXPECT_GT(session.now().hoses[0].length, path.length);
  EXPECT_EQ(session.selection(), path.hose);
  EXPECT_TRUE(find<QLabel>("hose_path")->isVisible());
  click("hose_free");
  EXPECT_NEAR(session.now().hoses[0].length, path.length, 1e-12);
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Delete);
  settle();
  EXPECT_EQ(session.project().cooling.find_hose(path.hose), nullptr);
}

TEST_F(WaterBench, BoreAndWallAreTypedAndTheFlowAnswers) {
  choose_row("cool_items", QString::fromUtf8("Tee \u2192 Motor"));
  ASSERT_NE(session.project().cooling.find_hose(session.selection()), nullptr);
  const double flow = session.now().water.hose(session.selection())->flow;
  type(find<QLineEdit>("hose_bore"), "4 mm");
  EXPECT_GT(session.now().water.hose(session.selection())->flow, 1.02 * flow);
  ASSERT_NE(finding("cool.wall"), nullptr);  // 1 mm of wall no longer keeps 4 mm round
  do_it("cool.wall");
  EXPECT_EQ(finding("cool.wall"), nullptr);
  type(find<QLineEdit>("hose_bore"), "0 mm");
  EXPECT_TRUE(notice().contains("bore of 0")) << notice().toStdString();
  EXPECT_NEAR(session.project().cooling.find_hose(session.selection())->bore, 0.004, 1e-12);
}

TEST_F(WaterBench, TheHeightTestCalibratesThePickup) {
  const double flow = session.now().water.taken();
  type(find<QLineEdit>("test_throttle"), "50 %");
  type(find<QLineEdit>("test_height"), "150 mm");
  click("test_record");
  ASSERT_EQ(session.project().cooling.tests.size(), 1U);
  const HeightTest& t = session.project().cooling.tests[0];
  // By hand: 2 g h over the square of the race at that throttle.
  const RunningState& half = session.now().power.sweep[9];
  ASSERT_NEAR(half.throttle, 0.5, 1e-9);
  const double race = stream_of(boat_of(session.now()), half).race;
  EXPECT_NEAR(t.recovery, 2.0 * 9.80665 * 0.15 / (race * race), 0.01 * t.recovery);
  EXPECT_LT(session.now().water.taken(), 0.8 * flow);
  EXPECT_TRUE(find<QLabel>("tests_done")->text().contains("150.0 mm"));
  session.undo();
  EXPECT_NEAR(session.now().water.taken(), flow, 1e-12);
}

TEST_F(WaterBench, WaysToPlumbAreTriedFromThePageAndComparedInTheTable) {
  choose_in("plumbing", 1);
  EXPECT_TRUE(session.project().cooling.empty());
  ASSERT_NE(finding("cool.dry"), nullptr);
  do_it("cool.dry");
  EXPECT_EQ(session.project().cooling.hoses.size(), 3U);
  choose_in("plumbing", 4);
  EXPECT_EQ(session.project().cooling.fittings.size(), 8U);
  auto* table = shelf_page<PlumbingTable>("plumbing");
  ASSERT_NE(table, nullptr);
  const TableRows rows = table->table();
  ASSERT_GE(rows.size(), 9U);
  EXPECT_EQ(rows[1][0], "As it is");
  EXPECT_NE(rows[1][1], rows[3][1]);  // three outlets against series
  auto* flow = shelf_page<FlowChart>("flow");
  EXPECT_GE(flow->table().size(), 15U);
  EXPECT_NEAR(flow->working_point().y(), session.now().water.taken() * 6e7, 0.5);
  auto* warmth = shelf_page<WarmthChart>("temperatures");
  EXPECT_GE(warmth->table().size(), 300U);
  EXPECT_TRUE(shelf_words().contains("without water"));
}

TEST_F(WaterBench, ABlockedPickupAndABackwardPumpAreMendedByTheirRows) {
  choose_row("cool_items", "Rudder nose");
  tick("cool_blocked");
  ASSERT_NE(finding("cool.blocked"), nullptr);
  EXPECT_LT(session.now().water.taken() * 6e7, 0.1);
  do_it("cool.blocked");
  EXPECT_GT(session.now().water.taken() * 6e7, 100.0);
  choose_in("plumbing", 5);
  choose_row("cool_items", "Pump");
  tick("cool_reversed");
  ASSERT_NE(finding("cool.circuit"), nullptr);
  do_it("cool.circuit");
  EXPECT_EQ(finding("cool.circuit"), nullptr);
}

TEST_F(WaterBench, AWornShaftTubeIsFoundShownAndSealedAgain) {
  window->choose_stage(Stage::seal);
  settle();
  choose_row("openings", "Shaft tube");
  EXPECT_EQ(board()->state().opening, "shaft_tube");
  choose_in("seal_condition", 1);
  const Finding* f = finding("seal.opening:shaft_tube");
  ASSERT_NE(f, nullptr);
  EXPECT_GT(f->number.si * 6e7, 0.5);
  EXPECT_TRUE(find<QTreeWidget>("openings")->topLevelItem(0)->text(0).contains("Shaft tube"));
  auto* chart = shelf_page<FloodChart>("flood");
  EXPECT_GE(chart->table().size(), 15U);
  auto* table = shelf_page<OpeningsTable>("openings");
  EXPECT_EQ(table->table().size(), session.now().seal.openings.size() + 1);
  window->hide_shelf();
  do_it("seal.opening:shaft_tube");
  EXPECT_EQ(finding("seal.opening:shaft_tube"), nullptr);
}

TEST_F(WaterBench, TwoPerimetersAreTypedAndFourOffered) {
  window->choose_stage(Stage::seal);
  settle();
  type(find<QLineEdit>("seal_perimeters"), "2");
  ASSERT_NE(finding("seal.opening:wall"), nullptr);
  type(find<QLineEdit>("seal_perimeters"), "2.5");
  EXPECT_TRUE(notice().contains("whole number"));
  EXPECT_EQ(session.project().sealing.perimeters, 2U);
  do_it("seal.opening:wall");
  EXPECT_EQ(session.project().sealing.perimeters, 4U);
}

TEST_F(WaterBench, ABathWithAFailedOpeningReopensItsFindingUntilItPasses) {
  window->choose_stage(Stage::seal);
  settle();
  EXPECT_TRUE(find<QLabel>("leak_clock")->text().contains("30:00 to go"));
  click("leak_start");
  EXPECT_EQ(find<QPushButton>("leak_start")->text(), "Stop the clock");
  type(find<QLineEdit>("leak_already"), "31 min");
  EXPECT_TRUE(find<QLabel>("leak_clock")->text().contains("long enough"));
  choose_row("leak_results", "Shaft tube");
  click("leak_pass");
  choose_in("leak_round", 1);
  choose_row("leak_results", "Shaft tube");
  find<QLineEdit>("leak_note")->setText("drops at the inner end");
  click("leak_fail");
  type(find<QLineEdit>("leak_before"), "1650 g");
  type(find<QLineEdit>("leak_after"), "1702 g");
  click("leak_keep");
  ASSERT_EQ(session.project().sealing.tests.size(), 1U);
  const LeakTest& kept = session.project().sealing.tests[0];
  EXPECT_GE(kept.duration, 31 * 60.0);
  EXPECT_NEAR(kept.intake(), 0.052, 1e-9);
  ASSERT_EQ(kept.results.size(), 2U);
  ASSERT_NE(finding("seal.bath:shaft_tube"), nullptr);
  EXPECT_NE(finding("seal.intake"), nullptr);
  // Nothing is done to it by undoing other things; only a bath that passes closes it.
  choose_in("leak_round", 1);
  choose_row("leak_results", "Shaft tube");
  click("leak_pass");
  type(find<QLineEdit>("leak_already"), "40 min");
  click("leak_keep");
  EXPECT_EQ(finding("seal.bath:shaft_tube"), nullptr);
  session.undo();
  EXPECT_NE(finding("seal.bath:shaft_tube"), nullptr);
}

TEST_F(WaterBench, ABathWithoutAnyTissueIsNotKept) {
  window->choose_stage(Stage::seal);
  settle();
  click("leak_keep");
  EXPECT_TRUE(notice().contains("No tissue"));
  EXPECT_TRUE(session.project().sealing.tests.empty());
}

TEST_F(WaterBench, ALaneIsKeptClearMovedByTheHandAndAHoseSnapsIntoIt) {
  click("add_lane");
  ASSERT_EQ(session.project().cooling.lanes.size(), 1U);
  const Lane before = session.project().cooling.lanes[0];
  EXPECT_EQ(session.selection(), before.id);
  type(find<QLineEdit>("lane_to"), "400 mm");
  EXPECT_NEAR(session.project().cooling.lanes[0].to, 0.4, 1e-9);
  type(find<QLineEdit>("lane_to"), "1 mm");
  EXPECT_TRUE(notice().contains("ends before it begins")) << notice().toStdString();
  const QPoint on = board()->map().plan(0.38, session.project().cooling.lanes[0].y).toPoint();
  ASSERT_EQ(water_item_at(session.now(), board()->map(), BoardPlane::plan, on), before.id);
  drag(on, {0, -10});
  EXPECT_GT(session.project().cooling.lanes[0].y, before.y + 0.005);
  // A point of a hose dropped beside the lane lies in it.
  const Lane lane = session.project().cooling.lanes[0];
  const Id hose = session.project().cooling.hoses[0].id;
  const Edit laid =
      move_water_item(session.project(), session.now().hoses, hose, {0.2, lane.y, lane.z}, {0.01, 0.004, 0.003});
  ASSERT_TRUE(session.perform(laid));
  EXPECT_NEAR(session.project().cooling.hoses[0].via[0].y(), lane.y, 1e-12);
  session.select(lane.id);
  settle();
  click("cool_remove");
  EXPECT_TRUE(session.project().cooling.lanes.empty());
}

TEST_F(WaterBench, WhereThereIsNoAnswerTheLastOneStaysGreyed) {
  const double flow = session.now().water.taken();
  Project heavy = session.project();
  for (Part& p : heavy.layout.parts)
    if (p.kind == PartKind::battery) p.measured_mass = 30.0;
  ASSERT_TRUE(session.perform({"Lead", ChangeLayout{heavy.layout}}));
  settle();
  ASSERT_FALSE(session.now().power.full.runs());
  EXPECT_TRUE(session.now().water.stale);
  EXPECT_NEAR(session.now().water.taken(), flow, 1e-12);
  EXPECT_TRUE(find<QLabel>("cool_flow")->text().startsWith("as it was"));
  session.undo();
  EXPECT_FALSE(session.now().water.stale);
}
