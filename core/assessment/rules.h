// The rules that turn an assessment into findings, and what several stages' rules and remedies need. Each stage has its
// own rules in core/assessment/stages.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// Runs every rule. Each rule that applies gives one finding, `fine` when it is passed.
[[nodiscard]] std::vector<Finding> run_rules(const Assessment& a);

/// The part a builder would slide to trim the boat: the heaviest battery, else the heaviest part on a rail; 0 if none.
[[nodiscard]] Id part_to_slide(const Assessment& a);

/// An edit that slides part_to_slide() so that the boat rests at the wanted trim, as far as rail, skin and other parts
/// let it; empty when there is no such part or it cannot move that way.
[[nodiscard]] std::optional<Edit> slide_edit(const Assessment& a, double wanted_trim);

/// Lengthens a hatch of the hull, m along the boat, so that it goes from one place to the other at least.
[[nodiscard]] Edit lengthen_hatch(const HullDesign& hull, const Hatch& hatch, double from, double to);

/// A finding of a stage with its number and limit as {0} and {1}.
[[nodiscard]] Finding stage_finding(Stage stage, const std::string& rule, Severity severity, Quantity number,
                                    Quantity limit, const Text& source, Id subject = 0);
/// The same of the Drive stage.
[[nodiscard]] Finding drive_finding(const char* rule, Severity severity, Quantity number, Quantity limit,
                                    const Text& source);

/// Few boats are held at full throttle until the battery is empty: a part too hot then, and not with its share of
/// cruising, is only watched, and told so.
void ease_by_cruising(const Assessment& a, const PartHeat& part, Finding& f);

}  // namespace plucky
