#include "cli/commands.h"

#include <algorithm>
#include <charconv>
#include <cmath>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "assessment/remedies.h"
#include "base/error.h"
#include "cli/words.h"
#include "flotation/tables.h"
#include "hull/family.h"
#include "hull/morph.h"
#include "io/file.h"
#include "io/hydrostatic_cells.h"
#include "io/mesh_file.h"
#include "io/project_file.h"

namespace plucky::cli {

namespace {

Json vec(const Vec3& v) {
  return {v.x(), v.y(), v.z()};
}

/// "length_m" without its unit: "length".
std::string bare_key(const std::string& key) {
  return key.ends_with("_m") || key.ends_with("_rad") ? key.substr(0, key.rfind('_')) : key;
}

std::vector<double> numbers(const std::string& text, const char* option) {
  std::vector<double> values;
  const char *at = text.data(), *end = text.data() + text.size();
  while (at <= end) {
    double v = 0.0;
    const auto [next, error] = std::from_chars(at, end, v);
    if (error != std::errc() || !std::isfinite(v) || (next != end && *next != ','))
      throw InvalidInput(option, Text("\"{0}\" is not a list of numbers with commas between them", text));
    values.push_back(v);
    at = next + 1;
    if (next == end) break;
  }
  return values;
}

const char* status_key(FloatStatus s) {
  switch (s) {
    case FloatStatus::afloat:
      return "afloat";
    case FloatStatus::sinks:
      return "sinks";
    case FloatStatus::no_equilibrium:
    case FloatStatus::not_run:
      break;
  }
  return "no_equilibrium";
}

const char* severity_key(Severity s) {
  switch (s) {
    case Severity::stop:
      return "stop";
    case Severity::watch:
      return "watch";
    case Severity::note:
      return "note";
    case Severity::fine:
      break;
  }
  return "fine";
}

Json fault(const MeshFault& f) {
  Json j{{"count", f.count}};
  if (f.count > 0) j["first_at"] = vec(f.where);
  return j;
}

Json righting_arm(const ImmersedBody& body, const Loading& loading, double density,
                  const std::vector<double>& heels_deg, const WaterPlane& rest) {
  std::vector<double> heels;
  heels.reserve(heels_deg.size());
  for (const double d : heels_deg) heels.push_back(radians(d));
  Json list = Json::array();
  const std::vector<RightingPoint> points = righting_arms(body, loading, density, heels, rest);
  for (std::size_t i = 0; i < points.size(); ++i) {
    const RightingPoint& p = points[i];
    Json item{{"heel_deg", heels_deg[i]}};
    item["gz_m"] = p.solved ? Json(p.gz) : Json();
    item["trim_deg"] = p.solved ? Json(degrees(p.plane.attitude.trim)) : Json();
    list.push_back(std::move(item));
  }
  return list;
}

}  // namespace

TriangleMesh mesh_in_metres(const std::string& path, const std::string& unit) {
  TriangleMesh mesh = read_mesh_file(path).mesh;
  const double scale = metres_per(unit_from_key(unit));
  for (Vec3& v : mesh.vertices) v *= scale;
  return mesh;
}

Json float_mesh(const FloatOptions& o) {
  const std::vector<double> cg = numbers(o.cg, "--cg");
  if (cg.size() != 3) throw InvalidInput("--cg", "must be three numbers X,Y,Z");
  TriangleMesh mesh = mesh_in_metres(o.mesh, o.unit);
  // Crossing faces do not stop the sum but make it doubtful; the search for them is quick enough for hulls of this
  // size.
  constexpr std::size_t quick_search = 200'000;
  const MeshReport report = check_mesh(mesh, mesh.triangles.size() <= quick_search);
  if (report.open_edges.count > 0 || report.flipped_faces.count > 0 || report.inside_out)
    throw InvalidInput(o.mesh, describe(report).front());
  const ImmersedBody body(BuoyantSolid{std::move(mesh), {}});
  const Loading loading{o.mass, Vec3(cg[0], cg[1], cg[2])};
  const Equilibrium e = solve_equilibrium(body, loading, o.density);
  Json j{{"status", status_key(e.status)}};
  j["body_volume_m3"] = body.volume();
  if (!report.clean()) j["warnings"] = describe(report);
  if (e.status == FloatStatus::sinks) {
    j["missing_volume_m3"] = e.missing_volume;
    j["message"] = e.message;
    return j;
  }
  if (e.status != FloatStatus::afloat) {
    j["message"] = e.message;
    return j;
  }
  const Box3& box = body.box();
  j["upright_stable"] = e.upright_stable;
  if (!e.message.empty()) j["message"] = e.message;
  j["volume_m3"] = e.immersion.volume;
  // Beyond the beam ends the water stands on edge to the boat's axes and has no height on y = 0.
  const bool has_height = std::abs(e.plane.attitude.up().z()) > 1e-6;
  const auto height = [&](double x) { return has_height ? Json(e.plane.z_at(x)) : Json(); };
  j["water_z_transom_m"] = height(box.low.x());
  j["water_z_midships_m"] = height(box.centre().x());
  j["water_z_bow_m"] = height(box.high.x());
  j["trim_deg"] = degrees(e.plane.attitude.trim);
  j["heel_deg"] = degrees(e.plane.attitude.heel);
  j["centre_of_buoyancy_m"] = vec(e.immersion.centre_of_buoyancy());
  j["waterplane_area_m2"] = e.immersion.waterplane_area;
  const Vec2 f = e.immersion.waterplane_first / e.immersion.waterplane_area;
  j["centre_of_flotation_m"] = vec(Vec3(f.x() * e.plane.attitude.ahead() + f.y() * e.plane.attitude.port() +
                                        e.plane.offset * e.plane.attitude.up()));
  j["gm_transverse_m"] = e.gm_transverse;
  j["gm_longitudinal_m"] = e.gm_longitudinal;
  j["wetted_area_m2"] = e.immersion.wetted_area;
  j["plane_evaluations"] = e.evaluations;
  if (!o.heels.empty()) {
    WaterPlane upright = e.plane;
    upright.attitude.heel = 0.0;
    j["righting_arm"] = righting_arm(body, loading, o.density, numbers(o.heels, "--heel"), upright);
  }
  return j;
}

Json check_mesh_file(const std::string& path, bool crossings) {
  const MeshFile file = read_mesh_file(path);
  const MeshReport r = check_mesh(file.mesh, crossings);
  Json j{{"file", path}, {"format", file.format}};
  j["vertices"] = r.vertices;
  j["triangles"] = r.triangles;
  j["shells"] = r.shells;
  j["open_edges"] = fault(r.open_edges);
  j["holes"] = r.holes;
  j["crowded_edges"] = fault(r.crowded_edges);
  j["flipped_faces"] = fault(r.flipped_faces);
  j["degenerate_faces"] = fault(r.degenerate_faces);
  j["duplicate_faces"] = fault(r.duplicate_faces);
  j["crossing_faces"] = r.crossing_checked ? fault(r.crossing_faces) : Json();
  j["inside_out"] = r.inside_out;
  j["ready_to_float"] = r.clean();
  j["size"] = vec(r.box.size());
  j["volume"] = r.volume;
  j["likely_unit"] = file.metres_per_unit ? Json(*file.metres_per_unit) : Json(unit_key(likely_unit(r.box)));
  j["report"] = describe(r);
  return j;
}

Json assess_boat(const std::string& path) {
  const Assessment a = assess(load_project(path));
  Json j{{"name", a.project.name}, {"status", status_key(a.flotation.status)}};
  Json rows = Json::object();
  for (const LedgerRow& row : ledger(a)) {
    Json r{{"label", row.label}};
    r["si"] = row.value ? Json(row.value->si) : Json();
    r["shown"] = row.value ? show(*row.value, UnitSystem::metric).joined() : "";
    rows[row.key] = r;
  }
  j["ledger"] = rows;
  Json masses = Json::array();
  for (const MassItem& m : a.mass.items)
    masses.push_back({{"name", m.name},
                      {"mass_kg", m.mass},
                      {"share", a.mass.share(m)},
                      {"measured", m.measured},
                      {"place_m", vec(m.place)}});
  j["mass_budget"] = masses;
  const bool sampled = a.spread.samples > 0;
  const auto range = [sampled](double low, double high) { return sampled ? Json{low, high} : Json(); };
  j["trim_range_deg"] = range(degrees(a.spread.trim.low), degrees(a.spread.trim.high));
  j["heel_range_deg"] = range(degrees(a.spread.heel.low), degrees(a.spread.heel.high));
  j["freeboard_range_m"] = range(a.spread.least_freeboard.low, a.spread.least_freeboard.high);
  Json findings = Json::array();
  for (const Finding& f : with_tried_remedies(a)) {
    Json item{{"id", f.id}, {"severity", severity_key(f.severity)}, {"text", f.text}, {"source", f.source}};
    if (f.remedy) item["remedy"] = f.remedy->label;
    findings.push_back(item);
  }
  j["findings"] = findings;
  return j;
}

Json hull_of_boat(const std::string& path, const std::string& export_path) {
  const Project project = load_project(path);
  const HullModel hull = build_hull(project.hull);
  if (!export_path.empty()) write_file_atomically(export_path, write_stl(hull.skin));
  Json j{{"name", project.name}, {"family", family_key(project.hull.family)}};
  j["triangles"] = hull.skin.triangles.size();
  j["length_m"] = hull.length();
  j["beam_m"] = hull.beam();
  j["depth_m"] = hull.box.size().z();
  j["volume_m3"] = hull.volume;
  j["centre_of_volume_m"] = vec(volume_centroid(hull.skin));
  j["shell_area_m2"] = hull.shell_area + hull.transom_area;
  j["deck_area_m2"] = hull.deck_area;
  if (!export_path.empty()) j["exported"] = export_path;
  return j;
}

Json hydrostatics_of_boat(const HydrostaticsOptions& o) {
  const Project project = load_project(o.boat);
  const HullModel hull = build_hull(project.hull);
  const ImmersedBody body(hull.buoyant);
  const std::vector<double> draughts =
      o.draughts.empty() ? usual_draughts(hull, 10) : numbers(o.draughts, "--draughts");
  std::vector<double> trims = numbers(o.trims, "--trims");
  for (double& t : trims) t = radians(t);
  const auto rows = hydrostatic_table(hull, body, project.brief.water_density(), draughts, trims);
  const TableRows cells = hydrostatic_cells(rows);
  if (!o.csv.empty()) write_file_atomically(o.csv, write_table(cells, ','));
  Json j{{"name", project.name}, {"rows", Json::array()}};
  for (std::size_t r = 1; r < cells.size(); ++r) {
    Json row;
    for (std::size_t c = 0; c < cells[r].size(); ++c)
      row[cells[0][c]] = cells[r][c].empty() ? Json(nullptr) : Json::parse(cells[r][c]);
    j["rows"].push_back(std::move(row));
  }
  if (!o.csv.empty()) j["written"] = o.csv;
  return j;
}

Json scale_boat(const ScaleOptions& o) {
  Project project = load_project(o.boat);
  const std::vector<double> f = numbers(o.factors, "--by");
  if (f.size() != 3) throw InvalidInput("--by", "needs three factors: length, beam, depth");
  const Vec3 by = factors_keeping_displacement({f[0], f[1], f[2]}, gives_way_from_key(o.gives));
  const double before = build_hull(project.hull).volume;
  project.hull = scaled(project.hull, by);
  const HullModel hull = build_hull(project.hull);
  save_project(project, o.output);
  return {{"boat", o.output},      {"factors", vec(by)},       {"length_m", hull.length()},
          {"beam_m", hull.beam()}, {"volume_m3", hull.volume}, {"volume_before_m3", before}};
}

Json new_boat(const std::string& family, const std::string& start, const std::vector<std::string>& settings,
              const std::string& name, const std::string& path) {
  Project project;
  project.name = name;
  project.hull.family = family_from_key(family);
  if (project.hull.family == HullFamily::imported)
    throw InvalidInput("--family", "an imported hull needs a mesh; use the application");
  project.hull.shape = default_shape(project.hull.family);
  if (!start.empty()) {
    const std::span<const HullStart> starts = family_of(project.hull.family).starts;
    const auto it = std::find_if(starts.begin(), starts.end(), [&](const HullStart& s) { return start == s.name; });
    std::string known;
    for (const HullStart& s : starts) known += (known.empty() ? "" : ", ") + std::string(s.name);
    if (it == starts.end())
      throw InvalidInput("--start",
                         Text("\"{0}\" is not one of this family's: {1}", start, known.empty() ? "none" : known));
    it->begin(project.hull.shape);
  }
  for (const std::string& setting : settings) {
    const auto equals = setting.find('=');
    if (equals == std::string::npos) throw InvalidInput("--set", Text("\"{0}\" needs the form key=value", setting));
    const std::string key = setting.substr(0, equals), value = setting.substr(equals + 1);
    bool found = false;
    std::string choices;
    for (const HullParameter& p : hull_parameters(project.hull.family)) {
      const std::string full = p.key, bare = bare_key(full);
      choices += (choices.empty() ? "" : ", ") + bare;
      if (key != full && key != bare) continue;
      // The full key carries its SI unit; the bare one takes units as typed.
      try {
        project.hull.shape.*p.member = key == full && full != bare
                                           ? numbers(value, "value").at(0)
                                           : parse_quantity(value, p.dimension, UnitSystem::metric);
      } catch (const InvalidInput& e) {
        throw InvalidInput("--set " + key, e.reason());
      }
      found = true;
    }
    if (!found) throw InvalidInput("--set " + key, Text("is not a measure of this family; it has {0}", choices));
  }
  const HullModel hull = build_hull(project.hull);
  save_project(project, path);
  return {{"boat", path},
          {"family", family},
          {"length_m", hull.length()},
          {"volume_m3", hull.volume},
          {"triangles", hull.skin.triangles.size()}};
}

}  // namespace plucky::cli
