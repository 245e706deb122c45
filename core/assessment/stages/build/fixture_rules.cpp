// Are mounts, trays, boxes and jigs sound: do they find room, do they bear heat, is anything left without one?
#include <algorithm>

#include "assessment/fixtures.h"
#include "assessment/places.h"
#include "assessment/rules.h"
#include "assessment/stages/build/build_stage.h"

namespace plucky {

namespace {

/// What softens a print: PLA at 55 to 60, PETG near 70 degC; common practice, no source.
constexpr double soft = 60.0;

Finding of_fixture(const char* rule, Severity severity, Quantity number, Quantity limit, const Text& source,
                   const Fixture& f) {
  return stage_finding(Stage::build, rule, severity, number, limit, source, f.id);
}

std::size_t place_of(const Assessment& a, Id id) {
  const auto& all = a.project.build.fixtures;
  return static_cast<std::size_t>(std::find_if(all.begin(), all.end(), [&](const Fixture& f) { return f.id == id; }) -
                                  all.begin());
}

Edit changed(const Assessment& a, const Fixture& f, const Text& label) {
  BuildDesign b = a.project.build;
  b.fixtures[place_of(a, f.id)] = f;
  return {label, ChangeBuild{b}};
}

Edit removed(const Assessment& a, Id id) {
  BuildDesign b = a.project.build;
  std::erase_if(b.fixtures, [&](const Fixture& f) { return f.id == id; });
  return {"Take it off the list", ChangeBuild{b}};
}

void room(const Assessment& a, const Fixture& f, const FixtureSolids& s, std::vector<Finding>& out) {
  if (s.bodies.empty()) {
    Finding g = of_fixture("build.fixture", Severity::watch, {}, {}, "the boat as it is", f);
    g.text = {"{0} cannot be made: {1}", f.name, s.none};
    g.remedy = removed(a, f.id);
    out.push_back(g);
    return;
  }
  for (const Part& p : a.project.layout.parts) {
    const double deepest = cuts_into(f, s, p);
    if (deepest <= 0.0) continue;
    Finding g = of_fixture("build.fixture_clash", Severity::watch, length_quantity(deepest), length_quantity(0.0),
                           "boxes round both", f);
    g.id += "." + std::to_string(p.id);
    g.text = {"{2} cuts {0} into {3}.", g.number, g.limit, f.name, p.name};
    if (a.offers())
      if (const auto at = nearest_free_place(a, p)) g.remedy = move_to_free_place(p, *at);
    out.push_back(g);
  }
}

void bed(const Assessment& a, const Fixture& f, const FixtureSolids& s, std::vector<Finding>& out) {
  if (f.material != FixtureMaterial::print) return;
  for (const FixtureBody& b : s.bodies) {
    // As it lies on its first layer.
    const Section::Extent e = b.stack.outline().extent();
    const Vec2 flat = e.high - e.low;
    const Vec3 size(flat.x(), flat.y(), b.stack.height());
    if (fit_on(a.project.build.printer, size).fits) continue;
    Finding g = of_fixture("build.fixture_bed", Severity::watch, length_quantity(flat.maxCoeff()),
                           length_quantity(a.project.build.printer.room().head<2>().maxCoeff()),
                           "size of the bed less its margins", f);
    g.id += "." + std::to_string(&b - s.bodies.data());
    g.text = {"{2}, {3}: {0} long finds no room on the bed of {1}: cut it from ply.", g.number, g.limit, f.name,
              b.name};
    Fixture ply = f;
    ply.material = FixtureMaterial::ply;
    if (b.stack.layers.size() == 1) g.remedy = changed(a, ply, {"Make {0} of plywood", f.name});
    out.push_back(g);
    return;
  }
}

void walls(const Assessment& a, const Fixture& f, std::vector<Finding>& out) {
  if (f.material != FixtureMaterial::print || !type_of(f.kind).wall.key) return;
  const double least = 2.0 * a.project.build.printer.line_width;
  if (f.wall >= least - 1e-9) return;
  Finding g = of_fixture("build.fixture_wall", Severity::watch, length_quantity(f.wall), length_quantity(least),
                         "two lines of the nozzle", f);
  g.text = {"{2} is {0} thick; a print needs two lines, {1}.", g.number, g.limit, f.name};
  Fixture thicker = f;
  thicker.wall = least;
  g.remedy = changed(a, thicker, {"Make {0} {1} thick", f.name, g.limit});
  out.push_back(g);
}

/// Screws pull out of what is nearly empty.
void filling(const Assessment& a, const Fixture& f, std::vector<Finding>& out) {
  constexpr double least = 0.25;
  const bool screwed = f.kind == FixtureKind::motor_mount || f.kind == FixtureKind::servo_mount ||
                       f.kind == FixtureKind::box || f.kind == FixtureKind::bracket_base ||
                       f.kind == FixtureKind::pylon_foot || f.kind == FixtureKind::lid_bosses;
  if (f.material != FixtureMaterial::print || !screwed || f.infill >= least) return;
  Finding g = of_fixture("build.fixture_infill", Severity::watch, {f.infill, Dimension::ratio},
                         {least, Dimension::ratio}, "screws in prints of 15 % pull out; common practice, no source", f);
  g.text = {"{2} is filled by {0}; screws need {1}, or inserts.", g.number, g.limit, f.name};
  Fixture fuller = f;
  fuller.infill = 0.40;
  g.remedy = changed(a, fuller, {"Fill {0} by {1}", f.name, Quantity{fuller.infill, Dimension::ratio}});
  out.push_back(g);
}

/// A mount carries the motor's heat.
void heat(const Assessment& a, const Fixture& f, std::vector<Finding>& out) {
  if (f.kind != FixtureKind::motor_mount || f.holds.empty()) return;
  const PartHeat* warm = a.heat.part(f.holds.front());
  if (!warm) {
    Finding g = of_fixture("build.fixture_heat", Severity::note, {}, {soft, Dimension::temperature},
                           "where prints soften; common practice, no source", f);
    g.text = {"How warm {2} gets is not known: the motor's heat is not worked out.", g.number, g.limit, f.name};
    if (f.material == FixtureMaterial::print) out.push_back(g);
    return;
  }
  const double can = warm->duty_can.value_or(warm->duty_end);
  const bool bad = f.material == FixtureMaterial::print && can > soft;
  Finding g = of_fixture("build.fixture_heat", bad ? Severity::watch : Severity::fine, {can, Dimension::temperature},
                         {soft, Dimension::temperature}, "where prints soften; common practice, no source", f);
  g.text = {bad ? "The can reaches {0} on {2}; a print softens at {1}: make it of metal."
            : f.material == FixtureMaterial::print ? "The can reaches {0} on {2}; a print softens at {1}."
                                                   : "The can reaches {0} on {2}: no print, it bears that.",
            g.number, g.limit, f.name};
  if (bad) {
    g.remedy = changed(a, of_aluminium(f), {"Make {0} of aluminium", f.name});
  }
  out.push_back(g);
}

/// What has nothing that holds it, once the builder has begun to make such things.
void missing(const Assessment& a, std::vector<Finding>& out) {
  if (a.project.build.fixtures.empty()) return;
  const FixtureSite site = fixture_site(a, a.power.line);
  for (const FixtureKind kind : {FixtureKind::motor_mount, FixtureKind::tray, FixtureKind::servo_mount}) {
    for (const Id id : could_hold(kind, site, a.project.build.fixtures)) {
      const Part* p = a.project.layout.find(id);
      if (!p || p->rail != 0) continue;
      Finding g = stage_finding(Stage::build, "build.unheld", Severity::note, {}, {},
                                "every heavy part is held; common practice", id);
      g.id += "." + std::string(fixture_key(kind));
      g.text = {"{0} has no {1} among what is made.", p->name, type_of(kind).name};
      g.remedy = Edit{{"Add: {0}", type_of(kind).name}, ChangeBuild{with_fixture(a, kind, id)}};
      out.push_back(g);
    }
  }
}

}  // namespace

void fixture_rules(const Assessment& a, std::vector<Finding>& out) {
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = a.project.build.fixtures[i];
    if (!type_of(f.kind).aboard && a.care != Care::full) continue;
    room(a, f, a.fixtures[i], out);
    bed(a, f, a.fixtures[i], out);
    walls(a, f, out);
    filling(a, f, out);
    heat(a, f, out);
  }
  if (a.care == Care::full) missing(a, out);
}

}  // namespace plucky
