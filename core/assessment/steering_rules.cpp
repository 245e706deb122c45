// Does the linkage follow, has the servo the strength, and does the boat turn with the throttle shut?
#include <fmt/format.h>

#include <cmath>

#include "assessment/rules.h"

namespace plucky {

namespace {

struct Steered {
  const Assessment& a;
  const Steering& s;
  const SteeringReport& r;
  std::vector<Finding>& out;

  Finding about(const char* rule, Severity severity, Quantity number, Quantity limit, const char* source) const {
    Finding f{.id = rule, .stage = Stage::drive, .severity = severity};
    f.number = number;
    f.limit = limit;
    f.values = {number, limit};
    f.source = source;
    return f;
  }
  void offer(Finding& f, const char* label, Quantity shown, const Steering& changed) const {
    if (a.care != Care::full || changed == s) return;
    f.remedy = Edit{label, ChangeSteering{changed}};
    f.remedy_values = {shown};
  }
};

void linkage(const Steered& t) {
  if (t.s.pull_pull) return;
  const double throw_ = t.s.linkage.servo_throw, binds = t.r.linkage.binds_at.value_or(throw_);
  Finding f = t.about("steer.linkage",
                      t.r.linkage.stops      ? Severity::stop
                      : t.r.linkage.binds_at ? Severity::watch
                                             : Severity::fine,
                      angle_quantity(binds), angle_quantity(throw_),
                      "transmission angle of at least 40 degrees; common practice, no source");
  f.values.push_back(angle_quantity(std::abs(t.r.linkage.horn_starboard)));
  f.values.push_back(angle_quantity(std::abs(t.r.linkage.horn_port)));
  f.text = f.severity == Severity::fine ? "The linkage follows the servo's {1} and gives {2} to starboard, {3} to port."
           : t.r.linkage.stops ? "The linkage binds at {0} of the servo's {1} and then cannot follow: the servo stalls."
                               : "The linkage binds at {0} of the servo's {1}.";
  if (f.severity != Severity::fine && binds > radians(3.0)) {
    Steering changed = t.s;
    changed.linkage.servo_throw = radians(std::floor(degrees(binds) - 0.5));
    t.offer(f, "Limit the servo's throw to {0}", angle_quantity(changed.linkage.servo_throw), changed);
  }
  t.out.push_back(f);

  Finding boot = t.about("steer.boot", t.r.linkage.stroke > t.s.boot_stroke ? Severity::watch : Severity::fine,
                         length_quantity(t.r.linkage.stroke), length_quantity(t.s.boot_stroke), "exact linkage");
  boot.text = boot.severity == Severity::fine ? "The rod strokes {0}; the boot gives {1}."
                                              : "The rod strokes {0}; the boot gives {1} and would pull off its necks.";
  if (boot.severity != Severity::fine) {
    Steering changed = t.s;
    changed.boot_stroke = std::ceil(1e3 * t.r.linkage.stroke + 1.0) / 1e3;
    t.offer(boot, "Take a boot with {0} of stroke", length_quantity(changed.boot_stroke), changed);
  }
  t.out.push_back(boot);

  Finding hole = t.about("steer.hole", t.r.linkage.hole > t.s.boot_hole ? Severity::watch : Severity::fine,
                         length_quantity(t.r.linkage.hole), length_quantity(t.s.boot_hole), "exact linkage");
  hole.text = hole.severity == Severity::fine ? "The rod sweeps {0} in a hole of {1}."
                                              : "The rod sweeps {0}; the hole of {1} rubs on it.";
  if (hole.severity != Severity::fine) {
    Steering changed = t.s;
    changed.boot_hole = std::ceil(2e3 * t.r.linkage.hole + 1.0) / 2e3;
    t.offer(hole, "Bore the hole to {0}", length_quantity(changed.boot_hole), changed);
  }
  t.out.push_back(hole);
}

void servo(const Steered& t) {
  if (t.r.servo_needed <= 0.0) return;
  const auto newton_metres = [](double si) { return Quantity{si, Dimension::torque}; };
  Finding f = t.about("steer.servo",
                      t.r.servo_margin < 1.0   ? Severity::stop
                      : t.r.servo_margin < 2.0 ? Severity::watch
                                               : Severity::fine,
                      newton_metres(t.r.servo_needed), newton_metres(t.s.servo_torque),
                      "twice the computed torque; common practice, no source");
  f.values.push_back({t.r.servo_margin, Dimension::none});
  f.text = f.severity == Severity::fine ? "Full angle at full speed asks {0} of the servo's {1}."
                                        : "Full angle at full speed asks {0}; the servo has {1}, wants twice.";
  t.out.push_back(f);
}

void behaviour(const Steered& t) {
  if (t.r.stalled) {
    Finding f = t.about("steer.stall", Severity::watch, angle_quantity(t.r.angle), angle_quantity(stall_angle),
                        "Whicker & Fehlner's foils stall between 20 and 25 degrees");
    f.text = "{0} of rudder; it stalls at {1} and then only brakes.";
    t.out.push_back(f);
  }
  const auto newtons = [](double si) { return Quantity{si, Dimension::force}; };
  if (t.s.by != SteeredBy::differential && t.r.side_force > 0.0 && t.r.force_without_throttle < 0.25 * t.r.side_force) {
    Finding f = t.about("steer.throttle", Severity::note, newtons(t.r.force_without_throttle), newtons(t.r.side_force),
                        "computed");
    f.text = "{1} of side force under power, {0} with the throttle shut: no throttle, no steering.";
    t.out.push_back(f);
  }
  if (t.s.by == SteeredBy::differential) {
    Finding f = t.about("steer.throttle", Severity::note, {}, {}, "two throttles");
    f.values = {};
    f.text = "Steered by two throttles: no throttle, no steering.";
    t.out.push_back(f);
  }
  if (t.s.set_crooked != 0.0) {
    Finding f = t.about("steer.crooked", std::abs(t.s.set_crooked) > radians(1.0) ? Severity::watch : Severity::note,
                        angle_quantity(t.s.set_crooked), angle_quantity(0.0), "linear turning model, low confidence");
    f.values = {angle_quantity(std::abs(t.s.set_crooked)), length_quantity(t.r.drift)};
    f.text = "Stands {0} crooked at neutral: {1} aside after 10 m.";
    Steering changed = t.s;
    changed.set_crooked = 0.0;
    t.offer(f, "Trim it straight", angle_quantity(0.0), changed);
    t.out.push_back(f);
  }
}

}  // namespace

void steering_rules(const Assessment& a, std::vector<Finding>& out) {
  const Steered t{a, a.project.steering, a.steering, out};
  if (!t.r.fitted) {
    if (t.s.by != SteeredBy::none) {
      Finding f{.id = "steer.linkage", .stage = Stage::drive, .severity = Severity::stop};
      f.text = "The linkage cannot be built: " + t.r.message + ".";
      out.push_back(f);
    }
    return;
  }
  if (t.s.by != SteeredBy::differential) linkage(t);
  servo(t);
  behaviour(t);
}

}  // namespace plucky
