// Views at every size, look and stage: nothing falls outside, nothing is drawn over something else unseen.
#include "bench.h"
#include "stages/float/float_charts.h"
#include "stem/stem.h"
#include "theme/theme.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, TheWholeBoatLiesOnTheBoardAtEverySize) {
  for (const Project& boat : demo_fleet()) {
    session.adopt(boat, {});
    for (const QSize size : {QSize(1024, 700), QSize(1280, 800), QSize(1920, 1080)}) {
      window->resize(size);
      settle();
      const BoardMap& m = board()->map();
      const QRectF all(board()->rect());
      for (const Part& p : session.project().layout.parts) {
        EXPECT_TRUE(m.profile_area().contains(part_in_profile(m, p))) << boat.name << " " << p.name << size.width();
        EXPECT_TRUE(m.plan_area().contains(part_in_plan(m, p))) << boat.name << " " << p.name << size.width();
      }
      const Box3& hull = session.now().hull->model.box;
      EXPECT_TRUE(all.contains(m.profile(hull.low.x(), hull.low.z())));
      EXPECT_TRUE(all.contains(m.plan(hull.high.x(), hull.high.y())));
      EXPECT_TRUE(all.contains(m.plan(hull.low.x(), hull.low.y())));
      // Profile and plan keep out of the ruler.
      EXPECT_LT(m.profile(0, hull.low.z()).y(), m.ruler_area().top());
      EXPECT_GT(m.plan(0, hull.high.y()).y(), m.ruler_area().bottom());
      EXPECT_FALSE(m.section_area().intersects(
          QRectF(m.profile(hull.low.x(), hull.high.z()), m.profile(hull.high.x(), hull.low.z()))));
    }
  }
}

TEST_F(Bench, EveryStageDrawsInBothLooks) {
  for (const bool dark : {false, true}) {
    set_dark(dark);
    for (int n = 1; n <= 9; ++n) {
      window->choose_stage(static_cast<Stage>(n));
      settle();
      const QImage image = window->grab().toImage();
      // The paper shows between the marks, in the look's own colour.
      const QPoint at = board()->mapTo(window.get(), QPoint(8, board()->height() - 8));
      EXPECT_EQ(image.pixelColor(at).name(), look().paper.name()) << n;
    }
  }
  set_dark(false);
}

TEST_F(Bench, TheInspectorNeverNeedsMoreWidthThanItHas) {
  for (int n = 1; n <= 9; ++n) {
    window->choose_stage(static_cast<Stage>(n));
    settle();
    const QWidget* page = find<QWidget>("inspector");
    EXPECT_LE(page->minimumSizeHint().width(), 332) << n;
  }
  for (const Part& p : session.project().layout.parts) {
    session.select(p.id);
    settle();
    EXPECT_LE(find<QWidget>("inspector")->minimumSizeHint().width(), 332) << p.name;
  }
}

TEST_F(Bench, CautionsStandWhereSomeoneCanBeHurt) {
  const auto shown_cautions = [&] {
    QStringList words;
    for (const QLabel* l : window->findChildren<QLabel*>())
      if (l->property("caution").toBool() && l->isVisible()) words << l->text();
    return words.join(' ');
  };
  session.select(part("Battery").id);
  settle();
  EXPECT_TRUE(shown_cautions().contains("Lithium"));
  session.select(part("Servo").id);
  settle();
  EXPECT_FALSE(shown_cautions().contains("Lithium"));
  session.select(0);
  window->choose_stage(Stage::hull);
  settle();
  EXPECT_TRUE(shown_cautions().contains("dust"));
  window->choose_stage(Stage::brief);
  settle();
  EXPECT_TRUE(shown_cautions().contains("Cold water"));
}

TEST_F(Bench, ABoatThatSinksStillHasItsScreen) {
  session.select(part("Motor").id);
  settle();
  type(find<QLineEdit>("part_measured"), "30 kg");
  EXPECT_EQ(session.now().flotation.status, FloatStatus::sinks);
  ASSERT_NE(row("float.afloat"), nullptr);
  const QString words = row("float.afloat")->findChild<QLabel*>("finding_text")->text();
  EXPECT_TRUE(words.contains("it sinks"));
  EXPECT_TRUE(words.contains("of volume is missing"));
  session.select(0);
  window->choose_stage(Stage::flotation);
  window->show_shelf("righting");
  settle();
  EXPECT_TRUE(shelf_words().contains("does not float"));
  EXPECT_FALSE(window->grab().isNull());
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_EQ(session.now().flotation.status, FloatStatus::afloat);
}

TEST_F(Bench, TheStemCountsWhatIsWrong) {
  auto* stem = find<Stem>("stem");
  const QImage before = stem->grab().toImage();
  session.perform({"", MovePart{part("Servo").id, part("Servo").place + Vec3(0, 0, -0.05)}});
  settle();
  EXPECT_GT(session.now().count(Severity::stop, Stage::layout), 0);
  const QImage after = stem->grab().toImage();
  // Only the layout mark gained a count.
  const QRect layout = stem->mark_rect(Stage::layout), brief = stem->mark_rect(Stage::brief);
  EXPECT_GT(pixels_apart(before.copy(layout), after.copy(layout)), 10);
  EXPECT_EQ(pixels_apart(before.copy(brief), after.copy(brief)), 0);
}

TEST_F(Bench, TheRightingChartReadsUnderThePointer) {
  window->show_shelf("righting");
  settle();
  auto* plot = find<QWidget>("righting_plot");
  const QPoint at(plot->width() / 3, plot->height() / 2);
  QMouseEvent event(QEvent::MouseMove, at, plot->mapToGlobal(at), Qt::NoButton, Qt::NoButton, {});
  QApplication::sendEvent(plot, &event);
  EXPECT_TRUE(shelf_words().startsWith("At "));
}
