// A hull of sheet metal on its way from the flat into the round. In: the boat on the bench. Out: a picture on the shelf
// with a slider, played or turned by hand.
#pragma once

#include <QTimer>

#include "shelf/shelf_page.h"

class QPushButton;
class QSlider;

namespace plucky::app {

class FoldPicture : public QWidget {
  Q_OBJECT

 public:
  explicit FoldPicture(QWidget* parent);
  /// Faces of the folded net, m; none: nothing to show.
  void show_faces(const std::vector<std::vector<std::array<Vec3, 3>>>& leaves);

 protected:
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;

 private:
  std::vector<std::vector<std::array<Vec3, 3>>> leaves_;
  double bearing_ = radians(-40), height_ = radians(38);
  QPointF last_;
};

class FoldView : public ShelfPage {
  Q_OBJECT

 public:
  FoldView(Session* session, QWidget* parent);
  void refresh() override;
  /// The folds in their order.
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] double share() const;

 private:
  void show_share();
  void play();

  FoldPicture* picture_;
  QSlider* slider_;
  QPushButton* play_;
  QTimer timer_;
};

}  // namespace plucky::app
