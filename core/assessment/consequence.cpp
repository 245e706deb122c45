#include "assessment/consequence.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

Severity worst(const Assessment& a, const char* rule) {
  Severity s = Severity::fine;
  for (const Finding& f : a.findings)
    if (f.id == rule && f.ignored.empty()) s = std::max(s, f.severity);
  return s;
}

/// What can be seen on the dial: smaller differences are noise, not consequences.
double visible(Dimension dimension) {
  switch (dimension) {
    case Dimension::length:
      return 5e-5;
    case Dimension::mass:
      return 5e-5;
    case Dimension::angle:
      return radians(0.005);
    case Dimension::volume:
      return 5e-7;
    case Dimension::area:
      return 1e-5;
    case Dimension::ratio:
      return 5e-4;
    case Dimension::current:
      return 0.05;
    case Dimension::duration:
      return 0.5;
    case Dimension::speed:
      return 5e-3;
    case Dimension::temperature:
      return 0.5;
    case Dimension::flow:
      return 0.5e-6 / 60.0;
    default:
      return 1e-6;
  }
}

}  // namespace

std::vector<LedgerRow> ledger(const Assessment& a) {
  const bool afloat = a.flotation.status == FloatStatus::afloat;
  const bool upright = afloat && a.flotation.upright();
  std::vector<LedgerRow> rows;
  const auto row = [&](const char* key, const char* label, const char* short_label, bool exists, double si, Dimension d,
                       Sense sense, const char* rule) {
    LedgerRow r{.key = key,
                .label = label,
                .short_label = short_label,
                .value = {},
                .sense = sense,
                .severity = worst(a, rule)};
    if (exists) r.value = Quantity{si, d};
    rows.push_back(std::move(r));
  };
  const double transom = a.hull->model.box.low.x();
  row("mass", "Mass", "Mass", true, a.mass.total, Dimension::mass, Sense::less_is_better, "float.afloat");
  row("cg_x", "CG from transom", "CG", true, a.mass.cg.x() - transom, Dimension::length, Sense::neutral, "float.cg");
  row("cg_z", "CG above keel", "CG height", true, a.mass.cg.z(), Dimension::length, Sense::less_is_better, "float.gm");
  row("trim", "Trim, bow up", "Trim", afloat, a.flotation.plane.attitude.trim, Dimension::angle, Sense::neutral,
      "float.trim");
  row("heel", "Heel, to starboard", "Heel", afloat, a.flotation.plane.attitude.heel, Dimension::angle, Sense::neutral,
      "float.heel");
  row("draught", "Draught", "Draught", upright, a.form.draught, Dimension::length, Sense::neutral, "");
  row("freeboard", "Least freeboard", "Freeboard", afloat, a.freeboard.least, Dimension::length, Sense::more_is_better,
      "float.freeboard");
  row("gm", "Metacentric height", "GM", afloat, a.flotation.gm_transverse, Dimension::length, Sense::more_is_better,
      "float.gm");
  row("max_arm", "Maximum GZ", "Max. GZ", afloat, a.stability.max_arm, Dimension::length, Sense::more_is_better, "");
  row("vanishing", "Angle of vanishing stability", "Vanishing", afloat, a.stability.vanishing_angle.value_or(pi),
      Dimension::angle, Sense::more_is_better, "float.vanishing");
  row("downflood", "Downflooding", "Downflooding", a.freeboard.downflood_heel.has_value(),
      a.freeboard.downflood_heel.value_or(0.0), Dimension::angle, Sense::more_is_better, "float.downflooding");
  row("wetted", "Wetted surface", "Wetted", afloat, a.flotation.immersion.wetted_area, Dimension::area,
      Sense::less_is_better, "");
  row("hull_speed", "Hull speed", "Hull speed", upright, a.form.hull_speed, Dimension::speed, Sense::more_is_better,
      "");
  const DriveReport& slip = a.drive;
  const RunningState& full = a.power.full;
  const bool runs = full.runs();
  row("speed", "Full speed", "Full speed", runs, full.speed, Dimension::speed, Sense::more_is_better, "drive.speed");
  row("slip_speed", "Speed by pitch and slip", "Pitch and slip", slip.fitted, slip.speed, Dimension::speed,
      Sense::neutral, runs ? "" : "drive.speed");
  row("current", "Full current", "Current", slip.fitted, runs ? full.shaft.battery_current : slip.current,
      Dimension::current, Sense::less_is_better, "drive.esc");
  row("winding", "Winding temperature, end of run", "Winding", a.power.winding.has_value(),
      a.power.winding.value_or(0.0), Dimension::temperature, Sense::less_is_better, "drive.heat");
  row("run_time", "Run time", "Run time", a.power.duty || slip.fitted,
      a.power.duty ? a.power.duty->run_time : slip.run_time, Dimension::duration, Sense::more_is_better,
      "drive.run_time");
  row("water", "Cooling water", "Water", a.water.solved && !a.water.stale, a.water.taken(), Dimension::flow,
      Sense::more_is_better, "cool.flow");
  for (LedgerRow& r : rows)
    if (r.key == "speed" || r.key == "current" || r.key == "winding" || r.key == "run_time" || r.key == "water")
      r.stale = a.power.stale;
  // Drops are no row of their own.
  const double leak = std::max(a.seal.expected, a.seal.running);
  row("leak", "Leaks, driven", "Leaks", afloat && leak > 0.5e-6 / 60.0, leak, Dimension::flow, Sense::less_is_better,
      "seal.driven");
  row("foam", "Foam if flooded", "Foam", true, a.swamped.foam_volume, Dimension::volume, Sense::less_is_better,
      "float.swamped");
  return rows;
}

