// The diary through the window: a run noted by one line, a trouble answered, mended, tried and gone, upkeep done, the
// launch allowed, sheets printed.
#include <QComboBox>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QTreeWidget>

#include "assessment/diary.h"
#include "bench.h"
#include "pdf_words.h"
#include "report/trial_report.h"
#include "session/today.h"
#include "stages/trial/diary_view.h"
#include "stages/trial/sea_trials_view.h"
#include "stages/trial/trouble_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class DiaryBench : public Bench {
 protected:
  void take(const std::string& name, const QString& shelf) {
    take_demo(name);
    window->choose_stage(Stage::trial);
    window->show_shelf(shelf);
    settle();
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  [[nodiscard]] const Diary& diary() const { return session.project().trial.diary; }
  void note(const QString& line) {
    auto* edit = find<QLineEdit>("run_line");
    edit->setFocus();
    edit->clear();
    QTest::keyClicks(edit, line);
    QTest::keyClick(edit, Qt::Key_Return);
    settle();
  }
  QString refused;
};

}  // namespace

TEST_F(DiaryBench, ARunIsNotedInOneLineWithTheBoatsSetUp) {
  take("Dabchick", "diary");
  note("4:30 31 km/h 14 A motor 38 pulls to port");
  ASSERT_EQ(diary().outings.size(), 1u) << refused.toStdString();
  EXPECT_EQ(diary().outings[0].date, today());
  const TrialRun& r = *diary().runs().front();
  EXPECT_DOUBLE_EQ(*r.numbers.duration, 270.0);
  EXPECT_DOUBLE_EQ(*r.numbers.motor, 38.0);
  EXPECT_EQ(r.result, "pulls to port");
  EXPECT_EQ(r.set_up, set_up_of(session.now()));
  EXPECT_TRUE(find<QLineEdit>("run_line")->text().isEmpty());
  // What does not make sense is refused, and stays to be mended.
  note("31 km/h 32 km/h");
  EXPECT_TRUE(refused.contains("twice")) << refused.toStdString();
  EXPECT_EQ(diary().runs().size(), 1u);
  EXPECT_EQ(find<QLineEdit>("run_line")->text(), QString("31 km/h 32 km/h"));
  // Another propeller: the page says what changed since.
  Drive d = session.project().drive();
  d.screw.pitch *= 1.1;
  session.perform({"", ChangeDrive{d}});
  settle();
  EXPECT_TRUE(window->findChild<DiaryView*>()->words().contains("Pitch"));
  note("29 km/h 16 A motor 41");
  auto* table = find<QTableWidget>("diary_runs");
  ASSERT_EQ(table->rowCount(), 2);
  // Sorted by a click on the speed's heading.
  table->sortByColumn(4, Qt::AscendingOrder);
  EXPECT_TRUE(table->item(0, 4)->text().startsWith("29"));
  window->findChild<DiaryView*>()->show_run(1);
  EXPECT_TRUE(find<QLabel>("run_set_up")->text().contains("Pitch")) << "as it was then beside now";
  // Struck out by the key, and back.
  table->setFocus();
  QTest::keyClick(table, Qt::Key_Delete);
  EXPECT_EQ(diary().runs().size(), 1u);
  session.undo();
  EXPECT_EQ(diary().runs().size(), 2u);
  click("runs_as_points");
  settle();
  EXPECT_NE(window->findChild<DiaryView*>()->plot(), nullptr);
}

TEST_F(DiaryBench, WordsOfADayAreKept) {
  take("Dabchick", "diary");
  click("new_outing");
  settle();
  ASSERT_EQ(diary().outings.size(), 1u);
  auto* wish = find<QLineEdit>("outing_wish");
  wish->setFocus();
  QTest::keyClicks(wish, "straight at full throttle");
  QTest::keyClick(wish, Qt::Key_Return);
  EXPECT_EQ(diary().outings[0].wish, "straight at full throttle");
  session.undo();
  EXPECT_EQ(diary().outings[0].wish, "");
}

TEST_F(DiaryBench, ATroubleIsAnsweredMendedTriedAndGone) {
  take("Dabchick", "troubles");
  auto* view = window->findChild<TroubleView*>();
  view->look_into("nose-under");
  settle();
  auto* causes = find<QTableWidget>("causes");
  ASSERT_GT(causes->rowCount(), 3);
  EXPECT_EQ(causes->item(0, 1)->text(), QString("CG too far forward"));
  EXPECT_TRUE(find<QLabel>("because")->text().contains("ahead of its band"));
  click("answer_yes");
  settle();
  ASSERT_EQ(diary().troubles.size(), 1u) << "an answer notes the trouble";
  EXPECT_EQ(diary().troubles[0].answers.at(0).cause, "cg_forward");
  EXPECT_EQ(causes->item(0, 2)->text(), QString("yes"));
  // The offer shows once its boat was found better.
  auto* offer = find<QPushButton>("take_offer");
  ASSERT_TRUE(QTest::qWaitFor([&] { return offer->isVisible(); }, 20000 * patience));
  const double before = session.now().mass.cg.x();
  click("take_offer");
  settle();
  EXPECT_LT(session.now().mass.cg.x(), before);
  ASSERT_EQ(diary().troubles[0].tries.size(), 1u);
  EXPECT_EQ(diary().troubles[0].tries[0].result, TryResult::open);
  // No run, no verdict.
  click("tell_result");
  EXPECT_TRUE(refused.contains("No run")) << refused.toStdString();
  window->show_shelf("diary");
  note("3 min 30 km/h motor 38 bow stays up");
  window->show_shelf("troubles");
  settle();
  find<QComboBox>("try_result")->setCurrentIndex(0);
  click("tell_result");
  EXPECT_FALSE(diary().troubles[0].open());
  EXPECT_EQ(find<QTableWidget>("troubles")->item(0, 1)->text(), QString("gone"));
  click("strike_trouble");
  EXPECT_TRUE(diary().troubles.empty());
  session.undo();
  EXPECT_EQ(diary().troubles.size(), 1u);
}

