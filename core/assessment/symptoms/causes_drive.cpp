// What goes wrong between motor and water.
#include <cmath>

#include "assessment/symptoms/cause.h"
#include "drive/kind.h"

namespace plucky {

namespace drive_cause {

bool has_drive(const Assessment& a) {
  return a.fitted_drive.propulsor != Propulsor::none;
}
bool water_screw(const Assessment& a) {
  return drive_kind(a.fitted_drive).open_screw;
}
bool jet(const Assessment& a) {
  return a.fitted_drive.propulsor == Propulsor::jet;
}
bool line(const Assessment& a) {
  return a.fitted_drive.has_shaft_line();
}
bool strut(const Assessment& a) {
  return drive_kind(a.fitted_drive).strut;
}
bool coupled(const Assessment& a) {
  return a.fitted_drive.has_shaft_line() || a.fitted_drive.has_extra(DriveGroup::coupler);
}
bool geared(const Assessment& a) {
  return a.fitted_drive.gearing.geared();
}
bool in_water(const Assessment& a) {
  return has_drive(a) && !drive_kind(a.fitted_drive).in_air;
}

/// Loaded revolutions of the motor over those it would have without load at this voltage; none without a run.
std::optional<double> loaded_share(const Assessment& a) {
  const RunningState& s = a.power.full;
  const double free_running = a.fitted_drive.motor.kv / (2.0 * pi) * s.shaft.battery_voltage * s.throttle;
  if (!s.runs() || free_running <= 0.0) return std::nullopt;
  return s.shaft.motor_revolutions / free_running;
}

Evidence draws_air(const Assessment& a) {
  if (!a.power.full.runs()) return {};
  const double lost = 1.0 - a.power.full.thrust_kept();
  return {odds(lost, 0.05, 0.30, 8.0, 0.5),
          lost > 0.05 ? Text{"{0} of the thrust is lost to air behind the blades at full throttle.",
                             Quantity{lost, Dimension::ratio}}
                      : Text()};
}

Evidence loads_much(const Assessment& a) {
  const auto share = loaded_share(a);
  if (!share) return {};
  return {odds(1.0 - *share, 0.15, 0.35, 6.0, 0.4),
          {"The motor is held to {0} of its free speed; 80 to 95 % is usual.", Quantity{*share, Dimension::ratio}}};
}

Evidence loads_little(const Assessment& a) {
  const auto share = loaded_share(a);
  if (!share) return {};
  return {odds(*share, 0.96, 0.995, 6.0, 0.3),
          {"The motor reaches {0} of its free speed; 80 to 95 % is usual.", Quantity{*share, Dimension::ratio}}};
}

/// Revolutions at full throttle over those that the wanted speed takes with a usual slip.
Evidence turns_too_fast(const Assessment& a) {
  const double wanted = a.project.brief.wanted_speed;
  const DriveKind& kind = drive_kind(a.fitted_drive);
  if (!a.power.full.runs() || wanted <= 0.0 || kind.jet_speed || kind.in_air || a.fitted_drive.screw.pitch <= 0.0)
    return {};
  const double needed = wanted / ((1.0 - kind.usual_slip) * a.fitted_drive.screw.pitch);
  const double times = a.power.full.revolutions / needed;
  return {odds(times, 1.8, 3.0, 6.0, 0.5),
          times > 1.8 ? Text{"The propeller turns at {0}; {1} would do for the speed you want.",
                             Quantity{a.power.full.revolutions, Dimension::revolutions},
                             Quantity{needed, Dimension::revolutions}}
                      : Text()};
}

Evidence turns_too_slowly(const Assessment& a) {
  const double wanted = a.project.brief.wanted_speed;
  if (!a.power.full.runs() || wanted <= 0.0) return {};
  const double share = a.power.full.speed / wanted,
               used = a.power.full.shaft.motor_current / std::max(1e-9, a.fitted_drive.esc.current_limit);
  if (share >= 1.0 || used > 0.6) return {0.4, {}};
  return {odds(1.0 - share, 0.0, 0.4),
          {"Full throttle gives {0} of the {1} wanted, and the ESC carries only {2} of what it may.",
           Quantity{a.power.full.speed, Dimension::speed}, Quantity{wanted, Dimension::speed},
           Quantity{used, Dimension::ratio}}};
}

Evidence throttle_held(const Assessment& a) {
  const double t = a.fitted_drive.throttle;
  if (t > 0.97) return {0.2, {}};
  return {odds(1.0 - t, 0.03, 0.3), {"The radio gives {0} of the throttle at most.", Quantity{t, Dimension::ratio}}};
}

/// Thrust over drag at the narrowest place below the speed it would reach.
Evidence under_hump(const Assessment& a) {
  const PowerReport& p = a.power;
  if (p.full.status == RunningState::Status::under_hump)
    return {6.0, {"The thrust holds it at {0}, below the hump.", Quantity{p.full.speed, Dimension::speed}}};
  if (!p.full.runs()) return {};
  double narrow = 10.0, at = 0.0;
  const auto& points = p.curve.points();
  for (std::size_t i = 0; i < std::min(points.size(), p.thrust.size()); ++i) {
    if (points[i].speed <= 0.3 * p.full.speed || points[i].speed >= 0.85 * p.full.speed) continue;
    const double spare = p.thrust[i].thrust / std::max(1e-6, points[i].drag) - 1.0;
    if (spare < narrow) narrow = spare, at = points[i].speed;
  }
  if (narrow > 5.0) return {};
  return {odds(-narrow, -0.25, 0.0, 5.0, 0.4),
          {"{0} of thrust to spare at {1}, where it is least.", Quantity{narrow, Dimension::ratio},
           Quantity{at, Dimension::speed}}};
}

Evidence print_or_grub(const Assessment& a) {
  const Coupler& c = a.fitted_drive.coupler;
  if (a.fitted_drive.lacks(DriveGroup::coupler) || !c.grub_screws) return {0.5, {}};
  if (a.fitted_drive.motor.shaft_flat) return {};
  return {2.5, "A grub screw holds the coupler on a round shaft without a flat."};
}

Evidence weedy(const Assessment& a) {
  return a.project.brief.water == WaterKind::weedy ? Evidence{3.0, "The brief names weedy water."} : Evidence{0.8, {}};
}

Evidence choppy(const Assessment& a) {
  return a.project.brief.water == WaterKind::choppy ? Evidence{2.0, "The brief names choppy water."} : Evidence{};
}

Evidence tail_down(const Assessment& a) {
  const double angle = a.fitted_drive.shaft.strut_angle;
  return {odds(angle, radians(1.0), radians(3.0), 4.0, 0.3),
          angle > radians(1.0) ? Text{"The strut stands {0} tail-down.", angle_quantity(angle)} : Text()};
}

Evidence tuned_drag(const Assessment& a) {
  const auto& t = a.project.trial.tuning;
  if (!t) return {};
  return {odds(t->drag, 1.04, 1.2, 6.0, 0.5),
          {"The runs show {0} of the drag that the model has.", Quantity{t->drag, Dimension::ratio}}};
}

Evidence heavier(const Assessment& a) {
  const auto& c = a.project.layout.correction;
  const double planned = a.mass.total - (c ? c->mass : 0.0);
  const double share = c && planned > 0.0 ? c->mass / planned : 0.0;
  return {odds(share, 0.02, 0.15, 6.0, 0.7),
          share > 0.02 ? Text{"It weighs {0} more than the sum of its parts.", Quantity{c->mass, Dimension::mass}}
                       : Text()};
}

Evidence warm_can(const Assessment& a) {
  if (!a.power.can) return {};
  return {odds(*a.power.can, 45.0, 70.0, 4.0, 0.5),
          {"The can reaches {0} at the end of a run.", Quantity{*a.power.can, Dimension::temperature}}};
}

}  // namespace drive_cause

std::span<const Cause> drive_causes() {
  using namespace drive_cause;
  static const char* spin = "Battery unplugged before a hand comes near shaft or blades.";
  static const std::vector<Cause> all{
      {"screw_air",
       "Propeller draws air: too near the surface",
       "Does the note jump up with foam behind the boat when it should pull?",
       "Set the propeller deeper, or put a plate over it; open the throttle more slowly.",
       {"drive.immersion"},
       draws_air,
       water_screw},
      {"jet_air",
       "Jet sucks air",
       "Does the pump scream in chop or in tight turns and bite again in smooth water?",
       "More weight over the intake, the intake flush with the bottom; ease off in chop.",
       {"drive.immersion", "seal.intake"},
       choppy,
       jet},
      {"screw_large",
       "Propeller too large or too steep for the motor",
       "Is the current at full throttle near what ESC or motor may carry?",
       "Less pitch or a smaller propeller, or fewer cells; measure the current on a short run.",
       {"drive.esc", "drive.motor", "drive.battery", "drive.heat"},
       loads_much,
       has_drive},
      {"screw_small",
       "Propeller too small or too flat",
       "Is the current well below what motor and ESC may carry, and the motor not even warm?",
       "More pitch first, then more diameter; a step of a tenth at a time.",
       {},
       loads_little,
       has_drive},
      {"kv_high",
       "Kv too high for these cells",
       "Does the motor reach revolutions that the propeller was never meant for?",
       "A motor of lower Kv, or one cell less; then a larger propeller may turn slower.",
       {"drive.field", "drive.esc", "drive.heat"},
       turns_too_fast,
       has_drive},
      {"kv_low",
       "Too few turns: too few cells or too low a Kv",
       "Is everything cool and the current small, yet it is slow?",
       "One cell more where ESC and motor allow it, or more pitch.",
       {},
       turns_too_slowly,
       has_drive},
      {"throttle_limit",
       "The radio does not give full throttle",
       "Does the transmitter's travel or a limit stop the throttle short?",
       "Set the travel to the whole way, then let the ESC learn the ends of the stick.",
       {},
       throttle_held,
       has_drive},
      {"esc_range",
       "The ESC has not learned the ends of the stick",
       "Does the last part of the stick's way change nothing?",
       "Teach the ESC the stick's ends as its maker says, propeller free of everything.",
       {},
       nullptr,
       has_drive,
       spin},
      {"heavy",
       "Heavier than planned",
       "Does it lie deeper than the drawn water line?",
       "Weigh it whole; take out what it can do without.",
       {"trial.bath_mass", "float.freeboard"},
       heavier},
      {"drag_hull",
       "Rough bottom, a hook, something hanging in the water",
       "Does a straight edge along the last third of the bottom rock or leave light in the middle?",
       "Fill and sand the bottom true to its after edge; fair what stands in the water.",
       {},
       tuned_drag},
      {"hump",
       "Too little thrust to get over the hump",
       "Does it plough with its bow up and come no further, whatever the throttle?",
       "Less mass, CG a little forward, more thrust at low speed: diameter rather than pitch.",
       {"drive.balance", "drive.hull_speed"},
       under_hump,
       has_drive},
      {"strut_down",
       "Strut stands tail-down: it presses the bow in and loads the motor",
       "Does a rule along strut and keel show the after end low?",
       "Set the strut level with the keel.",
       {"drive.strut"},
       tail_down,
       strut},
      {"coupler_slips",
       "Coupler slips or lets go",
       "Does a mark across motor shaft and coupler part after a run?",
       "A metal coupler with a grub screw on a flat, thread lock where metal meets metal.",
       {"drive.coupler_torque"},
       print_or_grub,
       coupled,
       spin},
      {"grub_loose",
       "A grub screw of motor, coupler or drive dog is loose",
       "Can one end be turned by hand while the other is held?",
       "File a flat, clean both, set the screw with thread lock.",
       {},
       print_or_grub,
       coupled,
       spin},
      {"misfit",
       "Shaft and bore do not fit each other",
       "Does the coupler or propeller rock on its shaft?",
       "A sleeve or the right bore; never by glue.",
       {"drive.fit."},
       nullptr,
       has_drive,
       spin},
      {"shaft_weak",
       "The shaft is too thin for the torque",
       "Did it twist or break at a step or a grub screw?",
       "A thicker or stronger shaft, or less torque: pitch, Kv.",
       {"drive.shaft_torque"},
       nullptr,
       line},
      {"screw_slips",
       "The propeller slips on its shaft",
       "Can the propeller be turned while the motor is held?",
       "New hub or nut, drive dog in its slot; a printed one tapped and held by a grub screw.",
       {"drive.fit.shaft-propeller", "drive.fit.motor-propeller"},
       nullptr,
       has_drive,
       spin},
      {"rotation",
       "It turns the wrong way round",
       "Does full throttle ahead push it astern, or blow the wake forward?",
       "Swap two of the motor's three leads, or turn the propeller round.",
       {},
       nullptr,
       has_drive,
       spin},
      {"weed_on_screw",
       "Weed or line round the propeller",
       "Is anything wound round blades, shaft or intake?",
       "Clear it with the battery out; a guard, or another way through the weed.",
       {},
       weedy,
       in_water,
       spin},
      {"out_of_line",
       "Motor and shaft are out of line",
       "Does the shaft turn harder when the mount's screws are tight?",
       "Loosen the motor, turn the shaft by hand, tighten where it runs freely.",
       {"drive.coupler", "drive.second", "drive.flex"},
       nullptr,
       coupled,
       spin},
      {"shaft_bent",
       "Shaft or propeller is bent",
       "Does the shaft's end swing when rolled on glass?",
       "A new shaft; balance the propeller on a thin rod.",
       {},
       nullptr,
       has_drive,
       spin},
      {"whirl",
       "The shaft whirls: too far between its bearings",
       "Does the shaking begin at one certain speed of the motor?",
       "Bearings closer together, or a thicker shaft.",
       {"drive.whirling"},
       nullptr,
       line},
      {"tube_dry",
       "The tube is dry or its bushes are tight",
       "Is the tube warm after a minute of running by hand?",
       "Grease it; ream bushes that bind; line up before the glue.",
       {"seal.grease", "drive.flex_bend"},
       nullptr,
       line,
       "Battery unplugged while greasing; a moving shaft takes fingers and hair."},
      {"dog_rubs",
       "Drive dog or propeller rubs on the tube or strut",
       "Does the tube's end shine or is plastic melted there?",
       "Leave the gap the shaft needs under load; the end hardened or of brass.",
       {"drive.dog_gap"},
       nullptr,
       line,
       spin},
      {"tip_rubs",
       "Blades touch hull, guard or nozzle",
       "Are there marks where the blades pass?",
       "More room for the blades or a smaller propeller.",
       {"drive.tip"},
       nullptr,
       has_drive,
       spin},
      {"unbalanced",
       "The propeller is out of balance",
       "Does one blade always swing down on a thin rod?",
       "Take from the back of the heavy blade until it stays where it is put.",
       {},
       nullptr,
       has_drive,
       "Fine metal and print dust: mask. Never run a cracked propeller."},
      {"lock_missing",
       "Screws without thread lock",
       "Are any screws of motor mount, coupler or rudder loose?",
       "Thread lock on metal, a locknut or an insert in plastic.",
       {},
       nullptr,
       nullptr},
      {"bearing_worn",
       "Motor or tube bearings are worn or rusty",
       "Does it feel rough or rattle when turned by hand?",
       "New bearings, packed with marine grease.",
       {},
       nullptr,
       has_drive},
      {"gear_dry",
       "Gears run dry or too tight",
       "Does the gear case whine and get warm first?",
       "Open it, clean, marine grease, a paper's play between the gears.",
       {},
       nullptr,
       geared,
       spin},
      {"nozzle_wrong",
       "Nozzle does not suit pump and motor",
       "Does a nozzle a millimetre wider or narrower change the speed at once?",
       "Try nozzles in steps of a millimetre; the current says which way.",
       {},
       nullptr,
       jet},
      {"impeller_gap",
       "Impeller is worn or its gap too wide",
       "Can a strip of paper be seen all round between impeller and wall?",
       "A new ring or impeller; the gap as small as it runs free.",
       {},
       nullptr,
       jet,
       spin},
      {"motor_small",
       "The motor is too small for the work",
       "Is the can too hot to touch after a run as you drive it?",
       "A larger can, shorter runs or cruising; water or air over it.",
       {"drive.motor", "drive.heat"},
       warm_can,
       has_drive,
       "Hot can: touch it with a wet finger first."},
      {"motor_hurt",
       "The motor has been overheated",
       "Does it draw more at no load than when it was new?",
       "Compare its no-load current with what its maker tells; exchange it.",
       {},
       warm_can,
       has_drive},
      {"shaft_steep",
       "The shaft is steep: part of the thrust lifts the stern",
       "Does the line slope more than about 15 degrees?",
       "A lower motor or a longer shaft.",
       {"drive.shaft_angle"},
       nullptr,
       line}};
  return all;
}

}  // namespace plucky
