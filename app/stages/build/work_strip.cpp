#include "stages/build/work_strip.h"

#include <QMouseEvent>
#include <QScrollArea>
#include <QVBoxLayout>
#include <cmath>

#include "stages/build/work_dates.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double day_length = 86400.0;

}  // namespace

WorkPicture::WorkPicture(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("work_picture");
  setAccessibleName(tr("Tasks over the days"));
  setMouseTracking(true);
}

void WorkPicture::show_work(const std::optional<WorkCalendar>& calendar, const QString& why) {
  calendar_ = calendar;
  why_ = why;
  rows_.clear();
  if (calendar_) {
    double first = 0.0;
    for (const std::size_t i : by_date(*calendar_)) {
      rows_.push_back(i);
      first = std::min(first, calendar_->dates[i].begin);
    }
    from_ = day_length * std::floor(first / day_length);
    to_ = day_length * std::max(std::ceil(calendar_->end / day_length), from_ / day_length + 1.0);
  }
  setMinimumHeight(head_height + row_height * static_cast<int>(rows_.size()) + 6);
  update();
}

int WorkPicture::names_width() const {
  return std::min(330, width() * 3 / 10);
}

double WorkPicture::x_of(double seconds) const {
  return names_width() + 8.0 + (width() - names_width() - 20.0) * (seconds - from_) / (to_ - from_);
}

const WorkTask* WorkPicture::task_at(double y) const {
  const int row = static_cast<int>(std::floor((y - head_height) / row_height));
  if (!calendar_ || row < 0 || row >= static_cast<int>(rows_.size())) return nullptr;
  const std::size_t i = rows_[static_cast<std::size_t>(row)];
  const WorkPlan& plan = session_->seen().build.work;
  return i < plan.tasks.size() ? &plan.tasks[i] : nullptr;
}

void WorkPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  p.fillRect(rect(), l.card);
  const WorkPlan& plan = session_->seen().build.work;
  if (!calendar_ || plan.tasks.size() != calendar_->dates.size()) {
    p.setPen(l.muted);
    p.setFont(ui_font(9.5));
    p.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap, why_);
    return;
  }
  // Days: weekends shaded, as many dates as find room.
  const double day_width = x_of(from_ + day_length) - x_of(from_);
  const int every = std::max(1, static_cast<int>(std::ceil(46.0 / day_width)));
  p.setFont(ui_font(8.2));
  const int days = static_cast<int>(std::lround((to_ - from_) / day_length));
  const auto begin_of = [&](int n) { return from_ + day_length * n; };
  for (int n = 0; n < days; ++n)
    if (moment(*calendar_, begin_of(n)).date().dayOfWeek() >= 6)
      p.fillRect(QRectF(x_of(begin_of(n)), 0, day_width, height()), l.panel);
  for (int n = 0; n < days; ++n) {
    const double day = begin_of(n);
    const QDate date = moment(*calendar_, day).date();
    p.setPen(QPen(l.line, 1.0));
    p.drawLine(QPointF(x_of(day), n % every == 0 ? 4 : head_height), QPointF(x_of(day), height()));
    if (n % every != 0) continue;
    p.setPen(l.muted);
    p.drawText(QRectF(x_of(day) + 3, 0, 80, head_height), Qt::AlignVCenter | Qt::AlignLeft,
               date.toString(QStringLiteral("MM-dd")));
  }
  for (std::size_t row = 0; row < rows_.size(); ++row) {
    const WorkTask& task = plan.tasks[rows_[row]];
    const WorkTimes& times = plan.times[rows_[row]];
    const TaskDates& d = calendar_->dates[rows_[row]];
    const double y = head_height + row_height * static_cast<double>(row);
    const bool chosen = task.subject != 0 && session_->is_selected(task.subject);
    if (chosen) p.fillRect(QRectF(0, y, width(), row_height), l.brass_fill);
    p.setFont(ui_font(8.4, d.done ? QFont::Normal : times.critical() ? QFont::DemiBold : QFont::Normal));
    p.setPen(d.done ? l.muted : l.ink);
    const QRectF name(8, y, names_width() - 12, row_height);
    p.drawText(name, Qt::AlignVCenter | Qt::AlignLeft,
               p.fontMetrics().elidedText(session_->said(task.text), Qt::ElideRight, static_cast<int>(name.width())));
    if (d.done) {
      p.setPen(l.reed_text);
      p.drawText(QRectF(x_of(std::max(d.begin, from_)) - 6, y, 60, row_height), Qt::AlignVCenter | Qt::AlignLeft,
                 QString::fromUtf8("\u2713"));
      continue;
    }
    const double middle = y + 0.5 * row_height, hands_end = d.hands.empty() ? d.begin : d.hands.back().to;
    // What goes on alone: a printer's bar, then what hardens as a thin one.
    if (d.finish > hands_end + 60.0)
      p.fillRect(QRectF(QPointF(x_of(hands_end), middle - 3.5), QPointF(x_of(d.finish), middle + 3.5)), l.part);
    if (d.ready > d.finish + 60.0) {
      p.setPen(QPen(l.water_line, 2.0));
      p.drawLine(QPointF(x_of(d.finish), middle), QPointF(x_of(d.ready), middle));
    }
    p.setPen(Qt::NoPen);
    p.setBrush(times.critical() ? l.buoy : l.reed);
    for (const Stretch& s : d.hands)
      p.drawRoundedRect(QRectF(x_of(s.from), middle - 5.5, std::max(4.0, x_of(s.to) - x_of(s.from)), 11.0), 2.0, 2.0);
  }
}

