#include "findings/findings_panel.h"

#include <QBoxLayout>
#include <QCheckBox>
#include <QEvent>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <algorithm>

#include "session/today.h"
#include "theme/theme.h"

namespace plucky::app {

FindingRow::FindingRow(QWidget* parent) : QWidget(parent) {
  setProperty("plain", true);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(32, 2, 12, 2);
  column->setSpacing(1);
  heading_ = new QLabel(this);
  heading_->setFont(ui_font(8.5, QFont::Bold));
  heading_->setProperty("muted", true);
  column->addWidget(heading_);
  row_ = new QBoxLayout(QBoxLayout::LeftToRight);
  row_->setSpacing(8);
  column->addLayout(row_);
  auto* words = new QVBoxLayout;
  words->setSpacing(0);
  text_ = new QLabel(this);
  text_->setObjectName("finding_text");
  text_->setWordWrap(true);
  text_->setFont(ui_font(9.5, QFont::Medium));
  source_ = new QLabel(this);
  source_->setProperty("muted", true);
  source_->setFont(ui_font(8));
  source_->setWordWrap(true);  // in one line a long one would push the buttons out of the panel
  words->addWidget(text_);
  words->addWidget(source_);
  row_->addLayout(words, 1);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(6);
  buttons->addStretch();
  const auto button = [&](const QString& label, const char* name, bool quiet) {
    auto* b = new QPushButton(label, this);
    b->setObjectName(name);
    b->setProperty("quiet", quiet);
    b->setFont(ui_font(8.8, quiet ? QFont::Normal : QFont::DemiBold));
    buttons->addWidget(b, 0, Qt::AlignVCenter);
    return b;
  };
  reason_ = new QLineEdit(this);
  reason_->setObjectName("ignore_reason");
  reason_->setPlaceholderText(tr("Why? Enter keeps it"));
  reason_->setAccessibleName(tr("Reason to ignore this finding"));
  reason_->setMinimumWidth(170);
  reason_->hide();
  reason_->installEventFilter(this);
  buttons->addWidget(reason_, 1);
  ignore_ = button(tr("Ignore"), "ignore", true);
  show_ = button(tr("Show me"), "show_me", true);
  do_ = button({}, "do_it", false);
  do_->installEventFilter(this);
  row_->addLayout(buttons);
  connect(show_, &QPushButton::clicked, this, &FindingRow::show_clicked);
  connect(do_, &QPushButton::clicked, this, &FindingRow::do_clicked);
  connect(ignore_, &QPushButton::clicked, this, [this] {
    if (!finding_.ignored.empty())
      emit heed_clicked();
    else
      ask_reason(!reason_->isVisible());
  });
  connect(reason_, &QLineEdit::returnPressed, this, [this] {
    const QString reason = reason_->text().trimmed();
    if (reason.isEmpty()) return;
    ask_reason(false);
    emit ignore_wanted(reason);
  });
}

void FindingRow::ask_reason(bool on) {
  reason_->clear();
  reason_->setVisible(on);
  if (on) reason_->setFocus();
}

bool FindingRow::eventFilter(QObject* object, QEvent* event) {
  if (object == do_) {
    if (do_->isEnabled() && (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn)) emit do_hovered(true);
    if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut || event->type() == QEvent::Hide)
      emit do_hovered(false);
  } else if (event->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
    ask_reason(false);
    return true;
  }
  return QWidget::eventFilter(object, event);
}

void FindingRow::show_finding(const Session& session, const Finding& finding, const QString& heading) {
  if (!(finding.id == finding_.id && finding.subject == finding_.subject)) ask_reason(false);
  finding_ = finding;
  setProperty("rule", QString::fromStdString(finding.id));
  heading_->setText(heading);
  heading_->setVisible(!heading.isEmpty());
  const QString text = session.said(finding.text);
  if (text_->text() != text) text_->setText(text);
  const bool ignored = !finding.ignored.empty();
  text_->setEnabled(!ignored);
  source_->setText(ignored ? tr("ignored: %1").arg(QString::fromStdString(finding.ignored))
                           : session.said(finding.source));
  setAccessibleName(severity_word(finding.severity) + ": " + text);
  show_->setAccessibleName(tr("Show me: %1").arg(text));
  ignore_->setText(ignored ? tr("Count it again") : tr("Ignore"));
  ignore_->setAccessibleName(ignore_->text() + ": " + text);
  ignore_->setVisible(finding.severity != Severity::fine);
  offer(session);
  setVisible(true);
  update();
}

