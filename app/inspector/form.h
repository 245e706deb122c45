// Rows of label and field, as all inspector pages use them.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QWidget>
#include <functional>

#include "inspector/quantity_edit.h"

namespace plucky::app {

/// Base of the inspector's pages: a form that is filled from the session after every change.
class Page : public QWidget {
  Q_OBJECT

 public:
  explicit Page(Session* session, QWidget* parent = nullptr);
  virtual void refresh() = 0;

 protected:
  QuantityEdit* quantity(const QString& label, Dimension dimension, const char* object_name);
  QLineEdit* text(const QString& label, const char* object_name);
  QCheckBox* check(const QString& label, const char* object_name);
  QComboBox* choice(const QString& label, const QStringList& items, const char* object_name,
                    bool wide = false);
  QLabel* fact(const QString& label);
  QLabel* heading(const QString& words);
  QLabel* note(const QString& words, bool caution = false);

  Session* session_;
  QFormLayout* form_;
};

}  // namespace plucky::app
