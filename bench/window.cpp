// Drags a part and a hull handle of Dabchick through the real window, a frame at a time, and starts the application
// again and again: frame times as shares of a 60 Hz frame, the first picture as a share of half a second.
#include <fmt/format.h>

#include <qcustomplot.h>

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QMouseEvent>
#include <QPixmap>
#include <QProcess>
#include <algorithm>
#include <cmath>
#include <string>
#include <utility>
#include <vector>

#include "board/board.h"
#include "board/grips.h"
#include "io/file.h"
#include "stages/trial/log_view.h"
#include "theme/theme.h"
#include "window/fleet.h"
#include "window/main_window.h"

using namespace plucky;
using namespace plucky::app;

namespace {

constexpr double frame_ms = 1000.0 / 60.0;

double quantile(std::vector<double> v, double q) {
  std::sort(v.begin(), v.end());
  return v[static_cast<std::size_t>(q * static_cast<double>(v.size() - 1))];
}

void report(const char* what, const std::vector<double>& ms, double limit_ms) {
  fmt::print("{:<46} {:>5} {:>8.2f} {:>8.2f} {:>8.2f}   {:>6.2f} {:>6.2f} {:>6.2f}\n", what, ms.size(),
             quantile(ms, 0.5), quantile(ms, 0.95), quantile(ms, 1.0), quantile(ms, 0.5) / limit_ms,
             quantile(ms, 0.95) / limit_ms, quantile(ms, 1.0) / limit_ms);
}

void mouse(QWidget* to, QEvent::Type type, const QPointF& at) {
  QMouseEvent event(type, at, to->mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton,
                    type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::LeftButton, Qt::NoModifier);
  QApplication::sendEvent(to, &event);
}

/// Of each frame, the part until the boat has been computed and the views told.
std::vector<double> thought;

/// Moves the mouse 240 times, back and forth, each time until everything has been painted.
std::vector<double> drag(QWidget* to, const QPointF& from, double reach) {
  mouse(to, QEvent::MouseButtonPress, from);
  std::vector<double> ms;
  thought.clear();
  for (int i = 0; i < 240; ++i) {
    // A pixel a frame, there and back: every move changes the boat.
    const int way = i % static_cast<int>(4 * reach);
    const double shift = way < reach ? way : way < 3 * reach ? 2 * reach - way : way - 4 * reach;
    const QPointF at = from + QPointF(shift, 0.0);
    QElapsedTimer clock;
    clock.start();
    mouse(to, QEvent::MouseMove, at);
    thought.push_back(1e-6 * static_cast<double>(clock.nsecsElapsed()));
    QApplication::processEvents();
    ms.push_back(1e-6 * static_cast<double>(clock.nsecsElapsed()));
  }
  mouse(to, QEvent::MouseButtonRelease, from);
  QApplication::processEvents();
  return ms;
}

}  // namespace

int main(int argc, char** argv) {
  if (!qEnvironmentVariableIsSet("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
  QApplication application(argc, argv);
  set_dark(false);
  Session session;
  session.adopt(demo_fleet().front(), {});
  MainWindow window(&session);
  window.resize(1280, 800);
  window.show();
  QApplication::processEvents();
  fmt::print("{:<46} {:>5} {:>8} {:>8} {:>8}   {:>6} {:>6} {:>6}\n", "", "runs", "median", "95 %", "worst", "median",
             "95 %", "worst");
  fmt::print("{:<46} {:>5} {:>26}   of one frame, or of half a second\n", "", "", "ms");
  const auto battery = [&] {
    for (const Part& p : session.project().layout.parts)
      if (p.kind == PartKind::battery) return part_in_profile(window.board()->map(), p).center();
    return QPointF();
  };
  report("drag the battery of Dabchick, Float", drag(window.board(), battery(), 60), frame_ms);
  report("of it until the boat is computed", thought, frame_ms);
  for (const auto& [words, tab] :
       {std::pair{"the same with the righting arm open", "righting"}, {"the same with the trim chart open", "trim"}}) {
    window.show_shelf(tab);
    QApplication::processEvents();
    report(words, drag(window.board(), battery(), 60), frame_ms);
  }
  window.hide_shelf();
  window.choose_stage(Stage::hull);
  QApplication::processEvents();
  for (const HullHandle& h : hull_handles(session.now().hull->model, session.project().hull.family))
    if (std::string(h.key) == "length_m")
      report("drag the bow: a new hull each frame",
             drag(window.board(), window.board()->map().plan(h.place.x(), h.place.y()), 20), frame_ms);

  window.choose_stage(Stage::trial);
  window.show_shelf("logs");
  QApplication::processEvents();
  if (auto* logs = window.findChild<LogView*>()) {
    const QString path = QDir::temp().filePath(QString("rows%1.csv").arg(QCoreApplication::applicationPid()));
    std::string text = "Time [s],Speed [km/h],Motor [rpm],Battery current [A]\n";
    for (int i = 0; i < 1000000; ++i)
      text += fmt::format("{:.2f},{:.2f},{:.0f},{:.2f}\n", 0.01 * i, 20.0 + 5.0 * std::sin(0.001 * i),
                          12000.0 + 2000.0 * std::sin(0.0013 * i), 11.0 + std::sin(0.01 * i));
    write_file_atomically(path.toStdString(), text);
    logs->open(path);
    QElapsedTimer waited;
    waited.start();
    while (!logs->report() && waited.elapsed() < 120000) QApplication::processEvents(QEventLoop::AllEvents, 20);
    QFile::remove(path);
    if (logs->report()) {
      std::vector<double> ms;
      // Zooms in and out over the whole of it and a tenth.
      for (int i = 0; i < 120; ++i) {
        const double width = i % 2 == 0 ? 10000.0 : 1000.0 + 50.0 * i;
        QElapsedTimer clock;
        clock.start();
        logs->plot()->xAxis->setRange(10.0 * i, 10.0 * i + width);
        logs->plot()->replot(QCustomPlot::rpImmediateRefresh);
        QApplication::processEvents();
        ms.push_back(1e-6 * static_cast<double>(clock.nsecsElapsed()));
      }
      report("zoom in a log of a million rows", ms, 50.0);
    }
  }
  window.hide_shelf();

  if (argc > 1) {
    for (QWidget* w : window.findChildren<QWidget*>()) {
      if (!w->isVisible()) continue;
      QElapsedTimer clock;
      clock.start();
      QPixmap p(w->size());
      w->render(&p, {}, {}, {});
      const double t = 1e-6 * static_cast<double>(clock.nsecsElapsed());
      if (t > 2.0) fmt::print("{:<30} {} {:.2f}\n", w->objectName().toStdString(), w->metaObject()->className(), t);
    }
    return 0;
  }
  std::vector<double> starts;
  for (int i = 0; i < 12; ++i) {
    QProcess p;
    p.start(PLUCKY_HULL, {"--paint-time"});
    p.waitForFinished();
    starts.push_back(p.readAllStandardOutput().trimmed().toDouble());
  }
  report("start to the first picture", starts, 500.0);
  return 0;
}
