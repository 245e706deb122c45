// How logs come into the page of logs: files, two of one run, lines of devices; and the model brought to them.
#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QPointer>
#include <QSerialPortInfo>
#include <QStackedWidget>

#include "assessment/sea.h"
#include "base/error.h"
#include "io/file.h"
#include "io/log_lines.h"
#include "session/kept_file.h"
#include "stages/trial/log_columns.h"
#include "stages/trial/log_view.h"
#include "trial/pilots.h"

namespace plucky::app {

namespace {

/// What is kept with the boat; larger logs are named and stay where they are.
constexpr std::size_t largest_kept = std::size_t{32} << 20;  // bytes
/// How long the virtual lap of a practice device is.
constexpr double practice_lap = 120.0;  // s

QString ask_for_log(QWidget* parent, const QString& title) {
  return QFileDialog::getOpenFileName(parent, title, {},
                                      QObject::tr("Logs (*.csv *.tsv *.txt *.log *.gpx *.nmea);;All files (*)"));
}

}  // namespace

void LogView::Run::take(ReadLog read, std::string text, const LogBoat& boat) {
  report = read_off(read.recording, boat);
  clean = cleaned(read.recording, report);
  recording = std::move(read.recording);
  notes = std::move(read.notes);
  bytes = text.size() <= largest_kept ? Blob(std::move(text)) : Blob();
}

LogView::Run* LogView::at_hand() {
  return const_cast<Run*>(run());
}

void LogView::ask_and_open() {
  if (const QString path = ask_for_log(this, tr("Log of a run")); !path.isEmpty()) open(path);
}

void LogView::ask_and_join() {
  if (const QString path = ask_for_log(this, tr("More of this run")); !path.isEmpty()) open(path, true);
}

void LogView::open(const QString& path, bool join) {
  std::optional<LogFormat> format;
  try {
    const std::string head = log_head(path.toStdString());
    if (log_kind(head) == LogKind::table) {
      format = guess_log(head);
      if (const LogFormat* before = presets_.find(*format)) {
        format = *before;
      } else if (format->doubtful()) {
        wanted_ = {path, join, false};
        tell({});
        choose_->show_table(QFileInfo(path).fileName(), head, *format);
        return body_->setCurrentIndex(1);
      }
    }
  } catch (const InvalidInput& e) {
    return session_->refuse(session_->said(e.sentence()));
  }
  read({path, join, false}, format);
}

void LogView::show_columns() {
  const Run* r = run();
  if (!r || !r->format) return;
  try {
    const std::string head = log_head(r->path.toStdString());
    wanted_ = {r->path, false, true};
    tell({});
    choose_->show_table(r->name, head, *r->format);
    body_->setCurrentIndex(1);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

void LogView::columns_confirmed() {
  body_->setCurrentIndex(0);
  refresh();
  presets_.keep(choose_->format());
  try {
    write_kept(kept_path("log-tables.json"), presets_.to_json());
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));  // read all the same
  }
  read(wanted_, choose_->format());
}

void LogView::read(const Wanted& wanted, const std::optional<LogFormat>& format) {
  const LogBoat boat = log_boat_of(session_->now());
  const Run* here = wanted.join ? run() : nullptr;
  const auto before = here ? std::make_shared<const Run>(*here) : nullptr;  // the run that this is more of
  session_->job()->start(
      tr("Reading the log"), [self = QPointer(this), wanted, format, boat, before](const Job::Link& link) {
        auto r = std::make_shared<Run>();
        r->name = QFileInfo(wanted.path).fileName();
        r->path = wanted.path;
        r->format = format;
        Text refused;
        try {
          const std::string path = wanted.path.toStdString();
          ReadLog got = read_log_file(path, format, [&](double share) {
            link.step(tr("Reading the log: %1 %").arg(static_cast<int>(100.0 * share)));
            return link.wanted();
          });
          link.step(tr("Reading off"));
          std::string bytes;
          if (before) {
            got = joined({.recording = before->recording, .notes = before->notes}, got);
            r->name = before->name + " + " + r->name;
            r->path.clear();
            r->format.reset();
            bytes = write_log(got.recording);  // what is kept of two files is the table that they made
          } else if (static_cast<std::size_t>(stamp_of(path).size) <= largest_kept) {
            bytes = read_file(path, largest_kept);
          }
          r->take(std::move(got), std::move(bytes), boat);
        } catch (const InvalidInput& e) {
          refused = e.sentence();
        }
        link.deliver([self, wanted, r, refused] {
          if (!self) return;
          if (!refused.empty()) return self->session_->refuse(self->session_->said(refused));
          self->take_read(wanted, std::move(*r));
        });
      });
}

void LogView::take_read(const Wanted& wanted, Run read) {
  Run* here = at_hand();
  if ((wanted.again || wanted.join) && here) {
    *here = std::move(read);
  } else {
    runs_.push_back(std::move(read));
    runs_box_->addItem(runs_.back().name);
    runs_box_->setCurrentIndex(runs_box_->count() - 1);
  }
  if (const Run* r = run()) runs_box_->setItemText(runs_box_->currentIndex(), r->name);
  calibration_.reset();
  refresh();
}

void LogView::bring_to_runs() {
  const SeaReady ready = sea_boat_of(session_->now());
  if (!ready.boat) return session_->refuse(tr("The boat does not run: %1.").arg(session_->said(ready.missing)));
  std::vector<SteadyMoment> moments;
  for (const Run& r : runs_) {
    const auto more = steady_moments(r.clean, ready.boat->drive());
    moments.insert(moments.end(), more.begin(), more.end());
  }
  struct Found {
    Calibration calibration;
    std::vector<LoneCause> causes;
    std::optional<Recording> model;
    std::vector<ChannelDeviation> apart;
  };
  const Run* here = run();
  const Recording log = here && here->clean.find(Channel::throttle) ? here->clean : Recording{};
  session_->job()->start(tr("Bringing the model to the runs"), [self = QPointer(this), boat = ready.boat, moments,
                                                                log](const Job::Link& link) {
    const auto far = [&](const QString& what) {
      return [&link, what](double share) {
        link.step(what.arg(static_cast<int>(100.0 * share)));
        return true;
      };
    };
    auto found = std::make_shared<Found>();
    found->calibration = calibrate(boat->powered(), moments, far(tr("Bringing the model to the runs: %1 %")));
    found->causes = lone_causes(boat->powered(), moments, far(tr("Trying each cause alone: %1 %")));
    if (!log.time.empty()) {
      found->model = rerun(*boat, log, far(tr("The same sticks for the model: %1 %")));
      found->apart = deviations(log, *found->model);
    }
    link.deliver([self, found] {
      if (!self) return;
      if (!found->calibration.done) return self->session_->refuse(self->session_->said(found->calibration.message));
      self->calibration_ = found->calibration;
      self->causes_ = found->causes;
      if (Run* r = self->at_hand()) r->model = found->model, r->apart = found->apart;
      self->refresh();
    });
  });
}

void LogView::listen() {
  if (link_.is_open()) {
    practice_.stop();
    return link_.close();
  }
  QStringList ports;
  for (const QSerialPortInfo& info : QSerialPortInfo::availablePorts()) ports << info.systemLocation();
  const QString receiver = tr("practice receiver (a virtual lap)"), logger = tr("practice logger (a virtual lap)");
  ports << receiver << logger;
  bool chosen = false;
  const QString port =
      QInputDialog::getItem(this, tr("Listen to a device"), tr("Serial port"), ports, 0, true, &chosen);
  if (!chosen || port.isEmpty()) return;
  if (port == receiver || port == logger) return practise(port == receiver ? "gps" : "telemetry");
  listen_to(port);
}

void LogView::practise(const QString& kind) {
  const SeaReady ready = sea_boat_of(session_->now());
  if (!ready.boat) return session_->refuse(tr("The boat does not run: %1.").arg(session_->said(ready.missing)));
  session_->job()->start(tr("A virtual lap"), [self = QPointer(this), boat = ready.boat, kind](const Job::Link& link) {
    const Pond pond = withy_mere();
    SeaTrial trial(*boat, pond);
    const SeaLog log =
        sail(trial, pilot_of(Course::lap, pond, 1.0), practice_lap, 0.1, [&](double) { return link.wanted(); });
    const auto text = std::make_shared<std::string>(write_log(recording_of(log.samples, pond)));
    link.deliver([self, kind, text] {
      if (!self) return;
      if (!self->practice_folder_) self->practice_folder_ = std::make_unique<QTemporaryDir>();
      const QString path = self->practice_folder_->filePath("lap.csv");
      try {
        write_file_atomically(path.toStdString(), *text);
      } catch (const InvalidInput& e) {
        return self->session_->refuse(self->session_->said(e.sentence()));
      }
      self->practice_.start({"--as", kind, "--log", path});
    });
  });
}

bool LogView::listen_to(const QString& port, int baud) {
  if (!link_.open(port, baud)) {
    session_->refuse(link_.words());
    return false;
  }
  listening_ = runs_.size();
  runs_.push_back({.name = tr("from %1").arg(port)});
  runs_box_->addItem(runs_.back().name);
  runs_box_->setCurrentIndex(runs_box_->count() - 1);
  calibration_.reset();
  refresh();
  return true;
}

void LogView::take_heard() {
  // Only whole lines: the last one may still be on its way.
  const std::string text(from_heading(std::string_view(link_.heard()).substr(0, link_.heard().rfind('\n') + 1)));
  if (text.empty()) return;
  try {
    runs_[listening_].take(read_any_log(text), text, log_boat_of(session_->now()));
  } catch (const InvalidInput& e) {
    // A device begins in the middle of a line: too little yet is no fault.
    return tell(tr("listening on %1: %2").arg(link_.port(), session_->said(e.sentence())));
  }
  refresh();
}

}  // namespace plucky::app
