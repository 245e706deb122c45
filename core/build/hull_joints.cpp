#include "build/hull_joints.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/key_table.h"
#include "geometry/stack.h"

namespace plucky {

namespace joint_facts {

constexpr std::array<KeyRow<JointKind>, 6> kinds{{{JointKind::butt, "butt", "Butt joint"},
                                                  {JointKind::pins, "pins", "Filament pins"},
                                                  {JointKind::pegs, "pegs", "Pegs and sockets"},
                                                  {JointKind::lap, "lap", "Lap ring"},
                                                  {JointKind::tabs, "tabs", "Tabs"},
                                                  {JointKind::keys, "keys", "Bow-tie keys"}}};
constexpr double pin_cover = 0.0008;   // m of material round a pin: two lines
constexpr double inner_step = 0.0004;  // m by which a ring stays off the rim's inner face: faces must not coincide
constexpr double tab_width = 0.010;    // m at least
constexpr double key_waist = 0.004;    // m
constexpr double key_spread = 0.26;    // a key's flanks lean out by fifteen degrees: common practice, no source
constexpr double floor_play = 0.0005;  // m between a peg, ring or tab and its socket's floor

}  // namespace joint_facts

namespace {

using namespace joint_facts;

/// Second moment of a region about its level axis, over its height over and under it, m3.
double modulus_of(const Region& r) {
  double area = 0.0, first = 0.0, second = 0.0, low = 1e300, high = -1e300;
  for (const auto& loop : r.loops)
    for (std::size_t i = 0; i < loop.size(); ++i) {
      const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
      const double cross = a.x() * b.y() - a.y() * b.x();
      area += 0.5 * cross;
      first += cross * (a.y() + b.y()) / 6.0;
      second += cross * (a.y() * a.y() + a.y() * b.y() + b.y() * b.y()) / 12.0;
      low = std::min(low, a.y()), high = std::max(high, a.y());
    }
  if (!(area > 0.0)) return 0.0;
  const double middle = first / area, about = second - area * middle * middle;
  return about / std::max(high - middle, middle - low);
}

/// Of the outlines themselves, m: its length, and m2: its modulus. A thin ring's outlines are its two sides, of which
/// one is glued: half of both.
struct SideOfRing {
  double length = 0.0, modulus = 0.0;
};
SideOfRing side_of(const Region& ring) {
  double length = 0.0, first = 0.0, second = 0.0, low = 1e300, high = -1e300;
  for (const auto& loop : ring.loops)
    for (std::size_t i = 0; i < loop.size(); ++i) {
      const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
      const double step = (b - a).norm();
      length += step;
      first += step * 0.5 * (a.y() + b.y());
      second += step * (a.y() * a.y() + a.y() * b.y() + b.y() * b.y()) / 3.0;
      low = std::min(low, a.y()), high = std::max(high, a.y());
    }
  if (!(length > 0.0)) return {};
  const double middle = first / length, about = second - length * middle * middle;
  return {0.5 * length, 0.5 * about / std::max(high - middle, middle - low)};
}

struct PlaceOnLoop {
  Vec2 at, along;
};

/// A place on a closed loop, by the way from its first point, and the loop's direction there.
PlaceOnLoop place_on(const std::vector<Vec2>& loop, double way) {
  for (std::size_t i = 0; i < loop.size(); ++i) {
    const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
    const double step = (b - a).norm();
    if (way <= step && step > 0.0) return {a + (b - a) * (way / step), (b - a) / step};
    way -= step;
  }
  return {loop.front(), Vec2::UnitX()};
}

double key_end(const HullJoints& j) {
  return key_waist + 2.0 * key_spread * joint_reach(j);
}

/// Width of what stands round the rim's middle, m.
double width_of(const HullJoints& j, double wall) {
  switch (j.kind) {
    case JointKind::tabs:
      return std::max(tab_width, 1.4 * wall);
    case JointKind::keys:
      return key_end(j);
    default:
      return j.pin;
  }
}

class Places {
 public:
  Places(const HullJoints& joints, const JointPlace& place) : j_(joints), width_(width_of(joints, place.wall)) {
    // A pin is in material all round; a key or a tab needs it where its ends are.
    clear_ = section_of(grown(place.rim, j_.kind == JointKind::pins || j_.kind == JointKind::pegs
                                             ? -(0.5 * j_.pin + pin_cover)
                                             : -pin_cover));
    rim_ = section_of(place.rim);
    middle_ = grown(place.whole, -0.5 * place.wall);
    wall_ = place.wall;
  }

