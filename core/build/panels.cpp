#include "build/panels.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>

#include "base/error.h"
#include "geometry/region.h"
#include "hull/family.h"

namespace plucky {

namespace {

using R = PanelRole;

constexpr std::array<std::pair<const char*, const char*>, 7> roles{{{"bottom", "Bottom"},
                                                                    {"side", "Side"},
                                                                    {"deck", "Deck"},
                                                                    {"transom", "Transom"},
                                                                    {"bow", "Bow plate"},
                                                                    {"tunnel_wall", "Tunnel wall"},
                                                                    {"tunnel_roof", "Tunnel roof"}}};
constexpr std::array<std::pair<const char*, const char*>, 6> seams{{{"keel", "Keel"},
                                                                    {"chine", "Chine"},
                                                                    {"deck_edge", "Deck edge"},
                                                                    {"transom", "Transom"},
                                                                    {"bow", "Bow"},
                                                                    {"tunnel_edge", "Edge of the tunnel"}}};

/// Corners of a strip's triangles: numbers of points, those of the second edge after those of the first.
std::vector<std::array<std::size_t, 3>> triangles_of(const RuledStrip& s) {
  std::vector<std::array<std::size_t, 3>> out;
  const std::size_t na = s.a.size();
  for (std::size_t k = 1; k < s.rulings.size(); ++k) {
    const Ruling &last = s.rulings[k - 1], &now = s.rulings[k];
    out.push_back({last.a, na + last.b, now.a > last.a ? now.a : na + now.b});
  }
  return out;
}

/// A strip in space and in the plane, its points by number.
struct Laid {
  const RuledStrip& strip;
  const FlatStrip& flat;
  [[nodiscard]] const Vec3& space(std::size_t i) const {
    return i < strip.a.size() ? strip.a[i] : strip.b[i - strip.a.size()];
  }
  [[nodiscard]] const Vec2& plane(std::size_t i) const {
    return i < strip.a.size() ? flat.a[i] : flat.b[i - strip.a.size()];
  }
};

/// The lines on the flat along which `height` is nought.
std::vector<std::vector<Vec2>> traces(const Laid& l, const std::function<double(const Vec3&)>& height) {
  // Each triangle that is crossed gives a piece; pieces of neighbours share the crossing of the ruling between them.
  std::vector<std::vector<Vec2>> out;
  const auto crossing = [&](std::size_t i, std::size_t j) -> std::optional<Vec2> {
    if (i > j) std::swap(i, j);
    const double u = height(l.space(i)), v = height(l.space(j));
    if ((u < 0.0) == (v < 0.0)) return std::nullopt;
    return l.plane(i) + (l.plane(j) - l.plane(i)) * (u / (u - v));
  };
  for (const auto& t : triangles_of(l.strip)) {
    std::vector<Vec2> ends;
    for (int k = 0; k < 3; ++k)
      if (const auto at = crossing(t[k], t[(k + 1) % 3])) ends.push_back(*at);
    if (ends.size() != 2 || (ends[0] - ends[1]).norm() < 1e-9) continue;
    if (!out.empty() && (out.back().back() - ends[1]).norm() < 1e-9) std::swap(ends[0], ends[1]);
    if (!out.empty() && out.back().size() == 2 && (out.back().front() - ends[0]).norm() < 1e-9)
      std::reverse(out.back().begin(), out.back().end());
    if (!out.empty() && out.back().size() == 2 && (out.back().front() - ends[1]).norm() < 1e-9) {
      std::reverse(out.back().begin(), out.back().end());
      std::swap(ends[0], ends[1]);
    }
    if (!out.empty() && (out.back().back() - ends[0]).norm() < 1e-9)
      out.back().push_back(ends[1]);
    else
      out.push_back(ends);
  }
  return out;
}

/// Outward normals of a strip along one of its edges, one a point.
std::vector<Vec3> normals_along(const RuledStrip& s, bool second) {
  const std::size_t na = s.a.size(), n = second ? s.b.size() : na;
  std::vector<Vec3> out(n, Vec3::Zero());
  const auto at = [&](std::size_t i) -> const Vec3& { return i < na ? s.a[i] : s.b[i - na]; };
  for (const auto& t : triangles_of(s)) {
    // Rulings run from a to b and the strip forward: this way round the normal looks out of the boat.
    Vec3 normal = (at(t[1]) - at(t[0])).cross(at(t[2]) - at(t[0]));
    for (const std::size_t i : t) {
      const bool here = second ? i >= na : i < na;
      if (here) out[second ? i - na : i] += normal;
    }
  }
  for (Vec3& v : out) v = v.norm() > 0.0 ? Vec3(v.normalized()) : v;
  // Where the panel comes to a point there is no face: it goes on as before.
  for (std::size_t i = 1; i < n; ++i)
    if (out[i].norm() == 0.0) out[i] = out[i - 1];
  return out;
}

/// By how much the neighbour's face turns from this one's, 0 to pi.
double turn_between(const Vec3& one, const Vec3& other) {
  if (one.norm() == 0.0 || other.norm() == 0.0) return 0.0;
  return std::acos(std::clamp(one.dot(other), -1.0, 1.0));
}

class Planking {
 public:
  Planking(const FormLines& lines, const PanelWishes& wishes) : l_(lines), w_(wishes) {}

