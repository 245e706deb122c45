#include "build/made.h"

#include <algorithm>
#include <cmath>

namespace plucky {

std::vector<Makeable> makeables_of(const BuildReport& report) {
  std::vector<Makeable> out;
  for (std::size_t i = 0; i < report.sections.size(); ++i)
    out.push_back({"section." + std::to_string(i + 1),
                   {"Section {0} of the hull", i + 1},
                   report.sections[i].size,
                   report.sections[i].material});
  for (const PlannedFixture& f : report.fixtures)
    out.push_back({"fixture." + std::to_string(f.id), f.name, f.size, f.volume});
  for (const FlatPiece& p : report.pieces) {
    if (p.role == PieceRole::fixture) continue;  // made as a whole
    const Vec2 size = p.shape.extent().high;
    out.push_back({p.key, p.drawing.title, {size.x(), size.y(), p.thickness}, p.shape.area()});
  }
  return out;
}

std::optional<Mismatch> mismatch(const MadeThing& made, const Makeable& now) {
  Mismatch out{.off = (Vec3(made.length, made.width, made.height) - now.size).cwiseAbs().maxCoeff()};
  out.outline = out.off <= made_tolerance && std::abs(made.amount - now.amount) > 0.01 * now.amount;
  return out.off > made_tolerance || out.outline ? std::optional(out) : std::nullopt;
}

BuildDesign with_made(BuildDesign design, const Makeable& thing, bool made, const std::string& date) {
  std::erase_if(design.made, [&](const MadeThing& m) { return m.what == thing.key; });
  if (made)
    design.made.push_back({.what = thing.key,
                           .date = date,
                           .length = thing.size.x(),
                           .width = thing.size.y(),
                           .height = thing.size.z(),
                           .amount = thing.amount});
  return design;
}

std::vector<std::string> made_by(const std::string& task, const BuildReport& report) {
  const auto after = [&](const std::string& start, const char* key) -> std::vector<std::string> {
    return {key + task.substr(start.size())};
  };
  for (const auto& [start, key] : {std::pair<std::string, const char*>{"print.section.", "section."},
                                   {"make.bulkhead.", "wall."},
                                   {"make.stringer.", "stringer."},
                                   {"make.fixture.", "fixture."}})
    if (task.starts_with(start)) return after(start, key);
  std::vector<std::string> out;
  if (task == "cut.panels")
    for (const FlatPiece& p : report.pieces)
      if (p.role == PieceRole::panel) out.push_back(p.key);
  return out;
}

}  // namespace plucky
