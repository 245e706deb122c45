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

Finding coupler_finding(const CouplerAllowance& takes, double offset, double angle, const char* coupler,
                        const char* apart, const char* askew) {
  const bool by_offset = offset / takes.offset >= angle / takes.angle;
  const double over = by_offset ? offset / takes.offset : angle / takes.angle;
  Finding f = drive_finding("drive.coupler",
                            over > 2.0   ? Severity::stop
                            : over > 1.0 ? Severity::watch
                                         : Severity::fine,
                            by_offset ? length_quantity(offset) : angle_quantity(angle),
                            by_offset ? length_quantity(takes.offset) : angle_quantity(takes.angle),
                            "usual allowance of this kind of coupler; common practice, no source");
  f.text.words = by_offset ? apart : askew;
  f.text.values.emplace_back(coupler);
  return f;
}

}  // namespace plucky
