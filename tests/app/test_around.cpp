// Around the bench: chooser, recent boats, autosave and recovery, all commands, preferences, keyboard reach.
#include <QComboBox>
#include <QDialog>
#include <QDirIterator>
#include <QLineEdit>
#include <QListWidget>
#include <QMenuBar>
#include <QMessageBox>
#include <QProcess>
#include <QRegularExpression>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTimer>
#include <set>

#include "actions/action_list.h"
#include "bench.h"
#include "chooser/chooser.h"
#include "help/tour.h"
#include "io/file.h"
#include "io/project_file.h"
#include "ledger/ledger.h"
#include "settings/settings.h"
#include "stem/stem.h"
#include "theme/theme.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, TheChooserPutsAFleetBoatOnTheBenchByMouseAndByKey) {
  QTest::keyClick(window.get(), Qt::Key_O, Qt::ControlModifier | Qt::ShiftModifier);
  settle();
  auto* chooser = find<Chooser>("chooser");
  ASSERT_TRUE(chooser->isVisible());
  // Cards draw their boat once the window is up.
  auto* card = find<QAbstractButton>("card_Stickleback");
  QTest::qWait(50);
  const QImage picture = card->grab().toImage();
  std::set<QRgb> colours;
  for (int x = 20; x < picture.width() - 20; x += 3) colours.insert(picture.pixel(x, picture.height() / 3));
  EXPECT_GT(colours.size(), 3u);
  click("card_Stickleback");
  EXPECT_EQ(session.project().name, "Stickleback");
  EXPECT_FALSE(chooser->isVisible());
  window->show_chooser(true);
  find<QAbstractButton>("card_Mudwren")->setFocus();
  QTest::keyClick(find<QAbstractButton>("card_Mudwren"), Qt::Key_Space);
  settle();
  EXPECT_EQ(session.project().name, "Mudwren");
  window->show_chooser(true);
  settle();
  click("choose_brief");
  EXPECT_TRUE(session.project().layout.parts.empty());
  EXPECT_TRUE(find<QLineEdit>("boat_purpose")->isVisible());
  window->show_chooser(true);
  settle();
  click("choose_back");
  EXPECT_FALSE(chooser->isVisible());
}

TEST_F(Bench, RecentBoatsAreOfferedAndOpened) {
  const QString path = folder.filePath("teal.plucky");
  session.perform({"", Rename{"Teal"}});
  ASSERT_TRUE(session.save(path));
  window->open_boat(path);
  session.adopt(demo_fleet()[1], {});
  window->show_chooser(true);
  settle();
  ASSERT_TRUE(settings::recent_boats().contains(path));
  click("recent_boat");
  EXPECT_EQ(session.project().name, "Teal");
  EXPECT_EQ(session.path(), path);
}

TEST_F(Bench, AfterACrashTheWorkIsOfferedAgainAndTheFileIsUntouched) {
  const QString path = folder.filePath("dabchick.plucky");
  ASSERT_TRUE(session.save(path));
  window->open_boat(path);
  const Project saved = session.project();
  session.perform({"", RemovePart{part("Sonar").id}});
  window->autosave()->keep();
  const Project lost = session.project();
  ASSERT_TRUE(QFile::exists(autosave_beside(path)));
  // While this program holds it, nobody is offered it.
  for (const Leftover& l : Autosave(&session).leftovers({path})) EXPECT_NE(l.belongs_to, path);
  window.reset();  // gone without closing: the autosave stays
  EXPECT_EQ(load_project(path.toStdString()), saved);

  Session next;
  MainWindow again(&next);
  again.show();
  again.show_chooser(true);
  settle();
  auto* offer = again.findChild<QPushButton*>("recover_0");
  ASSERT_NE(offer, nullptr);
  EXPECT_TRUE(offer->text().contains("dabchick"));
  QTest::mouseClick(offer, Qt::LeftButton);
  settle();
  EXPECT_EQ(next.project().layout, lost.layout);
  EXPECT_EQ(next.path(), path);
  EXPECT_TRUE(next.modified());
  EXPECT_EQ(load_project(path.toStdString()), saved);
  ASSERT_TRUE(next.save(path));
  EXPECT_FALSE(QFile::exists(autosave_beside(path)));
}

TEST_F(Bench, ADamagedAutosaveNeverHidesTheGoodFile) {
  const QString path = folder.filePath("good.plucky");
  ASSERT_TRUE(session.save(path));
  const Project saved = session.project();
  write_file_atomically(autosave_beside(path).toStdString(), "half a zip, cut off by a dead disk");
  window->open_boat(path);
  settle();
  EXPECT_TRUE(notice().contains("damaged"));
  EXPECT_TRUE(notice().contains("untouched"));
  EXPECT_EQ(session.project(), saved);
  EXPECT_EQ(session.path(), path);
  EXPECT_TRUE(QFile::exists(autosave_beside(path) + ".damaged"));
}

