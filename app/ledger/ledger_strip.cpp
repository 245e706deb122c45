#include "ledger/ledger_strip.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "stages/stages.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr int edge = 10, all_width = 58, least_cell = 94;
constexpr std::size_t most_cells = 8;

/// The stage's own numbers in their order, with those that moved in place of its last ones that did not.
std::vector<LedgerLine> chosen(std::vector<LedgerLine> lines, Stage stage, std::size_t room) {
  std::vector<LedgerLine> out;
  for (const std::string& key : ledger_of_stage(stage)) {
    const auto it = std::find_if(lines.begin(), lines.end(), [&](const LedgerLine& l) { return l.now.key == key; });
    if (it == lines.end()) continue;
    out.push_back(*it);
    lines.erase(it);
  }
  if (out.size() > room) out.resize(room);
  const std::size_t own = std::min<std::size_t>(3, out.size());  // the first of a stage never leave it
  for (const bool moved : {true, false})
    for (LedgerLine& line : lines) {
      if (line.moved != moved) continue;
      if (out.size() < room) {
        out.push_back(std::move(line));
        continue;
      }
      const auto still = std::find_if(out.rbegin(), out.rend() - static_cast<std::ptrdiff_t>(own),
                                      [](const LedgerLine& l) { return !l.moved; });
      if (!moved || still == out.rend() - static_cast<std::ptrdiff_t>(own)) break;
      *still = std::move(line);
    }
  return out;
}

}  // namespace

LedgerStrip::LedgerStrip(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("ledger_strip");
  setAccessibleName(tr("Numbers of this stage"));
  setFocusPolicy(Qt::TabFocus);
  setMouseTracking(true);
  setFixedHeight(strip_height);
  for (const auto signal : {&Session::changed, &Session::seen_changed})
    connect(session_, signal, this, &LedgerStrip::gather);
  gather();
}

void LedgerStrip::set_stage(Stage stage) {
  stage_ = stage;
  gather();
}

void LedgerStrip::gather() {
  std::vector<LedgerLine> lines = ledger_lines(*session_);
  in_all_ = lines.size();
  const int fit = (width() - all_width - edge) / least_cell;
  cells_ = chosen(std::move(lines), stage_, static_cast<std::size_t>(std::clamp(fit, 3, static_cast<int>(most_cells))));
  const StageModule* module = stage_module(stage_);
  next_step_ = module && module->next_step ? module->next_step(*session_) : QString();
  if (!next_step_.isEmpty()) {
    // What is there keeps its cell, the words take the place of the dashes.
    std::erase_if(cells_, [](const LedgerLine& line) { return !line.now.value; });
    if (cells_.size() > 3) cells_.resize(3);
  }
  setAccessibleDescription(spoken(cells_, *session_) + next_step_);
  update();
}

void LedgerStrip::resizeEvent(QResizeEvent*) {
  gather();
}

std::vector<std::string> LedgerStrip::shown() const {
  std::vector<std::string> keys;
  for (const LedgerLine& line : cells_) keys.push_back(line.now.key);
  return keys;
}

QRect LedgerStrip::rect_of(int index) const {
  const int n = std::max<int>(1, static_cast<int>(cells_.size()));
  const int room = next_step_.isEmpty() ? width() - all_width - edge : n * least_cell;
  return {edge + index * room / n, 0, room / n, strip_height};
}

QRect LedgerStrip::all_rect() const {
  return {width() - all_width, 0, all_width, strip_height};
}

QRect LedgerStrip::cell_rect(const std::string& key) const {
  for (std::size_t i = 0; i < cells_.size(); ++i)
    if (cells_[i].now.key == key) return rect_of(static_cast<int>(i));
  return {};
}

/// The last index is that of "all".
int LedgerStrip::index_at(const QPoint& at) const {
  const int n = static_cast<int>(cells_.size());
  for (int i = 0; i < n; ++i)
    if (rect_of(i).contains(at)) return i;
  return all_rect().contains(at) ? n : -1;
}

void LedgerStrip::choose(int index) {
  if (index == static_cast<int>(cells_.size())) return emit all_wanted();
  if (index < 0 || index > static_cast<int>(cells_.size())) return;
  const LedgerRow& row = cells_[static_cast<std::size_t>(index)].now;
  emit row_chosen(QString::fromStdString(row.key), term(row.label));
}

void LedgerStrip::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton) choose(index_at(event->pos()));
}

void LedgerStrip::mouseMoveEvent(QMouseEvent* event) {
  under_pointer_ = index_at(event->pos());
  setCursor(under_pointer_ >= 0 ? Qt::PointingHandCursor : Qt::ArrowCursor);
  const int n = static_cast<int>(cells_.size());
  setToolTip(under_pointer_ < 0    ? QString()
             : under_pointer_ == n ? tr("All numbers, with before and pinned ones (L)")
                                   : told(cells_[static_cast<std::size_t>(under_pointer_)]));
  update();
}

