// The boat's leads as a diagram: battery, plugs and fuse, ESC, motor in a row; below what lives on the receiver's
// supply. In: an assessed boat. Out: a picture; a click on a component selects it.
#pragma once

#include <QWidget>
#include <vector>

#include "session/session.h"

namespace plucky::app {

class WiringPicture : public QWidget {
  Q_OBJECT

 public:
  WiringPicture(Session* session, QWidget* parent);
  void show_boat(std::shared_ptr<const Assessment> boat);
  /// Where a component is drawn; empty for one that is not.
  [[nodiscard]] QRectF box_of(Id component) const;

 protected:
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;

 private:
  struct Box {
    Id component;
    QRectF place;
    QString name;
  };
  void lay_out();
  void draw_box(QPainter& p, const Box& box) const;
  void draw_run(QPainter& p, const LeadRun& run) const;
  void draw_supply(QPainter& p) const;

  Session* session_;
  std::shared_ptr<const Assessment> boat_;
  std::vector<Box> chain_;  ///< battery, ESC, motor
  std::vector<Box> fed_;    ///< what the receiver's supply feeds, the receiver first
};

}  // namespace plucky::app
