// A table of offsets from a file: lines of x, y, z; the points of a station follow one another, from the keel to the
// deck edge, one side. In: text. Out: a closed mesh in the file's units.
#pragma once

#include <string>

#include "io/mesh_file.h"

namespace plucky {

/// Separated by commas, semicolons or tabs; with the latter two a comma may be the decimal sign. A first line without
/// numbers is a heading, empty lines and such that begin with # are passed over. Throws InvalidInput naming the line,
/// or the station and point.
[[nodiscard]] MeshFile read_offsets(const std::string& text);

}  // namespace plucky
