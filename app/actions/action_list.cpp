#include "actions/action_list.h"

#include <QAction>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QMenuBar>
#include <QVBoxLayout>
#include <algorithm>

#include "theme/theme.h"

namespace plucky::app {

namespace {

void gather(const QList<QAction*>& actions, const QString& path, std::vector<NamedAction>& out) {
  for (QAction* a : actions) {
    if (a->isSeparator()) continue;
    const QString name = QString(a->text()).remove('&');
    const QString whole = path.isEmpty() ? name : path + ": " + name;
    if (a->menu())
      gather(a->menu()->actions(), whole, out);
    else
      out.push_back({a, whole});
  }
}

}  // namespace

std::vector<NamedAction> all_actions(const QMenuBar* menus) {
  std::vector<NamedAction> out;
  gather(menus->actions(), {}, out);
  return out;
}

bool matches_words(const QString& words, const QString& typed) {
  const QStringList all = typed.split(' ', Qt::SkipEmptyParts);
  return std::all_of(all.begin(), all.end(), [&](const QString& w) { return words.contains(w, Qt::CaseInsensitive); });
}

ActionList::ActionList(const QMenuBar* menus, CommandSource more, QWidget* parent)
    : QWidget(parent), menus_(menus), more_(std::move(more)) {
  setObjectName("action_list");
  setAttribute(Qt::WA_StyledBackground);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(10, 10, 10, 10);
  search_ = new QLineEdit(this);
  search_->setObjectName("action_search");
  search_->setPlaceholderText(tr("What would you like to do?"));
  search_->setAccessibleName(tr("Search all commands"));
  search_->setFont(ui_font(11));
  list_ = new QListWidget(this);
  list_->setUniformItemSizes(true);  // else each key lays out the words of every command
  list_->setObjectName("action_found");
  list_->setAccessibleName(tr("Commands found"));
  list_->setFocusPolicy(Qt::NoFocus);
  column->addWidget(search_);
  column->addWidget(list_, 1);
  search_->installEventFilter(this);
  connect(search_, &QLineEdit::textChanged, this, &ActionList::fill);
  connect(list_, &QListWidget::itemClicked, this, &ActionList::run);
  hide();
}

void ActionList::open() {
  const QWidget* window = parentWidget();
  resize(std::min(560, window->width() - 60), std::min(380, window->height() - 120));
  move((window->width() - width()) / 2, 60);
  search_->clear();
  fill();
  show();
  raise();
  search_->setFocus();
}

void ActionList::fill() {
  found_.clear();
  for (const NamedAction& n : all_actions(menus_))
    if (n.action->isEnabled() && matches_words(n.path, search_->text()))
      found_.push_back({n.path, n.action->shortcut().toString(QKeySequence::NativeText),
                        [action = n.action] { action->trigger(); }});
  for (Command& c : more_(search_->text())) found_.push_back(std::move(c));
  list_->clear();
  for (const Command& c : found_) new QListWidgetItem(c.keys.isEmpty() ? c.words : c.words + "    " + c.keys, list_);
  list_->setCurrentRow(found_.empty() ? -1 : 0);
}

void ActionList::run() {
  const int row = list_->currentRow();
  if (row < 0 || row >= static_cast<int>(found_.size())) return;
  const auto run = found_[static_cast<std::size_t>(row)].run;
  hide();
  parentWidget()->setFocus();
  run();
}

bool ActionList::eventFilter(QObject* object, QEvent* event) {
  if (event->type() == QEvent::FocusOut && !list_->underMouse()) hide();
  if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(object, event);
  const int key = static_cast<QKeyEvent*>(event)->key();
  const int last = list_->count() - 1;
  if (key == Qt::Key_Down)
    list_->setCurrentRow(std::min(last, list_->currentRow() + 1));
  else if (key == Qt::Key_Up)
    list_->setCurrentRow(std::max(0, list_->currentRow() - 1));
  else if (key == Qt::Key_Return || key == Qt::Key_Enter)
    run();
  else if (key == Qt::Key_Escape)
    hide();
  else
    return QWidget::eventFilter(object, event);
  return true;
}

}  // namespace plucky::app
