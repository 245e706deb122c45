// The one window: stem, board, findings, ledger, inspector, and the chooser before them. It arranges and routes; what
// they show is theirs.
#pragma once

#include <QElapsedTimer>
#include <QMainWindow>
#include <map>

#include "board/layers.h"
#include "own_parts/own_parts.h"
#include "session/autosave.h"
#include "session/drag_pace.h"
#include "session/session.h"
#include "stages/hull/import_job.h"
#include "stages/stage_module.h"

class QLabel;
class QMenu;
class QProgressBar;
class QPushButton;
class QScrollArea;
class QSplitter;
class QStackedWidget;
class QTimer;

namespace plucky::app {

class ActionList;
class Tour;
class Board;
class Chooser;
class FindingsPanel;
class ImportPage;
class Page;
class PreferencesPage;
class Shelf;
class Stem;
class View3D;
class TraceDialog;
class WeighPage;
class LedgerPage;
class LedgerStrip;
class WhyPage;

class MainWindow : public QMainWindow {
  Q_OBJECT

 public:
  explicit MainWindow(Session* session, QWidget* parent = nullptr);

  void choose_stage(Stage stage);
  [[nodiscard]] Stage stage() const { return stage_; }
  /// Starts reading a mesh; the import page opens when it has been read.
  void import_hull(const QString& path);
  /// Opens a page of the shelf by its name, see stages/stages.h.
  void show_shelf(const QString& key);
  void hide_shelf();
  void show_3d(bool on);
  void show_chooser(bool on);
  void show_weighing();
  /// A hull drawn over a picture of its plan; what was drawn stays while the program runs.
  void show_trace();
  void show_preferences();
  [[nodiscard]] Board* board() const { return board_; }
  [[nodiscard]] View3D* view3d() const { return view3d_; }
  [[nodiscard]] Shelf* shelf() const { return shelf_; }
  [[nodiscard]] TraceDialog* tracing() const { return trace_; }
  [[nodiscard]] WeighPage* weighing() const { return weigh_page_; }
  [[nodiscard]] Autosave* autosave() { return &autosave_; }
  [[nodiscard]] OwnParts* own_parts() { return &own_parts_; }
  [[nodiscard]] ActionList* action_list() const { return action_list_; }
  /// Opens a boat file, offering its autosave when there is a newer one.
  void open_boat(const QString& path);
  /// Saves where the boat lies, or asks where. A file that another program wrote meanwhile is only replaced after a
  /// question.
  bool save();
  bool save_as();
  /// Writes the launch card; refused() tells when it cannot.
  bool write_card(const QString& path);
  /// The boat book: a PDF file, or a folder where the name has no suffix. The same.
  bool write_boat_book(const QString& path, const QStringList& chapters = {});
  /// The same for the sheets of Seal and Cool.
  bool write_sheets(const QString& path);

 signals:
  /// settings::language() has changed and is spoken from now on; this window still has the words of before.
  void language_chosen();

 protected:
  void closeEvent(QCloseEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  void build_panels();
  QWidget* build_side(QWidget* parent);
  void build_pages();
  void build_shelf();
  [[nodiscard]] StageHost host();
  /// The page for what is selected; null when nothing is, or nothing that has one.
  [[nodiscard]] Page* selection_page() const;
  void build_status();
  void build_boat_menu();
  void build_edit_menu();
  void build_view_menu();
  void build_stage_menu();
  void build_bench_menu();
  void build_help_menu();
  void connect_session();
  void connect_job();

  void refresh();
  void refresh_view();
  void show_inspector();
  void visit(Page* page);
  /// All watched numbers in the inspector, or away with them.
  void show_ledger();
  void leave_visit();
  void follow_finding(const Finding& finding);
  void say(const QString& words, bool trouble);
  void arrange(const QString& label, std::vector<Part> parts);
  void repaint_everything();
  void apply_look_choice();
  bool may_leave();
  void open_dialog();
  void import_dialog();
  void export_stl();
  void card_dialog();
  void book_dialog();
  void sheets_dialog();
  void fill_recent(QMenu* menu);
  void put_on_bench(const Project& project);
  void begin_tour();

  Session* session_;
  ImportJob* import_job_;
  Autosave autosave_;
  OwnParts own_parts_;
  QStackedWidget *root_ = nullptr, *view_ = nullptr;
  QSplitter* columns_ = nullptr;
  static constexpr int least_side = 300;  // pixels, of the right column
  Chooser* chooser_ = nullptr;
  Stem* stem_ = nullptr;
  Board* board_ = nullptr;
  View3D* view3d_ = nullptr;
  Shelf* shelf_ = nullptr;
  FindingsPanel* findings_ = nullptr;
  QStackedWidget* inspector_ = nullptr;
  QScrollArea* inspector_scroll_ = nullptr;
  std::map<Stage, Page*> pages_;
  std::vector<std::pair<bool (*)(const Session&), Page*>> selection_pages_;
  ImportPage* import_page_ = nullptr;
  WhyPage* why_page_ = nullptr;
  LedgerPage* ledger_page_ = nullptr;
  LedgerStrip* strip_ = nullptr;
  WeighPage* weigh_page_ = nullptr;
  TraceDialog* trace_ = nullptr;
  PreferencesPage* preferences_ = nullptr;
  Page* visiting_ = nullptr;  // a page asked for that is not the stage's or the selection's
  ActionList* action_list_ = nullptr;
  Tour* tour_ = nullptr;
  QLabel *notice_ = nullptr, *status_ = nullptr;
  QProgressBar* busy_ = nullptr;
  QPushButton* cancel_ = nullptr;
  QTimer *notice_timer_ = nullptr, *job_timer_ = nullptr;
  QElapsedTimer job_clock_;
  QString job_step_;
  double job_left_ = -1.0;
  QAction *undo_ = nullptr, *redo_ = nullptr, *unpin_ = nullptr, *view3d_action_ = nullptr, *measure_ = nullptr;
  std::map<QString, QAction*> shelf_actions_;
  std::map<Overlay, QAction*> overlay_actions_;
  Stage stage_ = Stage::flotation;
  bool on_bench_ = false;  // a boat has been chosen
  DragPace pace_;          // last: it refreshes all of the above
};

}  // namespace plucky::app
