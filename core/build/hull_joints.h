// What lines up and holds two sections of a printed hull. In: kind and measures, the rim at the cut. Out: where its
// pins, tabs or keys are, what the glue holds on, and the bodies that are joined to one section and cut from the other.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "build/printer.h"
#include "geometry/region.h"

namespace plucky {

/// What lines two sections up.
enum class JointKind {
  butt,  ///< nothing but the rim: they end up crooked
  pins,  ///< holes on both sides for pieces of filament
  pegs,  ///< pegs on the after section, sockets on the fore one
  lap,   ///< a ring of half the wall on the after section that goes into the fore one
  tabs,  ///< pieces of such a ring
  keys   ///< bow ties that are pressed into the rim from inside, across the cut
};
[[nodiscard]] const char* joint_key(JointKind kind);
[[nodiscard]] const char* joint_name(JointKind kind);
/// Throws InvalidInput with the choices.
[[nodiscard]] JointKind joint_from_key(const std::string& key);

struct HullJoints {
  JointKind kind = JointKind::pins;
  double rim =
      0.006;  ///< m by which the wall is thicker inside at a cut, for glue and pins; its flanks slope at 45 degrees
  double depth = 0.006;  ///< m of that on each side
  double pin = 0.00175;  ///< m, diameter of pins or pegs
  double reach = 0.005;  ///< m, how deep pin, ring or key sits on each side; no more than depth plus rim
  bool operator==(const HullJoints&) const = default;
};

struct JointReport {
  double x = 0.0;            ///< m
  double wall = 0.0;         ///< m, the shell's with its rim
  double glue_area = 0.0;    ///< m2, of the rim, and of a ring's or a tab's outer side
  double modulus = 0.0;      ///< m3, section modulus of the glue against the boat's bending up and down: of the rim, or
                             ///< of the ring's side where that is more; they are not summed
  std::vector<Vec2> pins;    ///< (y, z) of the middles of pins, tabs or keys
  std::vector<Vec2> inward;  ///< of length one, for each key: the way it is pulled out
  Region tongue;             ///< what of the after section stands into the fore one, seen along the boat
  Region socket;             ///< what the fore one leaves free for it
};

/// Rim, and the hull with its skin, at a cut; and the hull a little fore and aft of it.
struct JointPlace {
  double x = 0.0;
  double wall = 0.0;  ///< m
  Region rim, whole;
  std::vector<Region> beside;
};

[[nodiscard]] JointReport joint_at(const HullJoints& joints, const JointPlace& place, const Printer& printer);

/// Does a ring, or pieces of one, stand out of the after section?
[[nodiscard]] constexpr bool has_ring(JointKind kind) {
  return kind == JointKind::lap || kind == JointKind::tabs;
}
/// How far a joint's pins, ring or keys stand to each side, m.
[[nodiscard]] double joint_reach(const HullJoints& joints);
/// Least thickness of wall and rim together for this kind, m; 0 for one that needs none.
[[nodiscard]] double least_rim(const HullJoints& joints, const Printer& printer);

/// What one section gets at its end: added to it where `adds`, else cut away. Empty where it stays as it is.
struct JointTool {
  TriangleMesh mesh;
  bool adds = false;
};
/// For the section before the cut (`after` false: its fore end) or behind it.
[[nodiscard]] JointTool joint_tool(const HullJoints& joints, const JointReport& joint, const Printer& printer,
                                   bool before);

/// What is pushed in, looked at the way it goes, and its socket with so much play all in all, m: a pin, a stretch of
/// ring, a bow tie. Empty for a butt joint.
[[nodiscard]] Region joint_socket(const HullJoints& joints, double play);
/// The bow tie itself, lying on the bed; empty for other kinds.
[[nodiscard]] TriangleMesh joint_key_body(const HullJoints& joints, double wall, const Printer& printer);

}  // namespace plucky