void FindingRow::offer(const Session& session) {
  const auto& edit = finding_.remedy;
  const auto verdict = edit ? session.trial().verdict(finding_) : RemedyTrial::Verdict::no_use;
  if (edit) do_->setText(session.said(edit->label));
  do_->setEnabled(verdict == RemedyTrial::Verdict::better);
  do_->setToolTip(do_->isEnabled() ? QString() : tr("Being tried on a copy of the boat"));
  do_->setVisible(verdict != RemedyTrial::Verdict::no_use && finding_.ignored.empty());
}

/// Room that the list leaves for its bar.
constexpr int scroll_bar = 14;

void FindingRow::fit_into(int room) {
  constexpr int sentence = 240, margins = 60, gap = 6;
  int wanted = std::max(sentence, source_->fontMetrics().horizontalAdvance(source_->text())) + margins;
  // Asked one by one: the layout still keeps the sizes of the words before.
  for (const QWidget* w : std::initializer_list<const QWidget*>{reason_, ignore_, show_, do_})
    if (!w->isHidden()) wanted += w->sizeHint().width() + gap;
  row_->setDirection(room < wanted ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
}

void FindingRow::paintEvent(QPaintEvent* event) {
  QWidget::paintEvent(event);
  QPainter p(this);
  if (!finding_.ignored.empty()) p.setOpacity(0.45);
  draw_severity(p, QRectF(11, text_->geometry().center().y() - 6.0, 12, 12), finding_.severity);
}

FindingsPanel::FindingsPanel(Session* session, QWidget* parent)
    : QWidget(parent), session_(session), pace_(session, 170, [this] { refresh(); }) {
  setObjectName("findings");
  setAttribute(Qt::WA_StyledBackground);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 6, 0, 0);
  column->setSpacing(2);
  auto* head = new QHBoxLayout;
  head->setContentsMargins(12, 0, 12, 0);
  title_ = new QLabel(this);
  title_->setObjectName("finding_title");
  title_->setFont(ui_font(10.5, QFont::Bold));
  counts_ = new QLabel(this);
  counts_->setProperty("muted", true);
  counts_->setObjectName("finding_counts");
  by_stage_ = new QCheckBox(tr("by stage"), this);
  by_stage_->setObjectName("by_stage");
  fine_too_ = new QCheckBox(tr("passed, ignored"), this);
  fine_too_->setObjectName("fine_too");
  head->addWidget(title_);
  head->addSpacing(8);
  head->addWidget(counts_);
  head->addSpacing(12);
  head->addStretch();
  head->addWidget(by_stage_);
  head->addSpacing(6);
  head->addWidget(fine_too_);
  column->addLayout(head);
  auto* scroll = new QScrollArea(this);
  scroll->setWidgetResizable(true);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setFocusPolicy(Qt::NoFocus);
  auto* inside = new QWidget(scroll);
  inside->setProperty("plain", true);
  list_ = new QVBoxLayout(inside);
  list_->setContentsMargins(0, 0, 0, 4);
  list_->setSpacing(1);
  list_->addStretch();
  scroll->setWidget(inside);
  column->addWidget(scroll, 1);
  connect(&session_->trial(), &RemedyTrial::judged, this, [this] {
    for (FindingRow* row : rows_)
      if (!row->isHidden()) {
        row->offer(*session_);
        row->fit_into(width() - scroll_bar);
      }
  });
  connect(fine_too_, &QCheckBox::toggled, this, &FindingsPanel::refresh);
  connect(by_stage_, &QCheckBox::toggled, this, &FindingsPanel::refresh);
  connect(session_, &Session::boat_replaced, this, [this] { set_stage(stage_); });
  set_stage(stage_);
}

void FindingsPanel::set_stage(Stage stage) {
  stage_ = stage;
  const auto& all = session_->now().findings;
  const bool clean = std::none_of(all.begin(), all.end(), [&](const Finding& f) {
    return own(f) && f.severity >= Severity::watch && f.ignored.empty();
  });
  // Only here: a board that jumped under the hand with every edit would be worse than a short list.
  constexpr int tall = 196, short_one = 128;
  setFixedHeight(clean ? short_one : tall);
  refresh();
}

QString FindingsPanel::heading_over(const std::vector<Finding>& shown, std::size_t i) const {
  if (by_stage_->isChecked())
    return i == 0 || shown[i - 1].stage != shown[i].stage ? term(stage_name(shown[i].stage)) : QString();
  if (own(shown[i]) || (i > 0 && !own(shown[i - 1]))) return {};
  QStringList counts;
  for (int n = 1; n <= 9; ++n) {
    const Stage stage = static_cast<Stage>(n);
    const auto count = std::count_if(shown.begin(), shown.end(), [&](const Finding& f) { return f.stage == stage; });
    if (stage != stage_ && count > 0) counts << tr("%1 %2").arg(term(stage_name(stage))).arg(count);
  }
  return tr("Other stages: %1").arg(counts.join(QString::fromUtf8(" \u00b7 ")));
}

