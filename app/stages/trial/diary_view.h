// The diary: every run that was made, what it was made with, what it gave. In: the boat's diary. Out: a page of the
// shelf: the runs as a table that sorts, one of them open beside it, or all of them as points.
#pragma once

#include <utility>
#include <vector>

#include "shelf/shelf_page.h"
#include "trial/diary.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;
class QTableWidget;

namespace plucky::app {

class DiaryView : public ShelfPage {
  Q_OBJECT

 public:
  DiaryView(Session* session, QWidget* parent);
  void refresh() override;
  [[nodiscard]] TableRows table() const override;
  [[nodiscard]] QCustomPlot* plot() const override;
  /// Opens a run, or an outing without one.
  void show_run(Id run);
  /// Puts a picture to the run at hand, made small enough to keep; a refusal tells why.
  void take_photo(const QString& path);

 private:
  void new_outing();
  void note_run();
  void remove();
  void keep_words(std::string Outing::*member, const QString& words);
  void fill();
  void fill_details();
  void draw();
  void ask_for_photo();
  void fill_photo();
  /// The outing of the row at hand; 0 without.
  [[nodiscard]] Id outing() const;
  [[nodiscard]] Id run() const;
  bool eventFilter(QObject* watched, QEvent* event) override;

  QComboBox* kind_;
  QPushButton *note_, *remove_, *points_, *photo_;
  QLineEdit* line_;
  QTableWidget* table_;
  QStackedWidget* side_;
  QLabel *head_, *numbers_, *set_up_, *picture_;
  Id pictured_ = 0;  ///< attachment that picture_ shows
  std::vector<std::pair<std::string Outing::*, QLineEdit*>> words_;
  QCustomPlot* plot_;
  bool filling_ = false;
};

}  // namespace plucky::app
