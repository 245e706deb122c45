// The launch card, read back by poppler.
#include <QProcess>
#include <QRegularExpression>

#include "bench.h"
#include "io/file.h"
#include "io/project_file.h"
#include "pdf_words.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// Runs the program itself without any display.
int headless(const QStringList& arguments, QString* errors = nullptr) {
  QProcess p;
  QProcessEnvironment env = QProcessEnvironment::systemEnvironment();
  for (const char* name : {"DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"}) env.remove(name);
  p.setProcessEnvironment(env);
  p.start(PLUCKY_HULL, arguments);
  EXPECT_TRUE(p.waitForFinished(30000));
  if (errors) *errors = QString::fromUtf8(p.readAllStandardError());
  return p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -1;
}

}  // namespace

TEST_F(Bench, TheLaunchCardHoldsTheBoatOnTwoPagesOfA4) {
  session.perform({"", RemovePart{part("GPS").id}});
  const QString path = folder.filePath("card.pdf");
  ASSERT_TRUE(window->write_card(path));
  EXPECT_TRUE(notice().contains("card.pdf"));
  const QString info = output_of("pdfinfo", {path});
  const int pages = QRegularExpression("Pages:\\s+(\\d+)").match(info).captured(1).toInt();
  EXPECT_GE(pages, 1);
  EXPECT_LE(pages, 2);
  const auto size = QRegularExpression("Page size:\\s+([0-9.]+) x ([0-9.]+)").match(info);
  EXPECT_NEAR(size.captured(1).toDouble(), 595.3, 1.0);  // A4 in points
  EXPECT_NEAR(size.captured(2).toDouble(), 841.9, 1.0);
  const QString words = words_of(path);
  for (const QString& wanted : {QString("Dabchick"), session.shown({session.now().mass.total, Dimension::mass}),
                                session.shown(length_quantity(session.now().flotation.gm_transverse)),
                                session.shown(length_quantity(session.now().freeboard.bow)), QString("Battery 4S 5000"),
                                QString("Lithium"), QString("bow down at rest"), QString("failsafe"),
                                QString("CG from transom"), QString("Main hatch"), QString("Sonar puck")})
    EXPECT_TRUE(words.contains(wanted)) << wanted.toStdString();
  EXPECT_FALSE(words.contains("GPS logger"));
  EXPECT_FALSE(words.contains("{0}"));
  EXPECT_FALSE(window->write_card(folder.filePath("no/such/folder/card.pdf")));
}

TEST(LaunchCard, IsWrittenWithoutADisplayForFleetBoatsAndFiles) {
  QTemporaryDir folder;
  const QString card = folder.filePath("out.pdf"), boat = folder.filePath("teal.plucky");
  Project teal = demo_fleet()[3];
  teal.name = "Teal";
  save_project(teal, boat.toStdString());
  EXPECT_EQ(headless({"--launch-card", card, boat}), 0);
  EXPECT_TRUE(words_of(card).contains("Teal"));
  EXPECT_EQ(headless({"--launch-card", card, "Stickleback", "--inch"}), 0);
  const QString words = words_of(card);
  EXPECT_TRUE(words.contains("Stickleback"));
  EXPECT_TRUE(words.contains(" oz"));
  EXPECT_TRUE(words.contains("intake grate"));
  QString errors;
  EXPECT_EQ(headless({"--launch-card", card, folder.filePath("none.plucky")}, &errors), 1);
  EXPECT_TRUE(errors.contains("none.plucky"));
  EXPECT_EQ(headless({"--launch-card", folder.filePath("no/dir/x.pdf"), boat}, &errors), 1);
  EXPECT_EQ(headless({"--launch-card", card, boat, "--stage", "keel"}, &errors), 1);
  EXPECT_TRUE(errors.contains("keel"));
  EXPECT_EQ(
      headless({"-platform", "offscreen", "--shot", folder.filePath("x.png"), "--shelf", "attic", "Teal"}, &errors), 1);
  EXPECT_TRUE(errors.contains("attic"));
}

TEST_F(Bench, TheWaterSheetsHoldTheRegisterAndTheCircuit) {
  const QString path = folder.filePath("sheets.pdf");
  ASSERT_TRUE(window->write_sheets(path));
  EXPECT_TRUE(notice().contains("sheets.pdf"));
  const QString words = words_of(path);
  for (const QString& wanted :
       {QString("Keeping it dry"), QString("Keeping it cool"), QString("Shaft tube"), QString("Greased tube"),
        QString("Main hatch"), QString("Motor jacket"), QString("Silicone hose"), QString("with water"),
        session.shown({session.now().heat.parts.front().end, Dimension::temperature})})
    EXPECT_TRUE(words.contains(wanted)) << wanted.toStdString();
  EXPECT_FALSE(window->write_sheets(folder.filePath("no/such/folder/sheets.pdf")));
  const QString headless_path = folder.filePath("headless.pdf");
  EXPECT_EQ(headless({"--water-sheets", headless_path, "Mudwren"}), 0);
  EXPECT_TRUE(words_of(headless_path).contains("No cooling circuit"));
}
