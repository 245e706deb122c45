// Sections drawn over a picture by mouse and keyboard until they are the boat's hull; bulwarks, marks and pods through
// the window.
#include <QCheckBox>
#include <QPainter>
#include <QTableWidget>

#include "bench.h"
#include "drive/drive_table.h"
#include "hull/morph.h"
#include "inspector/quantity_edit.h"
#include "io/project_file.h"
#include "stages/drive/drive_page.h"
#include "stages/hull/fitting_page.h"
#include "trace/trace_dialog.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A body plan of a box hull with a chine, foot in the middle at the bottom; two pixels a millimetre.
QString picture_of_a_plan(const QTemporaryDir& folder) {
  QImage image(640, 400, QImage::Format_RGB32);
  image.fill(Qt::white);
  QPainter p(&image);
  p.setPen(QPen(Qt::black, 2));
  p.drawLine(320, 0, 320, 400);
  p.drawLine(0, 360, 640, 360);
  p.drawPolyline(QPolygonF({{320, 360}, {420, 330}, {440, 240}}));
  p.end();
  QString path = folder.filePath("plan.png");
  return image.save(path) ? path : QString();
}

class TraceBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->show_trace();
    dialog = window->tracing();
    dialog->resize(980, 640);
    ASSERT_TRUE(dialog->open_picture(picture_of_a_plan(folder)));
    settle();
  }
  [[nodiscard]] QPoint at(double x, double y) const { return dialog->picture()->on_screen({x, y}).toPoint(); }
  void click_at(double x, double y) const {
    QTest::mouseClick(dialog->picture(), Qt::LeftButton, {}, at(x, y));
    settle();
  }
  void press_button(const char* name) const {
    QTest::mouseClick(dialog->findChild<QAbstractButton*>(name), Qt::LeftButton);
    settle();
  }
  void type_into(const char* name, const char* text) {
    auto* field = dialog->findChild<QLineEdit*>(name);
    ASSERT_NE(field, nullptr);
    type(field, text);
    settle();
  }
  void scale_and_foot() {
    press_button("trace_scale");
    click_at(120, 40);
    click_at(320, 40);
    type_into("trace_distance", "100 mm");
    press_button("trace_foot");
    click_at(320, 360);
  }
  void draw_section(const char* place, double narrower) {
    type_into("trace_place", place);
    press_button("trace_add");
    click_at(320, 360);
    click_at(320 + 100 * narrower, 330);
    QTest::mouseDClick(dialog->picture(), Qt::LeftButton, {}, at(320 + 100 * narrower, 330));
    click_at(320 + 120 * narrower, 240);
  }
  QTemporaryDir folder;
  TraceDialog* dialog = nullptr;
};

}  // namespace

TEST_F(TraceBench, FourSectionsBecomeTheHullAsOneEdit) {
  const Project before = session.project();
  EXPECT_FALSE(dialog->findChild<QAbstractButton*>("trace_take")->isEnabled());
  scale_and_foot();
  EXPECT_NEAR(*dialog->trace().scale(), 0.0005, 1e-5);
  draw_section("0 mm", 1.0);
  draw_section("150 mm", 1.0);
  draw_section("300 mm", 1.0);
  EXPECT_FALSE(dialog->findChild<QAbstractButton*>("trace_take")->isEnabled()) << "four are wanted";
  draw_section("450 mm", 0.4);
  auto* table = dialog->findChild<QTableWidget*>("trace_table");
  ASSERT_EQ(table->rowCount(), 4);
  EXPECT_EQ(table->item(0, 1)->text(), "3");
  EXPECT_EQ(table->item(0, 2)->text(), "1") << "the chine";
  ASSERT_TRUE(dialog->findChild<QAbstractButton*>("trace_take")->isEnabled())
      << dialog->findChild<QLabel*>("trace_words")->text().toStdString();
  press_button("trace_take");
  EXPECT_FALSE(dialog->isVisible());
  const HullModel& hull = session.now().hull->model;
  EXPECT_EQ(session.project().hull.family, HullFamily::imported);
  EXPECT_NEAR(hull.length(), 0.45, 1e-9);
  // 120 pixels to a side at half a millimetre each, as near as a mouse meets them.
  EXPECT_NEAR(hull.beam(), 0.120, 0.003);
  EXPECT_NEAR(hull.box.size().z(), 0.060, 0.002);
  session.undo();
  EXPECT_EQ(session.project(), before);
}

