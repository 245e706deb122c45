// Can the boat be put together as it is drawn, and taken apart where it must be? Is what was done in an order that
// works?
#include <algorithm>
#include <map>

#include "assessment/rules.h"
#include "assessment/stages/build/assembly.h"
#include "assessment/stages/build/build_stage.h"
#include "layout/kind.h"

namespace plucky {

namespace {

/// The hatch that reaches nearest to a part lengthened over all of it; none where it lies under one.
std::optional<Edit> hatch_over(const Assessment& a, const Box3& box) {
  constexpr double play = 0.003;  // m
  const double from = box.low.x() - play, to = box.high.x() + play;
  const auto short_by = [&](const Hatch& h) { return std::max({0.0, h.x - from, to - h.x - h.length}); };
  const auto& all = a.project.hull.hatches;
  const auto nearest = std::min_element(all.begin(), all.end(),
                                        [&](const Hatch& l, const Hatch& r) { return short_by(l) < short_by(r); });
  if (nearest == all.end() || short_by(*nearest) <= 0.0) return std::nullopt;
  return lengthen_hatch(a.project.hull, *nearest, from, to);
}

constexpr const char* practice = "common practice, no source";

Finding about(const char* rule, Severity severity, const Text& text, const Text& source, Id subject = 0) {
  Finding f{.id = rule, .subject = subject, .stage = Stage::build, .severity = severity, .source = source};
  f.text = text;
  return f;
}

const std::string& part_name(const Assessment& a, Id part) {
  static const std::string gone;
  const Part* p = a.project.layout.find(part);
  return p ? p->name : gone;
}

void ways(const Assessment& a, std::vector<Finding>& out) {
  const Text source = "the path of its box through the hull's room, tilted as needed";
  if (a.project.hull.hatches.empty() && !has_own_deck(a) && a.build.cuts.empty()) {
    // One word about the missing hatch instead of one for each part.
    if (!a.build.ways.empty())
      out.push_back(about("build.way", Severity::watch,
                          "Nothing can be put in: the hull is made in one piece and has no hatch.", source));
    return;
  }
  bool all = !a.build.ways.empty();
  for (const PartWay& w : a.build.ways) {
    const Part* part = a.project.layout.find(w.part);
    if (!part) continue;
    const bool often = traits_of(part->kind).out_each_time;
    all = all && w.door == Door::hatch && w.before.empty() && !w.crowded;
    switch (w.door) {
      case Door::hatch:
        break;
      case Door::deck:
      case Door::section:
        // That it never comes out to charge is a stop of the stage Layout already.
        out.push_back(
            about("build.way", often ? Severity::watch : Severity::note,
                  {w.door == Door::deck ? "{0} cannot be put in after the deck is glued: it stays in for good."
                                        : "{0} cannot be put in after its section is joined: it stays in for good.",
                   part->name},
                  source, w.part));
        break;
      case Door::none:
        out.push_back(about("build.way", Severity::stop,
                            {has_own_deck(a) ? "{0} has no path to its place, not even with the deck off."
                                             : "{0} has no path to its place, through no hatch and no open section.",
                             part->name},
                            source, w.part));
        break;
      case Door::not_judged:
        out.push_back(
            about("build.way", Severity::note,
                  {"{0}: its insertion path cannot be judged, it does not fit where it is placed.", part->name}, source,
                  w.part));
        break;
    }
    const auto barred = [&](const Text& text) {
      Finding f = about("build.barred", often ? Severity::watch : Severity::note, text, source, w.part);
      if (often && a.offers()) f.remedy = hatch_over(a, part->box());
      out.push_back(f);
    };
    for (const Id other : w.before)
      barred({often ? "{0} comes out only after {1} is out: for every charge."
                    : "{0} goes in before {1}, and comes out only after it.",
              part->name, part_name(a, other)});
    if (w.crowded)
      barred({"{0} cannot be taken out with all other parts in, though no single one bars it.", part->name});
  }
  if (all)
    out.push_back(
        about("build.way", Severity::fine, "Every part can be put in and taken out through the hatches.", source));
}

void screws(const Assessment& a, std::vector<Finding>& out) {
  for (const ScrewLine& s : a.build.screws) {
    for (const Id b : s.bulkheads) {
      const auto wall = std::find_if(a.project.hull.bulkheads.begin(), a.project.hull.bulkheads.end(),
                                     [&](const Bulkhead& k) { return k.id == b; });
      if (wall == a.project.hull.bulkheads.end()) continue;
      const double room = std::abs(s.head.x() - wall->x), needs = (s.key - s.head).norm();
      Finding f =
          stage_finding(Stage::build, "build.key", Severity::watch, length_quantity(room), length_quantity(needs),
                        "a key of 60 mm and 20 mm for the hand; common practice, no source", s.part);
      f.text = {
          "{2} leaves {0} behind the screws of {3}, a key needs {1}: screwed before it is glued, never again after.",
          f.number, f.limit, wall->name, part_name(a, s.part)};
      out.push_back(f);
    }
    if (!s.judged)
      out.push_back(about("build.key", Severity::note,
                          {"No straight line for a key to the upper screws of {0} was found: skin is in its way.",
                           part_name(a, s.part)},
                          practice, s.part));
    else if (!s.through_hatch)
      out.push_back(
          about("build.reach", Severity::note,
                {"No straight key reaches the screws of {0} through a hatch: screwed before the hull is closed, "
                 "or with an angled ball key.",
                 part_name(a, s.part)},
                practice, s.part));
    else if (s.bulkheads.empty())
      out.push_back(about("build.key", Severity::fine, {"A key reaches the screws of {0}.", part_name(a, s.part)},
                          practice, s.part));
  }
}

/// What was ticked off before something that it needed.
void order(const Assessment& a, std::vector<Finding>& out) {
  const WorkDesign& work = a.project.build.work;
  for (const WorkTask& t : a.build.work.tasks) {
    if (!work.find_done(t.key)) continue;
    for (const WorkNeed& n : t.needs) {
      const WorkTask* first = a.build.work.find(n.task);
      if (!first || n.yields || work.find_done(n.task)) continue;
      Finding f = about("build.order", Severity::watch,
                        {"Done too early: \"{0}\" comes after \"{1}\", for {2}.", t.text, first->text, n.why},
                        "the order of work", t.subject);
      f.id += "." + t.key;
      out.push_back(f);
    }
  }
}

void plan(const Assessment& a, std::vector<Finding>& out) {
  const WorkPlan& work = a.build.work;
  if (!a.build.no_work.empty()) {
    out.push_back(about("build.plan", Severity::stop, a.build.no_work, "the order of work"));
    return;
  }
  for (const std::vector<std::string>& circle : work.circles) {
    // First and last are the same task.
    Text names;
    for (std::size_t i = 0; i + 1 < circle.size(); ++i)
      if (const WorkTask* t = work.find(circle[i])) names = names.empty() ? t->text : Text("{0} {1}", names, t->text);
    Finding f =
        about("build.circle", Severity::watch,
              {"These tasks wait for one another all round; a wish is left out: {0}", names}, "the order of work");
    f.id += "." + circle.front();
    out.push_back(f);
  }
  for (const Product p : work.not_hardening) {
    Finding f = stage_finding(Stage::build, "build.cold", Severity::watch,
                              {a.project.build.work.temperature, Dimension::temperature},
                              {15.0, Dimension::temperature}, practice);
    f.text = {"At {0} nobody can tell when {2} hardens; the workshop should have {1} at least.", f.number, f.limit,
              product_entry(p).name};
    f.id += std::string(".") + product_key(p);
    BuildDesign warm = a.project.build;
    warm.work.temperature = 20.0;
    f.remedy = Edit{{"Warm the workshop to {0}", Quantity{20.0, Dimension::temperature}}, ChangeBuild{warm}};
    out.push_back(f);
  }
}

}  // namespace

void work_rules(const Assessment& a, std::vector<Finding>& out) {
  ways(a, out);
  screws(a, out);
  order(a, out);
  plan(a, out);
}

}  // namespace plucky
