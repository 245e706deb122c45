#include "cli/build_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

#include "assessment/assessment.h"
#include "assessment/fixtures.h"
#include "assessment/stages/build/build_stage.h"
#include "base/error.h"
#include "build/bend.h"
#include "build/coupons.h"
#include "build/panels.h"
#include "build/plates.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "cli/words.h"
#include "geometry/flatten.h"
#include "io/drawing_file.h"
#include "io/file.h"
#include "io/mesh_file.h"
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

void make_folder(const std::string& folder) {
  std::error_code why;
  std::filesystem::create_directories(folder, why);
  if (!std::filesystem::is_directory(folder)) throw InvalidInput(folder, "is no folder and cannot be made one");
}

void need_solid_format(const std::string& format) {
  if (format != "stl" && format != "3mf") throw InvalidInput("--format", Text("{0} is not stl or 3mf", format));
}

/// Writes a file of that name and format into the folder; gives its path.
std::string write_solid(const std::string& folder, const std::string& name, const std::string& format,
                        const NamedMesh& solid) {
  std::string file = (std::filesystem::path(folder) / (name + "." + format)).string();
  write_file_atomically(file, format == "stl" ? write_stl(solid.mesh) : write_3mf({solid}));
  return file;
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

/// The boat's own bed, joints and cuts, with those of the options in their place.
BuildDesign with_options(BuildDesign b, const SectionOptions& o) {
  if (!o.bed.empty()) {
    const std::vector<std::string> bed = split(o.bed, 'x');
    if (bed.size() != 3)
      throw InvalidInput("--bed", Text("{0} should be width, depth and height in mm: 220x220x250", o.bed));
    for (int k = 0; k < 3; ++k) b.printer.bed[k] = 1e-3 * number(bed[static_cast<std::size_t>(k)], "--bed");
    if (!(b.printer.room().minCoeff() > 0.0 && b.printer.bed.maxCoeff() < 10.0))
      throw InvalidInput("--bed", Text("should be more than its margins of {0} and less than 10 m",
                                       length_quantity(b.printer.margin)));
  }
  if (!o.joint.empty()) b.joints.kind = joint_from_key(o.joint);
  if (!o.pin.empty()) {
    b.joints.pin = parse_quantity(o.pin, Dimension::length, UnitSystem::metric);
    if (!(b.joints.pin >= 0.0005 && b.joints.pin <= 0.02)) throw InvalidInput("--pin", "should be 0.5 to 20 mm");
  }
  if (!o.cuts.empty()) {
    b.cuts_by_hand = true;
    b.cuts.clear();
    for (const std::string& c : split(o.cuts, ','))
      b.cuts.push_back({.x = parse_quantity(c, Dimension::length, UnitSystem::metric)});
  }
  if (o.upright) b.least_support = true;
  return b;
}

}  // namespace

