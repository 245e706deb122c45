#include "running/boat.h"

#include <algorithm>
#include <cmath>

#include "drive/kind.h"
#include "layout/kind.h"
#include "resistance/friction.h"

namespace plucky {

namespace {

/// Drag areas in the water and the air, and where they act.
struct DragAreas {
  double water = 0.0, water_z = 0.0, air = 0.0, air_z = 0.0;
  void add_water(double area, double z) { water += area, water_z += area * z; }
  void add_air(double area, double z) { air += area, air_z += area * z; }
};

/// Of both sides of a rudder or fin at some hundred thousand of Reynolds number, turbulent by its edge (memory).
constexpr double foil_friction = 0.005;

/// A thin upright foil that pierces the surface: friction both sides, thickness, spray 0.24 t^2 (Hoerner).
double foil_drag_area(double chord, double thickness, double span) {
  const double ratio = thickness / chord;
  return 2.0 * chord * span * foil_friction * (1.0 + 2.0 * ratio + 60.0 * std::pow(ratio, 4)) +
         0.24 * thickness * thickness;
}

/// `water` gives the height of the water at x.
void add_part(const Boat& b, const Part& p, const WaterLevel& level, DragAreas& areas) {
  const Box3 box = p.box();
  const double water = level(p.place.x()), wet = std::clamp(water - box.low.z(), 0.0, p.size.z());
  const double dry = p.size.z() - wet, wet_z = box.low.z() + 0.5 * wet, dry_z = box.high.z() - 0.5 * dry;
  if (wet > 0.0 && p.kind == PartKind::rudder) {
    areas.add_water(foil_drag_area(p.size.x(), p.size.y(), wet), wet_z);
  } else if (wet > 0.0 && in_the_line(p.kind) && drive_kind(b.drive).line_drag) {
    areas.add_water(drive_kind(b.drive).line_drag(b.drive, p, wet), wet_z);
  } else if (wet > 0.0 && p.kind != PartKind::propeller) {  // its drag is the propulsor's
    areas.add_water(0.4 * p.size.y() * wet, wet_z);
  }
  if (dry > 0.0) {
    // Guards and blades let the air through; rudders stand edge on.
    areas.add_air(traits_of(p.kind).blocks * p.size.y() * dry, dry_z);
  }
}

}  // namespace

PlaningBottom planing_bottom(const HullModel& hull) {
  PlaningBottom out;
  constexpr double at[] = {0.05, 0.2, 0.35, 0.5};
  std::size_t open = 0;
  for (double share : at) {
    const Section& s = hull.section_near(hull.box.low.x() + share * hull.length());
    Vec2 chine(0.0, 0.0), foot(0.0, 1e300);
    double best = -1e300;
    for (const SectionLoop& loop : s.loops)
      for (const Vec2& p : loop.points) {
        const double side = std::abs(p.x());
        if (p.y() < foot.y()) foot = {side, p.y()};
        if (side - p.y() > best) best = side - p.y(), chine = {side, p.y()};
      }
    if (chine.x() <= 0.0) continue;
    // At the height of the chines there is nothing over the centre plane: two bodies, each from its inner wall to its
    // chine.
    const std::vector<Span> there = s.spans(1, chine.y() + 1e-3 * hull.box.size().z());
    const bool tunnel = there.size() == 2 && there.back().low > 0.02 * hull.beam();
    open += tunnel ? 1 : 0;
    const double from = tunnel ? there.back().low : 0.0, keel = tunnel ? foot.x() : 0.0;
    out.beam += (tunnel ? chine.x() - from : 2.0 * chine.x()) / std::size(at);
    out.tunnel += tunnel ? 2.0 * from / std::size(at) : 0.0;
    out.deadrise += std::atan2(chine.y() - foot.y(), std::max(1e-6, chine.x() - keel)) / std::size(at);
  }
  // One that is open over a part of its length is neither: the V over all of it is what it is taken for.
  if (open == std::size(at)) out.bodies = 2;
  if (hull.runners > 0.0) out.deadrise = 0.0;  // what is lowest is no keel
  return out;
}

WakeShares wake_shares(const Boat& b) {
  if (!drive_kind(b.drive).open_screw) return {};
  if (b.hull.planes) return {0.02, 0.02};
  const double w = std::max(0.0, 0.5 * b.form.block - 0.05);
  return {w, 0.6 * w};
}

WettedBodies wetted_bodies(const Boat& b) {
  WettedBodies out;
  const double small = 0.01 * b.hull.beam();
  double twice = 0.0, all = 0.0, spacing = 0.0;
  for (const Section& s : b.hull.sections) {
    std::vector<Span> pieces;
    for (const Span& span : s.spans(1, b.rest.plane.z_at(s.x)))
      if (span.length() > small) pieces.push_back(span);
    out.pieces = std::max(out.pieces, pieces.size());
    double wide = 0.0;
    for (const Span& p : pieces) wide += p.length();
    all += wide;
    if (pieces.size() == 1) out.mirrored = out.mirrored && std::abs(pieces[0].low + pieces[0].high) < small;
    if (pieces.size() != 2) continue;
    if (std::abs(pieces[0].low + pieces[1].high) > small || std::abs(pieces[0].high + pieces[1].low) > small) {
      out.mirrored = false;
      continue;
    }
    twice += wide;
    spacing += wide * 0.5 * (pieces[1].low + pieces[1].high - pieces[0].low - pieces[0].high);
  }
  if (out.pieces == 2 && twice > 0.97 * all) out.spacing = spacing / twice;
  return out;
}

double least_freeboard(const Boat& b) {
  double least = b.hull.box.size().z();
  for (const Vec3& p : b.hull.deck_edge) least = std::min(least, b.rest.plane.height(p));
  return least;
}

std::optional<Working> working_place(const Boat& b) {
  return working_place(b.hull, b.layout, b.drive, b.loading.cg, [&](double x) { return b.rest.plane.z_at(x); });
}

namespace {

/// What lies over a tunnel, or over the air behind sponsons, is a wing between them: it lifts at 0.35 of its length
/// from its leading edge (common practice for low wings, no source).
std::optional<AirWing> deck_wing(const Boat& b, const PlaningBottom& v) {
  if (v.bodies < 2 && !b.hull.runs_on_points()) return std::nullopt;
  const double middle = b.hull.box.low.x() + 0.5 * b.hull.length();
  const double roof = b.hull.bottom_height(middle, 0.0) - b.hull.section_near(middle).extent().low.y();
  if (!(roof > 0.0) || !(b.hull.deck_area > 0.0)) return std::nullopt;
  return AirWing{.area = b.hull.deck_area,
                 .slope = wing_slope(b.hull.beam(), b.hull.deck_area, roof, roof),
                 .ahead = b.hull.box.low.x() + 0.65 * b.hull.length() - b.loading.cg.x()};
}

/// `keel` is the height of the base line.
AirWing plane_in_air(const AirPlane& p, const Vec3& cg, double keel) {
  const double area = p.span * p.chord, slope = wing_slope(p.span, area, 0.0, std::max(p.z, 1e-3));
  return {.area = area,
          .slope = slope,
          .ahead = p.x - cg.x(),
          .angle = p.angle,
          .above = keel + p.z - cg.z(),
          .section = true,
          // As wing_slope() has it, the nearness of the water counts as aspect ratio.
          .aspect = 2.0 * slope / std::max(1e-6, 2.0 * pi - slope)};
}

std::vector<AirWing> wings_of(const Boat& b, const PlaningBottom& v) {
  std::vector<AirWing> out;
  if (const auto deck = deck_wing(b, v)) out.push_back(*deck);
  for (const AirPlane* plane : {&b.drive.fittings.wing, &b.drive.fittings.canard})
    if (plane->span > 0.0) out.push_back(plane_in_air(*plane, b.loading.cg, b.hull.box.low.z()));
  return out;
}

}  // namespace

RunningHull running_hull(const Boat& b) {
  RunningHull h;
  const Immersion& im = b.rest.immersion;
  const double water = b.rest.plane.z_at(im.centre_of_buoyancy().x()), keel = b.hull.box.low.z() + b.hull.runners;
  const WettedBodies bodies = wetted_bodies(b);
  h.joined = bodies.pieces == 2 && !bodies.spacing;
  const double apart = bodies.spacing.value_or(0.0), count = bodies.spacing ? 2.0 : 1.0;
  h.offsets = offsets_below(
      b.hull, [&](double x) { return b.rest.plane.z_at(x); }, apart, b.offsets);
  h.waterline_length = b.form.waterline_length;
  h.wetted_area = im.wetted_area;
  h.volume = im.volume;
  h.waterplane = b.form.waterplane;
  h.rest_trim = b.rest.plane.attitude.trim;
  h.rest_draught = b.rest.plane.z_at(0.0) - b.hull.transom_keel();
  h.form = form_factor(
      {.length = b.form.waterline_length,
       .beam = bodies.spacing ? 2.0 * std::max(1e-4, h.offsets.greatest_half()) : b.form.waterline_beam,
       .draught = b.form.draught,
       .volume = im.volume / count,
       .prismatic = std::clamp(b.form.prismatic, 0.3, 0.95),
       .lcb = (b.form.lcb - 0.5 * (im.waterline.low.x() + im.waterline.high.x())) / b.form.waterline_length});
  const Section& transom = b.hull.transom();
  h.transom_area = std::max(0.0, transom.area_below(b.rest.plane.z_at(0.0)));
  for (const Span& s : transom.spans(1, b.rest.plane.z_at(0.0))) h.transom_beam += s.length();
  if (h.transom_beam <= 0.0) h.transom_area = 0.0;
  h.density = b.density;
  h.viscosity = b.viscosity;
  h.depth = b.depth;

  const Fittings& fittings = b.drive.fittings;
  const double top = b.hull.box.high.z();
  const auto hangs = [&](const WaterLevel& level) {
    DragAreas areas;
    areas.add_air(0.6 * b.hull.beam() * std::max(0.0, top - water), 0.5 * (top + water));
    for (const Part& p : b.layout.parts)
      if (p.outside) add_part(b, p, level, areas);
    for (std::uint32_t i = 0; i < fittings.fins; ++i)
      areas.add_water(foil_drag_area(fittings.fin_chord, fittings.fin_thickness, fittings.fin_span),
                      keel - 0.5 * fittings.fin_span);
    if (fittings.turn_fin_depth > 0.0)
      areas.add_water(foil_drag_area(fittings.turn_fin_chord, fittings.fin_thickness, fittings.turn_fin_depth),
                      keel - 0.5 * fittings.turn_fin_depth);
    return areas;
  };
  // On the plane the water behind a dry transom begins at the keel's height.
  const DragAreas areas = hangs([&](double x) { return x < b.hull.transom_foot.x() ? keel : b.rest.plane.z_at(x); });
  h.appendage_area = hangs([&](double x) { return b.rest.plane.z_at(x); }).water;
  const Vec3& cg = b.loading.cg;
  PlaningHull& bottom = h.bottom;
  bottom.appendage_area = areas.water;
  if (areas.water > 0.0) bottom.appendage_depth = cg.z() - areas.water_z / areas.water;
  bottom.air_area = areas.air;
  if (areas.air > 0.0) bottom.air_height = areas.air_z / areas.air - cg.z();
  const PlaningBottom v = planing_bottom(b.hull);
  bottom.beam = v.beam;
  bottom.bodies = v.bodies;
  bottom.length = b.hull.length();
  bottom.wings = wings_of(b, v);
  bottom.rails = b.hull.spray_rails;
  bottom.deadrise = std::clamp(v.deadrise, 0.0, radians(40.0));
  bottom.mass = b.loading.mass;
  bottom.lcg = cg.x() - b.hull.transom_foot.x();
  bottom.vcg = cg.z() - keel;
  bottom.surfaces = b.hull.surfaces;
  // From the transom's keel, as the draught is.
  const double foot = b.hull.transom_keel();
  if (!bottom.surfaces.empty()) bottom.vcg = cg.z() - foot;
  for (RunningSurface& s : bottom.surfaces) s.z -= foot - keel;
  if (fittings.tab_chord > 0.0) {
    bottom.tab_chord = fittings.tab_chord;
    bottom.tab_span = fittings.tab_share;
    bottom.tab_angle = fittings.tab_angle;
    bottom.tab_height = fittings.tab_height;
  } else if (const auto tab_of = drive_kind(b.drive).tab) {
    if (const auto tab = tab_of(b.drive)) {
      bottom.tab_chord = tab->chord;
      bottom.tab_span = std::min(1.0, tab->width / std::max(bottom.beam, 1e-3));
      bottom.tab_angle = tab->angle;
    }
  }
  // Where the method cannot go the displacement method stands alone.
  h.planes = b.hull.planes && bottom.beam > 0.0 && bottom.lcg > 0.0 && bottom.lcg < 8.0 * bottom.beam;
  if (const auto w = working_place(b)) {
    bottom.thrust_angle = w->thrust_angle;
    bottom.thrust_offset = w->thrust_offset;
  }
  return h;
}

}  // namespace plucky
