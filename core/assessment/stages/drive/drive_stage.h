// The stage Drive of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun drive_stage();

void drive_rules(const Assessment& a, std::vector<Finding>& out);
/// How the drive lines up and how deep it works; called by drive_rules().
void line_rules(const Assessment& a, std::vector<Finding>& out);
/// Leads, plugs, fuse, batteries, the receiver's supply, aerial and lamps; called by drive_rules().
void electric_rules(const Assessment& a, std::vector<Finding>& out);
void steering_rules(const Assessment& a, std::vector<Finding>& out);
/// How it lies over under its screw and in turns, and what holds it on the plane.
void handling_rules(const Assessment& a, std::vector<Finding>& out);

/// rad, bow down, by which the full thrust of a standing start would tilt the boat from rest; none without a fitted
/// drive.
[[nodiscard]] std::optional<double> thrust_tilt(const Assessment& a);

}  // namespace plucky
