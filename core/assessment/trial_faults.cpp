#include "assessment/trial_faults.h"

#include <algorithm>
#include <set>

namespace plucky {

namespace {

/// The symptom that a happening is; null: none.
const char* symptom_of_event(SeaEvent event) {
  switch (event) {
    case SeaEvent::drives_under:
      return "nose-under";
    case SeaEvent::flips:
      return "flips";
    case SeaEvent::floods:
      return "lower-after";
    case SeaEvent::cuts_out:
      return "esc-cuts-out";
    case SeaEvent::hot:
    case SeaEvent::burns:
      return "winding-hot";
    case SeaEvent::weed:
      return "weed-stuck";
    case SeaEvent::out_of_range:
      return "radio-lost";
    case SeaEvent::planes:
    case SeaEvent::aground:
    case SeaEvent::battery_empty:
      break;
  }
  return nullptr;
}

/// A trial's number by its place in the result; nothing where it has none.
std::optional<double> number_of(const StandardTrials& trials, StandardTrial trial, const Text& name) {
  if (const TrialResult* r = trials.find(trial))
    for (const TrialNumber& n : r->numbers)
      if (n.name == name && n.value) return n.value->si;
  return std::nullopt;
}

}  // namespace

const Suspect* TrialFault::offer() const {
  if (!diagnosis) return nullptr;
  for (const Suspect& s : diagnosis->suspects)
    if (s.finding) return &s;
  return nullptr;
}

std::vector<TrialFault> faults_of(const Assessment& a, const StandardTrials& trials) {
  std::vector<TrialFault> out;
  std::set<std::string> told;
  const auto add = [&](StandardTrial trial, std::optional<double> time, const Text& text, const char* symptom) {
    TrialFault f{.trial = trial, .time = time, .text = text, .diagnosis = {}};
    if (symptom) f.diagnosis = diagnose(a, symptom_of(symptom));
    out.push_back(std::move(f));
  };
  for (const TrialResult& r : trials.results)
    for (const Happening& h : r.happenings)
      if (const char* symptom = symptom_of_event(h.event); symptom && told.insert(symptom).second)
        add(r.trial, h.time, h.text, symptom);
  const Brief& b = a.project.brief;
  if (const auto top = number_of(trials, StandardTrial::top_speed, "Mean over 6 s");
      top && b.wanted_speed > 0.0 && *top < b.wanted_speed)
    add(StandardTrial::top_speed, {},
        {"{0} at full throttle; wished: {1}.", Quantity{*top, Dimension::speed},
         Quantity{b.wanted_speed, Dimension::speed}},
        "half-speed");
  if (const auto time = number_of(trials, StandardTrial::endurance, "Run time");
      time && b.run_time > 0.0 && *time < b.run_time)
    add(StandardTrial::endurance, {},
        {"{0} of run; wished: {1}.", Quantity{*time, Dimension::duration}, Quantity{b.run_time, Dimension::duration}},
        "range-short");
  if (const auto hand = number_of(trials, StandardTrial::swamped, "In hand when full of water"); hand && *hand < 0.0)
    add(StandardTrial::swamped, {},
        {"Full of water it goes down: {0} is missing, {1} of foam carries it with the reserve you want.",
         Quantity{-*hand, Dimension::mass}, Quantity{a.swamped.foam_volume, Dimension::volume}},
        nullptr);
  return out;
}

}  // namespace plucky
