#include "assessment/stages/build/build_stage.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numeric>

#include "assessment/fixtures.h"
#include "assessment/stages/build/assembly.h"
#include "assessment/stages/build/work.h"
#include "base/error.h"
#include "build/bending.h"
#include "build/strips.h"
#include "drive/kind.h"
#include "running/drive_line.h"

namespace plucky {

namespace {

/// What the report was worked out from; a hull by its address, which holds while its design does.
struct BuildMemory {
  std::shared_ptr<const HullStage> hull;
  BuildDesign design;
  Skin skin;
  BuildMethod method = BuildMethod::printed;
  std::vector<double> avoid;
  std::optional<std::pair<Vec3, double>> water;
  Care care = Care::full;
  BuildReport report;
  // What the ways of the parts were found in.
  std::shared_ptr<const HullRoom> room;
  std::shared_ptr<const HullStage> room_of;
  std::vector<double> ways_cuts;
  BuildMethod ways_method = BuildMethod::printed;
};

void plan_sections(BuildReport& r, const Assessment& a, const std::vector<double>& avoid) {
  const HullModel& hull = a.hull->model;
  const BuildDesign& b = a.project.build;
  try {
    r.cuts = cuts_of(hull, b, avoid);
  } catch (const InvalidInput& e) {
    r.no_sections = e.sentence();
    return;
  }
  const std::vector<Vec3> sizes = sizes_between(hull, r.cuts);
  const std::vector<double> material = skin_between(hull, a.project.hull.skin, r.cuts);
  double from = hull.box.low.x();
  for (std::size_t i = 0; i <= r.cuts.size(); ++i) {
    const double to = i < r.cuts.size() ? r.cuts[i] : hull.box.high.x();
    SectionPlan s{.from = from, .to = to, .size = sizes[i]};
    s.stance = fit_on(b.printer, s.size);
    s.material = material[i];
    r.sections.push_back(s);
    from = to;
  }
}

/// Every part where it stands, the skin by forty slices.
std::vector<HeavyPlace> heavy_places(const Assessment& a) {
  std::vector<HeavyPlace> out;
  double structure = 0.0;
  for (const MassItem& m : a.mass.items)
    if (m.part != 0)
      out.emplace_back(m.place.x(), m.mass);
    else
      structure += m.mass;
  const HullModel& hull = a.hull->model;
  constexpr int slices = 40;
  constexpr double beyond = 0.010;  // m at each end, for what hangs over it
  const double first = hull.box.low.x() - beyond, step = (hull.length() + 2.0 * beyond) / slices;
  std::vector<double> between;
  for (int i = 1; i < slices; ++i) between.push_back(first + step * i);
  const std::vector<double> material = skin_between(hull, a.project.hull.skin, between);
  const double whole = std::accumulate(material.begin(), material.end(), 0.0);
  if (!(whole > 0.0)) return out;
  for (int i = 0; i < slices; ++i)
    out.emplace_back(first + step * (i + 0.5), structure * material[static_cast<std::size_t>(i)] / whole);
  return out;
}

/// What holds the sections together; nothing where cuts leave no room for their joints, which have findings of their
/// own.
std::vector<JointReport> joints_at(const Assessment& a, const std::vector<double>& cuts) {
  try {
    return joints_of(a.hull->model, a.project.hull, cuts, a.project.build.joints, a.project.build.printer);
  } catch (const InvalidInput&) {
    return {};
  }
}

/// What pulls at each joint.
std::vector<double> moments_at(const Assessment& a, const std::vector<JointReport>& joints) {
  std::vector<double> out;
  if (joints.empty()) return out;
  const Box3& box = a.hull->model.box;
  const std::vector<HeavyPlace> masses = heavy_places(a);
  for (const JointReport& j : joints) out.push_back(sagging_moment(masses, box.low.x(), box.high.x(), j.x));
  return out;
}

void plan_panels(BuildReport& r, const Assessment& a, const std::optional<std::pair<Vec3, double>>& water) {
  try {
    r.panels =
        panels_of(a.project.hull,
                  {.water = water, .boot_top = a.project.hull.boot_top, .stations = a.care == Care::full ? 60 : 40});
  } catch (const InvalidInput& e) {
    r.no_panels = e.reason();
  }
}

/// Tubes, shafts and hoses that go through walls.
std::vector<WallHole> holes_in_walls(const Assessment& a) {
  constexpr double play = 0.0005;
  std::vector<WallHole> out;
  const double thickness = a.project.hull.skin.frame_thickness;
  const auto through = [&](const Vec3& from, const Vec3& to, double diameter) {
    for (const Bulkhead& b : a.project.hull.bulkheads) {
      const double x = b.x + 0.5 * thickness;
      if ((from.x() < x) == (to.x() < x)) continue;
      const Vec3 at = from + (to - from) * ((x - from.x()) / (to.x() - from.x()));
      out.push_back({b.id, {at.y(), at.z()}, diameter + play});
    }
  };
  for (const Part& p : a.project.layout.parts) {
    const auto at = shaft_place(a, p);
    // A shaft's tube is twice as thick: common practice, no source.
    if (const auto* shaft = std::get_if<Shaft>(&p.data); at && shaft)
      through(at->disc, at->fore, 2.0 * shaft->diameter);
  }
  for (const HosePath& path : a.hoses) {
    const Hose* hose = a.project.cooling.find_hose(path.hose);
    for (std::size_t i = 1; hose && i < path.points.size(); ++i)
      through(path.points[i - 1], path.points[i], hose->bore + 2.0 * hose->wall);
  }
  return out;
}

PieceWishes piece_wishes(const Assessment& a) {
  PieceWishes w{.slot_play = a.project.build.slot_play, .holes = holes_in_walls(a)};
  const double transom = a.hull->model.box.low.x();
  for (const Part& p : a.project.layout.parts) {
    const Box3 box = p.box();
    if (stands_inside(p)) w.parts.push_back(box);
    // What is fastened to the transom from outside and meets it.
    const bool pulls = p.kind == PartKind::pod || p.kind == PartKind::jet || p.kind == PartKind::rudder ||
                       p.kind == PartKind::drive_line;
    // A base of its own does what a doubler does.
    const bool has_base =
        std::any_of(a.project.build.fixtures.begin(), a.project.build.fixtures.end(), [&](const Fixture& f) {
          return f.kind == FixtureKind::bracket_base &&
                 std::find(f.holds.begin(), f.holds.end(), p.id) != f.holds.end();
        });
    if (pulls && !has_base && p.outside && box.high.x() > transom - 0.05 && box.low.x() < transom)
      w.loads.push_back({p.id, p.name, {box.low.y(), box.low.z()}, {box.high.y(), box.high.z()}});
  }
  return w;
}

/// Bottom and sides as one piece, where they can be.
void plan_net(const Assessment& a, BuildReport& r) {
  const BuildDesign& b = a.project.build;
  if (a.project.brief.method != BuildMethod::sheet_metal || !b.one_sheet || r.panels.empty()) return;
  try {
    r.net = fold_net(r.panels, {.thickness = a.project.hull.skin.shell_thickness,
                                .radius = b.fold_radius,
                                .rim = b.rim_flange,
                                .ears = b.folded_corners});
  } catch (const InvalidInput& e) {
    r.no_net = e.sentence();
    return;
  }
  if (r.net->overlap > 1e-6) {
    r.no_net = {"Two panels would need the same {0} of sheet.", Quantity{r.net->overlap, Dimension::area}};
    r.net.reset();
  }
}

void plan_mould(const Assessment& a, BuildReport& r) {
  if (a.project.brief.method != BuildMethod::moulded) return;
  r.mould = mould_plan(a.hull->model, a.project.build.mould, a.project.build.work.temperature);
}

/// What stays on the bench is made for the boat as it is now.
void make_bench_fixtures(Assessment& a) {
  FixtureSite site = fixture_site(a, a.power.line);
  const std::vector<TransomHole> holes = transom_holes(a);
  site.transom = &holes;
  site.cuts = a.build.printed ? &a.build.cuts : nullptr;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i)
    if (const Fixture& f = a.project.build.fixtures[i]; !type_of(f.kind).aboard) a.fixtures[i] = solids_of(f, site);
}

/// Fixtures and slices of a plug that are cut from sheet.
void add_flat_fixtures(const Assessment& a, std::vector<FlatPiece>& pieces) {
  int number = 0;
  for (const FlatPiece& p : pieces) number = std::max(number, p.number);
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = a.project.build.fixtures[i];
    int body = 0;
    for (const FixtureBody& b : a.fixtures[i].bodies) {
      ++body;
      if (!is_cut_flat(f, b)) continue;
      FlatPiece p = piece_of(fmt::format("fixture.{}.{}", f.id, body), PieceRole::fixture,
                             a.fixtures[i].bodies.size() > 1 ? Text("{0}: {1}", f.name, b.name) : Text(f.name),
                             ++number, b.stack.layers.front().height, b.stack.layers.front().shape);
      p.count = static_cast<int>(b.count());
      p.subject = f.id;
      pieces.push_back(std::move(p));
    }
  }
  if (!a.build.mould) return;
  std::size_t slice = 0;
  for (const PlugSlice& s : a.build.mould->slices)
    pieces.push_back(piece_of(fmt::format("slice.{}", slice + 1), PieceRole::slice,
                              Text("Slice of the plug at {0}", length_quantity(s.from - a.hull->model.box.low.x())),
                              ++number, s.to - s.from, s.shape)),
        ++slice;
}

