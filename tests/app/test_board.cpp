// The board under the mouse and the keys.
#include <gtest/gtest.h>

#include <QHelpEvent>
#include <QToolTip>

#include "bench.h"
#include "board/label_placer.h"
#include "property.h"
#include "theme/theme.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, DraggingTheBatteryMovesWaterCgLedgerAndFindings) {
  const Assessment before = session.now();
  const QImage picture = board()->grab().toImage();
  const QImage ledger_picture = find<QWidget>("ledger_strip")->grab().toImage();
  const Part battery = part("Battery");
  ASSERT_NE(finding("float.trim"), nullptr);
  press(in_profile(battery));
  const int pixels = static_cast<int>(-95e-3 * board()->map().scale());
  move_to(in_profile(battery) + QPoint(pixels / 2, 0));
  // Live: everything has answered although the button is still down.
  const double halfway = session.now().flotation.plane.attitude.trim;
  EXPECT_TRUE(session.dragging());
  EXPECT_GT(halfway, before.flotation.plane.attitude.trim + radians(0.5));
  EXPECT_LT(session.now().mass.cg.x(), before.mass.cg.x() - 0.005);
  EXPECT_GT(pixels_apart(board()->grab().toImage(), picture), 50);
  EXPECT_GT(pixels_apart(find<QWidget>("ledger_strip")->grab().toImage(), ledger_picture), 50);
  move_to(in_profile(battery) + QPoint(pixels, 0));
  release(in_profile(battery) + QPoint(pixels, 0));
  EXPECT_FALSE(session.dragging());
  EXPECT_GT(session.now().flotation.plane.attitude.trim, halfway);
  EXPECT_EQ(finding("float.trim"), nullptr);
  EXPECT_EQ(row("float.trim"), nullptr);
  EXPECT_NEAR(part("Battery").place.x(), battery.place.x() - 0.095, 2e-3);
  // One drag is one step of undo.
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_EQ(session.project(), before.project);
  EXPECT_NE(finding("float.trim"), nullptr);
}

TEST_F(Bench, EscapeTakesADragBack) {
  const Project before = session.project();
  const QPoint at = in_profile(part("Battery"));
  press(at);
  move_to(at + QPoint(-60, 0));
  EXPECT_NE(session.project(), before);
  QTest::keyClick(board(), Qt::Key_Escape);
  EXPECT_EQ(session.project(), before);
  EXPECT_FALSE(session.can_undo());
  release(at + QPoint(-60, 0));
  EXPECT_EQ(session.project(), before);
}

TEST_F(Bench, ARailHoldsItsPartWhereverTheMouseGoes) {
  const QPoint at = in_plan(part("Battery"));
  drag(at, QPoint(-400, 60));
  const Part& battery = part("Battery");
  EXPECT_NEAR(battery.place.x(), session.project().layout.rails[0].from, 1e-9);
  EXPECT_EQ(battery.place.y(), 0.0);
}

TEST_F(Bench, FreePartsMoveAcrossInPlanAndUpInProfile) {
  const Vec3 before = part("Receiver").place;
  drag(in_plan(part("Receiver")), QPoint(0, 12));
  EXPECT_LT(part("Receiver").place.y(), before.y() - 0.005);
  EXPECT_EQ(part("Receiver").place.z(), before.z());
  drag(in_profile(part("Receiver")), QPoint(0, 8));
  EXPECT_LT(part("Receiver").place.z(), before.z() - 0.003);
}

TEST_F(Bench, PartsSnapToTheCentreLineUnlessAltIsHeld) {
  session.perform({"", MovePart{part("Receiver").id, {0.30, 0.020, 0.030}}});
  const double scale = board()->map().scale();
  const auto bring_to_middle = [&](Qt::KeyboardModifiers keys) {
    const QPoint from = in_plan(part("Receiver")), to = from + QPoint(0, static_cast<int>(0.017 * scale));
    press(from);
    move_to(to, keys);
    release(to);
    return part("Receiver").place.y();
  };
  EXPECT_EQ(bring_to_middle({}), 0.0);
  session.undo();
  EXPECT_NE(bring_to_middle(Qt::AltModifier), 0.0);
}

TEST_F(Bench, ADropOutsideTheBoatGoesBack) {
  const Project before = session.project();
  const QPoint at = in_plan(part("Servo"));
  drag(at, QPoint(0, 2000));
  EXPECT_EQ(session.project(), before);
  EXPECT_TRUE(notice().contains("went back"));
  EXPECT_FALSE(session.can_undo());
}

TEST_F(Bench, ArrowsNudgeByOneTenAndATenthMillimetre) {
  board()->setFocus();
  QTest::mouseClick(board(), Qt::LeftButton, {}, in_profile(part("Servo")));
  ASSERT_EQ(session.selection(), part("Servo").id);
  const double x = part("Servo").place.x();
  QTest::keyClick(board(), Qt::Key_Right);
  EXPECT_NEAR(part("Servo").place.x(), x + 0.001, 1e-12);
  QTest::keyClick(board(), Qt::Key_Right, Qt::ShiftModifier);
  EXPECT_NEAR(part("Servo").place.x(), x + 0.011, 1e-12);
  QTest::keyClick(board(), Qt::Key_Left, Qt::AltModifier);
  EXPECT_NEAR(part("Servo").place.x(), x + 0.0109, 1e-12);
  const double z = part("Servo").place.z();
  QTest::keyClick(board(), Qt::Key_Up);
  EXPECT_NEAR(part("Servo").place.z(), z + 0.001, 1e-12);
}

