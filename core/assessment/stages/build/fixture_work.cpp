#include <fmt/format.h>

#include <algorithm>

#include "assessment/fixtures.h"
#include "assessment/stages/build/task_list.h"

namespace plucky {

namespace {

/// How one comes into the boat.
enum class Fixing { glued_inside, screwed_outside, with_the_tube, loose, on_the_bench };

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
      return Fixing::loose;
    case FixtureKind::tube_cradle:  // once motor and shaft are in line
      return Fixing::with_the_tube;
    default:
      return Fixing::on_the_bench;
  }
}

/// Tasks that a thing of the bench helps with.
std::vector<std::string> helped_by(FixtureKind kind, const Assessment& a, const TaskList& list) {
  switch (kind) {
    case FixtureKind::saddles:
      return {list.has("glue.joint.1") ? "glue.joint.1" : "join.shell"};
    case FixtureKind::coil_former:
      return {"barbs"};
    case FixtureKind::stand:
      return {"mask"};
    case FixtureKind::drill_jig: {
      std::vector<std::string> out;
      for (const SealOpening& o : a.seal.openings)
        if (std::abs(o.place.x() - a.hull->model.box.low.x()) < 0.006) out.push_back("seal." + o.key);
      return out;
    }
    default:
      return {};
  }
}

class FixtureWork {
 public:
  FixtureWork(const Assessment& a, TaskList& list, const std::set<Id>& early) : a_(a), list_(list), early_(early) {}

  void make() {
    for (std::size_t i = 0; i < a_.fixtures.size(); ++i)
      if (!a_.fixtures[i].bodies.empty()) one(a_.project.build.fixtures[i], a_.fixtures[i]);
  }

 private:
  void one(const Fixture& f, const FixtureSolids& s) {
    const std::string make = fmt::format("make.fixture.{}", f.id);
    const bool printed = f.material == FixtureMaterial::print;
    WorkTask& t = list_.add(make, printed ? WorkKind::print : WorkKind::cut, (printed ? 15 : 40) * minute,
                            printed ? Text("Print {0}.", f.name) : Text("Cut {0} out and drill it.", f.name), f.id);
    t.caution = printed ? hot_bed : f.material == FixtureMaterial::aluminium ? sheet_edges : saws;
    if (printed) {
      t.machine = a_.project.build.printer.time_for(s.stuff);
      list_.need(make, "print.tests", "walls and play are known before");
    }
    const Fixing fixing = fixing_of(f.kind);
    // What is glued tells how when it is glued.
    if (fixing != Fixing::glued_inside && fixing != Fixing::screwed_outside) t.hints = s.notes;
    switch (fixing) {
      case Fixing::on_the_bench:
        for (const std::string& task : helped_by(f.kind, a_, list_))
          list_.need(task, make, {"{0} helps with it", f.name});
        return;
      case Fixing::with_the_tube:
        for (const DriveUnit& d : a_.project.drives)
          if (std::any_of(f.holds.begin(), f.holds.end(), [&](Id id) { return d.lists(id); }))
            list_.need("line." + std::to_string(d.id), make, {"{0} is glued with the tube", f.name});
        break;
      case Fixing::loose:
        lie_in(f, make);
        break;
      case Fixing::glued_inside:
      case Fixing::screwed_outside:
        set_in(f, s, fixing, make);
        return;
    }
    list_.need("launch", make, "the boat is whole");
  }

  /// Boxes and lids.
  void lie_in(const Fixture& f, const std::string& make) {
    for (const Id id : f.holds) {
      list_.need(fit_task(id), make, {"it lies in {0}", f.name});
      for (const SealOpening& o : a_.seal.openings)
        if (o.subject == id && o.kind == OpeningKind::hatch_edge)
          list_.need("seal." + o.key, make, "its seal lies between both");
    }
  }

  void set_in(const Fixture& f, const FixtureSolids& s, Fixing fixing, const std::string& make) {
    const std::string set = fmt::format("set.fixture.{}", f.id);
    WorkTask& in =
        list_.add(set, WorkKind::glue, 25 * minute, {"Set {0}: true it dry, sand both faces, glue.", f.name}, f.id);
    list_.glue(in, a_.project.build.work.joints);
    in.hints = s.notes;
    list_.need(set, make, "there is nothing to glue before");
    const bool before =
        a_.build.printed && std::any_of(f.holds.begin(), f.holds.end(), [&](Id id) { return early_.count(id) != 0; });
    const auto section = a_.build.section_at(s.centroid.x());
    if (before && section)
      list_.need(set, "prepare.section." + std::to_string(*section + 1), "it stands in this section");
    else
      list_.need(set, fixing == Fixing::screwed_outside ? list_.shell : list_.open_shell,
                 "there is nothing to glue it to before");
    for (const Id id : f.holds) list_.need(fit_task(id), set, {"{0} holds it", f.name});
    if (fixing == Fixing::glued_inside && !before) list_.need("coat.inside", set, "its fillet is coated with the rest");
    if (fixing == Fixing::glued_inside) list_.need("glue.deck", set, "both hands reach it while the deck is off");
    list_.need("mask", set, "glue before paint", false, true);
    if (f.kind == FixtureKind::hose_clip) list_.need("hoses", set, "the hose snaps into it");
    list_.need("launch", set, "the boat is whole");
  }

  const Assessment& a_;
  TaskList& list_;
  const std::set<Id>& early_;
};

}  // namespace

void fixture_work(const Assessment& a, TaskList& list, const std::set<Id>& early) {
  FixtureWork(a, list, early).make();
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
