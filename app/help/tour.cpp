#include "help/tour.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <array>

#include "theme/theme.h"
#include "words/words.h"

namespace plucky::app {

namespace {

struct Step {
  Stage stage;
  const char* title;
  const char* words;
};

constexpr std::array<Step, 6> tour{{
    {Stage::flotation, QT_TRANSLATE_NOOP("words", "A boat that lies wrong"),
     QT_TRANSLATE_NOOP(
         "words",
         "Dabchick lies bow down: its battery is too far forward. The water is drawn at the trim that was "
         "worked out, the CG in red is outside the green band where it should be. Stage 5 on the left "
         "counts what is wrong.")},
    {Stage::flotation, QT_TRANSLATE_NOOP("words", "A finding and its remedy"),
     QT_TRANSLATE_NOOP("words",
                       "Under the board the findings name each fault with its number and limit. Rest the pointer on "
                       "\"Slide Battery\": board and numbers show what it would do. Click it, and it is done.")},
    {Stage::layout, QT_TRANSLATE_NOOP("words", "Move something yourself"),
     QT_TRANSLATE_NOOP(
         "words",
         "Drag the battery along its rail, or choose it and press the arrow keys. Water, CG and freeboard "
         "follow the hand. The strip of numbers keeps what each one was.")},
    {Stage::drive, QT_TRANSLATE_NOOP("words", "From battery to water"),
     QT_TRANSLATE_NOOP("words",
                       "Each card on the right is a component that stands in the boat. The arrow of the battery's card "
                       "lists others: point at one and read speed, current and heat; click to swap it.")},
    {Stage::seal, QT_TRANSLATE_NOOP("words", "Where water comes in"),
     QT_TRANSLATE_NOOP("words",
                       "Every ingress point is listed with its seal and what it leaks, the rings on the board are the "
                       "same. Choose the shaft tube and try another seal.")},
    {Stage::flotation, QT_TRANSLATE_NOOP("words", "Nothing is spoilt"),
     QT_TRANSLATE_NOOP(
         "words",
         "Ctrl+Z takes back everything, step by step. Ctrl+K finds and does anything: try \"swap battery\" "
         "or \"set length 600\". F1 opens the guide at the stage you are on. Your own boat begins with a "
         "brief: Boat, Choose a boat.")},
}};

}  // namespace

int Tour::steps() {
  return static_cast<int>(tour.size());
}

Tour::Tour(QWidget* parent, std::function<void(Stage)> show_stage)
    : QFrame(parent), show_stage_(std::move(show_stage)) {
  setObjectName("tour");
  setAttribute(Qt::WA_StyledBackground);
  setFocusPolicy(Qt::StrongFocus);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(14, 10, 14, 10);
  title_ = new QLabel(this);
  title_->setObjectName("tour_title");
  title_->setFont(ui_font(10.5, QFont::DemiBold));
  words_ = new QLabel(this);
  words_->setObjectName("tour_words");
  words_->setWordWrap(true);
  auto* row = new QHBoxLayout;
  auto* leave = new QPushButton(tr("Leave the tour"), this);
  leave->setObjectName("tour_leave");
  leave->setProperty("quiet", true);
  back_ = new QPushButton(tr("Back"), this);
  back_->setObjectName("tour_back");
  next_ = new QPushButton(this);
  next_->setObjectName("tour_next");
  next_->setProperty("strong", true);
  row->addWidget(leave);
  row->addStretch(1);
  row->addWidget(back_);
  row->addWidget(next_);
  column->addWidget(title_);
  column->addWidget(words_);
  column->addLayout(row);
  connect(leave, &QPushButton::clicked, this, &Tour::end);
  connect(back_, &QPushButton::clicked, this, [this] { go_to(step_ - 1); });
  connect(next_, &QPushButton::clicked, this, [this] { go_to(step_ + 1); });
  parent->installEventFilter(this);
  hide();
}

void Tour::begin() {
  go_to(0);
  show();
  raise();
  next_->setFocus();
}

void Tour::go_to(int step) {
  if (step >= steps()) return end();
  step_ = std::max(0, step);
  const Step& s = tour[static_cast<std::size_t>(step_)];
  title_->setText(tr("%1 of %2: %3").arg(step_ + 1).arg(steps()).arg(term(s.title)));
  words_->setText(term(s.words));
  setAccessibleName(title_->text());
  setAccessibleDescription(words_->text());
  back_->setEnabled(step_ > 0);
  next_->setText(step_ + 1 < steps() ? tr("Next") : tr("Done"));
  show_stage_(s.stage);
  take_place();
}

void Tour::end() {
  hide();
  emit ended();
}

void Tour::take_place() {
  const QWidget* room = parentWidget();
  const int width = std::min(400, room->width() - 24);
  setFixedWidth(width);
  const int height = layout()->hasHeightForWidth() ? layout()->heightForWidth(width) : sizeHint().height();
  setFixedHeight(height);
  move(room->width() - width - 12, room->height() - height - 12);
}

bool Tour::eventFilter(QObject* object, QEvent* event) {
  if (event->type() == QEvent::Resize && isVisible()) take_place();
  return QFrame::eventFilter(object, event);
}

void Tour::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_Escape)
    end();
  else
    QFrame::keyPressEvent(event);
}

}  // namespace plucky::app
