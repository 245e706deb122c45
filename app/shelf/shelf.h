// The chart shelf over the lower part of the board: curves and tables, one at a time, each with its export.
#pragma once

#include <QWidget>
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
  /// What a page is about; pages of the other matter hide their tab until they are asked for.
  enum class Matter { any, at_rest, under_power, cooling, sealing };
  void add(ShelfPage* page, Matter matter);
  void set_matter(Matter matter);
  [[nodiscard]] ShelfPage* page(int index) const { return pages_[static_cast<std::size_t>(index)]; }
  [[nodiscard]] int current() const;
  void show_page(int index);
  /// Writes the page at hand; the suffix (.csv, .png, .svg) says how. Tells by Session::refuse() when it cannot.
  bool export_to(const QString& path);

 signals:
  void closed();
  void page_shown(int index);

 protected:
  void showEvent(QShowEvent*) override { refresh(); }
  void keyPressEvent(QKeyEvent* event) override;

 private:
  void refresh();
  void ask_and_export(const char* suffix);

  Session* session_;
  QTabBar* tabs_;
  QLabel* words_;
  QStackedWidget* stack_;
  std::vector<ShelfPage*> pages_;
  std::vector<Matter> matters_;
  DragPace pace_;
};

}  // namespace plucky::app
