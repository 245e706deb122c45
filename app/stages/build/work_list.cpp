#include "stages/build/work_list.h"

#include "session/tick_task.h"
#include "stages/build/work_dates.h"
#include "tables/items.h"

namespace plucky::app {

WorkList::WorkList(Session* session, QWidget* parent) : ShelfPage(session, tr("Order of work"), parent) {
  table_ = fill_page(this, "work_list",
                     {tr("Step"), tr("Task"), tr("Begins"), tr("Holds, is ready"), tr("Hands"), tr("Can wait"),
                      tr("Comes after"), tr("Takes"), tr("Caution")});
  table_->setSortingEnabled(false);  // it is in the order in which it is done
  for (const auto& [column, width] : {std::pair{1, 330}, {6, 220}, {7, 200}}) {
    table_->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Interactive);
    table_->setColumnWidth(column, width);
  }
  connect(table_, &QTableWidget::itemChanged, this, [this](QTableWidgetItem* item) {
    if (filling_ || item->column() != 0) return;
    const std::string key = keys_[static_cast<std::size_t>(item->row())];
    if (const WorkTask* task = session_->now().build.work.find(key))
      tick_task(*session_, *task, item->checkState() == Qt::Checked);
  });
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (filling_ || table_->currentRow() < 0) return;
    const WorkTask* task = session_->now().build.work.find(keys_[static_cast<std::size_t>(table_->currentRow())]);
    if (task && session_->project().layout.find(task->subject)) session_->select(task->subject);
  });
}

void WorkList::refresh() {
  if (session_->dragging()) return;
  filling_ = true;
  const Assessment& a = session_->seen();
  QString why;
  const auto calendar = work_calendar(*session_, a, &why);
  const std::string chosen = table_->currentRow() >= 0 && table_->currentRow() < static_cast<int>(keys_.size())
                                 ? keys_[static_cast<std::size_t>(table_->currentRow())]
                                 : std::string();
  keys_.clear();
  const TableFill fill(table_);
  table_->setRowCount(calendar ? static_cast<int>(a.build.work.tasks.size()) : 0);
  int row = 0, again = -1;
  for (const std::size_t i : calendar ? by_date(*calendar) : std::vector<std::size_t>()) {
    const WorkTask& t = a.build.work.tasks[i];
    const TaskDates& d = calendar->dates[i];
    keys_.push_back(t.key);
    if (t.key == chosen) again = row;
    auto* step = new QTableWidgetItem(QString::number(row + 1));
    step->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
    step->setCheckState(d.done ? Qt::Checked : Qt::Unchecked);
    table_->setItem(row, 0, step);
    table_->setItem(row, 1, text_item(session_->said(t.text), t.subject));
    const WorkDone* done = a.project.build.work.find_done(t.key);
    table_->setItem(row, 2,
                    text_item(done ? tr("done %1").arg(QString::fromStdString(done->date))
                                   : moment_words(moment(*calendar, d.begin))));
    table_->setItem(row, 3, text_item(moment_words(moment(*calendar, d.ready))));
    table_->setItem(row, 4, text_item(session_->in_words({t.hands, Dimension::duration})));
    const WorkTimes& at = a.build.work.times[i];
    table_->setItem(row, 5,
                    text_item(d.done          ? QString()
                              : at.critical() ? tr("not at all")
                                              : session_->in_words({at.slack(), Dimension::duration})));
    QStringList after, takes;
    for (const WorkNeed& n : t.needs)
      if (const WorkTask* first = a.build.work.find(n.task))
        after << tr("%1 (%2)").arg(session_->said(first->text), session_->said(n.why));
    for (const Text& x : t.takes) takes << session_->said(x);
    table_->setItem(row, 6, text_item(after.join(QStringLiteral("; "))));
    table_->setItem(row, 7, text_item(takes.join(QStringLiteral(", "))));
    table_->setItem(row, 8, text_item(t.caution.empty() ? QString() : session_->said(t.caution)));
    for (const int column : {6, 7, 8}) table_->item(row, column)->setToolTip(table_->item(row, column)->text());
    QStringList how{table_->item(row, 1)->text()};
    for (const Text& x : t.hints) how << session_->said(x);
    table_->item(row, 1)->setToolTip(how.join(' '));
    table_->item(row, 8)->setForeground(look().buoy_text);
    if (d.done)
      for (int column = 0; column < 8; ++column) table_->item(row, column)->setForeground(look().muted);
    ++row;
  }
  if (again >= 0) table_->setCurrentCell(again, 1);
  tell(!calendar ? why
                 : tr("%1 of hands left; the boat is ready on %2. A tick sets a task done today.")
                       .arg(session_->in_words({calendar->hands_left, Dimension::duration}),
                            moment_words(moment(*calendar, calendar->end))));
  filling_ = false;
}

TableRows WorkList::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
