// The instruments under the board: the numbers of the stage at hand and those the last edit changed, with what they
// were. Always of one height, so that nothing else moves.
#pragma once

#include <QWidget>

#include "ledger/ledger_lines.h"

namespace plucky::app {

class LedgerStrip : public QWidget {
  Q_OBJECT

 public:
  static constexpr int strip_height = 58;
  explicit LedgerStrip(Session* session, QWidget* parent = nullptr);
  void set_stage(Stage stage);
  /// Keys of the numbers shown, from the left.
  [[nodiscard]] std::vector<std::string> shown() const;
  /// Where a number's cell lies; empty when it is not shown.
  [[nodiscard]] QRect cell_rect(const std::string& key) const;
  [[nodiscard]] QRect all_rect() const;
  /// What stands in place of numbers that are not there yet; empty where there are some.
  [[nodiscard]] const QString& next_step() const { return next_step_; }

 signals:
  void row_chosen(const QString& key, const QString& label);
  void all_wanted();

 protected:
  void paintEvent(QPaintEvent*) override;
  void resizeEvent(QResizeEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void leaveEvent(QEvent*) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void gather();
  void choose(int index);
  [[nodiscard]] QRect rect_of(int index) const;
  [[nodiscard]] int index_at(const QPoint& at) const;
  /// A cell in full, for its tip.
  [[nodiscard]] QString told(const LedgerLine& line) const;
  void paint_cell(QPainter& p, const LedgerLine& line, const QRect& r) const;

  Session* session_;
  Stage stage_ = Stage::flotation;
  std::vector<LedgerLine> cells_;
  QString next_step_;
  std::size_t in_all_ = 0;
  int under_pointer_ = -1, at_keys_ = 0;
};

}  // namespace plucky::app
