#include "ledger/pins_page.h"

#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "theme/theme.h"

namespace plucky::app {

PinsPage::PinsPage(Session* session, QWidget* parent) : ShelfPage(session, tr("Pinned"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  table_ = new QTableWidget(this);
  table_->setObjectName("pins_table");
  table_->setAccessibleName(title());
  table_->verticalHeader()->hide();
  table_->verticalHeader()->setDefaultSectionSize(21);
  table_->setShowGrid(false);
  table_->setAlternatingRowColors(true);
  table_->setFont(ui_font(8.8));
  table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
  table_->setTabKeyNavigation(false);
  column->addWidget(table_, 1);
  buttons_ = new QHBoxLayout;
  column->addLayout(buttons_);
}

void PinsPage::refresh() {
  const auto& pins = session_->pins();
  std::vector<std::vector<LedgerRow>> states{plucky::ledger(session_->now())};
  QStringList headings{tr("Number"), tr("Now")};
  for (const Session::Pin& pin : pins) {
    states.push_back(plucky::ledger(*pin.state));
    headings << pin.name;
  }
  table_->setColumnCount(static_cast<int>(headings.size()));
  table_->setHorizontalHeaderLabels(headings);
  table_->setRowCount(static_cast<int>(states[0].size()));
  for (int r = 0; r < table_->rowCount(); ++r) {
    const LedgerRow& now = states[0][static_cast<std::size_t>(r)];
    table_->setItem(r, 0, new QTableWidgetItem(term(now.label)));
    for (std::size_t s = 0; s < states.size(); ++s) {
      const LedgerRow& row = states[s][static_cast<std::size_t>(r)];
      auto* item = new QTableWidgetItem(row.value ? session_->shown(*row.value) : QString::fromUtf8("\u2013"));
      item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
      if (row.severity >= Severity::watch) item->setForeground(severity_text_colour(row.severity));
      // Bold where a pin is better than the boat at hand.
      if (s > 0 && row.value && now.value && row.sense != Sense::neutral &&
          (row.value->si > now.value->si) == (row.sense == Sense::more_is_better) &&
          session_->shown(*row.value) != session_->shown(*now.value))
        item->setFont(ui_font(8.8, QFont::Bold));
      table_->setItem(r, static_cast<int>(s) + 1, item);
    }
  }
  table_->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
  while (QLayoutItem* old = buttons_->takeAt(0)) {
    if (old->widget()) old->widget()->deleteLater();
    delete old;
  }
  for (std::size_t i = 0; i < pins.size(); ++i) {
    auto* adopt = new QPushButton(tr("Adopt %1").arg(pins[i].name), this);
    adopt->setObjectName(QString("adopt_pin_%1").arg(i));
    auto* drop = new QPushButton(tr("Drop %1").arg(pins[i].name), this);
    drop->setObjectName(QString("drop_pin_%1").arg(i));
    drop->setProperty("quiet", true);
    connect(
        adopt, &QPushButton::clicked, this, [this, i] { session_->adopt_pin(i); }, Qt::QueuedConnection);
    connect(
        drop, &QPushButton::clicked, this, [this, i] { session_->unpin(i); }, Qt::QueuedConnection);
    buttons_->addWidget(adopt);
    buttons_->addWidget(drop);
  }
  buttons_->addStretch();
  tell(pins.empty() ? tr("Nothing is pinned: Ctrl+P keeps the boat as it is now, to compare with what you try next.")
                    : tr("Bold: better than now. Adopting is one step that can be undone."));
}

TableRows PinsPage::table() const {
  TableRows out(1);
  for (int c = 0; c < table_->columnCount(); ++c)
    out[0].push_back(table_->horizontalHeaderItem(c)->text().toStdString());
  for (int r = 0; r < table_->rowCount(); ++r) {
    out.emplace_back();
    for (int c = 0; c < table_->columnCount(); ++c) out.back().push_back(table_->item(r, c)->text().toStdString());
  }
  return out;
}

}  // namespace plucky::app
