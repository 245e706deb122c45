#include "inspector/section_heading.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "settings/settings.h"
#include "theme/theme.h"

namespace plucky::app {

SectionHeading::SectionHeading(const QString& words, const char* key, QWidget* body, QWidget* parent)
    : QLabel(words, parent), key_(key), body_(body), folded_(settings::folded(key_)) {
  setObjectName(key_);
  setFont(ui_font(10.5, QFont::Bold));
  setWordWrap(true);
  setContentsMargins(14, 0, 0, 0);
  setFocusPolicy(Qt::TabFocus);
  setCursor(Qt::PointingHandCursor);
  show_state();
}

void SectionHeading::fold(bool folded) {
  if (folded == folded_) return;
  folded_ = folded;
  settings::set_folded(key_, folded);
  show_state();
}

void SectionHeading::show_section(bool on) {
  if (on == on_) return;
  on_ = on;
  show_state();
}

void SectionHeading::show_state() {
  setVisible(on_);
  body_->setVisible(on_ && !folded_);
  setAccessibleName(folded_ ? tr("%1, folded").arg(text()) : text());
  setToolTip(folded_ ? tr("Shows this section") : tr("Folds this section away"));
  update();
}

void SectionHeading::paintEvent(QPaintEvent* event) {
  QLabel::paintEvent(event);
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  // A small wedge: down over an open section, to the right at a folded one.
  const QPointF middle(5.0, 0.5 * fontMetrics().height() + 0.5);
  QPolygonF wedge;
  if (folded_)
    wedge << middle + QPointF(-2.5, -4.5) << middle + QPointF(3.5, 0) << middle + QPointF(-2.5, 4.5);
  else
    wedge << middle + QPointF(-4.5, -2.5) << middle + QPointF(4.5, -2.5) << middle + QPointF(0, 3.5);
  p.setPen(Qt::NoPen);
  p.setBrush(hasFocus() ? look().brass : look().muted);
  p.drawPolygon(wedge);
  if (hasFocus()) {
    p.setPen(QPen(look().brass, 1.2));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
  }
}

void SectionHeading::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton) fold(!folded_);
}

void SectionHeading::keyPressEvent(QKeyEvent* event) {
  const int key = event->key();
  if (key == Qt::Key_Space || key == Qt::Key_Return || key == Qt::Key_Enter)
    fold(!folded_);
  else if (key == Qt::Key_Left || key == Qt::Key_Right)
    fold(key == Qt::Key_Left);
  else
    QLabel::keyPressEvent(event);
}

}  // namespace plucky::app
