// A mesh in the format that PLUCKY_MESH names: "mesh.stl", "mesh.obj" or "mesh.3mf".
#include "geometry/mesh_check.h"
#include "io/mesh_file.h"
#include "reader.h"

PLUCKY_FUZZ(text) {
  const plucky::MeshFile file = plucky::read_mesh(text, PLUCKY_MESH);
  plucky::fuzz::demand(!file.mesh.triangles.empty(), "a mesh has triangles");
  for (const plucky::Triangle& t : file.mesh.triangles)
    for (const auto corner : t) plucky::fuzz::demand(corner < file.mesh.vertices.size(), "corners exist");
  if (file.mesh.triangles.size() < 2000) (void)plucky::check_mesh(file.mesh, true);
}
