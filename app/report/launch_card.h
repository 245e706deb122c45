// PDF to take to the water: the launch card, and the sheets of Seal and Cool.
#pragma once

#include <QString>

#include "assessment/assessment.h"
#include "io/units.h"

namespace plucky::app {

class Sheet;

/// The launch card from the place of the next line on.
void draw_launch_card(Sheet& s);

/// Profile and plan with parts and water line, masses, CG, freeboards, GM, findings, checklist, cautions. Throws
/// InvalidInput when the file cannot be written. Needs a QApplication, but no display.
void write_launch_card(const Project& project, UnitSystem units, const QString& path);

/// One sheet with every way in for water, its seal, heights and leaks and the budget; one with the cooling circuit, its
/// hoses, warmth and ways to plumb. The same errors.
void write_water_sheets(const Project& project, UnitSystem units, const QString& path);

}  // namespace plucky::app
