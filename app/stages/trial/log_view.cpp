#include "stages/trial/log_view.h"

#include <qcustomplot.h>

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QPointer>
#include <QPushButton>
#include <QSerialPortInfo>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <QTableWidget>
#include <cmath>

#include "assessment/diary.h"
#include "assessment/sea.h"
#include "base/error.h"
#include "base/numbered.h"
#include "chart/chart_page.h"
#include "io/file.h"
#include "session/today.h"
#include "stages/trial/track_picture.h"
#include "tables/items.h"

namespace plucky::app {

namespace {

constexpr std::size_t largest_log = std::size_t{2} << 30;  // bytes
/// What is kept with the boat; larger logs are named and stay where they are.
constexpr std::size_t largest_kept = std::size_t{32} << 20;  // bytes
constexpr int drawn_points = 4000;

/// Every so many of them, so that a million are drawn as fast as a few thousand.
QVector<double> thinned(const std::vector<double>& values, double factor) {
  const std::size_t step = std::max<std::size_t>(1, values.size() / drawn_points);
  QVector<double> out;
  for (std::size_t i = 0; i < values.size(); i += step) out << factor * values[i];
  return out;
}

}  // namespace

LogView::LogView(Session* session, QWidget* parent) : ShelfPage(session, tr("Logs of runs"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* controls = new QHBoxLayout;
  auto* doing = new QHBoxLayout;  // what is done with the log at hand
  QHBoxLayout* to = controls;
  const auto button = [&](const QString& words, const char* name, void (LogView::*pressed)()) {
    auto* b = new QPushButton(words, this);
    b->setObjectName(name);
    connect(b, &QPushButton::clicked, this, pressed);
    to->addWidget(b);
    return b;
  };
  open_ = button(tr("Open..."), "open_log", &LogView::ask_and_open);
  listen_ = button(tr("Listen..."), "listen_log", &LogView::listen);
  listen_->setToolTip(tr("To a GPS receiver or a logger on a serial port, as it goes"));
  runs_box_ = new QComboBox(this);
  runs_box_->setObjectName("log_runs");
  runs_box_->setAccessibleName(tr("Log"));
  controls->addWidget(runs_box_, 1);
  auto* late = new QLabel(tr("Late by"), this);
  controls->addWidget(late);
  lag_ = new QDoubleSpinBox(this);
  lag_->setObjectName("log_lag");
  lag_->setAccessibleName(tr("Speed comes late by"));
  lag_->setToolTip(tr("By so much the speed comes late; typed over, the curves slide"));
  lag_->setRange(-6.0, 6.0);
  lag_->setSingleStep(0.1);
  lag_->setDecimals(2);
  lag_->setSuffix(tr(" s"));
  controls->addWidget(lag_);
  to = doing;
  diary_ = button(tr("Keep"), "log_to_diary", &LogView::into_diary);
  diary_->setToolTip(tr(
      "Into the diary: a run of today with what this log gave and the boat's set-up; the file is kept with the boat"));
  track_ = button(tr("Track"), "log_track", &LogView::draw);
  track_->setCheckable(true);
  track_->setToolTip(tr("Where it went, north up, instead of the curves over the time"));
  calibrate_ = button(tr("Calibrate"), "calibrate", &LogView::bring_to_runs);
  adopt_ = button(tr("Adopt"), "adopt_calibration", &LogView::adopt);
  calibrate_->setToolTip(tr("Brings drag, screw, Kv and resistance of the model to the steady stretches of the runs"));
  adopt_->setToolTip(tr("Every prediction carries it until it is dropped"));
  drop_ = button(tr("Drop"), "drop_calibration", &LogView::drop);
  doing->addStretch(1);
  column->addLayout(controls);
  column->addLayout(doing);
  auto* row = new QHBoxLayout;
  table_ = make_table(this, "log_readings", title(), {tr("What"), tr("Read off"), tr("More or less")});
  table_->setSortingEnabled(false);
  table_->horizontalHeader()->setStretchLastSection(false);
  table_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
  row->addWidget(table_, 3);
  plot_ = new QCustomPlot(this);
  plot_->setObjectName("log_plot");
  plot_->setAccessibleName(tr("Speed, and revolutions times pitch, over the time"));
  plot_->addGraph();
  plot_->addGraph();
  plot_->addGraph(plot_->xAxis, plot_->yAxis2);
  plot_->addGraph();  // the model, and the two ends of its range
  plot_->addGraph();
  plot_->addGraph();
  plot_->graph(4)->setChannelFillGraph(plot_->graph(5));
  plot_->setInteractions(QCP::Interactions(QCP::iRangeDrag) | QCP::iRangeZoom);
  plot_->axisRect()->setRangeZoom(Qt::Horizontal);
  plot_->axisRect()->setRangeDrag(Qt::Horizontal);
  // The names stand in a line over the curves: a shelf may be low.
  plot_->plotLayout()->insertRow(0);
  plot_->plotLayout()->addElement(0, 0, plot_->legend);
  plot_->plotLayout()->setRowStretchFactor(0, 0.001);
  plot_->plotLayout()->setRowSpacing(0);
  plot_->legend->setFillOrder(QCPLayoutGrid::foColumnsFirst);
  plot_->legend->setWrap(4);
  plot_->legend->setMargins(QMargins(4, 0, 4, 0));
  plot_->legend->setRowSpacing(-5);
  track_picture_ = new TrackPicture(session, this);
  auto* track = new QWidget(this);
  auto* below = new QVBoxLayout(track);
  below->setContentsMargins(0, 0, 0, 0);
  colour_ = new QComboBox(track);
  colour_->setObjectName("track_colour");
  colour_->setAccessibleName(tr("Coloured by"));
  below->addWidget(colour_);
  below->addWidget(track_picture_, 1);
  side_ = new QStackedWidget(this);
  side_->addWidget(plot_);
  side_->addWidget(track);
  row->addWidget(side_, 4);
  column->addLayout(row, 1);
  connect(colour_, &QComboBox::activated, this, &LogView::draw);
  connect(&link_, &LogLink::more, this, &LogView::take_heard);
  connect(&link_, &LogLink::state_changed, this, [this] {
    listen_->setText(link_.is_open() ? tr("Stop") : tr("Listen..."));
    if (!link_.words().isEmpty()) tell(link_.words());
  });
  connect(runs_box_, &QComboBox::activated, this, [this] {
    fill();
    draw();
  });
  connect(lag_, &QDoubleSpinBox::valueChanged, this, [this] {
    if (!filling_) read_again();
  });
}

void LogView::Run::take(ReadLog read, std::string text, const LogBoat& boat) {
  report = read_off(read.recording, boat);
  clean = cleaned(read.recording, report);
  recording = std::move(read.recording);
  notes = std::move(read.notes);
  bytes = text.size() <= largest_kept ? Blob(std::move(text)) : Blob();
}

const LogView::Run* LogView::run() const {
  const int i = runs_box_->currentIndex();
  return i >= 0 && i < static_cast<int>(runs_.size()) ? &runs_[static_cast<std::size_t>(i)] : nullptr;
}

const LogReport* LogView::report() const {
  const Run* r = run();
  return r ? &r->report : nullptr;
}

void LogView::ask_and_open() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Log of a run"), {},
                                                    tr("Logs (*.csv *.tsv *.txt *.log *.gpx *.nmea);;All files (*)"));
  if (!path.isEmpty()) open(path);
}

