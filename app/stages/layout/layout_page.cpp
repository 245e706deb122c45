#include "stages/layout/layout_page.h"

#include <QHeaderView>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QTreeWidget>
#include <algorithm>

#include "base/error.h"
#include "project/catalogue.h"
#include "stages/hull/fitting_page.h"
#include "theme/theme.h"

namespace plucky::app {

LayoutPage::LayoutPage(Session* session, OwnParts* own, QWidget* parent) : Page(session, parent), own_(own) {
  title_ = heading(tr("Mass budget"));
  budget_ = table(tr("Mass budget"), {tr("Item"), tr("Mass"), tr("Share")}, "budget", 150);
  section(tr("Add a part"), "section_add");
  search_ = new QLineEdit(this);
  search_->setObjectName("catalogue_search");
  search_->setPlaceholderText(tr("Search: battery 4S, motor 36, foam \u2026"));
  search_->setAccessibleName(tr("Search the catalogue"));
  wide(search_);
  catalogue_ = new QListWidget(this);
  catalogue_->setObjectName("catalogue");
  catalogue_->setAccessibleName(tr("Catalogue of generic parts"));
  catalogue_->setFont(ui_font(8.8));
  catalogue_->setMinimumHeight(92);
  wide(catalogue_);
  add_ = new QPushButton(tr("Put it aboard"), this);
  add_->setObjectName("add_part");
  wide(add_);
  forget_ = new QPushButton(tr("Forget this own part"), this);
  forget_->setObjectName("forget_part");
  forget_->setProperty("quiet", true);
  wide(forget_);
  connect(forget_, &QPushButton::clicked, this, &LayoutPage::forget_own);
  connect(own_, &OwnParts::changed, this, &LayoutPage::fill_catalogue);
  section(tr("Hatches, rails, bulkheads, floats"), "section_fittings");
  fittings_ = table(tr("Fittings"), {tr("Fitting"), tr("Kind")}, "fittings_list", 80);
  auto* more = new QPushButton(tr("Add a fitting"), this);
  more->setObjectName("add_fitting");
  more->setProperty("quiet", true);
  auto* menu = new QMenu(more);
  for (const Fitting kind : {Fitting::hatch, Fitting::rail, Fitting::bulkhead, Fitting::stringer, Fitting::cabin,
                             Fitting::flood_chamber, Fitting::opening, Fitting::rim, Fitting::shell})
    menu->addAction(fitting_name(kind), this, [this, kind] { session_->perform(add_fitting(session_->now(), kind)); });
  more->setMenu(menu);
  wide(more);

  connect(search_, &QLineEdit::textChanged, this, &LayoutPage::fill_catalogue);
  connect(add_, &QPushButton::clicked, this, &LayoutPage::add_from_catalogue);
  connect(catalogue_, &QListWidget::itemActivated, this, &LayoutPage::add_from_catalogue);
  const auto choose = [this](QTreeWidgetItem* item) {
    if (const Id id = item->data(0, Qt::UserRole).toUInt(); id != 0) session_->select(id);
  };
  connect(budget_, &QTreeWidget::itemClicked, this, choose);
  connect(budget_, &QTreeWidget::itemActivated, this, choose);
  connect(fittings_, &QTreeWidget::itemClicked, this, choose);
  connect(fittings_, &QTreeWidget::itemActivated, this, choose);
  fill_catalogue();
}

void LayoutPage::fill_catalogue() {
  const QStringList words = search_->text().split(' ', Qt::SkipEmptyParts);
  catalogue_->clear();
  const auto list = [&](const std::vector<CatalogueEntry>& entries, bool own) {
    for (const CatalogueEntry& e : entries) {
      const QString name = QString::fromStdString(e.part.name);
      const QString hay = name + " " + term(part_kind_name(e.part.kind)) + (own ? " " + tr("own") : QString());
      if (!std::all_of(words.begin(), words.end(),
                       [&](const QString& w) { return hay.contains(w, Qt::CaseInsensitive); }))
        continue;
      auto* item = new QListWidgetItem((own ? tr("own: ") : QString()) + name + QString::fromUtf8("  \u00b7  ") +
                                           session_->shown(Quantity{e.part.effective_mass(), Dimension::mass}),
                                       catalogue_);
      item->setData(Qt::UserRole, name);
      item->setData(Qt::UserRole + 1, own);
    }
  };
  list(own_->list(), true);
  list(builtin_catalogue().parts, false);
  if (catalogue_->count() > 0) catalogue_->setCurrentRow(0);
  set_row_visible(forget_, !own_->list().empty());
}

void LayoutPage::add_from_catalogue() {
  const QListWidgetItem* item = catalogue_->currentItem();
  if (!item) return session_->refuse(tr("No part of the catalogue fits the search."));
  const std::string name = item->data(Qt::UserRole).toString().toStdString();
  const CatalogueEntry* entry =
      item->data(Qt::UserRole + 1).toBool() ? own_->find(name) : builtin_catalogue().find(name);
  if (!entry) return;
  session_->put_aboard(entry->part);
}

void LayoutPage::forget_own() {
  const QListWidgetItem* item = catalogue_->currentItem();
  if (!item || !item->data(Qt::UserRole + 1).toBool())
    return session_->refuse(tr("Only your own parts can be taken out of the catalogue."));
  try {
    own_->forget(item->data(Qt::UserRole).toString().toStdString());
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

void LayoutPage::refresh() {
  const MassBudget& m = session_->now().mass;
  title_->setText(tr("Mass budget: %1").arg(session_->shown(Quantity{m.total, Dimension::mass})));
  std::vector<const MassItem*> items;
  for (const MassItem& item : m.items) items.push_back(&item);
  std::stable_sort(items.begin(), items.end(), [](const auto* l, const auto* r) { return l->mass > r->mass; });
  budget_->clear();
  for (const MassItem* item : items) {
    auto* row = new QTreeWidgetItem(budget_, {session_->said(item->name),
                                              session_->shown(Quantity{item->mass, Dimension::mass}) +
                                                  (item->measured ? QString() : QString(" \u2248")),
                                              session_->shown(Quantity{m.share(*item), Dimension::ratio})});
    row->setData(0, Qt::UserRole, item->part);
    row->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    row->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
    row->setToolTip(1, item->measured
                           ? tr("measured")
                           : tr("estimated, \u00b1 %1").arg(session_->shown(Quantity{item->sigma, Dimension::mass})));
  }
  fittings_->clear();
  for (const FittingEntry& f : fittings(session_->project())) {
    auto* row = new QTreeWidgetItem(fittings_, {f.name, fitting_name(f.kind)});
    row->setData(0, Qt::UserRole, f.id);
  }
}

}  // namespace plucky::app
