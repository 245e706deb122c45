// Can it be made: do sections fit the printer, do cuts keep clear, will sheets take the shape of panels and hold them?
#include <algorithm>
#include <array>
#include <cmath>
#include <optional>

#include "assessment/rules.h"
#include "assessment/stages/build/build_stage.h"
#include "sealing/openings.h"

namespace plucky {

namespace {

Finding about(const char* rule, Severity severity, Quantity number, Quantity limit, const Text& source) {
  return stage_finding(Stage::build, rule, severity, number, limit, source);
}

void sections(const Assessment& a, std::vector<Finding>& out) {
  const BuildReport& r = a.build;
  const BuildDesign& b = a.project.build;
  if (!r.no_sections.empty()) {
    Finding f =
        about("build.sections", Severity::stop, length_quantity(b.printer.bed.maxCoeff()), {}, "size of the bed");
    f.text = r.no_sections;
    out.push_back(f);
    return;
  }
  for (std::size_t i = 0; i < r.sections.size(); ++i) {
    const SectionPlan& s = r.sections[i];
    if (s.stance.fits) continue;
    Finding f = about("build.bed", Severity::stop, length_quantity(s.to - s.from),
                      length_quantity(b.printer.room().maxCoeff()), "size of the bed less its margins");
    f.id += "." + std::to_string(i + 1);
    f.text = {"Section {2} is {0} long, {3} wide and {4} high: it finds no room on the bed in any stance.",
              f.number,
              f.limit,
              i + 1,
              length_quantity(s.size.y()),
              length_quantity(s.size.z())};
    if (b.cuts_by_hand) {
      BuildDesign proposed = b;
      proposed.cuts_by_hand = false;
      f.remedy = Edit{"Propose the cuts anew", ChangeBuild{proposed}};
    }
    out.push_back(f);
  }
  if (std::all_of(r.sections.begin(), r.sections.end(), [](const SectionPlan& s) { return s.stance.fits; })) {
    Finding f = about("build.bed", Severity::fine, {static_cast<double>(r.sections.size()), Dimension::none}, {},
                      "size of the bed less its margins");
    f.text = counted("The hull finds room on the bed in one piece.", "{0} sections find room on the bed.",
                     r.sections.size());
    out.push_back(f);
  }
  const std::vector<double> avoid = places_to_avoid(a);
  const double clear = b.joints.depth + b.joints.rim;
  double last = a.hull->model.box.low.x();
  for (std::size_t i = 0; i < r.cuts.size(); ++i) {
    const double x = r.cuts[i];
    double nearest = clear;
    for (const double p : avoid) nearest = std::min(nearest, std::abs(x - p));
    if (nearest < clear) {
      Finding f = about("build.cut_near", nearest < 0.5 * clear ? Severity::watch : Severity::note,
                        length_quantity(nearest), length_quantity(clear), "half the length of the joint's rim");
      f.id += "." + std::to_string(i + 1);
      f.text = {"The cut at {2} is {0} from a bulkhead, an opening's edge or a mount; its joint needs {1}.", f.number,
                f.limit, length_quantity(x)};
      out.push_back(f);
    }
    if (x - last < least_section(b.joints)) {
      Finding f = about("build.cut_close", Severity::stop, length_quantity(x - last),
                        length_quantity(least_section(b.joints)), "two joints' rims and their flanks");
      f.id += "." + std::to_string(i + 1);
      f.text = {"The cut at {2} is {0} from the one before; should be {1} at least.", f.number, f.limit,
                length_quantity(x)};
      out.push_back(f);
    }
    last = x;
  }
  if (!r.cuts.empty() && b.joints.kind == JointKind::butt) {
    Finding f = about("build.joint", Severity::watch, {static_cast<double>(r.cuts.size()), Dimension::none}, {},
                      "common practice, no source");
    f.text = counted("The sections meet at a butt joint without anything that lines them up: they end up crooked.",
                     "The sections meet at {0} butt joints without anything that lines them up: they end up crooked.",
                     r.cuts.size());
    BuildDesign pinned = b;
    pinned.joints.kind = JointKind::pins;
    f.remedy = Edit{"Drill for filament pins", ChangeBuild{pinned}};
    out.push_back(f);
  }
  if (!r.cuts.empty() && b.joints.kind != JointKind::butt) {
    const double rim = a.project.hull.skin.shell_thickness + b.joints.rim, needs = least_rim(b.joints, b.printer);
    Finding f = about("build.rim", rim < needs ? Severity::watch : Severity::fine, length_quantity(rim),
                      length_quantity(needs), "what stands in the rim, its play and two lines on each side");
    f.text = {f.severity == Severity::fine
                  ? "The rim at the joints is {0} thick; what lines the sections up needs {1}."
                  : "The rim at the joints is {0} thick; should be {1} at least to hold what lines the sections up.",
              f.number, f.limit};
    if (f.severity != Severity::fine) {
      BuildDesign thicker = b;
      thicker.joints.rim = std::ceil(2e3 * (needs - a.project.hull.skin.shell_thickness)) / 2e3;
      f.remedy =
          Edit{{"Make the rim {0} thicker than the wall", length_quantity(thicker.joints.rim)}, ChangeBuild{thicker}};
    }
    out.push_back(f);
  }
}

/// A joint whose rim has no place for pins, tabs or a ring: too thin there, or the hull turns in too soon.
void lined_up(const Assessment& a, std::vector<Finding>& out) {
  const JointKind kind = a.project.build.joints.kind;
  const std::size_t least = kind == JointKind::lap ? 0 : 2;
  if (kind == JointKind::butt) return;
  for (std::size_t i = 0; i < a.build.joints.size(); ++i) {
    const JointReport& j = a.build.joints[i];
    if (j.pins.size() >= least && !(has_ring(kind) && j.tongue.empty())) continue;
    Finding f = about("build.no_place", Severity::watch, {static_cast<double>(j.pins.size()), Dimension::none},
                      {static_cast<double>(least), Dimension::none}, "two places hold a section from turning");
    f.id += "." + std::to_string(i + 1);
    f.text = kind == JointKind::lap
                 ? Text("The joint at {0} has no room for a ring: its sections end up crooked.", length_quantity(j.x))
                 : Text(
                       "The joint at {0} has {1} places for what lines its sections up; should be {2} at least: they "
                       "end up crooked.",
                       length_quantity(j.x), j.pins.size(), least);
    out.push_back(f);
  }
}

/// The glue's ring against the boat's own weight, held by bow and stern.
void strength(const Assessment& a, std::vector<Finding>& out) {
  constexpr double handling = 3.0;  // a boat is swung, dropped, thrown about by waves; common practice, no source
  constexpr double glue = 4e6;      // Pa in tension on printed plastic that was sanded; common practice, no source
  const BuildReport& r = a.build;
  for (std::size_t i = 0; i < r.joints.size() && i < r.moments.size(); ++i) {
    if (!(r.joints[i].modulus > 0.0)) continue;
    const double stress = handling * std::abs(r.moments[i]) / r.joints[i].modulus;
    Finding f = about(
        "build.strength",
        stress > glue         ? Severity::stop
        : stress > 0.5 * glue ? Severity::watch
                              : Severity::fine,
        {stress, Dimension::pressure}, {glue, Dimension::pressure},
        "three times its own weight, held at both ends; glue in tension on sanded plastic: common practice, no source");
    f.id += "." + std::to_string(i + 1);
    f.text = {f.severity == Severity::fine
                  ? "The joint at {2} is pulled at by {0} when the boat is lifted by bow and stern; its glue holds {1}."
                  : "The joint at {2} is pulled at by {0} when the boat is lifted by bow and stern; its glue holds "
                    "{1}: a wider rim.",
              f.number, f.limit, length_quantity(r.joints[i].x)};
    out.push_back(f);
  }
}

void walls(const Assessment& a, std::vector<Finding>& out) {
  const double wall = a.project.hull.skin.shell_thickness, line = a.project.build.printer.line_width;
  const double lines = wall / line, off = std::abs(lines - std::round(lines)) * line;
  Finding f = about("build.wall",
                    lines < 1.9         ? Severity::stop
                    : off > 0.25 * line ? Severity::note
                                        : Severity::fine,
                    length_quantity(wall), length_quantity(std::max(2.0, std::round(lines)) * line),
                    "whole lines of the nozzle");
  f.text = {lines < 1.9 ? "The shell of {0} is less than two lines of {2}; should be {1} at least."
            : f.severity == Severity::note
                ? "The shell of {0} is no whole number of lines of {2}: {1} prints without gaps."
                : "The shell of {0} is {3} lines of {2}.",
            f.number, f.limit, length_quantity(line), std::round(lines)};
  if (f.severity != Severity::fine) {
    HullDesign h = a.project.hull;
    h.skin.shell_thickness = f.limit.si;
    f.remedy = Edit{{"Set the shell to {0}", f.limit}, ChangeHull{h}};
  }
  out.push_back(f);
}

/// Strain that a sheet takes by bending over the hand, without forming.
double strain_limit(BuildMethod method) {
  switch (method) {
    case BuildMethod::sheet_metal:
      return 0.002;
    case BuildMethod::ply:
      return 0.003;
    case BuildMethod::foam_board:
      return 0.006;
    case BuildMethod::printed:
    case BuildMethod::moulded:
      break;
  }
  return 0.0;
}

double worst_strain(const HullDesign& hull, int stations) {
  double worst = 0.0;
  for (const Panel& p : panels_of(hull, {.station_step = 0.0, .stations = stations})) worst = std::max(worst, p.strain);
  return worst;
}

/// A change of one measure after which sheets take the shape: small ones first, of those the one that helps most.
std::optional<Edit> untwisted(const Assessment& a, double limit) {
  constexpr int coarse = 24, fine = 60;  // stations: to search, and as the panels are made
  using Member = double HullShape::*;
  const HullDesign& now = a.project.hull;
  const HullShape& s = now.shape;
  const double deadrise = s.deadrise_transom - s.deadrise_midships;
  const std::array<std::vector<std::pair<Member, double>>, 3> steps{
      {{{&HullShape::flare, 1.25 * s.flare},
        {&HullShape::bow_rake, 0.8 * s.bow_rake},
        {&HullShape::bow_fullness, 1.25 * s.bow_fullness},
        {&HullShape::bow_fullness, 0.8 * s.bow_fullness},
        {&HullShape::deadrise_midships, s.deadrise_midships + deadrise / 3.0}},
       {{&HullShape::flare, 1.6 * s.flare},
        {&HullShape::bow_rake, 0.5 * s.bow_rake},
        {&HullShape::bow_fullness, 1.6 * s.bow_fullness},
        {&HullShape::deadrise_midships, s.deadrise_midships + 2.0 * deadrise / 3.0}},
       {{&HullShape::deadrise_midships, s.deadrise_transom}, {&HullShape::deadrise_transom, s.deadrise_midships}}}};
  for (const auto& step : steps) {
    const HullParameter* named = nullptr;
    HullDesign best = now;
    double least = limit;
    for (const auto& [member, value] : step)
      for (const HullParameter& p : hull_parameters(now.family)) {
        if (p.member != member || value < p.low || value > p.high) continue;
        HullDesign h = now;
        h.shape.*member = value;
        try {
          const double strain = worst_strain(h, coarse);
          if (strain < least) named = &p, best = h, least = strain;
        } catch (const InvalidInput&) {
          continue;  // a shape that cannot be lofted is no way out
        }
      }
    if (named && worst_strain(best, fine) <= limit)
      return Edit{{"Set {0} to {1}: sheets take the shape", named->label,
                   Quantity{best.shape.*(named->member), named->dimension}},
                  ChangeHull{best}};
  }
  return std::nullopt;
}

void panels(const Assessment& a, std::vector<Finding>& out) {
  const double limit = strain_limit(a.project.brief.method);
  if (limit <= 0.0) return;
  if (!a.build.no_panels.empty()) {
    Finding f = about("build.panels", Severity::stop, {}, {}, "sheets bend one way at a time");
    f.text = {"The brief says {0}, but the hull has no flat panels: {1}.", build_method_name(a.project.brief.method),
              a.build.no_panels};
    out.push_back(f);
    return;
  }
  const bool twists =
      std::any_of(a.build.panels.begin(), a.build.panels.end(), [&](const Panel& p) { return p.strain > limit; });
  const std::optional<Edit> untwist = twists && a.care == Care::full ? untwisted(a, limit) : std::nullopt;
  for (const Panel& p : a.build.panels) {
    Finding f = about("build.strain",
                      p.strain > 2.0 * limit ? Severity::watch
                      : p.strain > limit     ? Severity::note
                                             : Severity::fine,
                      {p.strain, Dimension::ratio}, {limit, Dimension::ratio},
                      "what a sheet of this kind takes bent by hand; common practice, no source");
    f.id += "." + std::string(panel_role_key(p.role));
    f.text = {f.severity == Severity::fine
                  ? "{2}: strains by {0}; a sheet takes {1}: it bends into place."
                  : "{2}: strains by {0}, more than the {1} a sheet takes: its edges twist against each other.",
              f.number, f.limit, panel_role_name(p.role)};
    if (f.severity != Severity::fine) f.remedy = untwist;
    out.push_back(f);
    const double close = 0.0015;
    if (p.role == PanelRole::deck || p.off <= close) continue;  // a crown is bent in, not cut
    Finding g = about("build.shape", p.off > 3.0 * close ? Severity::watch : Severity::note, length_quantity(p.off),
                      length_quantity(close), "what filler and sanding take up; common practice, no source");
    g.id += "." + std::string(panel_role_key(p.role));
    g.text = {"{2}: bent from a sheet it lies up to {0} off the drawn surface; up to {1} goes unnoticed.", g.number,
              g.limit, panel_role_name(p.role)};
    out.push_back(g);
  }
}

void sheets(const Assessment& a, std::vector<Finding>& out) {
  if (a.build.pieces.empty() || a.project.build.sheets.empty()) return;
  for (const FlatPiece& p : a.build.pieces) {
    const Vec2 size = p.shape.extent().high;
    const double length = size.x(), width = size.y();
    const bool fits =
        std::any_of(a.project.build.sheets.begin(), a.project.build.sheets.end(), [&](const StockSheet& s) {
          // As low as the sheet: a panel does not stand on its edge.
          return fit_on({.bed = {s.length, s.width, s.thickness}, .margin = 0.0}, Vec3(length, width, 0.0)).fits;
        });
    if (fits) continue;
    Finding f = about("build.sheet", Severity::stop, length_quantity(length), length_quantity(width), "sheets at hand");
    // A panel's own name, as its other findings have it.
    f.id += "." + (p.key.starts_with("panel.") ? p.key.substr(6) : p.key);
    f.text = {p.key == "net" ? "{2} measures {0} by {1} with its rim: no sheet at hand is large enough."
                             : "{2} measures {0} by {1}: no sheet at hand is large enough. A butt strap joins it from "
                               "two.",
              f.number, f.limit, p.name};
    out.push_back(f);
  }
}

}  // namespace

void build_rules(const Assessment& a, std::vector<Finding>& out) {
  std::vector<Finding> own;
  if (a.build.printed) {
    sections(a, own);
    lined_up(a, own);
    strength(a, own);
    walls(a, own);
  }
  panels(a, own);
  sheets(a, own);
  piece_rules(a, own);
  fixture_rules(a, own);
  making_rules(a, own);
  work_rules(a, own);
  for (Finding& f : own) {
    if (a.care != Care::full) f.remedy.reset();  // a drag has no time for offers
    out.push_back(std::move(f));
  }
}

}  // namespace plucky