  std::vector<Panel> take() {
    const double bow_width = l_.sheer.back().y();
    if (has_tunnel()) {
      strip(R::tunnel_roof, mirrored(l_.roof), l_.roof, {Seam::tunnel_edge, R::tunnel_wall},
            {Seam::tunnel_edge, R::tunnel_wall}, 1);
      strip(R::tunnel_wall, l_.roof, l_.keel, {Seam::tunnel_edge, R::tunnel_roof}, {Seam::keel, R::bottom}, 2);
    }
    const Meets inside{Seam::keel, has_tunnel() ? R::tunnel_wall : R::bottom};
    if (l_.flat)
      strip(R::bottom, mirrored(l_.chine), l_.chine, {Seam::chine, R::side}, {Seam::chine, R::side}, 1);
    else
      strip(R::bottom, l_.keel, l_.chine, inside, {Seam::chine, R::side}, 2);
    strip(R::side, l_.chine, l_.sheer, {Seam::chine, R::bottom}, {Seam::deck_edge, R::deck}, 2);
    strip(R::deck, l_.sheer, mirrored(l_.sheer), {Seam::deck_edge, R::side}, {Seam::deck_edge, R::side}, 1);
    end_plate(R::transom, 0);
    if (bow_width > 1e-4 && l_.sheer.back().z() - l_.keel.back().z() > 1e-4) end_plate(R::bow, l_.keel.size() - 1);
    join();
    return std::move(panels_);
  }

 private:
  [[nodiscard]] bool has_tunnel() const { return !l_.roof.empty(); }

  static std::vector<Vec3> mirrored(std::vector<Vec3> line) {
    for (Vec3& p : line) p.y() = -p.y();
    return line;
  }

  struct Meets {
    Seam seam;
    R role;
  };

