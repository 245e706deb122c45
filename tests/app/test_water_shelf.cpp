// Charts, tables and lists of the stages Cool and Seal: what they show, say under the pointer, sort and write out.
#include <qcustomplot.h>

#include <QTableWidget>
#include <QXmlStreamReader>
#include <cmath>

#include "actions/action_list.h"
#include "io/file.h"
#include "stages/cool/cool_charts.h"
#include "stages/cool/plumbing_table.h"
#include "stages/seal/flood_chart.h"
#include "stages/seal/openings_table.h"
#include "water_bench.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// Moves the pointer to a place on a chart's x axis and reads what the shelf says.
QString words_at(MainWindow& window, ChartPage* chart, double x) {
  QCustomPlot* plot = chart->plot();
  plot->replot();
  const QPoint at(static_cast<int>(plot->xAxis->coordToPixel(x)), plot->height() / 2);
  QMouseEvent event(QEvent::MouseMove, at, plot->mapToGlobal(at), Qt::NoButton, Qt::NoButton, Qt::NoModifier);
  QApplication::sendEvent(plot, &event);
  return window.findChild<QLabel*>("shelf_words")->text();
}

TableRows written(Shelf* shelf, const QString& path) {
  EXPECT_TRUE(shelf->export_to(path));
  return read_table(read_file(path.toStdString(), 1 << 22));
}

double cell(const TableRows& rows, std::size_t row, const std::string& heading) {
  const auto at = std::find(rows[0].begin(), rows[0].end(), heading);
  if (at == rows[0].end()) throw std::runtime_error(heading);
  return std::stod(rows[row][static_cast<std::size_t>(at - rows[0].begin())]);
}

}  // namespace

TEST_F(WaterBench, ThePointerReadsFlowWarmthAndWaterAboard) {
  auto* flow = shelf_page<FlowChart>("flow");
  const double speed = flow->working_point().x();
  const QString at_top = words_at(*window, flow, 0.98 * speed);
  EXPECT_TRUE(at_top.contains("takes in")) << at_top.toStdString();
  EXPECT_TRUE(at_top.contains("ml/min")) << at_top.toStdString();
  EXPECT_NE(words_at(*window, flow, 0.6 * speed), at_top);

  auto* warmth = shelf_page<WarmthChart>("temperatures");
  const QString metric = words_at(*window, warmth, 1.0);
  EXPECT_TRUE(metric.contains(QString::fromUtf8("\u00b0C"))) << metric.toStdString();
  session.set_units(UnitSystem::inch);
  settle();
  EXPECT_TRUE(warmth->plot()->yAxis->label().contains(QString::fromUtf8("\u00b0F")));
  const QString imperial = words_at(*window, warmth, 1.0);
  EXPECT_TRUE(imperial.contains(QString::fromUtf8("\u00b0F"))) << imperial.toStdString();
  // The same warmth in both.
  const auto number = [](const QString& words) {
    return words.section(" has ", 1).section(QChar(0x00b0), 0, 0).trimmed().toDouble();
  };
  EXPECT_NEAR(1.8 * number(metric) + 32.0, number(imperial), 1.5);
  session.set_units(UnitSystem::metric);

  auto* flood = shelf_page<FloodChart>("flood");
  EXPECT_TRUE(words_at(*window, flood, 60.0).contains("aboard"));
}

