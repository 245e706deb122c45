// Findings, inspector, stages, files and import through the real window.
#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <QCheckBox>
#include <QComboBox>
#include <QListWidget>
#include <QMenu>
#include <QMessageBox>
#include <QSignalSpy>
#include <QSplitter>
#include <QStackedWidget>
#include <QTableWidget>
#include <QTimer>
#include <QTreeWidget>
#include <assimp/Exporter.hpp>
#include <assimp/Importer.hpp>
#include <set>

#include "bench.h"
#include "inspector/quantity_edit.h"
#include "inspector/section_heading.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stages/hull/import_page.h"
#include "stem/stem.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, DoItMendsATrimFindingAndUndoBringsItBack) {
  const Project before = session.project();
  QPushButton* button = offer("float.trim");
  ASSERT_NE(button, nullptr);
  EXPECT_TRUE(button->text().startsWith("Slide Battery 4S 5000"));
  QTest::mouseClick(button, Qt::LeftButton);
  settle();
  EXPECT_LT(part("Battery").place.x(), before.layout.parts[0].place.x());
  EXPECT_EQ(row("float.trim"), nullptr);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  settle();
  EXPECT_EQ(session.project(), before);
  EXPECT_NE(row("float.trim"), nullptr);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
  settle();
  EXPECT_EQ(row("float.trim"), nullptr);
}

TEST_F(Bench, ShowMeSelectsThePartAndTurnsToItsStage) {
  session.perform({"", MovePart{part("Servo").id, part("Servo").place + Vec3(0, 0, -0.05)}});
  settle();
  FindingRow* r = row("layout.skin");
  ASSERT_NE(r, nullptr);
  QTest::mouseClick(r->findChild<QPushButton*>("show_me"), Qt::LeftButton);
  EXPECT_EQ(session.selection(), part("Servo").id);
  EXPECT_EQ(find<Stem>("stem")->stage(), Stage::layout);
}

TEST_F(Bench, PassedChecksAreShownWhenAsked) {
  const auto visible_rows = [&] {
    int n = 0;
    for (FindingRow* r : window->findChildren<FindingRow*>()) n += r->isVisible();
    return n;
  };
  const int few = visible_rows();
  find<QCheckBox>("fine_too")->click();
  settle();
  EXPECT_EQ(visible_rows(), static_cast<int>(session.now().findings.size()));
  EXPECT_GT(visible_rows(), few);
}

TEST_F(Bench, FieldsTakeUnitsAsTyped) {
  session.select(part("Receiver").id);
  settle();
  type(find<QLineEdit>("part_x"), "4 1/2 in");
  EXPECT_NEAR(part("Receiver").place.x(), 4.5 * 0.0254, 1e-12);
  type(find<QLineEdit>("part_mass"), "1 oz");
  EXPECT_NEAR(part("Receiver").mass, 0.028349523125, 1e-12);
  type(find<QLineEdit>("part_measured"), "26.5");
  EXPECT_NEAR(*part("Receiver").measured_mass, 0.0265, 1e-12);
  QTest::keyClick(find<QLineEdit>("part_measured"), Qt::Key_A, Qt::ControlModifier);
  QTest::keyClick(find<QLineEdit>("part_measured"), Qt::Key_Delete);
  QTest::keyClick(find<QLineEdit>("part_measured"), Qt::Key_Return);
  settle();
  EXPECT_FALSE(part("Receiver").measured_mass.has_value());
  EXPECT_EQ(find<QLineEdit>("part_receiver_current_a")->text(), "");
  type(find<QLineEdit>("part_receiver_current_a"), "90 mA");
  EXPECT_EQ(std::get<Consumer>(part("Receiver").data).current, 0.09);
  EXPECT_FALSE(find<QLineEdit>("part_switch_current_limit_a")->isVisible());
  QTest::keyClick(find<QLineEdit>("part_receiver_current_a"), Qt::Key_A, Qt::ControlModifier);
  QTest::keyClick(find<QLineEdit>("part_receiver_current_a"), Qt::Key_Delete);
  QTest::keyClick(find<QLineEdit>("part_receiver_current_a"), Qt::Key_Return);
  settle();
  EXPECT_EQ(part("Receiver").data, ComponentData());
  type(find<QLineEdit>("part_name"), "Rx");
  EXPECT_EQ(part("Rx").kind, PartKind::receiver);
}