QString LedgerStrip::told(const LedgerLine& line) const {
  QString words = term(line.now.label);
  if (line.now.value) words += ": " + session_->shown(*line.now.value);
  if (line.moved && line.before) words += ", " + tr("before the last edit %1").arg(session_->shown(*line.before));
  return words + ". " + tr("Click: why is it so?");
}

void LedgerStrip::leaveEvent(QEvent*) {
  under_pointer_ = -1;
  update();
}

void LedgerStrip::keyPressEvent(QKeyEvent* event) {
  const int last = static_cast<int>(cells_.size());
  switch (event->key()) {
    case Qt::Key_Right:
      at_keys_ = std::min(last, at_keys_ + 1);
      return update();
    case Qt::Key_Left:
      at_keys_ = std::max(0, at_keys_ - 1);
      return update();
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
      return choose(std::min(at_keys_, last));
    default:
      QWidget::keyPressEvent(event);
  }
}

void LedgerStrip::paint_cell(QPainter& p, const LedgerLine& line, const QRect& r) const {
  const Look& l = look();
  const QRect inner = r.adjusted(8, 4, -6, -4);
  const auto elided = [&](const QString& text) {
    return QFontMetrics(p.font()).elidedText(text, Qt::ElideRight, inner.width());
  };
  p.setPen(l.muted);
  p.setFont(ui_font(8.3, QFont::Medium));
  p.drawText(inner, Qt::AlignTop | Qt::AlignLeft, elided(term(line.now.short_label)));
  const Shown now = line.now.value ? plucky::show(*line.now.value, session_->units()) : Shown{"\u2013", ""};
  const QFont large = ui_font(12.5, QFont::Bold);
  p.setFont(large);
  p.setPen(number_colour(line));
  const QRect middle = inner.adjusted(0, 14, 0, -12);
  const QString number = QString::fromStdString(now.number);
  p.drawText(middle, Qt::AlignVCenter | Qt::AlignLeft, number);
  const int wide = QFontMetrics(large).horizontalAdvance(number);
  p.setFont(ui_font(8));
  p.setPen(l.muted);
  p.drawText(middle.adjusted(wide + 4, 3, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, QString::fromStdString(now.unit));
  // Below it what it was, which way it went, and whether that is for the better.
  QString below;
  if (line.now.stale) {
    below = tr("after the drag");
  } else if (line.moved && line.before && line.now.value) {
    const bool up = line.now.value->si > line.before->si;
    below = (up ? QString::fromUtf8("\u25b2 ") : QString::fromUtf8("\u25bc ")) +
            tr("was %1").arg(QString::fromStdString(plucky::show(*line.before, session_->units()).number));
    p.setPen(line.better ? l.reed_text : line.worse ? l.buoy_text : l.muted);
  } else if (line.pinned && line.now.value) {
    below = tr("pinned %1").arg(QString::fromStdString(plucky::show(*line.pinned, session_->units()).number));
  }
  p.drawText(inner, Qt::AlignBottom | Qt::AlignLeft, elided(below));
}

void LedgerStrip::paintEvent(QPaintEvent*) {
  QPainter p(this);
  const Look& l = look();
  p.fillRect(rect(), l.panel);
  p.setPen(l.line);
  p.drawLine(0, 0, width(), 0);
  p.drawLine(0, strip_height - 1, width(), strip_height - 1);
  const int n = static_cast<int>(cells_.size());
  for (int i = 0; i <= n; ++i) {
    const QRect r = i < n ? rect_of(i) : all_rect();
    if (i == under_pointer_ || (hasFocus() && i == at_keys_)) p.fillRect(r.adjusted(1, 2, -1, -2), l.brass_fill);
    if (i < n) paint_cell(p, cells_[static_cast<std::size_t>(i)], r);
    p.setPen(l.line);
    if (i > 0) p.drawLine(r.left(), 10, r.left(), strip_height - 11);
  }
  if (!next_step_.isEmpty()) {
    const int from = n > 0 ? rect_of(n - 1).right() + 14 : edge + 8;
    p.setPen(l.ink);
    const QRect room(from, 2, all_rect().left() - from - 12, strip_height - 4);
    p.setFont(fitted(ui_font(9.5, QFont::Medium), next_step_, room.size(), Lines::wrapped));
    p.drawText(room, Qt::AlignVCenter | Qt::TextWordWrap, next_step_);
  }
  p.setPen(l.ink);
  p.setFont(ui_font(8.5, QFont::DemiBold));
  p.drawText(all_rect().adjusted(0, 12, 0, -strip_height / 2), Qt::AlignCenter, tr("all %1").arg(in_all_));
  p.setPen(l.brass_text);
  p.drawText(all_rect().adjusted(0, strip_height / 2, 0, -10), Qt::AlignCenter, "L");
}

}  // namespace plucky::app
