// Hull forms through the window: a boat of the family to begin with, two hulls over each other, one scaled and taken,
// hydrostatic tables; corners folded instead of cut.
#include <QComboBox>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

#include "bench.h"
#include "hull/family.h"
#include "io/project_file.h"
#include "stages/float/hydrostatics_chart.h"
#include "stages/hull/lines_view.h"
#include "words/words.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class LinesBench : public Bench {
 protected:
  void open_lines() {
    window->choose_stage(Stage::hull);
    QTest::keyClick(window.get(), Qt::Key_H, Qt::ShiftModifier);
    settle();
    view = window->findChild<LinesView*>();
    ASSERT_TRUE(view && view->isVisible());
  }
  void choose(const char* box, const QString& words) {
    auto* b = find<QComboBox>(box);
    const int at = b->findText(words);
    ASSERT_GE(at, 0) << words.toStdString();
    b->setCurrentIndex(at);
    emit b->activated(at);
    settle();
  }
  [[nodiscard]] QString cell(const QString& row, int column) const {
    auto* t = find<QTableWidget>("lines_numbers");
    for (int r = 0; r < t->rowCount(); ++r)
      if (t->item(r, 0)->text() == row) return t->item(r, column)->text();
    return {};
  }
  LinesView* view = nullptr;
};

}  // namespace

TEST_F(LinesBench, ABoatOfTheFamilyIsBegunWithAtTheLengthThatIsThere) {
  window->choose_stage(Stage::hull);
  settle();
  const Project before = session.project();
  ASSERT_EQ(before.hull.family, HullFamily::deep_v);
  choose("hull_start", term(family_of(HullFamily::deep_v).starts[1].name));
  EXPECT_EQ(session.project().hull.shape.steps, 1.0);
  EXPECT_NEAR(session.project().hull.shape.length, before.hull.shape.length, 1e-9);
  EXPECT_EQ(session.now().hull->model.surfaces.size(), 2u);
  session.undo();
  EXPECT_EQ(session.project(), before);
}

TEST_F(LinesBench, TheHullIsMadeLongerAtTheSameDisplacementAndTakenAsOneEdit) {
  open_lines();
  const Project before = session.project();
  const double length = session.now().hull->model.length(), volume = session.now().hull->model.volume;
  EXPECT_FALSE(find<QPushButton>("lines_take")->isEnabled()) << "nothing is scaled yet";
  choose("lines_gives", "the beam");
  type(find<QLineEdit>("lines_length"), qPrintable(QString::number(1.2e3 * length, 'f', 1) + " mm"));
  settle();
  EXPECT_FALSE(find<QLineEdit>("lines_beam")->isEnabled()) << "it gives way";
  EXPECT_EQ(cell("Length", 3), session.shown({0.2, Dimension::ratio}));
  ASSERT_TRUE(find<QPushButton>("lines_take")->isEnabled());
  click("lines_take");
  settle();
  const HullModel& taken = session.now().hull->model;
  EXPECT_NEAR(taken.length(), 1.2 * length, 2e-4);
  EXPECT_NEAR(taken.volume, volume, 0.02 * volume);
  EXPECT_FALSE(find<QPushButton>("lines_take")->isEnabled());
  session.undo();
  settle();
  EXPECT_EQ(session.project(), before);
  // What cannot be says so, and nothing is taken.
  choose("lines_gives", "nothing");
  type(find<QLineEdit>("lines_length"), qPrintable(QString::number(9e3 * length, 'f', 1) + " mm"));
  settle();
  EXPECT_FALSE(find<QPushButton>("lines_take")->isEnabled());
  EXPECT_TRUE(view->words().contains("20")) << view->words().toStdString();
}

TEST_F(LinesBench, AnotherBoatOfTheFleetOrOfAFileStandsBesideIt) {
  open_lines();
  const QImage alone = view->grab().toImage();
  choose("lines_beside", "Newt");
  EXPECT_GT(pixels_apart(alone, view->grab().toImage()), 500);
  EXPECT_FALSE(find<QLineEdit>("lines_length")->isEnabled());
  EXPECT_FALSE(cell("Volume", 2).isEmpty());
  EXPECT_NE(cell("Volume", 1), cell("Volume", 2));
  const QTemporaryDir dir;
  const std::string path = (dir.path() + "/beside.plucky").toStdString();
  save_project(*demo_boat("Grebe"), path);
  view->open(QString::fromStdString(path));
  settle();
  EXPECT_EQ(cell("Length", 2), session.shown(length_quantity(assess(*demo_boat("Grebe")).hull->model.length())));
  EXPECT_EQ(view->table().size(), 15u);
  // A file that is none is refused and the one before stays.
  view->open(dir.path() + "/missing.plucky");
  settle();
  EXPECT_FALSE(cell("Length", 2).isEmpty());
}

TEST_F(LinesBench, HydrostaticTablesFollowTheHullAndGoIntoACsv) {
  window->choose_stage(Stage::flotation);
  QTest::keyClick(window.get(), Qt::Key_F, Qt::ShiftModifier);
  settle();
  auto* chart = window->findChild<HydrostaticsChart*>();
  ASSERT_TRUE(chart && chart->isVisible());
  const TableRows rows = chart->table();
  ASSERT_EQ(rows.size(), 61u);  // 20 draughts at three trims and the headings
  EXPECT_EQ(rows[0][1], "draught_m");
  EXPECT_EQ(rows[0].size(), rows[60].size());
  for (std::size_t r = 2; r <= 20; ++r) EXPECT_GT(std::stod(rows[r][2]), std::stod(rows[r - 1][2]));
  // The boat's own point lies on the curve of its trim: near the level one.
  EXPECT_NEAR(chart->working_point().y(), 1e3 * session.now().mass.total, 1e-6);
  EXPECT_TRUE(chart->words().contains("amidships"));
}

TEST_F(LinesBench, CornersOfAFoldedHullStayWholeWhereItsBuilderWishes) {
  Project boat = session.project();
  boat.hull = {};
  boat.hull.family = HullFamily::folded;
  boat.hull.shape = default_shape(HullFamily::folded);
  boat.hull.skin.material = "Aluminium 0.5 mm";
  boat.hull.skin.shell_thickness = 0.0005;
  boat.brief.method = BuildMethod::sheet_metal;
  boat.build.one_sheet = true;
  session.adopt(boat, {});
  window->choose_stage(Stage::build);
  settle();
  ASSERT_TRUE(session.now().build.net) << "one sheet";
  const double area = session.now().build.net->outline.area();
  const auto seams = [&] {
    return std::any_of(session.now().findings.begin(), session.now().findings.end(),
                       [](const Finding& f) { return f.id == "build.seams"; });
  };
  EXPECT_TRUE(seams());
  click("folded_corners");
  settle();
  ASSERT_TRUE(session.now().build.net);
  EXPECT_EQ(session.now().build.net->ears.size(), 2u);
  EXPECT_GT(session.now().build.net->outline.area(), area);
  EXPECT_FALSE(seams());
  session.undo();
  EXPECT_TRUE(seams());
}
