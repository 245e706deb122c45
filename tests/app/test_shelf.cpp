// Charts, tables, exports, the ledger's reasons, findings looked at and ignored.
#include <qcustomplot.h>

#include <QCheckBox>
#include <QClipboard>
#include <QListWidget>
#include <QTableWidget>
#include <QXmlStreamReader>
#include <set>

#include "bench.h"
#include "io/file.h"
#include "ledger/ledger.h"
#include "ledger/why_page.h"
#include "shelf/shelf.h"
#include "stages/float/float_charts.h"
#include "stages/layout/mass_tables.h"
#include "stages/stages.h"
#include "tables/items.h"

using namespace plucky;
using namespace plucky::test;

namespace {

template <class Page>
Page* page_of(MainWindow& window, const char* tab) {
  window.show_shelf(tab);
  QApplication::processEvents();
  return dynamic_cast<Page*>(window.shelf()->page(tab));
}

int row_named(const QTableWidget* t, const QString& beginning) {
  for (int r = 0; r < t->rowCount(); ++r)
    if (t->item(r, 0)->text() == beginning) return r;
  for (int r = 0; r < t->rowCount(); ++r)
    if (t->item(r, 0)->text().startsWith(beginning)) return r;
  return -1;
}

}  // namespace

TEST_F(Bench, ChartsMarkTheWorkingPointAndMoveItWithTheBoard) {
  auto* righting = page_of<RightingChart>(*window, "righting");
  board()->set_heel(radians(30));
  settle();
  EXPECT_NEAR(righting->working_point().x(), 30.0, 1e-9);
  EXPECT_NEAR(righting->working_point().y(), 1e3 * board()->state().heeled->righting_arm, 0.05);
  // A click on the curve heels the board's section.
  const QPoint at(static_cast<int>(righting->plot()->xAxis->coordToPixel(75)), righting->plot()->height() / 2);
  QTest::mouseClick(righting->plot(), Qt::LeftButton, {}, at);
  EXPECT_NEAR(degrees(board()->state().heel), 75.0, 0.6);

  auto* areas = page_of<AreasChart>(*window, "areas");
  board()->set_station(0.2);
  settle();
  EXPECT_NEAR(areas->working_point().x(), 200.0, 1e-6);
  // The curve holds the displaced volume.
  double volume = 0.0;
  const TableRows table = areas->table();
  for (std::size_t i = 2; i < table.size(); ++i)
    volume += 0.5e-4 * (std::stod(table[i][1]) + std::stod(table[i - 1][1])) * 1e-3 *
              (std::stod(table[i][0]) - std::stod(table[i - 1][0]));
  EXPECT_NEAR(volume, session.now().flotation.immersion.volume, 0.01 * volume);

  auto* trim = page_of<TrimChart>(*window, "trim");
  EXPECT_NEAR(trim->working_point().y(), degrees(session.now().flotation.plane.attitude.trim), 1e-9);
  const double x = trim->working_point().x();
  session.perform({"", MovePart{part("Battery").id, part("Battery").place - Vec3(0.05, 0, 0)}});
  settle();
  EXPECT_NEAR(trim->working_point().x(), x - 50.0, 1e-6);

  auto* cg = page_of<CgChart>(*window, "cg");
  EXPECT_EQ(cg->envelope().size(), 4u);
  EXPECT_NEAR(cg->working_point().x(), 1e3 * session.now().mass.cg.x(), 1e-6);
}

TEST_F(Bench, ChartsExportAsCsvPngAndSvg) {
  page_of<RightingChart>(*window, "righting");
  const QString csv = folder.filePath("arm.csv"), png = folder.filePath("arm.png"), svg = folder.filePath("arm.svg");
  ASSERT_TRUE(window->shelf()->export_to(csv));
  const TableRows rows = read_table(read_file(csv.toStdString(), 1 << 20));
  ASSERT_EQ(rows.size(), 1 + session.now().stability.starboard.size());
  EXPECT_NEAR(std::stod(rows[11][1]), 1e3 * session.now().stability.starboard[10].gz, 1e-4);
  ASSERT_TRUE(window->shelf()->export_to(png));
  EXPECT_GT(QImage(png).width(), 900);
  ASSERT_TRUE(window->shelf()->export_to(svg));
  QXmlStreamReader xml(QByteArray::fromStdString(read_file(svg.toStdString(), 1 << 24)));
  int paths = 0;
  while (!xml.atEnd())
    if (xml.readNext() == QXmlStreamReader::StartElement) paths += xml.name() == u"path" || xml.name() == u"polyline";
  EXPECT_FALSE(xml.hasError()) << xml.errorString().toStdString();
  EXPECT_GT(paths, 3);
  EXPECT_FALSE(window->shelf()->export_to(folder.filePath("no/such/arm.csv")));
  EXPECT_TRUE(notice().contains("arm.csv"));
  window->show_shelf("masses");
  EXPECT_FALSE(window->shelf()->export_to(svg));
  EXPECT_TRUE(window->shelf()->export_to(csv));
}

