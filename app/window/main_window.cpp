#include "window/main_window.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QLabel>
#include <QMessageBox>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QSplitter>
#include <QStackedWidget>
#include <QStatusBar>
#include <QTimer>
#include <cmath>

#include "actions/boat_commands.h"
#include "board/board.h"
#include "devices/weigh_page.h"
#include "findings/findings_panel.h"
#include "ledger/ledger_page.h"
#include "ledger/ledger_strip.h"
#include "ledger/why_page.h"
#include "preferences/preferences_page.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stages/hull/import_page.h"
#include "stages/stages.h"
#include "stem/stem.h"
#include "theme/theme.h"
#include "trace/trace_dialog.h"
#include "view3d/view3d.h"

namespace plucky::app {

MainWindow::MainWindow(Session* session, QWidget* parent)
    : QMainWindow(parent),
      session_(session),
      import_job_(new ImportJob(session->job(), this)),
      autosave_(session),
      pace_(session, 110, [this] { refresh(); }) {
  setMinimumSize(960, 620);
  resize(1280, 800);
  restoreGeometry(settings::window_geometry());
  autosave_.set_delay(settings::autosave_delay());
  build_panels();
  build_boat_menu();
  build_edit_menu();
  build_view_menu();
  build_stage_menu();
  build_bench_menu();
  build_help_menu();
  build_status();
  action_list_ = new ActionList(
      menuBar(), [this](const QString& typed) { return boat_commands(*session_, own_parts_, typed); }, this);
  connect_session();
  connect_job();
  choose_stage(Stage::flotation);
  refresh();
  if (!own_parts_.trouble().isEmpty()) say(own_parts_.trouble(), true);
}

void MainWindow::build_status() {
  status_ = new QLabel(this);
  busy_ = new QProgressBar(this);
  busy_->setRange(0, 0);
  busy_->setFixedWidth(120);
  busy_->setTextVisible(false);
  busy_->hide();
  cancel_ = new QPushButton(tr("Cancel"), this);
  cancel_->setObjectName("cancel_job");
  cancel_->setProperty("quiet", true);
  cancel_->hide();
  auto* keys = new QLabel(tr("Ctrl+K all commands \u00b7 Alt+1\u20269 stages \u00b7 F1 guide"), this);
  statusBar()->addWidget(status_, 1);
  statusBar()->addWidget(busy_);
  statusBar()->addWidget(cancel_);
  statusBar()->addPermanentWidget(keys);
  statusBar()->setSizeGripEnabled(false);
  statusBar()->setContentsMargins(12, 0, 12, 0);
  notice_timer_ = new QTimer(this);
  notice_timer_->setObjectName("notice_time");
  notice_timer_->setSingleShot(true);
  notice_timer_->setInterval(9000);
  connect(notice_timer_, &QTimer::timeout, notice_, &QWidget::hide);
  job_timer_ = new QTimer(this);
  job_timer_->setInterval(500);
}

void MainWindow::connect_job() {
  Job* job = session_->job();
  connect(cancel_, &QPushButton::clicked, job, &Job::stop);
  const auto tick = [this] {
    const double gone = 1e-3 * static_cast<double>(job_clock_.elapsed());
    QString words = job_step_ + QString::fromUtf8(" \u2026");
    if (job_left_ > 1.0)
      words += tr(" about %1 s left").arg(std::max(1, static_cast<int>(std::lround(job_left_ - gone))));
    status_->setText(words);
  };
  connect(job_timer_, &QTimer::timeout, this, tick);
  const auto idle = [this] {
    job_timer_->stop();
    busy_->hide();
    cancel_->hide();
    refresh();
  };
  connect(job, &Job::progress, this, [this, tick](const QString& step, double seconds_left) {
    job_step_ = step;
    job_left_ = seconds_left;
    job_clock_.start();
    job_timer_->start();
    tick();
    busy_->show();
    cancel_->show();
  });
  connect(job, &Job::ended, this, idle);
  connect(import_job_, &ImportJob::finished, this, [this](std::shared_ptr<const ImportedMesh> mesh) {
    show_chooser(false);
    visit(import_page_);
    import_page_->show_mesh(std::move(mesh));
    view3d_->setFocus();
  });
  connect(job, &Job::failed, this, [this, idle](const QString& why) {
    idle();
    say(why, true);
  });
  connect(job, &Job::stopped, this, [this, idle] {
    idle();
    say(tr("Cancelled; the boat is as it was."), false);
  });
  connect(import_page_, &ImportPage::scene_changed, this, [this] {
    if (visiting_ == import_page_) view3d_->show_mesh(import_page_->scene());
  });
}

void MainWindow::connect_session() {
  connect(session_, &Session::boat_replaced, this, [this] {
    on_bench_ = true;
    leave_visit();
    show_chooser(false);
  });
  connect(session_, &Session::selection_changed, this, [this] {
    // Weighing goes on with the part that is chosen; other visits end with a choice.
    if (visiting_ && visiting_ != weigh_page_ && visiting_ != import_page_ && session_->selection() != 0) leave_visit();
    show_inspector();
  });
  connect(session_, &Session::refused, this, [this](const QString& why) { say(why, true); });
}

void MainWindow::choose_stage(Stage stage) {
  stage_ = stage;
  stem_->set_stage(stage);
  board_->set_stage(stage);
  strip_->set_stage(stage);
  findings_->set_stage(stage);
  shelf_->set_stage(stage);
  // Choosing a stage asks for its page; the selection stays on the board, its page comes back with the next click.
  visiting_ = nullptr;
  refresh_view();
  Page* page = pages_.at(stage);
  page->refresh();
  inspector_->setCurrentWidget(page);
  inspector_scroll_->verticalScrollBar()->setValue(0);
}

void MainWindow::visit(Page* page) {
  visiting_ = page;
  refresh_view();
  show_inspector();
}

void MainWindow::show_ledger() {
  if (visiting_ == ledger_page_) return leave_visit();
  visit(ledger_page_);
}

void MainWindow::leave_visit() {
  visiting_ = nullptr;
  refresh_view();
  show_inspector();
}

/// The mesh on its way in takes the board's place; else the boat, drawn flat or in the round.
void MainWindow::refresh_view() {
  const bool importing = visiting_ && visiting_ == import_page_;
  view3d_->show_mesh(importing ? import_page_->scene() : std::nullopt);
  view_->setCurrentWidget(importing || (view3d_action_ && view3d_action_->isChecked()) ? static_cast<QWidget*>(view3d_)
                                                                                       : static_cast<QWidget*>(board_));
  if (importing) hide_shelf();
  shelf_->raise();
}

void MainWindow::show_inspector() {
  QWidget* page = nullptr;
  if (visiting_)
    page = visiting_;
  else if (Page* chosen = selection_page())
    page = chosen;
  else
    page = pages_.at(stage_);
  const bool turned = inspector_->currentWidget() != page;
  inspector_->setCurrentWidget(page);
  if (auto* p = qobject_cast<Page*>(page)) p->refresh();
  if (turned) inspector_scroll_->verticalScrollBar()->setValue(0);
}

Page* MainWindow::selection_page() const {
  if (session_->selection() == 0) return nullptr;
  for (const auto& [shows, page] : selection_pages_)
    if (shows(*session_)) return page;
  return nullptr;
}

void MainWindow::follow_finding(const Finding& f) {
  board_->show_subject(f);
  const StageModule* module = stage_module(f.stage);
  if (module && module->chart_of)
    if (const char* chart = module->chart_of(f)) show_shelf(chart);
  // A part shows its own page; anything else is told on the page of its stage.
  if (!session_->project().layout.find(f.subject) && !session_->project().cooling.holds(f.subject)) session_->select(0);
  choose_stage(f.stage);
  if (module && module->show_me) module->show_me(pages_.at(f.stage), f);
  show_inspector();
}

void MainWindow::refresh() {
  const QString name = QString::fromStdString(session_->project().name);
  const QString state = session_->path().isEmpty() ? tr("not saved")
                        : session_->modified()     ? tr("changed")
                                                   : tr("saved in %1").arg(QFileInfo(session_->path()).fileName());
  setWindowTitle(tr("%1 \u00b7 %2 \u2013 Plucky Hull").arg(name, state));
  if (auto* page = qobject_cast<Page*>(inspector_->currentWidget())) page->refresh();
  undo_->setEnabled(session_->can_undo());
  redo_->setEnabled(session_->can_redo());
  unpin_->setEnabled(!session_->pins().empty());
  undo_->setText(session_->can_undo() ? tr("&Undo %1").arg(session_->undo_label()) : tr("&Undo"));
  redo_->setText(session_->can_redo() ? tr("&Redo %1").arg(session_->redo_label()) : tr("&Redo"));
  if (!session_->job()->running())
    status_->setText(
        tr("%1 \u00b7 %2 \u00b7 %3")
            .arg(name, state,
                 session_->project().brief.salt_water ? tr("sea water 15 \u00b0C") : tr("fresh water 20 \u00b0C")));
}

void MainWindow::say(const QString& words, bool trouble) {
  const Look& l = look();
  notice_->setStyleSheet(QString("background:%1; color:%2; border-top: 1px solid %3;")
                             .arg(l.brass_fill.name(), l.ink.name(), trouble ? l.buoy.name() : l.line.name()));
  notice_->setText((trouble ? QString::fromUtf8("\u25A0  ") : QString()) + words);
  notice_->setAccessibleName(words);
  notice_->show();
  notice_timer_->start();
}

void MainWindow::show_shelf(const QString& key) {
  shelf_->show_page(key);
  shelf_->show();
  resizeEvent(nullptr);
  shelf_->raise();
  for (auto& [which, action] : shelf_actions_) action->setChecked(which == key);
}

void MainWindow::hide_shelf() {
  shelf_->hide();
  for (auto& [which, action] : shelf_actions_) action->setChecked(false);
}

void MainWindow::show_3d(bool on) {
  view3d_action_->setChecked(on);
  refresh_view();
}

void MainWindow::show_weighing() {
  visit(weigh_page_);
}

void MainWindow::show_trace() {
  if (!trace_) trace_ = new TraceDialog(session_, this);
  trace_->begin();
}

void MainWindow::show_preferences() {
  visit(preferences_);
}

void MainWindow::resizeEvent(QResizeEvent* event) {
  if (event) QMainWindow::resizeEvent(event);
  if (event && columns_) {
    // Lists of the inspector tell long names whole where the screen has the room, or as the builder has dragged it.
    const int chosen = settings::side_width();
    const int side = chosen > 0 ? std::clamp(chosen, least_side, std::max(least_side, width() / 2))
                                : std::clamp(width() * 22 / 100, 332, 430);
    columns_->setSizes({width() - stem_->width() - columns_->handleWidth() - side, side});
  }
  if (!shelf_ || !shelf_->isVisible()) return;
  // Over the plan where the ruler leaves it room, never higher than a chart is worth.
  const int under_ruler = view_->height() - static_cast<int>(board_->map().ruler_area().bottom());
  const int height = std::clamp(under_ruler, 176, std::max(176, view_->height() * 56 / 100));
  shelf_->setGeometry(0, view_->height() - height, view_->width(), height);
}

bool MainWindow::may_leave() {
  if (!session_->modified()) return true;
  const auto answer = QMessageBox::question(
      this, tr("Unsaved changes"),
      tr("%1 has changes that are not saved.").arg(QString::fromStdString(session_->project().name)),
      QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
  if (answer == QMessageBox::Save) return save();
  return answer == QMessageBox::Discard;
}

void MainWindow::closeEvent(QCloseEvent* event) {
  if (!may_leave()) return event->ignore();
  settings::set_window_geometry(saveGeometry());
  settings::set_last_stage(static_cast<int>(stage_));
  autosave_.discard();
  event->accept();
}

}  // namespace plucky::app