TEST_F(Bench, NonsenseSaysWhatWasExpectedAndKeepsTheOldValue) {
  session.select(part("Receiver").id);
  settle();
  const Project before = session.project();
  auto* x = find<QuantityEdit>("part_x");
  const QString shown = x->text();
  type(x, "about there");
  EXPECT_TRUE(notice().contains("is not a length such as")) << notice().toStdString();
  EXPECT_TRUE(notice().contains("old value stays"));
  EXPECT_EQ(x->text(), shown);
  EXPECT_EQ(session.project(), before);
  type(find<QLineEdit>("part_length"), "-3 mm");
  EXPECT_TRUE(notice().contains("needs a size above zero"));
  EXPECT_EQ(session.project(), before);
  type(find<QLineEdit>("part_mass"), "-5 g");
  EXPECT_EQ(session.project(), before);
}

TEST_F(Bench, HullMeasuresAnswerOrAreRefusedWithTheReason) {
  window->choose_stage(Stage::hull);
  settle();
  const double volume = session.now().hull->model.volume;
  type(find<QLineEdit>("beam_m"), "230");
  EXPECT_NEAR(session.project().hull.shape.beam, 0.23, 1e-12);
  EXPECT_GT(session.now().hull->model.volume, volume);
  const Project good = session.project();
  type(find<QLineEdit>("deadrise_midships_rad"), "49");
  EXPECT_TRUE(notice().contains("lifts the chine above the deck edge"));
  EXPECT_EQ(session.project(), good);
  EXPECT_TRUE(find<QLineEdit>("deadrise_midships_rad")->text().startsWith("20"));
  EXPECT_FALSE(find<QLineEdit>("bilge_radius_m")->isVisible());  // not a measure of a deep V
  auto* family = find<QComboBox>("hull_family");
  const int round = family->findData(static_cast<int>(HullFamily::round_bilge));
  family->setCurrentIndex(round);
  emit family->activated(round);
  settle();
  EXPECT_EQ(session.project().hull.family, HullFamily::round_bilge);
  EXPECT_NEAR(session.project().hull.shape.length, 0.62, 1e-12);
  EXPECT_TRUE(find<QLineEdit>("bilge_radius_m")->isVisible());
}

TEST_F(Bench, StagesAreReachedByKeyAndMouseAndNeverLock) {
  auto* stem = find<Stem>("stem");
  for (int n = 1; n <= 9; ++n) {
    QTest::keyClick(window.get(), static_cast<Qt::Key>(Qt::Key_0 + n), Qt::AltModifier);
    EXPECT_EQ(static_cast<int>(stem->stage()), n);
  }
  QTest::mouseClick(stem, Qt::LeftButton, {}, stem->mark_rect(Stage::brief).center());
  EXPECT_EQ(stem->stage(), Stage::brief);
  EXPECT_TRUE(find<QLineEdit>("wanted_freeboard")->isVisible());
  stem->setFocus();
  QTest::keyClick(stem, Qt::Key_Down);
  EXPECT_EQ(stem->stage(), Stage::hull);
}

TEST_F(Bench, TheBriefDecidesWhatIsWanted) {
  window->choose_stage(Stage::brief);
  settle();
  EXPECT_EQ(finding("float.freeboard"), nullptr);
  type(find<QLineEdit>("wanted_freeboard"), "90 mm");
  EXPECT_NE(finding("float.freeboard"), nullptr);
  type(find<QLineEdit>("trim_high"), "-3");
  EXPECT_TRUE(notice().contains("above the lowest"));
  auto* water = find<QComboBox>("boat_water");
  const double freeboard = session.now().freeboard.least;
  water->setCurrentIndex(1);
  emit water->activated(1);
  EXPECT_GT(session.now().freeboard.least, freeboard);  // salt water carries more
}

TEST_F(Bench, PartsComeAboardFromTheCatalogueByKeyboard) {
  window->choose_stage(Stage::layout);
  settle();
  const std::size_t before = session.project().layout.parts.size();
  auto* search = find<QLineEdit>("catalogue_search");
  search->setFocus();
  QTest::keyClicks(search, "foam 200");
  auto* list = find<QListWidget>("catalogue");
  ASSERT_EQ(list->count(), 1);
  find<QPushButton>("add_part")->setFocus();
  QTest::keyClick(find<QPushButton>("add_part"), Qt::Key_Space);
  settle();
  ASSERT_EQ(session.project().layout.parts.size(), before + 1);
  const Part& foam = session.project().layout.parts.back();
  EXPECT_EQ(foam.kind, PartKind::foam);
  EXPECT_EQ(session.selection(), foam.id);
  EXPECT_TRUE(session.now().fit(foam.id)->skin.inside);
  QTest::keyClicks(search, " nothing like it");
  find<QPushButton>("add_part")->click();
  EXPECT_TRUE(notice().contains("No part of the catalogue"));
}

