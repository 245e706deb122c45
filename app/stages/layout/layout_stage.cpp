#include "stages/layout/layout_stage.h"

#include "base/error.h"
#include "board/board.h"
#include "stages/layout/layout_page.h"
#include "stages/layout/mass_tables.h"
#include "stages/layout/part_page.h"
#include "stages/layout/stow_view.h"

namespace plucky::app {

namespace {

Page* make_part_page(const StageHost& host, QWidget* parent) {
  auto* page = new PartPage(host.session, parent);
  QObject::connect(page, &PartPage::way_wanted, page, [host] {
    host.choose_stage(Stage::build);
    host.board->play_way();
  });
  QObject::connect(page, &PartPage::keep_wanted, page, [host](const Part& kept) {
    try {
      host.own_parts->keep(kept);
      host.say(QObject::tr("%1 is now among your own parts, for every boat.").arg(QString::fromStdString(kept.name)),
               false);
    } catch (const InvalidInput& e) {
      host.say(e.what(), true);
    }
  });
  return page;
}

}  // namespace

StageModule layout_stage() {
  return {.stage = Stage::layout,
          .page = [](const StageHost& host, QWidget* parent) -> Page* {
            return new LayoutPage(host.session, host.own_parts, parent);
          },
          .overlays = boat_overlays,
          .shelf = {{"stow", QT_TRANSLATE_NOOP("words", "Stow a&gain"), "Shift+A", &make_shelf_page<StowView>},
                    {"masses", QT_TRANSLATE_NOOP("words", "Mass ta&ble"), "B", &make_shelf_page<MassTable>,
                     ShelfOffer::Tab::rest},
                    {"trade", QT_TRANSLATE_NOOP("words", "Weight sensiti&vity"), "Ctrl+G", &make_shelf_page<TradeTable>,
                     ShelfOffer::Tab::everywhere}},
          .at_rest = true,
          .selection = {{[](const Session& s) { return s.selected_part() != nullptr; }, &make_part_page}},
          .next_step =
              [](const Session& s) {
                return s.project().layout.parts.empty()
                           ? QObject::tr(
                                 "Nothing stands in the boat yet: choose a drive at its stage, or put parts of the "
                                 "catalogue aboard here.")
                           : QString();
              }};
}

}  // namespace plucky::app
