#include "assessment/stages/build/work.h"

#include <fmt/format.h>

#include <algorithm>

#include "assessment/stages/build/assembly.h"
#include "assessment/stages/build/task_list.h"

namespace plucky {

namespace {

/// The hull itself: sections or panels, bulkheads, what closes it, its coats.
class HullWork {
 public:
  HullWork(const Assessment& a, TaskList& list) : a_(a), list_(list) {}

  void make() {
    if (a_.build.printed)
      print_sections();
    else
      shape_shell();
    bulkheads();
    stringers();
    inside();
    if (a_.build.printed)
      join_sections();
    else if (has_own_deck(a_))
      close_deck();
    outside();
  }

 private:
  void print_sections() {
    const Skin& skin = a_.project.hull.skin;
    constexpr double test_pieces = 2.5e-5;  // m3: three cups, gauge, block
    WorkTask& tests = list_.add("print.tests", WorkKind::print, 20 * minute,
                                "Print the test pieces: leak cups, gauge for pins, block for inserts; try them.");
    tests.machine = printer_.time_for(test_pieces);
    tests.takes = {skin.material.empty() ? Text("filament") : Text(skin.material)};
    tests.caution = hot_bed;
    for (std::size_t i = 0; i < a_.build.sections.size(); ++i) {
      list_.need("print.section." + std::to_string(i + 1), "print.tests",
                 "walls and play are known before hours of printing");
      const SectionPlan& s = a_.build.sections[i];
      const bool whole = a_.build.sections.size() == 1;
      const std::string n = std::to_string(i + 1);
      WorkTask& print = list_.add("print.section." + n, WorkKind::print, 15 * minute,
                                  whole ? Text("Print the hull.") : Text("Print section {0} of the hull.", i + 1));
      print.machine = printer_.time_for(s.material);
      print.takes = {skin.material.empty() ? Text("filament") : Text(skin.material),
                     {"{0} of walls", Quantity{s.material * skin.density, Dimension::mass}}};
      print.caution = hot_bed;
      WorkTask& clean =
          list_.add("prepare.section." + n, WorkKind::prepare, 20 * minute,
                    whole ? Text("Clean up the hull: strings, first layer, openings.")
                          : Text("Clean up section {0}: sand its joint faces, try the joint dry.", i + 1));
      clean.takes = {"abrasive paper of 100 grit", "deburring blade"};
      clean.caution = dust;
      list_.need("prepare.section." + n, "print.section." + n, "there is nothing to clean before");
    }
    list_.shell = a_.build.sections.empty() ? std::string()
                  : a_.build.cuts.empty()   ? std::string("prepare.section.1")
                                            : "glue.joint." + std::to_string(a_.build.cuts.size());
    list_.open_shell = list_.shell;
  }

  void join_sections() {
    for (std::size_t i = 0; i < a_.build.cuts.size(); ++i) {
      const std::string key = "glue.joint." + std::to_string(i + 1);
      WorkTask& t = list_.add(key, WorkKind::glue, 30 * minute, {"Glue section {0} to section {1}.", i + 1, i + 2});
      list_.glue(t, a_.project.build.work.joints);
      t.takes.emplace_back("elastic tape round the joint");
      for (const std::size_t k : {i + 1, i + 2})
        list_.need(key, "prepare.section." + std::to_string(k), "glue holds on sanded faces that meet");
      if (i > 0) list_.need(key, "glue.joint." + std::to_string(i), "one joint at a time keeps the keel straight");
    }
    for (const PartWay& w : a_.build.ways) {
      if (w.door != Door::section) continue;
      const Part* part = a_.project.layout.find(w.part);
      for (std::size_t i = 0; part && i < a_.build.cuts.size(); ++i)
        if (shuts(*part, i))
          list_.need("glue.joint." + std::to_string(i + 1), fit_task(w.part),
                     {"{0} passes no opening of the joined hull", part->name});
    }
  }

  /// Is it the nearest cut before or behind the part?
  [[nodiscard]] bool shuts(const Part& part, std::size_t cut) const {
    const std::vector<double>& c = a_.build.cuts;
    const Box3 box = part.box();
    const bool behind = c[cut] <= box.low.x() && (cut + 1 == c.size() || c[cut + 1] > box.low.x());
    const bool before = c[cut] >= box.high.x() && (cut == 0 || c[cut - 1] < box.high.x());
    return behind || before;
  }

