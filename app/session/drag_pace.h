// Words that are laid out anew cost a whole frame. During a drag they follow some times a second, board and ledger with
// every move; the end of the drag, and any other edit, shows them at once.
#pragma once

#include <QTimer>
#include <functional>

#include "session/session.h"

namespace plucky::app {

class DragPace {
 public:
  /// `every`: milliseconds; different for each view, so that they do not all fall into one frame.
  DragPace(Session* session, int every, const std::function<void()>& refresh) {
    timer_.setSingleShot(true);
    timer_.setInterval(every);
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
