// Stow again, through the window: a part held, places found, one way taken and taken back.
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>

#include "bench.h"
#include "stages/layout/stow_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {
class StowBench : public Bench {};
}  // namespace

TEST_F(StowBench, DabchicksPartsFindBetterPlacesAndHeldOnesStay) {
  window->choose_stage(Stage::layout);
  QTest::keyClick(window.get(), Qt::Key_A, Qt::ShiftModifier);
  settle();
  auto* view = window->findChild<StowView*>();
  ASSERT_TRUE(view && view->isVisible());
  auto* held = find<QListWidget>("stow_held");
  int receiver = -1;
  for (int i = 0; i < held->count(); ++i)
    if (held->item(i)->text().startsWith("Receiver")) receiver = i;
  ASSERT_GE(receiver, 0);
  held->item(receiver)->setCheckState(Qt::Checked);
  EXPECT_FALSE(find<QPushButton>("stow_take")->isEnabled());
  click("stow_work");
  ASSERT_TRUE(wait_for([&] { return !view->at_work(); }, 60000));
  settle();
  auto* table = find<QTableWidget>("stow_ways");
  ASSERT_GE(table->rowCount(), 2) << view->words().toStdString();
  const Project before = session.project();
  const Vec3 was = part("Receiver").place;
  const double off = view->answer().before.cg_off;
  EXPECT_TRUE(view->words().contains("from")) << view->words().toStdString();
  click("stow_take");
  settle();
  EXPECT_LT(stow_measures(session.now()).cg_off, off) << "its battery lay too far forward";
  EXPECT_EQ((part("Receiver").place - was).norm(), 0.0);
  EXPECT_FALSE(find<QPushButton>("stow_take")->isEnabled());
  session.undo();
  settle();
  EXPECT_EQ(session.project(), before);
}