  void shape_shell() {
    const BuildMethod method = a_.project.brief.method;
    const double pieces = static_cast<double>(std::max<std::size_t>(a_.build.panels.size(), 4));
    const Product joints = a_.project.build.work.joints;
    list_.shell = list_.open_shell = "join.shell";
    if (method == BuildMethod::moulded) {
      const auto& m = a_.build.mould;
      const std::size_t slices = m ? m->slices.size() : 0;
      WorkTask& cut =
          list_.add("cut.slices", WorkKind::cut, 6 * minute * static_cast<double>(std::max<std::size_t>(slices, 10)),
                    {"Cut the {0} slices of the plug out of board.", slices});
      cut.takes = {"board", "templates"};
      cut.caution = saws;
      WorkTask& stack = list_.add("glue.slices", WorkKind::glue, hour,
                                  "Glue the slices up along the centre line, true to their stations.");
      list_.glue(stack, a_.project.build.work.joints);
      list_.need("glue.slices", "cut.slices", "there is nothing to glue before");
      WorkTask& plug =
          list_.add("make.plug", WorkKind::prepare, 8 * hour,
                    "Plane the plug down to the glue lines, fill, sand, polish; nine coats of release wax.");
      plug.caution = dust;
      list_.need("make.plug", "glue.slices", "it is shaped in one piece");
      WorkTask& mould = list_.add(
          "lay.mould", WorkKind::glue, m && m->mould ? m->mould->first.hands + hour : 3 * hour,
          m && m->mould ? counted("Lay up the mould on the plug, its flange on a board: {1} of resin in one batch.",
                                  "Lay up the mould on the plug, its flange on a board: {1} of resin in {0} batches.",
                                  static_cast<std::size_t>(m->mould->first.batches),
                                  Quantity{m->mould->first.resin, Dimension::mass})
                        : Text("Lay up the mould on the plug, its flange on a board."));
      list_.glue(mould, Product::laminating_epoxy);
      mould.takes.emplace_back("glass cloth");
      list_.need("lay.mould", "make.plug", "a mould copies its plug");
      WorkTask& lay =
          list_.add("lay.shell", WorkKind::glue, m && m->hull ? m->hull->first.hands + hour : 2 * hour,
                    m && m->hull ? counted("Wax the mould, lay up the hull in it: {1} of resin in one batch.",
                                           "Wax the mould, lay up the hull in it: {1} of resin in {0} batches.",
                                           static_cast<std::size_t>(m->hull->first.batches),
                                           Quantity{m->hull->first.resin, Dimension::mass})
                                 : Text("Wax the mould, lay up the hull in it."));
      list_.glue(lay, Product::laminating_epoxy);
      lay.takes.emplace_back("glass cloth");
      list_.need("lay.shell", "lay.mould", "the mould must be released without harm", true);
      list_.add("join.shell", WorkKind::prepare, hour, "Release the hull and trim its edge.").caution =
          "Glass edges cut: gloves; dust: mask.";
      list_.need("join.shell", "lay.shell", "it must come out of the mould whole");
      return;
    }
    WorkTask& mark = list_.add("mark.panels", WorkKind::prepare, 10 * minute * pieces,
                               "Print the templates, check their rule of 100 mm, mark the panels on the sheets.");
    mark.takes = {"paper", "steel rule"};
    WorkTask& cut =
        list_.add("cut.panels", WorkKind::cut, 15 * minute * pieces, "Cut the panels out and true their edges.");
    list_.need("cut.panels", "mark.panels", "cuts follow the marks");
    WorkTask& join = list_.add("join.shell", WorkKind::glue, 30 * minute * pieces, "");
    switch (method) {
      case BuildMethod::sheet_metal: {
        cut.takes = {"snips", "file"};
        cut.caution = sheet_edges;
        WorkTask& fold = list_.add("fold.panels", WorkKind::prepare, 20 * minute * pieces,
                                   "Fold along the lines over rods held at their angle; drill and file the openings.");
        fold.takes = {"steel rods", "angle brackets", "clamps"};
        fold.caution = cut.caution;
        list_.need("fold.panels", "cut.panels", "what is folded is hard to cut");
        list_.need("join.shell", "fold.panels", "seams meet when all is folded");
        join.text = "Close the seams: roughen, rivet where drawn, fill with epoxy.";
        list_.glue(join, Product::epoxy_slow);
        break;
      }
      case BuildMethod::foam_board:
        cut.takes = {"fresh blades", "steel rule"};
        cut.caution = "Blades: cut away from the hand.";
        join.text = "Bevel the edges, tape the panels into shape and glue the seams.";
        list_.glue(join, joints);
        join.takes.emplace_back("tape that holds the bend");
        break;
      case BuildMethod::printed:
      case BuildMethod::moulded:
      case BuildMethod::ply:
        cut.takes = {"fine saw", "plane"};
        cut.caution = saws;
        join.text = "Join the panels over their frames, keel first.";
        list_.glue(join, joints);
        break;
    }
    list_.need("join.shell", "cut.panels", "panels must be true before they meet");
  }

