// The rules that turn an assessment into findings. In: an Assessment without findings. Out: findings, worst first.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// Runs every rule. Each rule that applies gives one finding, `fine` when it is passed.
[[nodiscard]] std::vector<Finding> run_rules(const Assessment& a);

/// Would the part at this place be inside the skin, clear of the other parts and of the bulkheads?
[[nodiscard]] bool place_is_free(const Assessment& a, Part part, const Vec3& place);

/// A free place for a new part, as low and as near to the CG as it goes; the hull's middle when nothing is free.
[[nodiscard]] Vec3 find_place(const Assessment& a, const Part& part);

/// Puts a part aboard at such a place.
[[nodiscard]] Edit put_aboard(const Assessment& a, Part part);

/// The part a builder would slide to trim the boat: the heaviest battery, else the heaviest part on a rail; 0 if none.
[[nodiscard]] Id part_to_slide(const Assessment& a);

/// An edit that slides part_to_slide() so that the boat rests at the wanted trim, as far as rail, skin and other parts
/// let it; empty when there is no such part or it cannot move that way.
[[nodiscard]] std::optional<Edit> slide_edit(const Assessment& a, double wanted_trim);

/// A finding of a stage with its number and limit as {0} and {1}.
[[nodiscard]] Finding stage_finding(Stage stage, const std::string& rule, Severity severity, Quantity number,
                                    Quantity limit, const char* source);
/// The same of the Drive stage.
[[nodiscard]] Finding drive_finding(const char* rule, Severity severity, Quantity number, Quantity limit,
                                    const char* source);

/// Few boats are held at full throttle until the battery is empty: a part too hot then, and not with its share of
/// cruising, is only watched, and told so.
void ease_by_cruising(const Assessment& a, const PartHeat& part, Finding& f);

void flotation_rules(const Assessment& a, std::vector<Finding>& out);
void stability_rules(const Assessment& a, std::vector<Finding>& out);
void layout_rules(const Assessment& a, std::vector<Finding>& out);
void hull_rules(const Assessment& a, std::vector<Finding>& out);
void drive_rules(const Assessment& a, std::vector<Finding>& out);
/// How the drive lines up and how deep it works; called by drive_rules().
void line_rules(const Assessment& a, std::vector<Finding>& out);
void steering_rules(const Assessment& a, std::vector<Finding>& out);
void cool_rules(const Assessment& a, std::vector<Finding>& out);
void seal_rules(const Assessment& a, std::vector<Finding>& out);
void trial_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
