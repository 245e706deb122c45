#include "stages/trial/pond_view.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <cmath>

#include "assessment/sea.h"
#include "devices/stick_device.h"
#include "stages/trial/pond_picture.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// In place of a course's key.
const QString again = QStringLiteral("again");
constexpr double log_step = 0.1;  // s between samples that are kept

/// How fast the pond's clock runs.
struct Pace {
  const char* name;
  double times;
};
constexpr std::array<Pace, 4> paces{{{QT_TRANSLATE_NOOP("words", "quarter speed"), 0.25},
                                     {QT_TRANSLATE_NOOP("words", "real time"), 1.0},
                                     {QT_TRANSLATE_NOOP("words", "four times"), 4.0},
                                     {QT_TRANSLATE_NOOP("words", "sixteen times"), 16.0}}};

/// The name over an instrument, in a smaller font where a language needs more room.
class InstrumentTitle : public QWidget {
 public:
  InstrumentTitle(const QString& words, QWidget* parent) : QWidget(parent), words_(words) {
    setAccessibleName(words);
    setToolTip(words);
    setFixedHeight(QFontMetrics(ui_font(8.0)).height());
  }

 protected:
  void paintEvent(QPaintEvent*) override {
    QPainter p(this);
    p.setPen(look().muted);
    p.setFont(fitted(ui_font(8.0), words_, size()));
    p.drawText(rect(), Qt::AlignLeft | Qt::AlignVCenter, words_);
  }

 private:
  QString words_;
};

}  // namespace

PondView::~PondView() = default;

