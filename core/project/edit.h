// Edits: named functions from project to project. Undo keeps earlier projects, so no edit writes its own inverse.
#pragma once

#include <memory>
#include <string>
#include <variant>

#include "base/text.h"
#include "project/project.h"

namespace plucky {

/// Puts a part's middle at a place; a rail holds it on its line and within its travel.
struct MovePart {
  Id part = 0;
  Vec3 place = Vec3::Zero();
  bool operator==(const MovePart&) const = default;
};
/// Replaces a part's data, found by its id.
struct ChangePart {
  Part part;
  bool operator==(const ChangePart&) const = default;
};
/// Adds a part; its id is given by the project.
struct AddPart {
  Part part;
  bool operator==(const AddPart&) const = default;
};
struct RemovePart {
  Id part = 0;
  bool operator==(const RemovePart&) const = default;
};
/// Sets one hull parameter by its key, SI.
struct SetHullParameter {
  std::string key;
  double value = 0.0;
  bool operator==(const SetHullParameter&) const = default;
};
/// Each replaces one room of the boat as a whole. New parts, rails and features come without a number and get one.
struct ChangeHull {
  HullDesign hull;
  bool operator==(const ChangeHull&) const = default;
};
struct ChangeBrief {
  Brief brief;
  bool operator==(const ChangeBrief&) const = default;
};
struct ChangeLayout {
  Layout layout;
  bool operator==(const ChangeLayout&) const = default;
};
/// Puts several parts of the boat to their new data at once, found by their ids.
struct ChangeParts {
  std::vector<Part> parts;
  bool operator==(const ChangeParts&) const = default;
};
/// Writes the drive's numbers into its components (set_drive()). `parts`: parts of the drive that move with the change.
struct ChangeDrive {
  Drive drive;
  std::vector<Part> parts = {};
  bool operator==(const ChangeDrive&) const = default;
};
struct ChangeSteering {
  Steering steering;
  bool operator==(const ChangeSteering&) const = default;
};
struct ChangeCooling {
  CoolingCircuit cooling;
  bool operator==(const ChangeCooling&) const = default;
};
struct ChangeSealing {
  Sealing sealing;
  bool operator==(const ChangeSealing&) const = default;
};
struct ChangeBuild {
  BuildDesign build;
  bool operator==(const ChangeBuild&) const = default;
};
struct ChangeTrial {
  TrialLog trial;
  bool operator==(const ChangeTrial&) const = default;
};
struct ChangeIgnored {
  std::vector<IgnoredFinding> ignored;
  bool operator==(const ChangeIgnored&) const = default;
};
/// Takes over another state of the boat as a whole, say a pinned one.
struct ReplaceBoat {
  std::shared_ptr<const Project> boat;
  bool operator==(const ReplaceBoat&) const = default;
};
struct Rename {
  std::string name;
  bool operator==(const Rename&) const = default;
};

/// A named edit. The label is what undo, the ledger and a "do it" button show.
struct Edit {
  Text label;
  std::variant<MovePart, ChangePart, AddPart, RemovePart, SetHullParameter, ChangeHull, ChangeBrief, ChangeLayout,
               ChangeParts, ChangeDrive, ChangeSteering, ChangeCooling, ChangeSealing, ChangeBuild, ChangeTrial,
               ChangeIgnored, ReplaceBoat, Rename>
      change;
  bool operator==(const Edit&) const = default;
};

/// The project after the edit. Throws InvalidInput when the edit names something that does not exist or would break the
/// project's rules; whether the hull can still be lofted is for assess() to say.
[[nodiscard]] Project apply(const Project& project, const Edit& edit);

/// Does a part or fitting have this number?
[[nodiscard]] bool exists(const Project& project, Id id);

/// What refers to a part or rail, in words; empty when nothing does.
[[nodiscard]] std::vector<Text> references_to(const Project& project, Id id);

}  // namespace plucky
