// Files of what is to be made. In: sections or panels, a folder. Out: how many files were written. All throw
// InvalidInput naming the file that could not be written.
#pragma once

#include <QString>

#include "build/printed_hull.h"
#include "session/session.h"

namespace plucky::app {

/// A file a section, "stl" or "3mf", turned as it lies on the bed.
int write_sections(const Project& project, const PrintedHull& hull, const QString& folder, const QString& format);

/// A file a test piece, "stl" or "3mf"; with the solids of the hull its widest ring as well.
int write_coupons(const Project& project, const HullModel& model, const PrintedHull* hull, const QString& folder,
                  const QString& format);

/// A file a flat piece and one a sheet that they are laid out on, "dxf" or "svg", or one "pdf" of templates at full
/// size on a paper (paper_names()).
int write_pieces(const Session& session, const QString& folder, const QString& format, const QString& paper = "A4");

/// Profile, plan, openings, transom and sections the same way.
int write_outlines(const Session& session, const QString& folder, const QString& format, const QString& paper = "A4");

}  // namespace plucky::app
