// The order of work on the page of the stage Build: what is next, hours, the builder's own wishes.
#include <QComboBox>
#include <QDateTime>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <algorithm>

#include "assessment/stages/build/bill.h"
#include "base/error.h"
#include "io/calendar_file.h"
#include "io/file.h"
#include "session/ask_where.h"
#include "session/tick_task.h"
#include "session/today.h"
#include "stages/build/build_page.h"
#include "stages/build/work_dates.h"

namespace plucky::app {

namespace {

/// What holds sections, panels and bulkheads.
constexpr Product glues[] = {Product::epoxy_5, Product::epoxy_30, Product::epoxy_slow, Product::cyanoacrylate,
                             Product::all_purpose};

/// The task to do next: of those that are open the one that begins first.
const WorkTask* next_task(const WorkPlan& plan, const WorkCalendar& calendar) {
  for (const std::size_t i : by_date(calendar))
    if (!calendar.dates[i].done) return &plan.tasks[i];
  return nullptr;
}

}  // namespace

void BuildPage::add_work() {
  next_ = note({});
  next_->setObjectName("work_next");
  done_ = button(tr("That is done"), "work_done");
  connect(done_, &QPushButton::clicked, this, [this] {
    const auto calendar = work_calendar(*session_, session_->now());
    const WorkTask* task = calendar ? next_task(session_->now().build.work, *calendar) : nullptr;
    if (task) tick_task(*session_, *task, true);
  });
  trouble_ = choice(tr("Trouble at it"), {}, "work_trouble");
  trouble_->setToolTip(
      tr("What was met: how it is mended comes into the order of work, and what waits for it waits longer"));
  connect(trouble_, &QComboBox::activated, this, [this](int i) {
    const auto calendar = work_calendar(*session_, session_->now());
    const WorkTask* task = calendar ? next_task(session_->now().build.work, *calendar) : nullptr;
    if (!task || i <= 0) return;
    const FaultKind kind = fault_from_key(trouble_->itemData(i).toString().toStdString());
    const std::string key = task->key;
    change(term(type_of(kind).name),
           [&](BuildDesign& b) { b.work.faults.push_back({.kind = kind, .task = key, .date = today()}); });
  });
  start_ = text(tr("First day"), "work_start");
  start_->setPlaceholderText(tr("today"));
  start_->setToolTip(tr("Like 2026-05-02; empty: today"));
  connect(start_, &QLineEdit::editingFinished, this, [this] {
    const std::string day = start_->text().trimmed().toStdString();
    if (day != session_->project().build.work.start && !day.empty() && !day_number(day)) {
      session_->refuse(tr("First day: \"%1\" is no day like 2026-05-02. The old one stays.").arg(start_->text()));
      return refresh();
    }
    change(tr("First day of the work"), [&](BuildDesign& b) { b.work.start = day; });
  });
  number(tr("Hands, Monday to Friday"), "work_weekday", Dimension::duration,
         [](BuildDesign& b) -> double& { return b.work.weekday_hours; });
  number(tr("Hands, Saturday, Sunday"), "work_weekend", Dimension::duration,
         [](BuildDesign& b) -> double& { return b.work.weekend_hours; });
  number(tr("Workshop"), "work_temperature", Dimension::temperature, [](BuildDesign& b) -> double& {
    return b.work.temperature;
  })->setToolTip(tr("Glue and paint take twice as long for each 10 degrees Celsius colder"));
  number(tr("Printers"), "work_printers", Dimension::none, [](BuildDesign& b) -> double& { return b.work.printers; });
  QStringList names;
  for (const Product p : glues) names << term(product_entry(p).name);
  glue_ = choice(tr("Glue of the joints"), names, "work_glue");
  connect(glue_, &QComboBox::activated, this,
          [this](int i) { change(tr("Glue of the joints"), [=](BuildDesign& b) { b.work.joints = glues[i]; }); });
  write_calendar_ = button(tr("Write the calendar\u2026"), "work_export", true);
  connect(write_calendar_, &QPushButton::clicked, this, [this] {
    const QString file = ask_where(this, tr("Calendar of the work"), QString::fromStdString(session_->project().name),
                                   tr("Calendar (*.ics)"), QStringLiteral(".ics"));
    if (!file.isEmpty()) write_calendar(file);
  });
}

void BuildPage::add_wishes() {
  wish_first_ = choice(tr("Your own wish: first"), {}, "wish_first");
  wish_then_ = choice(tr("and then"), {}, "wish_then");
  add_wish_ = button(tr("Keep this order"), "wish_add", true);
  connect(add_wish_, &QPushButton::clicked, this, [this] {
    const std::string first = wish_first_->currentData().toString().toStdString(),
                      then = wish_then_->currentData().toString().toStdString();
    if (first.empty() || first == then)
      return session_->refuse(tr("A task cannot come before itself: choose two different ones."));
    change(tr("Wish about the order"),
           [&](BuildDesign& b) { b.work.wishes.push_back({.first = first, .then = then}); });
  });
  wishes_ = table(tr("Your wishes"), {tr("First"), tr("Then")}, "wishes", 60);
  wishes_->setMaximumHeight(90);
  drop_wish_ = button(tr("Forget the wish"), "wish_drop", true);
  connect(drop_wish_, &QPushButton::clicked, this, [this] {
    const int i = std::max(0, wishes_->indexOfTopLevelItem(wishes_->currentItem()));
    change(tr("Forget a wish"), [&](BuildDesign& b) {
      if (i < static_cast<int>(b.work.wishes.size())) b.work.wishes.erase(b.work.wishes.begin() + i);
    });
  });
}

void BuildPage::fill_work() {
  const Assessment& a = session_->now();
  const WorkPlan& plan = a.build.work;
  const WorkDesign& w = a.project.build.work;
  QString why;
  const auto calendar = work_calendar(*session_, a, &why);
  const WorkTask* next = calendar ? next_task(plan, *calendar) : nullptr;
  if (!calendar) {
    next_->setText(why);
  } else if (!next) {
    next_->setText(tr("All is done."));
  } else {
    QStringList takes;
    for (const Text& t : next->takes) takes << session_->said(t);
    QString words = tr("Next: %1 %2 of hands; ready on %3 if all goes on.")
                        .arg(session_->said(next->text), session_->in_words({next->hands, Dimension::duration}),
                             moment_words(moment(*calendar, calendar->end)));
    if (!takes.isEmpty()) words += " " + tr("Takes: %1.").arg(takes.join(QStringLiteral(", ")));
    for (const Text& x : next->hints) words += " " + session_->said(x);
    // Whoever ticks nothing off the bill does not want to hear what is missing.
    if (!a.project.build.bill.empty()) {
      QStringList missing;
      for (const BillLine& l : missing_for(*next, bill_of(a), a.project.build)) missing << session_->said(l.item);
      if (!missing.isEmpty()) words += " " + tr("Still missing: %1.").arg(missing.join(QStringLiteral(", ")));
    }
    if (!next->caution.empty()) words += " " + session_->said(next->caution);
    next_->setText(words);
  }
  done_->setEnabled(next != nullptr);
  {
    const QSignalBlocker quiet(trouble_);
    trouble_->clear();
    trouble_->addItem(tr("none"));
    for (const FaultType& t : fault_types())
      if (next && is_met_at(t.value, next->key)) trouble_->addItem(term(t.name), QString::fromUtf8(t.key));
    set_row_visible(trouble_, trouble_->count() > 1);
  }
  write_calendar_->setEnabled(calendar.has_value());
  start_->setText(QString::fromStdString(w.start));
  for (std::size_t i = 0; i < std::size(glues); ++i)
    if (glues[i] == w.joints) glue_->setCurrentIndex(static_cast<int>(i));
  for (QComboBox* box : {wish_first_, wish_then_}) {
    const QSignalBlocker quiet(box);
    const QVariant was = box->currentData();
    box->clear();
    for (const WorkTask& t : plan.tasks) box->addItem(session_->said(t.text), QString::fromStdString(t.key));
    box->setCurrentIndex(std::max(0, box->findData(was)));
  }
  wishes_->clear();
  const auto said = [&](const std::string& key) {
    const WorkTask* t = plan.find(key);
    return t ? session_->said(t->text) : tr("(gone: %1)").arg(QString::fromStdString(key));
  };
  for (const WorkWish& wish : w.wishes) {
    auto* item = new QTreeWidgetItem(wishes_, {said(wish.first), said(wish.then)});
    item->setToolTip(0, item->text(0));
    item->setToolTip(1, item->text(1));
  }
  wishes_->setVisible(!w.wishes.empty());
  drop_wish_->setVisible(!w.wishes.empty());
}

bool BuildPage::write_calendar(const QString& file) {
  QString why;
  const auto calendar = work_calendar(*session_, session_->now(), &why);
  if (!calendar) {
    session_->refuse(why);
    return false;
  }
  try {
    write_file_atomically(
        file.toStdString(),
        write_icalendar(session_->now().build.work, *calendar, session_->project().name,
                        QDateTime::currentDateTimeUtc().toString("yyyyMMdd'T'HHmmss'Z'").toStdString(),
                        [&](const Text& t) { return session_->said(t).toStdString(); }));
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
    return false;
  }
  return true;
}

}  // namespace plucky::app