TEST_F(TraceBench, TheDrawingStaysInTheFileAndGoesOnAnotherDay) {
  scale_and_foot();
  draw_section("0 mm", 1.0);
  draw_section("150 mm", 1.0);
  draw_section("300 mm", 1.0);
  draw_section("450 mm", 0.4);
  press_button("trace_take");
  const Trace drawn = dialog->trace();
  Project boat = session.project();
  boat.hull.bulkheads.push_back({.id = boat.take_id(), .name = "Wall", .x = 0.2});
  save_project(boat, folder.filePath("drawn.plucky").toStdString());
  take_demo("Sedge");
  window->show_trace();
  settle();
  EXPECT_TRUE(dialog->trace().sections.empty()) << "another boat's drawing";
  EXPECT_FALSE(dialog->picture()->has_image());
  dialog->close();
  ASSERT_TRUE(session.open(folder.filePath("drawn.plucky")));
  window->show_trace();
  settle();
  ASSERT_EQ(dialog->trace(), drawn);
  EXPECT_TRUE(dialog->picture()->has_image());
  // Scaled since, and the widest section pulled out.
  session.perform({"Scale it", ChangeHull{scaled(session.project().hull, Vec3(1.2, 1.0, 1.0))}});
  dialog->close();
  window->show_trace();
  settle();
  EXPECT_TRUE(dialog->findChild<QLabel*>("trace_words")->text().contains("Stretched since to 120"));
  dialog->findChild<QTableWidget*>("trace_table")->setCurrentCell(1, 0);
  settle();
  QTest::mouseClick(dialog->picture(), Qt::LeftButton, {}, at(440, 240));
  QTest::keyClick(dialog->picture(), Qt::Key_Right, Qt::ShiftModifier);
  settle();
  EXPECT_EQ(dialog->findChild<QAbstractButton*>("trace_undo")->isEnabled(), true);
  const double before = session.now().hull->model.beam();
  press_button("trace_take");
  EXPECT_FALSE(dialog->isVisible());
  EXPECT_GT(session.now().hull->model.beam(), before + 0.005) << "ten pixels a side, half a millimetre each";
  EXPECT_NEAR(session.now().hull->model.length(), 1.2 * 0.45, 1e-9);
  EXPECT_EQ(session.project().hull.bulkheads.size(), 1u) << "what was built in stays";
}

TEST_F(TraceBench, PointsAreMovedNudgedTakenAwayAndBroughtBack) {
  scale_and_foot();
  draw_section("0 mm", 1.0);
  const Trace drawn = dialog->trace();
  ASSERT_EQ(drawn.sections[0].points.size(), 3u);
  TracePicture* picture = dialog->picture();
  QTest::mousePress(picture, Qt::LeftButton, {}, at(420, 330));
  QMouseEvent move(QEvent::MouseMove, at(430, 320), picture->mapToGlobal(at(430, 320)), Qt::NoButton, Qt::LeftButton,
                   {});
  QApplication::sendEvent(picture, &move);
  QTest::mouseRelease(picture, Qt::LeftButton, {}, at(430, 320));
  settle();
  EXPECT_NEAR(dialog->trace().sections[0].points[1].at.x(), 430.0, 1.5);
  QTest::keyClick(picture, Qt::Key_Right, Qt::ShiftModifier);
  EXPECT_NEAR(dialog->trace().sections[0].points[1].at.x(), 440.0, 1.5);
  EXPECT_TRUE(dialog->trace().sections[0].points[1].corner);
  QTest::keyClick(picture, Qt::Key_C);
  EXPECT_FALSE(dialog->trace().sections[0].points[1].corner);
  QTest::keyClick(picture, Qt::Key_Delete);
  EXPECT_EQ(dialog->trace().sections[0].points.size(), 2u);
  for (int i = 0; i < 4; ++i) press_button("trace_undo");
  EXPECT_EQ(dialog->trace(), drawn);
  press_button("trace_remove");
  EXPECT_TRUE(dialog->trace().sections.empty());
  press_button("trace_undo");
  EXPECT_EQ(dialog->trace(), drawn);
  press_button("trace_clear");
  EXPECT_EQ(dialog->trace(), Trace{});
  press_button("trace_undo");
  EXPECT_EQ(dialog->trace(), drawn);
}

