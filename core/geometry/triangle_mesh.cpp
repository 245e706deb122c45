#include "geometry/triangle_mesh.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>

namespace plucky {

Box3 bounds(const TriangleMesh& mesh) {
  Box3 box;
  for (const Vec3& v : mesh.vertices) box.include(v);
  return box;
}

double signed_volume(const TriangleMesh& mesh) {
  if (mesh.vertices.empty()) return 0.0;
  const Vec3 origin = bounds(mesh).centre();
  double six = 0.0;
  for (const Triangle& t : mesh.triangles) {
    const Vec3 a = mesh.vertices[t[0]] - origin, b = mesh.vertices[t[1]] - origin, c = mesh.vertices[t[2]] - origin;
    six += a.dot(b.cross(c));
  }
  return six / 6.0;
}

Vec3 volume_centroid(const TriangleMesh& mesh) {
  const Vec3 origin = bounds(mesh).centre();
  double six = 0.0;
  Vec3 moment = Vec3::Zero();
  for (const Triangle& t : mesh.triangles) {
    const Vec3 a = mesh.vertices[t[0]] - origin, b = mesh.vertices[t[1]] - origin, c = mesh.vertices[t[2]] - origin;
    const double v = a.dot(b.cross(c));
    six += v;
    moment += v * (a + b + c);
  }
  return origin + moment / (4.0 * six);
}

double triangle_area(const Vec3& a, const Vec3& b, const Vec3& c) {
  return 0.5 * (b - a).cross(c - a).norm();
}

double surface_area(const TriangleMesh& mesh) {
  double area = 0.0;
  for (const Triangle& t : mesh.triangles)
    area += triangle_area(mesh.vertices[t[0]], mesh.vertices[t[1]], mesh.vertices[t[2]]);
  return area;
}

namespace {

/// Open-addressing hash from a cell of space to the vertices kept in it. Much faster and smaller than a node based map:
/// a million-triangle file arrives as three million loose corners.
class VertexGrid {
 public:
  explicit VertexGrid(std::size_t expected) : slots_(std::bit_ceil(std::max<std::size_t>(16, expected)), none) {}

  struct Cell {
    std::int64_t x, y, z;
  };

  /// The first kept vertex in the cell's chain for which `same` holds, or none. Chains may hold other cells' vertices
  /// too.
  template <class Same>
  [[nodiscard]] std::uint32_t find(const Cell& cell, Same same) const {
    for (std::size_t i = hash(cell) & mask(); slots_[i] != none; i = (i + 1) & mask())
      if (same(slots_[i])) return slots_[i];
    return none;
  }

  /// `cell_of(index)` must give the cell a kept vertex was inserted with; needed when the table grows.
  template <class CellOf>
  void insert(const Cell& cell, std::uint32_t index, CellOf cell_of) {
    if (++count_ * 2 > slots_.size()) {
      std::vector<std::uint32_t> old(slots_.size() * 4, none);
      old.swap(slots_);
      for (const auto i : old)
        if (i != none) place(cell_of(i), i);
    }
    place(cell, index);
  }

  static constexpr std::uint32_t none = std::numeric_limits<std::uint32_t>::max();

