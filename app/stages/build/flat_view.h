// The boat's panels laid flat beside one another, to scale. In: the boat on the bench. Out: a picture on the shelf.
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
  std::vector<Drawing> panels_;  ///< each with its lower left corner at the origin
};

/// The panels' drawings, each moved to the origin.
[[nodiscard]] std::vector<Drawing> panel_drawings(const BuildReport& report);

/// Draws in pixels or points: the drawing's origin at `origin`, y up. Widths of lines and heights of words are of the
/// painter's own units; words that
/// would be smaller than `least` are left out, but for what a panel is and what joins it.
void paint_drawing(QPainter& painter, const Drawing& drawing, const QPointF& origin, double scale,
                   const Session& session, double line, double least);

}  // namespace plucky::app
