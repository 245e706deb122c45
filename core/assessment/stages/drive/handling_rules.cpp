// Does the screw turn the boat over, does it lie over in turns, has it enough of itself in the water?
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "resistance/slamming.h"
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
  const bool fine = f.severity == Severity::fine, several = a.fitted_drive.count > 1;
  if (fine)
    f.text.words = h.to_port ? "Opening the throttle heels it by {0} to port, against its screw."
                             : "Opening the throttle heels it by {0} to starboard, against its screw.";
  else
    f.text.words =
        h.to_port
            ? "Opening the throttle heels it by {0} to port, against its screw, {2}; should stay under {1}: open it "
              "slowly."
            : "Opening the throttle heels it by {0} to starboard, against its screw, {2}; should stay under {1}: open "
              "it slowly.";
  if (!fine && several) f.text = then(f.text, "Screws that turn against each other would not heel it.");
  if (!fine && !several && h.battery_offset)
    f.text = then(f.text, {h.to_port ? "At full speed the battery {0} to starboard would hold against it."
                                     : "At full speed the battery {0} to port would hold against it.",
                           length_quantity(*h.battery_offset)});
  if (!fine && a.fitted_drive.count == 2 && a.offers()) {
    Drive against = a.fitted_drive;
    against.turning = Turning::outward;
    f.remedy = Edit{"Turn the screws against each other", ChangeDrive{against, {}}};
  }
  out.push_back(f);
}

