// The boat's circuit with one hose or fitting changed: what the offers of the stage Cool are made of.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

template <class F>
[[nodiscard]] CoolingCircuit with_hose(const Assessment& a, Id id, F change) {
  CoolingCircuit next = a.project.cooling;
  for (Hose& h : next.hoses)
    if (h.id == id) change(h);
  return next;
}
template <class F>
[[nodiscard]] CoolingCircuit with_fitting(const Assessment& a, Id id, F change) {
  CoolingCircuit next = a.project.cooling;
  for (CoolFitting& f : next.fittings)
    if (f.id == id) change(f);
  return next;
}

}  // namespace plucky
