#include "assessment/stages/build/bill.h"

#include "assessment/fixtures.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "base/key_table.h"
#include "drive/leads.h"
#include "layout/lead_run.h"

namespace plucky {

namespace {

constexpr std::array bill_groups{
    KeyRow<BillGroup>{BillGroup::bought, "bought", "To buy"},
    KeyRow<BillGroup>{BillGroup::made, "made", "To make"},
    KeyRow<BillGroup>{BillGroup::cut, "cut", "To cut"},
    KeyRow<BillGroup>{BillGroup::fasteners, "fasteners", "Screws and the like"},
    KeyRow<BillGroup>{BillGroup::used_up, "used_up", "Tools, and what is used up"},
};

class Bill {
 public:
  explicit Bill(const Assessment& a) : a_(a) {}

  std::vector<BillLine> take() {
    components();
    hull();
    lengths();
    leads();
    fasteners();
    used_up();
    std::stable_sort(lines_.begin(), lines_.end(),
                     [](const BillLine& l, const BillLine& r) { return l.group < r.group; });
    return std::move(lines_);
  }

 private:
  void add(BillGroup group, const Text& item, const Text& size = {}, std::size_t count = 1,
           std::optional<double> mass = {}, Id subject = 0) {
    lines_.push_back({group, item, size, count, mass, subject});
  }

  static Text box(const Vec3& size) {
    return {"{0} by {1} by {2}", length_quantity(size.x()), length_quantity(size.y()), length_quantity(size.z())};
  }

  void components() {
    const auto list = [&](const Part& p, bool weighs) {
      add(p.kind == PartKind::foam ? BillGroup::made : BillGroup::bought, Text(p.name), box(p.size), 1,
          weighs ? std::optional<double>(p.effective_mass()) : std::nullopt, p.id);
    };
    for (const Part& p : a_.project.layout.parts) list(p, true);
    // What lies in another component is weighed with it.
    for (const Part& p : a_.project.layout.unplaced) list(p, false);
  }

  void hull() {
    const Skin& skin = a_.project.hull.skin;
    for (std::size_t i = 0; i < a_.build.sections.size(); ++i)
      add(BillGroup::made, {"Section {0} of the hull", i + 1}, box(a_.build.sections[i].size), 1,
          a_.build.sections[i].material * skin.density);
    joint_pieces();
    if (a_.build.printed) frames();
    for (const FlatPiece& p : a_.build.pieces) {
      if (p.role == PieceRole::fixture) continue;  // listed whole
      const bool panel = p.role == PieceRole::panel && p.key != "net";
      flat(panel ? Text("Panel {0}: {1}", static_cast<std::size_t>(p.number), p.name) : p.name, p);
    }
    brackets();
    fixtures();
    for (const Hatch& h : a_.project.hull.hatches)
      add(BillGroup::made, {"Lid of {0}", h.name},
          {"{0} by {1}, and its rim", length_quantity(h.length), length_quantity(h.width)}, 1, {}, h.id);
  }

  /// What is put into the joints of a printed hull.
  void joint_pieces() {
    const HullJoints& j = a_.project.build.joints;
    std::size_t places = 0;
    for (const JointReport& r : a_.build.joints) places += r.pins.size();
    if (places == 0) return;
    if (j.kind == JointKind::pins)
      add(BillGroup::cut, {"Filament pins of {0}", length_quantity(j.pin)},
          {"{0} long", length_quantity(2.0 * joint_reach(j))}, places);
    if (j.kind == JointKind::keys) {
      const TriangleMesh key = joint_key_body(j, a_.build.joints.front().wall, a_.project.build.printer);
      add(BillGroup::made, "Bow-tie keys of the joints, printed", box(bounds(key).size()), places,
          static_cast<double>(places) * signed_volume(key) * a_.project.hull.skin.density);
    }
  }

