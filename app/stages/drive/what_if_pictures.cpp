#include "stages/drive/what_if_pictures.h"

#include <qcustomplot.h>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>
#include <cmath>

#include "chart/axis_scale.h"
#include "chart/chart_page.h"
#include "chart/marks.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace {

std::optional<double> reading_of(const WhatIfShown& s, std::size_t point) {
  const WhatIfPoint& p = s.result->points[point];
  if (!p.refused.empty() || s.row >= p.numbers.size() || !p.numbers[s.row]) return std::nullopt;
  return p.numbers[s.row]->si;
}

Dimension reading_dimension(const WhatIfShown& s) {
  for (const WhatIfPoint& p : s.result->points)
    if (p.refused.empty() && s.row < p.numbers.size() && p.numbers[s.row]) return p.numbers[s.row]->dimension;
  const auto& now = s.result->now[s.row].value;
  return now ? now->dimension : Dimension::none;
}

/// The point that is the boat as it is.
bool is_now(const WhatIfShown& s, const WhatIfPoint& p) {
  return p.at[0] == s.first->now && (!s.second || p.at[1] == s.second->now);
}

/// The way the keys lead over a grid of so many columns, upward first; the same place where they lead nowhere.
std::size_t stepped(std::size_t from, int key, std::size_t columns, std::size_t all) {
  if (from >= all) return 0;
  switch (key) {
    case Qt::Key_Right:
      return (from + 1) % columns > 0 && from + 1 < all ? from + 1 : from;
    case Qt::Key_Left:
      return from % columns > 0 ? from - 1 : from;
    case Qt::Key_Up:
      return from + columns < all ? from + columns : from;
    case Qt::Key_Down:
      return from >= columns ? from - columns : from;
    default:
      return from;
  }
}

bool takes(int key) {
  return key == Qt::Key_Return || key == Qt::Key_Enter || key == Qt::Key_Space;
}

}  // namespace

WhatIfCurve::WhatIfCurve(QWidget* parent) : QWidget(parent), plot_(new QCustomPlot(this)), line_(plot_->addGraph()) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->addWidget(plot_);
  plot_->setObjectName("what_if_plot");
  plot_->setAccessibleName(tr("The reading over the number that is turned"));
  setFocusPolicy(Qt::StrongFocus);
  plot_->setFocusProxy(this);
  using S = QCPScatterStyle;
  now_ = add_marks(plot_, S::ssCircle, 15);
  chosen_ = add_marks(plot_, S::ssSquare, 15);
  fine_ = add_marks(plot_, S::ssDisc, 7);
  watched_ = add_marks(plot_, S::ssTriangle, 9);
  stopped_ = add_marks(plot_, S::ssCross, 9);
  connect(plot_, &QCustomPlot::mousePress, this, [this](QMouseEvent* event) {
    setFocus();
    std::size_t nearest = places_.size();
    double least = 1e300;
    for (std::size_t i = 0; i < places_.size(); ++i) {
      const double away = std::abs(plot_->xAxis->coordToPixel(places_[i].x()) - event->pos().x());
      if (away < least) least = away, nearest = i;
    }
    if (nearest < places_.size()) emit picked(nearest);
  });
  connect(plot_, &QCustomPlot::mouseDoubleClick, this, &WhatIfCurve::taken);
}

void WhatIfCurve::show_points(const WhatIfShown& s) {
  const Look& l = look();
  plot_->setBackground(l.paper);
  for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) {
    ChartPage::restyle(axis);
    axis->grid()->setPen(QPen(l.line, 1, Qt::DotLine));
  }
  line_->setPen(QPen(l.water_line, 2.2));
  clear_marks(fine_, QPen(l.water_line, 1.4), l.water_line);
  clear_marks(watched_, QPen(l.brass, 1.8), l.paper);
  clear_marks(stopped_, QPen(l.buoy, 2.2), Qt::NoBrush);
  clear_marks(now_, QPen(l.brass, 2.2), Qt::NoBrush);
  clear_marks(chosen_, QPen(l.ink, 1.6), Qt::NoBrush);
  for (QCPItemText* text : texts_) plot_->removeItem(text);
  texts_.clear();
  places_.clear();
  const AxisScale x = axis_scale(*s.session, s.first->dimension), y = axis_scale(*s.session, reading_dimension(s));
  QVector<double> keys, values;
  for (std::size_t i = 0; i < s.result->points.size(); ++i) {
    const WhatIfPoint& p = s.result->points[i];
    const auto v = reading_of(s, i);
    const QPointF place(x.on_axis(p.at[0]), v ? y.on_axis(*v) : std::numeric_limits<double>::quiet_NaN());
    places_.push_back(place);
    keys << place.x();
    values << place.y();
    if (!v) continue;
    QCPGraph* const kind = !p.allowed() ? stopped_ : !p.strikes.empty() ? watched_ : fine_;
    kind->addData(place.x(), place.y());
    if (is_now(s, p)) now_->addData(place.x(), place.y());
    if (i == s.selected) chosen_->addData(place.x(), place.y());
    if (const QString letter = s.letters->of(p); !letter.isEmpty()) {
      auto* text = new QCPItemText(plot_);
      text->setText(letter);
      text->setFont(ui_font(8.5));
      text->setColor(p.allowed() ? l.muted : l.buoy_text);
      text->setPositionAlignment(Qt::AlignHCenter | Qt::AlignBottom);
      text->setPadding(QMargins(0, 0, 0, 7));
      text->position->setCoords(place);
      texts_.push_back(text);
    }
  }
  selected_ = s.selected;
  line_->setData(keys, values, true);
  plot_->xAxis->setLabel(x.with(term(s.first->label)));
  plot_->yAxis->setLabel(y.with(term(s.result->now[s.row].label)));
  plot_->xAxis->rescale();
  plot_->xAxis->scaleRange(1.06);
  line_->rescaleValueAxis();
  plot_->yAxis->scaleRange(1.35);
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

