// The instruments under the board and the findings of the stage at hand.
#include <QLabel>
#include <QListWidget>
#include <QStackedWidget>

#include "assessment/consequence.h"
#include "bench.h"
#include "findings/findings_panel.h"
#include "ledger/ledger.h"
#include "ledger/ledger_strip.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, TheStripShowsTheStagesNumbersAndThoseThatMoved) {
  auto* strip = find<LedgerStrip>("ledger_strip");
  window->choose_stage(Stage::drive);
  settle();
  const std::vector<std::string> own = ledger_of_stage(Stage::drive);
  ASSERT_GE(strip->shown().size(), 6u);
  EXPECT_EQ(strip->shown().front(), "speed");
  for (const std::string& key : strip->shown()) EXPECT_NE(std::find(own.begin(), own.end(), key), own.end()) << key;
  // An edit moves numbers of other stages: they come, the first ones of this stage stay, nothing else moves.
  const QRect board_at = board()->geometry(), strip_at = strip->geometry();
  const Part sonar = part("Sonar");
  session.perform({"", MovePart{sonar.id, sonar.place + Vec3(0.0, 0.01, 0.0)}});
  settle();
  const std::vector<std::string> shown = strip->shown();
  EXPECT_NE(std::find(shown.begin(), shown.end(), "heel"), shown.end());
  EXPECT_EQ(std::vector<std::string>(shown.begin(), shown.begin() + 3),
            std::vector<std::string>(own.begin(), own.begin() + 3));
  EXPECT_EQ(board()->geometry(), board_at);
  EXPECT_EQ(strip->geometry(), strip_at);
  EXPECT_TRUE(strip->accessibleDescription().contains("Heel"));
  // Narrower windows show fewer, never cut ones.
  window->resize(1024, 700);
  settle();
  for (const std::string& key : strip->shown()) EXPECT_GE(strip->cell_rect(key).width(), 90) << key;
}

TEST_F(Bench, ACellTellsWhyByMouseAndByKeyAndLOpensAllNumbers) {
  auto* strip = find<LedgerStrip>("ledger_strip");
  auto* lines = find<QListWidget>("why_lines");
  QTest::mouseClick(strip, Qt::LeftButton, {}, strip->cell_rect("trim").center());
  settle();
  EXPECT_TRUE(lines->isVisible());
  click("why_back");
  strip->setFocus();
  QTest::keyClick(strip, Qt::Key_Right);
  QTest::keyClick(strip, Qt::Key_Return);
  settle();
  EXPECT_TRUE(lines->isVisible());
  click("why_back");
  auto* all = find<Ledger>("ledger");
  EXPECT_FALSE(all->isVisible());
  QTest::mouseClick(strip, Qt::LeftButton, {}, strip->all_rect().center());
  settle();
  EXPECT_TRUE(all->isVisible());
  QTest::keyClick(window.get(), Qt::Key_L);
  settle();
  EXPECT_FALSE(all->isVisible());
}

TEST_F(Bench, FindingsOfTheStageComeFirstAndTheOthersAreCounted) {
  const auto first_row = [&]() -> FindingRow* {
    FindingRow* top = nullptr;
    for (FindingRow* r : window->findChildren<FindingRow*>())
      if (r->isVisible() && (!top || r->y() < top->y())) top = r;
    return top;
  };
  for (const Stage stage : {Stage::flotation, Stage::drive, Stage::seal}) {
    window->choose_stage(stage);
    settle();
    ASSERT_NE(first_row(), nullptr);
    EXPECT_EQ(first_row()->finding().stage, stage) << static_cast<int>(stage);
    EXPECT_EQ(find<QLabel>("finding_title")->text(), stage_name(stage));
    int headings = 0;
    for (QLabel* label : window->findChildren<QLabel*>())
      if (label->isVisible() && label->text().startsWith("Other stages:")) {
        ++headings;
        EXPECT_FALSE(label->text().contains(stage_name(stage)));
      }
    EXPECT_EQ(headings, 1);
  }
  // A stage with nothing wrong says so and gives the board the height.
  window->choose_stage(Stage::flotation);
  settle();
  const int board_height = board()->height();
  window->choose_stage(Stage::hull);
  settle();
  EXPECT_TRUE(find<QLabel>("finding_counts")->text().contains("nothing wrong"))
      << find<QLabel>("finding_counts")->text().toStdString();
  EXPECT_GT(board()->height(), board_height + 40);
}

TEST_F(Bench, ANumberAloneIsInTheUnitThatStoodThere) {
  window->choose_stage(Stage::drive);
  settle();
  auto* opening = find<QLineEdit>("drive_drive_throttle_opening_s");
  EXPECT_EQ(opening->text(), "0.4 s");
  opening->setFocus();
  opening->selectAll();
  QTest::keyClicks(opening, "0.8");
  QTest::keyClick(opening, Qt::Key_Return);
  EXPECT_NEAR(session.project().drive().opening, 0.8, 1e-12);
  opening->selectAll();
  QTest::keyClicks(opening, "0.1 min");
  QTest::keyClick(opening, Qt::Key_Return);
  EXPECT_NEAR(session.project().drive().opening, 6.0, 1e-12);
}
