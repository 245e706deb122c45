// Sheets and books through the window: pieces laid out, dragged, turned and taken off; a hull folded; ribs and
// stringers typed and dragged; the boat book read back.
#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QProcess>
#include <QSlider>
#include <QTableWidget>
#include <QTreeWidget>

#include "bench.h"
#include "pdf_words.h"
#include "report/book.h"
#include "sealing/compartment.h"
#include "session/tick_task.h"
#include "stages/build/build_page.h"
#include "stages/build/fold_view.h"
#include "stages/build/sheet_view.h"
#include "stages/hull/fitting_page.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class SheetBench : public Bench {
 protected:
  void take(const std::string& name) {
    take_demo(name);
    window->choose_stage(Stage::build);
    settle();
  }
  template <class View>
  View* shelf(const char* name) {
    window->show_shelf(name);
    settle();
    auto* view = window->findChild<View*>();
    EXPECT_NE(view, nullptr) << name;
    return view;
  }
  /// A box by its own square: its words do not reach over the whole row.
  void tick(const char* box) {
    QTest::mouseClick(find<QCheckBox>(box), Qt::LeftButton, {}, QPoint(9, find<QCheckBox>(box)->height() / 2));
    settle();
  }
  [[nodiscard]] const SheetLayout& layout() const { return session.now().build.layout; }
  [[nodiscard]] Severity told() const {
    for (const Finding& f : session.now().findings)
      if (f.id == "build.laid") return f.severity;
    return Severity::note;
  }
  static void drag_in(QWidget* view, const QPointF& from, const QPointF& to) {
    const auto send = [&](QEvent::Type type, const QPointF& at, Qt::MouseButton button, Qt::MouseButtons held) {
      QMouseEvent event(type, at, view->mapToGlobal(at), button, held, {});
      QApplication::sendEvent(view, &event);
      settle();
    };
    send(QEvent::MouseButtonPress, from, Qt::LeftButton, Qt::LeftButton);
    send(QEvent::MouseMove, 0.5 * (from + to), Qt::NoButton, Qt::LeftButton);
    send(QEvent::MouseMove, to, Qt::NoButton, Qt::LeftButton);
    send(QEvent::MouseButtonRelease, to, Qt::LeftButton, Qt::NoButton);
  }
};

}  // namespace

TEST_F(SheetBench, PiecesAreLaidOutDraggedTurnedNudgedAndTakenOff) {
  take("Sedge");
  BuildDesign bare = session.project().build;
  bare.laid.clear();
  session.perform({Text("bare"), ChangeBuild{bare}});
  settle();
  EXPECT_TRUE(layout().laid.empty());
  click("lay_out");
  finish_job();
  EXPECT_TRUE(layout().not_laid.empty());
  EXPECT_TRUE(layout().sound());
  EXPECT_EQ(told(), Severity::fine);

  auto* view = shelf<SheetView>("sheets");
  const auto transom = view->middle_of("panel.transom"), deck = view->middle_of("panel.deck");
  ASSERT_TRUE(transom && deck);
  // Dropped onto the deck it is too close; taken back by undo.
  drag_in(view, *transom, *deck);
  EXPECT_FALSE(layout().sound());
  EXPECT_EQ(told(), Severity::watch);
  session.undo();
  settle();
  EXPECT_TRUE(layout().sound());

  // A nudge of a millimetre, half a turn about its middle, off its sheet: each is one step back.
  const auto laid = [&]() -> const LaidShape& {
    for (const LaidShape& l : layout().laid)
      if (session.now().build.pieces[l.of.piece].key == "panel.transom") return l;
    throw std::runtime_error("transom lies nowhere");
  };
  QTest::mouseClick(view, Qt::LeftButton, {}, view->middle_of("panel.transom")->toPoint());
  EXPECT_EQ(view->chosen(), "panel.transom");
  const Vec2 was = laid().move;
  QTest::keyClick(view, Qt::Key_Right);
  EXPECT_NEAR(laid().move.x(), was.x() + 0.001, 1e-9);
  const Vec2 centre = laid().shape.centroid();
  QTest::keyClick(view, Qt::Key_Space);
  EXPECT_NEAR(std::abs(laid().turn), pi, 1e-9);
  EXPECT_NEAR(laid().shape.centroid().x(), centre.x(), 0.002);
  const std::size_t parts = session.project().layout.parts.size();
  QTest::keyClick(view, Qt::Key_Delete);
  EXPECT_EQ(session.project().layout.parts.size(), parts);  // not what the menu's Delete takes
  EXPECT_EQ(layout().not_laid.size(), 1u);
  session.undo();
  session.undo();
  session.undo();
  settle();
  EXPECT_NEAR(laid().move.x(), was.x(), 1e-12);
  EXPECT_EQ(view->table().size(), 1 + layout().laid.size());
}

