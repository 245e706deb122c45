// The cooling circuit under the hand: ports, fittings and hoses on the board. In: what is on the board, a point. Out:
// what lies there, and the edits of a hand that draws, moves or takes out.
#pragma once

#include <optional>
#include <vector>

#include "board/grips.h"

namespace plucky::app {

/// An end of a hose to be: a port of a fitting.
struct WaterPort {
  Id fitting = 0;
  std::uint32_t port = 0;
  bool taken = false;  ///< a hose is on it
  bool operator==(const WaterPort&) const = default;
};

/// Where a fitting and its port are drawn. The port stands off its fitting by some pixels, so that both can be held.
[[nodiscard]] QPointF fitting_on_board(const BoardMap& map, BoardPlane plane, const Project& project,
                                       const CoolFitting& fitting);
[[nodiscard]] QPointF port_on_board(const BoardMap& map, BoardPlane plane, const Project& project,
                                    const WaterPort& port);
[[nodiscard]] std::vector<WaterPort> water_ports(const Project& project);
/// A hose's corners on the board.
[[nodiscard]] QPolygonF hose_on_board(const BoardMap& map, BoardPlane plane, const HosePath& path);

[[nodiscard]] std::optional<WaterPort> water_port_at(const Assessment& a, const BoardMap& map, BoardPlane plane,
                                                     const QPointF& at);
/// A fitting or hose under a point, fittings first; 0 when there is none.
[[nodiscard]] Id water_item_at(const Assessment& a, const BoardMap& map, BoardPlane plane, const QPointF& at);

/// A new hose between two ports, like the boat's other hoses.
[[nodiscard]] Edit join_ports(const Project& project, const WaterPort& from, const WaterPort& to);
/// A fitting moved by a way, or a hose made to pass the point it was taken at, moved by that way.
[[nodiscard]] Edit move_water_item(const Project& start, const std::vector<HosePath>& paths, Id item, const Vec3& taken,
                                   const Vec3& by);
/// The circuit without a fitting and the hoses on it, or without a hose.
[[nodiscard]] Edit take_out_water_item(const Project& project, Id item);

}  // namespace plucky::app
