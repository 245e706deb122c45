// plucky-hull: the application. Options beyond a boat file serve pictures and tests: --shot draws the window into a
// PNG, --plot writes a chart of the shelf. --launch-card writes the card and ends, with or without a display.
#include <unistd.h>
#include <QApplication>
#include <QCommandLineParser>
#include <QEvent>
#include <QTimer>
#include <algorithm>
#include <ctime>
#include <fstream>
#include <iostream>
#include <optional>
#include <string_view>

#include "base/error.h"
#include "board/board.h"
#include "devices/weigh_page.h"
#include "io/project_file.h"
#include "report/book.h"
#include "report/launch_card.h"
#include "settings/settings.h"
#include "shelf/shelf.h"
#include "stages/build/templates.h"
#include "stages/drive/drive_page.h"
#include "stages/trial/log_view.h"
#include "stages/trial/pond_view.h"
#include "theme/theme.h"
#include "window/application.h"
#include "window/fleet.h"
#include "window/window_keeper.h"
#include "words/language.h"

using namespace plucky;
using namespace plucky::app;

namespace {

/// By its number or its name; none for anything else.
std::optional<Stage> stage_of(const QString& text) {
  for (int n = 1; n <= 9; ++n) {
    const auto stage = static_cast<Stage>(n);
    if (text == QString::number(n) || text.compare(stage_name(stage), Qt::CaseInsensitive) == 0) return stage;
  }
  return std::nullopt;
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
  session.perform({as_said(QString("Move %1").arg(QString::fromStdString(part->name))),
                   MovePart{part->id, part->place + Vec3(by, 0.0, 0.0)}});
}

/// Milliseconds since this process began, by the kernel's clock ticks.
double process_age_ms() {
  std::ifstream stat("/proc/self/stat");
  std::string field;
  std::getline(stat, field, ')');  // the name may hold blanks
  for (int i = 3; i <= 22; ++i) stat >> field;
  timespec now{};
  clock_gettime(CLOCK_BOOTTIME, &now);
  return 1e3 * (static_cast<double>(now.tv_sec) + 1e-9 * static_cast<double>(now.tv_nsec) -
                std::stod(field) / static_cast<double>(sysconf(_SC_CLK_TCK)));
}

/// Prints the age of the process when the window has been painted for the first time, and ends.
void report_first_paint(QWidget* window) {
  class Watch : public QObject {
   public:
    using QObject::QObject;
    bool eventFilter(QObject* object, QEvent* event) override {
      if (event->type() != QEvent::UpdateRequest && event->type() != QEvent::Paint) return false;
      object->removeEventFilter(this);
      QTimer::singleShot(0, this, [] {
        std::cout << process_age_ms() << std::endl;
        QApplication::exit(0);
      });
      return false;
    }
  };
  window->installEventFilter(new Watch(window));
}

}  // namespace

