// Work off the interface thread: one at a time, the latest wins; it tells how far it is and can be stopped. Its answers
// come back through the event loop and count only while nothing newer was begun and nobody stopped it.
#pragma once

#include <QCoreApplication>
#include <QObject>
#include <QPointer>
#include <QString>
#include <atomic>
#include <functional>
#include <memory>

namespace plucky::app {

class Job : public QObject {
  Q_OBJECT

  using Unwanted = std::shared_ptr<std::atomic<bool>>;

 public:
  /// Thrown in the work where nobody waits for its answer any more.
  struct Stopped {};

  /// What the work may ask and tell from its own thread.
  class Link {
   public:
    [[nodiscard]] bool wanted() const { return !*unwanted_; }
    /// Tells what comes next and how long it will take, s; below zero while nothing is known. Throws Stopped when the
    /// answer is no longer wanted.
    void step(const QString& what, double seconds_left = -1.0) const;
    /// Runs on the interface thread, in order, while the answer is wanted.
    template <class F>
    void deliver(F answer) const {
      // The application outlives every job, so its event loop is the road back.
      QMetaObject::invokeMethod(
          QCoreApplication::instance(),
          [job = job_, unwanted = unwanted_, answer = std::move(answer)]() mutable {
            if (job && !*unwanted) answer();
          },
          Qt::QueuedConnection);
    }

   private:
    friend class Job;
    Link(Job* job, Unwanted unwanted) : job_(job), unwanted_(std::move(unwanted)) {}
    QPointer<Job> job_;
    Unwanted unwanted_;
  };

  explicit Job(QObject* parent = nullptr) : QObject(parent) {}
  ~Job() override;

  /// Begins; what was under way is forgotten. An exception of the work is told by failed().
  void start(const QString& step, std::function<void(const Link&)> work);
  /// Forgets what is under way.
  void stop();
  [[nodiscard]] bool running() const { return unwanted_ != nullptr; }

 signals:
  void progress(const QString& step, double seconds_left);
  void ended();  ///< all answers are delivered
  void failed(const QString& why);
  void stopped();

 private:
  Unwanted unwanted_;  ///< shared with the worker; empty when nothing is under way
};

}  // namespace plucky::app
