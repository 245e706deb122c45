#include "stages/seal/seal_stage.h"

#include "board/board.h"
#include "stages/seal/flood_chart.h"
#include "stages/seal/openings_table.h"
#include "stages/seal/seal_page.h"

namespace plucky::app {

namespace {

Page* make_seal_page(const StageHost& host, QWidget* parent) {
  auto* page = new SealPage(host.session, parent);
  QObject::connect(page, &SealPage::opening_chosen, host.board, &Board::set_opening);
  QObject::connect(host.board, &Board::mark_picked, page, [host, page](Overlay overlay, const std::string& key) {
    if (overlay != Overlay::openings) return;
    host.session->select(0);
    host.choose_stage(Stage::seal);
    page->choose_opening(key);
  });
  return page;
}

/// A finding about one opening has its key behind a colon.
void show_opening(Page* page, const Finding& f) {
  const auto colon = f.id.find(':');
  if (colon != std::string::npos) static_cast<SealPage*>(page)->choose_opening(f.id.substr(colon + 1));
}

}  // namespace

StageModule seal_stage() {
  return {.stage = Stage::seal,
          .page = &make_seal_page,
          .overlays = Overlay::water | Overlay::fittings | Overlay::parts | Overlay::openings,
          .layers = {{Overlay::openings, &paint_openings, BoardLayer::Lies::over_names, &opening_at, &opening_words}},
          .shelf = {{"flood", QT_TRANSLATE_NOOP("words", "&Flooding"), "F", &make_shelf_page<FloodChart>},
                    {"openings", QT_TRANSLATE_NOOP("words", "Water &ingress points"), "I",
                     &make_shelf_page<OpeningsTable>}},
          .show_me = &show_opening,
          .sheet = &draw_seal_sheet};
}

}  // namespace plucky::app
