#include "stages/brief/proposal_view.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPainter>
#include <QPointer>
#include <QPushButton>
#include <QTableWidget>
#include <QToolButton>

#include "base/error.h"
#include "chooser/boat_card.h"
#include "drive/kind.h"
#include "hull/family.h"
#include "shelf/scrolled.h"
#include "tables/items.h"
#include "words/words.h"

namespace plucky::app {

namespace proposal_columns {
enum Column { merit, length, mass, speed, run_time, hours, left, hull };
}

namespace {

namespace boat_col = proposal_columns;

QString drive_words(const DriveKind& kind) {
  return kind.propulsor == Propulsor::propeller ? term(mounting_name(kind.mounting))
                                                : term(propulsor_name(kind.propulsor));
}

}  // namespace

/// The boat at hand in its water.
class ProposalView::Picture : public QWidget {
 public:
  explicit Picture(QWidget* parent) : QWidget(parent) {
    setMinimumSize(120, 60);
    setObjectName("proposal_picture");
    setAccessibleName(ProposalView::tr("Profile of the proposed boat"));
  }
  void show_boat(std::shared_ptr<const Assessment> boat) {
    boat_ = std::move(boat);
    update();
  }

 protected:
  void paintEvent(QPaintEvent*) override {
    QPainter p(this);
    p.fillRect(rect(), look().card);
    if (boat_) paint_boat_picture(p, QRectF(rect()).adjusted(6, 4, -6, -4), *boat_);
  }

 private:
  std::shared_ptr<const Assessment> boat_;
};

ProposalView::ProposalView(Session* session, QWidget* parent) : ShelfPage(session, tr("Proposed boats"), parent) {
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 0);
  auto* controls = new QHBoxLayout;
  work_ = new QPushButton(tr("Propose"), this);
  work_->setObjectName("propose");
  work_->setToolTip(tr("Whole boats for the brief: hull, drive, parts and water, each assessed like any other boat"));
  controls->addWidget(work_);
  family_ = new QComboBox(this);
  family_->setObjectName("proposal_family");
  family_->setAccessibleName(tr("Hull"));
  family_->addItem(tr("any hull"), -1);
  for (const Family& f : hull_families())
    if (f.loft) family_->addItem(term(f.name), static_cast<int>(f.id));
  drive_ = new QComboBox(this);
  drive_->setObjectName("proposal_drive");
  drive_->setAccessibleName(tr("Drive"));
  drive_->addItem(tr("any drive"), -1);
  for (std::size_t i = 0; i < drive_kinds().size(); ++i)
    if (!drive_kinds()[i].groups.empty()) drive_->addItem(drive_words(drive_kinds()[i]), static_cast<int>(i));
  for (QComboBox* box : {family_, drive_}) {
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(8);
    controls->addWidget(box, 1);
  }
  lock_ = new QToolButton(this);
  lock_->setObjectName("proposal_lock");
  lock_->setToolTip(tr("What of the chosen boat is fixed when boats are proposed again"));
  lock_->setPopupMode(QToolButton::InstantPopup);
  make_lock_menu();
  controls->addWidget(lock_);
  take_ = new QPushButton(tr("Take this boat"), this);
  take_->setObjectName("take_proposal");
  take_->setProperty("strong", true);
  controls->addWidget(take_);
  column->addLayout(controls);
  auto* row = new QHBoxLayout;
  table_ = make_table(this, "proposals", title(),
                      {tr("Best at"), tr("Length"), tr("Mass"), tr("Speed"), tr("Run time"), tr("Hours"), tr("Open"),
                       tr("Hull and drive")});
  table_->setSelectionMode(QAbstractItemView::SingleSelection);
  table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  row->addWidget(table_, 5);
  auto* right = new QVBoxLayout;
  picture_ = new Picture(this);
  right->addWidget(picture_, 2);
  reasons_ = new QLabel(this);
  reasons_->setObjectName("proposal_reasons");
  reasons_->setWordWrap(true);
  reasons_->setFont(ui_font(8.8));
  reasons_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  auto* scroll = scrolled(reasons_, this);
  right->addWidget(scroll, 3);
  row->addLayout(right, 4);
  column->addLayout(row, 1);
  connect(work_, &QPushButton::clicked, this, &ProposalView::work_out);
  connect(take_, &QPushButton::clicked, this, &ProposalView::take);
  connect(table_, &QTableWidget::itemSelectionChanged, this, &ProposalView::fill_reasons);
  connect(table_, &QTableWidget::itemActivated, this, &ProposalView::take);
  connect(session_, &Session::boat_replaced, this, [this] {
    kept_ = {};
    boats_.clear();
    table_->setRowCount(0);
    message_.clear();
    refresh();
  });
}

