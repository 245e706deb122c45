// The flat pieces on the sheets at hand, to scale. In: the boat on the bench. Out: a picture on the shelf in which
// pieces are dragged, turned and taken off their sheet.
#pragma once

#include "build/sheet_layout.h"
#include "shelf/shelf_page.h"

namespace plucky::app {

class SheetView : public ShelfPage {
  Q_OBJECT

 public:
  SheetView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Middle of a piece's copy in the picture, pixels; nothing when there is no such copy.
  [[nodiscard]] std::optional<QPointF> middle_of(const std::string& copy) const;
  /// Key of the chosen piece's copy; empty: none is.
  [[nodiscard]] std::string chosen() const;

 protected:
  bool event(QEvent* event) override;
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  /// A sheet in the picture, or the place of what lies on none.
  struct Board {
    Id sheet = 0;
    std::uint32_t copy = 0;
    Vec2 origin = Vec2::Zero(), size = Vec2::Zero();  ///< m in the picture, y up
    QString name;
  };
  struct Item {
    PieceCopy of;
    Id sheet = 0;  ///< 0: none
    std::uint32_t copy = 0;
    Vec2 move = Vec2::Zero();  ///< m on its sheet
    double turn = 0.0;
    bool wrong = false;
    std::size_t board = 0;
  };
  void arrange();
  [[nodiscard]] Region shape_of(const Item& item) const;  ///< in the picture, m
  [[nodiscard]] QPointF at(const Vec2& picture) const;
  [[nodiscard]] Vec2 in_picture(const QPointF& pixel) const;
  [[nodiscard]] std::optional<std::size_t> item_at(const Vec2& picture) const;
  void put(const Item& item, const QString& what);
  void take_off();
  void turn_it();

  std::vector<Board> boards_;
  std::vector<Item> items_;
  std::optional<std::size_t> chosen_;
  std::optional<Vec2> grabbed_;  ///< where the hand closed, m in the picture
  Vec2 by_ = Vec2::Zero();       ///< how far it has moved
  double scale_ = 1.0;
  QPointF zero_;
};

}  // namespace plucky::app