  void bulkheads() {
    for (const Bulkhead& b : a_.project.hull.bulkheads) {
      if (b.temporary) {
        web(b);
        continue;
      }
      const std::string make = fmt::format("make.bulkhead.{}", b.id), glue = fmt::format("glue.bulkhead.{}", b.id);
      WorkTask& made = list_.add(make, a_.build.printed ? WorkKind::print : WorkKind::cut,
                                 (a_.build.printed ? 15 : 25) * minute, {"Make {0}.", b.name}, b.id);
      if (a_.build.printed)
        made.machine =
            printer_.time_for(a_.hull->model.section_near(b.x).area() * a_.project.hull.skin.frame_thickness);
      WorkTask& t = list_.add(glue, WorkKind::glue, 20 * minute, {"Glue {0} in, all round.", b.name}, b.id);
      list_.glue(t, a_.project.build.work.joints);
      list_.need(glue, make, "there is nothing to glue before");
      if (!a_.build.printed) {
        list_.need(glue, "join.shell", "it takes the shape of the shell");
        continue;
      }
      // While its section is still open at both ends.
      if (const auto i = a_.build.section_at(b.x)) {
        list_.need(glue, "prepare.section." + std::to_string(*i + 1), "it stands in this section");
        for (const std::size_t joint : {*i, *i + 1})
          list_.need("glue.joint." + std::to_string(joint), glue,
                     {"{0} is glued from both sides while the section is open", b.name});
      }
    }
    for (const ScrewLine& s : a_.build.screws)
      for (const Id b : s.bulkheads)
        list_.need(fmt::format("glue.bulkhead.{}", b), fit_task(s.part),
                   "the key to its screws comes through where the bulkhead stands");
  }

  /// Holds the shape while the hull is put together, and goes before anything is coated.
  void web(const Bulkhead& b) {
    const std::string make = fmt::format("make.bulkhead.{}", b.id), out = fmt::format("cut_out.{}", b.id);
    list_.add(make, a_.build.printed ? WorkKind::print : WorkKind::cut, 15 * minute, {"Make {0}.", b.name}, b.id);
    if (!a_.build.printed) list_.need(list_.open_shell, make, {"{0} holds the shape", b.name});
    WorkTask& t = list_.add(out, WorkKind::cut, 15 * minute, {"Cut {0} out again.", b.name}, b.id);
    t.takes = {"fine saw"};
    t.caution = saws;
    list_.need(out, list_.open_shell, "the shape must hold by itself", true);
    list_.need("coat.inside", out, "its stumps are coated with the rest");
    list_.need("glue.deck", out, "it is out of reach afterwards");
    for (const Part& p : a_.project.layout.parts)
      if (stands_inside(p)) list_.need(fit_task(p.id), out, {"{0} is in the way", b.name});
  }

  /// Onto ribs from above, before full walls go onto them.
  void stringers() {
    const HullDesign& h = a_.project.hull;
    for (const Stringer& s : h.stringers) {
      const std::string make = fmt::format("make.stringer.{}", s.id), glue = fmt::format("glue.stringer.{}", s.id);
      const bool two = s.is_pair();
      WorkTask& made =
          list_.add(make, a_.build.printed ? WorkKind::print : WorkKind::cut,
                    (a_.build.printed ? 15 : 25) * minute * (two ? 1.6 : 1.0), {"Make {0}.", s.name}, s.id);
      if (a_.build.printed)
        for (const Frame& f : a_.hull->model.frames)
          if (f.id == s.id) made.machine += printer_.time_for(f.volume);
      WorkTask& t = list_.add(glue, WorkKind::glue, 25 * minute,
                              {"Glue {0} in over the ribs, level and parallel to the centre line.", s.name}, s.id);
      list_.glue(t, a_.project.build.work.joints);
      list_.need(glue, make, "there is nothing to glue before");
      list_.need(glue, list_.open_shell, "it stands on the bottom");
      for (const Bulkhead& b : h.bulkheads) {
        if (b.temporary || b.x + h.skin.frame_thickness < s.x || b.x > s.x + s.length) continue;
        const std::string wall = fmt::format("glue.bulkhead.{}", b.id);
        if (s.drops_onto(b))
          list_.need(glue, wall, {"it drops into the slots of {0}", b.name});
        else
          list_.need(wall, glue, {"{0} drops onto it", b.name});
      }
      // Whatever is screwed or glued to it comes later.
      for (const Part& p : a_.project.layout.parts) {
        const Box3 box = p.box();
        const double top = a_.hull->model.bottom_height(box.centre().x(), s.y) + s.height;
        const bool over = box.low.x() < s.x + s.length && box.high.x() > s.x && std::abs(box.low.z() - top) < 0.005 &&
                          box.low.y() < s.y && box.high.y() > (two ? -s.y : s.y);
        if (over && stands_inside(p)) list_.need(fit_task(p.id), glue, {"it stands on {0}", s.name});
      }
    }
  }

