#include "build/printed_hull.h"

#include "build/overhang.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "base/error.h"
#include "build/inner_space.h"
#include "geometry/solid.h"
#include "hull/deck_block.h"

namespace plucky {

namespace {

constexpr double coaming_wall = 0.0016;  // m

/// The part of the skin that is the hull proper.
TriangleMesh bare_of(const HullModel& hull) {
  TriangleMesh bare = hull.skin;
  bare.triangles.resize(hull.bare_triangles);
  weld(bare, 0.0);
  return bare;
}

class Printing {
 public:
  Printing(const HullModel& hull, const HullDesign& design, const std::vector<double>& cuts, const HullJoints& joints,
           const Printer& printer, const BuildProgress& progress)
      : hull_(hull),
        design_(design),
        cuts_(cuts),
        j_(joints),
        printer_(printer),
        progress_(progress),
        bare_(bare_of(hull)) {
    walls_.shell = [this](double x) { return wall(x); };
    walls_.deck = design.skin.deck_thickness;
    for (const double c : cuts_)
      for (const double by : {-1.0, 1.0})
        for (const double far : {j_.depth, j_.depth + j_.rim}) walls_.stations.push_back(c + by * far);
    walls_.go_on = [this](double share) { return tell("Inner surface", 0.4 * share); };
  }

  [[nodiscard]] std::vector<JointReport> joints() const {
    check();
    std::vector<JointReport> out;
    for (const double c : cuts_) out.push_back(joint(c));
    return out;
  }

  PrintedHull take() {
    check();
    const InnerSpace air = inner_space(bare_, walls_);
    if (!air.done) return failed(air.message);
    Solid whole;
    whole.mesh = bare_;
    whole.done = true;
    if (!open_hatches(whole, air.mesh)) return failed(whole.message);
    out_.volume = whole.volume();
    out_.joints = joints();
    for (std::size_t i = 0; i <= cuts_.size(); ++i)
      if (!section(whole.mesh, i)) return std::move(out_);
    if (!out_.joints.empty()) out_.key = joint_key_body(j_, out_.joints.front().wall, printer_);
    out_.done = true;
    return std::move(out_);
  }

 private:
  [[nodiscard]] bool tell(const char* what, double share) const { return !progress_ || progress_(what, share); }

  PrintedHull failed(const Text& why) {
    out_.message = why.empty() ? Text("stopped") : why;
    out_.sections.clear();
    return std::move(out_);
  }

  void check() const {
    const double least = least_section(j_);
    double last = hull_.box.low.x();
    for (const double c : cuts_) {
      if (!(c > hull_.box.low.x() && c < hull_.box.high.x()))
        throw InvalidInput("cut", Text("at {0} lies outside the hull", length_quantity(c)));
      if (c - last < least)
        throw InvalidInput("cut", Text("at {0} is {1} from the last; a joint needs {2}", length_quantity(c),
                                       length_quantity(c - last), length_quantity(least)));
      last = c;
    }
    if (!cuts_.empty() && hull_.box.high.x() - last < least)
      throw InvalidInput("cut", Text("at {0} leaves {1} to the bow; a joint needs {2}", length_quantity(last),
                                     length_quantity(hull_.box.high.x() - last), length_quantity(least)));
  }

  /// Thicker by the rim at a cut, with flanks of 45 degrees, which a printer makes without support.
  [[nodiscard]] double wall(double x) const {
    double more = 0.0;
    for (const double c : cuts_) more = std::max(more, std::clamp(j_.rim - (std::abs(x - c) - j_.depth), 0.0, j_.rim));
    return design_.skin.shell_thickness + more;
  }

  bool open_hatches(Solid& whole, const TriangleMesh& air) {
    // Coamings first, then everything that is not material: a lip must not fill the opening again.
    const double deck = std::max(design_.skin.deck_thickness, 4e-4);
    for (const Hatch& h : design_.hatches) {
      if (h.coaming <= 0.0) continue;
      if (!tell("Coamings", 0.45)) return stop(whole);
      const TriangleMesh frame = block_on_deck(hull_, {h.x - coaming_wall, h.length + 2.0 * coaming_wall, h.y,
                                                       h.width + 2.0 * coaming_wall, h.coaming, 0.0, 0.6 * deck});
      whole = combine(whole.mesh, frame, Combine::join);
      if (!whole.done) return false;
    }
    if (!tell("Hollowing", 0.5)) return stop(whole);
    whole = combine(whole.mesh, air, Combine::cut);
    if (!whole.done) return false;
    for (const Hatch& h : design_.hatches) {
      if (!tell("Hatch openings", 0.55)) return stop(whole);
      const TriangleMesh hole =
          block_on_deck(hull_, {h.x, h.length, h.y, h.width, h.coaming + 0.001, 0.0, 2.0 * deck + j_.rim});
      whole = combine(whole.mesh, hole, Combine::cut);
      if (!whole.done) return false;
    }
    return true;
  }

