// Tables of loggers through the window: their columns looked at, confirmed and remembered; two logs of one run joined;
// practice devices; causes ranked; photos of runs.
#include <QComboBox>
#include <QFile>
#include <QFileInfo>
#include <QImage>
#include <QProcess>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>
#include <cmath>

#include "bench.h"
#include "chart/thinned.h"
#include "device/device_model.h"
#include "hidden_boat.h"
#include "io/file.h"
#include "property.h"
#include "session/kept_file.h"
#include "stages/trial/diary_view.h"
#include "stages/trial/log_columns.h"
#include "stages/trial/log_view.h"
#include "stages/trial/pond_view.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class TableBench : public Bench {
 protected:
  void SetUp() override {
    QFile::remove(kept_path("log-tables.json"));
    Bench::SetUp();
    window->choose_stage(Stage::trial);
    window->show_shelf("logs");
    settle();
    view = window->findChild<LogView*>();
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  void TearDown() override {
    Bench::TearDown();
    QFile::remove(kept_path("log-tables.json"));
  }
  QString file(const char* name, const std::string& text) {
    const QString path = folder.filePath(name);
    write_file_atomically(path.toStdString(), text);
    return path;
  }
  /// A run of the boat on the bench, with so much more drag than it should have.
  Recording run(double drag = 1.0) {
    Variation truth;
    truth.drag = drag;
    return hidden_run(session.now(), truth);
  }
  static Recording only(Recording r, std::initializer_list<Channel> channels) {
    std::erase_if(r.series, [&](const Series& s) {
      return std::find(channels.begin(), channels.end(), s.channel) == channels.end();
    });
    return r;
  }
  /// As a hand chooses in a box.
  void choose(const char* name, const QString& words) {
    auto* box = find<QComboBox>(name);
    ASSERT_GE(box->findText(words), 0) << name << " has no " << words.toStdString();
    box->setFocus();
    QTest::keyClick(box, Qt::Key_Home);
    for (int i = 0; i < 40 && box->currentText() != words; ++i) QTest::keyClick(box, Qt::Key_Down);
    settle();
  }
  QTemporaryDir folder;
  QString refused;
  LogView* view = nullptr;
};

const std::string unclear = [] {
  std::string text = "T,v,U1\n";
  for (int i = 0; i < 40; ++i)
    text += std::to_string(0.5 * i) + "," + std::to_string(std::min(6.0, 3.0 + 0.25 * i)) + ",11.8\n";
  return text;
}();

}  // namespace

TEST_F(TableBench, ColumnsThatNobodyNamedAreShownConfirmedAndRememberedForTheNextFile) {
  view->open(file("first.csv", unclear));
  settle();
  auto* columns = window->findChild<LogColumns*>();
  ASSERT_TRUE(columns->isVisible());
  EXPECT_EQ(view->report(), nullptr) << "nothing is read before it is confirmed";
  auto* table = find<QTableWidget>("log_columns");
  ASSERT_EQ(table->rowCount(), 3);
  EXPECT_TRUE(table->item(1, 1)->text().contains("3.25")) << "its first values are shown";
  EXPECT_FALSE(find<QPushButton>("columns_read")->isEnabled()) << "no column is used yet";
  choose("column_2_what", "Speed");
  EXPECT_EQ(find<QComboBox>("column_2_unit")->currentText(), QString("km/h"));
  choose("column_2_unit", "m/s");
  EXPECT_TRUE(table->item(1, 4)->text().contains("10.8")) << table->item(1, 4)->text().toStdString();
  choose("column_3_what", "Battery voltage");
  EXPECT_EQ(find<QComboBox>("column_1_what")->currentText(), QString("Time"))
      << "arrows walk past \"Time\" and leave it";
  EXPECT_EQ(find<QComboBox>("column_2_unit")->currentText(), QString("m/s"));
  click("columns_read");
  finish_job();
  ASSERT_NE(view->report(), nullptr) << refused.toStdString();
  ASSERT_NE(view->report()->find("top_speed"), nullptr);
  EXPECT_NEAR(view->report()->find("top_speed")->value.si, 6.0, 0.4);
  EXPECT_FALSE(columns->isVisible());
  // The next file of the same device asks nothing, in another window as well.
  open_window(&session);
  window->show();
  window->choose_stage(Stage::trial);
  window->show_shelf("logs");
  settle();
  view = window->findChild<LogView*>();
  view->open(file("second.csv", unclear));
  finish_job();
  ASSERT_NE(view->report(), nullptr) << refused.toStdString();
  ASSERT_NE(view->report()->find("top_speed"), nullptr);
  EXPECT_NEAR(view->report()->find("top_speed")->value.si, 6.0, 0.4);
  // Looked at again and changed, the same run is read anew.
  click("log_columns_again");
  choose("column_2_unit", "km/h");
  click("columns_read");
  finish_job();
  ASSERT_NE(view->report()->find("top_speed"), nullptr);
  EXPECT_NEAR(view->report()->find("top_speed")->value.si, 6.0 / 3.6, 0.1);
  EXPECT_EQ(find<QComboBox>("log_runs")->count(), 1);
}

