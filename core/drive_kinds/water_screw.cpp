#include "drive_kinds/water_screw.h"

#include <algorithm>
#include <cmath>

#include "brief/brief.h"
#include "cooling/flow.h"
#include "running/boat.h"
#include "steering/design.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr LaunchCheck water_launch[] = {
    {"propeller.clear", "Hands, hair and cord clear of the propeller whenever the battery is in."}};

bool water_takes_screw(const Screw& s) {
  return s.guard_radius <= 0.0 && s.blade_area < least_impeller_area;
}

double water_depth(const Drive& d, const Working& w, const WaterLevel& water) {
  return water(w.place.x()) - (w.place.z() + 0.5 * d.screw.diameter);
}

PropulsorWater water_lies(const Drive& d, const Working& w, const WaterLevel& water) {
  PropulsorWater out;
  out.disc = DiscPlace{water(w.place.x()) - w.place.z(), w.shield, d.screw.surface};
  return out;
}

PropulsorLoad water_load(const Propulsion& p, double n, double speed, const PropulsorWater& water) {
  if (!water.disc) return p.with_air(n, speed, {.depth = 10.0 * p.drive().screw.diameter}, 0.0);
  // The share of air follows from the load and the load from the share: more air, less load, less air. One answer.
  const DiscPlace& disc = *water.disc;
  const auto drawn = [&](double air) {
    return p.air_drawn(p.with_air(n, speed, disc, air).thrust, speed, disc, water.history);
  };
  double low = 0.0, high = drawn(0.0);
  if (high <= 0.0) return p.with_air(n, speed, disc, 0.0);
  low = drawn(high);
  for (int i = 0; i < 24 && high - low > 1e-3; ++i) {
    const double middle = 0.5 * (low + high), at = drawn(middle);
    (at > middle ? low : high) = middle;
  }
  return p.with_air(n, speed, disc, 0.5 * (low + high));
}

Text water_doubt(const Propulsion& p) {
  const Screw& s = p.drive().screw;
  if (s.surface) return "surface propeller by blade element with cavities: low confidence";
  if (s.blades < 3) return "two blades by blade element and momentum";
  if (p.chart().source() == ChartSource::series) return {};
  return {
      "pitch ratio {0} and blade area {1} lie outside or at the edge of the series (0.5 to 1.4, 0.3 to 1.05): "
      "blade element and momentum",
      s.pitch / s.diameter, s.blade_area};
}

void water_stream(const Boat& b, const RunningState& s, Stream& out) {
  const double each = s.thrust / b.drive.count, d = b.drive.screw.diameter;
  out.race = std::sqrt(s.speed * s.speed + std::max(0.0, 2.0 * each / (b.density * 0.25 * pi * d * d)));
}

}  // namespace

double water_power_for(double weight, double speed, bool fast) {
  if (!fast) return 0.10 * weight * speed / 0.45;
  const double volume = weight / (gravity * fresh_water_density);
  const double froude_squared = speed * speed / (gravity * std::cbrt(volume));
  return (0.2 + 0.0035 * froude_squared) * weight * speed / 0.5;
}

DriveKind water_screw(Mounting mounting) {
  return {.propulsor = Propulsor::propeller,
          .mounting = mounting,
          .open_screw = true,
          .makes = BoatType::shaft_monohull,
          .steered_by = SteeredBy::rudder,
          .launch = water_launch,
          .takes_screw = &water_takes_screw,
          .power_for = &water_power_for,
          .depth = &water_depth,
          .water = &water_lies,
          .load = &water_load,
          .doubt = &water_doubt,
          .stream = &water_stream};
}

void place_water_screw(const HullModel& hull, const Drive& d, const WaterLevel& at_rest, bool plate, Working& w) {
  const double radius = 0.5 * d.screw.diameter, keel = hull.box.low.z();
  w.plate = plate;
  w.rest_depth = water_depth(d, w, at_rest);
  // A plate, or the bottom above a disc that stands ahead of the transom, sends the air a longer way round.
  w.shield = plate ? 0.4 * radius : std::clamp(w.place.x(), 0.0, 2.0 * radius);
  w.wanted_depth = d.screw.surface ? -radius : (plate ? 0.1 : 0.3) * d.screw.diameter;
  w.below_keel = std::max(0.0, keel - (w.place.z() - radius));
  // Behind the transom the nearest skin is its edge.
  w.tip_clearance = w.place.x() < 0.0 ? std::hypot(w.place.x(), std::max(0.0, keel - w.place.z() - radius))
                                      : hull.bottom_height(w.place.x(), w.place.y()) - w.place.z() - radius;
}

}  // namespace plucky