void LogView::open(const QString& path) {
  const LogBoat boat = log_boat_of(session_->now());
  session_->job()->start(tr("Reading the log"), [self = QPointer(this), path, boat](const Job::Link& link) {
    auto r = std::make_shared<Run>();
    r->name = QFileInfo(path).fileName();
    Text refused;
    try {
      std::string bytes = read_file(path.toStdString(), largest_log);
      ReadLog read = read_any_log(bytes, [&](double share) {
        link.step(tr("Reading the log: %1 %").arg(static_cast<int>(100.0 * share)));
        return true;
      });
      link.step(tr("Reading off"));
      r->take(std::move(read), std::move(bytes), boat);
    } catch (const InvalidInput& e) {
      refused = e.sentence();
    }
    link.deliver([self, r, refused] {
      if (!self) return;
      if (!refused.empty()) return self->session_->refuse(self->session_->said(refused));
      self->runs_.push_back(*r);
      self->runs_box_->addItem(r->name);
      self->runs_box_->setCurrentIndex(self->runs_box_->count() - 1);
      self->calibration_.reset();
      self->refresh();
    });
  });
}

void LogView::read_again() {
  const int i = runs_box_->currentIndex();
  if (i < 0) return;
  Run& r = runs_[static_cast<std::size_t>(i)];
  // The lag that is typed is taken out; what is left to find is none.
  Recording moved = shifted_channel(r.recording, Channel::speed, lag_->value());
  moved = shifted_channel(std::move(moved), Channel::course, lag_->value());
  r.report = read_off(moved, log_boat_of(session_->now()));
  r.report.speed_lag.seconds = lag_->value();
  r.report.speed_lag.known = true;
  r.clean = cleaned(r.recording, r.report);
  calibration_.reset();
  fill();
  draw();
}

