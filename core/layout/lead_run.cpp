#include "layout/lead_run.h"

#include "base/written.h"
#include "drive/leads.h"
#include "layout/component.h"

namespace plucky {

double lead_length(const Part& from, const Part& to) {
  constexpr double slack = 0.040;
  const Vec3 apart = (to.place - from.place).cwiseAbs() - 0.5 * (to.size + from.size);
  return apart.cwiseMax(0.0).sum() + slack;
}

Part leads_for(double battery_current, double motor_current, const LeadLengths& lengths) {
  const Leads leads{.battery_copper = copper_for(battery_current),
                    .motor_copper = copper_for(phase_current(motor_current)),
                    .plug = plug_for(battery_current)};
  // A pair of contacts in its housing, common practice, no source; one pair in the battery's lead, three at the motor.
  const double pair = 0.006 * (leads.plug / 0.004) * (leads.plug / 0.004);
  Part part;
  part.name = written("Leads");
  part.kind = PartKind::leads;
  part.size = {0.040, 0.020, 0.012};
  part.mass = 2.0 * lengths.battery * lead_mass(leads.battery_copper) +
              3.0 * lengths.motor * lead_mass(leads.motor_copper) + 2.0 * pair;
  part.mass_sigma = 0.2 * part.mass;
  part.data = leads;
  return part;
}

double taken_from_receiver(const Part& part) {
  const ComponentData& data = data_or_usual(part);
  if (const auto* c = std::get_if<Consumer>(&data)) return c->current;
  if (const auto* s = std::get_if<Servo>(&data)) return s->current;
  const auto* lamp = std::get_if<Lamp>(&data);
  return lamp && lamp->supply == 0.0 ? lamp->current : 0.0;
}

}  // namespace plucky
