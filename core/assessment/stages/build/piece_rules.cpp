// Do the flat pieces hold together, and is there sheet for them?
#include <algorithm>
#include <cmath>
#include <map>

#include "assessment/fixtures.h"
#include "assessment/rules.h"
#include "assessment/stages/build/build_stage.h"
#include "build/made.h"

namespace plucky {

namespace {

constexpr const char* usual = "common practice, no source";

Finding of_piece(const FlatPiece& p, const char* rule, Severity severity, Quantity number, Quantity limit,
                 const Text& source) {
  Finding f = stage_finding(Stage::build, rule, severity, number, limit, source);
  f.subject = p.subject;
  f.id += "." + p.key;
  return f;
}

std::size_t bodies(const Region& r, double least) {
  return static_cast<std::size_t>(
      std::count_if(r.loops.begin(), r.loops.end(), [&](const auto& loop) { return loop_area(loop) > least; }));
}

/// Openings, slots and notches must leave one piece, and not too little of it.
void hold_together(const Assessment& a, std::vector<Finding>& out) {
  constexpr double crumb = 2e-6;  // m2
  for (const FlatPiece& p : a.build.pieces) {
    if (p.role == PieceRole::panel || p.role == PieceRole::doubler) continue;
    const Fixture* fixture = p.role == PieceRole::fixture ? find_fixture(a, p.subject) : nullptr;
    const double least = fixture && fixture->material == FixtureMaterial::aluminium ? 0.0015 : 0.004;  // m
    const std::size_t parts = bodies(p.shape, crumb);
    if (parts > 1) {
      Finding f = of_piece(p, "build.apart", Severity::stop, {static_cast<double>(parts), Dimension::none}, {},
                           "its opening, slots and notches");
      f.text = {"{1} falls into {0} pieces: its opening, slots and notches meet.", f.number, p.name};
      out.push_back(f);
    } else if (bodies(grown(p.shape, -0.5 * least), crumb) > 1) {
      Finding f = of_piece(p, "build.thin", Severity::watch, {}, length_quantity(least), usual);
      f.text = {"{1} is narrower than {0} somewhere between its opening, slots and notches: it breaks in the hand.",
                f.limit, p.name};
      out.push_back(f);
    }
  }
  const auto there = [&](Id id) {
    return std::any_of(a.hull->model.frames.begin(), a.hull->model.frames.end(),
                       [&](const Frame& f) { return f.id == id; });
  };
  const auto no_room = [&](Id id, const std::string& name) {
    if (there(id)) return;
    Finding f = stage_finding(Stage::build, "build.no_room", Severity::watch, {}, {}, "inside of the skin");
    f.subject = id;
    f.text = {"{0} finds no room inside the skin: it is neither made nor weighed.", name};
    out.push_back(f);
  };
  for (const Bulkhead& b : a.project.hull.bulkheads) no_room(b.id, b.name);
  for (const Stringer& s : a.project.hull.stringers) no_room(s.id, s.name);
}

/// Paint alone does not keep water from the paper of foam board.
void glassed(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.brief.method != BuildMethod::foam_board) return;
  constexpr double least = 0.0001;  // m: 80 g cloth with its resin
  const Skin& skin = a.project.hull.skin;
  double board = 0.0;
  for (const StockSheet& s : a.project.build.sheets)
    if (s.thickness <= skin.shell_thickness + 1e-9) board = std::max(board, s.thickness);
  if (board <= 0.0) return;
  const double glass = skin.shell_thickness - board;
  Finding f = stage_finding(Stage::build, "build.glass", glass < least ? Severity::stop : Severity::fine,
                            length_quantity(glass), length_quantity(least), usual);
  f.text = {f.severity == Severity::fine
                ? "The board carries {0} of glass and resin; should be {1} at least."
                : "The board carries {0} of glass and resin: paint alone lets water in, and its paper faces dissolve.",
            f.number, f.limit};
  if (f.severity == Severity::stop) {
    HullDesign h = a.project.hull;
    h.skin.shell_thickness = h.skin.deck_thickness = board + 0.0004;
    f.remedy = Edit{"Glass it on both faces", ChangeHull{h}};
  }
  out.push_back(f);
}

/// Bends that the sheet and the hand can make, and seams that meet.
void folds(const Assessment& a, std::vector<Finding>& out) {
  const BuildReport& r = a.build;
  const BuildDesign& b = a.project.build;
  if (a.project.brief.method != BuildMethod::sheet_metal) return;
  const double thickness = a.project.hull.skin.shell_thickness;
  constexpr double by_hand = 0.001;  // m: thicker sheet takes a brake
  Finding hand = stage_finding(Stage::build, "build.by_hand", thickness > by_hand ? Severity::watch : Severity::fine,
                               length_quantity(thickness), length_quantity(by_hand), usual);
  hand.text = {hand.severity == Severity::fine ? "Sheet of {0} is folded by hand, up to {1}."
                                               : "Sheet of {0} takes a brake; by hand up to {1}.",
               hand.number, hand.limit};
  out.push_back(hand);
  Finding radius =
      stage_finding(Stage::build, "build.radius", b.fold_radius < thickness ? Severity::watch : Severity::fine,
                    length_quantity(b.fold_radius), length_quantity(thickness), usual);
  radius.text = {radius.severity == Severity::fine
                     ? "Bends have a radius of {0} inside; should be the sheet's thickness of {1} at least."
                     : "Bends with a radius of {0} inside crack: should be the sheet's thickness of {1} at least.",
                 radius.number, radius.limit};
  if (radius.severity != Severity::fine) {
    BuildDesign wider = b;
    wider.fold_radius = std::ceil(2e3 * thickness) / 2e3;
    radius.remedy = Edit{{"Bend to {0}", length_quantity(wider.fold_radius)}, ChangeBuild{wider}};
  }
  out.push_back(radius);
  if (!r.no_net.empty()) {
    Finding f = stage_finding(Stage::build, "build.net", Severity::watch, {}, {}, "the panels laid flat side by side");
    f.text = {"The hull cannot be folded from one sheet: {0}", r.no_net};
    BuildDesign apart = b;
    apart.one_sheet = false;
    f.remedy = Edit{"Cut its panels one by one", ChangeBuild{apart}};
    out.push_back(f);
  }
  if (!r.net) return;
  double apart = 0.0;
  for (const NetFold& f : r.net->folds) {
    if (f.parent == f.child) continue;
    apart += f.cut_apart;
    constexpr double gap = 0.0005;
    const double off = std::max(f.mismatch, f.bow);
    Finding g =
        stage_finding(Stage::build, "build.fold", off > gap ? Severity::note : Severity::fine, length_quantity(off),
                      length_quantity(gap), "straight rods; epoxy fills the gap: common practice, no source");
    g.id += "." + std::to_string(f.order);
    g.text = {g.severity == Severity::fine
                  ? "Fold {2} runs straight within {0} over {3}; up to {1} is filled with epoxy."
                  : "Fold {2} runs {0} off a straight line over {3}; up to {1} is filled with epoxy: fold it in steps.",
              g.number, g.limit, f.order, length_quantity(f.length)};
    out.push_back(g);
  }
  if (b.folded_corners) {
    double saved = 0.0;
    for (const NetEar& e : r.net->ears) saved += e.length;
    Finding f = stage_finding(Stage::build, "build.corner", r.net->ears.empty() ? Severity::note : Severity::fine,
                              length_quantity(saved), {}, "edges of bottom and sides on the flat");
    f.text = r.net->ears.empty()
                 ? Text("No corner at the bow can stay whole: bottom and sides do not run apart straight there.")
                 : Text("Corners at the bow stay whole: {0} of seam less, folded double against the bow.", f.number);
    out.push_back(f);
  }
  if (apart > 1e-4) {
    Finding f = stage_finding(Stage::build, "build.seams", b.strips ? Severity::fine : Severity::note,
                              length_quantity(apart), {}, "where the panels' edges run apart on the flat");
    f.text =
        b.strips
            ? Text("{0} of seam are cut apart towards the bow and closed after folding by strips with {1} rivets.",
                   f.number, r.rivets)
            : Text("{0} of seam are cut apart towards the bow and closed after folding: a strip riveted in, or epoxy.",
                   f.number);
    if (!b.strips) {
      BuildDesign riveted = b;
      riveted.strips = true;
      f.remedy = Edit{"Rivet strips inside the seams", ChangeBuild{riveted}};
    }
    out.push_back(f);
  }
}

/// Is there sheet of every thickness, and does what lies on it lie well?
void stock(const Assessment& a, std::vector<Finding>& out) {
  const BuildReport& r = a.build;
  const BuildDesign& b = a.project.build;
  if (r.pieces.empty() || b.sheets.empty()) return;
  std::map<double, std::size_t> without;
  for (const FlatPiece& p : r.pieces)
    if (std::none_of(b.sheets.begin(), b.sheets.end(), [&](const auto& s) { return has_thickness(s, p.thickness); }))
      without[p.thickness] += static_cast<std::size_t>(p.count);
  for (const auto& [thickness, count] : without) {
    Finding f = stage_finding(Stage::build, "build.no_sheet", Severity::watch, length_quantity(thickness), {},
                              "sheets at hand, within a tenth of their thickness");
    f.id += "." + std::to_string(std::lround(1e5 * thickness));
    f.text = counted("{0} piece is {1} thick: no sheet at hand is.", "{0} pieces are {1} thick: no sheet at hand is.",
                     count, f.number);
    out.push_back(f);
  }
  const SheetLayout& l = r.layout;
  const auto wrong = static_cast<std::size_t>(
      std::count_if(l.laid.begin(), l.laid.end(), [](const LaidShape& s) { return s.wrong(); }));
  if (wrong > 0) {
    Finding f =
        stage_finding(Stage::build, "build.laid", Severity::watch, {static_cast<double>(wrong), Dimension::none},
                      length_quantity(b.piece_gap), "gap between pieces for the cutter's width");
    f.text = counted("{0} piece lies over its sheet's edge, on another thickness, or closer than {1} to the next.",
                     "{0} pieces lie over their sheet's edge, on another thickness, or closer than {1} to the next.",
                     wrong, f.limit);
    out.push_back(f);
  }
  if (!l.not_laid.empty()) {
    Finding f = stage_finding(Stage::build, "build.not_laid", Severity::note,
                              {static_cast<double>(l.not_laid.size()), Dimension::none}, {}, "sheets at hand");
    f.text = l.laid.empty()
                 ? Text("No piece is laid out on a sheet yet: whether the sheets at hand are enough is not known.")
                 : counted("{0} piece lies on no sheet.", "{0} pieces lie on no sheet.", l.not_laid.size());
    out.push_back(f);
  } else if (wrong == 0) {
    Finding f = stage_finding(Stage::build, "build.laid", Severity::fine, {l.waste(), Dimension::ratio}, {},
                              "area of the sheets in use");
    f.text = counted("All pieces lie on {0} sheet; {1} of it is waste.",
                     "All pieces lie on {0} sheets; {1} of them is waste.", l.sheets.size(), f.number);
    out.push_back(f);
  }
}

/// What was made before the boat changed.
void still_matches(const Assessment& a, std::vector<Finding>& out) {
  const std::vector<Makeable> now = makeables_of(a.build);
  for (const MadeThing& m : a.project.build.made) {
    const auto it = std::find_if(now.begin(), now.end(), [&](const Makeable& x) { return x.key == m.what; });
    const auto off = it == now.end() ? std::optional<Mismatch>() : mismatch(m, *it);
    if (it != now.end() && !off) continue;
    Finding f = stage_finding(Stage::build, "build.made", Severity::watch, length_quantity(off ? off->off : 0.0),
                              length_quantity(made_tolerance), "sizes noted when it was made");
    f.id += "." + m.what;
    f.text =
        it == now.end() ? Text("\"{0}\", made on {1}, is no longer part of the boat.", m.what, m.date)
        : off->outline
            ? Text("{0}, made on {1}, no longer matches: its sizes do, its outline or its walls are others now.",
                   it->name, m.date)
            : Text("{2}, made on {3}, no longer matches: it is {0} off what is drawn now; up to {1} goes unnoticed.",
                   f.number, f.limit, it->name, m.date);
    out.push_back(f);
  }
}

}  // namespace

void piece_rules(const Assessment& a, std::vector<Finding>& out) {
  hold_together(a, out);
  glassed(a, out);
  folds(a, out);
  stock(a, out);
  still_matches(a, out);
}

}  // namespace plucky
