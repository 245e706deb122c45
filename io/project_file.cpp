#include "io/project_file.h"

#include "base/error.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/zip.h"
#include "project/json.h"

namespace plucky {

namespace {
constexpr const char* json_entry = "boat.json";
constexpr const char* mesh_entry = "meshes/hull.obj";
constexpr std::size_t most_bytes = std::size_t{1} << 30;
}  // namespace

Project project_from_bytes(const std::string& bytes) {
  // The bare JSON of a boat without attachments, as people write and compare it.
  if (bytes.starts_with('{')) {
    Project bare = project_from_json(bytes);
    if (bare.hull.family == HullFamily::imported)
      throw InvalidInput(mesh_entry, "is missing: an imported hull needs its archive");
    return bare;
  }
  const ZipEntries entries = unzip(bytes);
  const auto json = entries.find(json_entry);
  if (json == entries.end())
    throw InvalidInput("archive", std::string("holds no ") + json_entry + ": it is not a boat of this program");
  Project project = project_from_json(json->second);
  if (project.hull.family == HullFamily::imported) {
    const auto mesh = entries.find(mesh_entry);
    if (mesh == entries.end()) throw InvalidInput(mesh_entry, "is missing from the archive");
    project.hull.mesh = std::make_shared<const TriangleMesh>(read_mesh(mesh->second, mesh_entry).mesh);
  }
  return project;
}

std::string project_to_bytes(const Project& project) {
  ZipEntries entries;
  entries[json_entry] = project_to_json(project);
  if (project.hull.family == HullFamily::imported && project.hull.mesh)
    entries[mesh_entry] = write_obj(*project.hull.mesh);
  return zip(entries);
}

Project load_project(const std::string& path) {
  try {
    return project_from_bytes(read_file(path, most_bytes));
  } catch (const InvalidInput& e) {
    throw e.place() == path ? e : e.within(path);
  }
}

void save_project(const Project& project, const std::string& path) {
  write_file_atomically(path, project_to_bytes(project));
}

}  // namespace plucky
