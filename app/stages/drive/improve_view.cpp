#include "stages/drive/improve_view.h"

#include <qcustomplot.h>

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

#include "base/error.h"
#include "chart/axis_scale.h"
#include "chart/chart_page.h"
#include "chart/marks.h"
#include "io/units.h"
#include "project/catalogue.h"
#include "tables/items.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace improve_columns {
enum Column { way, number, speed, run_time, mass, watch };
}

namespace {

namespace improve_col = improve_columns;

}  // namespace

ImproveView::ImproveView(Session* session, QWidget* parent) : WorkedPage(session, tr("Improve"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* controls = new QHBoxLayout;
  number_ = new QComboBox(this);
  number_->setObjectName("improve_number");
  number_->setAccessibleName(tr("Number to improve"));
  number_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  number_->setMinimumContentsLength(12);
  sense_ = new QComboBox(this);
  sense_->setObjectName("improve_sense");
  sense_->setAccessibleName(tr("At least or at most"));
  sense_->addItems({tr("at least"), tr("at most")});
  value_ = new QLineEdit(this);
  value_->setObjectName("improve_value");
  value_->setAccessibleName(tr("Wanted"));
  value_->setMaximumWidth(110);
  work_ = new QPushButton(tr("Find ways"), this);
  work_->setObjectName("improve_work");
  take_ = new QPushButton(tr("Take it"), this);
  take_->setObjectName("improve_take");
  take_->setProperty("strong", true);
  controls->addWidget(number_, 1);
  controls->addWidget(sense_);
  controls->addWidget(value_);
  controls->addWidget(work_);
  controls->addWidget(take_);
  column->addLayout(controls);
  auto* row = new QHBoxLayout;
  table_ = make_table(this, "improve_ways", title(),
                      {tr("Change"), tr("Then"), tr("Speed"), tr("Run time"), tr("Mass"), tr("New warnings")});
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  table_->horizontalHeader()->setSectionResizeMode(improve_col::way, QHeaderView::Interactive);
  table_->setColumnWidth(improve_col::way, 230);
  row->addWidget(table_, 3);
  plot_ = new QCustomPlot(this);
  plot_->setObjectName("improve_plot");
  plot_->setAccessibleName(tr("Each way by two of its numbers"));
  plot_->setMinimumSize(210, 80);
  auto* picture = new QVBoxLayout;
  picture->addWidget(plot_, 1);
  auto* axes = new QHBoxLayout;
  for (const auto& [box, name, words] :
       {std::tuple{&up_, "improve_up", tr("Upward")}, {&across_, "improve_across", tr("Across")}}) {
    *box = new QComboBox(this);
    (*box)->setObjectName(name);
    (*box)->setAccessibleName(words);
    (*box)->setToolTip(words);
    (*box)->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    (*box)->setMinimumContentsLength(6);
    axes->addWidget(*box, 1);
    connect(*box, &QComboBox::activated, this, &ImproveView::draw);
  }
  picture->addLayout(axes);
  row->addLayout(picture, 1);
  column->addLayout(row, 1);
  reach_ = add_marks(plot_, QCPScatterStyle::ssDisc, 8);
  nearer_ = add_marks(plot_, QCPScatterStyle::ssCircle, 8);
  now_ = add_marks(plot_, QCPScatterStyle::ssCircle, 15);
  chosen_ = add_marks(plot_, QCPScatterStyle::ssSquare, 14);
  connect(number_, &QComboBox::activated, this, &ImproveView::show_goal);
  wire(work_);
  connect(value_, &QLineEdit::returnPressed, this, [this] {
    if (!at_work()) work_out();
  });
  connect(take_, &QPushButton::clicked, this, &ImproveView::take);
  connect(table_, &QTableWidget::itemActivated, this, &ImproveView::take);
  connect(table_, &QTableWidget::itemSelectionChanged, this, &ImproveView::draw);
  connect(plot_, &QCustomPlot::mousePress, this, [this](QMouseEvent* event) {
    int nearest = -1;
    double least = 20.0;
    for (int r = 0; r < table_->rowCount(); ++r) {
      const QPointF off = place_of(table_->item(r, improve_col::way)->data(Qt::UserRole).toUInt()) - event->pos();
      if (const double away = std::hypot(off.x(), off.y()); away < least) least = away, nearest = r;
    }
    if (nearest >= 0) table_->setCurrentCell(nearest, improve_col::way);
  });
}

const LedgerRow* ImproveView::row_of(const QComboBox* box) const {
  const std::string key = box->currentData().toString().toStdString();
  const auto it = std::find_if(rows_.begin(), rows_.end(), [&](const LedgerRow& r) { return r.key == key; });
  return it == rows_.end() ? nullptr : &*it;
}

const Improvement* ImproveView::at_hand() const {
  const int r = table_->currentRow();
  if (r < 0) return nullptr;
  const auto i = table_->item(r, improve_col::way)->data(Qt::UserRole).toUInt();
  return i < found_.ways.size() ? &found_.ways[i] : nullptr;
}

void ImproveView::show_goal() {
  const LedgerRow* row = row_of(number_);
  work_->setEnabled(row != nullptr);
  if (!row) return value_->clear();
  const bool more = row->sense != Sense::less_is_better;
  sense_->setCurrentIndex(more ? 0 : 1);
  // A tenth better is what one would try first.
  Quantity wanted = *row->value;
  wanted.si *= (more ? 1.1 : 0.9);
  value_->setText(session_->shown(wanted));
}

void ImproveView::work_out() {
  const LedgerRow* row = row_of(number_);
  if (!row) return;
  Goal goal{.row = row->key, .at_least = sense_->currentIndex() == 0};
  try {
    goal.value = parse_quantity(value_->text().toStdString(), row->value->dimension, session_->units());
  } catch (const InvalidInput& e) {
    return session_->refuse(session_->said(e.sentence()));
  }
  found_ = {};
  table_->setRowCount(0);
  begin(tr("Trying changes"), [this, goal](const Job::Link& link, const Assessment& boat) {
    Improvements found = improve(boat, goal, builtin_catalogue(), [&](double done) {
      link.deliver([this, done] { tell(tr("Trying changes: %1 %").arg(100.0 * done, 0, 'f', 0)); });
      return link.wanted();
    });
    link.deliver([this, found = std::move(found)]() mutable { found_ = std::move(found); });
  });
  draw();
}

void ImproveView::show_result() {
  {
    const TableFill fill(table_);
    table_->setRowCount(0);
    for (const Improvement& w : found_.ways) {
      const int r = table_->rowCount();
      table_->insertRow(r);
      auto* what = text_item(session_->said(w.what), static_cast<Id>(r));
      what->setToolTip(what->text());
      table_->setItem(r, improve_col::way, what);
      set_number(table_, *session_, r, improve_col::number, true, w.number.si, w.number.dimension);
      const std::vector<LedgerRow> then = ledger(*w.assessed);
      const auto cell = [&](int at, const char* key) {
        const auto q = value_of_row(then, key);
        set_number(table_, *session_, r, at, q.has_value(), q ? q->si : 0.0, q ? q->dimension : Dimension::none);
      };
      cell(improve_col::speed, "speed");
      cell(improve_col::run_time, "run_time");
      cell(improve_col::mass, "mass");
      const QString watch = w.strikes.empty() ? tr("none") : session_->said(w.strikes.front().text);
      auto* item = new NumberItem(static_cast<double>(w.strikes.size()), watch);
      item->setToolTip(watch);
      table_->setItem(r, improve_col::watch, item);
      if (!w.reaches) table_->item(r, improve_col::number)->setForeground(look().muted);
    }
  }
  // What is wanted has its column already.
  for (const auto& [column, key] :
       {std::pair{improve_col::speed, "speed"}, {improve_col::run_time, "run_time"}, {improve_col::mass, "mass"}})
    table_->setColumnHidden(column, found_.goal.row == key);
  if (table_->rowCount() > 0) table_->setCurrentCell(0, improve_col::way);
  draw();
}

void ImproveView::draw() {
  const Look& l = look();
  plot_->setBackground(l.paper);
  for (QCPAxis* axis : {plot_->xAxis, plot_->yAxis}) {
    ChartPage::restyle(axis);
    axis->grid()->setPen(QPen(l.line, 1, Qt::DotLine));
    axis->ticker()->setTickCount(4);
  }
  clear_marks(reach_, QPen(l.water_line, 1.4), l.water_line);
  clear_marks(nearer_, QPen(l.muted, 1.4), l.paper);
  clear_marks(now_, QPen(l.brass, 2.2), Qt::NoBrush);
  clear_marks(chosen_, QPen(l.ink, 1.6), Qt::NoBrush);
  for (QCPItemText* text : texts_) plot_->removeItem(text);
  texts_.clear();
  if (boat())
    if (const auto p = place_on_axes(*boat())) now_->addData(p->x(), p->y());
  for (std::size_t i = 0; i < found_.ways.size(); ++i) {
    const auto p = place_on_axes(*found_.ways[i].assessed);
    if (!p) continue;
    (found_.ways[i].reaches ? reach_ : nearer_)->addData(p->x(), p->y());
    if (&found_.ways[i] == at_hand()) chosen_->addData(p->x(), p->y());
  }
  for (const auto& [axis, box] : {std::pair{plot_->xAxis, across_}, {plot_->yAxis, up_}})
    if (const LedgerRow* r = row_of(box))
      axis->setLabel(axis_scale(*session_, r->value->dimension).with(term(r->label)));
  plot_->rescaleAxes();
  plot_->xAxis->scaleRange(1.3);
  plot_->yAxis->scaleRange(1.3);
  for (QWidget* w : std::initializer_list<QWidget*>{plot_, across_, up_}) w->setVisible(!found_.ways.empty());
  if (!plot_->isHidden()) plot_->replot(QCustomPlot::rpQueuedReplot);
  const Improvement* way = at_hand();
  take_->setEnabled(way != nullptr && as_worked_out());
  if (at_work()) return;
  QStringList words;
  if (!found_.message.empty()) words << session_->said(found_.message);
  if (found_.ways.empty() && found_.message.empty())
    words << tr(
        "Say what the boat should do; the smallest changes that get there are looked for, each assessed whole.");
  if (way) {
    QStringList effects;
    for (const Change& c : way->effects)
      if (effects.size() < 6 && c.after) effects << tr("%1 %2").arg(term(c.label), session_->in_words(*c.after));
    words << effects.join(", ");
  }
  add_if_changed(words);
  tell(words.join(' '));
}

void ImproveView::take() {
  const Improvement* way = at_hand();
  if (way && as_worked_out()) session_->perform(way->edit);
}

std::optional<QPointF> ImproveView::place_on_axes(const Assessment& a) const {
  const std::vector<LedgerRow> rows = ledger(a);
  const auto of = [&](const QComboBox* box) -> std::optional<double> {
    const auto value = value_of_row(rows, box->currentData().toString().toStdString());
    if (!value) return std::nullopt;
    return axis_scale(*session_, value->dimension).on_axis(value->si);
  };
  const auto x = of(across_), y = of(up_);
  if (!x || !y) return std::nullopt;
  return QPointF(*x, *y);
}

QPointF ImproveView::place_of(std::size_t i) const {
  const auto p = place_on_axes(*found_.ways[i].assessed);
  if (!p) return {-1e4, -1e4};
  return {plot_->xAxis->coordToPixel(p->x()), plot_->yAxis->coordToPixel(p->y())};
}

void ImproveView::refresh() {
  if (session_->dragging()) return;
  rows_.clear();
  for (const LedgerRow& r : ledger(session_->now()))
    if (r.value && (r.sense != Sense::neutral || r.key == "mass")) rows_.push_back(r);
  const bool other = number_->count() != static_cast<int>(rows_.size());
  if (other) {
    for (const auto& [box, usual] : {std::pair{number_, "speed"}, {up_, "speed"}, {across_, "run_time"}}) {
      const QString was = box->currentData().toString();
      box->clear();
      for (const LedgerRow& r : rows_) box->addItem(term(r.label), QString::fromStdString(r.key));
      box->setCurrentIndex(std::max(0, box->findData(was.isEmpty() ? QString(usual) : was)));
    }
    show_goal();
  }
  draw();
}

TableRows ImproveView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
