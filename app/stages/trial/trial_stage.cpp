#include "stages/trial/trial_stage.h"

#include "stages/trial/diary_view.h"
#include "stages/trial/log_view.h"
#include "stages/trial/pond_view.h"
#include "stages/trial/sea_trials_view.h"
#include "stages/trial/trial_page.h"
#include "stages/trial/trouble_view.h"

namespace plucky::app {

StageModule trial_stage() {
  return {
      .stage = Stage::trial,
      .page = [](const StageHost& host, QWidget* parent) -> Page* { return new TrialPage(host.session, parent); },
      .overlays = boat_overlays | Overlay::freeboards,
      .shelf = {{"pond", QT_TRANSLATE_NOOP("words", "On the &pond"), "Shift+P", &make_shelf_page<PondView>},
                {"sea_trials", QT_TRANSLATE_NOOP("words", "Sea &trials"), "Shift+T", &make_shelf_page<SeaTrialsView>},
                {"logs", QT_TRANSLATE_NOOP("words", "&Logs of runs"), "Shift+L", &make_shelf_page<LogView>},
                {"diary", QT_TRANSLATE_NOOP("words", "Diar&y"), "Shift+D", &make_shelf_page<DiaryView>},
                {"troubles", QT_TRANSLATE_NOOP("words", "Trou&bles"), "Shift+W", &make_shelf_page<TroubleView>}},
      .at_rest = true};
}

}  // namespace plucky::app
