#include "stages/trial/trouble_view.h"

#include <QComboBox>
#include <QCompleter>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStandardItemModel>
#include <QTableWidget>
#include <algorithm>
#include <array>

#include "base/numbered.h"
#include "session/today.h"
#include "shelf/scrolled.h"
#include "stages/trial/adopt.h"
#include "tables/items.h"

namespace plucky::app {

namespace cause_columns {
enum Column { share, cause, answered };
}

namespace {

namespace suspects_col = cause_columns;
constexpr std::array outcomes{TryResult::gone, TryResult::better, TryResult::same, TryResult::worse};

QString percent(double share) {
  return QString("%1 %").arg(static_cast<int>(std::lround(100.0 * share)));
}

}  // namespace

TroubleView::TroubleView(Session* session, QWidget* parent) : ShelfPage(session, tr("Troubles"), parent) {
  auto* row = new QHBoxLayout(this);
  row->setContentsMargins(0, 0, 0, 0);
  const auto button = [&](QBoxLayout* to, const QString& words, const char* name, auto pressed) {
    auto* b = new QPushButton(words, this);
    b->setObjectName(name);
    connect(b, &QPushButton::clicked, this, pressed);
    to->addWidget(b);
    return b;
  };

  auto* left = new QVBoxLayout;
  symptom_ = new QComboBox(this);
  symptom_->setObjectName("symptom");
  symptom_->setAccessibleName(tr("What is seen"));
  symptom_->setMinimumContentsLength(12);
  symptom_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  auto* model = qobject_cast<QStandardItemModel*>(symptom_->model());
  std::optional<SymptomKind> group;
  for (const Symptom& s : symptoms()) {
    if (group != s.kind) {
      group = s.kind;
      symptom_->addItem(term(symptom_kind_name(s.kind)));
      QStandardItem* title = model->item(symptom_->count() - 1);
      title->setEnabled(false);
      QFont f = ui_font(8.5);
      f.setBold(true);
      title->setFont(f);
    }
    symptom_->addItem(term(s.name), QString(s.key));
  }
  symptom_->setCurrentIndex(1);
  left->addWidget(symptom_);
  auto* buttons = new QHBoxLayout;
  note_ = button(buttons, tr("Note it"), "note_trouble", [this] { note(); });
  note_->setToolTip(tr("Into the diary, open until a run shows it gone"));
  strike_ = button(buttons, tr("Strike out"), "strike_trouble", [this] { strike_out(); });
  left->addLayout(buttons);
  troubles_ = make_table(this, "troubles", tr("Troubles noted"), {tr("Trouble"), tr("State")});
  troubles_->setSortingEnabled(false);
  troubles_->horizontalHeader()->setStretchLastSection(false);
  troubles_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
  left->addWidget(troubles_, 1);
  row->addLayout(left, 3);

  causes_ = make_table(this, "causes", tr("Causes, the likeliest first"), {tr("Odds"), tr("Cause"), tr("Answer")});
  causes_->setSortingEnabled(false);
  causes_->horizontalHeader()->setStretchLastSection(false);
  causes_->horizontalHeader()->setSectionResizeMode(suspects_col::cause, QHeaderView::Stretch);
  row->addWidget(causes_, 6);

  // It scrolls: a shelf may be low, and mending words long.
  auto* side = new QWidget(this);
  auto* right = new QVBoxLayout(side);
  right->setContentsMargins(2, 0, 8, 0);
  const auto words = [&, side](const char* name, bool strong) {
    auto* l = new QLabel(side);
    l->setObjectName(name);
    l->setWordWrap(true);
    if (strong) l->setFont(ui_font(9.5, QFont::DemiBold));
    right->addWidget(l);
    return l;
  };
  because_ = words("because", false);
  because_->setProperty("muted", true);
  question_ = words("question", true);
  auto* answers = new QHBoxLayout;
  yes_ = button(answers, tr("Yes"), "answer_yes", [this] { answer(true); });
  no_ = button(answers, tr("No"), "answer_no", [this] { answer(false); });
  open_ = button(answers, tr("Not known"), "answer_open", [this] { answer(std::nullopt); });
  right->addLayout(answers);
  mend_ = words("mend", false);
  offer_ = button(right, {}, "take_offer", [this] { take_offer(); });
  try_ = button(right, tr("I change this"), "note_try", [this] { note_try(); });
  try_->setToolTip(tr("One change at a time: it stays open until a run says what came of it"));
  tries_ = words("tries", false);
  auto* outcome = new QHBoxLayout;
  result_ = new QComboBox(this);
  result_->setObjectName("try_result");
  result_->setAccessibleName(tr("What the next run showed"));
  for (const TryResult r : outcomes) result_->addItem(term(try_name(r)));
  outcome->addWidget(result_, 1);
  tell_result_ = button(outcome, tr("The run says so"), "tell_result", [this] { tell_result(); });
  right->addLayout(outcome);
  right->addStretch(1);
  auto* scroll = scrolled(side, this);
  row->addWidget(scroll, 5);

  connect(symptom_, &QComboBox::activated, this, [this] {
    chosen_ = 0;
    refresh();
  });
  connect(troubles_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (filling_ || troubles_->currentRow() < 0) return;
    chosen_ = troubles_->item(troubles_->currentRow(), 0)->data(Qt::UserRole).toUInt();
    refresh();
  });
  connect(causes_, &QTableWidget::itemSelectionChanged, this, [this] {
    if (!filling_) fill_question();
  });
  connect(&session_->trial(), &RemedyTrial::judged, this, [this] {
    if (isVisible()) fill_question();
  });
  connect(session_, &Session::boat_replaced, this, [this] { chosen_ = 0; });
}

