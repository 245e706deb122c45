#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "assessment/stages/build/assembly.h"
#include "assessment/stages/build/task_list.h"
#include "layout/kind.h"

namespace plucky {

namespace {

class FitOut {
 public:
  FitOut(const Assessment& a, TaskList& list) : a_(a), list_(list) {}

  void make() {
    find_early();
    // Parts first: a motor must be on its mount before its shaft is lined up.
    for (const Part& p : a_.project.layout.parts)
      if (stands_inside(p)) put_in(p);
    for (const PartWay& w : a_.build.ways)
      for (const Id later : w.before)
        if (const Part* p = a_.project.layout.find(later))
          list_.need(fit_task(later), fit_task(w.part), {"{0} would bar its way", p->name}, false, true);
    for (const DriveUnit& d : a_.project.drives) drive(d);
    steering();
    cooling();
    seals();
    tests();
    fixture_work(a_, list_, early_);
  }

 private:
  /// Is there a door for it after the hull is closed?
  [[nodiscard]] bool through_hatch(Id part) const {
    const PartWay* w = a_.build.way_of(part);
    return w && w->door == Door::hatch;
  }

  /// What must be in before the deck is glued, the sections are joined or a bulkhead stands, and what comes before
  /// that.
  void find_early() {
    for (const ScrewLine& s : a_.build.screws)
      if (!s.bulkheads.empty()) early_.insert(s.part);
    before_bulkhead_ = early_;
    for (const ScrewLine& s : a_.build.screws)
      if (s.judged && !s.through_hatch && has_own_deck(a_)) early_.insert(s.part);
    for (const PartWay& w : a_.build.ways)
      if (w.door == Door::deck || w.door == Door::section) early_.insert(w.part);
    for (bool more = true; more;) {
      more = false;
      for (const PartWay& w : a_.build.ways)
        if (std::any_of(w.before.begin(), w.before.end(), [&](Id later) { return early_.count(later) != 0; }))
          more = early_.insert(w.part).second || more;
    }
  }

  /// Electronics that can wait outside until the hull is known to be tight.
  [[nodiscard]] bool after_the_test(const Part& p) const {
    return traits_of(p.kind).spoilt_by_water && through_hatch(p.id) && early_.count(p.id) == 0;
  }

  void put_in(const Part& p) {
    const std::string key = fit_task(p.id);
    WorkTask& t = list_.add(key, WorkKind::fit, 20 * minute, {"Fit {0}.", p.name}, p.id);
    switch (p.kind) {
      case PartKind::battery:
        t.hands = 40 * minute;
        t.text = {"Fit tray and strap for {0}; try it for its range along the rail.", p.name};
        if (p.lithium)
          t.caution = "Lithium: no loose screws or blades near the cells; stored and charged away from the work.";
        break;
      case PartKind::motor:
        t.hands = 40 * minute;
        t.text = {"Screw {0} to its mount, screws still loose; thread lock where metal meets metal.", p.name};
        t.takes = {"hex key with a ball end", "thread lock"};
        break;
      case PartKind::foam:
        t.text = {"Cut {0} to size and wedge it in.", p.name};
        t.caution = "Hot wire or blade; cyanoacrylate dissolves polystyrene.";
        break;
      case PartKind::servo:
        t.text = {"Screw {0} down, its horn at the middle.", p.name};
        t.takes = {"rubber grommets"};
        break;
      case PartKind::receiver:
        t.text = {"Fit {0} high and dry, aerial clear of metal and carbon.", p.name};
        break;
      default:
        break;
    }
    const bool early = early_.count(p.id) != 0;
    if (early && a_.build.printed) {
      if (const auto i = a_.build.section_at(p.place.x()))
        list_.need(key, "prepare.section." + std::to_string(*i + 1), "it stands in this section");
    } else {
      // With a deck of its own the open shell is enough, where the deck is not what it must wait for.
      list_.need(key, list_.open_shell, "there is nothing to fit it to before");
    }
    // What comes before joints or bulkheads is wrapped up for the coat that closes them.
    if (!(early && a_.build.printed) && before_bulkhead_.count(p.id) == 0)
      list_.need(key, "coat.inside", "resin runs into whatever is there already");
    if (after_the_test(p)) {
      list_.need(key, list_.last_coat, "electronics stay out while there is dust, solvent and heat");
      list_.need(key, "test.leaks", "a leak is found before it can spoil something");
    }
  }

  [[nodiscard]] const Part* of_kind(const DriveUnit& d, PartKind kind) const {
    for (const Id id : d.components)
      if (const Part* p = a_.project.layout.component(id); p && p->kind == kind) return p;
    return nullptr;
  }

