// A flat drawing at full size: what a cutter cuts, what is folded, marked, engraved. In: panels, templates. Out: lines
// and words in metres, for the writers in io and for paper.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "build/panels.h"

namespace plucky {

enum class DrawLayer { cut, fold, mark, engrave };
inline constexpr std::array draw_layers{DrawLayer::cut, DrawLayer::fold, DrawLayer::mark, DrawLayer::engrave};
[[nodiscard]] const char* layer_key(DrawLayer layer);  ///< "CUT", "FOLD", "MARK", "ENGRAVE"

struct DrawnLine {
  DrawLayer layer = DrawLayer::cut;
  std::vector<Vec2> points;  ///< m
  bool closed = false;
};

struct DrawnHole {
  DrawLayer layer = DrawLayer::cut;
  Vec2 centre = Vec2::Zero();
  double diameter = 0.0;  ///< m
};

struct DrawnText {
  DrawLayer layer = DrawLayer::engrave;
  Vec2 place = Vec2::Zero();  ///< m, its middle
  double height = 0.004;      ///< m
  double turn = 0.0;          ///< rad
  Text words;
  double room = 0.0;  ///< m along it, where there is no more; 0: enough
};

struct Box2 {
  Vec2 low = Vec2::Constant(1e300), high = Vec2::Constant(-1e300);
  void include(const Vec2& p) {
    low = low.cwiseMin(p);
    high = high.cwiseMax(p);
  }
  [[nodiscard]] bool empty() const { return low.x() > high.x(); }
  [[nodiscard]] Vec2 size() const { return empty() ? Vec2(Vec2::Zero()) : Vec2(high - low); }
};

struct Drawing {
  Text title;
  std::vector<DrawnLine> lines;
  std::vector<DrawnHole> holes;
  std::vector<DrawnText> texts;

  /// Around lines and holes.
  [[nodiscard]] Box2 bounds() const;
  /// Everything moved by a vector.
  void shift(const Vec2& by);
  /// Everything turned about the origin, rad anticlockwise.
  void turn(double by);
  /// Everything of another drawing besides.
  void add(const Drawing& other);
};

/// A panel to cut: outline, marks, its number, what joins along each edge, the fold there at a few places.
[[nodiscard]] Drawing drawing_of(const Panel& panel);

}  // namespace plucky
