// A few solids by themselves, turned by hand. In: meshes with colours. Out: a picture.
#pragma once

#include <QColor>
#include <QWidget>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky::app {

class TurningPicture : public QWidget {
  Q_OBJECT

 public:
  struct Body {
    TriangleMesh mesh;  ///< m
    QColor colour;
  };
  TurningPicture(const char* name, const QString& accessible, QWidget* parent);
  /// None: nothing to show.
  void show_bodies(std::vector<Body> bodies);

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void turn(double bearing, double height);
  std::vector<Body> bodies_;
  double bearing_ = radians(-40), height_ = radians(38);
  QPointF last_;
};

}  // namespace plucky::app
