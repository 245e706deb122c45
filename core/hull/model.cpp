#include "hull/model.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "base/error.h"
#include "geometry/crossing_faces.h"
#include "hull/deck_block.h"
#include "hull/family.h"
#include "hull/frames.h"

namespace plucky {

namespace {

/// Deck, transom and shell of a mesh from a file, told by which way its faces look.
std::vector<Surface> guess_surfaces(const TriangleMesh& mesh, const Box3& box) {
  std::vector<Surface> marks;
  marks.reserve(mesh.triangles.size());
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
    const Vec3 &a = mesh.corner(i, 0), &b = mesh.corner(i, 1), &c = mesh.corner(i, 2);
    const Vec3 n = (b - a).cross(c - a).normalized();
    const Vec3 centre = (a + b + c) / 3.0;
    const bool high = centre.z() > box.low.z() + 0.4 * box.size().z();
    if (n.z() > 0.6 && high)
      marks.push_back(Surface::deck);
    else if (n.x() < -0.8 && centre.x() < box.low.x() + 0.1 * box.size().x())
      marks.push_back(Surface::transom);
    else
      marks.push_back(Surface::shell);
  }
  return marks;
}

std::vector<double> outline_stations(const Box3& box) {
  // Just inside both ends, where a cut still has an area.
  constexpr int count = 120;
  std::vector<double> x;
  const double inset = 1e-4 * box.size().x();
  for (int i = 0; i <= count; ++i) x.push_back(box.low.x() + inset + (box.size().x() - 2.0 * inset) * i / count);
  return x;
}

Outline outline_of(const std::vector<Section>& sections) {
  Outline o;
  for (const Section& s : sections) {
    const Section::Extent e = s.extent();
    if (e.empty()) continue;
    o.x.push_back(s.x);
    o.keel.push_back(e.low.y());
    o.top.push_back(e.high.y());
    o.half_port.push_back(e.high.x());
    o.half_starboard.push_back(-e.low.x());
  }
  return o;
}

/// Deck edge of a mesh from a file: at each station and side the highest of the outermost points.
std::vector<Vec3> guess_deck_edge(const std::vector<Section>& sections, const Outline& outline) {
  std::vector<Vec3> port, starboard;
  std::size_t k = 0;
  for (const Section& s : sections) {
    if (s.loops.empty()) continue;
    const double half[2] = {outline.half_port[k], outline.half_starboard[k]};
    ++k;
    for (int side = 0; side < 2; ++side) {
      const double sign = side == 0 ? 1.0 : -1.0;
      Vec2 best(0.0, -1e300);
      for (const SectionLoop& loop : s.loops)
        for (const Vec2& p : loop.points)
          if (sign * p.x() >= 0.93 * half[side] && p.y() > best.y()) best = p;
      (side == 0 ? port : starboard).emplace_back(s.x, best.x(), best.y());
    }
  }
  port.insert(port.end(), starboard.rbegin(), starboard.rend());
  return port;
}

std::optional<double> top_at(const Section& s, double y) {
  const std::vector<Span> spans = s.spans(0, y);
  if (spans.empty()) return std::nullopt;
  return spans.back().high;
}

void check_along(const HullModel& model, const std::string& what, double x, double length) {
  if (!(x >= model.box.low.x() - 1e-9 && length >= 0.0 && x + length <= model.box.high.x() + 1e-9))
    throw InvalidInput(what, Text("lies from {0} to {1}, outside the hull's {2} to {3}", length_quantity(x),
                                  length_quantity(x + length), length_quantity(model.box.low.x()),
                                  length_quantity(model.box.high.x())));
}

/// Adds a closed block to the skin; its foot lies on the deck and is not skin.
void add_block(HullModel& model, const TriangleMesh& block, Surface kind, bool floats) {
  append(model.skin, block);
  model.surface.resize(model.skin.triangles.size(), kind);
  if (!floats) return;
  append(model.buoyant.mesh, block);
  model.buoyant.wetted.resize(model.buoyant.mesh.triangles.size(), 1);
}

void add_hatches_and_cabins(HullModel& model, const HullDesign& design) {
  for (const Hatch& h : design.hatches) {
    if (!(h.length > 0.0 && h.width > 0.0 && h.coaming >= 0.0))
      throw InvalidInput(h.name, "needs a length and width above zero and a coaming of at least zero");
    check_along(model, h.name, h.x, h.length);
    for (const double x : {h.x, h.x + h.length})
      for (const double y : {h.y - 0.5 * h.width, h.y + 0.5 * h.width})
        model.flood_points.push_back({h.id, h.name, Vec3(x, y, model.deck_height(x, y) + h.coaming), h.sealed});
    // The coaming with its cover keeps water out only when sealed; either way it is skin that weighs something.
    if (h.coaming > 0.0)
      add_block(model, block_on_deck(model, {h.x, h.length, h.y, h.width, h.coaming}), Surface::coaming, h.sealed);
  }
  for (const Cabin& c : design.cabins) {
    if (!(c.length > 0.0 && c.width > 0.0 && c.height > 0.0 && c.lean >= 0.0 && c.lean < 1.0))
      throw InvalidInput(c.name, "needs length, width and height above zero and a lean from 0 to below 100 %");
    check_along(model, c.name, c.x, c.length);
    add_block(model, block_on_deck(model, {c.x, c.length, 0.0, c.width, c.height, c.lean}), Surface::cabin, c.sealed);
  }
}

void add_chambers(HullModel& model, const HullDesign& design, const TriangleMesh& bare) {
  for (const FloodChamber& c : design.chambers) {
    check_along(model, c.name, c.x, c.length);
    if (!(c.z_high > c.z_low)) throw InvalidInput(c.name, "has its roof below its floor");
    const double far = model.box.size().norm();
    Box3 space{{c.x, c.inner, c.z_low}, {c.x + c.length, far, c.z_high}};
    if (!c.port) space = {{c.x, -far, c.z_low}, {c.x + c.length, -c.inner, c.z_high}};
    const TriangleMesh part = clip_for_integrals(bare, space);
    const double volume = part.triangles.empty() ? 0.0 : signed_volume(part);
    if (!(volume > 0.0)) throw InvalidInput(c.name, "encloses no part of the hull");
    model.chambers.push_back({c.id, c.name, volume, volume_centroid(part)});
    append(model.buoyant.mesh, part, true);
    model.buoyant.wetted.resize(model.buoyant.mesh.triangles.size(), 0);
  }
}

void add_areas(HullModel& model) {
  for (std::size_t i = 0; i < model.skin.triangles.size(); ++i) {
    const Vec3 &a = model.skin.corner(i, 0), &b = model.skin.corner(i, 1), &c = model.skin.corner(i, 2);
    const double area = triangle_area(a, b, c);
    const Vec3 moment = area * (a + b + c) / 3.0;
    const auto add = [&](double& sum, Vec3& centre) {
      sum += area;
      centre += moment;
    };
    switch (model.surface[i]) {
      case Surface::shell:
        add(model.shell_area, model.shell_centroid);
        break;
      case Surface::transom:
        add(model.transom_area, model.transom_centroid);
        break;
      case Surface::deck:
        add(model.deck_area, model.deck_centroid);
        break;
      // A block's foot lies on the deck and is no wall: looks straight down.
      case Surface::coaming:
      case Surface::cabin:
        if ((b - a).cross(c - a).z() > -1.2 * area) add(model.upper_area, model.upper_centroid);
        break;
    }
  }
  const auto finish = [](double area, Vec3& centre) {
    if (area > 0.0) centre /= area;
  };
  finish(model.shell_area, model.shell_centroid);
  finish(model.transom_area, model.transom_centroid);
  finish(model.deck_area, model.deck_centroid);
  finish(model.upper_area, model.upper_centroid);
}

/// The main shell before anything is built onto it. The deck edge of a mesh is told by its sections.
LoftedSkin main_shell(const HullDesign& design) {
  if (design.family != HullFamily::imported) return loft(design.family, design.shape, design.fineness);
  if (!design.mesh || design.mesh->triangles.empty()) throw InvalidInput("hull", "has no mesh");
  const Box3 box = bounds(*design.mesh);
  constexpr double largest = 12.0;  // m; a model of 600 m was read in the wrong unit
  if (const double most = box.size().maxCoeff(); !(most <= largest))
    throw InvalidInput("hull", Text("the mesh is {0} long; allowed: up to {1}. Was its unit right?",
                                    length_quantity(most), length_quantity(largest)));
  return {*design.mesh, guess_surfaces(*design.mesh, box), {}};
}

/// Adds a closed body to the bare hull; `as` has its number and name.
void add_shell(HullModel& model, LoftedSkin skin, ShellModel as) {
  as.box = bounds(skin.mesh);
  as.volume = signed_volume(skin.mesh);
  if (!(as.volume > 0.0))
    throw InvalidInput("hull", "encloses no volume: the skin must be closed with its faces outward");
  as.sections = sections(skin.mesh, outline_stations(as.box));
  as.outline = outline_of(as.sections);
  as.deck_edge = skin.deck_edge.empty() ? guess_deck_edge(as.sections, as.outline) : std::move(skin.deck_edge);
  model.deck_edge.insert(model.deck_edge.end(), as.deck_edge.begin(), as.deck_edge.end());
  if (model.skin.triangles.empty())
    model.skin = std::move(skin.mesh);
  else
    append(model.skin, skin.mesh);
  model.surface.insert(model.surface.end(), skin.surface.begin(), skin.surface.end());
  model.shells.push_back(std::move(as));
}

/// The other side's mirror image, faces outward and the deck edge begun on the port side again.
void mirror(LoftedSkin& skin) {
  for (Vec3& v : skin.mesh.vertices) v.y() = -v.y();
  for (Triangle& t : skin.mesh.triangles) std::swap(t[1], t[2]);
  for (Vec3& p : skin.deck_edge) p.y() = -p.y();
  std::reverse(skin.deck_edge.begin(), skin.deck_edge.end());
}

void add_further(HullModel& model, const Shell& s, double fineness) {
  const Text place("shell \"{0}\"", s.name);
  if (s.both_sides && !(s.place.y() > 0.0))
    throw InvalidInput(place, "stands on both sides: its place must lie to port of the centre line");
  LoftedSkin skin = [&] {
    try {
      return loft(s.family, s.shape, fineness);
    } catch (const InvalidInput& e) {
      throw e.within(place);
    }
  }();
  for (Vec3& v : skin.mesh.vertices) v += s.place;
  for (Vec3& p : skin.deck_edge) p += s.place;
  if (!s.both_sides) return add_shell(model, std::move(skin), {.id = s.id, .name = Text(s.name)});
  add_shell(model, skin, {.id = s.id, .name = {"{0}, port", s.name}});
  mirror(skin);
  add_shell(model, std::move(skin), {.id = s.id, .name = {"{0}, starboard", s.name}});
}

const Section& nearest_section(const std::vector<Section>& sections, double x) {
  const auto it =
      std::lower_bound(sections.begin(), sections.end(), x, [](const Section& s, double at) { return s.x < at; });
  if (it == sections.begin()) return sections.front();
  if (it == sections.end()) return sections.back();
  return x - (it - 1)->x < it->x - x ? *(it - 1) : *it;
}

/// What the methods take it for.
void add_bottom(HullModel& model, const HullDesign& design) {
  const Family& family = family_of(design.family);
  if (family.loft) {
    model.bottom = family.bottom;
    model.planes = family.planes;
    if (family.surfaces) model.surfaces = family.surfaces(design.shape);
    return;
  }
  model.reading = read_hull(model);
  model.bottom = bottom_of(design, *model.reading);
  model.planes = planes(model.bottom);
}

bool overlap(const Box3& a, const Box3& b) {
  return (a.low.array() <= b.high.array()).all() && (b.low.array() <= a.high.array()).all();
}

/// Two bodies in one place would displace its water twice.
void keep_apart(const HullModel& model) {
  std::size_t any = 0;
  for (std::size_t i = 0; i < model.shells.size(); ++i)
    for (std::size_t j = 0; j < i; ++j) any += overlap(model.shells[i].box, model.shells[j].box);
  if (any == 0) return;
  bool meet = !find_crossing_faces(model.skin, 1).empty();
  // One wholly inside another crosses nothing.
  for (const ShellModel& a : model.shells)
    for (const ShellModel& b : model.shells) {
      const Section& middle = b.sections[b.sections.size() / 2];
      if (&a == &b || !overlap(a.box, b.box) || middle.loops.empty()) continue;
      meet = meet || a.section_near(middle.x).contains(middle.loops.front().points.front());
    }
  if (meet) throw InvalidInput("hull", "has shells that meet one another; move them apart");
}

}  // namespace

