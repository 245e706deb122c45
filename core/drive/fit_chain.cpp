#include "drive/fit_chain.h"

#include "drive/kind.h"

namespace plucky {

namespace {
constexpr double clearance = 0.05e-3;
}

Joint joint_of(const char* key, const char* inner, double inner_d, const char* outer, double outer_d, const char* loose,
               const char* tight, const char* hint) {
  Joint j{.key = key, .inner = inner, .outer = outer, .inner_diameter = inner_d, .outer_diameter = outer_d};
  j.hint = hint;
  const Quantity in = length_quantity(inner_d), out = length_quantity(outer_d);
  if (inner_d > outer_d + 1e-6) {
    j.fit = Joint::Fit::misfit;
    j.words = {"{2} {0} does not go into {3} {1}: {4}", in, out, inner, outer, tight};
  } else if (outer_d - inner_d > clearance + 1e-6) {
    j.fit = Joint::Fit::adapter;
    j.words = {"{2} {0} in {3} {1}: {4}", in, out, inner, outer, loose};
  } else {
    j.words = {"{2} {0} fits {3} {1}.", in, out, inner, outer};
  }
  return j;
}

Joint screw_joint(const char* key, const char* shaft, double diameter, const char* bore, double bore_diameter,
                  const char* hint) {
  return joint_of(key, shaft, diameter, bore, bore_diameter,
                  "needs an adapter or bush of this bore; without it it runs out of balance.",
                  "an adapter with a collet on the motor shaft.", hint);
}

Joint motor_in_coupler(const Drive& d) {
  const char* grub = d.coupler.grub_screws ? d.motor.shaft_flat
                                                 ? "grub screw onto the flat, thread lock, reachable with the deck on"
                                                 : "a grub screw needs a flat: file one, then thread lock"
                                           : "clamped: no flat needed";
  return joint_of("motor-coupler", "motor shaft", d.motor.shaft_diameter, "the coupler's bore", d.coupler.bore_motor,
                  "needs a reducing sleeve, slit where the screw presses; without it the coupler runs out of true.",
                  "another coupler, or drill its hub on a lathe.", grub);
}

Joint shaft_in_coupler(const Drive& d) {
  return joint_of("coupler-shaft", "shaft", d.shaft.diameter, "the coupler's bore", d.coupler.bore_shaft,
                  "needs a reducing sleeve; without it the coupler whips and loosens.",
                  "another coupler with this bore.",
                  d.shaft.kind == ShaftKind::flex_cable ? "solder the cable's end into a ferrule, not onto the cable"
                                                        : "a flat under the screw, thread lock");
}

Joint shaft_in_bearings(const Drive& d) {
  const BearingKind kind = d.shaft.bearing;
  return joint_of("shaft-bearing", "shaft", d.shaft.diameter, "the bearings", d.shaft.bearing_bore,
                  "it rattles, wears the bearing oval and lets water in: bearings of the shaft's bore.",
                  "bearings of the shaft's bore.",
                  kind == BearingKind::ball_ceramic       ? "no grease port needed"
                  : kind == BearingKind::water_lubricated ? "runs in water: no grease, and never dry"
                                                          : "needs a grease port that can be reached");
}

std::vector<Joint> chain_with_extras(const Drive& d, const char* key, const char* own_shaft, double own_diameter,
                                     const char* bore, const char* hint) {
  std::vector<Joint> out;
  const bool coupled = d.has_extra(DriveGroup::coupler), shafted = d.has_extra(DriveGroup::shaft);
  if (coupled) out.push_back(motor_in_coupler(d));
  if (coupled && shafted) out.push_back(shaft_in_coupler(d));
  if (shafted) out.push_back(shaft_in_bearings(d));
  if (shafted)
    out.push_back(screw_joint(key, "shaft", d.shaft.diameter, bore, d.screw.bore, hint));
  else
    out.push_back(screw_joint(key, own_shaft, own_diameter, bore, d.screw.bore, hint));
  return out;
}

std::vector<Joint> fit_chain(const Drive& d) {
  const DriveKind& kind = drive_kind(d);
  return kind.joints ? kind.joints(d) : std::vector<Joint>{};
}

}  // namespace plucky
