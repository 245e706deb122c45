#include "stages/cool/cool_stage.h"

#include "stages/cool/cool_charts.h"
#include "stages/cool/cool_page.h"
#include "stages/cool/plumbing_table.h"

namespace plucky::app {

namespace {

/// Was something found to stay cool, and nothing to get too hot?
bool stays_cool(const Assessment& a) {
  bool judged = false;
  for (const Finding& f : a.findings) {
    if (f.stage != Stage::cool && f.id != "drive.heat") continue;
    if (f.severity == Severity::watch || f.severity == Severity::stop) return false;
    judged = judged || f.severity == Severity::fine;
  }
  return judged;
}

QString cool_next_step(const Session& session) {
  if (!session.project().cooling.empty()) return {};
  if (session.project().drives.empty()) return QObject::tr("Choose a drive first: then there is something to cool.");
  if (stays_cool(session.now()))
    return QObject::tr("No water runs through this boat, and nothing in it gets too hot without. Temperatures: K.");
  return QObject::tr(
      "No water runs through this boat. Compare cooling layouts (J) and take one, or add a pickup on the page.");
}

}  // namespace

StageModule cool_stage() {
  return {.stage = Stage::cool,
          .page = [](const StageHost& host, QWidget* parent) -> Page* { return new CoolPage(host.session, parent); },
          .overlays = Overlay::water | Overlay::parts | Overlay::names | Overlay::plumbing,
          .layers = {{Overlay::plumbing, &paint_plumbing, BoardLayer::Lies::under_names}},
          .shelf = {{"flow", QT_TRANSLATE_NOOP("words", "&Water through the hoses"), "W", &make_shelf_page<FlowChart>},
                    {"temperatures", QT_TRANSLATE_NOOP("words", "Temperatures of &motor, ESC, battery"), "K",
                     &make_shelf_page<WarmthChart>},
                    {"plumbing", QT_TRANSLATE_NOOP("words", "&Compare cooling layouts"), "J",
                     &make_shelf_page<PlumbingTable>}},
          .selection = {{[](const Session& s) { return s.project().cooling.holds(s.selection()); }, nullptr}},
          .next_step = &cool_next_step,
          .sheet = &draw_cool_sheet};
}

}  // namespace plucky::app