  /// Round the rim about evenly, but none where another's mirror image is: the next section goes on one way only.
  void find(JointReport& r) const {
    for (const auto& loop : middle_.loops) {
      double round = 0.0;
      for (std::size_t i = 0; i < loop.size(); ++i) round += (loop[(i + 1) % loop.size()] - loop[i]).norm();
      const int n = std::clamp(static_cast<int>(round / 0.06), 4, 10);
      for (int k = 0; k < n; ++k)
        for (int shift = 0; shift < 6; ++shift) {
          const PlaceOnLoop p = place_on(loop, std::fmod((k + 0.3) * round / n + shift * width_, round));
          if (!has_room(p) || !one_way(p.at, r.pins)) continue;
          r.pins.push_back(p.at);
          if (j_.kind == JointKind::keys) r.inward.push_back(inward(p));
          break;
        }
    }
  }

 private:
  /// Left of an outline that runs anticlockwise.
  static Vec2 inward(const PlaceOnLoop& p) { return {-p.along.y(), p.along.x()}; }

  [[nodiscard]] bool one_way(const Vec2& p, const std::vector<Vec2>& others) const {
    const Vec2 image(-p.x(), p.y());
    return (image - p).norm() > 2.0 * width_ && std::none_of(others.begin(), others.end(), [&](const Vec2& q) {
             return (image - q).norm() < 2.0 * width_ || (p - q).norm() < 4.0 * width_;
           });
  }

  [[nodiscard]] bool has_room(const PlaceOnLoop& p) const {
    if (!clear_.contains(p.at)) return false;
    if (j_.kind == JointKind::pins || j_.kind == JointKind::pegs) return true;
    for (const double side : {-0.5, 0.5})
      if (!clear_.contains(p.at + side * width_ * p.along)) return false;
    // A key comes from within: the way to it is free, and it ends before the other side of the hull.
    return j_.kind != JointKind::keys || (!rim_.contains(p.at + (0.5 * wall_ + 0.002) * inward(p)) &&
                                          !rim_.contains(p.at + (0.5 * wall_ + 0.006) * inward(p)));
  }

