#include "shapes.h"

#include <cmath>
#include <stdexcept>

#include "hull/family.h"
#include "hull/model.h"
#include "property.h"

namespace plucky::test {

TriangleMesh prism(const std::vector<Vec2>& section, double length, int slices) {
  TriangleMesh mesh;
  const auto n = static_cast<std::uint32_t>(section.size());
  for (int i = 0; i <= slices; ++i)
    for (const Vec2& p : section) mesh.vertices.emplace_back(length * i / slices, p.x(), p.y());
  const auto cap = triangulate_polygon(section);
  const std::uint32_t last = n * static_cast<std::uint32_t>(slices);
  for (const Triangle& t : cap) {
    mesh.triangles.push_back({t[0], t[2], t[1]});
    mesh.triangles.push_back({t[0] + last, t[1] + last, t[2] + last});
  }
  for (std::uint32_t i = 0; i < static_cast<std::uint32_t>(slices); ++i)
    for (std::uint32_t j = 0; j < n; ++j) {
      const auto a = i * n + j, b = i * n + (j + 1) % n, c = a + n, d = b + n;
      mesh.triangles.push_back({a, b, d});
      mesh.triangles.push_back({a, d, c});
    }
  return mesh;
}

TriangleMesh cylinder(double radius, double length, int sides) {
  std::vector<Vec2> section;
  for (int i = 0; i < sides; ++i)
    section.emplace_back(radius * std::cos(2.0 * pi * (i + 0.5) / sides),
                         radius * std::sin(2.0 * pi * (i + 0.5) / sides));
  return prism(section, length);
}

TriangleMesh sphere(double radius, int rings, int sectors) {
  TriangleMesh mesh;
  for (int i = 0; i <= rings; ++i)
    for (int j = 0; j < sectors; ++j) {
      const double theta = pi * i / rings, phi = 2.0 * pi * j / sectors;
      const double r = i == 0 || i == rings ? 0.0 : std::sin(theta);
      mesh.vertices.emplace_back(radius * r * std::cos(phi), radius * r * std::sin(phi), radius * std::cos(theta));
    }
  const auto at = [&](int i, int j) { return static_cast<std::uint32_t>(i * sectors + j % sectors); };
  for (int i = 0; i < rings; ++i)
    for (int j = 0; j < sectors; ++j) {
      mesh.triangles.push_back({at(i, j), at(i + 1, j), at(i + 1, j + 1)});
      mesh.triangles.push_back({at(i, j), at(i + 1, j + 1), at(i, j + 1)});
    }
  weld(mesh, 0.0);
  return mesh;
}

TriangleMesh wigley(double L, double B, double T, double height, int nx, int nz) {
  TriangleMesh mesh;
  const int ring = 2 * nz + 3;  // starboard deck down to the keel and up to port deck
  const auto half = [&](double x, double z) {
    const double w = 1.0 - 4.0 * x * x / (L * L), d = z >= 0.0 ? 1.0 : 1.0 - (z / T) * (z / T);
    return 0.5 * B * std::max(0.0, w) * d;
  };
  for (int i = 0; i <= nx; ++i) {
    // Closer towards the ends.
    const double x = -0.5 * L * std::cos(pi * i / nx);
    for (int j = 0; j < ring; ++j) {
      const int k = std::abs(j - (nz + 1));  // 0 at the keel
      const double z = k == nz + 1 ? height : -T + T * std::sin(0.5 * pi * k / nz);
      const double y = half(x, z);
      mesh.vertices.emplace_back(x, i == 0 || i == nx ? 0.0 : (j < nz + 1 ? -y : y), z);
    }
  }
  const auto at = [&](int i, int j) { return static_cast<std::uint32_t>(i * ring + (j + ring) % ring); };
  for (int i = 0; i < nx; ++i)
    for (int j = 0; j < ring; ++j) {
      mesh.triangles.push_back({at(i, j), at(i, j + 1), at(i + 1, j + 1)});
      mesh.triangles.push_back({at(i, j), at(i + 1, j + 1), at(i + 1, j)});
    }
  weld(mesh, 0.0);
  return mesh;
}

Project sample_boat() {
  Project p;
  p.name = "Test launch";
  p.hull.shape = default_shape(HullFamily::deep_v);
  p.hull.shape.length = 0.62;
  p.hull.shape.beam = 0.205;
  p.hull.shape.depth = 0.112;
  p.hull.hatches.push_back(
      {.id = p.take_id(), .name = "Main hatch", .x = 0.12, .length = 0.30, .width = 0.12, .coaming = 0.008});
  p.layout.rails.push_back({.id = p.take_id(), .name = "Battery tray", .from = 0.12, .to = 0.42, .y = 0.0, .z = 0.026});
  const auto part = [&](const char* name, PartKind kind, Vec3 size, Vec3 place, double mass,
                        PartShape shape = PartShape::box) {
    Part q{.id = p.take_id(),
           .name = name,
           .kind = kind,
           .shape = shape,
           .size = size,
           .place = place,
           .mass = mass,
           .mass_sigma = 0.03 * mass};
    p.layout.parts.push_back(q);
  };
  part("Battery", PartKind::battery, {0.138, 0.048, 0.034}, {0.31, 0.0, 0.043}, 0.512);
  p.layout.parts.back().rail = p.layout.rails[0].id;
  p.layout.parts.back().lithium = true;
  part("Motor", PartKind::motor, {0.060, 0.036, 0.036}, {0.105, 0.0, 0.034}, 0.245, PartShape::cylinder_x);
  part("ESC", PartKind::esc, {0.060, 0.030, 0.018}, {0.30, 0.0, 0.080}, 0.058);
  part("Receiver", PartKind::receiver, {0.042, 0.022, 0.012}, {0.10, 0.03, 0.085}, 0.010);
  return p;
}

Project powered_boat() {
  Project p = sample_boat();
  const HullModel hull = build_hull(p.hull);
  const Vec3 exit(0.06, 0.0, hull.bottom_height(0.06, 0.0)), disc(-0.07, 0.0, -0.034);
  const Vec3 along = (exit - disc).normalized();
  part_of(p, PartKind::motor).place = disc + 0.27 * along;
  Part propeller{.id = p.take_id(), .name = "Propeller", .kind = PartKind::propeller, .shape = PartShape::cylinder_x};
  propeller.size = {0.014, 0.040, 0.040};
  propeller.mass = 0.02;
  propeller.place = disc;
  propeller.outside = true;
  p.layout.parts.push_back(propeller);
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.motor.kv = 94.2;
  d.motor.no_load_current = 0.8;
  d.battery.cells = 4;
  d.battery.capacity = 18000.0;
  d.esc.current_limit = 100.0;
  d.shaft.exit_x = 0.06;
  d.shaft.bearing_spacing = 0.08;
  d.shaft.motor_tilt = std::atan2(along.z(), along.x());
  set_drive(p, d);
  return p;
}

PlaningHull planing_bottom_of_a_launch() {
  PlaningHull h;
  h.beam = 0.17;
  h.deadrise = radians(18.0);
  h.mass = 1.4;
  h.lcg = 0.20;
  h.vcg = 0.05;
  return h;
}

Part& part_of(Project& project, PartKind kind) {
  for (Part& part : project.layout.parts)
    if (part.kind == kind) return part;
  throw std::runtime_error("no part of this kind");
}

HullDesign usual_hull(HullFamily family) {
  HullDesign d;
  d.family = family;
  d.shape = default_shape(family);
  return d;
}

HullDesign any_family_hull() {
  const auto lofted = hull_families().size() - 1;  // the last is the imported one
  HullDesign d = usual_hull(hull_families()[static_cast<std::size_t>(any::whole(0, static_cast<int>(lofted) - 1))].id);
  d.shape.length *= 0.01 * any::whole(70, 130);
  d.shape.beam *= 0.01 * any::whole(70, 130);
  d.shape.depth *= 0.01 * any::whole(70, 130);
  return d;
}

ImmersedBody body_of(const TriangleMesh& mesh, std::size_t leaf) {
  return ImmersedBody(BuoyantSolid{mesh, {}}, leaf);
}

}  // namespace plucky::test
