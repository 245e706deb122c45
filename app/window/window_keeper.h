// The window over the boat, made anew when another language is chosen. In: the session. Out: the window at hand.
#pragma once

#include <QObject>
#include <memory>

#include "window/main_window.h"

namespace plucky::app {

/// Words of a window are set where its parts are made; so another language makes another window. The boat, its undo,
/// pins and selection are the session's and stay; stage, shelf, size and place come along.
class WindowKeeper : public QObject {
  Q_OBJECT

 public:
  explicit WindowKeeper(Session* session);
  [[nodiscard]] MainWindow& window() const { return *window_; }

 private:
  void open();
  void reopen();

  Session* session_;
  std::unique_ptr<MainWindow> window_;
};

}  // namespace plucky::app
