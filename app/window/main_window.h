// The one window: stem, board, findings, ledger, inspector. It arranges and routes; what they show is theirs.
#pragma once

#include <QMainWindow>
#include <map>

#include "hull_import/import_job.h"
#include "session/session.h"

class QLabel;
class QProgressBar;
class QPushButton;
class QScrollArea;
class QStackedWidget;
class QTimer;

namespace plucky::app {

class Board;
class FindingsPanel;
class ImportPage;
class Page;
class RightingChart;
class Stem;

class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  explicit MainWindow(Session* session, QWidget* parent = nullptr);

  void choose_stage(Stage stage);
  /// Starts reading a mesh; the import page opens when it has been read.
  void import_hull(const QString& path);
  void show_righting_arm(bool on);
  [[nodiscard]] Board* board() const { return board_; }

 protected:
  void closeEvent(QCloseEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  void build_panels();
  void build_status();
  void build_boat_menu();
  void build_edit_menu();
  void build_look_menu();
  void build_stage_menu();
  void build_help_menu();
  void connect_session();

  void refresh();
  void show_inspector();
  void say(const QString& words, bool trouble);
  bool may_leave();
  void open_dialog();
  bool save();
  bool save_as();
  void import_dialog();
  void export_stl();
  void put_on_bench(const Project& project);

  Session* session_;
  ImportJob* import_job_;
  Stem* stem_ = nullptr;
  Board* board_ = nullptr;
  RightingChart* chart_ = nullptr;
  FindingsPanel* findings_ = nullptr;
  QStackedWidget* inspector_ = nullptr;
  QScrollArea* inspector_scroll_ = nullptr;
  std::map<Stage, Page*> pages_;
  Page* part_page_ = nullptr;
  Page* fitting_page_ = nullptr;
  ImportPage* import_page_ = nullptr;
  QWidget* unbuilt_ = nullptr;
  QLabel *unbuilt_words_ = nullptr, *notice_ = nullptr, *status_ = nullptr;
  QProgressBar* busy_ = nullptr;
  QPushButton* cancel_ = nullptr;
  QTimer* notice_timer_ = nullptr;
  QAction *undo_ = nullptr, *redo_ = nullptr, *unpin_ = nullptr, *righting_ = nullptr;
  Stage stage_ = Stage::flotation;
  bool importing_ = false;
};

}  // namespace plucky::app
