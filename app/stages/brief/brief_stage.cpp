#include "stages/brief/brief_stage.h"

#include "stages/brief/brief_page.h"
#include "stages/brief/proposal_view.h"

namespace plucky::app {

namespace {

Page* make_brief_page(const StageHost& host, QWidget* parent) {
  auto* page = new BriefPage(host.session, parent);
  QObject::connect(page, &BriefPage::boat_wanted, page, [host](const Project& boat) {
    // An edit, not another boat: the brief stays, and undo brings the old hull back.
    host.session->perform(
        {as_said(QObject::tr("Smallest hull of the brief")), ReplaceBoat{std::make_shared<const Project>(boat)}});
    host.choose_stage(Stage::hull);
  });
  return page;
}

}  // namespace

StageModule brief_stage() {
  return {.stage = Stage::brief,
          .page = &make_brief_page,
          .overlays = boat_overlays | Overlay::freeboards,
          .shelf = {{"proposals", QT_TRANSLATE_NOOP("words", "Proposed &boats"), "Shift+B",
                     &make_shelf_page<ProposalView>}},
          .at_rest = true};
}

}  // namespace plucky::app
