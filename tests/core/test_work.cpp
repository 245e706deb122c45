// The order of work made from boats: nothing is forgotten, doors shut only behind what is in, traps are seen.
#include <gtest/gtest.h>

#include <algorithm>

#include "assessment/assessment.h"
#include "assessment/stages/build/assembly.h"
#include "findings.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::size_t step(const Assessment& a, const std::string& key) {
  const auto& tasks = a.build.work.tasks;
  for (std::size_t i = 0; i < tasks.size(); ++i)
    if (tasks[i].key == key) return i;
  return 100000;
}

/// Its finding, whatever is said at its end.
const Finding* first_finding(const Assessment& a, const std::string& id) {
  for (const Finding& f : a.findings)
    if (f.id.starts_with(id) && f.severity != Severity::fine) return &f;
  return nullptr;
}

/// The sample boat with a hatch over all of its middle.
Project hatched(BuildMethod method) {
  Project p = sample_boat();
  p.brief.method = method;
  p.hull.hatches = {{.id = p.take_id(), .x = 0.10, .length = 0.36, .width = 0.13}};
  return p;
}

Part& of_kind(Project& p, PartKind kind) {
  return *std::find_if(p.layout.parts.begin(), p.layout.parts.end(), [&](const Part& x) { return x.kind == kind; });
}

}  // namespace

TEST(Work, EveryPartHasItsStepAndEveryMethodItsOwn) {
  for (const BuildMethod method : {BuildMethod::printed, BuildMethod::sheet_metal, BuildMethod::ply,
                                   BuildMethod::foam_board, BuildMethod::moulded}) {
    const Assessment a = assess(hatched(method));
    ASSERT_TRUE(a.build.no_work.empty()) << build_method_key(method);
    for (const Part& p : a.project.layout.parts)
      if (stands_inside(p)) {
        const std::size_t at = step(a, "fit." + std::to_string(p.id));
        ASSERT_LT(at, a.build.work.tasks.size()) << p.name;
        EXPECT_EQ(a.build.work.tasks[at].subject, p.id);
        EXPECT_LT(at, step(a, "launch"));
      }
    EXPECT_EQ(step(a, "launch"), a.build.work.tasks.size() - 1) << build_method_key(method);
    EXPECT_EQ(step(a, "glue.deck") < 100000, method != BuildMethod::printed);
    EXPECT_EQ(step(a, "print.section.1") < 100000, method == BuildMethod::printed);
    EXPECT_EQ(step(a, "glass.outside") < 100000, method == BuildMethod::foam_board);
    EXPECT_EQ(step(a, "fold.panels") < 100000, method == BuildMethod::sheet_metal);
    EXPECT_EQ(step(a, "lay.shell") < 100000, method == BuildMethod::moulded);
    EXPECT_LT(step(a, "mask"), step(a, "coat.outside.1"));
    // Whoever can be hurt is told at the step.
    for (const WorkTask& t : a.build.work.tasks)
      if (t.kind == WorkKind::glue || t.kind == WorkKind::solder || t.key == "print.section.1") {
        EXPECT_FALSE(t.caution.empty()) << t.key;
      }
  }
}

TEST(Work, PrintTimeIsPlasticOverFlow) {
  const Assessment a = assess(hatched(BuildMethod::printed));
  const WorkTask& t = *a.build.work.find("print.section.1");
  const Printer& p = a.project.build.printer;
  const double rate = std::min(p.flow, p.line_width * p.layer * p.speed);
  EXPECT_NEAR(t.machine, 1.2 * a.build.sections[0].material / rate, 1e-6 * t.machine);
}

TEST(Work, APartLargerThanItsHatchGoesInBeforeTheDeckAndABatteryIsWatched) {
  Project p = hatched(BuildMethod::ply);
  EXPECT_EQ(finding(assess(p), "build.way").severity, Severity::fine);
  p.hull.hatches[0].length = 0.06;
  p.hull.hatches[0].width = 0.04;
  const Assessment a = assess(p);
  const Id battery = of_kind(p, PartKind::battery).id;
  const auto way =
      std::find_if(a.build.ways.begin(), a.build.ways.end(), [&](const PartWay& w) { return w.part == battery; });
  ASSERT_NE(way, a.build.ways.end());
  EXPECT_EQ(way->door, Door::deck);
  EXPECT_LT(step(a, "fit." + std::to_string(battery)), step(a, "glue.deck"));
  const auto told = std::find_if(a.findings.begin(), a.findings.end(),
                                 [&](const Finding& f) { return f.id == "build.way" && f.subject == battery; });
  ASSERT_NE(told, a.findings.end());
  EXPECT_EQ(told->severity, Severity::watch);
  // The deck ticked off with the battery still on the bench.
  p.build.work.done = {{p.take_id(), "glue.deck", "2026-05-02", 0.0}};
  EXPECT_NE(first_finding(assess(p), "build.order.glue.deck"), nullptr);
}

