// Does it float, level and high enough? Limits: the brief's wishes and common practice.
#include <algorithm>
#include <cmath>

#include "assessment/fixtures.h"
#include "assessment/places.h"
#include "assessment/rules.h"
#include "assessment/stages/float/float_stage.h"
#include "hull/rims.h"

namespace plucky {

namespace {

double mass_of(const Assessment& a, Id part) {
  const Part* p = a.project.layout.find(part);
  return p ? p->effective_mass() : 0.0;
}

/// The free place on the way from the part's own to the wanted one that is nearest to the wanted one. The part may be
/// lifted over nothing: it slides.
std::optional<Vec3> reachable_place(const Assessment& a, const Part& part, const Vec3& wanted) {
  const Vec3 goal = constrained_place(a.project.layout, part, wanted);
  if (place_is_free(a, part, goal)) return goal;
  for (double share = 0.95; share > 0.2; share -= 0.05) {
    const Vec3 place = part.place + share * (goal - part.place);
    if (place_is_free(a, part, place)) return place;
  }
  return std::nullopt;
}

/// `wanted` is how far it should go; a part that cannot get there says so in its label.
Edit slide_to(const Part& part, const Vec3& place, double wanted) {
  const double by = place.x() - part.place.x();
  const bool all_the_way = std::abs(by - wanted) <= 1e-4;
  const char* words = by < 0.0      ? all_the_way ? "Slide {1} {0} aft" : "Slide {1} {0} aft, as far as it goes"
                      : all_the_way ? "Slide {1} {0} forward"
                                    : "Slide {1} {0} forward, as far as it goes";
  return {{words, length_quantity(std::abs(by)), part.name}, MovePart{part.id, place}};
}

void sinks(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "float.afloat", .stage = Stage::flotation, .source = "computed"};
  const double reserve = a.hull->body.volume() - a.mass.total / a.density();
  f.number = {a.mass.total, Dimension::mass};
  f.limit = {a.hull->body.volume() * a.density(), Dimension::mass};
  if (a.flotation.status == FloatStatus::sinks) {
    f.severity = Severity::stop;
    f.text.words = "{0} is {1} more than the whole hull can carry: it sinks. {2} of volume is missing.";
    f.text.values = {
        f.number, {a.mass.total - f.limit.si, Dimension::mass}, {a.flotation.missing_volume, Dimension::volume}};
  } else if (a.flotation.status != FloatStatus::afloat) {
    f.severity = Severity::stop;
    f.text = {"No floating attitude found: {0}.", a.flotation.message};
  } else {
    f.text.words = "Floats with {0} of volume in hand.";
    f.text.values = {{reserve, Dimension::volume}};
  }
  out.push_back(f);
}

void upright(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "float.upright", .stage = Stage::flotation, .source = "computed"};
  const double heel = a.flotation.plane.attitude.heel;
  f.number = angle_quantity(heel);
  f.text.values = {angle_quantity(std::abs(heel))};
  if (!a.flotation.upright_stable) {
    f.severity = Severity::stop;
    f.text.words = a.flotation.upright() ? "{0} of heel: too tender to stay upright, it leans until the side holds it."
                                         : "{0} of heel: it does not stay upright and falls over.";
    out.push_back(f);
  }
}

void trim(const Assessment& a, std::vector<Finding>& out) {
  const Brief& brief = a.project.brief;
  const double t = a.flotation.plane.attitude.trim;
  Finding f{.id = "float.trim", .stage = Stage::flotation, .source = "required in the brief"};
  f.number = angle_quantity(t);
  f.text.values = {angle_quantity(std::abs(t)), angle_quantity(brief.trim_low), angle_quantity(brief.trim_high)};
  if (t >= brief.trim_low && t <= brief.trim_high) {
    f.limit = angle_quantity(t < 0.5 * (brief.trim_low + brief.trim_high) ? brief.trim_low : brief.trim_high);
    f.text.words = t < 0.0 ? "Trim {0} bow down at rest." : "Trim {0} bow up at rest.";
    out.push_back(f);
    return;
  }
  const bool low = t < brief.trim_low;
  f.limit = angle_quantity(low ? brief.trim_low : brief.trim_high);
  f.severity = std::abs(t - f.limit.si) > radians(1.0) || low ? Severity::stop : Severity::watch;
  f.text.words = t < 0.0 ? "{0} bow down at rest; should be {1} to {2}." : "{0} bow up at rest; should be {1} to {2}.";
  // A little inside the band, so that the answer does not sit on its edge.
  const double inside =
      f.limit.si + (low ? 1.0 : -1.0) * std::min(radians(0.3), 0.25 * (brief.trim_high - brief.trim_low));
  f.remedy = slide_edit(a, inside);
  out.push_back(f);
}

