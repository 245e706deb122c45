// Copper leads, their plugs and fuse. In: cross-section, current, time. Out: resistance, warmth, what plugs and fuse
// stand.
//
// Heat leaves a stranded lead with silicone round it through that silicone, then by free convection (Churchill & Chu
// 1975, horizontal cylinder) and radiation, emissivity 0.9. Held against tables of current for single conductors in
// free air (memory). Bundled or taped leads carry a third less.
#pragma once

#include <limits>
#include <optional>

#include "drive/drive.h"

namespace plucky {

/// One lead, ohm. Copper m2, length m, temperature degC.
[[nodiscard]] double lead_resistance(double copper, double length, double temperature = 20.0);

/// Over its insulation, m: usual silicone leads, common practice, no source.
[[nodiscard]] double lead_diameter(double copper);

/// kg of a metre, copper and insulation.
[[nodiscard]] double lead_mass(double copper);

/// Above this a lead's temperature is not followed, degC: solder is soft and silicone brittle.
inline constexpr double lead_gone = 300.0;

/// degC of a lead after so long at this current (A) in air of `air` degC; the steady one for an endless time. None when
/// it passes `lead_gone`. Throws InvalidInput for copper not above zero.
[[nodiscard]] std::optional<double> lead_temperature(double copper, double current, double air,
                                                     double duration = std::numeric_limits<double>::infinity());

/// A that bring it to `limit` degC and no further.
[[nodiscard]] double lead_current(double copper, double air, double limit);

/// Stock cross-section that a lead for this current has, m2: 10 A on a square millimetre, common practice, no source.
/// The largest one where none is enough.
[[nodiscard]] double copper_for(double current);

/// A that a pair of round contacts of this diameter (m) carries, and the contacts for a current: common practice, no
/// source.
[[nodiscard]] double plug_current(double diameter);
[[nodiscard]] double plug_for(double current);

/// When a flat plug-in fuse opens. `latest` none: it may hold for ever.
struct FuseTime {
  double soonest = 0.0;          ///< s
  std::optional<double> latest;  ///< s
};
/// None up to 1.1 of its rating. Bands of such fuses (memory): 0.75 to 600 s at 1.35 times, 0.15 to 5 s at 2, 0.04 to
/// 0.5 s at 3.5, 0.02 to 0.1 s at 6; beyond by constant energy.
[[nodiscard]] std::optional<FuseTime> fuse_time(double rating, double current);

/// Stock rating just above this current, A; the largest where none is.
[[nodiscard]] double fuse_for(double current);

/// As the drive tells them, else as usual for its ESC's rating.
[[nodiscard]] Leads leads_of(const Drive& drive);

/// Effective current in each of three motor leads at this motor current: it flows in two of them at a time.
[[nodiscard]] double phase_current(double motor_current);

}  // namespace plucky
