#include "ledger/ledger.h"

#include <QPainter>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

namespace {
constexpr int row_height = 21, head_height = 46, margin = 14;
}

Ledger::Ledger(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("ledger");
  setAccessibleName(tr("Ledger"));
  connect(session_, &Session::changed, this, [this] {
    QString words;
    for (const LedgerRow& row : plucky::ledger(session_->now()))
      if (row.value) words += QString::fromStdString(row.label) + " " + session_->shown(*row.value) + ". ";
    setAccessibleDescription(words);
    update();
  });
}

QSize Ledger::sizeHint() const {
  return {330, head_height + row_height * static_cast<int>(plucky::ledger(session_->now()).size()) + 10};
}

void Ledger::paintEvent(QPaintEvent*) {
  QPainter p(this);
  const Look& l = look();
  p.fillRect(rect(), l.panel);
  const std::vector<LedgerRow> now = plucky::ledger(session_->now());
  const std::vector<LedgerRow> before =
      session_->before() ? plucky::ledger(*session_->before()) : std::vector<LedgerRow>{};
  const std::vector<LedgerRow> pinned =
      session_->pinned() ? plucky::ledger(*session_->pinned()) : std::vector<LedgerRow>{};
  const std::vector<Change> changes =
      session_->before() ? consequences(*session_->before(), session_->now()) : std::vector<Change>{};

  const int unit_right = width() - margin, now_right = unit_right - 36, before_right = now_right - 58,
            pinned_right = before_right - 54;
  p.setFont(ui_font(10.5, QFont::Bold));
  p.setPen(l.ink);
  p.drawText(QRect(margin, 6, 90, 20), Qt::AlignVCenter | Qt::AlignLeft, tr("Ledger"));
  p.setFont(ui_font(8.5));
  p.setPen(l.muted);
  const QFontMetrics metrics(p.font());
  const QString since = session_->last_edit().isEmpty() ? tr("no edit yet") : session_->last_edit();
  p.drawText(QRect(margin + 70, 6, width() - 2 * margin - 70, 20), Qt::AlignVCenter | Qt::AlignRight,
             metrics.elidedText(since, Qt::ElideMiddle, width() - 2 * margin - 74));
  p.setFont(ui_font(8, QFont::DemiBold));
  const auto head = [&](int right, const QString& text) {
    p.drawText(QRect(right - 70, 26, 70, 16), Qt::AlignVCenter | Qt::AlignRight, text);
  };
  if (!pinned.empty()) head(pinned_right, tr("pinned"));
  if (!before.empty()) head(before_right, tr("before"));
  head(now_right, tr("now"));

  for (std::size_t i = 0; i < now.size(); ++i) {
    const int top = head_height + static_cast<int>(i) * row_height;
    if (i % 2 == 0) p.fillRect(QRect(6, top, width() - 12, row_height), l.paper);
    const auto cell = [&](int right, int wide, const QString& text) {
      p.drawText(QRect(right - wide, top, wide, row_height), Qt::AlignVCenter | Qt::AlignRight, text);
    };
    const auto number = [&](const std::optional<Quantity>& q) {
      return q ? QString::fromStdString(plucky::show(*q, session_->units()).number) : QString("\u2013");
    };
    p.setFont(ui_font(9));
    p.setPen(l.ink);
    const int label_room =
        (pinned.empty() ? (before.empty() ? before_right : before_right - 50) : pinned_right - 46) - margin;
    p.drawText(QRect(margin, top, label_room, row_height), Qt::AlignVCenter | Qt::AlignLeft,
               QFontMetrics(p.font()).elidedText(QString::fromStdString(now[i].label), Qt::ElideRight, label_room));
    p.setPen(l.muted);
    if (!pinned.empty()) cell(pinned_right, 54, number(pinned[i].value));
    if (!before.empty()) cell(before_right, 58, number(before[i].value));
    const auto change =
        std::find_if(changes.begin(), changes.end(), [&](const Change& c) { return c.key == now[i].key; });
    const bool moved = change != changes.end();
    p.setFont(ui_font(9, moved || now[i].severity >= Severity::watch ? QFont::Bold : QFont::Medium));
    p.setPen(now[i].severity >= Severity::watch ? severity_text_colour(now[i].severity)
             : moved && change->better          ? l.reed_text
                                                : l.ink);
    cell(now_right, 58, number(now[i].value));
    p.setFont(ui_font(8));
    p.setPen(l.muted);
    if (now[i].value)
      p.drawText(QRect(now_right + 4, top, 34, row_height), Qt::AlignVCenter | Qt::AlignLeft,
                 QString::fromStdString(plucky::show(*now[i].value, session_->units()).unit));
  }
}

}  // namespace plucky::app
