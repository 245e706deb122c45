#include "cli/build_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

#include "assessment/assessment.h"
#include "base/error.h"
#include "build/bend.h"
#include "build/panels.h"
#include "cli/words.h"
#include "geometry/flatten.h"
#include "geometry/mesh_check.h"
#include "io/drawing_file.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

std::string english(const Text& text) {
  return say(text, UnitSystem::metric);
}

Json points(const std::vector<Vec2>& line) {
  Json out = Json::array();
  for (const Vec2& p : line) out.push_back({p.x(), p.y()});
  return out;
}

std::vector<Vec3> polyline(const nlohmann::json& json, const char* key) {
  const auto it = json.find(key);
  if (it == json.end() || !it->is_array()) throw InvalidInput(key, "should be a list of points [x, y, z] in metres");
  std::vector<Vec3> out;
  for (const auto& p : *it) {
    if (!p.is_array() || p.size() != 3 || !std::all_of(p.begin(), p.end(), [](const auto& v) { return v.is_number(); }))
      throw InvalidInput(fmt::format("{}/{}", key, out.size()), "should be a point [x, y, z] in metres");
    out.emplace_back(p[0].template get<double>(), p[1].template get<double>(), p[2].template get<double>());
    if (out.size() > 2000) throw InvalidInput(key, "has more than 2000 points");
  }
  return out;
}

void make_folder(const std::string& folder) {
  std::error_code why;
  std::filesystem::create_directories(folder, why);
  if (!std::filesystem::is_directory(folder)) throw InvalidInput(folder, "is no folder and cannot be made one");
}

}  // namespace

Json panels_of_boat(const std::string& path, const std::string& folder, const std::string& format) {
  if (format != "dxf" && format != "svg")
    throw InvalidInput("--format", Text("{0} is not dxf or svg; plucky-hull writes pdf", format));
  const Assessment a = assess(load_project(path));
  PanelWishes wishes;
  if (a.flotation.status == FloatStatus::afloat)
    wishes.water = {{a.flotation.plane.attitude.up(), a.flotation.plane.offset}};
  Json j{{"name", a.project.name}, {"panels", Json::array()}};
  double area = 0.0;
  if (!folder.empty()) make_folder(folder);
  for (const Panel& p : panels_of(a.project.hull, wishes)) {
    Json one{{"number", p.number},    {"role", panel_role_key(p.role)}, {"count", p.count},
             {"area_m2", p.area},     {"strain_max", p.strain},         {"off_m", p.off},
             {"edges", Json::array()}};
    for (const PanelEdge& e : p.edges) {
      Json edge{{"seam", seam_key(e.seam)}, {"length_m", e.length}, {"mate", e.mate}};
      const auto [low, high] = std::minmax_element(e.fold.begin(), e.fold.end());
      edge["fold_rad"] = e.fold.empty() ? Json() : Json{*low, *high};
      one["edges"].push_back(edge);
    }
    one["outline_m"] = points(p.outline);
    area += p.count * p.area;
    if (!folder.empty()) {
      const std::string file =
          (std::filesystem::path(folder) / fmt::format("{:02}-{}.{}", p.number, panel_role_key(p.role), format))
              .string();
      const Drawing d = drawing_of(p);
      write_file_atomically(file, format == "dxf" ? write_dxf(d, english) : write_svg(d, english));
      one["file"] = file;
    }
    j["panels"].push_back(one);
  }
  j["area_m2"] = area;
  return j;
}

Json unroll_edges(const std::string& file) {
  nlohmann::json json;
  try {
    json = nlohmann::json::parse(read_file(file, 4u << 20));
  } catch (const nlohmann::json::exception&) {
    throw InvalidInput(file, "is no JSON");
  }
  if (!json.is_object()) throw InvalidInput(file, "should be an object with the edges \"a\" and \"b\"");
  try {
    const std::vector<Vec3> a = polyline(json, "a"), b = polyline(json, "b");
    const RuledStrip strip = span_edges(a, b);
    const FlatStrip flat = unroll(strip);
    return {{"a", {{"length_m", length_of(flat.a)}, {"flat_m", points(flat.a)}}},
            {"b", {{"length_m", length_of(flat.b)}, {"flat_m", points(flat.b)}}},
            {"strain_max", strip.strain()}};
  } catch (const InvalidInput& e) {
    throw e.within(file);
  }
}

Json unroll_mesh(const std::string& file, const std::string& unit) {
  TriangleMesh mesh = read_mesh_file(file).mesh;
  const double scale = metres_per(unit_from_key(unit));
  for (Vec3& v : mesh.vertices) v *= scale;
  weld(mesh, 1e-7 * bounds(mesh).size().norm());
  try {
    const FlatMesh flat = flatten(mesh);
    return {{"status", flat.settled ? "settled" : "stopped"},
            {"rounds", flat.rounds},
            {"residual_m", flat.residual},
            {"strain_max", flat.most},
            {"corners_m", points(flat.corners)}};
  } catch (const InvalidInput& e) {
    throw e.within(file);
  }
}

Json bend(const std::string& thickness, const std::string& radius, const std::string& angle, double k) {
  const auto metric = [](const std::string& text, Dimension d) { return parse_quantity(text, d, UnitSystem::metric); };
  const Fold fold{metric(thickness, Dimension::length), metric(radius, Dimension::length),
                  metric(angle, Dimension::angle), k};
  return {{"k", k > 0.0 ? k : usual_k(fold.radius / fold.thickness)},
          {"allowance_m", bend_allowance(fold)},
          {"deduction_m", bend_deduction(fold)}};
}

void BuildCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* panels = app.add_subcommand("panels", "Flat panels of a boat of straight sections");
  panels->add_option("boat", boat_, "boat file")->required();
  panels->add_option("--out", folder_, "folder to write a drawing of each panel into");
  panels->add_option("--format", format_, "dxf or svg")->capture_default_str();
  panels->callback([&] { run = [this] { return panels_of_boat(boat_, folder_, format_); }; });

  CLI::App* unroll = app.add_subcommand("unroll", "Lay a bare panel flat");
  auto* edges = unroll->add_option("--edges", edges_, R"(JSON file {"a": [[x,y,z],...], "b": [...]} in metres)");
  unroll->add_option("--mesh", mesh_, "open mesh: STL, OBJ or 3MF")->excludes(edges);
  unroll->add_option("--unit", unit_, "unit of the mesh: m, mm or in")->capture_default_str();
  unroll->callback([&] {
    run = [this] {
      if (edges_.empty() && mesh_.empty()) throw InvalidInput("unroll", "needs --edges or --mesh");
      return edges_.empty() ? unroll_mesh(mesh_, unit_) : unroll_edges(edges_);
    };
  });

  CLI::App* fold = app.add_subcommand("bend", "Length of sheet in a fold");
  fold->add_option("--thickness", thickness_, "e.g. 0.5mm")->required();
  fold->add_option("--radius", radius_, "inside the bend, e.g. 1mm")->required();
  fold->add_option("--angle", angle_, "by which the sheet is turned, degrees")->capture_default_str();
  fold->add_option("--k", k_, "place of the neutral line, share of the thickness; 0: the usual one");
  fold->callback([&] { run = [this] { return bend(thickness_, radius_, angle_, k_); }; });
}

}  // namespace plucky::cli
