// Work off the interface thread: the latest wins, a stopped one is forgotten, nothing comes from a thread of its own.
#include <gtest/gtest.h>

#include <QApplication>
#include <QComboBox>
#include <QScopeGuard>
#include <QSignalSpy>
#include <QThread>
#include <QtTest/QTest>
#include <semaphore>

#include "base/error.h"
#include "bench.h"
#include "session/job.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr int long_enough = patience * 8000;

TEST(Job, DeliversOnTheInterfaceThreadInOrderAndEnds) {
  Job job;
  QSignalSpy ended(&job, &Job::ended);
  std::vector<int> got;
  bool elsewhere = false, here = false;
  job.start("counting", [&](const Job::Link& link) {
    elsewhere = QThread::currentThread() != QApplication::instance()->thread();
    for (int i = 0; i < 5; ++i)
      link.deliver([&, i] {
        got.push_back(i);
        here = QThread::currentThread() == QApplication::instance()->thread();
      });
  });
  EXPECT_TRUE(job.running());
  ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, long_enough));
  EXPECT_EQ(got, (std::vector<int>{0, 1, 2, 3, 4}));
  EXPECT_TRUE(elsewhere);
  EXPECT_TRUE(here);
  EXPECT_EQ(ended.count(), 1);
}

TEST(Job, TheLatestWins) {
  Job job;
  QSignalSpy ended(&job, &Job::ended), stopped(&job, &Job::stopped);
  std::binary_semaphore go(0), left(0);
  std::string answer;
  job.start("first", [&](const Job::Link& link) {
    go.acquire();
    EXPECT_FALSE(link.wanted());
    link.deliver([&] { answer += "first"; });
    left.release();
  });
  job.start("second", [&](const Job::Link& link) { link.deliver([&] { answer += "second"; }); });
  go.release();
  ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, long_enough));
  left.acquire();
  QApplication::processEvents();
  EXPECT_EQ(answer, "second");
  EXPECT_EQ(ended.count(), 1);
  EXPECT_EQ(stopped.count(), 0);
}

TEST(Job, AStoppedOneIsForgottenAndLeavesAtItsNextStep) {
  Job job;
  QSignalSpy stopped(&job, &Job::stopped), ended(&job, &Job::ended), failed(&job, &Job::failed);
  std::binary_semaphore go(0), left(0);
  bool after = false, delivered = false;
  job.start("long work", [&](const Job::Link& link) {
    const auto tell = qScopeGuard([&] { left.release(); });
    go.acquire();
    link.deliver([&] { delivered = true; });
    link.step("the rest");
    after = true;
  });
  job.stop();
  EXPECT_FALSE(job.running());
  go.release();
  left.acquire();
  QApplication::processEvents();
  EXPECT_EQ(stopped.count(), 1);
  EXPECT_FALSE(after);
  EXPECT_FALSE(delivered);
  EXPECT_EQ(ended.count() + failed.count(), 0);
}

TEST(Job, TroubleIsToldInWordsWhateverWasThrown) {
  Job job;
  QSignalSpy failed(&job, &Job::failed);
  const auto trouble = [&](std::function<void(const Job::Link&)> work) {
    job.start("trouble", std::move(work));
    EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, long_enough));
    return failed.isEmpty() ? QString() : failed.takeFirst().front().toString();
  };
  EXPECT_TRUE(trouble([](const Job::Link&) { throw InvalidInput("beam", "too wide"); }).contains("beam"));
  EXPECT_TRUE(trouble([](const Job::Link&) { throw std::bad_alloc(); }).contains("memory"));
  EXPECT_TRUE(trouble([](const Job::Link&) { throw std::runtime_error("odd"); }).contains("odd"));
}

TEST(Job, OneWhoseOwnerIsGoneDeliversNothing) {
  std::binary_semaphore go(0), left(0);
  bool delivered = false;
  {
    Job job;
    job.start("orphan", [&](const Job::Link& link) {
      go.acquire();
      EXPECT_FALSE(link.wanted());
      link.deliver([&] { delivered = true; });
      left.release();
    });
  }
  go.release();
  left.acquire();
  QApplication::processEvents();
  EXPECT_FALSE(delivered);
}

TEST_F(Bench, FittingADriveTellsItsStepsAndCanBeCancelled) {
  session.adopt(Project{}, {});
  window->choose_stage(Stage::drive);
  settle();
  const Project before = session.project();
  auto* kind = find<QComboBox>("propulsor");
  kind->setCurrentIndex(1);
  QSignalSpy steps(session.job(), &Job::progress);
  emit kind->activated(1);
  EXPECT_TRUE(session.job()->running());
  ASSERT_TRUE(find<QPushButton>("cancel_job")->isVisible());
  ASSERT_TRUE(wait_for([&] { return steps.count() >= 2; }, 30000));
  QTest::mouseClick(find<QPushButton>("cancel_job"), Qt::LeftButton);
  settle();
  EXPECT_FALSE(session.job()->running());
  EXPECT_EQ(session.project(), before);
  EXPECT_TRUE(notice().contains("Cancelled"));
  EXPECT_FALSE(find<QPushButton>("cancel_job")->isVisible());
}

TEST_F(Bench, ADriveForABoatThatWasChangedMeanwhileIsNotFitted) {
  session.adopt(Project{}, {});
  window->choose_stage(Stage::drive);
  settle();
  auto* kind = find<QComboBox>("propulsor");
  kind->setCurrentIndex(1);
  emit kind->activated(1);
  session.perform({"Longer", SetHullParameter{"length_m", 0.65}});
  finish_job();
  EXPECT_TRUE(session.project().drives.empty());
  EXPECT_DOUBLE_EQ(session.project().hull.shape.length, 0.65);
  EXPECT_TRUE(notice().contains("changed meanwhile")) << notice().toStdString();
}

}  // namespace