TEST_F(Bench, TheMassTableSortsTakesTypedMassesCopiesAndPastes) {
  page_of<MassTable>(*window, "masses");
  auto* t = find<QTableWidget>("mass_table");
  EXPECT_TRUE(t->item(0, 0)->text().startsWith("Battery"));
  t->sortByColumn(1, Qt::AscendingOrder);
  EXPECT_FALSE(t->item(0, 0)->text().startsWith("Battery"));
  const int servo = row_named(t, "Servo");
  t->item(servo, 3)->setText("1.5 oz");
  settle();
  EXPECT_NEAR(part("Servo").measured_mass.value_or(0), 1.5 * 0.028349523125, 1e-9);
  const int again = row_named(t, "Servo");
  t->item(again, 3)->setText("a lot");
  settle();
  EXPECT_TRUE(notice().contains("The old value stays"));
  EXPECT_NEAR(part("Servo").measured_mass.value_or(0), 1.5 * 0.028349523125, 1e-9);

  click("mass_copy");
  const TableRows copied = read_table(QApplication::clipboard()->text().toStdString());
  EXPECT_EQ(copied.size(), 1 + session.project().layout.parts.size());
  QApplication::clipboard()->setText("name\tmeasured\nReceiver\t9.2 g\nSwitch\t4 g\n");
  const std::size_t parts = session.project().layout.parts.size();
  click("mass_paste");
  EXPECT_NEAR(part("Receiver").measured_mass.value_or(0), 0.0092, 1e-12);
  EXPECT_EQ(session.project().layout.parts.size(), parts + 1);
  QTest::keyClick(window.get(), Qt::Key_Z, Qt::ControlModifier);
  EXPECT_EQ(session.project().layout.parts.size(), parts);
  QApplication::clipboard()->setText("nothing of use");
  click("mass_paste");
  EXPECT_TRUE(notice().contains("table"));
}

TEST_F(Bench, ATableThatIsFilledKeepsItsOrderAndGivesEachColumnItsRoom) {
  QTableWidget* t = make_table(nullptr, "t", "t", {"Name", "Number", "More"});
  const std::unique_ptr<QTableWidget> owner(t);
  t->show();
  for (int round = 0; round < 2; ++round) {
    const TableFill fill(t);
    EXPECT_FALSE(t->isSortingEnabled());
    t->setRowCount(3);
    for (int r = 0; r < 3; ++r) {
      t->setItem(r, 0, text_item(QString("a name that is %1 longer than its heading").arg(r)));
      t->setItem(r, 1, new NumberItem((r + round) % 3, QString::number((r + round) % 3)));
      t->setItem(r, 2, text_item("x"));
    }
  }
  settle();
  EXPECT_TRUE(t->isSortingEnabled());
  EXPECT_EQ(t->horizontalHeader()->sectionResizeMode(0), QHeaderView::ResizeToContents);
  for (int r = 0; r < 3; ++r) EXPECT_EQ(t->item(r, 1)->text(), QString::number(2 - r)) << "greatest first";
  EXPECT_GE(t->columnWidth(0), t->fontMetrics().horizontalAdvance(t->item(0, 0)->text()));
}

