// Findings, worst first, each with its number, limit, source, "show me" and, where there is one, the edit that mends
// it.
#pragma once

#include <QWidget>
#include <vector>

#include "session/session.h"

class QBoxLayout;
class QLabel;
class QPushButton;
class QVBoxLayout;
class QCheckBox;

namespace plucky::app {

class FindingRow;

class FindingsPanel : public QWidget {
  Q_OBJECT

 public:
  explicit FindingsPanel(Session* session, QWidget* parent = nullptr);
  [[nodiscard]] QSize sizeHint() const override { return {600, 190}; }

 signals:
  void show_me(const plucky::Finding& finding);

 private:
  void refresh();
  [[nodiscard]] std::vector<Finding> visible() const;

  Session* session_;
  QLabel* counts_;
  QCheckBox* fine_too_;
  QVBoxLayout* list_;
  std::vector<FindingRow*> rows_;  // reused, so that a drag does not build widgets
};

/// One row.
class FindingRow : public QWidget {
  Q_OBJECT

 public:
  explicit FindingRow(QWidget* parent = nullptr);
  void show_finding(const Session& session, const Finding& finding);
  [[nodiscard]] const Finding& finding() const { return finding_; }

 signals:
  void show_clicked();
  void do_clicked();

 protected:
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  QBoxLayout* row_;
  Finding finding_;
  QLabel* text_;
  QLabel* source_;
  QPushButton* show_;
  QPushButton* do_;
};

}  // namespace plucky::app
