// The first thing seen: which boat is on the bench tonight? The fleet with pictures, a new brief, a file, a mesh, and
// what a crash left behind.
#pragma once

#include <QWidget>
#include <vector>

#include "session/autosave.h"

class QLabel;
class QGridLayout;
class QVBoxLayout;

namespace plucky::app {

class Chooser : public QWidget {
  Q_OBJECT

 public:
  explicit Chooser(QWidget* parent = nullptr);
  /// Fills recent boats and leftovers anew. `boat_on_bench`: there is one to go back to.
  void refresh(const QStringList& recent, const std::vector<Leftover>& leftovers, bool boat_on_bench);

 signals:
  void fleet_chosen(const plucky::Project& boat);
  void brief_wanted();
  void open_wanted(const QString& path);  ///< empty: ask for the file
  void import_wanted();
  void recover_wanted(const plucky::app::Leftover& leftover);
  void back_wanted();

 protected:
  void resizeEvent(QResizeEvent* event) override;

 private:
  void clear(QVBoxLayout* list);
  /// Lays the cards out anew in so many columns.
  void arrange(int columns);

  struct Group {
    QLabel* name;
    std::vector<QWidget*> cards;
  };
  std::vector<Group> groups_;
  QGridLayout* grid_;
  QWidget* fleet_;
  int columns_ = 0;

  QVBoxLayout *recent_, *leftovers_;
  QLabel *recent_title_, *leftovers_title_;
  QWidget* back_;
};

}  // namespace plucky::app