TEST_F(Bench, TheTradeListShowsWhatPartsCostAndSelectsThem) {
  page_of<TradeTable>(*window, "trade");
  auto* t = find<QTableWidget>("trade_table");
  ASSERT_EQ(t->rowCount(), static_cast<int>(session.project().layout.parts.size()));
  const int battery = row_named(t, "Battery");
  EXPECT_TRUE(t->item(battery, 5)->text().contains('%'));
  QTest::mouseClick(t->viewport(), Qt::LeftButton, {}, t->visualItemRect(t->item(battery, 0)).center());
  EXPECT_EQ(session.selection(), part("Battery").id);
}

TEST_F(Bench, AClickInTheLedgerTellsWhyAndLeadsToThePart) {
  QTest::keyClick(window.get(), Qt::Key_L);
  settle();
  auto* ledger = find<Ledger>("ledger");
  ASSERT_TRUE(ledger->isVisible());
  QTest::mouseClick(ledger, Qt::LeftButton, {}, ledger->row_rect("mass").center());
  settle();
  auto* lines = find<QListWidget>("why_lines");
  ASSERT_TRUE(lines->isVisible());
  ASSERT_GT(lines->count(), 3);
  EXPECT_TRUE(lines->item(0)->text().startsWith("Battery"));
  QTest::mouseClick(lines->viewport(), Qt::LeftButton, {}, lines->visualItemRect(lines->item(0)).center());
  settle();
  EXPECT_EQ(session.selection(), part("Battery").id);
  EXPECT_FALSE(lines->isVisible());
  // The same by keys.
  QTest::keyClick(window.get(), Qt::Key_L);
  settle();
  ledger->setFocus();
  QTest::keyClick(ledger, Qt::Key_Down);
  QTest::keyClick(ledger, Qt::Key_Return);
  settle();
  EXPECT_TRUE(lines->isVisible());
  click("why_back");
  EXPECT_FALSE(lines->isVisible());
}

TEST_F(Bench, HoveringDoItShowsTheEffectWithoutDoingIt) {
  const Project before = session.project();
  find<QWidget>("ledger_strip")->setFocus();  // so that nothing else moves the board's frame
  settle();
  QPushButton* button = offer("float.trim");
  ASSERT_NE(button, nullptr);
  const QImage board_before = board()->grab().toImage(),
               ledger_before = find<QWidget>("ledger_strip")->grab().toImage();
  QEnterEvent enter(QPointF(5, 5), QPointF(5, 5), QPointF(5, 5));
  QApplication::sendEvent(button, &enter);
  settle();
  ASSERT_TRUE(session.peeking());
  EXPECT_GT(session.seen().flotation.plane.attitude.trim, session.now().flotation.plane.attitude.trim);
  EXPECT_EQ(session.project(), before);
  EXPECT_GT(pixels_apart(board()->grab().toImage(), board_before), 500);
  EXPECT_GT(pixels_apart(find<QWidget>("ledger_strip")->grab().toImage(), ledger_before), 200);
  QEvent leave(QEvent::Leave);
  QApplication::sendEvent(button, &leave);
  settle();
  EXPECT_FALSE(session.peeking());
  EXPECT_EQ(pixels_apart(board()->grab().toImage(), board_before), 0);
  EXPECT_FALSE(session.can_undo());
}

TEST_F(Bench, AFindingIsIgnoredWithAReasonAndCountedAgain) {
  const int before = session.now().count(Severity::watch);
  auto* swamped = row("float.swamped");
  ASSERT_NE(swamped, nullptr);
  QTest::mouseClick(swamped->findChild<QPushButton*>("ignore"), Qt::LeftButton);
  auto* reason = swamped->findChild<QLineEdit*>("ignore_reason");
  ASSERT_TRUE(reason->isVisible());
  QTest::keyClick(reason, Qt::Key_Return);  // without a reason nothing happens
  EXPECT_EQ(session.now().count(Severity::watch), before);
  type(reason, "shallow pond");
  EXPECT_EQ(session.now().count(Severity::watch), before - 1);
  EXPECT_EQ(row("float.swamped"), nullptr);
  find<QCheckBox>("fine_too")->click();
  settle();
  swamped = row("float.swamped");
  ASSERT_NE(swamped, nullptr);
  bool told = false;
  for (const QLabel* l : swamped->findChildren<QLabel*>()) told = told || l->text().contains("shallow pond");
  EXPECT_TRUE(told);
  // The reason is kept in the file.
  ASSERT_TRUE(session.save(folder.filePath("i.plucky")));
  ASSERT_TRUE(session.open(folder.filePath("i.plucky")));
  EXPECT_EQ(session.project().ignored[0].reason, "shallow pond");
  settle();
  QTest::mouseClick(row("float.swamped")->findChild<QPushButton*>("ignore"), Qt::LeftButton);
  settle();
  EXPECT_EQ(session.now().count(Severity::watch), before);
}