  /// What holds the sheet at its angle while it is folded.
  void brackets() {
    if (!a_.build.net) return;
    for (const NetFold& f : a_.build.net->folds)
      add(BillGroup::made, {"Brackets for fold {0}, printed", f.order},
          {"turn the sheet by {0}; a rod of {1} between them", angle_quantity(0.5 * (f.low + f.high)),
           length_quantity(f.length)},
          2);
  }

  void flat(const Text& name, const FlatPiece& p) {
    const Section::Extent e = p.shape.extent();
    // Slices are of whatever board is at hand.
    const std::optional<double> mass =
        p.role == PieceRole::slice
            ? std::nullopt
            : std::optional(p.count * p.shape.area() * p.thickness * a_.project.hull.skin.density);
    add(BillGroup::made, name,
        {"{0} by {1}, {2} thick", length_quantity(e.high.x() - e.low.x()), length_quantity(e.high.y() - e.low.y()),
         length_quantity(p.thickness)},
        static_cast<std::size_t>(p.count), mass, p.subject);
  }

  /// Mounts, trays, boxes, lids, jigs.
  void fixtures() {
    for (std::size_t i = 0; i < a_.fixtures.size(); ++i) {
      const Fixture& f = a_.project.build.fixtures[i];
      const FixtureSolids& s = a_.fixtures[i];
      if (s.bodies.empty()) continue;
      std::size_t bodies = 0;
      for (const FixtureBody& b : s.bodies) bodies += b.count();
      const Vec3 size = s.box.size();
      add(BillGroup::made, Text(f.name),
          counted("{1} by {2} by {3}, {4}", "{0} pieces, {1} by {2} by {3} together, {4}", bodies,
                  length_quantity(size.x()), length_quantity(size.y()), length_quantity(size.z()),
                  fixture_material_name(f.material)),
          1, own_mass(a_, f, s), f.id);
    }
  }

  /// Walls and stringers that are printed.
  void frames() {
    const HullDesign& h = a_.project.hull;
    for (const Frame& f : a_.hull->model.frames) {
      const std::string* name = nullptr;
      for (const Bulkhead& b : h.bulkheads)
        if (b.id == f.id) name = &b.name;
      for (const Stringer& s : h.stringers)
        if (s.id == f.id) name = &s.name;
      if (name) flat(Text(*name), {.subject = f.id, .thickness = h.skin.frame_thickness, .shape = f.shape});
    }
  }

  void lengths() {
    for (const Part& p : a_.project.layout.parts) {
      const auto at = shaft_place(a_, p);
      const auto* shaft = std::get_if<Shaft>(&p.data);
      if (!at || !shaft) continue;
      // From the disc's hub to the coupler's end; the tube ends short of the dog, and before the coupler.
      const double line = (at->fore - at->disc).norm();
      add(BillGroup::cut, {"Shaft of {0}", p.name},
          {"{0} of {1} round, saw's width in it; a flat at both ends at the same angle, thread for the propeller; cut "
           "once the tube is in",
           length_quantity(line + saw_allowance), length_quantity(shaft->diameter)},
          1, {}, p.id);
      const double short_of = shaft->dog_gap + 2.0 * shaft->diameter;
      add(BillGroup::cut, {"Tube of {0}", p.name},
          {"{0}, saw's width in it; sand the ends, it stays long until the strut is set",
           length_quantity(std::max(0.0, line - short_of) + saw_allowance)},
          1, {}, p.id);
    }
    constexpr double ends = 0.020;  // pushed on at both ends
    for (const HosePath& path : a_.hoses) {
      const Hose* hose = a_.project.cooling.find_hose(path.hose);
      if (!hose) continue;
      add(BillGroup::cut, hose_name(hose->material),
          {"{0}, {1} inside, {2} outside; ends and saw's width in it",
           length_quantity(path.length + ends + saw_allowance), length_quantity(hose->bore),
           length_quantity(hose->bore + 2.0 * hose->wall)},
          1, hose_mass(*hose, path.length + ends), path.hose);
    }
    for (const Part& p : a_.project.layout.parts)
      if (p.kind == PartKind::aerial)
        add(BillGroup::cut, {"Aerial tube of {0}", p.name},
            {"{0}, saw's width in it; round its ends, the aerial's tip stays inside",
             length_quantity(p.size.z() + 0.010 + saw_allowance)},
            1, {}, p.id);
    if (const double rod = a_.steering.linkage.rod_length; rod > 0.0 && !a_.fitted_steering.pull_pull)
      add(BillGroup::cut, "Steering rod",
          {"{0} from end to end, and 15 mm to bend at each; {1} round", length_quantity(rod),
           length_quantity(a_.fitted_steering.linkage.rod_diameter)});
    for (const SealOpening& o : a_.seal.openings) {
      if (o.kind != OpeningKind::hatch_edge || o.method == SealMethod::nothing) continue;
      add(BillGroup::cut, {"{0} for {1}", method_name(o.method), o.name}, {"{0} all round", length_quantity(o.width)},
          1, {}, o.subject);
    }
  }