void heel(const Assessment& a, std::vector<Finding>& out) {
  if (!a.flotation.upright_stable) return;
  const double p = a.flotation.plane.attitude.heel;
  Finding f{.id = "float.heel", .stage = Stage::flotation, .source = "common practice"};
  f.number = angle_quantity(p);
  f.limit = angle_quantity(radians(1.0));
  f.text.values = {angle_quantity(std::abs(p)), f.limit};
  if (std::abs(p) <= f.limit.si) {
    f.text.words = "Heel {0} at rest.";
    out.push_back(f);
    return;
  }
  f.severity = std::abs(p) > radians(3.0) ? Severity::stop : Severity::watch;
  f.text.words =
      p > 0.0 ? "{0} to starboard at rest; should be less than {1}." : "{0} to port at rest; should be less than {1}.";
  // Shift the heaviest loose part across by what brings the CG back to the middle.
  const double moment =
      a.mass.total *
      (a.mass.cg.y() - (a.hull->model.symmetrical ? 0.0 : a.flotation.immersion.centre_of_buoyancy().y()));
  const Part* best = nullptr;
  for (const Part& part : a.project.layout.parts)
    if (!part.outside && part.rail == 0 && (!best || part.effective_mass() > best->effective_mass())) best = &part;
  if (a.offers() && best && best->effective_mass() > 0.0) {
    const Vec3 wanted = best->place - Vec3(0.0, moment / mass_with_fixtures(a, *best), 0.0);
    if (place_is_free(a, *best, wanted)) {
      const double by = wanted.y() - best->place.y();
      f.remedy = Edit{{by > 0.0 ? "Shift {1} {0} to port" : "Shift {1} {0} to starboard", length_quantity(std::abs(by)),
                       best->name},
                      MovePart{best->id, wanted}};
    }
  }
  out.push_back(f);
}

void cg(const Assessment& a, std::vector<Finding>& out) {
  if (a.cg_band.high <= 0.0) return;
  const double x = a.mass.cg.x(), len = a.hull->model.length();
  const double transom = a.hull->model.box.low.x();
  Finding f{.id = "float.cg", .stage = Stage::flotation, .source = a.cg_band.source};
  f.number = length_quantity(x - transom);
  f.limit = length_quantity((x < a.cg_band.low ? a.cg_band.low : a.cg_band.high) - transom);
  f.text.values = {f.number,
                   {(x - transom) / len, Dimension::ratio},
                   length_quantity(a.cg_band.low - transom),
                   length_quantity(a.cg_band.high - transom)};
  if (x >= a.cg_band.low && x <= a.cg_band.high) {
    f.text.words = "CG {0} from the transom ({1} of the length).";
    out.push_back(f);
    return;
  }
  const auto severity_at = [&](double cg) {
    const double off = std::max(a.cg_band.low - cg, cg - a.cg_band.high);
    return off <= 0.0 ? Severity::fine : off > 0.03 * len ? Severity::stop : Severity::watch;
  };
  f.severity = severity_at(x);
  f.text.words = "CG {0} from the transom ({1}); should be {2} to {3}.";
  const Id slider = part_to_slide(a);
  if (const Part* part = a.project.layout.find(slider); part && a.offers()) {
    const double target = x < a.cg_band.low ? a.cg_band.low + 0.1 * (a.cg_band.high - a.cg_band.low)
                                            : a.cg_band.high - 0.1 * (a.cg_band.high - a.cg_band.low);
    const double by = (target - x) * a.mass.total / mass_of(a, slider);
    const auto place = reachable_place(a, *part, part->place + Vec3(by, 0.0, 0.0));
    // As far as it goes may be nowhere.
    if (place && severity_at(x + (place->x() - part->place.x()) * mass_of(a, slider) / a.mass.total) < f.severity)
      f.remedy = slide_to(*part, *place, by);
  }
  out.push_back(f);
}