  void strip(R role, const std::vector<Vec3>& a, const std::vector<Vec3>& b, Meets first, Meets second, int count) {
    const RuledStrip s = span_edges(a, b, a.size());
    const FlatStrip flat = unroll(s);
    Panel p{.number = static_cast<int>(panels_.size()) + 1, .role = role, .count = count};
    p.strain = s.strain();
    // Seen from outside with the bow to the right the first edge lies above: the outline runs along the second edge
    // forward and back along the first.
    p.outline = flat.a;
    p.in_space = s.a;
    p.edges.push_back({0, flat.a.size() - 1, first.seam, first.role, length_of(flat.a)});
    const auto end = [&](Seam seam, R role_there, const Vec2& to) {
      const std::size_t from = p.outline.size() - 1;
      p.edges.push_back({from, from + 1, seam, role_there, (to - p.outline[from]).norm()});
    };
    const bool closed_bow = (s.a.back() - s.b.back()).norm() < 1e-6;
    if (!closed_bow) end(Seam::bow, R::bow, flat.b.back());
    const std::size_t start = closed_bow ? p.outline.size() - 1 : p.outline.size();
    for (std::size_t i = flat.b.size() - (closed_bow ? 1 : 0); i-- > 0;) {
      p.outline.push_back(flat.b[i]);
      p.in_space.push_back(s.b[i]);
    }
    p.edges.push_back({start, p.outline.size() - 1, second.seam, second.role, length_of(flat.b)});
    end(Seam::transom, R::transom, flat.a.front());
    const std::size_t na = s.a.size(), nb = s.b.size(), shared = closed_bow ? 1 : 0;
    const auto point = [&](std::size_t i) {  // of the outline, for a point of the strip
      if (i < na) return i;
      const std::size_t back = i - na;
      return closed_bow && back + 1 == nb ? na - 1 : na + (nb - 1 - shared - back);
    };
    for (const auto& t : triangles_of(s)) {
      const std::array<std::size_t, 3> face{point(t[0]), point(t[1]), point(t[2])};
      if (face[0] != face[1] && face[1] != face[2] && face[2] != face[0]) p.faces.push_back(face);
    }
    p.area = std::abs(loop_area(p.outline));
    marks(p, {s, flat});
    if (loop_area(p.outline) < 0.0) {
      for (Vec2& v : p.outline) v.y() = -v.y();
      for (PanelMark& m : p.marks)
        for (Vec2& v : m.line) v.y() = -v.y();
    }
    for (const Ruling& r : s.rulings)
      for (const double u : {0.25, 0.5, 0.75})
        p.off = std::max(
            p.off, off_design(a, b, s.a[r.a] + u * (s.b[r.b] - s.a[r.a]), role == R::deck ? 4.0 * u * (1.0 - u) : 0.0));
    normals_.push_back({normals_along(s, false), normals_along(s, true)});
    panels_.push_back(std::move(p));
  }

  /// Distance from the straight line across the design at this place; the deck's crown stands over it by its share.
  [[nodiscard]] double off_design(const std::vector<Vec3>& a, const std::vector<Vec3>& b, const Vec3& p,
                                  double crown) const {
    const auto past =
        std::lower_bound(a.begin() + 1, a.end() - 1, p.x(), [](const Vec3& v, double x) { return v.x() < x; });
    const std::size_t i = static_cast<std::size_t>(past - a.begin());
    const double u = (p.x() - a[i - 1].x()) / (a[i].x() - a[i - 1].x());
    const Vec3 low = a[i - 1] + u * (a[i] - a[i - 1]), high = b[i - 1] + u * (b[i] - b[i - 1]);
    const double camber = l_.camber[i - 1] + u * (l_.camber[i] - l_.camber[i - 1]);
    const Vec3 across = high - low;
    const double t =
        across.squaredNorm() > 0.0 ? std::clamp((p - low).dot(across) / across.squaredNorm(), 0.0, 1.0) : 0.0;
    return (p - low - t * across).norm() + crown * camber;
  }

  void marks(Panel& p, const Laid& laid) const {
    const auto add = [&](PanelMark::Kind kind, double at, const std::function<double(const Vec3&)>& height) {
      for (std::vector<Vec2>& line : traces(laid, height)) p.marks.push_back({kind, at, std::move(line)});
    };
    if (w_.station_step > 0.0)
      for (int k = 1; k * w_.station_step < l_.keel.back().x(); ++k) {
        const double x = k * w_.station_step;
        add(PanelMark::Kind::station, x, [x](const Vec3& v) { return v.x() - x; });
      }
    const auto water_line = [&](double above) {
      const double at = w_.water->second + above;
      add(PanelMark::Kind::waterline, at, [this, at](const Vec3& v) { return w_.water->first.dot(v) - at; });
    };
    if (w_.water) water_line(0.0);
    if (w_.water && w_.boot_top > 0.0) water_line(w_.boot_top);
    if (p.count == 1) add(PanelMark::Kind::centreline, 0.0, [](const Vec3& v) { return v.y(); });
  }

