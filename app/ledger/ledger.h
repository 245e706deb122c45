// The ledger: what the last edit did, number by number, against before and against the pinned state.
#pragma once

#include <QWidget>

#include "session/session.h"

namespace plucky::app {

class Ledger : public QWidget {
  Q_OBJECT

 public:
  explicit Ledger(Session* session, QWidget* parent = nullptr);
  [[nodiscard]] QSize sizeHint() const override;
  [[nodiscard]] QSize minimumSizeHint() const override { return {260, sizeHint().height()}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Session* session_;
};

}  // namespace plucky::app
