#include "assessment/stages/drive/drive_stage.h"

namespace plucky {

namespace {

/// What runs and steers. With `kept` the lines are drawn anew and the rest is what it was.
void run_boat(Assessment& a, const PowerReport* kept) {
  const Boat boat = boat_of(a);
  if (kept) {
    a.power = *kept;
    a.power.stale = true;
    a.power.line = drive_line(boat.hull, boat.layout, boat.drive);
    a.power.working = working_place(boat);
  } else {
    a.power = power_report(boat, a.tells_ranges());
  }
  a.steering = steering_report(a.fitted_steering, boat, a.power);
  a.wiring = wiring_report(boat, a.power, a.project.cooling.air);
  a.handling = handling_report(boat, a.power, a.fitted_steering, a.steering);
}

struct DriveMemory {
  std::optional<PowerReport> power;
};

/// In a drag what runs is kept from before and marked stale; only the drive's line follows.
void run_drive(Assessment& a, std::any& memory) {
  auto& kept = memory_as<DriveMemory>(memory);
  a.drive = run_drive(a.fitted_drive, a.density());
  run_boat(a, a.care != Care::in_a_drag || !kept.power ? nullptr : &*kept.power);
  if (!a.power.stale) kept.power = a.power;
}

void rules_of_drive(const Assessment& a, std::vector<Finding>& out) {
  drive_rules(a, out);
  steering_rules(a, out);
  handling_rules(a, out);
}

void numbers_of_drive(const Assessment& a, LedgerRows& rows) {
  const DriveReport& slip = a.drive;
  const RunningState& full = a.power.full;
  const bool runs = full.runs(), stale = a.power.stale;
  rows.add("speed", "Full speed", "Full speed", runs, full.speed, Dimension::speed, Sense::more_is_better,
           "drive.speed", stale);
  rows.add("slip_speed", "Speed by pitch and slip", "Pitch and slip", slip.fitted, slip.speed, Dimension::speed,
           Sense::neutral, runs ? "" : "drive.speed");
  rows.add("current", "Full current", "Current", slip.fitted, runs ? full.shaft.battery_current : slip.current,
           Dimension::current, Sense::less_is_better, "drive.esc", stale);
  rows.add("winding", "Winding temperature, end of run", "Winding", a.power.winding.has_value(),
           a.power.winding.value_or(0.0), Dimension::temperature, Sense::less_is_better, "drive.heat", stale);
  rows.add("run_time", "Run time", "Run time", a.power.duty || slip.fitted,
           a.power.duty ? a.power.duty->run_time : slip.run_time, Dimension::duration, Sense::more_is_better,
           "drive.run_time", stale);
}

}  // namespace

StageRun drive_stage() {
  return {.stage = Stage::drive,
          .name = "Drive",
          .run = &run_drive,
          .rules = &rules_of_drive,
          .numbers = &numbers_of_drive,
          .judged_by = {"speed", "current", "winding", "run_time", "slip_speed", "trim", "cg_x", "mass"}};
}

}  // namespace plucky