TEST_F(Bench, TheMassBudgetSelectsAndAddsUp) {
  window->choose_stage(Stage::layout);
  settle();
  auto* budget = find<QTreeWidget>("budget");
  EXPECT_EQ(budget->topLevelItemCount(), static_cast<int>(session.now().mass.items.size()));
  EXPECT_TRUE(budget->topLevelItem(0)->text(0).startsWith("Battery"));  // heaviest first
  const QRect r = budget->visualItemRect(budget->topLevelItem(0));
  QTest::mouseClick(budget->viewport(), Qt::LeftButton, {}, r.center());
  EXPECT_EQ(session.selection(), part("Battery").id);
}

TEST_F(Bench, FittingsAreAddedChangedAndTakenOut) {
  window->choose_stage(Stage::layout);
  settle();
  auto* add = find<QPushButton>("add_fitting");
  const std::size_t bulkheads = session.project().hull.bulkheads.size();
  add->menu()->actions().at(2)->trigger();
  ASSERT_EQ(session.project().hull.bulkheads.size(), bulkheads + 1);
  const Id id = session.project().hull.bulkheads.back().id;
  session.select(id);
  settle();
  type(find<QLineEdit>("fitting_name"), "Motor bulkhead");
  EXPECT_EQ(session.project().hull.bulkheads.back().name, "Motor bulkhead");
  for (QuantityEdit* e : find<QStackedWidget>("inspector")->currentWidget()->findChildren<QuantityEdit*>())
    if (e->isVisible()) type(e, "350 mm");
  EXPECT_NEAR(session.project().hull.bulkheads.back().x, 0.35, 1e-12);
  EXPECT_NE(finding("layout.bulkhead"), nullptr);
  action("Delete selection")->trigger();
  EXPECT_EQ(session.project().hull.bulkheads.size(), bulkheads);
  // A rail tells who stood on it.
  session.select(session.project().layout.rails[0].id);
  settle();
  action("Delete selection")->trigger();
  EXPECT_TRUE(notice().contains("Battery 4S 5000"));
}

TEST_F(Bench, SlidingAndBallastAnswerTheQuestionsTurnedRound) {
  window->choose_stage(Stage::flotation);
  settle();
  type(find<QLineEdit>("wanted_trim"), "-0.4");
  find<QPushButton>("slide_for_trim")->click();
  EXPECT_NEAR(degrees(session.now().flotation.plane.attitude.trim), -0.4, 0.01);
  session.select(0);
  settle();
  type(find<QLineEdit>("wanted_waterline"), "55 mm");
  type(find<QLineEdit>("ballast_height"), "12 mm");
  find<QPushButton>("add_ballast")->click();
  EXPECT_NEAR(session.now().flotation.plane.z_at(0.2), 0.055, 1e-6);
  EXPECT_NEAR(session.now().flotation.plane.attitude.trim, 0.0, 1e-6);
  EXPECT_EQ(session.project().layout.parts.back().kind, PartKind::ballast);
  session.undo();
  session.select(0);
  settle();
  type(find<QLineEdit>("wanted_waterline"), "10 mm");
  find<QPushButton>("add_ballast")->click();
  EXPECT_TRUE(notice().contains("too heavy"));
}

TEST_F(Bench, UnitsSwitchEverywhere) {
  session.select(part("Battery").id);
  settle();
  EXPECT_EQ(find<QLineEdit>("part_length")->text(), "138.0 mm");
  action("Inch")->trigger();
  settle();
  EXPECT_EQ(find<QLineEdit>("part_length")->text(), "5.433 in");
  EXPECT_TRUE(row("float.cg")->findChild<QLabel*>("finding_text")->text().contains(" in from the transom"));
  action("Metric")->trigger();
  EXPECT_EQ(find<QLineEdit>("part_length")->text(), "138.0 mm");
}