TEST_F(TraceBench, TheSheetIsMagnifiedUnderThePointerAndWhatIsNoPictureIsTold) {
  TracePicture* picture = dialog->picture();
  const QPointF there = picture->on_screen({420, 330});
  QWheelEvent wheel(there, picture->mapToGlobal(there), {}, {0, 240}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase,
                    false);
  QApplication::sendEvent(picture, &wheel);
  EXPECT_LT((picture->on_screen({420, 330}) - there).manhattanLength(), 0.5);
  EXPECT_GT((picture->on_screen({520, 330}) - there).x(), 100.0);
  QFile text(folder.filePath("words.png"));
  ASSERT_TRUE(text.open(QIODevice::WriteOnly));
  text.write("no picture");
  text.close();
  EXPECT_FALSE(dialog->open_picture(text.fileName()));
  EXPECT_TRUE(dialog->findChild<QLabel*>("trace_words")->text().contains("words.png: is no picture"));
  EXPECT_TRUE(picture->has_image()) << "the one before stays";
  EXPECT_TRUE(cut_words(*dialog).isEmpty()) << cut_words(*dialog).join(", ").toStdString();
}

TEST_F(Bench, ABulwarkIsPutOnDrainedAndTurnedIntoABumper) {
  take_demo("Sedge");
  ASSERT_TRUE(session.perform(add_fitting(session.now(), Fitting::rim)));
  session.select(session.project().next_id - 1);
  settle();
  ASSERT_EQ(session.project().hull.rims.size(), 1u);
  const QImage with = board()->grab().toImage();
  session.undo();
  settle();
  EXPECT_GT(pixels_apart(with, board()->grab().toImage()), 100) << "it shows on the board";
  session.redo();
  session.select(session.project().hull.rims[0].id);
  settle();
  QTest::mouseClick(find<QCheckBox>("fitting_bumper"), Qt::LeftButton);
  settle();
  EXPECT_TRUE(session.project().hull.rims[0].bumper);
}

TEST_F(Bench, AMarkedBandShowsOnTheHullAndThePodOpensOnItsCard) {
  window->choose_stage(Stage::hull);
  const QImage bare = board()->grab().toImage();
  auto* band = find<QuantityEdit>("hull_boot_top");
  type(band, "6 mm");
  settle();
  EXPECT_NEAR(session.project().hull.boot_top, 0.006, 1e-9);
  EXPECT_GT(pixels_apart(bare, board()->grab().toImage()), 50);
  take_demo("Grebe");
  window->choose_stage(Stage::drive);
  settle();
  choose_card(static_cast<int>(DriveGroup::pod));
  auto* pod = window->findChild<QWidget*>("pod_drawing");
  ASSERT_TRUE(pod && pod->isVisible());
  const QImage drawn = pod->grab().toImage();
  EXPECT_TRUE(pod->accessibleName().contains("across")) << pod->accessibleName().toStdString();
  int ink = 0;
  for (int y = 0; y < drawn.height(); y += 2)
    for (int x = 0; x < drawn.width(); x += 2) ink += drawn.pixelColor(x, y).lightness() < 110;
  EXPECT_GT(ink, 60);
  choose_card(static_cast<int>(DriveGroup::esc));
  EXPECT_FALSE(pod->isVisible());
}
