// The ledger: what the last edit did, number by number, against before and against the newest pin. A row asked for
// tells why it is what it is.
#pragma once

#include <QWidget>

#include "ledger/ledger_lines.h"

namespace plucky::app {

class Ledger : public QWidget {
  Q_OBJECT

 public:
  explicit Ledger(Session* session, QWidget* parent = nullptr);
  [[nodiscard]] QSize sizeHint() const override;
  [[nodiscard]] QSize minimumSizeHint() const override { return {260, sizeHint().height()}; }
  /// Where a number's row lies; empty when it is not shown.
  [[nodiscard]] QRect row_rect(const std::string& key) const;

 signals:
  void row_chosen(const QString& key, const QString& label);

 protected:
  void showEvent(QShowEvent*) override { gather(); }
  void paintEvent(QPaintEvent*) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void leaveEvent(QEvent*) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void gather();
  void choose(int index);
  [[nodiscard]] int index_at(const QPoint& at) const;

  Session* session_;
  std::vector<LedgerLine> lines_;
  int under_pointer_ = -1, at_keys_ = -1;
};

}  // namespace plucky::app