TEST_F(Bench, PinnedStatesStayAreComparedAndAdopted) {
  QTest::keyClick(window.get(), Qt::Key_P, Qt::ControlModifier);
  ASSERT_EQ(session.pins().size(), 1u);
  const Project first = session.project();
  session.perform({"", RemovePart{part("Sonar").id}});
  QTest::keyClick(window.get(), Qt::Key_P, Qt::ControlModifier);
  session.perform({"", RemovePart{part("GPS").id}});
  ASSERT_EQ(session.pins().size(), 2u);
  EXPECT_GT(session.pins()[0].state->mass.total, session.pins()[1].state->mass.total);
  QTest::keyClick(window.get(), Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
  settle();
  auto* table = find<QTableWidget>("pins_table");
  ASSERT_TRUE(table->isVisible());
  ASSERT_EQ(table->columnCount(), 4);  // number, now, two pins
  EXPECT_EQ(table->item(0, 2)->text(), session.shown({session.pins()[0].state->mass.total, Dimension::mass}));
  click("adopt_pin_0");
  EXPECT_EQ(session.project().layout, first.layout);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);  // adopting is one step
  EXPECT_NE(session.project().layout, first.layout);
  click("drop_pin_1");
  EXPECT_EQ(session.pins().size(), 1u);
  action("Drop all pins")->trigger();
  EXPECT_TRUE(session.pins().empty());
}

TEST_F(Bench, TheRightingArmOpensFollowsAndCloses) {
  QTest::keyClick(window.get(), Qt::Key_R);
  settle();
  ASSERT_TRUE(window->shelf()->isVisible());
  const QString words = shelf_words();
  EXPECT_TRUE(words.contains("vanishes at"));
  session.perform({"", MovePart{part("ESC").id, part("ESC").place + Vec3(0, 0, -0.03)}});
  settle();
  EXPECT_NE(shelf_words(), words);
  QTest::keyClick(window.get(), Qt::Key_R);
  EXPECT_FALSE(window->shelf()->isVisible());
}

TEST_F(Bench, SavesOpensAndAsksBeforeLosingChanges) {
  const QString path = folder.filePath("d.plucky");
  session.perform({"", Rename{"Dabchick the second"}});
  EXPECT_TRUE(session.modified());
  ASSERT_TRUE(session.save(path));
  EXPECT_FALSE(session.modified());
  const Project saved = session.project();
  session.perform({"", RemovePart{part("Sonar").id}});
  QTimer::singleShot(0, [] {
    auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget());
    ASSERT_NE(box, nullptr);
    box->button(QMessageBox::Cancel)->click();
  });
  EXPECT_FALSE(window->close());
  EXPECT_TRUE(session.open(path));
  EXPECT_EQ(session.project(), saved);
  EXPECT_FALSE(session.can_undo());
}

TEST_F(Bench, ABadFileLeavesBoatAndScreenAsTheyWere) {
  const QString path = folder.filePath("bad.plucky");
  write_file_atomically(path.toStdString(), "this is no boat");
  const Project before = session.project();
  EXPECT_FALSE(session.open(path));
  EXPECT_TRUE(notice().contains("bad.plucky"));
  EXPECT_EQ(session.project(), before);
}

namespace {

/// Reads a hull through the window and waits for the import page.
ImportPage* import_and_wait(Session& session, MainWindow& window, const QString& path) {
  window.import_hull(path);
  EXPECT_TRUE(QTest::qWaitFor([&] { return !session.job()->running(); }, patience * 20000));
  QApplication::processEvents();
  return window.findChild<ImportPage*>();
}

}  // namespace

TEST_F(Bench, AHullWhoseShapeDoesNotTellIsAskedAbout) {
  const std::string path = folder.filePath("block.stl").toStdString();
  write_file_atomically(path, write_stl(prism({{-0.03, 0}, {0.03, 0}, {0.03, 0.04}, {-0.03, 0.04}}, 0.3)));
  import_and_wait(session, *window, QString::fromStdString(path));
  EXPECT_TRUE(find<QLabel>("import_unsure")->text().contains("which end is the bow and which side is the deck"));
  EXPECT_FALSE(find<QPushButton>("import_use")->isEnabled());
  auto* right = find<QCheckBox>("import_lies_right");
  QTest::mouseClick(right, Qt::LeftButton, {}, QPoint(9, right->height() / 2));
  settle();
  EXPECT_TRUE(find<QPushButton>("import_use")->isEnabled());
  click("import_use");
  EXPECT_EQ(session.project().hull.family, HullFamily::imported);
}