TEST_F(WaterBench, WhatTheChartsWriteOutIsTheBoatsOwn) {
  Shelf* shelf = window->shelf();
  shelf_page<FlowChart>("flow");
  const TableRows flow = written(shelf, folder.filePath("flow.csv"));
  ASSERT_EQ(flow.size(), session.now().water_sweep.size() + 1);
  for (std::size_t i = 1; i < flow.size(); ++i) {
    EXPECT_NEAR(cell(flow, i, "taken in, ml/min"), session.now().water_sweep[i - 1].flow.taken() / ml_min, 0.01);
    // What is taken in leaves by the outlets of the chart.
    double out = 0.0;
    for (const CoolFitting& f : session.project().cooling.fittings)
      if (f.kind == FittingKind::outlet) out += cell(flow, i, f.name + ", ml/min");
    EXPECT_NEAR(out, cell(flow, i, "taken in, ml/min"), 0.05);
  }
  shelf_page<WarmthChart>("temperatures");
  const TableRows warmth = written(shelf, folder.filePath("warmth.csv"));
  for (const PartHeat& p : session.now().heat.parts) {
    std::size_t last = 0;
    for (std::size_t i = 1; i < warmth.size(); ++i)
      if (warmth[i][0] == p.name) last = i;
    ASSERT_GT(last, 0U) << p.name;
    EXPECT_NEAR(cell(warmth, last, "as cooled, degC"), p.end, 0.01);
    EXPECT_NEAR(cell(warmth, last, "without water, degC"), p.dry_end, 0.01);
  }
  shelf_page<FloodChart>("flood");
  const TableRows flood = written(shelf, folder.filePath("flood.csv"));
  EXPECT_EQ(flood.size(), session.now().seal.course.points.size() + session.now().seal.driven.points.size() + 1);
  double before = -1.0;
  for (std::size_t i = 1; i < flood.size(); ++i) {
    if (cell(flood, i, "time, s") == 0.0) before = -1.0;  // the other course begins
    EXPECT_GT(cell(flood, i, "time, s"), before);
    before = cell(flood, i, "time, s");
  }
}

TEST_F(WaterBench, ChartsAndTablesOfBothStagesAreWrittenAsPictures) {
  for (const char* tab : {"flow", "temperatures", "flood"}) {
    window->show_shelf(tab);
    settle();
    const QString svg = folder.filePath(QString("chart%1.svg").arg(tab));
    ASSERT_TRUE(window->shelf()->export_to(svg));
    QXmlStreamReader xml(QString::fromStdString(read_file(svg.toStdString(), 1 << 24)));
    int drawn = 0;
    while (!xml.atEnd())
      if (xml.readNext() == QXmlStreamReader::StartElement) ++drawn;
    EXPECT_FALSE(xml.hasError()) << xml.errorString().toStdString();
    EXPECT_GT(drawn, 20);
    const QString png = folder.filePath(QString("chart%1.png").arg(tab));
    ASSERT_TRUE(window->shelf()->export_to(png));
    EXPECT_GT(QImage(png).width(), 300);
  }
}

TEST_F(WaterBench, TheRegisterSortsByAClickOnItsHeadings) {
  window->choose_stage(Stage::seal);
  settle();
  auto* page = shelf_page<OpeningsTable>("openings");
  auto* table = page->findChild<QTableWidget*>("openings_table");
  ASSERT_NE(table, nullptr);
  QHeaderView* head = table->horizontalHeader();
  const auto press_heading = [&](int column) {
    const QPoint at(head->sectionViewportPosition(column) + head->sectionSize(column) / 2, head->height() / 2);
    QTest::mouseClick(head->viewport(), Qt::LeftButton, {}, at);
    settle();
  };
  std::map<QString, double> over;
  for (const SealOpening& o : session.now().seal.openings) over[session.said(o.name)] = o.over_standing;
  for (int clicks = 1; clicks <= 2; ++clicks) {
    press_heading(5);
    const bool rising = head->sortIndicatorOrder() == Qt::AscendingOrder;
    for (int r = 1; r < table->rowCount(); ++r) {
      const double upper = over.at(table->item(r - 1, 0)->text()), lower = over.at(table->item(r, 0)->text());
      EXPECT_TRUE(rising ? upper <= lower : upper >= lower) << r;
    }
  }
  // It stays sorted when the boat changes.
  type(find<QLineEdit>("seal_perimeters"), "3");
  EXPECT_EQ(head->sortIndicatorSection(), 5);
  EXPECT_EQ(table->rowCount(), static_cast<int>(session.now().seal.openings.size()));
}

