// A task of the work ticked off, wherever it is shown.
#pragma once

#include "session/session.h"
#include "session/today.h"

namespace plucky::app {

/// Done today, or its tick taken back. The task by value: the plan it comes from is made anew.
inline void tick_task(Session& session, WorkTask task, bool done) {
  BuildDesign b = session.project().build;
  b.work = with_done(b.work, task.key, done, today());
  session.perform({done ? Text("Done: {0}", task.text) : Text("Not done: {0}", task.text), ChangeBuild{b}});
}

}  // namespace plucky::app
