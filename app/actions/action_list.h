// The searchable list of everything the program can do: a few letters, Enter.
#pragma once

#include <QWidget>
#include <functional>
#include <vector>

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

/// Something to do that is found by its words.
struct Command {
  QString words, keys;
  std::function<void()> run;
};
/// More commands than the menus have, for what was typed.
using CommandSource = std::function<std::vector<Command>(const QString& typed)>;

/// Does each word of what was typed stand in `words`?
[[nodiscard]] bool matches_words(const QString& words, const QString& typed);

class ActionList : public QWidget {
  Q_OBJECT

 public:
  ActionList(const QMenuBar* menus, CommandSource more, QWidget* parent);
  void open();

 protected:
  bool eventFilter(QObject* object, QEvent* event) override;

 private:
  void fill();
  void run();

  const QMenuBar* menus_;
  CommandSource more_;
  QLineEdit* search_;
  QListWidget* list_;
  std::vector<Command> found_;
};

}  // namespace plucky::app
