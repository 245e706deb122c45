#include "hull/loft.h"

#include "base/error.h"
#include "hull/family.h"

namespace plucky {

namespace {

void check_ranges(const Family& family, const HullShape& s) {
  for (const HullParameter& p : family.measures) {
    const double value = s.*p.member;
    if (!(value >= p.low && value <= p.high))
      throw InvalidInput(p.label, Text("{0} is outside {1} to {2}", Quantity{value, p.dimension},
                                       Quantity{p.low, p.dimension}, Quantity{p.high, p.dimension}));
  }
}

}  // namespace

LoftedSkin loft(HullFamily id, const HullShape& shape, double fineness) {
  const Family& family = family_of(id);
  if (!family.loft) throw InvalidInput("hull", "an imported hull has no parameters to loft");
  if (!(fineness >= 0.2 && fineness <= 10.0))
    throw InvalidInput("fineness", Text("{0} is outside 0.2 to 10", fineness));
  check_ranges(family, shape);
  return family.loft(shape, fineness);
}

}  // namespace plucky
