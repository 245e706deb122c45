#include "ledger/why_page.h"

#include <QListWidget>
#include <QPushButton>

#include "assessment/reason.h"
#include "theme/theme.h"

namespace plucky::app {

WhyPage::WhyPage(Session* session, QWidget* parent) : Page(session, parent) {
  title_ = heading({});
  value_ = note({});
  lines_ = new QListWidget(this);
  lines_->setObjectName("why_lines");
  lines_->setAccessibleName(tr("Why"));
  lines_->setWordWrap(true);
  lines_->setFont(ui_font(9));
  lines_->setMinimumHeight(170);
  lines_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  wide(lines_);
  note(tr("A line about a part takes you to it."));
  auto* back = new QPushButton(tr("Back"), this);
  back->setObjectName("why_back");
  back->setProperty("quiet", true);
  wide(back);
  connect(back, &QPushButton::clicked, this, &WhyPage::done);
  const auto go = [this](QListWidgetItem* item) {
    const Id id = item->data(Qt::UserRole).toUInt();
    if (id == 0) return;
    emit done();
    session_->select(id);
  };
  connect(lines_, &QListWidget::itemClicked, this, go);
  connect(lines_, &QListWidget::itemActivated, this, go);
}

void WhyPage::show_key(const QString& key, const QString& label) {
  key_ = key;
  label_ = label;
  refresh();
}

void WhyPage::refresh() {
  title_->setText(tr("Why: %1").arg(label_.toLower()));
  QString value = tr("This boat has no such number.");
  for (const LedgerRow& row : plucky::ledger(session_->now()))
    if (row.key == key_.toStdString() && row.value) value = tr("It is %1.").arg(session_->shown(*row.value));
  value_->setText(value);
  lines_->clear();
  for (const ReasonLine& line : reasons(session_->now(), key_.toStdString())) {
    auto* item = new QListWidgetItem(session_->said(line.text), lines_);
    item->setData(Qt::UserRole, line.subject);
  }
}

}  // namespace plucky::app