QPointF WhatIfCurve::place_of(std::size_t point) const {
  const QPointF& p = places_[point];
  return {plot_->xAxis->coordToPixel(p.x()), plot_->yAxis->coordToPixel(p.y())};
}

void WhatIfCurve::keyPressEvent(QKeyEvent* event) {
  if (takes(event->key())) return emit taken();
  const std::size_t next = stepped(selected_, event->key(), std::max<std::size_t>(1, places_.size()), places_.size());
  if (next == selected_ || places_.empty()) return QWidget::keyPressEvent(event);
  emit picked(next);
}

WhatIfMap::WhatIfMap(QWidget* parent) : QWidget(parent) {
  setObjectName("what_if_map");
  setAccessibleName(tr("The reading over both numbers that are turned"));
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
}

void WhatIfMap::show_points(const WhatIfShown& shown) {
  shown_ = shown;
  update();
}

std::size_t WhatIfMap::columns() const {
  return shown_.result && shown_.result->over.size() == 2 ? shown_.result->over[1].values.size() : 1;
}
std::size_t WhatIfMap::lines() const {
  return shown_.result && !shown_.result->over.empty() ? shown_.result->over[0].values.size() : 1;
}
QRectF WhatIfMap::grid() const {
  return QRectF(rect()).adjusted(84, 6, -8, -36);
}

QRectF WhatIfMap::cell(std::size_t point) const {
  const QRectF g = grid();
  const double w = g.width() / static_cast<double>(columns()), h = g.height() / static_cast<double>(lines());
  return {g.left() + static_cast<double>(point % columns()) * w,
          g.bottom() - static_cast<double>(point / columns() + 1) * h, w, h};
}

std::size_t WhatIfMap::at(const QPointF& place) const {
  if (!shown_.result) return static_cast<std::size_t>(-1);
  for (std::size_t i = 0; i < shown_.result->points.size(); ++i)
    if (cell(i).contains(place)) return i;
  return shown_.result->points.size();
}

void WhatIfMap::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.fillRect(rect(), look().paper);
  if (!shown_.result || !shown_.second || shown_.result->points.empty()) return;
  double low = 1e300, high = -1e300;
  for (std::size_t i = 0; i < shown_.result->points.size(); ++i)
    if (const auto v = reading_of(shown_, i)) low = std::min(low, *v), high = std::max(high, *v);
  for (std::size_t i = 0; i < shown_.result->points.size(); ++i) paint_cell(p, i, low, high);
  p.setBrush(Qt::NoBrush);
  for (std::size_t i = 0; i < shown_.result->points.size(); ++i)
    if (is_now(shown_, shown_.result->points[i])) {
      p.setPen(QPen(look().brass, 2.6));
      p.drawRect(cell(i).adjusted(1.5, 1.5, -1.5, -1.5));
    }
  if (shown_.selected < shown_.result->points.size()) {
    p.setPen(QPen(look().ink, 1.6));
    p.drawRect(cell(shown_.selected).adjusted(0.5, 0.5, -0.5, -0.5));
  }
  paint_axes(p);
}