TEST_F(SheetBench, AMetalHullIsFoldedAndTheSliderShowsIt) {
  take("Stickleback");
  const auto has = [&](const char* key) {
    for (const FlatPiece& p : session.now().build.pieces)
      if (p.key == key) return true;
    return false;
  };
  EXPECT_TRUE(has("net"));
  EXPECT_FALSE(has("panel.side"));
  auto* view = shelf<FoldView>("folding");
  auto* slider = find<QSlider>("fold_share");
  EXPECT_EQ(slider->value(), 100);
  const QImage folded = view->grab().toImage();
  slider->setFocus();
  QTest::keyClick(slider, Qt::Key_Home);
  EXPECT_EQ(view->share(), 0.0);
  EXPECT_GT(pixels_apart(folded, view->grab().toImage()), 2000);
  click("fold_play");
  EXPECT_TRUE(wait_for([&] { return slider->value() == 100; }));
  EXPECT_EQ(view->table().size(), 6u);  // two rims, two chines, the keel
  EXPECT_LT(off_the_hull(*session.now().build.net, session.now().build.panels), 0.0005);
  type(find<QLineEdit>("fold_radius"), "0.2 mm");
  const Finding* f = nullptr;
  for (const Finding& x : session.now().findings)
    if (x.id == "build.radius") f = &x;
  ASSERT_TRUE(f);
  EXPECT_EQ(f->severity, Severity::watch);
  click("one_sheet");
  EXPECT_FALSE(has("net"));
  EXPECT_TRUE(has("panel.side"));
  EXPECT_FALSE(slider->isEnabled());
}

TEST_F(SheetBench, AStringerIsAddedTypedAndNudgedAndAWallBecomesARib) {
  take("Sedge");
  const double before = session.now().mass.total;
  session.perform(add_fitting(session.now(), Fitting::stringer));
  ASSERT_EQ(session.project().hull.stringers.size(), 2u);
  const Id id = session.project().hull.stringers.back().id;
  EXPECT_GT(session.now().mass.total, before);
  window->choose_stage(Stage::layout);
  session.select(id);
  settle();
  const auto stringer = [&]() -> const Stringer& { return session.project().hull.stringers.back(); };
  for (QLineEdit* edit : window->findChildren<QLineEdit*>())
    if (edit->isVisible() && edit->accessibleName() == "Height over the bottom") type(edit, "9 mm");
  EXPECT_NEAR(stringer().height, 0.009, 1e-12);
  tick("fitting_both_sides");
  EXPECT_FALSE(stringer().both_sides);
  const double x = stringer().x;
  board()->setFocus();
  QTest::keyClick(board(), Qt::Key_Right);
  EXPECT_NEAR(stringer().x, x + 0.001, 1e-9);

  const Bulkhead& bow = session.project().hull.bulkheads.front();
  const auto bays_now = [&] { return compartments_of(session.now().hull->model, session.project().hull).size(); };
  const std::size_t bays = bays_now();
  session.select(bow.id);
  settle();
  tick("fitting_watertight");
  EXPECT_LT(bays_now(), bays);
  for (QLineEdit* edit : window->findChildren<QLineEdit*>())
    if (edit->isVisible() && edit->accessibleName() == "Rim left as a rib") type(edit, "8 mm");
  EXPECT_TRUE(session.project().hull.bulkheads.front().is_rib());
}

