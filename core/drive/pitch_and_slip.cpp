#include "drive/pitch_and_slip.h"

#include <cmath>

#include "drive/drive_table.h"
#include "drive/kind.h"
#include "drive/propeller_chart.h"
#include "water/fluid.h"

namespace plucky {

DriveReport run_drive(const Drive& d, double water_density) {
  DriveReport r;
  if (d.propulsor == Propulsor::none || d.gaps != 0 || d.unlike) return r;
  check_drive(d);
  r.fitted = true;
  const Screw& screw = d.screw;
  r.revolutions = d.loaded * d.motor.kv * d.battery.voltage() / (2.0 * pi * d.gearing.ratio);
  r.speed = r.revolutions * screw.pitch * (1.0 - d.slip);
  const bool air = drive_kind(d).in_air;
  const PropellerChart chart = chart_of({screw.blades, screw.blade_area, screw.pitch / screw.diameter}, air);
  const PropellerCoefficients k =
      chart.wetted(r.speed / (r.revolutions * screw.diameter),
                   r.revolutions * screw.diameter * screw.diameter / (air ? air_viscosity : fresh_water_viscosity));
  const double nd2 = (air ? air_density : water_density) * r.revolutions * r.revolutions * std::pow(screw.diameter, 4);
  r.thrust = d.count * k.kt * nd2;
  r.torque = k.kq * nd2 * screw.diameter;
  const double motor_torque = r.torque / (d.gearing.ratio * d.gearing.efficiency);
  r.current = d.count * (motor_torque * d.motor.kv + d.motor.no_load_current);
  r.power = r.current * d.battery.voltage();
  r.run_time = d.battery.ready() / r.current;
  return r;
}

}  // namespace plucky
