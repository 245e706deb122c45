#include "window/window_keeper.h"

#include "shelf/shelf.h"
#include "view3d/view3d.h"

namespace plucky::app {

WindowKeeper::WindowKeeper(Session* session) : session_(session) {
  open();
}

void WindowKeeper::open() {
  window_ = std::make_unique<MainWindow>(session_);
  // Chosen by a field of the window that goes: it goes when the field is done.
  connect(window_.get(), &MainWindow::language_chosen, this, &WindowKeeper::reopen, Qt::QueuedConnection);
}

void WindowKeeper::reopen() {
  const std::unique_ptr<MainWindow> old = std::move(window_);
  open();
  window_->restoreGeometry(old->saveGeometry());
  window_->resize(old->size());
  window_->choose_stage(old->stage());
  if (old->shelf()->isVisible()) window_->show_shelf(old->shelf()->current());
  if (old->view3d()->isVisible()) window_->show_3d(true);
  window_->setVisible(old->isVisible());
  window_->show_preferences();
}

}  // namespace plucky::app
