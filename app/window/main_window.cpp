#include "window/main_window.h"

#include <QCloseEvent>
#include <QFileInfo>
#include <QLabel>
#include <QMessageBox>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QStackedWidget>
#include <QStatusBar>
#include <QTimer>
#include <QVBoxLayout>

#include "board/board.h"
#include "chart/righting_chart.h"
#include "findings/findings_panel.h"
#include "hull_import/import_page.h"
#include "inspector/brief_page.h"
#include "inspector/fitting_page.h"
#include "inspector/float_page.h"
#include "inspector/hull_page.h"
#include "inspector/layout_page.h"
#include "inspector/part_page.h"
#include "ledger/ledger.h"
#include "stem/stem.h"
#include "theme/theme.h"

namespace plucky::app {

MainWindow::MainWindow(Session* session, QWidget* parent)
    : QMainWindow(parent), session_(session), import_job_(new ImportJob(this)) {
  setMinimumSize(960, 620);
  resize(1280, 800);
  build_panels();
  build_boat_menu();
  build_edit_menu();
  build_look_menu();
  build_stage_menu();
  build_help_menu();
  build_status();
  connect_session();
  choose_stage(Stage::flotation);
  refresh();
}

void MainWindow::build_panels() {
  auto* centre = new QWidget(this);
  auto* row = new QHBoxLayout(centre);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(0);
  stem_ = new Stem(session_, centre);
  row->addWidget(stem_);

  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  board_ = new Board(session_, centre);
  chart_ = new RightingChart(session_, board_);
  chart_->hide();
  notice_ = new QLabel(centre);
  notice_->setObjectName("notice");
  notice_->setWordWrap(true);
  notice_->setContentsMargins(14, 6, 14, 6);
  notice_->hide();
  findings_ = new FindingsPanel(session_, centre);
  findings_->setFixedHeight(196);
  middle->addWidget(board_, 1);
  middle->addWidget(notice_);
  middle->addWidget(findings_);
  row->addLayout(middle, 1);

  auto* side = new QWidget(centre);
  side->setObjectName("side");
  side->setAttribute(Qt::WA_StyledBackground);
  side->setFixedWidth(332);
  auto* column = new QVBoxLayout(side);
  column->setContentsMargins(0, 4, 0, 0);
  column->setSpacing(4);
  column->addWidget(new Ledger(session_, side));
  auto* line = new QFrame(side);
  line->setFixedHeight(1);
  line->setStyleSheet(QString("background:%1").arg(look().line.name()));
  column->addWidget(line);
  inspector_scroll_ = new QScrollArea(side);
  inspector_scroll_->setWidgetResizable(true);
  inspector_scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  inspector_scroll_->setFocusPolicy(Qt::NoFocus);
  inspector_ = new QStackedWidget(inspector_scroll_);
  inspector_->setObjectName("inspector");
  inspector_->setProperty("plain", true);
  inspector_scroll_->setWidget(inspector_);
  column->addWidget(inspector_scroll_, 1);
  row->addWidget(side);
  setCentralWidget(centre);

  pages_[Stage::brief] = new BriefPage(session_, inspector_);
  pages_[Stage::hull] = new HullPage(session_, inspector_);
  pages_[Stage::layout] = new LayoutPage(session_, inspector_);
  pages_[Stage::flotation] = new FloatPage(session_, inspector_);
  part_page_ = new PartPage(session_, inspector_);
  fitting_page_ = new FittingPage(session_, inspector_);
  import_page_ = new ImportPage(session_, import_job_, inspector_);
  unbuilt_ = new QWidget(inspector_);
  unbuilt_->setProperty("plain", true);
  auto* words = new QVBoxLayout(unbuilt_);
  words->setContentsMargins(14, 10, 14, 10);
  unbuilt_words_ = new QLabel(unbuilt_);
  unbuilt_words_->setWordWrap(true);
  words->addWidget(unbuilt_words_);
  words->addStretch();
  for (auto& [stage, page] : pages_) inspector_->addWidget(page);
  for (QWidget* page : {static_cast<QWidget*>(part_page_), static_cast<QWidget*>(fitting_page_),
                        static_cast<QWidget*>(import_page_), unbuilt_})
    inspector_->addWidget(page);

  connect(stem_, &Stem::stage_chosen, this, &MainWindow::choose_stage);
  connect(findings_, &FindingsPanel::show_me, this, [this](const Finding& f) {
    board_->show_subject(f);
    const bool about_curve = f.id == "float.vanishing" || f.id == "float.self_righting" ||
                             f.id == "float.downflooding" || f.id == "float.gm";
    if (about_curve) show_righting_arm(true);
    // A part shows its own page; anything else is told on the page of its stage.
    if (!session_->project().layout.find(f.subject)) session_->select(0);
    choose_stage(f.stage);
    show_inspector();
  });
  connect(chart_, &RightingChart::closed, this, [this] { show_righting_arm(false); });
  connect(import_page_, &ImportPage::done, this, [this] {
    importing_ = false;
    show_inspector();
  });
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
  auto* keys = new QLabel(tr("Alt+1\u20269 stages \u00b7 arrows nudge \u00b7 R righting arm"), this);
  statusBar()->addWidget(status_, 1);
  statusBar()->addWidget(busy_);
  statusBar()->addWidget(cancel_);
  statusBar()->addPermanentWidget(keys);
  statusBar()->setSizeGripEnabled(false);
  statusBar()->setContentsMargins(12, 0, 12, 0);
  notice_timer_ = new QTimer(this);
  notice_timer_->setSingleShot(true);
  notice_timer_->setInterval(9000);
  connect(notice_timer_, &QTimer::timeout, notice_, &QWidget::hide);
  connect(cancel_, &QPushButton::clicked, import_job_, &ImportJob::cancel);
  const auto idle = [this] {
    busy_->hide();
    cancel_->hide();
    refresh();
  };
  connect(import_job_, &ImportJob::progress, this, [this](const QString& step) {
    status_->setText(step + " \u2026");
    busy_->show();
    cancel_->show();
  });
  connect(import_job_, &ImportJob::finished, this, [this, idle](std::shared_ptr<const ImportedMesh> mesh) {
    idle();
    importing_ = true;
    import_page_->show_mesh(std::move(mesh));
    show_inspector();
  });
  connect(import_job_, &ImportJob::failed, this, [this, idle](const QString& why) {
    idle();
    say(why, true);
  });
  connect(import_job_, &ImportJob::stopped, this, [this, idle] {
    idle();
    say(tr("Import cancelled; the boat is as it was."), false);
  });
}

void MainWindow::connect_session() {
  connect(session_, &Session::changed, this, &MainWindow::refresh);
  connect(session_, &Session::selection_changed, this, &MainWindow::show_inspector);
  connect(session_, &Session::refused, this, [this](const QString& why) { say(why, true); });
}

void MainWindow::choose_stage(Stage stage) {
  stage_ = stage;
  stem_->set_stage(stage);
  board_->set_stage(stage);
  // Choosing a stage asks for its page; the selection stays on the board, its page comes back with the next click.
  importing_ = false;
  const auto page = pages_.find(stage);
  if (page != pages_.end()) {
    page->second->refresh();
    inspector_->setCurrentWidget(page->second);
  } else {
    const StageMark& mark = stage_marks()[static_cast<std::size_t>(stage) - 1];
    unbuilt_words_->setText(
        tr("<b>%1</b><br><br>This version of Plucky Hull has nothing here yet. Brief, Hull, Layout and Float work now.")
            .arg(mark.name));
    inspector_->setCurrentWidget(unbuilt_);
  }
  inspector_scroll_->verticalScrollBar()->setValue(0);
}

void MainWindow::show_inspector() {
  QWidget* page = nullptr;
  if (importing_)
    page = import_page_;
  else if (session_->selected_part())
    page = part_page_;
  else if (session_->selection() != 0)
    page = fitting_page_;
  else if (const auto it = pages_.find(stage_); it != pages_.end())
    page = it->second;
  else
    page = unbuilt_;
  const bool turned = inspector_->currentWidget() != page;
  inspector_->setCurrentWidget(page);
  if (auto* p = qobject_cast<Page*>(page)) p->refresh();
  if (turned) inspector_scroll_->verticalScrollBar()->setValue(0);
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
  unpin_->setEnabled(session_->pinned() != nullptr);
  undo_->setText(session_->can_undo() ? tr("&Undo %1").arg(session_->undo_label()) : tr("&Undo"));
  redo_->setText(session_->can_redo() ? tr("&Redo %1").arg(session_->redo_label()) : tr("&Redo"));
  if (!import_job_->running())
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

void MainWindow::show_righting_arm(bool on) {
  righting_->setChecked(on);
  chart_->setVisible(on);
  resizeEvent(nullptr);
}

void MainWindow::resizeEvent(QResizeEvent* event) {
  if (event) QMainWindow::resizeEvent(event);
  if (!chart_ || !chart_->isVisible()) return;
  const int height = std::clamp(board_->height() * 46 / 100, 190, 420);
  chart_->setGeometry(0, board_->height() - height, board_->width(), height);
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
  if (may_leave())
    event->accept();
  else
    event->ignore();
}

}  // namespace plucky::app
