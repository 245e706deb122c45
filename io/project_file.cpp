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
/// What an imported hull was drawn over.
constexpr const char* picture_entry = "drawn/picture.jpg";
/// Files kept with the diary, each by its number.
std::string attachment_entry(Id id) {
  return "attachments/" + std::to_string(id);
}
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
  ZipEntries entries = unzip(bytes);
  const auto json = entries.extract(json_entry);
  if (json.empty()) throw InvalidInput("archive", Text("holds no {0}: it is not a boat of this program", json_entry));
  Project project = project_from_json(json.mapped());
  if (project.hull.family == HullFamily::imported) {
    const auto mesh = entries.extract(mesh_entry);
    if (mesh.empty()) throw InvalidInput(mesh_entry, "is missing from the archive");
    project.hull.mesh = std::make_shared<const TriangleMesh>(read_mesh(mesh.mapped(), mesh_entry).mesh);
  }
  if (project.hull.drawn) {
    auto picture = entries.extract(picture_entry);
    if (!picture.empty()) project.hull.drawn->picture = Blob(std::move(picture.mapped()));
  }
  for (Attachment& a : project.trial.diary.attachments) {
    auto entry = entries.extract(attachment_entry(a.id));
    if (!entry.empty()) a.bytes = Blob(std::move(entry.mapped()));
  }
  for (auto& [name, content] : entries) project.unknown_entries[name] = Blob(std::move(content));
  return project;
}

std::string project_to_bytes(const Project& project) {
  ZipEntries entries;
  for (const auto& [name, content] : project.unknown_entries) entries[name] = content.bytes();
  entries[json_entry] = project_to_json(project);
  for (const Attachment& a : project.trial.diary.attachments)
    if (!a.bytes.bytes().empty()) entries[attachment_entry(a.id)] = a.bytes.bytes();
  if (project.hull.family == HullFamily::imported && project.hull.mesh)
    entries[mesh_entry] = write_obj(*project.hull.mesh);
  if (project.hull.drawn && !project.hull.drawn->picture.bytes().empty())
    entries[picture_entry] = project.hull.drawn->picture.bytes();
  return zip(entries);
}

Project load_project(const std::string& path) {
  try {
    return project_from_bytes(read_file(path, most_bytes));
  } catch (const InvalidInput& e) {
    throw e.place() == Text(path) ? e : e.within(path);
  }
}

void save_project(const Project& project, const std::string& path) {
  write_file_atomically(path, project_to_bytes(project));
}

}  // namespace plucky
