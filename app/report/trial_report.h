// The standard sea trials on paper. In: boat, what its trials gave, those before an edit. Out: a PDF.
#pragma once

#include <QString>

#include "io/units.h"
#include "project/project.h"
#include "trial/standard_trials.h"

namespace plucky::app {

/// Every number beside the one before, what happened with its moment, speed and trim of each trial over the time.
/// Throws InvalidInput when the file cannot be written. `before` may be null.
void write_trial_report(const Project& project, UnitSystem units, const QString& path, const StandardTrials& now,
                        const StandardTrials* before);

/// The run sheet for the pocket, by itself. The same errors.
void write_run_sheet(const Project& project, UnitSystem units, const QString& path);

}  // namespace plucky::app
