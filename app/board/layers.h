// What lies on the board, one function per layer, painted in this order. Layers read the session and draw; they keep
// nothing.
#pragma once

#include <QFlags>
#include <QPainter>
#include <QPixmap>
#include <optional>

#include "board/board_map.h"
#include "board/grips.h"
#include "board/label_placer.h"
#include "session/session.h"

namespace plucky::app {

/// What can be laid over the drawing or left off.
enum class Overlay {
  water = 1,
  parts = 2,
  names = 4,
  cg = 8,
  freeboards = 16,
  fittings = 32,
  handles = 64,
  lines = 128,      ///< stations of the hull in plan and profile
  drive = 256,      ///< the drive's line, thrust and running water
  plumbing = 512,   ///< cooling circuit
  openings = 1024,  ///< ways in for water
  making = 2048,    ///< cuts and panels
};
Q_DECLARE_FLAGS(Overlays, Overlay)
Q_DECLARE_OPERATORS_FOR_FLAGS(Overlays)

/// What most stages show.
inline constexpr Overlays boat_overlays =
    Overlays(Overlay::water) | Overlay::fittings | Overlay::parts | Overlay::names | Overlay::cg;
/// What a stage shows until the builder chooses otherwise.
[[nodiscard]] Overlays usual_overlays(Stage stage);
[[nodiscard]] QString overlay_name(Overlay overlay);
/// All of them in the order of menus.
inline constexpr Overlay all_overlays[] = {Overlay::water,      Overlay::parts,    Overlay::names,    Overlay::cg,
                                           Overlay::freeboards, Overlay::fittings, Overlay::handles,  Overlay::lines,
                                           Overlay::drive,      Overlay::plumbing, Overlay::openings, Overlay::making};

/// A line to which something snapped, with what it belongs to.
struct Guide {
  BoardPlane plane = BoardPlane::profile;
  int axis = 0;     ///< 0: at an x, through both views; 1 or 2: at a y or z
  double at = 0.0;  ///< m
  QString to;
};

/// A distance being taken.
struct Measure {
  BoardPlane plane = BoardPlane::profile;
  Vec3 from = Vec3::Zero(), to = Vec3::Zero();
};

/// What the board itself knows beyond the session.
struct BoardState {
  Stage stage = Stage::flotation;
  double station = 0.3;  ///< m, of the sliding section
  Overlays overlays = usual_overlays(Stage::flotation);
  double heel = 0.0;               ///< rad, of the section's heeled view; 0 is the boat at rest
  std::optional<HeldHeel> heeled;  ///< the boat at that heel
  std::vector<Guide> guides;
  std::optional<QRectF> band;  ///< rubber band, pixels
  std::optional<Measure> measure;
  QPixmap hull_picture;        ///< what paint_hull() would draw, kept while nothing of it changes; null: draw it
  std::optional<Section> cut;  ///< the skin at the station, kept likewise
  std::optional<QPointF> hose_from, hose_to;  ///< a hose being drawn, pixels
  std::string opening;                        ///< key of the way in that is looked at
  double way = 1.0;                           ///< share that a selected part has gone of its way into the hull
  QRectF controls;                            ///< taken by the board's own buttons, pixels
};

/// All a layer needs.
struct Canvas {
  QPainter& painter;
  const BoardMap& map;
  const Session& session;
  LabelPlacer& labels;
  const BoardState& state;

  [[nodiscard]] const Assessment& a() const { return session.seen(); }
  [[nodiscard]] const Project& project() const { return a().project; }
  [[nodiscard]] bool shows(Overlay overlay) const { return state.overlays.testFlag(overlay); }
};

/// What a stage draws over the boat while its overlay is shown; stages/stages.h has them all.
struct BoardLayer {
  Overlay overlay;
  void (*paint)(Canvas& c);
  enum class Lies { over_names, under_names } lies = Lies::over_names;
  /// Key of its mark under a point of the board, empty: none; and what the pointer says there. Null: it has no marks.
  std::string (*mark_at)(const Session& session, const BoardMap& map, const QPointF& at) = nullptr;
  QString (*words)(const Session& session, const std::string& key) = nullptr;
};

/// Everything that lies in profile and plan, in order. `area` is the part of the board that may be drawn on.
void paint_boat(QPainter& painter, const BoardMap& map, const Session& session, const BoardState& state,
                const QRectF& area);

void paint_water(Canvas& c);    ///< behind everything
void paint_hull(Canvas& c);     ///< outlines, chine, deck edge, hatches, cabins, bulkheads
void label_hatches(Canvas& c);  ///< last, with the place that is left
void paint_rails(Canvas& c);
void paint_parts(Canvas& c);
void label_parts(Canvas& c);        ///< names, after the water so that no line runs through them
void paint_water_front(Canvas& c);  ///< translucent over the hull's underwater part, and the water line
void paint_marks(Canvas& c);        ///< CG, its band, freeboards
void paint_hands(Canvas& c);        ///< handles, guides, rubber band, measure
void paint_ruler(Canvas& c);
void paint_section(Canvas& c);  ///< the station line and its card

/// Corners of a part's outline in both views.
/// What stands of a part's name where there is little room: a long one up to its first comma.
[[nodiscard]] QString short_name(const Part& part);
[[nodiscard]] QRectF part_in_profile(const BoardMap& map, const Part& part);
[[nodiscard]] QRectF part_in_plan(const BoardMap& map, const Part& part);

}  // namespace plucky::app
