#include "stages/trial/log_columns.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <array>
#include <cmath>

#include "io/log_lines.h"
#include "io/log_presets.h"
#include "io/log_text.h"
#include "io/log_units.h"
#include "tables/items.h"
#include "words/words.h"

namespace plucky::app {

namespace {

enum ColumnOf { heading, first_values, what, unit, reads };

/// A clock as a unit of the time's column.
struct ClockChoice {
  const char* name;
  LogClock clock;
  double per_si;
};
constexpr std::array<ClockChoice, 5> clock_choices{
    {{QT_TRANSLATE_NOOP("words", "s"), LogClock::seconds, 1.0},
     {QT_TRANSLATE_NOOP("words", "ms"), LogClock::seconds, 1e-3},
     {QT_TRANSLATE_NOOP("words", "min"), LogClock::seconds, 60.0},
     {QT_TRANSLATE_NOOP("words", "time of day"), LogClock::time_of_day, 1.0},
     {QT_TRANSLATE_NOOP("words", "date and time"), LogClock::date_time, 1.0}}};
constexpr std::size_t shown_lines = 4;

}  // namespace

LogColumns::LogColumns(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* row = new QHBoxLayout;
  words_ = new QLabel(this);
  words_->setObjectName("columns_words");
  words_->setWordWrap(true);
  row->addWidget(words_, 1);
  const auto button = [&](const QString& text, const char* name) {
    auto* b = new QPushButton(text, this);
    b->setObjectName(name);
    row->addWidget(b);
    return b;
  };
  read_ = button(tr("Read it so"), "columns_read");
  leave_ = button(tr("Leave it"), "columns_leave");
  column->addLayout(row);
  table_ = make_table(this, "log_columns", tr("Columns of the table"),
                      {tr("Heading"), tr("First values"), tr("What it is"), tr("Unit"), tr("The first reads as")});
  table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
  table_->setSortingEnabled(false);
  table_->setSelectionMode(QAbstractItemView::NoSelection);
  table_->verticalHeader()->setDefaultSectionSize(26);
  column->addWidget(table_, 1);
  connect(read_, &QPushButton::clicked, this, &LogColumns::confirmed);
  connect(leave_, &QPushButton::clicked, this, &LogColumns::given_up);
}

void LogColumns::show_table(const QString& name, const std::string& head, const LogFormat& format) {
  name_ = name;
  guess_ = format_ = format;
  choices_.clear();
  cells_.clear();
  LogLines lines(head);
  std::size_t number = 0;
  for (std::string_view line; cells_.size() < shown_lines && lines.next(line); ++number) {
    if (number < format.headings || line.empty()) continue;
    cells_.emplace_back();
    for (const std::string_view cell : cells_of(line, format.separator)) cells_.back().push_back(as_utf8(cell));
  }
  rows_.clear();
  table_->setRowCount(0);
  const auto box = [&](int row, int column, const QString& object, const QString& accessible) {
    auto* b = new QComboBox(table_);
    b->setObjectName(object);
    b->setAccessibleName(accessible);
    table_->setCellWidget(row, column, b);
    return b;
  };
  for (std::size_t i = 0; i < format_.columns.size(); ++i) {
    const int row = table_->rowCount();
    table_->insertRow(row);
    const QString label = QString::fromStdString(format_.columns[i].label);
    table_->setItem(row, heading, text_item(label.isEmpty() ? tr("column %1").arg(i + 1) : label));
    QStringList values;
    for (const auto& line : cells_) values << (i < line.size() ? QString::fromStdString(line[i]).left(24) : QString());
    table_->setItem(row, first_values, text_item(values.join(QString::fromUtf8(" \u00b7 "))));
    auto* is = box(row, what, QString("column_%1_what").arg(i + 1), tr("What column %1 is").arg(i + 1));
    is->addItem(term("Time"));
    for (int channel = 0; channel <= static_cast<int>(Channel::other); ++channel)
      is->addItem(term(channel_name(static_cast<Channel>(channel))));
    auto* in = box(row, unit, QString("column_%1_unit").arg(i + 1), tr("Unit of column %1").arg(i + 1));
    table_->setItem(row, reads, text_item({}));
    rows_.push_back({is, in});
    connect(is, &QComboBox::activated, this, [this, i](int at) { choose({i, at, -1}); });
    connect(in, &QComboBox::activated, this, [this, i](int at) { choose({i, rows_[i].what->currentIndex(), at}); });
  }
  fill();
  read_->setFocus();
}

void LogColumns::choose(const Choice& choice) {
  // Arrows walk through a box: what was passed on the way must leave no trace.
  std::erase_if(choices_, [&](const Choice& c) { return c.column == choice.column; });
  choices_.push_back(choice);
  format_ = guess_;
  for (const Choice& c : choices_) {
    if (c.what == 0) {
      const auto at = static_cast<std::size_t>(std::max(0, c.unit));
      const std::string cell = cells_.empty() || c.column >= cells_.front().size() ? "" : cells_.front()[c.column];
      format_ = c.unit < 0 ? with_clock(format_, c.column, guess_clock(cell, format_.decimal))
                           : with_clock(format_, c.column, clock_choices.at(at).clock, clock_choices.at(at).per_si);
    } else {
      format_ = with_column(format_, c.column, static_cast<Channel>(c.what - 1),
                            static_cast<std::size_t>(std::max(0, c.unit)));
    }
  }
  fill();
}

QString LogColumns::first_reading(std::size_t column) const {
  QString none = QString::fromUtf8("\u2013");
  if (cells_.empty() || column >= cells_.front().size() || format_.is_time(column)) return none;
  const LogColumn& c = format_.columns[column];
  if (c.channel == Channel::other) return none;
  const double v = log_number(cells_.front()[column], format_.decimal);
  if (std::isnan(v)) return tr("no number");
  const double si = c.factor * (v + c.offset);
  const Dimension d = channel_dimension(c.channel);
  return d == Dimension::none ? QString::number(si, 'g', 8) : session_->in_words({si, d});
}

void LogColumns::fill_units(std::size_t i) {
  const LogColumn& c = format_.columns[i];
  QStringList names;
  int at = -1;
  if (format_.is_time(i)) {
    for (const ClockChoice& k : clock_choices) {
      if (k.clock == format_.clock && (k.clock != LogClock::seconds || k.per_si == format_.per_si))
        at = static_cast<int>(names.size());
      names << term(k.name);
    }
  } else if (c.channel != Channel::other) {
    for (const LogUnit& u : log_units(c.channel)) {
      if (u.factor == c.factor && u.offset == c.offset) at = static_cast<int>(names.size());
      names << QString::fromUtf8(u.name);
    }
  }
  QComboBox* box = rows_[i].unit;
  QStringList shown;
  for (int k = 0; k < box->count(); ++k) shown << box->itemText(k);
  if (shown != names) {
    box->clear();
    box->addItems(names);
  }
  box->setCurrentIndex(at);
  box->setEnabled(names.size() > 1);
}

void LogColumns::fill() {
  std::size_t doubtful = 0;
  bool any = false;
  for (std::size_t i = 0; i < format_.columns.size(); ++i) {
    const LogColumn& c = format_.columns[i];
    rows_[i].what->setCurrentIndex(format_.is_time(i) ? 0 : 1 + static_cast<int>(c.channel));
    fill_units(i);
    QTableWidgetItem* reading = table_->item(static_cast<int>(i), reads);
    reading->setText(first_reading(i) + (c.doubtful ? tr("  guessed") : QString()));
    reading->setForeground(c.doubtful ? look().buoy_text : look().ink);
    doubtful += c.doubtful ? 1 : 0;
    any = any || c.channel != Channel::other;
  }
  read_->setEnabled(any);
  QStringList words{tr("%1: what its columns are.").arg(name_)};
  if (doubtful > 0) words << tr("Guessed, since nobody wrote their units: %1.").arg(doubtful);
  if (format_.clock == LogClock::counted) words << tr("No column is the time: its lines are counted, ten a second.");
  words << tr("The next table with these headings is read the same way.");
  words_->setText(words.join(' '));
}

}  // namespace plucky::app
