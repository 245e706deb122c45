// How a print lies, what it takes, whether a hull leaves its mould, what was met on the way.
#include <algorithm>

#include "assessment/places.h"
#include "assessment/rules.h"
#include "assessment/stages/build/bill.h"
#include "assessment/stages/build/build_stage.h"
#include "layout/lead_run.h"

namespace plucky {

namespace {

Finding making(const char* rule, Severity severity, Quantity number, Quantity limit, const Text& source) {
  return stage_finding(Stage::build, rule, severity, number, limit, source);
}

/// Faces that hang over the air in the stance it is printed in, and whether another one is better.
void overhangs(const Assessment& a, std::vector<Finding>& out) {
  for (std::size_t i = 0; i < a.build.sections.size(); ++i) {
    const SectionPlan& s = a.build.sections[i];
    if (!s.stance.fits || s.stances.empty()) continue;
    const auto now = std::find_if(s.stances.begin(), s.stances.end(),
                                  [&](const StanceChoice& c) { return c.stance == s.stance.stance; });
    if (now == s.stances.end()) continue;
    constexpr double little = 0.0025;  // m2 that supports are cleaned off in minutes; common practice, no source
    const StanceChoice& best = s.stances.front();
    Finding f = making("build.overhang", now->overhang > little ? Severity::note : Severity::fine,
                       {now->overhang, Dimension::area}, {little, Dimension::area},
                       "walls that lean out further than the printer bears; supports cost plastic and cleaning: common "
                       "practice, no source");
    f.id += "." + std::to_string(i + 1);
    const bool better = best.stance != now->stance && best.fit.fits && best.overhang < 0.8 * now->overhang;
    f.text = {
        f.severity == Severity::fine ? "Section {2} hangs over by {0} as it lies; up to {1} needs few supports."
        : better
            ? "Section {2} hangs over by {0} as it lies; should be {1} at most: {3} it hangs over by {4}, its layers "
              "then lie round the hull, weaker when it is bent."
            : "Section {2} hangs over by {0} as it lies; should be {1} at most: supports inside, or open it upward.",
        f.number,
        f.limit,
        i + 1,
        stance_name(best.stance),
        Quantity{best.overhang, Dimension::area}};
    if (better && best.overhang <= little && f.severity != Severity::fine && !a.project.build.least_support) {
      BuildDesign upright = a.project.build;
      upright.least_support = true;
      f.remedy = Edit{"Print with the least support", ChangeBuild{upright}};
    }
    out.push_back(f);
  }
}

void prints(const Assessment& a, std::vector<Finding>& out) {
  const PrintTotals& p = a.build.prints;
  if (!(p.mass > 0.0)) return;
  const Printer& printer = a.project.build.printer;
  Finding f = making("build.spools", Severity::fine, {p.mass * (1.0 + printer.waste), Dimension::mass},
                     {printer.spool, Dimension::mass}, "what is printed and its share for tuning and failed prints");
  f.text = counted("Prints take {1} of filament with waste: {0} spool of {2}.",
                   "Prints take {1} of filament with waste: {0} spools of {2}.",
                   static_cast<std::size_t>(std::ceil(p.spools - 1e-9)), f.number, f.limit);
  out.push_back(f);
  const bool told = printer.hours_factor != 1.0 || printer.mass_factor != 1.0;
  Finding g = making("build.calibration", told || a.project.build.made.empty() ? Severity::fine : Severity::note, {},
                     {}, "one finished print");
  g.text = told ? "Hours and grams are told as the last finished print weighed and took."
                : "Hours and grams are by lines and layers alone; type in those of one finished print.";
  if (told || !a.project.build.made.empty()) out.push_back(g);
}

void mould(const Assessment& a, std::vector<Finding>& out) {
  const auto& m = a.build.mould;
  if (!m) return;
  const MouldDesign& d = a.project.build.mould;
  constexpr double touch = 1e-5;  // m2
  Finding f = making("build.draft",
                     m->undercut > touch ? Severity::stop
                     : m->steep > touch  ? Severity::watch
                                         : Severity::fine,
                     {m->least_draft, Dimension::angle}, {d.draft, Dimension::angle},
                     "faces against the way out of the mould; common practice, no source");
  f.text = {
      m->undercut > touch
          ? "{2} of the hull hold it in the mould, by up to {3} at {4}; should lean out by {1}: a mould in two halves."
      : m->steep > touch
          ? "The hull's steepest face leans out by {0} at {4}; should be {1} at least: it sticks in the mould."
          : "Every face leans out by {0} at least; wanted are {1}: the hull leaves its mould.",
      f.number,
      f.limit,
      Quantity{m->undercut, Dimension::area},
      Quantity{-m->least_draft, Dimension::angle},
      length_quantity(m->steepest.x() - a.hull->model.box.low.x())};
  out.push_back(f);
  Finding g = making("build.plug", m->planed_off > 0.35 * m->board ? Severity::note : Severity::fine,
                     {m->board > 0.0 ? m->planed_off / m->board : 0.0, Dimension::ratio}, {0.35, Dimension::ratio},
                     "common practice, no source");
  g.text = {g.severity == Severity::fine ? "{0} of the plug's board is planed off; up to {1} is usual."
                                         : "{0} of the plug's board is planed off; up to {1} is usual: thinner slices.",
            g.number, g.limit};
  if (g.severity != Severity::fine) {
    BuildDesign thinner = a.project.build;
    thinner.mould.slice = std::max(0.003, 0.5 * d.slice);
    g.remedy = Edit{{"Slices of {0}", length_quantity(thinner.mould.slice)}, ChangeBuild{thinner}};
  }
  out.push_back(g);
  Finding h =
      making("build.lay_up", m->hull && m->mould ? Severity::fine : Severity::watch, {}, {}, "the resin's clock");
  h.text =
      m->hull && m->mould
          ? Text(
                "Cloth: {0} for the hull, {1} for the mould; resin {2} and {3}, each batch used up before it goes off.",
                Quantity{m->hull->cloth_area, Dimension::area}, Quantity{m->mould->cloth_area, Dimension::area},
                Quantity{m->hull->first.resin, Dimension::mass}, Quantity{m->mould->first.resin, Dimension::mass})
          : Text("Laminating resin does not harden at {0}: warm the workshop.",
                 Quantity{a.project.build.work.temperature, Dimension::temperature});
  out.push_back(h);
}

/// Long leads between battery and controller swing its voltage.
void leads(const Assessment& a, std::vector<Finding>& out) {
  constexpr double most = 0.200;  // m; common practice, no source
  for (const DriveUnit& d : a.project.drives) {
    const Part *battery = placed_component(a.project, d, PartKind::battery),
               *esc = placed_component(a.project, d, PartKind::esc);
    if (!battery || !esc) continue;
    const double length = lead_length(*esc, *battery);
    Finding f = stage_finding(Stage::build, "build.lead", length > most ? Severity::watch : Severity::fine,
                              length_quantity(length), length_quantity(most),
                              "what a controller's capacitors bear; common practice, no source", esc->id);
    f.text = {f.severity == Severity::fine ? "The leads from battery to {2} are {0} long; up to {1} does no harm."
                                           : "The leads from battery to {2} are {0} long; should be {1} at most: more "
                                             "capacitors at the controller, or move it nearer.",
              f.number, f.limit, esc->name};
    if (f.severity != Severity::fine && a.offers())
      if (const auto at = place_beside(a, *esc, *battery, most); at && *at != esc->place)
        f.remedy = Edit{{"Move {0} to {1}", esc->name, length_quantity(at->x())}, MovePart{esc->id, *at}};
    out.push_back(f);
  }
}

/// Mending that waits.
void faults(const Assessment& a, std::vector<Finding>& out) {
  const WorkDesign& w = a.project.build.work;
  for (const MetFault& m : w.faults) {
    const std::string mend = "mend." + std::to_string(m.id);
    if (w.find_done(mend)) continue;
    const bool known = a.build.work.find(mend) != nullptr;
    Finding f = making("build.fault", known ? Severity::watch : Severity::note, {}, {}, "met while building");
    f.id += "." + std::to_string(m.id);
    f.text = known ? Text("{0}, met on {1}: {2}", type_of(m.kind).name, m.date, type_of(m.kind).mending)
                   : Text("{0}, met on {1}: the task it was met at is no more in the order of work.",
                          type_of(m.kind).name, m.date);
    out.push_back(f);
  }
}

}  // namespace

void making_rules(const Assessment& a, std::vector<Finding>& out) {
  overhangs(a, out);
  prints(a, out);
  mould(a, out);
  leads(a, out);
  faults(a, out);
}

}  // namespace plucky