TEST_F(TableBench, ATableThatIsLeftIsNotReadAndDamagedMemoryIsSetAside) {
  view->open(file("first.csv", unclear));
  settle();
  click("columns_leave");
  EXPECT_EQ(view->report(), nullptr);
  EXPECT_EQ(find<QComboBox>("log_runs")->count(), 0);
  write_kept(kept_path("log-tables.json"), "{ broken");
  open_window(&session);
  settle();
  EXPECT_TRUE(refused.contains("set aside")) << refused.toStdString();
  EXPECT_FALSE(QFile::exists(kept_path("log-tables.json")));
  EXPECT_TRUE(QFile::exists(kept_path("log-tables.json.damaged")));
  QFile::remove(kept_path("log-tables.json.damaged"));
}

TEST_F(TableBench, AReceiversTrackIsJoinedToALoggersTable) {
  const Recording all = run();
  view->open(
      file("logger.csv", write_log(only(all, {Channel::motor_revolutions, Channel::current, Channel::throttle}))));
  finish_job();
  ASSERT_NE(view->report(), nullptr) << refused.toStdString();
  EXPECT_EQ(view->report()->find("slip"), nullptr) << "there is no speed in it";
  // The receiver was switched on ten seconds later.
  standins::DeviceModel gps(standins::DeviceKind::gps, all);
  (void)gps.step(10.0);
  view->open(file("track.nmea", gps.step(200.0)), true);
  finish_job();
  ASSERT_NE(view->report()->find("slip"), nullptr) << refused.toStdString();
  EXPECT_EQ(find<QComboBox>("log_runs")->count(), 1);
  EXPECT_TRUE(find<QComboBox>("log_runs")->currentText().contains("logger.csv + track.nmea"));
  EXPECT_TRUE(view->words().contains("second log begins")) << view->words().toStdString();
  const auto whole = read_off(all, log_boat_of(session.now()));
  EXPECT_NEAR(view->report()->find("top_speed")->value.si, whole.find("top_speed")->value.si, 0.3);
  EXPECT_NEAR(view->report()->find("slip")->value.si, whole.find("slip")->value.si, 0.06);
  // Another boat's log moves otherwise: refused, and the run stays.
  std::string other = "Time [s],Battery current [A]\n";
  for (int i = 0; i < 900; ++i)
    other += std::to_string(0.1 * i) + "," + std::to_string(5.0 + std::sin(0.17 * i) + std::sin(0.041 * i * i * 0.01)) +
             "\n";
  view->open(file("other.csv", other), true);
  finish_job();
  EXPECT_TRUE(refused.contains("not of one run")) << refused.toStdString();
  EXPECT_NE(view->report()->find("slip"), nullptr);
}

TEST_F(TableBench, WhatIsOffIsRankedByWhatEachCauseAloneTellsWithWhatToMeasure) {
  view->open(file("run.csv", write_log(run(1.25))));
  finish_job();
  click("calibrate");
  finish_job();
  ASSERT_NE(view->calibration(), nullptr) << refused.toStdString();
  auto* table = find<QTableWidget>("log_readings");
  QStringList alone, apart;
  for (int r = 0; r < table->rowCount(); ++r) {
    if (table->item(r, 0)->text().contains("alone tells")) alone << table->item(r, 0)->text();
    if (table->item(r, 0)->text().contains("against the model")) apart << table->item(r, 1)->text();
  }
  ASSERT_FALSE(alone.isEmpty());
  EXPECT_TRUE(alone.front().startsWith("Drag")) << alone.front().toStdString();
  EXPECT_GE(apart.size(), 4);
  EXPECT_TRUE(view->words().contains("Likeliest")) << view->words().toStdString();
  EXPECT_TRUE(view->words().contains("Weigh it")) << view->words().toStdString();
}

TEST_F(TableBench, APracticeReceiverPlaysAVirtualLapOfThisBoat) {
  view->practise("telemetry");
  ASSERT_TRUE(QTest::qWaitFor([&] { return view->link()->is_open(); }, 60000 * patience)) << refused.toStdString();
  // What came in so far grows while it is looked at.
  const auto half_a_second = [&] {
    const LogReport* report = view->report();
    return report && report->find("top_speed") && report->find("duration")->value.si > 0.5;
  };
  ASSERT_TRUE(QTest::qWaitFor(half_a_second, 30000 * patience)) << view->words().toStdString();
  click("listen_log");
  EXPECT_FALSE(view->link()->is_open());
  ASSERT_NE(view->report(), nullptr) << "what came is kept";
}