TEST_F(Bench, FindingsGroupByStage) {
  find<QCheckBox>("by_stage")->click();
  find<QCheckBox>("fine_too")->click();
  settle();
  int last = 0;
  for (FindingRow* r : window->findChildren<FindingRow*>()) {
    if (!r->isVisibleTo(window.get())) continue;
    EXPECT_GE(static_cast<int>(r->finding().stage), last);
    last = static_cast<int>(r->finding().stage);
  }
  EXPECT_GT(last, 4);
}

TEST_F(Bench, EveryChartNamesItsCurvesWhereTheyAreAndNoNameLiesOnAnother) {
  std::set<std::string> tables;  // pages that are none of them, looked at once
  for (const Project& boat : demo_fleet()) {
    session.adopt(boat, {});
    for (const QSize size : {QSize(1024, 700), QSize(1280, 800)}) {
      window->resize(size);
      for (const ShelfEntry& e : shelf_entries()) {
        if (tables.count(e.offer->key) != 0) continue;
        window->show_shelf(e.offer->key);
        settle();
        auto* chart = dynamic_cast<ChartPage*>(window->shelf()->page(e.offer->key));
        if (!chart) {
          tables.insert(e.offer->key);
          continue;
        }
        const std::string where = boat.name + ", " + e.offer->key;
        chart->plot()->replot();
        const std::vector<QRectF> names = chart->names().places();
        const QRectF area = chart->plot()->axisRect()->rect();
        if (chart->table().size() > 1 && std::isfinite(chart->working_point().x())) {
          EXPECT_FALSE(names.empty()) << where;
        }
        for (std::size_t i = 0; i < names.size(); ++i) {
          EXPECT_TRUE(area.adjusted(-4, -4, 4, 4).contains(names[i])) << where << ", name " << i;
          for (std::size_t k = 0; k < i; ++k)
            EXPECT_FALSE(names[i].intersects(names[k])) << where << ": " << i << ", " << k;
        }
        for (const QCPAxis* axis : {chart->plot()->xAxis, chart->plot()->yAxis})
          EXPECT_TRUE(axis->label().contains(',') || axis->label().contains("minutes"))
              << where << ": unit of " << axis->label().toStdString();
      }
    }
  }
}

TEST_F(Bench, ThePointerReadsEveryCurveOfAChart) {
  window->choose_stage(Stage::drive);
  window->show_shelf("drag");
  settle();
  auto* plot = find<QCustomPlot>("drag_plot");
  const QPoint middle = plot->axisRect()->rect().center();
  QTest::mouseMove(plot, middle);
  QMouseEvent event(QEvent::MouseMove, middle, plot->mapToGlobal(middle), Qt::NoButton, Qt::NoButton, {});
  QApplication::sendEvent(plot, &event);
  settle();
  for (const char* curve : {"drag is", "friction's share", "thrust at the throttle limit"})
    EXPECT_TRUE(shelf_words().contains(curve)) << shelf_words().toStdString();
}

TEST_F(Bench, ALimitIsHatchedFromWhereItIsPassed) {
  // The throttle above which something breaks: the band begins there, whatever the size of the chart.
  window->choose_stage(Stage::drive);
  window->show_shelf("throttle");
  settle();
  auto* plot = find<QCustomPlot>("throttle_plot");
  const PowerReport& p = session.now().power;
  int bands = 0;
  for (int i = 0; i < plot->itemCount(); ++i)
    if (auto* band = qobject_cast<QCPItemRect*>(plot->item(i)); band && band->visible()) {
      ++bands;
      ASSERT_TRUE(p.safe_throttle.has_value());
      EXPECT_NEAR(plot->xAxis->pixelToCoord(band->topLeft->pixelPosition().x()), 100.0 * *p.safe_throttle, 0.5);
    }
  EXPECT_EQ(bands, p.limit && *p.safe_throttle < 1.0 ? 1 : 0);
}
