#include "view3d/raster.h"

#include <algorithm>
#include <cmath>

namespace plucky::app {

namespace {

constexpr float far_away = -1e30f;

QRgb mixed(QRgb under, QRgb over, double share) {
  const auto mix = [&](int u, int o) { return static_cast<int>(u + share * (o - u)); };
  return qRgb(mix(qRed(under), qRed(over)), mix(qGreen(under), qGreen(over)), mix(qBlue(under), qBlue(over)));
}

}  // namespace

Eigen::Matrix3d camera_turn(double bearing, double height) {
  // From astern: right is starboard (-y), up is z, toward the eye is -x.
  const double c = std::cos(bearing), s = std::sin(bearing);
  const Vec3 toward(-c * std::cos(height), s * std::cos(height), std::sin(height));
  const Vec3 right(-s, -c, 0.0);
  Eigen::Matrix3d m;
  m.row(0) = right;
  m.row(1) = toward.cross(right);
  m.row(2) = toward;
  return m;
}

Raster::Raster(const Camera& camera, const QColor& background)
    : camera_(camera), image_(camera.size, QImage::Format_RGB32) {
  image_.fill(background);
  const auto pixels = static_cast<std::size_t>(camera.size.width()) * static_cast<std::size_t>(camera.size.height());
  depth_.assign(pixels, far_away);
  veil_depth_.assign(pixels, far_away);
  veil_.assign(pixels, 0);
  marks_.assign(pixels, 0);
}

QRgb Raster::shade(const QColor& colour, const Vec3& normal) const {
  // Light over the viewer's left shoulder; faces that look away get a little too.
  static const Vec3 light = Vec3(-0.35, 0.55, 0.75).normalized();
  const double lit = 0.5 + 0.5 * std::clamp((camera_.turn * normal).dot(light), -1.0, 1.0);
  const double k = 0.55 + 0.45 * lit;
  return qRgb(static_cast<int>(colour.red() * k), static_cast<int>(colour.green() * k),
              static_cast<int>(colour.blue() * k));
}

/// Calls pixel(index, nearness) for every pixel of a projected triangle.
template <class Pixel>
void Raster::fill(const Vec3& a, const Vec3& b, const Vec3& c, Pixel pixel) const {
  const double area = (b.x() - a.x()) * (c.y() - a.y()) - (c.x() - a.x()) * (b.y() - a.y());
  if (std::abs(area) < 1e-12) return;
  const int width = camera_.size.width();
  const int x0 = std::max(0, static_cast<int>(std::floor(std::min({a.x(), b.x(), c.x()}))));
  const int x1 = std::min(width - 1, static_cast<int>(std::ceil(std::max({a.x(), b.x(), c.x()}))));
  const int y0 = std::max(0, static_cast<int>(std::floor(std::min({a.y(), b.y(), c.y()}))));
  const int y1 = std::min(camera_.size.height() - 1, static_cast<int>(std::ceil(std::max({a.y(), b.y(), c.y()}))));
  for (int y = y0; y <= y1; ++y)
    for (int x = x0; x <= x1; ++x) {
      const double px = x + 0.5, py = y + 0.5;
      const double wb = ((px - a.x()) * (c.y() - a.y()) - (c.x() - a.x()) * (py - a.y())) / area;
      const double wc = ((b.x() - a.x()) * (py - a.y()) - (px - a.x()) * (b.y() - a.y())) / area;
      if (wb < 0.0 || wc < 0.0 || wb + wc > 1.0) continue;
      pixel(static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x),
            static_cast<float>(a.z() + wb * (b.z() - a.z()) + wc * (c.z() - a.z())));
    }
}