void freeboard(const Assessment& a, std::vector<Finding>& out) {
  const double wanted = a.project.brief.wanted_freeboard, least = a.freeboard.least;
  Finding f{.id = "float.freeboard", .stage = Stage::flotation, .source = "required in the brief"};
  f.number = length_quantity(least);
  f.limit = length_quantity(wanted);
  f.text.values = {length_quantity(least), length_quantity(a.freeboard.least_place.x() - a.hull->model.box.low.x()),
                   length_quantity(wanted), length_quantity(-least)};
  if (least >= wanted)
    f.text.words = "{0} of freeboard at the lowest place, {1} from the transom.";
  else if (least <= 0.0) {
    f.severity = Severity::stop;
    f.text.words = "The deck edge is {3} under water, {1} from the transom; required: {2} above it.";
  } else {
    f.severity = least < 0.6 * wanted ? Severity::stop : Severity::watch;
    f.text.words = "{0} of freeboard {1} from the transom; required: {2}.";
  }
  out.push_back(f);
}

/// Water that a wave leaves behind a bulwark weighs on the deck and flows to the low side until it has run off.
void on_deck(const Assessment& a, std::vector<Finding>& out) {
  if (!a.flotation.upright() || a.project.hull.rims.empty()) return;
  constexpr double soon = 8.0;  // s: common practice, no source
  const std::vector<RimRun> runs = rim_runs(a.hull->model, a.project.hull);
  for (std::size_t i = 0; i < runs.size(); ++i) {
    const EdgeRim& rim = a.project.hull.rims[i];
    const double held = held_on_deck(runs[i], rim), mass = held * a.density();
    if (held <= 0.0) continue;
    const double gm = a.flotation.gm_transverse, whole = a.mass.total + mass;
    const double lifted = (runs[i].centroid.z() - (a.mass.cg.z() + gm)) * mass / whole;
    const double left = gm - lifted - a.density() * runs[i].spread / whole;
    const double takes = rim.ports > 0.0 ? draining_time(runs[i], rim) : 0.0;
    const bool drains = rim.ports > 0.0 && takes <= soon;
    Finding f = stage_finding(Stage::flotation, "float.on_deck",
                              drains             ? Severity::fine
                              : left < 0.25 * gm ? Severity::watch
                                                 : Severity::note,
                              {takes, Dimension::duration}, {soon, Dimension::duration},
                              "free surface of six tenths of its height; low confidence", rim.id);
    f.text.values = {Quantity{held, Dimension::volume},
                     length_quantity(left),
                     length_quantity(gm),
                     f.number,
                     f.limit,
                     Piece(rim.name)};
    f.text.words = drains ? "{5} holds up to {0} on deck; its ports drain it in {3}, GM is {1} meanwhile."
                   : rim.ports > 0.0
                       ? "{5} holds up to {0} on deck for {3}; should drain in {4}. GM falls from {2} to {1} meanwhile."
                       : "{5} has no ports: {0} stay on deck, GM falls from {2} to {1}.";
    if (!drains && a.offers()) {
      HullDesign ported = a.project.hull;
      ported.rims[i].ports = std::ceil(ports_for(runs[i], rim, 0.8 * soon) * 1e6) * 1e-6;
      f.remedy = Edit{{"Ports of {0} in all", Quantity{ported.rims[i].ports, Dimension::area}}, ChangeHull{ported}};
    }
    out.push_back(f);
  }
}

void openings(const Assessment& a, std::vector<Finding>& out) {
  for (const auto& o : a.freeboard.openings) {
    if (o.sealed) continue;
    Finding f{.id = "float.opening", .subject = o.id, .stage = Stage::flotation, .source = "common practice"};
    f.number = length_quantity(o.height);
    f.limit = length_quantity(0.015);
    f.text.values = {length_quantity(o.height), f.limit, o.name};
    if (o.height >= f.limit.si)
      f.text.words = "{2} {0} above the water at rest.";
    else {
      f.severity = o.height < 0.005 ? Severity::stop : Severity::watch;
      f.text.words = "{2} only {0} above the water at rest; required: {1} or a seal.";
    }
    out.push_back(f);
  }
}

void range(const Assessment& a, std::vector<Finding>& out) {
  const Spread& s = a.spread;
  const Brief& brief = a.project.brief;
  if (s.samples == 0) return;
  Finding f{.id = "float.range",
            .stage = Stage::flotation,
            .source = Text("{0} samples of the uncertain masses and places, 90 %", s.samples)};
  f.number = angle_quantity(s.trim.high - s.trim.low);
  f.text.values = {angle_quantity(s.trim.low), angle_quantity(s.trim.high), length_quantity(s.least_freeboard.low),
                   length_quantity(s.least_freeboard.high)};
  const double t = a.flotation.plane.attitude.trim;
  const bool now_good = t >= brief.trim_low && t <= brief.trim_high;
  if (now_good && (s.trim.low < brief.trim_low || s.trim.high > brief.trim_high)) {
    f.severity = Severity::watch;
    f.text.words = "Trim may come out anywhere from {0} to {1}: weigh the heaviest estimated parts.";
    f.limit = angle_quantity(s.trim.low < brief.trim_low ? brief.trim_low : brief.trim_high);
  } else {
    f.text.words = "Within the uncertainty of the masses trim lies between {0} and {1}, freeboard between {2} and {3}.";
  }
  out.push_back(f);
}

