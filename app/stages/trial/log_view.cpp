#include "stages/trial/log_view.h"

#include <qcustomplot.h>

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <QTableWidget>
#include <QTimer>
#include <cmath>

#include "assessment/diary.h"
#include "assessment/sea.h"
#include "base/error.h"
#include "base/numbered.h"
#include "session/kept_file.h"
#include "session/today.h"
#include "stages/trial/log_columns.h"
#include "stages/trial/track_picture.h"
#include "tables/items.h"

namespace plucky::app {

namespace {

QString factor_words(double f) {
  return QString::number(f, 'f', 3);
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
  join_ = button(tr("Join..."), "join_log", &LogView::ask_and_join);
  join_->setToolTip(tr("Another log of the same run, from another device: its channels are laid beside these"));
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
  columns_ = button(tr("Columns"), "log_columns_again", &LogView::show_columns);
  columns_->setToolTip(tr("What the columns of this table are, to look at and to change"));
  track_ = button(tr("Track"), "log_track", &LogView::draw);
  track_->setCheckable(true);
  track_->setToolTip(tr("Where it went, north up, instead of the curves over the time"));
  calibrate_ = button(tr("Calibrate"), "calibrate", &LogView::bring_to_runs);
  adopt_ = button(tr("Adopt"), "adopt_calibration", &LogView::adopt);
  calibrate_->setToolTip(tr("Brings drag, screw, Kv and resistance of the model to the steady stretches of the runs"));
  adopt_->setToolTip(tr("Every prediction carries it until it is dropped"));
  drop_ = button(tr("Drop"), "drop_calibration", &LogView::drop);
  doing->addStretch(1);
  auto* shown = new QWidget(this);
  auto* below_another = new QVBoxLayout(shown);
  below_another->setContentsMargins(0, 0, 0, 0);
  below_another->addLayout(controls);
  below_another->addLayout(doing);
  auto* row = new QHBoxLayout;
  below_another->addLayout(row, 1);
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
  choose_ = new LogColumns(session, this);
  body_ = new QStackedWidget(this);
  body_->addWidget(shown);
  body_->addWidget(choose_);
  column->addWidget(body_, 1);
  connect(choose_, &LogColumns::confirmed, this, &LogView::columns_confirmed);
  connect(choose_, &LogColumns::given_up, this, [this] {
    body_->setCurrentIndex(0);
    refresh();
  });
  // Zoomed in, more of what there is is drawn.
  connect(plot_->xAxis, qOverload<const QCPRange&>(&QCPAxis::rangeChanged), this, [this] {
    if (!filling_) draw_series();
  });
  connect(&practice_, &PracticeDevice::ready, this, [this](const QString& port) { listen_to(port); });
  connect(&practice_, &PracticeDevice::failed, session_, &Session::refuse);
  if (const QString trouble = take_kept(kept_path("log-tables.json"), tr("How tables of loggers are read"),
                                        [this](const std::string& text) { presets_ = LogPresets::from_json(text); });
      !trouble.isEmpty())
    QTimer::singleShot(0, session_, [session, trouble] { session->refuse(trouble); });
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

const LogView::Run* LogView::run() const {
  const int i = runs_box_->currentIndex();
  return i >= 0 && i < static_cast<int>(runs_.size()) ? &runs_[static_cast<std::size_t>(i)] : nullptr;
}

const LogReport* LogView::report() const {
  const Run* r = run();
  return r ? &r->report : nullptr;
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
  join_->setEnabled(r != nullptr);
  columns_->setEnabled(r && r->format && !r->path.isEmpty());
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
    table_->setItem(row, 2, text_item(scatter));
    table_->item(row, 2)->setToolTip(between);
    for (const int column : {1, 2}) table_->item(row, column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
  };
  if (calibration_) {
    fill_causes(add);
    for (const TunedFactor& f : calibration_->factors)
      add(session_->said(f.name) + (f.known ? QString() : tr(" (the runs do not tell it)")), factor_words(f.factor),
          QString::fromUtf8("\u00b1 ") + factor_words(2.0 * f.sigma), tr("two deviations"));
  }
  if (r)
    for (const Reading& x : r->report.readings) {
      const auto said = [&](double si) { return session_->in_words({si, x.value.dimension}); };
      // A scatter of degrees has no zero of its own.
      const double scatter = 0.5 * (x.high - x.low);
      add(session_->said(x.name), said(x.value.si),
          QString::fromUtf8("\u00b1 ") +
              (x.value.dimension == Dimension::temperature ? tr("%1 K").arg(scatter, 0, 'f', 0) : said(scatter)),
          tr("%1 to %2").arg(said(x.low), said(x.high)));
    }
  filling_ = false;
  QStringList words;
  if (!r) words << tr("A logger's table (CSV, TSV), GPX or NMEA. What its columns are is guessed from their names.");
  if (calibration_)
    words << tr("Mean error of the model %1 before, %2 after. Adopt it and all predictions carry it.")
                 .arg(session_->in_words({calibration_->before, Dimension::ratio}),
                      session_->in_words({calibration_->after, Dimension::ratio}));
  if (calibration_ && !causes_.empty() && !causes_.front().look_at.empty()) {
    const auto& first = causes_.front().look_at.front();
    words << tr("Likeliest: %1. %2").arg(session_->said(first.what), session_->said(first.next));
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

void LogView::fill_causes(const std::function<void(const QString& what, const QString& value, const QString& more,
                                                   const QString& tip)>& add) {
  const auto percent = [&](double share) { return session_->in_words({share, Dimension::ratio}); };
  for (const LoneCause& c : causes_) {
    QStringList look_at;
    for (const auto& l : c.look_at) look_at << session_->said(l.what) + ": " + session_->said(l.next);
    add(tr("%1 alone tells").arg(session_->said(c.name)), percent(c.explains), factor_words(c.factor),
        look_at.join("\n"));
    for (const auto& l : c.look_at) add("   " + session_->said(l.what), {}, {}, session_->said(l.next));
  }
  if (const Run* r = run())
    for (const ChannelDeviation& d : r->apart)
      add(tr("%1 against the model").arg(term(channel_name(d.channel))),
          (d.share > 0.0 ? QString("+") : QString()) + percent(d.share),
          session_->in_words({d.model, channel_dimension(d.channel)}),
          tr("measured %1, model %2; of a temperature the greatest rise")
              .arg(session_->in_words({d.measured, channel_dimension(d.channel)}),
                   session_->in_words({d.model, channel_dimension(d.channel)})));
}

TableRows LogView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
