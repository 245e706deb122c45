// What lies inside an outboard pod. In: drive, the leg's measures. Out: its pieces in place, how long and high the pod
// must be to hold them.
//
// A motor that works in the water lies in the nacelle behind its propeller's shaft; any other stands on top under a
// cowl and turns a long shaft down the leg, with a pair of bevel gears at its foot. Bearings are as wide as three
// quarters of their bore and twice as wide across, seals like them, gears as the catalogue's small bevels are: common
// practice, no source.
#pragma once

#include <vector>

#include "drive/drive.h"

namespace plucky {

enum class PodPieceKind { motor, coupler, shaft, bearing, seal, gear, screw, cowl };
[[nodiscard]] const char* pod_piece_name(PodPieceKind kind);

/// In the pod's own plane: x forward from the propeller's disc, z up from its axis, m.
struct PodPiece {
  PodPieceKind kind = PodPieceKind::shaft;
  Vec2 low = Vec2::Zero(), high = Vec2::Zero();
};

struct PodInside {
  bool motor_on_top = false;
  std::vector<PodPiece> pieces;
  double length = 0.0;  ///< m, of the nacelle from the disc to its nose
  double across = 0.0;  ///< m, of the nacelle, walls included
  double shaft = 0.0;   ///< m, of the long shaft down the leg; 0: none
  double grease = 0.0;  ///< m3, six tenths of the gear case; 0: no gears
};

/// `leg` is the height from the propeller's axis to where a motor on top stands, m. Null data of the motor lie at their
/// defaults; never throws.
[[nodiscard]] PodInside pod_inside(const Drive& drive, double leg);

}  // namespace plucky
