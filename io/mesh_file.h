// Hull meshes from and to files: STL (binary and ASCII), OBJ, 3MF. In: a path. Out: a welded mesh in the file's units.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

struct MeshFile {
  TriangleMesh mesh;                      ///< corners of equal coordinates joined
  std::string format;                     ///< "binary STL", "ASCII STL", "OBJ", "3MF", "table of offsets"
  std::optional<double> metres_per_unit;  ///< only 3MF tells its unit
};

/// Limits that no hull needs to exceed.
inline constexpr std::size_t most_mesh_bytes = std::size_t{1} << 30;
inline constexpr std::size_t most_triangles = 20'000'000;
inline constexpr double largest_coordinate = 1e6;

/// Reads by content and extension. Throws InvalidInput naming file, place (triangle, line, entry) and reason.
[[nodiscard]] MeshFile read_mesh_file(const std::string& path);

/// The same from memory; `name` stands for the file in errors and decides between OBJ and others by its extension.
[[nodiscard]] MeshFile read_mesh(const std::string& bytes, const std::string& name);

/// The three readers; each throws InvalidInput with the place in the file.
[[nodiscard]] MeshFile read_stl(const std::string& bytes);
[[nodiscard]] MeshFile read_obj(const std::string& bytes);
[[nodiscard]] MeshFile read_3mf(const std::string& bytes);

/// Binary STL in millimetres, as slicers expect; `metres_per_unit` 0.001.
[[nodiscard]] std::string write_stl(const TriangleMesh& mesh, double metres_per_unit = 0.001);

/// A body of a 3MF file.
struct NamedMesh {
  std::string name;
  TriangleMesh mesh;  ///< m, where it stands on the build plate
  std::string material;
  std::uint32_t colour = 0xC8C8C8;  ///< RGB
};
/// 3MF in millimetres, an object a body with its name and material; the same bodies give the same bytes.
[[nodiscard]] std::string write_3mf(const std::vector<NamedMesh>& bodies);

/// OBJ with the shortest decimal text that reads back to the very same numbers; units as given.
[[nodiscard]] std::string write_obj(const TriangleMesh& mesh);

}  // namespace plucky
