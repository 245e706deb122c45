#include "stages/hull/hull_stage.h"

#include "stages/hull/fitting_page.h"
#include "stages/hull/hull_page.h"
#include "stages/hull/lines_view.h"

namespace plucky::app {

StageModule hull_stage() {
  return {
      .stage = Stage::hull,
      .page = [](const StageHost& host, QWidget* parent) -> Page* { return new HullPage(host.session, parent); },
      .overlays = Overlay::water | Overlay::fittings | Overlay::handles | Overlay::lines,
      .shelf = {{"lines", QT_TRANSLATE_NOOP("words", "&Lines of two hulls"), "Shift+H", &make_shelf_page<LinesView>}},
      .at_rest = true,
      .selection = {
          {[](const Session& s) { return is_fitting(s.project(), s.selection()); },
           [](const StageHost& host, QWidget* parent) -> Page* { return new FittingPage(host.session, parent); }}}};
}

}  // namespace plucky::app
