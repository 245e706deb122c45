#include "board/board_map.h"

#include <algorithm>

namespace plucky::app {

BoardMap::BoardMap(const Assessment& a, const QSize& size, const BoardView& view) {
  Box3 box = a.hull->model.box;
  for (const Vec3& v : {bounds(a.hull->model.skin).low, bounds(a.hull->model.skin).high}) box.include(v);
  for (const Part& p : a.project.layout.parts) {
    box.include(p.box().low);
    box.include(p.box().high);
  }
  const double beam = std::max({2.0 * box.high.y(), -2.0 * box.low.y(), a.hull->model.beam()});
  const double w = size.width(), h = size.height();
  // Fixed parts: ruler, headroom for labels over the hull, a little water under the keel, and the section card's
  // column.
  constexpr double ruler = 46.0, head = 66.0, under = 16.0, plan_head = 26.0, plan_foot = 22.0, side = 22.0;
  const double card = w > 780.0 ? 176.0 : w > 560.0 ? least_card_width : 0.0;
  // Put elsewhere by the builder, the card leaves its column to the boat.
  const double room_x = std::max(50.0, w - 2.0 * side - (view.card ? 0.0 : card));
  const double room_y = std::max(50.0, h - ruler - head - under - plan_head - plan_foot);
  const Vec3 extent = box.size();
  // A view that has just been zoomed keeps its boat within reach of the hand: the fit is the measure of all.
  const double fit = std::min(room_x / extent.x(), room_y / (extent.z() + beam));
  scale_ = fit;
  const double spare = room_y - scale_ * (extent.z() + beam);
  x_low_ = box.low.x();
  z_low_ = box.low.z();
  left_ = side + 0.5 * (room_x - scale_ * extent.x());
  const double profile_height = head + scale_ * extent.z() + under + 0.5 * spare;
  profile_area_ = QRectF(0, 0, w, profile_height);
  profile_base_ = profile_height - under - 0.15 * spare;
  ruler_area_ = QRectF(0, profile_height, w, ruler);
  plan_area_ = QRectF(0, profile_height + ruler, w, h - profile_height - ruler);
  plan_middle_ = plan_area_.top() + plan_head + 0.5 * scale_ * beam + 0.25 * spare;
  if (card > 0.0 && view.card) {
    const QRectF wish(view.card->x() * w, view.card->y() * h, view.card->width() * w, view.card->height() * h);
    const double wide = std::clamp(wish.width(), least_card_width, w - 16.0);
    const double tall = std::clamp(wish.height(), least_card_height, std::max(least_card_height, h - 16.0));
    section_area_ = QRectF(std::clamp(wish.x(), 8.0, w - 8.0 - wide),
                           std::clamp(wish.y(), 8.0, std::max(8.0, h - 8.0 - tall)), wide, tall);
  } else if (card > 0.0) {
    section_area_ = QRectF(w - card - 8.0, 12.0, card, std::min(1.45 * card, profile_height - 20.0));
  }
  scale_ = fit * view.zoom;
  left_ += view.shift_x;
  profile_base_ += view.shift_profile;
  plan_middle_ += view.shift_plan;
}

}  // namespace plucky::app
