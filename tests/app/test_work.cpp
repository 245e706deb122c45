// The order of work through the window: ticked off, dated, written; three traps that the proof of assembly finds.
#include <QCheckBox>
#include <QComboBox>
#include <QFile>
#include <QTableWidget>

#include "bench.h"
#include "devices/weigh_page.h"
#include "inspector/quantity_edit.h"
#include "io/file.h"
#include "stages/build/build_page.h"
#include "stages/build/work_list.h"
#include "stages/build/work_strip.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class WorkBench : public Bench {
 protected:
  void take(const std::string& name) {
    take_demo(name);
    settle();
    go_to_build();
  }
  void go_to_build() {
    window->choose_stage(Stage::build);
    settle();
    page = find<BuildPage>("build_page");
  }
  QTableWidget* list() {
    window->show_shelf("work");
    settle();
    return find<QTableWidget>("work_list");
  }
  /// The row of a task, by what it says; -1: there is none.
  int row_of(const std::string& key) {
    const WorkTask* task = session.now().build.work.find(key);
    QTableWidget* table = list();
    for (int r = 0; task && r < table->rowCount(); ++r)
      if (table->item(r, 1)->text() == session.said(task->text)) return r;
    return -1;
  }
  [[nodiscard]] const Finding* told(const std::string& begins) const {
    for (const Finding& f : session.now().findings)
      if (f.id.starts_with(begins) && f.severity != Severity::fine) return &f;
    return nullptr;
  }
  [[nodiscard]] Id of_kind(PartKind kind) const {
    for (const Part& p : session.project().layout.parts)
      if (p.kind == kind) return p.id;
    return 0;
  }
  BuildPage* page = nullptr;
};

}  // namespace

TEST_F(WorkBench, ABatteryLargerThanItsHatchIsSeenToGoInBeforeTheDeckAndToStay) {
  take("Sedge");
  EXPECT_EQ(told("build.way"), nullptr);
  const Id battery = of_kind(PartKind::battery);
  session.select(battery);
  window->choose_stage(Stage::layout);
  settle();
  const double wide = 1e3 * session.project().hull.hatches.front().width + 25.0;
  type(find<QLineEdit>("part_width"), QString("%1 mm").arg(wide, 0, 'f', 0).toUtf8().constData());
  go_to_build();
  const Finding* f = told("build.way");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->subject, battery);
  EXPECT_EQ(f->severity, Severity::watch);
  EXPECT_TRUE(find<QLabel>("part_way")->text().contains("before the deck"));
  const std::string key = "fit." + std::to_string(battery);
  ASSERT_GE(row_of(key), 0);
  EXPECT_LT(row_of(key), row_of("glue.deck"));
  session.undo();
  settle();
  EXPECT_EQ(told("build.way"), nullptr);
}

TEST_F(WorkBench, AScrewBehindAGluedWallIsSeen) {
  take("Dabchick");
  EXPECT_EQ(told("build.key"), nullptr);
  const Part* motor = session.project().layout.find(of_kind(PartKind::motor));
  session.select(session.project().hull.bulkheads.front().id);
  settle();
  QuantityEdit* place = nullptr;
  for (QuantityEdit* e : window->findChildren<QuantityEdit*>())
    if (!place && e->isVisible() && e->objectName().startsWith("fitting_")) place = e;
  ASSERT_NE(place, nullptr);
  type(place, QString("%1 mm").arg(1e3 * motor->box().low.x() - 30.0, 0, 'f', 1).toUtf8().constData());
  const Finding* f = told("build.key");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->subject, motor->id);
  EXPECT_NEAR(f->number.si, 0.024, 0.001);
  go_to_build();
  EXPECT_LT(row_of("fit." + std::to_string(motor->id)),
            row_of("glue.bulkhead." + std::to_string(session.project().hull.bulkheads.front().id)));
}

TEST_F(WorkBench, ACoatBeforeItsMaskIsRefusedAsAWishAndToldWhenItWasDone) {
  take("Dabchick");
  auto *first = find<QComboBox>("wish_first"), *then = find<QComboBox>("wish_then");
  first->setCurrentIndex(first->findData("coat.outside.1"));
  then->setCurrentIndex(then->findData("mask"));
  click("wish_add");
  ASSERT_EQ(session.project().build.work.wishes.size(), 1u);
  EXPECT_NE(told("build.circle"), nullptr);
  EXPECT_LT(row_of("mask"), row_of("coat.outside.1"));
  click("wish_drop");
  EXPECT_EQ(told("build.circle"), nullptr);
  // Ticked in the list by the space bar.
  QTableWidget* table = list();
  table->setFocus();
  table->setCurrentCell(row_of("coat.outside.1"), 0);
  QTest::keyClick(table, Qt::Key_Space);
  settle();
  ASSERT_NE(session.project().build.work.find_done("coat.outside.1"), nullptr);
  const Finding* f = told("build.order.coat.outside.1");
  ASSERT_NE(f, nullptr);
  EXPECT_TRUE(session.said(f->text).contains(session.said(session.now().build.work.find("mask")->text)));
  session.undo();
  settle();
  EXPECT_EQ(told("build.order"), nullptr);
}

