#include "stages/trial/trial_page.h"

#include <QHeaderView>
#include <QListWidget>
#include <QPushButton>
#include <QTreeWidget>

#include "assessment/checklist.h"
#include "assessment/diary.h"
#include "base/error.h"
#include "base/numbered.h"
#include "report/trial_report.h"
#include "session/ask_where.h"
#include "session/today.h"
#include "stages/trial/adopt.h"
#include "theme/theme.h"

namespace plucky::app {

TrialPage::TrialPage(Session* session, QWidget* parent) : Page(session, parent) {
  heading(tr("May it go in?"));
  verdict_ = note({});
  verdict_->setObjectName("launch_verdict");
  verdict_->setFont(ui_font(12, QFont::DemiBold));
  reasons_ = note({});
  reasons_->setObjectName("launch_reasons");
  wind_ = quantity(tr("Wind today"), Dimension::speed, "launch_wind");
  wind_->set_nothing(tr("not told"));
  water_ = quantity(tr("Water"), Dimension::temperature, "launch_water");
  water_->set_nothing(tr("not told"));
  for (QuantityEdit* e : {wind_, water_}) {
    connect(e, &QuantityEdit::entered, this, [this, e](double si) {
      e->set_value(si);
      fill_verdict();
    });
    connect(e, &QuantityEdit::cleared, this, [this, e] {
      e->set_nothing(tr("not told"));
      fill_verdict();
    });
  }
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

  section(tr("Days at the water"), "section_days");
  days_ = table(tr("Days at the water"), {tr("Day"), tr("Runs"), tr("Best")}, "days", 40);

  connect(button(tr("Run sheet to print..."), "run_sheet", true), &QPushButton::clicked, this, [this] {
    const QString path = ask_for_pdf(this, *session_, tr("Run sheet"));
    if (path.isEmpty()) return;
    try {
      write_run_sheet(session_->project(), session_->units(), path);
    } catch (const InvalidInput& e) {
      session_->refuse(session_->said(e.sentence()));
    }
  });

  section(tr("Upkeep"), "section_upkeep");
  upkeep_ = table(tr("Upkeep"), {tr("What"), tr("Used")}, "upkeep", 150);
  upkeep_->setMaximumHeight(190);
  upkeep_done_ = button(tr("Done today"), "upkeep_done");
  spares_ = note({});
  connect(upkeep_done_, &QPushButton::clicked, this, [this] {
    const QTreeWidgetItem* item = upkeep_->currentItem();
    if (!item) return;
    change_diary(
        *session_, "Upkeep done",
        with_upkeep(session_->project().trial.diary, item->data(0, Qt::UserRole).toString().toStdString(), today()));
  });

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
  fill_verdict();
  fill_days();
  fill_upkeep();
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

void TrialPage::fill_verdict() {
  const Assessment& a = session_->now();
  const auto told = [](const QuantityEdit* e) { return e->has_value() ? std::optional(e->value()) : std::nullopt; };
  const LaunchAnswer answer =
      may_launch(a, launch_checklist(a), {.wind = told(wind_), .water_temperature = told(water_)}, today());
  using V = LaunchAnswer::Verdict;
  const QString verdict = answer.verdict == V::go      ? tr("Go")
                          : answer.verdict == V::no_go ? tr("Not yet")
                                                       : tr("Cannot be judged yet");
  verdict_->setText(QString("<span style='color:%1'>%2</span>")
                        .arg((answer.verdict == V::go ? look().reed_text : look().buoy_text).name(), verdict));
  // The first few; the checklist below has them all.
  constexpr std::size_t most = 3;
  QStringList words;
  const auto add = [&](const std::vector<Text>& texts) {
    for (const Text& t : texts)
      if (words.size() < static_cast<int>(most)) words << session_->said(t);
  };
  add(answer.against);
  add(answer.unknown);
  const std::size_t all = answer.against.size() + answer.unknown.size();
  if (all > most) words << tr("... and %1 more.").arg(all - most);
  if (all == 0) add(answer.mind);
  reasons_->setText(words.join('\n'));
  reasons_->setVisible(!words.isEmpty());
}

void TrialPage::fill_days() {
  days_->clear();
  int lines = 2;
  for (const Outing& o : session_->project().trial.diary.outings) {
    std::optional<double> best;
    for (const TrialRun& r : o.runs)
      if (r.numbers.top_speed) best = std::max(best.value_or(0.0), *r.numbers.top_speed);
    auto* item =
        new QTreeWidgetItem(days_, {tr("%1, %2").arg(QString::fromStdString(o.date), term(outing_name(o.kind))),
                                    QString::number(o.runs.size()), session_->shown(best, Dimension::speed)});
    const std::string& words = o.result.empty() ? o.wish : o.result;
    item->setToolTip(0, QString::fromStdString(words));
    if (!words.empty()) {
      auto* line = new QTreeWidgetItem(item, {QString::fromStdString(words)});
      line->setFirstColumnSpanned(true);
      line->setToolTip(0, QString::fromStdString(words));
      line->setForeground(0, look().muted);
      item->setExpanded(true);
      ++lines;
    }
    ++lines;
  }
  days_->setFixedHeight(std::min(170, 24 + 18 * lines));
}

void TrialPage::fill_upkeep() {
  const QString kept = upkeep_->currentItem() ? upkeep_->currentItem()->data(0, Qt::UserRole).toString() : QString();
  upkeep_->clear();
  QStringList spares;
  for (const UpkeepItem& u : upkeep_of(session_->now(), today())) {
    const auto share = [&](const Quantity& q) {
      return q.dimension == Dimension::duration ? session_->in_words(q) : QString::number(q.si);
    };
    const QString of = u.in_days                              ? tr("%1 of %2 days")
                       : u.every.dimension == Dimension::none ? tr("%1 of %2 outings")
                                                              : tr("%1 of %2");
    auto* item = new QTreeWidgetItem(upkeep_, {session_->said(u.what), of.arg(share(u.used), share(u.every))});
    item->setData(0, Qt::UserRole, QString::fromStdString(u.key));
    QStringList tip{session_->said(u.what)};
    if (!u.because.empty()) tip << session_->said(u.because);
    tip << (u.done.empty() ? tr("Never noted as done.") : tr("Last done on %1.").arg(QString::fromStdString(u.done)));
    if (*u.caution != '\0') tip << term(u.caution);
    item->setToolTip(0, tip.join('\n'));
    for (const int c : {0, 1})
      item->setForeground(c, u.state == UpkeepState::due    ? look().buoy_text
                             : u.state == UpkeepState::soon ? look().brass_text
                                                            : look().ink);
    if (!u.spare.empty() && u.state != UpkeepState::fine) spares << session_->said(u.spare);
    if (item->data(0, Qt::UserRole).toString() == kept) upkeep_->setCurrentItem(item);
  }
  if (!upkeep_->currentItem() && upkeep_->topLevelItemCount() > 0) upkeep_->setCurrentItem(upkeep_->topLevelItem(0));
  spares_->setText(tr("Take along: %1.").arg(spares.join(", ").toLower()));
  set_row_visible(spares_, !spares.isEmpty());
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
  log.bath_tests.push_back({.id = fresh_id(log.bath_tests),
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
