// The layout: mass budget, fittings, and the catalogue to take parts from.
#pragma once

#include "inspector/form.h"
#include "own_parts/own_parts.h"

class QListWidget;
class QPushButton;
class QTreeWidget;

namespace plucky::app {

class LayoutPage : public Page {
  Q_OBJECT

 public:
  LayoutPage(Session* session, OwnParts* own, QWidget* parent = nullptr);
  void refresh() override;

 private:
  void fill_catalogue();
  void add_from_catalogue();
  void forget_own();

  OwnParts* own_;
  QLabel* title_;
  QTreeWidget* budget_;
  QTreeWidget* fittings_;
  QLineEdit* search_;
  QListWidget* catalogue_;
  QPushButton *add_, *forget_;
};

}  // namespace plucky::app