TEST_F(Bench, EditsAreKeptBySelfAndSavingTakesTheAutosaveAway) {
  window->autosave()->set_delay(0.05);
  session.perform({"", Rename{"Teal"}});
  ASSERT_TRUE(wait_for([&] { return !window->autosave()->file().isEmpty(); }));
  const QString file = window->autosave()->file();
  EXPECT_EQ(load_project(file.toStdString()).name, "Teal");
  session.undo();
  EXPECT_FALSE(QFile::exists(file));  // nothing is unsaved any more
}

TEST(Recovery, WorkOfAProgramKilledWithoutWarningComesBack) {
  QTemporaryDir home;
  QDir(home.path()).mkpath("config/plucky-hull");
  write_file_atomically(home.filePath("config/plucky-hull/plucky-hull.conf").toStdString(),
                        "[General]\nautosave_s=0.5\n");
  QProcess program;
  QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
  env.insert("QT_QPA_PLATFORM", "offscreen");
  env.insert("XDG_CONFIG_HOME", home.filePath("config"));
  env.insert("XDG_DATA_HOME", home.filePath("data"));
  program.setProcessEnvironment(env);
  program.start(PLUCKY_HULL, {"--demo", "Dabchick", "--move", "Battery=-60mm"});
  const QString unsaved = home.filePath("data/plucky-hull/unsaved");
  Session session;
  const Autosave autosave(&session, unsaved);
  const auto files = [&] { return QDir(unsaved).entryList({"*.autosave"}, QDir::Files).size(); };
  ASSERT_TRUE(QTest::qWaitFor([&] { return files() == 1; }, 60000));
  EXPECT_TRUE(autosave.leftovers({}).empty());  // it still runs
  program.kill();
  ASSERT_TRUE(program.waitForFinished());
  const auto left = autosave.leftovers({});
  ASSERT_EQ(left.size(), 1u);
  Autosave heir(&session, unsaved);
  ASSERT_TRUE(heir.recover(left[0]));
  const double was = demo_fleet()[0].layout.parts[0].place.x();
  EXPECT_NEAR(session.project().layout.parts[0].place.x(), was - 0.060, 1e-9);
  EXPECT_TRUE(session.modified());
  heir.discard();
  EXPECT_EQ(files(), 0);
}

TEST_F(Bench, EveryActionIsFoundByItsWordsAndDoneByKeyboard) {
  // Dialogs that a command opens are answered by keys, as a person would.
  QTimer closer;
  int dialogs = 0;
  closer.callOnTimeout([&] {
    if (auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget())) {
      ++dialogs;
      QTest::keyClick(box->button(QMessageBox::Discard), Qt::Key_Space);
    } else if (QWidget* dialog = QApplication::activeModalWidget()) {
      ++dialogs;
      QTest::keyClick(dialog, Qt::Key_Escape);
    }
  });
  closer.start(5);
  std::vector<QString> paths;
  for (const NamedAction& a : all_actions(window->menuBar())) paths.push_back(a.path);
  EXPECT_GT(paths.size(), 60u);
  int walked = 0;
  const Project boat = demo_fleet().front();
  for (const QString& path : paths) {
    if (path == "Boat: Quit") continue;  // tried by its own test
    if (!(session.project() == boat)) session.adopt(boat, {});
    session.select(part("Servo").id);
    window->activateWindow();
    window->setFocus();
    settle();
    QTest::keyClick(window.get(), Qt::Key_K, Qt::ControlModifier);
    settle();
    auto* search = find<QLineEdit>("action_search");
    ASSERT_TRUE(search->isVisible()) << path.toStdString();
    // Names of undo and the recent boats change with what happens; all others must be found by their whole path.
    // What an ordinary keyboard has: ellipses and degree signs are left out.
    QTest::keyClicks(search, QString(path).remove(':').replace(QRegularExpression("[^ -~]"), " "));
    QAction* wanted = nullptr;
    for (const NamedAction& a : all_actions(window->menuBar()))
      if (a.path == path) wanted = a.action;
    ASSERT_NE(wanted, nullptr) << path.toStdString();
    auto* list = find<QListWidget>("action_found");
    if (!wanted->isEnabled()) {
      QTest::keyClick(search, Qt::Key_Escape);
      continue;
    }
    int at = -1;
    for (int i = 0; i < list->count() && at < 0; ++i)
      if (list->item(i)->text().section("    ", 0, 0) == path) at = i;
    ASSERT_GE(at, 0) << path.toStdString() << " typed without colons";
    for (int i = 0; i < at; ++i) QTest::keyClick(search, Qt::Key_Down);
    bool triggered = false;
    const auto watch = QObject::connect(wanted, &QAction::triggered, [&] { triggered = true; });
    QTest::keyClick(search, Qt::Key_Return);
    settle();
    QObject::disconnect(watch);
    EXPECT_TRUE(triggered) << path.toStdString();
    EXPECT_EQ(search->isVisible(), path == "Help: All commands") << path.toStdString();
    if (search->isVisible()) QTest::keyClick(search, Qt::Key_Escape);
    ++walked;
  }
  EXPECT_GT(walked, 55);
  EXPECT_GT(dialogs, 4);
  closer.stop();
  settings::set_units(UnitSystem::metric);
  settings::set_look_choice(settings::LookChoice::desktop);
  set_dark(false);
  for (QWidget* w : QApplication::topLevelWidgets())
    if (w->objectName() == "guide") w->close();
}

