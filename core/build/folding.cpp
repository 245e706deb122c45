#include "build/folding.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "build/bend.h"
#include "build/bending_leaf.h"

namespace plucky {

namespace {

constexpr double notch_step = 0.040, notch = 0.003;  // m, of a rim that runs in a bow

/// Points of an edge from the transom to the bow.
std::vector<std::size_t> along(const Panel& p, const PanelEdge& e) {
  std::vector<std::size_t> out;
  const std::size_t n = p.outline.size();
  for (std::size_t i = e.first; i <= e.last; ++i) out.push_back(i % n);
  if (p.in_space[out.back()].x() < p.in_space[out.front()].x()) std::reverse(out.begin(), out.end());
  return out;
}

Vec2 flat(const Vec3& v) {
  return {v.x(), v.y()};
}

class Net {
 public:
  Net(const std::vector<Panel>& panels, const FoldWishes& wishes) : panels_(panels), w_(wishes) {}

  FoldedNet take() {
    const auto bottom = with(PanelRole::bottom), side = with(PanelRole::side);
    if (!bottom || !side) throw InvalidInput("net", "needs a bottom and sides that are panels");
    if (with(PanelRole::tunnel_roof)) throw InvalidInput("net", "a hull with a tunnel is not folded from one sheet");
    add(*bottom, false, std::nullopt, Seam::keel);
    const std::size_t port = 0;
    std::size_t starboard = 0;
    if (panels_[*bottom].count == 2) starboard = add(*bottom, true, port, Seam::keel);
    add(*side, false, port, Seam::chine);
    add(*side, true, starboard, Seam::chine);
    lay();
    return std::move(net_);
  }

 private:
  [[nodiscard]] std::optional<std::size_t> with(PanelRole role) const {
    for (std::size_t i = 0; i < panels_.size(); ++i)
      if (panels_[i].role == role) return i;
    return std::nullopt;
  }

  std::size_t add(std::size_t panel, bool mirrored, std::optional<std::size_t> parent, Seam seam) {
    NetLeaf leaf{.panel = panel, .mirrored = mirrored, .parent = parent};
    if (parent) join(leaf, net_.leaves[*parent], seam);
    net_.leaves.push_back(std::move(leaf));
    return net_.leaves.size() - 1;
  }

  /// Which edges of the two lie on one another in the boat.
  void join(NetLeaf& leaf, const NetLeaf& parent, Seam seam) {
    const Panel &own = panels_[leaf.panel], &other = panels_[parent.panel];
    const std::vector<Vec3> here = panel_in_space(own, leaf.mirrored), there = panel_in_space(other, parent.mirrored);
    for (const PanelEdge& e : own.edges)
      for (const PanelEdge& f : other.edges) {
        if (e.seam != seam || f.seam != seam) continue;
        const std::vector<std::size_t> a = along(own, e), b = along(other, f);
        bool same = a.size() == b.size();
        for (std::size_t i = 0; same && i < a.size(); ++i) same = (here[a[i]] - there[b[i]]).norm() < 1e-6;
        if (!same) continue;
        leaf.seam = a, leaf.on_parent = b;
        return;
      }
    throw InvalidInput("net", Text("has panels that do not meet along the {0}", seam_name(seam)));
  }

  /// How long the two run together on the flat when they are joined about a segment; from and to as points.
  struct Run {
    std::size_t from = 0, to = 0;
    double length = 0.0, mismatch = 0.0;
  };
  [[nodiscard]] Run run_of(const NetLeaf& leaf, const std::vector<Vec3>& at, const std::vector<Vec3>& parent) const {
    const auto apart = [&](std::size_t i) { return (at[leaf.seam[i]] - parent[leaf.on_parent[i]]).norm(); };
    Run r{leaf.anchor, leaf.anchor + 1};
    while (r.from > 0 && apart(r.from - 1) <= w_.tolerance) --r.from;
    while (r.to + 1 < leaf.seam.size() && apart(r.to + 1) <= w_.tolerance) ++r.to;
    for (std::size_t i = r.from; i <= r.to; ++i) {
      r.mismatch = std::max(r.mismatch, apart(i));
      if (i > r.from) r.length += (parent[leaf.on_parent[i]] - parent[leaf.on_parent[i - 1]]).norm();
    }
    return r;
  }

