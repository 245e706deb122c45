#include "build/sheet_layout.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <numeric>
#include <set>

#include "geometry/nest.h"

namespace plucky {

namespace {

/// Within a tenth: a skin counts what is laid over its sheet.
bool alike(double thickness, double wanted) {
  return std::abs(thickness - wanted) <= 0.1 * wanted;
}

std::vector<PieceCopy> copies_of(const std::vector<FlatPiece>& pieces) {
  std::vector<PieceCopy> out;
  for (std::size_t i = 0; i < pieces.size(); ++i)
    for (int k = 0; k < pieces[i].count; ++k) out.push_back({i, k});
  return out;
}

const StockSheet* sheet_of(const BuildDesign& design, Id id) {
  const auto it =
      std::find_if(design.sheets.begin(), design.sheets.end(), [&](const StockSheet& s) { return s.id == id; });
  return it == design.sheets.end() ? nullptr : &*it;
}

/// What lies too near to what, and past an edge.
void judge(SheetLayout& out, const std::vector<FlatPiece>& pieces, const BuildDesign& design) {
  for (std::size_t i = 0; i < out.laid.size(); ++i) {
    LaidShape& l = out.laid[i];
    const StockSheet& s = *sheet_of(design, l.sheet);
    const Section::Extent e = l.shape.extent();
    l.off = e.low.minCoeff() < -1e-6 || e.high.x() > s.length + 1e-6 || e.high.y() > s.width + 1e-6;
    l.other_thickness = !has_thickness(s, pieces[l.of.piece].thickness);
    for (std::size_t k = 0; k < i; ++k) {
      LaidShape& other = out.laid[k];
      if (other.sheet != l.sheet || other.sheet_copy != l.sheet_copy) continue;
      // Placed by hand things touch within a tenth of a millimetre.
      if (!keep_apart(l.shape, other.shape, std::max(0.0, design.piece_gap - 1e-4))) l.crowded = other.crowded = true;
    }
  }
}

/// Indices of the sheets of a thickness, by their area.
std::vector<std::size_t> by_area(const BuildDesign& design, double thickness, bool largest_first) {
  std::vector<std::size_t> out;
  for (std::size_t i = 0; i < design.sheets.size(); ++i)
    if (has_thickness(design.sheets[i], thickness)) out.push_back(i);
  std::stable_sort(out.begin(), out.end(), [&](std::size_t l, std::size_t r) {
    const StockSheet &one = design.sheets[l], &other = design.sheets[r];
    const double a = one.length * one.width, b = other.length * other.width;
    return largest_first ? a > b : a < b;
  });
  return out;
}

struct Trial {
  Nest nest;
  std::vector<std::size_t> order;  ///< the design's sheets as the nest numbers them
  double area = 0.0;               ///< m2 of sheets in use
};

Trial try_order(const std::vector<Region>& shapes, const BuildDesign& design, const std::vector<std::size_t>& order,
                const NestWishes& wishes) {
  Trial t{.order = order};
  std::vector<NestSheet> sheets;
  sheets.reserve(order.size());
  for (const std::size_t i : order)
    sheets.push_back({design.sheets[i].length, design.sheets[i].width, design.sheets[i].count});
  t.nest = nest(shapes, sheets, wishes);
  std::set<std::pair<std::size_t, std::size_t>> used;
  for (const Nested& n : t.nest.placed) used.insert({n.sheet, n.copy});
  for (const auto& [sheet, copy] : used) t.area += sheets[sheet].length * sheets[sheet].width;
  return t;
}

}  // namespace

bool SheetLayout::sound() const {
  return std::none_of(laid.begin(), laid.end(), [](const LaidShape& l) { return l.wrong(); });
}

double SheetLayout::waste() const {
  double area = 0.0, used = 0.0;
  for (const SheetUse& s : sheets) area += s.area, used += s.used;
  return area > 0.0 ? 1.0 - used / area : 0.0;
}

Drawing sheet_drawing(const std::vector<FlatPiece>& pieces, const SheetLayout& layout, const StockSheet& sheet,
                      std::uint32_t copy) {
  Drawing out;
  out.title = sheet.count > 1 ? Text("{0}, sheet {1}", sheet.name, copy + 1) : Text(sheet.name);
  out.lines.push_back({DrawLayer::mark, rectangle(Vec2::Zero(), {sheet.length, sheet.width}).loops.front(), true});
  for (const LaidShape& l : layout.laid) {
    if (l.sheet != sheet.id || l.sheet_copy != copy) continue;
    Drawing piece = cut_drawing(pieces[l.of.piece], l.of.copy);
    piece.turn(l.turn);
    piece.shift(l.move);
    out.add(piece);
  }
  return out;
}

std::string copy_key(const FlatPiece& piece, int copy) {
  return piece.count > 1 ? fmt::format("{}/{}", piece.key, copy + 1) : piece.key;
}

bool has_thickness(const StockSheet& sheet, double thickness) {
  return sheet.count > 0 && alike(sheet.thickness, thickness);
}

SheetLayout layout_of(const std::vector<FlatPiece>& pieces, const BuildDesign& design) {
  SheetLayout out;
  std::map<std::string, PieceCopy> copies;
  for (const PieceCopy& c : copies_of(pieces)) copies[copy_key(pieces[c.piece], c.copy)] = c;
  for (const LaidPiece& l : design.laid) {
    const auto c = copies.find(l.piece);
    const StockSheet* sheet = sheet_of(design, l.sheet);
    // What is of no piece any more, laid twice, or on a sheet that has gone, lies nowhere.
    if (c == copies.end() || !sheet || l.copy >= sheet->count) continue;
    LaidShape shape{
        .laid = l.id, .of = c->second, .move = {l.x, l.y}, .turn = l.turn, .sheet = l.sheet, .sheet_copy = l.copy};
    shape.shape = moved(cut_shape(pieces[c->second.piece], c->second.copy), l.turn, shape.move);
    out.laid.push_back(std::move(shape));
    copies.erase(c);
  }
  for (const auto& [key, copy] : copies) out.not_laid.push_back(copy);
  for (const StockSheet& s : design.sheets)
    for (std::uint32_t k = 0; k < s.count; ++k) {
      SheetUse use{.sheet = s.id, .copy = k, .area = s.length * s.width};
      for (const LaidShape& l : out.laid)
        if (l.sheet == s.id && l.sheet_copy == k) use.used += l.shape.area();
      if (use.used > 0.0) out.sheets.push_back(use);
    }
  judge(out, pieces, design);
  return out;
}

LaidOut lay_out(const std::vector<FlatPiece>& pieces, const BuildDesign& design, bool grain,
                const std::function<bool(std::size_t)>& go_on) {
  LaidOut out;
  std::vector<PieceCopy> rest = copies_of(pieces);
  const NestWishes wishes{.gap = design.piece_gap, .margin = design.piece_gap, .grain = grain, .go_on = go_on};
  while (!rest.empty() && !out.stopped) {
    const double thickness = pieces[rest.front().piece].thickness;
    std::vector<PieceCopy> now, later;
    for (const PieceCopy& c : rest) (alike(pieces[c.piece].thickness, thickness) ? now : later).push_back(c);
    rest = std::move(later);
    std::vector<Region> shapes;
    shapes.reserve(now.size());
    for (const PieceCopy& c : now) shapes.push_back(cut_shape(pieces[c.piece], c.copy));
    Trial best;
    for (const bool largest_first : {false, true}) {
      const std::vector<std::size_t> order = by_area(design, thickness, largest_first);
      if (largest_first && order == best.order) continue;
      Trial t = try_order(shapes, design, order, wishes);
      out.stopped = out.stopped || t.nest.stopped;
      if (best.order.empty() || t.nest.left.size() < best.nest.left.size() ||
          (t.nest.left.size() == best.nest.left.size() && t.area < best.area - 1e-9))
        best = std::move(t);
    }
    for (const Nested& n : best.nest.placed) {
      const PieceCopy& c = now[n.shape];
      out.laid.push_back({.piece = copy_key(pieces[c.piece], c.copy),
                          .sheet = design.sheets[best.order[n.sheet]].id,
                          .copy = static_cast<std::uint32_t>(n.copy),
                          .x = n.move.x(),
                          .y = n.move.y(),
                          .turn = n.turn});
    }
    if (best.order.empty())
      out.left.insert(out.left.end(), now.begin(), now.end());
    else
      for (const std::size_t i : best.nest.left) out.left.push_back(now[i]);
  }
  return out;
}

}  // namespace plucky