/// Grams, spools, hours and money of everything printed.
PrintTotals print_totals(const Assessment& a) {
  const Printer& p = a.project.build.printer;
  PrintTotals out;
  std::vector<double> jobs;
  const auto job = [&](double volume, double density) {
    out.mass += volume * density * p.mass_factor;
    jobs.push_back(p.time_for(volume));
    out.time += jobs.back();
  };
  for (const SectionPlan& s : a.build.sections) job(s.material, a.project.hull.skin.density);
  for (std::size_t i = 0; i < a.fixtures.size(); ++i)
    if (const Fixture& f = a.project.build.fixtures[i];
        f.material == FixtureMaterial::print && a.fixtures[i].volume > 0.0)
      job(a.fixtures[i].stuff, density_of(f.material, a.project.hull.skin, a.build.printed));
  // The longest first, each onto the printer that is free first.
  std::sort(jobs.rbegin(), jobs.rend());
  std::vector<double> free(static_cast<std::size_t>(std::max(1.0, a.project.build.work.printers)), 0.0);
  for (const double j : jobs) *std::min_element(free.begin(), free.end()) += j;
  out.queue = *std::max_element(free.begin(), free.end());
  const double with_waste = out.mass * (1.0 + p.waste),
               density = a.build.printed ? a.project.hull.skin.density : 1270.0;
  constexpr double filament = 0.00175;  // m
  out.filament = with_waste / density / (0.25 * pi * filament * filament);
  out.spools = with_waste / p.spool;
  if (p.price > 0.0) out.cost = out.spools * p.price;
  return out;
}