  /// The segment that lets a seam be folded farthest.
  void choose_anchors() {
    for (std::size_t k = 1; k < net_.leaves.size(); ++k) {
      NetLeaf& leaf = net_.leaves[k];
      double longest = 0.0;
      std::size_t best = 0;
      const std::size_t step = std::max<std::size_t>(1, leaf.seam.size() / 16);
      for (std::size_t i = 0; i + 1 < leaf.seam.size(); i += step) {
        leaf.anchor = i;
        if (too_short(leaf)) continue;
        const auto at = bent(net_, panels_, 0.0);
        const double length = run_of(leaf, at[k], at[*leaf.parent]).length;
        if (length > longest + 1e-9) longest = length, best = i;
      }
      leaf.anchor = best;
    }
  }
  [[nodiscard]] bool too_short(const NetLeaf& leaf) const {
    const Panel& own = panels_[leaf.panel];
    return (own.outline[leaf.seam[leaf.anchor]] - own.outline[leaf.seam[leaf.anchor + 1]]).norm() < 1e-6;
  }

  void lay() {
    choose_anchors();
    const auto at = bent(net_, panels_, 0.0);
    std::vector<Vec2> moved(net_.leaves.size(), Vec2::Zero());
    std::vector<Region> shapes;
    for (std::size_t k = 0; k < net_.leaves.size(); ++k) {
      const NetLeaf& leaf = net_.leaves[k];
      if (leaf.parent) moved[k] = moved[*leaf.parent] + fold(k, at, moved[*leaf.parent]);
      std::vector<Vec2> outline;
      for (const Vec3& v : at[k]) outline.push_back(flat(v) + moved[k]);
      if (loop_area(outline) < 0.0) std::reverse(outline.begin(), outline.end());
      shapes.push_back({{outline}});
    }
    // What two of them need, but for the strips that bends take in and the holes at their ends.
    for (std::size_t k = 0; k < shapes.size(); ++k)
      for (std::size_t i = 0; i < k; ++i) {
        double strips = 0.0;
        for (const NetFold& f : net_.folds)
          if ((f.parent == i && f.child == k) || (f.parent == k && f.child == i))
            strips = f.length * (f.deduction + f.mismatch) + 0.25 * pi * w_.relief * w_.relief;
        net_.overlap += std::max(0.0, common(shapes[i], shapes[k]).area() - strips);
      }
    rims(at, moved, shapes);
    keep_ears(shapes);
    for (const Region& r : shapes) net_.outline = joined(net_.outline, r);
    // Slits narrower than a tenth of a millimetre close where panels hang together.
    net_.outline = simplified(grown(grown(net_.outline, 5e-5), -5e-5), 2e-6);
    reliefs();
    draw();
  }

  /// The fold between a leaf and its parent; gives by how much the leaf moves towards it.
  Vec2 fold(std::size_t k, const std::vector<std::vector<Vec3>>& at, const Vec2& parent_moved) {
    const NetLeaf& leaf = net_.leaves[k];
    const std::size_t parent = *leaf.parent;
    const Run r = run_of(leaf, at[k], at[parent]);
    NetFold f{.parent = parent, .child = k, .length = r.length, .mismatch = r.mismatch};
    const Panel& own = panels_[leaf.panel];
    const PanelEdge* edge = edge_of(own, leaf.seam);
    f.seam = edge->seam;
    f.cut_apart = std::max(0.0, edge->length - r.length);
    double mean = 0.0;
    f.low = 10.0;
    for (std::size_t i = r.from; i <= r.to; ++i) {
      const double angle = turn_at(*edge, leaf.seam, own, i);
      f.low = std::min(f.low, angle), f.high = std::max(f.high, angle), mean += angle;
    }
    mean /= static_cast<double>(r.to - r.from + 1);
    f.deduction = mean > 1e-3 ? bend_deduction({w_.thickness, w_.radius, mean}) : 0.0;
    const Vec2 from = flat(at[parent][leaf.on_parent[r.from]]), to = flat(at[parent][leaf.on_parent[r.to]]);
    // Towards the parent: away from the middle of the leaf.
    Vec2 across = Vec2(from.y() - to.y(), to.x() - from.x()).normalized();
    Vec2 middle = Vec2::Zero();
    for (const Vec3& v : at[k]) middle += flat(v) / static_cast<double>(at[k].size());
    if (across.dot(middle - from) > 0.0) across = -across;
    const Vec2 along_line = (to - from).normalized();
    const auto on_line = [&](std::size_t i) {
      return Vec2(flat(at[parent][leaf.on_parent[i]]) + parent_moved + 0.5 * f.deduction * across);
    };
    std::vector<Vec2> to_bow, to_transom;  // from the fold's ends on
    for (std::size_t i = r.to; i < leaf.seam.size(); ++i) to_bow.push_back(on_line(i));
    for (std::size_t i = r.from + 1; i-- > 0;) to_transom.push_back(on_line(i));
    Vec2 shift = f.deduction * across;
    if (w_.ears && f.seam == Seam::chine && length_of(to_bow) > 0.005)
      find_ear(f, at, leaf, r.to, parent_moved, shift, to_bow);
    else if (length_of(to_bow) > 0.005)
      apart_.push_back(to_bow);
    if (length_of(to_transom) > 0.005) apart_.push_back(to_transom);
    for (std::size_t i = r.from; i <= r.to; ++i) {
      const Vec2 p = on_line(i);
      f.line.push_back(p);
      const Vec2 off = p - (from + parent_moved + 0.5 * f.deduction * across);
      f.bow = std::max(f.bow, std::abs(along_line.x() * off.y() - along_line.y() * off.x()));
    }
    net_.folds.push_back(f);
    return shift;
  }

