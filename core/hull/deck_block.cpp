#include "hull/deck_block.h"

#include "hull/model.h"

namespace plucky {

TriangleMesh block_on_deck(const HullModel& model, const DeckBlock& b) {
  constexpr int nx = 12, ny = 4;
  TriangleMesh mesh;
  const auto vertex = [&](int i, int j, bool roof) {
    const double shrink = roof ? 1.0 - b.lean : 1.0;
    const double px = b.x + 0.5 * b.length + shrink * b.length * (static_cast<double>(i) / nx - 0.5);
    const double py = b.y + shrink * b.width * (static_cast<double>(j) / ny - 0.5);
    const double foot_x = b.x + b.length * i / nx, foot_y = b.y + b.width * (static_cast<double>(j) / ny - 0.5);
    const double z = model.deck_height(foot_x, foot_y);
    return Vec3(px, py, roof ? z + b.height : z - b.sunk);
  };
  const auto at = [&](int i, int j, bool roof) {
    return static_cast<std::uint32_t>((roof ? (nx + 1) * (ny + 1) : 0) + i * (ny + 1) + j);
  };
  for (const bool roof : {false, true})
    for (int i = 0; i <= nx; ++i)
      for (int j = 0; j <= ny; ++j) mesh.vertices.push_back(vertex(i, j, roof));
  const auto quad = [&](std::uint32_t p, std::uint32_t q, std::uint32_t r, std::uint32_t s) {
    mesh.triangles.insert(mesh.triangles.end(), {{p, q, r}, {p, r, s}});
  };
  for (int i = 0; i < nx; ++i)
    for (int j = 0; j < ny; ++j) {
      quad(at(i, j, true), at(i + 1, j, true), at(i + 1, j + 1, true), at(i, j + 1, true));
      quad(at(i, j, false), at(i, j + 1, false), at(i + 1, j + 1, false), at(i + 1, j, false));
    }
  for (int i = 0; i < nx; ++i) {
    quad(at(i, 0, false), at(i + 1, 0, false), at(i + 1, 0, true), at(i, 0, true));
    quad(at(i + 1, ny, false), at(i, ny, false), at(i, ny, true), at(i + 1, ny, true));
  }
  for (int j = 0; j < ny; ++j) {
    quad(at(0, j + 1, false), at(0, j, false), at(0, j, true), at(0, j + 1, true));
    quad(at(nx, j, false), at(nx, j + 1, false), at(nx, j + 1, true), at(nx, j, true));
  }
  return mesh;
}

}  // namespace plucky
