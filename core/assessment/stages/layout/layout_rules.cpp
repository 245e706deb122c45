// Do the parts go in, clear each other and come out again?
#include <algorithm>
#include <cmath>
#include <map>

#include "assessment/places.h"
#include "assessment/rules.h"
#include "assessment/stages/layout/layout_stage.h"
#include "layout/kind.h"

namespace plucky {

namespace {

std::string name_of(const Assessment& a, Id id) {
  const Part* p = a.project.layout.find(id);
  return p ? p->name : std::string();
}

/// Free places for parts that stand badly. Each is looked for once, and only for the first few: among many parts on one
/// spot the search of each would find them all in its way.
class FreePlaces {
 public:
  explicit FreePlaces(const Assessment& a) : a_(a) {}

  void offer(const Part& part, Finding& f) {
    if (!a_.offers()) return;
    auto it = known_.find(part.id);
    if (it == known_.end()) {
      if (known_.size() >= most) return;
      it = known_.emplace(part.id, nearest_free_place(a_, part)).first;
    }
    if (!it->second) return;
    f.remedy = move_to_free_place(part, *it->second);
  }

 private:
  static constexpr std::size_t most = 6;
  const Assessment& a_;
  std::map<Id, std::optional<Vec3>> known_;
};

void skin(const Assessment& a, const Part& part, const PartFit& fit, FreePlaces& places, std::vector<Finding>& out) {
  if (part.outside) return;
  Finding f{.id = "layout.skin", .subject = part.id, .stage = Stage::layout, .source = "skin thickness of the hull"};
  if (!fit.skin.inside) {
    f.severity = Severity::stop;
    f.number = length_quantity(-fit.skin.cut_depth);
    f.text = {"{2} stands {0} through the inside of the skin, {1} from the transom.",
              length_quantity(fit.skin.cut_depth), length_quantity(fit.skin.where.x() - a.hull->model.box.low.x()),
              part.name};
    places.offer(part, f);
  } else {
    f.number = length_quantity(fit.skin.clearance);
    f.text = {"{1} clears the skin by {0}.", f.number, part.name};
  }
  out.push_back(f);
}

void collisions(const Assessment& a, const Part& part, const PartFit& fit, FreePlaces& places,
                std::vector<Finding>& out) {
  std::vector<Id> later = fit.overlaps;
  std::erase_if(later, [&](Id other) { return other < part.id; });  // each pair once
  constexpr std::size_t most_pairs = 4;
  if (later.size() > most_pairs) {
    Finding f{.id = "layout.overlap",
              .subject = part.id,
              .stage = Stage::layout,
              .severity = Severity::stop,
              .text = {"{1} shares its space with {0} other parts.", later.size(), part.name},
              .source = "their sizes"};
    places.offer(part, f);
    out.push_back(f);
    later.clear();
  }
  for (const Id other : later) {
    const Part* second = a.project.layout.find(other);
    Finding f{.id = "layout.overlap",
              .subject = part.id,
              .stage = Stage::layout,
              .severity = Severity::stop,
              .text = {"{0} and {1} share the same space.", part.name, name_of(a, other)},
              .source = "their sizes"};
    const Part& lighter = part.effective_mass() <= second->effective_mass() ? part : *second;
    places.offer(lighter, f);
    out.push_back(f);
  }
  for (const Id id : fit.bulkheads) {
    const auto it = std::find_if(a.project.hull.bulkheads.begin(), a.project.hull.bulkheads.end(),
                                 [&](const auto& b) { return b.id == id; });
    Finding f{.id = "layout.bulkhead",
              .subject = part.id,
              .stage = Stage::layout,
              .severity = Severity::stop,
              .text = {"{1} stands through the bulkhead at {0}.", length_quantity(it->x - a.hull->model.box.low.x()),
                       part.name},
              .source = "its place"};
    places.offer(part, f);
    out.push_back(f);
  }
  for (const Id id : fit.stringers) {
    const auto it = std::find_if(a.project.hull.stringers.begin(), a.project.hull.stringers.end(),
                                 [&](const auto& s) { return s.id == id; });
    Finding f{.id = "layout.stringer",
              .subject = part.id,
              .stage = Stage::layout,
              .severity = Severity::stop,
              .text = {"{1} stands in {2}, {0} high.", length_quantity(it->height), part.name, it->name},
              .source = "its place"};
    places.offer(part, f);
    out.push_back(f);
  }
}

void passage(const Part& part, const PartFit& fit, std::vector<Finding>& out) {
  const ComponentKind& kind = traits_of(part.kind);
  if (part.outside || kind.led_through || kind.in_the_line) return;
  Finding f{
      .id = "layout.hatch", .subject = part.id, .stage = Stage::layout, .source = "its size against the hatch opening"};
  // A battery comes out for every charge; other parts stay, but not for ever.
  const bool often = kind.out_each_time;
  switch (fit.passage) {
    case HatchPassage::no_hatch:
      f.severity = often ? Severity::stop : Severity::note;
      f.text = {"{0}: there is no hatch to take it out through.", part.name};
      if (!often) return;  // one finding about the missing hatch is enough
      break;
    case HatchPassage::straight:
      f.text = {"{0} passes the hatch as it stands.", part.name};
      break;
    case HatchPassage::turned:
      f.text = {"{0} passes the hatch turned in plan.", part.name};
      break;
    case HatchPassage::tilted:
      f.text = {"{1} passes the hatch tilted by at least {0}.", angle_quantity(fit.tilt), part.name};
      if (often) f.severity = Severity::note;
      break;
    case HatchPassage::never:
      f.severity = often ? Severity::stop : Severity::watch;
      f.text = {often ? "{0} does not pass any hatch: it could not be taken out to charge."
                      : "{0} does not pass any hatch: fit it before the deck is glued.",
                part.name};
      break;
  }
  out.push_back(f);
}

/// How far under the deck a hand reaches from a hatch's edge, and how near a screwdriver must stand to what it turns:
/// common practice, no source.
constexpr double fingers_reach = 0.080, driver_reach = 0.025;

struct Reach {
  double away;  ///< m, in plan, from the nearest hatch's opening
  const Hatch* hatch;
};

/// From a box to the nearest hatch, in plan; a place is a box without size. None without hatches.
std::optional<Reach> to_hatch(const Assessment& a, const Box3& box) {
  std::optional<Reach> r;
  for (const Hatch& h : a.project.hull.hatches) {
    const double x = std::max({0.0, h.x - box.high.x(), box.low.x() - (h.x + h.length)});
    const double y = std::max({0.0, h.y - 0.5 * h.width - box.high.y(), box.low.y() - (h.y + 0.5 * h.width)});
    if (const double away = std::hypot(x, y); !r || away < r->away) r = {away, &h};
  }
  return r;
}

/// What has screws to turn or a clevis to set once the deck is on.
void within_reach(const Assessment& a, const char* id, Id subject, const Text& what, const Box3& box, double reach,
                  const char* why, std::vector<Finding>& out) {
  const std::optional<Reach> r = to_hatch(a, box);
  if (!r) return;  // the missing hatch has a finding of its own
  Finding f{.id = id,
            .subject = subject,
            .stage = Stage::layout,
            .severity = r->away > reach ? Severity::watch : Severity::fine,
            .source = "reach from a hatch's edge; common practice, no source"};
  f.number = length_quantity(r->away);
  f.limit = length_quantity(reach);
  f.text = {f.severity == Severity::fine ? "{2} can be reached from {3}."
                                         : "{2} lies {0} under the deck from the edge of {3}; {4}: {1} at most.",
            f.number,
            f.limit,
            what,
            r->hatch->name,
            why};
  if (f.severity != Severity::fine && a.offers())
    f.remedy = lengthen_hatch(a.project.hull, *r->hatch, box.high.x(), box.low.x());
  out.push_back(f);
}

void reaches(const Assessment& a, std::vector<Finding>& out) {
  if (a.hull->model.deck_area <= 0.0) return;
  for (const Part& p : a.project.layout.parts)
    if (p.kind == PartKind::servo && !p.outside)
      within_reach(a, "layout.reach", p.id, Text(p.name), p.box(), fingers_reach, "a hand sets its arm and clevis",
                   out);
  if (const DriveLine& line = a.power.line; line.known && !line.bend_radius) {
    Box3 coupler;
    coupler.include(line.fore);
    coupler.include(line.motor_end);
    within_reach(a, "layout.coupler", 0, "The coupler", coupler, driver_reach, "its screws want a driver from above",
                 out);
  }
}

/// A component that a drive lists and that neither stands in the boat nor lies in another one.
void nowhere(const Assessment& a, std::vector<Finding>& out) {
  for (const Part& part : a.project.layout.unplaced) {
    if (part.inside != 0) continue;
    Finding f{.id = "layout.nowhere",
              .subject = part.id,
              .stage = Stage::layout,
              .severity = Severity::watch,
              .text = {"{0} belongs to the drive and has no place in the boat: neither its weight nor its room is "
                       "counted.",
                       part.name},
              .source = "the drive's list of components"};
    if (a.offers() && part.mass > 0.0) f.remedy = put_aboard(a, part);
    out.push_back(f);
  }
}

/// What is still guessed?
void measured(const Assessment& a, std::vector<Finding>& out) {
  Finding f{.id = "mass.measured", .stage = Stage::layout, .source = "masses weighed so far"};
  f.number = {a.mass.measured_share, Dimension::ratio};
  f.limit = {0.5, Dimension::ratio};
  f.text.values = {f.number};
  f.severity = a.mass.measured_share < 0.5 ? Severity::note : Severity::fine;
  f.text.words = "{0} of the mass has been weighed; the rest is estimated.";
  out.push_back(f);
}

}  // namespace

void layout_rules(const Assessment& a, std::vector<Finding>& out) {
  measured(a, out);
  nowhere(a, out);
  FreePlaces places(a);
  for (const PartFit& fit : a.fits) {
    const Part& part = *a.project.layout.find(fit.part);
    skin(a, part, fit, places, out);
    collisions(a, part, fit, places, out);
    passage(part, fit, out);
    if (fit.off_rail)
      out.push_back({.id = "layout.rail",
                     .subject = part.id,
                     .stage = Stage::layout,
                     .severity = Severity::watch,
                     .text = {"{0} stands off its rail.", part.name},
                     .source = "the rail's line and travel",
                     .remedy = Edit{{"Put {0} on its rail", part.name},
                                    MovePart{part.id, constrained_place(a.project.layout, part, part.place)}}});
  }
  reaches(a, out);
}

}  // namespace plucky