TEST_F(Bench, AHullOfAnotherToolImportsFloatsTakesPartsSavesAndOpensAgain) {
  // Written by Assimp from our own skin, turned so that its axes are foreign: millimetres, y ahead.
  const TriangleMesh skin = build_hull(demo_fleet()[1].hull).skin;
  TriangleMesh foreign = skin;
  for (Vec3& v : foreign.vertices) v = Vec3(-v.y(), v.x(), v.z());
  const std::string ours = folder.filePath("ours.obj").toStdString(),
                    theirs = folder.filePath("theirs.stl").toStdString();
  TriangleMesh mm = foreign;
  for (Vec3& v : mm.vertices) v *= 1000.0;
  write_file_atomically(ours, write_obj(mm));
  Assimp::Importer importer;
  const aiScene* scene = importer.ReadFile(ours, aiProcess_Triangulate);
  ASSERT_NE(scene, nullptr) << importer.GetErrorString();
  ASSERT_EQ(Assimp::Exporter().Export(scene, "stl", theirs), AI_SUCCESS);

  ImportPage* page = import_and_wait(session, *window, QString::fromStdString(theirs));
  ASSERT_TRUE(page->isVisible());
  EXPECT_EQ(find<QComboBox>("import_unit")->currentText(), "millimetre");
  EXPECT_EQ(find<QComboBox>("import_forward")->currentText(), "+y");
  EXPECT_EQ(find<QComboBox>("import_up")->currentText(), "+z");
  QTest::mouseClick(find<QPushButton>("import_use"), Qt::LeftButton);
  settle();
  ASSERT_EQ(session.project().hull.family, HullFamily::imported);
  EXPECT_NEAR(session.now().hull->model.length(), 0.54, 1e-5);
  EXPECT_NEAR(session.now().hull->model.volume, signed_volume(skin), 1e-3 * signed_volume(skin));
  EXPECT_EQ(session.now().flotation.status, FloatStatus::afloat);
  EXPECT_FALSE(page->isVisible());

  window->choose_stage(Stage::layout);
  settle();
  QTest::keyClicks(find<QLineEdit>("catalogue_search"), "ballast 50");
  find<QPushButton>("add_part")->click();
  settle();
  EXPECT_TRUE(part("Lead ballast, 50 g").id != 0);
  const QString path = folder.filePath("foreign.plucky");
  ASSERT_TRUE(session.save(path));
  const Assessment before = session.now();
  ASSERT_TRUE(session.open(path));
  EXPECT_EQ(*session.project().hull.mesh, *before.project.hull.mesh);
  EXPECT_EQ(session.now().flotation.plane, before.flotation.plane);
  EXPECT_EQ(session.project().layout, before.project.layout);
}

TEST_F(Bench, AnOpenTubIsReportedRepairedAndUsed) {
  TriangleMesh tub = build_hull(demo_fleet()[1].hull).skin;
  const std::size_t all = tub.triangles.size();
  std::erase_if(tub.triangles, [&](const Triangle& t) {
    return tub.vertices[t[0]].z() > 0.07 && tub.vertices[t[1]].z() > 0.07 && tub.vertices[t[2]].z() > 0.07;
  });
  ASSERT_LT(tub.triangles.size(), all);
  const QString path = folder.filePath("tub.stl");
  write_file_atomically(path.toStdString(), write_stl(tub));
  ImportPage* page = import_and_wait(session, *window, path);
  ASSERT_TRUE(page->isVisible());
  EXPECT_TRUE(find<QLabel>("import_report")->text().contains("open edges"));
  find<QCheckBox>("repair_large")->setChecked(true);
  find<QPushButton>("import_repair")->click();
  finish_job();
  EXPECT_TRUE(find<QLabel>("import_told")->text().contains("Closed 1 hole"));
  find<QPushButton>("import_use")->click();
  settle();
  EXPECT_EQ(session.now().flotation.status, FloatStatus::afloat);
  EXPECT_TRUE(session.now().hull->mesh.closed());
}

TEST_F(Bench, ABrokenMeshIsAnsweredInWordsAndACancelledOneForgotten) {
  const Project before = session.project();
  const QString path = folder.filePath("broken.stl");
  write_file_atomically(path.toStdString(), "solid x\nfacet normal 0 0 0\n");
  import_and_wait(session, *window, path);
  EXPECT_TRUE(notice().contains("broken.stl")) << notice().toStdString();
  EXPECT_EQ(session.project(), before);
  write_file_atomically(path.toStdString(), write_stl(sphere(0.3, 200, 300)));
  window->import_hull(path);
  ASSERT_TRUE(find<QPushButton>("cancel_job")->isVisible());
  QTest::mouseClick(find<QPushButton>("cancel_job"), Qt::LeftButton);
  EXPECT_TRUE(notice().contains("Cancelled"));
  QTest::qWait(400);
  EXPECT_FALSE(window->findChild<ImportPage*>()->isVisible());
  EXPECT_EQ(session.project(), before);
}