int main(int argc, char** argv) {
  // The card needs fonts and a painter, no screen.
  const auto asked = [&](const char* option) {
    return std::any_of(argv + 1, argv + argc, [&](const char* a) { return std::string_view(a).starts_with(option); });
  };
  const bool no_display = qEnvironmentVariableIsEmpty("DISPLAY") && qEnvironmentVariableIsEmpty("WAYLAND_DISPLAY");
  if ((asked("--launch-card") || asked("--water-sheets") || asked("--templates") || asked("--book")) && no_display &&
      qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
    qputenv("QT_QPA_PLATFORM", "offscreen");
  Application application(argc, argv);
  QApplication::setApplicationName("plucky-hull");
  QApplication::setApplicationDisplayName("Plucky Hull");
  QApplication::setApplicationVersion("0.1.0");
  QCommandLineParser parser;
  parser.setApplicationDescription("Bench companion for builders of small radio-controlled boats.");
  parser.addHelpOption();
  parser.addVersionOption();
  parser.addPositionalArgument("boat", "Boat file to open, or the name of a boat of the demo fleet.");
  const QCommandLineOption demo("demo", "Open a boat of the demo fleet.", "name");
  const QCommandLineOption import("import", "Read a hull from a mesh file.", "file");
  const QCommandLineOption stage("stage", "Stage to show, 1 to 9 or its name.", "stage");
  const QCommandLineOption select("select", "Part to select.", "name");
  const QCommandLineOption move("move", "Move a part along the boat, e.g. \"Battery=-60mm\".", "name=distance");
  const QCommandLineOption pin("pin", "Pin the boat, before and after --move.");
  const QCommandLineOption look_option("look", "light or dark instead of the desktop's.", "look");
  const QCommandLineOption language("language", "Language of the window: en or stretched.", "code");
  const QCommandLineOption inch("inch", "Inches, ounces, mph.");
  const QCommandLineOption drive_part("drive-part",
                                      "Show one part of the drive's numbers: battery, esc, ... or steering.", "part");
  const QCommandLineOption shelf("shelf", "Open a page of the shelf, e.g. righting, drag, flood, pins.", "name");
  const QCommandLineOption laps("sail", "Let the boat sail a lap of the pond for so many seconds, with --shelf pond.",
                                "seconds");
  const QCommandLineOption log_file("log", "Open the log of a run, with --shelf logs.", "file");
  const QCommandLineOption round("round", "Show the 3D view.");
  const QCommandLineOption heel("heel", "Heel the section's view, degrees.", "degrees");
  const QCommandLineOption weighing("weighing", "Open the weighing bench on the practice scale.");
  const QCommandLineOption choose("chooser", "Begin with the choice of boats.");
  const QCommandLineOption card("launch-card", "Write the launch card of the boat as PDF and end.", "file");
  const QCommandLineOption sheets("water-sheets", "Write the sheets of Seal and Cool as PDF and end.", "file");
  const QCommandLineOption templates("templates", "Write the boat's flat pieces at full size on A4 as PDF and end.",
                                     "file");
  const QCommandLineOption book("book", "Write the boat book as PDF, or as a folder of pages, and end.",
                                "file or folder");
  const QCommandLineOption chapters("chapters", "Chapters of the book, e.g. work,parts; else all.", "keys");
  const QCommandLineOption paper("paper", "Paper of the templates: A4, Letter, A3, A2, A1 or A0.", "name", "A4");
  const QCommandLineOption size("size", "Window size, e.g. 1280x800.", "WxH");
  const QCommandLineOption shot("shot", "Save a picture of the window as PNG and end.", "file");
  const QCommandLineOption plot("plot", "Write the shelf's page (--shelf) as .svg, .png or .csv and end.", "file");
  const QCommandLineOption paint_time("paint-time",
                                      "Print the milliseconds from the start to the first painted window and end.");
  parser.addOptions({demo,   import, stage,    select,     move,       pin,       look_option, language, inch,
                     shelf,  laps,   log_file, drive_part, round,      heel,      weighing,    choose,   card,
                     sheets, size,   shot,     plot,       paint_time, templates, book,        chapters, paper});
  parser.process(application);

  const QString named = parser.isSet(demo)                        ? parser.value(demo)
                        : !parser.positionalArguments().isEmpty() ? parser.positionalArguments().first()
                                                                  : QString();
  const bool for_pictures = parser.isSet(shot) || parser.isSet(plot);
  speak(parser.isSet(language) ? parser.value(language) : for_pictures ? QString("en") : settings::language());
  const settings::LookChoice chosen = settings::look_choice();
  set_dark(parser.isSet(look_option)                 ? parser.value(look_option) == "dark"
           : chosen == settings::LookChoice::desktop ? desktop_is_dark()
                                                     : chosen == settings::LookChoice::night);
  const Project* boat = fleet_boat(named.isEmpty() ? "Dabchick" : named);
  const bool is_file = !boat;
  const std::optional<Stage> wanted_stage = stage_of(parser.value(stage));
  if (parser.isSet(stage) && !wanted_stage) {
    std::cerr << "plucky-hull: --stage is 1 to 9 or a stage's name, not \"" << parser.value(stage).toStdString() << '"'
              << std::endl;
    return 1;
  }
  if (is_file && parser.isSet(demo)) {
    std::cerr << "plucky-hull: the demo fleet has no boat of that name" << std::endl;
    return 1;
  }
  const UnitSystem units = parser.isSet(inch) || (!for_pictures && settings::units() == UnitSystem::inch)
                               ? UnitSystem::inch
                               : UnitSystem::metric;
  if (parser.isSet(card) || parser.isSet(sheets) || parser.isSet(templates) || parser.isSet(book)) {
    try {
      const Project project = is_file ? load_project(named.toStdString()) : *boat;
      const auto write_to = [&](const QCommandLineOption& option, const auto& write) {
        if (!parser.isSet(option)) return;
        write(parser.value(option));
        std::cout << parser.value(option).toStdString() << std::endl;
      };
      write_to(card, [&](const QString& to) { write_launch_card(project, units, to); });
      write_to(sheets, [&](const QString& to) { write_water_sheets(project, units, to); });
      write_to(templates, [&](const QString& to) { write_piece_templates(project, units, to, parser.value(paper)); });
      write_to(book, [&](const QString& to) {
        const QStringList keys = parser.value(chapters).split(',', Qt::SkipEmptyParts);
        (to.endsWith(".pdf", Qt::CaseInsensitive) ? &write_book : &write_book_folder)(project, units, to, keys);
      });
      return 0;
    } catch (const InvalidInput& e) {
      std::cerr << "plucky-hull: " << e.what() << std::endl;
      return 1;
    }
  }
  Session session;
  session.set_units(units);
  WindowKeeper keeper(&session);
  MainWindow& window = keeper.window();  // no language is chosen before the event loop runs
  application.tell_by([&session](const QString& why) { session.refuse(why); });
  const bool chooser = parser.isSet(choose) || (named.isEmpty() && !for_pictures && !parser.isSet(import));
  if (chooser)
    window.show_chooser(true);
  else if (is_file)
    window.open_boat(named);
  else
    session.adopt(*boat, {});
  if (parser.isSet(size)) {
    const QStringList wh = parser.value(size).split('x');
    if (wh.size() == 2) window.resize(wh[0].toInt(), wh[1].toInt());
  }
  window.choose_stage(wanted_stage   ? *wanted_stage
                      : for_pictures ? Stage::flotation
                                     : static_cast<Stage>(settings::last_stage()));
  if (parser.isSet(paint_time)) report_first_paint(&window);
  window.show();
  if (parser.isSet(select))
    if (const Part* part = part_named(session, parser.value(select))) session.select(part->id);
  if (parser.isSet(pin)) session.pin();
  if (parser.isSet(move)) move_part(session, parser.value(move));
  if (parser.isSet(pin)) session.pin();
  if (parser.isSet(shelf)) {
    if (!window.shelf()->page(parser.value(shelf))) {
      std::cerr << "plucky-hull: the shelf has no page \"" << parser.value(shelf).toStdString() << '"' << std::endl;
      return 1;
    }
    window.show_shelf(parser.value(shelf));
  }
  if (auto* pond = window.findChild<PondView*>(); pond && parser.isSet(laps))
    pond->sail_lap(parser.value(laps).toDouble());
  if (auto* logs = window.findChild<LogView*>(); logs && parser.isSet(log_file)) logs->open(parser.value(log_file));
  if (parser.isSet(drive_part)) window.findChild<DrivePage*>()->choose_part(parser.value(drive_part).toStdString());
  if (parser.isSet(round)) window.show_3d(true);
  if (parser.isSet(heel)) window.board()->set_heel(radians(parser.value(heel).toDouble()));
  if (parser.isSet(weighing)) {
    window.show_weighing();
    window.weighing()->begin_practice();
  }
  if (parser.isSet(import)) window.import_hull(parser.value(import));
  if (for_pictures) {
    // Two rounds of the event loop settle layouts; a mesh, a scale or the fleet takes a little longer.
    QTimer::singleShot(parser.isSet(import) || parser.isSet(weighing) || chooser ? 2500 : 400, &window, [&] {
      // Propellers and offers are tried beside the interface; the picture shows what came of it.
      for (const ShelfPage* page : window.findChildren<ShelfPage*>())
        while (page->at_work()) QApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
      while (session.trial().under_way()) QApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
      window.repaint();
      bool saved = true;
      if (parser.isSet(shot)) saved = window.grab().save(parser.value(shot));
      if (parser.isSet(plot)) saved = window.shelf()->export_to(parser.value(plot)) && saved;
      if (!saved) std::cerr << "plucky-hull: cannot write the picture" << std::endl;
      QApplication::exit(saved ? 0 : 1);
    });
  }
  return QApplication::exec();
}
