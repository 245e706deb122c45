#include "hull/loft.h"

#include <fmt/format.h>

#include "base/error.h"
#include "hull/family.h"

namespace plucky {

namespace {

std::string shown(double value, Dimension dimension) {
  switch (dimension) {
    case Dimension::length:
      return fmt::format("{:g} mm", 1e3 * value);
    case Dimension::angle:
      return fmt::format("{:.4g} degrees", degrees(value));
    default:
      return fmt::format("{:.4g} %", 1e2 * value);
  }
}

void check_ranges(const Family& family, const HullShape& s) {
  for (const HullParameter& p : family.measures) {
    const double value = s.*p.member;
    if (!(value >= p.low && value <= p.high))
      throw InvalidInput(p.label, fmt::format("{} is outside {} to {}", shown(value, p.dimension),
                                              shown(p.low, p.dimension), shown(p.high, p.dimension)));
  }
}

}  // namespace

LoftedSkin loft(HullFamily id, const HullShape& shape, double fineness) {
  const Family& family = family_of(id);
  if (!family.loft) throw InvalidInput("hull", "an imported hull has no parameters to loft");
  if (!(fineness >= 0.2 && fineness <= 10.0))
    throw InvalidInput("fineness", fmt::format("{} is outside 0.2 to 10", fineness));
  check_ranges(family, shape);
  return family.loft(shape, fineness);
}

}  // namespace plucky
