// A page of the shelf: a chart or a table that follows the session.
#pragma once

#include <QWidget>

#include "io/table.h"
#include "session/session.h"

class QCustomPlot;

namespace plucky::app {

class ShelfPage : public QWidget {
  Q_OBJECT

 public:
  ShelfPage(Session* session, const QString& title, QWidget* parent)
      : QWidget(parent), session_(session), title_(title) {}
  [[nodiscard]] const QString& title() const { return title_; }
  virtual void refresh() = 0;
  /// The numbers as a table with headings, for CSV.
  [[nodiscard]] virtual TableRows table() const = 0;
  /// The plot, for pages that are one.
  [[nodiscard]] virtual QCustomPlot* plot() const { return nullptr; }
  /// Is it still working out what it shows?
  [[nodiscard]] virtual bool at_work() const { return false; }
  [[nodiscard]] const QString& words() const { return words_; }

 signals:
  void words_changed(const QString& words);

 protected:
  /// A line about what is shown, or about the value under the pointer.
  void tell(const QString& words) {
    words_ = words;
    emit words_changed(words);
  }
  Session* session_;

 private:
  QString title_, words_;
};

}  // namespace plucky::app
