#include "cli/sheet_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

#include "assessment/assessment.h"
#include "assessment/stages/build/build_stage.h"
#include "base/error.h"
#include "build/bend.h"
#include "build/panels.h"
#include "cli/words.h"
#include "geometry/flatten.h"
#include "io/drawing_file.h"
#include "io/file.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

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

std::string write_flat(const std::string& folder, const std::string& name, const std::string& format,
                       const Drawing& drawing) {
  std::string file = (std::filesystem::path(folder) / (name + "." + format)).string();
  write_file_atomically(file, format == "dxf" ? write_dxf(drawing, english) : write_svg(drawing, english));
  return file;
}

}  // namespace

Json panels_of_boat(const std::string& path, const std::string& folder, const std::string& format) {
  if (format != "dxf" && format != "svg")
    throw InvalidInput("--format", Text("{0} is not dxf or svg; plucky-hull --templates writes PDF", format));
  const Assessment a = assess(load_project(path));
  const PanelWishes wishes{.water = resting_water(a)};
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
    if (!folder.empty())
      one["file"] =
          write_flat(folder, fmt::format("{:02}-{}", p.number, panel_role_key(p.role)), format, drawing_of(p));
    j["panels"].push_back(one);
  }
  j["area_m2"] = area;
  return j;
}

namespace {

/// Sheets as typed; of those without a thickness one of each that the pieces have.
std::vector<StockSheet> typed_sheets(const std::vector<std::string>& typed, const std::vector<FlatPiece>& pieces) {
  constexpr std::uint32_t plenty = 50;
  std::vector<StockSheet> out;
  const auto add = [&](const std::string& name, double length, double width, double thickness) {
    out.push_back({.id = static_cast<Id>(out.size() + 1),
                   .name = name,
                   .length = length,
                   .width = width,
                   .thickness = thickness,
                   .count = plenty});
  };
  for (const std::string& t : typed) {
    const std::vector<std::string> sizes = split(t, 'x');
    if (sizes.size() != 2 && sizes.size() != 3)
      throw InvalidInput("--sheet", Text("{0} should be length and width in mm, and thickness: 600x300x3", t));
    std::vector<double> m;
    m.reserve(sizes.size());
    for (const std::string& s : sizes) m.push_back(1e-3 * number(s, "--sheet"));
    if (!(*std::min_element(m.begin(), m.end()) > 0.0 && *std::max_element(m.begin(), m.end()) < 10.0))
      throw InvalidInput("--sheet", Text("{0} should have sizes above 0 and below 10 m", t));
    if (m.size() == 3)
      add(t, m[0], m[1], m[2]);
    else
      for (const FlatPiece& p : pieces)
        if (std::none_of(out.begin(), out.end(),
                         [&](const StockSheet& s) { return s.name == t && has_thickness(s, p.thickness); }))
          add(t, m[0], m[1], p.thickness);
  }
  return out;
}

}  // namespace

Json nest_of_boat(const NestOptions& o) {
  if (o.format != "dxf" && o.format != "svg") throw InvalidInput("--format", Text("{0} is not dxf or svg", o.format));
  const Assessment a = assess(load_project(o.boat));
  const std::vector<FlatPiece>& pieces = a.build.pieces;
  if (pieces.empty()) throw InvalidInput(o.boat, "has no flat pieces: it is printed");
  BuildDesign design = a.project.build;
  if (!o.sheets.empty()) design.sheets = typed_sheets(o.sheets, pieces);
  if (design.sheets.empty()) throw InvalidInput(o.boat, "has no sheets at hand: give --sheet");
  if (!o.gap.empty()) design.piece_gap = parse_quantity(o.gap, Dimension::length, UnitSystem::metric);
  if (!(design.piece_gap >= 0.0 && design.piece_gap <= 0.05)) throw InvalidInput("--gap", "should be 0 to 50 mm");
  const LaidOut laid = lay_out(pieces, design, a.project.brief.method == BuildMethod::ply);
  design.laid = laid.laid;
  const SheetLayout layout = layout_of(pieces, design);
  Json j{{"name", a.project.name}, {"sheets", Json::array()}, {"left", Json::array()}, {"waste", layout.waste()}};
  for (const PieceCopy& c : laid.left) j["left"].push_back(copy_key(pieces[c.piece], c.copy));
  if (!o.folder.empty()) make_folder(o.folder);
  for (const SheetUse& use : layout.sheets) {
    const auto sheet = std::find_if(design.sheets.begin(), design.sheets.end(),
                                    [&](const StockSheet& s) { return s.id == use.sheet; });
    Json one{{"sheet", sheet->name},
             {"copy", use.copy + 1},
             {"length_m", sheet->length},
             {"width_m", sheet->width},
             {"thickness_m", sheet->thickness},
             {"waste", 1.0 - use.used / use.area},
             {"pieces", Json::array()}};
    for (const LaidShape& l : layout.laid) {
      if (l.sheet != use.sheet || l.sheet_copy != use.copy) continue;
      const FlatPiece& p = pieces[l.of.piece];
      one["pieces"].push_back({{"piece", copy_key(p, l.of.copy)},
                               {"number", p.number},
                               {"role", piece_role_key(p.role)},
                               {"turned_over", p.mirrored && l.of.copy > 0},
                               {"turn_rad", l.turn},
                               {"place_m", {l.move.x(), l.move.y()}},
                               {"area_m2", l.shape.area()}});
    }
    if (!o.folder.empty())
      one["file"] = write_flat(o.folder, fmt::format("sheet-{}", j["sheets"].size() + 1), o.format,
                               sheet_drawing(pieces, layout, *sheet, use.copy));
    j["sheets"].push_back(one);
  }
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
  TriangleMesh mesh = mesh_in_metres(file, unit);
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

void SheetCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* panels = app.add_subcommand("panels", "Flat panels of a boat of straight sections");
  panels->add_option("boat", boat_, "boat file")->required();
  panels->add_option("--out", folder_, "folder to write a drawing of each panel into");
  panels->add_option("--format", format_, "dxf or svg")->capture_default_str();
  panels->callback([&] { run = [this] { return panels_of_boat(boat_, folder_, format_); }; });

  CLI::App* nest = app.add_subcommand("nest", "Panels, ribs and other flat pieces laid out on sheets");
  nest->add_option("boat", nest_.boat, "boat file")->required();
  nest->add_option("--sheet", nest_.sheets, "600x300 (mm) of every thickness, 600x300x3 of one; else the boat's own");
  nest->add_option("--gap", nest_.gap, "between pieces, e.g. 3mm");
  nest->add_option("--out", nest_.folder, "folder to write a drawing of each sheet into");
  nest->add_option("--format", nest_.format, "dxf or svg")->capture_default_str();
  nest->callback([&] { run = [this] { return nest_of_boat(nest_); }; });

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
