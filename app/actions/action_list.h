// The searchable list of everything the program can do: a few letters, Enter.
#pragma once

#include <QWidget>

class QAction;
class QLineEdit;
class QListWidget;
class QMenuBar;

namespace plucky::app {

/// A command with where it stands, e.g. "Edit: Arrange: Centre".
struct NamedAction {
  QAction* action;
  QString path;
};
/// All commands of the menus, deepest included.
[[nodiscard]] std::vector<NamedAction> all_actions(const QMenuBar* menus);

class ActionList : public QWidget {
  Q_OBJECT

 public:
  ActionList(const QMenuBar* menus, QWidget* parent);
  void open();

 protected:
  bool eventFilter(QObject* object, QEvent* event) override;

 private:
  void fill();
  void run();

  const QMenuBar* menus_;
  QLineEdit* search_;
  QListWidget* list_;
  std::vector<NamedAction> found_;
};

}  // namespace plucky::app
