// Does the screw turn the boat over, does it lie over in turns, has it enough of itself in the water?
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "water/fluid.h"

namespace plucky {

namespace {

// Common practice, no source. What hangs on the attitude on the plane is a note at most: nobody knows it so well.
constexpr double much_torque_heel = radians(20.0), some_torque_heel = radians(8.0);
constexpr double small_footing = 0.7;
constexpr double digs_in = 0.92, low_trim = radians(2.0);

void torque(const Assessment& a, std::vector<Finding>& out) {
  const HandlingReport& h = a.handling;
  if (!h.torque_heel) return;
  const double heel = *h.torque_heel;
  Finding f =
      drive_finding("drive.torque_roll",
                    heel > much_torque_heel   ? Severity::watch
                    : heel > some_torque_heel ? Severity::note
                                              : Severity::fine,
                    angle_quantity(heel), angle_quantity(heel > much_torque_heel ? much_torque_heel : some_torque_heel),
                    "screw's torque over weight and GM at rest; low confidence");
  f.text.values.push_back({*h.torque, Dimension::torque});
  f.text.words = f.severity == Severity::fine
                     ? "Opening the throttle heels it by {0} against its screw."
                     : "Opening the throttle heels it by {0} against its screw, {2}; should stay under {1}: open it "
                       "slowly.";
  if (f.severity != Severity::fine && h.battery_offset)
    f.text = then(f.text, {"At full speed the battery {0} to the other side would hold against it.",
                           length_quantity(*h.battery_offset)});
  out.push_back(f);
}

void turns(const Assessment& a, std::vector<Finding>& out) {
  const HandlingReport& h = a.handling;
  if (!h.turn_heel || !h.edge_heel) return;
  const double heel = *h.turn_heel, edge = *h.edge_heel;
  Finding f =
      drive_finding("steer.heel",
                    heel > 0.9 * edge   ? Severity::watch
                    : heel > 0.6 * edge ? Severity::note
                                        : Severity::fine,
                    angle_quantity(heel), angle_quantity(edge), "centrifugal force on the CG against GM at rest");
  f.text.words = f.severity == Severity::fine
                     ? "The tightest turn at full speed heels it outward by {0}; its deck edge goes under at {1}."
                     : "The tightest turn at full speed would heel it outward by {0}; its deck edge goes under at {1}.";
  if (f.severity != Severity::fine && h.safe_radius)
    f.text = then(f.text, {"Less rudder or less throttle: at full speed no tighter than {0} of radius.",
                           length_quantity(*h.safe_radius)});
  out.push_back(f);
}

/// Does it come back on one of its two drives?
void one_dead(const Assessment& a, std::vector<Finding>& out) {
  const auto& dead = a.handling.one_dead;
  if (!dead) return;
  const bool holds = dead->held_by && *dead->held_by < 0.8;
  Finding f = drive_finding("steer.one_dead", holds ? Severity::fine : Severity::note,
                            {dead->held_by.value_or(0.0), Dimension::ratio}, {0.8, Dimension::ratio},
                            "thrust times half the distance of the drives against what steers; low confidence");
  f.text.values = {{dead->speed, Dimension::speed},
                   {dead->held_by.value_or(0.0), Dimension::ratio},
                   {dead->moment, Dimension::torque}};
  f.text.words =
      holds ? "With one drive dead the other gives {0}; {1} of what steers holds it straight."
      : dead->held_by
          ? "With one drive dead the other turns it with {2}: {1} of what steers would be needed to hold it "
            "straight. Less throttle brings it back."
          : "With one drive dead the other turns it with {2}, and nothing holds against it: it goes in circles.";
  out.push_back(f);
}

void footing(const Assessment& a, std::vector<Finding>& out) {
  const HandlingReport& h = a.handling;
  if (h.footing) {
    const double q = *h.footing;
    Finding f = drive_finding("drive.chine_walk", q < small_footing ? Severity::note : Severity::fine,
                              {q, Dimension::none}, {small_footing, Dimension::none},
                              "half the wet width over the CG's height; common practice, low confidence");
    f.text.words = f.severity == Severity::fine
                       ? "With dry chines half the width that carries it is {0} times its CG's height."
                       : "Half the width that carries it is only {0} times its CG's height; steady above {1}: it may "
                         "fall from side to side. CG lower and further forward, tabs a little down.";
    out.push_back(f);
  }
  if (h.wet_keel) {
    const double share = std::min(1.0, *h.wet_keel), trim = a.power.full.hull.trim;
    const bool deep = share > digs_in && trim < low_trim;
    Finding f = drive_finding("drive.bow_steer", deep ? Severity::note : Severity::fine, {share, Dimension::ratio},
                              {digs_in, Dimension::ratio}, "wet keel on the plane; common practice, no source");
    f.text.values.push_back(angle_quantity(trim));
    f.text.words = deep ? "At {2} of trim {0} of the keel up to the forefoot is wet, more than {1}: the bow may dig in "
                          "and swing the boat round. CG further aft or tabs up."
                        : "{0} of the keel up to the forefoot is wet at full speed.";
    out.push_back(f);
  }
}

/// Told where it matters: no limit is known for it, blow-over has its own rule.
void air_lift(const Assessment& a, std::vector<Finding>& out) {
  const RunningPoint& run = a.power.full.hull;
  if (!a.power.full.runs() || !(run.air_lift > 0.0)) return;
  const double share = run.air_lift / (a.mass.total * gravity);
  Finding f = drive_finding("drive.air_lift", share > 0.6 ? Severity::note : Severity::fine, {share, Dimension::ratio},
                            {0.6, Dimension::ratio}, "deck and tunnel as a low wing over the water; low confidence");
  f.text.words =
      f.severity == Severity::fine
          ? "At full speed the air under it carries {0} of its weight."
          : "At full speed the air under it carries {0} of its weight, more than {1}: a gust may lift it off.";
  out.push_back(f);
}

}  // namespace

void handling_rules(const Assessment& a, std::vector<Finding>& out) {
  torque(a, out);
  turns(a, out);
  one_dead(a, out);
  footing(a, out);
  air_lift(a, out);
}

}  // namespace plucky
