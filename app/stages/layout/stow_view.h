// Better places for the parts. In: the boat, parts that stay. Out: a page of the shelf: the boat as it is and
// alternatives as rows of numbers; one of them taken is one edit.
#pragma once

#include "assessment/stow.h"
#include "shelf/worked_page.h"

class QListWidget;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class StowView : public WorkedPage {
  Q_OBJECT

 public:
  StowView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] const StowAnswer& answer() const { return answer_; }

 private:
  void work_out() override;
  void take();
  void show_result() override;
  void tell_way();
  void add_row(const QString& name, const StowMeasures& m, const Assessment& a, int way);
  [[nodiscard]] const Stowing* at_hand() const;

  QListWidget* held_;
  QPushButton* take_;
  QTableWidget* table_;
  std::vector<Id> parts_;  ///< that may be moved, in the order of the list
  StowAnswer answer_;
};

}  // namespace plucky::app