/// Does it float over its bed? Under way boats sit deeper: a third of what hangs down is kept clear.
void depth(const Assessment& a, std::vector<Finding>& out) {
  const double depth = a.project.brief.depth;
  if (depth <= 0.0 || !a.flotation.upright()) return;
  const WaterPlane& water = a.flotation.plane;
  double down = a.form.draught;
  Id lowest = 0;
  for (const Part& p : a.project.layout.parts)
    if (const double under = water.z_at(p.place.x()) - p.box().low.z(); p.outside && under > down)
      down = under, lowest = p.id;
  constexpr double clear = 1.33;  // common practice, no source
  Finding f{.id = "float.depth",
            .subject = lowest,
            .stage = Stage::flotation,
            .severity = down > depth           ? Severity::stop
                        : clear * down > depth ? Severity::watch
                                               : Severity::fine,
            .source = "brief; a third more for squat and stones, common practice, no source"};
  f.number = length_quantity(down);
  f.limit = length_quantity(depth);
  const Part* part = a.project.layout.find(lowest);
  f.text.values = {f.number, f.limit, part ? Piece(part->name) : Piece("Its hull")};
  f.text.words = f.severity == Severity::fine    ? "{2} hangs {0} into the water of {1}."
                 : f.severity == Severity::watch ? "{2} hangs {0} into the water of {1}: under way it touches the bed."
                                                 : "{2} hangs {0} into the water of {1}: it lies aground.";
  out.push_back(f);
}

void swamped(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "float.swamped", .stage = Stage::flotation, .source = "computed, with the reserve of the brief"};
  f.number = {a.swamped.floats_mass, Dimension::mass};
  f.limit = {a.mass.total * (1.0 + a.project.brief.swamped_reserve), Dimension::mass};
  f.text.values = {{a.swamped.foam_volume, Dimension::volume}, f.number};
  if (a.swamped.foam_volume > 0.0) {
    f.severity = Severity::watch;
    f.text.words = "{0} of foam required to keep the swamped boat afloat; materials and foam now support {1}.";
  } else {
    f.text.words = "Stays afloat when swamped: materials and foam support {1}.";
  }
  out.push_back(f);
}

}  // namespace

Id part_to_slide(const Assessment& a) {
  Id best = 0;
  double best_score = 0.0;
  for (const Part& p : a.project.layout.parts) {
    if (p.outside) continue;
    if (p.kind != PartKind::battery && p.rail == 0) continue;
    const double score = p.effective_mass() * (p.kind == PartKind::battery ? 1000.0 : 1.0);
    if (score > best_score) {
      best_score = score;
      best = p.id;
    }
  }
  return best;
}

std::optional<Edit> slide_edit(const Assessment& a, double wanted_trim) {
  if (!a.offers()) return std::nullopt;
  const Part* part = a.project.layout.find(part_to_slide(a));
  if (!part || part->effective_mass() <= 0.0) return std::nullopt;
  const SlideAnswer answer =
      slide_for_trim(a.hull->body, a.loading(), a.density(), mass_with_fixtures(a, *part), wanted_trim);
  if (!answer.solved) return std::nullopt;
  const auto place = reachable_place(a, *part, part->place + Vec3(answer.distance, 0.0, 0.0));
  if (!place || std::abs(place->x() - part->place.x()) < 1e-4) return std::nullopt;
  return slide_to(*part, *place, answer.distance);
}

void flotation_rules(const Assessment& a, std::vector<Finding>& out) {
  sinks(a, out);
  depth(a, out);
  swamped(a, out);
  const bool empty = a.project.layout.parts.empty();
  if (empty)
    out.push_back({.id = "float.cg",
                   .stage = Stage::flotation,
                   .severity = Severity::note,
                   .text = "Nothing stands in the hull yet: CG, trim and heel are judged when its parts are in."});
  else
    cg(a, out);
  if (a.flotation.status != FloatStatus::afloat) return;
  upright(a, out);
  if (!a.flotation.upright()) return;
  if (!empty) {
    trim(a, out);
    heel(a, out);
  }
  freeboard(a, out);
  on_deck(a, out);
  openings(a, out);
  range(a, out);
}

}  // namespace plucky
