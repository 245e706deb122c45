#include "stages/build/made_state.h"

#include <QCoreApplication>
#include <algorithm>

#include "session/today.h"

namespace plucky::app {

MadeState made_state(const Session& session, const std::string& key, const std::vector<Makeable>& now) {
  const std::vector<MadeThing>& all = session.seen().project.build.made;
  const auto made = std::find_if(all.begin(), all.end(), [&](const MadeThing& m) { return m.what == key; });
  if (made == all.end()) return {.words = QObject::tr("designed")};
  MadeState out{.made = true, .words = QObject::tr("made %1").arg(QString::fromStdString(made->date))};
  const auto thing = std::find_if(now.begin(), now.end(), [&](const Makeable& m) { return m.key == key; });
  if (thing == now.end()) return out;
  if (const auto wrong = mismatch(*made, *thing)) {
    out.off = true;
    out.words = wrong->outline
                    ? QObject::tr("%1, another outline now").arg(out.words)
                    : QObject::tr("%1, %2 off now").arg(out.words, session.in_words(length_quantity(wrong->off)));
  }
  return out;
}

bool tick_made(Session& session, const std::string& key, bool made) {
  for (const Makeable& m : makeables_of(session.now().build))
    if (m.key == key) {
      session.perform({made ? Text("Made: {0}", m.name) : Text("Not made: {0}", m.name),
                       ChangeBuild{with_made(session.project().build, m, made, today())}});
      return true;
    }
  return false;
}

}  // namespace plucky::app
