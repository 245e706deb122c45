#include "assessment/stages/drive/line.h"

#include <algorithm>

namespace plucky {

Deep LineRules::deep() const {
  const double rest = p.working->rest_depth;
  const bool running = p.full.runs() && !p.stale;
  const double under_way = running ? p.running_depth.value_or(rest) : rest;
  return {std::min(rest, under_way), running && under_way <= rest};
}

void LineRules::offer_move(Finding& f, const char* label, const Vec3& by, double shown) const {
  if (!mends()) return;
  f.remedy = Edit{{label, length_quantity(shown)}, MovePart{parts.propulsor->id, parts.propulsor->place + by}};
  f.subject = parts.propulsor->id;
}

void LineRules::offer_drive(Finding& f, const char* label, Quantity shown, const Drive& drive) const {
  if (!mends()) return;
  f.remedy = Edit{{label, shown}, ChangeDrive{drive}};
}

}  // namespace plucky