void LogView::bring_to_runs() {
  const SeaReady ready = sea_boat_of(session_->now());
  if (!ready.boat) return session_->refuse(tr("The boat does not run: %1.").arg(session_->said(ready.missing)));
  std::vector<SteadyMoment> moments;
  for (const Run& r : runs_) {
    const auto more = steady_moments(r.clean, ready.boat->drive());
    moments.insert(moments.end(), more.begin(), more.end());
  }
  session_->job()->start(tr("Bringing the model to the runs"),
                         [self = QPointer(this), boat = ready.boat, moments](const Job::Link& link) {
                           const Calibration c = calibrate(boat->powered(), moments, [&](double share) {
                             link.step(tr("Bringing the model to the runs: %1 %").arg(static_cast<int>(100.0 * share)));
                             return true;
                           });
                           link.deliver([self, c] {
                             if (!self) return;
                             if (!c.done) return self->session_->refuse(self->session_->said(c.message));
                             self->calibration_ = c;
                             self->refresh();
                           });
                         });
}

void LogView::adopt() {
  if (!calibration_) return;
  TrialLog log = session_->project().trial;
  // What runs told before is in the model already: factors multiply.
  const Variation before = log.tuning ? log.tuning->variation() : Variation{};
  const Variation& now = calibration_->variation;
  QStringList names;
  for (const Run& r : runs_) names << r.name;
  log.tuning = Tuning{.drag = before.drag * now.drag,
                      .pitch = before.pitch * now.pitch,
                      .kv = before.kv * now.kv,
                      .resistance = before.resistance * now.resistance,
                      .error_before = calibration_->before,
                      .error_after = calibration_->after,
                      .date = today(),
                      .source = names.join(", ").toStdString()};
  calibration_.reset();
  session_->perform({as_said(tr("Adopt a calibration")), ChangeTrial{log}});
}

void LogView::into_diary() {
  const Run* r = run();
  if (!r) return;
  TrialLog log = session_->project().trial;
  Diary& d = log.diary;
  const Attachment file{.id = fresh_id(d.attachments), .name = r->name.toStdString(), .bytes = r->bytes};
  d.attachments.push_back(file);
  const Id day = outing_of_day(d, OutingKind::pond, today());
  d = with_run(std::move(d), day,
               {.result = tr("from a log").toStdString(),
                .set_up = set_up_of(session_->now()),
                .numbers = numbers_of(r->recording, log_boat_of(session_->now())),
                .log = file.id});
  session_->perform({as_said(tr("Log into the diary")), ChangeTrial{log}});
}

void LogView::drop() {
  TrialLog log = session_->project().trial;
  log.tuning.reset();
  session_->perform({as_said(tr("Drop the calibration")), ChangeTrial{log}});
}

void LogView::refresh() {
  if (session_->dragging()) return;
  fill();
  draw();
}

