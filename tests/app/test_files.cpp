// Files and other programs, through the window: nothing of anybody's work is lost.
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFile>
#include <QFileDialog>
#include <QMessageBox>
#include <QScrollArea>
#include <QScrollBar>
#include <QStackedWidget>
#include <QTimer>
#include <QWheelEvent>
#include <set>

#include "bench.h"
#include "io/file.h"
#include "io/project_file.h"
#include "own_parts/own_parts.h"
#include "report/launch_card.h"
#include "session/ask_where.h"
#include "stem/stem.h"
#include "window/application.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// Answers the next question with a button, and keeps its words.
void answer_next(QMessageBox::StandardButton button, QString* words) {
  QTimer::singleShot(0, [=] {
    auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
    ASSERT_NE(box, nullptr);
    *words = box->text();
    box->button(button)->click();
  });
}

}  // namespace

TEST_F(Bench, AFileThatAnotherProgramWroteIsNotOverwrittenWithoutAWord) {
  const QString path = folder.filePath("mere.plucky");
  ASSERT_TRUE(session.save(path));
  EXPECT_FALSE(session.changed_on_disk());
  // The other program saves its own boat there.
  Project other = demo_fleet()[1];
  save_project(other, path.toStdString());
  EXPECT_TRUE(session.changed_on_disk());
  session.perform({"", Rename{"Mine"}});
  QString words;
  answer_next(QMessageBox::Cancel, &words);
  EXPECT_FALSE(window->save());
  EXPECT_TRUE(words.contains("mere.plucky")) << words.toStdString();
  EXPECT_EQ(load_project(path.toStdString()).name, other.name);
  EXPECT_TRUE(session.modified());
  answer_next(QMessageBox::Save, &words);
  EXPECT_TRUE(window->save());
  EXPECT_EQ(load_project(path.toStdString()).name, "Mine");
  // From now on it is ours again; and a file that was taken away is simply written.
  session.perform({"", Rename{"Mine too"}});
  EXPECT_TRUE(window->save());
  QFile::remove(path);
  session.perform({"", Rename{"Mine again"}});
  EXPECT_TRUE(window->save());
}

TEST_F(Bench, ANameWithoutItsSuffixDoesNotReplaceAnotherBoatUnasked) {
  const QString path = folder.filePath("teal.plucky");
  write_file_atomically(path.toStdString(), "another boat");
  const auto type_the_stem = [&] {
    QTimer::singleShot(0, [&] {
      auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
      ASSERT_NE(dialog, nullptr);
      dialog->findChild<QLineEdit*>("fileNameEdit")->setText(folder.filePath("teal"));
      QTimer::singleShot(0, [] {
        auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
        ASSERT_NE(box, nullptr);
        EXPECT_TRUE(box->text().contains("teal.plucky"));
        box->button(QMessageBox::Cancel)->click();
      });
      dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save)->click();
    });
  };
  type_the_stem();
  EXPECT_FALSE(window->save_as());
  EXPECT_EQ(read_file(path.toStdString(), 100), "another boat");
}

TEST_F(Bench, TwoProgramsOnOneBoatKeepTheirOwnAutosaves) {
  const QString path = folder.filePath("shared.plucky");
  ASSERT_TRUE(session.save(path));
  Session second;
  second.adopt(load_project(path.toStdString()), path);
  const QString unsaved = folder.filePath("unsaved");
  Autosave ours(&session, unsaved), theirs(&second, unsaved);
  session.perform({"", Rename{"One"}});
  ours.keep();
  second.perform({"", Rename{"Two"}});
  theirs.keep();
  ASSERT_FALSE(ours.file().isEmpty());
  ASSERT_FALSE(theirs.file().isEmpty());
  EXPECT_NE(ours.file(), theirs.file());
  const QString kept = ours.file();
  theirs.discard();
  EXPECT_EQ(load_project(kept.toStdString()).name, "One");
}

TEST_F(Bench, ABoatWithTheLongestNameIsKeptToo) {
  const QString path = folder.filePath(QString(247, 'n') + ".plucky");
  ASSERT_TRUE(session.save(path));
  Autosave autosave(&session, folder.filePath("unsaved"));
  session.perform({"", Rename{"Kept"}});
  autosave.keep();
  ASSERT_FALSE(autosave.file().isEmpty());
  EXPECT_EQ(load_project(autosave.file().toStdString()).name, "Kept");
}

