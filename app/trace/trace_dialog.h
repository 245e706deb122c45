// A hull drawn over a picture of its body plan. In: a picture, two points of known distance, where centre line and base
// line meet, sections point by point. Out: the boat's hull as one edit, and with it what it was drawn over, so that the
// drawing goes on another day.
#pragma once

#include <QDialog>
#include <memory>
#include <vector>

#include "hull/traced.h"
#include "session/session.h"
#include "trace/trace_picture.h"

class QButtonGroup;
class QLabel;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class QuantityEdit;

class TraceDialog : public QDialog {
  Q_OBJECT

 public:
  TraceDialog(Session* session, QWidget* parent);
  /// Shows the dialog with what the boat's hull was drawn over, else with what was begun.
  void begin();
  /// Opens a picture; says why where it cannot.
  bool open_picture(const QString& path);
  [[nodiscard]] const Trace& trace() const { return drawn_.trace; }
  [[nodiscard]] TracePicture* picture() const { return picture_; }

 private:
  void take_change(const Trace& trace, bool step);
  void set_tool(TraceTool tool);
  void add_section();
  void remove_section();
  void undo();
  void load();
  void clear();
  void choose_section(int row);
  void refresh();
  void fill_table();
  void take();

  Session* session_;
  TracePicture* picture_;
  QButtonGroup* tools_;
  QuantityEdit *distance_, *place_;
  QTableWidget* table_;
  QLabel* words_;
  QPushButton *take_, *undo_, *remove_, *clear_;
  DrawnHull drawn_, before_;
  std::vector<DrawnHull> past_;
  DrawnHull taken_;  ///< as the boat's hull has it, as far as the dialog knows
  int section_ = -1;
  std::shared_ptr<const TriangleMesh> skin_;  ///< of the sections as they stand; null where they make none
};

}  // namespace plucky::app
