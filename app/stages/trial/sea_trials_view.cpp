#include "stages/trial/sea_trials_view.h"

#include <qcustomplot.h>

#include <QHBoxLayout>
#include <QPointer>
#include <QPushButton>
#include <QTableWidget>

#include "assessment/sea.h"
#include "base/error.h"
#include "chart/chart_page.h"
#include "report/trial_report.h"
#include "session/ask_where.h"
#include "tables/items.h"

namespace plucky::app {

SeaTrialsView::SeaTrialsView(Session* session, QWidget* parent) : ShelfPage(session, tr("Sea trials"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* left = new QVBoxLayout;
  run_ = new QPushButton(tr("Run the standard trials"), this);
  run_->setObjectName("run_sea_trials");
  auto* buttons = new QHBoxLayout;
  buttons->addWidget(run_, 1);
  print_ = new QPushButton(tr("Print..."), this);
  print_->setObjectName("print_sea_trials");
  buttons->addWidget(print_);
  left->addLayout(buttons);
  mend_ = new QPushButton(this);
  mend_->setObjectName("mend_by_trials");
  left->addWidget(mend_);
  table_ = make_table(this, "sea_trials", title(), {tr("Trial"), tr("What"), tr("Now"), tr("Before")});
  table_->setSortingEnabled(false);
  table_->horizontalHeader()->setStretchLastSection(false);
  table_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Interactive);
  table_->horizontalHeader()->resizeSection(0, 130);
  table_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
  left->addWidget(table_, 1);
  row->addLayout(left, 3);
  plot_ = new QCustomPlot(this);
  plot_->setObjectName("sea_trial_plot");
  plot_->setAccessibleName(tr("Speed and trim over the trial's time"));
  plot_->addGraph();
  plot_->addGraph(plot_->xAxis, plot_->yAxis2);
  row->addWidget(plot_, 2);
  connect(run_, &QPushButton::clicked, this, &SeaTrialsView::run);
  connect(print_, &QPushButton::clicked, this, &SeaTrialsView::print);
  connect(mend_, &QPushButton::clicked, this, &SeaTrialsView::mend);
  connect(&session_->trial(), &RemedyTrial::judged, this, [this] {
    if (isVisible()) fill_mend();
  });
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) draw();
  });
}

void SeaTrialsView::run() {
  const std::shared_ptr<const Assessment> of = session_->state();
  const SeaReady ready = sea_boat_of(*of);
  if (!ready.boat) return session_->refuse(tr("She cannot sail: %1.").arg(session_->said(ready.missing)));
  session_->job()->start(tr("Sea trials"), [self = QPointer(this), of, boat = ready.boat](const Job::Link& link) {
    auto done = std::make_shared<Done>();
    done->of = of;
    done->trials = standard_trials(*boat, [&](double share) {
      link.step(tr("Sea trials: %1 %").arg(static_cast<int>(100.0 * share)));
      return true;
    });
    done->faults = faults_of(*of, done->trials);
    link.deliver([self, done] {
      if (!self) return;
      if (self->now_ && !(self->now_->of->project == done->of->project)) self->before_ = self->now_;
      self->now_ = done;
      self->refresh();
    });
  });
}

void SeaTrialsView::refresh() {
  if (session_->dragging()) return;
  fill();
  fill_mend();
  draw();
  if (!now_)
    return tell(
        tr("Standing start, top speed, hump, coasting, circles, stop, endurance, soak, swamped, laid over: in "
           "still water without wind. What the methods make of the boat, not a measurement."));
  QStringList words;
  if (!(now_->of->project == session_->project())) words << tr("The boat has changed since: run them again.");
  for (const TrialFault& f : now_->faults) {
    const TrialResult* r = now_->trials.find(f.trial);
    QString said = r && f.time ? tr("%1, %2: %3")
                                     .arg(session_->said(r->name), session_->in_words({*f.time, Dimension::duration}),
                                          session_->said(f.text))
                               : session_->said(f.text);
    if (f.diagnosis && !f.diagnosis->suspects.empty())
      said += " " + tr("Likeliest: %1.").arg(term(f.diagnosis->suspects.front().cause->name));
    words << said;
  }
  words.removeDuplicates();
  tell(words.isEmpty() ? tr("Nothing went wrong.") : words.join(' '));
}