TEST_F(DiaryBench, TheMudwrensFourOutingsShowTheDiveTheChangeAndTheCure) {
  take("Mudwren", "diary");
  const Diary& d = diary();
  ASSERT_EQ(d.outings.size(), 4u);
  ASSERT_EQ(d.troubles.size(), 2u);
  const Trouble& dive = d.troubles[0];
  ASSERT_EQ(dive.symptom, "nose-under");
  ASSERT_EQ(dive.tries.size(), 3u);
  EXPECT_EQ(dive.tries[0].result, TryResult::same);
  EXPECT_EQ(dive.tries[1].result, TryResult::better);
  EXPECT_EQ(dive.tries[2].result, TryResult::gone);
  // What each try names did change in the set-up of its run.
  EXPECT_LT(*d.run(3)->set_up.cg_x, *d.run(2)->set_up.cg_x);
  EXPECT_LT(*d.run(4)->set_up.cells, *d.run(3)->set_up.cells);
  EXPECT_NEAR(*d.run(4)->set_up.thrust_height - *d.run(5)->set_up.thrust_height, 0.06, 1e-6);
  EXPECT_TRUE(changed_since_last_run(session.now()).empty()) << "the boat is as on its last run";
  EXPECT_EQ(find<QTableWidget>("diary_runs")->rowCount(), 6);
  EXPECT_EQ(find<QTreeWidget>("days")->topLevelItemCount(), 4);
  const QString path = folder.filePath("book.pdf");
  ASSERT_TRUE(window->write_boat_book(path, {"diary", "run_sheet"}));
  const QString words = words_of(path);
  for (const char* said :
       {"Days at the water", "Withy Mere, jetty", "bow goes under", "Thrust over the keel 168.0 mm, was 228.0 mm",
        "level, dry deck", "Battery 40 mm aft: the same", "Run sheet", "New tape round the hatch"})
    EXPECT_TRUE(words.contains(said)) << said;
}

TEST_F(DiaryBench, TheLaunchIsAllowedOnceAllIsTickedAndTheDayIsTold) {
  take("Mudwren", "diary");
  auto* verdict = find<QLabel>("launch_verdict");
  EXPECT_TRUE(verdict->text().contains("Not yet"));
  auto* list = find<QListWidget>("checklist");
  for (int i = 0; i < list->count(); ++i) list->item(i)->setCheckState(Qt::Checked);
  settle();
  EXPECT_TRUE(verdict->text().contains("Cannot be judged yet")) << verdict->text().toStdString();
  const auto type = [&](const char* name, const char* words) {
    auto* edit = find<QLineEdit>(name);
    edit->setFocus();
    edit->selectAll();
    QTest::keyClicks(edit, words);
    QTest::keyClick(edit, Qt::Key_Return);
    settle();
  };
  type("launch_wind", "2 m/s");
  type("launch_water", "15");
  EXPECT_TRUE(verdict->text().contains(">Go<"))
      << verdict->text().toStdString() << find<QLabel>("launch_reasons")->text().toStdString();
  type("launch_wind", "12 m/s");
  EXPECT_TRUE(verdict->text().contains("Not yet"));
  EXPECT_TRUE(find<QLabel>("launch_reasons")->text().contains("wind"));
}

TEST_F(DiaryBench, UpkeepThatIsDueIsDoneByAPressAndUndone) {
  take("Mudwren", "diary");
  auto* tree = find<QTreeWidget>("upkeep");
  ASSERT_GT(tree->topLevelItemCount(), 3);
  EXPECT_TRUE(tree->topLevelItem(0)->text(0).contains("tape")) << tree->topLevelItem(0)->text(0).toStdString();
  tree->setCurrentItem(tree->topLevelItem(0));
  click("upkeep_done");
  settle();
  EXPECT_EQ(diary().upkeep.back().key, "seals.tape");
  EXPECT_FALSE(tree->topLevelItem(0)->text(0).contains("tape"));
  session.undo();
  settle();
  EXPECT_TRUE(tree->topLevelItem(0)->text(0).contains("tape"));
}

TEST_F(DiaryBench, TheTrialsOfferWhatMendsThemAndArePrinted) {
  take("Dabchick", "sea_trials");
  // A propeller at the surface: the speed wished is not reached.
  Part screw = part("Propeller");
  screw.place.z() += 0.030;
  session.perform({"", ChangePart{screw}});
  click("run_sea_trials");
  finish_job();
  auto* view = window->findChild<SeaTrialsView*>();
  ASSERT_NE(view->trials(), nullptr);
  EXPECT_TRUE(view->words().contains("wished")) << view->words().toStdString();
  auto* mend = find<QPushButton>("mend_by_trials");
  ASSERT_TRUE(QTest::qWaitFor([&] { return mend->isVisible(); }, 20000 * patience));
  const double slow = session.now().power.full.speed;
  click("mend_by_trials");
  settle();
  EXPECT_GT(session.now().power.full.speed, slow);
  const StandardTrials before = *view->trials();
  click("run_sea_trials");
  finish_job();
  const QString path = folder.filePath("trials.pdf");
  write_trial_report(session.project(), UnitSystem::metric, path, *view->trials(), &before);
  const QString words = words_of(path);
  for (const char* said : {"Over the hump", "Circle to port", "Soak after the stop", "Wished"})
    EXPECT_TRUE(words.contains(said)) << said;
}