TEST_F(SheetBench, TheBookHasItsChaptersEveryTaskAndEveryPart) {
  take("Dabchick");
  const QString path = folder.filePath("book.pdf");
  ASSERT_TRUE(window->write_boat_book(path));
  const std::string text = words_of(path).toStdString();
  for (const BookChapter& c : book_chapters()) {
    const bool has = !c.has || c.has(session.now());
    EXPECT_EQ(text.find(c.name) != std::string::npos, has) << c.name;
  }
  // The font sets "36 x 60" as measures are set: names are looked for by their first words.
  for (const Part& p : session.project().layout.parts)
    EXPECT_NE(text.find(p.name.substr(0, p.name.find_first_of("0123456789"))), std::string::npos) << p.name;
  // Every step of the work is on paper once, numbered, its cautions with it.
  const WorkPlan& plan = session.now().build.work;
  EXPECT_NE(text.find("Weigh the boat, bath for trim"), std::string::npos);
  EXPECT_NE(text.find(" " + std::to_string(plan.tasks.size()) + " "), std::string::npos);
  EXPECT_NE(text.find("Hot nozzle and bed"), std::string::npos);

  ASSERT_TRUE(window->write_boat_book(folder.filePath("short.pdf"), {"work"}));
  EXPECT_EQ(words_of(folder.filePath("short.pdf")).toStdString().find("Test records"), std::string::npos);
  EXPECT_FALSE(window->write_boat_book(folder.filePath("none.pdf"), {"cooking"}));
  EXPECT_TRUE(notice().contains("cooking")) << notice().toStdString();
  EXPECT_FALSE(QFile::exists(folder.filePath("none.pdf")));
}

TEST_F(SheetBench, TheBookAsAFolderHasAPageEachAndAListToTick) {
  take("Mudwren");
  const QString to = folder.filePath("tablet");
  ASSERT_TRUE(window->write_boat_book(to));
  QFile index(QDir(to).filePath("index.html"));
  ASSERT_TRUE(index.open(QIODevice::ReadOnly));
  const QString html = QString::fromUtf8(index.readAll());
  EXPECT_EQ(static_cast<std::size_t>(html.count("type=\"checkbox\"")), session.now().build.work.tasks.size());
  const QStringList pages = QDir(to).entryList({"page-*.svg"});
  EXPECT_EQ(html.count("<img"), pages.size());
  EXPECT_GT(pages.size(), 8);
  for (const QString& page : pages) {
    EXPECT_TRUE(html.contains(page)) << page.toStdString();
    QFile svg(QDir(to).filePath(page));
    ASSERT_TRUE(svg.open(QIODevice::ReadOnly));
    // Each holds its own page alone.
    EXPECT_EQ(svg.readAll().count("<svg"), 1) << page.toStdString();
  }
}

TEST_F(SheetBench, APieceThatWasMadeTellsByHowMuchItNoLongerMatches) {
  take("Sedge");
  window->show_shelf("making");
  settle();
  auto* table = find<QTableWidget>("making_table");
  const auto row_of = [&](const char* name) {
    for (int row = 0; row < table->rowCount(); ++row)
      if (table->item(row, 0)->text().contains(name)) return row;
    throw std::runtime_error(name);
  };
  EXPECT_EQ(table->item(row_of("Transom"), 9)->text(), "designed");
  const QRect cell = table->visualItemRect(table->item(row_of("Transom"), 0));
  QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, QPoint(cell.left() + 12, cell.center().y()));
  settle();
  ASSERT_EQ(session.project().build.made.size(), 1u);
  EXPECT_TRUE(table->item(row_of("Transom"), 9)->text().startsWith("made"));
  // A wider boat has a wider transom: so many millimetres are told in the table and as a finding.
  session.perform({"Wider", SetHullParameter{"beam_m", session.project().hull.shape.beam + 0.010}});
  settle();
  EXPECT_TRUE(table->item(row_of("Transom"), 9)->text().contains("mm off now"))
      << table->item(row_of("Transom"), 9)->text().toStdString();
  const Finding* told = nullptr;
  for (const Finding& f : session.now().findings)
    if (f.id == "build.made.panel.transom") told = &f;
  ASSERT_TRUE(told);
  EXPECT_NEAR(told->number.si, 0.010 * session.project().hull.shape.transom_width, 0.001);
  session.undo();
  settle();
  EXPECT_FALSE(table->item(row_of("Transom"), 9)->text().contains("off now"));
  // The work's own tick makes all panels at once.
  take("Sedge");
  tick_task(session, *session.now().build.work.find("cut.panels"), true);
  EXPECT_EQ(session.project().build.made.size(), 4u);
  tick_task(session, *session.now().build.work.find("cut.panels"), false);
  EXPECT_TRUE(session.project().build.made.empty());
}

