// The curves a hull of one body is lofted from, and its half sections. In: measures, what the family makes of them.
#pragma once

#include <functional>
#include <vector>

#include "geometry/curve.h"
#include "hull/families/monohull.h"
#include "hull/half_loft.h"

namespace plucky {

/// The curves every station is cut from, and the rules of the family.
class Master {
 public:
  Master(const HullShape& shape, const MonohullForm& form);

  // Where keel meets deck edge, or side meets side, they meet exactly: rounding must not leave slivers at the stem.
  /// Heights of the bottom at the centre plane, without a blade under it, and of the deck edge, m.
  [[nodiscard]] double keel(double x) const;
  [[nodiscard]] double sheer(double x) const { return sheer_z_(x); }
  [[nodiscard]] double half_beam(double x) const;  ///< m, at the deck edge
  [[nodiscard]] double camber(double x) const;     ///< m
  [[nodiscard]] double forefoot() const { return forefoot_; }
  /// Where the keel has come to a height on its way to the bow tip, m from the transom, of a hull with a rounded stem.
  [[nodiscard]] double stem(double z) const;
  /// Of the steps, the foremost first, m from the transom.
  [[nodiscard]] const std::vector<double>& steps() const { return steps_; }

  /// Where bottom and side would meet without rounding, and whether the plain geometry had to give way.
  struct Corner {
    double y, z;
    bool forced;
  };
  [[nodiscard]] Corner corner(double x) const;

  /// How many steps each stretch of a half section has.
  struct Stretches {
    int bottom, bilge, side;
  };
  /// Half section from the keel to the deck edge: points (y, z), always the same number.
  [[nodiscard]] HalfSection half_section(double x, const Stretches& n) const;
  /// Points of a half section up to the deck edge, less one.
  [[nodiscard]] int points(const Stretches& n) const;
  /// Where stations must lie, and where an upright face asks for a second one just behind, m.
  [[nodiscard]] std::vector<double> exact_places() const;
  [[nodiscard]] std::vector<double> upright_places() const;

 private:
  [[nodiscard]] std::vector<double> control_stations() const;
  static Curve spline(const std::vector<double>& x, const std::function<double(double)>& y);
  [[nodiscard]] double sheer_height(double x) const;
  [[nodiscard]] double keel_height(double x) const;
  [[nodiscard]] double deck_half_beam(double x) const;
  [[nodiscard]] double half_pad(double x) const { return form_.pad * half_beam(x) / s_.beam; }
  [[nodiscard]] double chine_flat(double x) const { return form_.chine_flat * half_beam(x) / (0.5 * s_.beam); }
  [[nodiscard]] bool has_strips() const { return form_.pad > 0.0 || form_.chine_flat > 0.0; }

  /// An upright blade under the bottom.
  struct Blade {
    double in, out, deep;  ///< m, from and to off the centre plane; below the bottom
  };
  [[nodiscard]] bool has_keel() const { return form_.keel && (s_.keel_depth > 0.0 || s_.skeg_depth > 0.0); }
  [[nodiscard]] bool has_runners() const { return form_.runners && s_.runner_height > 0.0; }
  [[nodiscard]] Blade blade(double x, double half_bottom) const;
  void add_blade(HalfSection& to, const Vec2& foot, const Vec2& corner, const Blade& blade) const;
  [[nodiscard]] double runner_place() const { return 0.32 * s_.beam; }
  [[nodiscard]] double runner_end() const;

  MonohullForm form_;
  HullShape s_;
  double widest_ = 0.0, forefoot_ = 0.0, runner_end_ = 0.0;
  std::vector<double> steps_;
  Curve sheer_z_, keel_z_, half_beam_, deadrise_;
};

}  // namespace plucky
