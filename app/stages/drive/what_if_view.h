// What if? One or two numbers of the boat turned. In: the boat, chosen numbers and their ranges. Out: a page of the
// shelf: a curve over one number, a map over two, with what strikes the boat where; a point taken is one edit.
#pragma once

#include <array>

#include "assessment/what_if.h"
#include "shelf/worked_page.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSpinBox;
class QStackedWidget;

namespace plucky::app {

class WhatIfCurve;
class WhatIfMap;

/// Findings that strike somewhere, each with a letter for the picture.
struct StrikeLetters {
  std::vector<std::string> ids;  ///< in the order of their letters
  /// Of the worst that strikes a point; nothing where none does or there are more than letters.
  [[nodiscard]] QString of(const WhatIfPoint& point) const;
};

class WhatIfView : public WorkedPage {
  Q_OBJECT

 public:
  WhatIfView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override;
  [[nodiscard]] const WhatIf& result() const { return result_; }
  /// Where a point is drawn, in the coordinates of its picture.
  [[nodiscard]] QPointF place_of(std::size_t point) const;
  [[nodiscard]] QWidget* picture() const;

 private:
  struct Row {
    QComboBox* knob;
    QLineEdit *from, *to;
  };
  void fill_knobs();
  void show_usual(std::size_t which);
  void work_out() override;
  void take();
  void select(std::size_t point);
  void show_result() override;
  [[nodiscard]] const Knob* knob_at(std::size_t which) const;
  [[nodiscard]] double read_end(const QLineEdit* field, const Knob& knob) const;
  [[nodiscard]] QString words_of(const WhatIfPoint& point) const;

  std::array<Row, 2> rows_{};
  QComboBox* reading_;
  QSpinBox* count_;
  QPushButton* take_;
  QStackedWidget* pictures_;
  WhatIfCurve* curve_;
  WhatIfMap* map_;
  QLabel* legend_;
  std::vector<Knob> knobs_;
  std::vector<Knob> turned_;  ///< the result's
  WhatIf result_;
  StrikeLetters letters_;
  std::size_t selected_ = static_cast<std::size_t>(-1);
};

}  // namespace plucky::app
