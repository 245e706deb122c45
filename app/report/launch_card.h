// The launch card: two pages of PDF to take to the water.
#pragma once

#include <QString>

#include "assessment/assessment.h"
#include "io/units.h"

namespace plucky::app {

/// Profile and plan with parts and water line, masses, CG, freeboards, GM, findings, checklist, cautions. Throws
/// InvalidInput when the file cannot be written. Needs a QApplication, but no display.
void write_launch_card(const Project& project, UnitSystem units, const QString& path);

}  // namespace plucky::app
