// The smallest changes that bring a number of the boat where it is wanted. In: the boat, a goal. Out: a page of the
// shelf: ways side by side with what each changes, as rows and as points over any two numbers; one of them taken is one
// edit.
#pragma once

#include "assessment/improve.h"
#include "shelf/worked_page.h"

class QComboBox;
class QCPGraph;
class QCPItemText;
class QCustomPlot;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class ImproveView : public WorkedPage {
  Q_OBJECT

 public:
  ImproveView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override { return plot_; }
  [[nodiscard]] const Improvements& found() const { return found_; }
  /// Where a way is drawn, pixels of the plot.
  [[nodiscard]] QPointF place_of(std::size_t way) const;

 private:
  void show_goal();
  void work_out() override;
  void take();
  void show_result() override;
  void draw();
  /// The numbers that the axes show, in their units; nothing where it has not both.
  [[nodiscard]] std::optional<QPointF> place_on_axes(const Assessment& a) const;
  [[nodiscard]] const LedgerRow* row_of(const QComboBox* box) const;
  [[nodiscard]] const Improvement* at_hand() const;

  QComboBox *number_, *sense_, *up_, *across_;
  QLineEdit* value_;
  QPushButton *work_, *take_;
  QTableWidget* table_;
  QCustomPlot* plot_;
  QCPGraph *reach_, *nearer_, *now_, *chosen_;
  std::vector<QCPItemText*> texts_;
  std::vector<LedgerRow> rows_;
  Improvements found_;
};

}  // namespace plucky::app