  /// As the boat's own leads are, else as usual for the ESC.
  void leads() {
    for (const DriveUnit& d : a_.project.drives) {
      const Part* esc = placed_component(a_.project, d, PartKind::esc);
      const Esc* data = esc ? std::get_if<Esc>(&esc->data) : nullptr;
      if (!data) continue;
      const Drive drive = drive_of_unit(a_.project, d);
      const Leads own = leads_of(drive);
      const auto lead = [&](PartKind end, const char* words, std::size_t count, double copper) {
        const Part* to = placed_component(a_.project, d, end);
        if (!to) return;
        add(BillGroup::cut, {words, esc->name},
            {"{0} each; copper of {1} and plugs of {3} for {2}", length_quantity(lead_length(*esc, *to)),
             Quantity{copper, Dimension::copper}, Quantity{data->current_limit, Dimension::current},
             length_quantity(own.plug)},
            count, {}, esc->id);
      };
      lead(PartKind::battery, "Battery leads of {0}, short: long ones harm it", 2, own.battery_copper);
      lead(PartKind::motor, "Motor leads of {0}", 3, own.motor_copper);
    }
  }

  void fasteners() {
    if (a_.build.rivets > 0)
      add(BillGroup::fasteners, "Pop rivets of 2.4 mm", "grip of two sheets; sealing compound under each",
          a_.build.rivets);
    for (const Part& p : a_.project.layout.parts) {
      if (p.kind == PartKind::motor)
        add(BillGroup::fasteners, {"Screws of {0}", p.name}, "M3, mount's thickness and 5 mm; thread lock", 4, {},
            p.id);
      if (p.kind == PartKind::servo) add(BillGroup::fasteners, {"Screws of {0}", p.name}, "with grommets", 4, {}, p.id);
    }
    for (const SealOpening& o : a_.seal.openings) {
      if (o.kind == OpeningKind::skin_screws && o.count > 0)
        add(BillGroup::fasteners, o.name, {"{0} round, {1}", length_quantity(o.width), method_name(o.method)}, o.count,
            {}, o.subject);
      if (o.kind == OpeningKind::hatch_edge && o.method == SealMethod::flat_gasket && o.numbers.screw_spacing > 0.0)
        add(BillGroup::fasteners, {"Screws and inserts of {0}", o.name},
            {"M3, {0} apart", length_quantity(o.numbers.screw_spacing)},
            static_cast<std::size_t>(std::ceil(o.width / o.numbers.screw_spacing)), {}, o.subject);
    }
  }

