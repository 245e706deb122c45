#include "stages/seal/leak_bath.h"

#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <cmath>

#include "session/today.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr BathRound rounds[] = {BathRound::still, BathRound::shaft_turning, BathRound::under_thrust};

QString step_words(BathRound round) {
  switch (round) {
    case BathRound::still:
      return QObject::tr(
          "1. Weigh the boat. A dry tissue at each ingress point. Afloat at its load for half an hour, battery out.");
    case BathRound::shaft_turning:
      return QObject::tr("2. Fresh tissues. The shaft turning slowly for five minutes, hands and cables clear of it.");
    case BathRound::under_thrust:
      return QObject::tr(
          "3. Held fast against the tub's end under half throttle for a minute. Then dry the outside and weigh again.");
  }
  return {};
}

}  // namespace

LeakBath::LeakBath(Session* session, QWidget* parent) : Page(session, parent) {
  layout()->setContentsMargins(0, 0, 0, 0);
  QStringList names;
  for (const BathRound r : rounds) names << term(round_name(r));
  round_ = choice(tr("Round"), names, "leak_round");
  step_ = note({});
  clock_ = fact(tr("In the water"));
  clock_->setObjectName("leak_clock");
  start_ = button(tr("Start the clock"), "leak_start");
  already_ = quantity(tr("Already in for"), Dimension::duration, "leak_already");
  results_ = table(tr("Tissues"), {tr("Tissue at"), tr("Still"), tr("Turns"), tr("Thrust")}, "leak_results", 150);
  results_->setFixedHeight(190);
  words_ = text(tr("Seen there"), "leak_note");
  pass_ = button(tr("Its tissue is dry"), "leak_pass");
  fail_ = button(tr("Its tissue is wet"), "leak_fail");
  before_ = quantity(tr("Weighs before"), Dimension::mass, "leak_before");
  after_ = quantity(tr("Weighs after"), Dimension::mass, "leak_after");
  keep_ = button(tr("Keep this bath"), "leak_keep");
  last_ = note({});
  last_->setObjectName("leak_last");
  before_->set_nothing(tr("not weighed"));
  after_->set_nothing(tr("not weighed"));
  already_->set_value(0.0);
  // What is typed stays in the field until the bath is kept.
  for (QuantityEdit* edit : {before_, after_, already_})
    connect(edit, &QuantityEdit::entered, edit, &QuantityEdit::set_value);
  tick_.setInterval(1000);
  connect(&tick_, &QTimer::timeout, this, &LeakBath::tell_time);
  connect(start_, &QPushButton::clicked, this, &LeakBath::start_or_stop);
  connect(already_, &QuantityEdit::entered, this, [this](double s) {
    if (s < 0.0) return session_->refuse(tr("A time in the bath is not below zero."));
    earlier_ = s;
    if (running_.isValid()) running_.restart();
    tell_time();
  });
  connect(round_, &QComboBox::currentIndexChanged, this, &LeakBath::set_round);
  connect(pass_, &QPushButton::clicked, this, [this] { mark(true); });
  connect(fail_, &QPushButton::clicked, this, [this] { mark(false); });
  connect(keep_, &QPushButton::clicked, this, &LeakBath::keep);
  set_round(0);
  tell_time();
}

double LeakBath::elapsed() const {
  return earlier_ + (running_.isValid() ? running_.elapsed() / 1000.0 : 0.0);
}

void LeakBath::add_time(double seconds) {
  earlier_ += seconds;
  tell_time();
}

void LeakBath::start_or_stop() {
  if (running_.isValid()) {
    earlier_ = elapsed();
    running_.invalidate();
    tick_.stop();
  } else {
    running_.start();
    tick_.start();
  }
  start_->setText(running_.isValid() ? tr("Stop the clock") : tr("Start the clock"));
  tell_time();
}

