// The stage Build through the window: sections cut, dragged, worked out and written; panels laid flat, templates on
// paper.
#include <QBuffer>
#include <QComboBox>
#include <QDir>
#include <QProcess>
#include <QTreeWidget>

#include "bench.h"
#include "build/drawing.h"
#include "io/mesh_file.h"
#include "stages/build/build_page.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class BuildBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    go_to_build();
  }
  void go_to_build() {
    window->choose_stage(Stage::build);
    settle();
    page = find<BuildPage>("build_page");
  }
  /// Another boat of the fleet on the bench.
  void take(const std::string& name) {
    take_demo(name);
    settle();
    go_to_build();
  }
  QTreeWidget* sections() { return find<QTreeWidget>("build_sections"); }
  void work_out() {
    click("work_out_solids");
    finish_job();
    ASSERT_NE(page->solids(), nullptr);
  }
  BuildPage* page = nullptr;
};

}  // namespace

TEST_F(BuildBench, ACutIsDraggedOnTheBoardAndTheSectionsFollow) {
  const std::vector<double> proposed = session.now().build.cuts;
  ASSERT_EQ(proposed.size(), 2u);
  EXPECT_EQ(sections()->topLevelItemCount(), 3);
  EXPECT_FALSE(session.project().build.cuts_by_hand);
  const BoardMap& map = board()->map();
  const QPoint at(static_cast<int>(std::lround(map.x(proposed[0]))), static_cast<int>(map.profile_area().top()) + 30);
  drag(at, {-20, 0}, Qt::AltModifier);
  EXPECT_TRUE(session.project().build.cuts_by_hand);
  ASSERT_EQ(session.now().build.cuts.size(), 2u);
  EXPECT_NEAR(session.now().build.cuts[0], proposed[0] - 20.0 / map.scale(), 1.0 / map.scale());
  EXPECT_NEAR(session.now().build.cuts[1], proposed[1], 1e-12);
  EXPECT_NEAR(session.now().build.sections[0].to, session.now().build.cuts[0], 1e-12);
  session.undo();
  settle();
  EXPECT_EQ(session.now().build.cuts, proposed);
}

TEST_F(BuildBench, ACutIsTypedAddedAndTakenOut) {
  type(find<QLineEdit>("build_cut"), "190 mm");
  ASSERT_EQ(session.now().build.cuts.size(), 2u);
  EXPECT_NEAR(session.now().build.cuts[0], 0.190, 1e-12);
  click("build_add_cut");
  ASSERT_EQ(session.now().build.cuts.size(), 3u);
  EXPECT_NEAR(session.now().build.cuts[0], 0.095, 1e-12);
  click("build_drop_cut");
  EXPECT_EQ(session.now().build.cuts.size(), 2u);
  // A bed too small for what is cut by hand: told, and mended by cuts proposed anew.
  type(find<QLineEdit>("bed_height"), "120 mm");
  type(find<QLineEdit>("bed_width"), "150 mm");
  const auto told = [this] {
    for (const Finding& f : session.now().findings)
      if (f.id.starts_with("build.bed.")) return f.remedy.has_value();
    return false;
  };
  EXPECT_TRUE(told());
}

TEST_F(BuildBench, SolidsAreWorkedOutAndWrittenForAnotherReader) {
  EXPECT_EQ(page->export_to(folder.path(), "stl"), 0);  // nothing worked out yet
  EXPECT_TRUE(notice().contains("Work out the solids")) << notice().toStdString();
  work_out();
  ASSERT_TRUE(page->solids()->hull.done);
  EXPECT_TRUE(find<QLabel>("build_state")->text().contains("of printing"));
  ASSERT_EQ(page->export_to(folder.path(), "stl"), 3);
  ASSERT_EQ(page->export_to(folder.path(), "3mf"), 3);
  for (std::size_t i = 0; i < 3; ++i) {
    const HullSection& s = page->solids()->hull.sections[i];
    for (const char* suffix : {"stl", "3mf"}) {
      const std::string file = folder.filePath(QString("section-%1.%2").arg(i + 1).arg(suffix)).toStdString();
      EXPECT_NEAR(1e-9 * signed_volume(read_mesh_file(file).mesh), s.volume, 1e-5 * s.volume) << file;
    }
  }
  // The boat changes: what was worked out says that it is another boat's, and is not written.
  session.perform({"Wider", SetHullParameter{"beam_m", session.project().hull.shape.beam + 0.004}});
  settle();
  EXPECT_TRUE(find<QLabel>("build_state")->text().contains("has changed"));
  EXPECT_EQ(page->export_to(folder.path(), "stl"), 0);
}

