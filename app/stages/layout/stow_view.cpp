#include "stages/layout/stow_view.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "tables/items.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace stow_columns {
enum Column { name, off, side, height, leads, hoses, aerial, reach, gm, open };
}

namespace {
namespace stow_col = stow_columns;
}

StowView::StowView(Session* session, QWidget* parent) : WorkedPage(session, tr("Stow again"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* side = new QVBoxLayout;
  auto* label = new QLabel(tr("Fixed parts:"), this);
  label->setWordWrap(true);
  side->addWidget(label);
  held_ = new QListWidget(this);
  held_->setObjectName("stow_held");
  held_->setAccessibleName(tr("Parts that stay"));
  held_->setFont(ui_font(8.8));
  held_->setFixedWidth(220);
  side->addWidget(held_, 1);
  auto* buttons = new QHBoxLayout;
  auto* work = new QPushButton(tr("Stow again"), this);
  work->setObjectName("stow_work");
  take_ = new QPushButton(tr("Take it"), this);
  take_->setObjectName("stow_take");
  take_->setProperty("strong", true);
  buttons->addWidget(work);
  buttons->addWidget(take_);
  side->addLayout(buttons);
  row->addLayout(side);
  table_ = make_table(this, "stow_ways", title(),
                      {tr("Places"), tr("CG from target"), tr("CG off centre"), tr("CG height"), tr("Lead length"),
                       tr("Hose length"), tr("Aerial clearance"), tr("Out of reach"), tr("GM"), tr("Open")});
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  table_->setSortingEnabled(false);
  row->addWidget(table_, 1);
  wire(work);
  connect(take_, &QPushButton::clicked, this, &StowView::take);
  connect(table_, &QTableWidget::itemSelectionChanged, this, &StowView::tell_way);
  connect(table_, &QTableWidget::itemActivated, this, &StowView::take);
}

void StowView::work_out() {
  std::vector<Id> held;
  for (int i = 0; i < held_->count(); ++i)
    if (held_->item(i)->checkState() == Qt::Checked) held.push_back(parts_[static_cast<std::size_t>(i)]);
  answer_ = {};
  take_->setEnabled(false);
  begin(tr("Looking for places"), [this, held](const Job::Link& link, const Assessment& boat) {
    StowAnswer found = stow_again(boat, held, [&](double) { return link.wanted(); });
    link.deliver([this, found = std::move(found)]() mutable { answer_ = std::move(found); });
  });
}

void StowView::add_row(const QString& name, const StowMeasures& m, const Assessment& a, int way) {
  const int r = table_->rowCount();
  table_->insertRow(r);
  table_->setItem(r, stow_col::name, text_item(name, static_cast<Id>(way + 1)));
  const auto length = [&](int column, bool is, double si) {
    set_number(table_, *session_, r, column, is, si, Dimension::length);
  };
  length(stow_col::off, a.cg_band.high > a.cg_band.low, m.cg_off);
  length(stow_col::side, true, m.cg_side);
  length(stow_col::height, true, m.cg_height);
  length(stow_col::leads, m.leads > 0.0, m.leads);
  length(stow_col::hoses, m.hoses > 0.0, m.hoses);
  length(stow_col::aerial, m.aerial.has_value(), m.aerial.value_or(0.0));
  table_->setItem(r, stow_col::reach,
                  new NumberItem(static_cast<double>(m.out_of_reach), QString::number(m.out_of_reach)));
  length(stow_col::gm, a.flotation.upright(), a.flotation.gm_transverse);
  const int stops = a.count(Severity::stop), watches = a.count(Severity::watch);
  table_->setItem(
      r, stow_col::open,
      new NumberItem(100.0 * stops + watches, stops > 0 ? tr("%1 stops").arg(stops) : tr("%1 warnings").arg(watches)));
}

void StowView::show_result() {
  table_->setRowCount(0);
  if (!answer_.ways.empty()) {
    add_row(tr("as it is"), answer_.before, *boat(), -1);
    for (std::size_t i = 0; i < answer_.ways.size(); ++i)
      add_row(term(stow_merit_name(answer_.ways[i].merit)), answer_.ways[i].measures, *answer_.ways[i].assessed,
              static_cast<int>(i));
    table_->setCurrentCell(1, stow_col::name);
  }
  tell_way();
}

const Stowing* StowView::at_hand() const {
  const int r = table_->currentRow();
  if (r < 1) return nullptr;
  const auto i = table_->item(r, stow_col::name)->data(Qt::UserRole).toUInt();
  return i > 0 && i <= answer_.ways.size() ? &answer_.ways[i - 1] : nullptr;
}

void StowView::tell_way() {
  const Stowing* way = at_hand();
  take_->setEnabled(way != nullptr && as_worked_out());
  if (at_work()) return;
  QStringList words;
  if (way) {
    QStringList moved;
    for (const Id id : way->moved) {
      const Part *was = boat()->project.layout.find(id), *is = way->assessed->project.layout.find(id);
      moved << tr("%1 from %2 to %3")
                   .arg(QString::fromStdString(is->name), session_->in_words(length_quantity(was->place.x())),
                        session_->in_words(length_quantity(is->place.x())));
    }
    words << tr("Moves %1 from the transom.").arg(moved.join(", "));
  } else if (!answer_.message.empty()) {
    words << session_->said(answer_.message);
  } else if (answer_.ways.empty()) {
    words << tr("Better places for battery, ESC, receiver, payload and ballast: balance, lead length, aerial, reach.");
  }
  add_if_changed(words);
  tell(words.join(' '));
}

void StowView::take() {
  const Stowing* way = at_hand();
  if (way && as_worked_out()) session_->perform(way->edit);
}

void StowView::refresh() {
  if (session_->dragging()) return;
  const Project& p = session_->project();
  const std::vector<Id> parts = stowable(p);
  if (parts != parts_) {
    parts_ = parts;
    held_->clear();
    for (const Id id : parts_) {
      auto* item = new QListWidgetItem(QString::fromStdString(p.layout.find(id)->name), held_);
      item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsUserCheckable | Qt::ItemIsSelectable);
      item->setCheckState(Qt::Unchecked);
    }
  }
  tell_way();
}

TableRows StowView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
