// Logs through the window: opened, its lag slid, the model brought to it, adopted, undone.
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QProcess>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

#include "bench.h"
#include "hidden_boat.h"
#include "io/project_file.h"
#include "stages/trial/log_view.h"
#include "stages/trial/track_picture.h"
#include "trial/logger.h"

using namespace plucky;
using namespace plucky::test;

namespace {

class LogBench : public Bench {
 protected:
  void SetUp() override {
    Bench::SetUp();
    window->choose_stage(Stage::trial);
    window->show_shelf("logs");
    settle();
    view = window->findChild<LogView*>();
    QObject::connect(&session, &Session::refused, &session, [this](const QString& why) { refused = why; });
  }
  /// A run of the boat as it is but for eight per cent more drag, as a late logger writes it.
  QString logged(double lag) {
    Variation truth;
    truth.drag = 1.08;
    LoggerFaults faults;
    faults.speed_lag = lag;
    const std::string text = write_log(as_logged(hidden_run(session.now(), truth), faults, 2));
    QFile file(folder.filePath("run.csv"));
    EXPECT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(text.data(), static_cast<qint64>(text.size()));
    return file.fileName();
  }
  QTemporaryDir folder;
  QString refused;
  LogView* view = nullptr;
};

}  // namespace

TEST_F(LogBench, ALateLogIsReadTheModelBroughtToItAdoptedAndTakenBack) {
  view->open(logged(2.4));
  finish_job();
  ASSERT_NE(view->report(), nullptr) << refused.toStdString();
  EXPECT_EQ(find<QComboBox>("log_runs")->currentText(), QString("run.csv"));
  auto* lag = find<QDoubleSpinBox>("log_lag");
  EXPECT_NEAR(lag->value(), 2.4, 0.25);
  auto* table = find<QTableWidget>("log_readings");
  EXPECT_GT(table->rowCount(), 6);
  // Typed over, the readings follow.
  const double before = view->report()->find("slip")->value.si;
  lag->setFocus();
  lag->setValue(2.4);
  settle();
  EXPECT_NEAR(view->report()->find("slip")->value.si, before, 0.05);
  EXPECT_FALSE(find<QPushButton>("adopt_calibration")->isEnabled());
  click("calibrate");
  finish_job();
  ASSERT_NE(view->calibration(), nullptr) << refused.toStdString();
  EXPECT_LT(view->calibration()->after, view->calibration()->before);
  const double speed = session.now().power.full.speed;
  click("adopt_calibration");
  settle();
  ASSERT_TRUE(session.project().trial.tuning);
  EXPECT_NEAR(session.project().trial.tuning->drag, 1.08, 0.06);
  EXPECT_EQ(session.project().trial.tuning->source, "run.csv");
  EXPECT_LT(session.now().power.full.speed, speed) << "more drag is slower, in every prediction";
  EXPECT_TRUE(view->words().contains("carry a calibration"));
  session.undo();
  settle();
  EXPECT_FALSE(session.project().trial.tuning);
  EXPECT_NEAR(session.now().power.full.speed, speed, 1e-12);
  session.redo();
  settle();
  click("drop_calibration");
  settle();
  EXPECT_NEAR(session.now().power.full.speed, speed, 1e-12);
}

TEST_F(LogBench, WhatIsNoLogIsRefusedAndTheLastOneStays) {
  view->open(logged(0.0));
  finish_job();
  ASSERT_NE(view->report(), nullptr);
  QFile rubbish(folder.filePath("picture.csv"));
  ASSERT_TRUE(rubbish.open(QIODevice::WriteOnly));
  rubbish.write(QByteArray(5000, '\x01'));
  rubbish.close();
  view->open(rubbish.fileName());
  finish_job();
  EXPECT_TRUE(refused.contains("no text")) << refused.toStdString();
  EXPECT_EQ(find<QComboBox>("log_runs")->count(), 1);
  ASSERT_NE(view->report(), nullptr);
}

TEST_F(LogBench, ADeviceOnASerialLineIsFollowedItsTrackDrawnAndKeptWhenItIsUnplugged) {
  const QString log = logged(0.0);
  QProcess device;
  device.start(PLUCKY_DEVICE, {"--as", "telemetry", "--log", log, "--speed", "12"});
  ASSERT_TRUE(device.waitForReadyRead(10000 * patience));
  const QString line = QString::fromUtf8(device.readLine()).trimmed();
  ASSERT_TRUE(line.startsWith("port ")) << device.readAllStandardError().toStdString();
  ASSERT_TRUE(view->listen_to(line.mid(5)));
  EXPECT_EQ(find<QPushButton>("listen_log")->text(), QString("Stop"));
  ASSERT_TRUE(QTest::qWaitFor([&] { return view->report() && view->report()->find("top_speed"); }, 20000 * patience))
      << view->words().toStdString();
  const double soon = view->report()->find("duration")->value.si;
  // It ends with its log: what came is kept.
  ASSERT_TRUE(QTest::qWaitFor([&] { return device.state() == QProcess::NotRunning; }, 30000 * patience));
  ASSERT_TRUE(QTest::qWaitFor([&] { return !view->link()->is_open(); }, 10000 * patience));
  settle();
  EXPECT_GT(view->report()->find("duration")->value.si, soon);
  EXPECT_GT(view->report()->find("duration")->value.si, 60.0);
  click("log_track");
  settle();
  const auto& places = window->findChild<TrackPicture*>()->places();
  ASSERT_GT(places.size(), 100u);
  EXPECT_GT(places.back().norm(), 50.0);
  EXPECT_GT(find<QComboBox>("track_colour")->count(), 2);
  // Into the diary, bytes and all; undone it is gone.
  click("log_to_diary");
  const Diary& d = session.project().trial.diary;
  ASSERT_EQ(d.attachments.size(), 1u);
  EXPECT_GT(d.attachments[0].bytes.bytes().size(), 1000u);
  EXPECT_EQ(d.runs().front()->log, d.attachments[0].id);
  EXPECT_GT(d.runs().front()->numbers.top_speed.value_or(0.0), 1.0);
  const Project back = project_from_bytes(project_to_bytes(session.project()));
  EXPECT_EQ(back.trial.diary.attachments.at(0).bytes.bytes(), d.attachments[0].bytes.bytes());
  EXPECT_TRUE(back.unknown_entries.empty());
  session.undo();
  EXPECT_TRUE(session.project().trial.diary.attachments.empty());
}

TEST_F(LogBench, APortThatIsNotThereIsTold) {
  EXPECT_FALSE(view->listen_to("/dev/there-is-none"));
  EXPECT_TRUE(refused.contains("there-is-none")) << refused.toStdString();
}
