// What the window is built of.
#include <QApplication>
#include <QLabel>
#include <QScrollArea>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "base/error.h"
#include "board/board.h"
#include "chart/charts.h"
#include "chart/drive_charts.h"
#include "chart/propeller_map.h"
#include "chart/water_charts.h"
#include "chooser/chooser.h"
#include "devices/weigh_page.h"
#include "findings/findings_panel.h"
#include "hull_import/import_page.h"
#include "inspector/brief_page.h"
#include "inspector/cool_page.h"
#include "inspector/drive_page.h"
#include "inspector/fitting_page.h"
#include "inspector/float_page.h"
#include "inspector/hull_page.h"
#include "inspector/layout_page.h"
#include "inspector/part_page.h"
#include "inspector/seal_page.h"
#include "ledger/ledger.h"
#include "ledger/ledger_page.h"
#include "ledger/ledger_strip.h"
#include "ledger/pins_page.h"
#include "ledger/why_page.h"
#include "preferences/preferences_page.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stem/stem.h"
#include "tables/tables.h"
#include "tables/water_tables.h"
#include "theme/theme.h"
#include "trial_log/trial_page.h"
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
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  view_ = new QStackedWidget(bench);
  board_ = new Board(session_, view_);
  view3d_ = new View3D(session_, view_);
  view_->addWidget(board_);
  view_->addWidget(view3d_);
  build_shelf();
  notice_ = new QLabel(bench);
  notice_->setObjectName("notice");
  notice_->setWordWrap(true);
  notice_->setContentsMargins(14, 6, 14, 6);
  notice_->hide();
  strip_ = new LedgerStrip(session_, bench);
  findings_ = new FindingsPanel(session_, bench);
  middle->addWidget(view_, 1);
  middle->addWidget(notice_);
  middle->addWidget(strip_);
  middle->addWidget(findings_);
  row->addLayout(middle, 1);
  row->addWidget(build_side(bench));
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
  auto* brief = new BriefPage(session_, inspector_);
  auto* part = new PartPage(session_, inspector_);
  pages_[Stage::brief] = brief;
  pages_[Stage::hull] = new HullPage(session_, inspector_);
  pages_[Stage::drive] = new DrivePage(session_, &own_parts_, inspector_);
  pages_[Stage::layout] = new LayoutPage(session_, &own_parts_, inspector_);
  pages_[Stage::flotation] = new FloatPage(session_, inspector_);
  auto* seal = new SealPage(session_, inspector_);
  pages_[Stage::seal] = seal;
  pages_[Stage::cool] = new CoolPage(session_, inspector_);
  connect(seal, &SealPage::opening_chosen, board_, &Board::set_opening);
  seal_page_ = seal;
  pages_[Stage::trial] = new TrialPage(session_, inspector_);
  part_page_ = part;
  fitting_page_ = new FittingPage(session_, inspector_);
  import_page_ = new ImportPage(session_, import_job_, inspector_);
  why_page_ = new WhyPage(session_, inspector_);
  ledger_page_ = new LedgerPage(session_, inspector_);
  weigh_page_ = new WeighPage(session_, inspector_);
  preferences_ = new PreferencesPage(session_, inspector_);
  unbuilt_ = new QWidget(inspector_);
  unbuilt_->setProperty("plain", true);
  auto* words = new QVBoxLayout(unbuilt_);
  words->setContentsMargins(14, 10, 14, 10);
  unbuilt_words_ = new QLabel(unbuilt_);
  unbuilt_words_->setWordWrap(true);
  words->addWidget(unbuilt_words_);
  words->addStretch();
  for (auto& [stage, page] : pages_) inspector_->addWidget(page);
  for (QWidget* page : std::initializer_list<QWidget*>{part_page_, fitting_page_, import_page_, why_page_, ledger_page_,
                                                       weigh_page_, preferences_, unbuilt_})
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
  connect(preferences_, &PreferencesPage::autosave_chosen, this,
          [this] { autosave_.set_delay(settings::autosave_delay()); });
  connect(brief, &BriefPage::boat_wanted, this, [this](const Project& boat) {
    // An edit, not another boat: the brief stays, and undo brings the old hull back.
    session_->perform(
        {tr("Smallest hull of the brief").toStdString(), ReplaceBoat{std::make_shared<const Project>(boat)}});
    choose_stage(Stage::hull);
  });
  connect(part, &PartPage::keep_wanted, this, [this](const Part& kept) {
    try {
      own_parts_.keep(kept);
      say(tr("%1 is now among your own parts, for every boat.").arg(QString::fromStdString(kept.name)), false);
    } catch (const InvalidInput& e) {
      say(e.what(), true);
    }
  });
}

void MainWindow::build_shelf() {
  shelf_ = new Shelf(session_, view_);
  auto* righting = new RightingChart(session_, shelf_);
  auto* areas = new AreasChart(session_, shelf_);
  using M = Shelf::Matter;
  for (ShelfPage* page : std::initializer_list<ShelfPage*>{righting, areas, new CgChart(session_, shelf_),
                                                           new TrimChart(session_, shelf_)})
    shelf_->add(page, M::at_rest);
  shelf_->add(new MassTable(session_, shelf_), M::at_rest);
  shelf_->add(new TradeTable(session_, shelf_), M::any);
  for (ShelfPage* page : std::initializer_list<ShelfPage*>{
           new DragChart(session_, shelf_), new ThrottleChart(session_, shelf_), new HeatChart(session_, shelf_),
           new PropellerMap(session_, shelf_), new LinkageChart(session_, shelf_)})
    shelf_->add(page, M::under_power);
  for (ShelfPage* page : std::initializer_list<ShelfPage*>{
           new FlowChart(session_, shelf_), new WarmthChart(session_, shelf_), new PlumbingTable(session_, shelf_)})
    shelf_->add(page, M::cooling);
  for (ShelfPage* page :
       std::initializer_list<ShelfPage*>{new FloodChart(session_, shelf_), new OpeningsTable(session_, shelf_)})
    shelf_->add(page, M::sealing);
  shelf_->add(new PinsPage(session_, shelf_), M::any);
  shelf_->set_matter(M::at_rest);
  shelf_->hide();
  connect(shelf_, &Shelf::closed, this, &MainWindow::hide_shelf);
  connect(shelf_, &Shelf::page_shown, this, [this](int index) {
    for (auto& [which, action] : shelf_actions_)
      action->setChecked(shelf_->isVisible() && static_cast<int>(which) == index);
  });
  // Curve and board move together: heel and station are the board's, the charts mark them and set them.
  connect(righting, &ChartPage::picked, board_,
          [this](double x) { board_->set_heel(radians(std::clamp(x, 0.0, 180.0))); });
  connect(areas, &ChartPage::picked, board_, [this, areas](double x) { board_->set_station(areas->boat_x(x)); });
  connect(board_, &Board::heel_changed, righting, &RightingChart::set_heel);
  connect(board_, &Board::station_changed, areas, &AreasChart::set_station);
}

void MainWindow::show_chooser(bool on) {
  if (on) chooser_->refresh(settings::recent_boats(), autosave_.leftovers(settings::recent_boats()), on_bench_);
  root_->setCurrentIndex(on ? 1 : 0);
}

}  // namespace plucky::app
