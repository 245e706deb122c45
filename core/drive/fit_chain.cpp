#include "drive/fit_chain.h"

namespace plucky {

namespace {

constexpr double clearance = 0.05e-3;

Joint join(const char* key, const char* inner, double inner_d, const char* outer, double outer_d, const char* loose,
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

}  // namespace

std::vector<Joint> fit_chain(const Drive& d) {
  std::vector<Joint> out;
  const Coupler& c = d.coupler;
  const Shaft& s = d.shaft;
  if (d.has_shaft_line()) {
    const char* grub = c.grub_screws ? d.motor.shaft_flat
                                           ? "grub screw onto the flat, thread lock, reachable with the deck on"
                                           : "a grub screw needs a flat: file one, then thread lock"
                                     : "clamped: no flat needed";
    out.push_back(
        join("motor-coupler", "motor shaft", d.motor.shaft_diameter, "the coupler's bore", c.bore_motor,
             "needs a reducing sleeve, slit where the screw presses; without it the coupler runs out of true.",
             "another coupler, or drill its hub on a lathe.", grub));
    out.push_back(join("coupler-shaft", "shaft", s.diameter, "the coupler's bore", c.bore_shaft,
                       "needs a reducing sleeve; without it the coupler whips and loosens.",
                       "another coupler with this bore.",
                       s.kind == ShaftKind::flex_cable ? "solder the cable's end into a ferrule, not onto the cable"
                                                       : "a flat under the screw, thread lock"));
    out.push_back(join("shaft-bearing", "shaft", s.diameter, "the bearings", s.bearing_bore,
                       "it rattles, wears the bearing oval and lets water in: bearings of the shaft's bore.",
                       "bearings of the shaft's bore.",
                       s.bearing == BearingKind::ball_ceramic       ? "no grease port needed"
                       : s.bearing == BearingKind::water_lubricated ? "runs in water: no grease, and never dry"
                                                                    : "needs a grease port that can be reached"));
    out.push_back(join("shaft-dog", "shaft", s.diameter, "the drive dog", s.dog_bore,
                       "it sits crooked and the propeller wobbles: a dog of the shaft's bore.",
                       "a dog of the shaft's bore.", "dog on a flat; thread lock"));
    out.push_back(join("shaft-propeller", "shaft", s.diameter, "the propeller's bore", d.screw.bore,
                       "needs a bush in the propeller, else it runs out of balance.",
                       "bore the propeller up in a drill press, then balance it again.",
                       "nut with thread lock or a locking insert"));
    return out;
  }
  const bool jet = d.propulsor == Propulsor::jet;
  const bool geared_pod = d.propulsor == Propulsor::propeller && d.gearing.geared();
  if (d.propulsor != Propulsor::none)
    out.push_back(join(jet ? "motor-impeller" : "motor-propeller", geared_pod ? "the leg's shaft" : "motor shaft",
                       geared_pod ? d.pod.shaft_diameter : d.motor.shaft_diameter,
                       jet ? "the impeller's hub" : "the propeller's bore", d.screw.bore,
                       "needs an adapter or bush of this bore; without it it runs out of balance.",
                       "an adapter with a collet on the motor shaft.",
                       jet ? "thread lock; the impeller must come out for weed"
                           : "adapter tightened onto the shaft, thread lock, nut secured"));
  return out;
}

}  // namespace plucky
