#include "stages/build/sheet_view.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>

#include "geometry/nest.h"
#include "stages/build/flat_view.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double name_room = 16.0;  // pixels over each sheet

std::string key_of(const BuildReport& r, const PieceCopy& c) {
  return copy_key(r.pieces[c.piece], c.copy);
}

}  // namespace

SheetView::SheetView(Session* session, QWidget* parent) : ShelfPage(session, tr("Pieces on sheets"), parent) {
  setObjectName("sheet_view");
  setAccessibleName(tr("Pieces on sheets"));
  setMinimumHeight(120);
  setFocusPolicy(Qt::StrongFocus);
}

void SheetView::refresh() {
  if (session_->dragging()) return;
  const std::string kept = chosen();
  grabbed_.reset();
  by_ = Vec2::Zero();
  arrange();
  chosen_.reset();
  const BuildReport& r = session_->seen().build;
  for (std::size_t i = 0; i < items_.size(); ++i)
    if (!kept.empty() && key_of(r, items_[i].of) == kept) chosen_ = i;
  const SheetLayout& l = r.layout;
  tell(r.pieces.empty() ? (r.printed ? tr("A printed hull has no pieces of sheet.") : session_->said(r.no_panels))
       : session_->project().build.sheets.empty() ? tr("No sheets at hand: they are listed on the page of this stage.")
       : l.laid.empty()
           ? tr("No piece lies on a sheet yet: \"Lay the pieces out\" on the page of this stage, or drag them.")
           : tr("%1 sheets, %2 of them waste. Drag a piece; space turns it, arrows nudge it by 1 mm (Shift "
                "10, Alt 0.1), Delete takes it off its sheet.")
                 .arg(l.sheets.size())
                 .arg(session_->in_words({l.waste(), Dimension::ratio})));
  update();
}

void SheetView::arrange() {
  const Assessment& a = session_->seen();
  const BuildReport& r = a.build;
  boards_.clear();
  items_.clear();
  if (r.pieces.empty()) return;
  for (const StockSheet& s : a.project.build.sheets) {
    // Sheets with something on them, and one more to drag things to.
    std::uint32_t shown = 1;
    for (const LaidShape& l : r.layout.laid)
      if (l.sheet == s.id) shown = std::max(shown, l.sheet_copy + 1);
    for (std::uint32_t k = 0; k < std::min(s.count, shown); ++k)
      boards_.push_back({.sheet = s.id,
                         .copy = k,
                         .size = {s.length, s.width},
                         .name = s.count > 1 ? tr("%1, sheet %2").arg(QString::fromStdString(s.name)).arg(k + 1)
                                             : QString::fromStdString(s.name)});
  }
  for (const LaidShape& l : r.layout.laid)
    for (std::size_t b = 0; b < boards_.size(); ++b)
      if (boards_[b].sheet == l.sheet && boards_[b].copy == l.sheet_copy)
        items_.push_back({.of = l.of,
                          .sheet = l.sheet,
                          .copy = l.sheet_copy,
                          .move = l.move,
                          .turn = l.turn,
                          .wrong = l.wrong(),
                          .board = b});
  if (!r.layout.not_laid.empty()) {
    std::vector<Vec2> sizes;
    for (const PieceCopy& c : r.layout.not_laid) {
      const Section::Extent e = r.pieces[c.piece].shape.extent();
      sizes.emplace_back(e.high - e.low);
    }
    const RowsOfBoxes heap = rows_of_boxes(sizes, {3.0, 1.0});
    boards_.push_back({.size = heap.size, .name = tr("On no sheet")});
    for (std::size_t i = 0; i < sizes.size(); ++i)
      items_.push_back({.of = r.layout.not_laid[i],
                        .move = {heap.at[i].x(), heap.size.y() - heap.at[i].y() - sizes[i].y()},
                        .board = boards_.size() - 1});
  }
  if (boards_.empty()) return;
  const QRectF room = QRectF(rect()).adjusted(14, 8 + name_room, -14, -10);
  std::vector<Vec2> sizes;
  for (const Board& b : boards_) sizes.push_back(b.size);
  const RowsOfBoxes rows = rows_of_boxes(sizes, room.size(), name_room + 3.0);
  scale_ = std::max(1.0, rows.scale);
  zero_ = {room.left() + 0.5 * (room.width() - scale_ * rows.size.x()), room.top() + scale_ * rows.size.y()};
  for (std::size_t i = 0; i < boards_.size(); ++i)
    boards_[i].origin = {rows.at[i].x(), rows.size.y() - rows.at[i].y() - sizes[i].y()};
}