TEST_F(Bench, KeysChooseAndTakeOutParts) {
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_PageDown);
  EXPECT_EQ(session.selection(), session.project().layout.parts.front().id);
  QTest::keyClick(board(), Qt::Key_PageUp);
  EXPECT_EQ(session.selection(), session.project().layout.parts.back().id);
  const std::size_t before = session.project().layout.parts.size();
  QTest::keyClick(board(), Qt::Key_Delete);
  EXPECT_EQ(session.project().layout.parts.size(), before - 1);
  EXPECT_EQ(session.selection(), 0u);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_EQ(session.project().layout.parts.size(), before);
}

TEST_F(Bench, SeveralPartsMoveAndGoTogetherAndComeBackByOneStep) {
  const Project before = session.project();
  session.select_all({part("Servo").id, part("ESC").id});
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Left, Qt::ShiftModifier);
  for (const char* name : {"Servo", "ESC"}) {
    const Part& was = *before.layout.find(part(name).id);
    EXPECT_NEAR(part(name).place.x(), was.place.x() - 0.010, 1e-12) << name;
    EXPECT_EQ(part(name).place.z(), was.place.z()) << name;
  }
  EXPECT_EQ(session.undo_label(), "Nudge 2 parts");
  QTest::keyClick(board(), Qt::Key_Space);  // the arrows now go in the plan
  QTest::keyClick(board(), Qt::Key_Up);
  EXPECT_NEAR(part("ESC").place.y(), before.layout.find(part("ESC").id)->place.y() + 0.001, 1e-12);
  QTest::keyClick(board(), Qt::Key_Delete);
  EXPECT_EQ(session.project().layout.parts.size(), before.layout.parts.size() - 2);
  EXPECT_EQ(session.undo_label(), "Take out 2 parts");
  for (int i = 0; i < 3; ++i) QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_EQ(session.project(), before);
}

TEST_F(Bench, ABulkheadIsNudgedByTheKeysAndStopsAtTheEndOfTheHull) {
  ASSERT_FALSE(session.project().hull.bulkheads.empty());
  const Id id = session.project().hull.bulkheads.front().id;
  const double x = session.project().hull.bulkheads.front().x;
  session.select(id);
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Right, Qt::ShiftModifier);
  EXPECT_NEAR(session.project().hull.bulkheads.front().x, x + 0.010, 1e-9);
  for (int i = 0; i < 60; ++i) QTest::keyClick(board(), Qt::Key_Right, Qt::ShiftModifier);
  EXPECT_LE(session.project().hull.bulkheads.front().x, session.now().hull->model.box.high.x() + 1e-9);
  EXPECT_GT(session.project().hull.bulkheads.front().x, x);
}

TEST_F(Bench, TheRulerSlidesTheSection) {
  const QRectF ruler = board()->map().ruler_area();
  const QPoint at(static_cast<int>(board()->map().x(0.2)), static_cast<int>(ruler.center().y()));
  QTest::mouseClick(board(), Qt::LeftButton, {}, at);
  EXPECT_NEAR(board()->station(), 0.2, 2e-3);
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Period);
  EXPECT_NEAR(board()->station(), 0.201, 2e-3);
}

TEST_F(Bench, TheBoardMapsThereAndBack) {
  const BoardMap& m = board()->map();
  for (const double x : {0.0, 0.31, 0.62}) {
    EXPECT_NEAR(m.boat_x(m.profile(x, 0.05).x()), x, 1e-12);
    EXPECT_NEAR(m.boat_z(m.profile(x, 0.05).y()), 0.05, 1e-12);
    EXPECT_NEAR(m.boat_y(m.plan(x, -0.03).y()), -0.03, 1e-12);
    EXPECT_EQ(m.profile(x, 0).x(), m.plan(x, 0).x());  // one ruler for both
  }
}

PROPERTY(LabelPlacer, LabelsNeverCoverEachOtherOrBlockedAreas) {
  QImage image(400, 300, QImage::Format_ARGB32);
  QPainter painter(&image);
  LabelPlacer placer(QRectF(0, 0, 400, 300));
  const QRectF blocked(100, 100, 80, 60);
  placer.block(blocked);
  std::vector<QRectF> placed;
  for (int i = 0; i < 25; ++i) {
    const QPointF anchor(any::whole(0, 400), any::whole(0, 300));
    const QRectF r = placer.place(painter, anchor, QString("Label %1").arg(i), {{0, 0}, {0, -14}, {0, 14}, {30, 0}});
    if (r.isNull()) continue;
    HOLDS(!r.intersects(blocked));
    for (const QRectF& other : placed) HOLDS(!r.intersects(other));
    placed.push_back(r);
  }
  HOLDS(!placed.empty());
}

