// What the builder decides about the hull. Plain data; hull/loft.h turns it into a surface.
#pragma once

#include <cstdint>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "base/id.h"
#include "base/quantity.h"
#include "geometry/triangle_mesh.h"
#include "hull/traced.h"

namespace plucky {

enum class HullFamily {
  deep_v,       ///< deep-V planing monohull
  flat_bottom,  ///< flat-bottom sled (blunt bow) or skiff (pointed bow)
  round_bilge,  ///< round-bilge displacement hull
  twin_hull,    ///< two slender hulls or floats under a bridge deck
  tunnel,       ///< planing: two sponsons with a tunnel between them
  scow,         ///< flat bottom that rises to both ends: scow, landing barge
  hydroplane,   ///< planing on three points: two sponsons and the after end of the middle
  folded,       ///< plane sides and a bottom bent only lengthwise: folded from one sheet
  imported      ///< a mesh from a file
};

/// What a bottom is to the methods that judge it.
enum class BottomForm {
  unknown,  ///< nobody has said and the shape does not tell
  vee,      ///< V with chines, one body
  flat,     ///< level between its chines
  round,    ///< rounded, or too deep a V to run over its own wave
  tunnel,   ///< two bodies with chines and a tunnel between them
  twin      ///< two hulls that do not plane
};
/// All of them, `unknown` first.
[[nodiscard]] std::span<const BottomForm> bottom_forms();
[[nodiscard]] const char* bottom_form_key(BottomForm form);
/// Throws InvalidInput with the choices.
[[nodiscard]] BottomForm bottom_form_from_key(const std::string& key);
[[nodiscard]] const char* bottom_form_name(BottomForm form);

/// The handful of measures that shape a hull; which of them a family uses is told by hull_parameters(). SI.
struct HullShape {
  double length = 0.60;             ///< m, transom to bow tip
  double beam = 0.20;               ///< m, greatest, at the deck edge
  double depth = 0.10;              ///< m, keel to deck edge amidships
  double widest = 0.40;             ///< place of the greatest beam, share of length from the transom
  double transom_width = 0.90;      ///< share of the beam
  double bow_width = 0.0;           ///< share of the beam; 0 is a pointed bow
  double bow_fullness = 0.4;        ///< 0 fine entry to 1 bluff
  double bow_rake = 0.15;           ///< m, how far the stem leans forward of the forefoot
  double bow_rise = 0.05;           ///< m, height of the bottom at the bow (flat bottom)
  double deadrise_transom = 0.3;    ///< rad
  double deadrise_midships = 0.35;  ///< rad
  double rocker = 0.0;              ///< m, rise of the keel towards the transom
  double flare = 0.1;               ///< rad, topsides leaning outward
  double bilge_radius = 0.03;       ///< m
  double transom_rake = 0.0;        ///< rad, by which the transom's top leans aft of its foot
  double sheer = 0.015;             ///< m, rise of the deck edge from amidships to the bow
  double camber = 0.004;            ///< m, crown of the deck at its widest
  double hull_beam = 0.06;          ///< m, of one of two hulls
  double bridge_height = 0.05;      ///< m, from the keels to the underside of what joins them
  double stern_rise = 0.03;         ///< m, height of the bottom at the transom (scow)
  double stern_rake = 0.12;         ///< m, over which the bottom rises to the transom (scow)
  double pad_width = 0.0;           ///< m, of the flat along the keel of a V
  double chine_flat = 0.0;          ///< m, of the strip along each chine
  double chine_angle = 0.0;         ///< rad, of that strip, rising outward; negative turns the spray down
  double sponson_end = 0.27;        ///< m, from the transom to the after ends of the sponsons
  double sponson_angle = 0.03;      ///< rad, of their running surfaces to the bottom of the middle
  double afterbody_width = 0.18;    ///< m, of the middle behind the sponsons
  double spray_rails = 0.0;         ///< on each side of the bottom, a whole number; they throw the spray off
  double steps = 0.0;               ///< across the bottom, a whole number
  double step_place = 0.25;         ///< m, of the foremost step from the transom; others divide what is behind it
  double step_height = 0.004;       ///< m, by which the bottom rises at each, going aft
  double keel_depth = 0.0;          ///< m, of an upright blade along the middle of the bottom
  double skeg_depth = 0.0;          ///< m, by which the blade is deeper at its after end
  double keel_end = 0.08;           ///< m, of its after end from the transom
  double keel_width = 0.004;        ///< m, its thickness
  double stern_fullness = 0.0;  ///< 0: the sides run in evenly to the transom; 1: they stay out and close in a round
  double counter_rise = 0.0;    ///< m, by which the bottom rises to the transom over its last part
  double counter_length = 0.1;  ///< m, of that part
  double bulb_length = 0.0;     ///< m, by which a bulb stands out ahead of the stem
  double bulb_diameter = 0.03;  ///< m
  double runner_height = 0.0;   ///< m, of a runner under each side of a flat bottom
  double runner_width = 0.008;  ///< m
  bool operator==(const HullShape&) const = default;
};

/// What of a hull a measure is about: measures of one group stand together on the page, in this order.
enum class MeasureGroup {
  size,      ///< how large it is, and of what bodies
  outline,   ///< seen from above
  profile,   ///< seen from the side
  sections,  ///< seen from the end
  bottom,    ///< what it runs on: rails, steps, sponsons, runners
  keel       ///< what stands out of it: keel, skeg, bulb
};
inline constexpr MeasureGroup measure_groups[] = {MeasureGroup::size,     MeasureGroup::outline, MeasureGroup::profile,
                                                  MeasureGroup::sections, MeasureGroup::bottom,  MeasureGroup::keel};
[[nodiscard]] const char* measure_group_key(MeasureGroup group);
/// Name for people, e.g. "Seen from above".
[[nodiscard]] const char* measure_group_name(MeasureGroup group);

/// One entry of the table that describes a family's parameters; the same table serves interface, command line and file.
struct HullParameter {
  const char* key;    ///< name in files and on the command line, unit included
  const char* label;  ///< name for people
  double HullShape::*member;
  Dimension dimension;
  double low, high;  ///< allowed range, SI
  const char* help;  ///< one sentence
  MeasureGroup group;
};

/// The parameters a family uses, in the order in which people think of them. Empty for imported hulls.
[[nodiscard]] std::span<const HullParameter> hull_parameters(HullFamily family);

/// Every parameter of any family, group by group.
[[nodiscard]] std::span<const HullParameter> all_hull_parameters();

/// A sensible boat of the family to begin with.
[[nodiscard]] HullShape default_shape(HullFamily family);
/// The shape with length, beam and depth of another.
[[nodiscard]] HullShape resized(HullShape shape, const HullShape& to);

/// Key of a family in files and on the command line, e.g. "deep-v"; and back (throws InvalidInput with the choices).
[[nodiscard]] const char* family_key(HullFamily family);
[[nodiscard]] HullFamily family_from_key(const std::string& key);
/// Name for people, e.g. "deep-V planing monohull".
[[nodiscard]] const char* family_name(HullFamily family);

/// What the skin is made of. Thicknesses in m, density in kg/m3.
struct Skin {
  std::string material = "PETG print";
  double density = 1270.0;
  double shell_thickness = 0.0016;
  double deck_thickness = 0.0012;
  double frame_thickness = 0.002;  ///< bulkheads, ribs, stringers
  bool operator==(const Skin&) const = default;
};

/// Hatch in the deck; x is its aft edge, y its centre line. A coaming raises its edge above the deck.
struct Hatch {
  Id id = 0;
  std::string name = "Hatch";
  double x = 0.2, y = 0.0, length = 0.2, width = 0.1, coaming = 0.006;  ///< m
  bool sealed = false;  ///< counts as an opening for downflooding unless sealed
  bool operator==(const Hatch&) const = default;
};

/// Closed volume on the deck: cabin, turtle deck or buoyancy hump. Box with its sides leaning in by `lean`.
struct Cabin {
  Id id = 0;
  std::string name = "Cabin";
  double x = 0.1, length = 0.15, width = 0.1, height = 0.05;  ///< m; x is the after end, on the centre line
  double lean = 0.15;  ///< share of half width and half length lost from deck to roof
  bool sealed = true;  ///< an open cabin gives no buoyancy
  bool operator==(const Cabin&) const = default;
};

/// Space on one side that fills with water through its own openings and so gives no buoyancy.
struct FloodChamber {
  Id id = 0;
  std::string name = "Flood chamber";
  double x = 0.1, length = 0.2;      ///< m, after end and length
  double inner = 0.02;               ///< m, distance of its inner wall from the centre line
  double z_low = 0.0, z_high = 0.2;  ///< m, floor and roof
  bool port = true;                  ///< side
  bool operator==(const FloodChamber&) const = default;
};

/// Transverse wall at x (its after face): a bulkhead, or a rib with its middle cut out.
struct Bulkhead {
  Id id = 0;
  std::string name = "Bulkhead";
  double x = 0.3;
  bool watertight = true;
  double rim = 0.0;        ///< m of wall left all round the opening of a rib; 0: a full wall. A watertight one is full.
  bool temporary = false;  ///< a web that holds the shape while the boat is made, and is cut out afterwards
  [[nodiscard]] bool is_rib() const { return !watertight && rim > 0.0; }
  bool operator==(const Bulkhead&) const = default;
};

/// Longitudinal rib on edge on the bottom, its top level: stringer, engine bearer, battery rail.
struct Stringer {
  Id id = 0;
  std::string name = "Stringer";
  double x = 0.05, length = 0.3;  ///< m; x is its after end
  double y = 0.03;                ///< m, its middle off the centre line, to port
  double height = 0.02;           ///< m over the lowest place of the bottom beneath it
  bool both_sides = true;         ///< another one to starboard
  [[nodiscard]] bool is_pair() const { return both_sides && y != 0.0; }
  /// Where the two cross: does it drop onto the wall from above? Else the wall drops onto it.
  [[nodiscard]] bool drops_onto(const Bulkhead& wall) const { return wall.is_rib() && wall.rim <= height; }
  bool operator==(const Stringer&) const = default;
};

/// Another way in for water than a hatch: shaft tube end, vent, aerial hole.
struct Opening {
  Id id = 0;
  std::string name = "Opening";
  Vec3 place = Vec3::Zero();  ///< m
  bool sealed = false;
  bool for_aerial = false;  ///< the receiver's aerial goes through it
  bool operator==(const Opening&) const = default;
};

/// A closed body beside the main shell: a float, an outrigger, a second hull. Its own family and measures; it keeps
/// clear of all others.
struct Shell {
  Id id = 0;
  std::string name = "Float";
  HullFamily family = HullFamily::round_bilge;  ///< not imported
  HullShape shape;
  Vec3 place = Vec3::Zero();  ///< m, of its own origin (transom, centre line, keel) in the boat's axes
  bool both_sides = true;     ///< a mirror image stands on the other side
  bool operator==(const Shell&) const = default;
};

/// Along the deck edge, on both sides: an upright wall on it, or a soft strip round it.
struct EdgeRim {
  Id id = 0;
  std::string name = "Bulwark";
  bool bumper = false;           ///< a strip of foam or rubber outside the edge; else a bulwark on it
  double x = 0.0, length = 0.3;  ///< m; x is its after end
  double height = 0.012;         ///< m; of a bumper its diameter
  double thickness = 0.0012;     ///< m, of a bulwark, made of what the deck is made of
  double bumper_density = 60.0;  ///< kg/m3
  double ports = 0.0;            ///< m2, of all holes in a bulwark through which the deck drains
  bool operator==(const EdgeRim&) const = default;
};

/// The whole hull as the builder describes it: the main shell, which gives the boat its axes, others beside it, and
/// what is built onto and into them.
struct HullDesign {
  HullFamily family = HullFamily::deep_v;
  HullShape shape;
  Skin skin;
  std::vector<Hatch> hatches;
  std::vector<Cabin> cabins;
  std::vector<FloodChamber> chambers;
  std::vector<Bulkhead> bulkheads;
  std::vector<Stringer> stringers;
  std::vector<Opening> openings;
  std::vector<EdgeRim> rims;
  std::vector<Shell> further;  ///< beside the main one
  double boot_top = 0.0;       ///< m, width of the painted band over the water line; 0: none is marked
  double fineness = 1.0;       ///< 1 is about five thousand triangles; the count grows with the square
  /// Only for imported hulls: the skin in boat axes, shared and never changed.
  std::shared_ptr<const TriangleMesh> mesh;
  std::string mesh_source;         ///< file the mesh came from, for the record
  std::optional<DrawnHull> drawn;  ///< what the mesh was drawn over; none where it was not
  /// Of an imported hull: what its builder says its bottom is; unknown: what its shape tells.
  BottomForm bottom = BottomForm::unknown;

  bool operator==(const HullDesign&) const = default;
};

}  // namespace plucky
