#include "stages/trial/trial_page.h"

#include <QHeaderView>
#include <QListWidget>
#include <QPushButton>
#include <QTreeWidget>

#include "assessment/checklist.h"
#include "base/error.h"
#include "session/today.h"
#include "stages/trial/adopt.h"
#include "theme/theme.h"

namespace plucky::app {

TrialPage::TrialPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("Before it goes in"));
  checked_ = note({});
  checklist_ = new QListWidget(this);
  checklist_->setObjectName("checklist");
  checklist_->setAccessibleName(tr("Launch checklist"));
  checklist_->setWordWrap(true);
  checklist_->setSpacing(2);
  checklist_->setFont(ui_font(9));
  checklist_->setMinimumHeight(210);
  checklist_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  wide(checklist_);

  section(tr("Flotation test"), "section_flotation_test");
  note(
      tr("Boat afloat and still, ready to run. Read with a rule how high each point stands over the water; three will "
         "do, more show a misreading."));
  for (const FreeboardReading& p : bath_points(session_->now().hull->model)) {
    freeboards_.push_back(quantity(tr(p.point.c_str()), Dimension::length,
                                   QString("bath_%1").arg(freeboards_.size()).toUtf8().constData()));
    freeboards_.back()->set_nothing(tr("not read"));
  }
  sigma_ = quantity(tr("Read to within"), Dimension::length, "bath_sigma");
  sigma_->set_value(0.001);
  bath_ = note({});
  bath_->setObjectName("bath_answer");
  auto* row = new QHBoxLayout;
  keep_ = new QPushButton(tr("Keep in the log"), this);
  keep_->setObjectName("bath_keep");
  adopt_ = new QPushButton(tr("Keep and adopt"), this);
  adopt_->setObjectName("bath_adopt");
  row->addWidget(keep_);
  row->addWidget(adopt_);
  wide(row);
  correction_ = note({});
  drop_ = new QPushButton(tr("Go back to the sum of the parts"), this);
  drop_->setObjectName("drop_correction");
  drop_->setProperty("quiet", true);
  wide(drop_);
  note(tr("Battery in means propeller live: hands clear, radio on first. Cold water: never wade or swim after a boat."),
       true);

  section(tr("Log"), "section_log");
  log_ = new QTreeWidget(this);
  log_->setObjectName("trial_log");
  log_->setAccessibleName(tr("Log of flotation tests and weighings"));
  log_->setRootIsDecorated(false);
  log_->setFont(ui_font(8.8));
  log_->setHeaderLabels({tr("Day"), tr("What"), tr("Mass"), tr("CG"), tr("Drawn")});
  log_->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
  log_->setMinimumHeight(90);
  wide(log_);

  connect(checklist_, &QListWidget::itemChanged, this, [this](QListWidgetItem* item) {
    if (filling_) return;
    const bool done = item->checkState() == Qt::Checked;
    session_->perform({as_said((done ? tr("Tick a line of the checklist") : tr("Open a line of the checklist"))),
                       ChangeTrial{with_tick(session_->project().trial,
                                             item->data(Qt::UserRole).toString().toStdString(), done, today())}});
  });
  for (QuantityEdit* e : freeboards_) {
    connect(e, &QuantityEdit::entered, this, [this, e](double si) {
      e->set_value(si);
      show_bath();
    });
    connect(e, &QuantityEdit::cleared, this, &TrialPage::show_bath);
  }
  connect(sigma_, &QuantityEdit::entered, this, [this](double si) {
    if (si > 0.0)
      sigma_->set_value(si);
    else
      session_->refuse(tr("Read to within: must be more than zero. The old value stays."));
    show_bath();
  });
  connect(keep_, &QPushButton::clicked, this, [this] { keep_bath(false); });
  connect(adopt_, &QPushButton::clicked, this, [this] { keep_bath(true); });
  connect(drop_, &QPushButton::clicked, this, [this] { drop_correction(*session_); });
  connect(session_, &Session::boat_replaced, this, [this] {
    for (QuantityEdit* e : freeboards_) e->set_nothing(tr("not read"));
  });
}

void TrialPage::refresh() {
  fill_checklist();
  fill_log();
  show_bath();
  const auto& c = session_->project().layout.correction;
  set_row_visible(correction_, c.has_value());
  drop_->setVisible(c.has_value());
  if (c)
    correction_->setText(tr("The mass budget follows the %1: %2 more than the sum of the parts.")
                             .arg(QString::fromStdString(c->origin), session_->shown({c->mass, Dimension::mass})));
}

