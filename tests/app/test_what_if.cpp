// What if, through the window: a number turned, the curve looked at, a point taken and taken back; a map of two.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <set>

#include "bench.h"
#include "stages/drive/what_if_pictures.h"
#include "stages/drive/what_if_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class WhatIfBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->choose_stage(Stage::drive);
    QTest::keyClick(window.get(), Qt::Key_I, Qt::ShiftModifier);
    settle();
    view = window->findChild<WhatIfView*>();
    ASSERT_TRUE(view && view->isVisible());
    wait();  // it begins by itself
    ASSERT_EQ(view->result().points.size(), 13u);
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  void turn(const char* box, const char* knob) {
    auto* b = find<QComboBox>(box);
    const int i = b->findData(QString(knob));
    ASSERT_GE(i, 0) << knob;
    b->setCurrentIndex(i);
    emit b->activated(i);
    settle();
  }
  void type(const char* field, const QString& words) {
    auto* f = find<QLineEdit>(field);
    f->setFocus();
    f->selectAll();
    QTest::keyClicks(f, words);
  }
  void wait() {
    ASSERT_TRUE(wait_for([this] { return !view->at_work(); }));
    settle();
  }
  void work_out() {
    click("what_if_work");
    wait();
  }
  QString refused;
  WhatIfView* view = nullptr;
};

}  // namespace

TEST_F(WhatIfBench, APointOfTheCurveIsTakenByMouseAndTakenBack) {
  turn("what_if_first", "battery.cells");
  type("what_if_first_from", "2");
  type("what_if_first_to", "5");
  EXPECT_FALSE(find<QPushButton>("what_if_take")->isEnabled());
  work_out();
  ASSERT_EQ(view->result().points.size(), 4u) << refused.toStdString();
  ASSERT_TRUE(view->plot());
  const Project before = session.project();
  QTest::mouseClick(view->picture(), Qt::LeftButton, {}, view->place_of(1).toPoint());
  settle();
  EXPECT_TRUE(view->words().contains("now")) << view->words().toStdString();
  ASSERT_TRUE(find<QPushButton>("what_if_take")->isEnabled()) << view->words().toStdString();
  const double foretold = view->result().points[1].numbers[view->result().row("speed")]->si;
  click("what_if_take");
  settle();
  EXPECT_EQ(session.project().drive().battery.cells, 3u);
  EXPECT_NEAR(session.now().power.full.speed, foretold, 1e-6);
  EXPECT_TRUE(view->words().contains("changed since")) << view->words().toStdString();
  EXPECT_FALSE(find<QPushButton>("what_if_take")->isEnabled()) << "the points are another boat's now";
  session.undo();
  settle();
  EXPECT_EQ(session.project(), before);
  EXPECT_FALSE(view->words().contains("changed since"));
}

TEST_F(WhatIfBench, AMapOfTwoIsWalkedByKeys) {
  turn("what_if_first", "battery.cells");
  turn("what_if_second", "motor.kv_rad_s_v");
  find<QSpinBox>("what_if_count")->setValue(3);
  type("what_if_first_from", "2");
  type("what_if_first_to", "4");
  work_out();
  ASSERT_EQ(view->result().points.size(), 9u) << refused.toStdString();
  auto* map = dynamic_cast<WhatIfMap*>(view->picture());
  ASSERT_TRUE(map);
  QTest::mouseClick(map, Qt::LeftButton, {}, map->cell(0).center().toPoint());
  QTest::keyClick(map, Qt::Key_Right);
  QTest::keyClick(map, Qt::Key_Up);
  settle();
  const std::vector<double> at = view->result().points[4].at;
  QTest::keyClick(map, Qt::Key_Return);
  settle();
  EXPECT_EQ(session.project().drive().battery.cells, static_cast<std::uint32_t>(at[0]));
  EXPECT_NEAR(session.project().drive().motor.kv, at[1], 1e-9);
  // The table for a spreadsheet has every point.
  const TableRows rows = view->table();
  EXPECT_EQ(rows.size(), 10u);
  EXPECT_EQ(rows[0][0], "battery.cells");
}

TEST_F(WhatIfBench, NonsenseIsRefusedInWordsAndNothingIsWorkedOut) {
  turn("what_if_first", "motor.kv_rad_s_v");
  type("what_if_first_from", "many");
  click("what_if_work");
  EXPECT_FALSE(refused.isEmpty());
  EXPECT_FALSE(view->at_work());
  refused.clear();
  turn("what_if_first", "battery.cells");
  type("what_if_first_to", "400");
  click("what_if_work");
  EXPECT_TRUE(refused.contains("within")) << refused.toStdString();
  EXPECT_EQ(view->result().over.front().knob, "motor.kv_rad_s_v") << "what was there stays";
}