TEST_F(Bench, WhatASlotThrowsIsToldAndTheBoatStays) {
  const Project before = session.project();
  auto* application = dynamic_cast<Application*>(QApplication::instance());
  ASSERT_NE(application, nullptr);
  QString told;
  application->tell_by([&](const QString& why) { told = why; });
  QTimer::singleShot(0, [] { throw std::bad_alloc(); });
  QTest::qWait(20);
  EXPECT_TRUE(told.contains("memory"));
  QTimer::singleShot(0, [] { throw std::runtime_error("the solver lost its way"); });
  QTest::qWait(20);
  EXPECT_TRUE(told.contains("lost its way"));
  application->tell_by({});
  EXPECT_EQ(session.project(), before);
  EXPECT_TRUE(window->isVisible());
}

TEST_F(Bench, AnEditThatNothingCouldReadAgainIsRefusedWithItsPlace) {
  const Project before = session.project();
  CoolingCircuit hot = before.cooling;
  hot.water = 70.0;
  EXPECT_FALSE(session.perform({"", ChangeCooling{hot}}));
  EXPECT_TRUE(notice().contains("water_c"));
  EXPECT_EQ(session.project(), before);
  EXPECT_FALSE(session.can_undo());
  // Nor does a part like that set the builder's own collection aside.
  OwnParts own(folder.filePath("own.json"));
  Part part = before.layout.parts.front();
  own.keep(part);
  part.name = "Anchor";
  part.mass = 500.0;
  EXPECT_THROW(own.keep(part), InvalidInput);
  EXPECT_EQ(own.list().size(), 1u);
  EXPECT_EQ(OwnParts(folder.filePath("own.json")).list().size(), 1u);
}

TEST_F(Bench, ASheetThatCannotBeWrittenLeavesTheEarlierOne) {
  const QString path = folder.filePath("card.pdf");
  write_file_atomically(path.toStdString(), "earlier");
  QFile(path).setPermissions(QFile::ReadOwner);
  EXPECT_FALSE(window->write_card(path));
  EXPECT_EQ(read_file(path.toStdString(), 100), "earlier");
  EXPECT_TRUE(notice().contains("card.pdf"));
}

TEST_F(Bench, EveryStageOfTheStemHasItsPage) {
  std::set<const QWidget*> pages;
  for (const StageMark& mark : stage_marks()) {
    auto* stem = window->findChild<Stem*>("stem");
    QTest::mouseClick(stem, Qt::LeftButton, {}, stem->mark_rect(mark.stage).center());
    settle();
    EXPECT_EQ(window->stage(), mark.stage);
    pages.insert(window->findChild<QStackedWidget*>("inspector")->currentWidget());
  }
  EXPECT_EQ(pages.size(), 9u);
}

TEST_F(Bench, TheWheelScrollsThePageAndNeverEdits) {
  window->resize(1024, 700);
  window->choose_stage(Stage::drive);
  settle();
  auto* scroll = window->findChild<QScrollArea*>("inspector_scroll");
  ASSERT_NE(scroll, nullptr);
  ASSERT_GT(scroll->verticalScrollBar()->maximum(), 0);
  const Project before = session.project();
  int tried = 0;
  for (QComboBox* box : scroll->findChildren<QComboBox*>()) {
    if (!box->isVisible()) continue;
    const int index = box->currentIndex(), at = scroll->verticalScrollBar()->value();
    box->setFocus();
    const QPoint middle = box->rect().center();
    const int down = at < scroll->verticalScrollBar()->maximum() ? -120 : 120;
    QWheelEvent event(middle, box->mapToGlobal(middle), {}, {0, down}, Qt::NoButton, {}, Qt::NoScrollPhase, false);
    QApplication::sendEvent(box, &event);
    EXPECT_EQ(box->currentIndex(), index) << box->objectName().toStdString();
    EXPECT_NE(scroll->verticalScrollBar()->value(), at) << box->objectName().toStdString();
    ++tried;
  }
  EXPECT_GT(tried, 2);
  EXPECT_EQ(session.project(), before);
}

TEST_F(Bench, APageIsAsTallAsItsOwnContent) {
  auto* stack = find<QStackedWidget>("inspector");
  window->choose_stage(Stage::drive);
  settle();
  const int tall = stack->minimumSizeHint().height();
  window->choose_stage(Stage::flotation);
  settle();
  EXPECT_LT(stack->minimumSizeHint().height(), tall);
  const auto* scroll = window->findChild<QScrollArea*>("inspector_scroll");
  const int page = stack->currentWidget()->minimumSizeHint().height(), room = scroll->viewport()->height();
  EXPECT_EQ(scroll->verticalScrollBar()->maximum(), std::max(0, page - room));
  EXPECT_EQ(stack->minimumSizeHint().height(), stack->currentWidget()->minimumSizeHint().height());
}