TEST_F(TableBench, StandInSticksDriveTheBoatAndTheirRunIsSailedAgain) {
  Recording sticks;
  std::vector<double> ahead, across;
  for (int i = 0; i < 400; ++i) {
    sticks.time.push_back(0.1 * i);
    ahead.push_back(i < 20 ? 0.0 : 0.6);
    across.push_back(i < 150 ? 0.0 : 0.3);
  }
  sticks.series = {{Channel::throttle, "throttle", ahead}, {Channel::helm, "helm", across}};
  QProcess device;
  device.start(PLUCKY_DEVICE, {"--as", "sticks", "--log", file("sticks.csv", write_log(sticks))});
  ASSERT_TRUE(device.waitForReadyRead(10000 * patience));
  const QString port = QString::fromUtf8(device.readLine()).trimmed().mid(5);
  window->show_shelf("pond");
  settle();
  auto* pond = window->findChild<PondView*>();
  ASSERT_TRUE(pond->use_controller(port)) << port.toStdString();
  ASSERT_TRUE(QTest::qWaitFor(
      [&] {
        pond->sail_on(0.2);
        return pond->log().back().sticks.throttle > 0.55;
      },
      30000 * patience));
  pond->sail_on(6.0);
  EXPECT_GT(pond->log().back().speed, 1.0);
  const std::vector<SeaSample> first = pond->log();
  // Pulled out, the throttle is shut.
  device.kill();
  device.waitForFinished(5000);
  ASSERT_TRUE(QTest::qWaitFor([&] { return refused.contains("controller is gone"); }, 10000 * patience));
  // The same sticks again: the same run but for moments between two lines of its log.
  click("pond_back");
  auto* course = find<QComboBox>("pond_course");
  course->setCurrentIndex(course->findText("Sticks as before"));
  settle();
  pond->sail_on(first.back().time);
  ASSERT_FALSE(pond->log().empty());
  EXPECT_NEAR(pond->log().back().speed, first.back().speed, 0.1);
  EXPECT_LT((pond->log().back().place - first.back().place).norm(), 1.0);
}

TEST_F(TableBench, ARunKeepsItsPhotoUntilItIsTakenOutOrStruck) {
  window->show_shelf("diary");
  settle();
  auto* diary = window->findChild<DiaryView*>();
  auto* line = find<QLineEdit>("run_line");
  line->setFocus();
  QTest::keyClicks(line, "3:00 20 km/h");
  QTest::keyClick(line, Qt::Key_Return);
  settle();
  QImage image(4000, 3000, QImage::Format_RGB32);
  image.fill(Qt::darkCyan);
  const QString path = folder.filePath("bow.png");
  ASSERT_TRUE(image.save(path));
  diary->take_photo(path);
  const auto& attachments = session.project().trial.diary.attachments;
  ASSERT_EQ(attachments.size(), 1u) << refused.toStdString();
  const QImage kept = QImage::fromData(QByteArray::fromStdString(attachments[0].bytes.bytes()));
  EXPECT_EQ(kept.size(), QSize(1600, 1200)) << "made small enough to keep";
  EXPECT_TRUE(find<QLabel>("run_picture")->isVisibleTo(diary));
  EXPECT_FALSE(find<QLabel>("run_picture")->pixmap().isNull());
  settle();
  // What is no picture is refused, and the one there is stays.
  diary->take_photo(file("words.jpg", "no picture at all"));
  EXPECT_TRUE(refused.contains("no picture")) << refused.toStdString();
  EXPECT_EQ(session.project().trial.diary.attachments.size(), 1u);
  click("run_photo");
  EXPECT_TRUE(session.project().trial.diary.attachments.empty()) << "pressed again it is taken out, bytes and all";
  EXPECT_FALSE(find<QLabel>("run_picture")->isVisibleTo(diary));
  session.undo();
  settle();
  EXPECT_EQ(session.project().trial.diary.attachments.size(), 1u);
  click("remove_run");
  EXPECT_TRUE(session.project().trial.diary.attachments.empty()) << "a run that is struck takes its files along";
}

PROPERTY(Thinned, LosesNoSpikeAndInventsNothing) {
  const std::size_t size = any::whole<std::size_t>(0, 20000);
  const int pieces = any::whole(10, 400);
  std::vector<double> time, values;
  double t = 0.0;
  for (std::size_t i = 0; i < size; ++i) {
    t += 0.01 * any::whole(1, 4);
    time.push_back(t);
    values.push_back(i % 97 == 13 ? std::nan("")
                                  : std::sin(0.01 * static_cast<double>(i)) + (i % 4001 == 77 ? 50.0 : 0.0));
  }
  const ThinnedSeries p = thinned(time, values, 2.0, 0.0, t);
  const ThinnedSeries few = thinned(time, values, 2.0, 0.0, t, pieces);
  HOLDS(few.time.size() == few.values.size());
  HOLDS(few.time.size() <= 3 * pieces + 4 || few.time.size() <= static_cast<int>(size));
  double most = -1e9, most_few = -1e9;
  for (std::size_t i = 0; i < size; ++i)
    if (!std::isnan(values[i])) most = std::max(most, 2.0 * values[i]);
  for (int i = 0; i < few.values.size(); ++i) {
    if (i > 0) HOLDS(few.time[i] > few.time[i - 1]);
    if (std::isnan(few.values[i])) continue;
    most_few = std::max(most_few, few.values[i]);
    const auto at = std::lower_bound(time.begin(), time.end(), few.time[i]);
    HOLDS(at != time.end() && few.values[i] == 2.0 * values[static_cast<std::size_t>(at - time.begin())]);
  }
  HOLDS(most == most_few);
  HOLDS(p.time.size() <= static_cast<int>(size));
}
