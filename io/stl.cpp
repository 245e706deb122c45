#include <array>
#include <charconv>
#include <cstring>
#include <string_view>

#include "io/mesh_checks.h"

namespace plucky {

namespace {

constexpr std::size_t header_bytes = 84, facet_bytes = 50;

MeshFile read_binary(const std::string& bytes, std::size_t count) {
  MeshFile file{.mesh = {}, .format = "binary STL", .metres_per_unit = {}};
  TriangleMesh& mesh = file.mesh;
  mesh.vertices.resize(3 * count);
  mesh.triangles.resize(count);
  const char* at = bytes.data() + header_bytes + 12;  // past the normal of the first facet
  for (std::uint32_t i = 0; i < count; ++i, at += facet_bytes) {
    float c[9];
    std::memcpy(c, at, sizeof c);
    for (int k = 0; k < 3; ++k) {
      check_coordinates(c[3 * k], c[3 * k + 1], c[3 * k + 2], [&] { return Text("triangle {0}", i + 1); });
      mesh.vertices[3 * i + static_cast<std::uint32_t>(k)] = Vec3(c[3 * k], c[3 * k + 1], c[3 * k + 2]);
    }
    mesh.triangles[i] = {3 * i, 3 * i + 1, 3 * i + 2};
  }
  return file;
}

/// Words of an ASCII STL with their line numbers.
class Words {
 public:
  explicit Words(std::string_view text) : text_(text) {}
  std::string_view next() {
    while (at_ < text_.size() && space(text_[at_])) {
      if (text_[at_] == '\n') ++line_;
      ++at_;
    }
    const std::size_t from = at_;
    while (at_ < text_.size() && !space(text_[at_])) ++at_;
    return text_.substr(from, at_ - from);
  }
  void skip_line() {
    while (at_ < text_.size() && text_[at_] != '\n') ++at_;
  }
  [[nodiscard]] Text place() const { return Text("line {0}", line_); }

 private:
  static bool space(char c) { return c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\v' || c == '\f'; }
  std::string_view text_;
  std::size_t at_ = 0;
  std::size_t line_ = 1;
};

double number(Words& words) {
  const std::string_view word = words.next();
  double value = 0.0;
  const char* first = word.data() + (word.starts_with('+') ? 1 : 0);
  const auto [end, error] = std::from_chars(first, word.data() + word.size(), value);
  if (error != std::errc() || end != word.data() + word.size())
    throw InvalidInput(words.place(), word.empty() ? "the file ends where a number should be"
                                                   : Text("\"{0}\" is not a number", beginning(word)));
  return value;
}

void expect(Words& words, std::string_view wanted) {
  const std::string_view word = words.next();
  if (word == wanted) return;
  if (word.empty())
    throw InvalidInput(words.place(), Text("the file ends where \"{0}\" should be", std::string(wanted)));
  throw InvalidInput(words.place(),
                     Text("\"{0}\" stands where \"{1}\" should be", beginning(word), std::string(wanted)));
}

MeshFile read_ascii(const std::string& bytes) {
  MeshFile file{.mesh = {}, .format = "ASCII STL", .metres_per_unit = {}};
  TriangleMesh& mesh = file.mesh;
  Words words(bytes);
  expect(words, "solid");
  words.skip_line();
  bool ended = false;
  for (std::string_view word = words.next(); !word.empty(); word = words.next()) {
    if (word == "endsolid" || word == "solid") {  // several solids in one file are one boat
      ended = word == "endsolid";
      words.skip_line();
      continue;
    }
    if (word != "facet")
      throw InvalidInput(words.place(), Text("\"{0}\" stands where \"facet\" should be", beginning(word)));
    expect(words, "normal");
    for (int k = 0; k < 3; ++k) (void)words.next();  // normals are computed; many writers leave them empty or NaN
    expect(words, "outer");
    expect(words, "loop");
    const auto first = static_cast<std::uint32_t>(mesh.vertices.size());
    for (int k = 0; k < 3; ++k) {
      expect(words, "vertex");
      const double x = number(words), y = number(words), z = number(words);
      check_coordinates(x, y, z, [&] { return words.place(); });
      mesh.vertices.emplace_back(x, y, z);
    }
    mesh.triangles.push_back({first, first + 1, first + 2});
    expect(words, "endloop");
    expect(words, "endfacet");
  }
  if (!ended) throw InvalidInput(words.place(), "the file ends before \"endsolid\": it is cut short");
  return file;
}

}  // namespace

MeshFile read_stl(const std::string& bytes) {
  if (bytes.empty()) throw InvalidInput("", "is empty");
  const bool says_solid = bytes.compare(0, 5, "solid") == 0;
  std::uint32_t declared = 0;
  if (bytes.size() >= header_bytes) std::memcpy(&declared, bytes.data() + 80, sizeof declared);
  // Many programs begin even binary headers with "solid": the length decides.
  const bool binary_length =
      bytes.size() >= header_bytes && bytes.size() == header_bytes + facet_bytes * std::size_t{declared};
  MeshFile file;
  if (says_solid && !binary_length && bytes.find("facet") != std::string::npos) {
    file = read_ascii(bytes);
  } else {
    if (bytes.size() < header_bytes)
      throw InvalidInput("", Text("is only {0} bytes long; a binary STL begins with {1}", bytes.size(), header_bytes));
    if (bytes.size() < header_bytes + facet_bytes * std::size_t{declared})
      throw InvalidInput("", Text("declares {0} triangles but holds only {1}: it is cut short or not an STL", declared,
                                  (bytes.size() - header_bytes) / facet_bytes));
    check_count(declared);
    file = read_binary(bytes, declared);
  }
  weld_and_check(file.mesh);
  return file;
}

std::string write_stl(const TriangleMesh& mesh, double metres_per_unit) {
  std::string out(header_bytes, '\0');
  std::memcpy(out.data(), "Plucky Hull, binary STL, millimetres", 36);
  const auto count = static_cast<std::uint32_t>(mesh.triangles.size());
  std::memcpy(out.data() + 80, &count, 4);
  out.reserve(header_bytes + facet_bytes * mesh.triangles.size());
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
    const Vec3 a = mesh.corner(i, 0) / metres_per_unit, b = mesh.corner(i, 1) / metres_per_unit,
               c = mesh.corner(i, 2) / metres_per_unit;
    Vec3 n = (b - a).cross(c - a);
    if (n.norm() > 0.0) n.normalize();
    char facet[facet_bytes] = {};
    float f[12];
    int k = 0;
    for (const Vec3& v : {n, a, b, c})
      for (int axis = 0; axis < 3; ++axis) f[k++] = static_cast<float>(v[axis]);
    std::memcpy(facet, f, sizeof f);
    out.append(facet, facet_bytes);
  }
  return out;
}

}  // namespace plucky