TEST_F(WorkBench, WhatIsDoneIsTickedTheNextOneComesAndTheDatesMove) {
  take("Dabchick");
  type(find<QLineEdit>("work_start"), "2026-05-02");
  EXPECT_EQ(session.project().build.work.start, "2026-05-02");
  type(find<QLineEdit>("work_start"), "the third of May");
  EXPECT_EQ(session.project().build.work.start, "2026-05-02");
  auto* next = find<QLabel>("work_next");
  const QString before = next->text();
  EXPECT_TRUE(before.contains("Print the test pieces")) << before.toStdString();
  EXPECT_TRUE(before.contains("Hot nozzle")) << before.toStdString();
  click("work_done");
  ASSERT_EQ(session.project().build.work.done.size(), 1u);
  EXPECT_NE(next->text(), before);
  EXPECT_EQ(list()->item(0, 0)->checkState(), Qt::Checked);
  // A colder workshop: glue takes longer, the boat is ready later.
  const auto ready = [&] { return session.now().build.work.length; };
  const double warm = ready();
  type(find<QLineEdit>("work_temperature"), "10");
  EXPECT_GT(ready(), warm + 3600.0);
  // Hours of nobody: told in words, and the plan comes back with them.
  type(find<QLineEdit>("work_weekday"), "0 min");
  type(find<QLineEdit>("work_weekend"), "0 min");
  EXPECT_TRUE(next->text().contains("hours")) << next->text().toStdString();
  EXPECT_EQ(list()->rowCount(), 0);
  type(find<QLineEdit>("work_weekend"), "300 min");
  EXPECT_GT(list()->rowCount(), 20);
}

TEST_F(WorkBench, TheCalendarIsWrittenAndTheStripShowsAllTasks) {
  take("Mudwren");
  const QString file = folder.filePath("mudwren.ics");
  ASSERT_TRUE(page->write_calendar(file));
  const std::string text = read_file(file.toStdString(), 1 << 20);
  EXPECT_NE(text.find("BEGIN:VCALENDAR"), std::string::npos);
  EXPECT_NE(text.find("Mudwren: Glue the deck on."), std::string::npos);
  EXPECT_FALSE(page->write_calendar("/nowhere/at/all.ics"));
  window->show_shelf("calendar");
  settle();
  auto* strip = window->findChild<WorkStrip*>();
  ASSERT_NE(strip, nullptr);
  EXPECT_EQ(strip->table().size(), session.now().build.work.tasks.size() + 1);
  // A click on a bar selects the part that the task is about.
  auto* picture = find<WorkPicture>("work_picture");
  session.select(0);
  for (int row = 0; row < static_cast<int>(strip->table().size()) && session.selection() == 0; ++row)
    QTest::mouseClick(picture, Qt::LeftButton, {}, {20, WorkPicture::head_height + WorkPicture::row_height * row + 8});
  EXPECT_NE(session.selected_part(), nullptr);
}

TEST_F(WorkBench, AMadePartWeighedOnTheScaleAndFittedMovesMassCgWaterLineAndCalendar) {
  take("Sedge");
  // A block of foam cut for the port side, heavier than it was thought: on the practice scale.
  const Id foam = of_kind(PartKind::foam);
  const Assessment before = session.now();
  const double grams = 1e3 * before.project.layout.find(foam)->effective_mass() + 40.0;
  window->show_weighing();
  settle();
  WeighPage* weighing = window->weighing();
  weighing->practice()->start({"--interval", "5", "--speed", "20"});
  ASSERT_TRUE(wait_for([&] { return weighing->link()->is_open(); }));
  auto* choice = find<QComboBox>("weigh_part");
  choice->setCurrentIndex(choice->findData(foam));
  weighing->practice()->say(QString("put %1").arg(grams));
  ASSERT_TRUE(wait_for([&] {
    const auto kg = weighing->link()->listener().settled();
    return kg && std::abs(1e3 * *kg - grams) < 0.5;
  }));
  click("weigh_take");
  click("scale_connect");
  click("weigh_back");
  EXPECT_NEAR(session.now().mass.total, before.mass.total + 0.040, 4e-4);
  EXPECT_GT(session.now().mass.cg.y(), before.mass.cg.y());
  EXPECT_NE(session.now().flotation.plane.offset, before.flotation.plane.offset);
  EXPECT_NE(session.now().flotation.plane.attitude.heel, before.flotation.plane.attitude.heel);
  const auto hands_left = [&] {
    return calendar_of(session.now().build.work, session.project().build.work, "2026-11-28").hands_left;
  };
  const double left = hands_left();
  window->choose_stage(Stage::layout);
  session.select(foam);
  settle();
  auto* fitted = find<QCheckBox>("part_fitted");
  QTest::mouseClick(fitted, Qt::LeftButton, {}, {8, fitted->height() / 2});
  settle();
  const std::string key = "fit." + std::to_string(foam);
  ASSERT_NE(session.project().build.work.find_done(key), nullptr);
  EXPECT_TRUE(fitted->isChecked());
  const WorkTask* task = session.now().build.work.find(key);
  ASSERT_TRUE(task);
  EXPECT_NEAR(hands_left(), left - task->hands, 1e-6);
  window->choose_stage(Stage::build);
  settle();
  EXPECT_EQ(list()->item(row_of(key), 0)->checkState(), Qt::Checked);
  // The tick came before what it needs: the plan says so.
  EXPECT_NE(told("build.order." + key), nullptr);
}

TEST_F(WorkBench, APartIsSeenOnItsWayIn) {
  take("Dabchick");
  session.select(of_kind(PartKind::battery));
  settle();
  const QImage rest = board()->grab().toImage();
  click("part_play");
  ASSERT_TRUE(wait_for([&] { return board()->state().way > 0.2; }));
  EXPECT_LT(board()->state().way, 1.0);
  EXPECT_GT(pixels_apart(rest, board()->grab().toImage()), 100);
  ASSERT_TRUE(wait_for([&] { return board()->state().way == 1.0; }));
}
