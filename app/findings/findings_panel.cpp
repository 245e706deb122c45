#include "findings/findings_panel.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "theme/theme.h"

namespace plucky::app {

FindingRow::FindingRow(QWidget* parent) : QWidget(parent) {
  setProperty("plain", true);
  row_ = new QBoxLayout(QBoxLayout::LeftToRight, this);
  row_->setContentsMargins(30, 2, 12, 2);
  row_->setSpacing(4);
  auto* words = new QVBoxLayout;
  words->setSpacing(0);
  text_ = new QLabel(this);
  text_->setWordWrap(true);
  text_->setObjectName("finding_text");
  source_ = new QLabel(this);
  source_->setProperty("muted", true);
  source_->setFont(ui_font(8));
  source_->setWordWrap(true);
  words->addWidget(text_);
  words->addWidget(source_);
  row_->addLayout(words, 1);
  show_ = new QPushButton(tr("Show me"), this);
  show_->setProperty("quiet", true);
  show_->setObjectName("show_me");
  do_ = new QPushButton(this);
  do_->setObjectName("do_it");
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(8);
  buttons->addStretch();
  buttons->addWidget(show_, 0, Qt::AlignVCenter);
  buttons->addWidget(do_, 0, Qt::AlignVCenter);
  row_->addLayout(buttons);
  connect(show_, &QPushButton::clicked, this, &FindingRow::show_clicked);
  connect(do_, &QPushButton::clicked, this, &FindingRow::do_clicked);
}

void FindingRow::show_finding(const Session& session, const Finding& finding) {
  finding_ = finding;
  setProperty("rule", QString::fromStdString(finding.id));
  const QString text = session.shown(finding.text, finding.values);
  if (text_->text() != text) text_->setText(text);
  source_->setText(QString::fromStdString(finding.source));
  setAccessibleName(severity_word(finding.severity) + ": " + text);
  show_->setAccessibleName(tr("Show me: %1").arg(text));
  do_->setVisible(finding.remedy.has_value());
  if (finding.remedy) do_->setText(session.shown(finding.remedy->label, finding.remedy_values));
  setVisible(true);
  update();
}

void FindingRow::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  // Buttons go below the sentence where they would squeeze it.
  row_->setDirection(width() < 720 ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
}

void FindingRow::paintEvent(QPaintEvent* event) {
  QWidget::paintEvent(event);
  QPainter p(this);
  draw_severity(p, QRectF(11, 0.5 * height() - 6.5, 12, 12), finding_.severity);
}

FindingsPanel::FindingsPanel(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("findings");
  setAttribute(Qt::WA_StyledBackground);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 6, 0, 0);
  column->setSpacing(2);
  auto* head = new QHBoxLayout;
  head->setContentsMargins(12, 0, 12, 0);
  auto* title = new QLabel(tr("Findings"), this);
  title->setFont(ui_font(10.5, QFont::Bold));
  counts_ = new QLabel(this);
  counts_->setProperty("muted", true);
  counts_->setObjectName("finding_counts");
  fine_too_ = new QCheckBox(tr("show passed checks"), this);
  fine_too_->setObjectName("fine_too");
  head->addWidget(title);
  head->addSpacing(8);
  head->addWidget(counts_);
  head->addStretch();
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
  connect(session_, &Session::changed, this, &FindingsPanel::refresh);
  connect(fine_too_, &QCheckBox::toggled, this, &FindingsPanel::refresh);
  refresh();
}

std::vector<Finding> FindingsPanel::visible() const {
  std::vector<Finding> out;
  for (const Finding& f : session_->now().findings)
    if (f.severity != Severity::fine || fine_too_->isChecked()) out.push_back(f);
  return out;
}

void FindingsPanel::refresh() {
  const Assessment& a = session_->now();
  counts_->setText(tr("%1 to fix \u00b7 %2 to watch \u00b7 %3 to note \u00b7 %4 fine")
                       .arg(a.count(Severity::stop))
                       .arg(a.count(Severity::watch))
                       .arg(a.count(Severity::note))
                       .arg(a.count(Severity::fine)));
  const std::vector<Finding> shown = visible();
  while (rows_.size() < shown.size()) {
    auto* row = new FindingRow(this);
    list_->insertWidget(static_cast<int>(rows_.size()), row);
    connect(row, &FindingRow::show_clicked, this, [this, row] { emit show_me(row->finding()); });
    connect(row, &FindingRow::do_clicked, this, [this, row] {
      const Finding f = row->finding();  // the row is filled anew by the edit itself
      if (!f.remedy) return;
      Edit edit = *f.remedy;
      edit.label = session_->shown(edit.label, f.remedy_values).toStdString();
      session_->perform(edit);
    });
    rows_.push_back(row);
  }
  for (std::size_t i = 0; i < rows_.size(); ++i) {
    if (i < shown.size())
      rows_[i]->show_finding(*session_, shown[i]);
    else
      rows_[i]->hide();
  }
}

}  // namespace plucky::app
