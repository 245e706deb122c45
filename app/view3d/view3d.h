// The boat or an imported mesh in the round, turned by hand. Never the only way to do anything.
#pragma once

#include <QWidget>
#include <memory>
#include <optional>

#include "session/session.h"
#include "view3d/raster.h"

namespace plucky::app {

/// A mesh on its way in, with the places that want looking at, all in the file's own coordinates.
struct MeshScene {
  std::shared_ptr<const TriangleMesh> mesh;
  Eigen::Matrix3d axes = Eigen::Matrix3d::Identity();  ///< rows: forward, port, up of the boat in file axes
  std::vector<Vec3> marks;
};

class View3D : public QWidget {
  Q_OBJECT

 public:
  explicit View3D(Session* session, QWidget* parent = nullptr);
  /// Shows a mesh instead of the boat; nothing goes back to the boat.
  void show_mesh(std::optional<MeshScene> scene);
  void turn(double bearing, double height);
  [[nodiscard]] double bearing() const { return bearing_; }
  [[nodiscard]] double magnification() const { return zoom_; }
  /// The part whose body is seen at a point; 0 where there is none.
  [[nodiscard]] Id part_at(const QPoint& at);
  [[nodiscard]] QSize minimumSizeHint() const override { return {360, 300}; }

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override { drawn_.reset(); }
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void draw();
  void draw_boat();
  void draw_mesh(const MeshScene& scene);
  void redraw();
  void zoom(double by);
  [[nodiscard]] Camera camera(const Box3& box) const;

  Session* session_;
  std::optional<MeshScene> scene_;
  std::optional<Raster> drawn_;
  Camera camera_;
  double bearing_ = radians(35), height_ = radians(28), zoom_ = 1.0;
  QPointF press_, last_;
  bool turning_ = false;
  int sharp_ = 2;  // pixels drawn per pixel shown
};

}  // namespace plucky::app