TEST_F(WaterBench, PagesOfTheShelfComeAndGoByTheirKeys) {
  board()->setFocus();
  const std::pair<Qt::Key, const char*> keys[] = {{Qt::Key_W, "flow"},
                                                  {Qt::Key_K, "temperatures"},
                                                  {Qt::Key_J, "plumbing"},
                                                  {Qt::Key_F, "flood"},
                                                  {Qt::Key_I, "openings"}};
  for (const auto& [key, tab] : keys) {
    QTest::keyClick(window.get(), key);
    settle();
    ASSERT_TRUE(window->shelf()->isVisible());
    EXPECT_EQ(window->shelf()->current(), QString(tab));
  }
  QTest::keyClick(window.get(), Qt::Key_I);
  settle();
  EXPECT_FALSE(window->shelf()->isVisible());
}

TEST_F(WaterBench, ADrawnHoseGoesAndComesByTheUndoKeys) {
  leave_loose_ends();
  draw(FittingKind::rudder_nose, 0, FittingKind::esc_cooler, 0);
  ASSERT_EQ(session.project().cooling.hoses.size(), 1U);
  const double heavier = session.now().mass.total;
  QTest::keySequence(window.get(), QKeySequence::Undo);
  settle();
  EXPECT_TRUE(session.project().cooling.hoses.empty());
  EXPECT_LT(session.now().mass.total, heavier);
  QTest::keySequence(window.get(), QKeySequence::Redo);
  settle();
  EXPECT_EQ(session.project().cooling.hoses.size(), 1U);
  EXPECT_NEAR(session.now().mass.total, heavier, 1e-12);
}

TEST_F(WaterBench, LayersOfWaterAreSwitchedAndWhatIsHiddenCannotBeTaken) {
  const auto layer = [&] {
    const QString path = QString("View: Layers of this stage: %1").arg(overlay_name(Overlay::plumbing));
    for (const NamedAction& a : all_actions(window->menuBar()))
      if (a.path == path) return a.action;
    ADD_FAILURE() << path.toStdString();
    return static_cast<QAction*>(nullptr);
  };
  leave_loose_ends();
  board()->setFocus();
  settle();
  const QImage with = board()->grab().toImage();
  const QPoint at = port(FittingKind::outlet, 0);
  layer()->trigger();
  settle();
  EXPECT_GT(pixels_apart(board()->grab().toImage(), with), 100);
  press(at);
  move_to(at + QPoint(30, 20));
  EXPECT_FALSE(board()->state().hose_from.has_value());
  QTest::keyClick(board(), Qt::Key_Escape);
  release(at);
  session.select(0);
  layer()->trigger();
  settle();
  press(at);
  EXPECT_TRUE(board()->state().hose_from.has_value());
  QTest::keyClick(board(), Qt::Key_Escape);
  release(at);
  session.select(0);
  settle();
  EXPECT_LT(pixels_apart(board()->grab().toImage(), with), 60);
}

TEST_F(WaterBench, NipplesAreTurnedByTypingAndTheHoseFollows) {
  choose_row("cool_items", "Motor jacket");
  const Id jacket = session.selection();
  ASSERT_NE(session.project().cooling.find(jacket), nullptr);
  const auto ends = [&] { return session.now().hoses; };
  const std::vector<HosePath> before = ends();
  auto* turn = find<QLineEdit>("cool_turn_rad");
  ASSERT_TRUE(turn->isVisible());
  type(turn, "90");
  EXPECT_NEAR(session.project().cooling.find(jacket)->turn, 0.5 * pi, 1e-6);
  double moved = 0.0;
  for (std::size_t i = 0; i < before.size(); ++i)
    moved = std::max({moved, (ends()[i].points.back() - before[i].points.back()).norm(),
                      (ends()[i].points.front() - before[i].points.front()).norm()});
  // A quarter turn about a can of some diameter: by its radius up and across.
  const double radius = 0.5 * session.project().layout.find(session.project().cooling.find(jacket)->part)->size.z();
  EXPECT_NEAR(moved, std::sqrt(2.0) * radius, 1e-6);
  type(turn, "400");
  EXPECT_FALSE(notice().isEmpty());
  EXPECT_NEAR(session.project().cooling.find(jacket)->turn, 0.5 * pi, 1e-6);
  // Nothing else has nipples to turn.
  choose_row("cool_items", "Rudder nose");
  EXPECT_FALSE(turn->isVisible());
}

