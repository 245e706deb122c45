// A sheet of paper being drawn as PDF: what all sheets share. 96 dots an inch, so that the board's layers have their
// usual size.
#pragma once

#include <QByteArray>
#include <QColor>
#include <QFont>
#include <QStringList>
#include <functional>
#include <vector>

#include "session/session.h"

class QPainter;

namespace plucky::app {

class Sheet {
 public:
  /// `next_page` puts a fresh page under the painter.
  Sheet(std::function<void()> next_page, QPainter& painter, const Session& session)
      : next_page_(std::move(next_page)), p_(painter), session_(session) {}
  static constexpr double left = 48, right = 746, bottom = 1070;  ///< dots

  [[nodiscard]] const Session& session() const { return session_; }
  [[nodiscard]] const Assessment& a() const { return session_.now(); }
  [[nodiscard]] QPainter& painter() { return p_; }
  /// Where the next line goes, dots from the top.
  [[nodiscard]] double& y() { return y_; }

  /// Boat and date at the top of a page, with what the sheet is.
  void head(const QString& what);
  void heading(const QString& words);
  /// Words on one line, at the place of the next line, which stays.
  void text(double x, const QString& words, const QFont& font, const QColor& colour, double width = right - left,
            Qt::Alignment align = Qt::AlignLeft);
  /// Words over several lines; gives their height.
  double paragraph(double x, const QString& words, const QFont& font, const QColor& colour, double width);
  /// A row of a table: words at the columns' left edges, numbers from the third column on to the right.
  void table_row(const QStringList& cells, const std::vector<double>& at, const QFont& font, const QColor& colour);
  /// Profile and plan as the board shows them at a stage.
  void picture(Stage stage);
  void cautions();
  /// A new page unless so much height is left.
  void room(double height);
  void new_page();
  void foot();
  /// The page at hand, from 1.
  [[nodiscard]] int page() const { return page_; }

 private:
  std::function<void()> next_page_;
  QPainter& p_;
  const Session& session_;
  double y_ = 40;
  int page_ = 1;
};

/// Draws sheets into a file, which is written as a whole or not at all. Throws InvalidInput when it cannot be written.
void write_pdf(const Project& project, UnitSystem units, const QString& path, const QString& title,
               const std::function<void(Sheet& sheet)>& draw);
/// The same, not written; `path` is named where it fails.
[[nodiscard]] QByteArray pdf_of(const Project& project, UnitSystem units, const QString& path, const QString& title,
                                const std::function<void(Sheet& sheet)>& draw);

}  // namespace plucky::app