void LogView::fill() {
  filling_ = true;
  const Run* r = run();
  const QSignalBlocker quiet(lag_);
  lag_->setValue(r ? r->report.speed_lag.seconds : 0.0);
  lag_->setEnabled(r && r->recording.find(Channel::speed));
  runs_box_->setEnabled(!runs_.empty());
  calibrate_->setEnabled(r != nullptr);
  diary_->setEnabled(r != nullptr);
  adopt_->setEnabled(calibration_.has_value());
  const auto& tuning = session_->project().trial.tuning;
  drop_->setVisible(tuning.has_value());
  table_->setRowCount(0);
  const auto add = [&](const QString& what, const QString& value, const QString& scatter, const QString& between) {
    const int row = table_->rowCount();
    table_->insertRow(row);
    table_->setItem(row, 0, text_item(what));
    table_->item(row, 0)->setToolTip(what);
    table_->setItem(row, 1, text_item(value));
    table_->setItem(row, 2, text_item(QString::fromUtf8("\u00b1 ") + scatter));
    table_->item(row, 2)->setToolTip(between);
    for (const int column : {1, 2}) table_->item(row, column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
  };
  const auto factor = [](double f) { return QString::number(f, 'f', 3); };
  if (calibration_)
    for (const TunedFactor& f : calibration_->factors)
      add(session_->said(f.name) + (f.known ? QString() : tr(" (the runs do not tell it)")), factor(f.factor),
          factor(2.0 * f.sigma), tr("two deviations"));
  if (r)
    for (const Reading& x : r->report.readings) {
      const auto said = [&](double si) { return session_->in_words({si, x.value.dimension}); };
      // A scatter of degrees has no zero of its own.
      const double scatter = 0.5 * (x.high - x.low);
      add(session_->said(x.name), said(x.value.si),
          x.value.dimension == Dimension::temperature ? tr("%1 K").arg(scatter, 0, 'f', 0) : said(scatter),
          tr("%1 to %2").arg(said(x.low), said(x.high)));
    }
  filling_ = false;
  QStringList words;
  if (!r) words << tr("A logger's table (CSV, TSV), GPX or NMEA. What its columns are is guessed from their names.");
  if (calibration_)
    words << tr("Mean error of the model %1 before, %2 after. Adopt it and all predictions carry it.")
                 .arg(session_->in_words({calibration_->before, Dimension::ratio}),
                      session_->in_words({calibration_->after, Dimension::ratio}));
  if (calibration_) {
    // What is off by the most of its doubt is looked at first.
    const auto& all = calibration_->factors;
    const auto off = [](const TunedFactor& f) {
      return f.known ? std::abs(f.factor - 1.0) / std::max(1e-6, f.sigma) : 0.0;
    };
    const auto worst =
        std::max_element(all.begin(), all.end(), [&](const auto& a, const auto& b) { return off(a) < off(b); });
    if (worst != all.end() && off(*worst) > 2.0) words << session_->said(worst->next);
  }
  if (tuning)
    words << tr("Predictions carry a calibration of %1 from %2.")
                 .arg(QString::fromStdString(tuning->date), QString::fromStdString(tuning->source));
  if (r && !r->report.speed_lag.known)
    words << tr("The lag of the speed is not known: %1.").arg(session_->said(r->report.speed_lag.doubt));
  if (r)
    for (const auto* notes : {&r->notes, &r->report.notes})
      for (const Text& n : *notes) words << session_->said(n);
  tell(words.join(' '));
}

void LogView::draw() {
  const Look& l = look();
  ChartPage::restyle_two(plot_);
  plot_->xAxis->setLabel(tr("Time, s"));
  plot_->yAxis->setLabel(tr("km/h"));
  plot_->yAxis2->setLabel(tr("A"));
  plot_->legend->setVisible(run() != nullptr);
  plot_->legend->setFont(ui_font(8.0));
  plot_->legend->setTextColor(l.ink);
  plot_->legend->setBrush(Qt::NoBrush);
  plot_->legend->setBorderPen(Qt::NoPen);
  plot_->graph(0)->setName(tr("Speed"));
  plot_->graph(1)->setName(tr("Turns x pitch"));
  plot_->graph(2)->setName(tr("Current"));
  plot_->graph(0)->setPen(QPen(l.water_line, 2.0));
  plot_->graph(1)->setPen(QPen(l.brass, 1.5));
  plot_->graph(2)->setPen(QPen(l.buoy, 1.0));
  plot_->graph(3)->setName(tr("Model"));
  plot_->graph(3)->setPen(QPen(l.reed, 1.2, Qt::DashLine));
  QColor band = l.reed;
  band.setAlpha(40);
  for (const int i : {4, 5}) {
    plot_->graph(i)->setPen(Qt::NoPen);
    plot_->graph(i)->removeFromLegend();
  }
  plot_->graph(4)->setBrush(band);
  for (int i = 0; i < plot_->graphCount(); ++i) plot_->graph(i)->data()->clear();
  side_->setCurrentIndex(track_->isChecked() ? 1 : 0);
  if (track_->isChecked()) return draw_track();
  if (const Run* r = run()) {
    const Recording& clean = r->clean;
    const LogBoat boat = log_boat_of(session_->now());
    const QVector<double> time = thinned(clean.time, 1.0);
    if (const Series* s = clean.find(Channel::speed)) plot_->graph(0)->setData(time, thinned(s->values, 3.6), true);
    const Series* turns = clean.find(Channel::revolutions);
    const double geared = turns ? 1.0 : 1.0 / boat.gear;
    if (!turns) turns = clean.find(Channel::motor_revolutions);
    if (turns && boat.pitch) plot_->graph(1)->setData(time, thinned(turns->values, 3.6 * *boat.pitch * geared), true);
    if (turns) draw_model(time, thinned(turns->values, geared));
    if (const Series* s = clean.find(Channel::current)) plot_->graph(2)->setData(time, thinned(s->values, 1.0), true);
  }
  plot_->rescaleAxes();
  // Room for the legend; nothing goes below zero.
  plot_->yAxis->setRange(0.0, 1.05 * std::max(1e-3, plot_->yAxis->range().upper));
  plot_->yAxis2->setRange(0.0, 1.05 * std::max(1e-3, plot_->yAxis2->range().upper));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

void LogView::draw_model(const QVector<double>& time, const QVector<double>& turns) {
  // The steady run at each number of turns, between those of the sweep; a boat that gathers way lies below it.
  const Assessment& a = session_->now();
  std::vector<std::pair<double, double>> steady{{0.0, 0.0}};
  for (const RunningState& s : a.power.sweep)
    if (s.runs() && s.revolutions > steady.back().first) steady.emplace_back(s.revolutions, s.speed);
  if (steady.size() < 3) return;
  const auto& ranges = a.power.ranges;
  const double full = a.power.full.speed;
  const double low = ranges && full > 0.0 ? ranges->speed.low / full : 1.0;
  const double high = ranges && full > 0.0 ? ranges->speed.high / full : 1.0;
  QVector<double> speed, least, most;
  for (const double n : turns) {
    const auto above = std::find_if(steady.begin() + 1, steady.end(), [&](const auto& x) { return x.first >= n; });
    const bool known = std::isfinite(n) && n >= 0.0 && above != steady.end();
    const auto& [n1, v1] = known ? *(above - 1) : steady.front();
    const auto& [n2, v2] = known ? *above : steady[1];
    const double v = known ? 3.6 * (v1 + (v2 - v1) * (n - n1) / (n2 - n1)) : std::nan("");
    speed << v;
    least << low * v;
    most << high * v;
  }
  plot_->graph(3)->setData(time, speed, true);
  plot_->graph(4)->setData(time, most, true);
  plot_->graph(5)->setData(time, least, true);
}

void LogView::draw_track() {
  const Run* r = run();
  const int kept = colour_->currentData().toInt();
  const QSignalBlocker quiet(colour_);
  colour_->clear();
  if (!r) return track_picture_->show_run({}, Channel::speed);
  for (const Channel c : {Channel::speed, Channel::current, Channel::motor_temperature, Channel::motor_revolutions,
                          Channel::revolutions, Channel::voltage, Channel::trim, Channel::heel})
    if (r->clean.find(c)) colour_->addItem(term(channel_name(c)), static_cast<int>(c));
  colour_->setCurrentIndex(std::max(0, colour_->findData(kept)));
  track_picture_->show_run(r->clean, static_cast<Channel>(colour_->currentData().toInt()));
}

void LogView::listen() {
  if (link_.is_open()) return link_.close();
  QStringList ports;
  for (const QSerialPortInfo& info : QSerialPortInfo::availablePorts()) ports << info.systemLocation();
  bool chosen = false;
  const QString port =
      QInputDialog::getItem(this, tr("Listen to a device"), tr("Serial port"), ports, 0, true, &chosen);
  if (chosen && !port.isEmpty()) listen_to(port);
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

TableRows LogView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
