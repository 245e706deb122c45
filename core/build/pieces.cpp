#include "build/pieces.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>

namespace plucky {

namespace {

constexpr std::array<std::pair<const char*, const char*>, 9> piece_roles{{{"panel", "Panel"},
                                                                          {"wall", "Bulkhead"},
                                                                          {"rib", "Rib"},
                                                                          {"web", "Temporary web"},
                                                                          {"stringer", "Stringer"},
                                                                          {"doubler", "Doubler"},
                                                                          {"fixture", "Mount or jig"},
                                                                          {"slice", "Slice of the plug"},
                                                                          {"strip", "Riveted strip"}}};

constexpr double over = 0.01;        // m by which a slot is cut past the edge it starts from
constexpr double part_play = 0.001;  // m between a part and the rib that is notched for it

/// The lowest stretch of material over a place.
std::optional<Span> lowest_over(const Region& r, double at) {
  std::vector<double> z = section_of(r).crossings(0, at);
  if (z.size() < 2) return std::nullopt;
  std::sort(z.begin(), z.end());
  return Span{z[0], z[1]};
}

class Pieces {
 public:
  Pieces(const HullModel& hull, const HullDesign& design, const PieceWishes& wishes)
      : hull_(hull), design_(design), w_(wishes), thickness_(design.skin.frame_thickness) {}

  std::vector<FlatPiece> take(const std::vector<Panel>& panels) {
    for (const Panel& p : panels) panel(p);
    shapes_.reserve(hull_.frames.size());
    for (const Frame& f : hull_.frames) shapes_.push_back(f.shape);
    for (std::size_t i = 0; i < shapes_.size(); ++i)
      if (!hull_.frames[i].along) open(i);
    for (std::size_t i = 0; i < shapes_.size(); ++i)
      for (std::size_t k = 0; k < shapes_.size(); ++k)
        if (!hull_.frames[i].along && hull_.frames[k].along) cross(i, k);
    for (std::size_t i = 0; i < shapes_.size(); ++i) frame(i);
    doublers();
    for (FlatPiece& p : out_) label(p);
    return std::move(out_);
  }

 private:
  /// What the frame is of; every frame is of one of the two.
  [[nodiscard]] const Bulkhead& bulkhead_of(const Frame& f) const {
    return *std::find_if(design_.bulkheads.begin(), design_.bulkheads.end(),
                         [&](const Bulkhead& b) { return b.id == f.id; });
  }
  [[nodiscard]] const Stringer& stringer_of(const Frame& f) const {
    return *std::find_if(design_.stringers.begin(), design_.stringers.end(),
                         [&](const Stringer& s) { return s.id == f.id; });
  }

  void panel(const Panel& p) {
    FlatPiece out{.key = fmt::format("panel.{}", panel_role_key(p.role)),
                  .role = PieceRole::panel,
                  .name = panel_role_name(p.role),
                  .number = p.number,
                  .count = p.count,
                  .mirrored = p.count == 2,
                  .thickness = p.thickness(design_.skin),
                  .shape = {{p.outline}},
                  .drawing = drawing_of(p)};
    number_ = std::max(number_, p.number);
    finish(std::move(out));
  }

  /// Notches for parts, and holes that let water by.
  void open(std::size_t i) {
    const Frame& f = hull_.frames[i];
    const Bulkhead& b = bulkhead_of(f);
    if (b.watertight) return;
    if (b.is_rib())
      for (const Box3& part : w_.parts)
        if (part.low.x() < f.at + thickness_ && part.high.x() > f.at)
          shapes_[i] = without(shapes_[i], rectangle({part.low.y() - part_play, part.low.z() - part_play},
                                                     {part.high.y() + part_play, part.high.z() + part_play}));
    const double across = b.is_rib() ? std::min(w_.limber, 0.8 * b.rim) : w_.limber;
    std::vector<double> at{0.0};
    for (const Frame& s : hull_.frames)
      if (s.along) at.push_back(s.at + 0.5 * thickness_ + (s.at < 0.0 ? -1.0 : 1.0) * (thickness_ + across));
    for (const double y : at)
      if (const auto z = lowest_over(f.outline, y)) shapes_[i] = without(shapes_[i], disc({y, z->low}, across));
  }

