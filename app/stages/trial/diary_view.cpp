#include "stages/trial/diary_view.h"

#include <qcustomplot.h>

#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QImage>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableWidget>
#include <QTime>
#include <algorithm>
#include <array>
#include <map>

#include "assessment/diary.h"
#include "base/error.h"
#include "chart/chart_page.h"
#include "chart/chart_words.h"
#include "io/run_line.h"
#include "session/kept_picture.h"
#include "session/today.h"
#include "shelf/scrolled.h"
#include "stages/trial/adopt.h"
#include "stages/trial/run_words.h"
#include "tables/items.h"

namespace plucky::app {

namespace diary_columns {
enum Column { day, what, cells, screw, speed, current, motor, said_of_it };
}

namespace {

constexpr std::array kinds{OutingKind::pond, OutingKind::bench, OutingKind::bath, OutingKind::race};
namespace run_col = diary_columns;
constexpr int run_role = Qt::UserRole + 1;

QString screw_words(const Session& s, const BoatSettings& b) {
  if (!b.screw_diameter || !b.screw_pitch) return QString::fromUtf8("\u2013");
  // The unit once: "44 x 62 mm".
  const Shown wide = show_in_words({*b.screw_diameter, Dimension::length}, s.units());
  return QString::fromUtf8("%1 \u00d7 %2")
      .arg(QString::fromStdString(wide.number), s.in_words({*b.screw_pitch, Dimension::length}));
}

}  // namespace

DiaryView::DiaryView(Session* session, QWidget* parent) : ShelfPage(session, tr("Diary"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* controls = new QHBoxLayout;
  const auto button = [&](const QString& words, const char* name) {
    auto* b = new QPushButton(words, this);
    b->setObjectName(name);
    controls->addWidget(b);
    return b;
  };
  kind_ = new QComboBox(this);
  kind_->setObjectName("outing_kind");
  kind_->setAccessibleName(tr("Kind of day"));
  for (const OutingKind k : kinds) kind_->addItem(term(outing_name(k)));
  controls->addWidget(kind_);
  connect(button(tr("New day"), "new_outing"), &QPushButton::clicked, this, &DiaryView::new_outing);
  line_ = new QLineEdit(this);
  line_->setObjectName("run_line");
  line_->setAccessibleName(tr("A run in one line"));
  line_->setPlaceholderText(tr("4:30 31 km/h 14 A 80 % motor 38 pulls to port"));
  line_->setToolTip(
      tr("Numbers are told by their units; a temperature follows motor, esc, battery or outlet. Enter notes it."));
  controls->addWidget(line_, 1);
  note_ = button(tr("Note"), "note_run");
  points_ = button(tr("Points"), "runs_as_points");
  points_->setCheckable(true);
  points_->setToolTip(tr("All runs as points: speed against the motor's temperature, by cells and propeller"));
  photo_ = button(tr("Photo"), "run_photo");
  photo_->setToolTip(tr("A picture of the run at hand: how she ran, what broke. Pressed again it is taken out."));
  photo_->setCheckable(true);
  remove_ = button(tr("Strike out"), "remove_run");
  column->addLayout(controls);

  auto* row = new QHBoxLayout;
  table_ = make_table(
      this, "diary_runs", title(),
      {tr("Day"), tr("Run"), tr("Cells"), tr("Propeller"), tr("Top"), tr("Current"), tr("Motor"), tr("Said of it")});
  table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  table_->installEventFilter(this);
  row->addWidget(table_, 3);
  side_ = new QStackedWidget(this);
  auto* page = new QWidget(this);
  auto* grid = new QGridLayout(page);
  grid->setContentsMargins(8, 2, 8, 2);
  grid->setVerticalSpacing(3);
  head_ = new QLabel(page);
  head_->setObjectName("run_head");
  head_->setFont(ui_font(9.5, QFont::DemiBold));
  head_->setWordWrap(true);
  grid->addWidget(head_, 0, 0, 1, 4);
  numbers_ = new QLabel(page);
  numbers_->setObjectName("run_numbers");
  numbers_->setWordWrap(true);
  grid->addWidget(numbers_, 1, 0, 1, 4);
  set_up_ = new QLabel(page);
  set_up_->setObjectName("run_set_up");
  set_up_->setWordWrap(true);
  grid->addWidget(set_up_, 2, 0, 1, 4);
  picture_ = new QLabel(page);
  picture_->setObjectName("run_picture");
  grid->addWidget(picture_, 3, 0, 1, 4);
  struct Field {
    QString label;
    const char* name;
    std::string Outing::*member;
  };
  const std::array fields{
      Field{tr("Place"), "outing_place", &Outing::place}, Field{tr("Water"), "outing_water", &Outing::water},
      Field{tr("Who watches"), "outing_watches", &Outing::watches}, Field{tr("Wish"), "outing_wish", &Outing::wish},
      Field{tr("Result"), "outing_result", &Outing::result}};
  int at = 0;
  for (const Field& f : fields) {
    auto* label = new QLabel(f.label, page);
    label->setProperty("muted", true);
    auto* edit = new QLineEdit(page);
    edit->setObjectName(f.name);
    edit->setAccessibleName(f.label);
    edit->setMinimumWidth(24);  // the page must not be wider than a narrow shelf shows of it
    label->setBuddy(edit);
    // Wish and result want a line of their own.
    const bool wide = f.member == &Outing::wish || f.member == &Outing::result || f.member == &Outing::watches;
    if (wide && at % 2 != 0) ++at;
    grid->addWidget(label, 4 + at / 2, 2 * (at % 2));
    grid->addWidget(edit, 4 + at / 2, 2 * (at % 2) + 1, 1, wide ? 3 : 1);
    at += wide ? 2 : 1;
    words_.emplace_back(f.member, edit);
    connect(edit, &QLineEdit::editingFinished, this, [this, member = f.member, edit] {
      if (!filling_) keep_words(member, edit->text());
    });
  }
  grid->setColumnStretch(1, 1);
  grid->setColumnStretch(3, 1);
  grid->setRowStretch(10, 1);
  auto* scroll = scrolled(page, this);
  side_->addWidget(scroll);
  plot_ = new QCustomPlot(this);
  plot_->setObjectName("runs_plot");
  plot_->setAccessibleName(tr("Top speed of all runs against the motor's temperature"));
  side_->addWidget(plot_);
  row->addWidget(side_, 2);
  column->addLayout(row, 1);

  connect(line_, &QLineEdit::returnPressed, this, &DiaryView::note_run);
  connect(note_, &QPushButton::clicked, this, &DiaryView::note_run);
  connect(remove_, &QPushButton::clicked, this, &DiaryView::remove);
  connect(photo_, &QPushButton::clicked, this, &DiaryView::ask_for_photo);
  connect(points_, &QPushButton::toggled, this, [this](bool on) {
    side_->setCurrentIndex(on ? 1 : 0);
    draw();
  });
  connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) fill_details();
  });
}