  /// An ear that may be, with the line along which panels are cut apart where it cannot.
  struct Candidate {
    NetEar ear;
    std::size_t fold;
    std::vector<Vec2> apart;
  };

  void find_ear(const NetFold& f, const std::vector<std::vector<Vec3>>& at, const NetLeaf& leaf, std::size_t from,
                const Vec2& parent_moved, const Vec2& shift, const std::vector<Vec2>& apart) {
    const auto on = [&](bool parent, std::size_t i) {
      return parent ? Vec2(flat(at[f.parent][leaf.on_parent[i]]) + parent_moved)
                    : Vec2(flat(at[f.child][leaf.seam[i]]) + parent_moved + shift);
    };
    const std::size_t last = leaf.seam.size() - 1;
    const Vec2 tip = 0.5 * (on(true, from) + on(false, from));
    NetEar e{
        .parent = f.parent, .child = f.child, .tip = tip, .on_parent = on(true, last), .on_child = on(false, last)};
    bool straight = true;
    for (const bool parent : {true, false}) {
      const Vec2 way = ((parent ? e.on_parent : e.on_child) - tip).normalized();
      for (std::size_t i = from; i <= last; ++i) {
        const Vec2 off = on(parent, i) - tip;
        straight = straight && std::abs(way.x() * off.y() - way.y() * off.x()) < w_.tolerance + shift.norm();
      }
    }
    const Vec2 a = e.on_parent - tip, b = e.on_child - tip;
    e.length = std::min(a.norm(), b.norm());
    e.angle = std::acos(std::clamp(a.dot(b) / (a.norm() * b.norm()), -1.0, 1.0));
    e.middle = tip + e.length * (a.normalized() + b.normalized()).normalized();
    if (straight && e.angle > radians(2.0) && e.angle < radians(120.0))
      candidates_.push_back({e, net_.folds.size(), apart});
    else
      apart_.push_back(apart);
  }

  /// Ears that nothing else needs the sheet of.
  void keep_ears(std::vector<Region>& shapes) {
    const std::size_t panels = shapes.size();
    for (const Candidate& c : candidates_) {
      const NetEar& e = c.ear;
      std::vector<Vec2> outline{e.tip, e.on_parent, e.middle, e.on_child};
      if (loop_area(outline) < 0.0) std::reverse(outline.begin(), outline.end());
      const Region ear{{outline}};
      double taken = 0.0;
      for (std::size_t i = 0; i < panels; ++i) taken += common(ear, shapes[i]).area();
      NetFold& f = net_.folds[c.fold];
      if (taken > 0.02 * ear.area() + e.length * f.deduction + 1e-6) {
        apart_.push_back(c.apart);
        continue;
      }
      f.cut_apart = std::max(0.0, f.cut_apart - length_of(c.apart));
      net_.ears.push_back(e);
      shapes.push_back(grown(ear, 1e-5));
    }
  }

  static const PanelEdge* edge_of(const Panel& p, const std::vector<std::size_t>& points) {
    for (const PanelEdge& e : p.edges)
      if (along(p, e) == points) return &e;
    return &p.edges.front();
  }

  /// The seam's angle at its point counted from the transom.
  static double turn_at(const PanelEdge& e, const std::vector<std::size_t>& seam, const Panel& p, std::size_t i) {
    if (e.fold.empty()) return 0.0;
    const bool from_transom = e.first % p.outline.size() == seam.front();
    const std::size_t at = from_transom ? i : seam.size() - 1 - i;
    return e.fold[std::min(at, e.fold.size() - 1)];
  }

