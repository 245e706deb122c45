// Names at the curves of a chart and limits as hatched bands, placed anew whenever the chart is laid out.
#pragma once

#include <QPolygonF>
#include <QRectF>
#include <QString>
#include <functional>
#include <vector>

class QCPAxis;
class QCPGraph;
class QCPItemRect;
class QCPItemText;
class QCustomPlot;

namespace plucky::app {

class CurveNames {
 public:
  explicit CurveNames(QCustomPlot* plot);

  /// Names a curve where it is drawn; no words: it has no name. `reads` puts a value of the curve into words, for the
  /// pointer; without it the pointer passes the curve over.
  void name(QCPGraph* graph, const QString& words, std::function<QString(double)> reads = {});
  /// Hatches what lies beyond a limit of an axis, from `limit` to the end of the chart, above or below it, with its
  /// name.
  void limit(QCPAxis* axis, double limit, bool above, const QString& words);
  void clear_limits();

  /// Words for every curve at a place of the horizontal axis but for `passed_over`, e.g. "thrust 5.2 N".
  [[nodiscard]] QString reading(double x, const QCPGraph* passed_over) const;
  /// Where the names lie, pixels: none over another, all inside the axes.
  [[nodiscard]] std::vector<QRectF> places() const;

 private:
  struct Named {
    QCPGraph* graph;
    QCPItemText* item;
    QString words;
    std::function<QString(double)> reads;
  };
  struct Limit {
    QCPAxis* axis;
    double at;
    bool above;
    QCPItemRect* band;
    QCPItemText* item;
  };
  void place();
  void place_limits(const std::vector<QPolygonF>& curves, std::vector<QRectF>& taken);
  QCPItemText* make_text();

  QCustomPlot* plot_;
  std::vector<Named> named_;
  std::vector<Limit> limits_;
};

}  // namespace plucky::app