void WorkPicture::mouseMoveEvent(QMouseEvent* event) {
  const WorkTask* task = task_at(event->position().y());
  if (!task) return;
  const std::size_t row = static_cast<std::size_t>((event->position().y() - head_height) / row_height);
  const TaskDates& d = calendar_->dates[rows_[row]];
  emit pointed(d.done ? session_->said(task->text)
                      : tr("%1 %2 to %3, holds or is ready %4.")
                            .arg(session_->said(task->text), moment_words(moment(*calendar_, d.begin)),
                                 moment_words(moment(*calendar_, d.hands.empty() ? d.begin : d.hands.back().to)),
                                 moment_words(moment(*calendar_, d.ready))));
}

void WorkPicture::mousePressEvent(QMouseEvent* event) {
  const WorkTask* task = task_at(event->position().y());
  if (task && session_->project().layout.find(task->subject)) session_->select(task->subject);
}

WorkStrip::WorkStrip(Session* session, QWidget* parent) : ShelfPage(session, tr("Calendar"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* scroll = new QScrollArea(this);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setWidgetResizable(true);
  picture_ = new WorkPicture(session, scroll);
  scroll->setWidget(picture_);
  column->addWidget(scroll);
  connect(picture_, &WorkPicture::pointed, this, [this](const QString& words) { tell(words); });
  connect(session, &Session::selection_changed, picture_, qOverload<>(&QWidget::update));
}

void WorkStrip::refresh() {
  if (session_->dragging()) return;
  QString why;
  const auto calendar = work_calendar(*session_, session_->seen(), &why);
  picture_->show_work(calendar, why);
  tell(calendar ? tr("Red: whatever is late here makes the boat late. Thick: hands; grey: the printer alone; "
                     "line: glue or paint hardens. Ready on %1.")
                      .arg(moment_words(moment(*calendar, calendar->end)))
                : why);
}

TableRows WorkStrip::table() const {
  TableRows out{{tr("Task").toStdString(), tr("Begins").toStdString(), tr("Ready").toStdString()}};
  const auto calendar = work_calendar(*session_, session_->seen());
  if (!calendar) return out;
  for (const std::size_t i : by_date(*calendar))
    out.push_back({session_->said(session_->seen().build.work.tasks[i].text).toStdString(),
                   moment(*calendar, calendar->dates[i].begin).toString(Qt::ISODate).toStdString(),
                   moment(*calendar, calendar->dates[i].ready).toString(Qt::ISODate).toStdString()});
  return out;
}

}  // namespace plucky::app