TEST_F(BuildBench, PanelsOfTheSkiffAreWrittenAsTemplatesAtFullSize) {
  take("Sedge");
  EXPECT_EQ(find<QTreeWidget>("build_panels")->topLevelItemCount(), 4);
  EXPECT_FALSE(sections()->isVisible());
  // A drawing for each panel, wall, rib, stringer, doubler and end of the stand, and one for each sheet they lie on.
  const BuildReport& r = session.now().build;
  const int drawings = static_cast<int>(r.pieces.size() + r.layout.sheets.size());
  EXPECT_EQ(drawings, 11 + 5);
  ASSERT_EQ(page->export_to(folder.path(), "dxf"), drawings);
  ASSERT_EQ(page->export_to(folder.path(), "svg"), drawings);
  ASSERT_EQ(page->export_to(folder.path(), "pdf"), 1);
  EXPECT_EQ(QDir(folder.path()).entryList(QDir::Files).size(), 2 * drawings + 1);
  // The rule on the first page, as another program sees it: its hundred millimetres lie between its end words.
  QProcess text;
  text.start("pdftotext", {"-bbox", "-f", "1", "-l", "1", folder.filePath("templates.pdf"), "-"});
  ASSERT_TRUE(text.waitForFinished(30000));
  const QString page_words = QString::fromUtf8(text.readAllStandardOutput());
  EXPECT_TRUE(page_words.contains("templates"));
  QProcess info;
  info.start("pdfinfo", {folder.filePath("templates.pdf")});
  ASSERT_TRUE(info.waitForFinished(30000));
  const QString facts = QString::fromUtf8(info.readAllStandardOutput());
  EXPECT_TRUE(facts.contains("595") && facts.contains("842")) << facts.toStdString();  // A4 in points
  // Pages: the cover, which eleven pieces fill twice, and for each piece those that its size takes.
  std::size_t pages = 2;
  for (const FlatPiece& p : r.pieces) {
    const Vec2 size = 1e3 * p.drawing.bounds().size();
    pages += static_cast<std::size_t>(std::ceil(size.x() / 182.0) * std::ceil(size.y() / 260.0));
  }
  const auto at = facts.indexOf("Pages:");
  EXPECT_EQ(facts.mid(at + 6, 20).trimmed().section('\n', 0, 0).toUInt(), pages);
}

TEST_F(BuildBench, SheetsAtHandAreAddedMeasuredAndTooSmall) {
  take("Mudwren");
  click("sheet_drop");
  ASSERT_TRUE(session.project().build.sheets.empty());
  click("sheet_add");
  ASSERT_EQ(session.project().build.sheets.size(), 1u);
  EXPECT_NE(session.project().build.sheets[0].id, 0u);
  type(find<QLineEdit>("sheet_length"), "200 mm");
  const auto too_small = [this] {
    return std::any_of(session.now().findings.begin(), session.now().findings.end(),
                       [](const Finding& f) { return f.id.starts_with("build.sheet."); });
  };
  EXPECT_TRUE(too_small());
  type(find<QLineEdit>("sheet_length"), "1000 mm");
  type(find<QLineEdit>("sheet_width"), "700 mm");
  EXPECT_FALSE(too_small());
}
