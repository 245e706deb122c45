#include "chart/curve_names.h"

#include <qcustomplot.h>

#include <cmath>
#include <optional>

#include "theme/theme.h"

namespace plucky::app {

namespace {

/// The part of a curve that is in sight, in pixels.
QPolygonF in_sight(const QCPGraph* graph, const QRectF& area) {
  QPolygonF line;
  for (const QCPGraphData& d : *graph->data()) {
    if (!std::isfinite(d.key) || !std::isfinite(d.value)) continue;
    const QPointF at = graph->coordsToPixels(d.key, d.value);
    if (area.adjusted(-1, -1, 1, 1).contains(at)) line << at;
  }
  return line;
}

/// How much of a line runs through a rectangle, pixels.
double run_through(const QPolygonF& line, const QRectF& r) {
  double length = 0.0;
  for (int i = 1; i < line.size(); ++i) {
    const QLineF piece(line[i - 1], line[i]);
    const int steps = std::max(1, static_cast<int>(piece.length() / 4.0));
    for (int k = 0; k < steps; ++k)
      if (r.contains(piece.pointAt((k + 0.5) / steps))) length += piece.length() / steps;
  }
  return length;
}

double overlap(const QRectF& a, const QRectF& b) {
  const QRectF both = a & b;
  return both.isEmpty() ? 0.0 : both.width() * both.height();
}

/// A curve's colour, dark or light enough for words on the chart's ground.
QColor readable(const QColor& line) {
  const Look& l = look();
  if (line == l.brass) return l.brass_text;
  if (line == l.buoy) return l.buoy_text;
  if (line == l.muted || line == l.line) return l.muted;
  return l.dark ? line.lighter(125) : line.darker(125);
}

/// What lies behind words, so that lines do not run through them.
QColor behind_words() {
  QColor paper = look().paper;
  paper.setAlpha(215);
  return paper;
}

/// A name's rectangle about a middle, slid along into the chart.
QRectF name_seat(const QCPItemText* item, const QPointF& middle, const QRectF& area) {
  QRectF r(QPointF(0, 0), QFontMetricsF(item->font()).size(Qt::TextSingleLine, item->text()) + QSizeF(8, 2));
  r.moveCenter(middle);
  r.moveLeft(std::clamp(r.left(), area.left(), std::max(area.left(), area.right() - r.width())));
  return r;
}

}  // namespace

CurveNames::CurveNames(QCustomPlot* plot) : plot_(plot) {
  QObject::connect(plot, &QCustomPlot::afterLayout, plot, [this] { place(); });
}

QCPItemText* CurveNames::make_text() {
  auto* item = new QCPItemText(plot_);
  item->position->setType(QCPItemPosition::ptAbsolute);
  item->setPositionAlignment(Qt::AlignCenter);
  item->setFont(ui_font(8.5, QFont::DemiBold));
  item->setPadding(QMargins(3, 0, 3, 0));
  item->setClipToAxisRect(false);
  item->setSelectable(false);
  return item;
}

void CurveNames::name(QCPGraph* graph, const QString& words, std::function<QString(double)> reads) {
  auto it = std::find_if(named_.begin(), named_.end(), [&](const Named& n) { return n.graph == graph; });
  if (it == named_.end()) it = named_.insert(it, {graph, make_text(), {}, {}});
  it->words = words;
  it->reads = std::move(reads);
  it->item->setText(words);
}

void CurveNames::limit(QCPAxis* axis, double at, bool above, const QString& words) {
  auto* band = new QCPItemRect(plot_);
  band->setSelectable(false);
  band->topLeft->setType(QCPItemPosition::ptAbsolute);
  band->bottomRight->setType(QCPItemPosition::ptAbsolute);
  QColor hatch = look().buoy;
  hatch.setAlpha(70);
  band->setBrush(QBrush(hatch, Qt::BDiagPattern));
  band->setPen(QPen(hatch, 1.0));
  band->setLayer("grid");  // under curves and names
  QCPItemText* item = make_text();
  item->setText(words);
  item->setColor(look().buoy_text);
  item->setBrush(behind_words());
  limits_.push_back({axis, at, above, band, item});
}

void CurveNames::clear_limits() {
  for (const Limit& l : limits_) {
    plot_->removeItem(l.band);
    plot_->removeItem(l.item);
  }
  limits_.clear();
}

void CurveNames::place_limits(const std::vector<QPolygonF>& curves, std::vector<QRectF>& taken) {
  const QRectF area = plot_->axisRect()->rect();
  for (const Limit& l : limits_) {
    const bool across = l.axis->orientation() == Qt::Vertical;  // the limit is a level line
    const double from = l.axis->coordToPixel(l.at);
    // Pixels grow downward; "above" of a level is toward the top, of a place along it toward the right.
    QRectF band = across ? (l.above ? QRectF(area.left(), area.top(), area.width(), from - area.top())
                                    : QRectF(area.left(), from, area.width(), area.bottom() - from))
                         : (l.above ? QRectF(from, area.top(), area.right() - from, area.height())
                                    : QRectF(area.left(), area.top(), from - area.left(), area.height()));
    band = band.width() > 0.0 && band.height() > 0.0 ? band & area : QRectF();
    l.band->setVisible(!band.isEmpty());
    l.item->setVisible(!band.isEmpty());
    if (band.isEmpty()) continue;
    l.band->topLeft->setCoords(band.topLeft());
    l.band->bottomRight->setCoords(band.bottomRight());
    const double half_tall = 0.5 * name_seat(l.item, {}, area).height(),
                 half_wide = 0.5 * name_seat(l.item, {}, area).width();
    // Beside the limit itself, on the side where there is room.
    QRectF best;
    std::optional<double> least;
    for (const double side : {1.0, -1.0})
      for (const double along : {0.02, 0.3, 0.6, 0.98}) {
        const QPointF middle = across ? QPointF(area.left() + along * area.width(), from - side * (half_tall + 2))
                                      : QPointF(from + side * (half_wide + 2), area.top() + along * area.height());
        QRectF r = name_seat(l.item, middle, area);
        r.moveTop(std::clamp(r.top(), area.top(), std::max(area.top(), area.bottom() - r.height())));
        double cost = 0.0;
        for (const QRectF& t : taken) cost += overlap(r, t);
        for (const QPolygonF& curve : curves) cost += 6.0 * run_through(curve, r);
        if (!least || cost < *least) least = cost, best = r;
      }
    l.item->position->setCoords(best.center());
    taken.push_back(best);
  }
}

void CurveNames::place() {
  const QRectF area = plot_->axisRect()->rect();
  std::vector<QPolygonF> lines;
  for (const Named& n : named_) lines.push_back(in_sight(n.graph, area));
  std::vector<QRectF> taken;
  place_limits(lines, taken);
  for (std::size_t i = 0; i < named_.size(); ++i) {
    const Named& n = named_[i];
    const QPolygonF& line = lines[i];
    n.item->setVisible(!n.words.isEmpty() && line.size() > 1);
    if (!n.item->visible()) continue;
    const double tall = name_seat(n.item, {}, area).height();
    QRectF best;
    std::optional<double> least;
    double order = 0.0;
    const QRectF span = line.boundingRect();
    for (const double along : {0.96, 0.86, 0.74, 0.6, 0.46, 0.32, 0.18, 0.06}) {
      // The curve's point nearest to that share of its width.
      const double wanted = span.left() + along * span.width();
      const QPointF at = *std::min_element(line.begin(), line.end(), [&](const QPointF& l, const QPointF& r) {
        return std::abs(l.x() - wanted) < std::abs(r.x() - wanted);
      });
      for (const double up : {-1.0, 1.0, -2.2, 2.2, -3.4, 3.4}) {
        const QRectF r = name_seat(n.item, at + QPointF(0, up * (0.5 * tall + 3)), area);
        if (r.top() < area.top() || r.bottom() > area.bottom()) continue;
        // Along its own curve rather than off it, where another one may be nearer.
        double cost = (order += 0.4) + (std::abs(up) > 1.0 ? 24.0 : 0.0);
        if (at.y() > area.bottom() - 14) cost += 8.0;  // where a curve lies on the axis it tells least
        if (std::any_of(taken.begin(), taken.end(), [&](const QRectF& t) { return overlap(r, t) > 0.0; })) continue;
        for (std::size_t k = 0; k < lines.size(); ++k) cost += (k == i ? 2.0 : 6.0) * run_through(lines[k], r);
        if (!least || cost < *least) least = cost, best = r;
      }
    }
    if (!least) {
      n.item->setVisible(false);
      continue;
    }
    n.item->setColor(readable(n.graph->pen().color()));
    n.item->setBrush(behind_words());
    n.item->position->setCoords(best.center());
    taken.push_back(best);
  }
}

QString CurveNames::reading(double x, const QCPGraph* passed_over) const {
  QStringList words;
  for (const Named& n : named_) {
    if (n.graph == passed_over || !n.reads || n.words.isEmpty()) continue;
    const auto& data = *n.graph->data();
    // Between its two nearest points; a curve that breaks off has no value there.
    auto after = data.findBegin(x, false);
    if (after == data.constEnd() || data.isEmpty()) continue;
    auto before = after;
    if (after->key > x) {
      if (after == data.constBegin()) continue;
      --before;
    }
    const double run = after->key - before->key;
    const double y =
        run > 0.0 ? before->value + (after->value - before->value) * (x - before->key) / run : after->value;
    if (std::isfinite(y)) words << QObject::tr("%1 %2").arg(n.words, n.reads(y));
  }
  return words.join(QString::fromUtf8(" \u00b7 "));
}

std::vector<QRectF> CurveNames::places() const {
  std::vector<QRectF> out;
  const auto add = [&](const QCPItemText* item) {
    if (!item->visible()) return;
    const QSizeF size = QFontMetricsF(item->font()).size(Qt::TextSingleLine, item->text());
    QRectF r(QPointF(0, 0), size);
    r.moveCenter(item->position->pixelPosition());
    out.push_back(r);
  };
  for (const Named& n : named_) add(n.item);
  for (const Limit& l : limits_) add(l.item);
  return out;
}

}  // namespace plucky::app
