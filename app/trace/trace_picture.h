// The picture of a plan with what is drawn over it. In: picture, trace, what the hand is to do. Out: the trace as the
// hand has changed it. The wheel magnifies, the right button moves the sheet.
#pragma once

#include <QImage>
#include <QWidget>
#include <optional>

#include "hull/traced.h"

namespace plucky::app {

enum class TraceTool { scale, foot, sections };

class TracePicture : public QWidget {
  Q_OBJECT

 public:
  explicit TracePicture(QWidget* parent = nullptr);
  void set_image(const QImage& image);
  [[nodiscard]] bool has_image() const { return !image_.isNull(); }
  void set_tool(TraceTool tool);
  /// What is shown; `section` is the one that the hand works on, none for -1.
  void show_trace(const Trace& trace, int section);
  /// Where a pixel of the picture lies in the widget.
  [[nodiscard]] QPointF on_screen(const Vec2& pixel) const;

 signals:
  /// `step` begins something that undo takes back as one.
  void changed(const plucky::Trace& trace, bool step);

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void wheelEvent(QWheelEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void mouseDoubleClickEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  [[nodiscard]] Vec2 on_picture(const QPointF& at) const;
  /// Of the section at hand, the point under the pointer; none for -1.
  [[nodiscard]] int point_at(const QPointF& at) const;
  [[nodiscard]] TraceSection* section();
  void fit();
  void tell(bool step) { emit changed(trace_, step); }
  void draw_section(QPainter& p, const TraceSection& s, bool at_hand) const;
  void draw_marks(QPainter& p) const;

  QImage image_;
  Trace trace_;
  TraceTool tool_ = TraceTool::scale;
  int section_ = -1, point_ = -1;
  double zoom_ = 1.0;
  QPointF corner_;  ///< of the picture, in the widget
  std::optional<QPointF> held_;
  bool dragging_ = false;
};

}  // namespace plucky::app
