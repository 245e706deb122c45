// The menus of the main window: every command has an entry here.
#include <QActionGroup>
#include <QApplication>
#include <QMenuBar>
#include <QMessageBox>
#include <QStackedWidget>

#include "actions/action_list.h"
#include "board/board.h"
#include "help/guide.h"
#include "help/tour.h"
#include "hull/family.h"
#include "layout/arrange.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stages/hull/fitting_page.h"
#include "stages/stages.h"
#include "stem/stem.h"
#include "theme/theme.h"
#include "window/fleet.h"
#include "window/main_window.h"

namespace plucky::app {

void MainWindow::build_boat_menu() {
  QMenu* boat = menuBar()->addMenu(tr("&Boat"));
  boat->addAction(tr("&Choose a boat"), QKeySequence("Ctrl+Shift+O"), this, [this] { show_chooser(true); });
  QMenu* fresh = boat->addMenu(tr("&New"));
  fresh->addAction(tr("From a &brief"), QKeySequence::New, this, [this] {
    put_on_bench(Project{});
    choose_stage(Stage::brief);
  });
  for (const Family& family : hull_families())
    if (family.loft)
      fresh->addAction(term(family.name), this, [this, id = family.id] { put_on_bench(boat_of_family(id)); });
  boat->addAction(tr("&Open \u2026"), QKeySequence::Open, this, &MainWindow::open_dialog);
  QMenu* recent = boat->addMenu(tr("&Recent boats"));
  connect(recent, &QMenu::aboutToShow, this, [this, recent] { fill_recent(recent); });
  fill_recent(recent);
  QMenu* fleet = boat->addMenu(tr("&Demo fleet"));
  for (const Project& p : demo_fleet())
    fleet->addAction(tr("%1: %2").arg(QString::fromStdString(p.name), QString::fromStdString(p.brief.purpose)), this,
                     [this, &p] { put_on_bench(p); });
  boat->addSeparator();
  boat->addAction(tr("&Import a hull \u2026"), QKeySequence("Ctrl+I"), this, &MainWindow::import_dialog);
  boat->addAction(tr("&Draw sections over a picture \u2026"), this, &MainWindow::show_trace);
  boat->addAction(tr("&Export the skin as STL \u2026"), this, &MainWindow::export_stl);
  boat->addAction(tr("Launch ca&rd as PDF \u2026"), QKeySequence("Ctrl+L"), this, &MainWindow::card_dialog);
  boat->addAction(tr("&Boat book as PDF \u2026"), QKeySequence("Ctrl+Shift+B"), this, &MainWindow::book_dialog);
  boat->addAction(tr("&Water sheets as PDF \u2026"), this, &MainWindow::sheets_dialog);
  boat->addSeparator();
  boat->addAction(tr("&Save"), QKeySequence::Save, this, &MainWindow::save);
  boat->addAction(tr("Save &as \u2026"), QKeySequence("Ctrl+Shift+S"), this, &MainWindow::save_as);
  boat->addSeparator();
  boat->addAction(tr("&Quit"), QKeySequence::Quit, this, &QWidget::close);
}

void MainWindow::arrange(const QString& label, std::vector<Part> parts) {
  if (parts.empty()) return say(tr("Select parts first: drag a band round them, or click with Shift."), false);
  session_->perform({as_said(label), ChangeParts{std::move(parts)}});
}

void MainWindow::build_edit_menu() {
  QMenu* edit = menuBar()->addMenu(tr("&Edit"));
  undo_ = edit->addAction(tr("&Undo"), QKeySequence::Undo, session_, &Session::undo);
  redo_ = edit->addAction(tr("&Redo"), session_, &Session::redo);
  redo_->setShortcuts({QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")});
  edit->addSeparator();
  edit->addAction(tr("Select all parts"), QKeySequence::SelectAll, this, [this] {
    std::vector<Id> all;
    for (const Part& p : session_->project().layout.parts) all.push_back(p.id);
    session_->select_all(std::move(all));
  });
  QMenu* arrange_menu = edit->addMenu(tr("&Arrange"));
  const std::pair<Align, QString> ways[] = {
      {Align::after_ends, tr("Align after ends")},          {Align::forward_ends, tr("Align forward ends")},
      {Align::middles, tr("Align middles along the boat")}, {Align::undersides, tr("Align undersides")},
      {Align::sides_port, tr("Align port sides")},          {Align::sides_starboard, tr("Align starboard sides")}};
  for (const auto& [how, label] : ways)
    arrange_menu->addAction(label, this, [this, how = how, label = label] {
      const std::vector<Part> parts = session_->selected_parts();
      if (parts.size() < 2) return say(tr("Aligning needs two parts or more; the first chosen stays."), false);
      arrange(label, aligned(session_->project().layout, parts, how));
    });
  arrange_menu->addSeparator();
  arrange_menu->addAction(tr("To the &centre line"), QKeySequence("Ctrl+E"), this, [this] {
    arrange(tr("To the centre line"), centred(session_->project().layout, session_->selected_parts()));
  });
  arrange_menu->addAction(tr("&Mirror to the other side"), QKeySequence("Ctrl+M"), this, [this] {
    arrange(tr("Mirror to the other side"), mirrored(session_->project().layout, session_->selected_parts()));
  });
  edit->addAction(tr("&Delete selection"), QKeySequence("Ctrl+Backspace"), this, [this] {
    const Id id = session_->selection();
    if (!session_->selected_parts().empty()) {
      Layout layout = session_->project().layout;
      std::erase_if(layout.parts, [&](const Part& p) { return session_->is_selected(p.id); });
      session_->perform({as_said(tr("Take out %1").arg(session_->selected_words())), ChangeLayout{layout}});
    } else if (id != 0) {
      const auto users = references_to(session_->project(), id);
      if (session_->perform(remove_fitting(session_->project(), id)) && !users.empty())
        say(tr("Taken out; %1 and now stands free.").arg(session_->said(users.front())), false);
    } else {
      say(tr("Nothing is selected."), false);
    }
  });
  edit->addSeparator();
  edit->addAction(tr("&Pin this state"), QKeySequence("Ctrl+P"), this, [this] { session_->pin(); });
  edit->addAction(tr("Compare pinned states"), QKeySequence("Ctrl+Shift+P"), this, [this] { show_shelf("pins"); });
  unpin_ = edit->addAction(tr("Drop all p&ins"), session_, &Session::unpin_all);
  edit->addSeparator();
  edit->addAction(tr("Pre&ferences"), QKeySequence("Ctrl+,"), this, &MainWindow::show_preferences);
}

void MainWindow::repaint_everything() {
  for (QWidget* w : findChildren<QWidget*>()) w->update();
  emit session_->changed();
}

void MainWindow::apply_look_choice() {
  const settings::LookChoice choice = settings::look_choice();
  set_dark(choice == settings::LookChoice::night || (choice == settings::LookChoice::desktop && desktop_is_dark()));
  repaint_everything();
}

void MainWindow::build_view_menu() {
  QMenu* menu = menuBar()->addMenu(tr("&View"));
  view3d_action_ = menu->addAction(tr("&3D view"), QKeySequence("V"), this, &MainWindow::show_3d);
  view3d_action_->setCheckable(true);
  const auto offer_page = [&](const QString& key, const QString& label, const QString& keys) {
    QAction* a = menu->addAction(label, QKeySequence(keys), this, [this, key](bool on) {
      if (on)
        show_shelf(key);
      else
        hide_shelf();
    });
    a->setCheckable(true);
    shelf_actions_[key] = a;
  };
  for (const ShelfEntry& entry : shelf_entries())
    offer_page(entry.offer->key, term(entry.offer->menu), entry.offer->keys);
  offer_page("pins", tr("&Pinned states"), "P");
  menu->addSeparator();
  menu->addAction(tr("All n&umbers"), QKeySequence("L"), this, &MainWindow::show_ledger);
  menu->addAction(tr("Magnify"), QKeySequence::ZoomIn, this,
                  [this] { board_->zoom(1.25, board_->map().profile_area().center()); });
  menu->addAction(tr("Reduce"), QKeySequence::ZoomOut, this,
                  [this] { board_->zoom(0.8, board_->map().profile_area().center()); });
  menu->addAction(tr("&Fit the whole boat"), QKeySequence("Ctrl+0"), board_, &Board::fit);
  measure_ = menu->addAction(tr("Take a &measure"), QKeySequence("M"), board_, &Board::set_measuring);
  measure_->setCheckable(true);
  connect(board_, &Board::measuring_changed, measure_, &QAction::setChecked);
  menu->addAction(tr("Section to the C&G"), this, [this] { board_->set_station(session_->now().mass.cg.x()); });
  menu->addAction(tr("Larger section card"), QKeySequence("Shift+S"), board_, &Board::enlarge_section);
  menu->addAction(tr("Heel the section 30\u00b0 more"), QKeySequence("H"), this, [this] {
    const double next = board_->state().heel + radians(30);
    board_->set_heel(next > pi + 1e-9 ? 0.0 : next);
  });
  QMenu* overlays = menu->addMenu(tr("&Layers of this stage"));
  for (const Overlay o : all_overlays) {
    QAction* a = overlays->addAction(overlay_name(o), this, [this, o](bool on) { board_->set_overlay(o, on); });
    a->setCheckable(true);
    overlay_actions_[o] = a;
  }
  const auto follow = [this] {
    for (auto& [o, a] : overlay_actions_) a->setChecked(board_->state().overlays.testFlag(o));
  };
  connect(board_, &Board::overlays_changed, this, follow);
  follow();
  menu->addSeparator();
  auto* looks = new QActionGroup(this);
  for (const bool dark : {false, true}) {
    QAction* a = menu->addAction(dark ? tr("&Night bench") : tr("&Paper and ink"), this, [this, dark] {
      settings::set_look_choice(dark ? settings::LookChoice::night : settings::LookChoice::day);
      apply_look_choice();
    });
    a->setCheckable(true);
    a->setChecked(look().dark == dark);
    looks->addAction(a);
  }
  menu->addSeparator();
  auto* units = new QActionGroup(this);
  for (const UnitSystem system : {UnitSystem::metric, UnitSystem::inch}) {
    QAction* a = menu->addAction(system == UnitSystem::metric ? tr("&Metric: mm, g, km/h") : tr("&Inch: in, oz, mph"),
                                 this, [this, system] {
                                   settings::set_units(system);
                                   session_->set_units(system);
                                 });
    a->setCheckable(true);
    a->setChecked(session_->units() == system);
    units->addAction(a);
    connect(session_, &Session::units_changed, a, [this, a, system] { a->setChecked(session_->units() == system); });
  }
}

void MainWindow::build_stage_menu() {
  QMenu* menu = menuBar()->addMenu(tr("&Stages"));
  for (const StageMark& mark : stage_marks())
    menu->addAction(tr("&%1 %2").arg(static_cast<int>(mark.stage)).arg(mark.name),
                    QKeySequence(QString("Alt+%1").arg(static_cast<int>(mark.stage))), this,
                    [this, stage = mark.stage] { choose_stage(stage); });
}

void MainWindow::build_bench_menu() {
  QMenu* bench = menuBar()->addMenu(tr("Be&nch"));
  bench->addAction(tr("&Weighing bench"), QKeySequence("Ctrl+W"), this, &MainWindow::show_weighing);
  bench->addAction(tr("Flotation &test and checklist"), QKeySequence("Ctrl+B"), this, [this] {
    session_->select(0);
    choose_stage(Stage::trial);
  });
}

void MainWindow::build_help_menu() {
  QMenu* help = menuBar()->addMenu(tr("&Help"));
  help->addAction(tr("User &guide"), QKeySequence::HelpContents, this,
                  [this] { show_guide(this, term(stage_name(stage_))); });
  help->addAction(tr("&First tour"), this, &MainWindow::begin_tour);
  help->addAction(tr("All &commands"), QKeySequence("Ctrl+K"), this, [this] { action_list_->open(); });
  help->addAction(tr("&About"), this, [this] {
    say(tr("Plucky Hull %1, a bench companion for builders of small radio-controlled boats. GPL-3.0-or-later. Results "
           "are "
           "estimates: makers' data, local rules and your own eyes come first.")
            .arg(QApplication::applicationVersion()),
        false);
  });
}

void MainWindow::begin_tour() {
  put_on_bench(demo_fleet().front());
  if (session_->project().name != demo_fleet().front().name) return;  // what lay on the bench was not to be left
  if (!tour_) tour_ = new Tour(view_, [this](Stage stage) { choose_stage(stage); });
  show_3d(false);
  hide_shelf();
  tour_->begin();
}

}  // namespace plucky::app