TEST_F(Bench, TabReachesEveryPartOfTheWindow) {
  try_offers();
  window->choose_stage(Stage::flotation);
  board()->setFocus();
  std::set<QWidget*> reached;
  for (int i = 0; i < 400; ++i) {
    QWidget* at = QApplication::focusWidget();
    ASSERT_NE(at, nullptr);
    if (!reached.insert(at).second && at == board()) break;
    QTest::keyClick(at, Qt::Key_Tab);
  }
  EXPECT_TRUE(reached.count(board()));
  EXPECT_TRUE(reached.count(find<QWidget>("stem")));
  EXPECT_TRUE(reached.count(find<QWidget>("ledger_strip")));
  EXPECT_TRUE(reached.count(find<QWidget>("heel_slider")));
  EXPECT_TRUE(reached.count(row("float.trim")->findChild<QPushButton*>("do_it")));
  EXPECT_TRUE(reached.count(find<QLineEdit>("wanted_trim")));
  for (QWidget* w : window->findChildren<QWidget*>()) {
    const bool control = qobject_cast<QLineEdit*>(w) || qobject_cast<QComboBox*>(w) || qobject_cast<QPushButton*>(w);
    if (control && w->isVisible() && w->isEnabled() && (w->focusPolicy() & Qt::TabFocus) &&
        !w->visibleRegion().isEmpty()) {
      EXPECT_TRUE(reached.count(w)) << w->objectName().toStdString();
    }
  }
}

TEST_F(Bench, PreferencesTakeEffectAtOnceAndAreKept) {
  QTest::keyClick(window.get(), Qt::Key_Comma, Qt::ControlModifier);
  settle();
  auto* units = find<QComboBox>("pref_units");
  ASSERT_TRUE(units->isVisible());
  units->setFocus();
  QTest::keyClick(units, Qt::Key_Down);
  settle();
  EXPECT_EQ(session.units(), UnitSystem::inch);
  EXPECT_EQ(settings::units(), UnitSystem::inch);
  auto* look_box = find<QComboBox>("pref_look");
  look_box->setCurrentIndex(2);
  emit look_box->activated(2);
  EXPECT_TRUE(look().dark);
  type(find<QLineEdit>("pref_autosave"), "30 s");
  EXPECT_EQ(settings::autosave_delay(), 30.0);
  type(find<QLineEdit>("pref_autosave"), "soon");
  EXPECT_TRUE(notice().contains("a time such as"));
  EXPECT_EQ(settings::autosave_delay(), 30.0);
  look_box->setCurrentIndex(1);
  emit look_box->activated(1);
  EXPECT_FALSE(look().dark);
  settings::set_units(UnitSystem::metric);
  settings::set_autosave_delay(2.0);
  click("pref_back");
  EXPECT_FALSE(units->isVisible());
}

TEST_F(Bench, TheWindowComesBackAsItWasLeft) {
  window->resize(1111, 777);
  window->choose_stage(Stage::layout);
  settle();
  ASSERT_TRUE(window->close());
  EXPECT_EQ(settings::last_stage(), static_cast<int>(Stage::layout));
  Session other;
  MainWindow again(&other);
  EXPECT_EQ(again.size(), QSize(1111, 777));
  settings::set_window_geometry({});
}