  void inside() {
    if (!a_.project.sealing.coat_inside) return;
    WorkTask& t =
        list_.add("coat.inside", WorkKind::coat, 45 * minute, "Coat the inside; keep inserts and threads plugged.");
    list_.glue(t, Product::coating_resin);
    t.takes.emplace_back("plugs for threads");
    list_.need("coat.inside", list_.shell, "the coat closes the joints as well");
    for (const Bulkhead& b : a_.project.hull.bulkheads)
      list_.need("coat.inside", fmt::format("glue.bulkhead.{}", b.id), "its fillet is coated with the rest");
  }

  void close_deck() {
    WorkTask& test = list_.add("test.shell", WorkKind::test, 40 * minute,
                               "Float the open shell for half an hour: tissue along every seam.");
    test.takes = {"bath", "tissue"};
    list_.need("test.shell", "join.shell", "its seams must hold");
    for (const Bulkhead& b : a_.project.hull.bulkheads)
      list_.need("test.shell", fmt::format("glue.bulkhead.{}", b.id), "its edges are tried as well");
    WorkTask& t = list_.add("glue.deck", WorkKind::glue, hour, "Glue the deck on.");
    list_.glue(t, a_.project.build.work.joints);
    list_.need("glue.deck", "test.shell", "a leak is mended while it can be reached");
    list_.need("glue.deck", "coat.inside", "the inside is out of reach afterwards");
    for (const ScrewLine& s : a_.build.screws)
      if (const Part* p = a_.project.layout.find(s.part); p && s.judged && !s.through_hatch)
        list_.need("glue.deck", fit_task(s.part), {"no key reaches the screws of {0} through a hatch", p->name}, false,
                   true);
    for (const PartWay& w : a_.build.ways)
      if (const Part* p = a_.project.layout.find(w.part); p && w.door == Door::deck)
        list_.need("glue.deck", fit_task(w.part), {"{0} passes no hatch", p->name});
    list_.shell = "glue.deck";
  }

  void outside() {
    const std::string shell = list_.shell;
    if (a_.project.brief.method == BuildMethod::foam_board) {
      const auto& l = a_.build.laminate;
      WorkTask& first = list_.add(
          "glass.outside", WorkKind::coat, l ? hour + l->first.hands : 2 * hour,
          l ? counted("Glass the outside: {1} of cloth, it overlaps at the edges; resin in one batch of {2}.",
                      "Glass the outside: {1} of cloth, it overlaps at the edges; resin in {0} batches of {2}.",
                      static_cast<std::size_t>(l->first.batches), Quantity{l->cloth_area, Dimension::area},
                      Quantity{l->first.batch(), Dimension::mass})
            : Text("Glass the outside: cloth over every face, it overlaps at the edges."));
      list_.glue(first, Product::laminating_epoxy);
      first.takes.emplace_back("glass cloth");
      list_.need("glass.outside", shell, "the cloth ties the seams together");
      WorkTask& second = list_.add("glass.second", WorkKind::coat, hour, "Sand, then a second, thinner coat of resin.");
      list_.glue(second, Product::laminating_epoxy);
      list_.need("glass.second", "glass.outside", "it is sanded first");
    }
    list_
        .add("mask", WorkKind::prepare, 30 * minute,
             "Mask what paint must not reach: bores, bearing and seal seats, pickups, threads.")
        .takes = {"masking tape"};
    list_.need("mask", shell, "what is masked must be there");
    list_.need("mask", "glass.second", "resin comes before paint");
    const int coats = a_.project.sealing.coat_outside ? 3 : 2;
    for (int i = 1; i <= coats; ++i) {
      const std::string key = fmt::format("coat.outside.{}", i);
      WorkTask& t = list_.add(key, WorkKind::coat, 40 * minute,
                              i == 1 ? Text("Sand, fill and prime the outside.") : Text("Lay on coat {0} outside.", i));
      list_.glue(t, Product::paint);
      t.takes.emplace_back("abrasive paper of 400 grit");
      list_.need(key, i == 1 ? "mask" : fmt::format("coat.outside.{}", i - 1),
                 i == 1 ? "paint in a bore ruins its fit" : "each coat dries overnight");
    }
    list_.last_coat = fmt::format("coat.outside.{}", coats);
  }

  const Assessment& a_;
  const Printer& printer_ = a_.project.build.printer;
  TaskList& list_;
};

}  // namespace

std::vector<WorkTask> tasks_of(const Assessment& a) {
  TaskList list;
  HullWork(a, list).make();
  fit_out_work(a, list);
  fault_work(a, list);
  for (const WorkWish& w : a.project.build.work.wishes) list.need(w.then, w.first, "your own wish", false, true);
  return list.take();
}

}  // namespace plucky
