#include "chooser/chooser.h"

#include <QFileInfo>
#include <QGridLayout>
#include <QLabel>
#include <QLocale>
#include <QPushButton>
#include <QVBoxLayout>

#include "chooser/boat_card.h"
#include "shelf/scrolled.h"
#include "theme/theme.h"
#include "window/fleet.h"
#include "words/words.h"

namespace plucky::app {

Chooser::Chooser(QWidget* parent) : QWidget(parent) {
  setObjectName("chooser");
  auto* outer = new QHBoxLayout(this);
  outer->setContentsMargins(48, 30, 48, 30);
  outer->setSpacing(40);
  const auto title = [&](const QString& words, double points) {
    auto* label = new QLabel(words, this);
    label->setFont(ui_font(points, QFont::Bold));
    return label;
  };
  auto* left = new QVBoxLayout;
  left->setSpacing(10);
  left->addWidget(title(tr("Which boat is on the bench?"), 17));
  auto* about =
      new QLabel(tr("The fleet of Withy Mere is made up, to look around with. Nothing here can be spoilt: what you "
                    "change is saved only under a name of yours."),
                 this);
  about->setWordWrap(true);
  about->setProperty("muted", true);
  left->addWidget(about);
  auto* faults =
      new QLabel(tr("Dabchick comes with two faults on purpose, to try the findings on: its battery is too "
                    "far forward, and it has no foam to keep the swamped boat afloat. Swallow's weight lies too far "
                    "forward, and Coot's bulwark drains too slowly. The others are sound."),
                 this);
  faults->setObjectName("chooser_faults");
  faults->setWordWrap(true);
  faults->setProperty("muted", true);
  left->addWidget(faults);
  left->addSpacing(6);
  auto* groups = new QWidget(this);
  grid_ = new QGridLayout(groups);
  grid_->setContentsMargins(0, 0, 8, 0);
  grid_->setSpacing(10);
  for (const FleetGroup& group : fleet_groups()) {
    groups_.push_back({title(term(group.name), 10), {}});
    for (const char* name : group.boats) {
      auto* card = new BoatCard(*demo_boat(name), groups);
      card->setObjectName("card_" + QString(name));
      connect(card, &QAbstractButton::clicked, this, [this, card] { emit fleet_chosen(card->project()); });
      groups_.back().cards.push_back(card);
    }
  }
  auto* fleet = scrolled(groups, this);
  fleet_ = fleet;
  left->addWidget(fleet, 1);
  outer->addLayout(left, 1);

  auto* right = new QVBoxLayout;
  right->setSpacing(8);
  const auto button = [&](const QString& words, const char* name, bool strong) {
    auto* b = new QPushButton(words, this);
    b->setObjectName(name);
    b->setProperty("strong", strong);
    b->setMinimumHeight(34);
    b->setFixedWidth(290);
    right->addWidget(b);
    return b;
  };
  leftovers_title_ = title(tr("Work that was not saved"), 11);
  right->addWidget(leftovers_title_);
  leftovers_ = new QVBoxLayout;
  right->addLayout(leftovers_);
  right->addWidget(title(tr("A boat of yours"), 11));
  connect(button(tr("Begin with a brief"), "choose_brief", true), &QPushButton::clicked, this, &Chooser::brief_wanted);
  connect(button(tr("Open a boat \u2026"), "choose_open", false), &QPushButton::clicked, this,
          [this] { emit open_wanted({}); });
  connect(button(tr("Import a hull mesh \u2026"), "choose_import", false), &QPushButton::clicked, this,
          &Chooser::import_wanted);
  right->addSpacing(10);
  recent_title_ = title(tr("Recent boats"), 11);
  right->addWidget(recent_title_);
  recent_ = new QVBoxLayout;
  right->addLayout(recent_);
  right->addStretch(1);
  auto* back = new QPushButton(tr("Back to the bench"), this);
  back->setObjectName("choose_back");
  back->setProperty("quiet", true);
  back->setFixedWidth(290);
  right->addWidget(back);
  back_ = back;
  connect(back, &QPushButton::clicked, this, &Chooser::back_wanted);
  outer->addLayout(right);
}

void Chooser::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  constexpr int card = 205;
  arrange(std::clamp((fleet_->width() - 24) / card, 2, 4));
}

void Chooser::arrange(int columns) {
  if (columns == columns_) return;
  columns_ = columns;
  while (QLayoutItem* item = grid_->takeAt(0)) delete item;
  // Groups stand beside one another as long as there is room, each under its name.
  int row = 0, column = 0, deepest = 0;
  for (const Group& g : groups_) {
    const int wide = std::min(static_cast<int>(g.cards.size()), columns);
    if (column + wide > columns) row += deepest, column = deepest = 0;
    grid_->addWidget(g.name, row, column, 1, wide);
    for (int i = 0; i < static_cast<int>(g.cards.size()); ++i)
      grid_->addWidget(g.cards[static_cast<std::size_t>(i)], row + 1 + i / wide, column + i % wide);
    column += wide;
    deepest = std::max(deepest, 1 + (static_cast<int>(g.cards.size()) + wide - 1) / wide);
  }
}

void Chooser::clear(QVBoxLayout* list) {
  while (QLayoutItem* item = list->takeAt(0)) {
    if (item->widget()) item->widget()->deleteLater();
    delete item;
  }
}

void Chooser::refresh(const QStringList& recent, const std::vector<Leftover>& leftovers, bool boat_on_bench) {
  clear(recent_);
  clear(leftovers_);
  const auto row = [&](QVBoxLayout* list, const QString& words, const QString& tip, const QString& name) {
    auto* b = new QPushButton(QFontMetrics(font()).elidedText(words, Qt::ElideMiddle, 262), this);
    b->setObjectName(name);
    b->setToolTip(tip);
    b->setProperty("quiet", true);
    b->setFixedWidth(290);
    list->addWidget(b);
    return b;
  };
  for (const QString& path : recent)
    connect(row(recent_, QFileInfo(path).completeBaseName(), path, "recent_boat"), &QPushButton::clicked, this,
            [this, path] { emit open_wanted(path); });
  int n = 0;
  for (const Leftover& l : leftovers) {
    const QString what =
        l.belongs_to.isEmpty() ? tr("a boat without a name") : QFileInfo(l.belongs_to).completeBaseName();
    connect(row(leftovers_, tr("Recover %1, %2").arg(what, QLocale().toString(l.when, QLocale::ShortFormat)), l.file,
                QString("recover_%1").arg(n++)),
            &QPushButton::clicked, this, [this, l] { emit recover_wanted(l); });
  }
  recent_title_->setVisible(!recent.isEmpty());
  leftovers_title_->setVisible(!leftovers.empty());
  back_->setVisible(boat_on_bench);
}

}  // namespace plucky::app
