#include "build/coupons.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "base/error.h"
#include "geometry/solid.h"
#include "geometry/stack.h"

namespace plucky {

namespace {

/// A round rod on z from a height to another.
TriangleMesh rod(const Vec2& middle, double diameter, double from, double to) {
  constexpr int sides = 48;
  TriangleMesh m;
  for (const double z : {from, to})
    for (int i = 0; i < sides; ++i)
      m.vertices.emplace_back(middle.x() + 0.5 * diameter * std::cos(2.0 * pi * i / sides),
                              middle.y() + 0.5 * diameter * std::sin(2.0 * pi * i / sides), z);
  for (std::uint32_t i = 0; i < sides; ++i) {
    const std::uint32_t j = (i + 1) % sides;
    m.triangles.push_back({i, j, sides + j});
    m.triangles.push_back({i, sides + j, sides + i});
    if (i > 0 && i + 1 < sides) {
      m.triangles.push_back({0, i + 1, i});
      m.triangles.push_back({sides, sides + i, sides + i + 1});
    }
  }
  return m;
}

TriangleMesh combined(const TriangleMesh& a, const TriangleMesh& b, Combine how) {
  const Solid s = combine(a, b, how);
  if (!s.done) throw InvalidInput("test piece", s.message);
  return s.mesh;
}

/// 40 mm square and high, walls of so many lines, a floor of five layers at least.
TriangleMesh cup(const Printer& p, int lines) {
  constexpr double side = 0.040, beyond = 0.001;
  const double wall = lines * p.line_width, floor = std::max(5.0 * p.layer, wall);
  return combined(box_mesh({0, 0, 0}, {side, side, side}),
                  box_mesh({wall, wall, floor}, {side - wall, side - wall, side + beyond}), Combine::cut);
}

/// Sockets from what is pushed in itself up in steps of a twentieth of a millimetre, and that beside them on a foot.
TriangleMesh gauge(const HullJoints& j) {
  constexpr int sockets = 7;
  constexpr double step = 0.00005, deep = 0.006, floor = 0.002, foot = 0.003;
  const Region own = joint_socket(j, 0.0);
  const Section::Extent e = own.extent();
  const Vec2 size = e.high - e.low;
  const double pitch = std::max(size.x() + 2.0 * size.y(), 0.006), width = 2.5 * size.y() + 0.004;
  Region holes;
  for (int i = 0; i < sockets; ++i)
    holes = joined(holes, shifted(joint_socket(j, step * i), {pitch * (i + 0.5), 0.5 * width}));
  const Region face = rectangle({0, 0}, {pitch * sockets, width});
  Stack block = lying(0.0), peg = lying(0.0);
  block.layers = {{face, floor}, {without(face, holes), deep}};
  const double y = width + 0.006, long_side = std::max(width, size.x() + 0.004);
  peg.layers = {{rectangle({0, y}, {long_side, y + width}), foot},
                {shifted(own, {0.5 * long_side, y + 0.5 * width}), deep}};
  TriangleMesh both = mesh_of(block);
  append(both, mesh_of(peg));
  return both;
}

Text gauge_name(const HullJoints& j) {
  switch (j.kind) {
    case JointKind::lap:
    case JointKind::tabs:
      return "Gauge for the ring and its tabs";
    case JointKind::keys:
      return "Gauge for bow-tie keys";
    default:
      return {"Gauge for pins of {0}", length_quantity(j.pin)};
  }
}

/// Three bores for M3 inserts, a tenth of a millimetre apart: common practice, no source.
TriangleMesh insert_block() {
  TriangleMesh holes;
  for (int i = 0; i < 3; ++i) append(holes, rod({0.008 + 0.012 * i, 0.008}, 0.0039 + 0.0001 * i, 0.002, 0.013));
  return combined(box_mesh({0, 0, 0}, {0.040, 0.016, 0.012}), holes, Combine::cut);
}

}  // namespace

std::vector<Coupon> coupons_of(const Printer& printer, const HullJoints& joints) {
  if (!(printer.line_width > 5e-5 && printer.line_width < 0.005)) throw InvalidInput("line", "should be 0.05 to 5 mm");
  std::vector<Coupon> out;
  for (const int lines : {2, 3, 4})
    out.push_back({"cup." + std::to_string(lines),
                   {"Leak cup, {0} lines of {1}", lines, length_quantity(printer.line_width)},
                   "Fill it with water and stand it on tissue for an hour: the first that stays dry is your wall.",
                   cup(printer, lines)});
  if (joints.kind != JointKind::butt)
    out.push_back(
        {"pegs", gauge_name(joints),
         "The peg goes into the smallest socket that it enters by hand: by so much more than the first is the "
         "play of a peg, in steps of 0.05 mm.",
         gauge(joints)});
  out.push_back(
      {"inserts", "Block for M3 inserts",
       "Melt one into each bore, straight, drill through, tighten: the one that neither turns nor bulges is your "
       "bore. Hot iron; fumes.",
       insert_block()});
  return out;
}

std::optional<Coupon> ring_of(const PrintedHull& hull, const HullModel& model) {
  constexpr double length = 0.010;
  if (!hull.done || hull.sections.empty()) return std::nullopt;
  double widest = 0.0, at = model.box.centre().x();
  for (const Section& s : model.sections) {
    const Section::Extent e = s.extent();
    if (!e.empty() && e.high.x() - e.low.x() > widest) widest = e.high.x() - e.low.x(), at = s.x;
  }
  for (const HullSection& s : hull.sections) {
    if (at < s.from || at > s.to) continue;
    const double from = std::clamp(at - 0.5 * length, s.from + 1e-4, std::max(s.from + 1e-4, s.to - length - 1e-4));
    const Box3 box = bounds(s.mesh);
    const Solid slab =
        combine(s.mesh,
                box_mesh({from, box.low.y() - 0.01, box.low.z() - 0.01},
                         {std::min(from + length, s.to - 1e-5), box.high.y() + 0.01, box.high.z() + 0.01}),
                Combine::common);
    if (!slab.done || slab.mesh.triangles.empty()) return std::nullopt;
    Coupon c{"ring", "Ring of the widest place",
             "It must come off the bed flat, and its outside must measure what the boat does: shrinkage, first layer."};
    c.mesh = slab.mesh;
    // Its after face lies on the bed: x becomes up.
    for (Vec3& v : c.mesh.vertices) v = Vec3(v.y(), v.z(), v.x());
    const Vec3 low = bounds(c.mesh).low;
    for (Vec3& v : c.mesh.vertices) v -= low;
    return c;
  }
  return std::nullopt;
}

}  // namespace plucky
