#include "build/strips.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

namespace plucky {

Strips strips_of(const std::vector<Panel>& panels, const std::optional<FoldedNet>& net, bool rim, int first,
                 const StripWishes& wishes) {
  // A seam between two panels is an edge of both; one of a panel with its mirror image stands once.
  struct Run {
    Seam seam = Seam::keel;
    double length = 0.0;
    int count = 1;
  };
  std::map<std::pair<std::pair<int, int>, Seam>, Run> runs;
  for (const Panel& p : panels)
    for (const PanelEdge& e : p.edges) {
      if (e.mate <= 0 || (e.seam == Seam::deck_edge && rim)) continue;
      Run& r = runs[{std::minmax(p.number, e.mate), e.seam}];
      r.seam = e.seam;
      r.length = std::max(r.length, e.length);
      if (e.mate != p.number && p.count == 2) r.count = 2;
    }
  if (net)
    for (auto& [key, r] : runs)
      for (const NetFold& f : net->folds)
        if (f.parent != f.child && f.seam == r.seam) {
          r.length = f.cut_apart;
          break;  // port and starboard are folded alike
        }
  Strips out;
  for (const auto& [key, r] : runs) {
    if (r.length < 2.0 * wishes.pitch) continue;
    Region shape = rectangle({0.0, 0.0}, {r.length, 2.0 * wishes.lap});
    const int n = std::max(2, static_cast<int>(std::lround(r.length / wishes.pitch)));
    std::vector<Vec2> at;
    for (int i = 0; i < n; ++i) {
      const double x = r.length * (i + 0.5) / n;
      at.insert(at.end(), {{x, 0.5 * wishes.lap}, {x, 1.5 * wishes.lap}});
    }
    FlatPiece p =
        piece_of(fmt::format("strip.{}.{}.{}", seam_key(r.seam), key.first.first, key.first.second), PieceRole::strip,
                 Text("Strip inside the {0}", seam_name(r.seam)), first++, wishes.thickness, shape);
    for (const Vec2& v : at) {
      p.drawing.holes.push_back({DrawLayer::cut, v, wishes.rivet});
      p.shape = without(p.shape, disc(v, wishes.rivet));
    }
    p.count = r.count;
    out.rivets += at.size() * static_cast<std::size_t>(r.count);
    out.pieces.push_back(std::move(p));
  }
  return out;
}

}  // namespace plucky
