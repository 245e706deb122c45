#include "session/job.h"

#include <QThreadPool>

#include "base/error.h"
#include "words/words.h"

namespace plucky::app {

void Job::Link::step(const QString& what, double seconds_left) const {
  if (!wanted()) throw Stopped{};
  deliver([job = job_, what, seconds_left] { emit job->progress(what, seconds_left); });
}

Job::~Job() {
  if (unwanted_) *unwanted_ = true;
}

void Job::start(const QString& step, std::function<void(const Link&)> work) {
  if (unwanted_) *unwanted_ = true;
  unwanted_ = std::make_shared<std::atomic<bool>>(false);
  const Link link(this, unwanted_);
  emit progress(step, -1.0);
  QThreadPool::globalInstance()->start([link, work = std::move(work)] {
    const auto fail = [&link](const QString& why) {
      link.deliver([job = link.job_, why] {
        job->unwanted_.reset();
        emit job->failed(why);
      });
    };
    try {
      work(link);
      link.deliver([job = link.job_] {
        job->unwanted_.reset();
        emit job->ended();
      });
    } catch (const Stopped&) {
    } catch (const InvalidInput& e) {
      fail(said(e.sentence(), UnitSystem::metric));
    } catch (const std::bad_alloc&) {
      fail(tr("There is not enough memory for this. The boat is as it was."));
    } catch (const std::exception& e) {
      fail(tr("This could not be computed (%1). The boat is as it was.").arg(e.what()));
    }
  });
}

void Job::stop() {
  if (!unwanted_) return;
  *unwanted_ = true;
  unwanted_.reset();
  emit stopped();
}

}  // namespace plucky::app