void TrialPage::fill_checklist() {
  filling_ = true;
  const std::vector<CheckLine> lines = launch_checklist(session_->now());
  const int at = checklist_->currentRow();
  checklist_->clear();
  int done = 0;
  for (const CheckLine& line : lines) {
    QString text = session_->said(line.text);
    if (!line.done.empty()) text += tr("  (%1)").arg(QString::fromStdString(line.done));
    auto* item = new QListWidgetItem(text, checklist_);
    item->setData(Qt::UserRole, QString::fromStdString(line.key));
    item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
    item->setCheckState(line.done.empty() ? Qt::Unchecked : Qt::Checked);
    if (line.caution) item->setForeground(look().buoy_text);
    done += line.done.empty() ? 0 : 1;
  }
  checklist_->setCurrentRow(at);
  checked_->setText(
      tr("%1 of %2 done; open findings come first. Red lines: someone can be hurt.").arg(done).arg(lines.size()));
  filling_ = false;
}

std::vector<FreeboardReading> TrialPage::readings() const {
  std::vector<FreeboardReading> points = bath_points(session_->now().hull->model), read;
  for (std::size_t i = 0; i < std::min(points.size(), freeboards_.size()); ++i)
    if (freeboards_[i]->has_value()) {
      points[i].freeboard = freeboards_[i]->value();
      read.push_back(points[i]);
    }
  return read;
}

BathAnswer TrialPage::solve() const {
  const Assessment& a = session_->now();
  return solve_bath_test(a.hull->body, a.density(), readings(), sigma_->value(), a.mass.cg.z());
}

FoundMass TrialPage::found(const BathAnswer& b) const {
  const MassBudget& planned = session_->now().mass;
  return {.mass = b.mass,
          .mass_sigma = b.mass_sigma,
          .cg = b.cg,
          .cg_sigma = b.cg_sigma,
          .planned_mass = planned.total,
          .planned_cg = planned.cg};
}

void TrialPage::show_bath() {
  QString words = tr("Three freeboards at least.");
  bool good = false;
  if (readings().size() >= 3) try {
      const BathAnswer b = solve();
      good = b.solved;
      const double transom = session_->now().hull->model.box.low.x();
      const MassBudget& drawn = session_->now().mass;
      const auto length = [&](double m) { return session_->shown(length_quantity(m)); };
      words =
          b.solved
              ? tr("Weighs %1 \u00b1 %2, CG %3 \u00b1 %4 from the transom, %5 \u00b1 %6 to port. Drawn: %7, CG %8.")
                    .arg(session_->shown({b.mass, Dimension::mass}), session_->shown({b.mass_sigma, Dimension::mass}),
                         length(b.cg.x() - transom), length(b.cg_sigma.x()), length(b.cg.y()), length(b.cg_sigma.y()),
                         session_->shown({drawn.total, Dimension::mass}), length(drawn.cg.x() - transom))
              : session_->said(b.message);
      if (b.solved && b.misfit > 3.0 * sigma_->value())
        words +=
            " " + tr("The readings disagree by %1: read again, or the hull is not as drawn.").arg(length(b.misfit));
    } catch (const InvalidInput& e) {
      words = session_->said(e.sentence());
    }
  bath_->setText(words);
  keep_->setEnabled(good);
  adopt_->setEnabled(good);
}

void TrialPage::keep_bath(bool adopt) {
  const BathAnswer b = solve();
  if (!b.solved) return;
  TrialLog log = session_->project().trial;
  const FoundMass f = found(b);
  log.bath_tests.push_back({.id = static_cast<Id>(log.bath_tests.size() + 1),
                            .date = today(),
                            .note = {},
                            .readings = readings(),
                            .reading_sigma = sigma_->value(),
                            .found = f});
  if (session_->perform({as_said(tr("Keep a flotation test")), ChangeTrial{log}}) && adopt)
    adopt_found(*session_, f, tr("flotation test of %1").arg(QString::fromStdString(today())));
}

void TrialPage::fill_log() {
  log_->clear();
  const double transom = session_->now().hull->model.box.low.x();
  const auto line = [&](const std::string& day, const QString& what, const FoundMass& f) {
    new QTreeWidgetItem(log_, {QString::fromStdString(day), what, session_->shown({f.mass, Dimension::mass}),
                               session_->shown(length_quantity(f.cg.x() - transom)),
                               session_->shown({f.planned_mass, Dimension::mass})});
  };
  for (const BathTest& t : session_->project().trial.bath_tests) line(t.date, tr("flotation test"), t.found);
  for (const BoatWeighing& b : session_->project().trial.weighings) line(b.date, tr("weighed"), b.found);
}

}  // namespace plucky::app
