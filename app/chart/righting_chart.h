// The righting arm to both sides, opened over the lower part of the board.
#pragma once

#include <QWidget>

#include "session/session.h"

class QCustomPlot;
class QCPItemTracer;
class QLabel;

namespace plucky::app {

class RightingChart : public QWidget {
  Q_OBJECT

 public:
  explicit RightingChart(Session* session, QWidget* parent = nullptr);
  void refresh();

 signals:
  void closed();

 protected:
  void showEvent(QShowEvent*) override { refresh(); }

 private:
  void follow(QMouseEvent* event);
  void restyle();

  Session* session_;
  QCustomPlot* plot_;
  QCPItemTracer* pointer_;
  QLabel* words_;
};

}  // namespace plucky::app
