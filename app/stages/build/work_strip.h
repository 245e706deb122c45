// The order of work over its days: hands, printers, what hardens meanwhile, what makes the boat late.
#pragma once

#include <optional>

#include "build/calendar.h"
#include "shelf/shelf_page.h"

class QScrollArea;

namespace plucky::app {

/// The picture itself, as high as its tasks.
class WorkPicture : public QWidget {
  Q_OBJECT

 public:
  WorkPicture(Session* session, QWidget* parent);
  void show_work(const std::optional<WorkCalendar>& calendar, const QString& why);
  static constexpr int row_height = 17, head_height = 24;

 signals:
  void pointed(const QString& words);

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;

 private:
  [[nodiscard]] double x_of(double seconds) const;
  [[nodiscard]] const WorkTask* task_at(double y) const;
  [[nodiscard]] int names_width() const;

  Session* session_;
  std::optional<WorkCalendar> calendar_;
  std::vector<std::size_t> rows_;
  QString why_;
  double from_ = 0.0, to_ = 1.0;  ///< s, of the days that are shown
};

class WorkStrip : public ShelfPage {
  Q_OBJECT

 public:
  WorkStrip(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;

 private:
  WorkPicture* picture_;
};

}  // namespace plucky::app