void LeakBath::tell_time() {
  const int s = static_cast<int>(std::floor(elapsed())), rest = std::max(0, static_cast<int>(least_bath) - s);
  clock_->setText(
      tr("%1:%2%3")
          .arg(s / 60)
          .arg(s % 60, 2, 10, QChar('0'))
          .arg(rest > 0 ? tr(", %1:%2 to go").arg(rest / 60).arg(rest % 60, 2, 10, QChar('0')) : tr(", long enough")));
}

void LeakBath::set_round(int index) {
  step_->setText(step_words(rounds[std::max(0, index)]));
}

void LeakBath::mark(bool passed) {
  if (results_->selectedItems().isEmpty())
    return session_->refuse(tr("Choose the ingress point whose tissue you looked at."));
  const std::string key = results_->selectedItems().front()->data(0, Qt::UserRole).toString().toStdString();
  marks_[{key, rounds[round_->currentIndex()]}] = {passed, words_->text().trimmed().toStdString()};
  words_->clear();
  refresh();
  // On to the next tissue.
  if (QTreeWidgetItem* next =
          results_->itemBelow(results_->selectedItems().isEmpty() ? nullptr : results_->selectedItems().front()))
    results_->setCurrentItem(next);
}

void LeakBath::keep() {
  if (marks_.empty()) return session_->refuse(tr("No tissue has been looked at yet."));
  LeakTest t;
  t.date = today();
  t.duration = elapsed();
  t.mass_before = before_->has_value() ? before_->value() : 0.0;
  t.mass_after = after_->has_value() ? after_->value() : 0.0;
  for (const auto& [where, result] : marks_)
    t.results.push_back({.opening = where.first, .round = where.second, .passed = result.first, .note = result.second});
  Sealing s = session_->project().sealing;
  s.tests.push_back(t);
  if (!session_->perform({as_said(tr("Leak test of %1").arg(QString::fromStdString(t.date))), ChangeSealing{s}}))
    return;
  marks_.clear();
  if (running_.isValid()) start_or_stop();
  earlier_ = 0.0;
  already_->set_value(0.0);
  before_->set_nothing(tr("not weighed"));
  after_->set_nothing(tr("not weighed"));
  tell_time();
  refresh();
}

void LeakBath::refresh() {
  const Assessment& a = session_->now();
  const QSignalBlocker quiet(results_);
  const auto selected = results_->selectedItems();
  const QString chosen = selected.isEmpty() ? QString() : selected.front()->data(0, Qt::UserRole).toString();
  results_->clear();
  for (const SealOpening& o : a.seal.openings) {
    QStringList row{session_->said(o.name)};
    for (const BathRound r : rounds) {
      const auto it = marks_.find({o.key, r});
      row << (it == marks_.end() ? QString() : it->second.first ? tr("dry") : tr("wet"));
    }
    auto* item = new QTreeWidgetItem(results_, row);
    item->setData(0, Qt::UserRole, QString::fromStdString(o.key));
    item->setToolTip(0, row.front());
    for (int i = 1; i <= 3; ++i)
      if (row[i] == tr("wet")) item->setForeground(i, look().buoy_text);
    if (item->data(0, Qt::UserRole).toString() == chosen) results_->setCurrentItem(item);
  }
  const auto& tests = a.project.sealing.tests;
  if (tests.empty()) {
    last_->setText(tr("No bath yet."));
    return;
  }
  const LeakTest& t = tests.back();
  const auto wet = std::count_if(t.results.begin(), t.results.end(), [](const LeakResult& r) { return !r.passed; });
  last_->setText(tr("Last: %1, %2, %3 of %4 tissues wet%5.")
                     .arg(QString::fromStdString(t.date), session_->shown({t.duration, Dimension::duration}))
                     .arg(wet)
                     .arg(t.results.size())
                     .arg(t.mass_before > 0.0 && t.mass_after > 0.0
                              ? tr(", %1 taken in").arg(session_->shown({t.intake(), Dimension::mass}))
                              : QString()));
}

}  // namespace plucky::app
