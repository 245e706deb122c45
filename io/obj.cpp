#include <fmt/format.h>

#include <charconv>
#include <string_view>
#include <vector>

#include "io/mesh_checks.h"

namespace plucky {

namespace {

std::string_view word(std::string_view& line) {
  const auto from = line.find_first_not_of(" \t\r");
  if (from == std::string_view::npos) return {};
  line.remove_prefix(from);
  const auto end = std::min(line.find_first_of(" \t\r"), line.size());
  const std::string_view result = line.substr(0, end);
  line.remove_prefix(end);
  return result;
}

template <class T>
T parse(std::string_view text, const Text& place) {
  T value{};
  if (text.starts_with('+')) text.remove_prefix(1);
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
  if (error != std::errc() || end != text.data() + text.size())
    throw InvalidInput(place,
                       text.empty() ? Text("a number is missing") : Text("\"{0}\" is not a number", beginning(text)));
  return value;
}

/// Vertex number of a face corner "7", "7/1", "7//2" or, counted from the end, "-1".
std::uint32_t corner(std::string_view text, std::size_t vertices, const Text& place) {
  const long index = parse<long>(text.substr(0, text.find('/')), place);
  const long resolved = index > 0 ? index - 1 : static_cast<long>(vertices) + index;
  if (index == 0 || resolved < 0 || resolved >= static_cast<long>(vertices))
    throw InvalidInput(place, Text("refers to vertex {0} of {1}", index, vertices));
  return static_cast<std::uint32_t>(resolved);
}

}  // namespace

MeshFile read_obj(const std::string& bytes) {
  if (bytes.empty()) throw InvalidInput("", "is empty");
  MeshFile file{.mesh = {}, .format = "OBJ", .metres_per_unit = {}};
  TriangleMesh& mesh = file.mesh;
  std::string_view rest = bytes;
  for (std::size_t number = 1; !rest.empty(); ++number) {
    const auto end = rest.find('\n');
    std::string_view line = rest.substr(0, end);
    rest.remove_prefix(end == std::string_view::npos ? rest.size() : end + 1);
    const std::string_view kind = word(line);
    if (kind != "v" && kind != "f") continue;
    const Text place("line {0}", number);
    if (kind == "v") {
      const double x = parse<double>(word(line), place), y = parse<double>(word(line), place),
                   z = parse<double>(word(line), place);
      check_coordinates(x, y, z, [&] { return place; });
      mesh.vertices.emplace_back(x, y, z);
      continue;
    }
    std::vector<std::uint32_t> face;
    for (std::string_view w = word(line); !w.empty() && w.front() != '#'; w = word(line))
      face.push_back(corner(w, mesh.vertices.size(), place));
    if (face.size() < 3) throw InvalidInput(place, Text("a face with {0} corners", face.size()));
    for (std::size_t k = 2; k < face.size(); ++k) mesh.triangles.push_back({face[0], face[k - 1], face[k]});
  }
  weld_and_check(mesh);
  return file;
}

std::string write_obj(const TriangleMesh& mesh) {
  fmt::memory_buffer out;
  fmt::format_to(std::back_inserter(out), "# hull skin, x forward, y to port, z up\n");
  for (const Vec3& v : mesh.vertices) fmt::format_to(std::back_inserter(out), "v {} {} {}\n", v.x(), v.y(), v.z());
  for (const Triangle& t : mesh.triangles)
    fmt::format_to(std::back_inserter(out), "f {} {} {}\n", t[0] + 1, t[1] + 1, t[2] + 1);
  return fmt::to_string(out);
}

}  // namespace plucky
