#include "session/remedy_trial.h"

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

#include "assessment/remedies.h"

namespace plucky::app {

RemedyTrial::RemedyTrial(QObject* parent) : QObject(parent) {
  rest_.setSingleShot(true);
  rest_.setInterval(200);
  connect(&rest_, &QTimer::timeout, this, &RemedyTrial::begin);
}

RemedyTrial::~RemedyTrial() {
  if (unwanted_) *unwanted_ = true;
}

void RemedyTrial::consider(std::shared_ptr<const Assessment> state) {
  if (unwanted_) *unwanted_ = true;
  unwanted_.reset();
  state_ = std::move(state);
  verdicts_.assign(state_->findings.size(), Verdict::trying);
  rest_.start();
}

RemedyTrial::Verdict RemedyTrial::verdict(const Finding& finding) const {
  // A rule may speak twice of one subject: its sentence tells them apart.
  for (std::size_t i = 0; i < verdicts_.size(); ++i) {
    const Finding& f = state_->findings[i];
    if (f.id == finding.id && f.subject == finding.subject && f.text == finding.text) return verdicts_[i];
  }
  return Verdict::trying;
}

namespace {
bool offers(const Finding& f) {
  return f.remedy && f.ignored.empty();
}
}  // namespace

bool RemedyTrial::under_way() const {
  for (std::size_t i = 0; i < verdicts_.size(); ++i)
    if (offers(state_->findings[i]) && verdicts_[i] == Verdict::trying) return true;
  return false;
}

void RemedyTrial::begin() {
  unwanted_ = std::make_shared<std::atomic<bool>>(false);
  const QPointer<RemedyTrial> self(this);
  QThreadPool::globalInstance()->start([self, state = state_, unwanted = unwanted_] {
    Assessor assessor;
    for (std::size_t i = 0; i < state->findings.size(); ++i) {
      const Finding& f = state->findings[i];
      if (!offers(f)) continue;
      if (*unwanted) return;
      const Verdict v = remedy_betters(f, *state, assessor) ? Verdict::better : Verdict::no_use;
      // Through the event loop of the application, which outlives this; it counts only while its boat is considered.
      QMetaObject::invokeMethod(
          QCoreApplication::instance(),
          [self, unwanted, i, v] {
            if (!self || *unwanted) return;
            self->verdicts_[i] = v;
            emit self->judged();
          },
          Qt::QueuedConnection);
    }
  });
}

}  // namespace plucky::app
