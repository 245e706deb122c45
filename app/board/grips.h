// What the hand can take hold of on the board besides parts: fittings by their lines, hull measures by their handles.
// In: the project as it was when the hand closed, and how far it has moved. Out: the edit.
#pragma once

#include <QPointF>
#include <functional>
#include <optional>
#include <vector>

#include "board/board_map.h"
#include "session/session.h"

namespace plucky::app {

enum class BoardPlane { profile, plan };
/// Where a place in the boat is drawn in this view, pixels.
[[nodiscard]] QPointF on_board(const BoardMap& map, BoardPlane plane, const Vec3& place);

/// A hull measure that can be dragged.
struct HullHandle {
  const char* key;    ///< of the measure that follows the first axis
  const char* key_x;  ///< of a second one that follows x, or nullptr
  BoardPlane plane;
  int axis;    ///< the axis `key` follows: 0, 1 or 2
  Vec3 place;  ///< m, on the hull as it is
  const char* label;
  std::function<double(const HullModel&)> coordinate;  ///< along `axis`
};
/// Empty for imported hulls.
[[nodiscard]] std::vector<HullHandle> hull_handles(const HullModel& model, const HullDesign& design);

/// Something held.
struct Grip {
  enum class Kind {
    bulkhead,
    stringer,
    rail,
    rail_from,
    rail_to,
    hatch,
    hatch_aft,
    hatch_fore,
    handle,
    exit,
    strut,
    cut
  };
  Kind kind = Kind::handle;
  BoardPlane plane = BoardPlane::profile;
  Id id = 0;
  std::optional<HullHandle> handle;
  std::size_t cut = 0;              ///< of BuildReport::cuts
  double gain = 0.0, gain_x = 0.0;  ///< metres of the handle per SI unit of its measure
  /// Diamonds lie on top of the parts.
  [[nodiscard]] bool goes_before_parts() const { return handle || kind == Kind::exit || kind == Kind::strut; }
};

/// Where the drive's line can be taken hold of in the profile: its exit from the hull, or its strut's fore end.
struct DriveGrip {
  Grip::Kind kind;
  Vec3 place;  ///< m
};
[[nodiscard]] std::vector<DriveGrip> drive_grips(const Assessment& a);

/// The grip under a point; nothing when there is none. Handles only when `with_handles`.
[[nodiscard]] std::optional<Grip> grip_at(const Assessment& a, const BoardMap& map, const QPointF& at,
                                          bool with_handles, bool with_fittings, bool with_drive, bool with_cuts);

/// Finds how a handle's place answers to its measure, by lofting the hull with the measure a little changed.
void measure_gain(Grip& grip, const HullDesign& design);

/// The edit that moves what is held by a way in metres (x along the boat, y to port, z up).
[[nodiscard]] Edit grip_edit(const Grip& grip, const Project& start, const Vec3& by, const Session& session);

}  // namespace plucky::app
