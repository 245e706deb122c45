#include "build/print_estimate.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

#include "base/error.h"
#include "geometry/mesh_check.h"
#include "geometry/region.h"
#include "sealing/openings.h"

namespace plucky {

namespace {

constexpr double filament_area = 0.25 * pi * 0.00175 * 0.00175;
constexpr double mean_line = 0.010;  // m of a line of infill between turns, for parts of hand size

/// Length round all loops, and how many there are.
struct Lines {
  double length = 0.0;
  std::size_t loops = 0, corners = 0;
};

Lines lines_of(const Region& r) {
  Lines out;
  for (const auto& loop : r.loops) {
    ++out.loops;
    for (std::size_t i = 0; i < loop.size(); ++i) {
      const Vec2 u = loop[(i + 1) % loop.size()] - loop[i],
                 v = loop[(i + 2) % loop.size()] - loop[(i + 1) % loop.size()];
      out.length += u.norm();
      // Where the direction turns by more than 20 degrees the head slows down.
      if (u.dot(v) < 0.94 * u.norm() * v.norm()) ++out.corners;
    }
  }
  return out;
}

/// Speed along a line that the hot end can fill.
double line_speed(const Printer& p) {
  return std::min(p.speed, p.flow / (p.line_width * p.layer));
}

/// s lost by slowing down to a corner and speeding up again.
double corner_time(const Printer& p) {
  return line_speed(p) / p.acceleration;
}

double travel_time(const Printer& p, double way) {
  // A short way is all speeding up and slowing down.
  const double ramp = p.travel * p.travel / p.acceleration;
  return way < ramp ? 2.0 * std::sqrt(way / p.acceleration) : way / p.travel + p.travel / p.acceleration;
}

/// The layers that are looked at, and for how many each stands.
PrintEstimate sliced(const TriangleMesh& part, const Printer& printer, const PrintSettings& settings, std::size_t most,
                     const std::function<bool(double)>& go_on) {
  if (part.triangles.empty() || !check_mesh(part, false).closed())
    throw InvalidInput("part", "is not closed: it cannot be sliced");
  // Sections are taken along x: the upright becomes x.
  TriangleMesh turned = part;
  for (Vec3& v : turned.vertices) v = Vec3(v.z(), v.x(), v.y());
  const Box3 box = bounds(turned);
  const auto layers = static_cast<std::size_t>(std::max(1.0, std::ceil(box.size().x() / printer.layer - 0.5)));
  const std::size_t looked_at = std::min(layers, most);
  std::vector<std::size_t> chosen;
  chosen.reserve(looked_at);
  for (std::size_t k = 0; k < looked_at; ++k) chosen.push_back((2 * k + 1) * layers / (2 * looked_at));
  const double stands_for = static_cast<double>(layers) / static_cast<double>(looked_at);
  // Each with the layers that say whether it is floor or roof.
  const std::size_t far = settings.solid_layers;
  std::map<std::size_t, Region> region;
  for (const std::size_t i : chosen)
    for (const std::size_t by : {std::size_t{0}, std::size_t{1}, far}) {
      region[std::min(i + by, layers)];
      if (i >= by) region[i - by];
    }
  region.erase(layers);
  std::vector<double> at;
  for (const auto& [i, r] : region) at.push_back(box.low.x() + (static_cast<double>(i) + 0.5) * printer.layer);
  auto next = region.begin();
  for (const Section& s : sections(turned, at)) (next++)->second = region_of(s);

  PrintEstimate e;
  e.layers = layers;
  const double w = printer.line_width;
  const double hop_between = 0.25 * std::sqrt(std::max(1e-8, box.size().y() * box.size().z()));
  for (std::size_t k = 0; k < chosen.size(); ++k) {
    if (go_on && !go_on(static_cast<double>(k) / static_cast<double>(chosen.size()))) break;
    const std::size_t i = chosen[k];
    const Region& here = region[i];
    double line = 0.0;
    std::size_t loops = 0, corners = 0;
    for (std::uint32_t p = 0; p < settings.perimeters; ++p) {
      const Lines l = lines_of(grown(here, -(p + 0.5) * w));
      if (l.loops == 0) break;
      line += l.length, loops += l.loops, corners += l.corners;
    }
    // What the perimeters leave is filled: solid where the layer over or under it is missing.
    const Region inside = grown(here, -(settings.perimeters * w));
    Region covered = inside;
    for (const std::size_t by : {std::size_t{1}, far})
      for (const bool up : {true, false}) {
        const bool there = up ? i + by < layers : i >= by;
        covered = there ? common(covered, region[up ? i + by : i - by]) : Region{};
      }
    const double whole = inside.area(), held = std::clamp(covered.area(), 0.0, std::max(0.0, whole));
    double infill = ((whole - held) + settings.infill * held) / w;
    if (line == 0.0 && !here.empty()) {  // thinner than a line: one along its middle
      const Lines l = lines_of(here);
      line = 0.5 * l.length, loops = l.loops, corners = l.corners, infill = 0.0;
    }
    const auto turns = static_cast<std::size_t>(infill / mean_line);
    const double hop = loops > 1 ? hop_between : 0.005;
    e.perimeter_lines += stands_for * line;
    e.infill_lines += stands_for * infill;
    e.travel += stands_for * hop * static_cast<double>(loops);
    e.time += stands_for *
              ((line + infill) / line_speed(printer) + static_cast<double>(corners + turns) * corner_time(printer) +
               static_cast<double>(loops) * travel_time(printer, hop));
  }
  e.plastic = (e.perimeter_lines + e.infill_lines) * w * printer.layer;
  e.mass = e.plastic * settings.density;
  e.filament = e.plastic / filament_area;
  return e;
}

}  // namespace

PrintSettings settings_of(const Skin& skin) {
  return {.perimeters = perimeters_of(skin.shell_thickness), .density = skin.density};
}

PrintEstimate slice_print(const TriangleMesh& part, const Printer& printer, const PrintSettings& settings,
                          const std::function<bool(double)>& go_on) {
  return sliced(part, printer, settings, std::numeric_limits<std::size_t>::max(), go_on);
}

PrintEstimate quick_print(const TriangleMesh& part, const Printer& printer, const PrintSettings& settings) {
  constexpr std::size_t enough = 40;
  return sliced(part, printer, settings, enough, {});
}

}  // namespace plucky
