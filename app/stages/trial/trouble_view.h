// What went wrong, and what stands behind it. In: the boat, its diary's troubles. Out: a page of the shelf: symptoms to
// choose, causes ranked by the boat's own numbers, a question for each, the mend; what was tried and what it gave.
#pragma once

#include <optional>

#include "assessment/symptoms/symptom.h"
#include "shelf/shelf_page.h"

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class TroubleView : public ShelfPage {
  Q_OBJECT

 public:
  TroubleView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  /// Puts a symptom on the page, as if it had been chosen.
  void look_into(const std::string& symptom);

 private:
  void note();
  void answer(std::optional<bool> yes);
  void take_offer();
  void note_try();
  void tell_result();
  void strike_out();
  void fill_troubles();
  void fill_causes();
  void fill_question();
  /// The trouble at hand; null while a symptom is only looked into.
  [[nodiscard]] const Trouble* trouble() const;
  /// The trouble at hand to be changed in `diary`; noted first where a symptom was only looked into.
  Trouble& at_hand(Diary& diary);
  [[nodiscard]] const Suspect* suspect() const;

  QComboBox *symptom_, *result_;
  QPushButton *note_, *yes_, *no_, *open_, *offer_, *try_, *tell_result_, *strike_;
  QTableWidget *troubles_, *causes_;
  QLabel *because_, *question_, *mend_, *tries_;
  Id chosen_ = 0;
  Diagnosis diagnosis_;
  std::shared_ptr<const Assessment> of_;  ///< what the diagnosis refers to
  bool filling_ = false;
};

}  // namespace plucky::app
