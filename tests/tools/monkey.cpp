// Seeded random hands on the real window: clicks, drags, keys, wheel, typed rubbish, menus. Ends with 1 when anything
// was thrown, when the boat on the screen could not be saved and read back, or when undo does not lead back.
//
// Usage: monkey BOAT SECONDS [SEED]
#include <QAbstractButton>
#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QMenuBar>
#include <QTemporaryDir>
#include <QTimer>
#include <QWheelEvent>
#include <QtTest/QTest>
#include <deque>
#include <iostream>
#include <random>

#include "board/board.h"
#include "io/project_file.h"
#include "theme/theme.h"
#include "window/application.h"
#include "window/fleet.h"
#include "window/main_window.h"

using namespace plucky;
using namespace plucky::app;

namespace {

class Monkey {
 public:
  Monkey(MainWindow& window, Session& session, unsigned seed) : window_(window), session_(session), random_(seed) {}

  /// One thing, and words for it.
  QString act() {
    switch (below(11)) {
      case 0:
      case 1:
        return click();
      case 2:
        return drag();
      case 3:
        return key();
      case 4:
        return wheel();
      case 5:
      case 6:
        return type();
      case 7:
        return choose();
      case 8:
        return trigger();
      case 9:
        window_.choose_stage(static_cast<Stage>(1 + below(9)));
        return "stage";
      default:
        below(2) ? session_.undo() : session_.redo();
        return "undo or redo";
    }
  }

 private:
  int below(int n) { return n <= 0 ? 0 : std::uniform_int_distribution<int>(0, n - 1)(random_); }

  template <class W>
  W* any() {
    QList<W*> seen;
    for (W* w : window_.findChildren<W*>())
      if (w->isVisible() && w->isEnabled()) seen.push_back(w);
    return seen.isEmpty() ? nullptr : seen[below(static_cast<int>(seen.size()))];
  }
  QPoint spot(const QWidget* w) { return {below(w->width()), below(w->height())}; }
  static QString name(const QWidget* w) { return QString("%1 %2").arg(w->metaObject()->className(), w->objectName()); }

  QString click() {
    auto* button = any<QAbstractButton>();
    if (!button) return "no button";
    const QString what = "click " + name(button) + " " + button->text();
    QTest::mouseClick(button, Qt::LeftButton, {}, button->rect().center());
    return what;
  }
  QString drag() {
    QWidget* board = below(3) ? static_cast<QWidget*>(window_.board()) : any<QWidget>();
    const QPoint from = spot(board), to = spot(board);
    static constexpr Qt::KeyboardModifier keys[] = {Qt::NoModifier, Qt::AltModifier, Qt::ShiftModifier};
    const Qt::KeyboardModifiers with = keys[below(3)];
    QTest::mousePress(board, Qt::LeftButton, with, from);
    for (int i = 1; i <= 4; ++i) {
      const QPoint at = from + (to - from) * i / 4;
      QMouseEvent move(QEvent::MouseMove, at, board->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, with);
      QApplication::sendEvent(board, &move);
    }
    if (below(5) == 0) QTest::keyClick(board, Qt::Key_Escape);
    QTest::mouseRelease(board, Qt::LeftButton, with, to);
    return QString("drag %1 %2,%3 to %4,%5").arg(name(board)).arg(from.x()).arg(from.y()).arg(to.x()).arg(to.y());
  }
  QString key() {
    static constexpr Qt::Key keys[] = {Qt::Key_Tab,    Qt::Key_Return, Qt::Key_Escape, Qt::Key_Delete, Qt::Key_Left,
                                       Qt::Key_Right,  Qt::Key_Up,     Qt::Key_Down,   Qt::Key_Space,  Qt::Key_R,
                                       Qt::Key_L,      Qt::Key_P,      Qt::Key_Z,      Qt::Key_Y,      Qt::Key_Plus,
                                       Qt::Key_PageUp, Qt::Key_Home,   Qt::Key_0,      Qt::Key_F1,     Qt::Key_D};
    QWidget* at = QApplication::focusWidget() ? QApplication::focusWidget() : &window_;
    const Qt::Key k = keys[below(20)];
    const Qt::KeyboardModifiers with = below(4) ? Qt::NoModifier : Qt::ControlModifier;
    QTest::keyClick(at, k, with);
    return QString("key %1 on %2").arg(k).arg(at->objectName());
  }
  QString wheel() {
    QWidget* at = any<QWidget>();
    const QPoint where = spot(at);
    QWheelEvent event(where, at->mapToGlobal(where), {}, {0, 120 * (below(7) - 3)}, Qt::NoButton, {}, Qt::NoScrollPhase,
                      false);
    QApplication::sendEvent(at, &event);
    return "wheel on " + name(at);
  }
  QString type() {
    auto* field = any<QLineEdit>();
    if (!field) return "no field";
    static const QStringList texts{"0",   "-1", "1e9",   "12.5", "1,5 in",  "90 deg", "",       "nan",    "inf",
                                   "rub", "99", "350 g", "1e-9", "0.3",     "45",     "120 mm", "70 °C",  "3000",
                                   "5",   "25", "60",    "2",    "1000000", "40 mm",  "0.001",  "1/0 mm", "100 kg"};
    const QString text = texts[below(static_cast<int>(texts.size()))];
    const QString what = "type " + text + " into " + name(field);
    field->setFocus();
    field->selectAll();
    QTest::keyClicks(field, text);
    QTest::keyClick(field, Qt::Key_Return);
    return what;
  }
  QString choose() {
    auto* box = any<QComboBox>();
    if (!box || box->count() == 0) return "no list";
    const int row = below(box->count());
    const QString what = QString("choose %1 in %2").arg(box->itemText(row), name(box));
    box->setCurrentIndex(row);
    emit box->activated(row);
    return what;
  }
  QString trigger() {
    QList<QAction*> all;
    for (QMenu* menu : window_.menuBar()->findChildren<QMenu*>())
      for (QAction* a : menu->actions())
        if (a->isEnabled() && !a->menu() && !a->isSeparator() && !a->text().contains("Quit")) all.push_back(a);
    if (all.isEmpty()) return "no action";
    QAction* action = all[below(static_cast<int>(all.size()))];
    const QString what = "menu " + action->text();
    action->trigger();
    return what;
  }

