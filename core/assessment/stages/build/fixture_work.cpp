#include <fmt/format.h>

#include <algorithm>

#include "assessment/fixtures.h"
#include "assessment/stages/build/task_list.h"

namespace plucky {

namespace {

/// How one comes into the boat.
enum class Fixing { glued_inside, screwed_outside, loose, on_the_bench };

Fixing fixing_of(FixtureKind kind) {
  switch (kind) {
    case FixtureKind::motor_mount:
    case FixtureKind::servo_mount:
    case FixtureKind::tray:
    case FixtureKind::lid_bosses:
    case FixtureKind::bracket_base:
    case FixtureKind::intake_frame:
    case FixtureKind::hose_clip:
      return Fixing::glued_inside;
    case FixtureKind::pylon_foot:
    case FixtureKind::aerial_foot:
      return Fixing::screwed_outside;
    case FixtureKind::box:
    case FixtureKind::lid:
    case FixtureKind::tube_cradle:  // glued with the tube, once motor and shaft are in line
      return Fixing::loose;
    default:
      return Fixing::on_the_bench;
  }
}

/// Task that a thing of the bench helps with.
std::string helped_by(FixtureKind kind, const TaskList& list) {
  switch (kind) {
    case FixtureKind::saddles:
      return list.has("glue.joint.1") ? "glue.joint.1" : "join.shell";
    case FixtureKind::coil_former:
      return "barbs";
    case FixtureKind::stand:
      return "mask";
    default:
      return {};
  }
}

}  // namespace

void fixture_work(const Assessment& a, TaskList& list, const std::set<Id>& early) {
  const Printer& printer = a.project.build.printer;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = a.project.build.fixtures[i];
    const FixtureSolids& s = a.fixtures[i];
    if (s.bodies.empty()) continue;
    const std::string make = fmt::format("make.fixture.{}", f.id), set = fmt::format("set.fixture.{}", f.id);
    const bool printed = f.material == FixtureMaterial::print;
    WorkTask& t = list.add(make, printed ? WorkKind::print : WorkKind::cut, (printed ? 15 : 40) * minute,
                           printed ? Text("Print {0}.", f.name) : Text("Cut {0} out and drill it.", f.name), f.id);
    t.caution = printed ? "Hot nozzle and bed: let the part come off by itself; edges are sharp."
                : f.material == FixtureMaterial::aluminium ? "Sheet edges cut: gloves; deburr every edge at once."
                                                           : "Saws and blades; wood dust: mask.";
    if (printed) {
      t.machine = printer.time_for(s.stuff);
      list.need(make, "print.tests", "walls and play are known before");
    }
    for (const Text& n : s.notes) t.takes.push_back(n);
    const Fixing fixing = fixing_of(f.kind);
    if (fixing == Fixing::on_the_bench) {
      const std::string helps = f.kind == FixtureKind::drill_jig ? std::string() : helped_by(f.kind, list);
      if (!helps.empty()) list.need(helps, make, {"{0} helps with it", f.name});
      if (f.kind == FixtureKind::drill_jig)
        for (const SealOpening& o : a.seal.openings)
          if (std::abs(o.place.x() - a.hull->model.box.low.x()) < 0.006)
            list.need("seal." + o.key, make, "its hole is drilled through the jig");
      continue;
    }
    if (fixing == Fixing::loose) {
      for (const DriveUnit& d : a.project.drives)
        if (f.kind == FixtureKind::tube_cradle &&
            std::any_of(f.holds.begin(), f.holds.end(), [&](Id id) { return d.lists(id); }))
          list.need("line." + std::to_string(d.id), make, {"{0} is glued with the tube", f.name});
      if (f.kind == FixtureKind::tube_cradle) {
        list.need("launch", make, "the boat is whole");
        continue;
      }
      for (const Id id : f.holds) {
        list.need(fit_task(id), make, {"it lies in {0}", f.name});
        for (const SealOpening& o : a.seal.openings)
          if (o.subject == id && o.kind == OpeningKind::hatch_edge)
            list.need("seal." + o.key, make, "its seal lies between both");
      }
      list.need("launch", make, "the boat is whole");
      continue;
    }
    WorkTask& in =
        list.add(set, WorkKind::glue, 25 * minute, {"Set {0}: true it dry, sand both faces, glue.", f.name}, f.id);
    list.glue(in, a.project.build.work.joints);
    list.need(set, make, "there is nothing to glue before");
    const bool before =
        a.build.printed && std::any_of(f.holds.begin(), f.holds.end(), [&](Id id) { return early.count(id) != 0; });
    const auto section = a.build.section_at(s.centroid.x());
    if (before && section)
      list.need(set, "prepare.section." + std::to_string(*section + 1), "it stands in this section");
    else
      list.need(set, fixing == Fixing::screwed_outside ? list.shell : list.open_shell,
                "there is nothing to glue it to before");
    for (const Id id : f.holds) list.need(fit_task(id), set, {"{0} holds it", f.name});
    if (fixing == Fixing::glued_inside && !before) list.need("coat.inside", set, "its fillet is coated with the rest");
    if (fixing == Fixing::glued_inside) list.need("glue.deck", set, "both hands reach it while the deck is off");
    list.need("mask", set, "glue before paint", false, true);
    if (f.kind == FixtureKind::hose_clip) list.need("hoses", set, "the hose snaps into it");
    list.need("launch", set, "the boat is whole");
  }
}

void fault_work(const Assessment& a, TaskList& list) {
  for (const MetFault& m : a.project.build.work.faults) {
    const WorkTask* met = list.find(m.task);
    if (!met) continue;
    const FaultType& type = type_of(m.kind);
    const std::string mend = fmt::format("mend.{}", m.id), again = fmt::format("again.{}", m.id);
    const Text what = met->text;
    const Id subject = met->subject;
    const double hands = met->hands;
    WorkTask& t = list.add(mend, type.product ? WorkKind::glue : WorkKind::prepare, type.hands,
                           {"{0}: {1}", type.name, type.mending}, subject);
    if (type.product) list.glue(t, *type.product);
    if (*type.caution != '\0') t.caution = type.caution;
    const Text why{"{0} is mended first", type.name};
    std::string last = mend;
    if (type.test_again) {
      list.add(again, WorkKind::test, hands, {"Once more: {0}", what}, subject);
      list.need(again, mend, why, true);
      last = again;
    }
    list.also(m.task, last, why);
    list.need(mend, m.task, "it showed there");
  }
}

}  // namespace plucky
