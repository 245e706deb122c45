#include "stages/build/build_stage.h"

#include "stages/build/bill_table.h"
#include "stages/build/build_page.h"
#include "stages/build/fixture_view.h"
#include "stages/build/flat_view.h"
#include "stages/build/fold_view.h"
#include "stages/build/making_table.h"
#include "stages/build/print_view.h"
#include "stages/build/sheet_view.h"
#include "stages/build/work_list.h"
#include "stages/build/work_strip.h"

namespace plucky::app {

StageModule build_stage() {
  return {
      .stage = Stage::build,
      .page = [](const StageHost& host, QWidget* parent) -> Page* { return new BuildPage(host.session, parent); },
      .overlays = Overlay::water | Overlay::fittings | Overlay::making,
      .layers = {{Overlay::making, &paint_making}},
      .shelf = {{"making", QT_TRANSLATE_NOOP("words", "Sections and pa&nels"), "X", &make_shelf_page<MakingTable>},
                {"flat", QT_TRANSLATE_NOOP("words", "Flat &patterns"), "N", &make_shelf_page<FlatView>},
                {"sheets", QT_TRANSLATE_NOOP("words", "Pieces on &sheets"), "C", &make_shelf_page<SheetView>},
                {"folding", QT_TRANSLATE_NOOP("words", "&Folding"), "Shift+N", &make_shelf_page<FoldView>},
                {"fixtures", QT_TRANSLATE_NOOP("words", "&Mounts and jigs"), "Shift+M", &make_shelf_page<FixtureView>},
                {"print", QT_TRANSLATE_NOOP("words", "&Lying on the bed"), "Shift+X", &make_shelf_page<PrintView>},
                {"work", QT_TRANSLATE_NOOP("words", "Order of wor&k"), "Q", &make_shelf_page<WorkList>},
                {"calendar", QT_TRANSLATE_NOOP("words", "Calen&dar of work"), "Z", &make_shelf_page<WorkStrip>},
                {"bill", QT_TRANSLATE_NOOP("words", "What it &takes"), "S", &make_shelf_page<BillTable>}},
      .at_rest = true,
      .sheet = &draw_build_sheet};
}

}  // namespace plucky::app