std::vector<std::string> ledger_of_stage(Stage stage) {
  switch (stage) {
    case Stage::brief:
      return {"mass", "freeboard", "speed", "run_time", "draught", "gm", "trim", "foam"};
    case Stage::hull:
      return {"draught", "freeboard", "gm", "wetted", "hull_speed", "trim", "mass", "speed"};
    case Stage::drive:
      return {"speed", "current", "winding", "run_time", "slip_speed", "trim", "cg_x", "mass"};
    case Stage::layout:
      return {"mass", "cg_x", "cg_z", "trim", "heel", "freeboard", "gm", "foam"};
    case Stage::flotation:
      return {"trim", "cg_x", "freeboard", "draught", "heel", "gm", "vanishing", "downflood"};
    case Stage::seal:
      return {"leak", "foam", "freeboard", "downflood", "trim", "heel", "gm", "mass"};
    case Stage::cool:
      return {"water", "winding", "current", "run_time", "speed", "leak", "mass", "trim"};
    case Stage::build:
      return {"mass", "cg_x", "cg_z", "trim", "heel", "freeboard", "gm", "foam"};
    case Stage::trial:
      break;
  }
  return {"mass", "cg_x", "trim", "freeboard", "speed", "current", "winding", "run_time"};
}

std::vector<Change> consequences(const Assessment& before, const Assessment& after) {
  std::vector<Change> changes;
  const std::vector<LedgerRow> old_rows = ledger(before), new_rows = ledger(after);
  for (std::size_t i = 0; i < new_rows.size(); ++i) {
    const auto &o = old_rows[i].value, &n = new_rows[i].value;
    if (!o && !n) continue;
    if (o && n && std::abs(o->si - n->si) < visible(n->dimension)) continue;
    Change c{.key = new_rows[i].key, .label = new_rows[i].label, .before = o, .after = n};
    if (o && n && new_rows[i].sense != Sense::neutral) {
      const bool more = n->si > o->si;
      c.better = more == (new_rows[i].sense == Sense::more_is_better);
      c.worse = !c.better;
    }
    changes.push_back(std::move(c));
  }
  return changes;
}

}  // namespace plucky