TEST_F(Bench, TheWholeFleetComesToTheBench) {
  ASSERT_EQ(demo_fleet().size(), 10u);
  for (const Project& p : demo_fleet()) {
    session.adopt(p, {});
    settle();
    EXPECT_EQ(session.now().flotation.status, FloatStatus::afloat) << p.name;
    EXPECT_TRUE(session.now().flotation.upright()) << p.name;
    for (const Finding& f : session.now().findings)
      if (f.stage == Stage::layout) {
        EXPECT_LT(f.severity, Severity::stop) << p.name << ": " << f.text;
      }
    EXPECT_TRUE(window->windowTitle().startsWith(QString::fromStdString(p.name)));
  }
}

TEST_F(Bench, EveryActionHasWordsAndNoShortcutIsTakenTwice) {
  std::set<QString> taken;
  int actions = 0;
  for (QAction* a : window->findChildren<QAction*>()) {
    if (a->isSeparator() || a->menu()) continue;
    ++actions;
    EXPECT_FALSE(a->text().isEmpty());
    if (!a->shortcut().isEmpty()) {
      EXPECT_TRUE(taken.insert(a->shortcut().toString()).second) << a->shortcut().toString().toStdString();
    }
  }
  EXPECT_GT(actions, 30);
}

TEST_F(Bench, FieldsAndListsHaveAccessibleNames) {
  for (int n = 1; n <= 9; ++n) {
    window->choose_stage(static_cast<Stage>(n));
    settle();
    for (QWidget* w : window->findChildren<QWidget*>()) {
      const bool named = qobject_cast<QLineEdit*>(w) || qobject_cast<QComboBox*>(w) || qobject_cast<QTreeWidget*>(w) ||
                         qobject_cast<QListWidget*>(w);
      if (named && w->isVisible() && w->focusPolicy() != Qt::NoFocus && !w->objectName().startsWith("qt_")) {
        EXPECT_FALSE(w->accessibleName().isEmpty()) << w->objectName().toStdString();
      }
    }
  }
}

TEST_F(Bench, TheRightColumnIsWidenedByItsEdgeAndStaysSo) {
  auto* columns = find<QSplitter>("columns");
  const int before = columns->sizes().back();
  const int board_before = board()->width();
  QSplitterHandle* edge = columns->handle(1);
  const QPoint at = edge->rect().center();
  QTest::mousePress(edge, Qt::LeftButton, {}, at);
  QMouseEvent move(QEvent::MouseMove, at - QPoint(90, 0), edge->mapToGlobal(at - QPoint(90, 0)), Qt::NoButton,
                   Qt::LeftButton, {});
  QApplication::sendEvent(edge, &move);
  QTest::mouseRelease(edge, Qt::LeftButton, {}, at - QPoint(90, 0));
  settle();
  EXPECT_NEAR(columns->sizes().back(), before + 90, 3);
  EXPECT_NEAR(board()->width(), board_before - 90, 3);
  window->resize(1360, 820);  // a window that changes its size keeps it
  settle();
  EXPECT_NEAR(columns->sizes().back(), before + 90, 3);
  MainWindow next(&session);
  next.resize(1280, 800);
  next.show();
  settle();
  EXPECT_NEAR(next.findChild<QSplitter*>("columns")->sizes().back(), before + 90, 3);
  settings::set_side_width(0);
}

TEST_F(Bench, ASectionFoldsByMouseAndKeyAndIsRemembered) {
  window->choose_stage(Stage::hull);
  settle();
  auto* skin = find<SectionHeading>("section_skin");
  auto* thickness = find<QLineEdit>("shell_thickness");
  ASSERT_TRUE(thickness->isVisible());
  QTest::mouseClick(skin, Qt::LeftButton);
  settle();
  EXPECT_FALSE(thickness->isVisible());
  EXPECT_TRUE(skin->accessibleName().contains("folded"));
  window->choose_stage(Stage::drive);
  window->choose_stage(Stage::hull);
  settle();
  EXPECT_FALSE(thickness->isVisible());
  {
    MainWindow next(&session);
    EXPECT_TRUE(next.findChild<SectionHeading*>("section_skin")->folded());
  }
  skin->setFocus();
  QTest::keyClick(skin, Qt::Key_Space);
  settle();
  EXPECT_TRUE(thickness->isVisible());
  EXPECT_FALSE(find<SectionHeading>("section_form")->folded());
}