QCustomPlot* DiaryView::plot() const {
  return side_->currentIndex() == 1 ? plot_ : nullptr;
}

Id DiaryView::outing() const {
  const int r = table_->currentRow();
  return r < 0 ? 0 : table_->item(r, run_col::day)->data(Qt::UserRole).toUInt();
}

Id DiaryView::run() const {
  const int r = table_->currentRow();
  return r < 0 ? 0 : table_->item(r, run_col::day)->data(run_role).toUInt();
}

void DiaryView::show_run(Id run) {
  for (int r = 0; r < table_->rowCount(); ++r)
    if (table_->item(r, run_col::day)->data(run_role).toUInt() == run) table_->setCurrentCell(r, run_col::day);
}

void DiaryView::new_outing() {
  Diary d = session_->project().trial.diary;
  const Id made = add_outing(d, kinds.at(static_cast<std::size_t>(kind_->currentIndex())), today());
  if (!change_diary(*session_, "New day in the diary", d)) return;
  for (int r = 0; r < table_->rowCount(); ++r)
    if (table_->item(r, run_col::day)->data(Qt::UserRole).toUInt() == made) table_->setCurrentCell(r, run_col::day);
  line_->setFocus();
}

void DiaryView::note_run() {
  RunLine line;
  try {
    line = read_run_line(line_->text().toStdString(), session_->units());
  } catch (const InvalidInput& e) {
    return session_->refuse(session_->said(e.sentence()));
  }
  Diary d = session_->project().trial.diary;
  const Id at = outing_of_day(d, kinds.at(static_cast<std::size_t>(kind_->currentIndex())), today());
  TrialRun r{.begin = QTime::currentTime().toString("HH:mm").toStdString(),
             .result = line.words,
             .set_up = set_up_of(session_->now()),
             .numbers = line.numbers};
  d = with_run(std::move(d), at, r);
  const Id made = d.last_run()->id;
  if (!change_diary(*session_, "Note a run", d)) return;
  line_->clear();
  show_run(made);
}

void DiaryView::remove() {
  const Diary& d = session_->project().trial.diary;
  if (run() != 0)
    change_diary(*session_, "Strike a run out of the diary", without_run(d, run()));
  else if (outing() != 0)
    change_diary(*session_, "Strike a day out of the diary", without_outing(d, outing()));
}