  /// Transom or bow plate: plane, square to the length.
  void end_plate(R role, std::size_t station) {
    const Seam seam = role == R::transom ? Seam::transom : Seam::bow;
    Panel p{.number = static_cast<int>(panels_.size()) + 1, .role = role};
    const Vec3 &keel = l_.keel[station], &chine = l_.chine[station], &sheer = l_.sheer[station];
    std::vector<Vec3> ring;  // from the starboard deck edge down and up again to port, then back over the deck
    const auto edge = [&](R joins, const Vec3& to) {
      p.edges.push_back({ring.size() - 1, ring.size(), seam, joins, (to - ring.back()).norm()});
      ring.push_back(to);
    };
    const auto opposite = [](const Vec3& v) { return Vec3(v.x(), -v.y(), v.z()); };
    ring.push_back(opposite(sheer));
    // Where the bodies have closed into the bridge the tunnel's walls are gone, and the bottoms with them.
    const bool tunnel = has_tunnel() && l_.roof[station].z() - keel.z() > 1e-6;
    edge(R::side, opposite(chine));
    if (tunnel) {
      edge(R::bottom, opposite(keel));
      edge(R::tunnel_wall, opposite(l_.roof[station]));
      edge(R::tunnel_roof, l_.roof[station]);
      edge(R::tunnel_wall, keel);
      edge(R::bottom, chine);
    } else if (has_tunnel() || l_.flat) {
      edge(has_tunnel() ? R::tunnel_roof : R::bottom, chine);
    } else {
      edge(R::bottom, keel);
      edge(R::bottom, chine);
    }
    edge(R::side, sheer);
    const std::size_t from = ring.size() - 1;
    // It may lean: its own height is along its plane.
    const double height = sheer.z() - keel.z(), lean = height > 0.0 ? (sheer.x() - keel.x()) / height : 0.0;
    const double longer = std::sqrt(1.0 + lean * lean);
    const auto up = [&](double z) { return keel.z() + (z - keel.z()) * longer; };
    const int arc = l_.camber[station] > 1e-6 ? 12 : 1;
    for (int k = 1; k < arc; ++k) {
      const double u = 1.0 - 2.0 * k / arc;
      const double crown = l_.camber[station] * (1.0 - u * u);
      ring.emplace_back(sheer.x() + lean * crown, u * sheer.y(), sheer.z() + crown);
    }
    p.edges.push_back({from, ring.size(), seam, R::deck});
    // Seen from outside: from astern port lies to the left, from ahead to the right.
    const double hand = role == R::transom ? -1.0 : 1.0;
    for (const Vec3& v : ring) p.outline.emplace_back(hand * v.y(), up(v.z()));
    p.in_space = ring;
    PanelEdge& over = p.edges.back();
    for (std::size_t i = over.first; i < over.last; ++i)
      over.length += (p.outline[(i + 1) % ring.size()] - p.outline[i]).norm();
    // A fan, but for what a tunnel takes out of it: there each body has its own four corners.
    if (tunnel) p.faces = {{0, 1, 2}, {0, 2, 3}, {0, 3, 4}, {0, 4, 7}, {7, 4, 5}, {7, 5, 6}};
    for (std::size_t i = tunnel ? from + 1 : 2; i < ring.size(); ++i) p.faces.push_back({0, i - 1, i});
    p.area = std::abs(loop_area(p.outline));
    if (role == R::transom)
      p.marks.push_back(
          {PanelMark::Kind::centreline, 0.0, {{0.0, keel.z()}, {0.0, up(sheer.z() + l_.camber[station])}}});
    if (loop_area(p.outline) < 0.0) {
      std::reverse(p.outline.begin(), p.outline.end());
      std::reverse(p.in_space.begin(), p.in_space.end());
      const std::size_t n = p.outline.size();
      for (PanelEdge& e : p.edges) {
        const std::size_t first = (2 * n - 1 - e.last % n) % n, length = e.last - e.first;
        e.first = first, e.last = first + length;
      }
      for (auto& face : p.faces) {
        for (std::size_t& i : face) i = n - 1 - i;
        std::swap(face[1], face[2]);
      }
    }
    normals_.push_back({});
    panels_.push_back(std::move(p));
  }