/// The helm held to what the deck edge bears at full speed.
void offer_less_helm(const Assessment& a, Finding& f) {
  if (!a.offers() || !a.handling.safe_radius) return;
  const Boat boat = boat_of(a);
  Steering less = a.fitted_steering;
  double& helm = less.linkage.servo_throw;
  for (int degree = static_cast<int>(degrees(helm)) - 1; degree >= 8; degree -= 2) {
    helm = radians(degree);
    const std::optional<double> radius = steering_report(less, boat, a.power).turning_radius;
    if (!radius) return;
    if (*radius < *a.handling.safe_radius) continue;
    f.remedy = Edit{{"Limit the servo's throw to {0}", angle_quantity(helm)}, ChangeSteering{less}};
    return;
  }
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
  if (f.severity == Severity::watch) offer_less_helm(a, f);
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

/// Does it go straight by itself, and hold in its turns?
void course(const Assessment& a, std::vector<Finding>& out) {
  const HandlingReport& h = a.handling;
  if (h.course) {
    const double growth = h.course->growth, doubles = growth > 0.0 ? std::log(2.0) / growth : 0.0;
    const bool quick = growth > 0.0 && doubles < 0.5;
    Finding f = drive_finding("steer.course", quick ? Severity::note : Severity::fine, {doubles, Dimension::duration},
                              {0.5, Dimension::duration}, "linear turning model, low confidence");
    const double behind = h.course->side_centre;
    f.text.values = {length_quantity(std::abs(behind)), Quantity{doubles, Dimension::duration}};
    f.text.words =
        growth <= 0.0 ? "At full speed it keeps to its course by itself; the water holds it {0} behind the CG."
        : behind >= 0.0
            ? "At full speed a turn that nobody steers doubles in {1}: it needs steering all the time."
            : "At full speed the water holds it {0} ahead of the CG and a turn that nobody steers doubles in "
              "{1}: it needs steering all the time. Fins under the stern, CG further forward.";
    out.push_back(f);
  }
  if (h.fins) {
    const bool lets_go = h.fins->angle > h.fins->lets_go;
    Finding f = drive_finding("steer.spin_out", lets_go && !h.fins->holds_without ? Severity::note : Severity::fine,
                              angle_quantity(h.fins->angle), angle_quantity(h.fins->lets_go),
                              "drift at the stern in the linear model against the fins' stall; low confidence");
    f.text.words =
        !lets_go ? "In its tightest turn at full speed the water meets the fins at {0}; they hold up to {1}."
        : h.fins->holds_without
            ? "In its tightest turn at full speed the water meets the fins at {0} and they let go at {1}; the "
              "hull alone keeps it from swinging round."
            : "In its tightest turn at full speed the water meets the fins at {0}; they let go at {1}, and the "
              "stern swings round. Less rudder, larger fins, CG further forward.";
    out.push_back(f);
  }
  const Fittings& fit = a.fitted_drive.fittings;
  if (fit.turn_fin_depth > 0.0 && a.power.full.runs()) {
    Finding f = drive_finding("steer.turn_fin", Severity::fine, length_quantity(std::abs(fit.turn_fin_y)), {},
                              "foils of low aspect ratio; low confidence");
    f.text = fit.turn_fin_y < 0.0
                 ? Text(
                       "The turn fin stands to starboard: turns to starboard are held; it pulls that way "
                       "on the straight as well.")
                 : Text(
                       "The turn fin stands to port: turns to port are held; it pulls that way on the "
                       "straight as well.");
    constexpr double felt = 60.0;  // m: a wider circle is nothing to trim against on a pond
    if (a.steering.own_radius && *a.steering.own_radius < felt)
      f.text = then(f.text, {"By itself it would run circles of {0} radius: trim the rudder against it.",
                             length_quantity(*a.steering.own_radius)});
    out.push_back(f);
  }
}

/// Two drives pulling unlike, on purpose or by mistake.
void two_drives(const Assessment& a, std::vector<Finding>& out) {
  const SteeringReport& s = a.steering;
  if (!s.spot_turn) return;
  const SteeringUse& use = a.fitted_steering;
  const bool on_purpose = use.by == SteeredBy::differential || use.mixing > 0.5;
  Finding f = drive_finding("steer.two_drives", Severity::fine, {*s.spot_turn, Dimension::duration}, {},
                            "thrust ahead and 0.6 of it astern against the water across the hull; low confidence");
  f.text.words = on_purpose
                     ? "One drive ahead and one astern turn it on the spot, once round in {0}."
                     : "A drive that turns the wrong way by mistake turns it on the spot, once round in {0}: try both, "
                       "the boat held and clear of hands, before it swims.";
  if (s.mixed_couple) {
    f.text.values.push_back({*s.mixed_couple, Dimension::torque});
    f.text = then(f.text, {"Mixed throttles add {0} at full helm.", Quantity{*s.mixed_couple, Dimension::torque}});
  }
  out.push_back(f);
}

/// Tabs hung over the bottom's edge touch the water only as far as they reach down.
void tabs(const Assessment& a, std::vector<Finding>& out) {
  const Fittings& fit = a.fitted_drive.fittings;
  if (fit.tab_chord <= 0.0 || fit.tab_height <= 0.0 || !a.hull) return;
  const double wet = tab_in_water(fit.tab_chord, fit.tab_angle, fit.tab_height);
  const double over = a.flotation.upright() ? a.hull->model.transom_keel() + fit.tab_height -
                                                  a.flotation.plane.z_at(a.hull->model.box.low.x())
                                            : 0.0;
  Finding f = drive_finding("drive.tabs", wet > 0.0 ? Severity::fine : Severity::note, length_quantity(wet),
                            length_quantity(fit.tab_chord), "water that leaves the bottom's edge along it");
  f.text.values.push_back(length_quantity(fit.tab_height));
  f.text.values.push_back(length_quantity(std::abs(over)));
  f.text.words =
      wet > 0.0
          ? "Of {1} of tab {0} reach down into the water that leaves the bottom; the hinge is {2} over its edge."
          : "On the plane the tabs hang clear of the water that leaves the bottom, {2} under them: they do nothing. "
            "Lower or further down.";
  if (a.flotation.upright())
    f.text = then(f.text,
                  {over >= 0.0 ? "At rest the hinge is {0} over the water." : "At rest the hinge is {0} under water.",
                   length_quantity(std::abs(over))});
  if (wet <= 0.0 && a.offers()) {
    Drive flush = a.fitted_drive;
    flush.fittings.tab_height = 0.0;
    f.remedy = Edit{"Hang the tabs flush", ChangeDrive{flush, {}}};
  }
  out.push_back(f);
}

/// In a chop: blows on a bottom that planes, spray over the bow of one that does not.
void in_chop(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.brief.water != WaterKind::choppy || !a.power.full.runs() || !a.flotation.upright()) return;
  const RunningPoint& run = a.power.full.hull;
  if (run.planing_share > 0.5 && a.hull->model.planes) {
    const PlaningBottom bottom = planing_bottom(a.hull->model);
    const Slam blow = slam({.length = a.form.waterline_length,
                            .beam = bottom.beam * static_cast<double>(bottom.bodies),
                            .deadrise = bottom.deadrise,
                            .trim = run.trim,
                            .mass = a.mass.total,
                            .density = a.density(),
                            .speed = a.power.full.speed,
                            .wave_height = pond_chop});
    constexpr double much = 3.0;  // g: common practice, no source
    Finding f = drive_finding("drive.slamming", blow.mean > much ? Severity::note : Severity::fine,
                              {blow.mean, Dimension::none}, {much, Dimension::none},
                              "Savitsky & Brown 1976, memory; low confidence");
    f.text.values.push_back(length_quantity(pond_chop));
    f.text.words =
        blow.mean > much
            ? "At full speed in a chop of {2} the blows come to some {0} g in the mean, the hardest several "
              "times as much: batteries strapped, less throttle, or more deadrise."
            : "At full speed in a chop of {2} the blows come to some {0} g in the mean; the hardest are several "
              "times as hard.";
    if (!blow.within) f.text = then(f.text, "Outside what was measured it is held at the edge of it.");
    out.push_back(f);
    return;
  }
  const std::vector<Vec3>& edge = a.hull->model.shells.front().deck_edge;
  if (edge.size() < 4) return;
  const Vec3& bow = edge[edge.size() / 2 - 1];
  const double high = a.flotation.plane.height(bow);
  // The bow wave stands about 0.6 of the head of the speed up the stem, and a bow that pitches meets as much again of
  // the wave as it is high (common practice, no source).
  const double head = a.power.full.speed * a.power.full.speed / (2.0 * gravity);
  const double wanted = pond_chop + std::min(0.6 * head, 0.5 * pond_chop);
  Finding f = drive_finding("drive.wetness", high < wanted ? Severity::note : Severity::fine, length_quantity(high),
                            length_quantity(wanted), "wave and bow wave against the bow; low confidence");
  f.text.values.push_back(length_quantity(pond_chop));
  f.text.words = high < wanted
                     ? "The bow stands {0} over the water; in a chop of {2} it ships water below {1}: more sheer, a "
                       "bulwark or a breakwater, every opening sealed."
                     : "The bow stands {0} over the water, enough for a chop of {2}.";
  out.push_back(f);
}

}  // namespace

void handling_rules(const Assessment& a, std::vector<Finding>& out) {
  torque(a, out);
  turns(a, out);
  one_dead(a, out);
  footing(a, out);
  air_lift(a, out);
  course(a, out);
  two_drives(a, out);
  tabs(a, out);
  in_chop(a, out);
}

}  // namespace plucky