TEST_F(Bench, TheGuideOpensAtTheChapterOfTheStage) {
  for (const Stage stage : {Stage::brief, Stage::hull, Stage::drive, Stage::layout, Stage::flotation, Stage::seal,
                            Stage::cool, Stage::build, Stage::trial}) {
    if (stage != Stage::build) window->choose_stage(stage);
    window->activateWindow();
    settle();
    QTest::keyClick(window.get(), Qt::Key_F1);
    settle();
    auto* guide = window->findChild<QTextBrowser*>("guide");
    ASSERT_NE(guide, nullptr);
    if (stage == Stage::build) {
      EXPECT_NE(guide->document()->find("Build", 0, QTextDocument::FindWholeWords).position(), -1);
      continue;
    }
    EXPECT_EQ(guide->textCursor().block().text(), QString(stage_name(stage)));
    EXPECT_GT(guide->textCursor().block().blockFormat().headingLevel(), 0);
    const QScrollBar* bar = guide->verticalScrollBar();  // the last chapters stand as high as the end lets them
    EXPECT_TRUE(guide->cursorRect().top() < 60 || bar->value() == bar->maximum()) << stage_name(stage);
    guide->close();
  }
}

TEST_F(Bench, TheFirstTourIsSixStepsThatCanBeLeft) {
  session.adopt(demo_fleet()[2], {});
  const auto tour_action = [&] {
    for (const NamedAction& n : all_actions(window->menuBar()))
      if (n.path.contains("First tour")) n.action->trigger();
    settle();
  };
  tour_action();
  auto* tour = window->findChild<Tour*>();
  ASSERT_NE(tour, nullptr);
  EXPECT_TRUE(tour->isVisible());
  EXPECT_EQ(session.project().name, "Dabchick");
  for (int i = 0; i < 6; ++i) {
    EXPECT_TRUE(find<QLabel>("tour_title")->text().startsWith(QString::number(i + 1) + " of 6"));
    EXPECT_TRUE(tour->parentWidget()->rect().contains(tour->geometry()));
    if (i == 1) do_it("float.cg");  // what the step says to try works while the card is there
    click("tour_next");
  }
  EXPECT_FALSE(tour->isVisible());
  session.undo();
  tour_action();
  click("tour_next");
  click("tour_back");
  EXPECT_EQ(tour->step(), 0);
  click("tour_leave");
  EXPECT_FALSE(tour->isVisible());
  // Leaving a changed boat is asked for first, as always; the smallest window has room for the card.
  window->resize(1024, 700);
  tour_action();
  EXPECT_TRUE(tour->parentWidget()->rect().contains(tour->geometry()));
  QTest::keyClick(tour, Qt::Key_Escape);
  EXPECT_FALSE(tour->isVisible());
}

TEST_F(Bench, TheListOfCommandsAddsSwapsSetsAndGoes) {
  const auto run = [&](const char* words) {
    window->action_list()->open();
    auto* search = find<QLineEdit>("action_search");
    QTest::keyClicks(search, words);
    settle();
    const auto* list = find<QListWidget>("action_found");
    const QString first = list->count() > 0 ? list->item(0)->text() : QString();
    QTest::keyClick(search, Qt::Key_Return);
    settle();
    return first;
  };
  const std::size_t parts = session.project().layout.parts.size();
  EXPECT_TRUE(run("add motor 36 x 60 900").startsWith("Add Motor"));
  EXPECT_EQ(session.project().layout.parts.size(), parts + 1);
  session.undo();
  EXPECT_TRUE(run("swap battery 6s 5000").startsWith("Swap Battery"));
  EXPECT_EQ(session.project().drive().battery.cells, 6u);
  session.undo();
  EXPECT_TRUE(run("set length 600").contains("Length"));
  EXPECT_NEAR(session.project().hull.shape.length, 0.600, 1e-12);
  session.undo();
  EXPECT_TRUE(run("set pitch 45 mm").contains("Pitch"));
  EXPECT_NEAR(session.project().drive().screw.pitch, 0.045, 1e-12);
  session.undo();
  EXPECT_TRUE(run("go to sonar").startsWith("Go to Sonar"));
  EXPECT_EQ(session.selection(), part("Sonar").id);
  EXPECT_TRUE(run("mend slide").startsWith("Mend: Slide"));
  EXPECT_EQ(finding("float.cg"), nullptr);
}

TEST_F(Bench, TheGuideOpensFromHelp) {
  QTest::keyClick(window.get(), Qt::Key_F1);
  settle();
  auto* guide = window->findChild<QTextBrowser*>("guide");
  ASSERT_NE(guide, nullptr);
  EXPECT_TRUE(guide->isVisible());
  const QString words = guide->toPlainText();
  for (const char* topic : {"flotation test", "weighing bench", "weight sensitivity", "launch card", "autosave"})
    EXPECT_TRUE(words.contains(topic, Qt::CaseInsensitive)) << topic;
  guide->close();
}