  [[nodiscard]] int numbered(R role) const {
    for (const Panel& p : panels_)
      if (p.role == role) return p.number;
    return 0;
  }

  /// Who meets whom along which edge, and at what angle.
  void join() {
    for (Panel& p : panels_) {
      bool second = false;  // a strip's edge back from the bow
      for (PanelEdge& e : p.edges) {
        e.mate = numbered(e.joins);
        if (e.mate == 0 && e.seam == Seam::bow) e.joins = p.role, e.mate = p.number;  // both sides meet at the stem
        if (e.seam == Seam::transom || e.seam == Seam::bow || e.mate == 0) continue;
        fold(p, e, second);
        second = true;
      }
    }
  }

  /// Is the port side's seam the second edge of that panel's strip? A bottom or a tunnel's roof in one piece has port's
  /// second, a deck port's edge first.
  static bool lies_second(R role, Seam seam) {
    return (role == R::bottom && seam == Seam::chine) || (role == R::side && seam == Seam::deck_edge) ||
           (role == R::tunnel_wall && seam == Seam::keel) || role == R::tunnel_roof;
  }

  /// Normals on the port side of a seam, from the transom to the bow.
  [[nodiscard]] const std::vector<Vec3>& normals(R role, Seam seam) const {
    const auto& [first, second] = normals_[static_cast<std::size_t>(numbered(role)) - 1];
    return lies_second(role, seam) ? second : first;
  }

  void fold(const Panel& p, PanelEdge& e, bool second) const {
    const std::vector<Vec3>&own = normals(p.role, e.seam), &other = normals(e.joins, e.seam);
    const bool mirror = e.mate == p.number;
    for (std::size_t i = 0; i < std::min(own.size(), other.size()); ++i) {
      const Vec3 there = mirror ? Vec3(own[i].x(), -own[i].y(), own[i].z()) : other[i];
      // Going forward along its second edge a panel has the neighbour turn to the right where the corner stands out.
      const double out = own[i].cross(there).x() * (lies_second(p.role, e.seam) ? 1.0 : -1.0);
      const double turn = turn_between(own[i], there);
      e.fold.push_back(out < -1e-9 ? -turn : turn);
    }
    if (second) std::reverse(e.fold.begin(), e.fold.end());
  }

  const FormLines& l_;
  const PanelWishes& w_;
  std::vector<Panel> panels_;
  std::vector<std::pair<std::vector<Vec3>, std::vector<Vec3>>> normals_;
};

}  // namespace

Vec2 Panel::size() const {
  Vec2 low = outline.front(), high = low;
  for (const Vec2& v : outline) low = low.cwiseMin(v), high = high.cwiseMax(v);
  return high - low;
}

const char* panel_role_key(PanelRole role) {
  return roles[static_cast<std::size_t>(role)].first;
}
const char* panel_role_name(PanelRole role) {
  return roles[static_cast<std::size_t>(role)].second;
}
const char* seam_key(Seam seam) {
  return seams[static_cast<std::size_t>(seam)].first;
}
const char* seam_name(Seam seam) {
  return seams[static_cast<std::size_t>(seam)].second;
}

std::vector<Panel> panels_of(const HullDesign& design, const PanelWishes& wishes) {
  const Family& family = family_of(design.family);
  if (!family.lines)
    throw InvalidInput("panels", Text("a {0} has no panels: it is printed, planked in strips or moulded", family.name));
  const FormLines lines = family.lines(design.shape, wishes.stations);
  return Planking(lines, wishes).take();
}

}  // namespace plucky