  void drive(const DriveUnit& d) {
    const std::string id = std::to_string(d.id), line = "line." + id, tighten = "tighten." + id,
                      solder = "solder." + id;
    const Part *motor = of_kind(d, PartKind::motor), *shaft = of_kind(d, PartKind::shaft),
               *jet = of_kind(d, PartKind::jet), *pod = of_kind(d, PartKind::pod),
               *screw = of_kind(d, PartKind::propeller), *esc = of_kind(d, PartKind::esc),
               *coupler = of_kind(d, PartKind::coupler);
    if (shaft) {
      const std::string tube = fit_task(shaft->id);
      list_
          .add(tube, WorkKind::prepare, 45 * minute,
               {"{0}: sand the tube's ends, press in seals (springs to the water) and then bushes, fill with grease.",
                shaft->name},
               shaft->id)
          .takes = {"grease", "vice with soft jaws"};
      WorkTask& t = list_.add(
          line, WorkKind::glue, 45 * minute,
          {"Glue the tube of {0} in, lined up with motor and coupler; grease where glue must not hold.", shaft->name},
          shaft->id);
      list_.glue(t, Product::epoxy_slow);
      list_.need(line, tube, "seals and bushes go in on the bench");
      list_.need(line, list_.open_shell, "the tube needs its hull");
      list_.need("glue.deck", line, "the line is set with room for both hands");
      list_.need("mask", line, "tube ends are masked with the rest");
      if (motor) list_.need(line, fit_task(motor->id), "the motor tells where the line is");
    } else if (jet) {
      WorkTask& t = list_.add(line, WorkKind::glue, hour,
                              {"Bed {0} in its frame and set it flush with the bottom.", jet->name}, jet->id);
      list_.glue(t, Product::epoxy_slow);
      list_.need(line, list_.open_shell, "the unit needs its hull");
      list_.need("glue.deck", line, "the unit is set with room for both hands");
      if (motor) list_.need(fit_task(motor->id), line, "the unit tells where its motor stands");
    } else if (pod) {
      list_.add(line, WorkKind::fit, 45 * minute,
                {"Hang {0} on its bracket, screws through the transom sealed.", pod->name}, pod->id);
      list_.need(line, list_.last_coat, "it hangs outside: paint first");
    } else if (motor && motor->outside) {
      list_.add(line, WorkKind::fit, 45 * minute, {"Screw {0} to its pylon, thrust line as drawn.", motor->name},
                motor->id);
      list_.need(line, list_.last_coat, "it stands outside: paint first");
    }
    if (coupler) {
      list_
          .add(tighten, WorkKind::fit, 20 * minute,
               {"Tighten {0} and the mount; turn by hand: nothing may bind.", coupler->name}, coupler->id)
          .takes = {"thread lock"};
      list_.need(tighten, line, "the line must be set");
      if (motor) list_.need(tighten, fit_task(motor->id), "there is a motor to couple");
    }
    if (esc) {
      WorkTask& t = list_.add(solder, WorkKind::solder, 45 * minute,
                              {"Solder the leads of {0}; battery leads as short as they come.", esc->name}, esc->id);
      t.takes = {"solder", "heat-shrink tube"};
      t.caution = "Soldering iron; never both battery leads bare at once, battery away from the work.";
      list_.need(solder, fit_task(esc->id), "leads are cut to length in place");
      if (motor) list_.need(solder, motor->outside ? line : fit_task(motor->id), "leads are cut to length in place");
      list_.need("test.radio", solder, "power is required");
    }
    list_.need("test.radio", tighten, "the motor turns for the first time");
    if (screw) {
      const std::string fit = fit_task(screw->id);
      WorkTask& t = list_.add(fit, WorkKind::fit, 20 * minute,
                              {"Balance {0} and put it on, nut or dog tight.", screw->name}, screw->id);
      t.caution = "Battery out while hands are at the blades; nobody in the plane of a turning disc.";
      list_.need(fit, "test.radio", "the motor's first turns are without blades");
      list_.need(fit, line, "it sits on the line");
      list_.need(fit, list_.last_coat, "blades come after paint");
      list_.need("launch", fit, "the boat is whole");
    }
  }

  void steering() {
    const Part* servo = nullptr;
    for (const Part& p : a_.project.layout.parts) {
      if (p.kind == PartKind::servo && !servo) servo = &p;
      if (p.kind != PartKind::rudder) continue;
      list_.add(fit_task(p.id), WorkKind::fit, 30 * minute,
                {"Hang {0}: free to move, straight when the helm is.", p.name}, p.id);
      list_.need(fit_task(p.id), list_.last_coat, "it hangs outside: paint first");
      list_.need("link", fit_task(p.id), "the rod ends at it");
    }
    if (!servo) return;
    list_
        .add("link", WorkKind::fit, 30 * minute,
             "Bend the steering rod, set both ends: full way to each side, nothing binds.", servo->id)
        .takes = {"pliers"};
    list_.need("link", fit_task(servo->id), "the rod begins at its horn");
    for (const DriveUnit& d : a_.project.drives)
      list_.need("link", "line." + std::to_string(d.id), "what it swings must hang");
    list_.need("test.radio", "link", "the helm is tried too");
  }

