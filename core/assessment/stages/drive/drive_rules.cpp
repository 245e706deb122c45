// What the drive asks of its parts, and speed and run time against the brief.
#include <algorithm>
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "resistance/wave.h"
#include "water/fluid.h"

namespace plucky {

namespace {

Quantity amps(double si) {
  return {si, Dimension::current};
}

/// What a part must stand at full throttle. `fine` and `too_much` have {0} for the number and {1} for the limit.
void holds(const Assessment& a, const char* rule, Quantity number, Quantity limit, const Text& source, const char* fine,
           const char* too_much, std::vector<Finding>& out) {
  Finding f = drive_finding(rule, Severity::fine, number, limit, source);
  if (number.si > limit.si) f.severity = number.si > 1.35 * limit.si ? Severity::stop : Severity::watch;
  f.text.words = f.severity == Severity::fine ? fine : too_much;
  const PowerReport& p = a.power;
  if (f.severity != Severity::fine && a.offers() && p.safe_throttle.value_or(0.0) >= 0.15) {
    Drive limited = a.fitted_drive;
    limited.throttle = std::floor(100.0 * *p.safe_throttle) / 100.0;
    if (limited.throttle < a.fitted_drive.throttle) {
      f.remedy =
          Edit{{"Limit the throttle to {0}", Quantity{limited.throttle, Dimension::ratio}}, ChangeDrive{limited}};
    }
  }
  out.push_back(f);
}

void limits(const Assessment& a, std::vector<Finding>& out) {
  const Drive& d = a.fitted_drive;
  const PowerReport& p = a.power;
  const bool balanced = p.full.runs();
  const double motor_current = balanced ? p.full.shaft.motor_current : a.drive.current / d.count;
  const double battery_current = balanced ? p.full.shaft.battery_current : a.drive.current;
  const char* by = balanced ? "balance of thrust and drag" : "pitch and slip; torque by blade element";
  holds(a, "drive.esc", amps(motor_current), amps(d.esc.current_limit), {"ESC's continuous rating; {0}", by},
        "{0} at full throttle is within the ESC's {1}.",
        "{0} at full throttle; the ESC carries {1}. Less pitch, a smaller propeller or fewer cells.", out);
  holds(a, "drive.battery", amps(battery_current), amps(d.battery.current_limit()),
        "capacity times the battery's C rating", "The battery can give {1}; full throttle asks {0}.",
        "Full throttle asks {0}; the battery can give {1}.", out);
  if (d.motor.current_limit > 0.0)
    holds(a, "drive.motor", amps(motor_current), amps(d.motor.current_limit), "motor's rating",
          "The motor may take {1}; full throttle asks {0}.", "{0} at full throttle; the motor may take {1}.", out);
  if (!balanced || !p.winding) return;
  const char* less = drive_kind(d).in_air ? "Less load, more air over it or shorter runs."
                                          : "Less load, cooling water or shorter runs.";
  const Quantity winding{*p.winding, Dimension::temperature}, most{d.motor.temperature_limit, Dimension::temperature};
  holds(a, "drive.heat", winding, most,
        p.water_cooled ? "two-node heat model, with a water jacket" : "two-node heat model, without cooling water",
        "Winding {0} at the end of a run at full throttle; up to {1}.",
        "Winding {0} at the end of a run at full throttle; should be {1} at most.", out);
  if (out.back().severity != Severity::fine) out.back().text = then(out.back().text, less);
  const HeatCourse& course = p.water_cooled ? p.wet : p.dry;
  if (const auto after = course.time_to(most.si)) {
    Finding& f = out.back();
    f.text = then(
        {course.burns() ? "Winding passes {1} after {2} at full throttle and burns out before the battery is empty."
                        : "Winding passes {1} after {2} at full throttle and reaches {0}.",
         winding, most, Quantity{*after, Dimension::duration}},
        less);
    const Part* motor = drive_parts(a.project.layout, d).motor;
    if (const PartHeat* heat = motor ? a.heat.part(motor->id) : nullptr) ease_by_cruising(a, *heat, f);
  }
  const auto newton_metres = [](double si) { return Quantity{si, Dimension::torque}; };
  if (d.has_shaft_line() || d.has_extra(DriveGroup::coupler))
    holds(a, "drive.coupler_torque", newton_metres(p.full.shaft.torque / d.gearing.ratio),
          newton_metres(coupler_strength(d.coupler)),
          "wall in shear, or grip of a print or silicone tube; common practice, no source",
          "The coupler carries {0} of the {1} it holds.", "{0} at full throttle; the coupler lets go at {1}.", out);
  if (d.has_shaft_line() || d.has_extra(DriveGroup::shaft))
    holds(a, "drive.shaft_torque", newton_metres(p.full.shaft.torque), newton_metres(shaft_strength(d.shaft)),
          "torsion 16 T d / (pi d^4)", "The shaft carries {0} of the {1} at which it yields.",
          "{0} at full throttle; the shaft yields at {1}.", out);
}

void cells(const Assessment& a, std::vector<Finding>& out) {
  const Drive& d = a.fitted_drive;
  Finding f = drive_finding("drive.cells", Severity::fine, {static_cast<double>(d.battery.cells), Dimension::none},
                            {static_cast<double>(d.esc.most_cells), Dimension::none}, "ESC's rating");
  if (d.battery.cells > d.esc.most_cells) f.severity = Severity::stop;
  f.text.words = f.severity == Severity::stop ? "{0} cells in series; the ESC takes {1}." : "The ESC takes {1} cells.";
  out.push_back(f);
}

/// What the ESC must do besides: the standing start, the field's turns.
void esc_duties(const Assessment& a, std::vector<Finding>& out) {
  const Drive& d = a.fitted_drive;
  const PowerReport& p = a.power;
  if (p.full.runs() && d.esc.burst_limit > 0.0) {
    Finding f =
        drive_finding("drive.start", p.start.motor_current > d.esc.burst_limit ? Severity::watch : Severity::fine,
                      {p.start.motor_current, Dimension::current}, {d.esc.burst_limit, Dimension::current},
                      "ESC's burst rating; balance of torques at a standstill");
    f.text.words = f.severity == Severity::fine
                       ? "A standing start at full throttle draws {0}; the ESC bursts to {1}."
                       : "A standing start at full throttle draws {0}; the ESC bursts to {1}: open "
                         "the throttle slowly.";
    out.push_back(f);
  }
  if (p.full.runs()) {
    // Turns of the field: motor revolutions by pole pairs. Most controllers lose step above about 240,000 rpm.
    const double field = p.full.shaft.motor_revolutions * d.motor.poles / 2.0, most = 4000.0;
    Finding f =
        drive_finding("drive.field", field > most ? Severity::watch : Severity::fine, {field, Dimension::revolutions},
                      {most, Dimension::revolutions}, "common practice, no source; ESC's own limit goes before it");
    f.text.words = f.severity == Severity::fine
                       ? "The field turns at {0}; ESCs follow to about {1}."
                       : "The field turns at {0} with these poles; many ESCs lose step above {1}.";
    out.push_back(f);
  }
}

void balance(const Assessment& a, std::vector<Finding>& out) {
  const PowerReport& p = a.power;
  Finding f = drive_finding("drive.balance", Severity::fine, {}, {}, "thrust against drag over the speed");
  f.text.values.clear();
  if (!p.message.empty()) {
    f.severity = p.fitted ? Severity::stop : Severity::watch;
    f.text = {p.fitted ? "No steady run at full throttle: {0}." : "No balance yet: {0}.", p.message};
  } else if (p.full.status == RunningState::Status::under_hump) {
    f.severity = Severity::watch;
    f.text = {"{0}: {1}.", Quantity{p.full.speed, Dimension::speed}, p.full.message};
  } else {
    f.text.words = p.full.jet_speed ? "{0} at full throttle, {1} slower than its jet, {2} of thrust."
                                    : "{0} at full throttle, slip {1}, {2} of thrust.";
    f.text.values = {
        {p.full.speed, Dimension::speed}, {p.full.slip, Dimension::ratio}, {p.full.thrust, Dimension::force}};
    f.number = {p.full.speed, Dimension::speed};
  }
  out.push_back(f);
}

void against_brief(const Assessment& a, std::vector<Finding>& out) {
  const Brief& b = a.project.brief;
  const PowerReport& p = a.power;
  const bool balanced = p.full.runs();
  const auto reaches = [&](const char* rule, double number, double wanted, Dimension dimension, const char* source,
                           const char* words) {
    if (wanted <= 0.0) return;
    Finding f = drive_finding(rule, number < wanted ? Severity::watch : Severity::fine, {number, dimension},
                              {wanted, dimension}, source);
    f.text.words = words;
    out.push_back(f);
  };
  if (balanced) {
    reaches("drive.speed", p.full.speed, b.wanted_speed, Dimension::speed, "brief; balance of thrust and drag",
            "{0} at full throttle; required: {1}.");
    if (p.duty)
      reaches("drive.run_time", p.duty->run_time, b.run_time, Dimension::duration,
              "brief; usable capacity over the mean current of full throttle and cruising",
              "{0} of run; required: {1}.");
  } else {
    reaches("drive.speed", a.drive.speed, b.wanted_speed, Dimension::speed,
            "brief; loaded revolutions times pitch, less slip", "{0} by pitch and slip; required: {1}.");
    reaches("drive.run_time", a.drive.run_time, b.run_time, Dimension::duration,
            "brief; usable capacity over the current at full throttle", "{0} at full throttle; required: {1}.");
  }
  // A displacement hull does not reach its pitch speed: the wave it makes holds it.
  if (!balanced && !a.hull->model.planes && a.form.hull_speed > 0.0 && a.drive.speed > 1.3 * a.form.hull_speed) {
    Finding f =
        drive_finding("drive.hull_speed", Severity::note, {a.drive.speed, Dimension::speed},
                      {a.form.hull_speed, Dimension::speed}, "1.34 times the root of the water line in feet, knots");
    f.text.words = "{0} by pitch and slip, but the hull's own wave holds it near {1}: real slip will be far greater.";
    out.push_back(f);
  }
}

/// How its speed lies to that of long waves over the bed.
void shallow(const Assessment& a, std::vector<Finding>& out) {
  const double depth = a.project.brief.depth;
  if (depth <= 0.0 || !a.power.full.runs()) return;
  const double froude = depth_froude(a.power.full.speed, depth), critical = std::sqrt(gravity * depth);
  const bool near = froude > critical_from && froude < critical_to;
  Finding f = drive_finding("drive.shallow", near ? Severity::note : Severity::fine,
                            {a.power.full.speed, Dimension::speed}, {critical, Dimension::speed},
                            "waves over a bed; Schlichting 1934; low confidence near the critical speed");
  f.text.values.push_back(length_quantity(depth));
  f.text.words = near ? "{0} is near the {1} of long waves over a bed {2} down: they pile up, and the drag has a "
                        "peak that is not in these numbers."
                 : froude < 1.0
                     ? "{0} is well below the {1} of long waves over a bed {2} down."
                     : "{0} is past the {1} of long waves over a bed {2} down: it must get through their peak.";
  out.push_back(f);
}

/// What hangs on a steady run that there is not: said, so that no silence passes for a pass.
void unjudged(const Assessment& a, std::vector<Finding>& out) {
  if (!a.power.fitted || a.power.full.runs()) return;
  Finding f = drive_finding("drive.unjudged", Severity::note, {}, {}, "no steady run");
  f.text.values.clear();
  f.text.words =
      "Without a steady run at full throttle nobody can tell: run time, heat of motor, ESC and battery, porpoising, "
      "turning, cooling water, and what leaks under way.";
  out.push_back(f);
}

/// How far off the numbers may be, and what by.
void uncertainty(const Assessment& a, std::vector<Finding>& out) {
  const auto& r = a.power.ranges;
  if (!r || r->causes.empty()) return;
  Finding f = drive_finding("drive.range", Severity::fine, {r->speed.high - r->speed.low, Dimension::speed}, {},
                            "2000 samples of mass, Kv, resistance, drag, slip and pickup, 90 %; common practice");
  f.text.values = {{r->speed.low, Dimension::speed},
                   {r->speed.high, Dimension::speed},
                   {r->battery_current.low, Dimension::current},
                   {r->battery_current.high, Dimension::current},
                   {r->winding.low, Dimension::temperature},
                   {r->winding.high, Dimension::temperature}};
  f.text.words = "Within what is not known exactly: {0} to {1}, {2} to {3}, winding {4} to {5}; {6} matters most.";
  f.text.values.emplace_back(r->causes.front().words);
  if (r->smooth_speed && *r->smooth_speed > 1.01 * a.power.full.speed)
    f.text = then(f.text, {"A smooth hull in still water, its layer laminar as long as it can be, would reach {0}.",
                           Quantity{*r->smooth_speed, Dimension::speed}});
  if (r->open) {
    f.severity = Severity::note;
    f.text = then(f.text, "Some of these boats find no steady run.");
  }
  const double limit = a.fitted_drive.motor.temperature_limit;
  if (limit > 0.0 && a.power.winding && *a.power.winding <= limit && r->winding.high > limit) {
    f.severity = Severity::note;
    f.text = then(f.text, {"The winding may pass {0}: feel the motor after the first minutes.",
                           Quantity{limit, Dimension::temperature}});
  }
  out.push_back(f);
}

/// Bow-up swing beyond which a boat does not come back, and one that frightens: common practice, no source.
constexpr double goes_over = radians(60.0), stands_up = radians(25.0);

/// Does a standing start turn the boat over backwards? Told even where it would not run steadily after.
void standing_start(const Assessment& a, std::vector<Finding>& out) {
  const PowerReport& p = a.power;
  if (!p.fitted || !p.start.hold) return;
  const double lift = p.start.trim;
  Finding f = drive_finding("drive.flip",
                            lift > goes_over   ? Severity::stop
                            : lift > stands_up ? Severity::watch
                                               : Severity::fine,
                            angle_quantity(lift), angle_quantity(lift > goes_over ? goes_over : stands_up),
                            "thrust and weight about the CG while the throttle opens; low confidence");
  f.text.values.push_back({p.start.thrust, Dimension::force});
  f.text.values.push_back({a.fitted_drive.opening, Dimension::duration});
  f.text.words =
      f.severity == Severity::fine ? "A standing start lifts the bow by up to {0} when the throttle opens in {3}."
      : f.severity == Severity::watch
          ? "A standing start with {2} of thrust lifts the bow by {0}; should stay under {1}. Open the throttle "
            "more slowly."
          : "A standing start with {2} of thrust turns the boat over backwards. Less power, a slower throttle, or "
            "the CG lower and further forward.";
  out.push_back(f);
}

void behaviour(const Assessment& a, std::vector<Finding>& out) {
  const PowerReport& p = a.power;
  if (!p.full.runs()) return;
  if (p.porpoising_margin) {
    Finding f = drive_finding("drive.porpoising", Severity::fine, angle_quantity(p.full.hull.trim),
                              angle_quantity(*p.full.hull.porpoising_trim),
                              "porpoising limit of prismatic hulls (Day & Haag's curves)");
    // The curves were read from few models; half a degree either side of them nobody can tell.
    constexpr double unsure = radians(0.5);
    const double margin = *p.porpoising_margin;
    f.severity = margin < -2.0 * unsure ? Severity::stop
                 : margin < -unsure     ? Severity::watch
                 : margin < unsure      ? Severity::note
                                        : Severity::fine;
    f.text.words =
        f.severity == Severity::fine ? "Runs at {0} of trim; porpoises above {1}."
        : f.severity == Severity::note
            ? "Runs at {0} of trim, within {2} of the {1} above which it porpoises: see it run before trusting it."
            : "Runs at {0} of trim; porpoises above {1}. CG forward or tabs down.";
    if (f.severity == Severity::note) f.text.values.push_back(angle_quantity(unsure));
    out.push_back(f);
  } else if (const auto& mode = p.full.hull.porpoising; mode && p.full.hull.planing_share > 0.9) {
    const bool grows = mode->growth > 0.0;
    const double half = std::log(2.0) / std::max(1e-3, std::abs(mode->growth));
    Finding f = drive_finding("drive.porpoising", grows ? Severity::note : Severity::fine, {half, Dimension::duration},
                              {}, "strip theory of heave and pitch over its surfaces; low confidence");
    f.text.values = {Quantity{half, Dimension::duration}, Quantity{mode->period, Dimension::duration},
                     angle_quantity(p.full.hull.trim)};
    f.text.words = mode->period <= 0.0 ? "At {2} of trim heave and pitch do not swing: it does not porpoise."
                   : !grows            ? "At {2} of trim heave and pitch die out, by half in {0}: it does not porpoise."
                            : "At {2} of trim heave and pitch would double in {0}, once up and down in {1}: it may "
                              "porpoise. CG forward or tabs down.";
    out.push_back(f);
  } else if (p.full.hull.planing_share > 0.5) {
    Finding f = drive_finding("drive.porpoising", Severity::note, {}, {}, "porpoising limit of prismatic hulls");
    f.text = "Whether it porpoises nobody can tell: it is not wholly on the plane.";
    out.push_back(f);
  }
  if (p.blow_over) {
    const Severity how = *p.blow_over < 1.5 ? Severity::stop : *p.blow_over < 2.5 ? Severity::watch : Severity::fine;
    Finding f = drive_finding("drive.blow_over", how, {*p.blow_over, Dimension::none}, {2.5, Dimension::none},
                              "weight's moment over the air's with the bow up; low confidence");
    f.text.words = f.severity == Severity::fine
                       ? "The weight holds the bow down {0} times over at full speed."
                       : "The weight holds the bow down only {0} times over; required: {1}: too much "
                         "power for this boat, or its CG too far aft.";
    out.push_back(f);
  }
}

}  // namespace

void drive_rules(const Assessment& a, std::vector<Finding>& out) {
  if (const Text gap = drive_gap(a.fitted_drive); !gap.empty()) {
    Finding f = drive_finding("drive.gap", Severity::stop, {}, {}, "the drive's list of components");
    f.text = {"What the drive does in this boat is not worked out: {0}.", gap};
    out.push_back(f);
  }
  if (!a.drive.fitted) return;
  limits(a, out);
  cells(a, out);
  esc_duties(a, out);
  electric_rules(a, out);
  balance(a, out);
  against_brief(a, out);
  shallow(a, out);
  unjudged(a, out);
  uncertainty(a, out);
  standing_start(a, out);
  behaviour(a, out);
  line_rules(a, out);
}

}  // namespace plucky
