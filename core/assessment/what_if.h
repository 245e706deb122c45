// What would the boat be if one or two of its numbers were others? In: the boat, which numbers, which values. Out: at
// each point the ledger's numbers and what strikes the boat there that does not strike it now; each point is a boat
// that can be taken.
//
// Each point is assessed whole, like an edit that was made: nothing is interpolated.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "assessment/consequence.h"

namespace plucky {

/// A number of the boat that can be turned.
struct Knob {
  std::string key;    ///< e.g. "motor.kv_rad_s_v", "hull.beam_m", "added_mass_kg"
  Text group;         ///< what it belongs to, for people
  const char* label;  ///< for people
  Dimension dimension = Dimension::none;
  bool whole = false;            ///< takes whole numbers
  double low = 0.0, high = 0.0;  ///< SI, allowed
  double now = 0.0;              ///< of the boat
  /// The edit that gives the boat this value; not checked against low and high.
  std::function<Edit(const Project& boat, double value)> turn;
};

/// All of this boat: its drive's numbers and counts that matter for its kind, its hull's measures, mass added at the
/// CG.
[[nodiscard]] std::vector<Knob> knobs_of(const Assessment& boat);
/// Throws InvalidInput for a key that none has.
[[nodiscard]] const Knob& knob_of(const std::vector<Knob>& knobs, const std::string& key);

/// Values of a knob, ascending.
struct Turned {
  std::string knob;
  std::vector<double> values;  ///< SI
};
/// `count` values round the boat's own, which is one of them where it lies in between: for a whole number its
/// neighbours.
[[nodiscard]] Turned usual_turn(const Knob& knob, int count);
/// `count` values from one to the other, whole where the knob is: fewer then. Throws InvalidInput outside its range,
/// for ends that are not in order, and for fewer than 2 or more than 60.
[[nodiscard]] Turned turn_between(const Knob& knob, double low, double high, int count);

/// The value nearest to the boat's own made that, where it lies between them.
void hold_own(Turned& turned, const Knob& knob);

struct WhatIfPoint {
  std::vector<double> at;                        ///< of each knob
  Text refused;                                  ///< why there is no such boat; empty where there is one
  std::vector<std::optional<Quantity>> numbers;  ///< of the ledger's rows
  std::size_t stops = 0, watches = 0;            ///< findings that count
  std::vector<Finding> strikes;  ///< stops and watches that the boat does not have now, or not as bad; worst first
  /// Is there such a boat, and does nothing new stop it?
  [[nodiscard]] bool allowed() const {
    return refused.empty() && (strikes.empty() || strikes.front().severity < Severity::stop);
  }
};

struct WhatIf {
  std::vector<Turned> over;    ///< one or two
  std::vector<LedgerRow> now;  ///< of the boat as it is
  std::vector<WhatIfPoint>
      points;  ///< the last knob's values run fastest; those that a stop left out are missing at the end
  bool complete = false;
  /// Place of a row in `numbers`. Throws InvalidInput for a key that the ledger does not have.
  [[nodiscard]] std::size_t row(const std::string& key) const;
};

/// The boat with the knobs of a point turned, as one edit.
[[nodiscard]] Edit turned_edit(const Assessment& boat, const std::vector<Turned>& over, const std::vector<double>& at);

/// `going_on` is told the share done, from any thread, one at a time, and returns false to stop. Throws InvalidInput
/// for knobs that the boat does not have, the same one twice, none or more than two, more than 2500 points.
[[nodiscard]] WhatIf what_if(const Assessment& boat, const std::vector<Turned>& over,
                             const std::function<bool(double)>& going_on = {});

}  // namespace plucky
