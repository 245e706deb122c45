// Does the linkage follow, has the servo the strength, and does the boat turn with the throttle shut?
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"

namespace plucky {

namespace {

struct Steered {
  const Assessment& a;
  const Steering& s;
  const SteeringReport& r;
  std::vector<Finding>& out;

  void offer(Finding& f, const char* label, Quantity shown, const Steering& changed) const {
    if (!a.offers() || changed == s) return;
    f.remedy = Edit{{label, shown}, ChangeSteering{changed}};
  }
};

void linkage(const Steered& t) {
  if (t.s.pull_pull) return;
  const double throw_ = t.s.linkage.servo_throw, binds = t.r.linkage.binds_at.value_or(throw_);
  Finding f = drive_finding("steer.linkage",
                            t.r.linkage.stops      ? Severity::stop
                            : t.r.linkage.binds_at ? Severity::watch
                                                   : Severity::fine,
                            angle_quantity(binds), angle_quantity(throw_),
                            "transmission angle of at least 40 degrees; common practice, no source");
  f.text.values.push_back(angle_quantity(std::abs(t.r.linkage.horn_starboard)));
  f.text.values.push_back(angle_quantity(std::abs(t.r.linkage.horn_port)));
  f.text.words =
      f.severity == Severity::fine ? "The linkage follows the servo's {1} and gives {2} to starboard, {3} to port."
      : t.r.linkage.stops ? "The linkage binds at {0} of the servo's {1} and then cannot follow: the servo stalls."
                          : "The linkage binds at {0} of the servo's {1}.";
  if (f.severity != Severity::fine && binds > radians(3.0)) {
    Steering changed = t.s;
    changed.linkage.servo_throw = radians(std::floor(degrees(binds) - 0.5));
    t.offer(f, "Limit the servo's throw to {0}", angle_quantity(changed.linkage.servo_throw), changed);
  }
  t.out.push_back(f);

  const auto holds = [&](const char* rule, double number, double Steering::*limit, double step, const char* fine,
                         const char* too_much, const char* offer) {
    Finding g = drive_finding(rule, number > t.s.*limit ? Severity::watch : Severity::fine, length_quantity(number),
                              length_quantity(t.s.*limit), "exact linkage");
    g.text.words = g.severity == Severity::fine ? fine : too_much;
    if (g.severity != Severity::fine) {
      Steering changed = t.s;
      changed.*limit = step * std::ceil(number / step + 1.0);
      t.offer(g, offer, length_quantity(changed.*limit), changed);
    }
    t.out.push_back(g);
  };
  holds("steer.boot", t.r.linkage.stroke, &Steering::boot_stroke, 1e-3, "The rod strokes {0}; the boot gives {1}.",
        "The rod strokes {0}; the boot gives {1} and would pull off its necks.", "Take a boot with {0} of stroke");
  holds("steer.hole", t.r.linkage.hole, &Steering::boot_hole, 0.5e-3, "The rod sweeps {0} in a hole of {1}.",
        "The rod sweeps {0}; the hole of {1} rubs on it.", "Bore the hole to {0}");
}

void servo(const Steered& t) {
  if (!t.r.servo_needed || !t.r.servo_margin) return;
  const auto newton_metres = [](double si) { return Quantity{si, Dimension::torque}; };
  Finding f = drive_finding("steer.servo",
                            *t.r.servo_margin < 1.0   ? Severity::stop
                            : *t.r.servo_margin < 2.0 ? Severity::watch
                                                      : Severity::fine,
                            newton_metres(*t.r.servo_needed), newton_metres(t.s.servo.torque),
                            "twice the computed torque; common practice, no source");
  f.text.values.push_back({*t.r.servo_margin, Dimension::none});
  f.text.words = f.severity == Severity::fine ? "Full angle at full speed asks {0} of the servo's {1}."
                                              : "Full angle at full speed asks {0}; the servo has {1}, needs twice.";
  t.out.push_back(f);
}

/// What the boat does by itself with something crooked by an angle: by itself, in circles or aside.
Text own_turn(const Steered& t, double angle, const char* alone, const char* circling, const char* drifting) {
  const Quantity crooked = angle_quantity(std::abs(angle));
  if (!t.r.own_radius) return {alone, crooked};
  const bool circles = *t.r.own_radius < 10.0;
  return {circles ? circling : drifting, crooked, length_quantity(circles ? *t.r.own_radius : *t.r.drift)};
}

void behaviour(const Steered& t) {
  // A pod's thrust turns with it: what its leg does as a foil matters little.
  if (t.r.stalled && t.s.by != SteeredBy::pod) {
    Finding f = drive_finding("steer.stall", Severity::note, angle_quantity(*t.r.angle), angle_quantity(t.r.stall),
                              "foils stall between 20 and 25 degrees, small ones earlier; low confidence");
    f.text.words = "{0} of rudder; it stalls at {1} and then only brakes.";
    t.out.push_back(f);
  }
  const auto newtons = [](double si) { return Quantity{si, Dimension::force}; };
  if (t.s.by != SteeredBy::differential && t.r.side_force.value_or(0.0) > 0.0 &&
      *t.r.force_without_throttle < 0.25 * *t.r.side_force) {
    Finding f = drive_finding("steer.throttle", Severity::note, newtons(*t.r.force_without_throttle),
                              newtons(*t.r.side_force), "computed");
    f.text.words = "{1} of side force under power, {0} with the throttle shut: no throttle, no steering.";
    t.out.push_back(f);
  }
  if (t.s.by == SteeredBy::differential) {
    Finding f = drive_finding("steer.throttle", Severity::note, {}, {}, "two throttles");
    f.text.values = {};
    f.text.words = "Steered by two throttles: no throttle, no steering.";
    t.out.push_back(f);
  }
  if (t.r.time_across && (t.s.by == SteeredBy::rudder || t.s.by == SteeredBy::air_rudder)) {
    Finding f = drive_finding("steer.speed", *t.r.time_across > 0.3 ? Severity::note : Severity::fine,
                              {*t.r.time_across, Dimension::duration}, {0.3, Dimension::duration},
                              "servo's speed; common practice, no source");
    f.text.words = f.severity == Severity::fine
                       ? "The servo takes {0} from the middle to full angle."
                       : "The servo takes {0} from the middle to full angle; quick boats want {1}.";
    t.out.push_back(f);
  }
  const Drive& d = t.a.fitted_drive;
  if (const double toe = d.fittings.fin_toe; d.fittings.fins > 0 && toe != 0.0) {
    Finding f = drive_finding("steer.fins", std::abs(toe) > radians(1.0) ? Severity::watch : Severity::note,
                              angle_quantity(std::abs(toe)), {}, "linear turning model, low confidence");
    f.text = own_turn(t, toe, "Fins stand {0} off the centre line.",
                      "Fins stand {0} off the centre line: by itself the boat runs circles of {1} radius.",
                      "Fins stand {0} off the centre line: {1} aside after 10 m.");
    if (t.a.offers()) {
      Drive straight = d;
      straight.fittings.fin_toe = 0.0;
      f.remedy = Edit{"Line the fins up", ChangeDrive{straight, {}}};
    }
    t.out.push_back(f);
  }
  if (t.s.set_crooked != 0.0) {
    Finding f =
        drive_finding("steer.crooked", std::abs(t.s.set_crooked) > radians(1.0) ? Severity::watch : Severity::note,
                      angle_quantity(t.s.set_crooked), angle_quantity(0.0), "linear turning model, low confidence");
    f.text = own_turn(t, t.s.set_crooked, "The rudder stands {0} crooked at neutral.",
                      "The rudder stands {0} crooked at neutral: by itself the boat runs circles of {1} radius.",
                      "The rudder stands {0} crooked at neutral: {1} aside after 10 m.");
    Steering changed = t.s;
    changed.set_crooked = 0.0;
    t.offer(f, "Trim it straight", angle_quantity(0.0), changed);
    t.out.push_back(f);
  }
}

}  // namespace

void steering_rules(const Assessment& a, std::vector<Finding>& out) {
  const Steered t{a, a.fitted_steering, a.steering, out};
  if (!t.r.fitted) {
    if (t.s.by != SteeredBy::none) {
      const Text gap = steering_gap(t.s);
      Finding f{.id = gap.empty() ? "steer.linkage" : "steer.parts", .stage = Stage::drive, .severity = Severity::stop};
      f.text = gap.empty() ? Text("The linkage cannot be built: {0}.", t.r.message)
                           : Text("Nothing steers the boat: {0}. Take one from the catalogue.", gap);
      out.push_back(f);
    }
    return;
  }
  if (t.s.by != SteeredBy::differential) linkage(t);
  servo(t);
  behaviour(t);
}

}  // namespace plucky
