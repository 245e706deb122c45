#include "io/network_file.h"

#include <cmath>
#include <map>
#include <nlohmann/json.hpp>

#include "base/error.h"

namespace plucky {

namespace {

using Json = nlohmann::json;
constexpr std::size_t most_elements = 2000;

/// One object of the file with its place for complaints.
struct Entry {
  const Json& json;
  std::string place;

  [[noreturn]] void refuse(const std::string& key, const Text& reason) const {
    throw InvalidInput(place + "/" + key, reason);
  }
  [[nodiscard]] double number(const char* key, double usual, double low, double high) const {
    const auto it = json.find(key);
    if (it == json.end()) return usual;
    if (!it->is_number()) refuse(key, Text("is {0}, must be a number", it->type_name()));
    const double value = it->get<double>();
    if (!(std::isfinite(value) && value >= low && value <= high))
      refuse(key, Text("is {0}, allowed: {1} to {2}", value, low, high));
    return value;
  }
  [[nodiscard]] std::string text(const char* key, const std::string& usual) const {
    const auto it = json.find(key);
    if (it == json.end()) return usual;
    if (!it->is_string()) refuse(key, Text("is {0}, must be text", it->type_name()));
    return it->get<std::string>();
  }
  [[nodiscard]] bool flag(const char* key) const {
    const auto it = json.find(key);
    if (it == json.end()) return false;
    if (!it->is_boolean()) refuse(key, Text("is {0}, must be true or false", it->type_name()));
    return it->get<bool>();
  }
};

const Json& list_of(const Json& file, const char* key, const std::string& where) {
  const auto it = file.find(key);
  if (it == file.end() || !it->is_array()) throw InvalidInput(where + ": /" + key, "must be a list");
  if (it->size() > most_elements)
    throw InvalidInput(where + ": /" + key, Text("has {0} entries, needs at most {1}", it->size(), most_elements));
  return *it;
}

}  // namespace

NetworkFile read_network(const std::string& text, const std::string& where) {
  Json json;
  try {
    json = Json::parse(text);
  } catch (const Json::exception& e) {
    throw InvalidInput(where, Text("is not JSON: {0}", std::string(e.what())));
  }
  if (!json.is_object()) throw InvalidInput(where, "must be an object with nodes and elements");
  NetworkFile out;
  const Entry whole{json, where + ": "};
  out.density = whole.number("density_kg_m3", out.density, 1.0, 20000.0);
  out.viscosity = whole.number("viscosity_m2_s", out.viscosity, 1e-8, 1e-2);
  std::map<std::string, std::size_t> nodes, elements;
  const auto entries = [&](const char* key, auto take) {
    std::size_t i = 0;
    for (const Json& item : list_of(json, key, where)) {
      const Entry e{item, where + ": /" + key + "/" + std::to_string(i++)};
      if (!item.is_object()) throw InvalidInput(e.place, Text("is {0}, must be an object", item.type_name()));
      take(e);
    }
  };
  entries("nodes", [&](const Entry& e) {
    NetNode n;
    const std::string name = e.text("name", "");
    n.name = Text(name);
    if (name.empty()) e.refuse("name", "is missing");
    if (!nodes.emplace(name, out.network.nodes.size()).second) e.refuse("name", Text("\"{0}\" is used twice", name));
    n.height = e.number("height_m", 0.0, -1000.0, 1000.0);
    if (e.json.contains("pressure_pa")) n.pressure = e.number("pressure_pa", 0.0, -1e8, 1e8);
    out.network.nodes.push_back(n);
  });
  entries("elements", [&](const Entry& e) {
    NetElement n;
    const std::string name = e.text("name", "");
    n.name = Text(name);
    if (name.empty()) e.refuse("name", "is missing");
    if (!elements.emplace(name, out.network.elements.size()).second)
      e.refuse("name", Text("\"{0}\" is used twice", name));
    const std::string kind = e.text("kind", "pipe");
    if (kind != "pipe" && kind != "pump") e.refuse("kind", Text("\"{0}\" is not one of pipe, pump", kind));
    n.kind = kind == "pump" ? NetKind::pump : NetKind::pipe;
    for (const auto& [key, end] : {std::pair{"from", &n.from}, {"to", &n.to}}) {
      const auto node = nodes.find(e.text(key, ""));
      if (node == nodes.end()) e.refuse(key, Text("\"{0}\" is no node", e.text(key, "")));
      *end = node->second;
    }
    n.bore = e.number("bore_m", n.bore, 0.0, 1.0);
    n.length = e.number("length_m", 0.0, 0.0, 10000.0);
    n.loss = e.number("loss", 0.0, 0.0, 1e6);
    n.roughness = e.number("roughness_m", 0.0, 0.0, 0.01);
    n.pump_pressure = e.number("pump_pressure_pa", 0.0, 0.0, 1e8);
    n.pump_flow = e.number("pump_flow_m3_s", 0.0, 0.0, 1.0);
    n.one_way = e.flag("one_way");
    n.closed = e.flag("closed");
    out.network.elements.push_back(n);
  });
  return out;
}

}  // namespace plucky
