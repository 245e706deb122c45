// Marks in a plot: points without a line, told apart by their shape.
#pragma once

#include <qcustomplot.h>

namespace plucky::app {

[[nodiscard]] inline QCPGraph* add_marks(QCustomPlot* plot, QCPScatterStyle::ScatterShape shape, double size) {
  QCPGraph* g = plot->addGraph();
  g->setLineStyle(QCPGraph::lsNone);
  g->setScatterStyle(QCPScatterStyle(shape, size));
  return g;
}

/// Without points, in the colours at hand.
inline void clear_marks(QCPGraph* graph, const QPen& pen, const QBrush& brush) {
  graph->data()->clear();
  QCPScatterStyle style = graph->scatterStyle();
  style.setPen(pen);
  style.setBrush(brush);
  graph->setScatterStyle(style);
}

}  // namespace plucky::app
