// Rows of label and field, as all inspector pages use them.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QWidget>
#include <functional>
#include <map>

#include "inspector/quantity_edit.h"

class QPushButton;
class QTreeWidget;

namespace plucky::app {

class SectionHeading;

/// Base of the inspector's pages: a form that is filled from the session after every change.
class Page : public QWidget {
  Q_OBJECT

 public:
  explicit Page(Session* session, QWidget* parent = nullptr);
  virtual void refresh() = 0;
  /// A hidden page takes no height: the stack of pages asks all of them for theirs.
  [[nodiscard]] int heightForWidth(int width) const override {
    return isHidden() ? -1 : QWidget::heightForWidth(width);
  }

 protected:
  QuantityEdit* quantity(const QString& label, Dimension dimension, const char* object_name);
  QLineEdit* text(const QString& label, const char* object_name);
  QCheckBox* check(const QString& label, const char* object_name);
  QComboBox* choice(const QString& label, const QStringList& items, const char* object_name, bool both_columns = false);
  QLabel* fact(const QString& label);
  /// Title of what follows; ends a section.
  QLabel* heading(const QString& words);
  /// The rows from here to the next section or heading can be folded away under this title. `object_name`: under which
  /// it is found, and remembered.
  SectionHeading* section(const QString& words, const char* object_name);
  /// What follows stands outside of any section, always in sight.
  void end_section() { grid_ = page_grid_; }
  QLabel* note(const QString& words, bool caution = false);

  /// Rows under headings over both columns; the first column takes the room that is left.
  QTreeWidget* table(const QString& label, const QStringList& columns, const char* object_name, int height);
  /// Gives a column of a table a width of its own, wide enough for its heading; longer words are cut with a tip.
  static void column_width(QTreeWidget* table, int column, int pixels);
  QPushButton* button(const QString& words, const char* object_name, bool quiet = false);

  /// A widget or layout over both columns.
  void wide(QWidget* widget);
  void wide(QLayout* layout);
  /// Shows or hides a field together with its label. (QFormLayout::setRowVisible of Qt 6.4 writes past its own memory
  /// when word-wrapped labels stand in the form, so the pages use a plain grid.)
  void set_row_visible(QWidget* field, bool visible);

  Session* session_;

 private:
  void row(const QString& label, QWidget* field);

  QGridLayout* page_grid_;  ///< headings, sections and what stands outside of them
  QGridLayout* grid_;       ///< of the section at hand, or of the page
  std::map<QWidget*, QLabel*> labels_;
  int page_row_ = 0, section_row_ = 0;
  [[nodiscard]] int& next_row() { return grid_ == page_grid_ ? page_row_ : section_row_; }
  static void set_columns(QGridLayout* grid);
};

}  // namespace plucky::app
