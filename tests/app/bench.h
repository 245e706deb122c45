// A window with a boat on it, and hands: mouse, keyboard, eyes.
#pragma once

#include <gtest/gtest.h>

#include <QAbstractButton>
#include <QApplication>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest/QTest>

#include "assessment/fixtures.h"
#include "board/board.h"
#include "board/layers.h"
#include "findings/findings_panel.h"
#include "settings/settings.h"
#include "shapes.h"
#include "stages/drive/drive_cards.h"
#include "window/fleet.h"
#include "window/main_window.h"

namespace plucky::test {

using namespace plucky::app;

/// How much longer everything takes under the sanitizers; only the patience of waits hangs on it.
#ifdef __SANITIZE_ADDRESS__
inline constexpr int patience = 10;
#else
inline constexpr int patience = 1;
#endif

/// Words on buttons and labels in sight that have no room.
inline QStringList cut_words(const QWidget& window) {
  QStringList cut;
  for (const QWidget* w : window.findChildren<QWidget*>()) {
    if (!w->isVisibleTo(&window) || w->width() <= 0) continue;
    // A finding's button says as much of its edit as fits.
    if (const auto* b = qobject_cast<const QAbstractButton*>(w);
        b && b->objectName() != "do_it" &&
        b->width() < b->fontMetrics().horizontalAdvance(QString(b->text()).remove('&')))
      cut << b->text();
    if (const auto* l = qobject_cast<const QLabel*>(w); l && !l->wordWrap() && l->textFormat() != Qt::RichText)
      for (const QString& line : l->text().split('\n'))
        if (l->width() + 1 < l->fontMetrics().horizontalAdvance(line)) cut << line;
  }
  return cut;
}

/// kg that fixtures add to a boat.
inline double fixtures_mass(const Assessment& a) {
  double sum = 0.0;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i)
    sum += fixture_mass(a, a.project.build.fixtures[i], a.fixtures[i]);
  return sum;
}

class Bench : public testing::Test {
 protected:
  void SetUp() override {
    settings::set_section_card({});
    settings::set_side_width(0);
    session.adopt(demo_fleet().front(), {});
    open_window(&session);
    window->resize(1280, 800);
    window->show();
    window->activateWindow();
    settle();
  }
  /// The demo boat of that name onto the bench.
  void take_demo(const std::string& name) {
    for (const Project& boat : demo_fleet())
      if (boat.name == name) session.adopt(boat, {});
  }
  void TearDown() override {
    if (window) window->autosave()->discard();
    window.reset();
  }
  /// A window whose clocks are as patient as the machine is slow.
  void open_window(Session* on) {
    window = std::make_unique<MainWindow>(on);
    auto* notice_time = window->findChild<QTimer*>("notice_time");
    notice_time->setInterval(patience * notice_time->interval());
    window->autosave()->set_delay(patience * settings::autosave_delay());
  }

  static void settle() {
    QApplication::processEvents();
    QApplication::processEvents();
  }
  template <class W>
  W* find(const char* name) const {
    W* w = window->findChild<W*>(name);
    EXPECT_NE(w, nullptr) << name;
    return w;
  }
  [[nodiscard]] Board* board() const { return window->board(); }
  [[nodiscard]] const Part& part(const char* name) const {
    for (const Part& p : session.project().layout.parts)
      if (p.name.rfind(name, 0) == 0) return p;
    throw std::runtime_error(name);
  }
  [[nodiscard]] QPoint in_profile(const Part& p) const { return part_in_profile(board()->map(), p).center().toPoint(); }
  [[nodiscard]] QPoint in_plan(const Part& p) const { return part_in_plan(board()->map(), p).center().toPoint(); }