void TroubleView::look_into(const std::string& symptom) {
  symptom_->setCurrentIndex(symptom_->findData(QString::fromStdString(symptom)));
  chosen_ = 0;
  refresh();
}

const Trouble* TroubleView::trouble() const {
  for (const Trouble& t : session_->project().trial.diary.troubles)
    if (t.id == chosen_) return &t;
  return nullptr;
}

Trouble& TroubleView::at_hand(Diary& diary) {
  for (Trouble& t : diary.troubles)
    if (t.id == chosen_) return t;
  const TrialRun* last = diary.last_run();
  const Symptom& s = *diagnosis_.symptom;
  diary.troubles.push_back({.id = fresh_id(diary.troubles),
                            .symptom = s.key,
                            .words = term(s.name).toStdString(),
                            .date = today(),
                            .run = last ? last->id : 0,
                            .answers = {},
                            .tries = {}});
  chosen_ = diary.troubles.back().id;
  return diary.troubles.back();
}

void TroubleView::note() {
  Diary d = session_->project().trial.diary;
  chosen_ = 0;
  at_hand(d);
  change_diary(*session_, "Note a trouble", d);
}

void TroubleView::strike_out() {
  Diary d = session_->project().trial.diary;
  std::erase_if(d.troubles, [&](const Trouble& t) { return t.id == chosen_; });
  chosen_ = 0;
  change_diary(*session_, "Strike out a trouble", d);
}

const Suspect* TroubleView::suspect() const {
  const int r = causes_->currentRow();
  return r >= 0 && r < static_cast<int>(diagnosis_.suspects.size()) ? &diagnosis_.suspects[static_cast<std::size_t>(r)]
                                                                    : nullptr;
}

void TroubleView::answer(std::optional<bool> yes) {
  const Suspect* s = suspect();
  if (!s) return;
  const std::string key = s->cause->key;
  Diary d = session_->project().trial.diary;
  Trouble& t = at_hand(d);
  std::erase_if(t.answers, [&](const CauseAnswer& a) { return a.cause == key; });
  if (yes) t.answers.push_back({fresh_id(t.answers), key, *yes});
  change_diary(*session_, "Answer about a trouble", d);
}

void TroubleView::take_offer() {
  const Suspect* s = suspect();
  if (!s || !s->finding) return;
  const Edit remedy = *s->finding->remedy;
  const std::string key = s->cause->key;
  if (!session_->perform(remedy)) return;
  Diary d = session_->project().trial.diary;
  Trouble& t = at_hand(d);
  t.tries.push_back({.id = fresh_id(t.tries), .what = session_->said(remedy.label).toStdString(), .cause = key});
  change_diary(*session_, "Note a change against a trouble", d);
}

void TroubleView::note_try() {
  const Suspect* s = suspect();
  if (!s) return;
  Diary d = session_->project().trial.diary;
  const std::string key = s->cause->key, what = term(s->cause->mend).toStdString();
  Trouble& t = at_hand(d);
  t.tries.push_back({.id = fresh_id(t.tries), .what = what, .cause = key});
  change_diary(*session_, "Note a change against a trouble", d);
}

void TroubleView::tell_result() {
  Diary d = session_->project().trial.diary;
  const TrialRun* run = d.last_run();
  if (!run) return session_->refuse(tr("No run is in the diary yet: note one first."));
  const Id last = run->id;
  for (Trouble& t : d.troubles)
    if (t.id == chosen_ && !t.tries.empty()) {
      // A change is judged by a run made after the one that showed the trouble.
      if (t.run != 0 && last <= t.run)
        return session_->refuse(tr("The last run in the diary is the one that showed it: note the next run first."));
      t.tries.back().run = last;
      t.tries.back().result = outcomes.at(static_cast<std::size_t>(result_->currentIndex()));
      change_diary(*session_, "What a run showed of a change", d);
      return;
    }
}

