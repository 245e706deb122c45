// The application object that nothing thrown gets past. In: events. Out: the same, or words about what went wrong.
#pragma once

#include <QApplication>
#include <functional>

namespace plucky::app {

/// Whatever an action throws ends here: it is told, and the boat at hand and its window stay. The wheel over a field or
/// a list of a page that scrolls moves the page and never edits.
class Application : public QApplication {
 public:
  Application(int& argc, char** argv);
  /// Who tells of trouble; without one it goes to standard error.
  void tell_by(std::function<void(const QString&)> tell) { tell_ = std::move(tell); }
  bool notify(QObject* receiver, QEvent* event) override;
  bool eventFilter(QObject* receiver, QEvent* event) override;

 private:
  std::function<void(const QString&)> tell_;
};

}  // namespace plucky::app