PondView::PondView(Session* session, QWidget* parent)
    : ShelfPage(session, tr("On the pond"), parent), pond_(withy_mere()) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  column->setSpacing(6);
  auto* controls = new QHBoxLayout;
  start_ = new QPushButton(tr("Put to sea"), this);
  start_->setObjectName("pond_start");
  back_ = new QPushButton(tr("Back to the jetty"), this);
  back_->setObjectName("pond_back");
  course_ = new QComboBox(this);
  course_->setObjectName("pond_course");
  course_->setAccessibleName(tr("Course"));
  course_->addItem(tr("By hand"));
  for (const Course c : courses())
    if (c != Course::out_of_range) course_->addItem(term(course_name(c)), QString(course_key(c)));
  course_->addItem(tr("Sticks as before"), again);
  course_->setItemData(course_->count() - 1, tr("The run before, stick by stick, with the boat as it is now"),
                       Qt::ToolTipRole);
  pace_ = new QComboBox(this);
  pace_->setObjectName("pond_pace");
  pace_->setAccessibleName(tr("Pace"));
  for (const Pace& p : paces) pace_->addItem(term(p.name));
  pace_->setCurrentIndex(1);
  moment_ = new QSlider(Qt::Horizontal, this);
  moment_->setObjectName("pond_moment");
  moment_->setAccessibleName(tr("Look back"));
  moment_->setToolTip(tr("Look back along the run"));
  controls->addWidget(start_);
  controls->addWidget(back_);
  controls->addWidget(course_);
  controls->addWidget(pace_);
  controls->addWidget(moment_, 1);
  column->addLayout(controls);
  auto* row = new QHBoxLayout;
  picture_ = new PondPicture(tr("The pond from above"), this);
  picture_->show_pond(pond_);
  row->addWidget(picture_, 5);
  auto* right = new QVBoxLayout;
  attitude_ = new AttitudePicture(this);
  right->addWidget(attitude_, 2);
  auto* grid = new QGridLayout;
  grid->setSpacing(2);
  grid->setHorizontalSpacing(10);
  const auto instrument = [&](const char* name, const QString& label,
                              QString (*say)(const Session&, const PondView&, const SeaSample&)) {
    const int i = static_cast<int>(instruments_.size());
    auto* title = new InstrumentTitle(label, this);
    auto* value = new QLabel(this);
    value->setObjectName(QString("pond_") + name);
    value->setFont(ui_font(10.0, QFont::DemiBold));
    grid->addWidget(title, 2 * (i / 5), i % 5);
    grid->addWidget(value, 2 * (i / 5) + 1, i % 5);
    instruments_.push_back({value, say});
  };
  using V = const PondView&;
  using S = const SeaSample&;
  using N = const Session&;
  instrument("speed", tr("Speed"), [](N n, V, S s) { return n.shown({s.speed, Dimension::speed}); });
  instrument("throttle", tr("Throttle"), [](N n, V, S s) { return n.shown({s.throttle, Dimension::ratio}); });
  instrument("revolutions", tr("Motor"), [](N n, V, S s) {
    return n.shown({s.motor_revolutions, Dimension::revolutions});
  });
  instrument("current", tr("Battery"), [](N n, V, S s) { return n.shown({s.current, Dimension::current}); });
  instrument("voltage", tr("Voltage"), [](N n, V, S s) { return n.shown({s.voltage, Dimension::voltage}); });
  instrument("winding", tr("Winding"), [](N n, V, S s) { return n.shown({s.winding, Dimension::temperature}); });
  instrument("esc", tr("ESC"), [](N n, V, S s) { return n.shown({s.esc, Dimension::temperature}); });
  instrument("flow", tr("Cooling"), [](N n, V, S s) { return n.shown({s.flow, Dimension::flow}); });
  instrument("charge", tr("Charge left"), [](N n, V v, S s) {
    return n.shown({1.0 - s.used / v.boat_->drive().battery.capacity, Dimension::ratio});
  });
  instrument("aboard", tr("Water aboard"), [](N n, V, S s) { return n.shown({s.aboard, Dimension::volume}); });
  right->addLayout(grid, 1);
  row->addLayout(right, 4);
  column->addLayout(row, 1);
  timer_.setInterval(static_cast<int>(1000 * SeaTrial::tick));
  connect(&timer_, &QTimer::timeout, this, &PondView::tick);
  connect(start_, &QPushButton::clicked, this, &PondView::start_or_pause);
  connect(back_, &QPushButton::clicked, this, &PondView::back_to_the_jetty);
  connect(picture_, &PondPicture::pause_wanted, this, &PondView::start_or_pause);
  connect(picture_, &PondPicture::sticks_moved, this, [this] {
    // A hand on the sticks takes over.
    if (picture_->sticks().throttle != 0.0 || picture_->sticks().helm != 0.0) course_->setCurrentIndex(0);
    // The throttle puts to sea; the helm of a boat that waits turns nothing on.
    const bool opened = picture_->sticks().throttle != throttle_ && picture_->sticks().throttle != 0.0;
    throttle_ = picture_->sticks().throttle;
    if (opened && !timer_.isActive() && picture_->hasFocus()) start_or_pause();
  });
  connect(course_, &QComboBox::currentIndexChanged, this, &PondView::take_course);
  connect(moment_, &QSlider::valueChanged, this, &PondView::show_moment);
  controller_ = new StickDevice(this);
  connect(controller_, &StickDevice::moved, this, [this] {
    if (!(controller_->sticks() == Sticks{})) course_->setCurrentIndex(0);
  });
  connect(controller_, &StickDevice::gone, this, [this] {
    picture_->let_go();
    session_->refuse(tr("The controller is gone: the throttle is shut."));
  });
}

bool PondView::use_controller(const QString& device) {
  return controller_->open(device);
}

Sticks PondView::hand() const {
  return controller_->is_open() ? controller_->sticks() : picture_->sticks();
}

const std::vector<Happening>& PondView::happenings() const {
  static const std::vector<Happening> none;
  return trial_ ? trial_->happenings() : none;
}

void PondView::take_course() {
  const int i = course_->currentIndex();
  if (course_->itemData(i) == again) {
    pilot_ = before_.empty() ? Pilot{} : pilot_by_sticks(before_);
    if (before_.empty()) tell(tr("There is no run yet whose sticks could be moved again."));
    return picture_->let_go();
  }
  pilot_ = i > 0 ? pilot_of(course_from_key(course_->itemData(i).toString().toStdString()), pond_, 1.0) : Pilot{};
  if (i > 0) picture_->let_go();
}

bool PondView::put_out() {
  if (trial_) return true;
  of_ = session_->state();
  const SeaReady ready = sea_boat_of(*of_);
  if (!ready.boat) {
    session_->refuse(tr("She cannot sail: %1.").arg(session_->said(ready.missing)));
    return false;
  }
  boat_ = ready.boat;
  trial_ = std::make_unique<SeaTrial>(*boat_, pond_);
  log_ = {trial_->now()};
  return true;
}