void TroubleView::refresh() {
  if (session_->dragging()) return;
  if (const Trouble* t = trouble()) symptom_->setCurrentIndex(symptom_->findData(QString::fromStdString(t->symptom)));
  of_ = session_->state();
  const QString key = symptom_->currentData().toString();
  diagnosis_ = diagnose(*of_, key.isEmpty() ? symptoms().front() : symptom_of(key.toStdString()), trouble());
  fill_troubles();
  fill_causes();
  fill_question();
  const auto& all = session_->project().trial.diary.troubles;
  const auto open = std::count_if(all.begin(), all.end(), [](const Trouble& t) { return t.open(); });
  QString ranked = tr("Ranked by this boat's numbers and findings, then by your answers.");
  QStringList words;
  for (const Symptom* x : foretold(*of_)) words << term(x->name).toLower();
  if (!words.isEmpty()) ranked += " " + tr("Its findings foretell: %1.").arg(words.join(", "));
  tell(open == 0 ? ranked
                 : ranked + " " + (open == 1 ? tr("One trouble is open.") : tr("%1 troubles are open.").arg(open)));
}

void TroubleView::fill_troubles() {
  filling_ = true;
  std::vector<const Trouble*> all;
  for (const Trouble& t : session_->project().trial.diary.troubles) all.push_back(&t);
  std::stable_sort(all.begin(), all.end(), [](auto* x, auto* y) { return x->open() > y->open(); });
  troubles_->setRowCount(0);
  troubles_->clearSelection();
  for (const Trouble* t : all) {
    const int r = troubles_->rowCount();
    troubles_->insertRow(r);
    troubles_->setItem(r, 0, text_item(QString::fromStdString(t->words), t->id));
    troubles_->item(r, 0)->setToolTip(
        tr("%1, since %2").arg(QString::fromStdString(t->words), QString::fromStdString(t->date)));
    const bool waits = !t->tries.empty() && t->tries.back().result == TryResult::open;
    troubles_->setItem(r, 1, text_item(!t->open() ? tr("gone") : waits ? tr("needs a run") : tr("open")));
    if (t->open()) troubles_->item(r, 1)->setForeground(look().buoy_text);
    if (t->id == chosen_) troubles_->setCurrentCell(r, 0);
  }
  if (chosen_ == 0) troubles_->setCurrentCell(-1, -1);
  strike_->setEnabled(trouble() != nullptr);
  filling_ = false;
}

void TroubleView::fill_causes() {
  filling_ = true;
  const int kept = std::max(0, causes_->currentRow());
  causes_->setRowCount(0);
  for (const Suspect& s : diagnosis_.suspects) {
    const int r = causes_->rowCount();
    causes_->insertRow(r);
    causes_->setItem(r, suspects_col::share, new NumberItem(s.share, percent(s.share)));
    causes_->setItem(r, suspects_col::cause, text_item(term(s.cause->name)));
    causes_->item(r, suspects_col::cause)->setToolTip(term(s.cause->name));
    causes_->setItem(r, suspects_col::answered, text_item(!s.answer ? QString() : *s.answer ? tr("yes") : tr("no")));
    // The likeliest stand out; what is far behind steps back.
    const QColor ink = s.share < 0.04 ? look().muted : look().ink;
    for (int c = 0; c < causes_->columnCount(); ++c) causes_->item(r, c)->setForeground(ink);
  }
  if (causes_->rowCount() > 0) causes_->setCurrentCell(std::min(kept, causes_->rowCount() - 1), suspects_col::cause);
  filling_ = false;
}

void TroubleView::fill_question() {
  const Suspect* s = suspect();
  const Trouble* t = trouble();
  because_->setText(!s                   ? QString()
                    : s->because.empty() ? tr("This boat's numbers say nothing for or against it.")
                                         : session_->said(s->because));
  question_->setText(s ? term(s->cause->test) : QString());
  QString mend = s ? term(s->cause->mend) : QString();
  if (s && *s->cause->caution != '\0')
    mend += QString("<br><span style='color:%1'>%2</span>").arg(look().buoy_text.name(), term(s->cause->caution));
  mend_->setText(mend);
  for (QPushButton* b : {yes_, no_, open_, try_}) b->setEnabled(s != nullptr);
  open_->setEnabled(s && s->answer.has_value());
  // An offer is made once the boat it makes was found better.
  const bool offered = s && s->finding && session_->trial().verdict(*s->finding) == RemedyTrial::Verdict::better;
  offer_->setVisible(offered);
  if (offered) {
    const QString words = session_->said(s->finding->remedy->label);
    offer_->setText(offer_->fontMetrics().elidedText(words, Qt::ElideRight, 250));
    offer_->setToolTip(words);
  }
  QStringList tried;
  if (t)
    for (const Try& x : t->tries) tried << tr("%1: %2").arg(QString::fromStdString(x.what), term(try_name(x.result)));
  tries_->setText(tried.join("<br>"));
  tries_->setVisible(!tried.isEmpty());
  const bool waits = t && !t->tries.empty() && t->tries.back().result == TryResult::open;
  result_->setVisible(waits);
  tell_result_->setVisible(waits);
}

TableRows TroubleView::table() const {
  return rows_of(causes_);
}

}  // namespace plucky::app
