#include "drive/pod_inside.h"

#include <algorithm>
#include <array>

#include "base/key_table.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

constexpr double pod_wall = 0.0016, pod_play = 0.0005;  // m, of a printed nacelle, and round what lies in it

constexpr std::array pod_piece_rows{KeyRow<PodPieceKind>{PodPieceKind::motor, "motor", "motor"},
                                    KeyRow<PodPieceKind>{PodPieceKind::coupler, "coupler", "coupler"},
                                    KeyRow<PodPieceKind>{PodPieceKind::shaft, "shaft", "shaft"},
                                    KeyRow<PodPieceKind>{PodPieceKind::bearing, "bearing", "bearing"},
                                    KeyRow<PodPieceKind>{PodPieceKind::seal, "seal", "seal"},
                                    KeyRow<PodPieceKind>{PodPieceKind::gear, "gear", "gear"},
                                    KeyRow<PodPieceKind>{PodPieceKind::screw, "screw", "propeller"},
                                    KeyRow<PodPieceKind>{PodPieceKind::cowl, "cowl", "cowl"}};

/// Pieces one after another from the propeller forward, or from the foot of the leg up.
class PodStack {
 public:
  PodStack(PodInside& inside, bool upright, double at) : inside_(inside), upright_(upright), at_(at) {}
  void add(PodPieceKind kind, double along, double across) {
    put(kind, at_, at_ + along, across);
    at_ += along;
  }
  void put(PodPieceKind kind, double from, double to, double across) {
    const double half = 0.5 * across;
    inside_.pieces.push_back(upright_ ? PodPiece{kind, {middle - half, from}, {middle + half, to}}
                                      : PodPiece{kind, {from, -half}, {to, half}});
  }
  [[nodiscard]] double at() const { return at_; }
  void skip(double by) { at_ += by; }
  double middle = 0.0;  ///< m, where an upright stack stands

 private:
  PodInside& inside_;
  bool upright_;
  double at_;
};

}  // namespace

const char* pod_piece_name(PodPieceKind kind) {
  return row_of(pod_piece_rows, kind).name;
}

PodInside pod_inside(const Drive& d, double leg) {
  using K = PodPieceKind;
  PodInside in;
  in.motor_on_top = !d.motor.wet;
  const double shaft = d.gearing.geared() || in.motor_on_top ? d.pod.shaft_diameter : d.motor.shaft_diameter;
  const double width = std::max(0.0015, 0.75 * shaft), around = 2.0 * shaft;
  PodStack along(in, false, 0.0);
  along.put(K::screw, -0.5 * d.screw.length, 0.5 * d.screw.length, d.screw.diameter);
  along.skip(0.5 * d.screw.length + 0.001);
  const double from = along.at();
  along.add(K::seal, width, around);
  along.add(K::bearing, width, around);
  const double bevel = 3.5 * shaft;  // across; small bevels have about ten teeth on three and a half bores
  if (in.motor_on_top) {
    // The crown on the lying shaft, the pinion over it on the standing one.
    along.skip(0.5 * shaft);
    const double crown = along.at();
    along.add(K::gear, 0.4 * bevel, bevel * std::max(1.0, d.gearing.ratio));
    PodStack up(in, true, 0.35 * bevel);
    up.middle = along.at() + 0.15 * bevel;
    const double foot = up.at();
    up.add(K::gear, 0.4 * bevel, bevel);
    along.skip(bevel - 0.4 * bevel);
    along.add(K::bearing, width, around);
    along.put(K::shaft, 0.0, along.at(), shaft);
    up.add(K::bearing, width, around);
    const double neck = std::max(up.at() + 0.02, leg);
    up.skip(neck - 2.0 * width - d.coupler.length - up.at());
    up.add(K::bearing, width, around);
    up.add(K::seal, width, around);
    if (d.has_extra(DriveGroup::coupler)) up.add(K::coupler, d.coupler.length, d.coupler.diameter);
    up.put(K::shaft, foot, up.at(), shaft);
    in.shaft = up.at() - foot;
    const double stands = up.at();
    up.add(K::motor, d.motor.can_length, d.motor.can_diameter);
    up.put(K::cowl, stands - 0.004, up.at() + 0.006, 1.3 * d.motor.can_diameter);
    const double across = bevel * std::max(1.0, d.gearing.ratio);
    in.across = across + 2.0 * (pod_wall + pod_play);
    in.grease = 0.6 * 0.25 * pi * across * across * (along.at() - crown);
  } else {
    if (d.gearing.geared()) {
      const double gear = 0.8 * d.motor.can_diameter, begins = along.at();
      along.add(K::gear, 3.0 * shaft, gear);
      in.grease = 0.6 * 0.25 * pi * gear * gear * (along.at() - begins);
    } else if (d.has_extra(DriveGroup::coupler)) {
      along.add(K::coupler, d.coupler.length, d.coupler.diameter);
    } else {
      along.skip(std::max(0.0, d.motor.shaft_reach - (along.at() - from) - d.screw.length));
    }
    const double back = along.at();
    along.put(K::shaft, 0.0, back, shaft);
    along.add(K::motor, d.motor.can_length, d.motor.can_diameter);
    in.across = d.motor.can_diameter + 2.0 * (pod_wall + pod_play);
  }
  in.length = along.at() + pod_wall + pod_play;
  return in;
}

}  // namespace plucky
