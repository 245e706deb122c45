// A task of the work ticked off, wherever it is shown.
#pragma once

#include "session/session.h"
#include "session/today.h"

namespace plucky::app {

/// Done today, or its tick taken back.
inline void tick_task(Session& session, const WorkTask& task, bool done) {
  BuildDesign b = session.project().build;
  b.work = with_done(b.work, task.key, done, today());
  session.perform({done ? Text("Done: {0}", task.text) : Text("Not done: {0}", task.text), ChangeBuild{b}});
}

}  // namespace plucky::app