TEST(Work, AHullOfOnePieceWithoutAHatchIsToldOnce) {
  Project p = hatched(BuildMethod::printed);
  p.hull.hatches.clear();
  p.build.printer.bed = {0.7, 0.7, 0.7};
  const Assessment a = assess(p);
  ASSERT_TRUE(a.build.cuts.empty());
  EXPECT_EQ(std::count_if(a.findings.begin(), a.findings.end(), [](const Finding& f) { return f.id == "build.way"; }),
            1);
  EXPECT_EQ(finding(a, "build.way").severity, Severity::watch);
}

TEST(Work, AScrewBehindAGluedWallIsSeenAndScrewedFirst) {
  Project p = hatched(BuildMethod::ply);
  Part& moved = of_kind(p, PartKind::motor);
  // Where the sample has it, the transom is nearer than a key is long: that is told as well.
  const Assessment cramped = assess(p);
  EXPECT_EQ(find_finding(cramped, "build.key", moved.id)->severity, Severity::note);
  moved.place.x() = 0.17;
  const Part motor = moved;
  const Assessment free = assess(p);
  EXPECT_EQ(find_finding(free, "build.key", motor.id)->severity, Severity::fine);
  p.hull.bulkheads.push_back({.id = p.take_id(), .name = "Wall", .x = motor.box().low.x() - 0.025});
  const Id wall = p.hull.bulkheads.back().id;
  const Assessment a = assess(p);
  const Finding& f = *find_finding(a, "build.key", motor.id);
  EXPECT_EQ(f.severity, Severity::watch);
  EXPECT_NEAR(f.number.si, 0.019, 0.002);
  EXPECT_LT(step(a, "fit." + std::to_string(motor.id)), step(a, "glue.bulkhead." + std::to_string(wall)));
}

TEST(Work, ACoatBeforeItsMaskIsToldAndAWishForItIsLeftOut) {
  Project p = hatched(BuildMethod::ply);
  p.build.work.done = {{p.take_id(), "coat.outside.1", "2026-05-02", 0.0}};
  EXPECT_NE(first_finding(assess(p), "build.order.coat.outside.1"), nullptr);
  p.build.work.done.clear();
  p.build.work.wishes = {{p.take_id(), "coat.outside.1", "mask"}};
  const Assessment a = assess(p);
  EXPECT_NE(first_finding(a, "build.circle"), nullptr);
  EXPECT_LT(step(a, "mask"), step(a, "coat.outside.1"));
  // A wish that closes no circle is followed.
  p.build.work.wishes = {{p.take_id(), "mask", "test.shell"}};
  EXPECT_NE(first_finding(assess(p), "build.circle"), nullptr);  // the mask waits for the deck, the deck for the test
  const std::string servo = "fit." + std::to_string(of_kind(p, PartKind::esc).id);
  p.build.work.wishes = {{p.take_id(), servo, "fit." + std::to_string(of_kind(p, PartKind::receiver).id)}};
  const Assessment followed = assess(p);
  EXPECT_EQ(first_finding(followed, "build.circle"), nullptr);
  EXPECT_LT(step(followed, servo), step(followed, p.build.work.wishes[0].then));
}

TEST(Work, AColdWorkshopIsToldAndWarmed) {
  Project p = hatched(BuildMethod::ply);
  p.build.work.temperature = 2.0;
  const Assessment cold = assess(p);
  const Finding* f = first_finding(cold, "build.cold");
  ASSERT_NE(f, nullptr);
  ASSERT_TRUE(f->remedy);
  const Project warm = apply(p, *f->remedy);
  EXPECT_EQ(first_finding(assess(warm), "build.cold"), nullptr);
}

TEST(Work, RandomBoatsHaveAPlanAndNoPartComesAfterItsDoorIsShut) {
  try_on(12, [] {
    Project p = hatched(
        any::one_of({BuildMethod::printed, BuildMethod::ply, BuildMethod::foam_board, BuildMethod::sheet_metal}));
    p.hull.hatches[0].length = 0.001 * any::whole(40, 360);
    p.hull.hatches[0].width = 0.001 * any::whole(30, 130);
    p.sealing.coat_inside = any::either();
    for (Part& part : p.layout.parts)
      if (stands_inside(part)) part.place.x() += 0.001 * any::whole(-60, 60);
    for (int i = any::whole(0, 3); i > 0; --i)
      p.hull.bulkheads.push_back({.id = p.take_id(), .x = 0.001 * any::whole(60, 500)});
    const Assessment a = assess(p);
    if (!a.build.no_work.empty()) ADD_FAILURE() << a.build.no_work;
    HOLDS(a.build.no_work.empty());
    HOLDS(a.build.work.circles.empty());
    for (std::size_t i = 0; i < a.build.work.tasks.size(); ++i)
      for (const WorkNeed& n : a.build.work.tasks[i].needs) HOLDS(step(a, n.task) < i);
    for (const PartWay& w : a.build.ways) {
      if (w.door == Door::deck) HOLDS(step(a, "fit." + std::to_string(w.part)) < step(a, "glue.deck"));
      if (w.door == Door::section && !a.build.cuts.empty())
        HOLDS(step(a, "fit." + std::to_string(w.part)) < step(a, "glue.joint." + std::to_string(a.build.cuts.size())));
    }
  });
}
