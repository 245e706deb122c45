// The first part of the trial: launch checklist, bath test, and the log of what was measured.
#pragma once

#include <vector>

#include "inspector/form.h"
#include "trial/bath_test.h"

class QListWidget;
class QPushButton;
class QTreeWidget;

namespace plucky::app {

class TrialPage : public Page {
  Q_OBJECT

 public:
  explicit TrialPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;

 private:
  void fill_checklist();
  void fill_verdict();
  void fill_days();
  void fill_upkeep();
  void fill_log();
  void show_bath();
  [[nodiscard]] std::vector<FreeboardReading> readings() const;
  [[nodiscard]] BathAnswer solve() const;
  [[nodiscard]] FoundMass found(const BathAnswer& answer) const;
  void keep_bath(bool adopt);

  QLabel *verdict_, *reasons_, *checked_, *bath_, *correction_, *spares_;
  QuantityEdit *wind_, *water_;
  QTreeWidget *days_, *upkeep_;
  QPushButton* upkeep_done_;
  QListWidget* checklist_;
  std::vector<QuantityEdit*> freeboards_;
  std::vector<QLabel*> point_names_;
  QuantityEdit* sigma_;
  QPushButton *keep_, *adopt_, *drop_;
  QTreeWidget* log_;
  bool filling_ = false;
};

}  // namespace plucky::app
