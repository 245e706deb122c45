// The menus of the main window: every command has an entry here.
#include <QActionGroup>
#include <QApplication>
#include <QFileDialog>
#include <QMenuBar>
#include <QMessageBox>

#include "base/error.h"
#include "board/board.h"
#include "inspector/fitting_page.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"
#include "stem/stem.h"
#include "theme/theme.h"
#include "window/fleet.h"
#include "window/main_window.h"

namespace plucky::app {

namespace {

const QString boat_filter = QObject::tr("Boats (*.plucky)");

}  // namespace

void MainWindow::put_on_bench(const Project& project) {
  if (!may_leave()) return;
  try {
    session_->adopt(project, {});
  } catch (const InvalidInput& e) {
    say(QString::fromStdString(e.what()), true);
  }
}

void MainWindow::build_boat_menu() {
  QMenu* boat = menuBar()->addMenu(tr("&Boat"));
  QMenu* fresh = boat->addMenu(tr("&New"));
  for (const HullFamily family : {HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge})
    fresh->addAction(tr(family_name(family)), this, [this, family] {
      Project p;
      p.hull.family = family;
      p.hull.shape = default_shape(family);
      if (family == HullFamily::round_bilge) {
        p.brief.type = BoatType::displacement;
        p.brief.trim_low = radians(-1.0);
        p.brief.trim_high = radians(1.0);
      }
      put_on_bench(p);
    });
  boat->addAction(tr("&Open \u2026"), QKeySequence::Open, this, &MainWindow::open_dialog);
  QMenu* fleet = boat->addMenu(tr("&Demo fleet"));
  for (const Project& p : demo_fleet())
    fleet->addAction(tr("%1: %2").arg(QString::fromStdString(p.name), QString::fromStdString(p.brief.purpose)), this,
                     [this, &p] { put_on_bench(p); });
  boat->addSeparator();
  boat->addAction(tr("&Import a hull \u2026"), QKeySequence("Ctrl+I"), this, &MainWindow::import_dialog);
  boat->addAction(tr("&Export the skin as STL \u2026"), this, &MainWindow::export_stl);
  boat->addSeparator();
  boat->addAction(tr("&Save"), QKeySequence::Save, this, &MainWindow::save);
  boat->addAction(tr("Save &as \u2026"), QKeySequence("Ctrl+Shift+S"), this, &MainWindow::save_as);
  boat->addSeparator();
  boat->addAction(tr("&Quit"), QKeySequence::Quit, this, &QWidget::close);
}

void MainWindow::build_edit_menu() {
  QMenu* edit = menuBar()->addMenu(tr("&Edit"));
  undo_ = edit->addAction(tr("&Undo"), QKeySequence::Undo, session_, &Session::undo);
  redo_ = edit->addAction(tr("&Redo"), QKeySequence("Ctrl+Shift+Z"), session_, &Session::redo);
  edit->addSeparator();
  edit->addAction(tr("&Take out what is selected"), QKeySequence("Ctrl+Backspace"), this, [this] {
    const Id id = session_->selection();
    if (const Part* part = session_->selected_part())
      session_->perform(
          {tr("Take out %1").arg(QString::fromStdString(part->name)).toStdString(), RemovePart{part->id}});
    else if (id != 0) {
      const auto users = references_to(session_->project(), id);
      if (session_->perform(remove_fitting(session_->project(), id)) && !users.empty())
        say(tr("Taken out; %1 and now stands free.").arg(QString::fromStdString(users.front())), false);
    } else {
      say(tr("Nothing is selected."), false);
    }
  });
  edit->addSeparator();
  edit->addAction(tr("&Pin this state"), QKeySequence("Ctrl+P"), session_, &Session::pin);
  unpin_ = edit->addAction(tr("U&npin"), session_, &Session::unpin);
}

void MainWindow::build_look_menu() {
  QMenu* menu = menuBar()->addMenu(tr("&Look"));
  righting_ = menu->addAction(tr("&Righting arm"), QKeySequence("R"), this, [this](bool on) { show_righting_arm(on); });
  righting_->setCheckable(true);
  menu->addSeparator();
  auto* looks = new QActionGroup(this);
  for (const bool dark : {false, true}) {
    QAction* a = menu->addAction(dark ? tr("&Night bench") : tr("&Paper and ink"), this, [this, dark] {
      set_dark(dark);
      for (QWidget* w : findChildren<QWidget*>()) w->update();
      emit session_->changed();
    });
    a->setCheckable(true);
    a->setChecked(look().dark == dark);
    looks->addAction(a);
  }
  menu->addSeparator();
  auto* units = new QActionGroup(this);
  for (const UnitSystem system : {UnitSystem::metric, UnitSystem::inch}) {
    QAction* a = menu->addAction(system == UnitSystem::metric ? tr("&Metric: mm, g, km/h") : tr("&Inch: in, oz, mph"),
                                 this, [this, system] { session_->set_units(system); });
    a->setCheckable(true);
    a->setChecked(session_->units() == system);
    units->addAction(a);
  }
}

void MainWindow::build_stage_menu() {
  QMenu* menu = menuBar()->addMenu(tr("&Stages"));
  for (const StageMark& mark : stage_marks())
    menu->addAction(tr("&%1 %2").arg(static_cast<int>(mark.stage)).arg(mark.name),
                    QKeySequence(QString("Alt+%1").arg(static_cast<int>(mark.stage))), this,
                    [this, stage = mark.stage] { choose_stage(stage); });
}

void MainWindow::build_help_menu() {
  QMenu* help = menuBar()->addMenu(tr("&Help"));
  help->addAction(tr("&Keys and mouse"), QKeySequence::HelpContents, this, [this] {
    QMessageBox::information(
        this, tr("Keys and mouse"),
        tr("Drag a part in profile or plan; Alt switches snapping off, Esc takes the drag back.\n"
           "Page up and down choose a part, arrows move it 1 mm, with Shift 10 mm, with Alt 0.1 mm.\n"
           "Drag the ruler, or press comma and full stop, to slide the section.\n"
           "Every field takes a unit as typed: 35 mm, 1 3/8 in, 18 oz.\n"
           "Alt+1 to Alt+9 choose a stage, R opens the righting arm, Ctrl+P pins the state."));
  });
  help->addAction(tr("&About"), this, [this] {
    QMessageBox::about(
        this, tr("About Plucky Hull"),
        tr("Plucky Hull 0.1\nA bench companion for builders of small radio-controlled boats.\n\nGPL-3.0-or-later. "
           "Results are estimates: makers' data, local rules and your own eyes come first."));
  });
}

void MainWindow::open_dialog() {
  if (!may_leave()) return;
  const QString path = QFileDialog::getOpenFileName(this, tr("Open a boat"), {}, boat_filter);
  if (!path.isEmpty()) session_->open(path);
}

bool MainWindow::save() {
  return session_->path().isEmpty() ? save_as() : session_->save(session_->path());
}

bool MainWindow::save_as() {
  QString path = QFileDialog::getSaveFileName(
      this, tr("Save the boat"), QString::fromStdString(session_->project().name) + project_suffix, boat_filter);
  if (path.isEmpty()) return false;
  if (!path.endsWith(project_suffix)) path += project_suffix;
  return session_->save(path);
}

void MainWindow::import_dialog() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Import a hull"), {}, tr("Meshes (*.stl *.obj *.3mf)"));
  if (!path.isEmpty()) import_hull(path);
}

void MainWindow::import_hull(const QString& path) {
  import_job_->read(path);
}

void MainWindow::export_stl() {
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Export the skin"), QString::fromStdString(session_->project().name) + ".stl", tr("STL (*.stl)"));
  if (path.isEmpty()) return;
  try {
    write_file_atomically(path.toStdString(), write_stl(session_->now().hull->model.skin));
    say(tr("The outer skin is in %1, in millimetres.").arg(path), false);
  } catch (const InvalidInput& e) {
    say(QString::fromStdString(e.what()), true);
  }
}

}  // namespace plucky::app