std::size_t Outline::rises_past(double height) const {
  std::size_t i = x.size();
  while (i > x.size() / 2 && keel[i - 1] >= height) --i;
  return i;
}

const Section& ShellModel::section_near(double x) const {
  return nearest_section(sections, x);
}

const Section& HullModel::transom() const {
  for (const Section& s : sections)
    if (s.x >= transom_foot.x() && !s.loops.empty()) return s;
  return sections.front();
}

const Section& HullModel::section_near(double x) const {
  return nearest_section(sections, x);
}

double HullModel::bottom_height(double x, double y) const {
  const std::vector<Span> z = section_near(x).spans(0, y);
  return z.empty() ? box.low.z() : z.front().low;
}

double HullModel::deck_height(double x, double y) const {
  const auto it =
      std::lower_bound(sections.begin(), sections.end(), x, [](const Section& s, double at) { return s.x < at; });
  const Section& after = it == sections.end() ? sections.back() : *it;
  const Section& before = it == sections.begin() ? sections.front() : *(it - 1);
  const auto a = top_at(before, y), b = top_at(after, y);
  if (!a || !b) return a ? *a : b.value_or(box.high.z());
  const double run = after.x - before.x;
  return run > 0.0 ? *a + (*b - *a) * std::clamp((x - before.x) / run, 0.0, 1.0) : *a;
}

