#include "inspector/form.h"

#include <QHeaderView>
#include <QPushButton>
#include <QTreeWidget>
#include <algorithm>

#include "inspector/section_heading.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Pixels of the labels' column, on every page and in every section, so that all fields stand under each other.
constexpr int label_width = 126;

}  // namespace

Page::Page(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setProperty("plain", true);
  grid_ = page_grid_ = new QGridLayout(this);
  page_grid_->setContentsMargins(14, 8, 14, 10);
  set_columns(page_grid_);
  // All rows keep to the top; what is left over goes below the last one.
  page_grid_->setRowStretch(999, 1);
}

void Page::set_columns(QGridLayout* grid) {
  grid->setHorizontalSpacing(10);
  grid->setVerticalSpacing(5);
  grid->setColumnStretch(1, 1);
  grid->setColumnMinimumWidth(0, label_width);
}

void Page::row(const QString& label, QWidget* field) {
  auto* words = new QLabel(label, this);
  words->setProperty("muted", true);
  words->setBuddy(field);
  // Long names take a second line rather than the page's room.
  if (words->fontMetrics().horizontalAdvance(label) > label_width) {
    words->setWordWrap(true);
    words->setFixedWidth(label_width);
  }
  words->setAlignment(Qt::AlignLeft | (qobject_cast<QLabel*>(field) ? Qt::AlignTop : Qt::AlignVCenter));
  grid_->addWidget(words, next_row(), 0);
  grid_->addWidget(field, next_row(), 1);
  labels_[field] = words;
  ++next_row();
}

void Page::wide(QWidget* widget) {
  grid_->addWidget(widget, next_row()++, 0, 1, 2);
}
void Page::wide(QLayout* layout) {
  grid_->addLayout(layout, next_row()++, 0, 1, 2);
}

void Page::set_row_visible(QWidget* field, bool visible) {
  field->setVisible(visible);
  if (const auto it = labels_.find(field); it != labels_.end()) it->second->setVisible(visible);
}

QuantityEdit* Page::quantity(const QString& label, Dimension dimension, const char* object_name) {
  auto* edit = new QuantityEdit(session_, dimension, label, this);
  edit->setObjectName(object_name);
  row(label, edit);
  return edit;
}

QLineEdit* Page::text(const QString& label, const char* object_name) {
  auto* edit = new QLineEdit(this);
  edit->setObjectName(object_name);
  edit->setAccessibleName(label);
  row(label, edit);
  return edit;
}

QCheckBox* Page::check(const QString& label, const char* object_name) {
  auto* box = new QCheckBox(label, this);
  box->setObjectName(object_name);
  wide(box);
  return box;
}

QComboBox* Page::choice(const QString& label, const QStringList& items, const char* object_name, bool both_columns) {
  auto* box = new QComboBox(this);
  box->addItems(items);
  box->setObjectName(object_name);
  box->setAccessibleName(label);
  box->setMinimumContentsLength(8);
  box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  if (both_columns) {
    wide(box);
    return box;
  }
  row(label, box);
  return box;
}

QTreeWidget* Page::table(const QString& label, const QStringList& columns, const char* object_name, int height) {
  auto* t = new QTreeWidget(this);
  t->setObjectName(object_name);
  t->setAccessibleName(label);
  t->setColumnCount(static_cast<int>(columns.size()));
  t->setHeaderLabels(columns);
  t->setRootIsDecorated(false);
  t->setUniformRowHeights(true);
  t->setFont(ui_font(8.8));
  t->setMinimumHeight(height);
  t->header()->setStretchLastSection(false);
  t->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  for (int i = 1; i < columns.size(); ++i) t->header()->setSectionResizeMode(i, QHeaderView::ResizeToContents);
  wide(t);
  return t;
}

void Page::column_width(QTreeWidget* t, int column, int pixels) {
  t->header()->setSectionResizeMode(column, QHeaderView::Fixed);
  t->header()->resizeSection(column, std::max(pixels, t->header()->sectionSizeHint(column)));
}

QPushButton* Page::button(const QString& words, const char* object_name, bool quiet) {
  auto* b = new QPushButton(words, this);
  b->setObjectName(object_name);
  if (quiet) b->setProperty("quiet", true);
  wide(b);
  return b;
}

QLabel* Page::fact(const QString& label) {
  auto* value = new QLabel(this);
  value->setWordWrap(true);
  value->setTextInteractionFlags(Qt::TextSelectableByMouse);
  row(label, value);
  return value;
}

SectionHeading* Page::section(const QString& words, const char* object_name) {
  auto* body = new QWidget(this);
  body->setProperty("plain", true);
  auto* rows = new QGridLayout(body);
  rows->setContentsMargins(0, 0, 0, 0);
  set_columns(rows);
  end_section();
  auto* heading = new SectionHeading(words, object_name, body, this);
  wide(heading);
  wide(body);
  grid_ = rows;
  section_row_ = 0;
  return heading;
}

QLabel* Page::heading(const QString& words) {
  end_section();
  auto* label = new QLabel(words, this);
  label->setFont(ui_font(10.5, QFont::Bold));
  label->setWordWrap(true);
  wide(label);
  return label;
}

QLabel* Page::note(const QString& words, bool caution) {
  auto* label = new QLabel(words, this);
  label->setFont(ui_font(8.5));
  label->setWordWrap(true);
  label->setProperty(caution ? "caution" : "muted", true);
  wide(label);
  return label;
}

}  // namespace plucky::app