  /// What tasks take, each thing once, with how many of them do.
  void used_up() {
    std::vector<std::pair<Text, std::size_t>> things;
    for (const WorkTask& t : a_.build.work.tasks)
      for (const Text& x : t.takes) {
        // An amount is told with what it is made of, and so are cloth and its resin.
        if (!x.values.empty() || x == Text("glass cloth") || x == Text(product_entry(Product::laminating_epoxy).name))
          continue;
        const auto it = std::find_if(things.begin(), things.end(), [&](const auto& k) { return k.first == x; });
        if (it == things.end())
          things.emplace_back(x, 1);
        else
          ++it->second;
      }
    for (const auto& [thing, tasks] : things)
      add(BillGroup::used_up, thing, counted("for one task", "for {0} tasks", tasks));
    double walls = 0.0;
    for (const SectionPlan& s : a_.build.sections) walls += s.material;
    if (walls > 0.0) {
      // A filament of 1.75 mm; a tenth more for rims, skirts and what goes wrong.
      const double plastic = 1.1 * walls, length = plastic / (0.25 * pi * 0.00175 * 0.00175);
      add(BillGroup::used_up, {"Filament: {0}", a_.project.hull.skin.material},
          {"{0} of 1.75 mm, a tenth of it for rims and waste", length_quantity(length)}, 1,
          plastic * a_.project.hull.skin.density);
    }
    double sheet = 0.0;
    for (const Panel& p : a_.build.panels) sheet += p.count * p.area;
    if (sheet > 0.0) {
      add(BillGroup::used_up, "Sheet", {"{0} without waste", Quantity{sheet, Dimension::area}});
      if (const auto& l = a_.build.laminate) glass(*l);
    }
  }

  void glass(const Laminate& l) {
    add(BillGroup::used_up, "Glass cloth",
        {"{0} of 80 g a square metre, overlaps in it", Quantity{l.cloth_area, Dimension::area}}, 1, l.cloth_mass);
    const auto resin = [&](const char* item, const ResinCoat& c) {
      add(BillGroup::used_up, item,
          {"{0} batches of {1}, each used up within {2}", c.batches, Quantity{c.batch(), Dimension::mass},
           Quantity{l.pot_life, Dimension::duration}},
          1, c.resin);
    };
    resin("Laminating resin with the cloth", l.first);
    resin("Laminating resin, second coat", l.second);
  }

  const Assessment& a_;
  std::vector<BillLine> lines_;
};

}  // namespace

const char* bill_group_key(BillGroup group) {
  return row_of(bill_groups, group).key;
}
const char* bill_group_name(BillGroup group) {
  return row_of(bill_groups, group).name;
}

std::vector<BillLine> bill_of(const Assessment& a) {
  std::vector<BillLine> out = Bill(a).take();
  std::map<std::string, int> seen;
  for (BillLine& l : out) {
    l.key = fmt::format("{}|{}|{}", bill_group_key(l.group), l.item.words ? l.item.words : "", l.subject);
    // Without a subject numbers and names tell lines apart.
    if (l.subject == 0)
      for (const Piece& p : l.item.values) {
        if (const Quantity* q = p.quantity()) l.key += fmt::format("|{:g}", q->si);
        if (const std::string* name = p.as_it_is()) l.key += "|" + *name;
        if (const Text* t = p.text(); t && t->words) l.key += std::string("|") + t->words;
      }
    if (const int n = ++seen[l.key]; n > 1) l.key += fmt::format("#{}", n);
  }
  return out;
}

const BillMark* mark_of(const BuildDesign& design, const BillLine& line) {
  const auto it =
      std::find_if(design.bill.begin(), design.bill.end(), [&](const BillMark& m) { return m.line == line.key; });
  return it == design.bill.end() ? nullptr : &*it;
}

BuildDesign with_mark(BuildDesign design, const BillLine& line, bool got, double price) {
  std::erase_if(design.bill, [&](const BillMark& m) { return m.line == line.key; });
  if (got || price > 0.0) design.bill.push_back({.line = line.key, .got = got, .price = price});
  return design;
}

std::vector<BillLine> missing_for(const WorkTask& task, const std::vector<BillLine>& bill, const BuildDesign& design) {
  std::vector<BillLine> out;
  for (const BillLine& l : bill) {
    if (l.group == BillGroup::made) continue;
    const bool taken = std::find(task.takes.begin(), task.takes.end(), l.item) != task.takes.end();
    if (!taken && !(task.subject != 0 && l.subject == task.subject)) continue;
    const BillMark* mark = mark_of(design, l);
    if (!mark || !mark->got) out.push_back(l);
  }
  return out;
}

}  // namespace plucky
