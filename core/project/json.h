// Project and catalogue as JSON. In: JSON text. Out: checked values. The format is documented in docs/file-format.md.
#pragma once

#include <string>

#include "project/project.h"

namespace plucky {

/// Version of the project file this program writes. Files of a later version are refused; earlier ones are brought up.
inline constexpr int project_format_version = 3;

/// Throws InvalidInput with the path where a number, a text or a list cannot stand in a file. One set of ranges for
/// edits, saving and reading.
void check_fields(const Project& project);

/// The project as JSON text. Throws InvalidInput as check_project() does. An imported mesh is not part of it; the
/// archive keeps it beside (io/project_file.h).
[[nodiscard]] std::string project_to_json(const Project& project);

/// Reads and checks. Throws InvalidInput with the JSON path and the reason. The result's hull has no mesh yet.
[[nodiscard]] Project project_from_json(const std::string& text);

}  // namespace plucky
