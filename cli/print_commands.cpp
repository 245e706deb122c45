#include "cli/print_commands.h"

#include <fmt/format.h>

#include <filesystem>

#include "assessment/assessment.h"
#include "assessment/fixtures.h"
#include "assessment/stages/build/build_stage.h"
#include "base/error.h"
#include "build/coupons.h"
#include "build/plates.h"
#include "build/print_estimate.h"
#include "build/printed_hull.h"
#include "cli/words.h"
#include "io/file.h"
#include "io/mesh_file.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

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

void PrintCommandLine::add(CLI::App& app, std::function<Json()>& run) {
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
  tests->add_option("--format", format_, "stl or 3mf")->capture_default_str();
  tests->callback([&] { run = [this] { return coupons_of_boat(boat_, folder_, format_); }; });

  CLI::App* solid = app.add_subcommand("solid", "Mounts, trays, boxes, lids and jigs of a boat as solids");
  solid->add_option("boat", solid_.boat, "boat file")->required();
  auto* part = solid->add_option("--part", solid_.part, "name or number of one; else all");
  solid->add_option("--kind", solid_.kind, "make one that the boat has not: motor_mount, tray, stand, ...")
      ->excludes(part);
  solid->add_option("--of", solid_.of, "name of the part or hatch that it holds");
  auto* file = solid->add_option("-o", solid_.file, "file to write: .stl or .3mf");
  solid->add_option("--out", solid_.folder, "folder to write a 3MF file of each plate into")->excludes(file);
  solid->callback([&] { run = [this] { return solid_of_boat(solid_); }; });

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
}

}  // namespace plucky::cli