  void press(const QPoint& at, Qt::KeyboardModifiers keys = {}) {
    QTest::mousePress(board(), Qt::LeftButton, keys, at);
  }
  void move_to(const QPoint& at, Qt::KeyboardModifiers keys = {}) {
    // QTest::mouseMove carries no buttons offscreen; the board looks only at what it holds.
    QMouseEvent event(QEvent::MouseMove, at, board()->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, keys);
    QApplication::sendEvent(board(), &event);
    settle();
  }
  void release(const QPoint& at, Qt::KeyboardModifiers keys = {}) {
    QTest::mouseRelease(board(), Qt::LeftButton, keys, at);
    settle();
  }
  void drag(const QPoint& from, const QPoint& by, Qt::KeyboardModifiers keys = {}) {
    press(from, keys);
    for (int i = 1; i <= 4; ++i) move_to(from + by * i / 4, keys);
    release(from + by, keys);
  }
  /// Chooses a card of the drive by the mouse, as DrivePage names its groups.
  void choose_card(int group) {
    auto* cards = find<app::DriveCards>("drive_cards");
    for (int i = 0; i < cards->count(); ++i)
      if (cards->cards()[static_cast<std::size_t>(i)].group == group)
        QTest::mouseClick(cards->viewport(), Qt::LeftButton, {}, cards->visualItemRect(cards->item(i)).center());
    settle();
  }
  void click(const char* button) {
    QTest::mouseClick(find<QAbstractButton>(button), Qt::LeftButton);
    settle();
  }
  /// Waits up to some seconds for something to become true.
  template <class Condition>
  static bool wait_for(Condition condition, int ms = 8000) {
    return QTest::qWaitFor(condition, patience * ms);
  }
  /// Pixels that differ by more than an eye can tell; glyphs are not always rasterised alike to the last bit.
  static int pixels_apart(const QImage& a, const QImage& b) {
    if (a.size() != b.size()) return a.width() * a.height();
    int apart = 0;
    for (int y = 0; y < a.height(); ++y)
      for (int x = 0; x < a.width(); ++x) {
        const QColor p = a.pixelColor(x, y), q = b.pixelColor(x, y);
        const int most =
            std::max({std::abs(p.red() - q.red()), std::abs(p.green() - q.green()), std::abs(p.blue() - q.blue())});
        apart += most > 48;
      }
    return apart;
  }
  void type(QLineEdit* edit, const char* text) {
    edit->setFocus();
    edit->selectAll();
    QTest::keyClicks(edit, text);
    QTest::keyClick(edit, Qt::Key_Return);
    settle();
  }
  [[nodiscard]] const Finding* finding(const char* id) const {
    for (const Finding& f : session.now().findings)
      if (f.id == id && f.severity != Severity::fine) return &f;
    return nullptr;
  }
  /// The visible row of a rule in the findings panel.
  [[nodiscard]] FindingRow* row(const char* id) const {
    for (FindingRow* r : window->findChildren<FindingRow*>())
      if (r->isVisible() && r->finding().id == id) return r;
    return nullptr;
  }
  /// Waits until the work that the builder waits for is done.
  void finish_job() {
    EXPECT_TRUE(wait_for([&] { return !session.job()->running(); }, 60000));
    settle();
  }
  /// Waits until every offer of the boat at hand was tried on a copy of it.
  void try_offers() {
    EXPECT_TRUE(wait_for([&] { return !session.trial().under_way(); }, 60000));
    settle();
  }
  /// The button of a finding's offer, once it can be pressed.
  [[nodiscard]] QPushButton* offer(const char* id) {
    try_offers();
    FindingRow* r = row(id);
    auto* button = r ? r->findChild<QPushButton*>("do_it") : nullptr;
    return button && button->isVisible() && button->isEnabled() ? button : nullptr;
  }
  void do_it(const char* id) {
    QPushButton* button = offer(id);
    ASSERT_NE(button, nullptr) << id;
    QTest::mouseClick(button, Qt::LeftButton);
    settle();
  }
  [[nodiscard]] QString shelf_words() const { return find<QLabel>("shelf_words")->text(); }
  [[nodiscard]] QString notice() const {
    const auto* n = window->findChild<QLabel*>("notice");
    return n->isVisible() ? n->text() : QString();
  }
  QAction* action(const QString& beginning) const {
    for (QAction* a : window->findChildren<QAction*>())
      if (QString(a->text()).remove('&').startsWith(beginning)) return a;
    ADD_FAILURE() << beginning.toStdString();
    return nullptr;
  }

  Session session;
  std::unique_ptr<MainWindow> window;
  QTemporaryDir folder;
};

}  // namespace plucky::test
