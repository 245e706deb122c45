// plucky-hull: the application. Options beyond a boat file serve pictures and tests: --shot draws the window into a
// PNG.
#include <QApplication>
#include <QCommandLineParser>
#include <QTimer>
#include <iostream>

#include "board/board.h"
#include "theme/theme.h"
#include "window/fleet.h"
#include "window/main_window.h"

using namespace plucky;
using namespace plucky::app;

namespace {

Stage stage_of(const QString& text) {
  const int n = text.toInt();
  return n >= 1 && n <= 9 ? static_cast<Stage>(n) : Stage::flotation;
}

const Project* fleet_boat(const QString& name) {
  for (const Project& p : demo_fleet())
    if (QString::fromStdString(p.name).compare(name, Qt::CaseInsensitive) == 0) return &p;
  return nullptr;
}

const Part* part_named(const Session& session, const QString& beginning) {
  for (const Part& p : session.project().layout.parts)
    if (QString::fromStdString(p.name).startsWith(beginning, Qt::CaseInsensitive)) return &p;
  return nullptr;
}

void move_part(Session& session, const QString& text) {
  const Part* part = part_named(session, text.section('=', 0, 0));
  if (!part) return session.refuse("no part of that name");
  const double by = parse_quantity(text.section('=', 1).toStdString(), Dimension::length, session.units());
  session.perform({QString("Move %1").arg(QString::fromStdString(part->name)).toStdString(),
                   MovePart{part->id, part->place + Vec3(by, 0.0, 0.0)}});
}

}  // namespace

int main(int argc, char** argv) {
  QApplication application(argc, argv);
  QApplication::setApplicationName("Plucky Hull");
  QApplication::setApplicationVersion("0.1.0");
  QCommandLineParser parser;
  parser.setApplicationDescription("Bench companion for builders of small radio-controlled boats.");
  parser.addHelpOption();
  parser.addVersionOption();
  parser.addPositionalArgument("boat", "Boat file to open; without it the demo fleet's Dabchick is on the bench.");
  const QCommandLineOption demo("demo", "Open a boat of the demo fleet.", "name");
  const QCommandLineOption import("import", "Read a hull from a mesh file.", "file");
  const QCommandLineOption stage("stage", "Stage to show, 1 to 9.", "number");
  const QCommandLineOption select("select", "Part to select.", "name");
  const QCommandLineOption move("move", "Move a part along the boat, e.g. \"Battery=-60mm\".", "name=distance");
  const QCommandLineOption look_option("look", "light or dark instead of the desktop's.", "look");
  const QCommandLineOption inch("inch", "Inches, ounces, mph.");
  const QCommandLineOption righting("righting-arm", "Open the righting arm.");
  const QCommandLineOption size("size", "Window size, e.g. 1280x800.", "WxH");
  const QCommandLineOption shot("shot", "Save a picture of the window as PNG and end.", "file");
  parser.addOptions({demo, import, stage, select, move, look_option, inch, righting, size, shot});
  parser.process(application);

  set_dark(parser.isSet(look_option) ? parser.value(look_option) == "dark" : desktop_is_dark());
  Session session;
  if (parser.isSet(inch)) session.set_units(UnitSystem::inch);
  const Project* boat = fleet_boat(parser.isSet(demo) ? parser.value(demo) : "Dabchick");
  if (!boat) {
    std::cerr << "plucky-hull: the demo fleet has no boat of that name" << std::endl;
    return 1;
  }
  session.adopt(*boat, {});
  MainWindow window(&session);
  if (!parser.positionalArguments().isEmpty()) session.open(parser.positionalArguments().first());
  if (parser.isSet(size)) {
    const QStringList wh = parser.value(size).split('x');
    if (wh.size() == 2) window.resize(wh[0].toInt(), wh[1].toInt());
  }
  window.show();
  if (parser.isSet(select))
    if (const Part* part = part_named(session, parser.value(select))) session.select(part->id);
  if (parser.isSet(move)) move_part(session, parser.value(move));
  if (parser.isSet(stage)) window.choose_stage(stage_of(parser.value(stage)));
  if (parser.isSet(righting)) window.show_righting_arm(true);
  if (parser.isSet(import)) window.import_hull(parser.value(import));
  if (parser.isSet(shot)) {
    // Two rounds of the event loop settle layouts; a mesh takes a little longer to read.
    QTimer::singleShot(parser.isSet(import) ? 2500 : 300, &window, [&] {
      const bool saved = window.grab().save(parser.value(shot));
      if (!saved) std::cerr << "plucky-hull: cannot write " << parser.value(shot).toStdString() << std::endl;
      QApplication::exit(saved ? 0 : 1);
    });
  }
  return QApplication::exec();
}
