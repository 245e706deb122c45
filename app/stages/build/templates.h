// Templates at full size on pages to be glued together. In: drawings, where to. Out: a PDF file.
#pragma once

#include <QString>
#include <vector>

#include "build/drawing.h"
#include "session/session.h"

namespace plucky::app {

/// A4 pages: each drawing over as many as it takes, every page with its place ("2 B3"), corner marks that lie on one
/// another and a strip for glue; first a page with a rule of 100 mm to measure, the map of the pages and the cautions.
/// Throws InvalidInput when the file cannot be written.
void write_templates(const std::vector<Drawing>& drawings, const Session& session, const QString& path);

/// The same of a boat's flat pieces; of its panels alone where the brief says that it is printed. Throws InvalidInput
/// when it has none.
void write_piece_templates(const Project& project, UnitSystem units, const QString& path);

}  // namespace plucky::app
