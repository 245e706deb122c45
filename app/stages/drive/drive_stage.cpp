#include "stages/drive/drive_stage.h"

#include "stages/drive/drive_charts.h"
#include "stages/drive/drive_page.h"
#include "stages/drive/improve_view.h"
#include "stages/drive/propeller_map.h"
#include "stages/drive/what_if_view.h"
#include "stages/drive/wiring_view.h"

namespace plucky::app {

StageModule drive_stage() {
  return {.stage = Stage::drive,
          .page = [](const StageHost& host, QWidget* parent) -> Page* {
            return new DrivePage(host.session, host.own_parts, parent);
          },
          .overlays = boat_overlays | Overlay::drive,
          .layers = {{Overlay::drive, &paint_drive}},
          .shelf = {{"drag", QT_TRANSLATE_NOOP("words", "&Drag and thrust"), "D", &make_shelf_page<DragChart>},
                    {"throttle", QT_TRANSLATE_NOOP("words", "T&hrottle"), "U", &make_shelf_page<ThrottleChart>},
                    {"heat", QT_TRANSLATE_NOOP("words", "H&eat"), "E", &make_shelf_page<HeatChart>},
                    {"propellers", QT_TRANSLATE_NOOP("words", "Propeller &map"), "O", &make_shelf_page<PropellerMap>},
                    {"what-if", QT_TRANSLATE_NOOP("words", "What &if"), "Shift+I", &make_shelf_page<WhatIfView>},
                    {"improve", QT_TRANSLATE_NOOP("words", "&Improve"), "Shift+G", &make_shelf_page<ImproveView>},
                    {"wiring", QT_TRANSLATE_NOOP("words", "&Wiring"), "Shift+E", &make_shelf_page<WiringView>},
                    {"linkage", QT_TRANSLATE_NOOP("words", "Steering &linkage"), "Y", &make_shelf_page<LinkageChart>}},
          .next_step =
              [](const Session& s) {
                return s.project().drives.empty()
                           ? QObject::tr(
                                 "Choose what drives the boat, first on the page: motor, ESC, battery and all else it "
                                 "needs come with it.")
                           : QString();
              }};
}

}  // namespace plucky::app