  /// Half of the height in which a wall and a stringer cross is taken out of each.
  void cross(std::size_t wall, std::size_t stringer) {
    const Frame &w = hull_.frames[wall], &s = hull_.frames[stringer];
    const double half = 0.5 * w_.slot_play, y = s.at + 0.5 * thickness_, x = w.at + 0.5 * thickness_;
    const auto in_wall = lowest_over(w.shape, y), in_stringer = lowest_over(s.shape, x);
    if (!in_wall || !in_stringer) return;
    const double low = std::max(in_wall->low, in_stringer->low), high = std::min(in_wall->high, in_stringer->high);
    if (high <= low) return;
    const double middle = 0.5 * (low + high);
    const bool drops_in = stringer_of(s).drops_onto(bulkhead_of(w));
    const auto cut = [](Region& shape, double at, double width, double from, double to) {
      shape = without(shape, rectangle({at, from}, {at + width, to}));
    };
    const double under = std::min(in_wall->low, in_stringer->low) - over;
    cut(shapes_[wall], s.at - half, thickness_ + w_.slot_play, drops_in ? middle : under,
        drops_in ? in_wall->high + over : middle);
    cut(shapes_[stringer], w.at - half, thickness_ + w_.slot_play, drops_in ? under : middle,
        drops_in ? middle : in_stringer->high + over);
  }

  void frame(std::size_t i) {
    const Frame& f = hull_.frames[i];
    const bool second = f.along && !out_.empty() && out_.back().subject == f.id;
    // The starboard one of a pair is the port one's equal, wherever the hull is alike on both sides.
    if (second && hull_.symmetrical) {
      out_.back().count = 2;
      return;
    }
    FlatPiece out{.role = PieceRole::stringer, .subject = f.id, .number = ++number_, .thickness = thickness_};
    if (f.along) {
      out.key = fmt::format("stringer.{}{}", f.id, second ? ".starboard" : "");
      out.name = Text(stringer_of(f).name);
    } else {
      const Bulkhead& b = bulkhead_of(f);
      out.key = fmt::format("wall.{}", f.id);
      out.role = b.temporary ? PieceRole::web : b.is_rib() ? PieceRole::rib : PieceRole::wall;
      out.name = Text(b.name);
    }
    out.shape = shapes_[i];
    for (const auto& loop : out.shape.loops) out.drawing.lines.push_back({DrawLayer::cut, loop, true});
    if (!f.along) {
      for (const WallHole& h : w_.holes)
        if (h.wall == f.id) hole(out, h);
      const Section::Extent e = f.outline.extent();
      out.drawing.lines.push_back({DrawLayer::mark, {{0.0, e.low.y()}, {0.0, e.high.y()}}, false});
    }
    finish(std::move(out));
  }

  static void hole(FlatPiece& p, const WallHole& h) {
    const Region round = disc(h.centre, h.diameter);
    const double inside = common(p.shape, round).area();
    if (inside <= 0.0) return;
    p.shape = without(p.shape, round);
    if (inside > 0.999 * round.area())
      p.drawing.holes.push_back({DrawLayer::cut, h.centre, h.diameter});
    else {
      // It breaks through an edge: the outline follows it.
      std::erase_if(p.drawing.lines, [](const DrawnLine& l) { return l.layer == DrawLayer::cut; });
      p.drawing.holes.clear();
      for (const auto& loop : p.shape.loops) p.drawing.lines.push_back({DrawLayer::cut, loop, true});
    }
  }

  void doublers() {
    if (w_.loads.empty()) return;
    Region pads;
    for (const TransomLoad& l : w_.loads)
      pads = joined(pads,
                    rectangle(l.low - Vec2::Constant(w_.doubler_margin), l.high + Vec2::Constant(w_.doubler_margin)));
    const double skin = design_.skin.shell_thickness;
    const std::vector<Section> at =
        sections(hull_.skin, {hull_.box.low.x() + std::max(1e-4, skin)}, hull_.bare_triangles);
    pads = common(pads, grown(region_of(at.front()), -skin));
    int n = 0;
    for (const auto& loop : pads.loops) {
      if (loop_area(loop) <= 1e-5) continue;
      FlatPiece out{.key = fmt::format("doubler.{}", ++n),
                    .role = PieceRole::doubler,
                    .name = "Doubler of the transom",
                    .number = ++number_,
                    .thickness = thickness_,
                    .shape = {{loop}}};
      out.drawing.lines.push_back({DrawLayer::cut, loop, true});
      const Section::Extent e = out.shape.extent();
      if (e.low.x() < 0.0 && e.high.x() > 0.0)
        out.drawing.lines.push_back({DrawLayer::mark, {{0.0, e.low.y()}, {0.0, e.high.y()}}, false});
      finish(std::move(out));
    }
  }

