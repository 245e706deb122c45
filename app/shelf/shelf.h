// The chart shelf over the lower part of the board: curves and tables, one at a time, each with its export.
#pragma once

#include <QWidget>
#include <functional>
#include <vector>

#include "session/drag_pace.h"
#include "shelf/shelf_page.h"

class QLabel;
class QStackedWidget;
class QTabBar;

namespace plucky::app {

class Shelf : public QWidget {
  Q_OBJECT

 public:
  explicit Shelf(Session* session, QWidget* parent = nullptr);
  /// Adds a page under the name by which it is asked for. Its tab stands at the stages of `stands_at`.
  void add(ShelfPage* page, const QString& key, std::function<bool(Stage)> stands_at);
  /// Shows the tabs of a stage; the one at hand stays.
  void set_stage(Stage stage);
  /// The page of that name; null when there is none.
  [[nodiscard]] ShelfPage* page(const QString& key) const;
  /// Name of the page at hand.
  [[nodiscard]] QString current() const;
  void show_page(const QString& key);
  /// Writes the page at hand; the suffix (.csv, .png, .svg) says how. Tells by Session::refuse() when it cannot.
  bool export_to(const QString& path);

 signals:
  void closed();
  void page_shown(const QString& key);

 protected:
  void showEvent(QShowEvent*) override { refresh(); }
  void keyPressEvent(QKeyEvent* event) override;

 private:
  struct Entry {
    ShelfPage* page;
    QString key;
    std::function<bool(Stage)> stands_at;
  };
  [[nodiscard]] int index_of(const QString& key) const;
  [[nodiscard]] ShelfPage* at_hand() const;
  void turn_to(int index);
  void refresh();
  void ask_and_export(const char* suffix);

  Session* session_;
  QTabBar* tabs_;
  QLabel* words_;
  QStackedWidget* stack_;
  std::vector<Entry> pages_;
  DragPace pace_;
};

}  // namespace plucky::app