/// What is cut from sheets, and where it lies on them.
void plan_pieces(const Assessment& a, BuildReport& r) {
  r.pieces.clear();
  if (r.printed) {
    add_flat_fixtures(a, r.pieces);
    r.layout = layout_of(r.pieces, a.project.build);
    return;
  }
  r.pieces = pieces_of(a.hull->model, a.project.hull, r.panels, piece_wishes(a));
  if (r.net) {
    std::erase_if(r.pieces, [](const FlatPiece& p) { return p.key == "panel.bottom" || p.key == "panel.side"; });
    r.pieces.insert(r.pieces.begin(), {.key = "net",
                                       .role = PieceRole::panel,
                                       .name = "Hull from one sheet",
                                       .number = 1,
                                       .thickness = a.project.hull.skin.shell_thickness,
                                       .shape = r.net->outline,
                                       .drawing = r.net->drawing});
  }
  r.rivets = 0;
  if (a.project.brief.method == BuildMethod::sheet_metal && a.project.build.strips) {
    int number = 0;
    for (const FlatPiece& p : r.pieces) number = std::max(number, p.number);
    Strips strips = strips_of(r.panels, r.net, r.net && a.project.build.rim_flange > 0.0, number + 1,
                              {.thickness = a.project.hull.skin.shell_thickness});
    r.rivets = strips.rivets;
    r.pieces.insert(r.pieces.end(), strips.pieces.begin(), strips.pieces.end());
  }
  add_flat_fixtures(a, r.pieces);
  r.layout = layout_of(r.pieces, a.project.build);
  r.laminate.reset();
  if (a.project.brief.method != BuildMethod::foam_board) return;
  double area = 0.0;
  for (const Panel& p : r.panels) area += p.count * p.area;
  if (area > 0.0) r.laminate = laminate_of(area, {.celsius = a.project.build.work.temperature});
}

