#include "stages/trial/trial_stage.h"

#include "stages/trial/trial_page.h"

namespace plucky::app {

StageModule trial_stage() {
  return {.stage = Stage::trial,
          .page = [](const StageHost& host, QWidget* parent) -> Page* { return new TrialPage(host.session, parent); },
          .overlays = boat_overlays | Overlay::freeboards,
          .at_rest = true};
}

}  // namespace plucky::app
