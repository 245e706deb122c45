// Colours, fonts and the two looks: paper and ink by day, night bench by night.
#pragma once

#include <QColor>
#include <QFont>
#include <QPainter>

#include "assessment/finding.h"

namespace plucky::app {

/// Colours by what they mean. Text colours keep a contrast of at least 4.5:1 on paper, panel and card.
struct Look {
  QColor paper, panel, stem, card, line;
  QColor ink, muted;
  QColor water, water_line;
  QColor brass, brass_text, brass_fill;
  QColor buoy, buoy_text;
  QColor reed, reed_text;
  QColor part, hull;
  bool dark = false;
};

[[nodiscard]] const Look& look();
/// Follows the desktop's palette at start; switched from the Look menu.
void set_dark(bool dark);
[[nodiscard]] bool desktop_is_dark();

/// While it lives, look() is the day look whatever the screen shows: for paper.
class DayLook {
 public:
  DayLook();
  ~DayLook();
  DayLook(const DayLook&) = delete;
  DayLook& operator=(const DayLook&) = delete;

 private:
  bool was_dark_;
};

/// Loads the bundled font and applies palette and style sheet to the application.
void apply_theme();

/// The interface font with tabular figures at a size in points relative to the base, and a weight.
[[nodiscard]] QFont ui_font(double points = 9.5, QFont::Weight weight = QFont::Normal);
/// The font, or a smaller one in which the words have room, in one line or wrapped; not below what can be read.
enum class Lines { one, wrapped };
[[nodiscard]] QFont fitted(QFont font, const QString& words, const QSizeF& room, Lines lines = Lines::one);

[[nodiscard]] QColor severity_colour(Severity severity);
[[nodiscard]] QColor severity_text_colour(Severity severity);
[[nodiscard]] QString severity_word(Severity severity);
/// Filled square for stop, triangle for watch, ring for note, tick for fine.
void draw_severity(QPainter& painter, const QRectF& box, Severity severity);

}  // namespace plucky::app