/// How parts come to their places; kept while neither they nor a wall move.
void find_ways(const Assessment& a, BuildMemory& kept) {
  const bool same_hull = kept.room && kept.room_of == a.hull && kept.ways_cuts == kept.report.cuts &&
                         kept.ways_method == a.project.brief.method;
  if (!kept.room || kept.room_of != a.hull) kept.room = std::make_shared<HullRoom>(a.hull->model, a.project.hull);
  kept.room_of = a.hull;
  kept.ways_cuts = kept.report.cuts;
  kept.ways_method = a.project.brief.method;
  kept.report.ways = ways_of(a, *kept.room, same_hull ? kept.report.ways : std::vector<PartWay>());
  kept.report.screws = screws_of(a, *kept.room);
}

/// The report while nothing that it reads from has changed.
void run_build(Assessment& a, std::any& memory) {
  auto& kept = memory_as<BuildMemory>(memory);
  const BuildMethod method = a.project.brief.method;
  const bool printed = method == BuildMethod::printed, full = a.care == Care::full;
  // What is ticked off, priced or moved on its sheet changes no section and no panel.
  BuildDesign design = a.project.build;
  design.work = {};
  design.made.clear();
  design.bill.clear();
  design.laid.clear();
  design.fixtures.clear();
  // While something is dragged cuts keep away from where things stood and the water line is marked where it was; the
  // end of the drag works all of it out anew.
  const bool as_it_was = !full && kept.hull == a.hull;
  const std::vector<double> avoid = as_it_was ? kept.avoid : places_to_avoid(a);
  const auto water = as_it_was ? kept.water : resting_water(a);
  if (!(kept.hull == a.hull && kept.design == design && kept.skin == a.project.hull.skin && kept.method == method &&
        (printed ? kept.avoid == avoid : kept.water == water) && (kept.care == Care::full || !full))) {
    BuildReport r;
    r.printed = printed;
    if (printed) {
      plan_sections(r, a, avoid);
      if (full) {
        r.joints = joints_at(a, r.cuts);
        for (SectionPlan& s : r.sections)
          s.stances = stances_of(stretch_of(a.hull->model.skin, s.from, s.to), a.project.build.printer, true);
        if (a.project.build.least_support)
          for (SectionPlan& s : r.sections)
            if (s.stances.front().fit.fits) s.stance = s.stances.front().fit;
      }
    } else {
      plan_panels(r, a, water);
      if (full) plan_net(a, r);
      if (full) plan_mould(a, r);
    }
    r.work = std::move(kept.report.work);
    r.no_work = std::move(kept.report.no_work);
    r.ways = std::move(kept.report.ways);
    r.screws = std::move(kept.report.screws);
    if (!full) {
      r.net = std::move(kept.report.net);
      r.no_net = std::move(kept.report.no_net);
      r.mould = std::move(kept.report.mould);
      r.prints = kept.report.prints;
      r.fixtures = kept.report.fixtures;
    }
    r.pieces = std::move(kept.report.pieces);
    r.layout = std::move(kept.report.layout);
    r.laminate = kept.report.laminate;
    r.rivets = kept.report.rivets;
    kept.hull = a.hull;
    kept.design = design;
    kept.skin = a.project.hull.skin;
    kept.method = method;
    kept.avoid = avoid;
    kept.water = water;
    kept.care = a.care;
    kept.report = std::move(r);
  }
  a.build = kept.report;
  if (!full) return;
  // Whatever moves aboard pulls at other places, and is put in along other paths.
  find_ways(a, kept);
  a.build.ways = kept.report.ways;
  a.build.screws = kept.report.screws;
  make_bench_fixtures(a);
  a.build.fixtures.clear();
  for (std::size_t i = 0; i < a.fixtures.size(); ++i)
    if (const FixtureSolids& s = a.fixtures[i]; !s.bodies.empty())
      a.build.fixtures.push_back({s.id, Text(a.project.build.fixtures[i].name), s.box.size(), s.volume});
  kept.report.fixtures = a.build.fixtures;
  plan_pieces(a, a.build);
  a.build.prints = kept.report.prints = print_totals(a);
  kept.report.pieces = a.build.pieces;
  kept.report.layout = a.build.layout;
  kept.report.laminate = a.build.laminate;
  kept.report.rivets = a.build.rivets;
  a.build.moments = kept.report.moments = moments_at(a, kept.report.joints);
  try {
    a.build.work = order_of_work(tasks_of(a), a.project.build.work.temperature);
    a.build.no_work = {};
  } catch (const InvalidInput& e) {
    a.build.work = {};
    a.build.no_work = e.sentence();
  }
  kept.report.work = a.build.work;
  kept.report.no_work = a.build.no_work;
}

}  // namespace

