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

std::vector<Joint> fit_chain(const Drive& d) {
  const DriveKind& kind = drive_kind(d);
  return kind.joints ? kind.joints(d) : std::vector<Joint>{};
}

}  // namespace plucky