TEST_F(SheetBench, AMixedBatchWarnsBeforeItsEndAndOutlivesTheProgram) {
  QDateTime now(QDate(2026, 11, 28), QTime(20, 0));
  BatchClocks clocks(
      nullptr, [&] { return now; }, false);
  std::vector<int> told;
  QObject::connect(&clocks, &BatchClocks::due, [&](const BatchClocks::Clock& c) { told.push_back(c.told); });
  ASSERT_TRUE(clocks.mix(Product::epoxy_30, 20.0));
  ASSERT_TRUE(clocks.mix(Product::epoxy_30, 30.0));  // twice as quick
  EXPECT_FALSE(clocks.mix(Product::epoxy_30, 0.0));
  EXPECT_NEAR(clocks.left(clocks.running()[0]), 25 * 60, 1e-9);
  EXPECT_NEAR(clocks.left(clocks.running()[1]), 12.5 * 60, 1e-9);
  now = now.addSecs(9 * 60);
  clocks.look();
  EXPECT_TRUE(told.empty());
  now = now.addSecs(2 * 60);  // eleven minutes of twelve and a half
  clocks.look();
  clocks.look();
  EXPECT_EQ(told, std::vector<int>{1});  // once, not each second
  now = now.addSecs(15 * 60);
  clocks.look();
  EXPECT_EQ(told, (std::vector<int>{1, 2, 2}));
  clocks.forget(0);
  EXPECT_EQ(clocks.running().size(), 1u);

  // On the page, and in the settings for the next start.
  take("Mudwren");
  const std::size_t before = settings::batch_clocks().size();
  click("batch_mixed");
  EXPECT_EQ(find<QTreeWidget>("batches")->topLevelItemCount(), static_cast<int>(before) + 1);
  EXPECT_EQ(settings::batch_clocks().size(), static_cast<qsizetype>(before) + 1);
  EXPECT_EQ(BatchClocks(nullptr).running().size(), before + 1);
  while (!settings::batch_clocks().isEmpty()) click("batch_used");
  EXPECT_FALSE(find<QTreeWidget>("batches")->isVisible());
}

TEST_F(SheetBench, LinesOfTheBillAreTickedAndPricedAndTheNextStepTellsWhatItMisses) {
  take("Sedge");
  window->show_shelf("bill");
  settle();
  auto* table = find<QTableWidget>("bill_table");
  const auto words = [&] { return find<QLabel>("work_next")->text(); };
  EXPECT_FALSE(words().contains("Still missing"));
  const QRect box = table->visualItemRect(table->item(0, 0));
  QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, QPoint(box.left() + 12, box.center().y()));
  settle();
  ASSERT_EQ(session.project().build.bill.size(), 1u);
  EXPECT_TRUE(session.project().build.bill[0].got);
  // Marking the panels takes paper and a steel rule, neither of them ticked.
  EXPECT_TRUE(words().contains("Still missing: paper, steel rule")) << words().toStdString();
  table->item(0, 5)->setText("12,50");
  settle();
  EXPECT_EQ(session.project().build.bill[0].price, 12.5);
  EXPECT_TRUE(session.project().build.bill[0].got);
  table->item(0, 5)->setText("cheap");
  settle();
  EXPECT_TRUE(notice().contains("cheap"));
  EXPECT_EQ(session.project().build.bill[0].price, 12.5);
  EXPECT_EQ(table->item(0, 5)->text(), "12.50");
  session.undo();
  session.undo();
  settle();
  EXPECT_TRUE(session.project().build.bill.empty());
}

TEST_F(SheetBench, OutlinesAndTemplatesComeOnThePaperThatIsChosen) {
  take("Sedge");
  auto* page = find<BuildPage>("build_page");
  const auto facts = [&](const char* name) {
    QProcess info;
    info.start("pdfinfo", {folder.filePath(name)});
    EXPECT_TRUE(info.waitForFinished());
    return QString::fromUtf8(info.readAllStandardOutput()).simplified();
  };
  const auto pages = [&](const QString& told) { return told.section("Pages: ", 1).section(' ', 0, 0).toInt(); };
  auto* paper = find<QComboBox>("build_paper");
  ASSERT_EQ(page->export_outlines(folder.path(), "pdf"), 1);
  const QString small = facts("outlines.pdf");
  EXPECT_TRUE(small.contains("595")) << small.toStdString();
  paper->setCurrentText("A0");
  ASSERT_EQ(page->export_outlines(folder.path(), "pdf"), 1);
  const QString large = facts("outlines.pdf");
  EXPECT_TRUE(large.contains("2384")) << large.toStdString();
  // On the plotter's paper each outline is one sheet; on the small one they are tiled.
  const int drawings = page->export_outlines(folder.path(), "dxf");
  EXPECT_EQ(pages(large), drawings + 1);
  EXPECT_GT(pages(small), drawings + 1);
  EXPECT_EQ(page->export_outlines(folder.filePath("no/such"), "dxf"), 0);
}
