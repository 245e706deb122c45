// What pitch and slip already tell: limits of ESC and battery, speed and run time against the brief.
#include "assessment/rules.h"

namespace plucky {

namespace {

Finding about_drive(const char* rule, Severity severity) {
  return {.id = rule, .stage = Stage::drive, .severity = severity};
}

void limits(const Assessment& a, std::vector<Finding>& out) {
  const Drive& d = a.project.drive;
  const double each = a.drive.current / d.count;
  Finding esc = about_drive("drive.esc", Severity::fine);
  esc.number = {each, Dimension::current};
  esc.limit = {d.current_limit, Dimension::current};
  esc.values = {esc.number, esc.limit};
  esc.source = "ESC's continuous rating; torque by blade element, good to about a third";
  if (each > d.current_limit) esc.severity = each > 1.35 * d.current_limit ? Severity::stop : Severity::watch;
  esc.text = esc.severity == Severity::fine ? "{0} at full throttle is within the ESC's {1}."
                                            : "{0} at full throttle; the ESC carries {1}. Less pitch, a smaller "
                                              "propeller or fewer cells.";
  out.push_back(esc);

  const double most = d.discharge_rate / 3600.0 * d.capacity;
  Finding cells = about_drive("drive.battery", Severity::fine);
  cells.number = {a.drive.current, Dimension::current};
  cells.limit = {most, Dimension::current};
  cells.values = {cells.number, cells.limit};
  cells.source = "capacity times the battery's C rating";
  if (a.drive.current > most) cells.severity = a.drive.current > 1.35 * most ? Severity::stop : Severity::watch;
  cells.text = cells.severity == Severity::fine ? "The battery can give {1}; full throttle asks {0}."
                                                : "Full throttle asks {0}; the battery can give {1}.";
  out.push_back(cells);
}

void against_brief(const Assessment& a, std::vector<Finding>& out) {
  const Brief& b = a.project.brief;
  const auto reaches = [&](const char* rule, double number, double wanted, Dimension dimension, const char* source,
                           const char* words) {
    if (wanted <= 0.0) return;
    Finding f = about_drive(rule, number < wanted ? Severity::watch : Severity::fine);
    f.number = {number, dimension};
    f.limit = {wanted, dimension};
    f.values = {f.number, f.limit};
    f.source = source;
    f.text = std::string("{0} ") + words + (f.severity == Severity::fine ? "; {1} is wanted." : "; wants {1}.");
    out.push_back(f);
  };
  reaches("drive.speed", a.drive.speed, b.wanted_speed, Dimension::speed,
          "brief; loaded revolutions times pitch, less slip", "by pitch and slip");
  reaches("drive.run_time", a.drive.run_time, b.run_time, Dimension::duration,
          "brief; usable capacity over the current at full throttle", "at full throttle");
  // A displacement hull does not reach its pitch speed: the wave it makes holds it.
  if (b.type == BoatType::displacement && a.form.hull_speed > 0.0 && a.drive.speed > 1.3 * a.form.hull_speed) {
    Finding f = about_drive("drive.hull_speed", Severity::note);
    f.number = {a.drive.speed, Dimension::speed};
    f.limit = {a.form.hull_speed, Dimension::speed};
    f.values = {f.number, f.limit};
    f.source = "1.34 times the root of the water line in feet, knots";
    f.text = "{0} by pitch and slip, but the hull's own wave holds it near {1}: real slip will be far greater.";
    out.push_back(f);
  }
}

}  // namespace

void drive_rules(const Assessment& a, std::vector<Finding>& out) {
  if (!a.drive.fitted) return;
  limits(a, out);
  against_brief(a, out);
}

}  // namespace plucky
