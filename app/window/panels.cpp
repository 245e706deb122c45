// What the window is built of.
#include <QApplication>
#include <QLabel>
#include <QScrollArea>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "board/board.h"
#include "chooser/chooser.h"
#include "devices/weigh_page.h"
#include "findings/findings_panel.h"
#include "ledger/ledger.h"
#include "ledger/ledger_page.h"
#include "ledger/ledger_strip.h"
#include "ledger/pins_page.h"
#include "ledger/why_page.h"
#include "preferences/preferences_page.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stages/hull/import_page.h"
#include "stages/stages.h"
#include "stem/stem.h"
#include "theme/theme.h"
#include "view3d/view3d.h"
#include "window/main_window.h"

namespace plucky::app {

void MainWindow::build_panels() {
  root_ = new QStackedWidget(this);
  auto* bench = new QWidget(root_);
  auto* row = new QHBoxLayout(bench);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  stem_ = new Stem(session_, bench);
  row->addWidget(stem_);
  columns_ = new QSplitter(Qt::Horizontal, bench);
  columns_->setObjectName("columns");
  columns_->setChildrenCollapsible(false);
  columns_->setHandleWidth(5);
  auto* centre = new QWidget(columns_);
  auto* middle = new QVBoxLayout(centre);
  middle->setContentsMargins(0, 0, 0, 0);
  middle->setSpacing(0);
  view_ = new QStackedWidget(centre);
  board_ = new Board(session_, view_);
  view3d_ = new View3D(session_, view_);
  view_->addWidget(board_);
  view_->addWidget(view3d_);
  build_shelf();
  notice_ = new QLabel(centre);
  notice_->setObjectName("notice");
  notice_->setWordWrap(true);
  notice_->setContentsMargins(14, 6, 14, 6);
  notice_->hide();
  strip_ = new LedgerStrip(session_, centre);
  findings_ = new FindingsPanel(session_, centre);
  middle->addWidget(view_, 1);
  middle->addWidget(notice_);
  middle->addWidget(strip_);
  middle->addWidget(findings_);
  columns_->addWidget(centre);
  columns_->addWidget(build_side(columns_));
  columns_->setStretchFactor(0, 1);
  row->addWidget(columns_, 1);
  connect(columns_, &QSplitter::splitterMoved, this, [this] {
    settings::set_side_width(columns_->sizes().back());
    resizeEvent(nullptr);
  });
  root_->addWidget(bench);
  chooser_ = new Chooser(root_);
  root_->addWidget(chooser_);
  setCentralWidget(root_);
  build_pages();

  connect(stem_, &Stem::stage_chosen, this, &MainWindow::choose_stage);
  connect(findings_, &FindingsPanel::show_me, this, &MainWindow::follow_finding);
  connect(chooser_, &Chooser::fleet_chosen, this, [this](const Project& boat) { put_on_bench(boat); });
  connect(chooser_, &Chooser::brief_wanted, this, [this] {
    put_on_bench(Project{});
    choose_stage(Stage::brief);
  });
  connect(chooser_, &Chooser::open_wanted, this, [this](const QString& path) {
    if (path.isEmpty())
      open_dialog();
    else if (may_leave())
      open_boat(path);
  });
  connect(chooser_, &Chooser::import_wanted, this, &MainWindow::import_dialog);
  connect(chooser_, &Chooser::recover_wanted, this, [this](const Leftover& leftover) {
    if (autosave_.recover(leftover))
      say(tr("Recovered from the autosave of %1. Save it to keep it.").arg(leftover.when.toString("d.M. hh:mm")),
          false);
    else if (!leftover.belongs_to.isEmpty())
      open_boat(leftover.belongs_to);
    else
      show_chooser(true);
  });
  connect(chooser_, &Chooser::back_wanted, this, [this] { show_chooser(false); });
}

QWidget* MainWindow::build_side(QWidget* parent) {
  auto* side = new QWidget(parent);
  side->setObjectName("side");
  side->setAttribute(Qt::WA_StyledBackground);
  side->setMinimumWidth(least_side);
  auto* column = new QVBoxLayout(side);
  column->setContentsMargins(0, 4, 0, 0);
  column->setSpacing(2);
  inspector_scroll_ = new QScrollArea(side);
  inspector_scroll_->setObjectName("inspector_scroll");
  inspector_scroll_->setWidgetResizable(true);
  inspector_scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  inspector_scroll_->setFocusPolicy(Qt::NoFocus);
  inspector_ = new QStackedWidget(inspector_scroll_);
  inspector_->setObjectName("inspector");
  inspector_->setProperty("plain", true);
  inspector_scroll_->setWidget(inspector_);
  // A page is as tall as its own content: the stack would take the tallest for all.
  connect(inspector_, &QStackedWidget::currentChanged, this, [this](int current) {
    for (int i = 0; i < inspector_->count(); ++i)
      inspector_->widget(i)->setSizePolicy(QSizePolicy::Preferred,
                                           i == current ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    inspector_->layout()->invalidate();
    QApplication::postEvent(inspector_, new QEvent(QEvent::LayoutRequest));  // hidden pages tell nobody
  });
  column->addWidget(inspector_scroll_, 1);
  return side;
}

void MainWindow::build_pages() {
  const StageHost lent = host();
  for (const StageModule& module : stage_modules()) {
    Page* page = module.page(lent, inspector_);
    pages_[module.stage] = page;
    inspector_->addWidget(page);
    for (const SelectionPage& chosen : module.selection) {
      Page* shown_by = chosen.make ? chosen.make(lent, inspector_) : page;
      selection_pages_.push_back({chosen.shows, shown_by});
      if (chosen.make) inspector_->addWidget(shown_by);
    }
  }
  import_page_ = new ImportPage(session_, import_job_, inspector_);
  why_page_ = new WhyPage(session_, inspector_);
  ledger_page_ = new LedgerPage(session_, inspector_);
  weigh_page_ = new WeighPage(session_, inspector_);
  preferences_ = new PreferencesPage(session_, inspector_);
  for (QWidget* page :
       std::initializer_list<QWidget*>{import_page_, why_page_, ledger_page_, weigh_page_, preferences_})
    inspector_->addWidget(page);

  const auto tell_why = [this](const QString& key, const QString& label) {
    why_page_->show_key(key, label);
    visit(why_page_);
  };
  connect(strip_, &LedgerStrip::row_chosen, this, tell_why);
  connect(strip_, &LedgerStrip::all_wanted, this, &MainWindow::show_ledger);
  connect(ledger_page_->table(), &Ledger::row_chosen, this, tell_why);
  connect(ledger_page_, &LedgerPage::done, this, &MainWindow::leave_visit);
  connect(import_page_, &ImportPage::done, this, &MainWindow::leave_visit);
  connect(why_page_, &WhyPage::done, this, &MainWindow::leave_visit);
  connect(weigh_page_, &WeighPage::done, this, &MainWindow::leave_visit);
  connect(preferences_, &PreferencesPage::done, this, &MainWindow::leave_visit);
  connect(preferences_, &PreferencesPage::look_chosen, this, &MainWindow::apply_look_choice);
  connect(preferences_, &PreferencesPage::language_chosen, this, &MainWindow::language_chosen);
  connect(preferences_, &PreferencesPage::autosave_chosen, this,
          [this] { autosave_.set_delay(settings::autosave_delay()); });
}

void MainWindow::build_shelf() {
  shelf_ = new Shelf(session_, view_);
  const StageHost lent = host();
  for (const ShelfEntry& entry : shelf_entries()) {
    using Tab = ShelfOffer::Tab;
    const bool at_rest = entry.offer->tab == Tab::rest || stage_module(entry.stage)->at_rest;
    shelf_->add(entry.offer->make(lent, shelf_), entry.offer->key,
                [everywhere = entry.offer->tab == Tab::everywhere, at_rest, own = entry.stage](Stage stage) {
                  const StageModule* module = stage_module(stage);
                  return everywhere || stage == own || (at_rest && (!module || module->at_rest));
                });
  }
  shelf_->add(new PinsPage(session_, shelf_), "pins", [](Stage) { return true; });
  shelf_->set_stage(stage_);
  shelf_->hide();
  connect(shelf_, &Shelf::closed, this, &MainWindow::hide_shelf);
  connect(shelf_, &Shelf::page_shown, this, [this](const QString& key) {
    for (auto& [which, action] : shelf_actions_) action->setChecked(shelf_->isVisible() && which == key);
  });
}

StageHost MainWindow::host() {
  return {session_, &own_parts_, board_, [this](const QString& words, bool trouble) { say(words, trouble); },
          [this](Stage stage) { choose_stage(stage); }};
}

void MainWindow::show_chooser(bool on) {
  if (on) chooser_->refresh(settings::recent_boats(), autosave_.leftovers(settings::recent_boats()), on_bench_);
  root_->setCurrentIndex(on ? 1 : 0);
}

}  // namespace plucky::app
