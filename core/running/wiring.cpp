#include "running/wiring.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "base/bracketed.h"
#include "drive/power_train.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "layout/lead_run.h"
#include "layout/radio.h"

namespace plucky {

namespace {

/// Open-circuit voltage of a whole battery, V, and its resistance, ohm.
double rests_at(const Battery& b, double charged) {
  return b.voltage() * resting_voltage(charged);
}

LeadRun lead_run(const Drive& d, const PowerReport& power, double air, Id from, Id to, std::size_t leads, double length,
                 double copper, double current) {
  LeadRun r{.from = from, .to = to, .leads = leads, .length = length, .copper = copper, .current = current};
  r.temperature = lead_temperature(copper, current, air, power.run_time.value_or(d.battery.ready()));
  const double each = lead_resistance(copper, length, r.temperature.value_or(lead_gone));
  r.drop = 2.0 * each * current;
  r.heat = static_cast<double>(leads) * each * current * current;
  r.carries = lead_current(copper, air, lead_limit);
  return r;
}

/// Charge at which a cell under this current meets the cut-off.
std::optional<double> cut_out_at(const Drive& d, double current) {
  const double sag = current * battery_resistance(d.battery) / d.battery.cells, stop = cell_cutoff(d);
  const auto above = [&](double charged) { return d.battery.cell_voltage * resting_voltage(charged) - sag - stop; };
  if (above(0.0) >= 0.0) return std::nullopt;
  if (above(1.0) <= 0.0) return 1.0;
  return bracketed_root(above, 0.0, 1.0, above(0.0), above(1.0), 20);
}

/// From a box to the straight line between two places, m.
double apart(const Box3& box, const Vec3& from, const Vec3& to) {
  constexpr int points = 40;
  double least = std::numeric_limits<double>::infinity();
  for (int i = 0; i <= points; ++i) {
    const Vec3 at = from + (to - from) * (static_cast<double>(i) / points);
    least = std::min(least, box.distance(Box3{at, at}));
  }
  return least;
}

void radio(const Boat& b, WiringReport& w) {
  const Part* aerial = b.layout.first(PartKind::aerial);
  const Part* ear = aerial ? aerial : b.layout.first(PartKind::receiver);
  if (!ear) return;
  const Box3 box = ear->box();
  if (b.rest.upright()) {
    w.aerial_height = box.high.z() - b.rest.plane.z_at(ear->place.x());
    w.radio_range = radio_range(*w.aerial_height);
  }
  if (!aerial) return;
  const DriveStands& s = b.drive.stands;
  const auto nearer = [&](double gap, Id id) {
    if (!w.aerial_clear || gap < *w.aerial_clear) w.aerial_clear = gap, w.aerial_near = id;
  };
  const Part* before = nullptr;
  for (const Id id : {s.battery, s.esc, s.motor}) {
    const Part* part = b.layout.find(id);
    if (!part) continue;
    nearer(box.distance(part->box()), id);
    if (before) nearer(apart(box, before->place, part->place), id);
    before = part;
  }
}

void receiver(const Boat& b, WiringReport& w) {
  bool known = false;
  for (const Part& part : b.layout.parts) {
    known = known || part.kind == PartKind::receiver;
    w.receiver_current += taken_from_receiver(part);
    if (part.kind == PartKind::lamp) w.lamps.push_back({part.id, lamp_resistor(std::get<Lamp>(data_or_usual(part)))});
  }
  if (!known) w.receiver_current += std::get<Consumer>(traits_of(PartKind::receiver).usual).current;
  // A linear one wants a volt and a half over what it gives, one that switches half a volt: common practice, no source.
  const Esc& esc = b.drive.esc;
  w.bec_needs = receiver_supply + (esc.bec_linear ? 1.5 : 0.5);
  if (esc.bec_linear) w.bec_heat = std::max(0.0, b.drive.battery.voltage() - receiver_supply) * w.receiver_current;
}

void power_side(const Boat& b, const PowerReport& power, double air, WiringReport& w) {
  const Drive& d = b.drive;
  const DriveStands& s = d.stands;
  w.told = d.has_extra(DriveGroup::leads);
  w.leads = leads_of(d);
  w.plug_carries = plug_current(w.leads.plug);
  const LeadLengths& l = d.lead_lengths;
  w.mass =
      d.count * (2.0 * l.battery * lead_mass(w.leads.battery_copper) + 3.0 * l.motor * lead_mass(w.leads.motor_copper));
  if (l.battery > 0.0) {
    const double loop = battery_resistance(d.battery) + 2.0 * lead_resistance(w.leads.battery_copper, l.battery);
    w.short_current = rests_at(d.battery, d.battery.filled) / loop;
  }
  if (!power.full.runs()) return;
  const ShaftState& full = power.full.shaft;
  const double own = full.battery_current / d.count;
  w.fuse_current = own;
  if (l.battery > 0.0) w.battery = lead_run(d, power, air, s.battery, s.esc, 2, l.battery, w.leads.battery_copper, own);
  if (l.motor > 0.0) {
    LeadRun motor = lead_run(d, power, air, s.esc, s.motor ? s.motor : s.propulsor, 3, l.motor, w.leads.motor_copper,
                             phase_current(full.motor_current));
    // Two of the three carry the motor's current at a time.
    motor.drop =
        2.0 * lead_resistance(motor.copper, motor.length, motor.temperature.value_or(lead_gone)) * full.motor_current;
    w.motor = motor;
  }
  w.cut_out = cut_out_at(d, full.battery_current);
}

}  // namespace

WiringReport wiring_report(const Boat& b, const PowerReport& power, double air) {
  WiringReport w;
  receiver(b, w);
  radio(b, w);
  if (!b.drive.lacks(DriveGroup::battery) && !b.drive.lacks(DriveGroup::esc) && b.drive.propulsor != Propulsor::none)
    power_side(b, power, air, w);
  return w;
}

BatteryMatch battery_match(const Battery& one, const Battery& other) {
  BatteryMatch m;
  const double gap = rests_at(one, one.filled) - rests_at(other, other.filled);
  m.equalizing = std::abs(gap) / (battery_resistance(one) + battery_resistance(other));
  m.charge_limit = (gap > 0.0 ? other : one).capacity / 3600.0;
  m.short_of = std::abs(one.ready() - other.ready());
  return m;
}

}  // namespace plucky
