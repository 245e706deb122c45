// A boat as a card with its picture: profile in its water with its parts.
#pragma once

#include <QAbstractButton>
#include <memory>

#include "assessment/assessment.h"

namespace plucky::app {

class BoatCard : public QAbstractButton {
  Q_OBJECT

 public:
  BoatCard(const Project& project, QWidget* parent = nullptr);
  [[nodiscard]] QSize sizeHint() const override { return {260, 170}; }
  [[nodiscard]] const Project& project() const { return project_; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Project project_;
  QString numbers_;                             ///< mass, speed and run time, once it is assessed
  std::shared_ptr<const Assessment> assessed_;  // worked out after the first paint, so that the window opens at once
};

/// Draws the boat's profile, afloat, into a rectangle.
void paint_boat_picture(QPainter& painter, const QRectF& area, const Assessment& a);

}  // namespace plucky::app