std::optional<std::pair<Vec3, double>> resting_water(const Assessment& a) {
  if (a.flotation.status != FloatStatus::afloat) return std::nullopt;
  return std::pair{a.flotation.plane.attitude.up(), a.flotation.plane.offset};
}

std::vector<TransomHole> transom_holes(const Assessment& a) {
  constexpr double near = 0.006;  // m: the register tells where an opening is seen
  std::vector<TransomHole> out;
  const double transom = a.hull->model.box.low.x();
  for (const SealOpening& o : a.seal.openings) {
    const bool round =
        o.kind == OpeningKind::pushrod || o.kind == OpeningKind::outlet || o.kind == OpeningKind::pickup ||
        o.kind == OpeningKind::rudder_post || o.kind == OpeningKind::jet_shaft || o.kind == OpeningKind::gland ||
        o.kind == OpeningKind::hole || o.kind == OpeningKind::skin_screws || o.kind == OpeningKind::shaft_tube;
    if (round && o.width > 0.0 && std::abs(o.place.x() - transom) < near)
      out.push_back({o.name, {o.place.y(), o.place.z()}, o.width});
  }
  return out;
}

std::vector<BottomCut> bottom_cuts(const Assessment& a) {
  std::vector<BottomCut> out;
  for (const Part& p : a.project.layout.parts) {
    const auto* jet = std::get_if<JetUnit>(&p.data);
    if (p.kind != PartKind::jet || !jet || !(jet->intake_length > 0.0)) continue;
    // Its rim ends where the unit's fore end stands, as wide as the unit.
    const double fore = p.box().high.x(), half = 0.5 * p.size.y();
    out.push_back(
        {{"Intake of {0}", p.name}, {fore - jet->intake_length, p.place.y() - half}, {fore, p.place.y() + half}});
  }
  return out;
}

std::vector<double> cuts_of(const HullModel& hull, const BuildDesign& design, const std::vector<double>& avoid) {
  if (!design.cuts_by_hand) return propose_cuts(hull, design.printer, avoid);
  std::vector<double> cuts;
  for (const HullCut& c : design.cuts) cuts.push_back(c.x);
  std::sort(cuts.begin(), cuts.end());
  return cuts;
}

std::vector<double> places_to_avoid(const Assessment& a) {
  std::vector<double> out;
  const HullDesign& h = a.project.hull;
  for (const Bulkhead& b : h.bulkheads) out.push_back(b.x);
  for (const Hatch& k : h.hatches) out.insert(out.end(), {k.x, k.x + k.length});
  for (const Cabin& c : h.cabins) out.insert(out.end(), {c.x, c.x + c.length});
  for (const Opening& o : h.openings) out.push_back(o.place.x());
  for (const Part& p : a.project.layout.parts)
    if (p.kind == PartKind::motor && !p.outside) out.push_back(p.place.x());
  if (a.fitted_drive.has_shaft_line() && !a.fitted_drive.lacks(DriveGroup::shaft))
    out.push_back(a.fitted_drive.shaft.exit_x);
  return out;
}

namespace {

void numbers_of_build(const Assessment& a, LedgerRows& rows) {
  const BuildReport& r = a.build;
  const bool planned = !r.work.tasks.empty(), stale = a.care != Care::full;
  double left = 0.0;
  for (const WorkTask& t : r.work.tasks)
    if (!a.project.build.work.find_done(t.key)) left += t.hands;
  rows.add("hands", "Hours of hands to the launch", "Hours of hands", planned, std::round(left / 3600.0),
           Dimension::none, Sense::less_is_better, "build.plan", stale);
  rows.add("to_launch", "Days to the launch, hands always free", "Days to launch", planned,
           std::ceil(r.work.length / 86400.0), Dimension::none, Sense::less_is_better, "build.plan", stale);
  rows.add("printed", "Printed", "Printed", r.prints.mass > 0.0, r.prints.mass, Dimension::mass, Sense::less_is_better,
           "build.spools", stale);
  rows.add("print_cost", "Cost of filament", "Filament", r.prints.cost.has_value(), r.prints.cost.value_or(0.0),
           Dimension::none, Sense::less_is_better, "build.spools", stale);
}

}  // namespace

StageRun build_stage() {
  return {.stage = Stage::build,
          .name = "Build",
          .run = &run_build,
          .rules = &build_rules,
          .numbers = &numbers_of_build,
          .judged_by = {"hands", "to_launch", "printed", "mass", "cg_x", "trim", "freeboard", "gm"}};
}

}  // namespace plucky