Json sections_of_boat(const SectionOptions& o) {
  need_solid_format(o.format);
  Project boat = load_project(o.boat);
  boat.build = with_options(boat.build, o);
  const Assessment a = assess(boat);
  const HullModel& hull = a.hull->model;
  const BuildDesign& build = a.project.build;
  const Printer& printer = build.printer;
  PrintedHull p = print_hull(hull, a.project.hull, cuts_of(hull, build, places_to_avoid(a)), build.joints, printer);
  if (!p.done) throw InvalidInput(o.boat, p.message);
  if (build.least_support) lie_for_least_support(p, printer);
  Json j{{"name", a.project.name},
         {"volume_m3", p.volume},
         {"mass_kg", p.volume * a.project.hull.skin.density},
         {"sections", Json::array()},
         {"joints", Json::array()}};
  if (!o.folder.empty()) make_folder(o.folder);
  const PrintSettings settings = settings_of(a.project.hull.skin);
  for (std::size_t i = 0; i < p.sections.size(); ++i) {
    const HullSection& s = p.sections[i];
    const Vec3 size = s.box.size();
    const TriangleMesh placed = on_bed(s.mesh, s.stance, printer);
    Json one{{"from_m", s.from},
             {"to_m", s.to},
             {"volume_m3", s.volume},
             {"mass_kg", s.volume * a.project.hull.skin.density},
             {"size_m", {size.x(), size.y(), size.z()}},
             {"fits", s.stance.fits},
             {"hours", quick_print(placed, printer, settings).time / 3600.0},
             {"stance", s.stance.fits ? Json(stance_key(s.stance.stance)) : Json()}};
    if (!o.folder.empty()) {
      const std::string name = fmt::format("section-{}", i + 1);
      one["file"] =
          write_solid(o.folder, name, o.format, {a.project.name + " " + name, placed, a.project.hull.skin.material});
    }
    j["sections"].push_back(one);
  }
  std::size_t places = 0;
  for (const JointReport& r : p.joints) {
    j["joints"].push_back({{"x_m", r.x},
                           {"glue_area_m2", r.glue_area},
                           {"modulus_m3", r.modulus},
                           {"pins", r.pins.size()},
                           {"ring_m2", r.tongue.area()}});
    places += r.pins.size();
  }
  if (!p.key.triangles.empty()) {
    j["key"] = {{"count", places}, {"volume_m3", signed_volume(p.key)}};
    if (!o.folder.empty())
      j["key"]["file"] =
          write_solid(o.folder, "key", o.format, {a.project.name + " key", p.key, a.project.hull.skin.material});
  }
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

Json coupons_of_boat(const std::string& boat, const std::string& folder, const std::string& format) {
  need_solid_format(format);
  const Project project = load_project(boat);
  if (!folder.empty()) make_folder(folder);
  Json j{{"name", project.name}, {"pieces", Json::array()}};
  for (const Coupon& c : coupons_of(project.build.printer, project.build.joints)) {
    Json one{{"key", c.key}, {"name", c.name}, {"question", c.question}, {"volume_m3", signed_volume(c.mesh)}};
    if (!folder.empty())
      one["file"] = write_solid(folder, "test-" + c.key, format,
                                {project.name + ", test piece " + c.key, c.mesh, project.hull.skin.material});
    j["pieces"].push_back(one);
  }
  return j;
}

namespace {

Json told(const Assessment& a, const Fixture& f, const FixtureSolids& s) {
  Json j{{"id", f.id}, {"name", f.name}, {"kind", fixture_key(f.kind)}, {"material", fixture_material_key(f.material)}};
  if (s.bodies.empty()) {
    j["solid"] = nullptr;
    j["why"] = s.none;
    return j;
  }
  const Vec3 size = s.box.size();
  j["volume_m3"] = s.volume;
  j["mass_kg"] = own_mass(a, f, s);
  j["size_m"] = {size.x(), size.y(), size.z()};
  j["centroid_m"] = {s.centroid.x(), s.centroid.y(), s.centroid.z()};
  for (const FixtureBody& b : s.bodies)
    j["bodies"].push_back({{"name", b.name}, {"count", b.count()}, {"volume_m3", b.stack.volume()}});
  for (const Text& n : s.notes) j["notes"].push_back(Json(n));
  return j;
}

Id named(const Assessment& a, const std::string& name) {
  for (const Part& p : a.project.layout.parts)
    if (p.name == name) return p.id;
  for (const Hatch& h : a.project.hull.hatches)
    if (h.name == name) return h.id;
  throw InvalidInput("--of", Text("\"{0}\" is no part and no hatch of this boat", name));
}

}  // namespace

Json solid_of_boat(const SolidOptions& o) {
  Project project = load_project(o.boat);
  if (!o.kind.empty()) {
    const Assessment bare = assess(project);
    const FixtureKind kind = fixture_from_key(o.kind);
    if (o.of.empty() && type_of(kind).held != Held::hull)
      throw InvalidInput("--of", Text("{0} needs what it holds", type_of(kind).name));
    project = apply(project, {"", ChangeBuild{with_fixture(bare, kind, o.of.empty() ? 0 : named(bare, o.of))}});
  }
  const Assessment a = assess(project);
  Json j{{"name", project.name}, {"fixtures", Json::array()}};
  std::vector<FixtureSolids> chosen;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = project.build.fixtures[i];
    const bool wanted = !o.kind.empty() ? i + 1 == a.fixtures.size()
                                        : o.part.empty() || f.name == o.part || std::to_string(f.id) == o.part;
    if (!wanted) continue;
    j["fixtures"].push_back(told(a, f, a.fixtures[i]));
    chosen.push_back(a.fixtures[i]);
  }
  if (!o.part.empty() && chosen.empty())
    throw InvalidInput("--part", Text("\"{0}\" is nothing that is made for this boat", o.part));
  const auto write = [&](const std::string& file, const std::vector<NamedMesh>& bodies) {
    const bool zip = file.ends_with(".3mf");
    if (!zip && !file.ends_with(".stl")) throw InvalidInput(file, "should end in .stl or .3mf");
    TriangleMesh whole;
    for (const NamedMesh& b : bodies) append(whole, b.mesh);
    write_file_atomically(file, zip ? write_3mf(bodies) : write_stl(whole));
  };
  if (!o.file.empty() || !o.folder.empty()) {
    const Plates plates = arranged(chosen, project.build.printer);
    for (const Text& left : plates.left) j["left"].push_back(Json(left));
    if (plates.count == 0) throw InvalidInput("solid", "there is nothing that can be made");
    if (!o.folder.empty()) make_folder(o.folder);
    std::vector<NamedMesh> all;
    for (std::size_t k = 0; k < plates.count; ++k) {
      std::vector<NamedMesh> bodies;
      for (const PlacedPrint& p : plates.prints) {
        if (p.plate != k) continue;
        bodies.push_back({english(chosen[p.of].bodies[p.body].name), p.mesh, project.hull.skin.material});
        // In one file plates lie side by side.
        all.push_back(bodies.back());
        for (Vec3& v : all.back().mesh.vertices)
          v.x() += static_cast<double>(k) * (project.build.printer.bed.x() + 0.020);
      }
      if (o.folder.empty()) continue;
      const std::string path = (std::filesystem::path(o.folder) / fmt::format("plate-{}.3mf", k + 1)).string();
      write(path, bodies);
      j["files"].push_back(path);
    }
    if (!o.file.empty()) {
      write(o.file, all);
      j["files"].push_back(o.file);
    }
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

Json estimate_mesh(const EstimateOptions& o) {
  const TriangleMesh mesh = mesh_in_metres(o.mesh, o.unit);
  const Printer printer{
      .line_width = 1e-3 * o.line, .layer = 1e-3 * o.layer, .flow = 1e-9 * o.flow, .speed = 1e-3 * o.speed};
  if (!(o.line >= 0.1 && o.line <= 2.0)) throw InvalidInput("--line", "should be 0.1 to 2 mm");
  if (!(o.layer >= 0.05 && o.layer <= 1.0)) throw InvalidInput("--layer", "should be 0.05 to 1 mm");
  if (!(o.flow >= 0.1 && o.flow <= 1000.0)) throw InvalidInput("--flow", "should be 0.1 to 1000 mm3/s");
  if (!(o.speed >= 1.0 && o.speed <= 1000.0)) throw InvalidInput("--speed", "should be 1 to 1000 mm/s");
  if (!(o.infill >= 0.0 && o.infill <= 1.0)) throw InvalidInput("--infill", "should be 0 to 1");
  if (!(o.density >= 100.0 && o.density <= 20000.0)) throw InvalidInput("--density", "should be 100 to 20000 kg/m3");
  if (!(o.perimeters >= 1 && o.perimeters <= 20)) throw InvalidInput("--perimeters", "should be 1 to 20");
  const PrintSettings settings{.perimeters = o.perimeters, .infill = o.infill, .density = o.density};
  try {
    const PrintEstimate e = o.quick ? quick_print(mesh, printer, settings) : slice_print(mesh, printer, settings);
    return {{"layers", e.layers},         {"plastic_m3", e.plastic},  {"mass_kg", e.mass},
            {"filament_m", e.filament},   {"hours", e.time / 3600.0}, {"perimeter_m", e.perimeter_lines},
            {"infill_m", e.infill_lines}, {"travel_m", e.travel}};
  } catch (const InvalidInput& e) {
    throw e.within(o.mesh);
  }
}

void BuildCommandLine::add(CLI::App& app, std::function<Json()>& run) {
  CLI::App* panels = app.add_subcommand("panels", "Flat panels of a boat of straight sections");
  panels->add_option("boat", boat_, "boat file")->required();
  panels->add_option("--out", folder_, "folder to write a drawing of each panel into");
  panels->add_option("--format", format_, "dxf or svg")->capture_default_str();
  panels->callback([&] { run = [this] { return panels_of_boat(boat_, folder_, format_); }; });

  CLI::App* cut = app.add_subcommand("sections", "The printed hull in sections for a printer's bed");
  cut->add_option("boat", sections_.boat, "boat file")->required();
  cut->add_option("--bed", sections_.bed,
                  "width, depth and height of the bed in mm, e.g. 220x220x250; else the boat's");
  cut->add_option("--out", sections_.folder, "folder to write a file of each section into");
  cut->add_option("--format", sections_.format, "stl or 3mf")->capture_default_str();
  cut->add_option("--joint", sections_.joint, "butt, pins, pegs, lap, tabs or keys; else the boat's");
  cut->add_option("--pin", sections_.pin, "diameter of pins or pegs, e.g. 1.75mm");
  cut->add_flag("--upright", sections_.upright, "lay each so that least hangs over the air");
  cut->add_option("--cuts", sections_.cuts,
                  "planes from the transom, e.g. 200mm,410mm; else the boat's, by hand or proposed");
  cut->callback([&] { run = [this] { return sections_of_boat(sections_); }; });

  CLI::App* tests = app.add_subcommand("coupons", "Test pieces to print before the hull");
  tests->add_option("boat", boat_, "boat file")->required();
  tests->add_option("--out", folder_, "folder to write a file of each piece into");
  tests->add_option("--format", solid_format_, "stl or 3mf")->capture_default_str();
  tests->callback([&] { run = [this] { return coupons_of_boat(boat_, folder_, solid_format_); }; });

  CLI::App* solid = app.add_subcommand("solid", "Mounts, trays, boxes, lids and jigs of a boat as solids");
  solid->add_option("boat", solid_.boat, "boat file")->required();
  auto* part = solid->add_option("--part", solid_.part, "name or number of one; else all");
  solid->add_option("--kind", solid_.kind, "make one that the boat has not: motor_mount, tray, stand, ...")
      ->excludes(part);
  solid->add_option("--of", solid_.of, "name of the part or hatch that it holds");
  auto* file = solid->add_option("-o", solid_.file, "file to write: .stl or .3mf");
  solid->add_option("--out", solid_.folder, "folder to write a 3MF file of each plate into")->excludes(file);
  solid->callback([&] { run = [this] { return solid_of_boat(solid_); }; });

  CLI::App* nest = app.add_subcommand("nest", "Panels, ribs and other flat pieces laid out on sheets");
  nest->add_option("boat", nest_.boat, "boat file")->required();
  nest->add_option("--sheet", nest_.sheets, "600x300 (mm) of every thickness, 600x300x3 of one; else the boat's own");
  nest->add_option("--gap", nest_.gap, "between pieces, e.g. 3mm");
  nest->add_option("--out", nest_.folder, "folder to write a drawing of each sheet into");
  nest->add_option("--format", nest_.format, "dxf or svg")->capture_default_str();
  nest->callback([&] { run = [this] { return nest_of_boat(nest_); }; });

  CLI::App* estimate = app.add_subcommand("estimate", "What a bare print takes, by slicing it as it stands");
  estimate->add_option("--mesh", estimate_.mesh, "closed mesh: STL, OBJ or 3MF, z up")->required();
  estimate->add_option("--unit", estimate_.unit, "unit of the mesh: m, mm or in")->capture_default_str();
  estimate->add_option("--perimeters", estimate_.perimeters, "lines of a wall")->capture_default_str();
  estimate->add_option("--infill", estimate_.infill, "share filled inside, 0 to 1")->capture_default_str();
  estimate->add_option("--line", estimate_.line, "width of a line, mm")->capture_default_str();
  estimate->add_option("--layer", estimate_.layer, "height of a layer, mm")->capture_default_str();
  estimate->add_option("--flow", estimate_.flow, "plastic at most, mm3/s")->capture_default_str();
  estimate->add_option("--speed", estimate_.speed, "along a line, mm/s")->capture_default_str();
  estimate->add_option("--density", estimate_.density, "of the plastic, kg/m3")->capture_default_str();
  estimate->add_flag("--quick", estimate_.quick, "forty layers stand for all");
  estimate->callback([&] { run = [this] { return estimate_mesh(estimate_); }; });

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
