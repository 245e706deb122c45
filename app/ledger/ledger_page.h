// All watched numbers, in the inspector: what the strip under the board has no room for.
#pragma once

#include "inspector/form.h"

namespace plucky::app {

class Ledger;

class LedgerPage : public Page {
  Q_OBJECT

 public:
  explicit LedgerPage(Session* session, QWidget* parent = nullptr);
  [[nodiscard]] Ledger* table() const { return table_; }
  void refresh() override {}

 signals:
  void done();

 private:
  Ledger* table_;
};

}  // namespace plucky::app