void ProposalView::make_lock_menu() {
  auto* menu = new QMenu(lock_);
  lock_->setMenu(menu);
  const auto add = [&](const QString& words, const char* name, auto set) {
    QAction* action = menu->addAction(words);
    action->setObjectName(name);
    action->setCheckable(true);
    connect(action, &QAction::triggered, this, [this, set](bool on) {
      const Proposal* boat = at_hand();
      set(on && boat ? &boat->project : nullptr);
      show_locks();
    });
    return action;
  };
  lock_hull_ = add(tr("Its hull and measures"), "lock_hull", [this](const Project* p) {
    kept_.hull.reset();
    if (p) kept_.hull = p->hull;
  });
  lock_drive_ = add(tr("Its kind of drive"), "lock_drive", [this](const Project* p) {
    kept_.drive.reset();
    if (p) kept_.drive = p->drive();
  });
  const std::tuple<PartKind, QString, const char*> parts[] = {{PartKind::motor, tr("Its motor"), "lock_motor"},
                                                              {PartKind::battery, tr("Its battery"), "lock_battery"},
                                                              {PartKind::esc, tr("Its ESC"), "lock_esc"}};
  for (const auto& [kind, words, name] : parts)
    lock_parts_[kind] = add(words, name, [this, of = kind](const Project* p) {
      kept_.parts.erase(of);
      if (const Part* part = p ? p->layout.first(of) : nullptr) kept_.parts[of] = part->name;
    });
}

void ProposalView::show_locks() {
  const bool any = at_hand() != nullptr;
  const auto show = [&](QAction* action, bool on) {
    action->setChecked(on);
    action->setEnabled(on || any);
  };
  show(lock_hull_, kept_.hull.has_value());
  show(lock_drive_, kept_.drive.has_value());
  for (const auto& [kind, action] : lock_parts_) show(action, kept_.parts.count(kind) > 0);
  lock_->setText(kept_.count() == 0 ? tr("Fix \u2026") : tr("Fixed: %1").arg(kept_.count()));
  // What is fixed goes before what is chosen.
  family_->setEnabled(!kept_.hull);
  drive_->setEnabled(!kept_.drive);
}

const Proposal* ProposalView::at_hand() const {
  const int r = table_->currentRow();
  if (r < 0) return nullptr;
  const auto i = table_->item(r, boat_col::merit)->data(Qt::UserRole).toUInt();
  return i < boats_.size() ? &boats_[i] : nullptr;
}

void ProposalView::work_out() {
  const Project& p = session_->project();
  ProposalWish wish{.brief = p.brief, .name = p.name, .count = 4};
  if (const int f = family_->currentData().toInt(); f >= 0) wish.family = static_cast<HullFamily>(f);
  if (const int d = drive_->currentData().toInt(); d >= 0) {
    const DriveKind& kind = drive_kinds()[static_cast<std::size_t>(d)];
    wish.propulsor = kind.propulsor;
    if (kind.propulsor == Propulsor::propeller) wish.mounting = kind.mounting;
  }
  if (kept_.hull) wish.family = kept_.hull->family, wish.shape = kept_.hull->shape;
  if (kept_.drive) {
    wish.propulsor = kept_.drive->propulsor;
    if (wish.propulsor == Propulsor::propeller) wish.mounting = kept_.drive->mounting;
  }
  for (const auto& [kind, name] : kept_.parts) wish.at_hand.push_back(name);
  boats_.clear();
  table_->setRowCount(0);
  for_ = p.brief;
  message_ = tr("Boats appear as they are ready.");
  refresh();
  session_->job()->start(tr("Proposing boats"), [self = QPointer(this), wish](const Job::Link& link) {
    const ProposalListener listener{
        .trying =
            [&](const Text& what, double share) {
              if (!link.wanted()) return false;
              try {
                link.step(tr("Proposing boats, %1 %: %2").arg(static_cast<int>(100.0 * share)).arg(term(what.words)));
              } catch (const Job::Stopped&) {
                return false;
              }
              return true;
            },
        .ready =
            [&](const Proposal& boat) {
              link.deliver([self, boat] {
                if (self) self->add_row(boat);
              });
            }};
    Proposals found;
    Text refused;
    try {
      found = propose(wish, builtin_catalogue(), listener);
    } catch (const InvalidInput& e) {
      refused = e.sentence();
    }
    link.deliver([self, found, refused] {
      if (!self) return;
      if (!refused.empty()) return self->session_->refuse(self->session_->said(refused));
      self->show_all(found);
    });
  });
}

