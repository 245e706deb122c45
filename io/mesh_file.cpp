#include "io/mesh_file.h"

#include <algorithm>
#include <cctype>

#include "base/error.h"
#include "io/file.h"
#include "io/offsets_file.h"

namespace plucky {

namespace {

std::string extension(const std::string& name) {
  const auto dot = name.rfind('.');
  std::string ext = dot == std::string::npos ? "" : name.substr(dot + 1);
  std::transform(ext.begin(), ext.end(), ext.begin(), [](unsigned char c) { return std::tolower(c); });
  return ext;
}

}  // namespace

MeshFile read_mesh(const std::string& bytes, const std::string& name) {
  try {
    if (bytes.empty()) throw InvalidInput("", "is empty");
    if (bytes.compare(0, 2, "PK") == 0) return read_3mf(bytes);
    const std::string ext = extension(name);
    if (ext == "obj") return read_obj(bytes);
    if (ext == "3mf") throw InvalidInput("", "is not a zip archive, so not a 3MF");
    if (ext == "stl" || bytes.compare(0, 5, "solid") == 0) return read_stl(bytes);
    if (ext == "csv" || ext == "tsv") return read_offsets(bytes);
    throw InvalidInput("", "is none of STL, OBJ, 3MF and a table of offsets (CSV)");
  } catch (const InvalidInput& e) {
    throw e.within(name);
  }
}

MeshFile read_mesh_file(const std::string& path) {
  return read_mesh(read_file(path, most_mesh_bytes), path);
}

}  // namespace plucky
