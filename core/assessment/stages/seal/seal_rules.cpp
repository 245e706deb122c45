// Where does water come in, how long does the boat bear it, and what shields the electronics?
#include <fmt/format.h>

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
    Finding f = stage_finding(Stage::seal, rule, severity, number, limit, source);
    f.subject = subject;
    return f;
  }
  void offer(Finding& f, const std::string& label, const Sealing& changed, std::vector<Quantity> shown = {}) const {
    if (a.care != Care::full || changed == s) return;
    f.remedy = Edit{label, ChangeSealing{changed}};
    f.remedy_values = std::move(shown);
  }
  /// The sealing with one opening's choice changed; one that follows the usual practice so far is written down.
  template <class F>
  [[nodiscard]] Sealing with_choice(const SealOpening& o, F change) const {
    Sealing next = s;
    for (SealChoice& c : next.choices)
      if (c.opening == o.key) {
        change(c);
        return next;
      }
    SealChoice c;
    c.opening = o.key;
    c.method = o.method;
    c.condition = o.condition;
    change(c);
    next.choices.push_back(c);
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
  f.values.push_back(length_quantity(std::abs(o.over_standing)));
  const char* where = o.over_standing < 0.0 ? "{2} under the water" : "{2} over the water";
  f.text = f.severity == Severity::fine ? fmt::format("{}, {}: {}, takes {{0}}.", o.name, where, method_name(o.method))
           : o.method == SealMethod::nothing || o.condition == SealCondition::missing
               ? fmt::format("{}, {}, is open: {{0}} come in.", o.name, where)
               : fmt::format("{}, {}: {} ({}) lets {{0}} in.", o.name, where, method_name(o.method),
                             condition_name(o.condition));
  if (f.severity != Severity::fine) {
    if (o.kind == OpeningKind::wall) {
      Sealing next = t.s;
      next.perimeters = 4;
      t.offer(f, "Print four perimeters", next);
    } else if (o.method == SealMethod::flat_gasket && o.condition == SealCondition::sound &&
               o.numbers.screw_spacing > usual_screws) {
      t.offer(f, "Set the screws {0} apart", t.with_choice(o, [](SealChoice& c) { c.screw_spacing = usual_screws; }),
              {length_quantity(usual_screws)});
    } else {
      t.offer(f, "Seal it: " + std::string(method_name(methods_for(o.kind).front())),
              t.with_choice(o, [&](SealChoice& c) {
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
    f.values.clear();
    f.text = o.name + ": the lip seal's spring side faces inward; water lifts the lip.";
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
      f.values.push_back({fit.fill, Dimension::ratio});
      f.text = fit.verdict == RingFit::Verdict::overfull
                   ? o.name + ": the ring fills {2} of its groove; the lid will not close."
                   : o.name + ": the groove squeezes the ring by {0}; should be about {1}.";
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
      f.values.clear();
      f.text = "Steel ball bearings in the tube want grease and a port for it; without it they rust in a season.";
      t.out.push_back(f);
    } else if (bearing == BearingKind::water_lubricated && greased) {
      Finding f = t.make("seal.grease", Severity::note, {}, {}, "common practice, no source", o.subject);
      f.values.clear();
      f.text = "Bearings that run in water take no grease: seal the tube's inner end instead.";
      t.offer(f, "Fit lip seals", t.with_choice(o, [](SealChoice& c) { c.method = SealMethod::lip_seals; }));
      t.out.push_back(f);
    }
  }
}

/// What is in danger first on a course, in words.
std::string danger_words(const Assessment& a, const FloodCourse& c, std::optional<double> when) {
  const Part* part = c.first_part ? a.project.layout.find(c.first_part) : nullptr;
  return when == c.to_part && part ? part->name + " stands in water"
         : when == c.to_trim       ? "the trim is out of bounds"
         : when == c.to_freeboard  ? "the deck edge is awash"
         : when == c.to_capsize    ? "the water inside turns her over"
                                   : "she sinks";
}

void danger(const Sealed& t) {
  for (const auto& [rule, course, leak, how] : {std::tuple{"seal.time", &t.r.course, t.r.expected, "at rest"},
                                                {"seal.driven", &t.r.driven, t.r.running, "driven"}}) {
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
    f.values.push_back(flow_quantity(leak));
    f.text = !danger && course->pump_started ? fmt::format("{{2}} {}: the bilge pump holds it.", how)
             : !danger                       ? fmt::format("{{2}} {}: nothing in danger within {{0}}.", how)
             : when >= least_bath
                 ? fmt::format("{{2}} {}: after {{0}} {}; {{1}} are enough.", how, danger_words(t.a, *course, danger))
                 : fmt::format("{{2}} {}: after {{0}} {}; required: {{1}}.", how, danger_words(t.a, *course, danger));
    if (danger && danger == course->to_part) f.subject = course->first_part;
    t.out.push_back(f);
  }
}

void pumps(const Sealed& t) {
  for (const PumpPlace& p : t.r.pumps) {
    const double off = std::abs(p.x - p.low_standing);
    const bool wrong = p.before_trigger > 3.0 * p.least_before + 2e-5;
    Finding f = t.make("seal.pump", wrong ? Severity::watch : Severity::fine, {p.before_trigger, Dimension::volume},
                       {p.least_before, Dimension::volume}, "where water gathers at this trim", p.part);
    f.values.push_back(length_quantity(off));
    f.values.push_back(length_quantity(p.low_standing));
    f.values.push_back(flow_quantity(p.flow));
    f.text = wrong ? "The bilge pump starts with {0} aboard; where the water gathers, at {3}, it would with {1}."
                   : "The bilge pump starts with {0} aboard and lifts {4} to the deck.";
    if (wrong && t.a.care == Care::full) {
      if (const Part* part = t.a.project.layout.find(p.part)) {
        Vec3 at = part->place;
        at.x() = std::clamp(p.low_standing, t.a.hull->model.box.low.x() + 0.5 * part->size.x() + 0.01,
                            t.a.hull->model.box.high.x());
        at.z() = t.a.hull->model.bottom_height(at.x(), at.y()) + t.a.project.hull.skin.shell_thickness +
                 0.5 * part->size.z() + 0.001;
        if (place_is_free(t.a, *part, at)) {
          f.remedy = Edit{"Move the pump to {0}", MovePart{p.part, at}};
          f.remedy_values = {length_quantity(at.x())};
        }
      }
    }
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
    f.text = n.enough ? fmt::format("{} sits in a {} bay: {}.", n.name, wetness_name(n.where), shield_name(n.has))
                      : fmt::format("{} sits {{0}} over the bottom of a {} bay with {}: coat it, box it or raise it.",
                                    n.name, wetness_name(n.where),
                                    n.has == Shield::none ? "nothing round it" : shield_name(n.has));
    if (t.a.project.brief.salt_water && n.enough && n.has == Shield::coated) {
      f.severity = Severity::note;
      f.text += " Salt creeps under paint: rinse and look after each outing.";
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
    f.values.clear();
    std::string round = round_name(last->round);
    round[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(round[0])));
    f.text = fmt::format("{} let water in in the bath ({}): open until it passes again.", o.name, round);
    t.out.push_back(f);
  }
  if (t.s.tests.empty()) {
    Finding f = t.make("seal.bath", Severity::note, {0.0, Dimension::duration}, {least_bath, Dimension::duration},
                       "common practice, no source");
    f.text = "Not yet in the bath; should be {1} at least, tissue at each opening.";
    t.out.push_back(f);
    return;
  }
  const LeakTest& last = t.s.tests.back();
  if (last.duration < least_bath) {
    Finding f = t.make("seal.bath", Severity::watch, {last.duration, Dimension::duration},
                       {least_bath, Dimension::duration}, "common practice, no source");
    f.text = "Leak test of {0}; should be {1} at least.";
    t.out.push_back(f);
  } else if (!any_failed) {
    Finding f =
        t.make("seal.bath", Severity::fine, {last.duration, Dimension::duration}, {least_bath, Dimension::duration},
               "leak test of "
               "the builder");
    f.text = "Passed the bath of {0}.";
    t.out.push_back(f);
  }
  if (last.mass_before > 0.0 && last.mass_after > 0.0 && last.duration > 0.0) {
    const double measured = std::max(0.0, last.intake()) / t.a.density() / last.duration;
    const bool more = measured > 2.0 * t.r.expected + 0.5 * ml_min;
    Finding f = t.make("seal.intake", more ? Severity::watch : Severity::fine, flow_quantity(measured),
                       flow_quantity(t.r.expected), "weighed before and after the bath");
    f.text = more ? "The bath found {0}; the register explains {1}: something leaks that is not in it."
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
  electronics(t);
  bath(t);
}

}  // namespace plucky