  static bool stop(Solid& whole) {
    whole.done = false;
    whole.message = "stopped";
    return false;
  }

  /// The rim's material at a cut through this section of the hull, hatch openings taken off.
  [[nodiscard]] Region rim_at(double c, const Region& whole) const {
    Region material = without(whole, inner_section(bare_, walls_, c));
    for (const Hatch& h : design_.hatches)
      if (c > h.x && c < h.x + h.length) {
        const double low = h.y - 0.5 * h.width, high = h.y + 0.5 * h.width;
        const double top = hull_.box.high.z() + 1.0, foot = hull_.deck_height(c, h.y) - 0.02;
        material = without(material, {{{{low, foot}, {high, foot}, {high, top}, {low, top}}}});
      }
    return material;
  }

  [[nodiscard]] JointReport joint(double c) const {
    JointPlace place{.x = c, .wall = wall(c), .rim = {}, .whole = {}, .beside = {}};
    place.whole = region_of(sections(bare_, {c}).front());
    place.rim = rim_at(c, place.whole);
    if (has_ring(j_.kind))
      for (const double by : {-0.002, 0.5 * joint_reach(j_), joint_reach(j_)})
        place.beside.push_back(region_of(sections(bare_, {c + by}).front()));
    return joint_at(j_, place, printer_);
  }

  bool section(const TriangleMesh& whole, std::size_t i) {
    const double share = 0.6 + 0.4 * static_cast<double>(i) / static_cast<double>(cuts_.size() + 1);
    const auto give_up = [this](const Text& why) {
      out_ = failed(why);
      return false;
    };
    if (!tell("Sections", share)) return give_up("stopped");
    const double far = 1.0 + hull_.box.size().norm();
    HullSection s{.from = i == 0 ? hull_.box.low.x() : cuts_[i - 1],
                  .to = i == cuts_.size() ? hull_.box.high.x() : cuts_[i]};
    Solid solid;
    solid.mesh = whole;
    solid.done = true;
    if (!cuts_.empty())
      solid = combine(
          whole,
          box_mesh({i == 0 ? s.from - far : s.from, -far, -far}, {i == cuts_.size() ? s.to + far : s.to, far, far}),
          Combine::common);
    if (!solid.done) return give_up(solid.message);
    for (const bool aft : {true, false}) {
      if (aft ? i == 0 : i == cuts_.size()) continue;
      const JointTool tool = joint_tool(j_, out_.joints[aft ? i - 1 : i], printer_, !aft);
      solid = combine(solid.mesh, tool.mesh, tool.adds ? Combine::join : Combine::cut);
      if (!solid.done) return give_up(solid.message);
    }
    s.mesh = std::move(solid.mesh);
    s.volume = signed_volume(s.mesh);
    s.box = bounds(s.mesh);
    s.stance = fit_on(printer_, s.box.size());
    out_.sections.push_back(std::move(s));
    return true;
  }

  const HullModel& hull_;
  const HullDesign& design_;
  const std::vector<double>& cuts_;
  const HullJoints& j_;
  const Printer& printer_;
  const BuildProgress progress_;
  TriangleMesh bare_;
  WallWishes walls_;
  PrintedHull out_;
};

/// What slices of the hull measure, to tell soon whether a stretch of them finds room.
class Slices {
 public:
  Slices(const HullModel& hull, int count) : low_(hull.box.low.x()), step_(hull.length() / count), boxes_(count) {
    const auto include = [this](const Vec3& p, double around) {
      const int n = static_cast<int>(boxes_.size());
      const auto slice = [&](double x) { return std::clamp(static_cast<int>((x - low_) / step_), 0, n - 1); };
      for (int i = slice(p.x() - around); i <= slice(p.x() + around); ++i)
        boxes_[static_cast<std::size_t>(i)].include(p);
    };
    for (const ShellModel& shell : hull.shells)
      for (const Section& s : shell.sections) {
        const Section::Extent e = s.extent();
        if (e.empty()) continue;
        // Sections stand apart: each counts for the slices round it.
        const double around = shell.box.size().x() / 100.0;
        include({s.x, e.low.x(), e.low.y()}, around);
        include({s.x, e.high.x(), e.high.y()}, around);
      }
    for (std::size_t t = hull.bare_triangles; t < hull.skin.triangles.size(); ++t)
      for (int k = 0; k < 3; ++k) include(hull.skin.corner(t, k), 0.0);  // what stands on the deck
  }
  [[nodiscard]] double place(int i) const { return low_ + step_ * i; }
  [[nodiscard]] const Box3& at(int i) const { return boxes_[static_cast<std::size_t>(i)]; }

