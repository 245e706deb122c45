#include "geometry/flatten.h"

#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cmath>
#include <map>

#include "base/error.h"

namespace plucky {

namespace {

using Matrix = Eigen::SparseMatrix<double>;
using Edge = std::pair<std::uint32_t, std::uint32_t>;

/// The rim of the sheet in order; refuses what is not a disc.
std::vector<std::uint32_t> rim_of(const TriangleMesh& m) {
  std::map<Edge, int> half_edges;
  for (const Triangle& t : m.triangles)
    for (int k = 0; k < 3; ++k)
      if (++half_edges[{t[k], t[(k + 1) % 3]}] > 1)
        throw InvalidInput("mesh", "has an edge that several faces run along the same way: it is no single sheet");
  std::map<std::uint32_t, std::uint32_t> next;
  std::size_t edges = 0;
  for (const auto& [e, count] : half_edges) {
    const bool open = !half_edges.contains({e.second, e.first});
    if (open || e.first < e.second) ++edges;
    if (open && !next.emplace(e.first, e.second).second) throw InvalidInput("mesh", "has a rim that touches itself");
  }
  if (next.empty()) throw InvalidInput("mesh", "is closed: a sheet has a rim");
  std::vector<std::uint32_t> rim{next.begin()->first};
  while (next.at(rim.back()) != rim.front()) rim.push_back(next.at(rim.back()));
  if (rim.size() != next.size()) throw InvalidInput("mesh", "has more than one rim: cut it into single sheets");
  std::vector<bool> used(m.vertices.size(), false);
  for (const Triangle& t : m.triangles)
    for (const std::uint32_t v : t) used[v] = true;
  const auto vertices = static_cast<std::size_t>(std::count(used.begin(), used.end(), true));
  if (vertices != m.vertices.size()) throw InvalidInput("mesh", "has corners that no face uses");
  if (vertices + m.triangles.size() != edges + 1) throw InvalidInput("mesh", "has a handle: it does not lie flat");
  return rim;
}

/// A face in its own plane, and the cotangents opposite its corners.
struct Face {
  std::array<Vec2, 3> flat;
  std::array<double, 3> cotangent;
};

Face face_of(const TriangleMesh& m, std::size_t t) {
  const Vec3 u = m.corner(t, 1) - m.corner(t, 0), v = m.corner(t, 2) - m.corner(t, 0);
  const double along = u.norm(), twice = u.cross(v).norm();
  const double size = std::max(u.squaredNorm(), v.squaredNorm());
  if (!(twice > 1e-12 * size)) throw InvalidInput("mesh", Text("face {0} has no area", t));
  Face f;
  f.flat = {Vec2(0, 0), Vec2(along, 0), Vec2(u.dot(v) / along, twice / along)};
  for (int k = 0; k < 3; ++k) {
    const Vec2 p = f.flat[(k + 1) % 3] - f.flat[k], q = f.flat[(k + 2) % 3] - f.flat[k];
    f.cotangent[k] = p.dot(q) / twice;
  }
  return f;
}

/// Rotation that best turns a face into what its corners have become, from the covariance of its sides.
Eigen::Matrix2d turn_of(const Eigen::Matrix2d& covariance) {
  const double c = covariance(0, 0) + covariance(1, 1), s = covariance(1, 0) - covariance(0, 1);
  const double n = std::hypot(c, s);
  Eigen::Matrix2d turn = Eigen::Matrix2d::Identity();
  if (n > 0.0) turn << c / n, -s / n, s / n, c / n;
  return turn;
}

/// A first layout without folds (Tutte): the rim on a circle by its lengths, the rest in the middle of its neighbours.
Eigen::MatrixX2d round_layout(const TriangleMesh& m, const std::vector<std::uint32_t>& rim) {
  const auto n = static_cast<Eigen::Index>(m.vertices.size());
  Eigen::MatrixX2d x = Eigen::MatrixX2d::Zero(n, 2);
  std::vector<bool> fixed(m.vertices.size(), false);
  double whole = 0.0, so_far = 0.0;
  for (std::size_t i = 0; i < rim.size(); ++i)
    whole += (m.vertices[rim[(i + 1) % rim.size()]] - m.vertices[rim[i]]).norm();
  for (std::size_t i = 0; i < rim.size(); ++i) {
    const double u = 2.0 * pi * so_far / whole;
    x.row(rim[i]) = whole / (2.0 * pi) * Eigen::RowVector2d(std::cos(u), std::sin(u));
    fixed[rim[i]] = true;
    so_far += (m.vertices[rim[(i + 1) % rim.size()]] - m.vertices[rim[i]]).norm();
  }
  std::vector<Eigen::Triplet<double>> entries;
  Eigen::MatrixX2d right = Eigen::MatrixX2d::Zero(n, 2);
  for (Eigen::Index i = 0; i < n; ++i)
    if (fixed[static_cast<std::size_t>(i)]) entries.emplace_back(i, i, 1.0), right.row(i) = x.row(i);
  for (const Triangle& t : m.triangles)
    for (int k = 0; k < 3; ++k) {
      const std::uint32_t a = t[k];
      if (fixed[a]) continue;
      for (const std::uint32_t b : {t[(k + 1) % 3], t[(k + 2) % 3]}) {
        entries.emplace_back(a, a, 1.0);
        if (fixed[b])
          right.row(a) += x.row(b);
        else
          entries.emplace_back(a, b, -1.0);
      }
    }
  Matrix system(n, n);
  system.setFromTriplets(entries.begin(), entries.end());
  Eigen::SimplicialLDLT<Matrix> solver(system);
  if (solver.info() != Eigen::Success) throw InvalidInput("mesh", "cannot be laid out");
  return solver.solve(right);
}

}  // namespace

FlatMesh flatten(const TriangleMesh& mesh, int most_rounds) {
  if (mesh.triangles.empty()) throw InvalidInput("mesh", "has no faces");
  const std::vector<std::uint32_t> rim = rim_of(mesh);
  std::vector<Face> faces;
  for (std::size_t t = 0; t < mesh.triangles.size(); ++t) faces.push_back(face_of(mesh, t));

  const auto n = static_cast<Eigen::Index>(mesh.vertices.size());
  std::vector<Eigen::Triplet<double>> entries;
  for (std::size_t t = 0; t < faces.size(); ++t)
    for (int k = 0; k < 3; ++k) {
      const auto a = mesh.triangles[t][(k + 1) % 3], b = mesh.triangles[t][(k + 2) % 3];
      const double w = faces[t].cotangent[k];
      entries.emplace_back(a, a, w);
      entries.emplace_back(b, b, w);
      entries.emplace_back(a, b, -w);
      entries.emplace_back(b, a, -w);
    }
  entries.emplace_back(0, 0, 1.0);  // one corner is held
  Matrix system(n, n);
  system.setFromTriplets(entries.begin(), entries.end());
  const Eigen::SimplicialLDLT<Matrix> solver(system);
  if (solver.info() != Eigen::Success) throw InvalidInput("mesh", "cannot be laid flat: its faces are too thin");

  FlatMesh out;
  Eigen::MatrixX2d x = round_layout(mesh, rim);
  const double size = bounds(mesh).size().norm();
  while (out.rounds < most_rounds && !out.settled) {
    Eigen::MatrixX2d right = Eigen::MatrixX2d::Zero(n, 2);
    for (std::size_t t = 0; t < faces.size(); ++t) {
      const Triangle& c = mesh.triangles[t];
      Eigen::Matrix2d covariance = Eigen::Matrix2d::Zero();
      for (int k = 0; k < 3; ++k) {
        const int i = (k + 1) % 3, j = (k + 2) % 3;
        covariance += faces[t].cotangent[k] * (x.row(c[i]) - x.row(c[j])).transpose() *
                      (faces[t].flat[i] - faces[t].flat[j]).transpose();
      }
      const Eigen::Matrix2d turn = turn_of(covariance);
      for (int k = 0; k < 3; ++k) {
        const int i = (k + 1) % 3, j = (k + 2) % 3;
        const Vec2 side = faces[t].cotangent[k] * (turn * (faces[t].flat[i] - faces[t].flat[j]));
        right.row(c[i]) += side.transpose();
        right.row(c[j]) -= side.transpose();
      }
    }
    right.row(0) += x.row(0);
    const Eigen::MatrixX2d next = solver.solve(right);
    out.residual = (next - x).rowwise().norm().maxCoeff();
    x = next;
    ++out.rounds;
    out.settled = out.residual < 1e-7 * size;
  }
  for (Eigen::Index i = 0; i < n; ++i) out.corners.emplace_back(x(i, 0), x(i, 1));
  for (std::size_t t = 0; t < faces.size(); ++t) {
    const Triangle& c = mesh.triangles[t];
    Eigen::Matrix2d before, after;
    before << faces[t].flat[1] - faces[t].flat[0], faces[t].flat[2] - faces[t].flat[0];
    after << out.corners[c[1]] - out.corners[c[0]], out.corners[c[2]] - out.corners[c[0]];
    const Eigen::Vector2d stretch = (after * before.inverse()).jacobiSvd().singularValues();
    const double high = stretch[0] - 1.0, low = stretch[1] - 1.0;
    out.strain.push_back(std::abs(high) >= std::abs(low) ? high : low);
    out.most = std::max(out.most, std::abs(out.strain.back()));
  }
  return out;
}

}  // namespace plucky