std::vector<Finding> FindingsPanel::visible() const {
  std::vector<Finding> out;
  for (const Finding& f : session_->now().findings)
    if ((f.severity != Severity::fine && f.ignored.empty()) || fine_too_->isChecked()) out.push_back(f);
  if (by_stage_->isChecked())
    std::stable_sort(out.begin(), out.end(), [](const Finding& l, const Finding& r) { return l.stage < r.stage; });
  else
    std::stable_partition(out.begin(), out.end(), [this](const Finding& f) { return own(f); });
  return out;
}

void FindingsPanel::add_row() {
  auto* row = new FindingRow(this);
  list_->insertWidget(static_cast<int>(rows_.size()), row);
  connect(row, &FindingRow::show_clicked, this, [this, row] { emit show_me(row->finding()); });
  connect(row, &FindingRow::do_clicked, this, [this, row] {
    session_->stop_peeking();
    if (const auto edit = row->finding().remedy) session_->perform(*edit);
  });
  connect(row, &FindingRow::do_hovered, this, [this, row](bool on) {
    const auto& edit = row->finding().remedy;
    if (on && edit)
      session_->peek(*edit);
    else
      session_->stop_peeking();
  });
  connect(row, &FindingRow::ignore_wanted, this,
          [this, row](const QString& reason) { ignore(row->finding(), reason); });
  connect(row, &FindingRow::heed_clicked, this, [this, row] { heed(row->finding()); });
  rows_.push_back(row);
}

void FindingsPanel::ignore(const Finding& finding, const QString& reason) {
  std::vector<IgnoredFinding> list = session_->project().ignored;
  std::erase_if(list, [&](const auto& i) { return i.rule == finding.id && i.id == finding.subject; });
  list.push_back({finding.id, finding.subject, static_cast<int>(finding.severity), reason.toStdString(), today()});
  session_->perform({as_said(tr("Ignore a finding")), ChangeIgnored{list}});
}

void FindingsPanel::heed(const Finding& finding) {
  const Finding f = finding;  // the row is filled anew by the edit itself
  std::vector<IgnoredFinding> list = session_->project().ignored;
  std::erase_if(list, [&](const auto& i) { return i.rule == f.id && i.id == f.subject; });
  session_->perform({as_said(tr("Count a finding again")), ChangeIgnored{list}});
}

void FindingsPanel::refresh() {
  const Assessment& a = session_->now();
  const auto of_stage = [&](Severity severity) { return a.count(severity, stage_); };
  const auto ignored = std::count_if(a.findings.begin(), a.findings.end(), [&](const Finding& f) {
    return own(f) && f.severity != Severity::fine && !f.ignored.empty();
  });
  counted_.clear();
  const auto add = [&](const Text& count) {
    if (count.values.front().quantity()->si > 0.0) counted_ << session_->said(count);
  };
  add(counted("{0} to fix", "{0} to fix", of_stage(Severity::stop)));
  add(counted("{0} warning", "{0} warnings", of_stage(Severity::watch)));
  add(counted("{0} note", "{0} notes", of_stage(Severity::note)));
  if (counted_.isEmpty()) counted_ << tr("nothing wrong here");
  add(counted("{0} passed", "{0} passed", of_stage(Severity::fine)));
  add(counted("{0} ignored", "{0} ignored", static_cast<std::size_t>(ignored)));
  title_->setText(term(stage_name(stage_)));
  fit_counts();
  const std::vector<Finding> shown = visible();
  while (rows_.size() < shown.size()) add_row();
  for (std::size_t i = 0; i < rows_.size(); ++i) {
    if (i >= shown.size()) {
      rows_[i]->hide();
      continue;
    }
    rows_[i]->show_finding(*session_, shown[i], heading_over(shown, i));
    rows_[i]->fit_into(width() - scroll_bar);
  }
}

void FindingsPanel::fit_counts() {
  const QString dot = QString::fromUtf8(" \u00b7 ");
  const int taken = title_->sizeHint().width() + by_stage_->sizeHint().width() + fine_too_->sizeHint().width() + 74;
  QStringList shown = counted_;
  // The gravest stand first; what is passed can be seen behind its box.
  while (shown.size() > 1 && counts_->fontMetrics().horizontalAdvance(shown.join(dot)) > width() - taken)
    shown.removeLast();
  counts_->setText(shown.join(dot));
  counts_->setToolTip(counted_.join(dot));
}

void FindingsPanel::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  fit_counts();
  for (FindingRow* row : rows_) row->fit_into(width() - scroll_bar);
}

}  // namespace plucky::app
