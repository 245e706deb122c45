#include "session/remedy_trial.h"

#include "assessment/remedies.h"

namespace plucky::app {

RemedyTrial::RemedyTrial(QObject* parent) : QObject(parent) {
  rest_.setSingleShot(true);
  rest_.setInterval(200);
  connect(&rest_, &QTimer::timeout, this, &RemedyTrial::begin);
}

void RemedyTrial::consider(std::shared_ptr<const Assessment> state) {
  job_.stop();
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
  // The job is this object's own: what it delivers finds it alive.
  job_.start({}, [this, state = state_](const Job::Link& link) {
    Assessor assessor;
    for (std::size_t i = 0; i < state->findings.size(); ++i) {
      const Finding& f = state->findings[i];
      if (!offers(f)) continue;
      if (!link.wanted()) return;
      const Verdict v = remedy_betters(f, *state, assessor) ? Verdict::better : Verdict::no_use;
      link.deliver([this, i, v] {
        verdicts_[i] = v;
        emit judged();
      });
    }
  });
}

}  // namespace plucky::app
