#include "hull/hollows.h"

namespace plucky {

namespace {

/// Inner sides of the bodies of one section, from starboard to port, at the greatest height at which they still stand
/// apart.
std::vector<double> inner_sides(const Section& section) {
  constexpr int levels = 16;
  const Section::Extent e = section.extent();
  if (e.empty()) return {};
  for (int i = levels - 1; i > 0; --i) {
    const double z = e.low.y() + (e.high.y() - e.low.y()) * (i - 0.5) / levels;
    const std::vector<Span> spans = section.spans(1, z);
    if (spans.size() < 2) continue;
    std::vector<double> sides;
    for (std::size_t k = 0; k < spans.size(); ++k) {
      if (k > 0) sides.push_back(spans[k].low);
      if (k + 1 < spans.size()) sides.push_back(spans[k].high);
    }
    return sides;
  }
  return {};
}

}  // namespace

std::vector<std::vector<Vec2>> hollow_edges(const HullModel& hull) {
  std::vector<std::vector<Vec2>> done, open;
  const auto close = [&] {
    for (std::vector<Vec2>& line : open)
      if (line.size() > 1) done.push_back(std::move(line));
    open.clear();
  };
  for (const Section& section : hull.sections) {
    const std::vector<double> sides = inner_sides(section);
    if (sides.size() != open.size()) {
      close();
      open.resize(sides.size());
    }
    for (std::size_t k = 0; k < sides.size(); ++k) open[k].emplace_back(section.x, sides[k]);
  }
  close();
  return done;
}

}  // namespace plucky
