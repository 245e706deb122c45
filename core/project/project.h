// The whole boat as one plain value: what is saved, undone and assessed.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "base/blob.h"
#include "brief/brief.h"
#include "build/design.h"
#include "cooling/circuit.h"
#include "hull/design.h"
#include "layout/part.h"
#include "project/drives.h"
#include "project/steering_parts.h"
#include "sealing/design.h"
#include "trial/trial_log.h"

namespace plucky {

/// Fields of a file this version does not know, by their place ("/layout/parts/#7/colour"; "/" within a key is "~1" and
/// "~" is "~0"), kept for the next save.
using UnknownFields = std::map<std::string, nlohmann::json>;

/// Entries of the boat's archive this version does not know, by their name, kept for the next save.
using UnknownEntries = std::map<std::string, Blob>;

/// A finding the builder has decided to live with. It comes back when it gets worse than it was then.
struct IgnoredFinding {
  std::string rule;    ///< e.g. "float.trim"
  Id id = 0;           ///< subject of the finding; 0 for the whole boat
  int severity = 0;    ///< of Severity, when it was ignored
  std::string reason;  ///< why; never empty
  std::string date;    ///< ISO day
  bool operator==(const IgnoredFinding&) const = default;
};

struct Project {
  std::string name = "New boat";
  std::string notes;
  Brief brief;
  HullDesign hull;
  std::vector<DriveUnit> drives;
  Fittings fittings;  ///< tabs and fins under the stern
  SteeringUse steering_use;
  Layout layout;  ///< the components
  CoolingCircuit cooling;
  Sealing sealing;
  BuildDesign build;
  TrialLog trial;
  std::vector<IgnoredFinding> ignored;
  Id next_id = 1;  ///< the next permanent number
  UnknownFields unknown;
  UnknownEntries unknown_entries;

  /// Takes a fresh permanent number.
  [[nodiscard]] Id take_id() { return next_id++; }
  /// All drives taken together, read from their components (drive_of()).
  [[nodiscard]] Drive drive() const { return drive_of(*this); }
  /// What steers, read from its components (steering_of()).
  [[nodiscard]] Steering steering() const { return steering_of(*this); }
  bool operator==(const Project&) const = default;
};

/// Throws InvalidInput where the project breaks its own rules: ids used twice, rails that do not exist, parts without
/// size or with a negative mass, anything that could not be saved and read back (check_fields() in json.h).
void check_project(const Project& project);

/// What the boat is by its hull and drive; the brief is asked only where neither tells.
[[nodiscard]] BoatType type_of(const Project& project);

/// A bare hull of a lofted family to begin with; the brief follows what the family is for.
[[nodiscard]] Project boat_of_family(HullFamily family);

}  // namespace plucky