  /// Flanges along the deck edges; where the edge runs in a bow they are notched.
  void rims(const std::vector<std::vector<Vec3>>& at, const std::vector<Vec2>& moved, std::vector<Region>& shapes) {
    if (!(w_.rim > 0.0)) return;
    for (std::size_t k = 0; k < net_.leaves.size(); ++k) {
      const Panel& p = panels_[net_.leaves[k].panel];
      for (const PanelEdge& e : p.edges) {
        if (p.role != PanelRole::side || e.seam != Seam::deck_edge) continue;
        const std::vector<std::size_t> points = along(p, e);
        std::vector<Vec2> line;
        line.reserve(points.size());
        for (const std::size_t i : points) line.push_back(flat(at[k][i]) + moved[k]);
        NetFold f{.parent = k, .child = k, .seam = Seam::deck_edge, .length = length_of(line)};
        f.low = e.fold.empty() ? 0.5 * pi : *std::min_element(e.fold.begin(), e.fold.end());
        f.high = e.fold.empty() ? 0.5 * pi : *std::max_element(e.fold.begin(), e.fold.end());
        f.deduction = bend_deduction({w_.thickness, w_.radius, std::clamp(0.5 * (f.low + f.high), 0.01, 3.0)});
        const Vec2 chord = (line.back() - line.front()).normalized();
        for (const Vec2& v : line)
          f.bow = std::max(f.bow, std::abs(chord.x() * (v - line.front()).y() - chord.y() * (v - line.front()).x()));
        const Vec2 inside = shapes[k].centroid();
        // The flange keeps its width measured outside; the middle of its bend lies half of what is taken in from the
        // edge.
        shapes.push_back(flange_along(line, inside, f.bow > w_.tolerance, std::max(0.001, w_.rim - f.deduction)));
        Vec2 inward(-chord.y(), chord.x());
        if (inward.dot(inside - line.front()) < 0.0) inward = -inward;
        for (const Vec2& v : line) f.line.emplace_back(v + 0.5 * f.deduction * inward);
        net_.folds.push_back(std::move(f));
      }
    }
  }

  [[nodiscard]] static Region flange_along(const std::vector<Vec2>& line, const Vec2& inside, bool notched,
                                           double width) {
    Region out;
    double since = 0.0;
    for (std::size_t i = 1; i < line.size(); ++i) {
      const Vec2 d = line[i] - line[i - 1];
      if (d.norm() < 1e-9) continue;
      Vec2 n = Vec2(-d.y(), d.x()).normalized();
      if (n.dot(inside - line[i - 1]) > 0.0) n = -n;
      since += d.norm();
      const bool here = notched && since > notch_step;
      if (here) since = 0.0;
      const Vec2 back = here ? Vec2(notch * d.normalized()) : Vec2(Vec2::Zero());
      // A little over the line and its neighbours, so that they become one.
      std::vector<Vec2> quad{line[i - 1] - 1e-5 * n, line[i] - 1e-5 * n, line[i] + width * n - back,
                             line[i - 1] + width * n};
      if (loop_area(quad) < 0.0) std::reverse(quad.begin(), quad.end());
      out = joined(out, {{quad}});
    }
    return out;
  }

  /// Where a fold ends a hole stops the sheet from tearing; from there on the panels are cut apart.
  void reliefs() {
    constexpr double slit = 0.0002;  // m
    for (const std::vector<Vec2>& line : apart_) {
      Region cut;
      for (std::size_t i = 1; i < line.size(); ++i) {
        const Vec2 d = line[i] - line[i - 1];
        if (d.norm() < 1e-9) continue;
        const Vec2 n = 0.5 * slit * Vec2(-d.y(), d.x()).normalized(), over = 0.5 * slit * d.normalized();
        cut = joined(cut, {{{line[i - 1] - over - n, line[i] + over - n, line[i] + over + n, line[i - 1] - over + n}}});
      }
      net_.outline = without(net_.outline, w_.relief > 0.0 ? joined(cut, disc(line.front(), w_.relief)) : cut);
    }
  }

  /// Rims first, then chines; the keel last closes the hull.
  void number() {
    const auto rank = [](const NetFold& f) { return f.seam == Seam::deck_edge ? 0 : f.seam == Seam::chine ? 1 : 2; };
    std::stable_sort(net_.folds.begin(), net_.folds.end(),
                     [&](const NetFold& l, const NetFold& r) { return rank(l) < rank(r); });
    for (std::size_t i = 0; i < net_.folds.size(); ++i) net_.folds[i].order = static_cast<int>(i) + 1;
  }