void SeaTrialsView::print() {
  if (!now_) return session_->refuse(tr("Run them first: there is nothing to print yet."));
  const QString path = ask_for_pdf(this, *session_, title());
  if (path.isEmpty()) return;
  try {
    write_trial_report(now_->of->project, session_->units(), path, now_->trials, before_ ? &before_->trials : nullptr);
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
}

void SeaTrialsView::mend() {
  if (offer_) session_->perform(Edit(*offer_));
}

/// The offer of the first fault that has one, once the boat it makes was found better.
void SeaTrialsView::fill_mend() {
  offer_.reset();
  if (now_ && now_->of->project == session_->project())
    for (const TrialFault& f : now_->faults)
      if (const Suspect* s = f.offer();
          s && !offer_ && session_->trial().verdict(*s->finding) == RemedyTrial::Verdict::better) {
        offer_ = s->finding->remedy;
        const QString words = session_->said(offer_->label);
        mend_->setText(mend_->fontMetrics().elidedText(words, Qt::ElideRight, 300));
        mend_->setToolTip(tr("%1 %2 %3").arg(session_->said(f.text), term(s->cause->name), words));
      }
  mend_->setVisible(offer_.has_value());
}

void SeaTrialsView::fill() {
  filling_ = true;
  const int chosen = table_->currentRow();
  const TableFill rows(table_);
  table_->setRowCount(0);
  if (now_)
    for (const TrialResult& r : now_->trials.results) {
      const TrialResult* old = before_ ? before_->trials.find(r.trial) : nullptr;
      for (std::size_t i = 0; i < r.numbers.size(); ++i) {
        const TrialNumber& n = r.numbers[i];
        const int row = table_->rowCount();
        table_->insertRow(row);
        table_->setItem(row, 0, text_item(i == 0 ? session_->said(r.name) : QString(), static_cast<Id>(r.trial)));
        table_->item(row, 0)->setToolTip(session_->said(r.name));
        table_->setItem(row, 1, text_item(session_->said(n.name)));
        const auto words = [&](const TrialNumber& number) {
          return number.value ? session_->shown(*number.value) : session_->said(number.why_not);
        };
        table_->setItem(row, 2, text_item(words(n)));
        table_->setItem(row, 3, text_item(old && i < old->numbers.size() ? words(old->numbers[i]) : QString()));
        for (const int c : {2, 3}) table_->item(row, c)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
      }
    }
  if (table_->rowCount() > 0) table_->setCurrentCell(std::clamp(chosen, 0, table_->rowCount() - 1), 1);
  filling_ = false;
}

void SeaTrialsView::draw() {
  const Look& l = look();
  ChartPage::restyle_two(plot_);
  plot_->xAxis->setLabel(tr("Time, s"));
  plot_->yAxis->setLabel(tr("Speed, km/h"));
  plot_->yAxis2->setLabel(tr("Trim, degrees"));
  plot_->graph(0)->setPen(QPen(l.water_line, 2.0));
  plot_->graph(1)->setPen(QPen(l.brass, 1.5));
  QVector<double> t, speed, trim;
  const int row = table_->currentRow();
  if (now_ && row >= 0)
    if (const TrialResult* r =
            now_->trials.find(static_cast<StandardTrial>(table_->item(row, 0)->data(Qt::UserRole).toUInt())))
      for (const SeaSample& s : r->course) {
        t << s.time;
        speed << 3.6 * s.speed;
        trim << s.trim * 180.0 / pi;
      }
  plot_->graph(0)->setData(t, speed, true);
  plot_->graph(1)->setData(t, trim, true);
  plot_->rescaleAxes();
  plot_->yAxis->setRangeLower(std::min(0.0, plot_->yAxis->range().lower));
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

TableRows SeaTrialsView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