  /// Number and name; panels have theirs.
  static void label(FlatPiece& p) {
    if (p.role == PieceRole::panel) return;
    const Vec2 size = p.shape.extent().high, at = title_place(p, size);
    p.drawing.title = p.count > 1 ? Text("{0} {1}, cut two", p.number, p.name) : Text("{0} {1}", p.number, p.name);
    p.drawing.texts.push_back({DrawLayer::engrave, at, 0.005, 0.0, Text("{0}", p.number), size.x()});
    p.drawing.texts.push_back({DrawLayer::engrave, {0.62 * size.x(), at.y()}, 0.0035, 0.0, p.name, 0.5 * size.x()});
  }

  /// Moved to the origin, taken in.
  void finish(FlatPiece p) {
    const Section::Extent e = p.shape.extent();
    p.shape = shifted(p.shape, -e.low);
    p.drawing.shift(-e.low);
    out_.push_back(std::move(p));
  }

  /// Where the title lies on material: the middle, or low on a rib.
  static Vec2 title_place(const FlatPiece& p, const Vec2& size) {
    const auto stretch = lowest_over(p.shape, 0.2 * size.x());
    return {0.2 * size.x(), stretch ? 0.5 * (stretch->low + stretch->high) : 0.5 * size.y()};
  }

  const HullModel& hull_;
  const HullDesign& design_;
  const PieceWishes& w_;
  double thickness_;
  std::vector<Region> shapes_;  ///< of the hull's frames, opened and slotted
  std::vector<FlatPiece> out_;
  int number_ = 0;
};

/// Height of a piece that lies at the origin.
double height_of(const FlatPiece& p) {
  return p.shape.extent().high.y();
}

}  // namespace

const char* piece_role_key(PieceRole role) {
  return piece_roles[static_cast<std::size_t>(role)].first;
}
const char* piece_role_name(PieceRole role) {
  return piece_roles[static_cast<std::size_t>(role)].second;
}

std::vector<FlatPiece> pieces_of(const HullModel& hull, const HullDesign& design, const std::vector<Panel>& panels,
                                 const PieceWishes& wishes) {
  return Pieces(hull, design, wishes).take(panels);
}

FlatPiece piece_of(std::string key, PieceRole role, const Text& name, int number, double thickness, Region shape) {
  const Section::Extent e = shape.extent();
  FlatPiece p{.key = std::move(key), .role = role, .name = name, .number = number, .thickness = thickness};
  p.shape = shifted(std::move(shape), -e.low);
  for (const auto& loop : p.shape.loops) p.drawing.lines.push_back({DrawLayer::cut, loop, true});
  const Vec2 size = p.shape.extent().high;
  const auto stretch = lowest_over(p.shape, 0.5 * size.x());
  p.drawing.title = {"{0} {1}", number, name};
  p.drawing.texts.push_back({.place = {0.5 * size.x(), stretch ? 0.5 * (stretch->low + stretch->high) : 0.5 * size.y()},
                             .words = p.drawing.title,
                             .room = 0.8 * size.x()});
  return p;
}

Region cut_shape(const FlatPiece& piece, int copy) {
  Region out = piece.shape;
  if (copy == 0 || !piece.mirrored) return out;
  const double height = height_of(piece);
  for (auto& loop : out.loops) {
    for (Vec2& v : loop) v.y() = height - v.y();
    std::reverse(loop.begin(), loop.end());
  }
  return out;
}

Drawing cut_drawing(const FlatPiece& piece, int copy) {
  Drawing out = piece.drawing;
  if (copy == 0 || !piece.mirrored) return out;
  const double height = height_of(piece);
  const auto turn_over = [height](Vec2& v) { v.y() = height - v.y(); };
  for (DrawnLine& l : out.lines)
    for (Vec2& v : l.points) turn_over(v);
  for (DrawnHole& h : out.holes) turn_over(h.centre);
  for (DrawnText& t : out.texts) {
    turn_over(t.place);
    t.turn = -t.turn;
  }
  return out;
}

}  // namespace plucky
