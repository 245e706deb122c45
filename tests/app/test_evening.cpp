// An evening at the bench, from brief to a crash and back, through the window alone.
#include <QComboBox>
#include <QListWidget>
#include <QProcess>
#include <QSignalSpy>
#include <QTableWidget>
#include <cmath>

#include "bench.h"
#include "devices/weigh_page.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"
#include "ledger/ledger.h"
#include "pdf_words.h"
#include "project/json.h"
#include "shelf/shelf.h"
#include "stages/hull/import_job.h"
#include "trial/bath_test.h"

using namespace plucky;
using namespace plucky::test;

TEST_F(Bench, AnEveningAtTheBench) {
  // --- Brief to hull.
  window->show_chooser(true);
  settle();
  click("choose_brief");
  type(find<QLineEdit>("boat_name"), "Garganey");
  type(find<QLineEdit>("boat_purpose"), "carries a lamp across the mere");
  type(find<QLineEdit>("size_load"), "1.1 kg");
  type(find<QLineEdit>("wanted_freeboard"), "1 1/4 in");
  click("work_out");
  finish_job();
  find<QListWidget>("sizes")->setCurrentRow(0);
  click("make_boat");
  ASSERT_EQ(session.project().hull.family, HullFamily::deep_v);
  EXPECT_EQ(session.project().name, "Garganey");
  const double sized = session.now().hull->model.length();
  EXPECT_GT(sized, 0.3);

  // --- Import a mesh instead: our own skin a tenth larger, in millimetres.
  TriangleMesh mesh = session.now().hull->model.skin;
  for (Vec3& v : mesh.vertices) v *= 1.1;
  const QString stl = folder.filePath("larger.stl");
  write_file_atomically(stl.toStdString(), write_stl(mesh));
  QSignalSpy read(window->findChild<ImportJob*>(), &ImportJob::finished);
  window->import_hull(stl);
  ASSERT_TRUE(wait_for([&] { return !read.isEmpty(); }));
  settle();
  click("import_use");
  ASSERT_EQ(session.project().hull.family, HullFamily::imported);
  EXPECT_NEAR(session.now().hull->model.length(), 1.1 * sized, 1e-3);

  // --- Parts from the catalogue.
  for (const char* wanted : {"4S 5000", "motor 36", "ESC 100", "servo standard", "receiver"}) {
    window->choose_stage(Stage::layout);
    session.select(0);
    settle();
    auto* search = find<QLineEdit>("catalogue_search");
    search->clear();
    QTest::keyClicks(search, wanted);
    if (find<QListWidget>("catalogue")->count() == 0) {
      search->clear();
      QTest::keyClicks(search, QString(wanted).section(' ', 0, 0));
    }
    click("add_part");
  }
  ASSERT_EQ(session.project().layout.parts.size(), 5u);
  const Id battery = session.project().layout.parts[0].id;

  // --- Weigh three on the simulated scale.
  window->show_weighing();
  settle();
  WeighPage* weighing = window->weighing();
  weighing->practice()->start({"--interval", "5", "--speed", "20"});
  ASSERT_TRUE(wait_for([&] { return weighing->link()->is_open(); }));
  auto* choice = find<QComboBox>("weigh_part");
  const double grams[] = {506.0, 251.5, 139.2};
  for (int i = 0; i < 3; ++i) {
    choice->setCurrentIndex(i);
    weighing->practice()->say(QString("put %1").arg(grams[i]));
    ASSERT_TRUE(wait_for([&] {
      const auto kg = weighing->link()->listener().settled();
      return kg && std::abs(1000 * *kg - grams[i]) < 0.5;
    }));
    click("weigh_take");
    EXPECT_NEAR(1000 * session.project().layout.parts[static_cast<std::size_t>(i)].measured_mass.value_or(0), grams[i],
                0.3);
  }
  click("scale_connect");
  click("weigh_back");

  // --- The battery too far forward and the servo inside the ESC make findings; "do it" mends them.
  window->choose_stage(Stage::flotation);
  settle();
  const double bow = session.now().hull->model.box.high.x();
  session.select(battery);
  settle();
  type(find<QLineEdit>("part_x"), QString::number(1000 * 0.72 * bow, 'f', 0).toUtf8().constData());
  const Vec3 esc = session.project().layout.parts[2].place;
  session.perform({"Servo into the ESC", MovePart{session.project().layout.parts[3].id, esc}});
  settle();
  int mended = 0;
  for (int round = 0; round < 8 && mended < 2; ++round) {
    FindingRow* offered = nullptr;
    try_offers();
    for (FindingRow* r : window->findChildren<FindingRow*>()) {
      auto* button = r->findChild<QPushButton*>("do_it");
      if (!offered && r->isVisible() && button->isVisible() && button->isEnabled() &&
          r->finding().severity >= Severity::watch)
        offered = r;
    }
    std::string open;
    for (const Finding& f : session.now().findings)
      if (f.severity >= Severity::watch)
        open += "\n" + session.said(f.text).toStdString() + (f.remedy ? " [an offer]" : "");
    ASSERT_NE(offered, nullptr) << "after " << mended << open;
    const std::string rule = offered->finding().id;
    const Id subject = offered->finding().subject;
    QTest::mouseClick(offered->findChild<QPushButton*>("do_it"), Qt::LeftButton);
    settle();
    bool still = false;
    for (const Finding& f : session.now().findings)
      still = still || (f.id == rule && f.subject == subject && f.severity >= Severity::watch);
    mended += still ? 0 : 1;
  }
  EXPECT_EQ(mended, 2);

  // --- Pin and compare.
  QTest::keyClick(window.get(), Qt::Key_P, Qt::ControlModifier);
  session.select(session.project().layout.parts[2].id);
  settle();
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Right, Qt::ShiftModifier);
  QTest::keyClick(window.get(), Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
  settle();
  auto* pins = find<QTableWidget>("pins_table");
  ASSERT_TRUE(pins->isVisible());
  EXPECT_NE(pins->item(1, 1)->text(), pins->item(1, 2)->text());
  click("shelf_close");

  // --- Bath test: the boat came out 80 g heavier, low amidships.
  Project built = session.project();
  built.layout.correction =
      MassCorrection{.mass = 0.080, .moment = 0.080 * Vec3(0.4 * bow, 0.0, 0.03), .origin = "glue"};
  const Assessment real = assess(built);
  ASSERT_TRUE(real.flotation.upright());
  QTest::keyClick(window.get(), Qt::Key_B, Qt::ControlModifier);
  settle();
  const auto points = bath_points(session.now().hull->model);
  for (std::size_t i = 0; i < points.size(); ++i)
    type(find<QLineEdit>(QString("bath_%1").arg(i).toUtf8().constData()),
         QString::number(1000 * real.flotation.plane.height(points[i].place), 'f', 2).toUtf8().constData());
  click("bath_adopt");
  EXPECT_NEAR(session.now().mass.total, real.mass.total, 0.004);

  // --- Launch card.
  const QString card = folder.filePath("garganey.pdf");
  ASSERT_TRUE(window->write_card(card));
  EXPECT_TRUE(words_of(card).contains("Garganey"));

  // --- Crash, recover.
  const QString path = folder.filePath("garganey.plucky");
  ASSERT_TRUE(session.save(path));
  window->open_boat(path);
  session.perform({"", Rename{"Garganey the second"}});
  window->autosave()->keep();
  const Project lost = session.project();
  window.reset();

  Session next;
  open_window(&next);
  window->show();
  window->open_boat(path);
  settle();
  EXPECT_EQ(project_to_json(next.project()), project_to_json(lost));
  EXPECT_EQ(*next.project().hull.mesh, *lost.hull.mesh);
  EXPECT_TRUE(next.modified());
  EXPECT_TRUE(notice().contains("Recovered"));
  ASSERT_TRUE(next.save(path));
  EXPECT_EQ(project_to_json(load_project(path.toStdString())), project_to_json(lost));
  window.reset();
}
