// Does each part fit the next? In: the drive. Out: its joints from motor shaft to propeller, each matched or the
// adapter named, in words.
#pragma once

#include <string>
#include <vector>

#include "base/quantity.h"
#include "base/text.h"
#include "drive/drive.h"

namespace plucky {

/// Two parts that meet on one diameter.
struct Joint {
  enum class Fit {
    matched,
    adapter,  ///< goes with a sleeve or by drilling; `words` name it
    misfit    ///< the inner part is too large: something must be changed
  };
  const char* key;                                    ///< e.g. "motor-coupler"
  std::string inner, outer;                           ///< e.g. "motor shaft", "coupler bore"
  double inner_diameter = 0.0, outer_diameter = 0.0;  ///< m
  Fit fit = Fit::matched;
  /// A sentence with the diameters' places {0} and {1}: what to do and what happens if it is not done.
  Text words;
  Text hint;  ///< flats, grub screws, thread lock, access; may be empty
};

/// One joint. `loose` and `tight` say what to do where there is play and where the inner part is too large.
[[nodiscard]] Joint joint_of(const char* key, const char* inner, double inner_diameter, const char* outer,
                             double outer_diameter, const char* loose, const char* tight, const char* hint);
/// The screw on a shaft that no coupler interrupts.
[[nodiscard]] Joint screw_joint(const char* key, const char* shaft, double shaft_diameter, const char* bore,
                                double bore_diameter, const char* hint);

/// Motor, coupler and shaft of a drive that has them: the joints up to the shaft's end.
[[nodiscard]] Joint motor_in_coupler(const Drive& drive);
[[nodiscard]] Joint shaft_in_coupler(const Drive& drive);
[[nodiscard]] Joint shaft_in_bearings(const Drive& drive);
/// From the motor to a screw whose kind may have coupler and shaft between them, or neither. `key`, `bore` and `hint`
/// are of the last joint; `own_shaft` is what the screw sits on where no shaft is listed.
[[nodiscard]] std::vector<Joint> chain_with_extras(const Drive& drive, const char* key, const char* own_shaft,
                                                   double own_diameter, const char* bore, const char* hint);

/// Tolerance: bores up to 0.05 mm over the shaft are a fit; more wants a sleeve.
[[nodiscard]] std::vector<Joint> fit_chain(const Drive& drive);

}  // namespace plucky
