#include "ledger/ledger.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

namespace {
constexpr int row_height = 19, head_height = 44, margin = 14;
}

Ledger::Ledger(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("ledger");
  setAccessibleName(tr("Ledger"));
  setFocusPolicy(Qt::TabFocus);
  setMouseTracking(true);
  setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
  for (const auto signal : {&Session::changed, &Session::seen_changed})
    connect(session_, signal, this, &Ledger::gather);
}

void Ledger::gather() {
  if (!isVisible()) return;  // put away most of the time, while every mouse move of a drag changes the boat
  const std::size_t shown = lines_.size();
  lines_ = ledger_lines(*session_);
  setAccessibleDescription(spoken(lines_, *session_));
  if (lines_.size() != shown) updateGeometry();
  update();
}

QSize Ledger::sizeHint() const {
  return {330, head_height + row_height * static_cast<int>(lines_.size()) + 8};
}

QRect Ledger::row_rect(const std::string& key) const {
  for (std::size_t i = 0; i < lines_.size(); ++i)
    if (lines_[i].now.key == key) return {6, head_height + static_cast<int>(i) * row_height, width() - 12, row_height};
  return {};
}

int Ledger::index_at(const QPoint& at) const {
  const int i = at.y() < head_height ? -1 : (at.y() - head_height) / row_height;
  return i < static_cast<int>(lines_.size()) ? i : -1;
}

void Ledger::choose(int index) {
  if (index < 0 || index >= static_cast<int>(lines_.size())) return;
  at_keys_ = index;
  const LedgerRow& row = lines_[static_cast<std::size_t>(index)].now;
  emit row_chosen(QString::fromStdString(row.key), term(row.label));
  update();
}

void Ledger::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton) choose(index_at(event->pos()));
}

void Ledger::mouseMoveEvent(QMouseEvent* event) {
  under_pointer_ = index_at(event->pos());
  setCursor(under_pointer_ >= 0 ? Qt::PointingHandCursor : Qt::ArrowCursor);
  setToolTip(under_pointer_ >= 0 ? tr("Click: why is it so?") : QString());
  update();
}

void Ledger::leaveEvent(QEvent*) {
  under_pointer_ = -1;
  update();
}

void Ledger::keyPressEvent(QKeyEvent* event) {
  const int last = static_cast<int>(lines_.size()) - 1;
  switch (event->key()) {
    case Qt::Key_Down:
      at_keys_ = std::min(last, at_keys_ + 1);
      return update();
    case Qt::Key_Up:
      at_keys_ = std::max(0, at_keys_ - 1);
      return update();
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
      return choose(at_keys_);
    default:
      QWidget::keyPressEvent(event);
  }
}

void Ledger::paintEvent(QPaintEvent*) {
  QPainter p(this);
  const Look& l = look();
  p.fillRect(rect(), l.panel);
  const bool any_before = session_->peeking() || session_->before(), any_pin = !session_->pins().empty();
  const int unit_right = width() - margin, now_right = unit_right - 36, before_right = now_right - 56,
            pinned_right = before_right - 54;
  p.setFont(ui_font(10.5, QFont::Bold));
  p.setPen(l.ink);
  p.drawText(QRect(margin, 5, 90, 20), Qt::AlignVCenter | Qt::AlignLeft, tr("Ledger"));
  p.setFont(ui_font(8.5));
  p.setPen(l.muted);
  const QFontMetrics metrics(p.font());
  const QString since = session_->peeking()               ? tr("if it were done")
                        : session_->last_edit().isEmpty() ? tr("no edit yet")
                                                          : session_->last_edit();
  p.drawText(QRect(margin + 70, 5, width() - 2 * margin - 70, 20), Qt::AlignVCenter | Qt::AlignRight,
             metrics.elidedText(since, Qt::ElideMiddle, width() - 2 * margin - 74));
  p.setFont(ui_font(8, QFont::DemiBold));
  const auto head = [&](int right, const QString& text) {
    p.drawText(QRect(right - 70, 25, 70, 16), Qt::AlignVCenter | Qt::AlignRight, text);
  };
  if (any_pin) head(pinned_right, QFontMetrics(p.font()).elidedText(session_->pins().back().name, Qt::ElideRight, 60));
  if (any_before) head(before_right, session_->peeking() ? tr("now") : tr("before"));
  head(now_right, session_->peeking() ? tr("then") : tr("now"));

  for (std::size_t i = 0; i < lines_.size(); ++i) {
    const LedgerLine& line = lines_[i];
    const int top = head_height + static_cast<int>(i) * row_height;
    const int index = static_cast<int>(i);
    const bool at_hand = index == under_pointer_ || (hasFocus() && index == at_keys_);
    if (at_hand || i % 2 == 0) p.fillRect(QRect(6, top, width() - 12, row_height), at_hand ? l.brass_fill : l.paper);
    const auto cell = [&](int right, int wide, const QString& text) {
      p.drawText(QRect(right - wide, top, wide, row_height), Qt::AlignVCenter | Qt::AlignRight, text);
    };
    const auto number = [&](const std::optional<Quantity>& q) {
      return q ? QString::fromStdString(plucky::show(*q, session_->units()).number) : QString::fromUtf8("\u2013");
    };
    p.setFont(ui_font(9));
    p.setPen(l.ink);
    const int label_room = (any_pin ? pinned_right - 46 : any_before ? before_right - 50 : before_right) - margin;
    p.drawText(QRect(margin, top, label_room, row_height), Qt::AlignVCenter | Qt::AlignLeft,
               QFontMetrics(p.font()).elidedText(term(line.now.label), Qt::ElideRight, label_room));
    p.setPen(at_hand ? l.ink : l.muted);
    if (any_pin) cell(pinned_right, 54, number(line.pinned));
    if (any_before) cell(before_right, 56, number(line.before));
    p.setFont(ui_font(9, line.moved || line.now.severity >= Severity::watch ? QFont::Bold : QFont::Medium));
    p.setPen(at_hand ? l.ink : number_colour(line));
    cell(now_right, 58, (line.now.stale ? QString::fromUtf8("\u2026 ") : QString()) + number(line.now.value));
    p.setFont(ui_font(8));
    p.setPen(at_hand ? l.ink : l.muted);
    if (line.now.value)
      p.drawText(QRect(now_right + 4, top, 34, row_height), Qt::AlignVCenter | Qt::AlignLeft,
                 QString::fromStdString(plucky::show(*line.now.value, session_->units()).unit));
  }
}

}  // namespace plucky::app
