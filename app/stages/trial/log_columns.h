// What the columns of a logger's table are: guessed, shown, changed, confirmed. In: the first lines of a file. Out: how
// it is to be read.
#pragma once

#include <QWidget>
#include <vector>

#include "io/log_file.h"
#include "session/session.h"

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace plucky::app {

class LogColumns : public QWidget {
  Q_OBJECT

 public:
  LogColumns(Session* session, QWidget* parent);
  /// `head` as UTF-8; `format` as it would be read.
  void show_table(const QString& name, const std::string& head, const LogFormat& format);
  [[nodiscard]] const LogFormat& format() const { return format_; }

 signals:
  void confirmed();
  void given_up();

 private:
  struct Row {
    QComboBox *what, *unit;
  };
  /// What was chosen for a column in place of what was guessed.
  struct Choice {
    std::size_t column;
    int what;  ///< 0 the time, else a channel and one
    int unit;  ///< none chosen: the usual one
  };
  void fill();
  void choose(const Choice& choice);
  void fill_units(std::size_t column);
  /// What the first line says, read so; a dash where nothing.
  [[nodiscard]] QString first_reading(std::size_t column) const;

  Session* session_;
  QLabel* words_;
  QTableWidget* table_;
  QPushButton *read_, *leave_;
  QString name_;
  LogFormat guess_, format_;
  std::vector<Row> rows_;
  std::vector<Choice> choices_;                  ///< as they were made; the last one of a column counts
  std::vector<std::vector<std::string>> cells_;  ///< of the first lines
};

}  // namespace plucky::app
