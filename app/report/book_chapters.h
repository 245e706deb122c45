// The chapters of the boat book, each from its heading to its last line. In: a sheet with its boat. Out: the sheet,
// drawn on.
#pragma once

#include "report/sheet.h"

namespace plucky::app::chapters {

inline constexpr double book_width = Sheet::right - Sheet::left;
/// A label and what is known of it.
void fact(Sheet& s, const QString& label, const QString& value);
/// Lines to write on under headings.
void blank_lines(Sheet& s, const QStringList& columns, int rows);

/// The hull from the quarter, for the cover.
void hull_picture(Sheet& s, double height);

void brief(Sheet& s);
void lines_plan(Sheet& s);
void layout(Sheet& s);
void drive(Sheet& s);
void openings(Sheet& s);
void cooling(Sheet& s);
void pieces(Sheet& s);
void fixtures(Sheet& s);
void parts(Sheet& s);
void work(Sheet& s);
void calendar(Sheet& s);
void tests(Sheet& s);
/// The days at the water: what was wished, made and seen; troubles with what was tried (diary_chapter.cpp).
void diary(Sheet& s);
/// For the pocket: the boat as it is set up, what is open, lines for the day's runs.
void run_sheet(Sheet& s);

}  // namespace plucky::app::chapters
