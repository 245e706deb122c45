#include "stem/stem.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>

#include "stages/stages.h"
#include "theme/theme.h"

namespace plucky::app {

std::array<StageMark, 9> stage_marks() {
  std::array<StageMark, 9> all;
  for (int n = 1; n <= 9; ++n) {
    const Stage stage = static_cast<Stage>(n);
    all[static_cast<std::size_t>(n) - 1] = {stage, term(stage_name(stage))};
  }
  return all;
}

Stem::Stem(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("stem");
  setFixedWidth(104);
  setFocusPolicy(Qt::StrongFocus);
  setAccessibleName(tr("Stages"));
  connect(session_, &Session::changed, this, [this] {
    std::vector<int> counts;
    for (const StageMark& mark : stage_marks())
      for (const Severity s : {Severity::stop, Severity::watch}) counts.push_back(session_->now().count(s, mark.stage));
    if (counts == counts_) return;
    counts_ = counts;
    update();
  });
}

void Stem::set_stage(Stage stage) {
  stage_ = stage;
  setAccessibleDescription(stage_marks()[static_cast<std::size_t>(stage) - 1].name);
  update();
}

QRect Stem::mark_rect(Stage stage) const {
  const int i = static_cast<int>(stage) - 1;
  const int top = 8, each = (height() - 2 * top) / 9;
  return {0, top + i * each, width(), each};
}

void Stem::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  p.fillRect(rect(), l.stem);
  const QRect chosen = mark_rect(stage_);
  p.fillRect(chosen, l.paper);
  // The stem itself: a bow's profile, plumb above and sweeping aft at the foot.
  QPainterPath bow(QPointF(width() - 15, 6));
  bow.cubicTo(width() - 15, height() * 0.6, width() - 14, height() * 0.85, width() - 34, height() - 5);
  p.setPen(QPen(l.ink, 2.4, Qt::SolidLine, Qt::RoundCap));
  p.drawPath(bow);
  for (const StageMark& mark : stage_marks()) {
    const QRect r = mark_rect(mark.stage);
    const bool current = mark.stage == stage_;
    const double middle = r.center().y();
    const double sweep = std::max(0.0, (middle / height() - 0.78) / 0.22);
    const double reach = width() - 15 - 17.0 * sweep * sweep;
    p.setPen(QPen(l.ink, 1.6));
    p.drawLine(QPointF(reach - 9, middle + 14), QPointF(reach, middle + 14));
    const QColor ink = current ? l.buoy_text : l.ink;
    p.setPen(ink);
    p.setFont(ui_font(17, QFont::Bold));
    p.drawText(QRectF(13, middle - 15, 24, 30), Qt::AlignVCenter | Qt::AlignLeft,
               QString::number(static_cast<int>(mark.stage)));
    p.setPen(l.ink);
    // Up to the bow's line, which sweeps aft at the foot.
    const QRectF room(33, middle - 15, reach - 36, 30);
    p.setFont(fitted(ui_font(9.5, current ? QFont::Bold : QFont::Medium), mark.name, room.size()));
    p.drawText(room, Qt::AlignVCenter | Qt::AlignLeft, mark.name);
    for (const Severity s : {Severity::stop, Severity::watch}) {
      const int n = session_->now().count(s, mark.stage);
      if (n == 0) continue;
      const double x = s == Severity::stop || session_->now().count(Severity::stop, mark.stage) == 0 ? 33 : 60;
      draw_severity(p, QRectF(x, middle - 28, 11, 11), s);
      p.setPen(severity_text_colour(s));
      p.setFont(ui_font(8.5, QFont::DemiBold));
      p.drawText(QRectF(x + 14, middle - 30, 20, 15), Qt::AlignVCenter | Qt::AlignLeft, QString::number(n));
    }
  }
  if (hasFocus()) {
    p.setPen(QPen(l.brass, 1.5));
    p.drawRect(QRectF(chosen).adjusted(1.5, 1.5, -1.5, -1.5));
  }
}

void Stem::mousePressEvent(QMouseEvent* event) {
  for (const StageMark& mark : stage_marks())
    if (mark_rect(mark.stage).contains(event->pos())) emit stage_chosen(mark.stage);
}

void Stem::keyPressEvent(QKeyEvent* event) {
  const int now = static_cast<int>(stage_);
  if (event->key() == Qt::Key_Down && now < 9)
    emit stage_chosen(static_cast<Stage>(now + 1));
  else if (event->key() == Qt::Key_Up && now > 1)
    emit stage_chosen(static_cast<Stage>(now - 1));
  else
    QWidget::keyPressEvent(event);
}

bool Stem::event(QEvent* event) {
  if (event->type() == QEvent::ToolTip) {
    const auto* help = static_cast<QHelpEvent*>(event);
    for (const StageMark& mark : stage_marks())
      if (mark_rect(mark.stage).contains(help->pos()))
        QToolTip::showText(help->globalPos(), tr("%1 (Alt+%2)").arg(mark.name).arg(static_cast<int>(mark.stage)), this);
    return true;
  }
  return QWidget::event(event);
}

}  // namespace plucky::app