std::size_t HullModel::shell_at(const Vec3& place) const {
  std::size_t nearest = 0;
  double least = 1e300;
  for (std::size_t i = 0; i < shells.size(); ++i) {
    const ShellModel& s = shells[i];
    const bool along = place.x() >= s.box.low.x() && place.x() <= s.box.high.x();
    if (along && s.section_near(place.x()).contains({place.y(), place.z()})) return i;
    const Vec3 off = (place - place.cwiseMax(s.box.low).cwiseMin(s.box.high));
    if (const double away = off.squaredNorm(); away < least) least = away, nearest = i;
  }
  return nearest;
}

HullModel build_hull(const HullDesign& design) {
  HullModel model;
  add_shell(model, main_shell(design), {.name = "the hull"});
  const Family& family = family_of(design.family);
  model.spray_rails = family.loft ? design.shape.spray_rails : 0.0;
  if (family.uses(&HullShape::runner_height)) model.runners = design.shape.runner_height;
  for (const Shell& s : design.further) add_further(model, s, design.fineness);
  const TriangleMesh bare = model.skin;
  model.bare_triangles = bare.triangles.size();
  model.box = bounds(bare);
  model.volume = signed_volume(bare);
  model.buoyant.mesh = bare;
  model.buoyant.wetted.assign(bare.triangles.size(), 1);
  model.sections =
      model.shells.size() == 1 ? model.shells.front().sections : sections(bare, outline_stations(model.box));
  model.outline = outline_of(model.sections);
  // Where the transom's top leans aft, its foot lies at the origin.
  if (family.uses(&HullShape::transom_rake) && design.shape.transom_rake > 0.0)
    model.transom_foot = {0.0, 0.0, model.transom().extent().low.y() + model.runners};
  else
    model.transom_foot = {model.box.low.x(), 0.0, model.outline.keel.front() + model.runners};
  keep_apart(model);
  add_hatches_and_cabins(model, design);
  for (const Opening& o : design.openings) model.flood_points.push_back({o.id, o.name, o.place, o.sealed});
  add_chambers(model, design, bare);
  for (const Bulkhead& b : design.bulkheads) check_along(model, b.name, b.x, 0.0);
  for (const Stringer& s : design.stringers) check_along(model, s.name, s.x, s.length);
  add_frames(model, design);
  add_areas(model);
  const double beam = model.beam();
  for (std::size_t i = 0; i < model.outline.x.size(); ++i)
    if (std::abs(model.outline.half_port[i] - model.outline.half_starboard[i]) > 1e-3 * beam) model.symmetrical = false;
  add_bottom(model, design);
  return model;
}

}  // namespace plucky
