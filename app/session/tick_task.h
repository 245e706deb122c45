// A task of the work ticked off, wherever it is shown.
#pragma once

#include "build/made.h"
#include "session/session.h"
#include "session/today.h"

namespace plucky::app {

/// Done today, or its tick taken back; what it makes is noted as made with the sizes that it has now. The task by
/// value: the plan it comes from is made anew.
inline void tick_task(Session& session, WorkTask task, bool done) {
  BuildDesign b = session.project().build;
  b.work = with_done(b.work, task.key, done, today());
  const BuildReport& r = session.now().build;
  const std::vector<Makeable> all = makeables_of(r);
  for (const std::string& key : made_by(task.key, r))
    for (const Makeable& m : all)
      if (m.key == key) b = with_made(b, m, done, today());
  session.perform({done ? Text("Done: {0}", task.text) : Text("Not done: {0}", task.text), ChangeBuild{b}});
}

}  // namespace plucky::app
