// Logs through the window: opened, its lag slid, the model brought to it, adopted, undone.
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

#include "assessment/sea.h"
#include "bench.h"
#include "stages/trial/log_view.h"
#include "trial/logger.h"
#include "trial/pilots.h"

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
    const Assessment a = session.now();
    SeaBoatData data = sea_boat_of(a).boat->data();
    data.truth.drag = 1.08;
    Boat boat = boat_of(a);
    boat.jacket = {};
    const SeaBoat real(boat, a.power.curve, data);
    const Pond open = open_water();
    SeaRules far;
    far.radio_range = 1e9;
    SeaTrial trial(real, open, {}, far);
    const SeaLog log = sail(
        trial,
        [](const SeaSample& s) {
          return Sticks{0.3 + 0.2 * std::floor(std::fmod(s.time, 48.0) / 12.0), 0.0};
        },
        96.0);
    LoggerFaults faults;
    faults.speed_lag = lag;
    const std::string text = write_log(as_logged(recording_of(log.samples, open), faults, 2));
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
