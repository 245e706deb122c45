// Findings, worst first or by stage, each with its number, limit, source, "show me" and, where there is one, the edit
// that mends it. A finding can be ignored with a reason.
#pragma once

#include <QWidget>
#include <vector>

#include "session/drag_pace.h"

class QBoxLayout;
class QCheckBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace plucky::app {

class FindingRow;

class FindingsPanel : public QWidget {
  Q_OBJECT

 public:
  explicit FindingsPanel(Session* session, QWidget* parent = nullptr);
  /// Its findings come first, the others below a line. A stage with nothing wrong gives the board the height.
  void set_stage(Stage stage);

 protected:
  void resizeEvent(QResizeEvent* event) override;

 signals:
  void show_me(const plucky::Finding& finding);

 private:
  void refresh();
  void add_row();
  void ignore(const Finding& finding, const QString& reason);
  void heed(const Finding& finding);
  [[nodiscard]] std::vector<Finding> visible() const;
  /// Is it about the stage at hand?
  [[nodiscard]] bool own(const Finding& finding) const { return finding.stage == stage_; }
  /// Shows as many of the counts as there is room for.
  void fit_counts();
  /// Words over the row at `i` where a new group begins, else empty.
  [[nodiscard]] QString heading_over(const std::vector<Finding>& shown, std::size_t i) const;

  Session* session_;
  Stage stage_ = Stage::flotation;
  QLabel *title_, *counts_;
  QStringList counted_;  ///< what counts_ tells as far as it has room
  QCheckBox *fine_too_, *by_stage_;
  QVBoxLayout* list_;
  std::vector<FindingRow*> rows_;  // reused, so that a drag does not build widgets
  DragPace pace_;
};

/// One row.
class FindingRow : public QWidget {
  Q_OBJECT

 public:
  explicit FindingRow(QWidget* parent = nullptr);
  /// `heading`: the stage's name where a new group begins, else empty.
  void show_finding(const Session& session, const Finding& finding, const QString& heading);
  [[nodiscard]] const Finding& finding() const { return finding_; }
  /// Shows the finding's edit as far as it was tried: greyed while that lasts, gone when it is of no use.
  void offer(const Session& session);
  /// Puts the buttons below the sentence where they would squeeze it.
  void fit_into(int room);

 signals:
  void show_clicked();
  void do_clicked();
  void do_hovered(bool on);
  void ignore_wanted(const QString& reason);
  void heed_clicked();

 protected:
  void paintEvent(QPaintEvent* event) override;
  bool eventFilter(QObject* object, QEvent* event) override;

 private:
  void ask_reason(bool on);

  QBoxLayout* row_;
  Finding finding_;
  QLabel *heading_, *text_, *source_;
  QPushButton *show_, *do_, *ignore_;
  QLineEdit* reason_;
};

}  // namespace plucky::app
