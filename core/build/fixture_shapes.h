// What the fixtures' files share: shapes of plates, and the hull where something stands in it. Only for them.
#pragma once

#include "build/fixture_solids.h"

namespace plucky::fixtures {

inline constexpr double screw_hole = 0.0034;   // m, M3 with its play
inline constexpr double insert_hole = 0.0040;  // m, for an M3 insert
inline constexpr double least_stand = 0.0005;  // m under which nothing stands between a plate and the bottom

/// A rectangle with round corners.
[[nodiscard]] Region rounded(const Vec2& low, const Vec2& high, double radius);
/// A slot of a width between the middles of its round ends.
[[nodiscard]] Region slot(const Vec2& from, const Vec2& to, double width);
/// Round holes of a diameter.
[[nodiscard]] Region holes(const std::vector<Vec2>& at, double diameter);
/// The corners of a rectangle, moved inward by a distance.
[[nodiscard]] std::vector<Vec2> corners(const Vec2& low, const Vec2& high, double inward);
[[nodiscard]] Vec2 flat(const Vec3& v);  ///< x and y

/// The hull's inside at both ends of a stretch, in common; (y, z). Empty at the hull's very ends.
[[nodiscard]] Region inside_between(const FixtureSite& site, double from, double to);
/// Highest place of the bottom's inside under a stretch across the boat, m; nothing outside the hull.
[[nodiscard]] std::optional<double> floor_under(const FixtureSite& site, double x, double y_low, double y_high);
/// A strip along the boat from the bottom up to a height, its starboard face at y; nothing where that is lower.
[[nodiscard]] std::optional<Stack> strip_along(const FixtureSite& site, double x_low, double x_high, double y,
                                               double thickness, double top);

/// Without bodies: what it holds does not stand in the boat.
[[nodiscard]] FixtureSolids gone();
/// m3 of plastic in a stack that is printed along its axis: four lines all round, four layers at floors and roofs, the
/// rest filled by a share.
[[nodiscard]] double plastic_in(const Stack& stack, double infill);
/// Sums up what the bodies are; a print's stuff by its infill.
void finish(FixtureSolids& out, const Fixture& fixture);

// One function for each kind; each gives bodies, or says why there are none.
FixtureSolids motor_mount(const Fixture& f, const FixtureSite& s);
FixtureSolids servo_mount(const Fixture& f, const FixtureSite& s);
FixtureSolids tube_cradle(const Fixture& f, const FixtureSite& s);
FixtureSolids bracket_base(const Fixture& f, const FixtureSite& s);
FixtureSolids intake_frame(const Fixture& f, const FixtureSite& s);
FixtureSolids socket_foot(const Fixture& f, const FixtureSite& s);
FixtureSolids hose_clip(const Fixture& f, const FixtureSite& s);
FixtureSolids tray(const Fixture& f, const FixtureSite& s);
FixtureSolids box(const Fixture& f, const FixtureSite& s);
FixtureSolids lid(const Fixture& f, const FixtureSite& s);
FixtureSolids lid_bosses(const Fixture& f, const FixtureSite& s);
FixtureSolids stand(const Fixture& f, const FixtureSite& s);
FixtureSolids saddles(const Fixture& f, const FixtureSite& s);
FixtureSolids drill_jig(const Fixture& f, const FixtureSite& s);
FixtureSolids seal_mould(const Fixture& f, const FixtureSite& s);
FixtureSolids bellows_core(const Fixture& f, const FixtureSite& s);
FixtureSolids coil_former(const Fixture& f, const FixtureSite& s);

}  // namespace plucky::fixtures