  void draw() {
    number();
    const Section::Extent e = net_.outline.extent();
    net_.outline = shifted(net_.outline, -e.low);
    Drawing& d = net_.drawing;
    d.title = "Hull from one sheet, outer face up";
    for (const auto& loop : net_.outline.loops) d.lines.push_back({DrawLayer::cut, loop, true});
    for (NetFold& f : net_.folds) {
      for (Vec2& v : f.line) v -= e.low;
      d.lines.push_back({DrawLayer::fold, f.line, false});
      const Vec2 a = f.line[f.line.size() / 3], b = f.line[std::min(f.line.size() / 3 + 1, f.line.size() - 1)];
      double turn = std::atan2((b - a).y(), (b - a).x());
      if (std::abs(turn) > 0.5 * pi) turn = std::remainder(turn + pi, 2.0 * pi);
      const Text words =
          f.high - f.low < radians(2.0)
              ? Text("fold {0}: {1} away from you", f.order, angle_quantity(0.5 * (f.low + f.high)))
              : Text("fold {0}: {1} to {2} away from you", f.order, angle_quantity(f.low), angle_quantity(f.high));
      d.texts.push_back({DrawLayer::engrave, a + Vec2(0.0, 0.004), 0.005, turn, words, f.length});
    }
    for (NetEar& ear : net_.ears) {
      for (Vec2* v : {&ear.tip, &ear.on_parent, &ear.on_child, &ear.middle}) *v -= e.low;
      for (const Vec2& to : {ear.on_parent, ear.on_child, ear.middle})
        d.lines.push_back({DrawLayer::fold, {ear.tip, to}, false});
      double turn = std::atan2((ear.middle - ear.tip).y(), (ear.middle - ear.tip).x());
      if (std::abs(turn) > 0.5 * pi) turn = std::remainder(turn + pi, 2.0 * pi);
      const Vec2 at = std::abs(turn) < 0.5 * pi && ear.middle.x() < ear.tip.x() ? ear.middle : ear.tip;
      d.texts.push_back({DrawLayer::engrave, 0.5 * (at + ear.middle), 0.005, turn, "ear: fold double", ear.length});
    }
  }

  const std::vector<Panel>& panels_;
  const FoldWishes& w_;
  std::vector<Candidate> candidates_;
  std::vector<std::vector<Vec2>> apart_;  ///< from the ends of folds along their seams, on the pattern
  FoldedNet net_;
};

}  // namespace

Vec2 FoldedNet::size() const {
  const Section::Extent e = outline.extent();
  return e.high - e.low;
}

FoldedNet fold_net(const std::vector<Panel>& panels, const FoldWishes& wishes) {
  return Net(panels, wishes).take();
}

std::vector<std::vector<Vec3>> bent(const FoldedNet& net, const std::vector<Panel>& panels, double share) {
  std::vector<BendingLeaf> leaves;
  leaves.reserve(net.leaves.size());
  for (const NetLeaf& leaf : net.leaves) {
    leaves.emplace_back(panels[leaf.panel], leaf.mirrored, share);
    if (!leaf.parent) {
      leaves.back().lay_down();
      continue;
    }
    const std::size_t i = leaf.anchor, u = leaf.on_parent[i], v = leaf.on_parent[i + 1];
    const BendingLeaf& parent = leaves[*leaf.parent];
    leaves.back().hang(leaf.seam[i], leaf.seam[i + 1], parent.pose_at(u, v), parent.space_at(u, v));
  }
  std::vector<std::vector<Vec3>> out;
  out.reserve(leaves.size());
  for (BendingLeaf& b : leaves) out.push_back(b.take());
  return out;
}

double off_the_hull(const FoldedNet& net, const std::vector<Panel>& panels) {
  const auto folded = bent(net, panels, 1.0);
  // The first triangle tells how the folded hull lies to the boat.
  const Panel& root = panels[net.leaves.front().panel];
  const auto frame = [&](const std::vector<Vec3>& at) {
    const auto& f = root.faces.front();
    Eigen::Matrix3d m;
    m.col(0) = (at[f[1]] - at[f[0]]).normalized();
    m.col(2) = m.col(0).cross(at[f[2]] - at[f[0]]).normalized();
    m.col(1) = m.col(2).cross(m.col(0));
    return m;
  };
  const std::vector<Vec3> home = panel_in_space(root, net.leaves.front().mirrored);
  const Eigen::Matrix3d turn = frame(home) * frame(folded.front()).transpose();
  const std::size_t first = root.faces.front()[0];
  const Vec3 by = home[first] - turn * folded.front()[first];
  double most = 0.0;
  for (std::size_t k = 0; k < net.leaves.size(); ++k) {
    const std::vector<Vec3> there = panel_in_space(panels[net.leaves[k].panel], net.leaves[k].mirrored);
    for (std::size_t i = 0; i < there.size(); ++i) most = std::max(most, (turn * folded[k][i] + by - there[i]).norm());
  }
  return most;
}

}  // namespace plucky
