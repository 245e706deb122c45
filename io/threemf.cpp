#include <charconv>
#include <cstring>
#include <map>
#include <pugixml.hpp>

#include "io/mesh_checks.h"
#include "io/zip.h"

namespace plucky {

namespace {

constexpr const char* model_entry = "3D/3dmodel.model";
constexpr int deepest_assembly = 8;
/// Objects set into one another, counted each time: eight levels of twenty would make more than anybody waits for.
constexpr std::size_t most_instances = 10000;

double metres_per_model_unit(const std::string& unit) {
  static const std::map<std::string, double> known{{"micron", 1e-6}, {"millimeter", 1e-3}, {"centimeter", 1e-2},
                                                   {"meter", 1.0},   {"inch", 0.0254},     {"foot", 0.3048}};
  const auto it = known.find(unit);
  if (it == known.end()) throw InvalidInput(model_entry, Text("the unit \"{0}\" is unknown", unit));
  return it->second;
}

using Placing = Eigen::Matrix<double, 3, 4>;

Placing placing_of(const pugi::xml_node& node) {
  Placing m = Placing::Zero();
  m.leftCols<3>().setIdentity();
  const pugi::xml_attribute text = node.attribute("transform");
  if (!text) return m;
  // Row-major 4x3 as in the format: three rows of the linear part, then the shift.
  const char* at = text.value();
  const char* end = at + std::strlen(at);
  for (int row = 0; row < 4; ++row)
    for (int column = 0; column < 3; ++column) {
      while (at < end && *at == ' ') ++at;
      double value = 0.0;
      const auto [next, error] = std::from_chars(at, end, value);
      if (error != std::errc() || !std::isfinite(value) || (next < end && *next != ' '))
        throw InvalidInput(model_entry, "a transform does not hold twelve numbers");
      at = next;
      m(column, row) = value;
    }
  while (at < end && *at == ' ') ++at;
  if (at < end) throw InvalidInput(model_entry, "a transform holds more than twelve numbers");
  // A shape squashed flat encloses nothing; one of a millionth of its size is a slip of the pen.
  if (const double scale = std::cbrt(std::abs(m.leftCols<3>().determinant())); !(scale > 1e-6 && scale < 1e6))
    throw InvalidInput(model_entry, Text("a transform scales by {0}; allowed: 1e-06 to 1e+06", scale));
  return m;
}

class Model {
 public:
  explicit Model(const pugi::xml_node& root) {
    for (const pugi::xml_node& object : root.child("resources").children("object"))
      objects_[object.attribute("id").as_string()] = object;
  }

  void add_object(const std::string& id, const Placing& placing, int depth) {
    const auto it = objects_.find(id);
    if (it == objects_.end()) throw InvalidInput(model_entry, Text("object \"{0}\" does not exist", id));
    if (depth > deepest_assembly) throw InvalidInput(model_entry, Text("object \"{0}\" is nested too deeply", id));
    if (++instances_ > most_instances)
      throw InvalidInput(model_entry, Text("sets objects into one another more than {0} times", most_instances));
    const std::string place = std::string(model_entry) + ", object " + id;
    if (const pugi::xml_node m = it->second.child("mesh")) add_mesh(m, placing, place);
    for (const pugi::xml_node& part : it->second.child("components").children("component")) {
      const Placing inner = placing_of(part);
      Placing combined;
      combined.leftCols<3>() = placing.leftCols<3>() * inner.leftCols<3>();
      combined.col(3) = placing.leftCols<3>() * inner.col(3) + placing.col(3);
      add_object(part.attribute("objectid").as_string(), combined, depth + 1);
    }
  }

  TriangleMesh mesh;

 private:
  template <class Place>
  static double value(const pugi::xml_node& node, const char* name, const Place& place) {
    const pugi::xml_attribute a = node.attribute(name);
    const char* text = a.value();
    double v = 0.0;
    const auto [end, error] = std::from_chars(text, text + std::strlen(text), v);
    if (!a || error != std::errc() || *end != '\0')
      throw InvalidInput(place(), Text("\"{0}\" is not a number", beginning(text)));
    return v;
  }

  void add_mesh(const pugi::xml_node& node, const Placing& placing, const std::string& place) {
    const auto first = static_cast<std::uint32_t>(mesh.vertices.size());
    std::size_t n = 0;
    for (const pugi::xml_node& v : node.child("vertices").children("vertex")) {
      ++n;
      const auto at = [&] { return Text("{0}, vertex {1}", place, n); };
      const double x = value(v, "x", at), y = value(v, "y", at), z = value(v, "z", at);
      const Vec3 p = placing.leftCols<3>() * Vec3(x, y, z) + placing.col(3);
      check_coordinates(p.x(), p.y(), p.z(), at);
      mesh.vertices.push_back(p);
    }
    const bool mirrored = placing.leftCols<3>().determinant() < 0.0;
    std::size_t k = 0;
    for (const pugi::xml_node& t : node.child("triangles").children("triangle")) {
      ++k;
      const auto at = [&] { return Text("{0}, triangle {1}", place, k); };
      Triangle corners{};
      const char* names[3] = {"v1", "v2", "v3"};
      for (int i = 0; i < 3; ++i) {
        const double index = value(t, names[i], at);
        if (!(index >= 0.0 && index < static_cast<double>(n) && index == std::floor(index)))
          throw InvalidInput(at(), Text("refers to vertex {0} of {1}", index, n));
        corners[i] = first + static_cast<std::uint32_t>(index);
      }
      if (mirrored) std::swap(corners[1], corners[2]);
      mesh.triangles.push_back(corners);
      if (mesh.triangles.size() > most_triangles) check_count(mesh.triangles.size());
    }
  }

  std::map<std::string, pugi::xml_node> objects_;
  std::size_t instances_ = 0;
};

}  // namespace

MeshFile read_3mf(const std::string& bytes) {
  const ZipEntries entries = unzip(bytes);
  const auto it = entries.find(model_entry);
  if (it == entries.end()) throw InvalidInput("", Text("holds no \"{0}\": it is not a 3MF", model_entry));
  pugi::xml_document document;
  const pugi::xml_parse_result parsed = document.load_buffer(it->second.data(), it->second.size());
  if (!parsed) throw InvalidInput(model_entry, Text("byte {0}: {1}", parsed.offset, std::string(parsed.description())));
  const pugi::xml_node root = document.child("model");
  if (!root) throw InvalidInput(model_entry, "has no model in it");
  Model model(root);
  for (const pugi::xml_node& item : root.child("build").children("item"))
    model.add_object(item.attribute("objectid").as_string(), placing_of(item), 0);
  MeshFile file{.mesh = std::move(model.mesh),
                .format = "3MF",
                .metres_per_unit = metres_per_model_unit(root.attribute("unit").as_string("millimeter"))};
  weld_and_check(file.mesh);
  return file;
}

}  // namespace plucky