void PondView::start_or_pause() {
  if (timer_.isActive()) {
    timer_.stop();
  } else if (put_out() && !trial_->lost()) {
    if (!controller_->is_open())
      for (const QString& device : StickDevice::there())
        if (use_controller(device)) break;
    timer_.start();
    picture_->setFocus();
  }
  tell_state();
}

void PondView::back_to_the_jetty() {
  timer_.stop();
  trial_.reset();
  boat_.reset();
  of_.reset();
  if (log_.size() > 1) before_ = sticks_of(log_);
  log_.clear();
  picture_->let_go();
  take_course();
  refresh();
}

void PondView::tick() {
  sail_on(SeaTrial::tick * paces[static_cast<std::size_t>(std::max(0, pace_->currentIndex()))].times);
}

void PondView::sail_on(double seconds) {
  if (!put_out()) return;
  // What is less than a tick waits for the next call.
  const double until = trial_->now().time + seconds;
  while (trial_->now().time + SeaTrial::tick < until + 1e-9 && !trial_->lost()) {
    trial_->advance(pilot_ ? pilot_(trial_->now()) : hand());
    if (trial_->now().time - log_.back().time > log_step - 1e-9 || trial_->lost()) log_.push_back(trial_->now());
  }
  if (trial_->lost()) timer_.stop();
  {
    const QSignalBlocker quiet(moment_);
    moment_->setRange(0, static_cast<int>(log_.size()) - 1);
    moment_->setValue(moment_->maximum());
  }
  show_moment();
}

void PondView::sail_lap(double seconds) {
  back_to_the_jetty();
  course_->setCurrentIndex(course_->findData(QString(course_key(Course::lap))));
  sail_on(seconds);
}

void PondView::show_moment() {
  if (log_.empty() || !of_) {
    picture_->show_boat({}, 0.6, {});
    attitude_->clear();
    for (const Instrument& i : instruments_) i.value->setText(QString::fromUtf8("\u2013"));
    return tell_state();
  }
  const std::span<const SeaSample> trail(
      log_.data(), std::min<std::size_t>(log_.size(), static_cast<std::size_t>(moment_->value()) + 1));
  picture_->show_boat(trail, of_->hull->model.length(), {});
  attitude_->show_boat(std::shared_ptr<const HullModel>(of_->hull, &of_->hull->model), trail.back());
  for (const Instrument& i : instruments_) i.value->setText(i.words(*session_, *this, trail.back()));
  tell_state();
}

void PondView::tell_state() {
  start_->setText(timer_.isActive() ? tr("Pause") : trial_ ? tr("Go on") : tr("Put to sea"));
  start_->setEnabled(!trial_ || !trial_->lost());
  back_->setEnabled(trial_ != nullptr);
  moment_->setEnabled(log_.size() > 1 && !timer_.isActive());
  if (!trial_)
    return tell(
        tr("Withy Mere. Put to sea, then drive with the arrow keys, or choose a course. Nothing here is measured "
           "yet: it is what the methods make of the boat."));
  QStringList words{tr("%1 min out.").arg(log_[static_cast<std::size_t>(moment_->value())].time / 60.0, 0, 'f', 2)};
  if (of_ != session_->state()) words << tr("The boat on the bench has changed: this is the one from before.");
  const auto& all = trial_->happenings();
  for (std::size_t i = all.size() > 2 ? all.size() - 2 : 0; i < all.size(); ++i) words << session_->said(all[i].text);
  tell(words.join(' '));
}

void PondView::refresh() {
  if (session_->dragging()) return;
  // Another boat on the bench: this one comes home.
  if (of_ && of_->project.name != session_->project().name) return back_to_the_jetty();
  show_moment();
}

TableRows PondView::table() const {
  TableRows rows{{"time_s", "east_m", "north_m", "speed_m_s", "throttle", "helm_rad", "motor_rpm", "voltage_v",
                  "current_a", "winding_c", "esc_c", "battery_c", "trim_rad", "heel_rad", "aboard_m3"}};
  const auto n = [](double v) { return QString::number(v, 'g', 8).toStdString(); };
  for (const SeaSample& s : log_)
    rows.push_back({n(s.time), n(s.place.x()), n(s.place.y()), n(s.speed), n(s.throttle), n(s.helm),
                    n(60.0 * s.motor_revolutions), n(s.voltage), n(s.current), n(s.winding), n(s.esc), n(s.battery),
                    n(s.trim), n(s.heel), n(s.aboard)});
  return rows;
}

}  // namespace plucky::app
