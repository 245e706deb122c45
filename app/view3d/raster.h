// A small software renderer with a depth buffer: flat shaded triangles, a see-through skin, a sheet of water. Needs no
// OpenGL, so it works on any screen and on none.
#pragma once

#include <Eigen/Core>
#include <QColor>
#include <QImage>
#include <cstdint>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky::app {

/// Parallel projection of boat axes to pixels: rows of `turn` are right, up and toward the eye.
struct Camera {
  Eigen::Matrix3d turn = Eigen::Matrix3d::Identity();
  Vec3 middle = Vec3::Zero();  ///< m, in the middle of the picture
  double scale = 1000.0;       ///< pixels per metre
  QSize size;

  /// Pixels right and down, and nearness in metres.
  [[nodiscard]] Vec3 project(const Vec3& r) const {
    const Vec3 v = turn * (r - middle);
    return {0.5 * size.width() + scale * v.x(), 0.5 * size.height() - scale * v.y(), v.z()};
  }
};

/// Looks from a bearing around the boat (0 from astern, positive to port) and a height, rad.
[[nodiscard]] Eigen::Matrix3d camera_turn(double bearing, double height);

class Raster {
 public:
  Raster(const Camera& camera, const QColor& background);

  /// Solid faces; `mark` is told by mark_at() for the pixels they cover. `stride` draws every so-manieth triangle.
  void solid(const TriangleMesh& mesh, const QColor& colour, std::uint32_t mark = 0, std::size_t stride = 1);
  /// A skin to look through: its far side is drawn solid and pale, its near side is a veil over everything.
  void ghost(const TriangleMesh& mesh, const QColor& colour, double veil);
  /// A horizontal-looking sheet through the scene: the plane up . r = offset, cut to a rectangle.
  void sheet(const Vec3& up, double offset, const Vec3& middle, double half_length, double half_breadth,
             const QColor& colour);
  /// Lays the veil of ghost() over what has been drawn. Call last.
  void finish();

  [[nodiscard]] const QImage& image() const { return image_; }
  /// The mark of the nearest solid at a pixel; 0 where there is none.
  [[nodiscard]] std::uint32_t mark_at(const QPoint& at) const;

 private:
  template <class Pixel>
  void fill(const Vec3& a, const Vec3& b, const Vec3& c, Pixel pixel) const;
  [[nodiscard]] QRgb shade(const QColor& colour, const Vec3& normal) const;

  Camera camera_;
  QImage image_;
  std::vector<float> depth_, veil_depth_;
  std::vector<QRgb> veil_;
  std::vector<std::uint32_t> marks_;
  double veil_share_ = 0.0;
};

}  // namespace plucky::app
