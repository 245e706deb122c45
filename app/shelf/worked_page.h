// A page of the shelf that works something out of the boat as it is, beside the interface, and keeps it until it is
// asked again: the boat may have become another one since.
#pragma once

#include <QPushButton>
#include <functional>
#include <memory>

#include "session/job.h"
#include "shelf/shelf_page.h"

namespace plucky::app {

class WorkedPage : public ShelfPage {
  Q_OBJECT

 public:
  WorkedPage(Session* session, const QString& title, QWidget* parent) : ShelfPage(session, title, parent) {}
  [[nodiscard]] bool at_work() const override { return job_.running(); }

 protected:
  /// `work` begins what work_out() does, and stops it while it is under way; both its ends come to show_result().
  void wire(QPushButton* work) {
    work_ = work;
    words_of_work_ = work->text();
    connect(work, &QPushButton::clicked, this, [this] {
      if (!job_.running()) return work_out();
      job_.stop();
      end();
    });
    connect(&job_, &Job::ended, this, &WorkedPage::end);
    connect(&job_, &Job::failed, this, [this](const QString& why) {
      session_->refuse(why);
      end();
    });
  }
  /// Works with the boat at hand, which boat() is from now on.
  void begin(const QString& doing, const std::function<void(const Job::Link&, const Assessment& boat)>& work) {
    boat_ = session_->state();
    work_->setText(tr("Stop"));
    tell(doing);
    job_.start(doing, [boat = boat_, work](const Job::Link& link) { work(link, *boat); });
  }
  /// That the result is of; null before the first.
  [[nodiscard]] const Assessment* boat() const { return boat_.get(); }
  /// Is it still the boat at hand?
  [[nodiscard]] bool as_worked_out() const { return boat_ && boat_->project == session_->now().project; }
  /// Says it when the boat at hand is another by now.
  void add_if_changed(QStringList& words) const {
    if (boat_ && !as_worked_out()) words << tr("The boat has changed since.");
  }

  virtual void work_out() = 0;
  virtual void show_result() = 0;

 private:
  void end() {
    work_->setText(words_of_work_);
    show_result();
  }

  QPushButton* work_ = nullptr;
  QString words_of_work_;
  std::shared_ptr<const Assessment> boat_;
  Job job_;
};

}  // namespace plucky::app