  const HullJoints& j_;
  double width_, wall_ = 0.0;
  Section clear_, rim_;
  Region middle_;
};

/// What lies half the wall inside the hull wherever a ring reaches.
Region inside_half(const JointPlace& place) {
  Region in = grown(place.whole, -0.5 * place.wall);
  for (const Region& other : place.beside) in = common(in, grown(other, -0.5 * place.wall));
  return in;
}

Region discs_at(const std::vector<Vec2>& at, double diameter) {
  Region out;
  for (const Vec2& p : at) out = joined(out, disc(p, diameter));
  return out;
}

/// A prism along the boat.
TriangleMesh along_boat_body(const Region& shape, double from, double to) {
  Stack s = across_boat(from);
  s.layers.push_back({shape, to - from});
  return mesh_of(s);
}

Region bow_tie(double reach, double waist) {
  const double w = 0.5 * waist, e = w + key_spread * reach;
  return {{{{-reach, -e}, {0.0, -w}, {reach, -e}, {reach, e}, {0.0, w}, {-reach, e}}}};
}

}  // namespace

const char* joint_key(JointKind kind) {
  return row_of(kinds, kind).key;
}
const char* joint_name(JointKind kind) {
  return row_of(kinds, kind).name;
}
JointKind joint_from_key(const std::string& key) {
  return value_of(kinds, "joint", key);
}

double joint_reach(const HullJoints& j) {
  const bool in_thick = has_ring(j.kind) || j.kind == JointKind::keys;
  return std::min(j.reach, in_thick ? j.depth : j.depth + j.rim);
}

double least_rim(const HullJoints& j, const Printer& printer) {
  const double two = 2.0 * printer.line_width;
  switch (j.kind) {
    case JointKind::butt:
      return 0.0;
    case JointKind::pins:
    case JointKind::pegs:
      return j.pin + printer.clearance + 2.0 * two;
    case JointKind::lap:
    case JointKind::tabs:
      return 2.0 * (two + inner_step) + printer.clearance;
    case JointKind::keys:
      return 2.0 * (two + 0.001);  // a key of a millimetre at least, as much behind it as two lines are thick
  }
  return 0.0;
}

JointReport joint_at(const HullJoints& j, const JointPlace& place, const Printer& printer) {
  JointReport r{.x = place.x, .wall = place.wall, .pins = {}, .inward = {}, .tongue = {}, .socket = {}};
  r.glue_area = place.rim.area();
  r.modulus = modulus_of(place.rim);
  if (j.kind == JointKind::butt) return r;
  if (j.kind != JointKind::lap) Places(j, place).find(r);
  if (has_ring(j.kind)) {
    // Half the wall less the step inside; what is thinner than two lines is none. Its socket is open inwards: a skin of
    // the step's thickness would not print.
    const Region in = inside_half(place);
    const double lines = 0.98 * printer.line_width, play = 0.5 * printer.clearance;
    r.tongue = grown(grown(common(grown(place.rim, -inner_step), in), -lines), lines);
    r.socket = grown(in, play);
    if (j.kind == JointKind::tabs) {
      const double width = width_of(j, place.wall);
      r.tongue = common(r.tongue, discs_at(r.pins, width));
      r.socket = common(r.socket, discs_at(r.pins, width + 2.0 * play));
    }
    // Shrinking and growing leaves corners a nanometre apart: no solid takes those.
    r.tongue = simplified(r.tongue, 2e-6), r.socket = simplified(r.socket, 2e-6);
    if (r.tongue.empty()) r.socket = {};
    const SideOfRing side = side_of(r.tongue);
    r.glue_area += side.length * joint_reach(j);
    r.modulus = std::max(r.modulus, side.modulus * joint_reach(j));
  }
  return r;
}

JointTool joint_tool(const HullJoints& j, const JointReport& joint, const Printer& printer, bool before) {
  // A tool begins outside what it cuts, and inside what it is joined to.
  const double reach = joint_reach(j);
  JointTool t;
  switch (j.kind) {
    case JointKind::butt:
      break;
    case JointKind::pins:
    case JointKind::pegs: {
      t.adds = j.kind == JointKind::pegs && before;
      const double from = t.adds ? -0.002 : before ? -reach : -0.001;
      const double to = t.adds ? reach - floor_play : before ? 0.001 : reach;
      const double diameter = t.adds ? j.pin : j.pin + printer.clearance;
      for (const Vec2& p : joint.pins) append(t.mesh, along_boat_body(disc(p, diameter), joint.x + from, joint.x + to));
      break;
    }
    case JointKind::lap:
    case JointKind::tabs:
      t.adds = before;
      if (joint.tongue.empty()) break;
      t.mesh = before ? along_boat_body(joint.tongue, joint.x - 0.002, joint.x + reach - floor_play)
                      : along_boat_body(joint.socket, joint.x - 0.001, joint.x + reach);
      break;
    case JointKind::keys:
      for (std::size_t i = 0; i < joint.pins.size(); ++i) {
        const Vec3 w(0.0, joint.inward[i].x(), joint.inward[i].y());
        Stack s{.origin = {joint.x, joint.pins[i].x(), joint.pins[i].y()},
                .u = Vec3::UnitX(),
                .v = w.cross(Vec3::UnitX()),
                .w = w,
                .layers = {}};
        s.layers.push_back({bow_tie(reach, key_waist), 0.5 * joint.wall + 0.003});
        append(t.mesh, mesh_of(s));
      }
      break;
  }
  return t;
}

Region joint_socket(const HullJoints& j, double play) {
  switch (j.kind) {
    case JointKind::butt:
      return {};
    case JointKind::pins:
    case JointKind::pegs:
      return disc(Vec2::Zero(), j.pin + play);
    case JointKind::lap:
    case JointKind::tabs:
      return grown(rectangle({-0.5 * tab_width, -0.25 * j.rim}, {0.5 * tab_width, 0.25 * j.rim}), 0.5 * play);
    case JointKind::keys:
      return grown(bow_tie(joint_reach(j), key_waist), 0.5 * play);
  }
  return {};
}

TriangleMesh joint_key_body(const HullJoints& j, double wall, const Printer& printer) {
  if (j.kind != JointKind::keys) return {};
  Stack s = lying(0.0);
  s.layers.push_back({joint_socket(j, -printer.clearance), 0.5 * wall - 0.0002});
  return mesh_of(s);
}

}  // namespace plucky
