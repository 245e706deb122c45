#include "stages/drive/what_if_view.h"

#include <qcustomplot.h>

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QStackedWidget>
#include <algorithm>

#include "base/error.h"
#include "io/units.h"
#include "shelf/scrolled.h"
#include "stages/drive/what_if_pictures.h"
#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace {
constexpr int most_letters = 12;
}

QString StrikeLetters::of(const WhatIfPoint& point) const {
  if (point.strikes.empty()) return {};
  const auto it = std::find(ids.begin(), ids.end(), point.strikes.front().id);
  return it == ids.end() ? QString() : QString(QChar(static_cast<char16_t>('A' + (it - ids.begin()))));
}

WhatIfView::WhatIfView(Session* session, QWidget* parent) : WorkedPage(session, tr("What if"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  auto* side = new QWidget(this);
  auto* form = new QFormLayout(side);
  form->setContentsMargins(0, 0, 6, 0);
  form->setVerticalSpacing(3);
  const char* const names[] = {"first", "second"};
  for (std::size_t k = 0; k < 2; ++k) {
    Row& r = rows_[k];
    r.knob = new QComboBox(side);
    r.knob->setObjectName(QString("what_if_") + names[k]);
    r.knob->setAccessibleName(k == 0 ? tr("Number to vary") : tr("Second number to vary"));
    r.knob->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    r.knob->setMinimumContentsLength(14);
    form->addRow(k == 0 ? tr("Vary") : tr("and"), r.knob);
    auto* ends = new QHBoxLayout;
    for (QLineEdit** end : {&r.from, &r.to}) {
      *end = new QLineEdit(side);
      (*end)->setObjectName(QString("what_if_%1_%2").arg(names[k], end == &r.from ? "from" : "to"));
      (*end)->setAccessibleName(end == &r.from ? tr("from") : tr("to"));
      (*end)->setMinimumWidth(64);
      ends->addWidget(*end);
    }
    form->addRow(tr("from, to"), ends);
    connect(r.knob, &QComboBox::activated, this, [this, k] {
      show_usual(k);
      if (k == 1) count_->setValue(rows_[1].knob->currentIndex() > 0 ? 7 : 13);
    });
  }
  count_ = new QSpinBox(side);
  count_->setObjectName("what_if_count");
  count_->setAccessibleName(tr("Values of each"));
  count_->setRange(3, 40);
  count_->setValue(13);
  reading_ = new QComboBox(side);
  reading_->setObjectName("what_if_reading");
  reading_->setAccessibleName(tr("Read"));
  reading_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  reading_->setMinimumContentsLength(10);
  auto* read = new QHBoxLayout;
  read->addWidget(reading_, 1);
  read->addWidget(count_);
  form->addRow(tr("Read, values"), read);
  auto* buttons = new QHBoxLayout;
  auto* work = new QPushButton(tr("Work out"), side);
  work->setObjectName("what_if_work");
  take_ = new QPushButton(tr("Take it"), side);
  take_->setObjectName("what_if_take");
  take_->setToolTip(tr("The boat with what is chosen in the picture, as one edit"));
  take_->setProperty("strong", true);
  buttons->addWidget(work, 1);
  buttons->addWidget(take_, 1);
  form->addRow(buttons);
  auto* scroll = scrolled(side, this);
  scroll->setFixedWidth(300);
  row->addWidget(scroll);
  pictures_ = new QStackedWidget(this);
  curve_ = new WhatIfCurve(this);
  map_ = new WhatIfMap(this);
  pictures_->addWidget(curve_);
  pictures_->addWidget(map_);
  pictures_->addWidget(new QWidget(this));  // while there is nothing to see
  row->addWidget(pictures_, 1);
  legend_ = new QLabel(this);
  legend_->setObjectName("what_if_legend");
  legend_->setWordWrap(true);
  legend_->setFont(ui_font(8.5));
  legend_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  auto* told = scrolled(legend_, this);
  told->setFixedWidth(210);
  row->addWidget(told);
  wire(work);
  connect(take_, &QPushButton::clicked, this, &WhatIfView::take);
  connect(reading_, &QComboBox::activated, this, &WhatIfView::show_result);
  connect(curve_, &WhatIfCurve::picked, this, &WhatIfView::select);
  connect(curve_, &WhatIfCurve::taken, this, &WhatIfView::take);
  connect(map_, &WhatIfMap::picked, this, &WhatIfView::select);
  connect(map_, &WhatIfMap::taken, this, &WhatIfView::take);
}

void WhatIfView::fill_knobs() {
  std::vector<Knob> knobs = knobs_of(session_->now());
  const auto same = [](const Knob& a, const Knob& b) { return a.key == b.key; };
  const bool other = !std::equal(knobs.begin(), knobs.end(), knobs_.begin(), knobs_.end(), same);
  knobs_ = std::move(knobs);
  if (!other) return;
  for (std::size_t k = 0; k < 2; ++k) {
    QComboBox* box = rows_[k].knob;
    const QString was = box->currentData().toString();
    box->clear();
    if (k == 1) box->addItem(tr("nothing else"), QString());
    for (const Knob& knob : knobs_)
      box->addItem(tr("%1: %2").arg(session_->said(knob.group), term(knob.label)), QString::fromStdString(knob.key));
    const QString wanted = !was.isEmpty() ? was : k == 0 ? QString("motor.kv_rad_s_v") : QString();
    box->setCurrentIndex(std::max(0, box->findData(wanted)));
    show_usual(k);
  }
}

const Knob* WhatIfView::knob_at(std::size_t which) const {
  const std::string key = rows_[which].knob->currentData().toString().toStdString();
  const auto it = std::find_if(knobs_.begin(), knobs_.end(), [&](const Knob& k) { return k.key == key; });
  return it == knobs_.end() ? nullptr : &*it;
}

void WhatIfView::show_usual(std::size_t which) {
  const Knob* knob = knob_at(which);
  for (QLineEdit* end : {rows_[which].from, rows_[which].to}) {
    end->setEnabled(knob != nullptr);
    end->clear();
  }
  if (!knob) return;
  const Turned usual = usual_turn(*knob, knob->whole ? 5 : 9);
  rows_[which].from->setText(session_->shown(Quantity{usual.values.front(), knob->dimension}));
  rows_[which].to->setText(session_->shown(Quantity{usual.values.back(), knob->dimension}));
}

double WhatIfView::read_end(const QLineEdit* field, const Knob& knob) const {
  const double value = parse_quantity(field->text().toStdString(), knob.dimension, session_->units());
  // What was shown is rounded: the ends of the allowed range are meant where it is that.
  const double near = 1e-3 * (knob.high - knob.low);
  return value < knob.low && value > knob.low - near     ? knob.low
         : value > knob.high && value < knob.high + near ? knob.high
                                                         : value;
}

void WhatIfView::work_out() {
  std::vector<Turned> over;
  try {
    for (std::size_t k = 0; k < 2; ++k)
      if (const Knob* knob = knob_at(k))
        over.push_back(
            turn_between(*knob, read_end(rows_[k].from, *knob), read_end(rows_[k].to, *knob), count_->value()));
    if (over.size() == 2 && over[0].knob == over[1].knob) over.pop_back();
  } catch (const InvalidInput& e) {
    return session_->refuse(session_->said(e.sentence()));
  }
  // The boat as it is, exactly, where it lies between.
  for (Turned& t : over) hold_own(t, knob_of(knobs_, t.knob));
  result_ = {};
  letters_ = {};
  selected_ = static_cast<std::size_t>(-1);
  turned_.clear();
  for (const Turned& t : over) turned_.push_back(knob_of(knobs_, t.knob));
  take_->setEnabled(false);
  begin(tr("Working out what would be"), [this, over](const Job::Link& link, const Assessment& boat) {
    WhatIf found = what_if(boat, over, [&](double done) {
      link.deliver([this, done] { tell(tr("Working out what would be: %1 %").arg(100.0 * done, 0, 'f', 0)); });
      return link.wanted();
    });
    link.deliver([this, found = std::move(found)]() mutable { result_ = std::move(found); });
  });
}

void WhatIfView::show_result() {
  if (result_.points.empty()) {
    take_->setEnabled(false);
    pictures_->setCurrentIndex(2);
    if (!at_work())
      tell(tr("Vary one number of the boat, or two, and read the results; every point is assessed like an edit."));
    return;
  }
  // The findings that strike most of the points come first.
  if (letters_.ids.empty()) {
    std::map<std::string, int> count;
    for (const WhatIfPoint& p : result_.points)
      if (!p.strikes.empty()) ++count[p.strikes.front().id];
    std::vector<std::pair<int, std::string>> most;
    for (const auto& [id, n] : count) most.emplace_back(-n, id);
    std::sort(most.begin(), most.end());
    for (std::size_t i = 0; i < most.size() && i < most_letters; ++i) letters_.ids.push_back(most[i].second);
  }
  QStringList lines;
  for (std::size_t i = 0; i < letters_.ids.size(); ++i)
    for (const WhatIfPoint& p : result_.points)
      if (!p.strikes.empty() && p.strikes.front().id == letters_.ids[i]) {
        lines << tr("%1  %2").arg(QChar(static_cast<char16_t>('A' + i)), session_->said(p.strikes.front().text));
        break;
      }
  legend_->setText((lines.isEmpty() ? tr("No new warnings in this range.") : lines.join("\n")) + "\n\n" +
                   (turned_.size() == 1 ? tr("Disc: as free of stops as now. Triangle: a new warning. Cross: "
                                             "a new stop. Ring: the boat as it is.")
                                        : tr("Darker is better. A corner struck off: a new stop. Brass: "
                                             "the boat as it is.")));
  const int row = reading_->currentIndex();
  const WhatIfShown shown{.session = session_,
                          .result = &result_,
                          .letters = &letters_,
                          .first = &turned_[0],
                          .second = turned_.size() == 2 ? &turned_[1] : nullptr,
                          .row = static_cast<std::size_t>(std::max(0, row)),
                          .selected = selected_};
  pictures_->setCurrentIndex(turned_.size() == 1 ? 0 : 1);
  if (turned_.size() == 1)
    curve_->show_points(shown);
  else
    map_->show_points(shown);
  const bool chosen = selected_ < result_.points.size();
  take_->setEnabled(chosen && as_worked_out() && result_.points[selected_].refused.empty());
  QStringList words;
  if (chosen)
    words << words_of(result_.points[selected_]);
  else
    words << tr("%1 boats. A click or the arrows choose one.").arg(result_.points.size());
  add_if_changed(words);
  tell(words.join(' '));
}

QString WhatIfView::words_of(const WhatIfPoint& p) const {
  QStringList at;
  for (std::size_t k = 0; k < turned_.size(); ++k)
    at << tr("%1 %2").arg(term(turned_[k].label), session_->shown(Quantity{p.at[k], turned_[k].dimension}));
  const QString where = at.join(", ") + ": ";
  if (!p.refused.empty()) return where + session_->said(p.refused);
  const auto row = static_cast<std::size_t>(std::max(0, reading_->currentIndex()));
  const auto& now = result_.now[row].value;
  const auto in_words = [&](const std::optional<Quantity>& q) {
    return q ? session_->shown(*q) : QString::fromUtf8("\u2013");
  };
  QString words =
      where + tr("%1 %2, now %3.").arg(term(result_.now[row].label), in_words(p.numbers[row]), in_words(now));
  if (!p.strikes.empty()) words += ' ' + session_->said(p.strikes.front().text);
  return words;
}

void WhatIfView::select(std::size_t point) {
  selected_ = point;
  show_result();
}

void WhatIfView::take() {
  if (selected_ >= result_.points.size() || !as_worked_out() || !result_.points[selected_].refused.empty()) return;
  session_->perform(turned_edit(*boat(), result_.over, result_.points[selected_].at));
}

void WhatIfView::refresh() {
  if (session_->dragging()) return;
  fill_knobs();
  const std::vector<LedgerRow> rows = ledger(session_->now());
  if (reading_->count() != static_cast<int>(rows.size())) {
    for (const LedgerRow& r : rows) reading_->addItem(term(r.label), QString::fromStdString(r.key));
    reading_->setCurrentIndex(std::max(0, reading_->findData("speed")));
    work_out();  // something to look at, of what is turned most
  }
  show_result();
}

QWidget* WhatIfView::picture() const {
  return turned_.size() == 2 ? static_cast<QWidget*>(map_) : curve_->plot();
}

QPointF WhatIfView::place_of(std::size_t point) const {
  return turned_.size() == 2 ? map_->cell(point).center() : curve_->place_of(point);
}

QCustomPlot* WhatIfView::plot() const {
  return turned_.size() == 2 ? nullptr : curve_->plot();
}

TableRows WhatIfView::table() const {
  TableRows rows(1);
  for (const Knob& k : turned_) rows[0].push_back(k.key);
  for (const LedgerRow& r : result_.now) rows[0].push_back(r.key);
  for (const char* more : {"stops", "watches", "strikes"}) rows[0].push_back(more);
  for (const WhatIfPoint& p : result_.points) {
    std::vector<std::string> line;
    const auto number = [](double v) { return QString::number(v, 'g', 8).toStdString(); };
    for (const double v : p.at) line.push_back(number(v));
    for (std::size_t i = 0; i < result_.now.size(); ++i)
      line.push_back(i < p.numbers.size() && p.numbers[i] ? number(p.numbers[i]->si) : "");
    line.push_back(std::to_string(p.stops));
    line.push_back(std::to_string(p.watches));
    line.push_back(!p.refused.empty()  ? session_->said(p.refused).toStdString()
                   : p.strikes.empty() ? std::string()
                                       : session_->said(p.strikes.front().text).toStdString());
    rows.push_back(std::move(line));
  }
  return rows;
}

}  // namespace plucky::app