void DiaryView::ask_for_photo() {
  const TrialRun* r = session_->project().trial.diary.run(run());
  if (r && r->photo != 0) {
    change_diary(*session_, "Take a photo out", with_photo(session_->project().trial.diary, r->id, {}, {}));
    return;
  }
  const QString path = QFileDialog::getOpenFileName(this, tr("Photo of the run"), {},
                                                    tr("Pictures (*.jpg *.jpeg *.png *.bmp *.webp);;All files (*)"));
  if (path.isEmpty())
    fill_details();  // the button must not stay pressed
  else
    take_photo(path);
}

void DiaryView::take_photo(const QString& path) {
  try {
    constexpr int longest = 1600;  // pixels, enough for a page of the book
    const QByteArray small = kept_picture(path, longest).bytes;
    change_diary(*session_, "Photo of a run",
                 with_photo(session_->project().trial.diary, run(),
                            QFileInfo(path).completeBaseName().toStdString() + ".jpg", Blob(small.toStdString())));
  } catch (const InvalidInput& e) {
    session_->refuse(session_->said(e.sentence()));
  }
  fill_details();
}

void DiaryView::fill_photo() {
  const Diary& d = session_->project().trial.diary;
  const TrialRun* r = d.run(run());
  const Attachment* a = r ? d.attachment(r->photo) : nullptr;
  photo_->setEnabled(r != nullptr);
  photo_->setChecked(a != nullptr);
  picture_->setVisible(a != nullptr);
  if (!a || a->id == pictured_) return;
  pictured_ = a->id;
  const QImage image = QImage::fromData(QByteArray::fromStdString(a->bytes.bytes()));
  // Bytes that went astray leave words in its place.
  if (image.isNull())
    picture_->setText(tr("The photo %1 is not in the file any more.").arg(QString::fromStdString(a->name)));
  else
    picture_->setPixmap(
        QPixmap::fromImage(image.scaled(QSize(240, 110), Qt::KeepAspectRatio, Qt::SmoothTransformation)));
  picture_->setToolTip(QString::fromStdString(a->name));
  picture_->setAccessibleName(tr("Photo of the run"));
}

void DiaryView::keep_words(std::string Outing::*member, const QString& words) {
  Diary d = session_->project().trial.diary;
  for (Outing& o : d.outings)
    if (o.id == outing()) {
      if (o.*member == words.toStdString()) return;
      o.*member = words.toStdString();
      change_diary(*session_, "Words in the diary", d);
      return;
    }
}

bool DiaryView::eventFilter(QObject* watched, QEvent* event) {
  if (watched == table_ && event->type() == QEvent::KeyPress &&
      static_cast<QKeyEvent*>(event)->key() == Qt::Key_Delete) {
    remove();
    return true;
  }
  return ShelfPage::eventFilter(watched, event);
}

void DiaryView::refresh() {
  if (session_->dragging()) return;
  fill();
  fill_details();
  draw();
  if (!session_->project().trial.diary.last_run())
    return tell(
        tr("Nothing noted yet. A new day, then a line for each run: the boat's set-up is kept with it by itself."));
  const QString changed = changes_words(*session_, changed_since_last_run(session_->now()));
  tell(changed.isEmpty() ? tr("As on the last run.") : tr("Since the last run: %1.").arg(changed));
}

void DiaryView::fill() {
  filling_ = true;
  const Id kept_outing = outing(), kept_run = run();
  const Diary& d = session_->project().trial.diary;
  {
    const TableFill rows(table_);
    table_->setRowCount(0);
    const auto line = [&](const Outing& o, const TrialRun* r, int number) {
      const int at = table_->rowCount();
      table_->insertRow(at);
      auto* first = text_item(QString::fromStdString(o.date), o.id);
      first->setData(run_role, r ? r->id : 0);
      table_->setItem(at, run_col::day, first);
      const QString kind = term(outing_name(o.kind));
      table_->setItem(at, run_col::what, r ? new NumberItem(number, QString::number(number)) : text_item(kind));
      table_->item(at, run_col::what)->setToolTip(kind);
      const auto number_of = [&](run_col::Column c, const std::optional<double>& v, Dimension dimension) {
        set_number(table_, *session_, at, c, v.has_value(), v.value_or(0.0), dimension);
      };
      const BoatSettings s = r ? r->set_up : BoatSettings{};
      const RunNumbers n = r ? r->numbers : RunNumbers{};
      number_of(run_col::cells, s.cells, Dimension::none);
      table_->setItem(at, run_col::screw, new NumberItem(s.screw_pitch.value_or(-1.0), screw_words(*session_, s)));
      number_of(run_col::speed, n.top_speed, Dimension::speed);
      number_of(run_col::current, n.current, Dimension::current);
      number_of(run_col::motor, n.motor, Dimension::temperature);
      table_->setItem(at, run_col::said_of_it, text_item(QString::fromStdString(r ? r->result : o.wish)));
      // 65 is too warm for hands and electronics; common practice, no source.
      if (n.motor && *n.motor > 65.0) table_->item(at, run_col::motor)->setForeground(look().buoy_text);
      if (r ? r->id == kept_run && kept_run != 0 : o.id == kept_outing && kept_run == 0)
        table_->setCurrentCell(at, run_col::day);
    };
    for (const Outing& o : d.outings) {
      int number = 0;
      for (const TrialRun& r : o.runs) line(o, &r, ++number);
      if (o.runs.empty()) line(o, nullptr, 0);
    }
  }
  if (table_->currentRow() < 0 && table_->rowCount() > 0) table_->setCurrentCell(table_->rowCount() - 1, run_col::day);
  filling_ = false;
}

