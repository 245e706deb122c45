// The boat file: a zip archive of JSON and meshes. In: a path. Out: a Project. See docs/file-format.md.
#pragma once

#include <string>

#include "project/project.h"

namespace plucky {

/// File name ending of boats.
inline constexpr const char* project_suffix = ".plucky";

/// Throws InvalidInput naming file, place and reason.
[[nodiscard]] Project load_project(const std::string& path);
[[nodiscard]] Project project_from_bytes(const std::string& bytes);

/// Atomic: the earlier file stays whole until the new one is on disk. Throws InvalidInput when it cannot be written.
void save_project(const Project& project, const std::string& path);
[[nodiscard]] std::string project_to_bytes(const Project& project);

}  // namespace plucky
