// The chapters of the boat book, each from its heading to its last line. In: a sheet with its boat. Out: the sheet,
// drawn on.
#pragma once

#include "report/sheet.h"

namespace plucky::app::chapters {

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

}  // namespace plucky::app::chapters