Region SheetView::shape_of(const Item& item) const {
  const FlatPiece& p = session_->seen().build.pieces[item.of.piece];
  return moved(cut_shape(p, item.of.copy), item.turn, item.move + boards_[item.board].origin);
}

QPointF SheetView::at(const Vec2& picture) const {
  return zero_ + QPointF(scale_ * picture.x(), -scale_ * picture.y());
}

Vec2 SheetView::in_picture(const QPointF& pixel) const {
  return {(pixel.x() - zero_.x()) / scale_, (zero_.y() - pixel.y()) / scale_};
}

std::optional<std::size_t> SheetView::item_at(const Vec2& picture) const {
  for (std::size_t i = items_.size(); i-- > 0;)
    if (section_of(shape_of(items_[i])).contains(picture)) return i;
  return std::nullopt;
}

std::string SheetView::chosen() const {
  const BuildReport& r = session_->seen().build;
  return chosen_ && *chosen_ < items_.size() && items_[*chosen_].of.piece < r.pieces.size()
             ? key_of(r, items_[*chosen_].of)
             : std::string();
}

std::optional<QPointF> SheetView::middle_of(const std::string& copy) const {
  for (const Item& i : items_)
    if (key_of(session_->seen().build, i.of) == copy) {
      const Section::Extent e = shape_of(i).extent();
      return at(0.5 * (e.low + e.high));
    }
  return std::nullopt;
}

TableRows SheetView::table() const {
  TableRows out{{tr("Sheet").toStdString(), tr("Piece").toStdString(), "x mm", "y mm", tr("turned").toStdString()}};
  const BuildReport& r = session_->seen().build;
  for (const Item& i : items_)
    out.push_back({boards_[i.board].name.toStdString(), key_of(r, i.of),
                   QString::number(1e3 * i.move.x(), 'f', 1).toStdString(),
                   QString::number(1e3 * i.move.y(), 'f', 1).toStdString(),
                   QString::number(degrees(i.turn), 'f', 1).toStdString()});
  return out;
}

void SheetView::paintEvent(QPaintEvent* event) {
  QWidget::paintEvent(event);
  const Look& l = look();
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.fillRect(rect(), l.card);
  if (boards_.empty()) {
    p.setPen(l.muted);
    p.setFont(ui_font(9.5));
    p.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap, words());
    return;
  }
  for (const Board& b : boards_) {
    const QRectF edge(at(b.origin + Vec2(0.0, b.size.y())), at(b.origin + Vec2(b.size.x(), 0.0)));
    if (b.sheet != 0) {
      p.setPen(QPen(l.line, 1.0));
      p.setBrush(l.part);
      p.drawRect(edge);
    }
    p.setPen(l.muted);
    p.setFont(ui_font(8.0));
    p.drawText(edge.topLeft() + QPointF(1, -4),
               p.fontMetrics().elidedText(b.name, Qt::ElideRight, static_cast<int>(edge.width())));
  }
  const BuildReport& r = session_->seen().build;
  for (std::size_t i = 0; i < items_.size(); ++i) {
    const Item& item = items_[i];
    const bool held = chosen_ == i;
    const Vec2 by = held && grabbed_ ? by_ : Vec2(Vec2::Zero());
    QPainterPath path;
    for (const auto& loop : shifted(shape_of(item), by).loops) {
      QPolygonF outline;
      for (const Vec2& v : loop) outline << at(v);
      outline << outline.front();
      path.addPolygon(outline);
    }
    p.setPen(Qt::NoPen);
    p.setBrush(held ? l.brass_fill : l.card);
    p.drawPath(path);
    Drawing d = cut_drawing(r.pieces[item.of.piece], item.of.copy);
    d.turn(item.turn);
    d.shift(item.move + boards_[item.board].origin + by);
    paint_drawing(p, d, zero_, scale_, *session_, 0.8, 8.5);
    if (item.wrong || held) {
      p.setPen(QPen(item.wrong ? l.buoy : l.brass, 2.2));
      p.setBrush(Qt::NoBrush);
      p.drawPath(path);
    }
  }
}

void SheetView::resizeEvent(QResizeEvent* event) {
  ShelfPage::resizeEvent(event);
  arrange();
}