void Raster::solid(const TriangleMesh& mesh, const QColor& colour, std::uint32_t mark, std::size_t stride) {
  auto* pixels = reinterpret_cast<QRgb*>(image_.bits());
  std::vector<Vec3> at(mesh.vertices.size());
  for (std::size_t i = 0; i < at.size(); ++i) at[i] = camera_.project(mesh.vertices[i]);
  for (std::size_t t = 0; t < mesh.triangles.size(); t += stride) {
    const Triangle& f = mesh.triangles[t];
    Vec3 n = (mesh.vertices[f[1]] - mesh.vertices[f[0]]).cross(mesh.vertices[f[2]] - mesh.vertices[f[0]]);
    if (n.norm() == 0.0) continue;
    n.normalize();
    if (camera_.turn.row(2).dot(n) < 0.0) n = -n;  // seen from inside: lit like the outside
    const QRgb shaded = shade(colour, n);
    fill(at[f[0]], at[f[1]], at[f[2]], [&](std::size_t i, float z) {
      if (z <= depth_[i]) return;
      depth_[i] = z;
      pixels[i] = shaded;
      marks_[i] = mark;
    });
  }
}

void Raster::ghost(const TriangleMesh& mesh, const QColor& colour, double veil) {
  veil_share_ = veil;
  auto* pixels = reinterpret_cast<QRgb*>(image_.bits());
  std::vector<Vec3> at(mesh.vertices.size());
  for (std::size_t i = 0; i < at.size(); ++i) at[i] = camera_.project(mesh.vertices[i]);
  for (const Triangle& f : mesh.triangles) {
    Vec3 n = (mesh.vertices[f[1]] - mesh.vertices[f[0]]).cross(mesh.vertices[f[2]] - mesh.vertices[f[0]]);
    if (n.norm() == 0.0) continue;
    n.normalize();
    const bool near_side = camera_.turn.row(2).dot(n) > 0.0;
    const QRgb shaded = shade(colour, near_side ? n : Vec3(-n));
    fill(at[f[0]], at[f[1]], at[f[2]], [&](std::size_t i, float z) {
      if (near_side) {
        if (z <= veil_depth_[i]) return;
        veil_depth_[i] = z;
        veil_[i] = shaded;
      } else if (z > depth_[i]) {
        depth_[i] = z;
        pixels[i] = mixed(pixels[i], shaded, 0.85);
      }
    });
  }
}

void Raster::sheet(const Vec3& up, double offset, const Vec3& middle, double half_length, double half_breadth,
                   const QColor& colour) {
  auto* pixels = reinterpret_cast<QRgb*>(image_.bits());
  const auto on_plane = [&](double x, double y) { return Vec3(x, y, (offset - up.x() * x - up.y() * y) / up.z()); };
  Vec3 corner[4];
  const double sx[] = {-1, 1, 1, -1}, sy[] = {-1, -1, 1, 1};
  for (int k = 0; k < 4; ++k)
    corner[k] = camera_.project(on_plane(middle.x() + sx[k] * half_length, middle.y() + sy[k] * half_breadth));
  const double share = colour.alphaF();
  for (const auto& [b, c] : {std::pair{1, 2}, std::pair{2, 3}})
    fill(corner[0], corner[b], corner[c], [&](std::size_t i, float z) {
      // Under water things show through, only veiled; the sheet itself leaves no depth.
      pixels[i] = mixed(pixels[i], colour.rgb(), z > depth_[i] ? share : 0.0);
    });
}

void Raster::finish() {
  auto* pixels = reinterpret_cast<QRgb*>(image_.bits());
  for (std::size_t i = 0; i < veil_.size(); ++i)
    if (veil_depth_[i] > depth_[i]) pixels[i] = mixed(pixels[i], veil_[i], veil_share_);
}

std::uint32_t Raster::mark_at(const QPoint& at) const {
  if (!QRect(QPoint(), camera_.size).contains(at)) return 0;
  return marks_[static_cast<std::size_t>(at.y()) * static_cast<std::size_t>(camera_.size.width()) +
                static_cast<std::size_t>(at.x())];
}

}  // namespace plucky::app
