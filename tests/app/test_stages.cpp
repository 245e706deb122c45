// Every stage that is built is whole: page, board, shelf, guide, picture; and the window reads all of it from one list.
#include <gtest/gtest.h>

#include <QFile>
#include <set>

#include "bench.h"
#include "inspector/form.h"
#include "ledger/ledger_strip.h"
#include "shelf/shelf.h"
#include "stages/stages.h"
#include "stem/stem.h"

using namespace plucky;
using namespace plucky::test;

TEST(StageModules, EachStandsOnceInOrderWithItsPage) {
  Stage last{};
  for (const StageModule& m : stage_modules()) {
    EXPECT_GT(m.stage, last) << stage_name(m.stage);
    last = m.stage;
    EXPECT_NE(m.page, nullptr) << stage_name(m.stage);
    EXPECT_TRUE(m.overlays.testFlag(Overlay::water)) << stage_name(m.stage);
    EXPECT_EQ(stage_module(m.stage), &m);
  }
  EXPECT_GE(stage_modules().size(), 8u);
}

TEST(StageModules, PagesOfTheShelfHaveNamesAndKeysOfTheirOwn) {
  std::set<QString> names, keys;
  for (const ShelfEntry& e : shelf_entries()) {
    EXPECT_TRUE(names.insert(e.offer->key).second) << e.offer->key;
    EXPECT_TRUE(keys.insert(e.offer->keys).second) << e.offer->key;
    EXPECT_TRUE(QString(e.offer->menu).contains('&')) << e.offer->key;
  }
  std::size_t offered = 0;
  for (const StageModule& m : stage_modules()) offered += m.shelf.size();
  EXPECT_EQ(names.size(), offered);
}

TEST(StageModules, WhatAStageDrawsOnTheBoardItShowsByItself) {
  std::set<Overlay> layers;
  for (const StageModule& m : stage_modules())
    for (const BoardLayer& layer : m.layers) {
      EXPECT_TRUE(layers.insert(layer.overlay).second) << stage_name(m.stage);
      EXPECT_TRUE(m.overlays.testFlag(layer.overlay)) << stage_name(m.stage);
      EXPECT_FALSE(overlay_name(layer.overlay).isEmpty());
    }
  EXPECT_FALSE(layers.empty());
}

TEST_F(Bench, EveryStageOfTheListHasItsPageAndTheStemMarksTheOthers) {
  std::set<QWidget*> pages;
  auto* stack = find<QStackedWidget>("inspector");
  for (const StageModule& m : stage_modules()) {
    window->choose_stage(m.stage);
    settle();
    EXPECT_NE(qobject_cast<Page*>(stack->currentWidget()), nullptr) << stage_name(m.stage);
    EXPECT_TRUE(pages.insert(stack->currentWidget()).second) << stage_name(m.stage);
    EXPECT_EQ(board()->state().overlays, m.overlays) << stage_name(m.stage);
  }
  for (const StageMark& mark : stage_marks()) EXPECT_NE(stage_module(mark.stage), nullptr) << mark.name.toStdString();
}

TEST_F(Bench, EveryPageOfTheShelfOpensByItsMenuEntryAndTellsItsName) {
  for (const ShelfEntry& e : shelf_entries()) {
    QAction* entry = nullptr;
    for (QAction* a : window->findChildren<QAction*>())
      if (a->shortcut() == QKeySequence(e.offer->keys)) entry = a;
    ASSERT_NE(entry, nullptr) << e.offer->key;
    EXPECT_EQ(entry->text(), QString(e.offer->menu));
    entry->trigger();
    settle();
    EXPECT_TRUE(window->shelf()->isVisible()) << e.offer->key;
    EXPECT_EQ(window->shelf()->current(), QString(e.offer->key));
    EXPECT_FALSE(shelf_words().isEmpty() && window->shelf()->page(e.offer->key)->table().empty()) << e.offer->key;
    entry->trigger();
    settle();
    EXPECT_FALSE(window->shelf()->isVisible()) << e.offer->key;
  }
}

TEST_F(Bench, AStageWithNothingYetTellsTheNextStepInPlaceOfDashes) {
  auto* strip = find<LedgerStrip>("ledger_strip");
  for (const StageModule& m : stage_modules()) {
    window->choose_stage(m.stage);
    settle();
    if (m.stage != Stage::cool) {
      EXPECT_TRUE(strip->next_step().isEmpty()) << stage_name(m.stage);
    }
  }
  session.adopt(Project{}, {});
  for (const Stage stage : {Stage::drive, Stage::layout, Stage::cool}) {
    window->choose_stage(stage);
    settle();
    EXPECT_FALSE(strip->next_step().isEmpty()) << stage_name(stage);
    const std::vector<LedgerRow> rows = plucky::ledger(session.now());
    for (const std::string& key : strip->shown())
      EXPECT_TRUE(std::any_of(rows.begin(), rows.end(), [&](const LedgerRow& r) { return r.key == key && r.value; }))
          << stage_name(stage) << ": " << key;
  }
}

TEST_F(Bench, ABoatThatStaysCoolWithoutWaterIsNotSentToThePlumbing) {
  auto* strip = find<LedgerStrip>("ledger_strip");
  take_demo("Mudwren");
  window->choose_stage(Stage::cool);
  settle();
  EXPECT_TRUE(strip->next_step().contains("nothing in it gets too hot"));
  Drive drive = session.project().drive();
  drive.motor.temperature_limit = 50.0;
  session.perform({"Motor", ChangeDrive{drive}});
  settle();
  EXPECT_TRUE(strip->next_step().contains("Compare cooling layouts"));
}

TEST_F(Bench, AtAStageTheShelfOffersItsOwnPages) {
  auto* tabs = find<QTabBar>("shelf_tabs");
  const auto offered = [&](const QString& title) {
    for (int i = 0; i < tabs->count(); ++i)
      if (tabs->tabText(i) == title) return tabs->isTabVisible(i);
    return false;
  };
  for (const StageModule& m : stage_modules()) {
    window->choose_stage(m.stage);
    settle();
    for (const ShelfEntry& e : shelf_entries()) {
      const bool own = e.stage == m.stage || e.offer->tab == ShelfOffer::Tab::everywhere;
      const bool rest = m.at_rest && (stage_module(e.stage)->at_rest || e.offer->tab == ShelfOffer::Tab::rest);
      EXPECT_EQ(offered(window->shelf()->page(e.offer->key)->title()), own || rest)
          << stage_name(m.stage) << ": " << e.offer->key;
    }
  }
}
