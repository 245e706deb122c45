#include "stages/trial/trial_stage.h"

#include "stages/trial/log_view.h"
#include "stages/trial/pond_view.h"
#include "stages/trial/sea_trials_view.h"
#include "stages/trial/trial_page.h"

namespace plucky::app {

StageModule trial_stage() {
  return {
      .stage = Stage::trial,
      .page = [](const StageHost& host, QWidget* parent) -> Page* { return new TrialPage(host.session, parent); },
      .overlays = boat_overlays | Overlay::freeboards,
      .shelf = {{"pond", QT_TRANSLATE_NOOP("words", "On the &pond"), "Shift+P", &make_shelf_page<PondView>},
                {"sea_trials", QT_TRANSLATE_NOOP("words", "Sea &trials"), "Shift+T", &make_shelf_page<SeaTrialsView>},
                {"logs", QT_TRANSLATE_NOOP("words", "&Logs of runs"), "Shift+L", &make_shelf_page<LogView>}},
      .at_rest = true};
}

}  // namespace plucky::app