void SheetView::mousePressEvent(QMouseEvent* event) {
  const Vec2 here = in_picture(event->position());
  chosen_ = boards_.empty() ? std::nullopt : item_at(here);
  grabbed_ = chosen_ ? std::optional(here) : std::nullopt;
  by_ = Vec2::Zero();
  update();
}

void SheetView::mouseMoveEvent(QMouseEvent* event) {
  if (!grabbed_) return;
  by_ = in_picture(event->position()) - *grabbed_;
  update();
}

void SheetView::mouseReleaseEvent(QMouseEvent* event) {
  if (!grabbed_ || !chosen_) return;
  const Vec2 here = in_picture(event->position()), by = here - *grabbed_;
  grabbed_.reset();
  by_ = Vec2::Zero();
  if (by.norm() * scale_ < 2.0) return update();
  Item item = items_[*chosen_];
  // It belongs to the sheet under the hand, else to the one it came from.
  for (std::size_t b = 0; b < boards_.size(); ++b) {
    const Vec2 on = here - boards_[b].origin;
    if (on.minCoeff() < 0.0 || (on.array() > boards_[b].size.array()).any()) continue;
    item.move += boards_[item.board].origin - boards_[b].origin;
    item.board = b;
    item.sheet = boards_[b].sheet;
    item.copy = boards_[b].copy;
  }
  item.move += by;
  if (item.sheet == 0) return take_off();
  put(item, tr("Move a piece on its sheet"));
}

void SheetView::put(const Item& item, const QString& what) {
  BuildDesign b = session_->project().build;
  const std::string key = key_of(session_->seen().build, item.of);
  std::erase_if(b.laid, [&](const LaidPiece& l) { return l.piece == key; });
  b.laid.push_back({.piece = key,
                    .sheet = item.sheet,
                    .copy = item.copy,
                    .x = item.move.x(),
                    .y = item.move.y(),
                    .turn = std::remainder(item.turn, 2.0 * pi)});
  session_->perform({as_said(what), ChangeBuild{b}});
}

void SheetView::take_off() {
  const std::string key = chosen();
  BuildDesign b = session_->project().build;
  const std::size_t had = b.laid.size();
  std::erase_if(b.laid, [&](const LaidPiece& l) { return l.piece == key; });
  if (b.laid.size() != had) session_->perform({as_said(tr("Take a piece off its sheet")), ChangeBuild{b}});
  update();
}

void SheetView::turn_it() {
  Item item = items_[*chosen_];
  // Ply keeps its grain: end for end.
  const double by = session_->project().brief.method == BuildMethod::ply ? pi : 0.5 * pi;
  const Section::Extent before = shape_of(item).extent();
  item.turn += by;
  const Section::Extent after = shape_of(item).extent();
  item.move += 0.5 * (before.low + before.high - after.low - after.high);
  put(item, tr("Turn a piece on its sheet"));
}

bool SheetView::event(QEvent* event) {
  // The menu's own Delete takes parts out of the boat.
  if (event->type() == QEvent::ShortcutOverride && chosen_) {
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Delete || key == Qt::Key_Backspace) event->accept();
  }
  return ShelfPage::event(event);
}

void SheetView::keyPressEvent(QKeyEvent* event) {
  const double step = event->modifiers() & Qt::ShiftModifier ? 0.010
                      : event->modifiers() & Qt::AltModifier ? 0.0001
                                                             : 0.001;
  const auto nudge = [&](double x, double y) {
    Item item = items_[*chosen_];
    item.move += step * Vec2(x, y);
    put(item, tr("Nudge a piece on its sheet"));
  };
  if (event->key() == Qt::Key_PageDown && !items_.empty()) {
    chosen_ = chosen_ ? (*chosen_ + 1) % items_.size() : 0;
    return update();
  }
  if (!chosen_ || *chosen_ >= items_.size() || items_[*chosen_].sheet == 0) return QWidget::keyPressEvent(event);
  switch (event->key()) {
    case Qt::Key_Left:
      return nudge(-1, 0);
    case Qt::Key_Right:
      return nudge(1, 0);
    case Qt::Key_Up:
      return nudge(0, 1);
    case Qt::Key_Down:
      return nudge(0, -1);
    case Qt::Key_Space:
      return turn_it();
    case Qt::Key_Delete:
    case Qt::Key_Backspace:
      return take_off();
    default:
      return QWidget::keyPressEvent(event);
  }
}

}  // namespace plucky::app