void DiaryView::fill_details() {
  filling_ = true;
  const Diary& d = session_->project().trial.diary;
  const Outing* o = nullptr;
  for (const Outing& x : d.outings)
    if (x.id == outing()) o = &x;
  const TrialRun* r = d.run(run());
  remove_->setEnabled(o != nullptr);
  fill_photo();
  for (auto& [member, edit] : words_) {
    edit->setEnabled(o != nullptr);
    if (edit->hasFocus() && o) continue;
    edit->setText(o ? QString::fromStdString(o->*member) : QString());
    edit->setCursorPosition(0);
  }
  if (!o) {
    head_->setText(tr("No day in the diary"));
    numbers_->clear();
    set_up_->clear();
    filling_ = false;
    return;
  }
  QStringList head{QString::fromStdString(o->date), term(outing_name(o->kind))};
  if (r && !r->begin.empty()) head << QString::fromStdString(r->begin);
  head << weather_words(*session_, *o);
  head_->setText(head.join(", "));
  QStringList numbers, settings_then;
  if (r) {
    if (const QString words = numbers_words(*session_, r->numbers); !words.isEmpty()) numbers << words;
    if (const Attachment* a = d.attachment(r->log)) numbers << tr("log %1").arg(QString::fromStdString(a->name));
    for (const SettingChange& c : changes(r->set_up, set_up_of(session_->now())))
      settings_then << tr("%1 %2, now %3")
                           .arg(term(c.setting->label), session_->shown(c.was, c.setting->dimension),
                                session_->shown(c.is, c.setting->dimension));
  }
  numbers_->setText(numbers.isEmpty() ? tr("No numbers noted.") : numbers.join(", "));
  set_up_->setText(!r                        ? QString()
                   : settings_then.isEmpty() ? tr("Set up as the boat is now.")
                                             : tr("Set up otherwise than now: %1.").arg(settings_then.join("; ")));
  filling_ = false;
}

void DiaryView::draw() {
  if (side_->currentIndex() != 1) return;
  ChartPage::restyle_two(plot_);
  plot_->clearPlottables();
  plot_->clearItems();
  const SpeedUnit speed = speed_unit(*session_);
  plot_->xAxis->setLabel(tr("Top speed, %1").arg(speed.name));
  plot_->yAxis->setLabel(tr("Motor after the run, %1").arg(temperature_name(*session_)));
  plot_->yAxis2->setVisible(false);
  const Look& l = look();
  const std::array colours{l.water_line, l.brass, l.buoy_text, l.ink};
  std::map<double, int> colour_of;
  for (const TrialRun* r : session_->project().trial.diary.runs()) {
    if (!r->numbers.top_speed || !r->numbers.motor) continue;
    const double x = *r->numbers.top_speed / speed.si, y = on_axis(*session_, *r->numbers.motor);
    const double of = r->set_up.cells.value_or(0.0);
    const int colour = colour_of.try_emplace(of, static_cast<int>(colour_of.size())).first->second;
    auto* graph = plot_->addGraph();
    graph->setLineStyle(QCPGraph::lsNone);
    const QColor c = colours.at(static_cast<std::size_t>(colour) % colours.size());
    graph->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, c, c, 8));
    graph->setData({x}, {y});
    auto* words = new QCPItemText(plot_);
    words->setPositionAlignment(Qt::AlignLeft | Qt::AlignBottom);
    words->position->setCoords(x, y);
    words->setPadding(QMargins(6, 0, 0, 2));
    words->setFont(ui_font(8));
    words->setColor(l.ink);
    words->setText(r->set_up.cells ? tr("%1 cells, %2").arg(*r->set_up.cells).arg(screw_words(*session_, r->set_up))
                                   : screw_words(*session_, r->set_up));
  }
  plot_->rescaleAxes();
  plot_->xAxis->scaleRange(1.5, plot_->xAxis->range().center());
  plot_->yAxis->scaleRange(1.4, plot_->yAxis->range().center());
  plot_->replot(QCustomPlot::rpQueuedReplot);
}

TableRows DiaryView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
