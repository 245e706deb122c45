// Words that are laid out anew cost a third of a frame. During a drag they follow a dozen times a second, board and
// ledger with every move; the end of the drag, and any other edit, shows them at once.
#pragma once

#include <QTimer>
#include <functional>

#include "session/session.h"

namespace plucky::app {

class DragPace {
 public:
  DragPace(Session* session, std::function<void()> refresh) {
    timer_.setSingleShot(true);
    timer_.setInterval(80);
    QObject::connect(&timer_, &QTimer::timeout, &timer_, refresh);
    QObject::connect(session, &Session::changed, &timer_, [this, session, refresh] {
      if (!session->dragging()) {
        timer_.stop();
        refresh();
      } else if (!timer_.isActive()) {
        timer_.start();
      }
    });
  }

 private:
  QTimer timer_;
};

}  // namespace plucky::app
