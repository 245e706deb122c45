// The standard trials by one press, beside those of the boat before an edit. In: the boat on the bench. Out: a page of
// the shelf: a table, and the chosen trial over its time.
#pragma once

#include <memory>
#include <optional>

#include "assessment/trial_faults.h"
#include "shelf/shelf_page.h"
#include "trial/standard_trials.h"

class QPushButton;
class QTableWidget;

namespace plucky::app {

class SeaTrialsView : public ShelfPage {
  Q_OBJECT

 public:
  SeaTrialsView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override { return plot_; }
  [[nodiscard]] const StandardTrials* trials() const { return now_ ? &now_->trials : nullptr; }

 private:
  struct Done {
    std::shared_ptr<const Assessment> of;
    StandardTrials trials;
    std::vector<TrialFault> faults;  ///< refer to `of`
  };
  void run();
  void print();
  void mend();
  void fill();
  void fill_mend();
  void draw();
  QPushButton *run_, *print_, *mend_;
  std::optional<Edit> offer_;  ///< of what the trials of the boat at hand showed
  QTableWidget* table_;
  QCustomPlot* plot_;
  std::shared_ptr<const Done> now_, before_;
  bool filling_ = false;
};

}  // namespace plucky::app