void WhatIfMap::paint_cell(QPainter& p, std::size_t i, double low, double high) const {
  const Look& l = look();
  const WhatIfPoint& point = shown_.result->points[i];
  const QRectF r = cell(i).adjusted(0.5, 0.5, -0.5, -0.5);
  const auto v = reading_of(shown_, i);
  p.fillRect(r, l.panel);
  if (!v) {
    p.setPen(l.muted);
    return p.drawText(r, Qt::AlignCenter, QString::fromUtf8("\u2013"));
  }
  const bool less_is_better = shown_.result->now[shown_.row].sense == Sense::less_is_better;
  const double share = high > low ? (*v - low) / (high - low) : 0.5;
  if (point.allowed()) {
    QColor fill = l.water_line;
    fill.setAlphaF(0.08f + 0.42f * static_cast<float>(less_is_better ? 1.0 - share : share));
    p.fillRect(r, fill);
  } else {
    // Shape as well as colour: a corner struck off.
    p.setPen(QPen(l.buoy, 1.2));
    const double corner = std::min({14.0, r.width(), r.height()});
    p.drawLine(r.topRight() + QPointF(-corner, 0), r.topRight() + QPointF(0, corner));
  }
  const QString letter = shown_.letters->of(point);
  const QString number = shown_.session->in_words({*v, reading_dimension(shown_)});
  p.setFont(ui_font(8.5));
  p.setPen(point.allowed() ? l.ink : l.buoy_text);
  const auto fits = [&](const QString& words) {
    return p.fontMetrics().horizontalAdvance(words) < r.width() - 4 && p.fontMetrics().height() <= r.height() + 2;
  };
  // The letter in the corner of a high cell, else after the number; where both have no room it alone.
  const QString both = letter.isEmpty() ? number : number + "  " + letter;
  if (r.height() > 2.0 * p.fontMetrics().height() && fits(number)) {
    p.drawText(r, Qt::AlignCenter, number);
    p.drawText(r.adjusted(4, 2, 0, 0), Qt::AlignLeft | Qt::AlignTop, letter);
  } else if (fits(both)) {
    p.drawText(r, Qt::AlignCenter, both);
  } else if (fits(letter)) {
    p.drawText(r, Qt::AlignCenter, letter);
  }
}

void WhatIfMap::paint_axes(QPainter& p) const {
  const Look& l = look();
  const QRectF g = grid();
  p.setFont(ui_font(8.5));
  p.setPen(l.ink);
  const auto in_words = [&](double v, const Knob& knob) { return shown_.session->in_words({v, knob.dimension}); };
  const double w = g.width() / static_cast<double>(columns()), h = g.height() / static_cast<double>(lines());
  const auto every = [](double room, double wanted) { return static_cast<std::size_t>(std::ceil(wanted / room)); };
  const auto &up = shown_.result->over[0].values, &right = shown_.result->over[1].values;
  for (std::size_t j = 0; j < right.size(); j += std::max<std::size_t>(1, every(w, 70.0)))
    p.drawText(QRectF(g.left() + (static_cast<double>(j) + 0.5) * w - 45, g.bottom() + 1, 90, 15), Qt::AlignCenter,
               in_words(right[j], *shown_.second));
  for (std::size_t i = 0; i < up.size(); i += std::max<std::size_t>(1, every(h, 15.0)))
    p.drawText(QRectF(20, g.bottom() - (static_cast<double>(i) + 0.5) * h - 8, g.left() - 25, 16),
               Qt::AlignRight | Qt::AlignVCenter, in_words(up[i], *shown_.first));
  p.setPen(l.muted);
  p.drawText(QRectF(g.left(), g.bottom() + 17, g.width(), 16), Qt::AlignCenter, term(shown_.second->label));
  p.save();
  p.translate(10, g.center().y());
  p.rotate(-90);
  p.drawText(QRectF(-0.5 * g.height() - 20, -9, g.height() + 40, 18), Qt::AlignCenter, term(shown_.first->label));
  p.restore();
}

void WhatIfMap::mousePressEvent(QMouseEvent* event) {
  if (const std::size_t i = at(event->position()); shown_.result && i < shown_.result->points.size()) emit picked(i);
}

void WhatIfMap::mouseMoveEvent(QMouseEvent* event) {
  const std::size_t i = at(event->position());
  setToolTip(shown_.result && i < shown_.result->points.size() && reading_of(shown_, i)
                 ? shown_.session->shown(Quantity{*reading_of(shown_, i), reading_dimension(shown_)})
                 : QString());
}

void WhatIfMap::keyPressEvent(QKeyEvent* event) {
  if (!shown_.result || shown_.result->points.empty()) return QWidget::keyPressEvent(event);
  if (takes(event->key())) return emit taken();
  const std::size_t next = stepped(shown_.selected, event->key(), columns(), shown_.result->points.size());
  if (next == shown_.selected) return QWidget::keyPressEvent(event);
  emit picked(next);
}

}  // namespace plucky::app