  MainWindow& window_;
  Session& session_;
  std::mt19937 random_;
};

/// Empty when the boat comes back as it is.
QString trouble_with(const Project& boat) {
  try {
    if (boat.hull.family != HullFamily::imported && !(project_from_bytes(project_to_bytes(boat)) == boat))
      return "the boat on the screen came back from its file as another one";
  } catch (const std::exception& e) {
    return QString("the boat on the screen cannot be saved: ") + e.what();
  }
  return {};
}

}  // namespace

int main(int argc, char** argv) {
  if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
  QTemporaryDir home;
  for (const char* where : {"XDG_CONFIG_HOME", "XDG_DATA_HOME"}) qputenv(where, home.filePath(where).toUtf8());
  QDir::setCurrent(home.path());  // whatever it exports stays there
  Application application(argc, argv);
  QApplication::setApplicationName("plucky-hull");
  set_dark(false);
  const QStringList given = QApplication::arguments();
  if (given.size() < 3) {
    std::cerr << "monkey BOAT SECONDS [SEED]" << std::endl;
    return 2;
  }
  const unsigned seed = given.size() > 3 ? given[3].toUInt() : 1;
  Session session;
  MainWindow window(&session);
  QString trouble;
  application.tell_by([&](const QString& why) { trouble = "thrown: " + why; });
  for (const Project& boat : demo_fleet())
    if (QString::fromStdString(boat.name).compare(given[1], Qt::CaseInsensitive) == 0) session.adopt(boat, {});
  window.resize(1280, 800);
  window.show();
  // Questions and file dialogs are answered by no.
  QTimer refuse;
  QObject::connect(&refuse, &QTimer::timeout, [] {
    if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget())) dialog->reject();
    if (QWidget* popup = QApplication::activePopupWidget()) popup->close();
  });
  refuse.start(30);
  Monkey monkey(window, session, seed);
  std::deque<QString> last;
  QElapsedTimer time;
  time.start();
  int actions = 0;
  qint64 slowest = 0;
  QString slowest_what;
  while (time.elapsed() < 1000 * given[2].toInt() && trouble.isEmpty()) {
    const qint64 before = time.elapsed();
    last.push_back(monkey.act());
    if (last.size() > 12) last.pop_front();
    QApplication::processEvents();
    if (const qint64 took = time.elapsed() - before; took > slowest) slowest = took, slowest_what = last.back();
    if (!window.isVisible()) window.show();
    if (++actions % 5 == 0 && trouble.isEmpty() && !session.dragging()) trouble = trouble_with(session.project());
  }
  if (session.dragging()) session.cancel_drag();
  std::cout << given[1].toStdString() << ", seed " << seed << ": " << actions << " actions, slowest " << slowest
            << " ms (" << slowest_what.toStdString() << ")" << std::endl;
  if (trouble.isEmpty()) return 0;
  std::cout << "TROUBLE: " << trouble.toStdString() << "\nafter:\n";
  for (const QString& what : last) std::cout << "  " << what.toStdString() << "\n";
  return 1;
}
