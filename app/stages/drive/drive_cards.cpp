#include "stages/drive/drive_cards.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <algorithm>

#include "parts/part_look.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr int card_height = 40, chevron_width = 26, picture_width = 50;

class CardPainter : public QStyledItemDelegate {
 public:
  explicit CardPainter(DriveCards* cards) : QStyledItemDelegate(cards), cards_(*cards) {}

  [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
    return {100, card_height};
  }

  void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
    const DriveCard& card = cards_.cards()[static_cast<std::size_t>(index.row())];
    const Look& l = look();
    QPainter& p = *painter;
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    const bool selected = option.state.testFlag(QStyle::State_Selected);
    const QRectF frame = QRectF(option.rect).adjusted(0.5, 1.5, -0.5, -1.5);
    p.setPen(QPen(selected ? l.brass : l.line, selected ? 2.0 : 1.0, card.gap ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(card.gap ? Qt::NoBrush : QBrush(l.card));
    p.drawRoundedRect(frame, 5, 5);
    if (option.state.testFlag(QStyle::State_HasFocus) && selected) {
      p.setPen(QPen(l.brass, 1.0, Qt::DotLine));
      p.setBrush(Qt::NoBrush);
      p.drawRoundedRect(frame.adjusted(3, 3, -3, -3), 3, 3);
    }
    draw_part(p, card, QRectF(frame.left() + 6, frame.top() + 5, picture_width - 10, frame.height() - 10));
    QRectF words(frame.left() + picture_width, frame.top() + 3, frame.width() - picture_width - chevron_width,
                 frame.height() - 6);
    if (card.severity && *card.severity != Severity::fine) {
      draw_severity(p, QRectF(words.right() - 10, frame.center().y() - 5, 10, 10), *card.severity);
      words.setRight(words.right() - 14);
    }
    const auto write = [&](const QString& text, double width, int where) {
      p.drawText(words, where, QFontMetricsF(p.font()).elidedText(text, Qt::ElideRight, width));
    };
    p.setFont(ui_font(8.3));
    p.setPen(l.muted);
    write(card.detail, words.width(), Qt::AlignBottom | Qt::AlignLeft);
    const double aside = card.aside.isEmpty() ? 0.0 : QFontMetricsF(p.font()).horizontalAdvance(card.aside) + 8.0;
    p.drawText(words, Qt::AlignTop | Qt::AlignRight, card.aside);
    p.setFont(ui_font(9, QFont::DemiBold));
    p.setPen(card.gap ? l.buoy_text : l.ink);
    write(card.title, words.width() - aside, Qt::AlignTop | Qt::AlignLeft);
    if (card.swaps) {
      const QPointF middle(frame.right() - 0.5 * chevron_width, frame.center().y());
      p.setPen(QPen(l.ink, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
      p.setBrush(Qt::NoBrush);
      p.drawPolyline(QPolygonF({middle + QPointF(-4, -2), middle + QPointF(0, 2.5), middle + QPointF(4, -2)}));
    }
    p.restore();
  }

 private:
  static void draw_part(QPainter& p, const DriveCard& card, const QRectF& room) {
    if (card.part.name.empty()) return;
    const Look& l = look();
    // To its own proportions, as large as the room lets it be.
    const double long_side = card.part.size.x(), tall = card.part.size.z();
    const double scale = std::min(room.width() / long_side, room.height() / tall);
    const QSizeF size(std::max(4.0, scale * long_side), std::max(3.0, scale * tall));
    p.setPen(QPen(l.ink, 1.2));
    p.setBrush(l.part);
    draw_silhouette(p, card.part, QRectF(room.center() - QPointF(0.5 * size.width(), 0.5 * size.height()), size),
                    Side::profile);
  }

  DriveCards& cards_;
};

}  // namespace

DriveCards::DriveCards(QWidget* parent) : QListWidget(parent) {
  setItemDelegate(new CardPainter(this));
  setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setFrameShape(QFrame::NoFrame);
  viewport()->setAutoFillBackground(false);
  setStyleSheet("QListWidget, QListWidget:focus { background: transparent; border: none; padding: 0; margin: 0; }");
  connect(this, &QListWidget::currentRowChanged, this, [this](int row) {
    if (row >= 0) emit chosen();
  });
}

void DriveCards::show_cards(std::vector<DriveCard> cards) {
  const int was = group();
  const QSignalBlocker quiet(this);
  cards_ = std::move(cards);
  while (count() > static_cast<int>(cards_.size())) delete takeItem(count() - 1);
  while (count() < static_cast<int>(cards_.size())) addItem(QString());
  for (int i = 0; i < count(); ++i) {
    const DriveCard& card = cards_[static_cast<std::size_t>(i)];
    item(i)->setText(card.title);  // for screen readers and type-ahead
    item(i)->setToolTip(card.title + "\n" + card.detail);
    item(i)->setData(Qt::AccessibleDescriptionRole, card.detail);
  }
  setFixedHeight(card_height * count() + 2 * frameWidth());
  choose(was);
  if (currentRow() < 0) setCurrentRow(0);
  viewport()->update();
}

int DriveCards::group() const {
  const int row = currentRow();
  return row >= 0 && row < static_cast<int>(cards_.size()) ? cards_[static_cast<std::size_t>(row)].group : -1;
}

void DriveCards::choose(int group) {
  for (std::size_t i = 0; i < cards_.size(); ++i)
    if (cards_[i].group == group) setCurrentRow(static_cast<int>(i));
}

void DriveCards::mousePressEvent(QMouseEvent* event) {
  QListWidget::mousePressEvent(event);
  const int row = currentRow();
  if (row < 0 || row >= static_cast<int>(cards_.size()) || !cards_[static_cast<std::size_t>(row)].swaps) return;
  if (event->pos().x() > viewport()->width() - chevron_width)
    emit swap_wanted(viewport()->mapToGlobal(QPoint(0, visualItemRect(item(row)).bottom())));
}

void DriveCards::keyPressEvent(QKeyEvent* event) {
  const int row = currentRow();
  if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space) && row >= 0 &&
      cards_[static_cast<std::size_t>(row)].swaps)
    emit swap_wanted(viewport()->mapToGlobal(QPoint(0, visualItemRect(item(row)).bottom())));
  else
    QListWidget::keyPressEvent(event);
}

}  // namespace plucky::app