 private:
  double low_, step_;
  std::vector<Box3> boxes_;
};

void include(Box3& box, const Box3& more) {
  if (more.empty()) return;
  box.include(more.low);
  box.include(more.high);
}

constexpr double slice = 0.002;  // m

int slices_of(const HullModel& hull) {
  return std::max(10, static_cast<int>(std::ceil(hull.length() / slice)));
}

}  // namespace

std::vector<JointReport> joints_of(const HullModel& hull, const HullDesign& design, const std::vector<double>& cuts,
                                   const HullJoints& joints, const Printer& printer) {
  return Printing(hull, design, cuts, joints, printer, {}).joints();
}

double least_section(const HullJoints& joints) {
  return 2.0 * (joints.depth + joints.rim);
}

PrintedHull print_hull(const HullModel& hull, const HullDesign& design, const std::vector<double>& cuts,
                       const HullJoints& joints, const Printer& printer, const BuildProgress& progress) {
  return Printing(hull, design, cuts, joints, printer, progress).take();
}

std::vector<Vec3> sizes_between(const HullModel& hull, const std::vector<double>& cuts) {
  const int n = slices_of(hull);
  const Slices slices(hull, n);
  std::vector<Vec3> out;
  double from = hull.box.low.x();
  for (std::size_t k = 0; k <= cuts.size(); ++k) {
    const double to = k < cuts.size() ? cuts[k] : hull.box.high.x();
    Box3 box;
    for (int i = 0; i < n; ++i)
      if (slices.place(i + 1) > from && slices.place(i) < to) include(box, slices.at(i));
    out.emplace_back(to - from, box.size().y(), box.size().z());
    from = to;
  }
  return out;
}

std::vector<double> skin_between(const HullModel& hull, const Skin& skin, const std::vector<double>& cuts) {
  std::vector<double> out(cuts.size() + 1, 0.0);
  for (std::size_t t = 0; t < hull.skin.triangles.size(); ++t) {
    const Vec3 &a = hull.skin.corner(t, 0), &b = hull.skin.corner(t, 1), &c = hull.skin.corner(t, 2);
    const auto past = std::upper_bound(cuts.begin(), cuts.end(), (a.x() + b.x() + c.x()) / 3.0);
    const Surface s = hull.surface[t];
    out[static_cast<std::size_t>(past - cuts.begin())] +=
        triangle_area(a, b, c) *
        (s == Surface::shell || s == Surface::transom ? skin.shell_thickness : skin.deck_thickness);
  }
  return out;
}

std::vector<double> propose_cuts(const HullModel& hull, const Printer& printer, const std::vector<double>& avoid,
                                 double clear) {
  // Places every couple of millimetres; the fewest sections first, then what lies near a cut, then evenness.
  const int n = slices_of(hull);
  const double shortest = 0.03;
  const Slices slices(hull, n);
  std::vector<double> cost(static_cast<std::size_t>(n) + 1, std::numeric_limits<double>::infinity());
  std::vector<int> before(static_cast<std::size_t>(n) + 1, -1);
  const auto near = [&](double x) {
    double sum = 0.0;
    for (const double a : avoid) sum += std::pow(std::max(0.0, 1.0 - std::abs(x - a) / clear), 2);
    return sum;
  };
  cost[0] = 0.0;
  for (int i = 1; i <= n; ++i) {
    Box3 box;
    for (int j = i - 1; j >= 0; --j) {
      include(box, slices.at(j));
      const double length = slices.place(i) - slices.place(j);
      if (!box.empty() && !fit_on(printer, Vec3(length, box.size().y(), box.size().z())).fits) break;
      if (length < shortest || cost[static_cast<std::size_t>(j)] == std::numeric_limits<double>::infinity()) continue;
      const double share = length / hull.length();
      const double whole =
          cost[static_cast<std::size_t>(j)] + 100.0 + (i < n ? 10.0 * near(slices.place(i)) : 0.0) + share * share;
      if (whole < cost[static_cast<std::size_t>(i)])
        cost[static_cast<std::size_t>(i)] = whole, before[static_cast<std::size_t>(i)] = j;
    }
  }
  if (before.back() < 0)
    throw InvalidInput("printer", Text("no cut makes a hull of {0} by {1} fit a bed of {2} by {3} by {4}",
                                       length_quantity(hull.box.size().y()), length_quantity(hull.box.size().z()),
                                       length_quantity(printer.bed.x()), length_quantity(printer.bed.y()),
                                       length_quantity(printer.bed.z())));
  std::vector<double> cuts;
  for (int i = before.back(); i > 0; i = before[static_cast<std::size_t>(i)]) cuts.push_back(slices.place(i));
  std::reverse(cuts.begin(), cuts.end());
  return cuts;
}

void lie_for_least_support(PrintedHull& hull, const Printer& printer) {
  for (HullSection& s : hull.sections)
    if (const std::vector<StanceChoice> all = stances_of(s.mesh, printer, false); all.front().fit.fits)
      s.stance = all.front().fit;
}

}  // namespace plucky
