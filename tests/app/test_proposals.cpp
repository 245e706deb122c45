// Whole boats from the brief through the window: asked for, looked at, one taken, taken back.
#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QTableWidget>
#include <QToolButton>

#include "bench.h"
#include "drive/drive.h"
#include "stages/brief/proposal_view.h"
#include "words/words.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class ProposalBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->choose_stage(Stage::brief);
    window->show_shelf("proposals");
    settle();
    view = window->findChild<ProposalView*>();
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  void decide(const char* box, const QString& words) {
    auto* b = find<QComboBox>(box);
    b->setCurrentIndex(b->findText(words));
    ASSERT_EQ(b->currentText(), words);
  }
  QString refused;
  ProposalView* view = nullptr;
};

}  // namespace

TEST_F(ProposalBench, ABoatForTheBriefIsTakenAsOneEditFromChooserToLaunchCard) {
  EXPECT_FALSE(find<QPushButton>("take_proposal")->isEnabled());
  decide("proposal_family", "deep-V planing monohull");
  decide("proposal_drive", term(mounting_name(Mounting::shaft)));
  click("propose");
  finish_job();
  auto* table = find<QTableWidget>("proposals");
  ASSERT_EQ(table->rowCount(), 1) << refused.toStdString() << view->words().toStdString();
  ASSERT_EQ(view->boats().size(), 1u);
  const Proposal boat = view->boats().front();
  EXPECT_TRUE(boat.sound()) << view->words().toStdString();
  EXPECT_TRUE(find<QLabel>("proposal_reasons")->text().contains("planing V")) << "the reason of the choice is read";
  EXPECT_TRUE(table->item(0, 2)->text().contains("kg") || table->item(0, 2)->text().contains("g"));
  const Project before = session.project();
  click("take_proposal");
  settle();
  EXPECT_EQ(session.project().name, before.name);
  EXPECT_EQ(session.project().brief.payload, before.brief.payload);
  EXPECT_NEAR(session.now().mass.total, boat.mass, 1e-6);
  EXPECT_EQ(session.now().count(Severity::stop), 0) << "a boat that is proposed may be launched by its findings";
  EXPECT_EQ(session.project().hull.family, HullFamily::deep_v);
  // It goes on like any other boat: to the water, and back to the old one by one undo.
  window->choose_stage(Stage::trial);
  settle();
  EXPECT_TRUE(session.now().power.full.runs());
  session.undo();
  settle();
  EXPECT_EQ(session.project(), before);
}

TEST_F(ProposalBench, ABriefThatIsChangedAfterwardsIsToldAndNothingFoundSaysWhy) {
  decide("proposal_family", "round-bilge displacement hull");
  decide("proposal_drive", term(propulsor_name(Propulsor::jet)));
  click("propose");
  finish_job();
  EXPECT_EQ(find<QTableWidget>("proposals")->rowCount(), 0);
  EXPECT_TRUE(view->words().contains("decided")) << view->words().toStdString();
  EXPECT_FALSE(find<QPushButton>("take_proposal")->isEnabled());
}

TEST_F(ProposalBench, WhatIsFixedOfABoatComesBackInTheNextOnes) {
  decide("proposal_family", "scow or landing barge");
  decide("proposal_drive", term(mounting_name(Mounting::pod)));
  click("propose");
  finish_job();
  ASSERT_EQ(view->boats().size(), 1u) << view->words().toStdString();
  const Proposal first = view->boats().front();
  auto* lock = find<QToolButton>("proposal_lock");
  QAction *hull = nullptr, *battery = nullptr;
  for (QAction* a : lock->menu()->actions()) {
    if (a->objectName() == "lock_hull") hull = a;
    if (a->objectName() == "lock_battery") battery = a;
  }
  ASSERT_TRUE(hull && battery);
  hull->trigger();
  battery->trigger();
  settle();
  EXPECT_TRUE(lock->text().contains("2"));
  EXPECT_FALSE(find<QComboBox>("proposal_family")->isEnabled());
  click("propose");
  finish_job();
  ASSERT_EQ(view->boats().size(), 1u) << refused.toStdString() << view->words().toStdString();
  EXPECT_EQ(view->boats().front().project.hull.shape, first.project.hull.shape);
  EXPECT_EQ(view->boats().front().project.layout.first(PartKind::battery)->name,
            first.project.layout.first(PartKind::battery)->name);
  hull->trigger();
  settle();
  EXPECT_TRUE(find<QComboBox>("proposal_family")->isEnabled());
}
