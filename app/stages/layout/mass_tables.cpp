#include "stages/layout/mass_tables.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QShortcut>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "base/error.h"
#include "tables/items.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void follow_selection(QTableWidget* t, Session* session) {
  QObject::connect(t, &QTableWidget::cellClicked, session, [t, session](int row, int) {
    if (const Id id = t->item(row, 0)->data(Qt::UserRole).toUInt(); id != 0) session->select(id);
  });
}

enum Column { item, mass, share, measured, from_transom, off_centre, above_keel, how };

}  // namespace

MassTable::MassTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Masses"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  table_ = make_table(this, "mass_table", title(),
                      {tr("Item"), tr("Mass"), tr("Share"), tr("Measured"), tr("From transom"), tr("To port"),
                       tr("Above keel"), tr("How known")});
  column->addWidget(table_, 1);
  auto* row = new QHBoxLayout;
  auto* copy_button = new QPushButton(tr("Copy for a spreadsheet"), this);
  copy_button->setObjectName("mass_copy");
  copy_button->setProperty("quiet", true);
  auto* paste_button = new QPushButton(tr("Paste from a spreadsheet"), this);
  paste_button->setObjectName("mass_paste");
  paste_button->setProperty("quiet", true);
  row->addWidget(copy_button);
  row->addWidget(paste_button);
  row->addStretch();
  column->addLayout(row);
  connect(copy_button, &QPushButton::clicked, this, &MassTable::copy);
  connect(paste_button, &QPushButton::clicked, this, &MassTable::paste);
  const auto shortcut = [this](QKeySequence::StandardKey keys, auto what) {
    auto* s = new QShortcut(keys, table_);
    s->setContext(Qt::WidgetShortcut);
    connect(s, &QShortcut::activated, this, what);
  };
  shortcut(QKeySequence::Copy, &MassTable::copy);
  shortcut(QKeySequence::Paste, &MassTable::paste);
  connect(table_, &QTableWidget::cellChanged, this, &MassTable::typed);
  follow_selection(table_, session_);
}

void MassTable::refresh() {
  const MassBudget& m = session_->now().mass;
  const Box3& box = session_->now().hull->model.box;
  filling_ = true;
  {
    const TableFill fill(table_);
    table_->setRowCount(static_cast<int>(m.items.size()));
    for (int r = 0; r < table_->rowCount(); ++r) {
      const MassItem& i = m.items[static_cast<std::size_t>(r)];
      const Part* part = session_->project().layout.find(i.part);
      const auto number = [&](Column c, double si, Dimension d) {
        table_->setItem(r, c, new NumberItem(si, session_->shown({si, d})));
      };
      table_->setItem(r, item, text_item(session_->said(i.name), i.part));
      number(mass, i.mass, Dimension::mass);
      number(share, m.share(i), Dimension::ratio);
      auto* weighed = new NumberItem(i.measured ? i.mass : 0.0, i.measured ? session_->shown({i.mass, Dimension::mass})
                                                                : part     ? tr("type it")
                                                                           : QString("\u2013"));
      if (part) weighed->setFlags(weighed->flags() | Qt::ItemIsEditable);
      if (!i.measured) weighed->setForeground(look().muted);
      table_->setItem(r, measured, weighed);
      number(from_transom, i.place.x() - box.low.x(), Dimension::length);
      number(off_centre, i.place.y(), Dimension::length);
      number(above_keel, i.place.z() - box.low.z(), Dimension::length);
      table_->setItem(r, how,
                      text_item(i.measured ? tr("measured")
                                           : tr("est. \u00b1 %1").arg(session_->shown({i.sigma, Dimension::mass}))));
    }
  }
  filling_ = false;
  tell(tr("%1 in %2 items, %3 of it weighed%4")
           .arg(session_->shown({m.total, Dimension::mass}))
           .arg(m.items.size())
           .arg(session_->in_words({m.measured_share, Dimension::ratio}),
                m.correction ? tr("; %1 added by the %2")
                                   .arg(session_->shown({m.correction->mass, Dimension::mass}),
                                        QString::fromStdString(m.correction->origin))
                             : QString()));
}

void MassTable::typed(int row, int column) {
  if (filling_ || column != measured) return;
  const Part* found = session_->project().layout.find(table_->item(row, item)->data(Qt::UserRole).toUInt());
  if (!found) return;
  Part part = *found;
  const QString text = table_->item(row, column)->text().trimmed();
  try {
    if (text.isEmpty() || text == tr("type it"))
      part.measured_mass.reset();
    else
      part.measured_mass = parse_quantity(text.toStdString(), Dimension::mass, session_->units());
    if (!session_->perform(
            {as_said(tr("Measured mass of %1").arg(QString::fromStdString(part.name))), ChangePart{part}}))
      refresh();
  } catch (const InvalidInput& e) {
    session_->refuse(tr("Measured mass of %1: %2. The old value stays.")
                         .arg(QString::fromStdString(part.name), session_->said(e.reason())));
    refresh();
  }
}

void MassTable::copy() const {
  const Vec3 origin = session_->now().hull->model.box.low;
  QGuiApplication::clipboard()->setText(QString::fromStdString(
      write_table(parts_table(session_->project().layout, {origin.x(), 0.0, origin.z()}, session_->units()), '\t')));
}

void MassTable::paste() {
  const Vec3 low = session_->now().hull->model.box.low;
  try {
    const PastedParts pasted =
        paste_parts(session_->project().layout, {low.x(), 0.0, low.z()},
                    read_table(QGuiApplication::clipboard()->text().toStdString()), session_->units());
    session_->perform({as_said(tr("Paste %1 changed and %2 new parts").arg(pasted.changed).arg(pasted.added)),
                       ChangeLayout{pasted.layout}});
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

TableRows MassTable::table() const {
  return rows_of(table_);
}

TradeTable::TradeTable(Session* session, QWidget* parent) : ShelfPage(session, tr("Weight sensitivity"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  table_ = make_table(this, "trade_table", title(),
                      {tr("Part"), tr("Mass"), tr("Trim it adds"), tr("Freeboard it costs"), tr("GM it adds"),
                       tr("Speed it costs"), tr("How known")});
  column->addWidget(table_, 1);
  follow_selection(table_, session_);
}

void TradeTable::refresh() {
  rows_ = trade_list(session_->now());
  {
    const TableFill fill(table_);
    table_->setRowCount(static_cast<int>(rows_.size()));
    for (int r = 0; r < table_->rowCount(); ++r) {
      const TradeRow& t = rows_[static_cast<std::size_t>(r)];
      const auto number = [&](int c, double si, Dimension d) {
        table_->setItem(r, c, new NumberItem(si, session_->shown({si, d})));
      };
      table_->setItem(r, 0, text_item(session_->said(t.name), t.part));
      number(1, t.mass, Dimension::mass);
      number(2, t.trim, Dimension::angle);
      number(3, t.freeboard, Dimension::length);
      number(4, t.gm, Dimension::length);
      number(5, t.speed_share, Dimension::ratio);
      table_->setItem(r, 6, text_item(t.measured ? tr("measured") : tr("estimated")));
    }
  }
  tell(rows_.empty()
           ? tr("No list: the boat does not float.")
           : tr("The boat with each part against the boat without it. Speed by %1 at equal power.")
                 .arg(session_->project().brief.type == BoatType::displacement ? tr("the Admiralty coefficient")
                                                                               : tr("Crouch's formula")));
}

TableRows TradeTable::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
