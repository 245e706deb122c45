#include "assessment/proposal_hull.h"

#include <algorithm>
#include <cmath>

#include "assessment/foaming.h"
#include "assessment/ideas.h"
#include "base/error.h"
#include "brief/sizing.h"
#include "build/printer.h"
#include "hull/family.h"
#include "hull/morph.h"
#include "layout/kind.h"

namespace plucky {

namespace {

/// As long as allowed, the volume kept by beam and depth.
HullShape shortened(const HullShape& s, double length) {
  const double by = length / s.length, wider = 1.0 / std::sqrt(by);
  HullShape out = scaled(s, Vec3::Constant(by));
  for (double HullShape::*m : {&HullShape::beam, &HullShape::depth, &HullShape::hull_beam, &HullShape::bridge_height,
                               &HullShape::afterbody_width})
    out.*m *= wider * std::sqrt(wider);
  return out;
}

/// Parts that find no room of their own, and batteries that do not pass the hatch, by name.
std::vector<std::string> crowded(const Assessment& a) {
  std::vector<std::string> names;
  for (const Part& p : a.project.layout.parts) {
    const PartFit* fit = a.fit(p.id);
    if (!fit || p.outside) continue;
    const bool shut_in = fit->passage == HatchPassage::never || fit->passage == HatchPassage::no_hatch;
    if (!fit->stands_free() || (shut_in && traits_of(p.kind).out_each_time)) names.push_back(p.name);
  }
  return names;
}

}  // namespace

double most_length(const Brief& brief) {
  return brief.most_length > 0.0 ? brief.most_length : 3.0;
}

Skin usual_skin(BuildMethod method, const Catalogue& catalogue) {
  Skin skin;
  if (const Material* material = catalogue.find_material(usual_material(method))) {
    skin.material = material->key, skin.density = material->density;
    skin.shell_thickness = material->shell_thickness, skin.deck_thickness = material->deck_thickness;
  }
  return skin;
}

HullShape within_the_bed(HullShape s, BuildMethod method) {
  if (method != BuildMethod::printed) return s;
  const Printer usual;
  const double most = std::min(usual.bed.x(), usual.bed.y()) - 2.0 * usual.margin - 0.004;
  const double by = most / s.beam;
  if (by < 1.0)
    for (double HullShape::*m : {&HullShape::beam, &HullShape::hull_beam, &HullShape::afterbody_width}) s.*m *= by;
  return s;
}

HullShape hull_for(const Brief& b, HullFamily family, double load, double room, const Skin& skin, Text& why) {
  const SizeAnswer size = smallest_hull(family, {.load = load,
                                                 .freeboard = std::max(0.005, b.wanted_freeboard),
                                                 .density = b.water_density(),
                                                 .most_length = b.most_length,
                                                 .longest_piece = b.longest_piece,
                                                 .skin = skin});
  if (!size.solved) throw InvalidInput(family_name(family), size.message);
  // Parts of the usual size want a hull of some length.
  constexpr double least_length = 0.36;
  HullShape shape = scaled(size.shape, Vec3::Constant(room * std::max(1.0, least_length / size.shape.length)));
  const double most = most_length(b);
  why = {};
  if (shape.length > most) {
    why = {"a {0} that carries it and holds its parts is {1} long", family_name(family), length_quantity(shape.length)};
    shape = shortened(shape, most);
  }
  return within_the_bed(shape, b.method);
}

bool HullGrowth::learn(const Assessment& a, bool at_the_limit) {
  load_ = 0.0;
  for (const MassItem& i : a.mass.items)
    if (i.part != 0) load_ += i.mass;
  std::vector<std::string> crowding = crowded(a);
  std::erase_if(crowding, [&](const std::string& name) {
    return std::find(hopeless_.begin(), hopeless_.end(), name) != hopeless_.end();
  });
  // What two larger hulls gave no room is not a matter of room: it is left to be mended.
  if (learned_ > 1 && !crowding.empty() && crowding == crowded_before_) {
    hopeless_.insert(hopeless_.end(), crowding.begin(), crowding.end());
    crowding.clear();
    room_ = room_before_;
  }
  crowded_before_ = crowding;
  room_before_ = room_;
  ++learned_;
  const double lacks = freeboard_ - a.freeboard.least;
  // Held to its length it is believed after some tries, though it lies low.
  const bool believed = at_the_limit && learned_ > 2;
  if (!crowding.empty())
    room_ *= 1.18;
  else if (!believed && lacks > 0.0)
    // Larger by a share in all directions it has its freeboard higher by about that of twice its depth.
    room_ *= 1.0 + std::clamp(0.6 * lacks / a.hull->model.box.size().z(), 0.02, 0.15);
  else if (!at_the_limit && !has_room_for_foam(a))
    room_ *= 1.10;
  else
    return true;
  return false;
}

}  // namespace plucky
