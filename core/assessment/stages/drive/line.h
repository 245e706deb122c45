// What the rules of the drive's line share: the boat, where findings go, and how they offer a mend.
#pragma once

#include "assessment/rules.h"

namespace plucky {

/// How deep the propulsor works where it works least deep.
struct Deep {
  double least = 0.0;    ///< m, as Working::rest_depth
  bool running = false;  ///< that is running, else at rest
};

/// `p.working` and `parts.propulsor` are there where a drive's kind is asked.
struct LineRules {
  const Assessment& a;
  const Drive& d;
  const PowerReport& p;
  DriveParts parts;
  std::vector<Finding>& out;

  [[nodiscard]] bool mends() const { return a.offers(); }
  [[nodiscard]] Deep deep() const;
  /// Moves the propulsor's part by a vector; `shown` goes into the label.
  void offer_move(Finding& f, const char* label, const Vec3& by, double shown) const;
  void offer_drive(Finding& f, const char* label, Quantity shown, const Drive& drive) const;
};

/// How two shafts meet against what their coupler takes, by whichever is the worse: `apart` says it with the offset as
/// {0}, `askew` with the angle; {1} is the limit, {2} the coupler.
[[nodiscard]] Finding coupler_finding(const CouplerAllowance& takes, double offset, double angle, const char* coupler,
                                      const char* apart, const char* askew);

}  // namespace plucky
