#include "ledger/ledger_page.h"

#include <QPushButton>

#include "ledger/ledger.h"

namespace plucky::app {

LedgerPage::LedgerPage(Session* session, QWidget* parent) : Page(session, parent), table_(new Ledger(session, this)) {
  wide(table_);
  auto* back = button(tr("Back"), "ledger_back", true);
  connect(back, &QPushButton::clicked, this, &LedgerPage::done);
}

}  // namespace plucky::app
