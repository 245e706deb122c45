// The boat's flat pieces laid beside one another, to scale. In: the boat on the bench. Out: a picture on the shelf.
#pragma once

#include "build/drawing.h"
#include "shelf/shelf_page.h"

namespace plucky::app {

class FlatView : public ShelfPage {
  Q_OBJECT

 public:
  FlatView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  std::vector<Drawing> pieces_;  ///< each with its lower left corner at the origin
};

/// The flat pieces' drawings, each with its lower left corner at the origin.
[[nodiscard]] std::vector<Drawing> piece_drawings(const BuildReport& report);

/// Boxes in rows, their upper left corners with y down, m, drawn as large as the room
/// (pixels) allows; `over` pixels are left free over each row but the first.
struct RowsOfBoxes {
  std::vector<Vec2> at;
  Vec2 size = Vec2::Zero();
  double scale = 0.0;  ///< pixels to a metre
};
[[nodiscard]] RowsOfBoxes rows_of_boxes(const std::vector<Vec2>& sizes, const QSizeF& room, double over = 0.0);

/// Draws in pixels or points: the drawing's origin at `origin`, y up. Widths of lines and heights of words are of the
/// painter's own units; words that would be smaller than `least` are left out, but for what a panel is and what joins
/// it: those are enlarged as long as they lie on no others.
void paint_drawing(QPainter& painter, const Drawing& drawing, const QPointF& origin, double scale,
                   const Session& session, double line, double least);

}  // namespace plucky::app
