#include "stages/build/made_solids.h"

#include <QPointer>

namespace plucky::app {

namespace {

/// What decides about the solids: while it is the same, they still fit the boat.
bool same_solids(const Assessment& a, const Assessment& b) {
  // What filament costs and how long it takes makes no other solid.
  const auto shaping = [](Printer p) {
    const Printer usual;
    p.hours_factor = usual.hours_factor;
    p.mass_factor = usual.mass_factor;
    p.spool = usual.spool;
    p.price = usual.price;
    p.waste = usual.waste;
    p.overhang = usual.overhang;
    p.bridge = usual.bridge;
    return p;
  };
  return a.project.hull == b.project.hull && a.build.cuts == b.build.cuts &&
         a.project.build.joints == b.project.build.joints &&
         a.project.build.least_support == b.project.build.least_support &&
         shaping(a.project.build.printer) == shaping(b.project.build.printer);
}

}  // namespace

SolidsAtHand::SolidsAtHand(Session* session) : QObject(session), session_(session) {}

SolidsAtHand* SolidsAtHand::of(Session* session) {
  auto* known = session->findChild<SolidsAtHand*>(QString(), Qt::FindDirectChildrenOnly);
  return known ? known : new SolidsAtHand(session);
}

const MadeSolids* SolidsAtHand::fresh(const Assessment& now) const {
  return solids_ && same_solids(*solids_->of, now) ? solids_.get() : nullptr;
}

void SolidsAtHand::work_out() {
  const std::shared_ptr<const Assessment> of = session_->state();
  if (of->build.sections.empty()) return session_->refuse(session_->said(of->build.no_sections));
  session_->job()->start(tr("Solids of the hull"), [self = QPointer(this), of](const Job::Link& link) {
    auto made = std::make_shared<MadeSolids>();
    made->of = of;
    const Printer& printer = of->project.build.printer;
    made->hull = print_hull(of->hull->model, of->project.hull, of->build.cuts, of->project.build.joints, printer,
                            [&](const Text& what, double) {
                              link.step(term(what.words));
                              return true;
                            });
    if (made->hull.done) {
      if (of->project.build.least_support) lie_for_least_support(made->hull, printer);
      const PrintSettings settings = settings_of(of->project.hull.skin);
      for (const HullSection& s : made->hull.sections) {
        link.step(tr("Layers of the prints"));
        made->prints.push_back(quick_print(on_bed(s.mesh, s.stance, printer), printer, settings));
        link.step(tr("How the prints lie"));
        made->on_bed.push_back({stances_of(s.mesh, printer, false), islands_of(s.mesh, s.stance.stance, printer).size(),
                                thin_places(s.mesh, printer)});
      }
    }
    link.deliver([self, made] {
      if (!self) return;
      if (!made->hull.done)
        return self->session_->refuse(
            tr("The solids could not be worked out: %1.").arg(self->session_->said(made->hull.message)));
      self->solids_ = made;
      emit self->changed();
    });
  });
}

}  // namespace plucky::app
