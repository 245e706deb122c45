#include "build/report.h"

#include <algorithm>

#include "base/key_table.h"

namespace plucky {

namespace {

constexpr std::array doors{
    KeyRow<Door>{Door::hatch, "hatch", "through a hatch"},
    KeyRow<Door>{Door::deck, "deck", "before the deck is glued, and stays"},
    KeyRow<Door>{Door::section, "section", "before its section is joined, and stays"},
    KeyRow<Door>{Door::none, "none", "there is none"},
    KeyRow<Door>{Door::not_judged, "not_judged", "not known: it does not fit where it is placed"},
};

}  // namespace

const char* door_key(Door door) {
  return row_of(doors, door).key;
}
const char* door_name(Door door) {
  return row_of(doors, door).name;
}

const PartWay* BuildReport::way_of(Id part) const {
  const auto it = std::find_if(ways.begin(), ways.end(), [&](const PartWay& w) { return w.part == part; });
  return it == ways.end() ? nullptr : &*it;
}

std::optional<std::size_t> BuildReport::section_at(double x) const {
  const auto it =
      std::find_if(sections.begin(), sections.end(), [&](const SectionPlan& s) { return x >= s.from && x < s.to; });
  if (it == sections.end()) return std::nullopt;
  return static_cast<std::size_t>(it - sections.begin());
}

}  // namespace plucky