  void cooling() {
    const CoolingCircuit& c = a_.project.cooling;
    if (c.empty()) return;
    list_
        .add("barbs", WorkKind::solder, 15 * minute * static_cast<double>(c.fittings.size()),
             "Make coolers and tubes ready: barbs soldered, ends deburred.")
        .caution = "Soldering iron.";
    WorkTask& t =
        list_.add("hoses", WorkKind::fit, 10 * minute * static_cast<double>(std::max<std::size_t>(c.hoses.size(), 1)),
                  counted("Set the water's fittings and push the hose on.",
                          "Set the water's fittings and push {0} hoses on.", c.hoses.size()));
    t.takes = {"hose ties"};
    list_.need("hoses", "barbs", "heat stays out of the hull");
    list_.need("hoses", list_.open_shell, "fittings need their hull");
    for (const CoolFitting& f : c.fittings)
      if (const Part* p = a_.project.layout.find(f.part)) {
        list_.need("hoses", fit_task(p->id), {"a cooler sits on {0}", p->name});
        for (const DriveUnit& d : a_.project.drives)
          if (d.lists(p->id) && p->kind == PartKind::jet)
            list_.need("hoses", "line." + std::to_string(d.id), {"a tap sits on {0}", p->name});
      }
    // Through a hatch hands reach some of them; where the cooled parts come in before the deck, so do the lines.
    list_.add("test.blow", WorkKind::test, 10 * minute,
              "Blow through the water's lines: free both ways, no joint hisses.");
    list_.need("test.blow", "hoses", "there is nothing to blow through before");
    bool before_deck = true;
    for (const CoolFitting& f : c.fittings)
      if (const Part* p = a_.project.layout.find(f.part); p && after_the_test(*p)) before_deck = false;
    if (before_deck) list_.need("glue.deck", "test.blow", "lines are laid with room for both hands");
    list_.need("launch", "test.blow", "a blocked line burns the motor");
  }

  void seals() {
    for (const SealOpening& o : a_.seal.openings) {
      // Tubes are sealed on the bench, seams and walls by glue and coat.
      const bool elsewhere = o.kind == OpeningKind::shaft_tube || o.kind == OpeningKind::seam ||
                             o.kind == OpeningKind::wall || o.kind == OpeningKind::jet_flange ||
                             o.kind == OpeningKind::jet_shaft;
      if (elsewhere || o.method == SealMethod::nothing) continue;
      const std::string key = "seal." + o.key;
      WorkTask& t =
          list_.add(key, WorkKind::fit, 20 * minute, {"Seal {0}: {1}.", o.name, method_name(o.method)}, o.subject);
      if (o.method == SealMethod::epoxy) list_.glue(t, Product::epoxy_30);
      list_.need(key, list_.shell, "the opening must be there");
      if (o.kind == OpeningKind::hatch_edge) list_.need(key, list_.last_coat, "a gasket lies on a finished land");
      if (o.subject != 0) list_.need(key, fit_task(o.subject), "what goes through it must be there");
      if (o.kind == OpeningKind::pickup || o.kind == OpeningKind::outlet)
        list_.need("hoses", key, "hoses are pushed onto what sits fast");
      list_.need("launch", key, "it keeps the water out");
      // What comes aboard after the test for leaks is sealed after it as well; the hole is taped shut until then.
      const Part* part = a_.project.layout.find(o.subject);
      if (!part || !after_the_test(*part)) list_.need("test.leaks", key, "it keeps the water out");
    }
  }

  void tests() {
    list_
        .add("test.leaks", WorkKind::test, 50 * minute,
             "Bath for leaks, electronics still out: half an hour, tissue at each opening.")
        .takes = {"bath", "tissue", "scale"};
    list_.need("test.leaks", list_.shell, "the hull must be closed");
    list_.need("test.leaks", list_.last_coat, "the coat must stand water", true);
    for (const DriveUnit& d : a_.project.drives)
      list_.need("test.leaks", "line." + std::to_string(d.id), "it closes the greatest hole");
    WorkTask& radio = list_.add("test.radio", WorkKind::test, 30 * minute,
                                "First power, blades off: radio on first, failsafe, direction of motor and helm.");
    radio.caution = "Blades off; a lithium battery that was just connected is watched.";
    for (const Part& p : a_.project.layout.parts)
      if (p.kind == PartKind::receiver || p.kind == PartKind::battery)
        list_.need("test.radio", fit_task(p.id), "it takes part");
    list_.add("launch", WorkKind::test, hour, "Weigh the boat, bath for trim; then the checklist of the stage Trial.")
        .caution = "Cold water, spinning blades, lithium: as the checklist tells.";
    list_.need("launch", "test.leaks", "nothing goes afloat untried");
    list_.need("launch", "test.radio", "nothing goes afloat untried");
    for (const Part& p : a_.project.layout.parts) list_.need("launch", fit_task(p.id), "the boat is whole");
  }

  const Assessment& a_;
  TaskList& list_;
  std::set<Id> early_, before_bulkhead_;
};

}  // namespace

void fit_out_work(const Assessment& a, TaskList& list) {
  FitOut(a, list).make();
}

}  // namespace plucky