TEST(Look, TextKeepsItsContrastInBothLooks) {
  const auto luminance = [](const QColor& c) {
    const auto channel = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
    return 0.2126 * channel(c.redF()) + 0.7152 * channel(c.greenF()) + 0.0722 * channel(c.blueF());
  };
  const auto contrast = [&](const QColor& a, const QColor& b) {
    const double x = luminance(a), y = luminance(b);
    return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
  };
  for (const bool dark : {false, true}) {
    set_dark(dark);
    const Look& l = look();
    for (const QColor& ground : {l.paper, l.panel, l.card})
      for (const QColor& text : {l.ink, l.muted, l.buoy_text, l.brass_text, l.reed_text, l.water_line})
        EXPECT_GE(contrast(text, ground), 4.5) << dark << text.name().toStdString() << ground.name().toStdString();
    EXPECT_GE(contrast(l.muted, l.stem), 4.5) << dark;
    EXPECT_GE(contrast(l.ink, l.brass_fill), 4.5) << dark;
  }
  set_dark(false);
}

TEST_F(Bench, TheSectionCardIsMovedEnlargedRememberedAndPutBack) {
  const QRectF home = board()->map().section_area();
  const double scale = board()->map().scale();
  drag(home.center().toPoint() - QPoint(0, 20), {-260, 140});
  const QRectF moved = board()->map().section_area();
  EXPECT_NEAR(moved.x(), home.x() - 260, 1.5);
  EXPECT_NEAR(moved.y(), home.y() + 140, 1.5);
  EXPECT_GE(board()->map().scale(), scale);  // its column is the boat's now
  EXPECT_FALSE(session.modified());
  drag(moved.bottomLeft().toPoint() + QPoint(3, -3), {-70, 40});
  const QRectF larger = board()->map().section_area();
  EXPECT_NEAR(larger.width(), moved.width() + 70, 1.5);
  EXPECT_NEAR(larger.height(), moved.height() + 40, 1.5);
  EXPECT_NEAR(larger.right(), moved.right(), 1.5);
  {
    Board next(&session);  // as on the next evening
    next.resize(board()->size());
    next.setAttribute(Qt::WA_DontShowOnScreen);
    next.show();
    EXPECT_NEAR(next.map().section_area().x(), larger.x(), 2.0);
  }
  // Never smaller than can be read, never off the board.
  drag(larger.bottomLeft().toPoint() + QPoint(3, -3), {900, -900});
  EXPECT_GE(board()->map().section_area().width(), BoardMap::least_card_width - 0.5);
  drag(board()->map().section_area().center().toPoint() - QPoint(0, 20), {-2000, 2000});
  EXPECT_TRUE(QRectF(board()->rect()).contains(board()->map().section_area()));
  // A double click goes on to the next size, and at last home.
  int clicks = 0;
  while (board()->map().section_area() != home && clicks < 5) {
    const QRectF before = board()->map().section_area();
    QTest::mouseDClick(board(), Qt::LeftButton, {}, before.center().toPoint() - QPoint(0, 20));
    settle();
    EXPECT_NE(board()->map().section_area(), before);
    ++clicks;
  }
  EXPECT_EQ(board()->map().section_area(), home);
  EXPECT_GE(clicks, 2);
}

TEST_F(Bench, AWayInNamesItselfUnderThePointerAndIsChosenByAClick) {
  window->choose_stage(Stage::seal);
  settle();
  const auto& openings = session.now().seal.openings;
  ASSERT_GE(openings.size(), 2U);
  for (const std::size_t i : {std::size_t{0}, openings.size() - 1}) {
    const SealOpening& o = openings[i];
    const QPoint at = board()->map().plan(o.place.x(), o.place.y()).toPoint();
    QHelpEvent help(QEvent::ToolTip, at, board()->mapToGlobal(at));
    QApplication::sendEvent(board(), &help);
    EXPECT_TRUE(QToolTip::text().contains(session.said(o.name))) << QToolTip::text().toStdString();
    EXPECT_TRUE(QToolTip::text().startsWith(QString::number(i + 1)));
    QTest::mouseClick(board(), Qt::LeftButton, {}, at);
    settle();
    EXPECT_EQ(board()->state().opening, o.key);
  }
}

TEST_F(Bench, TheRulersUnitIsInSightHoweverTheBoatIsMagnified) {
  const auto unit_drawn = [&] {
    const QRectF ruler = board()->map().ruler_area();
    const QImage chip = board()->grab(QRect(2, static_cast<int>(ruler.top()) + 10, 30, 22)).toImage();
    int dark = 0;
    for (int y = 0; y < chip.height(); ++y)
      for (int x = 0; x < chip.width(); ++x) dark += chip.pixelColor(x, y).lightness() < 150;
    return dark;
  };
  const int at_rest = unit_drawn();
  EXPECT_GT(at_rest, 10);
  board()->zoom(4.0, board()->rect().center());
  settle();
  EXPECT_NEAR(unit_drawn(), at_rest, 12);
  board()->fit();
}
