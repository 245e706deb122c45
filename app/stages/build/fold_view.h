// A hull of sheet metal on its way from the flat into the round. In: the boat on the bench. Out: a picture on the shelf
// with a slider, played or turned by hand.
#pragma once

#include <QTimer>

#include "shelf/shelf_page.h"

class QPushButton;
class QSlider;

namespace plucky::app {

class TurningPicture;

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

  TurningPicture* picture_;
  QSlider* slider_;
  QPushButton* play_;
  QTimer timer_;
};

}  // namespace plucky::app
