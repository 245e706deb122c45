#include "assessment/running_edits.h"

#include <algorithm>

#include "cooling/options.h"

namespace plucky {

std::optional<Project> with_circuit(const Assessment& a, Plumbing plumbing, double bore) {
  if (drive_kind(a.fitted_drive).in_air) return std::nullopt;
  CoolingCircuit circuit = plumbed(plumbing, boat_of(a), a.project.cooling, a.project.next_id);
  if (circuit.empty()) return std::nullopt;
  if (bore > 0.0) circuit = with_bore(std::move(circuit), bore);
  return apply(a.project, {"Cooling", ChangeCooling{std::move(circuit)}});
}

std::optional<Project> with_throttle_limit(const Assessment& a, double wished_speed) {
  constexpr double much = 1.15, margin = 1.03;
  if (wished_speed <= 0.0 || !a.power.full.runs() || a.power.full.speed < much * wished_speed) return std::nullopt;
  const auto enough = std::find_if(a.power.sweep.begin(), a.power.sweep.end(),
                                   [&](const RunningState& s) { return s.runs() && s.speed >= margin * wished_speed; });
  if (enough == a.power.sweep.end() || enough->throttle >= a.fitted_drive.throttle) return std::nullopt;
  Drive limited = a.fitted_drive;
  limited.throttle = enough->throttle;
  limited.cruise_throttle = std::min(limited.cruise_throttle, 0.75 * limited.throttle);
  return apply(a.project, {"Throttle", ChangeDrive{limited, {}}});
}

Assessment as_it_will_run(Assessor& judge, Assessment a, const std::function<double(const Assessment&)>& faults) {
  const auto take_if_better = [&](const std::optional<Project>& other) {
    if (!other) return;
    Assessment b = judge.assess(*other, Care::trial);
    if (faults(b) < faults(a)) a = std::move(b);
  };
  take_if_better(with_throttle_limit(a, a.project.brief.wanted_speed));
  const bool hot = std::any_of(a.findings.begin(), a.findings.end(),
                               [](const Finding& f) { return f.id == "drive.heat" && f.severity >= Severity::watch; });
  if (hot && a.project.cooling.empty()) take_if_better(with_circuit(a, Plumbing::series));
  return a;
}

}  // namespace plucky
