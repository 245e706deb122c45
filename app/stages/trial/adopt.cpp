#include "stages/trial/adopt.h"

#include <algorithm>
#include <utility>

namespace plucky::app {

void adopt_found(Session& session, const FoundMass& found, const QString& origin) {
  Layout layout = session.project().layout;
  MassCorrection c = correction_to(session.now().mass, found.mass, found.cg);
  c.mass_sigma = found.mass_sigma;
  c.cg_sigma = std::max(found.cg_sigma.x(), found.cg_sigma.y());
  c.origin = origin.toStdString();
  layout.correction = c;
  session.perform({as_said(QObject::tr("Adopt the %1").arg(origin)), ChangeLayout{layout}});
}

void drop_correction(Session& session) {
  Layout layout = session.project().layout;
  layout.correction.reset();
  session.perform({as_said(QObject::tr("Go back to the sum of the parts")), ChangeLayout{layout}});
}

bool change_diary(Session& session, const char* label, Diary diary) {
  TrialLog log = session.project().trial;
  log.diary = std::move(diary);
  return session.perform({label, ChangeTrial{std::move(log)}});
}

}  // namespace plucky::app
