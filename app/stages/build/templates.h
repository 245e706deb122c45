// Templates at full size on pages to be glued together. In: drawings, where to. Out: a PDF file.
#pragma once

#include <QString>
#include <QStringList>
#include <vector>

#include "build/drawing.h"
#include "session/session.h"

namespace plucky::app {

/// Pages of a paper: each drawing over as many as it takes, every page with its place ("2 B3"), corner marks that lie
/// on one another and a strip for glue; first a page with a rule of 100 mm to measure, the map of the pages and the
/// cautions. Throws InvalidInput for a paper that is none, and when the file cannot be written.
void write_templates(const std::vector<Drawing>& drawings, const Session& session, const QString& path,
                     const QString& paper = "A4");

/// Papers by their names, "A4" and "Letter" for the bench, "A3" to "A0" for a plotter: what fits is on one sheet.
[[nodiscard]] const QStringList& paper_names();

/// Profile, plan, hatch openings, transom with its holes, sections.
[[nodiscard]] std::vector<Drawing> outlines_of(const Assessment& a);

/// The same of a boat's flat pieces; of its panels alone where the brief says that it is printed. Throws InvalidInput
/// when it has none.
void write_piece_templates(const Project& project, UnitSystem units, const QString& path, const QString& paper = "A4");

}  // namespace plucky::app
