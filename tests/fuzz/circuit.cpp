// A bare network of hoses: read, judged and, when it is small, solved.
#include <cmath>

#include "io/network_file.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  const plucky::NetworkFile file = plucky::read_network(text, "network");
  if (!plucky::network_faults(file.network).empty() || file.network.elements.size() > 60) return;
  const plucky::NetSolution s = plucky::solve_network(file.network, file.density, file.viscosity);
  if (!s.solved) return;
  for (const double flow : s.flow) plucky::fuzz::demand(std::isfinite(flow), "a solved flow is a number");
}
