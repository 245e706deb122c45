// Better places for the parts. In: the boat, parts that stay. Out: a page of the shelf: the boat as it is and
// alternatives as rows of numbers; one of them taken is one edit.
#pragma once

#include <memory>

#include "assessment/stow.h"
#include "session/job.h"
#include "shelf/shelf_page.h"

class QListWidget;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class StowView : public ShelfPage {
  Q_OBJECT

 public:
  StowView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] bool at_work() const override { return job_.running(); }
  [[nodiscard]] const StowAnswer& answer() const { return answer_; }

 private:
  void work_out();
  void take();
  void fill();
  void tell_way();
  void add_row(const QString& name, const StowMeasures& m, const Assessment& a, int way);
  [[nodiscard]] const Stowing* at_hand() const;
  [[nodiscard]] bool as_worked_out() const;

  QListWidget* held_;
  QPushButton *work_, *take_;
  QTableWidget* table_;
  std::vector<Id> parts_;                   ///< that may be moved, in the order of the list
  std::shared_ptr<const Assessment> boat_;  ///< that the answer is of
  StowAnswer answer_;
  Job job_;
};

}  // namespace plucky::app
