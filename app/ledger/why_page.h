// Why a number of the ledger is what it is: which parts, which numbers. Shown in the inspector.
#pragma once

#include "inspector/form.h"

class QListWidget;

namespace plucky::app {

class WhyPage : public Page {
  Q_OBJECT

 public:
  explicit WhyPage(Session* session, QWidget* parent = nullptr);
  void show_key(const QString& key, const QString& label);
  void refresh() override;

 signals:
  void done();

 private:
  QString key_, label_;
  QLabel *title_, *value_;
  QListWidget* lines_;
};

}  // namespace plucky::app