 private:
  void place(const Cell& cell, std::uint32_t index) {
    std::size_t i = hash(cell) & mask();
    while (slots_[i] != none) i = (i + 1) & mask();
    slots_[i] = index;
  }
  static std::size_t hash(const Cell& c) {
    std::uint64_t h = static_cast<std::uint64_t>(c.x) * 0x9E3779B97F4A7C15ull;
    h = (h ^ (h >> 29)) + static_cast<std::uint64_t>(c.y) * 0xBF58476D1CE4E5B9ull;
    h = (h ^ (h >> 31)) + static_cast<std::uint64_t>(c.z) * 0x94D049BB133111EBull;
    return h ^ (h >> 32);
  }
  [[nodiscard]] std::size_t mask() const { return slots_.size() - 1; }
  std::vector<std::uint32_t> slots_;
  std::size_t count_ = 0;
};

VertexGrid::Cell exact_cell(const Vec3& v) {
  // Adding zero makes -0.0 and 0.0 one value.
  return {std::bit_cast<std::int64_t>(v.x() + 0.0), std::bit_cast<std::int64_t>(v.y() + 0.0),
          std::bit_cast<std::int64_t>(v.z() + 0.0)};
}

VertexGrid::Cell space_cell(const Vec3& v, double size) {
  return {static_cast<std::int64_t>(std::floor(v.x() / size)), static_cast<std::int64_t>(std::floor(v.y() / size)),
          static_cast<std::int64_t>(std::floor(v.z() / size))};
}

/// The index of a kept vertex within `distance` of v, or none. Looks into the neighbouring cells only where v lies
/// near their side.
std::uint32_t find_near(const VertexGrid& grid, const std::vector<Vec3>& kept, const Vec3& v, double distance,
                        double size) {
  const auto close = [&](std::uint32_t i) { return (kept[i] - v).squaredNorm() <= distance * distance; };
  const auto low = space_cell(v - Vec3::Constant(distance), size);
  const auto high = space_cell(v + Vec3::Constant(distance), size);
  for (auto x = low.x; x <= high.x; ++x)
    for (auto y = low.y; y <= high.y; ++y)
      for (auto z = low.z; z <= high.z; ++z)
        if (const auto found = grid.find({x, y, z}, close); found != VertexGrid::none) return found;
  return VertexGrid::none;
}

}  // namespace

std::size_t weld(TriangleMesh& mesh, double distance) {
  const std::size_t before = mesh.vertices.size();
  VertexGrid grid(before / 2);
  std::vector<Vec3> kept;
  std::vector<std::uint32_t> target(before);
  kept.reserve(before / 4);
  const double size = 8.0 * distance;
  const auto cell_of = [&](const Vec3& v) { return distance > 0.0 ? space_cell(v, size) : exact_cell(v); };
  for (std::size_t i = 0; i < before; ++i) {
    const Vec3& v = mesh.vertices[i];
    const auto cell = cell_of(v);
    const auto found = distance > 0.0 ? find_near(grid, kept, v, distance, size)
                                      : grid.find(cell, [&](std::uint32_t k) { return kept[k] == v; });
    if (found != VertexGrid::none) {
      target[i] = found;
      continue;
    }
    target[i] = static_cast<std::uint32_t>(kept.size());
    kept.push_back(v);
    grid.insert(cell, target[i], [&](std::uint32_t k) { return cell_of(kept[k]); });
  }
  for (Triangle& t : mesh.triangles)
    for (auto& index : t) index = target[index];
  std::erase_if(mesh.triangles, [](const Triangle& t) { return t[0] == t[1] || t[1] == t[2] || t[2] == t[0]; });
  mesh.vertices = std::move(kept);
  return before - mesh.vertices.size();
}

void flip(TriangleMesh& mesh) {
  for (Triangle& t : mesh.triangles) std::swap(t[1], t[2]);
}

void append(TriangleMesh& mesh, const TriangleMesh& other, bool reversed) {
  const auto offset = static_cast<std::uint32_t>(mesh.vertices.size());
  mesh.vertices.insert(mesh.vertices.end(), other.vertices.begin(), other.vertices.end());
  for (const Triangle& t : other.triangles) {
    Triangle moved{t[0] + offset, t[1] + offset, t[2] + offset};
    if (reversed) std::swap(moved[1], moved[2]);
    mesh.triangles.push_back(moved);
  }
}

std::vector<Triangle> triangulate_polygon(const std::vector<Vec2>& polygon) {
  const auto cross = [&](std::uint32_t a, std::uint32_t b, std::uint32_t c) {
    const Vec2 u = polygon[b] - polygon[a], v = polygon[c] - polygon[a];
    return u.x() * v.y() - u.y() * v.x();
  };
  std::vector<std::uint32_t> ring(polygon.size());
  std::iota(ring.begin(), ring.end(), 0u);
  const auto quality_at = [&](std::size_t i) -> std::optional<double> {  // none: no ear
    const auto a = ring[(i + ring.size() - 1) % ring.size()], b = ring[i], c = ring[(i + 1) % ring.size()];
    const double area = cross(a, b, c);
    if (area <= 0.0) return std::nullopt;
    const bool blocked = std::any_of(ring.begin(), ring.end(), [&](std::uint32_t p) {
      if (p == a || p == b || p == c) return false;
      const double ab = cross(a, b, p), bc = cross(b, c, p), ca = cross(c, a, p);
      return ab >= 0.0 && bc >= 0.0 && ca >= 0.0;
    });
    if (blocked) return std::nullopt;
    return area / std::max({(polygon[b] - polygon[a]).squaredNorm(), (polygon[c] - polygon[b]).squaredNorm(),
                            (polygon[a] - polygon[c]).squaredNorm()});
  };
  std::vector<std::optional<double>> quality(ring.size());
  const auto judge_all = [&] {
    for (std::size_t i = 0; i < ring.size(); ++i) quality[i] = quality_at(i);
  };
  judge_all();
  std::vector<Triangle> triangles;
  bool judged_anew = true;
  while (ring.size() > 3) {
    // The fattest valid ear: slivers along straight sides come last, when nothing else is left.
    const auto best = static_cast<std::size_t>(std::max_element(quality.begin(), quality.end()) - quality.begin());
    if (!quality[best]) {
      if (judged_anew) break;  // only flat remainders: nothing left to cover
      judge_all();             // what blocked an ear may be gone
      judged_anew = true;
      continue;
    }
    judged_anew = false;
    const std::size_t n = ring.size(), before = (best + n - 1) % n, after = (best + 1) % n;
    triangles.push_back({ring[before], ring[best], ring[after]});
    ring.erase(ring.begin() + static_cast<std::ptrdiff_t>(best));
    quality.erase(quality.begin() + static_cast<std::ptrdiff_t>(best));
    // Cutting an ear off changes only the corners beside it.
    for (const std::size_t i : {best == 0 ? ring.size() - 1 : best - 1, best == ring.size() ? 0 : best})
      quality[i] = quality_at(i);
  }
  if (ring.size() == 3) triangles.push_back({ring[0], ring[1], ring[2]});
  return triangles;
}

TriangleMesh box_mesh(const Vec3& low, const Vec3& high) {
  TriangleMesh mesh;
  for (int k = 0; k < 8; ++k)
    mesh.vertices.emplace_back(k & 1 ? high.x() : low.x(), k & 2 ? high.y() : low.y(), k & 4 ? high.z() : low.z());
  mesh.triangles = {{0, 2, 1}, {1, 2, 3}, {4, 5, 6}, {5, 7, 6}, {0, 1, 4}, {1, 5, 4},
                    {2, 6, 3}, {3, 6, 7}, {0, 4, 2}, {2, 4, 6}, {1, 3, 5}, {3, 7, 5}};
  return mesh;
}

}  // namespace plucky