void ProposalView::add_row(const Proposal& boat) {
  boats_.push_back(boat);
  table_->setSortingEnabled(false);
  const int r = table_->rowCount();
  table_->insertRow(r);
  table_->setItem(r, boat_col::merit, text_item(term(merit_name(boat.merit)), static_cast<Id>(boats_.size() - 1)));
  const Drive d = boat.project.drive();
  table_->setItem(r, boat_col::hull,
                  text_item(tr("%1, %2").arg(term(family_name(boat.project.hull.family)),
                                             drive_words(drive_kind(d.propulsor, d.mounting)))));
  set_number(table_, *session_, r, boat_col::length, true, boat.length, Dimension::length);
  set_number(table_, *session_, r, boat_col::mass, true, boat.mass, Dimension::mass);
  set_number(table_, *session_, r, boat_col::speed, boat.speed.has_value(), boat.speed.value_or(0.0), Dimension::speed);
  set_number(table_, *session_, r, boat_col::run_time, boat.run_time.has_value(), boat.run_time.value_or(0.0),
             Dimension::duration);
  table_->setItem(r, boat_col::hours, new NumberItem(boat.hours, QString::number(boat.hours, 'f', 0)));
  const QString open = boat.stops > 0     ? tr("%1 stop it").arg(boat.stops)
                       : boat.watches > 0 ? tr("%1 to watch").arg(boat.watches)
                                          : tr("nothing");
  table_->setItem(r, boat_col::left, new NumberItem(100.0 * boat.stops + boat.watches, open));
  if (boat.stops > 0) table_->item(r, boat_col::left)->setForeground(look().buoy_text);
  table_->setSortingEnabled(true);
  if (table_->currentRow() < 0) table_->setCurrentCell(0, boat_col::merit);
  refresh();
}

void ProposalView::show_all(const Proposals& proposals) {
  boats_.clear();
  table_->setRowCount(0);
  table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
  for (const Proposal& boat : proposals.boats) add_row(boat);
  message_ = session_->said(proposals.message);
  if (table_->rowCount() > 0) table_->setCurrentCell(0, boat_col::merit);
  refresh();
}

void ProposalView::fill_reasons() {
  const Proposal* boat = at_hand();
  take_->setEnabled(boat != nullptr);
  show_locks();
  if (!boat) {
    reasons_->clear();
    return picture_->show_boat(nullptr);
  }
  QStringList lines;
  for (const Text& t : boat->misses) lines << tr("Misses: %1").arg(session_->said(t));
  for (const Text& t : boat->reasons) lines << session_->said(t);
  reasons_->setText(lines.join("\n"));
  picture_->show_boat(boat->assessed);
}

void ProposalView::take() {
  const Proposal* boat = at_hand();
  if (!boat) return;
  Project taken = boat->project;
  // Numbers of another boat mean other things: its notes and diary go along, what was decided of parts does not.
  taken.notes = session_->project().notes;
  taken.name = session_->project().name;
  session_->perform({as_said(tr("Take a proposed boat")), ReplaceBoat{std::make_shared<const Project>(taken)}});
}

void ProposalView::refresh() {
  fill_reasons();
  QStringList words;
  if (!message_.isEmpty()) words << message_;
  if (boats_.empty() && message_.isEmpty())
    words << tr("Whole boats for the brief, worked out in about twenty seconds. Hull or drive may be decided first.");
  if (!boats_.empty() && !(for_ == session_->project().brief)) words << tr("The brief has changed since.");
  tell(words.join(' '));
}

TableRows ProposalView::table() const {
  return rows_of(table_);
}

}  // namespace plucky::app
