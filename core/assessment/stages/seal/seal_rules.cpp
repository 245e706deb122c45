// Where does water come in, how long does the boat bear it, and what shields the electronics?
#include <algorithm>
#include <cmath>

#include "assessment/places.h"
#include "assessment/rules.h"
#include "assessment/stages/seal/seal_stage.h"

namespace plucky {

namespace {

/// Screws along a lid's gasket, m: common practice, no source.
constexpr double usual_screws = 0.05;

struct Sealed {
  const Assessment& a;
  const Sealing& s;
  const SealReport& r;
  std::vector<Finding>& out;

  Finding make(const std::string& rule, Severity severity, Quantity number, Quantity limit, const char* source,
               Id subject = 0) const {
    return stage_finding(Stage::seal, rule, severity, number, limit, source, subject);
  }
  void offer(Finding& f, const Text& label, const Sealing& changed) const {
    if (!a.offers() || changed == s) return;
    f.remedy = Edit{label, ChangeSealing{changed}};
  }
  /// The sealing with one opening's choice changed.
  template <class F>
  [[nodiscard]] Sealing with_choice(const SealOpening& o, F change) const {
    Sealing next = s;
    change(choice_for(next, o));
    return next;
  }
};

void opening(const Sealed& t, const SealOpening& o) {
  // A budget of its own: water under half a litre in half an hour is sponged out, drops are usual.
  const double q = std::max(o.expected, o.running);
  Finding f = t.make("seal.opening:" + o.key,
                     q > 100.0 * ml_min                                        ? Severity::stop
                     : q > 5.0 * ml_min                                        ? Severity::watch
                     : q > (o.kind == OpeningKind::wall ? 0.05 : 0.2) * ml_min ? Severity::note  // walls weep for days
                                                                               : Severity::fine,
                     flow_quantity(q), flow_quantity(5.0 * ml_min),
                     "gap, length and head; common practice for the limit", o.subject);
  const bool under = o.over_standing < 0.0;
  f.text = {
      f.severity == Severity::fine
          ? under ? "{1}, {2} under the water: {3}, takes {0}." : "{1}, {2} over the water: {3}, takes {0}."
      : o.method == SealMethod::nothing || o.condition == SealCondition::missing
          ? under ? "{1}, {2} under the water, is open: {0} come in." : "{1}, {2} over the water, is open: {0} come in."
      : under ? "{1}, {2} under the water: {3} ({4}) lets {0} in."
              : "{1}, {2} over the water: {3} ({4}) lets {0} in.",
      f.number,
      o.name,
      length_quantity(std::abs(o.over_standing)),
      method_name(o.method),
      condition_name(o.condition)};
  if (f.severity != Severity::fine) {
    if (o.kind == OpeningKind::wall) {
      Sealing next = t.s;
      next.perimeters = 4;
      t.offer(f, "Print four perimeters", next);
    } else if (o.method == SealMethod::flat_gasket && o.condition == SealCondition::sound &&
               o.numbers.screw_spacing > usual_screws) {
      t.offer(f, {"Set the screws {0} apart", length_quantity(usual_screws)},
              t.with_choice(o, [](SealChoice& c) { c.screw_spacing = usual_screws; }));
    } else {
      t.offer(f, {"Seal it: {0}", method_name(methods_for(o.kind).front())}, t.with_choice(o, [&](SealChoice& c) {
        c.method = methods_for(o.kind).front();
        c.condition = SealCondition::sound;
      }));
    }
  }
  t.out.push_back(f);
}

/// What is fitted the wrong way, whatever it leaks today.
void fitting(const Sealed& t, const SealOpening& o) {
  if (o.method == SealMethod::lip_seals && !o.numbers.spring_to_water) {
    Finding f = t.make("seal.lip:" + o.key, Severity::watch, {}, {}, "makers' data", o.subject);
    f.text = {"{0}: the lip seal's spring side faces inward; water lifts the lip.", o.name};
    t.offer(f, "Turn it round", t.with_choice(o, [](SealChoice& c) { c.spring_to_water = true; }));
    t.out.push_back(f);
  }
  if (o.method == SealMethod::o_ring) {
    const RingFit fit = ring_fit(o.numbers.ring_section, o.numbers.groove_depth, o.numbers.groove_width);
    if (fit.verdict != RingFit::Verdict::good) {
      Finding f =
          t.make("seal.ring:" + o.key, fit.verdict == RingFit::Verdict::tight ? Severity::note : Severity::watch,
                 {fit.squeeze, Dimension::ratio}, {0.22, Dimension::ratio},
                 "handbook practice for static face seals (memory): 15 to 30 %", o.subject);
      f.text = {fit.verdict == RingFit::Verdict::overfull
                    ? "{3}: the ring fills {2} of its groove; the lid will not close."
                    : "{3}: the groove squeezes the ring by {0}; should be about {1}.",
                f.number, f.limit, Quantity{fit.fill, Dimension::ratio}, o.name};
      t.offer(f, "Cut the groove for it", t.with_choice(o, [&](SealChoice& c) {
        c.ring_section = o.numbers.ring_section;
        c.groove_depth = 0.78 * o.numbers.ring_section;
        c.groove_width = 1.35 * o.numbers.ring_section;
      }));
      t.out.push_back(f);
    }
  }
  if (o.kind == OpeningKind::shaft_tube) {
    const BearingKind bearing = t.a.fitted_drive.shaft.bearing;
    const bool greased = o.method == SealMethod::greased_tube;
    if (bearing == BearingKind::ball_steel && !greased) {
      Finding f = t.make("seal.grease", Severity::note, {}, {}, "common practice, no source", o.subject);
      f.text.values.clear();
      f.text.words = "Steel ball bearings in the tube want grease and a port for it; without it they rust in a season.";
      t.out.push_back(f);
    } else if (bearing == BearingKind::water_lubricated && greased) {
      Finding f = t.make("seal.grease", Severity::note, {}, {}, "common practice, no source", o.subject);
      f.text.values.clear();
      f.text.words = "Bearings that run in water take no grease: seal the tube's inner end instead.";
      t.offer(f, "Fit lip seals", t.with_choice(o, [](SealChoice& c) { c.method = SealMethod::lip_seals; }));
      t.out.push_back(f);
    }
  }
}

/// What is in danger first on a course, in words.
Text danger_words(const Assessment& a, const FloodCourse& c, std::optional<double> when) {
  const Part* part = c.first_part ? a.project.layout.find(c.first_part) : nullptr;
  if (when == c.to_part && part) return {"{0} stands in water", part->name};
  return when == c.to_trim        ? "the trim is out of bounds"
         : when == c.to_freeboard ? "the deck edge is awash"
         : when == c.to_capsize   ? "the water inside turns her over"
                                  : "she sinks";
}

/// What is offered for the opening that lets in most of it.
void offer_the_leakiest(const Sealed& t, Finding& f) {
  const Finding* most = nullptr;
  for (const Finding& o : t.out)
    if (o.id.rfind("seal.opening:", 0) == 0 && o.remedy && (!most || o.number.si > most->number.si)) most = &o;
  if (most) f.remedy = most->remedy;
}

void danger(const Sealed& t) {
  for (const auto& [rule, course, leak, at_rest] :
       {std::tuple{"seal.time", &t.r.course, t.r.expected, true}, {"seal.driven", &t.r.driven, t.r.running, false}}) {
    if (!course->message.empty()) continue;
    if (course == &t.r.driven && !t.a.power.full.runs()) continue;
    const std::optional<double> danger = course->danger();
    const double when = danger.value_or(course_length);
    Finding f =
        t.make(rule,
               when >= least_bath ? Severity::fine
               : when < 300.0     ? Severity::stop
                                  : Severity::watch,
               {when, Dimension::duration}, {least_bath, Dimension::duration}, "water by bay with its free surface");
    const char* words =
        !danger && course->pump_started
            ? at_rest ? "{2} at rest: the bilge pump holds it." : "{2} driven: the bilge pump holds it."
        : !danger ? at_rest ? "{2} at rest: nothing in danger within {0}." : "{2} driven: nothing in danger within {0}."
        : when >= least_bath
            ? at_rest ? "{2} at rest: after {0} {3}; {1} are enough." : "{2} driven: after {0} {3}; {1} are enough."
        : at_rest ? "{2} at rest: after {0} {3}; required: {1}."
                  : "{2} driven: after {0} {3}; required: {1}.";
    f.text = {words, f.number, f.limit, flow_quantity(leak), danger_words(t.a, *course, danger)};
    if (danger && danger == course->to_part) f.subject = course->first_part;
    if (f.severity != Severity::fine) offer_the_leakiest(t, f);
    t.out.push_back(f);
  }
}

/// Where a part stands on the bottom at this station.
Vec3 on_the_bottom(const Assessment& a, const Part& part, double x) {
  const HullModel& hull = a.hull->model;
  Vec3 at = part.place;
  at.x() = std::clamp(x, hull.box.low.x() + 0.5 * part.size.x() + 0.01, hull.box.high.x());
  at.z() = hull.bottom_height(at.x(), at.y()) + a.project.hull.skin.shell_thickness + 0.5 * part.size.z() + 0.001;
  return at;
}

/// The lowest place of its bay at rest.
void offer_lower(const Sealed& t, const Part& part, Finding& f) {
  const HullModel& hull = t.a.hull->model;
  const Compartment& bay = t.r.bays[compartment_at(t.r.bays, part.place.x(), hull.shell_at(part.place))];
  const Compartment::Water drop = bay.holding(1e-6, t.a.flotation.plane.attitude);
  const Vec3 at = on_the_bottom(t.a, part, drop.lowest_x);
  if ((at - part.place).norm() < 1e-3 || !place_is_free(t.a, part, at)) return;
  f.remedy = Edit{{"Move it to {0}", length_quantity(at.x())}, MovePart{part.id, at}};
}

void pumps(const Sealed& t) {
  for (const PumpPlace& p : t.r.pumps) {
    const double off = std::abs(p.x - p.low_standing);
    const bool wrong = p.before_trigger > 3.0 * p.least_before + 2e-5;
    Finding f = t.make("seal.pump", wrong ? Severity::watch : Severity::fine, {p.before_trigger, Dimension::volume},
                       {p.least_before, Dimension::volume}, "where water gathers at this trim", p.part);
    f.text.values.push_back(length_quantity(off));
    f.text.values.push_back(length_quantity(p.low_standing));
    f.text.values.push_back(flow_quantity(p.flow));
    f.text.words = wrong ? "The bilge pump starts with {0} aboard; where the water gathers, at {3}, it would with {1}."
                         : "The bilge pump starts with {0} aboard and lifts {4} to the deck.";
    if (wrong && t.a.offers()) {
      if (const Part* part = t.a.project.layout.find(p.part))
        if (const Vec3 at = on_the_bottom(t.a, *part, p.low_standing); place_is_free(t.a, *part, at))
          f.remedy = Edit{{"Move the pump to {0}", length_quantity(at.x())}, MovePart{p.part, at}};
    }
    t.out.push_back(f);
  }
}

/// Does a water contact strike before anything is in danger?
void contacts(const Sealed& t) {
  for (const Part& part : t.a.project.layout.parts) {
    if (part.kind != PartKind::water_contact || part.outside || !t.r.course.message.empty()) continue;
    const FloodCourse& c = t.r.course;
    const std::optional<double> danger = c.danger();
    const bool first = c.first_contact == part.id && c.warned;
    const double left = danger && first ? *danger - *c.warned : 0.0;
    constexpr double way_back = 120.0;  // s, to bring a boat in: common practice, no source
    const bool late = danger && (!first || left < way_back);
    Finding f = t.make("seal.contact", late ? Severity::watch : Severity::fine, {left, Dimension::duration},
                       {way_back, Dimension::duration}, "water by bay, as sealed, at rest", part.id);
    f.text.values.push_back({c.warned.value_or(0.0), Dimension::duration});
    f.text.values.push_back({danger.value_or(0.0), Dimension::duration});
    f.text.words = !danger && first ? "Water reaches {4} after {2}; nothing is in danger within two hours."
                   : !danger        ? "{4}: no water reaches it, and nothing is in danger, within two hours."
                   : !first ? "{4} stays dry or comes second until the boat is in danger after {3}: lower, where "
                              "water gathers first."
                   : late ? "Water reaches {4} after {2}, only {0} before the boat is in danger; bringing it in takes "
                            "{1}: lower, where water gathers first."
                          : "Water reaches {4} after {2}, {0} before the boat is in danger.";
    f.text.values.push_back(Piece(part.name));
    if (late && t.a.offers() && !t.r.bays.empty()) offer_lower(t, part, f);
    t.out.push_back(f);
  }
}

void electronics(const Sealed& t) {
  for (const PartNeed& n : t.r.needs) {
    if (n.where == Wetness::dry) continue;
    Finding f = t.make("seal.part",
                       n.enough                     ? Severity::fine
                       : n.where == Wetness::splash ? Severity::note
                                                    : Severity::watch,
                       length_quantity(n.over_floor), length_quantity(0.010),
                       "leaks of its bay; common practice, no source", n.part);
    f.text = {n.enough ? "{1} sits in a {2} bay: {3}."
                       : "{1} sits {0} over the bottom of a {2} bay with {3}: coat it, box it or raise it.",
              f.number, n.name, wetness_name(n.where),
              n.has == Shield::none && !n.enough ? "nothing round it" : shield_name(n.has)};
    if (t.a.project.brief.salt_water && n.enough && n.has == Shield::coated) {
      f.severity = Severity::note;
      f.text = then(f.text, "Salt creeps under paint: rinse and look after each outing.");
    }
    if (!n.enough) {
      Sealing next = t.s;
      std::erase_if(next.shields, [&](const PartShield& s) { return s.part == n.part; });
      next.shields.push_back({.part = n.part, .shield = Shield::boxed});
      t.offer(f, "Put it in a box", next);
    }
    t.out.push_back(f);
  }
}

void bath(const Sealed& t) {
  bool any_failed = false;
  for (const SealOpening& o : t.r.openings) {
    const LeakResult* last = t.s.last_result(o.key);
    if (!last || last->passed) continue;
    any_failed = true;
    Finding f = t.make("seal.bath:" + o.key, Severity::stop, {}, {}, "leak test", o.subject);
    f.text = {"{0} let water in in the bath ({1}): open until it passes again.", o.name, round_name(last->round)};
    t.out.push_back(f);
  }
  if (t.s.tests.empty()) {
    Finding f = t.make("seal.bath", Severity::note, {0.0, Dimension::duration}, {least_bath, Dimension::duration},
                       "common practice, no source");
    f.text.words = "Not yet in the bath; should be {1} at least, tissue at each opening.";
    t.out.push_back(f);
    return;
  }
  const LeakTest& last = t.s.tests.back();
  if (last.duration < least_bath) {
    Finding f = t.make("seal.bath", Severity::watch, {last.duration, Dimension::duration},
                       {least_bath, Dimension::duration}, "common practice, no source");
    f.text.words = "Leak test of {0}; should be {1} at least.";
    t.out.push_back(f);
  } else if (!any_failed) {
    Finding f =
        t.make("seal.bath", Severity::fine, {last.duration, Dimension::duration}, {least_bath, Dimension::duration},
               "leak test of "
               "the builder");
    f.text.words = "Passed the bath of {0}.";
    t.out.push_back(f);
  }
  if (last.mass_before > 0.0 && last.mass_after > 0.0 && last.duration > 0.0) {
    const double measured = std::max(0.0, last.intake()) / t.a.density() / last.duration;
    const bool more = measured > 2.0 * t.r.expected + 0.5 * ml_min;
    Finding f = t.make("seal.intake", more ? Severity::watch : Severity::fine, flow_quantity(measured),
                       flow_quantity(t.r.expected), "weighed before and after the bath");
    f.text.words = more ? "The bath found {0}; the register explains {1}: something leaks that is not in it."
                        : "The bath found {0}; the register expects {1}.";
    t.out.push_back(f);
  }
}

}  // namespace

void seal_rules(const Assessment& a, std::vector<Finding>& out) {
  if (a.flotation.status != FloatStatus::afloat) return;
  const Sealed t{a, a.project.sealing, a.seal, out};
  for (const SealOpening& o : a.seal.openings) {
    opening(t, o);
    fitting(t, o);
  }
  danger(t);
  pumps(t);
  contacts(t);
  electronics(t);
  bath(t);
}

}  // namespace plucky
