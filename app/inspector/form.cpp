#include "inspector/form.h"

#include "theme/theme.h"

namespace plucky::app {

Page::Page(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setProperty("plain", true);
  form_ = new QFormLayout(this);
  form_->setContentsMargins(14, 8, 14, 10);
  form_->setHorizontalSpacing(10);
  form_->setVerticalSpacing(5);
  form_->setLabelAlignment(Qt::AlignLeft);
  form_->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
}

QuantityEdit* Page::quantity(const QString& label, Dimension dimension, const char* object_name) {
  auto* edit = new QuantityEdit(session_, dimension, label, this);
  edit->setObjectName(object_name);
  auto* words = new QLabel(label, this);
  words->setProperty("muted", true);
  words->setBuddy(edit);
  form_->addRow(words, edit);
  return edit;
}

QLineEdit* Page::text(const QString& label, const char* object_name) {
  auto* edit = new QLineEdit(this);
  edit->setObjectName(object_name);
  edit->setAccessibleName(label);
  auto* words = new QLabel(label, this);
  words->setProperty("muted", true);
  form_->addRow(words, edit);
  return edit;
}

QCheckBox* Page::check(const QString& label, const char* object_name) {
  auto* box = new QCheckBox(label, this);
  box->setObjectName(object_name);
  form_->addRow(box);
  return box;
}

QComboBox* Page::choice(const QString& label, const QStringList& items, const char* object_name, bool wide) {
  auto* box = new QComboBox(this);
  box->addItems(items);
  box->setObjectName(object_name);
  box->setAccessibleName(label);
  box->setMinimumContentsLength(8);
  box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  if (wide) {
    form_->addRow(box);
    return box;
  }
  auto* words = new QLabel(label, this);
  words->setProperty("muted", true);
  form_->addRow(words, box);
  return box;
}

QLabel* Page::fact(const QString& label) {
  auto* words = new QLabel(label, this);
  words->setProperty("muted", true);
  auto* value = new QLabel(this);
  value->setWordWrap(true);
  value->setTextInteractionFlags(Qt::TextSelectableByMouse);
  form_->addRow(words, value);
  return value;
}

QLabel* Page::heading(const QString& words) {
  auto* label = new QLabel(words, this);
  label->setFont(ui_font(10.5, QFont::Bold));
  label->setWordWrap(true);
  form_->addRow(label);
  return label;
}

QLabel* Page::note(const QString& words, bool caution) {
  auto* label = new QLabel(words, this);
  label->setFont(ui_font(8.5));
  label->setWordWrap(true);
  label->setProperty(caution ? "caution" : "muted", true);
  form_->addRow(label);
  return label;
}

}  // namespace plucky::app
