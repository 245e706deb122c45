// A quantity as it is typed, of every kind, in both systems.
#include <cmath>

#include "io/units.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  if (text.empty()) return;
  const auto dimension = static_cast<plucky::Dimension>(static_cast<unsigned char>(text[0]) % 23);
  const auto system = text[0] & 0x40 ? plucky::UnitSystem::inch : plucky::UnitSystem::metric;
  const double si = plucky::parse_quantity(text.substr(1), dimension, system);
  plucky::fuzz::demand(std::isfinite(si), "what is typed is a number");
  plucky::fuzz::demand(!plucky::show({si, dimension}, system).number.empty(), "what is read can be shown");
}