TEST_F(WaterBench, GreaseAndBellowsTellWhatTheyNeedInNumbers) {
  window->choose_stage(Stage::seal);
  settle();
  choose_row("openings", "Shaft tube");
  auto* grease = find<QLineEdit>("seal_grease");
  ASSERT_TRUE(grease->isVisible());
  type(grease, "20 min");
  ASSERT_NE(session.project().sealing.choice("shaft_tube"), nullptr);
  EXPECT_NEAR(session.project().sealing.choice("shaft_tube")->grease_interval, 1200.0, 1e-6);
  type(grease, "1 s");
  EXPECT_TRUE(notice().contains("greased again")) << notice().toStdString();
  EXPECT_NEAR(session.project().sealing.choice("shaft_tube")->grease_interval, 1200.0, 1e-6);
  choose_row("openings", "pushrod");
  EXPECT_FALSE(grease->isVisible());
  QString needs;
  for (const QLabel* label : window->findChildren<QLabel*>())
    if (label->isVisible() && label->text().startsWith("Needs:")) needs = label->text();
  const QString stroke = session.shown(length_quantity(session.now().steering.linkage.stroke));
  EXPECT_TRUE(needs.contains(stroke)) << needs.toStdString() << " needs " << stroke.toStdString();
}

TEST_F(WaterBench, AShieldTellsWhatItNeedsAndHowItFails) {
  window->choose_stage(Stage::seal);
  settle();
  auto* parts = find<QTreeWidget>("shields");
  auto* words = find<QLabel>("shield_note");
  EXPECT_FALSE(words->isVisible());
  ASSERT_GT(parts->topLevelItemCount(), 0);
  parts->topLevelItem(0)->setSelected(true);
  settle();
  const Id chosen = parts->topLevelItem(0)->data(0, Qt::UserRole).toUInt();
  const QString before = words->text();
  EXPECT_FALSE(before.isEmpty());
  choose_in("shield", static_cast<int>(Shield::boxed));
  EXPECT_EQ(session.project().sealing.shield(chosen), Shield::boxed);
  EXPECT_TRUE(words->text().contains("gland")) << words->text().toStdString();
  EXPECT_TRUE(words->text().contains("ESC without water"));
}

TEST_F(WaterBench, TheFloodingFollowsADragAMomentBehind) {
  window->choose_stage(Stage::seal);
  settle();
  choose_row("openings", "Shaft tube");
  choose_in("seal_condition", 1);
  const Part battery = part("Battery");
  session.begin_drag();
  session.preview({"Slide", MovePart{battery.id, battery.place - Vec3(0.08, 0.0, 0.0)}});
  EXPECT_TRUE(session.now().seal.stale);
  EXPECT_TRUE(find<QLabel>("seal_time")->text().startsWith("at rest") ||
              find<QLabel>("seal_time")->text().startsWith("a moment behind"));
  // The hand rests: within a moment the course is that of the boat as it is.
  ASSERT_TRUE(wait_for([&] { return !session.now().seal.stale; }));
  const SealReport fresh = assess(session.project()).seal;
  EXPECT_NEAR(session.now().seal.course.danger().value(), fresh.course.danger().value(), 1.0);
  EXPECT_EQ(session.now().seal.course.points.size(), fresh.course.points.size());
  ASSERT_TRUE(wait_for([&] { return find<QLabel>("seal_time")->text().startsWith("a moment behind"); }));
  EXPECT_TRUE(session.dragging());
  // Let go without it: the boat and its course are as before.
  session.cancel_drag();
  EXPECT_EQ(session.project().layout.find(battery.id)->place, battery.place);
  EXPECT_FALSE(session.now().seal.stale);
  EXPECT_TRUE(find<QLabel>("seal_time")->text().startsWith("at rest"));
}
